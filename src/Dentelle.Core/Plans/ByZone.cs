using System.Text.Json;
using System.Text.Json.Serialization;

namespace Dentelle.Core.Plans;

/// <summary>
/// Lengths by zone. A key is a zone's full name, or a kind such as "functional-cusp" for all cusps of that kind; the full
/// name wins.
/// </summary>
[JsonConverter(typeof(ByZoneJson))]
public sealed record ByZone(IReadOnlyDictionary<string, Mm> Entries)
{
    public static readonly ByZone Empty = new(new Dictionary<string, Mm>());

    public static ByZone Of(params IReadOnlyList<(string Zone, double Mm)> lengths) =>
        new(lengths.ToDictionary(entry => entry.Zone, entry => new Mm(entry.Mm)));

    /// <summary>The same with one length more, or another.</summary>
    public ByZone With(string zone, Mm length) => new(new Dictionary<string, Mm>(Entries) { [zone] = length });

    public Mm? At(Zone zone) =>
        Entries.TryGetValue(zone.Name, out var own) ? own
        : Entries.TryGetValue(Kebab.Of(zone.Kind), out var kind) ? kind
        : null;
}

/// <summary>In files and answers zones are keys and lengths numbers.</summary>
internal sealed class ByZoneJson : JsonConverter<ByZone>
{
    public override ByZone Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType != JsonTokenType.StartObject)
            throw new JsonException();
        var entries = new Dictionary<string, Mm>();
        while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
        {
            var zone = reader.GetString()!;
            if (!reader.Read() || reader.TokenType != JsonTokenType.Number)
                throw new JsonException();
            entries[zone] = new Mm(reader.GetDouble());
        }
        return new ByZone(entries);
    }

    public override void Write(Utf8JsonWriter writer, ByZone value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        foreach (var (zone, length) in value.Entries)
            writer.WriteNumber(zone, length.Value);
        writer.WriteEndObject();
    }
}
