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
    private readonly bool isDeep;

    private PlannedForm(PresentTooth tooth, Plan plan, ShapeHabits habits, MarginRing margin, ReducedTop top)
    {
        (Present, present, this.margin, this.top, Plan) = (tooth, tooth.Form, margin, top, plan);
        var wall = plan.Convergence.Value.Target.PerWall;
        (tangent, cosine) = (Math.Tan(wall.Radians), Math.Cos(wall.Radians));
        rounding = habits.OuterEdgeRadiusMm.Value;
        // Under a front tooth's edge the lingual depth is taken back.
        isDeep = !present.Tooth.IsFront && plan.Zones.All(zone => zone.Depth.Value.Target.Value >= 0.3) && plan.Margin.Pieces.All(piece => piece.Width.Value.Target.Value >= 0.3);
        var feet = new (double Radius, double Level)[AngleTable.Steps];
        Parallel.For(0, feet.Length, i => feet[i] = Foot(2 * Math.PI * i / AngleTable.Steps));
        footRadius = new AngleTable([.. feet.Select(f => f.Radius)]);
        footLevel = new AngleTable([.. feet.Select(f => f.Level)]);
        sock = new(() => new Sock(this));
    }

    public Plan Plan { get; }

    public PresentTooth Present { get; }

    double ISockSurface.Farthest => (3 * present.Size.Length) + present.Size.Mesiodistal;

    /// <summary>Cuts a plan into a tooth.</summary>
    /// <param name="present">The tooth as it stands.</param>
    /// <param name="plan">What to cut.</param>
    /// <param name="habits">Radii and the gum's height, from the protocol.</param>
    /// <returns>A problem when the margin leaves no wall above it.</returns>
    public static Answer<PlannedForm> Cut(PresentTooth present, Plan plan, ShapeHabits habits)
    {
        const double leastWall = 0.1;
        var surface = present.Surface;
        var (zones, labels) = present.Labels(plan.Assessment.Crossbite, habits.BevelHeightMm.Value);
        var ring = new MarginRing(present.Form, plan, habits);
        var depths = TopDepths.Of(present.Form, plan, surface, zones, labels, ring);
        var edge = present.Form.Shape is FrontCrown ? new PlannedEdge(present.Form, plan, habits) : null;
        edge?.Limit(surface, zones, labels, depths);
        var reduced = new ReducedTop(surface, depths, habits.OuterEdgeRadiusMm.Value, (x, _) => edge?.Level(x) ?? surface.Box.High.Z + 1, edge is null ? 0.1 : 0.07);
        for (var i = 0; i < AngleTable.Steps; i += 10)
        {
            var angle = 2 * Math.PI * i / AngleTable.Steps;
            if (Highest(angle) < ring.Level(angle) + leastWall) return new Problem("margin-off-tooth", "A margin so high leaves no wall on this tooth; lower the margin level.");
        }
        return new PlannedForm(present, plan, habits, ring, reduced);

        // The highest that is left between the wall's foot and the middle.
        double Highest(double angle)
        {
            var foot = ring.Radius(angle) - ring.Width(angle);
            return Enumerable.Range(0, 12).Max(k => ring.Out(angle, foot * k / 12) is var at ? reduced.Height(at.X, at.Y) : 0);
        }
    }

    public double At(Vec3 p) => Math.Max(present.At(p), Core(p));

    /// <summary>The body as the plan's tooth stands; forms are kept for one side only, the other is mirrored here.</summary>
    public Mesh Mesh(Fineness fineness) => Sided(Unplaced(fineness));

    /// <summary>The present tooth in the same frame.</summary>
    public Mesh PresentMesh(Fineness fineness) => Sided(fineness == Fineness.Preview ? Present.Surface : present.Unplaced(fineness));

    private Mesh Sided(Mesh mesh)
    {
        var placed = present.Placed(mesh);
        return Plan.Tooth.Quadrant is 2 or 4 ? placed.MirroredX() : placed;
    }

    internal MarginRing Margin => margin;

    internal Mesh Unplaced(Fineness fineness)
    {
        var shelf = (fineness.Below + 2) / 3;
        return sock.Value.Mesh(fineness, (angle, ring) => ring < shelf ? Shelf(angle, (ring + 1.0) / shelf) : Below(angle, (ring - shelf + 1.0) / (fineness.Below - shelf)), fineness.Below, p => p);
    }

    (Vec3 From, Vec3 Along) ISockSurface.Line(double angle, double share)
    {
        var (sin, cos) = Math.SinCos(angle);
        var (foot, reach) = (footLevel.At(angle), footRadius.At(angle));
        // The start sinks with the slope, but slower than the line climbs at the wall: lines never come back down on the shelf, and still meet
        // the steep inner slopes of back teeth well. They start below the deepest groove. Front teeth's narrow cores are seen best from their foot.
        var (below, sinking) = present.Tooth.IsFront ? (0.0, 0.0) : (2.6, 0.7);
        var first = Math.Atan(below / reach);
        var (up, outward) = Math.SinCos(first + (share * ((Math.PI / 2) - first)));
        var drop = below + (sinking * Math.Max(0, Math.Min((reach * up / Math.Max(outward, 1e-9)) - below, 2.2 * present.Size.Length)));
        return (new Vec3(margin.Centre.X, margin.Centre.Y, foot - drop), new Vec3(outward * cos, outward * sin, up));
    }

    /// <summary>Lines may begin below the root stump: down there only the core counts. Near the core's surface too, where the present one
    /// is deeper than that everywhere: half of the work.</summary>
    double ISockSurface.At(Vec3 p)
    {
        var core = Core(p);
        return p.Z < 0 || (isDeep && core > -0.2) ? core : Math.Max(present.At(p), core);
    }

    Vec3 ISockSurface.On(in (Vec3 From, Vec3 Along) line, double t) => line.From + (line.Along * t);

    /// <summary>By how much a wall stands inside the reduced top at a place: positive where the wall is the surface.</summary>
    internal double WallLead(Vec3 p)
    {
        var (inset, width, level, _) = margin.At(p.X, p.Y);
        return ((width + (Math.Max(0, p.Z - level) * tangent) - inset) * cosine) - top.Over(p).Distance;
    }

    /// <summary>Height of the wall on one side: from the margin to the highest that stands within two millimetres of the wall's foot, the middle of what
    /// a sixth of the turn gives.</summary>
    internal double WallHeight(double angle)
    {
        const int directions = 11;
        const double depth = 2;
        var heights = Enumerable.Range(0, directions).Select(i =>
        {
            var direction = angle + (Math.PI / 3 * ((i / (directions - 1.0)) - 0.5));
            var foot = margin.Radius(direction) - margin.Width(direction);
            return Enumerable.Range(0, 9).Max(k => margin.Out(direction, foot - (depth * k / 8)) is var at ? top.Height(at.X, at.Y) : 0) - margin.Level(direction);
        }).Order().ToArray();
        return heights[directions / 2];
    }

    private double Core(Vec3 p)
    {
        var (inset, width, level, fillet) = margin.At(p.X, p.Y);
        var shelf = 0.95 * (p.Z - level);
        if (shelf < -fillet) return shelf;
        var wall = (width + (Math.Max(0, p.Z - level) * tangent) - inset) * cosine;
        var (above, facing) = top.Over(p);
        if (Math.Abs(wall - above) < 2 * rounding)
        {
            var inward = margin.Inward(p.X, p.Y);
            above = Blend.Max(wall, above, Reach((facing.Dot(new Vec3(-inward.X, -inward.Y, 0)) * cosine) + (facing.Z * tangent * cosine)));
        }
        return Blend.Min(shelf, Math.Max(wall, above), fillet);
    }

    /// <summary>Reach of the blend that rounds the edge of two faces with the wanted radius; nothing for faces that run alike.</summary>
    /// <param name="cosine">Of the angle between the faces' normals.</param>
    private double Reach(double cosine)
    {
        // A quadratic blend of reach k has radius k·cos(φ/2) / (2·sin²(φ/2)) in its middle, φ being the angle between the normals.
        var c = Math.Clamp(cosine, 0, 1);
        return Math.Max(1e-6, rounding * (1 - c) / Math.Sqrt((1 + c) / 2));
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
        // One ring lies on the cervical line, where the surface bends; the last ones go round the end of the stump.
        const double neckShare = 0.3, bendShare = 0.65;
        var (start, neck) = (margin.Level(angle), Math.Min(margin.Neck(angle), margin.Level(angle) - 0.05));
        var bend = -ToothForm.StumpDepth + ToothForm.StumpRound;
        var z = share <= neckShare ? start + ((neck - start) * share / neckShare)
            : share <= bendShare ? neck + ((bend - neck) * (share - neckShare) / (bendShare - neckShare))
            : bend - ((ToothForm.StumpRound - 0.003) * Math.Sin(Math.PI / 2 * (share - bendShare) / (1 - bendShare)));
        var at = margin.Out(angle, present.Reach(margin.Centre, angle, z));
        return new Vec3(at.X, at.Y, z);
    }
}

/// <summary>The depths that shape the reduced top, at each vertex of the present surface.</summary>
internal static class TopDepths
{
    /// <summary>How far to either side of the groove its own depth runs into that of the cusps.</summary>
    private const double GrooveReach = 0.7;

    private const int Passes = 5;

    public static double[] Of(ToothForm form, Plan plan, Mesh surface, SurfaceZones zones, int[] labels, MarginRing margin)
    {
        var byZone = zones.All.Select(zone => Shapes(zone.Kind) ? plan.Zone(zone.Name)!.Depth.Value.Target.Value : double.NaN).ToArray();
        var depths = Array.ConvertAll(labels, label => label < 0 ? double.NaN : byZone[label]);
        if (form.Tooth.IsFront) Corners(plan, surface, zones, labels, depths);
        Smooth(surface, depths);
        WallDepths(plan, surface, zones, labels, margin, depths);
        if (form.Shape is BackCrown back) Groove(back, form, surface, depths, plan.Zone(Kebab.Of(ZoneKind.Groove))!.Depth.Value.Target.Value);
        return depths;
    }

    /// <summary>Walls stand on the margin and lean by the convergence; their depth follows.</summary>
    public static bool Shapes(ZoneKind kind) =>
        kind is not (ZoneKind.Mesial or ZoneKind.Distal or ZoneKind.Lingual or ZoneKind.LingualWall or ZoneKind.FacialGingivalHalf or ZoneKind.FacialGingivalThird);

    /// <summary>Walls too must lose their depth where the tooth itself leans in above them. Near the margin the wall's own line stays in front.</summary>
    private static void WallDepths(Plan plan, Mesh surface, SurfaceZones zones, int[] labels, MarginRing margin, double[] depths)
    {
        const double behind = 0.12, least = 0.3;
        var tangent = Math.Tan(plan.Convergence.Value.Target.PerWall.Radians);
        var asked = zones.All.Select(zone => plan.Zone(zone.Name)!.Depth.Value.Target.Value).ToArray();
        for (var i = 0; i < depths.Length; i++)
        {
            if (labels[i] < 0 || !double.IsNaN(depths[i])) continue;
            var p = surface.Positions[i];
            var angle = Math.Atan2(p.Y - margin.Centre.Y, p.X - margin.Centre.X);
            var height = p.Z - margin.Level(angle);
            if (height < least) continue;
            depths[i] = Math.Min(asked[labels[i]], margin.Width(angle) + (height * tangent) - behind);
        }
    }

    /// <summary>Beside the contacts a front tooth's sides face forward or back; there they are cut like their neighbours, so that no ridge stays.</summary>
    private static void Corners(Plan plan, Mesh surface, SurfaceZones zones, int[] labels, double[] depths)
    {
        const double faces = 0.8;
        double Depth(ZoneKind kind) => plan.Zone(Kebab.Of(kind))!.Depth.Value.Target.Value;
        var (incisal, middle, fossa) = (Depth(ZoneKind.FacialIncisalThird), Depth(ZoneKind.FacialMiddleThird), Depth(ZoneKind.LingualFossa));
        for (var i = 0; i < depths.Length; i++)
        {
            if (labels[i] < 0 || zones.All[labels[i]].Kind is not (ZoneKind.Mesial or ZoneKind.Distal)) continue;
            var (normal, height) = (surface.Normals[i], surface.Positions[i].Z / surface.Box.High.Z);
            if (Math.Abs(normal.X) > faces || height < 0.4) continue;
            depths[i] = normal.Y < 0 ? fossa : height > 0.67 ? incisal : middle;
        }
    }

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
        var lines = back.Form.Grooves!.Select(g => g.Pts.Select(back.Place).ToArray()).ToArray();
        for (var i = 0; i < depths.Length; i++)
        {
            if (double.IsNaN(depths[i])) continue;
            var p = form.Unfitted(surface.Positions[i]);
            // Over the rim a groove is part of the wall.
            if (back.Table.OverRim(p.X, p.Y).Outside > 0) continue;
            var off = lines.Min(line => Enumerable.Range(0, line.Length - 1).Min(k => Polygon.ToSegment(new Vec2(p.X, p.Y), line[k], line[k + 1])));
            var share = Curves.SmoothStep(GrooveReach, 0.1, off);
            depths[i] += (groove - depths[i]) * share;
        }
    }
}
