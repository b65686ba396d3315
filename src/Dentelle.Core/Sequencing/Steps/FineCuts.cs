using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>What the rough pass left. Over walls it keeps to the shape that cut the line: one step for each class of finish line.</summary>
internal static class FineCuts
{
    public static Cut Of(StepEntry entry, ToCut left, StepBench bench)
    {
        var groups = bench
            .Zones(entry)
            .Where(zone => left.At(zone) > Mm.Zero)
            .GroupBy(zone => entry.OverLines && !bench.School.OneBurEach ? bench.Tooth.ClassAt(ToothToCut.SegmentOf(zone.Zone.Kind)) : null)
            .OrderBy(group => group.Key)
            .ToArray();
        var name = bench.Plan.Tooth.IsFront ? entry.FrontName : null;
        return groups.Aggregate(new Cut([], left), (cut, group) =>
        {
            var part = groups.Length > 1 && group.Key is { } line ? new StepPart($"over {Kebab.Of(line)}s") : null;
            return cut.Then(Pass(new StepDraft(entry) { Name = name, Part = part }, group.Key, [.. group], cut.Left, bench));
        });
    }

    private static Cut Pass(StepDraft draft, LineClass? line, ZonePlan[] zones, ToCut left, StepBench bench)
    {
        var entry = draft.Entry;
        var width = entry.OverLines ? bench.Tooth.LineWidthAt(ToothToCut.SegmentOf(zones[0].Zone.Kind)) : null;
        var (choice, tool) = bench.Choose(bench.RoleOf(entry), width, line);
        var step = draft with
        {
            Cuts = [.. zones.Select(zone => new ZoneCut(zone.Zone, left.At(zone), left.At(zone), 1, Mm.Zero, null))],
            Finished = width,
            Choice = choice,
            Tool = tool,
            Tilt = entry.OverLines ? bench.WallTilt(choice) : null,
        };
        return new([step.On(bench)], left.Less(zones.Select(zone => (zone, left.At(zone)))));
    }
}
