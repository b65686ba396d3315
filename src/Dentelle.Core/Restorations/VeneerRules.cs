using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;

namespace Dentelle.Core.Restorations;

/// <summary>What the veneers share: the facial surface, bonded to enamel, seated from the front and a little from the edge.</summary>
internal abstract class VeneerRules : RestorationRules
{
    public override bool IsVeneer => true;

    public override string Drawn => "seated from the front and a little from the edge";

    internal override bool Has(Zone zone, PlanContext context) => zone.Kind == ZoneKind.FacialGingivalThird || base.Has(zone, context);

    internal override bool NeedsDepth(ZoneKind zone) => zone is ZoneKind.Edge or ZoneKind.FacialIncisalThird or ZoneKind.FacialMiddleThird;

    internal override bool Has(Segment segment, PlanContext context) =>
        segment switch
        {
            Segment.Facial or Segment.Mesiofacial or Segment.Distofacial or Segment.Mesial or Segment.Distal => true,
            // It takes a proximal filling in whole, closes a dark triangle from behind, and carries the bulge that closes a gap:
            // it goes on round the side there.
            Segment.Mesiolingual => GoesThrough(ProximalSide.Mesial, FilledSurface.Mesial, context.Findings),
            Segment.Distolingual => GoesThrough(ProximalSide.Distal, FilledSurface.Distal, context.Findings),
            _ => false,
        };

    /// <summary>It lets the tooth's colour through: every step of shade needs more of it.</summary>
    internal override Reasoned<MmRange> Deepened(Zone zone, Reasoned<MmRange> set, PlanContext context)
    {
        var steps = context.Findings.ShadeSteps;
        if (steps <= 0 || !zone.Kind.IsFacial())
            return set;
        var (habit, range) = (context.Protocol.Veneers.ShadeStepMm, context.Protocol.Veneers.ShadeStepRangeMm);
        var deeper = new MmRange(
            set.Value.Target + new Mm(steps * habit.Value),
            set.Value.Least + new Mm(steps * range.From),
            set.Value.Most + new Mm(steps * range.To)
        );
        var text = $"{steps:0.#} {(steps == 1 ? "step" : "steps")} of shade to go: {habit.Value:0.##} more for each";
        return set.Then(deeper, new Reason(text, (deeper.Target - set.Value.Target).Rounded, habit.Source, habit.Standing));
    }

    internal override Vec3 Path(Protocol protocol) => VeneerForm.Toward(Seated(protocol.Veneers));

    /// <summary>How far its path points to the edge.</summary>
    private protected virtual Sourced<double> Seated(VeneerHabits habits) => habits.PathDeg;

    internal override VeneerEnamel Enamel(IReadOnlyList<ZonePlan> zones, PlanContext context)
    {
        var average = context.Protocol.Estimates.EnamelMm.Front;
        EnamelThird[] thirds =
        [
            Third(ZoneKind.FacialIncisalThird, average.Incisal),
            Third(ZoneKind.FacialMiddleThird, average.Middle),
            Third(ZoneKind.FacialGingivalThird, average.Cervical),
        ];
        // What is no enamel today is none afterwards either.
        var present = context.Findings.FacialEnamelShare ?? 1;
        var share = Math.Round(present * thirds.Average(third => third.BondedShare), 3);
        return new VeneerEnamel(thirds, share, average.Source, average.Standing);

        EnamelThird Third(ZoneKind kind, double enamel)
        {
            // A turned tooth has two halves.
            var cuts = zones.Where(zone => zone.Zone.Kind == kind).Select(zone => zone.Depth.Value).ToArray();
            // Cut to the least or the most of its range, evenly between: the share of that range that stays in enamel.
            var (least, most) = (cuts.Min(cut => cut.Least.Value), cuts.Max(cut => cut.Most.Value));
            var target = new Mm(cuts.Average(cut => cut.Target.Value));
            var bonded =
                most <= enamel ? 1
                : least >= enamel ? 0
                : (enamel - least) / (most - least);
            return new EnamelThird(kind, new(enamel), Mm.Most(new Mm(enamel) - target, Mm.Zero), Math.Round(bonded, 3));
        }
    }

    internal override Answer<PlannedBody>? Body(PresentTooth present, Plan plan, Protocol protocol) =>
        new VeneerForm(present, plan, protocol);

    private static bool GoesThrough(ProximalSide side, FilledSurface surface, Findings found) =>
        found.DarkTriangles.Contains(side)
        || (found.Gap.TryGetValue(side, out var gap) && gap > Mm.Zero)
        || found.Fillings.Any(filling => filling.Surface == surface);
}
