using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Planning;

/// <summary>Inputs that can only be slips: names that this tooth does not have, lengths no mouth has.</summary>
internal static class Slips
{
    public static Problem? In(Assessment assessment, Decision decision, Protocol protocol)
    {
        // A crossbite renames cusps, turning splits zones; what was entered for the other names waits until it is undone.
        Zone[] zones =
        [
            .. from crossbite in (bool[])[assessment.Crossbite, !assessment.Crossbite]
            from turned in (bool[])[false, true]
            from zone in Zones.Of(assessment.Tooth, crossbite, turned)
            select zone,
        ];
        var limits = protocol.Plausible;
        return Cusps(assessment)
            ?? Findings(assessment.Findings, zones, limits)
            ?? Keys("buildOutMm", decision.BuildOut, zones)
            ?? Keys("roomBeforeMm", assessment.RoomBefore, zones)
            ?? Lengths("build-out", decision.BuildOut.Entries, limits.BuildOutMm)
            ?? Lengths("room before", assessment.RoomBefore.Entries, limits.RoomBeforeMm)
            ?? Lengths(
                "margin level",
                decision.MarginLevel.ToDictionary(level => Kebab.Of(level.Key), level => level.Value),
                limits.MarginLevelMm
            )
            ?? (decision.FacialMarginWidth is { } width ? Length("margin width", "this unit", width, limits.MarginWidthMm) : null)
            ?? (
                decision.FinishingAllowance is { } allowance
                    ? Length("finishing allowance", "this unit", allowance, limits.FinishingAllowanceMm)
                    : null
            );
    }

    /// <summary>Findings on a cusp that this tooth does not have.</summary>
    private static Problem? Cusps(Assessment assessment)
    {
        var (own, found) = (Words.Cusps.Of(assessment.Tooth), assessment.Findings);
        Cusp[] strange = [.. found.CrackedCusps.Concat(found.CuspThickness.Keys).Except(own)];
        return strange.Length == 0
            ? null
            : new("unknown-cusp", $"The {assessment.Tooth.Name} has no {Kebab.Of(strange[0])} cusp.", [.. own.Select(Kebab.Of)]);
    }

    private static Problem? Findings(Findings found, Zone[] zones, Plausible limits)
    {
        return Keys("wearMm", found.Wear, zones)
            ?? Keys("pulpMm", found.Pulp, zones)
            ?? Lengths("wear", found.Wear.Entries, limits.FindingMm)
            ?? Lengths("pulp", found.Pulp.Entries, limits.FindingMm)
            ?? Lengths("gap", Named(found.Gap), limits.FindingMm)
            ?? Lengths("distance from bone to contact", Named(found.ContactToCrest), limits.FindingMm)
            ?? Lengths("cusp thickness", Named(found.CuspThickness), limits.FindingMm)
            ?? Length("recession", "the facial", found.Recession, limits.FindingMm)
            ?? (found.LingualBulge is { } bulge ? Length("bulge", "the lingual", bulge, limits.FindingMm) : null)
            ?? (found.Crest is { } crest ? Length("distance from gum to bone", "the facial", crest, limits.FindingMm) : null)
            ?? found
                .Fillings.Select(filling =>
                    filling.EndsAboveGum is { } end ? Length("filling's end", Kebab.Of(filling.Surface), end, limits.FillingEndMm) : null
                )
                .FirstOrDefault(problem => problem is not null)
            ?? Number("lean", found.TiltDeg, limits.LeanDeg, "°")
            ?? Number("lean to the facial", found.FacialTiltDeg, limits.LeanDeg, "°")
            ?? Number("turn", found.RotationDeg, limits.TurnDeg, "°")
            ?? Number("number of shade steps", found.ShadeSteps, limits.ShadeSteps, "")
            ?? Share("isthmus", found.IsthmusShare)
            ?? Share("facial enamel", found.FacialEnamelShare)
            ?? found.Fillings.Select(filling => Share("filling", filling.Share)).FirstOrDefault(problem => problem is not null);

        static Dictionary<string, Mm> Named<T>(IReadOnlyDictionary<T, Mm> lengths)
            where T : struct, Enum => lengths.ToDictionary(entry => Kebab.Of(entry.Key), entry => entry.Value);
    }

    private static Problem? Number(string what, double value, Limits limits, string unit) =>
        limits.Include(value)
            ? null
            : new("implausible", $"A {what} of {value:0.##}{unit} is outside {limits.From}{unit} to {limits.To}{unit}; check the number.");

    private static Problem? Share(string what, double? share) =>
        share is null or (>= 0 and <= 1)
            ? null
            : new("implausible", $"A share of {what} of {share:0.##} is outside 0 to 1; check the number.");

    private static Problem? Keys(string field, ByZone lengths, Zone[] zones)
    {
        var unknown = lengths.Entries.Keys.FirstOrDefault(key => !zones.Any(zone => zone.Name == key || Kebab.Of(zone.Kind) == key));
        if (unknown is null)
            return null;
        var names = zones.Select(zone => zone.Name).Distinct().ToArray();
        return new("unknown-zone", $"This tooth has no zone “{unknown}” ({field}). Its zones are {string.Join(", ", names)}.", names);
    }

    private static Problem? Lengths(string what, IReadOnlyDictionary<string, Mm> lengths, Limits limits) =>
        lengths.Select(entry => Length(what, entry.Key, entry.Value, limits)).FirstOrDefault(problem => problem is not null);

    private static Problem? Length(string what, string where, Mm length, Limits limits) =>
        double.IsFinite(length.Value) && limits.Include(length.Value)
            ? null
            : new(
                "implausible",
                $"A {what} of {length} at {where} is outside {new Mm(limits.From)} to {new Mm(limits.To)}; check the number."
            );
}
