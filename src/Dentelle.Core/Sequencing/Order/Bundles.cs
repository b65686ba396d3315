namespace Dentelle.Core.Sequencing.Order;

/// <summary>A task with fewer steps that has the same answer: what can always be done in one go is one.</summary>
/// <param name="Task">The bundles as steps.</param>
/// <param name="Members">The steps of each bundle, in their order.</param>
/// <remarks>
/// A step that needs nothing other than the one before it, and waits for nothing else, is done right after it. A step that
/// is in nobody's way
/// but one's, and needs nothing other, is done right before that one. Neither ever adds a change: leaving a step out of the rest of an
/// order does not (changes obey the triangle inequality), and where it is put it costs nothing.
/// </remarks>
internal sealed record Bundles(OrderTask Task, int[][] Members)
{
    public static Bundles Of(OrderTask task)
    {
        var bundles = new Bundles(task, [.. Enumerable.Range(0, task.Count).Select(step => (int[])[step])]);
        while (bundles.Tied() is { } fewer)
            bundles = fewer;
        return bundles;
    }

    /// <summary>One round of tying; null when nothing is left to tie.</summary>
    private Bundles? Tied()
    {
        var before = Nearest(Task);
        var after = new int[Task.Count];
        foreach (var earlier in before.SelectMany(earlier => earlier))
            after[earlier]++;
        // With which step each is tied; a step is tied once a round.
        var leader = Enumerable.Range(0, Task.Count).ToArray();
        var tied = new bool[Task.Count];
        for (var step = 0; step < Task.Count; step++)
        {
            foreach (var earlier in before[step])
            {
                if (tied[step] || tied[earlier] || Task.Units[step] != Task.Units[earlier])
                    continue;
                var follows = before[step].Length == 1 && Needs(step, earlier);
                var leads = after[earlier] == 1 && Needs(earlier, step);
                if (!follows && !leads)
                    continue;
                leader[step] = earlier;
                tied[step] = tied[earlier] = true;
            }
        }
        if (!tied.Contains(true))
            return null;
        int[] kept = [.. Enumerable.Range(0, Task.Count).Where(step => leader[step] == step)];
        var number = new int[Task.Count];
        for (var i = 0; i < kept.Length; i++)
            number[kept[i]] = i;
        var groups = Enumerable.Range(0, Task.Count).ToLookup(step => number[leader[step]]);
        return new(
            new(
                [.. kept.Select((_, i) => groups[i].Max(step => Task.Tools[step]))],
                [.. kept.Select((_, i) => groups[i].Max(step => Task.Views[step]))],
                [
                    .. kept.Select(
                        (_, i) =>
                            groups[i]
                                .SelectMany(step => before[step])
                                .Select(earlier => number[leader[earlier]])
                                .Where(earlier => earlier != i)
                                .Distinct()
                                .ToArray()
                    ),
                ],
                [.. kept.Select(step => Task.Units[step])]
            ),
            [.. kept.Select((first, i) => groups[i].OrderBy(step => step == first ? 0 : 1).SelectMany(step => Members[step]).ToArray())]
        );

        // Whether a step needs no other tool and no other place than another has.
        bool Needs(int step, int than) =>
            (Task.Tools[step] < 0 || Task.Tools[step] == Task.Tools[than])
            && (Task.Views[step] < 0 || Task.Views[step] == Task.Views[than]);
    }

    /// <summary>For each step the steps that come right before it: those that follow from no other.</summary>
    private static int[][] Nearest(OrderTask task)
    {
        var all = new HashSet<int>[task.Count];
        return
        [
            .. Enumerable
                .Range(0, task.Count)
                .Select(step =>
                    task.Before[step]
                        .Distinct()
                        .Where(one => !task.Before[step].Any(other => other != one && All(other).Contains(one)))
                        .ToArray()
                ),
        ];

        HashSet<int> All(int step)
        {
            if (all[step] is { } known)
                return known;
            all[step] = [];
            foreach (var earlier in task.Before[step])
            {
                all[step].Add(earlier);
                all[step].UnionWith(All(earlier));
            }
            return all[step];
        }
    }
}
