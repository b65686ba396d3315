namespace Dentelle.Core.Sequencing;

/// <summary>What the order of steps is sought by: which tool is in hand, from where it is done, what must come before what.</summary>
/// <param name="Tools">Tool of each step by number; −1 for a step by hand, which leaves the tool where it is.</param>
/// <param name="Views">Place and head of each step by number; −1 where it does not matter.</param>
/// <param name="Before">For each step the steps that must be done before it.</param>
/// <param name="Units">The tooth of each step by number; −1 for steps of the visit.</param>
public sealed record OrderTask(int[] Tools, int[] Views, UInt128[] Before, int[] Units)
{
    public const int MostSteps = 128;

    /// <summary>Steps by tool and by place, those that need none under 0: what costs nothing with a tool in hand is two masks away.</summary>
    private readonly UInt128[] byTool = Masks(Tools), byView = Masks(Views);

    /// <summary>Steps that need another tool or place than these, or none.</summary>
    internal UInt128 Free(int tool, int view) => (byTool[0] | (tool < 0 ? 0 : byTool[tool + 1])) & (byView[0] | (view < 0 || view >= byView.Length - 1 ? 0 : byView[view + 1]));

    /// <summary>How many other tools and places the steps still need.</summary>
    internal (int Tools, int Views) StillNeeded(UInt128 open, int tool, int view) => (Needed(byTool, open, tool), Needed(byView, open, view));

    /// <summary>How many different pairs of tool and place the steps still need.</summary>
    internal int PairsNeeded(UInt128 open) => pairs.Count(mask => (mask & open) != 0);

    private readonly UInt128[] pairs =
    [
        .. Enumerable.Range(0, Tools.Length).Where(step => Tools[step] >= 0 && Views[step] >= 0).GroupBy(step => (Tools[step], Views[step]))
            .Select(group => group.Aggregate(UInt128.Zero, (mask, step) => mask | (UInt128.One << step))),
    ];

    private static int Needed(UInt128[] masks, UInt128 open, int has)
    {
        var needed = 0;
        for (var i = 1; i < masks.Length; i++)
        {
            if (i != has + 1 && (masks[i] & open) != 0) needed++;
        }
        return needed;
    }

    private static UInt128[] Masks(int[] kinds)
    {
        var masks = new UInt128[kinds.DefaultIfEmpty(-1).Max() + 2];
        for (var step = 0; step < kinds.Length; step++) masks[kinds[step] + 1] |= UInt128.One << step;
        return masks;
    }

    public int Count => Tools.Length;

    public UInt128 All => Count == MostSteps ? UInt128.MaxValue : (UInt128.One << Count) - 1;
}

/// <summary>An order with its changes, and how few there can be.</summary>
/// <param name="Order">Numbers of the steps.</param>
/// <param name="ToolChanges">How often another tool is taken up; the first one is no change.</param>
/// <param name="ViewChanges">How often operator, head or mirror change.</param>
/// <param name="LowerBound">No order has fewer tool changes than this.</param>
/// <param name="Proven">Whether no order has fewer tool changes, nor with as many fewer changes of view.</param>
public sealed record BestOrder(IReadOnlyList<int> Order, int ToolChanges, int ViewChanges, int LowerBound, bool Proven);

/// <summary>
/// Fewest changes of tool, then fewest changes of view, over all orders that keep the precedences: a best-first search over what is done.
/// </summary>
/// <remarks>
/// A step that can be done now, with the tool in hand and from where one is, is done now: moving it forward never adds a change, since
/// leaving a step out of the later order never does (changes obey the triangle inequality). What remains on any two teeth alone, solved
/// exactly, bounds what remains in all, for the same reason.
/// </remarks>
public static class StepOrder
{
    /// <summary>A change of tool outweighs all changes of view there can be.</summary>
    private const int Tool = 1000;

    /// <summary>A place that is none of the steps'.</summary>
    private const int Elsewhere = int.MaxValue - 1;

    /// <param name="task">At most <see cref="OrderTask.MostSteps"/> steps, without circles.</param>
    /// <param name="most">How many situations may be looked at before the best found so far is taken.</param>
    public static BestOrder Find(OrderTask task, int most = 60_000)
    {
        if (task.Count > OrderTask.MostSteps) throw new ArgumentException("Too many steps for one visit.", nameof(task));
        var search = new Search(task);
        return search.Run(most);
    }

    /// <summary>Changes of an order as it stands.</summary>
    public static (int Tools, int Views) Changes(OrderTask task, IEnumerable<int> order)
    {
        var (tools, views, tool, view) = (0, 0, -1, -1);
        foreach (var step in order)
        {
            if (task.Tools[step] is >= 0 and var other && other != tool) (tools, tool) = (tools + (tool < 0 ? 0 : 1), other);
            if (task.Views[step] is >= 0 and var place && place != view) (views, view) = (views + (view < 0 ? 0 : 1), place);
        }
        return (tools, views);
    }

    private readonly record struct State(UInt128 Done, int InHand, int View);

    private sealed class Search
    {
        private readonly OrderTask task;
        private readonly List<Remainder> bounds = [];
        private readonly List<Remainder[]> places = [];

        public Search(OrderTask task)
        {
            this.task = task;
            int[] units = [.. task.Units.Where(unit => unit >= 0).Distinct()];
            // Any two teeth together see what has to alternate between them; one alone is part of a pair.
            for (var i = 0; i < units.Length; i++)
            {
                for (var j = i + 1; j < units.Length; j++) bounds.Add(new Remainder(task, Mask(unit => unit == units[i] || unit == units[j])));
            }
            if (bounds.Count == 0) bounds.Add(new Remainder(task, task.All));
            // Every change of view is into a view of one group of teeth that share views: what the groups need at least adds up.
            var byPlace = new OrderTask([.. task.Tools.Select(_ => -1)], task.Views, task.Before, task.Units);
            foreach (var group in Sharing(units))
                places.Add(group.Length == 1 ? [new Remainder(byPlace, Mask(unit => unit == group[0]))]
                    : [.. group.SelectMany((a, i) => group.Skip(i + 1).Select(b => new Remainder(byPlace, Mask(unit => unit == a || unit == b))))]);

            UInt128 Mask(Func<int, bool> of) => Enumerable.Range(0, task.Count).Where(step => of(task.Units[step])).Aggregate(UInt128.Zero, (mask, step) => mask | (UInt128.One << step));
        }

        /// <summary>Teeth in groups, so that no view is needed by two of them.</summary>
        private List<int[]> Sharing(int[] units)
        {
            var groups = units.Select(unit => (Units: new List<int> { unit }, Views: Enumerable.Range(0, task.Count).Where(step => task.Units[step] == unit && task.Views[step] >= 0).Select(step => task.Views[step]).ToHashSet())).ToList();
            for (var i = 0; i < groups.Count; i++)
            {
                for (var j = groups.Count - 1; j > i; j--)
                {
                    if (!groups[i].Views.Overlaps(groups[j].Views)) continue;
                    groups[i].Units.AddRange(groups[j].Units);
                    groups[i].Views.UnionWith(groups[j].Views);
                    groups.RemoveAt(j);
                    j = groups.Count;
                }
            }
            return [.. groups.Select(group => group.Units.ToArray())];
        }

        public BestOrder Run(int most)
        {
            var start = Closed(task, new(UInt128.Zero, -1, -1));
            var (costs, from) = (new Dictionary<State, int> { [start] = 0 }, new Dictionary<State, (State Before, int Step)>());
            var open = new PriorityQueue<State, (int Estimate, int Depth)>();
            var lowest = Left(start, int.MaxValue);
            open.Enqueue(start, (lowest, 0));
            var (closed, looked) = (new HashSet<State>(), 0);
            while (open.TryDequeue(out var state, out var rank))
            {
                if (closed.Contains(state)) continue;
                // Queued with what its forerunner still had to expect; its own bound is worked out when it comes to the front.
                var rest = Left(state, rank.Estimate - costs[state]);
                if (costs[state] + rest > rank.Estimate)
                {
                    open.Enqueue(state, (costs[state] + rest, rank.Depth));
                    continue;
                }
                closed.Add(state);
                if (Outdone(state, costs[state])) continue;
                lowest = Math.Max(lowest, rank.Estimate);
                if (state.Done == task.All) return Made(Trail(state, from), lowest, true);
                if (++looked > most) return Made([.. Trail(state, from), .. Greedy(state)], lowest, false);
                foreach (var (step, next, cost) in Next(task, state))
                {
                    var total = costs[state] + cost;
                    if (costs.TryGetValue(next, out var known) && known <= total) continue;
                    costs[next] = total;
                    closed.Remove(next);
                    from[next] = (state, step);
                    open.Enqueue(next, (Math.Max(rank.Estimate, total), -(int)UInt128.PopCount(next.Done)));
                }
            }
            throw new ArgumentException("The steps wait for each other in a circle.");
        }

        private readonly Dictionary<(int InHand, int View), List<(UInt128 Done, int Cost)>> reached = [];

        /// <summary>Whether more was already done at no more cost, with the same tool and from the same place: what follows here follows there for no more.</summary>
        private bool Outdone(State state, int cost)
        {
            if (!reached.TryGetValue((state.InHand, state.View), out var others)) reached[(state.InHand, state.View)] = others = [];
            foreach (var (done, at) in others)
            {
                if (at <= cost && (state.Done & ~done) == 0 && done != state.Done) return true;
            }
            others.Add((state.Done, cost));
            return false;
        }

        /// <summary>
        /// Least cost of what remains: of any two teeth, and of every tool and place that still has to be come to. The first bound over
        /// <paramref name="enough"/> will do; the pair that gave it is asked first the next time.
        /// </summary>
        private int Left(State state, int enough)
        {
            var open = task.All & ~state.Done;
            var (tools, views) = task.StillNeeded(open, state.InHand, state.View);
            tools -= state.InHand < 0 && tools > 0 ? 1 : 0;
            views -= state.View < 0 && views > 0 ? 1 : 0;
            var least = Together(tools, views);
            for (var i = 0; i < bounds.Count && least <= enough; i++)
            {
                var pair = bounds[i].Cost(state);
                if (pair <= least) continue;
                least = Math.Max(pair, Together(Math.Max(tools, pair / Tool), views));
                if (least > enough) (bounds[i], bounds[0]) = (bounds[0], bounds[i]);
            }
            if (least > enough) return least;
            // At the begin the first place is no change, whichever group it belongs to.
            var summed = places.Sum(group => group.Max(bound => bound.Cost(state with { InHand = -1, View = state.View < 0 ? Elsewhere : state.View }))) - (state.View < 0 ? 1 : 0);
            return Math.Max(least, Together(least / Tool, Math.Max(views, summed)));

            // A run of one tool changes its place for each of its places but one; every change of tool begins one more run.
            int Together(int changes, int moves) => (changes * Tool) + Math.Max(moves, task.PairsNeeded(open) - changes - 1);
        }

        private IEnumerable<int> Greedy(State state)
        {
            var order = new List<int>();
            while (state.Done != task.All)
            {
                var (step, next, _) = Next(task, state).MinBy(move => move.Cost + bounds.Max(bound => bound.Cost(move.State)));
                order.AddRange(Between(task, state, step, next));
                state = next;
            }
            return order;
        }

        private List<int> Trail(State end, Dictionary<State, (State Before, int Step)> from)
        {
            var runs = new Stack<IReadOnlyList<int>>();
            var state = end;
            while (from.TryGetValue(state, out var came))
            {
                runs.Push(Between(task, came.Before, came.Step, state));
                state = came.Before;
            }
            runs.Push(Between(task, new(UInt128.Zero, -1, -1), -1, state));
            return [.. runs.SelectMany(run => run)];
        }

        private BestOrder Made(IReadOnlyList<int> order, int lowest, bool proven)
        {
            var (tools, views) = Changes(task, order);
            return new(order, tools, views, Math.Min(lowest / Tool, tools), proven);
        }
    }

    /// <summary>Steps that can follow, one for each tool and place they need, with all that then costs nothing.</summary>
    private static IEnumerable<(int Step, State State, int Cost)> Next(OrderTask task, State state)
    {
        var seen = new List<(int, int)>();
        for (var open = task.All & ~state.Done; open != 0; open &= open - 1)
        {
            var step = (int)UInt128.TrailingZeroCount(open);
            if ((task.Before[step] & ~state.Done) != 0) continue;
            var (tool, view) = (task.Tools[step] < 0 ? state.InHand : task.Tools[step], task.Views[step] < 0 ? state.View : task.Views[step]);
            if (seen.Contains((tool, view))) continue;
            seen.Add((tool, view));
            var cost = (tool != state.InHand && state.InHand >= 0 ? Tool : 0) + (view != state.View && state.View >= 0 ? 1 : 0);
            yield return (step, Closed(task, new(state.Done | (UInt128.One << step), tool, view)), cost);
        }
    }

    /// <summary>With all steps done that need neither another tool nor another place.</summary>
    private static State Closed(OrderTask task, State state)
    {
        var (done, free) = (state.Done, task.Free(state.InHand, state.View));
        for (var before = ~done; before != done;)
        {
            before = done;
            for (var open = free & ~done; open != 0; open &= open - 1)
            {
                var step = (int)UInt128.TrailingZeroCount(open);
                if ((task.Before[step] & ~done) == 0) done |= UInt128.One << step;
            }
        }
        return state with { Done = done };
    }

    /// <summary>The steps done from one situation to the next, first the one that changed something.</summary>
    private static List<int> Between(OrderTask task, State from, int first, State to)
    {
        var order = new List<int>();
        var done = from.Done;
        if (first >= 0) Do(first);
        while (done != to.Done)
        {
            for (var step = 0; step < task.Count; step++)
            {
                if ((to.Done >> step & 1) != 0 && (done >> step & 1) == 0 && (task.Before[step] & ~done) == 0) Do(step);
            }
        }
        return order;

        void Do(int step)
        {
            order.Add(step);
            done |= UInt128.One << step;
        }
    }

    /// <summary>Exact least cost of some of the steps alone, remembered as it is asked for.</summary>
    private sealed class Remainder(OrderTask whole, UInt128 mask)
    {
        private readonly OrderTask task = new(whole.Tools, whole.Views, [.. whole.Before.Select(before => before & mask)], whole.Units);
        private readonly Dictionary<State, int> known = [];

        public int Cost(State state) => Exact(Closed(task, state with { Done = state.Done | ~mask }));

        private int Exact(State state)
        {
            if (state.Done == UInt128.MaxValue) return 0;
            if (known.TryGetValue(state, out var cost)) return cost;
            cost = int.MaxValue;
            foreach (var (_, next, step) in Next(task, state)) cost = Math.Min(cost, step + Exact(next));
            return known[state] = cost;
        }
    }
}
