using CsCheck;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Tests;

/// <summary>Waits filled with other work, against trying out every order.</summary>
public class WaitFillingTests
{
    /// <summary>
    /// Up to six steps of two teeth: each with a tool, a place, minutes and a wait, most waiting for some of those before
    /// them.
    /// </summary>
    private static readonly Gen<VisitSteps> Visits =
        from count in Gen.Int[2, 6]
        from picks in Gen.Select(Gen.Int[-1, 1], Gen.Int[-1, 1], Gen.Int[1, 4], Gen.Int[0, 6], Gen.Int[0, 1]).Array[count]
        from waits in Gen.Int[0, 5].Array[count * count]
        select new VisitSteps(
            [.. picks.Select((pick, i) => StepOf($"{i}", pick))],
            [
                .. from then in Enumerable.Range(0, count)
                from first in Enumerable.Range(0, then)
                where waits[(then * count) + first] < 2
                select new Precedence($"{first}", $"{then}", "first things first", picks[first].Item4 > 2),
            ],
            new Dictionary<ToothCode, SchoolEntry>(),
            []
        );

    private static SheetStep StepOf(string key, (int Tool, int View, int Minutes, int Wait, int Tooth) pick)
    {
        var entry = new StepEntry
        {
            Code = key,
            Name = key,
            Phase = StepPhase.Cut,
            Cut = StepCut.None,
            Surface = StepSurface.None,
            Speed = StepSpeed.None,
            Minutes = new(pick.Minutes, pick.Minutes, pick.Minutes),
        };
        return new()
        {
            Key = key,
            Entry = entry,
            Name = key,
            Tooth = ToothCode.FromIso(pick.Tooth == 0 ? "36" : "37"),
            Tool = pick.Tool < 0 ? null : $"tool {pick.Tool}",
            View = pick.View < 0 ? null : new($"place {pick.View}", "straight", Sight.Direct, "holds"),
            Minutes = pick.Minutes,
            WaitMinutes = pick.Wait > 2 ? pick.Wait : null,
        };
    }

    [Fact(
        DisplayName = "Filling waits never adds a change nor a minute; the least promised is never over the shortest of all "
            + "orders with as few changes, and mostly that one is found"
    )]
    public void Honest()
    {
        var (found, all) = (0, 0);
        Visits.Sample(
            visit =>
            {
                var (graph, limits) = (Shipped.Need(StepGraph.Of(visit)), Shipped.Handbook.Sheets.Limits);
                var filling = new WaitFilling(visit, limits, LearnedTimes.None);
                var best = graph.Best();
                var (filled, least) = filling.Fill(best.Order, graph.Changes);
                double Minutes(IReadOnlyList<int> order) => Ends(visit, order);
                Assert.Equal(
                    Minutes(filled),
                    Timeline.Of([.. filled.Select(step => visit.Steps[step])], visit.Order, limits, LearnedTimes.None).Steps[^1].End,
                    0.011
                );
                Assert.Equal(visit.Steps.Count, filled.Distinct().Count());
                Assert.All(visit.Order, edge =>
                    Assert.True(filled.ToList().IndexOf(int.Parse(edge.First)) < filled.ToList().IndexOf(int.Parse(edge.Then)))
                );
                Assert.Equal((best.ToolChanges, best.ViewChanges), graph.Changes(filled));
                var shortest = Orders(visit, []).Where(order => graph.Changes(order) == (best.ToolChanges, best.ViewChanges)).Min(Minutes);
                Assert.InRange(shortest, least - 0.011, Minutes(filled) + 0.011);
                Assert.True(Minutes(filled) <= Minutes(best.Order) + 0.011);
                Interlocked.Increment(ref all);
                if (Minutes(filled) < shortest + 0.02)
                    Interlocked.Increment(ref found);
            },
            iter: 1500
        );
        Assert.True(found > 0.9 * all, $"{found} of {all}");
    }

    [Fact(
        DisplayName = "Waits that follow each other with nothing to do meanwhile add up in what is promised; work that may go "
            + "into either is taken off both"
    )]
    public void Chained()
    {
        // Named against their order: nothing may hang on how they stand in the visit.
        SheetStep[] steps = [StepOf("c", (-1, -1, 2, 0, 0)), StepOf("b", (-1, -1, 3, 6, 0)), StepOf("a", (-1, -1, 1, 6, 0))];
        Precedence[] order = [new("b", "c", "set", Waits: true), new("a", "b", "set", Waits: true)];
        Assert.Equal((18, 18), Made(steps, order));
        // Four minutes of other work go into one of them; no less than 6 + 4 of work and twice what it can't fill is promised.
        Assert.Equal((18, 14), Made([.. steps, StepOf("d", (-1, -1, 4, 0, 1))], order));

        static (double Ends, double Least) Made(SheetStep[] steps, Precedence[] order)
        {
            var visit = new VisitSteps(steps, order, new Dictionary<ToothCode, SchoolEntry>(), []);
            var (graph, limits) = (Shipped.Need(StepGraph.Of(visit)), Shipped.Handbook.Sheets.Limits);
            var (filled, least) = new WaitFilling(visit, limits, LearnedTimes.None).Fill(graph.Best().Order, graph.Changes);
            return (Ends(visit, filled), least);
        }
    }

    private static double Ends(VisitSteps visit, IReadOnlyList<int> order)
    {
        SheetStep[] steps = [.. order.Select(step => visit.Steps[step])];
        return MadeSheets.Starts(steps, visit.Order)[^1] + steps[^1].Minutes;
    }

    private static IEnumerable<List<int>> Orders(VisitSteps visit, List<int> order)
    {
        if (order.Count == visit.Steps.Count)
            return
            [
                [.. order],
            ];
        return Enumerable
            .Range(0, visit.Steps.Count)
            .Where(step =>
                !order.Contains(step)
                && visit.Order.Where(edge => edge.Then == $"{step}").All(edge => order.Contains(int.Parse(edge.First)))
            )
            .SelectMany(step => Orders(visit, [.. order, step]));
    }
}
