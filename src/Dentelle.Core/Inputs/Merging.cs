using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Inputs;

/// <summary>Lays findings over others as documents, so that no field can be forgotten.</summary>
internal static class Merging
{
    /// <summary>What one says stands; where it says nothing, the other does. Maps are joined by their keys, lists united.</summary>
    public static Findings Over(this Findings own, Findings under)
    {
        var merged = Merged(
            JsonSerializer.SerializeToNode(under, SaidJson.Default.Findings)!,
            JsonSerializer.SerializeToNode(own, SaidJson.Default.Findings)!
        );
        return merged.Deserialize(SaidJson.Default.Findings)!;
    }

    private static JsonNode Merged(JsonNode under, JsonNode over)
    {
        if (under is JsonObject low && over is JsonObject high)
            return new JsonObject(
                low.Select(entry => entry.Key)
                    .Union(high.Select(entry => entry.Key))
                    .Select(key => KeyValuePair.Create(key, Either(low[key], high[key])))
            );
        if (under is JsonArray first && over is JsonArray second)
            return new JsonArray([
                .. first
                    .Concat(second.Where(item => !first.Any(known => JsonNode.DeepEquals(known, item))))
                    .Select(item => item?.DeepClone()),
            ]);
        return over.DeepClone();
    }

    private static JsonNode? Either(JsonNode? under, JsonNode? over) =>
        over is null ? under?.DeepClone()
        : under is null ? over.DeepClone()
        : Merged(under, over);
}

/// <summary>Only what was said: what has its usual value is left out.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingDefault
)]
[JsonSerializable(typeof(Findings))]
internal sealed partial class SaidJson : JsonSerializerContext;
