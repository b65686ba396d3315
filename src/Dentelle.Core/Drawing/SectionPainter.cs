using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>One section through the bodies with everything drawn in it.</summary>
internal static class SectionPainter
{
    /// <summary>Two outlines farther apart than this are no longer one.</summary>
    private const double Parted = 0.06;

    /// <summary>A margin is met this near to its planned level or not at all.</summary>
    private const double Near = 1;

    public static SectionDrawing Paint(Preparation preparation, PreparedSection section, ShapeHabits shape)
    {
        var (plan, tooth) = (preparation.Plan, section.Tooth);
        var zones = preparation.ZonesAlong(tooth);
        var prepared = section.Walls?.Outline.Points
            ?? (preparation.Body is { } body ? tooth.Cut.Flat(tooth.Cut.Outline(body.Surface)) : []);
        var isCut = plan.Rules().IsCut;
        return new()
        {
            Plane = tooth.Cut.Plane,
            Through = tooth.Cut.Through,
            Present = tooth.Outline,
            Planned = section.Walls,
            Prepared = prepared,
            Marks = preparation.Walled is { } walled
                ? Marks(preparation, walled, tooth, zones, section.Walls!)
                : Marks(preparation, tooth, zones),
            Margins = Margins(plan, preparation.Body, tooth, prepared, shape),
            Restored = RestoredOutline.In(
                plan,
                tooth,
                [.. zones.Select(zone => zone < 0 ? null : plan.At(preparation.Zones.All[zone])?.BuildOut)],
                prepared
            ),
            // A tooth that is not there has neither.
            Enamel = isCut ? tooth.Enamel : [],
            Pulp = isCut ? tooth.Pulp : [],
        };
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
        var (near, far) = PlannedSection.Sides(section.Cut.Plane);
        return [.. Mark(near, 1, section.Neck.Near), .. Mark(far, -1, section.Neck.Far)];

        IEnumerable<MarginMark> Mark(Segment segment, int side, double neck)
        {
            if (plan.Margin.Pieces.FirstOrDefault(piece => piece.Segment == segment) is not { } piece)
                yield break;
            var gum = neck + plan.Assessment.Findings.GumOverNeck(segment, new Mm(shape.GumAboveNeckMm.Value)).Value;
            if (body is PlannedForm { Margin: var ring })
            {
                var at = ring.In(section.Cut, side);
                yield return new(segment, at, at with { Y = gum });
            }
            else if (Leaving(section.Outline, prepared, side, gum, piece.Level.Value.Value) is { } met)
            {
                yield return new(segment, met.Margin, met.Gum);
            }
        }
    }

    /// <summary>
    /// For bodies that keep no ring of their margin: where, coming up from the root on one side, the planned outline leaves
    /// the present one.
    /// </summary>
    /// <returns>Null where the section misses the margin and leaves the tooth at another cut, the edge or a cusp's.</returns>
    private static (Vec2 Margin, Vec2 Gum)? Leaving(
        IReadOnlyList<Vec2> outline,
        IReadOnlyList<Vec2> prepared,
        int side,
        double gum,
        double level
    )
    {
        var lowest = Enumerable.Range(0, outline.Count).MinBy(i => outline[i].Y);
        // Outlines run counter-clockwise: up the near side, down the far one.
        var up = Enumerable
            .Range(0, outline.Count / 2)
            .Select(i => outline[(lowest + outline.Count + (i * side)) % outline.Count])
            .ToArray();
        var leaves = Array.IndexOf(new Polygon(prepared).Near(up, Parted), false);
        return leaves > 0 && Math.Abs(up[leaves - 1].Y - gum - level) < Near
            ? (up[leaves - 1], up.MinBy(at => Math.Abs(at.Y - gum)))
            : null;
    }

    /// <summary>A mark in the middle of each zone that the plan has.</summary>
    private static List<ZoneMark> Marks(Preparation preparation, ToothSection section, int[] zones)
    {
        var (outline, count) = (section.Outline, section.Outline.Count);
        var marks = new List<ZoneMark>();
        for (var i = 0; i < preparation.Zones.All.Count; i++)
        {
            if (preparation.Plan.At(preparation.Zones.All[i]) is not { } zone)
                continue;
            // A section across cuts no box, at most the ridge beside it.
            if (zone.Zone.Kind.IsBox() && section.Cut.Plane == SectionPlane.Faciolingual)
                continue;
            var inZone = Run([.. Enumerable.Range(0, count).Where(at => zones[at] == i)], count);
            if (inZone.Length == 0)
                continue;
            var (at, outward) = Place(zone.Zone, inZone, outline);
            marks.Add(new(zone.Zone.Name, at, at - (outward * (zone.Depth.Value.Target.Value / 2)), outward, null));
        }
        return marks;
    }

    /// <summary>The same above a margin all round, with what is really cut there.</summary>
    private static List<ZoneMark> Marks(
        Preparation preparation,
        PlannedForm walled,
        ToothSection section,
        int[] zones,
        PlannedSection walls
    )
    {
        var (outline, count, plan) = (section.Outline, section.Outline.Count, preparation.Plan);
        var middle = (walls.NearMargin.X + walls.FarMargin.X) / 2;
        var marks = new List<ZoneMark>();
        for (var zone = 0; zone < plan.Zones.Count; zone++)
        {
            var inZone = Run([.. Enumerable.Range(0, count).Where(i => zones[i] == zone && IsAboveMargin(outline[i]))], count);
            if (inZone.Length == 0)
                continue;
            var (at, outward) = Place(plan.Zones[zone].Zone, inZone, outline);
            // From the planned surface back to the present one: over a pointed cusp the way down is longer than what is cut.
            var place = section.Present[Tip(plan.Zones[zone].Zone, inZone, outline)];
            var cut = preparation.Present.Tree.Closest(walled.Surface.NearestVertex(place)).Distance;
            marks.Add(new(plan.Zones[zone].Zone.Name, at, at - (outward * (cut / 2)), outward, cut));
        }
        return marks;

        bool IsAboveMargin(Vec2 point) => point.Y >= (point.X > middle ? walls.NearMargin.Y : walls.FarMargin.Y);
    }

    /// <summary>Where a zone's number points, and the direction away from the tooth there.</summary>
    private static (Vec2 At, Vec2 Outward) Place(Zone zone, int[] inZone, IReadOnlyList<Vec2> outline)
    {
        var (index, count) = (Tip(zone, inZone, outline), outline.Count);
        var outward = ((outline[(index + 1) % count] - outline[(index + count - 1) % count]).Turned * -1).Unit;
        return (outline[index], outward);
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
            ZoneKind.FunctionalCusp
            or ZoneKind.NonFunctionalCusp
            or ZoneKind.MesialRidge
            or ZoneKind.DistalRidge
            or ZoneKind.MesialBoxFloor
            or ZoneKind.DistalBoxFloor
            or ZoneKind.Edge => inZone.MaxBy(i => outline[i].Y),
            ZoneKind.Groove => inZone.MinBy(i => outline[i].Y),
            _ => inZone[inZone.Length / 2],
        };
}
