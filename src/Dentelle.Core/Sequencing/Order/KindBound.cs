namespace Dentelle.Core.Sequencing.Order;

/// <summary>How often tools, or places, must be come to at least until all is done.</summary>
/// <remarks>
/// What some of the teeth need alone bounds what all need, since leaving steps out never adds a coming; pairs of teeth are solved exactly.
/// And since each coming is to one kind, bounds that count different kinds add up: kinds are parted by the teeth that use them.
/// </remarks>
internal sealed class KindBound
{
    private readonly StepSets sets;
    private readonly List<Entries[]> groups = [];
    private readonly List<(StepSet[] Kinds, Entries[] Pairs)> parts = [];
    private readonly Dictionary<(StepSet Done, int Has), int> known = [];

    public KindBound(StepSets sets)
    {
        this.sets = sets;
        int[] kinds = [.. Enumerable.Range(0, sets.Tools)];
        var users = kinds
            .Select(kind =>
                sets.OfTool(kind).Steps().Select(step => sets.Task.Units[step]).Where(unit => unit >= 0).Distinct().Order().ToArray()
            )
            .ToArray();
        foreach (var part in kinds.GroupBy(kind => string.Join(' ', users[kind])))
            parts.Add(([.. part.Select(sets.OfTool)], Pairs(users[part.First()], [.. kinds.Select(kind => part.Contains(kind))])));
        foreach (var units in Sharing(users))
            groups.Add(Pairs(units, [.. kinds.Select(_ => true)]));
    }

    /// <param name="done">Steps that are done.</param>
    /// <param name="has">The kind that is in hand and need not be come to; −1 for none.</param>
    public int Least(StepSet done, int has)
    {
        done = sets.Closed(done, has, -1);
        if (known.TryGetValue((done, has), out var least))
            return least;
        foreach (var (kinds, pairs) in parts)
            least += Math.Max(kinds.Count(kind => !kind.IsIn(done)), Most(pairs));
        return known[(done, has)] = Math.Max(least, groups.Sum(Most));

        int Most(Entries[] pairs) => pairs.Max(pair => pair.Least(done, has));
    }

    private Entries[] Pairs(int[] units, bool[] counted) =>
        units.Length < 2
            ? [new(sets, sets.OfUnits(units), counted)]
            : [.. units.SelectMany((a, i) => units.Skip(i + 1).Select(b => new Entries(sets, sets.OfUnits(a, b), counted)))];

    /// <summary>Teeth in groups, so that no kind is needed in two of them.</summary>
    private static List<int[]> Sharing(int[][] users)
    {
        var found = new List<int[]>();
        foreach (var units in users)
        {
            int[] joined = [.. found.Where(group => group.Intersect(units).Any()).SelectMany(group => group).Union(units)];
            found.RemoveAll(group => group.Intersect(units).Any());
            found.Add(joined);
        }
        return found;
    }
}
