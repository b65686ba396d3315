using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Planning.Cautions;

/// <summary>Cautions about abutments, span and connectors.</summary>
internal static class BridgeCautions
{
    public static IReadOnlyList<Caution> Of(BridgeScene scene) =>
        [
            .. Abutments.SelectMany(kind => scene.Bridge.Abutments.SelectMany(abutment => kind.Of(abutment, scene))),
            .. Span.SelectMany(kind => kind.Of(scene.Bridge, scene)),
            .. scene
                .Units.Select(unit => unit.Material.Value)
                .Distinct()
                .SelectMany(material => Connectors.SelectMany(kind => kind.Of(material, scene))),
        ];

    private static readonly IReadOnlyList<CautionKind<AbutmentPlan, BridgeScene>> Abutments =
    [
        new("abutment-tilted", (abutment, scene) =>
            abutment.FromPathDeg > scene.Protocol.Bridges.TiltMostDeg.Value
                ? $"{abutment.Tooth.Iso} leans {abutment.FromPathDeg:0.#}° from the common path, more than "
                    + $"{scene.Protocol.Bridges.TiltMostDeg.Value:0}°: upright it first, or break the path with a joint."
                : null
        )
        {
            Limit = scene => scene.Protocol.Bridges.TiltMostDeg,
        },
        new("abutment-undercut", Undercut),
        new("abutment-round-the-corner", (abutment, scene) =>
            abutment is { TiltDeg: 0, FacialTiltDeg: 0 } || scene.Units.DistinctBy(unit => unit.Tooth.IsFront).Count() < 2
                ? null
                : $"{abutment.Tooth.Iso} leans, and the bridge goes round the corner of the arch: leans are added as if it ran straight. "
                    + "Measure the path on a scan before the walls are finished."
        ),
    ];

    private static readonly IReadOnlyList<CautionKind<BridgePlan, BridgeScene>> Span =
    [
        new("root-surface", (bridge, _) =>
            bridge.RootSurface.Holds
                ? null
                : $"The abutments' roots offer {bridge.RootSurface.Abutments:0} mm², the missing teeth's had "
                    + $"{bridge.RootSurface.Missing:0}: more than a rule of thumb allows. Add an abutment."
        )
        {
            Limit = scene => new(scene.Bridge.RootSurface.Missing, scene.Bridge.RootSurface.Source, scene.Bridge.RootSurface.Standing),
        },
        new("span-bends", (bridge, _) =>
            bridge.RootSurface.Missing > 0 && bridge.Bending.LongestSpan > 1
                ? $"{bridge.Bending.LongestSpan} teeth in a row are missing: it bends {bridge.Bending.Times:0} times "
                    + $"as much as over one, or needs connectors {bridge.Bending.HeightTimes:0} times as high."
                : null
        ),
    ];

    private static readonly IReadOnlyList<CautionKind<Material, BridgeScene>> Connectors =
    [
        new("connector-unknown", (material, scene) =>
            Rows(material, scene).Length == 0
                ? $"There is no figure for connectors of {Kebab.Words(material)}; choose another material."
                : null
        ),
        new("span-long", (material, scene) =>
            Rows(material, scene) is { Length: > 0 } rows && rows.Max(row => row.UnitsMost) is var longest && scene.Units.Count > longest
                ? $"Figures for {Kebab.Words(material)} end at {longest} units; this bridge has {scene.Units.Count}."
                : null
        ),
    ];

    private static string? Undercut(AbutmentPlan abutment, BridgeScene scene)
    {
        (string Wall, double Lean)[] walls =
        [
            ("wall toward the first tooth of the bridge", abutment.FirstWallDeg),
            ("wall toward the last tooth of the bridge", abutment.LastWallDeg),
            ("facial wall", abutment.FacialWallDeg),
            ("lingual wall", abutment.LingualWallDeg),
        ];
        var (wall, lean) = walls.MinBy(one => one.Lean);
        if (lean >= 0)
            return null;
        return $"On {abutment.Tooth.Iso} the {wall} stands {-lean:0.#}° outside its own "
            + "axis: watch for an undercut below, and for the pulp on the other side.";
    }

    private static ConnectorRow[] Rows(Material material, BridgeScene scene) =>
        [.. scene.Protocol.Bridges.Connectors.Where(row => row.Materials.Contains(material))];
}
