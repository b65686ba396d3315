using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

/// <summary>A length in millimetres. Signed: a build-out or a margin level may be negative.</summary>
[JsonConverter(typeof(MmJson))]
public readonly record struct Mm(double Value) : IComparable<Mm>
{
    public static readonly Mm Zero = new(0);

    public static Mm operator +(Mm a, Mm b) => new(a.Value + b.Value);

    public static Mm operator -(Mm a, Mm b) => new(a.Value - b.Value);

    public static Mm operator -(Mm a) => new(-a.Value);

    public static Mm operator *(Mm a, double factor) => new(a.Value * factor);

    public static bool operator <(Mm a, Mm b) => a.Value < b.Value;

    public static bool operator >(Mm a, Mm b) => a.Value > b.Value;

    public static bool operator <=(Mm a, Mm b) => a.Value <= b.Value;

    public static bool operator >=(Mm a, Mm b) => a.Value >= b.Value;

    public static Mm Least(Mm a, Mm b) => a <= b ? a : b;

    public static Mm Most(Mm a, Mm b) => a >= b ? a : b;

    /// <summary>To the nearest twentieth of a millimetre: nobody cuts or reads finer.</summary>
    public Mm Told => new(Math.Round(Math.Round(Value * 20, 6), MidpointRounding.AwayFromZero) / 20);

    public int CompareTo(Mm other) => Value.CompareTo(other.Value);

    /// <summary>The value without floating-point dust: a hundredth of a thousandth of a millimetre is beyond any gauge.</summary>
    public double Rounded => Math.Round(Value, 5) + 0.0;

    /// <summary>
    /// One decimal, two where it is no multiple of 0.1, with a true minus sign and no unit: "1.0", "0.65", "−0.2".
    /// </summary>
    public override string ToString()
    {
        var hundredths = Math.Round(Math.Abs(Value) * 100);
        var digits = hundredths % 10 == 0 ? "F1" : "F2";
        var sign = Value < 0 && hundredths > 0 ? "−" : "";
        return sign + (hundredths / 100).ToString(digits, CultureInfo.InvariantCulture);
    }
}

/// <summary>Lengths from the least that is accepted to the most, with the one aimed at between them. Millimetres.</summary>
public readonly record struct MmRange
{
    /// <exception cref="ArgumentException">When least ≤ target ≤ most does not hold.</exception>
    public MmRange(Mm target, Mm least, Mm most)
    {
        if (!(least <= target && target <= most))
            throw new ArgumentException($"A range needs least ≤ target ≤ most, not {least} ≤ {target} ≤ {most}.", nameof(target));
        (Target, Least, Most) = (target, least, most);
    }

    public Mm Target { get; }

    public Mm Least { get; }

    public Mm Most { get; }

    /// <summary>The whole range moved; nothing falls below <paramref name="floor"/>.</summary>
    public MmRange MovedBy(Mm by, Mm floor) => new(Mm.Most(Target + by, floor), Mm.Most(Least + by, floor), Mm.Most(Most + by, floor));

    /// <summary>
    /// The whole range capped; nothing rises above <paramref name="cap"/>. Where even the least would, what is met within
    /// the tolerance below the cap is enough.
    /// </summary>
    public MmRange CappedAt(Mm cap, Mm tolerance) => new(Mm.Least(Target, cap), Least < cap ? Least : cap - tolerance, Mm.Least(Most, cap));

    /// <summary>Half-way between two ranges, number by number, to the nearest twentieth: nobody cuts finer.</summary>
    public static MmRange Middle(MmRange a, MmRange b)
    {
        return new(Of(a.Target, b.Target), Of(a.Least, b.Least), Of(a.Most, b.Most));
        static Mm Of(Mm one, Mm other) => ((one + other) * 0.5).Told;
    }

    public override string ToString() => $"{Target} [{Least}–{Most}]";
}

/// <summary>A length stands in files and answers as its number of millimetres.</summary>
internal sealed class MmJson : JsonConverter<Mm>
{
    public override Mm Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => new(reader.GetDouble());

    public override void Write(Utf8JsonWriter writer, Mm value, JsonSerializerOptions options) => writer.WriteNumberValue(value.Value);
}
