using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Sequencing;

/// <summary>The third wish, after few burs and few places: what can be done while something sets is done then.</summary>
internal sealed class WaitFilling(VisitSteps visit, SheetLimits limits, LearnedTimes times)
{
    /// <summary>The longest run of steps that is moved at once.</summary>
    private const int LongestRun = 8;

    private readonly ILookup<string, string> before = visit.Order.ToLookup(edge => edge.Then, edge => edge.First),
        after = visit.Order.ToLookup(edge => edge.First, edge => edge.Then);
    private readonly Dictionary<string, SheetStep> steps = visit.Steps.ToDictionary(step => step.Key);
    private readonly Dictionary<string, double> work = visit.Steps.ToDictionary(step => step.Key, step => times.For(step, limits).Minutes);

    /// <summary>
    /// Moves runs of later steps into waits, as long as the visit gets shorter, no precedence is broken and no change is
    /// added.
    /// </summary>
    /// <param name="order">An order with as few changes as can be.</param>
    /// <param name="changes">Changes of an order.</param>
    /// <returns>The order, and the minutes in which no order with so few changes ends sooner.</returns>
    public (IReadOnlyList<int> Order, double LeastMinutes) Fill(
        IReadOnlyList<int> order,
        Func<IReadOnlyList<int>, (int Tools, int Views)> changes
    )
    {
        var (best, minutes, cost) = (order, Minutes(order), changes(order));
        var least = Least(cost);
        for (var found = true; found && minutes > least + 1e-6; )
        {
            found = false;
            foreach (var moved in Moves(best))
            {
                if (changes(moved).CompareTo(cost) > 0 || Minutes(moved) is var shorter && shorter > minutes - 1e-6)
                    continue;
                (best, minutes, found) = (moved, shorter, true);
                break;
            }
        }
        return (best, least);
    }

    /// <summary>Nothing that keeps to so many changes ends sooner: the work, the changes, and waits that can't be filled.</summary>
    private double Least((int Tools, int Views) changes)
    {
        var changing = (changes.Tools * limits.ChangeMinutes.Value) + (changes.Views * limits.ViewMinutes.Value);
        var gates = visit
            .Order.Where(edge => edge.Waits)
            .GroupBy(edge => edge.Then, edge => edge.First)
            .Select(gate => (Step: gate.Key, Firsts: gate.ToArray(), Later: Reach(gate.Key, after)))
            .OrderBy(gate => Reach(gate.Step, before).Count)
            .ToArray();
        // Waits add up along a chain: where everything that is waited for comes after the step that waited before.
        var along = new double[gates.Length];
        for (var i = 0; i < gates.Length; i++)
        {
            var sooner = Enumerable
                .Range(0, i)
                .Where(k => gates[i].Firsts.All(gates[k].Later.Contains))
                .Select(k => along[k])
                .Append(0)
                .Max();
            along[i] = sooner + Idle(gates[i].Step, gates[i].Firsts, gates[i].Later, changing);
        }
        return Math.Round(work.Values.Sum() + changing + along.Append(0).Max(), 2);
    }

    /// <summary>
    /// The least time in which nothing can be done between the last of what is waited for and the step that waits, however
    /// the others are put.
    /// </summary>
    /// <param name="then">The step that has to wait.</param>
    /// <param name="firsts">The steps it waits for.</param>
    /// <param name="later">The step that waits and what comes after it.</param>
    /// <param name="changing">Minutes of all changes; they may fall into the wait.</param>
    private double Idle(string then, string[] firsts, HashSet<string> later, double changing)
    {
        // Whichever of them is done last: what comes before any of them is done by then.
        var bound = firsts.SelectMany(first => Reach(first, before)).Union(later).ToHashSet();
        string[] loose = [.. work.Keys.Where(key => !bound.Contains(key))];
        var filled =
            loose.Sum(key => work[key])
            + (loose.Length > 0 || steps[then].InHand is not null || steps[then].View is not null ? changing : 0);
        return Math.Max(0, firsts.Min(first => steps[first].WaitMinutes ?? 0) - filled);
    }

    private IEnumerable<IReadOnlyList<int>> Moves(IReadOnlyList<int> order)
    {
        var keys = order.Select(step => visit.Steps[step].Key).ToArray();
        foreach (var gap in TimelineOf(order).Free)
        {
            var (waited, gate) = (Array.IndexOf(keys, gap.After), Array.IndexOf(keys, gap.Before));
            // Later work goes into the wait, or what is waited for is begun earlier.
            for (var first = gate + 1; first < keys.Length; first++)
            {
                for (var end = first + 1; end <= Math.Min(keys.Length, first + LongestRun); end++)
                    if (Moved(gate, first, end) is { } filled)
                        yield return filled;
            }
            for (var first = waited; first > Math.Max(0, waited - LongestRun); first--)
            {
                for (var to = first - 1; to >= 0; to--)
                    if (Moved(to, first, waited + 1) is { } begun)
                        yield return begun;
            }
        }

        // A run of steps put before others; null where it needs what it would pass.
        int[]? Moved(int to, int first, int end)
        {
            for (var step = first; step < end; step++)
            {
                for (var passed = to; passed < first; passed++)
                    if (before[keys[step]].Contains(keys[passed]))
                        return null;
            }
            return [.. order.Take(to), .. order.Skip(first).Take(end - first), .. order.Skip(to).Take(first - to), .. order.Skip(end)];
        }
    }

    private double Minutes(IReadOnlyList<int> order) => TimelineOf(order).Steps[^1].End;

    private (IReadOnlyList<TimedStep> Steps, IReadOnlyList<FreeTime> Free) TimelineOf(IReadOnlyList<int> order) =>
        Timeline.Of([.. order.Select(step => visit.Steps[step])], visit.Order, limits, times);

    private static HashSet<string> Reach(string from, ILookup<string, string> along)
    {
        var (found, open) = (new HashSet<string>(StringComparer.Ordinal), new Stack<string>([from]));
        while (open.TryPop(out var key))
        {
            if (!found.Add(key))
                continue;
            foreach (var next in along[key])
                open.Push(next);
        }
        return found;
    }
}
