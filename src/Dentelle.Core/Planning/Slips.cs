using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>Inputs that can only be slips: names that this tooth does not have, lengths no mouth has.</summary>
internal static class Slips
{
    public static Problem? In(Assessment assessment, Decision decision, Protocol protocol)
    {
        // A crossbite renames cusps; what was entered for the other names waits until it is undone.
        Zone[] zones = [.. Zones.Of(assessment.Tooth, assessment.Crossbite), .. Zones.Of(assessment.Tooth, !assessment.Crossbite)];
        var limits = protocol.Plausible;
        return Keys("buildOutMm", decision.BuildOut, zones) ?? Keys("roomBeforeMm", assessment.RoomBefore, zones)
            ?? Lengths("build-out", decision.BuildOut.Entries, limits.BuildOutMm)
            ?? Lengths("room before", assessment.RoomBefore.Entries, limits.RoomBeforeMm)
            ?? Lengths("margin level", decision.MarginLevel.ToDictionary(level => Kebab.Of(level.Key), level => level.Value), limits.MarginLevelMm)
            ?? (decision.FinishingAllowance is { } allowance ? Length("finishing allowance", "this unit", allowance, limits.FinishingAllowanceMm) : null);
    }

    private static Problem? Keys(string field, ByZone lengths, Zone[] zones)
    {
        var unknown = lengths.Entries.Keys.FirstOrDefault(key => !zones.Any(zone => zone.Name == key || Kebab.Of(zone.Kind) == key));
        if (unknown is null) return null;
        var names = zones.Select(zone => zone.Name).Distinct().ToArray();
        return new("unknown-zone", $"This tooth has no zone “{unknown}” ({field}). Its zones are {string.Join(", ", names)}.", names);
    }

    private static Problem? Lengths(string what, IReadOnlyDictionary<string, Mm> lengths, Limits limits) =>
        lengths.Select(entry => Length(what, entry.Key, entry.Value, limits)).FirstOrDefault(problem => problem is not null);

    private static Problem? Length(string what, string where, Mm length, Limits limits) =>
        double.IsFinite(length.Value) && limits.Include(length.Value)
            ? null
            : new("implausible", $"A {what} of {length} at {where} is outside {new Mm(limits.From)} to {new Mm(limits.To)}; check the number.");
}
