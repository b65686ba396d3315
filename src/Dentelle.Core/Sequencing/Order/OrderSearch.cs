namespace Dentelle.Core.Sequencing.Order;

/// <summary>
/// First the fewest tools that must be taken up, places left aside: that is a small question. Then, among the orders that
/// keep to it, the one
/// with the fewest changes of place, best first over what is done.
/// </summary>
/// <remarks>
/// A step that needs neither another tool nor another place is done at once: moving it forward never adds a change, since
/// leaving a step out
/// of the later order never does.
/// </remarks>
internal sealed class OrderSearch
{
    private readonly record struct State(StepSet Done, int Tool, int View);

    /// <param name="Tools">How often a tool was taken up, the first time included.</param>
    /// <param name="Views">The same of places.</param>
    private readonly record struct Way(int Tools, int Views, State From, int Step);

    private readonly StepSets sets;
    private readonly EntryBudget budget;
    private readonly KindBound viewBound,
        pairBound;

    private readonly (int Tool, int View)[] pairs;

    /// <summary>Steps that need the same tool and place.</summary>
    private readonly (int Tool, int View, StepSet Steps)[] alike;
    private readonly int most;
    private readonly Dictionary<State, Way> ways = [];
    private readonly Dictionary<(int Tool, int View), List<(StepSet Done, int Tools, int Views)>> reached = [];

    /// <summary>How often tools are taken up in all.</summary>
    private int takings;

    public OrderSearch(OrderTask task, int most)
    {
        this.most = most;
        sets = new StepSets(task);
        int[] none = [.. task.Tools.Select(_ => -1)];
        budget = new EntryBudget(new StepSets(task with { Views = none }), most);
        viewBound = new KindBound(new StepSets(task with { Tools = task.Views, Views = none }));
        alike =
        [
            .. Enumerable
                .Range(0, task.Count)
                .GroupBy(step => (Tool: task.Tools[step], View: task.Views[step]))
                .Select(group => (group.Key.Tool, group.Key.View, StepSet.Of(group))),
        ];
        pairs = [.. alike.Where(steps => steps.Tool >= 0 && steps.View >= 0).Select(steps => (steps.Tool, steps.View))];
        pairBound = new KindBound(
            new StepSets(
                task with
                {
                    Tools = [.. task.Tools.Zip(task.Views, (tool, view) => Array.IndexOf(pairs, (tool, view)))],
                    Views = none,
                }
            )
        );
    }

    /// <returns>The order, the least changes of tool there must be, and whether both numbers are proven least.</returns>
    public (IReadOnlyList<int> Order, int LeastTools, bool Proven) Run()
    {
        var start = new State(sets.Closed(default, -1, -1), -1, -1);
        ways[start] = new(0, 0, default, -1);
        takings = budget.Least(start.Done, -1);
        while (!budget.Suffices(start.Done, -1, takings) && !budget.GaveUp)
            takings++;
        var least = Math.Max(0, takings - 1);
        if (budget.GaveUp)
            return (Trail(AtOnce(start)), least, false);

        var open = new PriorityQueue<State, (int Estimate, int Depth)>();
        open.Enqueue(start, (Left(start, takings), 0));
        var (closed, looked) = (new HashSet<State>(), 0);
        while (open.TryDequeue(out var state, out var rank))
        {
            if (!closed.Add(state))
                continue;
            if (state.Done == sets.All)
                return (Trail(state), least, true);
            if (Outdone(state))
                continue;
            if (++looked > most)
                return (Trail(AtOnce(state)), least, false);
            foreach (var (next, way) in Next(state))
            {
                if (ways.TryGetValue(next, out var known) && known.Views <= way.Views)
                    continue;
                ways[next] = way;
                // The bounds may fall by more than a step costs: what was looked at is looked at again when a better way to it turns up.
                closed.Remove(next);
                open.Enqueue(next, (Math.Max(rank.Estimate, way.Views + Left(next, takings - way.Tools)), -next.Done.Count));
            }
            if (budget.GaveUp)
                return (Trail(AtOnce(state)), least, false);
        }
        throw new ArgumentException("The steps wait for each other in a circle.");
    }

    /// <summary>
    /// Whether more was already done at no more cost, with the same tool and from the same place: what follows here follows
    /// there for no more.
    /// </summary>
    private bool Outdone(State state)
    {
        var way = ways[state];
        if (!reached.TryGetValue((state.Tool, state.View), out var others))
            reached[(state.Tool, state.View)] = others = [];
        foreach (var (done, tools, views) in others)
        {
            if (tools <= way.Tools && views <= way.Views && done != state.Done && state.Done.IsIn(done))
                return true;
        }
        others.Add((state.Done, way.Tools, way.Views));
        return false;
    }

    /// <summary>
    /// Steps that can follow without taking up tools too often, one for each tool and place they need, with all that then
    /// costs nothing.
    /// </summary>
    private IEnumerable<(State State, Way Way)> Next(State state)
    {
        var came = ways[state];
        foreach (var (ownTool, ownView, steps) in alike)
        {
            if (Follower(steps.Without(state.Done), state.Done) is not (>= 0 and var step))
                continue;
            var (tool, view) = (ownTool < 0 ? state.Tool : ownTool, ownView < 0 ? state.View : ownView);
            var next = new State(sets.Closed(state.Done | StepSet.One(step), tool, view), tool, view);
            var way = new Way(came.Tools + (tool != state.Tool ? 1 : 0), came.Views + (view != state.View ? 1 : 0), state, step);
            if (tool == state.Tool || budget.GaveUp || budget.Suffices(next.Done, tool, takings - way.Tools))
                yield return (next, way);
        }
    }

    private int Follower(StepSet open, StepSet done)
    {
        for (; !open.IsEmpty; open = open.WithoutFirst)
        {
            if (sets.CanFollow(open.First, done))
                return open.First;
        }
        return -1;
    }

    /// <summary>
    /// How often places must be come to at least. A pair of tool and place is come to by taking up the tool, by coming to
    /// the place, or both at once.
    /// </summary>
    private int Left(State state, int takingsLeft) =>
        Math.Max(
            viewBound.Least(state.Done, state.View),
            pairBound.Least(state.Done, Array.IndexOf(pairs, (state.Tool, state.View))) - takingsLeft
        );

    /// <summary>From here on what looks best at each step.</summary>
    private State AtOnce(State state)
    {
        while (state.Done != sets.All)
        {
            var (next, way) = Next(state)
                .MinBy(move =>
                    (move.Way.Tools + budget.Least(move.State.Done, move.State.Tool), move.Way.Views + Left(move.State, int.MaxValue))
                );
            ways[next] = way;
            state = next;
        }
        return state;
    }

    /// <summary>The steps that led here.</summary>
    private List<int> Trail(State end)
    {
        var runs = new Stack<IReadOnlyList<int>>();
        for (var state = end; ; state = ways[state].From)
        {
            var way = ways[state];
            runs.Push(Between(way.From.Done, way.Step, state.Done));
            if (way.Step < 0)
                return [.. runs.SelectMany(run => run)];
        }
    }

    /// <summary>What was done from one situation to the next, first the step that changed something.</summary>
    private List<int> Between(StepSet done, int first, StepSet end)
    {
        var order = new List<int>();
        if (first >= 0)
            Do(first);
        while (done != end)
        {
            foreach (var step in end.Without(done).Steps().Where(step => sets.CanFollow(step, done)))
                Do(step);
        }
        return order;

        void Do(int step)
        {
            order.Add(step);
            done |= StepSet.One(step);
        }
    }
}
