using System.Globalization;
using System.Text;

namespace Dentelle.Web.Documents.Letters;

/// <summary>
/// Names in scripts that run from right to left, in the order in which a page lays glyphs out: by the rules of Unicode's
/// bidirectional algorithm (UAX 9) that one line without embeddings can meet, on a page that runs from left to right. Arabic
/// letters come in the forms in which they join (Unicode charts, Arabic Presentation Forms A and B).
/// </summary>
public static class RightToLeft
{
    private const char LamAlefMadda = '\uFEF5';

    /// <summary>Letter, its isolated form, and how many forms follow: isolated, final, initial, medial.</summary>
    private static readonly Dictionary<char, (char Isolated, int Forms)> Forms = Table(
        ("\u0621", 0xFE80, 1),
        ("\u0622\u0623\u0624\u0625", 0xFE81, 2),
        ("\u0626", 0xFE89, 4),
        ("\u0627", 0xFE8D, 2),
        ("\u0628", 0xFE8F, 4),
        ("\u0629", 0xFE93, 2),
        ("\u062A\u062B\u062C\u062D\u062E", 0xFE95, 4),
        ("\u062F\u0630\u0631\u0632", 0xFEA9, 2),
        ("\u0633\u0634\u0635\u0636\u0637\u0638\u0639\u063A", 0xFEB1, 4),
        ("\u0641\u0642\u0643\u0644\u0645\u0646\u0647", 0xFED1, 4),
        ("\u0648\u0649", 0xFEED, 2),
        ("\u064A", 0xFEF1, 4),
        // Persian and Urdu.
        ("\u067E", 0xFB56, 4),
        ("\u0686", 0xFB7A, 4),
        ("\u0698", 0xFB8A, 2),
        ("\u06A9", 0xFB8E, 4),
        ("\u06AF", 0xFB92, 4),
        ("\u06CC", 0xFBFC, 4)
    );

    /// <summary>Alefs that a lam before them takes into one sign, in the order of those signs.</summary>
    private const string Alefs = "\u0622\u0623\u0625\u0627";

    private const string Brackets = "()[]{}<>«»";

    /// <summary>The text as its glyphs stand from left to right.</summary>
    public static string Ordered(string text)
    {
        if (!text.Any(IsRight))
            return text;
        var clusters = Clusters(Joined(text));
        var right = clusters.Select(DirectionOf).ToArray();
        Bracket(clusters, right);
        // What has no direction of its own goes with the words on both sides of it, else with the page; numbers go with the word
        // before them but run from left to right themselves.
        for (var i = 0; i < right.Length; i++)
            right[i] ??= Before(right, i) == true && After(right, i) == true;
        var ordered = new StringBuilder();
        for (var i = 0; i < clusters.Count; )
        {
            var end = i;
            while (end < clusters.Count && right[end] == right[i])
                end++;
            ordered.Append(right[i] == true ? Reversed(clusters, i, end) : string.Concat(clusters.Skip(i).Take(end - i)));
            i = end;
        }
        return ordered.ToString();
    }

    /// <summary>Brackets go with what they hold.</summary>
    private static void Bracket(IReadOnlyList<string> clusters, bool?[] right)
    {
        var open = new Stack<int>();
        for (var i = 0; i < clusters.Count; i++)
        {
            var at = clusters[i].Length == 1 ? Brackets.IndexOf(clusters[i], StringComparison.Ordinal) : -1;
            if (at >= 0 && at % 2 == 0)
                open.Push(i);
            else if (
                at >= 0
                && open.TryPop(out var begin)
                && right[(begin + 1)..i] is var held
                && held.Contains(true)
                && !held.Contains(false)
            )
                right[begin] = right[i] = true;
        }
    }

    private static string Reversed(IReadOnlyList<string> clusters, int begin, int end)
    {
        var line = new StringBuilder();
        for (var i = end - 1; i >= begin; )
        {
            var first = i;
            while (first > begin && IsNumber(clusters[first]) && IsNumber(clusters[first - 1]))
                first--;
            for (var j = first; j <= i; j++)
                line.Append(Mirrored(clusters[j]));
            i = first - 1;
        }
        return line.ToString();
    }

    private static bool? Before(bool?[] right, int i)
    {
        for (var j = i - 1; j >= 0; j--)
            if (right[j] is { } known)
                return known;
        return false;
    }

    private static bool? After(bool?[] right, int i)
    {
        for (var j = i + 1; j < right.Length; j++)
            if (right[j] is { } known)
                return known;
        return false;
    }

    /// <summary>Null for what has no direction of its own.</summary>
    private static bool? DirectionOf(string cluster) =>
        IsRight(cluster[0]) ? true
        : char.IsLetter(cluster, 0) ? false
        : null;

    private static bool IsNumber(string cluster) => char.IsDigit(cluster, 0) || cluster is "." or ",";

    private static string Mirrored(string cluster) =>
        Brackets.IndexOf(cluster, StringComparison.Ordinal) is >= 0 and var at && cluster.Length == 1
            ? Brackets[at ^ 1].ToString()
            : cluster;

    /// <summary>A letter with the marks that stand over and under it.</summary>
    private static List<string> Clusters(string text)
    {
        var clusters = new List<string>();
        foreach (var rune in text.EnumerateRunes())
        {
            if (clusters.Count > 0 && Rune.GetUnicodeCategory(rune) == UnicodeCategory.NonSpacingMark)
                clusters[^1] += rune.ToString();
            else
                clusters.Add(rune.ToString());
        }
        return clusters;
    }

    /// <summary>Arabic letters in the form their neighbours ask for.</summary>
    private static string Joined(string text)
    {
        var joined = new StringBuilder();
        for (var i = 0; i < text.Length; i++)
        {
            if (!Forms.TryGetValue(text[i], out var entry))
            {
                joined.Append(text[i]);
                continue;
            }
            var before = Neighbour(text, i, -1) is { } last && JoinsOn(last);
            if (text[i] == '\u0644' && i + 1 < text.Length && Alefs.IndexOf(text[i + 1], StringComparison.Ordinal) is >= 0 and var alef)
            {
                joined.Append((char)(LamAlefMadda + (2 * alef) + (before ? 1 : 0)));
                i++;
                continue;
            }
            var after = entry.Forms == 4 && Neighbour(text, i, 1) is { } next && Forms.TryGetValue(next, out var other) && other.Forms > 1;
            joined.Append((char)(entry.Isolated + (before && entry.Forms > 1 ? 1 : 0) + (after ? 2 : 0)));
        }
        return joined.ToString();

        static bool JoinsOn(char letter) => Forms.TryGetValue(letter, out var form) && form.Forms == 4;
    }

    /// <summary>The next letter; marks over and under it do not part letters.</summary>
    private static char? Neighbour(string text, int i, int step)
    {
        do i += step;
        while (i >= 0 && i < text.Length && char.GetUnicodeCategory(text[i]) == UnicodeCategory.NonSpacingMark);
        return i >= 0 && i < text.Length ? text[i] : null;
    }

    private static bool IsRight(char letter) =>
        letter is (>= '\u0590' and <= '\u08FF') or (>= '\uFB1D' and <= '\uFDFF') or (>= '\uFE70' and <= '\uFEFC') && !char.IsDigit(letter);

    private static Dictionary<char, (char, int)> Table(params (string Letters, int First, int Forms)[] rows)
    {
        var table = new Dictionary<char, (char, int)>();
        foreach (var (letters, first, forms) in rows)
            for (var i = 0; i < letters.Length; i++)
                table[letters[i]] = ((char)(first + (i * forms)), forms);
        return table;
    }
}
