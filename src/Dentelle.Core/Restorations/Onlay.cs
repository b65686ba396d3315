using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>
/// Covers the cusps that would not hold, with a shoulder under the functional ones unless the practice ends them V-shaped.
/// </summary>
internal sealed class Onlay : CavityRules
{
    public override Restoration Kind => Restoration.Onlay;

    internal override bool NeedsDepth(ZoneKind zone) =>
        base.NeedsDepth(zone) || zone is ZoneKind.FunctionalCusp or ZoneKind.FunctionalCuspBevel or ZoneKind.NonFunctionalCusp;

    /// <summary>It ends where its covered cusps were taken down to, and with a shoulder a little under that.</summary>
    internal override Reasoned<Mm>? OwnLevel(Segment segment, PlanContext context)
    {
        if (segment is Segment.Mesial or Segment.Distal || context.Assessment.Form is not { } form)
            return null;
        var functional = CuspSides.IsFunctional(segment, context);
        var gum = context.Protocol.Shape.GumAboveNeckMm;
        var cut = context.Entry.Depth(functional ? ZoneKind.FunctionalCusp : ZoneKind.NonFunctionalCusp, Surface.Ceramic)!;
        var depth = cut.Range(context.Protocol.Tolerance).Target;
        var whole = new Reason(
            $"From the gum to the cusp tip, about: {form.Length} of crown less {gum.Value:0.0}",
            form.Length.Value - gum.Value,
            gum.Source,
            gum.Standing
        );
        var level = Reasoned.From(form.Length - new Mm(gum.Value), whole);
        level = level.Then(level.Value - depth, new Reason("The covered cusp's depth", -depth.Value, cut.Source, cut.Standing));
        if (!functional || context.Cavity!.FunctionalShoulder is null)
            return level;
        var under = context.Protocol.CuspCover.ShoulderUnderCuspMm;
        var text = under.Text ?? "The shoulder lies under the cusp";
        return level.Then(level.Value - new Mm(under.Value), new Reason(text, -under.Value, under.Source, under.Standing));
    }

    private protected override CuspChoice Choose(Cusp cusp, Assessment assessment, Decision decision, Protocol protocol)
    {
        if (decision.Covered is { } chosen)
            return new(cusp, chosen.Contains(cusp), [new("Chosen for this tooth", null, "P", Standing.Assumed)]);
        var found = assessment.Findings;
        if (found.CrackedCusps.Count == 0 && found.CuspThickness.Count == 0 && found.IsthmusShare is null)
            return new(
                cusp,
                true,
                [new("Nothing was found about the cusps: an onlay then covers all of them", null, "P", Standing.CommonPractice)]
            );
        var reasons = CuspCovering.Reasons(cusp, assessment, protocol.CuspCover);
        return reasons.Count > 0
            ? new(cusp, Covered: true, reasons)
            : new(cusp, Covered: false, [new("Nothing found speaks for covering it", null, "P", Standing.CommonPractice)]);
    }

    private protected override Reasoned<Mm>? FunctionalShoulder(
        IReadOnlyList<CuspChoice> cusps,
        Assessment assessment,
        Protocol protocol
    ) =>
        !protocol.Takes("functional-shoulder", "v-form")
        && cusps.Any(choice => choice.Covered && choice.Cusp.IsFunctional(assessment.Tooth, assessment.Crossbite))
            ? protocol.CuspCover.FunctionalShoulderMm.Reasoned("Shoulder on functional cusps")
            : null;
}
