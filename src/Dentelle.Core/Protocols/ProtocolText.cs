using System.Text.Json;
using System.Text.Json.Nodes;

namespace Dentelle.Core.Protocols;

/// <summary>A change a practice makes to one value.</summary>
/// <param name="Path">JSON pointer of a field.</param>
/// <param name="Number">The new value where it is a number.</param>
/// <param name="Choice">The new value where it is one of several.</param>
public sealed record ProtocolEdit(string Path, double? Number = null, string? Choice = null);

/// <summary>A value that two protocols differ in.</summary>
/// <param name="Path">JSON pointer in the later one, or in the earlier where the later lacks it.</param>
/// <param name="Words">"Crown, zirconia, monolithic: groove, target".</param>
public sealed record ProtocolDifference(string Path, string Section, string Words, string? Before, string? After);

/// <summary>A protocol as its text: laid out in rows, compared, changed value by value. What comes out is checked like any file.</summary>
public sealed class ProtocolText
{
    private readonly JsonElement document;
    private readonly JsonElement schema;

    public ProtocolText(NamedText file, NamedText schema)
    {
        (File, Schema) = (file, schema);
        document = JsonDocument.Parse(file.Text).RootElement;
        this.schema = JsonDocument.Parse(schema.Text).RootElement;
        Lines = ProtocolLines.Of(document, this.schema);
    }

    public NamedText File { get; }

    public NamedText Schema { get; }

    public IReadOnlyList<ProtocolLine> Lines { get; }

    /// <summary>Every value in which this protocol departs from another, in the order of its rows.</summary>
    public IReadOnlyList<ProtocolDifference> From(ProtocolText other)
    {
        var before = Fields(other).ToDictionary(entry => entry.Field.Key);
        var after = Fields(this).ToDictionary(entry => entry.Field.Key);
        return
        [
            .. from entry in after.Values
            let old = before.TryGetValue(entry.Field.Key, out var found) ? found.Field : null
            where old is null || !old.Agrees(entry.Field)
            select Difference(entry, old?.Said, entry.Field.Said),
            .. before.Values.Where(entry => !after.ContainsKey(entry.Field.Key)).Select(entry => Difference(entry, entry.Field.Said, null)),
        ];
    }

    /// <summary>
    /// The same protocol with other values, under its own name and version. A row whose values depart from
    /// <paramref name="shipped"/> becomes the practice's own; one that is back at them gets its source back.
    /// </summary>
    public Answer<ProtocolText> With(IReadOnlyList<ProtocolEdit> edits, string id, int version, string name, ProtocolText shipped)
    {
        var root = JsonNode.Parse(File.Text)!.AsObject();
        (root["id"], root["version"], root["name"]) = (id, version, name);
        var fields = Fields(this).ToDictionary(entry => entry.Field.Path);
        foreach (var edit in edits)
        {
            if (!fields.TryGetValue(edit.Path, out var entry))
                return new Problem("protocol-edit", $"There is no value at {edit.Path} of this protocol.");
            if (edit.Number is null == edit.Choice is null || edit.Number is null == entry.Field.Number is not null)
                return new Problem(
                    "protocol-edit",
                    $"{Words(entry)} needs "
                        + $"{(entry.Field.Number is null ? $"one of {string.Join(", ", entry.Field.Choices)}" : "a number")}."
                );
            Put(root, edit.Path, edit.Number is { } number ? JsonValue.Create(number) : JsonValue.Create(edit.Choice!));
        }
        var changed = new ProtocolText(File with { Text = root.ToJsonString() }, Schema);
        foreach (var line in changed.Lines.Where(line => line.Fields.Any(field => edits.Any(edit => edit.Path == field.Path))))
            Own(root, line, shipped);
        return new ProtocolText(File with { Text = root.ToJsonString(Readable) }, Schema);
    }

    internal static readonly JsonSerializerOptions Readable = new()
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>Says where a changed row now comes from.</summary>
    private static void Own(JsonObject root, ProtocolLine line, ProtocolText shipped)
    {
        var holder = line.Fields[0].Path;
        while (Find(root, holder) is not JsonObject owner || !owner.ContainsKey("source"))
        {
            if (holder.LastIndexOf('/') is var cut && cut <= 0)
                return;
            holder = holder[..cut];
        }
        var known = Fields(shipped).ToDictionary(entry => entry.Field.Key);
        var original = line.Fields.All(field => known.TryGetValue(field.Key, out var same) && same.Field.Agrees(field))
            ? known[line.Fields[0].Key].Line
            : null;
        Put(root, holder + "/source", JsonValue.Create(original?.Source ?? "H"));
        Put(root, holder + "/standing", JsonValue.Create(Kebab.Of(original?.Standing ?? Standing.House)));
    }

    private static ProtocolDifference Difference((ProtocolLine Line, ProtocolField Field) entry, string? before, string? after) =>
        new(entry.Field.Path, entry.Line.Section, Words(entry), before, after);

    private static string Words((ProtocolLine Line, ProtocolField Field) entry)
    {
        var words = entry.Line.Group.Length > 0 ? $"{entry.Line.Group}: {entry.Line.Words}" : entry.Line.Words;
        return entry.Field.Words.Length > 0 ? $"{words}, {entry.Field.Words}" : words;
    }

    private static IEnumerable<(ProtocolLine Line, ProtocolField Field)> Fields(ProtocolText text) =>
        text.Lines.SelectMany(line => line.Fields.Select(field => (line, field)));

    private static JsonNode? Find(JsonNode root, string pointer) =>
        pointer
            .Split('/')[1..]
            .Aggregate((JsonNode?)root, (node, step) =>
                node is JsonArray list ? list[int.Parse(step, System.Globalization.CultureInfo.InvariantCulture)] : node?[step]
            );

    private static void Put(JsonObject root, string pointer, JsonNode value)
    {
        var cut = pointer.LastIndexOf('/');
        var (owner, last) = (Find(root, pointer[..cut])!, pointer[(cut + 1)..]);
        if (owner is JsonArray list)
            list[int.Parse(last, System.Globalization.CultureInfo.InvariantCulture)] = value;
        else
            owner[last] = value;
    }
}
