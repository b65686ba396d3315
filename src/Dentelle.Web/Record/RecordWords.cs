using System.Globalization;
using System.Text.Json;
using Dentelle.Core.Visiting;
using Dentelle.Data;

namespace Dentelle.Web.Record;

/// <summary>What entries of the record say, as sentences.</summary>
internal static class RecordWords
{
    public static string? Say(RecordRow row, JsonSerializerOptions json)
    {
        if (row.Words is null)
            return null;
        using var document = JsonDocument.Parse(row.Words);
        var words = document.RootElement;
        return row.Kind switch
        {
            "case" => $"Case {Number(words, "number"):0000} begun.",
            "plan" => $"{Text(words, "tooth")} planned: {Text(words, "restoration")?.Replace('-', ' ')}, "
                + $"{Text(words, "material")?.Replace('-', ' ')} (plan {Number(words, "version")}, "
                + $"protocol {Text(words, "protocol")} {Number(words, "protocolVersion")}).",
            "reading" => $"{Text(words, "zone")?.Replace('-', ' ')}: {Interval(words)}, {Text(words, "kind")?.Replace('-', ' ')}, "
                + $"{Text(words, "gauge")?.Replace('-', ' ')}.",
            "reading-taken-back" => $"Reading taken back: {Text(words, "zone")?.Replace('-', ' ')}, {Interval(words)}.",
            "reading-put-back" => $"Reading put back: {Text(words, "zone")?.Replace('-', ' ')}, {Interval(words)}.",
            "step-begun" => $"Begun: {Step(words)}.",
            "step-done" => $"Done: {Step(words)}.",
            "step-taken-back" => $"Taken back: {Step(words)}.",
            "finished" => $"{Text(words, "tooth")} finished.",
            "reopened" => $"{Text(words, "tooth")} opened again.",
            "scans" => $"Scans of {Text(words, "teeth")} kept.",
            "visit" => VisitWords(words),
            "patient" => $"Patient: {Text(words, "name")}, chart {Text(words, "chart")}.",
            "handed-over" => $"Handed over to the laboratory: {Text(words, "teeth")?.Replace(",", ", ", StringComparison.Ordinal)}.",
            "laboratory-asks" => $"{Text(words, "by")} asks of {Text(words, "tooth")}: {Text(words, "text")}",
            "laboratory-replied" => $"Replied to the laboratory about {Text(words, "tooth")}: {Text(words, "reply")}",
            "signed" => $"Signed: {Text(words, "statement")}",
            "narrative" => $"For the insurer, signed: {Text(words, "text")}",
            "amendment" => Text(words, "text"),
            _ => JsonSerializer.Deserialize<ChairNote>(row.Words, json)?.Say() ?? row.Kind,
        };
    }

    /// <summary>A step's key in words: "36, functional occlusal".</summary>
    private static string Step(JsonElement words)
    {
        var key = Text(words, "step") ?? "";
        var bur = Text(words, "bur");
        var step = key.Replace("/", ", ", StringComparison.Ordinal).Replace('-', ' ');
        return bur is null ? step : $"{step} with {bur.Replace('-', ' ')}";
    }

    private static string VisitWords(JsonElement words)
    {
        var kind = Text(words, "kind")?.Replace('-', ' ') ?? "";
        if (Text(words, "removedAt") is not null)
            return $"Visit taken off: {kind}.";
        if (Text(words, "doneAt") is not null)
            return $"Visit closed: {kind}.";
        if (Text(words, "at") is not { } at)
            return $"Visit without a time: {kind}.";
        var time = DateTime.Parse(at, CultureInfo.InvariantCulture, DateTimeStyles.RoundtripKind).ToLocalTime();
        return $"Visit agreed: {kind}, {time:yyyy-MM-dd HH:mm}.";
    }

    private static string Interval(JsonElement words)
    {
        var from = words.GetProperty("fromMm").GetDouble();
        return words.TryGetProperty("belowMm", out var below) && below.ValueKind == JsonValueKind.Number
            ? below.GetDouble() - from < 0.02
                ? string.Create(CultureInfo.InvariantCulture, $"{from:0.0#} mm")
                : string.Create(CultureInfo.InvariantCulture, $"{from:0.0#} to {below.GetDouble():0.0#} mm")
            : string.Create(CultureInfo.InvariantCulture, $"{from:0.0#} mm or more");
    }

    private static string? Text(JsonElement words, string name) =>
        words.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String ? value.GetString() : null;

    private static long Number(JsonElement words, string name) =>
        words.TryGetProperty(name, out var value) && value.TryGetInt64(out var number) ? number : 0;
}
