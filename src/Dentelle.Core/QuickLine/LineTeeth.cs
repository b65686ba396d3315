namespace Dentelle.Core.QuickLine;

/// <summary>The teeth at the start of a line: "36", "11 21", "45x47", "13xx16", "34:metal-ceramic-full 36:metal".</summary>
internal static class LineTeeth
{
    /// <param name="Named">Teeth in the order named, those a bridge leaves out between them included.</param>
    /// <param name="Used">How many words they took.</param>
    /// <param name="IsBridge">Whether an x or single retainers say that they belong together.</param>
    public sealed record Found(IReadOnlyList<(ToothCode Tooth, bool Pontic, string? Retainer)> Named, int Used, bool IsBridge);

    public static Answer<Found> Read(string[] words, ToothNotation notation)
    {
        var named = new List<(ToothCode Tooth, bool Pontic, string? Retainer)>();
        var bridge = false;
        var used = 0;
        for (; used < words.Length; used++)
        {
            var colon = words[used].IndexOf(':', StringComparison.Ordinal);
            var (joined, retainer) = colon < 0 ? (words[used], null) : (words[used][..colon], words[used][(colon + 1)..]);
            var parts = joined.Split('x');
            if (ToothNotations.Read(parts[0], notation) is not { } first)
                break;
            named.Add((first, false, retainer));
            bridge |= retainer is not null || parts.Length > 1;
            var (last, open) = (first, 0);
            foreach (var part in parts.Skip(1))
            {
                open++;
                if (part.Length == 0)
                    continue;
                if (ToothNotations.Read(part, notation) is not { } next)
                    return new Problem("tooth", $"“{part}” in “{joined}” is no permanent tooth.");
                if (!Between(last, next).Is(out var missing, out var problem))
                    return problem;
                if (missing.Length != open)
                {
                    var right = $"{last.Write(notation)}{new string('x', missing.Length)}{next.Write(notation)}";
                    return new Problem(
                        "bridge-span",
                        $"Between {last.Write(notation)} and {next.Write(notation)} "
                            + $"{(missing.Length == 1 ? "stands 1 tooth" : $"stand {missing.Length} teeth")}, and {open} x "
                            + $"{(open == 1 ? "is" : "are")} written.",
                        missing.Length > 0 ? [right] : []
                    );
                }
                named.AddRange(missing.Select(tooth => (tooth, true, (string?)null)));
                named.Add((next, false, null));
                (last, open) = (next, 0);
            }
            if (open > 0)
                return new Problem("bridge-span", $"“{joined}” ends with an x; name the abutment behind it.");
        }

        var twice = named.GroupBy(entry => entry.Tooth).FirstOrDefault(group => group.Count() > 1);
        if (twice is not null)
            return new Problem("tooth-twice", $"{twice.Key.Write(notation)} is named twice.");
        return new Found(named, used, bridge);
    }

    private static Answer<ToothCode[]> Between(ToothCode from, ToothCode to)
    {
        if (from.Jaw != to.Jaw)
            return new Problem("bridge-jaws", $"{from.Iso} and {to.Iso} stand in different jaws.");
        var (low, high) = (Math.Min(from.ArchPlace, to.ArchPlace), Math.Max(from.ArchPlace, to.ArchPlace));
        var between = ToothCode.All.Where(tooth => tooth.Jaw == from.Jaw && tooth.ArchPlace > low && tooth.ArchPlace < high);
        return from.ArchPlace < to.ArchPlace
            ? between.OrderBy(tooth => tooth.ArchPlace).ToArray()
            : [.. between.OrderByDescending(tooth => tooth.ArchPlace)];
    }
}
