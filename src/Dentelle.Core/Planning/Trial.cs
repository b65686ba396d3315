using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>
/// Plans everything a protocol offers once, on every tooth: what can't be planned shows when the file is read and not in
/// front of a patient.
/// </summary>
public static class Trial
{
    /// <returns>The JSON pointer of the entry that can't be planned and why; null when all can.</returns>
    public static (string Path, string What)? Fault(Protocol protocol) =>
        Gaps(protocol).Concat(Unplannable(protocol)).Select(fault => ((string, string)?)fault).FirstOrDefault();

    /// <summary>Every zone that is cut must have a number on every tooth the entry is for, on whichever surface.</summary>
    private static IEnumerable<(string Path, string What)> Gaps(Protocol protocol) =>
        from rules in RestorationRules.All
        from entry in protocol.Restorations.Select((entry, i) => (Entry: entry, Path: $"/restorations/{i}/depths"))
        where entry.Entry.Restoration == rules.Kind
        from tooth in ToothCode.All
        where entry.Entry.Suits(tooth)
        from zone in Zones.Of(tooth, crossbite: false)
        where rules.NeedsDepth(zone.Kind)
        from surface in Enum.GetValues<Surface>()
        where entry.Entry.Depth(zone.Kind, surface) is null
        select (entry.Path, $"no depth for {Kebab.Of(zone.Kind)} in {Kebab.Of(surface)}");

    private static IEnumerable<(string Path, string What)> Unplannable(Protocol protocol)
    {
        foreach (var (path, tooth, decision) in Offered(protocol))
        {
            if (Complaint(tooth, decision, protocol) is { } complaint)
                yield return (path, complaint);
        }
    }

    private static IEnumerable<(string Path, ToothCode Tooth, Decision Decision)> Offered(Protocol protocol) =>
        from rules in RestorationRules.All
        where rules.IsCut
        from entry in protocol.Restorations.Select((entry, i) => (Entry: entry, Path: $"/restorations/{i}"))
        where entry.Entry.Restoration == rules.EntryOf
        from material in entry.Entry.Materials
        from tooth in ToothCode.All
        where entry.Entry.Suits(tooth)
        from coverage in entry.Entry.HasCoverage && !tooth.IsFront ? Enum.GetValues<CeramicCoverage>() : [default]
        select (entry.Path, tooth, Decision.For(rules.Kind, material) with { Coverage = coverage });

    private static string? Complaint(ToothCode tooth, Decision decision, Protocol protocol)
    {
        bool[] bites = tooth.IsFront ? [false] : [false, true];
        foreach (var crossbite in bites)
        {
            if (!Planner.Make(Assessment.Of(tooth) with { Crossbite = crossbite }, decision, protocol).Is(out _, out var problem))
                return $"a {decision.Restoration.Words()} in {Kebab.Of(decision.Material!.Value)} on {tooth.Iso} can't be "
                    + $"planned: {problem.Sentence.TrimEnd('.').LowerFirst()}";
        }
        return null;
    }
}
