using System.Text.Json;

namespace Dentelle.Core.Protocols;

/// <summary>What a JSON Schema says of one place of a document: its title, the values it may have. References are followed.</summary>
internal sealed class SchemaPlace
{
    private readonly JsonElement root;
    private readonly JsonElement[] parts;

    private SchemaPlace(JsonElement root, IEnumerable<JsonElement> parts)
    {
        this.root = root;
        this.parts = [.. parts.SelectMany(Whole)];
    }

    public static SchemaPlace Root(JsonElement schema) => new(schema, [schema]);

    public string? Title =>
        parts
            .Select(part => part.TryGetProperty("title", out var title) ? title.GetString() : null)
            .FirstOrDefault(title => title is not null);

    /// <summary>The values that may stand here, where they are listed; empty otherwise.</summary>
    public IReadOnlyList<string> Choices =>
        [
            .. parts
                .SelectMany(part => part.TryGetProperty("enum", out var values) ? values.EnumerateArray() : [])
                .Where(value => value.ValueKind == JsonValueKind.String)
                .Select(value => value.GetString()!),
        ];

    public SchemaPlace Property(string key) => new(root, parts.SelectMany(part => Named(part, key)));

    public SchemaPlace Item() =>
        new(root, parts.SelectMany(part => part.TryGetProperty("items", out var items) ? [items] : Array.Empty<JsonElement>()));

    private static IEnumerable<JsonElement> Named(JsonElement part, string key)
    {
        if (part.TryGetProperty("properties", out var properties) && properties.TryGetProperty(key, out var own))
            yield return own;
        else if (part.TryGetProperty("additionalProperties", out var others) && others.ValueKind == JsonValueKind.Object)
            yield return others;
    }

    private IEnumerable<JsonElement> Whole(JsonElement part)
    {
        if (part.ValueKind != JsonValueKind.Object)
            return [];
        IEnumerable<JsonElement> whole = [part];
        if (part.TryGetProperty("$ref", out var reference))
            whole = whole.Concat(Whole(Resolved(reference.GetString()!)));
        if (part.TryGetProperty("anyOf", out var alternatives))
            whole = whole.Concat(alternatives.EnumerateArray().SelectMany(Whole));
        return whole;
    }

    private JsonElement Resolved(string reference) => reference[2..].Split('/').Aggregate(root, (node, step) => node.GetProperty(step));
}
