using Dentelle.Core.Burs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>Everything down to the rough depth, or what ceramic needs beyond metal.</summary>
internal static class BulkCuts
{
    public static Cut Of(StepEntry entry, ToCut left, StepBench bench) =>
        bench
            .Zones(entry)
            .Where(zone => Taken(entry, zone, bench) > Mm.Zero)
            .GroupBy(zone => StepBench.SideFor(entry, ToothToCut.SideOf(zone.Zone.Kind)))
            .Aggregate(new Cut([], left), (cut, side) => cut.Then(Side(entry, side.Key, [.. side], cut.Left, bench)));

    private static Cut Side(StepEntry entry, ProximalSide? side, ZonePlan[] zones, ToCut left, StepBench bench)
    {
        var segment = ToothToCut.SegmentOf(zones[0].Zone.Kind);
        var (width, role, depth) = (
            bench.Tooth.LineWidthAt(segment),
            bench.RoleOf(entry),
            StepBench.Usual(zones.Select(zone => Taken(entry, zone, bench)))
        );
        var isWall = bench.Table.Roles[role].Use == BurUse.Wall;
        var line = isWall || bench.Table.Roles[role].Families.Count == 0 ? bench.Tooth.ClassAt(segment) : null;
        var (choice, tool) = bench.Choose(role, isWall ? width ?? depth : depth, line);
        var reachesLine = isWall && zones.Any(zone => ToothToCut.StandsOnLine(zone.Zone.Kind));
        var draft = new StepDraft(entry)
        {
            Width = reachesLine && width is { } wide ? bench.Sunk(wide, choice) : null,
            Choice = choice,
            Tool = tool,
            Tilt = TiltOf(entry, isWall, choice, bench),
        };
        var after = left.Less(zones.Select(zone => (zone, Taken(entry, zone, bench))));
        StepPart?[] parts = InHalves(entry, bench) ? [StepPart.MesialHalf, StepPart.DistalHalf] : [StepPart.Of(side)];
        var steps = parts.Select(part => (draft with { Part = part, Cuts = [.. zones.Select(zone => ZoneOf(zone))] }).On(bench));
        return new([.. steps], after);

        ZoneCut ZoneOf(ZonePlan zone)
        {
            var taken = Taken(entry, zone, bench);
            return new(zone.Zone, taken, taken, 1.0 / parts.Length, after.At(zone), bench.Mark(choice, taken));
        }
    }

    /// <summary>What a step takes from a zone: down to the rough depth, or for metal only where ceramic comes last.</summary>
    private static Mm Taken(StepEntry entry, ZonePlan zone, StepBench bench) =>
        entry.Cut == StepCut.Ceramic ? bench.BeyondMetal(zone) : bench.Marked(zone);

    private static bool InHalves(StepEntry entry, StepBench bench) =>
        entry.Halves
        || (
            bench.Protocol.Takes("halves", "half")
            && entry.Surface is StepSurface.Occlusal or StepSurface.Facial
            && bench.School.Leaves("halves")
        );

    private static double? TiltOf(StepEntry entry, bool isWall, BurChoice? choice, StepBench bench) =>
        entry.Tilt == StepTilt.Bevel ? bench.Protocol.Shape.BevelDeg.Value
        : isWall ? bench.WallTilt(choice)
        : entry.Tilt == StepTilt.Cavity ? bench.CavityTilt(choice)
        : null;
}
