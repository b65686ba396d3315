namespace Dentelle.Core.Words;

/// <summary>Names as they begin a sentence, or stand inside one.</summary>
public static class FirstLetter
{
    public static string UpperFirst(this string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    public static string LowerFirst(this string text) => text.Length == 0 ? text : char.ToLowerInvariant(text[0]) + text[1..];
}
