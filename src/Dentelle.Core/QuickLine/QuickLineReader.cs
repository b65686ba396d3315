using Dentelle.Core.Exchange;
using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.QuickLine;

/// <summary>What a quick line was understood to mean, before anything is done with it.</summary>
/// <param name="Tooth">The tooth.</param>
/// <param name="Inputs">What the line says of material and coverage.</param>
/// <param name="Words">The same in words: "36, lower left first molar: crown, zirconia, monolithic".</param>
public sealed record UnderstoodLine(ToothCode Tooth, PlanInputs Inputs, string Words);

/// <summary>Reads shorthand such as "36 crown zirconia" or "#19 crown metal-ceramic facial".</summary>
public static class QuickLineReader
{
    private static readonly string[] OtherWork =
        ["veneer", "onlay", "inlay", "bridge", "pontic", "partial", "partial-crown", "veneer-facial", "veneer-butt", "veneer-wrap"];

    private const int LongestLine = 200;

    public static Answer<UnderstoodLine> Read(string line, ToothNotation notation, Protocol protocol)
    {
        if (line.Length > LongestLine) return new Problem("line-too-long", $"A quick line has at most {LongestLine} characters.", Examples(notation));
        var words = line.ToLowerInvariant().Split([' ', '\t', ','], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (words.Length == 0) return new Problem("empty", "Name a tooth and what it gets, such as 36 crown zirconia.", Examples(notation));
        if (ToothNotations.Read(words[0], notation) is not { } tooth) return NoTooth(words, notation);
        var written = tooth.Write(notation);
        if (words.Length == 1) return new Problem("no-restoration", $"{written} is the {tooth.Name}. What does it get?", [$"{written} crown", .. Offers(tooth, protocol, written)]);
        if (words[1] != "crown")
        {
            var problem = OtherWork.Contains(words[1])
                ? $"Dentelle plans complete crowns so far; “{words[1]}” is not planned yet."
                : $"“{words[1]}” is no restoration that is known here. After the tooth comes crown.";
            return new Problem("restoration", problem, [$"{written} crown {string.Join(' ', words[2..])}".TrimEnd()]);
        }

        return Details(tooth, written, words[2..], protocol);
    }

    private static Answer<UnderstoodLine> Details(ToothCode tooth, string written, string[] words, Protocol protocol)
    {
        var inputs = PlanInputs.Empty;
        var rest = new List<string>();
        foreach (var word in words)
        {
            if (word == "crossbite") inputs = inputs with { Crossbite = true };
            else if (Kebab.TryParse<BuildOutSchool>(word, out var school)) inputs = inputs with { BuildOutSchool = school };
            else if (Kebab.TryParse<CuttingSchool>(word, out var order)) inputs = inputs with { School = order };
            else rest.Add(word);
        }

        if (rest.Count > 0)
        {
            var named = MaterialNames.Read(rest);
            if (named.Length != 1)
            {
                var said = string.Join(' ', rest);
                var near = named.Length > 1 ? named : MaterialNames.Near(rest);
                var sentence = named.Length > 1 ? $"“{said}” can be more than one material; say which." : $"“{said}” is no material that is known here.";
                return new Problem("material", sentence, [.. near.Where(id => protocol.Crown(id)?.Suits(tooth) == true).Select(id => $"{written} crown {Kebab.Of(id)}")]);
            }

            inputs = inputs with { Material = named[0] };
            if (protocol.Crown(named[0])?.Misfit(tooth) is { } misfit) return misfit with { Suggestions = [.. Offers(tooth, protocol, written)] };
        }

        var material = inputs.Material is { } chosen ? protocol.Crown(chosen)?.Name ?? Kebab.Of(chosen) : "material not named";
        return new UnderstoodLine(tooth, inputs, $"{written}, {tooth.Name}: crown, {char.ToLowerInvariant(material[0])}{material[1..]}");
    }

    private static Problem NoTooth(string[] words, ToothNotation notation)
    {
        var tail = words.Length > 1 ? " " + string.Join(' ', words[1..]) : "";
        var meant = Enum.GetValues<ToothNotation>().Where(other => other != notation)
            .Select(other => ToothNotations.Read(words[0], other)).OfType<ToothCode>().Distinct()
            .Select(tooth => tooth.Write(notation) + tail).ToArray();
        var (name, range) = notation == ToothNotation.Universal ? ("universal", "1 to 32") : ("two-digit", "11–18, 21–28, 31–38, 41–48");
        return new("tooth", $"“{words[0]}” is no permanent tooth in {name} notation ({range}).", meant.Length > 0 ? meant : Examples(notation));
    }

    private static IEnumerable<string> Offers(ToothCode tooth, Protocol protocol, string written) =>
        protocol.Crowns.Where(crown => crown.Suits(tooth)).Select(crown => $"{written} crown {Kebab.Of(crown.Material)}");

    private static string[] Examples(ToothNotation notation)
    {
        var (molar, incisor) = (ToothCode.Of(3, 6).Write(notation), ToothCode.Of(1, 1).Write(notation));
        return [$"{molar} crown zirconia", $"{incisor} crown lithium-disilicate", $"{molar} crown metal-ceramic facial"];
    }
}
