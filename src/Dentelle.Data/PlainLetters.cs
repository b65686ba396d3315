namespace Dentelle.Data;

/// <summary>
/// Letters that no accent can be taken from, as they are typed where a keyboard lacks them: the index and what is looked for
/// in it are written alike.
/// </summary>
internal static class PlainLetters
{
    private static readonly (string Letter, string Plain)[] Letters =
    [
        ("ł", "l"),
        ("Ł", "L"),
        ("ø", "o"),
        ("Ø", "O"),
        ("đ", "d"),
        ("Đ", "D"),
        ("ð", "d"),
        ("þ", "th"),
        ("ß", "ss"),
        ("æ", "ae"),
        ("Æ", "AE"),
        ("œ", "oe"),
        ("Œ", "OE"),
        ("ı", "i"),
    ];

    public static string Of(string text) =>
        Letters.Aggregate(text, (plain, entry) => plain.Replace(entry.Letter, entry.Plain, StringComparison.Ordinal));

    /// <summary>The same of a column, in SQL.</summary>
    public static string InSql(string column) =>
        Letters.Aggregate(column, (plain, entry) => $"replace({plain}, '{entry.Letter}', '{entry.Plain}')");
}
