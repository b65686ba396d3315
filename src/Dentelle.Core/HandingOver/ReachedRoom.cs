using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.HandingOver;

/// <summary>A reading with the name of its gauge.</summary>
/// <param name="AfterScan">Whether it was taken after the newest scans.</param>
public sealed record TakenReading(Reading Reading, string Gauge, bool AfterScan);

/// <summary>How thick the restoration may become, zone by zone: what was planned, and what was measured of it last.</summary>
internal static class ReachedRoom
{
    /// <param name="plan">The plan.</param>
    /// <param name="readings">Standing readings, the newest first.</param>
    /// <param name="scan">What was measured on scans, ; null for none.</param>
    /// <param name="protocol">Tolerance and limits.</param>
    public static IEnumerable<RoomDocument> Of(Plan plan, IReadOnlyList<TakenReading> readings, ScannedTooth? scan, Protocol protocol)
    {
        var findings = scan is null ? [] : ScanJudge.Of(scan.Tooth, protocol);
        foreach (var zone in plan.Zones.Where(zone => zone.Thickness.Target > Mm.Zero))
        {
            var read = readings.FirstOrDefault(one => one.Reading.Zone == zone.Zone.Name);
            var depth = scan?.Tooth.Depths.FirstOrDefault(one => one.Zone == zone.Zone);
            var room = new RoomDocument
            {
                Zone = zone.Zone.Name,
                Words = zone.Zone.Words,
                LeastMm = zone.Thickness.Least.Rounded,
                PlannedMm = Planned(zone).Rounded,
                ClearanceMm = scan?.Tooth.Room?.Zones.FirstOrDefault(one => one.Zone == zone.Zone) is { } clear ? Fine(clear.After) : null,
                Standing = RoomStanding.NotMeasured,
            };
            yield return depth is not null && read?.AfterScan != true
                ? Scanned(room, zone, depth, [.. findings.Where(finding => finding.Zone == zone.Zone.Name)])
            : read is not null ? Read(room, zone, read)
            : room;
        }
    }

    /// <summary>What is cut and what stands out of the present surface together are the restoration's room.</summary>
    private static Mm Planned(ZonePlan zone) => zone.Depth.Value.Target + zone.BuildOut;

    /// <summary>What the judge finds short of the least is short here, and nothing else.</summary>
    private static RoomDocument Scanned(RoomDocument room, ZonePlan zone, MeasuredDepth depth, IReadOnlyList<ScanFinding> findings)
    {
        var outside = zone.BuildOut.Value;
        var found = new List<double>();
        foreach (var finding in findings)
        {
            if (finding is { Kind: ScanFindingKind.Depth, Verdict: Verdict.Critical })
                found.Add(depth.Usual + outside);
            else if (finding is { Kind: ScanFindingKind.Patch, Verdict: Verdict.Under, Beside: { } patch })
                found.Add(patch.Value + outside);
            else if (finding is { Kind: ScanFindingKind.Room, Beside: { } closed })
                found.Add(closed.Value);
        }
        double? least = found.Count > 0 ? found.Min() : null;
        return room with
        {
            ReachedMm = Fine(depth.Usual + outside),
            DoubtMm = Fine(ScanJudge.DoubtOf(depth).Value),
            LeastFoundMm = least is { } there ? Fine(there) : null,
            By = "scan",
            Standing =
                least < room.LeastMm ? RoomStanding.Short
                : depth.Usual + outside < room.LeastMm ? RoomStanding.Unsure
                : RoomStanding.Enough,
        };
    }

    private static RoomDocument Read(RoomDocument room, ZonePlan zone, TakenReading taken)
    {
        // What a gauge measures lies as far off the room as the plan's own numbers for both do.
        var off = (Planned(zone) - Judge.Expected(taken.Reading.Kind, zone).Target).Value;
        var interval = taken.Reading.Interval;
        var (from, below) = (interval.From.Value + off, interval.Below.Value + off);
        var least = room.LeastMm;
        const double dust = 1e-6;
        var (isUnder, isOver) = (interval.IncludesEnd ? below < least - dust : below <= least + dust, from >= least - dust);
        return room with
        {
            ReachedMm = Fine(from),
            UpToMm = interval.IsOpen ? null : Fine(below),
            By = taken.Gauge,
            Standing =
                isUnder ? RoomStanding.Short
                : isOver ? RoomStanding.Enough
                : RoomStanding.Unsure,
        };
    }

    private static double Fine(double length) => Math.Round(length, 2) + 0.0;
}
