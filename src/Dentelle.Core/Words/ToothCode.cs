using System.Text.Json;
using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

[JsonConverter(typeof(KebabCase<Jaw>))]
public enum Jaw
{
    Upper,
    Lower,
}

public enum ToothKind
{
    Incisor,
    Canine,
    Premolar,
    Molar,
}

/// <summary>
/// A permanent tooth by its ISO 3950 code: quadrant 1–4 (upper right, upper left, lower left, lower right, as the patient
/// has them) and position 1–8 from the midline.
/// </summary>
[JsonConverter(typeof(ToothCodeJson))]
public readonly record struct ToothCode
{
    private ToothCode(int quadrant, int position) => (Quadrant, Position) = (quadrant, position);

    public int Quadrant { get; }

    public int Position { get; }

    /// <summary>All 32, in ISO order.</summary>
    public static IReadOnlyList<ToothCode> All { get; } =
    [.. from quadrant in Enumerable.Range(1, 4) from position in Enumerable.Range(1, 8) select new ToothCode(quadrant, position)];

    /// <exception cref="ArgumentOutOfRangeException">When quadrant is not 1–4 or position not 1–8.</exception>
    public static ToothCode Of(int quadrant, int position)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(quadrant is >= 1 and <= 4, true, nameof(quadrant));
        ArgumentOutOfRangeException.ThrowIfNotEqual(position is >= 1 and <= 8, true, nameof(position));
        return new(quadrant, position);
    }

    /// <summary>Reads an ISO 3950 code such as "36"; null when it is none of a permanent tooth.</summary>
    public static ToothCode? FromIso(string text) =>
        text.Length == 2 && text[0] is >= '1' and <= '4' && text[1] is >= '1' and <= '8' ? new(text[0] - '0', text[1] - '0') : null;

    public string Iso => $"{Quadrant}{Position}";

    public Jaw Jaw => Quadrant <= 2 ? Jaw.Upper : Jaw.Lower;

    public bool IsRight => Quadrant is 1 or 4;

    /// <summary>
    /// Whether x mesial, y facial, z to the bite make a left-handed frame: forms are made for the other side and mirrored.
    /// </summary>
    public bool IsMirrored => Quadrant is 2 or 4;

    public bool IsFront => Position <= 3;

    /// <summary>Place in the arch of its jaw, from the right third molar (0) to the left (15).</summary>
    public int ArchPlace => IsRight ? 8 - Position : 7 + Position;

    public ToothKind Kind =>
        Position switch
        {
            <= 2 => ToothKind.Incisor,
            3 => ToothKind.Canine,
            <= 5 => ToothKind.Premolar,
            _ => ToothKind.Molar,
        };

    /// <summary>The next tooth toward the midline; beside a central incisor the other central.</summary>
    public ToothCode MesialNeighbour => Position > 1 ? new(Quadrant, Position - 1) : new(AcrossTheMidline, 1);

    /// <summary>The next tooth away from the midline; null behind a third molar.</summary>
    public ToothCode? DistalNeighbour => Position < 8 ? new ToothCode(Quadrant, Position + 1) : null;

    /// <summary>
    /// Teeth it meets in a normal closure, main antagonist first: each tooth faces two, but for the lower central incisor
    /// and the upper third molar.
    /// </summary>
    public IReadOnlyList<ToothCode> Antagonists
    {
        get
        {
            var quadrant = Quadrant switch
            {
                1 => 4,
                2 => 3,
                3 => 2,
                _ => 1,
            };
            var second = Jaw == Jaw.Upper ? Position + 1 : Position - 1;
            return second is >= 1 and <= 8 ? [new(quadrant, Position), new(quadrant, second)] : [new(quadrant, Position)];
        }
    }

    /// <summary>"lower left first molar".</summary>
    public string Name
    {
        get
        {
            var tooth = Position switch
            {
                1 => "central incisor",
                2 => "lateral incisor",
                3 => "canine",
                4 => "first premolar",
                5 => "second premolar",
                6 => "first molar",
                7 => "second molar",
                _ => "third molar",
            };
            return $"{(Jaw == Jaw.Upper ? "upper" : "lower")} {(IsRight ? "right" : "left")} {tooth}";
        }
    }

    private int AcrossTheMidline =>
        Quadrant switch
        {
            1 => 2,
            2 => 1,
            3 => 4,
            _ => 3,
        };

    public override string ToString() => Iso;
}

/// <summary>A tooth stands in files and answers as its ISO 3950 code.</summary>
internal sealed class ToothCodeJson : JsonConverter<ToothCode>
{
    public override ToothCode Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        ToothCode.FromIso(reader.GetString() ?? "") ?? throw new JsonException();

    public override void Write(Utf8JsonWriter writer, ToothCode value, JsonSerializerOptions options) => writer.WriteStringValue(value.Iso);
}
