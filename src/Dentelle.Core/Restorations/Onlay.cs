using Dentelle.Core.Anatomy;
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
        base.NeedsDepth(zone)
        || zone
            is ZoneKind.FunctionalCusp
                or ZoneKind.FunctionalCuspBevel
                or ZoneKind.NonFunctionalCusp
                or ZoneKind.MesialRidge
                or ZoneKind.DistalRidge;

    /// <summary>It ends where its covered cusps were taken down to, and with a shoulder a little under that.</summary>
    internal override Reasoned<Mm>? OwnLevel(Segment segment, PlanContext context)
    {
        if (context.Assessment.Form is not { } form)
            return null;
        if (segment is Segment.Mesial or Segment.Distal)
            return LoweredRidge(segment == Segment.Mesial ? ProximalSide.Mesial : ProximalSide.Distal, form, context);
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

    /// <summary>Without a box it ends on a side at the ridge that was taken down.</summary>
    private static Reasoned<Mm>? LoweredRidge(ProximalSide side, FormFigures form, PlanContext context)
    {
        if (!IsLowered(side, context) || form.Ridge(side)?.Told is not { } ridge)
            return null;
        var zone = side == ProximalSide.Mesial ? ZoneKind.MesialRidge : ZoneKind.DistalRidge;
        var cut = context.Entry.Depth(zone, Surface.Ceramic)!;
        var (depth, gum) = (cut.Range(context.Protocol.Tolerance).Target, context.Protocol.Shape.GumAboveNeckMm);
        var level = Reasoned.From(
            ridge - new Mm(gum.Value),
            new Reason(
                $"From the gum to the marginal ridge, about: {ridge} over the neck less {gum.Value:0.0}",
                ridge.Value - gum.Value,
                gum.Source,
                gum.Standing
            )
        );
        return level.Then(level.Value - depth, new Reason("The ridge's depth", -depth.Value, cut.Source, cut.Standing));
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
