using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Dentelle.Core.Burs;
using Dentelle.Core.Inputs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Exchange;

/// <summary>How every document is written and read as JSON: camelCase keys, kebab-case values, nothing unknown swallowed.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    WriteIndented = true
)]
[JsonSerializable(typeof(PlanDocument))]
[JsonSerializable(typeof(MeasureDocument))]
[JsonSerializable(typeof(PathDocument))]
[JsonSerializable(typeof(TruthDocument))]
[JsonSerializable(typeof(PreparedDocument))]
[JsonSerializable(typeof(FormDocument))]
[JsonSerializable(typeof(ProtocolDocument))]
[JsonSerializable(typeof(RunSheetDocument))]
[JsonSerializable(typeof(BurDocument))]
[JsonSerializable(typeof(HandOverDocument))]
[JsonSerializable(typeof(LaboratoryAnswer))]
internal sealed partial class DocumentJson : JsonSerializerContext;

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull
)]
[JsonSerializable(typeof(PlanInputs))]
internal sealed partial class InputJson : JsonSerializerContext;

/// <summary>What others send: nothing unknown, nothing missing.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true
)]
[JsonSerializable(typeof(HandOverDocument))]
[JsonSerializable(typeof(LaboratoryAnswer))]
internal sealed partial class StrictJson : JsonSerializerContext;

/// <summary>Reads and writes the documents of this folder.</summary>
public static class JsonDocuments
{
    private static readonly DocumentJson Writing = new(
        new JsonSerializerOptions(DocumentJson.Default.Options)
        {
            // Degree signs and dashes stay readable; the answer is never put into a web page unescaped.
            Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        }
    );

    public static string Write(PlanDocument plan) => JsonSerializer.Serialize(plan, Writing.PlanDocument);

    public static string Write(MeasureDocument measure) => JsonSerializer.Serialize(measure, Writing.MeasureDocument);

    public static string Write(PathDocument path) => JsonSerializer.Serialize(path, Writing.PathDocument);

    public static string Write(TruthDocument truth) => JsonSerializer.Serialize(truth, Writing.TruthDocument);

    public static string Write(PreparedDocument prepared) => JsonSerializer.Serialize(prepared, Writing.PreparedDocument);

    public static string Write(FormDocument form) => JsonSerializer.Serialize(form, Writing.FormDocument);

    public static string Write(ProtocolDocument protocol) => JsonSerializer.Serialize(protocol, Writing.ProtocolDocument);

    public static string Write(RunSheetDocument sheet) => JsonSerializer.Serialize(sheet, Writing.RunSheetDocument);

    /// <summary>A bur for keeping.</summary>
    public static string Write(Bur bur) => JsonSerializer.Serialize(bur, BurJson.Default.Bur);

    /// <summary>A bur that was kept.</summary>
    public static Bur ReadBur(string json) => JsonSerializer.Deserialize(json, BurJson.Default.Bur)!;

    public static string Write(BurDocument bur) => JsonSerializer.Serialize(bur, Writing.BurDocument);

    public static string Write(HandOverDocument handOver) => JsonSerializer.Serialize(handOver, Writing.HandOverDocument);

    public static string Write(LaboratoryAnswer answer) => JsonSerializer.Serialize(answer, Writing.LaboratoryAnswer);

    /// <summary>Reads a bundle's case.json.</summary>
    public static Answer<HandOverDocument> ReadHandOver(string json) =>
        Read(json, "case.json", StrictJson.Default.HandOverDocument, read => (read.Format, read.Version), HandOverDocument.FormatName);

    /// <summary>Reads what a laboratory sends.</summary>
    public static Answer<LaboratoryAnswer> ReadLaboratoryAnswer(string name, string json) =>
        Read(json, name, StrictJson.Default.LaboratoryAnswer, read => (read.Format, read.Version), LaboratoryAnswer.FormatName);

    private static Answer<T> Read<T>(string json, string name, JsonTypeInfo<T> type, Func<T, (string, int)> format, string wanted)
        where T : class
    {
        if (JsonRules.Complaint(System.Text.Encoding.UTF8.GetBytes(json)) is { } broken)
            return new Problem("document", $"{name}: {broken.Sentence}");
        try
        {
            return JsonSerializer.Deserialize(json, type) is { } read && format(read) == (wanted, 1)
                ? read
                : new Problem("document", $"{name} is no {wanted.Replace('-', ' ')} of version 1.");
        }
        catch (JsonException e)
        {
            var where = string.IsNullOrEmpty(e.Path) || e.Path == "$" ? $"line {e.LineNumber + 1}" : e.Path[2..];
            return new Problem("document", $"{name}: {where}: {Plainly(e.Message)}.");
        }
    }

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
            var where =
                string.IsNullOrEmpty(e.Path) || e.Path == "$"
                    ? $"line {e.LineNumber + 1}"
                    : e.Path.Replace("$.", "", StringComparison.Ordinal);
            return new Problem("inputs-file", $"{fileName}: {where}: {Plainly(e.Message)}.");
        }
    }

    /// <summary>Reads an assessment file: inputs, and under "teeth" those of single teeth.</summary>
    public static Answer<AssessmentFile> ReadAssessment(string fileName, string json)
    {
        if (JsonRules.Complaint(System.Text.Encoding.UTF8.GetBytes(json)) is { } broken)
            return new Problem("inputs-file", $"{fileName}: {broken.Sentence}");
        JsonObject? root;
        try
        {
            root = JsonNode.Parse(json) as JsonObject;
        }
        catch (JsonException e)
        {
            return new Problem("inputs-file", $"{fileName}: line {e.LineNumber + 1}: this is not JSON as it should be.");
        }
        var (teeth, named) = (new Dictionary<string, PlanInputs>(), new Dictionary<string, Restoration>());
        if (root?[AssessmentFile.TeethMember] is JsonObject own)
        {
            foreach (var (tooth, inputs) in own)
            {
                if (!ReadInputs($"{fileName}: teeth {tooth}", inputs?.ToJsonString() ?? "null").Is(out var read, out var wrong))
                    return wrong;
                teeth[tooth] = read;
                if (Names(inputs as JsonObject))
                    named[tooth] = read.Restoration;
            }
            root.Remove(AssessmentFile.TeethMember);
            json = root.ToJsonString();
        }
        if (!ReadInputs(fileName, json).Is(out var all, out var problem))
            return problem;
        return new AssessmentFile(all, teeth) { Named = Names(root) ? all.Restoration : null, NamedOf = named };

        static bool Names(JsonObject? inputs) => inputs?["restoration"] is not null;
    }

    /// <summary>JSON Schema of what a plan answers.</summary>
    public static string PlanSchema() =>
        Schema(
            Writing.PlanDocument,
            "What `plan --json` answers and `GET /api/units/{id}` holds as plan. Lengths in millimetres, angles in degrees."
        );

    /// <summary>JSON Schema of a measured tooth.</summary>
    public static string MeasureSchema() =>
        Schema(
            Writing.MeasureDocument,
            "What `measure --json` answers. Lengths in millimetres, angles in degrees; places in the tooth's own frame: x mesial, y "
                + "facial, z to the bite."
        );

    /// <summary>JSON Schema of what goes to the laboratory.</summary>
    public static string HandOverSchema() =>
        Schema(
            Writing.HandOverDocument,
            "case.json of a bundle for the laboratory. Lengths in millimetres, angles in degrees; places in each tooth's own frame: x mesial, "
                + "y facial, z to the bite."
        );

    /// <summary>JSON Schema of what a laboratory answers.</summary>
    public static string AnswerSchema() =>
        Schema(Writing.LaboratoryAnswer, "What a laboratory answers a bundle with. Lengths in millimetres.");

    /// <summary>JSON Schema of a run sheet.</summary>
    public static string RunSheetSchema() =>
        Schema(
            Writing.RunSheetDocument,
            "What `runsheet --json` answers. Lengths in millimetres, angles in degrees, times in minutes from the begin."
        );

    /// <summary>JSON Schema of a tooth's inputs.</summary>
    public static string InputSchema() =>
        Schema(
            InputJson.Default.PlanInputs,
            "What is found and decided for one tooth; everything may be left out. Lengths in millimetres, angles in "
                + "degrees, shares from 0 to 1."
        );

    private static string Schema(JsonTypeInfo type, string description)
    {
        var schema = JsonSchemaExporter
            .GetJsonSchemaAsNode(
                type,
                new JsonSchemaExporterOptions { TreatNullObliviousAsNonNullable = true, TransformSchemaNode = Plain }
            )
            .AsObject();
        var whole = new JsonObject { ["$schema"] = "https://json-schema.org/draft/2020-12/schema", ["description"] = description };
        foreach (var (key, value) in schema)
            whole[key] = value?.DeepClone();
        LeaveOut(whole);
        return whole.ToJsonString(Writing.Options);
    }

    /// <summary>Types of the vocabulary that stand as one plain value, and maps of them.</summary>
    private static JsonNode Plain(JsonSchemaExporterContext context, JsonNode schema)
    {
        var type = context.PropertyInfo?.PropertyType ?? context.TypeInfo.Type;
        var bare = Nullable.GetUnderlyingType(type) ?? type;
        var name =
            bare == typeof(Mm) ? "number"
            : bare == typeof(ToothCode) ? "string"
            : bare == typeof(ByZone) || IsMapOfLengths(bare) ? "object"
            : null;
        if (name is null)
            return schema;
        var plain = new JsonObject { ["type"] = bare == type ? name : new JsonArray(name, "null") };
        if (name == "object")
            plain["additionalProperties"] = new JsonObject { ["type"] = "number" };
        if (schema is JsonObject described && described.TryGetPropertyValue("default", out var usual))
            plain["default"] = usual?.DeepClone();
        return plain;
    }

    /// <summary>Whether a type maps something to lengths.</summary>
    public static bool IsMapOfLengths(Type type) =>
        type.IsGenericType
        && type.GetGenericTypeDefinition() == typeof(IReadOnlyDictionary<,>)
        && type.GetGenericArguments()[1] == typeof(Mm);

    /// <summary>What may be null is left out when it is: it can't be required.</summary>
    private static void LeaveOut(JsonNode? node)
    {
        if (node is JsonArray items)
            foreach (var item in items)
                LeaveOut(item);
        if (node is not JsonObject schema)
            return;
        if (schema["required"] is JsonArray required && schema["properties"] is JsonObject properties)
        {
            foreach (var name in required.Select(one => (string)one!).Where(name => MayBeNull(properties[name])).ToArray())
                required.Remove(required.First(one => (string)one! == name));
        }
        foreach (var (_, below) in schema)
            LeaveOut(below);

        static bool MayBeNull(JsonNode? property) =>
            property?["type"] is JsonArray types && types.Any(type => (string?)type == "null")
            || property?["enum"] is JsonArray values && values.Any(value => value is null);
    }

    private static string Plainly(string message) =>
        message.Contains("could not be mapped", StringComparison.Ordinal) ? "there is no such field"
        : message.Contains("could not be converted", StringComparison.Ordinal)
            ? "this value is of the wrong kind or not one of the known names"
        : "this is not JSON as it should be";
}
