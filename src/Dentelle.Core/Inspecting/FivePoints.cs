using System.Text.Json.Serialization;
using Dentelle.Core.Judging;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>What every preparation is held to before an impression is taken.</summary>
[JsonConverter(typeof(KebabCase<CheckPoint>))]
public enum CheckPoint
{
    FacialRoom,
    OcclusalRoom,
    ContactsOpen,
    Margin,
    Undercuts,
}

[JsonConverter(typeof(KebabCase<CheckState>))]
public enum CheckState
{
    Pass,
    Fail,
    CantTell,
}

/// <param name="Measured">With what, in words.</param>
public sealed record PointCheck(CheckPoint Point, CheckState State, string Measured);

/// <summary>How near a neighbour stands to the cut, in the scan after.</summary>
public sealed record NeighbourGap(WallSide Side, double Gap, Vec3 Place)
{
    private const double Far = 3;

    /// <summary>Neighbours that were scanned; a side without one has none.</summary>
    internal static IEnumerable<NeighbourGap> All(MeasuredTooth tooth)
    {
        var (site, path) = (tooth.Site, tooth.Preparation.Plan.Path);
        if (tooth.Line is not { } line)
            yield break;
        foreach (var side in (WallSide[])[WallSide.Mesial, WallSide.Distal])
        {
            var way = side == WallSide.Mesial ? 1 : -1;
            var beyond = line.Stations.Max(station => station.Place.X * way);
            // What faces back from beyond the finish line is the neighbour.
            var faces = site.Mesh.Where(i =>
                site.Mesh.Triangle(i).A is var place
                && place.X * way > beyond - 0.3
                && !site.InCut[site.Mesh.Corners[3 * i]]
                && site.Mesh.AreaVector(i) is { LengthSquared: > 0 } area
                && area.Unit.X * way < -0.3
                && line.Over(place, path) > 0.5
            );
            int[] own = [.. Enumerable.Range(0, site.InCut.Length).Where(i => site.InCut[i] && site.Mesh.Normals[i].X * way > 0.5f)];
            if (faces.TriangleCount < 20 || own.Length < 10)
                continue;
            var distances = new MeshTree(faces).Distances(Array.ConvertAll(own, i => site.Mesh.Positions[i]), (float)Far);
            int[] sorted = [.. Enumerable.Range(0, own.Length).OrderBy(i => distances[i])];
            var nearest = sorted[sorted.Length / 50];
            if (distances[nearest] < Far)
                yield return new NeighbourGap(side, distances[nearest], site.Mesh.Positions[own[nearest]]);
        }
    }
}

/// <summary>The five points as a list: pass, fail, can't tell, with the measurement.</summary>
public static class FivePoints
{
    public static IReadOnlyList<PointCheck> Of(MeasuredTooth tooth, IReadOnlyList<ScanFinding> findings, InspectionLimits limits)
    {
        var plan = tooth.Preparation.Plan;
        return
        [
            Room(CheckPoint.FacialRoom, tooth, findings, zone => zone.Kind.IsFacial()),
            Occlusal(),
            Contacts(),
            Margin(),
            tooth.Undercut.Depth <= limits.UndercutMostMm.Value + tooth.Registration.Noise
                ? new(CheckPoint.Undercuts, CheckState.Pass, $"{ScanJudge.Told(tooth.Undercut.Depth)} along the plan's path")
                : new(
                    CheckPoint.Undercuts,
                    CheckState.Fail,
                    $"{ScanJudge.Told(tooth.Undercut.Depth)} in the {Kebab.Words(tooth.Undercut.Side)} wall"
                ),
        ];

        PointCheck Occlusal()
        {
            var depth = Room(CheckPoint.OcclusalRoom, tooth, findings, zone => zone.Occludes);
            if (depth.State == CheckState.CantTell)
                return depth;
            if (tooth.Room is not { Zones.Count: > 0 } room)
                return depth with { Measured = $"{depth.Measured}; the antagonist wasn't scanned" };
            var nearest = room.Zones.MinBy(zone => zone.After)!;
            var lacks = findings.Any(finding => finding.Kind == ScanFindingKind.Room);
            return depth with
            {
                State = lacks ? CheckState.Fail : depth.State,
                Measured = $"{depth.Measured}; nearest {ScanJudge.Told(nearest.After)} at the {nearest.Zone.Words.LowerFirst()}, closed",
            };
        }

        PointCheck Contacts()
        {
            var cutThrough = findings.Where(finding => finding.Kind == ScanFindingKind.Contact).ToArray();
            if (cutThrough.Length > 0)
                return new(
                    CheckPoint.ContactsOpen,
                    CheckState.Fail,
                    string.Join(", ", cutThrough.Select(finding => $"{finding.Where}: {finding.Headline.LowerFirst()}"))
                );
            var opened = plan.Rules().IsVeneer ? [] : Opened(plan).ToArray();
            if (opened.Length == 0)
                return new(CheckPoint.ContactsOpen, CheckState.Pass, "stay closed in this preparation");
            var gaps = tooth.Gaps.Where(gap => opened.Contains(gap.Side)).ToArray();
            if (gaps.Length == 0)
                return new(CheckPoint.ContactsOpen, CheckState.CantTell, "no neighbour was scanned");
            var closed = gaps.Where(gap => gap.Gap < CutSite.Threshold(tooth.Registration.Noise)).ToArray();
            var said = string.Join(", ", gaps.Select(gap => $"{Kebab.Words(gap.Side)} {ScanJudge.Told(gap.Gap)}"));
            return new(CheckPoint.ContactsOpen, closed.Length == 0 ? CheckState.Pass : CheckState.Fail, said);
        }

        PointCheck Margin()
        {
            if (tooth.Margin is not { } margin)
                return new(
                    CheckPoint.Margin,
                    CheckState.CantTell,
                    plan.Rules().HasWalls ? "no finish line was traced" : "level and width are told of crowns only: look along the line"
                );
            var wrong = findings.Count(finding => finding.IsOfMargin);
            var width = margin.Width is { } wide ? $"{ScanJudge.Told(wide)} wide in the middle" : "no straight wall over it";
            return new(
                CheckPoint.Margin,
                wrong == 0 ? CheckState.Pass : CheckState.Fail,
                wrong == 0 ? width : $"{wrong} {(wrong == 1 ? "place" : "places")} to correct, {width}"
            );
        }
    }

    /// <summary>Sides whose contact the plan cuts through.</summary>
    private static IEnumerable<WallSide> Opened(Plan plan)
    {
        foreach (var zone in plan.Zones.Where(zone => zone.Depth.Value.Target > Mm.Zero))
        {
            if (zone.Zone.Kind is ZoneKind.Mesial or ZoneKind.MesialBoxWall)
                yield return WallSide.Mesial;
            else if (zone.Zone.Kind is ZoneKind.Distal or ZoneKind.DistalBoxWall)
                yield return WallSide.Distal;
        }
    }

    private static PointCheck Room(CheckPoint point, MeasuredTooth tooth, IReadOnlyList<ScanFinding> findings, Func<Zone, bool> belongs)
    {
        var own = tooth
            .Depths.Where(depth => belongs(depth.Zone))
            .Select(depth => (depth.Zone, depth.Usual, Planned: tooth.Preparation.Plan.Zone(depth.Zone.Name)!.Depth.Value.Target.Value))
            .Where(zone => zone.Planned > 0)
            .ToArray();
        if (own.Length == 0)
            return tooth.Preparation.Plan.Zones.Any(zone => belongs(zone.Zone) && zone.Depth.Value.Target > Mm.Zero)
                ? new(point, CheckState.CantTell, "nothing was seen of it")
                : new(point, CheckState.Pass, "nothing is cut there");
        var shortest = own.MinBy(zone => zone.Usual - zone.Planned);
        var isShort = findings.Any(finding =>
            finding.Verdict is Verdict.Critical or Verdict.Under && finding.Zone is { } name && own.Any(zone => zone.Zone.Name == name)
        );
        return new(
            point,
            isShort ? CheckState.Fail : CheckState.Pass,
            $"{ScanJudge.Told(shortest.Usual)} of {new Mm(shortest.Planned)} at the {shortest.Zone.Words.LowerFirst()}"
        );
    }
}
