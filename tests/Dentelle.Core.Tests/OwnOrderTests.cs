using Dentelle.Core.Plans;
using Dentelle.Core.Sequencing;

namespace Dentelle.Core.Tests;

/// <summary>Orders of the user's own: what may move moves, what may not says why, and nothing else changes.</summary>
public class OwnOrderTests
{
    public static TheoryData<string> Lines =>
        [
            "36 crown zirconia",
            "11 veneer butt",
            "16 onlay",
            "45x47 bridge metal-ceramic",
            "13 crown mc margin-first",
            "34 36 crown metal parallel-pair",
        ];

    private static Answer<RunSheet> Make(Plan[] plans, IReadOnlyList<string>? wanted = null) =>
        RunSheet.Make(plans, new(Shipped.Handbook.Drawer.Burs, wanted: wanted), Shipped.Protocol, Shipped.Handbook.Sheets);

    private static List<string> Keys(RunSheet sheet) => [.. sheet.Steps.Select(step => step.Step.Key)];

    [Theory(
        DisplayName = "Two neighbours change places exactly when nothing binds them; else the sentence names the step and the "
            + "reason that binds them"
    )]
    [MemberData(nameof(Lines))]
    public void Swaps(string line)
    {
        var plans = Shipped.Plans(line);
        var best = Shipped.Need(Make(plans));
        var keys = Keys(best);
        // What must come before what, followed through: the reference is the transitive closure by Warshall's scheme.
        var before = keys.ToDictionary(
            key => key,
            key => best.Visit.Order.Where(edge => edge.Then == key).Select(edge => edge.First).ToHashSet()
        );
        foreach (var by in keys)
        {
            foreach (var key in keys)
                if (before[key].Contains(by))
                    before[key].UnionWith(before[by]);
        }
        var moved = 0;
        for (var i = 1; i < keys.Count; i++)
        {
            List<string> wanted = [.. keys];
            (wanted[i - 1], wanted[i]) = (wanted[i], wanted[i - 1]);
            var own = Make(plans, wanted);
            if (before[keys[i]].Contains(keys[i - 1]))
            {
                Assert.Equal("step-order", own.Problem!.Code);
                var edge = best.Visit.Order.First(one => one.First == keys[i - 1] && one.Then == keys[i]);
                Assert.StartsWith(best.Steps[i].Step.Name, own.Problem.Sentence, StringComparison.Ordinal);
                Assert.Contains(edge.Because, own.Problem.Sentence, StringComparison.Ordinal);
                continue;
            }
            moved++;
            var sheet = Shipped.Need(own);
            Assert.Equal(wanted, Keys(sheet));
            Assert.True((sheet.BurChanges, sheet.ViewChanges).CompareTo((best.BurChanges, best.ViewChanges)) >= 0);
            Assert.Equal((best.LowerBound, best.LeastMinutes), (sheet.LowerBound, sheet.LeastMinutes));
            Assert.Equal(best.Steps.Sum(step => step.Minutes), sheet.Steps.Sum(step => step.Minutes), 6);
        }
        Assert.True(moved > 0);
    }

    [Theory(DisplayName = "An own order that names only some steps, or steps that are no longer there, is filled up by the best one")]
    [MemberData(nameof(Lines))]
    public void Partly(string line)
    {
        var plans = Shipped.Plans(line);
        var keys = Keys(Shipped.Need(Make(plans)));
        Assert.Equal(keys, Keys(Shipped.Need(Make(plans, [.. keys.Where((_, i) => i % 3 != 1), "99/edge"]))));
        Assert.Equal(keys, Keys(Shipped.Need(Make(plans, []))));
    }

    [Fact(DisplayName = "How the teeth are named first does not change how few changes there are, nor when the visit ends")]
    public void Teeth_in_any_order()
    {
        Plan[] plans = [.. Shipped.Plans("36 crown zirconia"), .. Shipped.Plans("37 crown metal"), .. Shipped.Plans("25 onlay")];
        (int, int, double) Of(params int[] order) =>
            Shipped.Need(Make([.. order.Select(i => plans[i])])) is var sheet
                ? (sheet.BurChanges, sheet.ViewChanges, Math.Round(sheet.LeastMinutes, 1))
                : default;
        Assert.Single(new[] { Of(0, 1, 2), Of(2, 1, 0), Of(1, 0, 2), Of(2, 0, 1) }.Distinct());
    }
}
