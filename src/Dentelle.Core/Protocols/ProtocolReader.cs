using System.Text.Json;

namespace Dentelle.Core.Protocols;

/// <summary>
/// Reads protocols and the sources table. Each is held against its JSON Schema first, then against what a schema
/// can't say. A problem names the file, the path inside it and what is wrong there.
/// </summary>
public static class ProtocolReader
{
    /// <summary>What can be said of a protocol without planning with it; the rest is tried where it is read for planning.</summary>
    internal static Answer<Protocol> ReadProtocol(NamedText file, NamedText schema, SourceTable sources, SchemaMemory? memory)
    {
        if (!DataFile.Read(file, schema, ProtocolJson.Default.Protocol, memory).Is(out var protocol, out var problem))
            return problem;
        var document = JsonDocument.Parse(file.Text).RootElement;
        if (TurnedRange(document, "") is { } turned)
            return DataFile.Wrong(file.Name, turned, "from ≤ to does not hold");
        return ProtocolCheck.Complaint(protocol, document, sources) is { } complaint
            ? DataFile.Wrong(file.Name, complaint.Path, complaint.What)
            : protocol;
    }

    public static Answer<SourceTable> ReadSources(NamedText file, NamedText schema, SchemaMemory? memory = null) =>
        DataFile.Read(file, schema, ProtocolJson.Default.SourceTable, memory);

    /// <summary>The place of a range that ends before it begins.</summary>
    private static string? TurnedRange(JsonElement node, string path) =>
        node.ValueKind switch
        {
            JsonValueKind.Object
                when node.TryGetProperty("from", out var from)
                    && node.TryGetProperty("to", out var to)
                    && from.GetDouble() > to.GetDouble() => path,
            JsonValueKind.Object => node.EnumerateObject()
                .Select(member => TurnedRange(member.Value, $"{path}/{member.Name}"))
                .FirstOrDefault(found => found is not null),
            JsonValueKind.Array => node.EnumerateArray()
                .Select((item, i) => TurnedRange(item, $"{path}/{i}"))
                .FirstOrDefault(found => found is not null),
            _ => null,
        };
}
