using Dentelle.Core.Inputs;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.QuickLine;

/// <summary>What a quick line was understood to mean, before anything is done with it.</summary>
/// <param name="Units">One for each tooth named; of a bridge, its pontics too, in the order of the arch.</param>
/// <param name="Words">The same in words: "36, lower left first molar: crown, zirconia, monolithic".</param>
public sealed record UnderstoodLine(IReadOnlyList<LineUnit> Units, string Words);

/// <summary>Reads shorthand such as "36 crown zirconia", "11 21 veneer butt +1.0 dark" or "35x37 bridge metal-ceramic".</summary>
public static class QuickLineReader
{
    private const int LongestLine = 200;
    private static readonly string[] VeneerKinds = ["facial", "butt", "wrap"];
    private static readonly string[] Restorations = ["crown", "veneer", "onlay", "inlay", "partial-crown", "bridge"];

    /// <returns>What the line means; else what is missing or wrong, with lines that could have been meant and mean something.</returns>
    public static Answer<UnderstoodLine> Read(string line, ToothNotation notation, Protocol protocol) =>
        Once(line, notation, protocol).Is(out var understood, out var problem)
            ? understood
            : problem with
            {
                Suggestions = [.. problem.Suggestions.Where(meant => meant != line && GoesOn(meant, notation, protocol))],
            };

    /// <summary>Whether a line means something, or only waits for the kind of what was chosen, as a veneer does.</summary>
    private static bool GoesOn(string line, ToothNotation notation, Protocol protocol) =>
        Once(line, notation, protocol).Is(out _, out var problem) || problem.Code is "which-kind";

    private static Answer<UnderstoodLine> Once(string line, ToothNotation notation, Protocol protocol)
    {
        if (line.Length > LongestLine)
            return new Problem("line-too-long", $"A quick line has at most {LongestLine} characters.", Examples(notation));
        var words = line.ToLowerInvariant().Split([' ', '\t', ','], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (words.Length == 0)
            return new Problem("empty", "Name a tooth and what it gets, such as 36 crown zirconia.", Examples(notation));
        if (!LineTeeth.Read(words, notation).Is(out var teeth, out var problem))
            return problem;
        if (teeth.Named.Count == 0)
            return NoTooth(words, notation);
        var written = string.Join(' ', words[..teeth.Used]);
        var rest = words[teeth.Used..];
        if (rest.Length == 0 && !teeth.IsBridge)
        {
            var tooth = teeth.Named[0].Tooth;
            return new Problem(
                "no-restoration",
                $"{written} is the {tooth.Name}. What does it get?",
                [$"{written} crown", .. Offers(tooth, Restoration.Crown, protocol, $"{written} crown")]
            );
        }

        if (teeth.IsBridge || rest is ["bridge", ..])
            return BridgeLine.Read(teeth, written, rest is ["bridge", ..] ? rest[1..] : rest, notation, protocol);
        if (!RestorationOf(rest, written).Is(out var kind, out problem))
            return problem;
        return Details(teeth, written, kind, rest[kind.Used..], notation, protocol);
    }

    internal sealed record Kind(Restoration Restoration, int Used, string Said);

    private static Answer<Kind> RestorationOf(string[] words, string written)
    {
        var kind = (
            from rules in RestorationRules.All
            from said in rules.Said
            let parts = said.Split(' ')
            where words.Take(parts.Length).SequenceEqual(parts)
            orderby parts.Length descending
            select new Kind(rules.Kind, parts.Length, rules.Said[0])
        ).FirstOrDefault();
        if (kind is not null)
            return kind;
        var tail = string.Join(' ', words[1..]);
        if (words[0] == "veneer")
        {
            return new Problem(
                "which-kind",
                "Which veneer: facial only, incisal butt, or lingual wrap? Only the last two can lengthen a tooth.",
                [.. VeneerKinds.Select(which => $"{written} veneer {which} {tail}".TrimEnd())]
            );
        }
        // Who has typed the beginning of a word is still typing.
        string[] begun = [.. Restorations.Where(name => name.StartsWith(words[0], StringComparison.Ordinal))];
        if (begun.Length > 0)
            return new Problem(
                "unfinished",
                $"{written} gets a {string.Join(" or ", begun)}?",
                [.. begun.Select(name => $"{written} {name} {tail}".TrimEnd())]
            );
        return new Problem(
            "restoration",
            $"“{words[0]}” is no restoration that is known here. After the tooth comes crown, veneer, onlay, inlay, "
                + "partial-crown or bridge.",
            [
                .. Restorations
                    .Where(name => MaterialNames.IsSlipOf(words[0], name))
                    .DefaultIfEmpty("crown")
                    .SelectMany(name =>
                        (string[])[$"{written} {name} {tail}", $"{written} {name} {string.Join(' ', words)}", $"{written} {name}"]
                    )
                    .Select(line => line.TrimEnd())
                    .Distinct(),
            ]
        );
    }

    private static Answer<UnderstoodLine> Details(
        LineTeeth.Found teeth,
        string written,
        Kind kind,
        string[] words,
        ToothNotation notation,
        Protocol protocol
    )
    {
        if (!LineWords.Read(words, notation).Is(out var said, out var problem))
            return problem;
        var units = new List<LineUnit>();
        foreach (var (tooth, _, _) in teeth.Named)
        {
            if (!MaterialOf(said.Rest, tooth, kind, written, protocol).Is(out var inputs, out problem))
                return problem;
            units.Add(new LineUnit(tooth, said.Onto(inputs, tooth)));
        }

        var material = units[0].Inputs.Material is { } chosen ? protocol.Entry(kind.Restoration, chosen)!.Name : null;
        var what = material is null
            ? $"{kind.Restoration.Words()}, material not named"
            : NameOf(kind.Restoration, material, units[0].Inputs.Material!.Value);
        var who = string.Join(" and ", units.Select(unit => $"{unit.Tooth.Write(notation)}, {unit.Tooth.Name}"));
        return new UnderstoodLine(units, $"{who}: {what}{said.Words}");
    }

    private static string NameOf(Restoration restoration, string name, Material material) =>
        $"{restoration.Words()}, {(restoration.Rules().NamedByMaterial ? name.LowerFirst() : Kebab.Words(material))}";

    internal static Answer<PlanInputs> MaterialOf(
        IReadOnlyList<string> words,
        ToothCode tooth,
        Kind kind,
        string written,
        Protocol protocol
    )
    {
        var inputs = PlanInputs.Empty with { Restoration = kind.Restoration };
        var offered = protocol.On(tooth, kind.Restoration).Select(offer => offer.Material).ToArray();
        if (offered.Length == 0)
            return new Problem("restoration-not-here", $"{protocol.Name} has no {kind.Restoration.Words()} for the {tooth.Name}.");
        if (words.Count == 0)
            return inputs;
        var named = MaterialNames.Read(words);
        if (named.Length != 1)
        {
            var said = string.Join(' ', words);
            var begun = MaterialNames.Begun(words);
            var near =
                named.Length > 1 ? named
                : begun.Length > 0 ? begun
                : MaterialNames.Near(words);
            var sentence =
                named.Length > 1 ? $"“{said}” can be more than one material; say which."
                : begun.Length > 0 ? $"{written} {kind.Said} of what? “{said}” can go on."
                : $"“{said}” is no material that is known here.";
            return new Problem(
                "material",
                sentence,
                [.. near.Where(offered.Contains).Select(id => $"{written} {kind.Said} {Kebab.Of(id)}")]
            );
        }

        if (offered.Contains(named[0]))
            return inputs with { Material = named[0] };
        string[] offers = [.. Offers(tooth, kind.Restoration, protocol, $"{written} {kind.Said}")];
        return protocol.Entry(kind.Restoration, named[0])?.Misfit(tooth) is { } misfit
            ? misfit with
            {
                Suggestions = offers,
            }
            : new Problem("material", $"{protocol.Name} has no {kind.Restoration.Words()} of {Kebab.Of(named[0])}.", offers);
    }

    private static Problem NoTooth(string[] words, ToothNotation notation)
    {
        var tail = words.Length > 1 ? " " + string.Join(' ', words[1..]) : "";
        var meant = Enum.GetValues<ToothNotation>()
            .Where(other => other != notation)
            .Select(other => ToothNotations.Read(words[0], other))
            .OfType<ToothCode>()
            .Distinct()
            .Select(tooth => tooth.Write(notation) + tail)
            .ToArray();
        var (name, range) = notation == ToothNotation.Universal ? ("universal", "1 to 32") : ("two-digit", "11–18, 21–28, 31–38, 41–48");
        return new(
            "tooth",
            $"“{words[0]}” is no permanent tooth in {name} notation ({range}).",
            meant.Length > 0 ? meant : Examples(notation)
        );
    }

    private static IEnumerable<string> Offers(ToothCode tooth, Restoration restoration, Protocol protocol, string before) =>
        protocol.On(tooth, restoration).Select(offer => $"{before} {Kebab.Of(offer.Material)}");

    private static string[] Examples(ToothNotation notation)
    {
        var (molar, incisor) = (ToothCode.Of(3, 6).Write(notation), ToothCode.Of(1, 1).Write(notation));
        return
        [
            $"{molar} crown zirconia",
            $"{incisor} veneer butt +1.0",
            $"{molar} onlay lithium-disilicate",
            $"{incisor} crown lithium-disilicate",
        ];
    }
}
