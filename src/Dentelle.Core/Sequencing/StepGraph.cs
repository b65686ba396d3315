using Dentelle.Core.Sequencing.Order;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Sequencing;

/// <summary>A visit's steps by number, for the search and for an order of the user's own.</summary>
internal sealed class StepGraph
{
    private readonly VisitSteps visit;
    private readonly Dictionary<string, int> numbers;
    private readonly List<int>[] before;

    /// <summary>Steps that need a tool or a place; the others never cost anything and are put where they are due.</summary>
    private readonly int[] counted;
    private readonly Dictionary<int, int> countedAt;
    private readonly OrderTask task;

    private StepGraph(VisitSteps visit)
    {
        this.visit = visit;
        numbers = visit.Steps.Select((step, i) => (step.Key, i)).ToDictionary(entry => entry.Key, entry => entry.i);
        before = [.. visit.Steps.Select(_ => new List<int>())];
        foreach (var edge in visit.Order)
            before[numbers[edge.Then]].Add(numbers[edge.First]);
        counted = [.. Enumerable.Range(0, visit.Steps.Count).Where(step => Counts(visit.Steps[step]))];
        countedAt = counted.Select((step, i) => (step, i)).ToDictionary(entry => entry.step, entry => entry.i);
        task = Task(counted);
    }

    /// <returns>A problem when the visit has more steps than can be put in order at once.</returns>
    public static Answer<StepGraph> Of(VisitSteps visit)
    {
        var graph = new StepGraph(visit);
        return StepOrder.CanFind(graph.task)
            ? graph
            : new Problem(
                "too-many-steps",
                $"This visit has {graph.counted.Length} steps to put in order, more than can be weighed at once. "
                    + "Spread its teeth over two visits."
            );
    }

    public BestOrder Best()
    {
        var best = StepOrder.Find(task);
        return best with { Order = WithTheRest([.. best.Order.Select(i => counted[i])]) };
    }

    public (int Tools, int Views) Changes(IEnumerable<int> order) =>
        task.Changes(order.Where(countedAt.ContainsKey).Select(step => countedAt[step]));

    /// <summary>Changes when each tooth is finished before the next is begun; null for a single one.</summary>
    public (int BurChanges, int ViewChanges)? ToothByTooth()
    {
        var teeth = visit.Steps.Select(step => step.Tooth).OfType<ToothCode>().Distinct().ToArray();
        if (teeth.Length < 2)
            return null;
        var whole = new List<int>();
        foreach (var tooth in teeth)
        {
            int[] own = [.. counted.Where(step => visit.Steps[step].Tooth == tooth)];
            whole.AddRange(StepOrder.Find(Task(own)).Order.Select(i => own[i]));
        }
        return Changes(whole);
    }

    /// <summary>The user's order when it keeps every precedence; else the sentence that says what holds it back.</summary>
    public Answer<Sequence> InOrder(IReadOnlyList<string> wanted, IReadOnlyList<int> best)
    {
        var known = wanted.Where(numbers.ContainsKey).Distinct().Select(key => numbers[key]).ToArray();
        // Steps the user's list does not know go where the best order has them: after the step they follow there.
        var whole = known.ToList();
        foreach (var (step, at) in best.Select((step, at) => (step, at)))
        {
            if (whole.Contains(step))
                continue;
            var place = at == 0 ? 0 : whole.IndexOf(best[at - 1]) + 1;
            whole.Insert(place, step);
        }
        var places = new int[visit.Steps.Count];
        for (var i = 0; i < whole.Count; i++)
            places[whole[i]] = i;
        var broken = visit.Order.FirstOrDefault(edge => places[numbers[edge.First]] > places[numbers[edge.Then]]);
        return broken is null
            ? new Sequence(whole)
            : new Problem("step-order", $"{visit.Steps[numbers[broken.Then]].Name} can’t go there. {broken.Because}.");
    }

    private static bool Counts(SheetStep step) => step.InHand is not null || step.View is not null;

    private OrderTask Task(int[] steps)
    {
        var place = steps.Select((step, i) => (step, i)).ToDictionary(entry => entry.step, entry => entry.i);
        var (tools, views, units) = (new List<string>(), new List<string>(), new List<ToothCode>());
        return new(
            [.. steps.Select(step => Number(tools, visit.Steps[step].InHand))],
            [.. steps.Select(step => Number(views, visit.Steps[step].View?.Key))],
            [.. steps.Select(step => Reach(step, place).Select(earlier => place[earlier]).ToArray())],
            [.. steps.Select(step => visit.Steps[step].Tooth is { } tooth ? Number(units, tooth) : -1)]
        );

        static int Number<T>(List<T> known, T? value)
        {
            if (value is null)
                return -1;
            if (known.IndexOf(value) is >= 0 and var at)
                return at;
            known.Add(value);
            return known.Count - 1;
        }
    }

    /// <summary>The nearest earlier steps that are among those asked for, through those that are not.</summary>
    private HashSet<int> Reach(int step, Dictionary<int, int> among)
    {
        var (found, open, seen) = (new HashSet<int>(), new Stack<int>(before[step]), new HashSet<int>());
        while (open.TryPop(out var earlier))
        {
            if (!seen.Add(earlier))
                continue;
            if (among.ContainsKey(earlier))
                found.Add(earlier);
            else
                foreach (var further in before[earlier])
                    open.Push(further);
        }
        return found;
    }

    /// <summary>Steps that cost nothing, each as early as it can be.</summary>
    private List<int> WithTheRest(IReadOnlyList<int> counted)
    {
        var (order, done) = (new List<int>(), new HashSet<int>());
        foreach (var step in counted)
        {
            Need(step);
            Free();
        }
        Free();
        return order;

        void Need(int step)
        {
            foreach (var earlier in before[step].Where(earlier => !done.Contains(earlier)).Order())
                Need(earlier);
            if (done.Add(step))
                order.Add(step);
        }

        void Free()
        {
            for (var more = true; more; )
            {
                more = false;
                for (var step = 0; step < before.Length; step++)
                {
                    if (Counts(visit.Steps[step]) || done.Contains(step) || !before[step].All(done.Contains))
                        continue;
                    done.Add(step);
                    order.Add(step);
                    more = true;
                }
            }
        }
    }
}

/// <summary>Numbers of steps in an order that holds.</summary>
internal sealed record Sequence(IReadOnlyList<int> Steps);
