using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using System.Text.RegularExpressions;

namespace Dentelle.Core.Protocols;

/// <summary>A file's name and text; the caller did the reading.</summary>
public sealed record NamedText(string Name, string Text);

/// <summary>
/// Reads the files that hold numbers: JSON first, then the schema, then the types. A problem names file, path and what is
/// wrong there.
/// </summary>
internal static partial class DataFile
{
    public static Answer<T> Read<T>(NamedText file, NamedText schema, JsonTypeInfo<T> type, SchemaMemory? memory)
        where T : class
    {
        JsonElement document;
        try
        {
            document = JsonDocument.Parse(file.Text).RootElement;
        }
        catch (JsonException e)
        {
            return Wrong(file.Name, "/", $"not JSON: line {e.LineNumber + 1}, character {e.BytePositionInLine + 1}");
        }

        if (SchemaCheck.Complaint(file, schema, document, memory) is { } complaint)
            return complaint;
        try
        {
            return document.Deserialize(type)!;
        }
        catch (JsonException e)
        {
            return Wrong(file.Name, Pointer(e.Path ?? ""), "has the wrong type or is a word that is not known here");
        }
    }

    /// <summary>"$.materials[2]['a-b']" as the pointer "/materials/2/a-b".</summary>
    private static string Pointer(string path) =>
        $"/{string.Join('/', PathStep().Matches(path).Select(step => step.Groups["step"].Value))}";

    [GeneratedRegex(@"[.\[]'?(?<step>[^.\[\]']+)'?\]?", RegexOptions.ExplicitCapture, 1000)]
    private static partial Regex PathStep();

    public static Problem Wrong(string file, string path, string what) => new("protocol-file", $"{file}: {path}: {what}.");
}
