using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Forms;

/// <summary>Everything a unit's drawing is taken from: the tooth, the planned body and what lies inside.</summary>
internal sealed record UnitBodies(PresentTooth Present, PlannedForm Planned, Mesh PlannedSurface, MeshTree PlannedTree, SurfaceZones Zones, int[] Labels, InnerBodies Inside);

/// <summary>One section through the bodies with everything drawn in it.</summary>
internal static class SectionPainter
{
    private const double Step = 0.08;

    public static SectionDrawing Paint(Plan plan, UnitBodies bodies, SectionCut cut, ShapeHabits shape)
    {
        var present = Even(cut.Outline(bodies.Present.Surface));
        var zones = present.Select(bodies.Zones.Of).ToArray();
        var planned = new Polygon(cut.Flat(cut.Outline(bodies.PlannedSurface)));
        var (near, far) = (MarginIn(bodies.Planned.Margin, cut, 1), MarginIn(bodies.Planned.Margin, cut, -1));
        var (nearSegment, farSegment) = cut.Plane == SectionPlane.Faciolingual ? (Segment.Facial, Segment.Lingual) : (Segment.Mesial, Segment.Distal);
        var outline = cut.Flat(present);
        var section = new PlannedSection(
            planned, near, far, bodies.Planned.WallHeight(Math.Atan2(cut.Across.Y, cut.Across.X)), bodies.Planned.WallHeight(Math.Atan2(-cut.Across.Y, -cut.Across.X)),
            near.X - far.X - plan.Margin.At(nearSegment).Width.Value.Target.Value - plan.Margin.At(farSegment).Width.Value.Target.Value,
            new Polygon(outline).Area - planned.Area);
        return new(
            cut.Plane, cut.Through, outline, section, Marks(plan, bodies, present, outline, zones, near, far),
            [
                new(nearSegment, near, near with { Y = Neck(bodies, cut, 1) + shape.GumAboveNeckMm.Value }),
                new(farSegment, far, far with { Y = Neck(bodies, cut, -1) + shape.GumAboveNeckMm.Value }),
            ],
            Crown(cut.Flat(cut.Outline(bodies.Inside.Dentine)), Neck(bodies, cut, 1), Neck(bodies, cut, -1)), cut.Flat(cut.Outline(bodies.Inside.Pulp)));
    }

    /// <summary>The point of a ring in the plane, on its x side (1) or the other (−1).</summary>
    public static Vec2 MarginIn(MarginRing ring, SectionCut cut, int side)
    {
        var (best, found) = (double.PositiveInfinity, default(Vec3));
        for (var i = 0; i < AngleTable.Steps; i++)
        {
            var (a, b) = (On(i), On(i + 1));
            var (from, to) = (cut.Beside(a), cut.Beside(b));
            if (from <= 0 == to <= 0) continue;
            var place = Vec3.Mix(a, b, from / (from - to));
            if (-side * cut.Flat(place).X >= best) continue;
            (best, found) = (-side * cut.Flat(place).X, place);
        }
        return cut.Flat(found);

        Vec3 On(int i)
        {
            var angle = 2 * Math.PI * (i % AngleTable.Steps) / AngleTable.Steps;
            var at = ring.Out(angle, ring.Radius(angle));
            return new Vec3(at.X, at.Y, ring.Level(angle));
        }
    }

    private static double Neck(UnitBodies bodies, SectionCut cut, int side) =>
        bodies.Planned.Margin.Neck(Math.Atan2(cut.Across.Y * side, cut.Across.X * side));

    private static IReadOnlyList<ZoneMark> Marks(Plan plan, UnitBodies bodies, Vec3[] places, IReadOnlyList<Vec2> outline, int[] zones, Vec2 near, Vec2 far)
    {
        var marks = new List<ZoneMark>();
        var count = places.Length;
        var middle = (near.X + far.X) / 2;
        for (var zone = 0; zone < plan.Zones.Count; zone++)
        {
            var inZone = Run(Enumerable.Range(0, count).Where(i => zones[i] == zone && outline[i].Y >= (outline[i].X > middle ? near.Y : far.Y)).ToArray(), count);
            if (inZone.Length == 0) continue;
            var index = Tip(plan.Zones[zone].Zone, inZone, outline);
            var outward = ((outline[(index + 1) % count] - outline[(index + count - 1) % count]).Turned * -1).Unit;
            // From the planned surface back to the present one: over a pointed cusp the way down is longer than what is cut.
            var cut = bodies.Present.Tree.Closest(bodies.PlannedTree.Closest(places[index]).Place).Distance;
            marks.Add(new(plan.Zones[zone].Zone.Name, outline[index], outline[index] - (outward * (cut / 2)), outward, cut));
        }
        return marks;
    }

    /// <summary>Indices in the order of the outline; a run across its seam stays together.</summary>
    private static int[] Run(int[] indices, int count)
    {
        if (indices.Length == 0 || indices[0] != 0 || indices[^1] != count - 1) return indices;
        var gap = 1;
        while (gap < indices.Length && indices[gap] == indices[gap - 1] + 1) gap++;
        return [.. indices[gap..], .. indices[..gap]];
    }

    // A cusp's number points at its tip, a groove's at its bottom, every other at the middle of its zone.
    private static int Tip(Zone zone, int[] inZone, IReadOnlyList<Vec2> outline) => zone.Kind switch
    {
        ZoneKind.FunctionalCusp or ZoneKind.NonFunctionalCusp or ZoneKind.MesialRidge or ZoneKind.DistalRidge or ZoneKind.Edge => inZone.MaxBy(i => outline[i].Y),
        ZoneKind.Groove => inZone.MinBy(i => outline[i].Y),
        _ => inZone[inZone.Length / 2],
    };

    /// <summary>The part of an outline above the neck, from the far side over the top to the near one.</summary>
    private static IReadOnlyList<Vec2> Crown(IReadOnlyList<Vec2> outline, double nearNeck, double farNeck)
    {
        bool Above(Vec2 p) => p.Y > (p.X > 0 ? nearNeck : farNeck) + 0.02;
        var start = Enumerable.Range(0, outline.Count).FirstOrDefault(i => Above(outline[i]) && !Above(outline[(i + outline.Count - 1) % outline.Count]));
        return [.. Enumerable.Range(0, outline.Count).Select(i => outline[(start + i) % outline.Count]).TakeWhile(Above)];
    }

    /// <summary>The closed line with points at even steps.</summary>
    private static Vec3[] Even(IReadOnlyList<Vec3> line)
    {
        var even = new List<Vec3>();
        for (var i = 0; i < line.Count; i++)
        {
            var (a, b) = (line[i], line[(i + 1) % line.Count]);
            var steps = Math.Max(1, (int)Math.Round((b - a).Length / Step));
            for (var k = 0; k < steps; k++) even.Add(Vec3.Mix(a, b, (double)k / steps));
        }
        return [.. even];
    }
}
