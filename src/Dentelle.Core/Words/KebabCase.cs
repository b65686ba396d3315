using System.Collections.Frozen;
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
        where T : struct, Enum => Names<T>.Known.TryGetValue(value, out var name) ? name : Converted(value);

    /// <summary>The same as words: "rounded shoulder".</summary>
    public static string Words<T>(T value)
        where T : struct, Enum => Of(value).Replace('-', ' ');

    /// <exception cref="FormatException">No value has this name.</exception>
    public static T Read<T>(string text)
        where T : struct, Enum => TryParse<T>(text, out var value) ? value : throw new FormatException($"“{text}” is no {typeof(T).Name}.");

    public static bool TryParse<T>(string text, out T value)
        where T : struct, Enum
    {
        foreach (var (candidate, name) in Names<T>.Known)
        {
            if (name != text)
                continue;
            value = candidate;
            return true;
        }

        value = default;
        return false;
    }

    private static string Converted<T>(T value)
        where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());

    /// <summary>Names are asked for thousands of times in a plan.</summary>
    private static class Names<T>
        where T : struct, Enum
    {
        public static readonly FrozenDictionary<T, string> Known = Enum.GetValues<T>()
            .Distinct()
            .ToFrozenDictionary(value => value, Converted);
    }
}
