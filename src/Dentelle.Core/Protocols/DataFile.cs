using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace Dentelle.Core.Protocols;

/// <summary>A file's name and text; the caller did the reading.</summary>
public sealed record NamedText(string Name, string Text);

/// <summary>Reads the files that hold numbers: JSON first, then the schema, then the types. A problem names file, path and what is wrong there.</summary>
internal static class DataFile
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
            return Wrong(file.Name, e.Path ?? "/", "has the wrong type");
        }
    }

    public static Problem Wrong(string file, string path, string what) => new("protocol-file", $"{file}: {path}: {what}.");
}
