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
        var plans = new List<Plan>();
        foreach (var unit in units)
        {
            if (!PlannedUnit.PlanOnly(unit.Tooth, unit.Inputs, handbook).Is(out var plan, out var problem)) return problem;
            plans.Add(plan);
        }
        var bridge = units[0].Inputs.Bridge is null ? null : BridgePlanner.Make(plans, handbook.Protocol);
        var drawn = new List<PlannedUnit>();
        foreach (var plan in bridge is null ? plans : BridgePlanner.Along(bridge, plans))
        {
            if (!PlannedUnit.Drawn(plan, handbook).Is(out var made, out var problem)) return plans.Count == 1 ? problem : problem with { Sentence = $"{plan.Tooth.Iso}: {problem.Sentence}" };
            drawn.Add(made);
        }
        return new PlannedLine(drawn, bridge);
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
