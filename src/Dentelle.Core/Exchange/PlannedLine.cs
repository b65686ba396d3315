using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Exchange;

/// <summary>Everything a line asks for, planned: its units, and the bridge when they are one.</summary>
public sealed record PlannedLine(IReadOnlyList<PlannedUnit> Units, BridgePlan? Bridge)
{
    public static Answer<PlannedLine> Make(IReadOnlyList<LineUnit> units, Handbook handbook)
    {
        if (!Plans(units, handbook).Is(out var plans, out var problem)) return problem;
        var bridge = units[0].Inputs.Bridge is null ? null : BridgePlanner.Make(plans, handbook.Protocol);
        return Drawn(bridge is null ? plans : BridgePlanner.Along(bridge, plans), _ => handbook).Is(out var drawn, out problem) ? new PlannedLine(drawn, bridge) : problem;
    }

    /// <summary>The units of a case, each with its own protocol; those that name the same bridge share its path.</summary>
    public static Answer<List<PlannedUnit>> Case(IReadOnlyList<(LineUnit Unit, Handbook Handbook)> units)
    {
        var plans = new List<Plan>();
        foreach (var (unit, handbook) in units)
        {
            if (!PlannedUnit.PlanOnly(unit.Tooth, unit.Inputs, handbook).Is(out var plan, out var problem)) return problem with { Sentence = $"Unit {unit.Tooth.Iso}: {problem.Sentence}" };
            plans.Add(plan);
        }
        foreach (var bridge in units.Select((unit, i) => (unit.Unit.Inputs.Bridge, At: i)).Where(entry => entry.Bridge is not null).GroupBy(entry => string.Join(' ', entry.Bridge!.Teeth)).ToArray())
        {
            int[] at = [.. bridge.Select(entry => entry.At)];
            if (at.Length != bridge.First().Bridge!.Teeth.Count) continue;
            var together = BridgePlanner.Along(BridgePlanner.Make([.. at.Select(i => plans[i])], units[at[0]].Handbook.Protocol), at.Select(i => plans[i]));
            for (var i = 0; i < at.Length; i++) plans[at[i]] = together[i];
        }
        return Drawn(plans, i => units[i].Handbook);
    }

    private static Answer<List<PlannedUnit>> Drawn(IReadOnlyList<Plan> plans, Func<int, Handbook> handbook)
    {
        var drawn = new List<PlannedUnit>();
        for (var i = 0; i < plans.Count; i++)
        {
            if (!PlannedUnit.Drawn(plans[i], handbook(i)).Is(out var made, out var problem)) return plans.Count == 1 ? problem : problem with { Sentence = $"{plans[i].Tooth.Iso}: {problem.Sentence}" };
            drawn.Add(made);
        }
        return drawn;
    }

    /// <summary>Plans without drawings: fast enough for every key that is pressed.</summary>
    public static Answer<List<Plan>> Plans(IReadOnlyList<LineUnit> units, Handbook handbook)
    {
        var plans = new List<Plan>();
        foreach (var unit in units)
        {
            if (!PlannedUnit.PlanOnly(unit.Tooth, unit.Inputs, handbook).Is(out var plan, out var problem)) return problem;
            plans.Add(plan);
        }
        return plans;
    }

    public PlanDocument Document(Handbook handbook, IReadOnlyList<(string Option, PlannedUnit Unit)> options)
    {
        UnitDocument[] units = [.. Units.Select(unit => UnitDocument.From(unit, handbook))];
        OptionDocument[] compared =
        [
            .. options.Select(option =>
            {
                var document = UnitDocument.From(option.Unit, handbook);
                return new OptionDocument(option.Option, document, Comparison.Sentence(units[0], document));
            }),
        ];
        return new PlanDocument(units, Bridge is { } bridge ? [BridgeDocument.From(bridge)] : null, compared.Length > 0 ? compared : null);
    }
}
