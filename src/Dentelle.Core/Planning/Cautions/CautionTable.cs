using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning.Cautions;

/// <summary>All cautions of a unit, made here and nowhere else: screen, paper and command line show the same ones.</summary>
public static class CautionTable
{
    /// <summary>Everything to think about before cutting.</summary>
    public static IReadOnlyList<Caution> Of(Preparation preparation, Protocol protocol) =>
        [.. All(preparation.Plan, preparation, protocol)];

    /// <summary>What shows on the plan alone, without the tooth's form: for lists and while a line is typed.</summary>
    public static IReadOnlyList<Caution> Of(Plan plan, Protocol protocol) => [.. All(plan, null, protocol)];

    /// <summary>What concerns a bridge as a whole.</summary>
    internal static IReadOnlyList<Caution> Of(BridgePlan bridge, IReadOnlyList<Plan> units, Protocol protocol) =>
        BridgeCautions.Of(new BridgeScene(bridge, units, protocol));

    private static IEnumerable<Caution> All(Plan plan, Preparation? preparation, Protocol protocol)
    {
        var scene = new UnitScene(plan, protocol.Entry(plan.Restoration, plan.Material.Value)!, protocol, preparation);
        var found = UnitCautions
            .Kinds.SelectMany(kind => kind.Of(plan, scene))
            .Concat(plan.Zones.SelectMany(zone => ZoneCautions.Kinds.SelectMany(kind => kind.Of(zone, scene, zone.Zone.Name))))
            .Concat(
                plan.Margin.Pieces.SelectMany(piece => MarginCautions.Levels.SelectMany(kind => kind.Of(piece, scene, null, piece.Segment)))
            )
            .Concat(
                plan.Margin.Pieces.SelectMany(piece => MarginCautions.Jumps.SelectMany(kind => kind.Of(piece, scene, null, piece.Segment)))
            )
            .Concat(FindingCautions.Of(scene))
            .Concat(
                plan.Margin.Pieces.SelectMany(piece =>
                    MarginCautions.Fillings.SelectMany(kind => kind.Of(piece, scene, null, piece.Segment))
                )
            );
        return preparation is null ? found : found.Concat(FormCautions.Of(preparation, scene));
    }
}
