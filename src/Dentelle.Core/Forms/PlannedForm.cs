using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Forms;

/// <summary>A tooth as it will be when the plan is cut: a body in the present tooth's frame.</summary>
/// <remarks>
/// Below the margin the present tooth; above it a core that stands on the shelf. The core is what lies inside walls that lean to the path by
/// half the convergence and under the reduced top: both only ever narrow upwards, so nothing is undercut along the path.
/// </remarks>
public sealed class PlannedForm : IField, ISockSurface
{
    /// <summary>Where the rings of the shelf end and the walls begin, as a share of its width.</summary>
    private const double ShelfShare = 0.97;

    private readonly ToothForm present;
    private readonly MarginRing margin;
    private readonly ReducedTop top;
    private readonly Lazy<Sock> sock;
    private readonly double tangent, cosine, rounding;
    private readonly AngleTable footRadius, footLevel;

    private PlannedForm(ToothForm present, Plan plan, ShapeHabits habits, MarginRing margin, ReducedTop top)
    {
        (this.present, this.margin, this.top, Plan) = (present, margin, top, plan);
        var wall = plan.Convergence.Value.Target.PerWall;
        (tangent, cosine) = (Math.Tan(wall.Radians), Math.Cos(wall.Radians));
        // The blend of two faces square to each other is rounded with 0.7 of its reach.
        rounding = habits.OuterEdgeRadiusMm.Value * Math.Sqrt(2);
        var feet = new (double Radius, double Level)[AngleTable.Steps];
        Parallel.For(0, feet.Length, i => feet[i] = Foot(2 * Math.PI * i / AngleTable.Steps));
        footRadius = new AngleTable([.. feet.Select(f => f.Radius)]);
        footLevel = new AngleTable([.. feet.Select(f => f.Level)]);
        sock = new(() => new Sock(this));
    }

    public Plan Plan { get; }

    double ISockSurface.Farthest => (3 * present.Size.Length) + present.Size.Mesiodistal;

    /// <summary>Cuts a plan into a tooth.</summary>
    /// <param name="present">The tooth as it stands.</param>
    /// <param name="plan">What to cut.</param>
    /// <param name="habits">Radii and the gum's height, from the protocol.</param>
    /// <returns>A problem when the margin leaves no wall above it.</returns>
    public static Answer<PlannedForm> Cut(ToothForm present, Plan plan, ShapeHabits habits)
    {
        const double leastWall = 1;
        var surface = present.Unplaced(Fineness.Preview);
        var zones = new SurfaceZones(present, plan.Assessment.Crossbite, habits.BevelHeightMm.Value);
        var labels = zones.Of(surface);
        var depths = TopDepths.Of(present, plan, surface, zones, labels);
        var ring = new MarginRing(present, plan, habits);
        var reduced = new ReducedTop(surface, depths, habits.OuterEdgeRadiusMm.Value, surface.Box.High.Z + 1);
        if (ring.Highest + leastWall > surface.Box.High.Z - plan.Zones.Max(zone => zone.Depth.Value.Target.Value))
            return new Problem("margin-off-tooth", "A margin so high leaves no wall on this tooth; lower the margin level.");
        return new PlannedForm(present, plan, habits, ring, reduced);
    }

    public double At(Vec3 p) => Math.Max(present.At(p), Core(p));

    /// <summary>The body; mirrored, turned and tilted as the tooth stands.</summary>
    public Mesh Mesh(Fineness fineness) => present.Placed(Unplaced(fineness));

    internal MarginRing Margin => margin;

    internal Mesh Unplaced(Fineness fineness)
    {
        var shelf = (fineness.Below + 2) / 3;
        return sock.Value.Mesh(fineness, (angle, ring) => ring < shelf ? Shelf(angle, (ring + 1.0) / shelf) : Below(angle, (ring - shelf + 1.0) / (fineness.Below - shelf)), fineness.Below, p => p);
    }

    (Vec3 From, Vec3 Along) ISockSurface.Line(double angle, double share)
    {
        var (sin, cos) = Math.SinCos(angle);
        var (up, out_) = Math.SinCos(share * Math.PI / 2);
        var foot = footLevel.At(angle);
        // The start sinks with the slope, but slower than the line climbs at the wall: lines never come back down on the shelf, and still meet
        // the steep inner slopes of back teeth well. Front teeth's narrow cores are seen best from their foot.
        var drop = present.Tooth.IsFront ? 0 : Math.Min(0.7 * footRadius.At(angle) * up / Math.Max(out_, 1e-9), 1.6 * present.Size.Length);
        return (new Vec3(margin.Centre.X, margin.Centre.Y, foot - drop), new Vec3(out_ * cos, out_ * sin, up));
    }

    /// <summary>Lines may begin below the root stump: down there only the core counts.</summary>
    double ISockSurface.At(Vec3 p) => p.Z < 0 ? Core(p) : At(p);

    Vec3 ISockSurface.On(in (Vec3 From, Vec3 Along) line, double t) => line.From + (line.Along * t);

    private double Core(Vec3 p)
    {
        var (inset, width, level, fillet) = margin.At(p.X, p.Y);
        var shelf = 0.95 * (p.Z - level);
        if (shelf < -fillet) return shelf;
        var wall = (width + (Math.Max(0, p.Z - level) * tangent) - inset) * cosine;
        return Blend.Min(shelf, Blend.Max(wall, top.Over(p), rounding), fillet);
    }

    /// <summary>Where the shelf turns into the wall in a direction.</summary>
    private (double Radius, double Level) Foot(double angle)
    {
        var radius = InsetRadius(angle, ShelfShare * margin.Width(angle));
        return (radius, Height(angle, radius));
    }

    private double InsetRadius(double angle, double inset)
    {
        var (low, high) = (0.0, margin.Radius(angle));
        for (var i = 0; i < 30; i++)
        {
            var middle = (low + high) / 2;
            var at = margin.Out(angle, middle);
            if (margin.At(at.X, at.Y).Inset > inset) low = middle;
            else high = middle;
        }
        return low;
    }

    private double Height(double angle, double radius)
    {
        var at = margin.Out(angle, radius);
        var level = margin.At(at.X, at.Y).Level;
        var (low, high) = (level - 0.3, level + 3);
        for (var i = 0; i < 40; i++)
        {
            var middle = (low + high) / 2;
            if (Core(new Vec3(at.X, at.Y, middle)) < 0) low = middle;
            else high = middle;
        }
        return low;
    }

    /// <summary>A ring of the shelf: from the wall's foot (0) to the margin itself (1), which is exact.</summary>
    private Vec3 Shelf(double angle, double share)
    {
        if (share >= 1) return OnMargin(angle);
        var radius = InsetRadius(angle, ShelfShare * margin.Width(angle) * (1 - share));
        var at = margin.Out(angle, radius);
        return new Vec3(at.X, at.Y, Height(angle, radius));
    }

    private Vec3 OnMargin(double angle)
    {
        var at = margin.Out(angle, margin.Radius(angle));
        return new Vec3(at.X, at.Y, margin.Level(angle));
    }

    /// <summary>Rings of the untouched tooth below the margin.</summary>
    private Vec3 Below(double angle, double share)
    {
        // One ring lies on the cervical line, where the surface bends.
        const double neckShare = 0.4;
        var (start, neck) = (margin.Level(angle), Math.Min(margin.Neck(angle), margin.Level(angle) - 0.05));
        var z = share <= neckShare
            ? start + ((neck - start) * share / neckShare)
            : neck + ((-ToothForm.StumpDepth + 0.02 - neck) * (share - neckShare) / (1 - neckShare));
        var at = margin.Out(angle, present.Reach(margin.Centre, angle, z));
        return new Vec3(at.X, at.Y, z);
    }
}

/// <summary>The depths that shape the reduced top: those of all zones but the walls, which their own lean decides.</summary>
internal static class TopDepths
{
    /// <summary>How far to either side of the groove its own depth runs into that of the cusps.</summary>
    private const double GrooveReach = 0.9;

    private const int Passes = 8;

    public static double[] Of(ToothForm form, Plan plan, Mesh surface, SurfaceZones zones, int[] labels)
    {
        var byZone = zones.All.Select(zone => Shapes(zone.Kind) ? plan.Zone(zone.Name)!.Depth.Value.Target.Value : double.NaN).ToArray();
        var depths = Array.ConvertAll(labels, label => label < 0 ? double.NaN : byZone[label]);
        Smooth(surface, depths);
        if (form.Shape is BackCrown back) Groove(back, form, surface, depths, plan.Zone(Kebab.Of(ZoneKind.Groove))!.Depth.Value.Target.Value);
        return depths;
    }

    /// <summary>Walls stand on the margin and lean by the convergence; their depth follows.</summary>
    public static bool Shapes(ZoneKind kind) =>
        kind is not (ZoneKind.Mesial or ZoneKind.Distal or ZoneKind.Lingual or ZoneKind.LingualWall or ZoneKind.FacialGingivalHalf or ZoneKind.FacialGingivalThird);

    private static void Smooth(Mesh surface, double[] depths)
    {
        for (var pass = 0; pass < Passes; pass++)
        {
            var sums = new double[depths.Length];
            var counts = new int[depths.Length];
            for (var i = 0; i < surface.Corners.Length; i++)
            {
                var (a, b) = (surface.Corners[i], surface.Corners[i - (i % 3) + ((i + 1) % 3)]);
                if (double.IsNaN(depths[a]) || double.IsNaN(depths[b])) continue;
                sums[a] += depths[b];
                counts[a]++;
            }
            for (var i = 0; i < depths.Length; i++)
            {
                if (counts[i] > 0) depths[i] = (depths[i] + (sums[i] / counts[i])) / 2;
            }
        }
    }

    private static void Groove(BackCrown back, ToothForm form, Mesh surface, double[] depths, double groove)
    {
        var line = back.Form.Grooves![0].Pts.Select(back.Place).ToArray();
        for (var i = 0; i < depths.Length; i++)
        {
            if (double.IsNaN(depths[i])) continue;
            var p = form.Unfitted(surface.Positions[i]);
            var off = Enumerable.Range(0, line.Length - 1).Min(k => Polygon.ToSegment(new Vec2(p.X, p.Y), line[k], line[k + 1]));
            var share = Curves.SmoothStep(GrooveReach, 0, off);
            depths[i] += (groove - depths[i]) * share;
        }
    }
}
