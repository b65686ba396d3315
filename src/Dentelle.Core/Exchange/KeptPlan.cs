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
        var (before, after) = (Said(kept), Said(now));
        return
        [
            .. before
                .Keys.Union(after.Keys)
                .Select(words => new PlanChange(words, before.GetValueOrDefault(words), after.GetValueOrDefault(words)))
                .Where(change => change.Before != change.After),
        ];
    }

    /// <summary>What is cut, in words, by what it is about. Numbers are compared as they are shown.</summary>
    private static Dictionary<string, string> Said(JsonNode unit)
    {
        var said = new Dictionary<string, string>(StringComparer.Ordinal) { ["Material"] = Word(unit["material"]) };
        foreach (var zone in Rows(unit, "zones"))
            said[(string?)zone["words"] ?? ""] = Range(zone["depthMm"]);
        foreach (var piece in Rows(unit, "margin"))
            said[$"{Word(piece["segment"]).UpperFirst()} margin"] =
                $"{Word(piece["design"])} {Length(piece["widthMm"])}, {Length(piece["levelMm"])} from the gum";
        if (unit["tocDeg"] is { } toc)
            said["Total convergence"] = $"{(double?)toc["target"]:0.#}°, {(double?)toc["min"]:0.#} to {(double?)toc["max"]:0.#}";
        return said;
    }

    private static IEnumerable<JsonNode> Rows(JsonNode unit, string member) => (unit[member] as JsonArray ?? []).OfType<JsonNode>();

    private static string Range(JsonNode? range) => $"{Length(range?["target"])} ({Length(range?["min"])} to {Length(range?["max"])})";

    private static string Length(JsonNode? length) => (double?)length is { } value ? new Mm(value).ToString() : "none";

    private static string Word(JsonNode? word) => ((string?)word ?? "").Replace('-', ' ');
}
