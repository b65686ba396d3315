using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>A crown that covers everything: walls and margin all round.</summary>
internal sealed class Crown : RestorationRules
{
    public override Restoration Kind => Restoration.Crown;

    public override bool IsFullCrown => true;

    public override bool HasWalls => true;

    public override bool NamedByMaterial => true;

    public override IReadOnlyList<WallSide> WallSides => Enum.GetValues<WallSide>();

    public override Question Questions => base.Questions | Question.FinishLine | Question.Core;

    internal override bool Has(Zone zone, PlanContext context) => true;

    internal override bool NeedsDepth(ZoneKind zone) => zone is not (ZoneKind.FacialGingivalHalf or ZoneKind.FacialGingivalThird);

    internal override bool Has(Segment segment, PlanContext context) => true;

    /// <summary>One school cuts cusps, bevel and groove by one bur's width.</summary>
    internal override Reasoned<MmRange> BySchool(Zone zone, Reasoned<MmRange> set, PlanContext context)
    {
        var isChewed = zone.Occludes && zone.Kind is not (ZoneKind.Edge or ZoneKind.LingualFossa);
        if (!isChewed || !context.Protocol.Takes("occlusal-depth", "equal"))
            return set;
        var equal = context.Protocol.EqualOcclusalMm;
        var range = Ranges.From(equal.Value, null, null, context.Protocol.Tolerance);
        var text = $"Equal all over the chewing surface: {equal.Text ?? "one bur's width"}";
        return set.Then(range, new Reason(text, (range.Target - set.Value.Target).Rounded, equal.Source, equal.Standing));
    }

    internal override Problem? Contradiction(Assessment assessment, Decision decision, RestorationEntry entry) =>
        entry.Class == MaterialClass.AllCeramic && assessment.Tooth.IsFront && assessment.Findings.NoAntagonist
            ? Unless(
                decision,
                "all-ceramic-without-antagonist",
                $"{entry.Name} on a front tooth whose antagonist is missing: nobody knows where it will be hit. "
                    + "Replace the antagonist first, at least for a time, or choose metal-ceramic."
            )
            : null;

    internal override Answer<PlannedBody>? Body(PresentTooth present, Plan plan, Protocol protocol) =>
        PlannedForm.Cut(present, plan, protocol).Is(out var body, out var problem) ? body : problem;
}
