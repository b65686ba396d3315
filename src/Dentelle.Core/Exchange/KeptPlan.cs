using System.Text.Json.Nodes;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Exchange;

/// <summary>A plan document as it was kept, beside what the program of today makes of the same inputs and the same protocol.</summary>
public static class KeptPlan
{
    /// <summary>What is cut otherwise today: before as kept, after as of today. Empty when nothing is.</summary>
    /// <param name="document">The plan document of one unit; of any earlier program, so only what it has is compared.</param>
    public static IReadOnlyList<PlanChange> Against(string document, Plan today)
    {
        var kept = JsonNode.Parse(document)?["units"]?[0];
        if (kept is null)
            return [];
        var now = JsonNode.Parse(JsonDocuments.Write(new PlanDocument([UnitDocument.From(today, [])])))!["units"]![0]!;
        return [.. PlanChanges.Compared(Said(kept), Said(now))];
    }

    /// <summary>What is cut, in words, by what it is about. Numbers are compared as they are shown.</summary>
    private static List<(string Words, string Said)> Said(JsonNode unit)
    {
        var said = new List<(string, string)> { ("Material", Word(unit["material"])) };
        foreach (var zone in Rows(unit, "zones"))
            said.Add(((string?)zone["words"] ?? "", Range(zone["depthMm"])));
        foreach (var piece in Rows(unit, "margin"))
            said.Add(
                (
                    $"{Word(piece["segment"]).UpperFirst()} margin",
                    $"{Word(piece["design"])} {Length(piece["widthMm"])}, {PlanChanges.Level(Length(piece["levelMm"]))}"
                )
            );
        if (unit["tocDeg"] is { } toc)
            said.Add(("Total convergence", $"{(double?)toc["target"]:0.#}°, {(double?)toc["min"]:0.#} to {(double?)toc["max"]:0.#}"));
        return said;
    }

    private static IEnumerable<JsonNode> Rows(JsonNode unit, string member) => (unit[member] as JsonArray ?? []).OfType<JsonNode>();

    private static string Range(JsonNode? range) => $"{Length(range?["target"])} ({Length(range?["min"])} to {Length(range?["max"])})";

    private static Mm Length(JsonNode? length) => new((double?)length ?? 0);

    private static string Word(JsonNode? word) => ((string?)word ?? "").Replace('-', ' ');
}
