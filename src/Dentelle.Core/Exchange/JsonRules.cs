using System.Text.Json;

namespace Dentelle.Core.Exchange;

/// <summary>
/// What holds for every JSON that comes in, by whichever door: no name twice in one object, nothing missing in a list, finite
/// numbers, whole letters, and no more than a practice can have written.
/// </summary>
public static class JsonRules
{
    /// <summary>Characters of one text.</summary>
    public const int LongestText = 4000;

    /// <summary>Entries of one list or object.</summary>
    public const int MostEntries = 2000;

    /// <returns>What is wrong and where; null when nothing is. JSON that is none is left to whoever reads it.</returns>
    public static Problem? Complaint(ReadOnlySpan<byte> utf8)
    {
        var reader = new Utf8JsonReader(utf8);
        var open = new Stack<Level>();
        try
        {
            while (reader.Read())
            {
                if (Complaint(ref reader, open) is { } wrong)
                    return new Problem("json", $"{PlaceOf(open)}{wrong}.");
            }
        }
        catch (JsonException)
        {
            return null;
        }
        catch (InvalidOperationException)
        {
            // Half of a surrogate pair: a text that no program can show.
            return new Problem("json", $"{PlaceOf(open)}this text holds half a letter.");
        }
        return null;
    }

    private static string? Complaint(ref Utf8JsonReader reader, Stack<Level> open)
    {
        switch (reader.TokenType)
        {
            case JsonTokenType.EndArray or JsonTokenType.EndObject:
                open.Pop();
                return null;
            case JsonTokenType.PropertyName:
                var level = open.Peek();
                level.Name = Whole(ref reader);
                return level.Names!.Add(level.Name) ? null : "this stands there twice";
        }
        if (open.TryPeek(out var around))
        {
            around.Count++;
            if (around.Count > MostEntries)
                return $"these are more than {MostEntries}";
        }
        switch (reader.TokenType)
        {
            case JsonTokenType.StartObject:
                open.Push(new Level { Names = new(StringComparer.Ordinal) });
                return null;
            case JsonTokenType.StartArray:
                open.Push(new Level());
                return null;
            case JsonTokenType.Null:
                return around is { Names: null } ? "an entry of this list is missing" : null;
            case JsonTokenType.Number:
                return reader.TryGetDouble(out var number) && double.IsFinite(number) ? null : "this number is beyond all numbers";
            case JsonTokenType.String:
                return Whole(ref reader).Length > LongestText ? $"this text has more than {LongestText} characters" : null;
            default:
                return null;
        }
    }

    /// <exception cref="InvalidOperationException">It holds half a letter.</exception>
    private static string Whole(ref Utf8JsonReader reader) => reader.GetString()!;

    private static string PlaceOf(Stack<Level> open)
    {
        var place = string.Join(
            '.',
            open.Reverse().Select(level => level.Names is null ? $"{level.Count}" : level.Name).Where(name => name is not null)
        );
        return place.Length == 0 ? "" : $"{(place.Length > 120 ? place[..120] + "…" : place)}: ";
    }

    /// <summary>An object or list that has not ended yet.</summary>
    private sealed class Level
    {
        /// <summary>Names so far; null in a list.</summary>
        public HashSet<string>? Names { get; init; }

        public string? Name { get; set; }

        public int Count { get; set; }
    }
}
