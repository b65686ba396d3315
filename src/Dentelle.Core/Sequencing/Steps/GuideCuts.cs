using Dentelle.Core.Burs;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>Marks that reach the rough depth; what lies between them stays.</summary>
internal static class GuideCuts
{
    /// <summary>The role of a bur of which only half is sunk.</summary>
    private const string Half = "half-guide";
    private const string Plane = "plane";

    public static IReadOnlyList<SheetStep> Of(StepEntry entry, ToCut left, StepBench bench)
    {
        // A stump under an old crown has no surface that a guide could count from.
        if (bench.Scene.Findings.Stump)
            return [];
        var isHabit = !bench.School.AlwaysGuides;
        if (isHabit && bench.Protocol.Takes("depth-guides", "none"))
            return [];
        var plane = isHabit && bench.Protocol.Takes("depth-guides", "plane");
        var zones = bench.Zones(entry).Where(zone => bench.Marked(zone) > Mm.Zero).ToArray();
        if (zones.Length == 0)
            return [];
        var role = plane ? Plane : bench.RoleOf(entry);
        var depth = StepBench.Usual(zones.Select(bench.Marked));
        var (choice, tool) = bench.Choose(role, role == Half ? bench.Tooth.LineWidthAt(Segment.Lingual) ?? depth : depth, null);
        var most = Most(role, choice);
        ZoneCut[] cuts =
        [
            .. zones.Select(zone =>
            {
                var sunk = most is { } limit ? Mm.Least(limit, bench.Marked(zone)) : bench.Marked(zone);
                return new ZoneCut(zone.Zone, sunk, Mm.Zero, 1, left.At(zone) - sunk, bench.Mark(choice, sunk));
            }),
        ];
        var name = plane ? entry.PlaneName : null;
        return
        [
            new StepDraft(entry)
            {
                Name = name,
                Cuts = cuts,
                Choice = choice,
                Tool = tool,
            }.On(bench),
        ];
    }

    /// <summary>A stop or a neck holds the cutter up where it stands; of a tracer only half is sunk. Null where nothing holds it.</summary>
    private static Mm? Most(string role, BurChoice? choice) =>
        choice?.Chosen is not { } cutter ? null
        : role == Half ? cutter.Tip * 0.5
        : BurSums.SelfLimitedDepth(cutter)?.Value;
}
