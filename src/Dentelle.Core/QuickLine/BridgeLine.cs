using Dentelle.Core.Inputs;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.QuickLine;

/// <summary>A line that names a bridge: "35x37 bridge metal-ceramic", "34:metal-ceramic-full 36:metal bridge".</summary>
internal static class BridgeLine
{
    public static Answer<UnderstoodLine> Read(
        LineTeeth.Found teeth,
        string written,
        string[] words,
        ToothNotation notation,
        Protocol protocol
    )
    {
        if (!Retainers(words, teeth, notation).Is(out var named, out var problem))
            return problem;
        if (
            !LineWords.Read([.. words.Where(word => !word.Contains(':', StringComparison.Ordinal))], notation).Is(out var said, out problem)
        )
            return problem;
        var abutments = named.Where(entry => !entry.Pontic).ToArray();
        if (abutments.Length < 2)
            return new Problem(
                "bridge-span",
                "A bridge needs two abutments at least, such as 35x37 bridge.",
                ["35x37 bridge metal-ceramic"]
            );
        if (abutments.Any(entry => entry.Tooth.Jaw != abutments[0].Tooth.Jaw))
            return new Problem("bridge-jaws", "The abutments of a bridge stand in one jaw.");
        var crown = new QuickLineReader.Kind(Restoration.Crown, 0, "bridge");
        (ToothCode Tooth, bool Pontic, string? Retainer)[] ordered = [.. Spanned(named).OrderBy(entry => entry.Tooth.ArchPlace)];
        var bridge = new BridgeInput(
            [.. ordered.Select(entry => entry.Tooth.Iso)],
            [.. ordered.Where(entry => entry.Pontic).Select(entry => entry.Tooth.Iso)]
        );
        var units = new List<LineUnit>();
        Material? common = null;
        foreach (var (tooth, pontic, retainer) in ordered)
        {
            if (pontic)
                continue;
            var (kind, material) = RetainerOf(retainer, crown, said.Rest);
            if (!QuickLineReader.MaterialOf(material, tooth, kind, written, protocol).Is(out var inputs, out problem))
                return problem;
            common ??= inputs.Material;
            units.Add(new LineUnit(tooth, said.Onto(inputs, tooth) with { Bridge = bridge }));
        }
        if (said.Rest.Count > 0 && MaterialNames.Read(said.Rest) is [var whole])
            common = whole;
        foreach (var (tooth, pontic, _) in ordered)
        {
            if (pontic)
                units.Add(
                    new LineUnit(tooth, PlanInputs.Empty with { Restoration = Restoration.Pontic, Material = common, Bridge = bridge })
                );
        }
        LineUnit[] inOrder = [.. units.OrderBy(unit => unit.Tooth.ArchPlace)];
        var span = string.Join(
            ' ',
            inOrder.Select(unit => !unit.Inputs.Restoration.Rules().IsCut ? $"({unit.Tooth.Write(notation)})" : unit.Tooth.Write(notation))
        );
        var what = common is { } chosen ? Kebab.Words(chosen) : "material not named";
        return new UnderstoodLine(inOrder, $"{span}: bridge of {inOrder.Length} units, {what}{said.Words}");
    }

    /// <summary>Retainers may also be set behind the restoration: "34x36 bridge 34:metal-ceramic-full 36:metal".</summary>
    private static Answer<(ToothCode Tooth, bool Pontic, string? Retainer)[]> Retainers(
        string[] words,
        LineTeeth.Found teeth,
        ToothNotation notation
    )
    {
        var named = teeth.Named.ToArray();
        foreach (var word in words.Where(word => word.Contains(':', StringComparison.Ordinal)))
        {
            var (code, retainer) = (
                word[..word.IndexOf(':', StringComparison.Ordinal)],
                word[(word.IndexOf(':', StringComparison.Ordinal) + 1)..]
            );
            var at = Array.FindIndex(named, entry => !entry.Pontic && ToothNotations.Read(code, notation) == entry.Tooth);
            if (at < 0)
                return new Problem("tooth", $"“{code}” in “{word}” is no abutment of this bridge.");
            named[at] = (named[at].Tooth, false, retainer);
        }
        return named;
    }

    /// <summary>Where no x is written at all, the bridge replaces what stands between its abutments.</summary>
    private static IEnumerable<(ToothCode Tooth, bool Pontic, string? Retainer)> Spanned(
        (ToothCode Tooth, bool Pontic, string? Retainer)[] named
    )
    {
        if (named.Any(entry => entry.Pontic))
            return named;
        var places = named.Select(entry => entry.Tooth.ArchPlace).ToArray();
        var between = ToothCode.All.Where(tooth =>
            tooth.Jaw == named[0].Tooth.Jaw
            && tooth.ArchPlace is var place
            && place > places.Min()
            && place < places.Max()
            && !places.Contains(place)
        );
        return named.Concat(between.Select(tooth => (tooth, true, (string?)null)));
    }

    private static (QuickLineReader.Kind Kind, IReadOnlyList<string> Words) RetainerOf(
        string? retainer,
        QuickLineReader.Kind crown,
        IReadOnlyList<string> words
    )
    {
        if (retainer is null)
            return (crown, words);
        // "partial", "partial-crown", "partial-crown-metal": the longest name of a kind that fits, and what follows is its material.
        var named = RestorationRules
            .All.SelectMany(rules => rules.Said, (rules, said) => (rules.Kind, Said: said.Replace(' ', '-')))
            .Where(kind => retainer == kind.Said || retainer.StartsWith($"{kind.Said}-", StringComparison.Ordinal))
            .OrderByDescending(kind => kind.Said.Length)
            .Take(1)
            .ToArray();
        if (named is not [var (restoration, said)])
            return (crown, [retainer]);
        var material = retainer == said ? null : retainer[(said.Length + 1)..];
        return (
            new(restoration, 0, said),
            material is not null ? [material]
            : restoration == Restoration.Crown ? words
            : []
        );
    }
}
