namespace Dentelle.Core.QuickLine;

/// <summary>How materials are said: full names, their words in any order, and the trade's short forms.</summary>
public static class MaterialNames
{
    private static readonly (Material Material, string[] Said)[] Names =
    [
        (Material.Metal, ["metal", "gold", "cast metal", "full metal"]),
        (Material.MetalCeramicFacial, ["metal-ceramic facial", "metal-ceramic facial only", "mc", "mc facial", "metal-ceramic"]),
        (Material.MetalCeramicFull, ["metal-ceramic full", "mc full", "metal-ceramic full ceramic"]),
        (Material.MetalCeramicPorcelainMargin, ["metal-ceramic porcelain margin", "mc porcelain margin", "metal-ceramic butt"]),
        (Material.Porcelain, ["porcelain", "feldspathic", "feldspathic porcelain"]),
        (Material.AllCeramicDeep, ["all-ceramic deep", "all-ceramic"]),
        (Material.LithiumDisilicate, ["lithium disilicate", "lithium", "disilicate", "ld"]),
        (Material.ZirconiaMonolithic, ["zirconia monolithic", "zirconia", "zirkonia", "zr"]),
        (Material.ZirconiaLayered, ["zirconia layered", "layered zirconia"]),
    ];

    /// <summary>The materials these words name exactly: one, or none. Hyphens and word order don't matter.</summary>
    public static Material[] Read(IReadOnlyList<string> words)
    {
        var said = Key(string.Join(' ', words));
        return
        [
            .. Names
                .Where(name => name.Said.Append(Kebab.Of(name.Material)).Any(known => Key(known) == said))
                .Select(name => name.Material)
                .Distinct(),
        ];
    }

    /// <summary>What a short form such as "mc" or "ld" stands for, as far as all it can mean agree; null for other words.</summary>
    public static string? Meant(string word)
    {
        string[][] meant =
        [
            .. Names
                .Where(name => name.Said.Any(said => said == word || said.StartsWith(word + " ", StringComparison.Ordinal)))
                .Select(name => Kebab.Of(name.Material).Split('-')),
        ];
        if (meant.Length == 0)
            return null;
        var agreed = meant[0].TakeWhile((part, i) => meant.All(other => i < other.Length && other[i] == part)).ToArray();
        return agreed.Length == 0 ? null : string.Join('-', agreed);
    }

    /// <summary>Materials of whose name these words are the beginning: someone may still be typing.</summary>
    public static Material[] Begun(IReadOnlyList<string> words)
    {
        var said = string.Join(' ', words).Replace('-', ' ');
        return
        [
            .. Names
                .Where(name =>
                    name.Said.Append(Kebab.Of(name.Material))
                        .Any(known => known.Replace('-', ' ').StartsWith(said, StringComparison.Ordinal))
                )
                .Select(name => name.Material),
        ];
    }

    /// <summary>Materials that could have been meant: some word agrees, or differs by slips of the finger.</summary>
    public static Material[] Near(IReadOnlyList<string> words) =>
        [
            .. Names
                .Select(name =>
                    (name.Material, Off: words.Min(word => name.Said.SelectMany(said => said.Split(' ', '-')).Min(part => Off(word, part))))
                )
                .Where(name => name.Off < int.MaxValue)
                .OrderBy(name => name.Off)
                .Select(name => name.Material),
        ];

    internal static bool IsSlipOf(string word, string name) => Off(word, name) < int.MaxValue;

    // A slip for every three letters is a slip; more is another word.
    private static int Off(string word, string part)
    {
        var slips = Slips(word, part);
        return slips <= part.Length / 3 ? slips : int.MaxValue;
    }

    private static string Key(string said) =>
        string.Join(' ', said.Split([' ', '-'], StringSplitOptions.RemoveEmptyEntries).Order(StringComparer.Ordinal));

    // Levenshtein's distance.
    private static int Slips(string a, string b)
    {
        var row = Enumerable.Range(0, b.Length + 1).ToArray();
        for (var i = 1; i <= a.Length; i++)
        {
            var diagonal = row[0];
            row[0] = i;
            for (var j = 1; j <= b.Length; j++)
            {
                var change = diagonal + (a[i - 1] == b[j - 1] ? 0 : 1);
                diagonal = row[j];
                row[j] = Math.Min(change, Math.Min(row[j], row[j - 1]) + 1);
            }
        }

        return row[b.Length];
    }
}
