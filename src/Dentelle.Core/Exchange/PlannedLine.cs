using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Exchange;

/// <summary>Everything a line asks for, planned.</summary>
public sealed record PlannedLine(IReadOnlyList<PlannedUnit> Units)
{
    /// <summary>The bridge when its units are one.</summary>
    public BridgePlan? Bridge => Units[0].Plan.Bridge;

    public static Answer<PlannedLine> Make(IReadOnlyList<LineUnit> units, Handbook handbook)
    {
        if (!Plans(units, handbook).Is(out var plans, out var problem))
            return problem;
        return Drawn(Joined(plans, units, _ => handbook), _ => handbook).Is(out var drawn, out problem) ? new PlannedLine(drawn) : problem;
    }

    /// <summary>The units of a case, each with its own protocol; those that name the same bridge share its path.</summary>
    public static Answer<List<PlannedUnit>> Case(IReadOnlyList<(LineUnit Unit, Handbook Handbook)> units)
    {
        var plans = new List<Plan>();
        foreach (var (unit, handbook) in units)
        {
            if (!PlannedUnit.PlanOnly(unit.Tooth, unit.Inputs, handbook).Is(out var plan, out var problem))
                return problem with { Sentence = $"Unit {unit.Tooth.Iso}: {problem.Sentence}" };
            plans.Add(plan);
        }
        return Drawn(Joined(plans, [.. units.Select(entry => entry.Unit)], i => units[i].Handbook), i => units[i].Handbook);
    }

    /// <summary>
    /// The plan of one unit of a case, joined with the others of its bridge. A bridge of which some unit is gone or can't be
    /// planned is none: the unit then stands alone.
    /// </summary>
    /// <param name="others">The other units of the case, each with its own protocol.</param>
    public static Answer<Plan> One(LineUnit unit, Handbook handbook, IEnumerable<(LineUnit Unit, Handbook Handbook)> others)
    {
        if (!PlannedUnit.PlanOnly(unit.Tooth, unit.Inputs, handbook).Is(out var plan, out var problem))
            return problem;
        if (unit.Inputs.Bridge is not { } bridge)
            return plan;
        var (units, plans) = (new List<LineUnit> { unit }, new List<Plan> { plan });
        foreach (var (other, own) in others.Where(other => other.Unit.Inputs.Bridge?.Teeth.SequenceEqual(bridge.Teeth) == true))
        {
            if (!PlannedUnit.PlanOnly(other.Tooth, other.Inputs, own).Is(out var joining, out _))
                continue;
            units.Add(other);
            plans.Add(joining);
        }
        return Joined(plans, units, _ => handbook)[0];
    }

    /// <summary>The plans, those of a bridge whose teeth are all there joined by it.</summary>
    private static IReadOnlyList<Plan> Joined(IReadOnlyList<Plan> plans, IReadOnlyList<LineUnit> units, Func<int, Handbook> handbook)
    {
        Plan[] joined = [.. plans];
        foreach (
            var bridge in Enumerable
                .Range(0, plans.Count)
                .Where(i => units[i].Inputs.Bridge is not null)
                .GroupBy(i => string.Join(' ', units[i].Inputs.Bridge!.Teeth))
        )
        {
            int[] at = [.. bridge];
            if (at.Length != units[at[0]].Inputs.Bridge!.Teeth.Count)
                continue;
            foreach (var (i, plan) in at.Zip(BridgePlanner.Joined([.. at.Select(i => plans[i])], handbook(at[0]).Protocol)))
                joined[i] = plan;
        }
        return joined;
    }

    private static Answer<List<PlannedUnit>> Drawn(IReadOnlyList<Plan> plans, Func<int, Handbook> handbook) =>
        Each(plans, handbook, PlannedUnit.Drawn);

    /// <summary>Plans as their bodies settle them, those of a bridge joined, without drawings: what a run sheet needs.</summary>
    public static Answer<List<Plan>> SettledPlans(IReadOnlyList<LineUnit> units, Handbook handbook) =>
        JoinedPlans(units, handbook).Is(out var plans, out var problem) ? Each(plans, _ => handbook, PlannedUnit.Settled) : problem;

    /// <summary>What is made of each plan; a problem of one among several names its tooth.</summary>
    private static Answer<List<T>> Each<T>(IReadOnlyList<Plan> plans, Func<int, Handbook> handbook, Func<Plan, Handbook, Answer<T>> make)
        where T : class
    {
        var all = new List<T>();
        for (var i = 0; i < plans.Count; i++)
        {
            if (!make(plans[i], handbook(i)).Is(out var made, out var problem))
                return plans.Count == 1 ? problem : problem with { Sentence = $"{plans[i].Tooth.Iso}: {problem.Sentence}" };
            all.Add(made);
        }
        return all;
    }

    /// <summary>Plans without drawings or bodies, those of a bridge joined.</summary>
    public static Answer<Plan[]> JoinedPlans(IReadOnlyList<LineUnit> units, Handbook handbook) =>
        Plans(units, handbook).Is(out var plans, out var problem) ? Joined(plans, units, _ => handbook).ToArray() : problem;

    /// <summary>Plans without drawings: fast enough for every key that is pressed.</summary>
    public static Answer<List<Plan>> Plans(IReadOnlyList<LineUnit> units, Handbook handbook)
    {
        var plans = new List<Plan>();
        foreach (var unit in units)
        {
            if (!PlannedUnit.PlanOnly(unit.Tooth, unit.Inputs, handbook).Is(out var plan, out var problem))
                return problem;
            plans.Add(plan);
        }
        return plans;
    }

    public PlanDocument Document(Handbook handbook, IReadOnlyList<(string Option, PlannedUnit Unit)> options)
    {
        UnitDocument[] units = [.. Units.Select(unit => UnitDocument.From(unit, handbook.Protocol))];
        OptionDocument[] compared =
        [
            .. options.Select(option =>
            {
                var document = UnitDocument.From(option.Unit, handbook.Protocol);
                return new OptionDocument(option.Option, document, Comparison.Sentence(units[0], document));
            }),
        ];
        return new PlanDocument(units, Bridge is { } bridge ? [BridgeDocument.From(bridge)] : null, compared.Length > 0 ? compared : null);
    }
}
