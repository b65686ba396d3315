using Dentelle.Core.Plans;

namespace Dentelle.Core.Preparing;

/// <summary>
/// A plan with the depths that its own body takes: the material gives the least of a wall; the margin's width, the tooth's
/// bulge and the convergence give what the cut takes. Screen, paper, command line and judge speak of that.
/// </summary>
internal static class SettledPlan
{
    /// <summary>Depths are told to so much.</summary>
    private const double Step = 0.05;

    /// <returns>The plan, and the outcomes against what it now says.</returns>
    public static (Plan Plan, IReadOnlyList<ZoneOutcome> Outcomes) Of(Plan asked, IReadOnlyList<ZoneOutcome> outcomes, Mm tolerance)
    {
        if (outcomes.Count == 0)
            return (asked, outcomes);
        var zones = asked.Zones.Zip(outcomes, (zone, outcome) => Settled(zone, outcome, asked, tolerance)).ToArray();
        return (
            asked with
            {
                Zones = zones,
            },
            [
                .. zones.Zip(outcomes, (zone, outcome) =>
                    zone.Depth.Value.Target == outcome.Planned ? outcome : outcome with { Planned = zone.Depth.Value.Target, Why = null }
                ),
            ]
        );
    }

    private static ZonePlan Settled(ZonePlan zone, ZoneOutcome outcome, Plan plan, Mm tolerance)
    {
        if (!outcome.IsMeasured)
            return zone;
        var (asked, usual) = (zone.Depth.Value, outcome.Usual.Told);
        // An edge is measured as a difference of heights: half a step over the most is the most.
        if (zone.Zone.Kind == ZoneKind.Edge && usual > asked.Most && (outcome.Usual - asked.Most).Value < Step / 2)
            usual = asked.Most;
        var isShort = usual < Mm.Least(asked.Target - tolerance, asked.Most);
        // What rounds to what was asked is as asked. Where neighbouring cuts take more than asked, the cut itself stays as planned.
        var isAsked = Math.Abs((outcome.Usual - asked.Target).Value) <= ZoneOutcome.Tolerance;
        var target = !isAsked && (isShort || outcome.IsWall || zone.Zone.Kind == ZoneKind.Edge) ? usual : asked.Target;
        var isKept = target == asked.Target && !outcome.IsWall;
        // As measured and as told: a plan holds both.
        var taken = Mm.Most(outcome.Usual, outcome.Usual.Told);
        if (isKept && usual >= asked.Least && taken <= asked.Most)
            return zone;
        // A box has one reading: it is as planned within the tolerance, either way.
        var (least, most) = isKept
            ? (Mm.Least(asked.Least, usual), zone.Zone.Kind.IsBox() ? taken + tolerance : taken)
            : (
                Mm.Least(target - tolerance, Stepped(outcome.Least, Math.Floor)),
                zone.Zone.Kind.IsBox() ? target + tolerance : outcome.Most
            );
        var range = new MmRange(
            target,
            Mm.Most(Mm.Zero, Mm.Least(asked.Least, least)),
            Mm.Most(asked.Most, Mm.Most(target, Stepped(most, Math.Ceiling)))
        );
        var moved = target - asked.Target;
        return zone with
        {
            Depth =
                moved != Mm.Zero || usual > asked.Most
                    ? zone.Depth.Then(range, Because(zone, outcome, plan, usual, moved))
                    : zone.Depth with
                    {
                        Value = range,
                    },
            Thickness = moved > Mm.Zero ? zone.Thickness.MovedBy(moved, Mm.Zero) : zone.Thickness,
            Enough = moved > Mm.Zero ? asked.Target : null,
            RoughCut = Mm.Most(target - plan.FinishingAllowance, Mm.Zero),
        };
    }

    private static Mm Stepped(Mm length, Func<double, double> toWhole) => new(Math.Round(toWhole(length.Value / Step) * Step, 2));

    private static Reason Because(ZonePlan zone, ZoneOutcome outcome, Plan plan, Mm taken, Mm moved)
    {
        var text =
            outcome.IsWall && zone.Zone.Beside is { } segment && plan.Margin.Has(segment)
                ? $"At least {zone.Depth.Value.Target} for the material; {Wall(plan, segment)} takes {taken} here"
                : $"On this form {taken} is taken. {outcome.Why}".TrimEnd(' ', '.');
        return new Reason(text, moved.Rounded, "P", Standing.Assumed);
    }

    private static string Wall(Plan plan, Segment segment)
    {
        var piece = plan.Margin.At(segment);
        var lean = plan.Convergence.Value.Target.PerWall.Degrees;
        return $"a {lean:0.#}° wall from a {piece.Width.Value.Target} {Kebab.Words(piece.Design)}";
    }
}
