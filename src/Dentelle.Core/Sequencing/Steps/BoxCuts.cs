using Dentelle.Core.Burs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>The boxes of an inlay or onlay, each side by itself: how far down, how far in, how wide, how its walls open.</summary>
internal static class BoxCuts
{
    public static Cut Of(StepEntry entry, ToCut left, StepBench bench) =>
        (bench.Plan.Cavity?.BoxPlans ?? []).Aggregate(new Cut([], left), (cut, box) =>
            cut.Then(Box(entry, box, bench.Plan.Cavity!, cut.Left, bench))
        );

    private static Cut Box(StepEntry entry, BoxPlan box, Cavity cavity, ToCut left, StepBench bench)
    {
        ZonePlan[] zones = [.. Zones.OfBox(box.Side).Select(zone => bench.Plan.Zone(zone.Name)!)];
        // The floor's width chooses the bur: one that is wider would cut the axial wall too far in.
        var (choice, tool) = bench.Choose(bench.RoleOf(entry), box.GingivalFloor, null);
        var after = left.Less(zones.Select(zone => (zone, zone.RoughCut)));
        var (floor, wall) = (zones[0].RoughCut, zones[1].RoughCut);
        var step = new StepDraft(entry)
        {
            Part = StepPart.Of(box.Side),
            Cuts = [.. zones.Select(zone => new ZoneCut(zone.Zone, zone.RoughCut, zone.RoughCut, 1, after.At(zone), null))],
            Measures =
            [
                new(floor, "floor, straight down from the ridge", null),
                new(wall, "axial wall, from the side inwards", bench.Mark(choice, wall)),
                .. Width(box, choice, bench),
            ],
            Choice = choice,
            Tool = tool,
            Tilt = bench.CavityTilt(choice),
            Hint =
                $"Floor {box.GingivalFloor} wide from the axial wall outwards; facial, lingual and axial wall open by "
                + $"{cavity.Divergence.From:0.#}–{cavity.Divergence.To:0.#}° each",
        };
        return new([step.On(bench)], after);
    }

    /// <summary>From facial to lingual at the floor; the fine pass widens it on both sides.</summary>
    private static IEnumerable<StepDepth> Width(BoxPlan box, BurChoice? choice, StepBench bench)
    {
        if (box.Width is not { } finished)
            yield break;
        var rough = (finished - (bench.Plan.FinishingAllowance * 2)).Told;
        var widths = choice?.Chosen is { } bur && BurWidths.Of(rough, bur.Tip) is { IsPlain: true } plain ? plain.Words : null;
        yield return new(rough, "wide at the floor, facial to lingual", widths);
    }
}
