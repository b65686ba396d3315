using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Sequencing;

/// <summary>A step with its place in the visit. Minutes from the begin.</summary>
/// <param name="Learned">Whether the practice's own times stand behind its minutes.</param>
public sealed record TimedStep(SheetStep Step, int Order, double Start, double Minutes, bool Learned)
{
    public double End => Start + Minutes;
}

/// <summary>A wait in which nothing else of the visit can be done. Minutes from the begin.</summary>
/// <param name="After">The step whose time has to pass.</param>
/// <param name="Before">The step that waits for it.</param>
public sealed record FreeTime(double Start, double End, string After, string Before);

/// <summary>When each step begins: one pair of hands, waits run beside the work.</summary>
public static class Timeline
{
    public static (IReadOnlyList<TimedStep> Steps, IReadOnlyList<FreeTime> Free) Of(
        IReadOnlyList<SheetStep> steps,
        IReadOnlyList<Precedence> order,
        SheetLimits limits,
        LearnedTimes times
    )
    {
        var waits = order.Where(edge => edge.Waits).ToLookup(edge => edge.Then, edge => edge.First);
        var ready = new Dictionary<string, double>();
        var (timed, free) = (new List<TimedStep>(), new List<FreeTime>());
        var (now, tool, view) = (0.0, (string?)null, (string?)null);
        foreach (var step in steps)
        {
            if (step.InHand is { } hand && hand != tool)
                (now, tool) = (now + (tool is null ? 0 : limits.ChangeMinutes.Value), hand);
            if (step.View?.Key is { } place && place != view)
                (now, view) = (now + (view is null ? 0 : limits.ViewMinutes.Value), place);
            var gate = waits[step.Key]
                .Where(ready.ContainsKey)
                .Select(first => (First: first, At: ready[first]))
                .DefaultIfEmpty((First: "", At: 0))
                .MaxBy(entry => entry.At);
            if (gate.At > now + 1e-9)
            {
                free.Add(new(Math.Round(now, 2), Math.Round(gate.At, 2), gate.First, step.Key));
                now = gate.At;
            }
            var (minutes, learned) = times.For(step, limits);
            timed.Add(new(step, timed.Count + 1, Math.Round(now, 2), minutes, learned));
            now += minutes;
            ready[step.Key] = now + (step.WaitMinutes ?? 0);
        }
        return (timed, free);
    }
}

/// <summary>How long steps took in this practice.</summary>
/// <param name="Minutes">Recorded times by <see cref="SheetStep.TimedAs"/> and kind of tooth.</param>
public sealed record LearnedTimes(IReadOnlyDictionary<(string Code, ToothKind? Kind), IReadOnlyList<double>> Minutes)
{
    public static readonly LearnedTimes None = new(new Dictionary<(string, ToothKind?), IReadOnlyList<double>>());

    /// <summary>
    /// The median of the recorded times once there are enough, which one long day does not move; before that what the table
    /// assumes.
    /// </summary>
    public (double Minutes, bool Learned) For(SheetStep step, SheetLimits limits) =>
        Minutes.TryGetValue((step.TimedAs, step.Tooth?.Kind), out var own) && Median(own, limits) is { } median
            ? (median, true)
            : (step.Minutes, false);

    /// <summary>All that sheets see of the times: the medians of those steps that were timed often enough.</summary>
    public IEnumerable<(string Code, ToothKind? Kind, double Minutes)> Told(SheetLimits limits) =>
        from entry in Minutes
        let median = Median(entry.Value, limits)
        where median is not null
        orderby entry.Key
        select (entry.Key.Code, entry.Key.Kind, median.Value);

    private static double? Median(IReadOnlyList<double> minutes, SheetLimits limits)
    {
        if (minutes.Count < limits.TimesNeeded.Value)
            return null;
        double[] sorted = [.. minutes.Order()];
        var middle = sorted.Length / 2;
        return Math.Round(sorted.Length % 2 == 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2, 1);
    }
}
