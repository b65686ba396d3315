using CsCheck;
using Dentelle.Core.Sequencing;
using Google.OrTools.Sat;

namespace Dentelle.Core.Tests;

/// <summary>The order of steps against trying out every order, and against a solver that knows nothing of teeth (Google OR-Tools, CP-SAT).</summary>
public class StepOrderTests
{
    /// <summary>Teeth with chains of steps, each with one of a few tools and places, some by hand; now and then a step waits for another tooth.</summary>
    private static Gen<OrderTask> Tasks(int teeth, int most, int tools, bool byHand) =>
        from lengths in Gen.Int[1, most].Array[teeth]
        from picks in Gen.Select(Gen.Int[byHand ? -1 : 0, tools - 1], Gen.Int[byHand ? -1 : 0, 1], Gen.Int[0, 5]).Array[lengths.Sum()]
        select Made(lengths, picks);

    private static OrderTask Made(int[] lengths, (int Tool, int View, int Loose)[] picks)
    {
        int[] units = [.. lengths.SelectMany((length, unit) => Enumerable.Repeat(unit, length))];
        var before = new UInt128[units.Length];
        for (var i = 1; i < units.Length; i++)
        {
            if (units[i] == units[i - 1])
            {
                // One in six is free of the one before it, which then binds the next.
                if (picks[i].Loose > 0) before[i] |= UInt128.One << (i - 1);
                else before[i] |= before[i - 1];
            }
            else if (picks[i].Loose == 1) before[i] |= UInt128.One << (i - 1);
        }
        return new([.. picks.Select(pick => pick.Tool)], [.. picks.Select(pick => pick.View)], before, units);
    }

    [Fact(DisplayName = "No order of all there are has fewer changes than the one found, and it keeps every precedence")]
    public void Brute_force() => Tasks(3, 3, 3, byHand: true).Sample(task =>
    {
        var found = StepOrder.Find(task);
        Assert.True(found.Proven);
        Assert.Equal(task.Count, found.Order.Distinct().Count());
        var done = UInt128.Zero;
        foreach (var step in found.Order)
        {
            Assert.Equal(UInt128.Zero, task.Before[step] & ~done);
            done |= UInt128.One << step;
        }
        Assert.Equal((found.ToolChanges, found.ViewChanges), StepOrder.Changes(task, found.Order));
        Assert.Equal(Best(task, [], UInt128.Zero), (found.ToolChanges, found.ViewChanges));
        Assert.Equal(found.ToolChanges, found.LowerBound);
    }, iter: 400);

    private static (int Tools, int Views) Best(OrderTask task, List<int> order, UInt128 done)
    {
        if (order.Count == task.Count) return StepOrder.Changes(task, order);
        var best = (int.MaxValue, int.MaxValue);
        for (var step = 0; step < task.Count; step++)
        {
            if ((done >> step & 1) != 0 || (task.Before[step] & ~done) != 0) continue;
            order.Add(step);
            var here = Best(task, order, done | (UInt128.One << step));
            if (here.CompareTo(best) < 0) best = here;
            order.RemoveAt(order.Count - 1);
        }
        return best;
    }

    [Fact(DisplayName = "A general solver finds no fewer changes on larger visits")]
    public void Reference_solver() => Tasks(3, 6, 4, byHand: false).Sample(task =>
    {
        var found = StepOrder.Find(task);
        Assert.Equal(Solved(task), (found.ToolChanges * 1000) + found.ViewChanges);
    }, iter: 12, threads: 1, seed: "0000KOIRRGtj");

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
                if ((task.Before[j] >> i & 1) != 0) model.Add(places[i] < places[j]);
                if (i == j) continue;
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
    public void Honest_bound() => Tasks(4, 7, 5, byHand: true).Sample(task =>
    {
        var (best, hasty) = (StepOrder.Find(task), StepOrder.Find(task, most: 1));
        Assert.InRange(best.ToolChanges, hasty.LowerBound, hasty.ToolChanges);
        Assert.Equal(task.Count, hasty.Order.Distinct().Count());
    }, iter: 100);
}
