using CsCheck;
using Dentelle.Core.Sequencing.Order;
using Google.OrTools.Sat;

namespace Dentelle.Core.Tests;

/// <summary>
/// The order of steps against trying out every order, and against a solver that knows nothing of teeth (Google OR-Tools,
/// CP-SAT).
/// </summary>
public class StepOrderTests
{
    /// <summary>
    /// Teeth with steps that wait for most of those before them, now and then for another tooth's; each with one of a few
    /// tools and places, some by hand.
    /// </summary>
    private static Gen<OrderTask> Tasks(int teeth, int most, int tools, bool byHand) =>
        from lengths in Gen.Int[1, most].Array[1, teeth]
        let units = lengths.SelectMany((length, unit) => Enumerable.Repeat(unit, length)).ToArray()
        from picks in Gen.Select(Gen.Int[byHand ? -1 : 0, tools - 1], Gen.Int[byHand ? -1 : 0, 2]).Array[units.Length]
        from waits in Gen.Int[0, 23].Array[units.Length * units.Length]
        select new OrderTask(
            [.. picks.Select(pick => pick.Item1)],
            [.. picks.Select(pick => pick.Item2)],
            [
                .. units.Select(
                    (unit, i) => Enumerable.Range(0, i).Where(j => waits[(i * units.Length) + j] < (units[j] == unit ? 16 : 2)).ToArray()
                ),
            ],
            units
        );

    [Fact(DisplayName = "No order of all there are has fewer changes than the one found, and it keeps every precedence")]
    public void Brute_force() =>
        Tasks(3, 3, 3, byHand: true)
            .Sample(
                task =>
                {
                    var found = StepOrder.Find(task);
                    Assert.True(found.Proven);
                    Kept(task, found);
                    Assert.Equal(Best(task, []), (found.ToolChanges, found.ViewChanges));
                    Assert.Equal(found.ToolChanges, found.LowerBound);
                },
                iter: 20_000
            );

    /// <summary>Every step once, none before what must come first, and as many changes as it says.</summary>
    private static void Kept(OrderTask task, BestOrder found)
    {
        Assert.Equal(Enumerable.Range(0, task.Count), found.Order.Order());
        var places = found.Order.Select((step, at) => (step, at)).ToDictionary(entry => entry.step, entry => entry.at);
        for (var step = 0; step < task.Count; step++)
            Assert.All(task.Before[step], earlier => Assert.True(places[earlier] < places[step]));
        Assert.Equal((found.ToolChanges, found.ViewChanges), task.Changes(found.Order));
    }

    private static (int Tools, int Views) Best(OrderTask task, List<int> order)
    {
        if (order.Count == task.Count)
            return task.Changes(order);
        var best = (int.MaxValue, int.MaxValue);
        for (var step = 0; step < task.Count; step++)
        {
            if (order.Contains(step) || task.Before[step].Except(order).Any())
                continue;
            order.Add(step);
            var here = Best(task, order);
            if (here.CompareTo(best) < 0)
                best = here;
            order.RemoveAt(order.Count - 1);
        }
        return best;
    }

    [Fact(DisplayName = "A general solver finds no fewer changes on larger visits")]
    public void Reference_solver() =>
        Tasks(4, 5, 5, byHand: false)
            .Sample(
                task =>
                {
                    var found = StepOrder.Find(task);
                    Assert.Equal(Solved(task), (found.ToolChanges * 1000) + found.ViewChanges);
                },
                iter: 12,
                threads: 1,
                seed: "0000KOIRRGtj"
            );

    /// <summary>The same question as a tour through all steps from a depot and back, whose arcs cost their changes.</summary>
    private static long Solved(OrderTask task)
    {
        var (model, count) = (new CpModel(), task.Count);
        var circuit = model.AddCircuit();
        var places = Enumerable.Range(0, count).Select(i => model.NewIntVar(0, count - 1, $"place {i}")).ToArray();
        var costs = new List<LinearExpr>();
        for (var i = 0; i < count; i++)
        {
            circuit.AddArc(0, i + 1, model.NewBoolVar($"first {i}"));
            circuit.AddArc(i + 1, 0, model.NewBoolVar($"last {i}"));
            for (var j = 0; j < count; j++)
            {
                if (task.Before[j].Contains(i))
                    model.Add(places[i] < places[j]);
                if (i == j)
                    continue;
                var follows = model.NewBoolVar($"{i} then {j}");
                circuit.AddArc(i + 1, j + 1, follows);
                model.Add(places[j] == places[i] + 1).OnlyEnforceIf(follows);
                costs.Add(follows * (((task.Tools[i] != task.Tools[j] ? 1000 : 0)) + (task.Views[i] != task.Views[j] ? 1 : 0)));
            }
        }
        model.Minimize(LinearExpr.Sum(costs));
        var solver = new CpSolver { StringParameters = "num_workers:2,max_time_in_seconds:60" };
        Assert.Equal(CpSolverStatus.Optimal, solver.Solve(model));
        return (long)Math.Round(solver.ObjectiveValue);
    }

    [Fact(DisplayName = "When the search is cut short the bound is honest: never over the fewest changes there are")]
    public void Honest_bound() =>
        Tasks(4, 7, 5, byHand: true)
            .Sample(
                task =>
                {
                    var (best, hasty) = (StepOrder.Find(task), StepOrder.Find(task, most: 1));
                    Assert.InRange(best.ToolChanges, hasty.LowerBound, hasty.ToolChanges);
                    Kept(task, hasty);
                    Assert.True(!hasty.Proven || (hasty.ToolChanges, hasty.ViewChanges) == (best.ToolChanges, best.ViewChanges));
                },
                iter: 100
            );
}
