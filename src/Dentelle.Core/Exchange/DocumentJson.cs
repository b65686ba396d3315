using System.Text.Json;
using System.Text.Json.Serialization;
using Dentelle.Core.Forms;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Exchange;

/// <summary>How every document is written and read as JSON: camelCase keys, kebab-case values, nothing unknown swallowed.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    WriteIndented = true)]
[JsonSerializable(typeof(PlanDocument))]
[JsonSerializable(typeof(MeasureDocument))]
[JsonSerializable(typeof(PreparedDocument))]
[JsonSerializable(typeof(FormDocument))]
[JsonSerializable(typeof(Protocol))]
[JsonSerializable(typeof(SourceTable))]
[JsonSerializable(typeof(FormTable))]
internal sealed partial class DocumentJson : JsonSerializerContext;

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull)]
[JsonSerializable(typeof(PlanInputs))]
internal sealed partial class InputJson : JsonSerializerContext;

/// <summary>Reads and writes the documents of this folder.</summary>
public static class JsonDocuments
{
    private static readonly DocumentJson Writing = new(new JsonSerializerOptions(DocumentJson.Default.Options)
    {
        // Degree signs and dashes stay readable; the answer is never put into a web page unescaped.
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    });

    public static string Write(PlanDocument plan) => JsonSerializer.Serialize(plan, Writing.PlanDocument);

    public static string Write(MeasureDocument measure) => JsonSerializer.Serialize(measure, Writing.MeasureDocument);

    public static string Write(PreparedDocument prepared) => JsonSerializer.Serialize(prepared, Writing.PreparedDocument);

    public static string Write(FormDocument form) => JsonSerializer.Serialize(form, Writing.FormDocument);

    /// <summary>Compact, for keeping with the unit.</summary>
    public static string Write(PlanInputs inputs) => JsonSerializer.Serialize(inputs, InputJson.Default.PlanInputs);

    /// <summary>Reads inputs; the problem names the place in the file and what is wrong there.</summary>
    public static Answer<PlanInputs> ReadInputs(string fileName, string json)
    {
        try
        {
            return JsonSerializer.Deserialize(json, InputJson.Default.PlanInputs) ?? PlanInputs.Empty;
        }
        catch (JsonException e)
        {
            var where = string.IsNullOrEmpty(e.Path) || e.Path == "$" ? $"line {e.LineNumber + 1}" : e.Path.Replace("$.", "", StringComparison.Ordinal);
            return new Problem("inputs-file", $"{fileName}: {where}: {Plainly(e.Message)}.");
        }
    }

    private static string Plainly(string message) =>
        message.Contains("could not be mapped", StringComparison.Ordinal) ? "there is no such field"
        : message.Contains("could not be converted", StringComparison.Ordinal) ? "this value is of the wrong kind or not one of the known names"
        : "this is not JSON as it should be";
}
