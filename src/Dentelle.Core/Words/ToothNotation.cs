using System.Globalization;
using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

/// <summary>How a user writes and reads teeth. Inside the program a tooth is always its ISO code.</summary>
[JsonConverter(typeof(KebabCase<ToothNotation>))]
public enum ToothNotation
{
    /// <summary>Two digits, ISO 3950: 36.</summary>
    Iso,

    /// <summary>1–32 from the upper right third molar round to the lower right third molar: #19.</summary>
    Universal,

    /// <summary>Position in a quadrant bracket: ⎾6. Letters work too: LL6.</summary>
    Quadrant,
}

public static class ToothNotations
{
    // The dentistry symbols of Unicode: the bracket stands between the tooth and the midline.
    private const char UpperRightBracket = '⏌';
    private const char UpperLeftBracket = '⎿';
    private const char LowerLeftBracket = '⎾';
    private const char LowerRightBracket = '⏋';

    private static readonly string[] QuadrantLetters = ["", "UR", "UL", "LL", "LR"];

    /// <summary>The tooth as a user of this notation writes it; universal numbers carry their #.</summary>
    public static string Write(this ToothCode tooth, ToothNotation notation) =>
        notation switch
        {
            ToothNotation.Universal => $"#{UniversalNumber(tooth)}",
            ToothNotation.Quadrant => tooth.Quadrant switch
            {
                1 => $"{tooth.Position}{UpperRightBracket}",
                2 => $"{UpperLeftBracket}{tooth.Position}",
                3 => $"{LowerLeftBracket}{tooth.Position}",
                _ => $"{tooth.Position}{LowerRightBracket}",
            },
            _ => tooth.Iso,
        };

    /// <summary>1–32.</summary>
    public static int UniversalNumber(this ToothCode tooth) =>
        tooth.Quadrant switch
        {
            1 => 9 - tooth.Position,
            2 => 8 + tooth.Position,
            3 => 25 - tooth.Position,
            _ => 24 + tooth.Position,
        };

    /// <summary>The tooth with a universal number; null outside 1–32.</summary>
    public static ToothCode? FromUniversal(int number) =>
        number switch
        {
            >= 1 and <= 8 => ToothCode.Of(1, 9 - number),
            >= 9 and <= 16 => ToothCode.Of(2, number - 8),
            >= 17 and <= 24 => ToothCode.Of(3, 25 - number),
            >= 25 and <= 32 => ToothCode.Of(4, number - 24),
            _ => null,
        };

    /// <summary>
    /// Reads a tooth. A # always means universal and a bracket or letters always a quadrant; bare digits are read in the
    /// user's notation.
    /// </summary>
    /// <returns>Null when the text names no permanent tooth in that notation.</returns>
    public static ToothCode? Read(string text, ToothNotation bareDigits)
    {
        if (text.StartsWith('#'))
            return Number(text[1..]) is { } universal ? FromUniversal(universal) : null;
        if (ReadQuadrant(text) is { } tooth)
            return tooth;
        return bareDigits == ToothNotation.Universal
            ? Number(text) is { } bare
                ? FromUniversal(bare)
                : null
            : ToothCode.FromIso(text);
    }

    private static ToothCode? ReadQuadrant(string text)
    {
        var quadrant = 0;
        if (text.Length == 3)
            quadrant = Array.IndexOf(QuadrantLetters, text[..2].ToUpperInvariant());
        if (text.Length == 2)
        {
            quadrant = (text[0], text[1]) switch
            {
                (_, UpperRightBracket) => 1,
                (UpperLeftBracket, _) => 2,
                (LowerLeftBracket, _) => 3,
                (_, LowerRightBracket) => 4,
                _ => 0,
            };
        }

        var digit = text.FirstOrDefault(char.IsAsciiDigit);
        return quadrant >= 1 && digit is >= '1' and <= '8' ? ToothCode.Of(quadrant, digit - '0') : null;
    }

    private static int? Number(string text) =>
        text.Length is 1 or 2 && int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;
}
