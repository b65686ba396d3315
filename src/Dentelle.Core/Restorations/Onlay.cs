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
        var cut = context.Entry.Depth(functional ? ZoneKind.FunctionalCusp : ZoneKind.NonFunctionalCusp, Surface.Ceramic)!;
        var level = LevelDown.To(
            form.Length,
            $"the cusp tip, about: {form.Length} of crown",
            cut,
            "The covered cusp's depth",
            context.Protocol
        );
        return functional && context.Cavity!.FunctionalShoulder is not null
            ? level.Under(context.Protocol.CuspCover.ShoulderUnderCuspMm, "The shoulder lies under the cusp")
            : level;
    }

    /// <summary>Without a box it ends on a side at the ridge that was taken down.</summary>
    private static Reasoned<Mm>? LoweredRidge(ProximalSide side, FormFigures form, PlanContext context)
    {
        if (!IsLowered(side, context) || form.Ridge(side)?.Told is not { } ridge)
            return null;
        var cut = context.Entry.Depth(side.Ridge(), Surface.Ceramic)!;
        return LevelDown.To(ridge, $"the marginal ridge, about: {ridge} over the neck", cut, "The ridge's depth", context.Protocol);
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
