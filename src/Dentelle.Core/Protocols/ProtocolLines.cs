using System.Text.Json;

namespace Dentelle.Core.Protocols;

/// <summary>One row of a protocol as a person reads and changes it: what it is for, its values, where they come from.</summary>
/// <param name="Section">Part of the protocol: "Veneers".</param>
/// <param name="Group">What it belongs to there: the restoration, or a heading; may be empty.</param>
/// <param name="Words">What it says something of: "edge, functional cusp".</param>
public sealed record ProtocolLine(
    string Section,
    string Group,
    string Words,
    IReadOnlyList<ProtocolField> Fields,
    string? Source,
    Standing? Standing,
    string? Text
);

/// <summary>A value that can be set.</summary>
/// <param name="Path">JSON pointer to it.</param>
/// <param name="Key">The same by what it belongs to instead of by place in a list: the same in two protocols that order
/// their lists differently.</param>
/// <param name="Words">"target", "least"; empty where the row says it all.</param>
/// <param name="Unit">"mm", "°", "mm²" or empty.</param>
/// <param name="Number">The value where it is a number.</param>
/// <param name="Choice">The value where it is one of <paramref name="Choices"/>.</param>
public sealed record ProtocolField(
    string Path,
    string Key,
    string Words,
    string Unit,
    double? Number,
    string? Choice,
    IReadOnlyList<string> Choices
)
{
    /// <summary>Whether both say the same.</summary>
    public bool Agrees(ProtocolField other) => Number == other.Number && Choice == other.Choice;

    /// <summary>The value with its unit, as it is read aloud.</summary>
    public string Said =>
        Number is { } number ? Figure(number) + (Unit.Length == 0 || Unit == "°" ? Unit : " " + Unit) : Choice!.Replace('-', ' ');

    private string Figure(double number) =>
        Unit == "mm" ? new Mm(number).ToString() : number.ToString("0.####", System.Globalization.CultureInfo.InvariantCulture);
}

/// <summary>
/// Lays a protocol's JSON out as rows. Which values there are follows from the document, their words and choices from the
/// schema, so a number that is added to both appears without a line of code.
/// </summary>
public static class ProtocolLines
{
    /// <summary>Members that say what an entry is about; they are no values of it.</summary>
    private static readonly string[] Identity =
    [
        "restoration",
        "restorations",
        "materials",
        "material",
        "name",
        "class",
        "for",
        "zones",
        "in",
        "segments",
        "at",
        "classes",
        "teeth",
        "id",
        "question",
        "kind",
        "unitsMost",
    ];

    /// <summary>Before the design of an alternative: that is a value itself, so its place in the list identifies the entry.</summary>
    private const string Or = "or ";

    private static readonly string[] Remarks = ["source", "standing", "text", "note", "sides", "$schema", "version"];

    public static IReadOnlyList<ProtocolLine> Of(JsonElement protocol, JsonElement schema)
    {
        var (root, lines) = (SchemaPlace.Root(schema), new List<ProtocolLine>());
        foreach (var part in protocol.EnumerateObject().Where(part => part.Value.ValueKind is JsonValueKind.Object or JsonValueKind.Array))
        {
            var place = root.Property(part.Name);
            new Reading(place.Title ?? Spoken(part.Name), lines).Take(
                part.Value,
                place,
                new Spot("/" + part.Name, part.Name, [], UnitOf(part.Name), null, null)
            );
        }
        return lines;
    }

    /// <param name="Titles">Headings on the way to this place, below the section's.</param>
    private sealed record Spot(string Path, string Key, IReadOnlyList<string> Titles, string Unit, string? Source, Standing? Standing)
    {
        public Spot Below(string name, string? title = null, string? key = null) =>
            this with
            {
                Path = $"{Path}/{name}",
                Key = $"{Key}/{key ?? name}",
                Titles = title is null ? Titles : [.. Titles, title],
                Unit = UnitOf(name) is { Length: > 0 } own ? own : Unit,
            };
    }

    private sealed class Reading(string section, List<ProtocolLine> lines)
    {
        public void Take(JsonElement node, SchemaPlace schema, Spot at)
        {
            if (node.ValueKind == JsonValueKind.Array)
                TakeItems(node, schema.Item(), at);
            else
                TakeObject(node, schema, at);
        }

        private void TakeItems(JsonElement items, SchemaPlace schema, Spot at)
        {
            var index = 0;
            foreach (var item in items.EnumerateArray())
            {
                var about = About(item);
                if (item.ValueKind == JsonValueKind.Object)
                    Take(
                        item,
                        schema,
                        at.Below(
                            $"{index}",
                            about.Length > 0 ? about : null,
                            about.Length > 0 && !about.StartsWith(Or, StringComparison.Ordinal) ? about : null
                        )
                    );
                index++;
            }
        }

        private void TakeObject(JsonElement node, SchemaPlace schema, Spot at)
        {
            if (node.TryGetProperty("source", out var source))
                at = at with { Source = source.GetString() };
            if (node.TryGetProperty("standing", out var standing) && Kebab.TryParse<Standing>(standing.GetString()!, out var known))
                at = at with { Standing = known };
            var members = node.EnumerateObject()
                .Where(member => !Identity.Contains(member.Name) && !Remarks.Contains(member.Name))
                .ToArray();
            var fields = members.SelectMany(member => Scalars(node, member, schema.Property(member.Name), at)).ToArray();
            // Where every member is a range of its own, each is a row.
            var ranges = fields.Length == 0;
            if (!ranges)
                fields = [.. fields, .. members.Where(IsRange).SelectMany(member => Range(member, at))];
            if (fields.Length > 0)
                lines.Add(Line(at, fields, node));
            foreach (var member in members)
            {
                var place = schema.Property(member.Name);
                if (IsRange(member))
                {
                    if (ranges)
                        lines.Add(
                            Line(
                                at.Below(member.Name, place.Title ?? Spoken(member.Name)),
                                [
                                    .. Range(member, at)
                                        .Select(field => field with { Words = field.Path[(field.Path.LastIndexOf('/') + 1)..] }),
                                ],
                                node
                            )
                        );
                }
                else if (member.Value.ValueKind == JsonValueKind.Object || IsList(member))
                    Take(member.Value, place, at.Below(member.Name, place.Title));
            }
        }

        private ProtocolLine Line(Spot at, IReadOnlyList<ProtocolField> fields, JsonElement node) =>
            new(
                section,
                string.Join(", ", at.Titles.SkipLast(1)),
                at.Titles.Count > 0 ? at.Titles[^1] : section,
                fields,
                at.Source,
                at.Standing,
                node.TryGetProperty("text", out var text) ? text.GetString()
                    : node.TryGetProperty("note", out var note) ? note.GetString()
                    : null
            );
    }

    private static IEnumerable<ProtocolField> Scalars(JsonElement owner, JsonProperty member, SchemaPlace schema, Spot at)
    {
        var below = at.Below(member.Name);
        var words = member.Name is "value" or "chosen" ? "" : schema.Title ?? Spoken(member.Name);
        switch (member.Value.ValueKind)
        {
            case JsonValueKind.Number:
                yield return new(below.Path, below.Key, words, below.Unit, member.Value.GetDouble(), null, []);
                break;
            case JsonValueKind.String when Choices(owner, schema) is { Count: > 0 } choices:
                yield return new(below.Path, below.Key, words, "", null, member.Value.GetString(), choices);
                break;
            case JsonValueKind.Array when member.Value.GetArrayLength() > 0 && member.Value[0].ValueKind == JsonValueKind.Number:
                foreach (var (item, i) in member.Value.EnumerateArray().Select((item, i) => (item, i)))
                    yield return new($"{below.Path}/{i}", $"{below.Key}/{i}", $"{words} {i + 1}", below.Unit, item.GetDouble(), null, []);
                break;
        }
    }

    // The sides of a disagreement are listed beside the choice, all other choices in the schema.
    private static IReadOnlyList<string> Choices(JsonElement owner, SchemaPlace schema) =>
        owner.TryGetProperty("sides", out var sides)
            ? [.. sides.EnumerateArray().Select(side => side.GetProperty("value").GetString()!)]
            : schema.Choices;

    private static IEnumerable<ProtocolField> Range(JsonProperty member, Spot at)
    {
        var below = at.Below(member.Name);
        foreach (var end in member.Value.EnumerateObject().Where(end => end.Value.ValueKind == JsonValueKind.Number))
            yield return new(
                $"{below.Path}/{end.Name}",
                $"{below.Key}/{end.Name}",
                $"{Spoken(member.Name)} {end.Name}",
                below.Unit,
                end.Value.GetDouble(),
                null,
                []
            );
    }

    private static bool IsRange(JsonProperty member) =>
        member.Value.ValueKind == JsonValueKind.Object
        && !member.Value.TryGetProperty("source", out _)
        && member.Value.EnumerateObject().Any()
        && member.Value.EnumerateObject().All(end => end.Value.ValueKind == JsonValueKind.Number);

    private static bool IsList(JsonProperty member) =>
        member.Value.ValueKind == JsonValueKind.Array
        && member.Value.GetArrayLength() > 0
        && member.Value[0].ValueKind == JsonValueKind.Object;

    /// <summary>What an entry of a list is about: its name, or what identifies it.</summary>
    private static string About(JsonElement item)
    {
        if (item.ValueKind != JsonValueKind.Object)
            return "";
        foreach (var name in new[] { "question", "name" })
        {
            if (!item.TryGetProperty(name, out var own))
                continue;
            // A crown's entry is named after its material alone.
            return item.TryGetProperty("restoration", out var kind) && kind.GetString() == "crown"
                ? $"Crown, {own.GetString()!.LowerFirst()}"
                : own.GetString()!;
        }
        if (item.TryGetProperty("segments", out var side) && side.ValueKind == JsonValueKind.String)
            return side.GetString() == "all" ? "margin all round" : $"{Plain(side.GetString()!)} margin";
        var parts = Identity
            .Where(name => item.TryGetProperty(name, out _))
            .Select(name =>
                name switch
                {
                    "unitsMost" => $"at most {item.GetProperty(name)} units",
                    "in" => $"in {item.GetProperty(name).GetString()}",
                    _ => Listed(item.GetProperty(name)),
                }
            );
        var about = string.Join(", ", parts);
        return about.Length > 0 ? about
            : item.TryGetProperty("design", out var design) ? Or + Plain(design.GetString()!)
            : "";
    }

    private static string Listed(JsonElement value) =>
        value.ValueKind == JsonValueKind.Array
            ? string.Join(", ", value.EnumerateArray().Select(one => Plain(one.ToString())))
            : Plain(value.ToString());

    private static string Plain(string name) => name.Replace('-', ' ').Replace("non ", "non-", StringComparison.Ordinal);

    private static string UnitOf(string key) =>
        key.EndsWith("Mm2", StringComparison.Ordinal) ? "mm²"
        : key.EndsWith("Mm", StringComparison.Ordinal) ? "mm"
        : key.EndsWith("Deg", StringComparison.Ordinal) ? "°"
        : "";

    /// <summary>"leastWidthMm" → "least width".</summary>
    private static string Spoken(string key)
    {
        var bare = UnitOf(key) switch
        {
            "mm²" => key[..^3],
            "mm" => key[..^2],
            "°" => key[..^3],
            _ => key,
        };
        return string.Concat(
            bare.Select(c =>
                char.IsUpper(c) ? $" {char.ToLowerInvariant(c)}"
                : c == '-' ? " "
                : $"{c}"
            )
        );
    }
}
