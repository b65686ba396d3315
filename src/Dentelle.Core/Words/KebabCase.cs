using System.Text.Json;
using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

/// <summary>Enum values as kebab-case names, the way they stand in every file and answer: <c>rounded-shoulder</c>.</summary>
public sealed class KebabCase<T>() : JsonStringEnumConverter<T>(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false)
    where T : struct, Enum;

/// <summary>Kebab-case names of enum values, both ways.</summary>
public static class Kebab
{
    public static string Of<T>(T value)
        where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());

    /// <summary>The same as words: "rounded shoulder".</summary>
    public static string Words<T>(T value)
        where T : struct, Enum => Of(value).Replace('-', ' ');

    /// <exception cref="FormatException">No value has this name.</exception>
    public static T Read<T>(string text)
        where T : struct, Enum => TryParse<T>(text, out var value) ? value : throw new FormatException($"“{text}” is no {typeof(T).Name}.");

    public static bool TryParse<T>(string text, out T value)
        where T : struct, Enum
    {
        foreach (var candidate in Enum.GetValues<T>())
        {
            if (Of(candidate) != text)
                continue;
            value = candidate;
            return true;
        }

        value = default;
        return false;
    }
}
