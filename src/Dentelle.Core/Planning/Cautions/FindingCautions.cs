using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning.Cautions;

/// <summary>Cautions that findings raise, each with its number.</summary>
internal static class FindingCautions
{
    public static IEnumerable<Caution> Of(UnitScene scene) =>
        [
            .. scene.Plan.Enamel is { } enamel ? Veneer(enamel, scene) : [],
            .. scene.Findings.ContactToCrest.SelectMany(gap => Papilla.Of(gap, scene)),
            .. Gums.Concat(Patient).SelectMany(kind => kind.Of(scene.Findings, scene)),
        ];

    private static IEnumerable<Caution> Veneer(VeneerEnamel enamel, UnitScene scene) =>
        EnamelLost
            .Of(scene.Findings, scene)
            .Concat(BondedToDentine.Of(enamel, scene))
            .Concat(scene.Findings.DarkTriangles.SelectMany(side => DarkTriangle.Of(side, scene)))
            .Concat(GrindingVeneer.Of(scene.Findings, scene));

    private static readonly CautionKind<Findings, UnitScene> EnamelLost = new("enamel-lost", (found, scene) =>
        found.FacialEnamelShare is { } share && share < scene.Protocol.Veneers.EnamelShareLeast.Value
            ? $"Only {share:0.00} of the facial surface is still enamel; a veneer wants at least about "
                + $"{scene.Protocol.Veneers.EnamelShareLeast.Value:0.00}. Weigh a crown."
            : null
    )
    {
        Limit = scene => scene.Protocol.Veneers.EnamelShareLeast,
    };

    /// <summary>The whole surface counts: thin enamel at the neck alone does not make a veneer fail.</summary>
    private static readonly CautionKind<VeneerEnamel, UnitScene> BondedToDentine = new("bonded-to-dentine", (enamel, scene) =>
        enamel.BondedShare < scene.Protocol.Veneers.BondedShareLeast.Value
            ? $"About {enamel.BondedShare * 100:0} % of the bonded surface would end in enamel; at least "
                + $"{scene.Protocol.Veneers.BondedShareLeast.Value * 100:0} % is wanted. {Thinnest(enamel, scene)}"
            : null
    )
    {
        Limit = scene => scene.Protocol.Veneers.BondedShareLeast,
    };

    private static string Thinnest(VeneerEnamel enamel, UnitScene scene)
    {
        var third = enamel.Thirds.MinBy(third => third.BondedShare)!;
        return $"Least at the {new Zone(third.Zone).Words.LowerFirst()}: {scene.Plan.DepthAt(third.Zone)} is cut where enamel "
            + $"averages {third.Average}.";
    }

    private static readonly CautionKind<ProximalSide, UnitScene> DarkTriangle = new("dark-triangle", (side, _) =>
        $"The {Kebab.Of(side)} margin goes on through the contact to its lingual side, so that the veneer closes the "
        + "dark triangle; the contact is cut through there."
    )
    {
        Limit = scene => scene.Protocol.Veneers.ThroughContactMm,
    };

    private static readonly CautionKind<Findings, UnitScene> GrindingVeneer = new("grinding-veneer", (found, _) =>
        found.HeavyGrinding ? "Heavy grinding speaks against veneers; plan a guard, or a crown." : null
    );

    private static readonly CautionKind<KeyValuePair<ProximalSide, Mm>, UnitScene> Papilla = new("papilla", (gap, scene) =>
    {
        var gums = scene.Protocol.Gums;
        return gap.Value.Value > gums.PapillaCautionMm.Value
            ? $"{Kebab.Of(gap.Key)}: the contact lies {gap.Value} above the bone; the papilla fills such a gap in "
                + $"about {gums.Papilla.At(gap.Value).PresentShare * 100:0} %. Lower the contact to "
                + $"{new Mm(gums.PapillaAimMm.Value)} or less."
            : null;
    }) { Limit = scene => scene.Protocol.Gums.PapillaCautionMm };

    private static readonly IReadOnlyList<CautionKind<Findings, UnitScene>> Gums =
    [
        new("crest-low", (found, scene) =>
            found.Crest is { } crest && scene.Protocol.Gums.IsLow(crest)
                ? $"The bone lies {crest} from the gum's margin, more than the usual "
                    + $"{new Mm(scene.Protocol.Gums.NormalCrestMm.Value)}: such gums go back after cord and impression."
                : null
        )
        {
            Limit = scene => scene.Protocol.Gums.NormalCrestMm,
        },
        new("crest-high", (found, scene) =>
            found.Crest is { } crest && crest.Value < scene.Protocol.Gums.NormalCrestMm.Value - scene.Protocol.Gums.CrestBandMm.Value
                ? $"The bone lies only {crest} from the gum's margin: hardly any room for a margin below it."
                : null
        )
        {
            Limit = scene => scene.Protocol.Gums.NormalCrestMm,
        },
        new("gum-boggy", (found, _) =>
            found.BoggyGum ? "The gum is boggy: let it heal before margins are placed; it bleeds and its level moves." : null
        ),
    ];

    private static readonly IReadOnlyList<CautionKind<Findings, UnitScene>> Patient =
    [
        new("epinephrine", (found, _) =>
            found.EpinephrineSensitive ? "Sensitive to epinephrine: a plain cord, and an anaesthetic without it." : null
        ),
        new("cold", (found, _) =>
            found.ColdSensitive ? "Sensitive to cold: anaesthetise before drying with air, and cover the dentine at once." : null
        ),
        new("neighbour-lesion", (found, _) =>
            found.NeighbourLesion ? "Plaque or a lesion was seen on the neighbour: treat it while the contact is open." : null
        ),
        new("stands-as", (found, scene) =>
            found.StandsAs is { } place && place != scene.Plan.Tooth
                ? $"It stands in the place of the {place.Name}; depths follow the tooth itself, form and bite the place."
                : null
        ),
        new("old-stump", (found, _) =>
            found.Stump
                ? "A stump under an old crown has no surface of its own to count from: no depth guides. Measure the "
                    + "room from the index, the wax-up or the antagonist."
                : null
        ),
        new("root-treated-front", (found, scene) =>
            found.RootTreated && scene.Plan.Rules().IsFullCrown && scene.Plan.Tooth.IsFront
                ? "A wide access cavity leaves a front tooth's crown almost nothing; weigh a veneer, or build up first."
                : null
        ),
        new("plastic", (found, _) =>
            found.Typodont
                ? "A plastic tooth: remove the mould seam first, cut with water; enamel and pulp figures mean nothing here."
                : null
        ),
    ];
}
