using Dentelle.Core.Burs;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Judging;

/// <summary>Compares readings with the plan and says what to correct. Pure.</summary>
public static class Judge
{
    // A reading this narrow is told as one number; a wider one as what is surely missing and what may be. Millimetres.
    private const double Exact = 0.25;

    /// <param name="reading">The reading.</param>
    /// <param name="plan">The plan of its unit.</param>
    /// <param name="protocol">Tolerance, gauges and burs.</param>
    /// <param name="inWidths">
    /// How a length is told in widths of the bur in hand; when null the protocol's bur with the plainest fraction is named.
    /// </param>
    public static Answer<Finding> Of(Reading reading, Plan plan, Protocol protocol, Func<Mm, InWidths>? inWidths = null)
    {
        if (plan.Zone(reading.Zone) is not { } zone)
        {
            return new Problem(
                "unknown-zone",
                $"{plan.Tooth.Iso} has no zone “{reading.Zone}”.",
                [.. plan.Zones.Select(known => known.Zone.Name)]
            );
        }

        if (reading.Kind == ReadingKind.Clearance && !zone.Zone.Occludes)
            return new Problem(
                "reading-kind",
                $"{zone.Zone.Words} meets no antagonist, so no clearance can be read there; read an index gap."
            );

        if (plan.Assessment.Findings.Stump && reading.Kind is ReadingKind.IndexGap or ReadingKind.HeightDifference)
            return new Problem(
                "reading-kind",
                "Under an old crown no uncut tooth was left to count from; read the clearance, or an index of the wax-up."
            );

        var expected = Expected(reading.Kind, zone);
        // Where room was there before, the uniform school leaves a larger gap, up to its own limit.
        if (
            reading.Kind == ReadingKind.Clearance
            && plan.BuildOutSchool == BuildOutSchool.Uniform
            && zone.RoomBefore is { } before
            && before > Mm.Zero
        )
            expected = new MmRange(expected.Target, expected.Least, Mm.Most(expected.Most, new Mm(protocol.Cautions.RoomMostMm.Value)));
        // A wall that the cut takes farther than the material needs is not short of what the cut would take.
        var goal = expected.Target - (zone.Depth.Value.Target - (zone.Enough ?? zone.Depth.Value.Target));
        var bands = new Bands(expected, goal, protocol.Tolerance);
        var (verdict, isProbable) = bands.Of(reading.Interval);
        var most = Mm.Most(goal - reading.Interval.From, Mm.Zero);
        var least = reading.Interval.IsOpen ? Mm.Zero : Mm.Most(goal - reading.Interval.Below, Mm.Zero);
        var settling = verdict == Verdict.CantTell || isProbable ? bands.Settling(reading.Interval, Sizes(protocol)) : null;
        var (headline, instruction) = Words(verdict, zone, expected, reading, least, most, length => Told(length, protocol, inWidths));
        return new Finding
        {
            Reading = reading,
            Verdict = verdict,
            IsProbable = isProbable,
            Expected = expected,
            CorrectionLeast = least,
            CorrectionMost = most,
            Headline = isProbable ? $"Probably {headline.LowerFirst()}" : headline,
            Instruction = settling is null ? instruction : $"{Doubt(reading, settling, expected)} {instruction}".TrimEnd(),
            SettlingGauge = settling?.Size,
        };
    }

    /// <summary>What a reading of this kind should show once the zone is cut to the plan.</summary>
    public static MmRange Expected(ReadingKind kind, ZonePlan zone) =>
        kind switch
        {
            ReadingKind.Clearance => zone.ExpectedClearance,
            // The index of a wax-up stands where the restoration's surface will stand.
            ReadingKind.WaxUpIndexGap => zone.Depth.Value.MovedBy(zone.BuildOut, Mm.Zero),
            _ => zone.Depth.Value,
        };

    private static (string Headline, string Instruction) Words(
        Verdict verdict,
        ZonePlan zone,
        MmRange expected,
        Reading reading,
        Mm least,
        Mm most,
        Func<Mm, string> widths
    ) =>
        verdict switch
        {
            Verdict.Within => ("Within", $"{reading.Interval} against {expected}. Nothing to correct."),
            Verdict.Over => (
                reading.Interval.From > expected.Target ? $"{reading.Interval.From - expected.Target} over" : "Over",
                $"{zone.Zone.Words} is deeper than the most of {expected.Most}. This can't be cut back: check the "
                    + "wall that is left and the pulp, and consider a build-up or another material."
            ),
            Verdict.CantTell => ("Can't tell", ""),
            _ => Short(verdict, zone, expected, least, most, widths),
        };

    private static (string Headline, string Instruction) Short(
        Verdict verdict,
        ZonePlan zone,
        MmRange expected,
        Mm least,
        Mm most,
        Func<Mm, string> widths
    )
    {
        var critical =
            verdict != Verdict.Critical ? ""
            : zone.Zone.Kind.IsBoxFloor() ? " Its margin stands higher than planned: look whether the contact is free and no caries stays."
            : zone.Zone.Kind.IsFacial() ? $" Below the least of {expected.Least} it comes out bulging, or the colour underneath shows."
            : $" Below the least of {expected.Least} the restoration is too thin and may break.";
        if ((most - least).Value < Exact && least > Mm.Zero)
        {
            // Told as finely as it is cut.
            var amount = ((least + most) * 0.5).Told;
            return ($"{amount} short", $"{amount} more: {widths(amount)}.{critical}");
        }

        // A wide interval gives its safe end first: what is surely missing. The rest waits for the next reading.
        return least > Mm.Zero
            ? ($"{least} to {most} short", $"{least} more first: {widths(least)}, then read again: up to {most} may be missing.{critical}")
            : ($"up to {most} short", $"Shave and read again: up to {most} may be missing, {widths(most)}.{critical}");
    }

    private static string Doubt(Reading reading, Settling settling, MmRange expected)
    {
        var reads =
            reading.Interval.IsOpen && settling.Size is null
                ? $"Nothing larger was tried: more than {settling.Limit} is not ruled out."
                : $"{reading.Interval} straddles {settling.Limit} (target {expected.Target}).";
        return settling switch
        {
            { Name: { } name, Size: { } size } => $"{reads} The {size} of the {name} would settle it.",
            _ when reading.Interval.IsOpen => reads,
            _ => $"{reads} No gauge of the set would settle it; read a scale.",
        };
    }

    /// <summary>The bur in hand first; where none of its plain fractions fits, the one of another bur behind it.</summary>
    private static string Told(Mm length, Protocol protocol, Func<Mm, InWidths>? inHand)
    {
        var plainest = BurWidths.Of(length, BurWidths.Plainest(length, protocol.BursInHand.Select(bur => new Mm(bur.TipMm))));
        var own = inHand?.Invoke(length) ?? plainest;
        return own.IsPlain || !plainest.IsPlain ? own.Words : $"{own.Words} ({plainest.Words})";
    }

    private static IEnumerable<(Mm Size, string Name)> Sizes(Protocol protocol) =>
        protocol
            .Gauges.Where(gauge => gauge.SizesMm is not null)
            .SelectMany(gauge => gauge.SizesMm!.Select(size => (new Mm(size), gauge.Name.ToLowerInvariant())))
            .Concat(protocol.BursInHand.Select(bur => (new Mm(bur.TipMm), "burs")));
}

/// <summary>The gauge that settles a reading, and the limit it is to be held against.</summary>
/// <param name="Size">Null where none at hand would.</param>
internal sealed record Settling(Mm? Size, Mm Limit, string? Name);

/// <summary>The line of lengths cut up into verdicts.</summary>
/// <param name="Goal">From here, less the tolerance, nothing more has to go.</param>
internal readonly record struct Bands(MmRange Expected, Mm Goal, Mm Tolerance)
{
    // A hundredth of a millimetre on the wrong side of a limit is floating-point dust, not a finding.
    private const double Dust = 1e-6;

    /// <summary>How much of what a reading allows must agree for a verdict to be told as probable: two parts of three.</summary>
    private const double Probable = 2.0 / 3;

    private double Short => Math.Min((Goal - Tolerance).Value, Expected.Most.Value) - Dust;

    private double Least => Expected.Least.Value - Dust;

    private double Most => Expected.Most.Value + Dust;

    public Verdict Of(Mm value) =>
        value.Value < Least ? Verdict.Critical
        : value.Value < Short ? Verdict.Under
        : value.Value > Most ? Verdict.Over
        : Verdict.Within;

    /// <summary>What a reading means: for certain where every value it allows says so, else what most of them say.</summary>
    public (Verdict Verdict, bool IsProbable) Of(Interval reading)
    {
        var lowest = Of(reading.From);
        if (reading.IsOpen)
            return lowest == Verdict.Over ? (lowest, false)
                : lowest == Verdict.Within ? (lowest, true)
                : (Verdict.CantTell, false);
        // A gauge that did not pass excludes its own size.
        var end = reading.IncludesEnd ? reading.Below.Value : Math.Max(reading.From.Value, reading.Below.Value - (2 * Dust));
        if (lowest == Of(new Mm(end)))
            return (lowest, false);
        // The number read on a scale that is as fine as the tolerance is the likeliest of all it allows.
        if (reading.IncludesEnd && (reading.Below - reading.From).Value <= (2 * Tolerance.Value) + Dust)
            return (Of((reading.From + reading.Below) * 0.5), true);
        // Cutting goes on until the gauge passes, and no farther: who reached the target has probably not passed the most.
        if (lowest == Verdict.Within && !reading.IncludesEnd)
            return (lowest, true);
        double Part(double from, double to) =>
            Math.Max(0, Math.Min(to, end) - Math.Max(from, reading.From.Value)) / (end - reading.From.Value);
        var (critical, under) = (Part(double.NegativeInfinity, Least), Part(Least, Short));
        return critical + under >= Probable ? (critical >= under ? Verdict.Critical : Verdict.Under, true)
            : Part(Short, Most) >= Probable ? (Verdict.Within, true)
            : Part(Most, double.PositiveInfinity) >= Probable ? (Verdict.Over, true)
            : (Verdict.CantTell, false);
    }

    /// <summary>
    /// The size at hand that settles a reading best, and the limit that is in doubt. A size of which one answer would leave it
    /// open settles nothing.
    /// </summary>
    public Settling Settling(Interval reading, IEnumerable<(Mm Size, string Name)> sizes)
    {
        var limits = new[] { Expected.Least, Goal - Tolerance, Expected.Most }
            .Where(limit => limit >= reading.From && limit <= reading.Below)
            .DefaultIfEmpty(Goal)
            .ToArray();
        var bands = this;
        var best = sizes
            .Where(size => size.Size > reading.From && size.Size < reading.Below)
            .Select(size => (size.Size, size.Name, Certain: bands.Settles(reading, size.Size)))
            .Where(size => size.Certain is not null)
            .OrderByDescending(size => size.Certain)
            .ThenBy(size => limits.Min(limit => Math.Abs((size.Size - limit).Value)))
            .FirstOrDefault();
        return best.Name is null
            ? new(null, limits[^1], null)
            : new(best.Size, limits.MinBy(limit => Math.Abs((best.Size - limit).Value)), best.Name);
    }

    /// <summary>How many of a size's two answers leave no doubt; null where one of them would tell nothing.</summary>
    private int? Settles(Interval reading, Mm size)
    {
        const double near = 0.2;
        // Far beyond the most a gauge that stops says nothing that the one that passed didn't.
        if (Of(reading.From) == Verdict.Within && size.Value > Most + near)
            return null;
        var stops = Of(Interval.Passing(reading.From, size));
        var passes = Of(Interval.Between(size, reading.IsOpen ? null : reading.Below, reading.IncludesEnd));
        if (stops.Verdict == Verdict.CantTell || passes.Verdict == Verdict.CantTell || (reading.IsOpen && passes.IsProbable))
            return null;
        return (stops.IsProbable ? 0 : 1) + (passes.IsProbable ? 0 : 1);
    }
}
