using System.Globalization;
using Dentelle.Core.Inputs;
using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.QuickLine;

/// <summary>What a line says behind the restoration: habits, changes and findings. What is left over names the material.</summary>
/// <param name="Rest">The words of the material.</param>
/// <param name="Words">The rest in words, each with a comma before it.</param>
internal sealed record LineWords(IReadOnlyList<string> Rest, string Words, Func<PlanInputs, ToothCode, PlanInputs> Onto)
{
    public static Answer<LineWords> Read(IReadOnlyList<string> words, ToothNotation notation)
    {
        var (rest, said) = (new List<string>(), "");
        Func<PlanInputs, ToothCode, PlanInputs> onto = (inputs, _) => inputs;
        for (var i = 0; i < words.Count; )
        {
            if (!Next(words, i, notation).Is(out var step, out var problem))
                return problem;
            if (step.Used == 0)
            {
                rest.Add(words[i++]);
                continue;
            }
            var before = onto;
            onto = (inputs, tooth) => step.Onto(before(inputs, tooth), tooth);
            said += ", " + step.Words;
            i += step.Used;
        }
        return new LineWords(rest, said, onto);
    }

    private sealed record Step(int Used, string Words, Func<PlanInputs, ToothCode, PlanInputs> Onto);

    private static Answer<Step> Next(IReadOnlyList<string> words, int at, ToothNotation notation)
    {
        var word = words[at];
        if (Kebab.TryParse<BuildOutSchool>(word, out var school))
            return new Step(1, Kebab.Words(school), (inputs, _) => inputs with { BuildOutSchool = school });
        if (Kebab.TryParse<CuttingSchool>(word, out var order))
            return new Step(1, Kebab.Words(order), (inputs, _) => inputs with { School = order });
        if (FindingTick.SaidAs(word) is { } tick)
            return Found(1, tick.Words.LowerFirst(), tick.On);
        if (word[0] == '+')
        {
            return Number(word[1..]) is { } longer
                ? new Step(1, $"{new Mm(longer)} longer", (inputs, tooth) =>
                    inputs with
                    {
                        BuildOutMm = With(inputs.BuildOutMm, tooth.IsFront ? "edge" : "functional-cusp", longer),
                    }
                )
                : new Problem("line-number", $"“{word}” is no length; write it like +1.0.");
        }
        return word switch
        {
            "crossbite" => new Step(1, word, (inputs, _) => inputs with { Crossbite = true }),
            "dark" => Found(1, "one shade darker underneath", found => found with { ShadeSteps = found.ShadeSteps + 1 }),
            "grooves" or "boxes" => new Step(1, $"{word} mesial and distal", (inputs, _) =>
                WithFeatures(inputs, word == "grooves" ? FeatureKind.Groove : FeatureKind.Box, [WallSide.Mesial, WallSide.Distal])
            ),
            "groove" or "box" => at + 1 < words.Count && Kebab.TryParse<WallSide>(words[at + 1], out var side)
                ? new Step(2, $"{word} {words[at + 1]}", (inputs, _) =>
                    WithFeatures(inputs, word == "groove" ? FeatureKind.Groove : FeatureKind.Box, [side])
                )
                : new Problem("line-side", $"Behind {word} comes the wall, such as {word} mesial."),
            "triangle" => at + 1 < words.Count && Kebab.TryParse<ProximalSide>(words[at + 1], out var dark)
                ? Found(2, $"dark triangle {words[at + 1]}", found => found with { DarkTriangles = [.. found.DarkTriangles, dark] })
                : new Problem("line-side", "Behind triangle comes the side, such as triangle mesial."),
            "alone" => at + 1 < words.Count && Kebab.TryParse<ProximalSide>(words[at + 1], out var alone)
                ? Found(2, $"no tooth beside it on the {words[at + 1]}", found =>
                    found with
                    {
                        NoNeighbour = [.. found.NoNeighbour, alone],
                    }
                )
                : new Problem("line-side", "Behind alone comes the side on which no tooth stands, such as alone distal."),
            "gap" => Sided<ProximalSide>(words, at, notation, "gap", (found, side, width) =>
                found with
                {
                    Gap = new Dictionary<ProximalSide, Mm>(found.Gap) { [side] = new(width) },
                }
            ),
            "tilt" => Sided<WallSide>(words, at, notation, "tilt", (found, side, degrees) => side switch
                {
                    WallSide.Mesial => found with { TiltDeg = degrees },
                    WallSide.Distal => found with { TiltDeg = -degrees },
                    WallSide.Facial => found with { FacialTiltDeg = degrees },
                    _ => found with { FacialTiltDeg = -degrees },
                }),
            "rotated" => Sided<ProximalSide>(words, at, notation, "rotated", (found, side, degrees) =>
                found with
                {
                    RotationDeg = side == ProximalSide.Mesial ? degrees : -degrees,
                }
            ),
            "recession" => Counted(words, at, "recession of", (found, length) => found with { Recession = new(length) }),
            "bulge" => Counted(words, at, "lingual bulge at", (found, height) => found with { LingualBulge = new(height) }),
            "crest" => Counted(words, at, "bone at", (found, depth) => found with { Crest = new(depth) }),
            "isthmus" => Counted(words, at, "isthmus share", (found, share) => found with { IsthmusShare = share }),
            "enamel" => Counted(words, at, "facial enamel share", (found, share) => found with { FacialEnamelShare = share }),
            "worn" when at + 1 < words.Count && Number(words[at + 1]) is { } worn => new Step(
                2,
                $"worn by {new Mm(worn)}",
                (inputs, tooth) =>
                    inputs with
                    {
                        Findings = (inputs.Findings ?? new()) with
                        {
                            Wear = (inputs.Findings ?? new()).Wear.With(tooth.IsFront ? "edge" : "functional-cusp", new(worn)),
                        },
                    }
            ),
            "worn" => new Problem("line-number", "Behind worn comes how much, such as worn 0.5."),
            _ => new Step(0, "", (inputs, _) => inputs),
        };
    }

    /// <summary>Boxes of inlays and onlays are part of their cavity; grooves and boxes of crowns stand in their walls.</summary>
    private static PlanInputs WithFeatures(PlanInputs inputs, FeatureKind kind, IReadOnlyList<WallSide> sides) =>
        inputs.Restoration.Rules().IsIntracoronal && kind == FeatureKind.Box
            ? inputs with
            {
                Boxes =
                [
                    .. inputs.Boxes ?? [],
                    .. sides
                        .Where(side => side is WallSide.Mesial or WallSide.Distal)
                        .Select(side => side == WallSide.Mesial ? ProximalSide.Mesial : ProximalSide.Distal),
                ],
            }
            : inputs with
            {
                Features = [.. inputs.Features ?? [], .. sides.Select(side => new FeatureWish(kind, side))],
            };

    private static Step Found(int used, string words, Func<Findings, Findings> change) =>
        new(used, words, (inputs, _) => inputs with { Findings = change(inputs.Findings ?? new()) });

    private static Answer<Step> Counted(IReadOnlyList<string> words, int at, string said, Func<Findings, double, Findings> change) =>
        at + 1 < words.Count && Number(words[at + 1]) is { } number
            ? Found(2, $"{said} {words[at + 1]}", found => change(found, number))
            : new Problem(
                "line-number",
                $"Behind {words[at]} comes a number, such as {words[at]} {(words[at] is "isthmus" or "enamel" ? "0.5" : "2.0")}."
            );

    /// <summary>A finding on one side, of every tooth of the line or of one that is named: "tilt mesial 10", "tilt 37 mesial 10".</summary>
    private static Answer<Step> Sided<TSide>(
        IReadOnlyList<string> words,
        int at,
        ToothNotation notation,
        string said,
        Func<Findings, TSide, double, Findings> change
    )
        where TSide : struct, Enum
    {
        var only = at + 1 < words.Count ? ToothNotations.Read(words[at + 1], notation) : null;
        var side = at + (only is null ? 1 : 2);
        if (side + 1 >= words.Count || !Kebab.TryParse<TSide>(words[side], out var where) || Number(words[side + 1]) is not { } number)
            return new Problem(
                "line-number",
                $"Behind {said} comes a side and a number, such as {said} distal {(said == "gap" ? "1.2" : "10")}."
            );
        return new Step(side + 2 - at, $"{said} {string.Join(' ', words.Skip(at + 1).Take(side + 1 - at))}", (inputs, tooth) =>
            only is { } one && one != tooth ? inputs : inputs with { Findings = change(inputs.Findings ?? new(), where, number) }
        );
    }

    private static double? Number(string text) =>
        double.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
            ? number
            : null;

    private static Dictionary<string, double> With(IReadOnlyDictionary<string, double> lengths, string key, double value) =>
        new(lengths) { [key] = value };
}
