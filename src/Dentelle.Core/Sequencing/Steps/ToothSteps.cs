using System.Collections.Immutable;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>Turns one tooth's plan into the steps of its school: what each takes, with which bur, how deep, from where.</summary>
internal sealed class ToothSteps(StepBench bench)
{
    public StepBench Bench => bench;

    /// <summary>The school's stages as steps; stages that this tooth has nothing of are left out.</summary>
    public IReadOnlyList<IReadOnlyList<SheetStep>> Stages() =>
        Arrangement
            .Of(bench.Table.Arrangements, bench.Scene)
            .Aggregate((Left: ToCut.Of(bench.Scene.Plan), Stages: NoStages), Staged)
            .Stages;

    private static ImmutableList<IReadOnlyList<SheetStep>> NoStages => [];

    private (ToCut Left, ImmutableList<IReadOnlyList<SheetStep>> Stages) Staged(
        (ToCut Left, ImmutableList<IReadOnlyList<SheetStep>> Stages) before,
        IReadOnlyList<string> codes
    )
    {
        var made = codes.Aggregate(new Cut([], before.Left), (cut, code) => cut.Then(Make(bench.Table.Step(code), cut.Left)));
        return (made.Left, made.Steps.Count > 0 ? before.Stages.Add(made.Steps) : before.Stages);
    }

    /// <summary>A step outside of the school's stages; null when this tooth has no need of it.</summary>
    public SheetStep? Single(StepEntry entry) => Make(entry, ToCut.Of(bench.Scene.Plan)).Steps is [var step, ..] ? step : null;

    /// <summary>The steps of an entry on this tooth, and what is left to cut after them.</summary>
    private Cut Make(StepEntry entry, ToCut left)
    {
        if (!entry.When.Hold(bench.Scene))
            return new([], left);
        return entry.Cut switch
        {
            StepCut.Guide => new(GuideCuts.Of(entry, left, bench), left),
            StepCut.Bulk or StepCut.Ceramic => BulkCuts.Of(entry, left, bench),
            StepCut.Box => BoxCuts.Of(entry, left, bench),
            StepCut.Fine => FineCuts.Of(entry, left, bench),
            StepCut.Line => new(LineCuts.Of(entry, bench), left),
            StepCut.Trace => new(LineCuts.Traces(entry, bench), left),
            StepCut.Through => new(OtherCuts.Through(entry, left, bench), left),
            StepCut.Feature => new(OtherCuts.Features(entry, bench), left),
            _ => new([OtherCuts.Plain(entry, bench)], left),
        };
    }
}

/// <summary>Steps, and what is left to cut after them.</summary>
internal sealed record Cut(IReadOnlyList<SheetStep> Steps, ToCut Left)
{
    public Cut Then(Cut next) => new([.. Steps, .. next.Steps], next.Left);
}

/// <summary>What each zone still has to lose.</summary>
internal sealed record ToCut(ImmutableDictionary<Zone, Mm> Depths)
{
    public static ToCut Of(Plan plan) => new(plan.Zones.ToImmutableDictionary(zone => zone.Zone, zone => zone.Depth.Value.Target));

    public Mm At(ZonePlan zone) => Depths[zone.Zone];

    public ToCut Less(IEnumerable<(ZonePlan Zone, Mm By)> cuts) =>
        new(Depths.SetItems(cuts.Select(cut => KeyValuePair.Create(cut.Zone.Zone, Depths[cut.Zone.Zone] - cut.By))));
}
