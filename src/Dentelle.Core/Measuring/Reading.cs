using System.Text.Json.Serialization;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Measuring;

/// <summary>What a reading says.</summary>
[JsonConverter(typeof(KebabCase<ReadingKind>))]
public enum ReadingKind
{
    /// <summary>Room between the preparation and the antagonist.</summary>
    Clearance,

    /// <summary>Gap between the preparation and an index of the uncut tooth.</summary>
    IndexGap,

    /// <summary>Gap between the preparation and an index of the wax-up.</summary>
    WaxUpIndexGap,

    /// <summary>Height before cutting less height after.</summary>
    HeightDifference,
}

/// <summary>
/// A length that is only known to lie between two bounds. Millimetres. A set of thickness gauges gives such an interval:
/// the 1.0 passes and the 1.5 does not, so 1.0 ≤ room &lt; 1.5.
/// </summary>
public readonly record struct Interval
{
    private Interval(Mm from, Mm below, bool includesEnd) => (From, Below, IncludesEnd) = (from, below, includesEnd);

    public Mm From { get; }

    /// <summary>The upper bound; infinite when no larger gauge was tried.</summary>
    public Mm Below { get; }

    /// <summary>Whether the upper bound itself is possible: so for a scale, not for a gauge that did not pass.</summary>
    public bool IncludesEnd { get; }

    public bool IsOpen => double.IsPositiveInfinity(Below.Value);

    /// <summary>From the largest gauge that passed up to the smallest that did not.</summary>
    public static Interval Passing(Mm passed, Mm? stopped) => new(passed, stopped ?? new Mm(double.PositiveInfinity), includesEnd: false);

    /// <summary>A value read on a scale, good to half its resolution either way.</summary>
    public static Interval Read(Mm value, Mm resolution) =>
        new(Mm.Most(value - (resolution * 0.5), Mm.Zero), value + (resolution * 0.5), includesEnd: true);

    /// <summary>Bounds as they were kept.</summary>
    public static Interval Between(Mm from, Mm? below, bool includesEnd) =>
        new(from, below ?? new Mm(double.PositiveInfinity), includesEnd);

    /// <summary>"1.0 to 1.5", "at least 1.5".</summary>
    public override string ToString() =>
        IsOpen ? $"at least {From}"
        : From == Below ? $"{From}"
        : $"{From} to {Below}";
}

/// <summary>One reading of one zone.</summary>
/// <param name="Zone">Full name of the zone.</param>
/// <param name="Kind">What was measured.</param>
/// <param name="Interval">Where the true value lies.</param>
/// <param name="GaugeId">The gauge's id in the protocol.</param>
public sealed record Reading(string Zone, ReadingKind Kind, Interval Interval, string GaugeId);

/// <summary>Turns what a user says of a gauge into an interval.</summary>
public static class GaugeReadings
{
    /// <param name="gauge">The gauge of the protocol.</param>
    /// <param name="passed">Largest size that passed; 0 when not even the smallest did.</param>
    /// <param name="stopped">Smallest size that did not pass; when null the next of the set.</param>
    public static Answer<Reading> Passing(Gauge gauge, string zone, ReadingKind kind, double passed, double? stopped)
    {
        if (gauge.SizesMm is not { } sizes)
            return new Problem("gauge-kind", $"{gauge.Name} are read on a scale; give the value.");
        var known = string.Join(", ", sizes.Select(size => new Mm(size).ToString()));
        if (passed != 0 && !sizes.Contains(passed))
            return new Problem("gauge-size", $"{gauge.Name} have no {new Mm(passed)}; the set is {known}.");
        if (stopped is { } end && !sizes.Contains(end))
            return new Problem("gauge-size", $"{gauge.Name} have no {new Mm(end)}; the set is {known}.");
        var next = stopped ?? sizes.Where(size => size > passed).Select(size => (double?)size).Min();
        return next <= passed
            ? new Problem("gauge-order", $"The {new Mm(next.Value)} can't stop where the {new Mm(passed)} passes.")
            : new Reading(zone, kind, Interval.Passing(new Mm(passed), next is { } size ? new Mm(size) : null), gauge.Id);
    }

    public static Answer<Reading> Read(Gauge gauge, string zone, ReadingKind kind, double value, Limits plausible) =>
        gauge.ResolutionMm is not { } resolution
            ? new Problem("gauge-kind", $"{gauge.Name} either pass or don't; name the largest that passed.")
        : !double.IsFinite(value) || !plausible.Include(value)
            ? new Problem(
                "implausible",
                $"A reading of {new Mm(value)} is outside {new Mm(plausible.From)} to {new Mm(plausible.To)}; check the number."
            )
        : new Reading(zone, kind, Interval.Read(new Mm(value), new Mm(resolution)), gauge.Id);

    /// <summary>
    /// A height measured before and after: both measurements are good to half the resolution, so the difference to all of
    /// it.
    /// </summary>
    public static Answer<Reading> Heights(Gauge gauge, string zone, double before, double after, Limits plausible) =>
        after > before
            ? new Problem("height-order", $"The tooth can't be taller after cutting ({new Mm(after)}) than before ({new Mm(before)}).")
            : Read(gauge with { ResolutionMm = 2 * gauge.ResolutionMm }, zone, ReadingKind.HeightDifference, before - after, plausible);
}
