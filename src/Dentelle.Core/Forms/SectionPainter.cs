using System.Numerics;
using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Forms;

/// <summary>Everything a unit's drawing is taken from: the tooth, the planned body, and whose zone every vertex is.</summary>
internal sealed record UnitBodies(PresentTooth Present, PlannedForm Planned, SurfaceZones Zones, int[] Labels);

/// <summary>One section through the bodies with everything drawn in it.</summary>
internal static class SectionPainter
{
    /// <summary>Two outlines farther apart than this are no longer one.</summary>
    private const double Parted = 0.06;

    /// <summary>A margin is met this near to its planned level or not at all.</summary>
    private const double Near = 1;

    public static SectionDrawing Paint(Plan plan, UnitBodies bodies, ToothSection section, ShapeHabits shape)
    {
        var (cut, outline) = (section.Cut, section.Outline);
        var zones = section.Present.Select(bodies.Zones.Of).ToArray();
        var body = Walls(plan, bodies.Planned, section);
        return new(
            cut.Plane,
            cut.Through,
            outline,
            body,
            body.Outline.Points,
            Marks(plan, bodies, section.Present, outline, zones, body.NearMargin, body.FarMargin),
            Margins(plan, bodies.Planned, section, body.Outline.Points, shape),
            section.Enamel,
            section.Pulp
        );
    }

    /// <summary>Where the section meets the margin; a side that the plan leaves uncut has none.</summary>
    private static IReadOnlyList<MarginMark> Margins(
        Plan plan,
        PlannedBody? body,
        ToothSection section,
        IReadOnlyList<Vec2> prepared,
        ShapeHabits shape
    )
    {
        if (body is null)
            return [];
        var (near, far) = Sides(section.Cut);
        return [.. Mark(near, 1, section.Neck.Near), .. Mark(far, -1, section.Neck.Far)];

        IEnumerable<MarginMark> Mark(Segment segment, int side, double neck)
        {
            if (plan.Margin.Pieces.FirstOrDefault(piece => piece.Segment == segment) is not { } piece)
                yield break;
            var gum = neck + shape.GumAboveNeckMm.Value;
            if (body is PlannedForm { Margin: var ring })
            {
                var at = MarginIn(ring, section.Cut, side);
                yield return new(segment, at, at with { Y = gum });
            }
            else if (Leaving(section.Outline, prepared, side, gum, piece.Level.Value.Value) is { } met)
            {
                yield return new(segment, met.Margin, met.Gum);
            }
        }
    }

    /// <summary>For bodies that keep no ring of their margin: where, coming up from the root on one side, the planned outline leaves the present one.</summary>
    /// <returns>Null where the section misses the margin and leaves the tooth at another cut, the edge or a cusp's.</returns>
    private static (Vec2 Margin, Vec2 Gum)? Leaving(
        IReadOnlyList<Vec2> outline,
        IReadOnlyList<Vec2> prepared,
        int side,
        double gum,
        double level
    )
    {
        var edge = new Polygon(prepared);
        var lowest = Enumerable.Range(0, outline.Count).MinBy(i => outline[i].Y);
        // Outlines run counter-clockwise: up the near side, down the far one.
        var up = Enumerable
            .Range(0, outline.Count / 2)
            .Select(i => outline[(lowest + outline.Count + (i * side)) % outline.Count])
            .ToArray();
        var leaves = Array.FindIndex(up, at => edge.DistanceToEdge(at) > Parted);
        return leaves > 0 && Math.Abs(up[leaves - 1].Y - gum - level) < Near
            ? (up[leaves - 1], up.MinBy(at => Math.Abs(at.Y - gum)))
            : null;
    }

    /// <summary>The planned outline with its walls and what can be read off it.</summary>
    public static PlannedSection Walls(Plan plan, PlannedForm body, ToothSection section)
    {
        var cut = section.Cut;
        var planned = new Polygon(cut.Flat(cut.Outline(body.Surface)));
        var (near, far) = (MarginIn(body.Margin, cut, 1), MarginIn(body.Margin, cut, -1));
        var (nearSegment, farSegment) = Sides(cut);
        return new PlannedSection(
            planned,
            near,
            far,
            Math.Max(0, body.WallHeight(Math.Atan2(cut.Across.Y, cut.Across.X))),
            Math.Max(0, body.WallHeight(Math.Atan2(-cut.Across.Y, -cut.Across.X))),
            near.X - far.X - plan.Margin.At(nearSegment).Width.Value.Target.Value - plan.Margin.At(farSegment).Width.Value.Target.Value
        );
    }

    private static (Segment Near, Segment Far) Sides(SectionCut cut) =>
        cut.Plane == SectionPlane.Faciolingual ? (Segment.Facial, Segment.Lingual) : (Segment.Mesial, Segment.Distal);

    /// <summary>The tooth and what is made of it, without walls; a mark in the middle of each zone that the plan has.</summary>
    public static SectionDrawing PaintPresent(Plan plan, SurfaceZones zones, ToothSection section, PlannedBody? planned, ShapeHabits shape)
    {
        var (cut, outline) = (section.Cut, section.Outline);
        var prepared = planned is null ? [] : cut.Flat(cut.Outline(planned.Surface));
        var own = section.Present.Select(zones.Of).ToArray();
        var marks = new List<ZoneMark>();
        for (var i = 0; i < zones.All.Count; i++)
        {
            if (plan.Zone(zones.All[i].Name) is not { } zone)
                continue;
            var inZone = Run([.. Enumerable.Range(0, own.Length).Where(at => own[at] == i)], own.Length);
            if (inZone.Length == 0)
                continue;
            var index = Tip(zone.Zone, inZone, outline);
            var outward = ((outline[(index + 1) % own.Length] - outline[(index + own.Length - 1) % own.Length]).Turned * -1).Unit;
            marks.Add(new(zone.Zone.Name, outline[index], outline[index] - (outward * (zone.Depth.Value.Target.Value / 2)), outward, null));
        }
        return new(
            cut.Plane,
            cut.Through,
            outline,
            null,
            prepared,
            marks,
            Margins(plan, planned, section, prepared, shape),
            section.Enamel,
            section.Pulp
        );
    }

    /// <summary>The point of a ring in the plane, on its x side (1) or the other (−1).</summary>
    public static Vec2 MarginIn(MarginRing ring, SectionCut cut, int side)
    {
        var (best, found) = (double.PositiveInfinity, default(Vec3));
        for (var i = 0; i < AngleTable.Steps; i++)
        {
            var (a, b) = (On(i), On(i + 1));
            var (from, to) = (cut.Beside(a), cut.Beside(b));
            if (from <= 0 == to <= 0)
                continue;
            var place = Vec3.Mix(a, b, from / (from - to));
            if (-side * cut.Flat(place).X >= best)
                continue;
            (best, found) = (-side * cut.Flat(place).X, place);
        }
        return cut.Flat(found);

        Vec3 On(int i)
        {
            return ring.Place(2 * Math.PI * (i % AngleTable.Steps) / AngleTable.Steps);
        }
    }

    private static IReadOnlyList<ZoneMark> Marks(
        Plan plan,
        UnitBodies bodies,
        Vec3[] places,
        IReadOnlyList<Vec2> outline,
        int[] zones,
        Vec2 near,
        Vec2 far
    )
    {
        var marks = new List<ZoneMark>();
        var count = places.Length;
        var middle = (near.X + far.X) / 2;
        for (var zone = 0; zone < plan.Zones.Count; zone++)
        {
            var inZone = Run(
                Enumerable
                    .Range(0, count)
                    .Where(i => zones[i] == zone && outline[i].Y >= (outline[i].X > middle ? near.Y : far.Y))
                    .ToArray(),
                count
            );
            if (inZone.Length == 0)
                continue;
            var index = Tip(plan.Zones[zone].Zone, inZone, outline);
            var outward = ((outline[(index + 1) % count] - outline[(index + count - 1) % count]).Turned * -1).Unit;
            // From the planned surface back to the present one: over a pointed cusp the way down is longer than what is cut.
            var cut = bodies.Present.Tree.Closest(Nearest(bodies.Planned.Surface, places[index])).Distance;
            marks.Add(new(plan.Zones[zone].Zone.Name, outline[index], outline[index] - (outward * (cut / 2)), outward, cut));
        }
        return marks;
    }

    /// <summary>The vertex nearest to a place. For a handful of places no tree is worth its making.</summary>
    private static Vec3 Nearest(Mesh surface, Vec3 place)
    {
        var (nearest, best) = (default(Vector3), float.PositiveInfinity);
        var from = (Vector3)place;
        foreach (var p in surface.Positions)
        {
            var distance = Vector3.DistanceSquared(p, from);
            if (distance < best)
                (nearest, best) = (p, distance);
        }
        return nearest;
    }

    /// <summary>Indices in the order of the outline; a run across its seam stays together.</summary>
    private static int[] Run(int[] indices, int count)
    {
        if (indices.Length == 0 || indices[0] != 0 || indices[^1] != count - 1)
            return indices;
        var gap = 1;
        while (gap < indices.Length && indices[gap] == indices[gap - 1] + 1)
            gap++;
        return [.. indices[gap..], .. indices[..gap]];
    }

    // A cusp's number points at its tip, a groove's at its bottom, every other at the middle of its zone.
    private static int Tip(Zone zone, int[] inZone, IReadOnlyList<Vec2> outline) =>
        zone.Kind switch
        {
            ZoneKind.FunctionalCusp or ZoneKind.NonFunctionalCusp or ZoneKind.MesialRidge or ZoneKind.DistalRidge or ZoneKind.Edge =>
                inZone.MaxBy(i => outline[i].Y),
            ZoneKind.Groove => inZone.MinBy(i => outline[i].Y),
            _ => inZone[inZone.Length / 2],
        };
}
