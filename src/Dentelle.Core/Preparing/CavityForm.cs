using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Grids;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Preparing;

/// <summary>A back tooth cut for an inlay or onlay: covered cusps taken down by true distances, a trench along the central
/// groove, a box on each side that
/// has one. Everything opens to the bite, so that nothing is undercut along the path.</summary>
/// <remarks>
/// What is cut is a height over the plan; the tooth's own mesh, refined where walls will stand, is let down onto it. So it
/// stays closed.
/// </remarks>
public sealed class CavityForm : PlannedBody
{
    /// <summary>How often edges that a wall will cross are halved, and the length under which they are left.</summary>
    private const int Halvings = 3;
    private const double Shortest = 0.04;

    private readonly Cavity cavity;
    private readonly BackCrown crown;
    private readonly ReducedTop? top;
    private readonly double slope,
        half,
        floor,
        shoulder,
        underRim,
        inner;
    private readonly IReadOnlyList<Box> boxes;

    /// <summary>How far the trench may go at its floor toward a ridge that stays: to the mesial (1) or distal (−1).</summary>
    private readonly (int Way, double Most)[] ridges;
    private readonly int side;

    /// <summary>Tips of the cusps that are covered, and of those that stay, in plan.</summary>
    private readonly Vec2[] covered,
        standing;
    private readonly AngleTable? outline;
    private readonly double lowest;

    internal CavityForm(PresentTooth present, Plan plan, Protocol protocol)
        : base(present, plan)
    {
        (cavity, crown) = (plan.Cavity!, (BackCrown)present.Form.Shape);
        slope = Math.Tan(double.DegreesToRadians((cavity.Divergence.From + cavity.Divergence.To) / 2));
        var isthmus = cavity.Isthmus?.Value.Target.Value ?? (cavity.IsthmusShare!.From * plan.Assessment.Form!.Intercuspal!.Value.Value);
        half = isthmus / 2;
        // A quadratic blend of this reach rounds a square corner by the wanted radius.
        inner = protocol.Shape.InnerRadiusMm.RoundedShoulder * Math.Sqrt(2);
        var line = crown.CentralGroove;
        floor = line.Average(p => Surface(p.X, p.Y)) - cavity.Depth.Value.Target.Value;
        boxes = [.. cavity.BoxPlans.Select(box => BoxOf(box, protocol.Shape))];
        ridges = [.. Standing(protocol.CuspCover.Least(functional: false, rootTreated: false).Value)];
        // Only under the cusps that are covered.
        var functional = Cusps.Of(plan.Tooth).Where(IsFunctional).ToArray();
        shoulder = cavity.FunctionalShoulder?.Value.Value ?? 0;
        (covered, standing) = ([.. cavity.Covered.Select(crown.Tip)], [.. Cusps.Of(plan.Tooth).Except(cavity.Covered).Select(crown.Tip)]);
        underRim =
            functional.Max(cusp => plan.Zone(new Zone(ZoneKind.FunctionalCusp, cusp).Name)?.Depth.Value.Target.Value ?? 0)
            + protocol.CuspCover.ShoulderUnderCuspMm.Value;
        side = functional[0].IsFacial() ? 1 : -1;
        if (shoulder > 0)
            outline = Outline();
        if (cavity.Covered.Any())
            top = Top(present, plan, protocol);
        lowest = Math.Min(floor, boxes.Count > 0 ? boxes.Min(box => box.Floor) : floor) - 0.5;

        double Surface(double x, double y) => Crossing.Edge(0, present.Form.Size.Length + 0.5, z => present.Form.At(new Vec3(x, y, z)));
    }

    /// <summary>Along which the trench runs, in plan.</summary>
    internal IReadOnlyList<Vec2> Groove => crown.CentralGroove;

    /// <summary>Half of the trench's width at its floor.</summary>
    internal double Half => half;

    /// <summary>From where to where the trench runs at its floor: between the axial walls of the boxes, or the ridges that stay.</summary>
    internal (double Distal, double Mesial) TrenchEnds => (End(-1), End(1));

    private double End(int way) =>
        boxes.FirstOrDefault(box => box.Side == way) is { } box
            ? way * box.Axial
            : way
                * ridges
                    .Where(ridge => ridge.Way == way)
                    .Select(ridge => ridge.Most)
                    .DefaultIfEmpty(Present.Form.Size.Mesiodistal / 2)
                    .Min();

    /// <summary>How far a place lies from the groove, in plan.</summary>
    internal double Beside(Vec3 p)
    {
        var line = crown.CentralGroove;
        var q = Present.Form.Unfitted(p);
        var beside = double.PositiveInfinity;
        for (var i = 0; i + 1 < line.Length; i++)
            beside = Math.Min(beside, Polygon.ToSegment(new Vec2(q.X, q.Y), line[i], line[i + 1]));
        return beside;
    }

    internal Box BoxAt(ProximalSide side) => boxes.First(one => one.Side == side.Way());

    /// <summary>Its floor, where its axial wall stands there, the middle and half of its width; all walls open upwards.</summary>
    internal sealed record Box(int Side, double Axial, double Floor, double Middle, double Half)
    {
        /// <summary>From the ridge straight down to the floor.</summary>
        public required double Depth { get; init; }

        /// <summary>From the outermost place of the side in to the axial wall at the floor.</summary>
        public required double AxialDepth { get; init; }
    }

    internal override Mesh Unplaced(Fineness fineness)
    {
        var mesh = fineness == Fineness.Preview ? Present.Surface : Present.Form.Unplaced(fineness);
        var down = Drops(mesh, []);
        for (var pass = 0; pass < Halvings; pass++)
        {
            var (now, drops) = (mesh, down);
            mesh = Refinement.Split(now, Crossed, Middle);

            bool Crossed(int a, int b) =>
                Math.Abs(drops[a] - drops[b]) is var step
                && step > 0.15
                && (now.Positions[a] - now.Positions[b]).Length() is var length
                && length > Shortest
                && step > 0.8 * length;

            // A middle between two places of the surface: what it is off the curve is far below the wall that will stand there.
            Vec3 Middle(int a, int b) => (now.Positions[a] + now.Positions[b]) / 2;

            // Vertices keep their numbers; only new ones are asked about.
            down = Drops(mesh, drops);
        }
        var places = mesh.Positions.ToArray();
        Parallel.For(0, (places.Length + 511) / 512, run =>
        {
            for (var i = run * 512; i < Math.Min(places.Length, (run + 1) * 512); i++)
            {
                if (down[i] > 0)
                    places[i] = (System.Numerics.Vector3)Inside(places[i] - new System.Numerics.Vector3(0, 0, (float)down[i]));
            }
        });
        return new Mesh(places, [.. mesh.Corners]);
    }

    internal override double? Read(Zone zone)
    {
        if (!zone.Kind.IsBox())
            return null;
        var box = BoxAt(Zones.OfBox(ProximalSide.Mesial).Contains(zone) ? ProximalSide.Mesial : ProximalSide.Distal);
        return zone.Kind.IsBoxFloor() ? box.Depth : box.AxialDepth;
    }

    /// <summary>On the shoulder, or where a covered cusp's cut runs out at the wall of one that stays.</summary>
    internal override bool IsShelf(Vec3 place)
    {
        const double near = 0.3;
        var q = Present.Form.Unfitted(place);
        var beside = BesideStanding(q);
        if (beside - ((place.Z - floor) * slope) > -inner)
            return true;
        if (shoulder == 0)
            return false;
        var inset = outline!.At(Math.Atan2(place.Y, place.X)) - Math.Sqrt((place.X * place.X) + (place.Y * place.Y));
        return inset < shoulder + near
            && side * q.Y > 0
            && beside < near
            && q.Z - crown.Table.OverRim(q.X, q.Y).RimHeight + underRim < near;
    }

    /// <summary>How far each vertex comes down.</summary>
    private double[] Drops(Mesh mesh, double[] known)
    {
        var drops = new double[mesh.Positions.Length];
        known.CopyTo(drops, 0);
        Parallel.For(0, (drops.Length - known.Length + 511) / 512, run =>
        {
            for (var i = known.Length + (run * 512); i < Math.Min(drops.Length, known.Length + ((run + 1) * 512)); i++)
            {
                Vec3 p = mesh.Positions[i];
                if (p.Z > lowest && Uncut(p) < 0)
                    drops[i] = p.Z - Crossing.Edge(lowest - 1, p.Z, z => -Uncut(p with { Z = z }));
            }
        });
        return drops;
    }

    /// <summary>Positive outside of all that is cut; grows downwards everywhere.</summary>
    private double Uncut(Vec3 p)
    {
        var whole = Trench(p);
        foreach (var box in boxes)
            whole = Blend.Min(whole, InBox(p, box), 0.15);
        if (top is not null)
            whole = Math.Min(whole, OnTop(p, top));
        return shoulder > 0 ? Blend.Min(whole, OnShoulder(p), 0.15) : whole;
    }

    /// <summary>The covered cusps, up to the walls of those that stay.</summary>
    private double OnTop(Vec3 p, ReducedTop reduced)
    {
        var cut = -reduced.Over(p).Distance;
        return standing.Length == 0 || cut > inner ? cut : Rounded(cut, BesideStanding(Present.Form.Unfitted(p)) - ((p.Z - floor) * slope));
    }

    /// <summary>Along the groove, from box to box or to the inner foot of the ridges.</summary>
    private double Trench(Vec3 p)
    {
        var up = (p.Z - floor) * slope;
        var wall = Beside(p) - half - up;
        foreach (var (way, most) in ridges)
            wall = Math.Max(wall, (way * p.X) - most - up);
        return Rounded(floor - p.Z, wall);
    }

    /// <summary>A ridge that stays keeps as much behind it as a vital cusp that stays, up to its crest.</summary>
    private IEnumerable<(int Way, double Most)> Standing(double least)
    {
        foreach (var end in Enum.GetValues<ProximalSide>())
        {
            if (Plan.At(new Zone(end.Ridge())) is not null)
                continue;
            var way = end.Way();
            var crest = crown.Table.RimHeight.At(way > 0 ? 0 : Math.PI);
            yield return (way, (way * Contact(way).X) - least - ((crest - floor) * slope));
        }
    }

    /// <summary>On the side of the functional cusps, under their bevels: as wide as the shoulder, its inner angle rounded.</summary>
    private double OnShoulder(Vec3 p)
    {
        var q = Present.Form.Unfitted(p);
        var under = crown.Table.OverRim(q.X, q.Y).RimHeight - underRim - q.Z;
        var inset = outline!.At(Math.Atan2(p.Y, p.X)) - Math.Sqrt((p.X * p.X) + (p.Y * p.Y));
        // From the corners on the contacts begin.
        return Rounded(under, Math.Max(inset - shoulder, Math.Max(0.8 * ((0.85 * Math.Abs(q.X)) - (side * q.Y)), BesideStanding(q))));
    }

    /// <summary>
    /// How far a place lies on the side of a cusp that stays: half-way between the tips, in the groove, a covered one's cut ends at a
    /// wall.
    /// </summary>
    private double BesideStanding(Vec3 q)
    {
        if (covered.Length == 0 || standing.Length == 0)
            return double.NegativeInfinity;
        var at = new Vec2(q.X, q.Y);
        var near = covered.MinBy(tip => (tip - at).Length);
        var own = (near - at).Length;
        return standing.Max(tip => ((own * own) - Math.Pow((tip - at).Length, 2)) / (2 * (tip - near).Length));
    }

    /// <summary>How far the tooth reaches in every direction at the shoulder.</summary>
    private AngleTable Outline() =>
        new(angle =>
        {
            var (sin, cos) = Math.SinCos(angle);
            var far = Present.Form.Size.Mesiodistal + Present.Form.Size.Faciolingual;
            var level = crown.Table.RimHeight.At(angle) - underRim;
            return Crossing.Edge(0, far, r => Present.Form.At(new Vec3(r * cos, r * sin, level)));
        });

    private bool IsFunctional(Cusp cusp) => cusp.IsFunctional(Plan.Tooth, Plan.Assessment.Crossbite);

    private double InBox(Vec3 p, Box box)
    {
        var up = (p.Z - box.Floor) * slope;
        var beside = Math.Abs(p.Y - box.Middle) - box.Half - up;
        // The axial wall leans to the middle of the tooth.
        var inward = (box.Axial - (box.Side * p.X)) - up;
        return Rounded(box.Floor - p.Z, Blend.Max(beside, inward, inner));
    }

    /// <summary>Floor and wall together, their inner angle rounded. Walls lean little: their distance is nearly level.</summary>
    private double Rounded(double floor, double wall) => Blend.Max(floor, wall, inner);

    /// <summary>Where a side reaches farthest.</summary>
    private System.Numerics.Vector3 Contact(int way) => Present.Surface.Positions.ToArray().MaxBy(p => way * p.X);

    private Box BoxOf(BoxPlan plan, ShapeHabits shape)
    {
        var way = plan.Side.Way();
        var level = crown.Cervical(way > 0 ? 0 : Math.PI) + Plan.OverNeck(Plan.Margin.At(plan.Side.Middle()), shape).Value;
        // The floor's width counts inwards from the surface at its own height.
        var contact = Contact(way);
        var outer = Crossing.Edge(0, Present.Form.Size.Mesiodistal, x => Present.Form.At(new Vec3(way * x, contact.Y, level)));
        var axial = Math.Min(outer - plan.GingivalFloor.Value, (way * contact.X) - plan.Axial.Value.Target.Value);
        var ridge = Present.Surface.Positions.ToArray().Where(p => Math.Abs(p.Y - contact.Y) < 0.3 && way * p.X > axial).Max(p => p.Z);
        return new Box(way, axial, level, contact.Y, half + plan.NeighbourGap.Value + (plan.Widened.Value.Value / 2))
        {
            Depth = ridge - level,
            AxialDepth = (way * contact.X) - axial,
        };
    }

    /// <summary>Covered cusps with their outer bevels; toward the bevel's lower end the depth becomes that of the shoulder.</summary>
    private ReducedTop Top(PresentTooth present, Plan plan, Protocol protocol)
    {
        var surface = present.Surface;
        var (zones, labels) = present.Labels(plan.Assessment.Crossbite, protocol.Shape.BevelHeightMm.Value);
        var asked = zones
            .All.Select(zone => zone.Kind == ZoneKind.Groove ? double.NaN : plan.Zone(zone.Name)?.Depth.Value.Target.Value ?? double.NaN)
            .ToArray();
        var depths = Array.ConvertAll(labels, label => label < 0 ? double.NaN : asked[label]);
        var ends = cavity.FunctionalShoulder?.Value.Value ?? protocol.CuspCover.FunctionalShoulderMm.Value;
        for (var i = 0; i < depths.Length; i++)
        {
            if (double.IsNaN(depths[i]) || zones.All[labels[i]].Kind != ZoneKind.FunctionalCuspBevel)
                continue;
            var p = present.Form.Unfitted(surface.Positions[i]);
            var above = p.Z - crown.Table.OverRim(p.X, p.Y).RimHeight + protocol.Shape.BevelHeightMm.Value - ends;
            var depth = ends + ((depths[i] - ends) * Curves.SmoothStep(0, 0.6, above));
            // Over a shoulder the whole bevel is cut, down to its floor and no deeper; without one it runs out.
            depths[i] =
                shoulder > 0 ? Math.Min(depth, Math.Max(0.1, p.Z - crown.Table.OverRim(p.X, p.Y).RimHeight + underRim))
                : above < 0 ? double.NaN
                : depth;
        }
        SurfaceValues.Even(surface, depths, 5, depth => !double.IsNaN(depth), depth => !double.IsNaN(depth));
        var tops = HeightGrid.Of(surface, 0.1);
        return new ReducedTop(surface, depths, protocol.Shape.OuterEdgeRadiusMm.Value, (x, y) => tops.At(x, y) + 0.3, 0.1);
    }
}
