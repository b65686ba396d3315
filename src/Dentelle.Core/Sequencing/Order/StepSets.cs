namespace Dentelle.Core.Sequencing.Order;

/// <summary>A task as sets: what is done, what can follow.</summary>
internal sealed class StepSets
{
    private readonly StepSet[] before;

    /// <summary>Steps by tool and by place, those that need none under 0.</summary>
    private readonly StepSet[] byTool,
        byView;

    public StepSets(OrderTask task)
    {
        Task = task;
        before = [.. task.Before.Select(StepSet.Of)];
        (byTool, byView) = (By(task.Tools), By(task.Views));
        All = StepSet.Of(Enumerable.Range(0, task.Count));
    }

    public OrderTask Task { get; }

    public StepSet All { get; }

    public int Tools => byTool.Length - 1;

    public StepSet OfTool(int tool) => byTool[tool + 1];

    public StepSet OfUnits(params int[] units) =>
        StepSet.Of(Enumerable.Range(0, Task.Count).Where(step => units.Contains(Task.Units[step])));

    public bool CanFollow(int step, StepSet done) => before[step].IsIn(done);

    /// <summary>With all steps done that need neither another tool nor another place than these: they cost nothing, now or ever.</summary>
    public StepSet Closed(StepSet done, int tool, int view)
    {
        var free = (byTool[0] | byTool[tool + 1]) & (byView[0] | byView[view + 1]);
        for (var more = true; more; )
        {
            more = false;
            for (var open = free.Without(done); !open.IsEmpty; open = open.WithoutFirst)
            {
                if (!CanFollow(open.First, done))
                    continue;
                done |= StepSet.One(open.First);
                more = true;
            }
        }
        return done;
    }

    /// <summary>
    /// Tools that can be come to next, each with what is then done; one alone where it ends with this coming, since it has
    /// to be come to once and now is as good as ever.
    /// </summary>
    public List<(int Tool, StepSet Next)> Comings(StepSet done, int has)
    {
        var comings = new List<(int Tool, StepSet Next)>();
        for (var tool = 0; tool < Tools; tool++)
        {
            if (tool == has || OfTool(tool).IsIn(done))
                continue;
            var next = Closed(done, tool, -1);
            if (next == done)
                continue;
            if (OfTool(tool).IsIn(next))
                return [(tool, next)];
            comings.Add((tool, next));
        }
        return comings;
    }

    private static StepSet[] By(int[] kinds)
    {
        var sets = new StepSet[kinds.DefaultIfEmpty(-1).Max() + 2];
        for (var step = 0; step < kinds.Length; step++)
            sets[kinds[step] + 1] |= StepSet.One(step);
        return sets;
    }
}
