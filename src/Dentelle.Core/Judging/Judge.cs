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
    /// <param name="burTip">Width of the bur in hand; when null the protocol's bur with the plainest fraction is named.</param>
    public static Answer<Finding> Of(Reading reading, Plan plan, Protocol protocol, Mm? burTip = null)
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

        var expected = Expected(reading.Kind, zone);
        var bands = new Bands(expected, protocol.Tolerance);
        var lowest = bands.Of(reading.Interval.From);
        var verdict = bands.Settled(reading.Interval) ? lowest : Verdict.CantTell;
        var most = Mm.Most(expected.Target - reading.Interval.From, Mm.Zero);
        var least = reading.Interval.IsOpen ? Mm.Zero : Mm.Most(expected.Target - reading.Interval.Below, Mm.Zero);
        var settling = verdict == Verdict.CantTell ? bands.Settling(reading.Interval, Sizes(protocol)) : null;
        var (headline, instruction) = Words(verdict, zone, expected, reading, least, most, settling, Tips(protocol, burTip));
        return new Finding
        {
            Reading = reading,
            Verdict = verdict,
            Expected = expected,
            CorrectionLeast = least,
            CorrectionMost = most,
            Headline = headline,
            Instruction = instruction,
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
        Settling? settling,
        IReadOnlyList<Mm> tips
    ) =>
        verdict switch
        {
            Verdict.Within => ("Within", $"{reading.Interval} against {expected}. Nothing to correct."),
            Verdict.Over => (
                $"{reading.Interval.From - expected.Target} over",
                $"{zone.Zone.Words} is deeper than the most of {expected.Most}. This can't be cut back: check the "
                    + "wall that is left and the pulp, and consider a build-up or another material."
            ),
            Verdict.CantTell => ("Can't tell", CantTell(reading, settling!, expected)),
            _ => Short(verdict, zone, least, most, tips),
        };

    private static (string Headline, string Instruction) Short(Verdict verdict, ZonePlan zone, Mm least, Mm most, IReadOnlyList<Mm> tips)
    {
        var critical =
            verdict == Verdict.Critical ? $" Below the least of {zone.Depth.Value.Least} the restoration is too thin and may break." : "";
        if ((most - least).Value < Exact && least > Mm.Zero)
        {
            var amount = (least + most) * 0.5;
            return ($"{amount} short", $"{amount} more: {Widths(amount)}.{critical}");
        }

        // A wide interval gives its safe end first: what is surely missing. The rest waits for the next reading.
        return least > Mm.Zero
            ? ($"{least} to {most} short", $"{least} more first: {Widths(least)}, then read again: up to {most} may be missing.{critical}")
            : ($"up to {most} short", $"Shave and read again: up to {most} may be missing, {Widths(most)}.{critical}");

        string Widths(Mm length) => BurWidths.Words(length, BurWidths.Plainest(length, tips));
    }

    private static string CantTell(Reading reading, Settling settling, MmRange expected)
    {
        var reads = $"{reading.Interval} straddles {settling.Limit} (target {expected.Target})";
        return settling.Name is { } name
            ? $"{reads}. The {settling.Size} of the {name} would settle it."
            : $"{reads}. No gauge of the set lies between; one of {settling.Size} would settle it, or read a scale.";
    }

    private static IReadOnlyList<Mm> Tips(Protocol protocol, Mm? inHand) =>
        inHand is { } tip ? [tip] : [.. protocol.BursInHand.Select(bur => new Mm(bur.TipMm))];

    private static IEnumerable<(Mm Size, string Name)> Sizes(Protocol protocol) =>
        protocol
            .Gauges.Where(gauge => gauge.SizesMm is not null)
            .SelectMany(gauge => gauge.SizesMm!.Select(size => (new Mm(size), gauge.Name.ToLowerInvariant())))
            .Concat(protocol.BursInHand.Select(bur => (new Mm(bur.TipMm), "burs")));
}

/// <summary>The gauge that settles a reading, and the limit it is to be held against.</summary>
internal sealed record Settling(Mm Size, Mm Limit, string? Name);

/// <summary>The line of lengths cut up into verdicts.</summary>
internal readonly record struct Bands(MmRange Expected, Mm Tolerance)
{
    // A hundredth of a millimetre on the wrong side of a limit is floating-point dust, not a finding.
    private const double Dust = 1e-6;

    private double Short => Math.Min((Expected.Target - Tolerance).Value, Expected.Most.Value) - Dust;

    private double Least => Expected.Least.Value - Dust;

    private double Most => Expected.Most.Value + Dust;

    public Verdict Of(Mm value) =>
        value.Value < Least ? Verdict.Critical
        : value.Value < Short ? Verdict.Under
        : value.Value > Most ? Verdict.Over
        : Verdict.Within;

    /// <summary>Whether every value the reading allows gets the same verdict.</summary>
    public bool Settled(Interval reading)
    {
        if (reading.IsOpen)
            return Of(reading.From) == Verdict.Over;
        // A gauge that did not pass excludes its own size.
        var last = reading.IncludesEnd ? reading.Below.Value : Math.Max(reading.From.Value, reading.Below.Value - (2 * Dust));
        return Of(reading.From) == Of(new Mm(last));
    }

    /// <summary>The available size inside the reading that lies nearest a straddled limit; where none is, the limit itself.</summary>
    public Settling Settling(Interval reading, IEnumerable<(Mm Size, string Name)> sizes)
    {
        var inside = sizes.Where(size => size.Size > reading.From && size.Size < reading.Below).ToArray();
        var limits = new[] { Expected.Least, Expected.Target - Tolerance, Expected.Most }
            .Where(limit => limit >= reading.From && limit <= reading.Below)
            .DefaultIfEmpty(Expected.Target)
            .ToArray();
        if (inside.Length == 0)
            return new(limits[^1], limits[^1], null);
        var best = inside.MinBy(size => limits.Min(limit => Math.Abs((size.Size - limit).Value)));
        return new(best.Size, limits.MinBy(limit => Math.Abs((best.Size - limit).Value)), best.Name);
    }
}
