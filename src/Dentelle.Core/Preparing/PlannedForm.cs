using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Grids;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Core.Preparing;

/// <summary>A tooth as it will be when the plan is cut: a body in the present tooth's frame.</summary>
/// <remarks>
/// Below the margin the present tooth; above it a core that stands on the shelf. The core is what lies inside walls that
/// lean to the path by
/// half the convergence and under the reduced top: both only ever narrow upwards, so nothing is undercut along the path.
/// </remarks>
public sealed class PlannedForm : PlannedBody, IField, ISockSurface
{
    /// <summary>Where the rings of the shelf end and the walls begin, as a share of its width.</summary>
    private const double ShelfShare = 0.97;

    /// <summary>Reach of the rounding where a groove or box opens.</summary>
    private const double SlotEdge = 0.15;

    private readonly ToothForm present;
    private readonly WellInside inside;
    private readonly PathFrame frame;
    private readonly MarginRing margin;
    private readonly ReducedTop top;
    private readonly Lazy<Sock> sock;
    private readonly double tangent,
        cosine,
        rounding,
        lowestFoot;
    private readonly AngleTable footRadius,
        footLevel;
    private readonly WallSlot[] slots;
    private readonly bool climbs;

    private PlannedForm(PresentTooth tooth, Plan plan, ShapeHabits habits, PathFrame frame, MarginRing margin, ReducedTop top)
        : base(tooth, plan)
    {
        // Made now: threads that came upon it together would wait for each other.
        (present, inside, this.frame, this.margin, this.top) = (tooth.Form, tooth.Depths, frame, margin, top);
        var wall = plan.Convergence.Value.Target.PerWall;
        (tangent, cosine) = (Math.Tan(wall.Radians), Math.Cos(wall.Radians));
        rounding = habits.OuterEdgeRadiusMm.Value;
        climbs = !plan.Margin.Has(Segment.Facial);
        slots = [.. plan.Features.Select(feature => new WallSlot(feature, margin, tangent, WallHeight(WallSlot.Angle(feature.Side))))];
        var feet = new (double Radius, double Level)[AngleTable.Steps];
        Parallel.For(0, feet.Length, i => feet[i] = Foot(2 * Math.PI * i / AngleTable.Steps));
        footRadius = new AngleTable([.. feet.Select(f => f.Radius)]);
        footLevel = new AngleTable([.. feet.Select(f => f.Level)]);
        lowestFoot = feet.Min(f => f.Level);
        sock = new(() => new Sock(this));
    }

    double ISockSurface.Farthest => (3 * present.Size.Length) + present.Size.Mesiodistal;

    /// <summary>Cuts a plan into a tooth.</summary>
    /// <param name="present">The tooth as it stands.</param>
    /// <param name="plan">What to cut.</param>
    /// <param name="protocol">Radii, the gum's height and the tolerance of depths.</param>
    /// <returns>A problem when the margin leaves no wall above it.</returns>
    public static Answer<PlannedForm> Cut(PresentTooth present, Plan plan, Protocol protocol)
    {
        const double leastWall = 0.1;
        var habits = protocol.Shape;
        var (outer, frame) = (present.Surface, PathFrame.Of(plan.Path));
        var (zones, labels) = present.Labels(plan.Assessment.Crossbite, habits.BevelHeightMm.Value);
        var ring = new MarginRing(present.Form, plan, habits, frame);
        var depths = TopDepths.Of(present, plan, protocol, zones, labels, ring, frame);
        var edge = present.Form.Shape is FrontCrown ? new PlannedEdge(present.Form, plan, protocol) : null;
        edge?.Limit(outer, zones, labels, depths);
        var seen = frame.IsUpright ? outer : outer.Mapped(frame.ToPath);
        Func<double, double, double> ceiling = edge is null ? (_, _) => seen.Box.High.Z + 1 : (x, y) => frame.Over(x, y, edge.Level);
        var reduced = new ReducedTop(seen, depths, habits.OuterEdgeRadiusMm.Value, ceiling, edge is null ? 0.1 : 0.07);
        for (var i = 0; i < AngleTable.Steps; i += 10)
        {
            var angle = 2 * Math.PI * i / AngleTable.Steps;
            if (Highest(angle) < ring.Level(angle) + leastWall)
                return new Problem("margin-off-tooth", "A margin so high leaves no wall on this tooth; lower the margin level.");
        }
        return new PlannedForm(present, plan, habits, frame, ring, reduced);

        // The highest that is left between the wall's foot and the middle.
        double Highest(double angle)
        {
            var foot = ring.Radius(angle) - ring.Width(angle);
            return Enumerable.Range(0, 12).Max(k => ring.Out(angle, foot * k / 12) is var at ? reduced.Height(at.X, at.Y) : 0);
        }
    }

    public double At(Vec3 p) => Math.Max(present.At(p), Core(frame.ToPath(p)));

    /// <summary>Whether the facial surface stays: the finish line climbs round its corners.</summary>
    internal bool LeavesFacial => climbs;

    internal PathFrame Frame => frame;

    internal MarginRing Margin => margin;

    internal override Mesh Unplaced(Fineness fineness)
    {
        var shelf = (fineness.Below + 2) / 3;
        return sock.Value.Mesh(
            fineness,
            (angle, ring) =>
                ring < shelf ? Shelf(angle, (ring + 1.0) / shelf) : Below(angle, (ring - shelf + 1.0) / (fineness.Below - shelf)),
            fineness.Below,
            frame.FromPath
        );
    }

    (Vec3 From, Vec3 Along) ISockSurface.Line(double angle, double share)
    {
        var (sin, cos) = Math.SinCos(angle);
        var (foot, reach) = (footLevel.At(angle), footRadius.At(angle));
        // The start sinks with the slope, but slower than the line climbs at the wall: lines never come back down on the
        // shelf, and still meet
        // the steep inner slopes of back teeth well. They start below the deepest groove. Front teeth's narrow cores are
        // seen best from their foot.
        var (below, sinking) = (LineBelow(angle), present.Tooth.IsFront ? 0 : 0.7);
        var first = Math.Atan(below / reach);
        var (up, outward) = Math.SinCos(first + (share * ((Math.PI / 2) - first)));
        var drop = below + (sinking * Math.Max(0, Math.Min((reach * up / Math.Max(outward, 1e-9)) - below, 2.2 * present.Size.Length)));
        return (new Vec3(margin.Centre.X, margin.Centre.Y, foot - drop), new Vec3(outward * cos, outward * sin, up));
    }

    double? ISockSurface.Start(double angle) => Math.Sqrt(Math.Pow(footRadius.At(angle), 2) + Math.Pow(LineBelow(angle), 2));

    /// <summary>How far below the wall's foot the first lines begin.</summary>
    private double LineBelow(double angle) => present.Tooth.IsFront ? 0 : 2.6 + (climbs ? footLevel.At(angle) - lowestFoot : 0);

    /// <summary>Lines may begin below the root stump: down there only the core counts. Outside the core, and well inside
    /// the present tooth, it
    /// alone tells the side: more than half of the work. Where the present surface stays above the margin, facially, both count.</summary>
    double ISockSurface.At(Vec3 p)
    {
        var (core, own) = (Core(p), frame.FromPath(p));
        return own.Z < 0 || (core > 0 && (!climbs || own.Y < margin.Centre.Y)) || inside.IsWellInside(own)
            ? core
            : Math.Max(present.At(own), core);
    }

    Vec3 ISockSurface.On(in (Vec3 From, Vec3 Along) line, double t) => line.From + (line.Along * t);

    /// <summary>By how much a wall stands inside the reduced top at a place of the tooth: positive where the wall is the surface.</summary>
    internal double WallLead(Vec3 place)
    {
        var p = frame.ToPath(place);
        var (inset, width, level, _) = margin.At(p.X, p.Y);
        return Wall(p.Z, inset, width, level) - top.Over(p).Distance;
    }

    /// <summary>
    /// Height of a wall as its rule of thumb means it, from the margin to the wall's occlusal end: on a back tooth's facial and
    /// lingual sides to the highest cut cusp above it, on its mesial and distal ones to the ridge, on a front tooth to the edge.
    /// </summary>
    internal double WallHeight(double angle)
    {
        const double ridge = 2;
        if (present.Shape is not BackCrown)
            // The edge's corner on that side, within a third of the turn.
            return Around(Math.PI / 18, 6).Max(direction => Highest(direction, double.PositiveInfinity)) - margin.Level(angle);
        if (Math.Abs(Math.Cos(angle)) > Math.Sqrt(0.5))
        {
            // The middle of what a sixth of the turn gives.
            var heights = Around(Math.PI / 30, 5).Select(direction => Over(direction, ridge)).Order().ToArray();
            return heights[heights.Length / 2];
        }
        return present
            .CuspTips.Select(tip => frame.ToPath(tip) - new Vec3(margin.Centre.X, margin.Centre.Y, 0))
            .Where(tip => tip.Y > 0 == Math.Sin(angle) > 0)
            .Max(tip => Over(Math.Atan2(tip.Y, tip.X), double.PositiveInfinity));

        IEnumerable<double> Around(double step, int steps) => Enumerable.Range(-steps, (2 * steps) + 1).Select(i => angle + (step * i));

        double Over(double direction, double inward) => Highest(direction, inward) - margin.Level(direction);

        // The highest that is left between the foot of the wall and a place so far inside it.
        double Highest(double direction, double inward)
        {
            var foot = margin.Radius(direction) - margin.Width(direction);
            var depth = Math.Min(inward, foot);
            return Enumerable.Range(0, 25).Max(k => margin.Out(direction, foot - (depth * k / 24)) is var at ? top.Height(at.X, at.Y) : 0);
        }
    }

    private double Core(Vec3 p)
    {
        var (inset, width, level, fillet) = margin.At(p.X, p.Y);
        var shelf = 0.95 * (p.Z - level);
        // A finish line that climbs may lie higher than the cut groove: the top limits everything then, not only what stands on the shelf.
        if (shelf < -fillet)
            return climbs ? Math.Max(shelf, top.Over(p).Distance) : shelf;
        var wall = Wall(p.Z, inset, width, level);
        var (above, facing) = top.Over(p);
        var over = above;
        if (Math.Abs(wall - above) < 2 * rounding)
        {
            var inward = margin.Inward(p.X, p.Y);
            above = Blend.Max(wall, above, Reach((facing.Dot(new Vec3(-inward.X, -inward.Y, 0)) * cosine) + (facing.Z * tangent * cosine)));
        }
        var core = Blend.Min(shelf, Math.Max(wall, above), fillet);
        if (climbs)
            core = Math.Max(core, over);
        foreach (var slot in slots)
            core = Blend.Max(core, -slot.At(p), SlotEdge);
        return core;
    }

    /// <summary>Distance outside the wall, negative inside: it starts the margin's width inside the ring and leans in upwards.</summary>
    private double Wall(double z, double inset, double width, double level) =>
        (width + (Math.Max(0, z - level) * tangent) - inset) * cosine;

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
        return Crossing.Edge(0, margin.Radius(angle), radius =>
            margin.Out(angle, radius) is var at ? inset - margin.At(at.X, at.Y).Inset : 0
        );
    }

    private double Height(double angle, double radius)
    {
        var at = margin.Out(angle, radius);
        var level = margin.At(at.X, at.Y).Level;
        return Crossing.Edge(level - 0.3, level + 3, z => Body(new Vec3(at.X, at.Y, z)));

        // Below cusps that lean in, the shelf's rounding would stand out of the tooth.
        double Body(Vec3 p) => climbs ? Math.Max(present.At(frame.FromPath(p)), Core(p)) : Core(p);
    }

    /// <summary>A ring of the shelf: from the wall's foot (0) to the margin itself (1), which is exact.</summary>
    private Vec3 Shelf(double angle, double share)
    {
        if (share >= 1)
            return OnMargin(angle);
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
        // Where the finish line climbs, most of the rings go to the surface that stays.
        var (neckShare, bendShare) = climbs ? (0.6, 0.82) : (0.3, 0.65);
        // Down there the tooth's own axis counts again: each meridian goes on from its place on the margin.
        var from = margin.Place(angle);
        var centre = Middle(from.Z);
        var own = Math.Atan2(from.Y - centre.Y, from.X - centre.X);
        var (start, neck) = (from.Z, Math.Min(frame.FromPath(Over(angle, margin.Neck(angle))).Z, from.Z - 0.05));
        var bend = -ToothForm.StumpDepth + ToothForm.StumpRound;
        var z =
            share <= neckShare ? start + ((neck - start) * share / neckShare)
            : share <= bendShare ? neck + ((bend - neck) * (share - neckShare) / (bendShare - neckShare))
            : bend - ((ToothForm.StumpRound - 0.003) * Math.Sin(Math.PI / 2 * (share - bendShare) / (1 - bendShare)));
        var reach = present.Reach(centre, own, z);
        return frame.ToPath(new Vec3(centre.X + (reach * Math.Cos(own)), centre.Y + (reach * Math.Sin(own)), z));

        Vec3 Over(double angle, double level)
        {
            var at = margin.Out(angle, margin.Radius(angle));
            return new Vec3(at.X, at.Y, level);
        }
    }

    /// <summary>Where the line that the path runs through stands at a height of the tooth.</summary>
    private Vec2 Middle(double z)
    {
        if (frame.IsUpright)
            return margin.Centre;
        var low = frame.FromPath(new Vec3(margin.Centre.X, margin.Centre.Y, 0));
        var high = frame.FromPath(new Vec3(margin.Centre.X, margin.Centre.Y, 1));
        var at = Vec3.Mix(low, high, (z - low.Z) / (high.Z - low.Z));
        return new Vec2(at.X, at.Y);
    }
}
