using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning.Cautions;

/// <summary>Cautions that concern the unit's decisions as a whole.</summary>
internal static class UnitCautions
{
    public static readonly IReadOnlyList<CautionKind<Plan, UnitScene>> Kinds =
    [
        new("material-assumed", (plan, scene) =>
            plan.IsMaterialAssumed
                ? "No material was named, so "
                    + $"{(scene.Entry.Materials.Count == 1 ? scene.Entry.Name.ToLowerInvariant() : Kebab.Words(plan.Material.Value))} "
                    + "is assumed. Name it before cutting: depths hang on it."
                : null
        ),
        new("v-form", (plan, _) =>
            plan.Cavity is { FunctionalShoulder: null } cavity
            && cavity.Covered.Any(cusp => cusp.IsFunctional(plan.Tooth, plan.Assessment.Crossbite))
                ? "Covered functional cusps end V-shaped, without a shoulder: reported weaker than one."
                : null
        )
        {
            Limit = scene => scene.Protocol.CuspCover.FunctionalShoulderMm,
        },
        new("grinding-ceramic", (plan, scene) =>
            scene.Findings.HeavyGrinding && plan.Rules().IsFullCrown && Chips(plan)
                ? $"Heavy grinding: {scene.Entry.Name.ToLowerInvariant()} chips under it. Metal or one-piece zirconia where teeth "
                    + "meet, and a guard at night."
                : null
        ),
        new("wear-needs-room", (plan, scene) =>
        {
            var worn = plan.Zones.Where(zone => zone.Zone.Occludes && Lost(zone, scene) > (zone.RoomBefore ?? Mm.Zero)).ToArray();
            if (worn.Length == 0)
                return null;
            var where = string.Join(", ", worn.Select(zone => new Zone(zone.Zone.Kind).Words).Distinct()).ToLowerInvariant().UpperFirst();
            var measured = worn.Min(zone => zone.RoomBefore) is { } room ? $"only {room} was measured" : "and none was measured";
            return $"{where}: worn by {worn.Max(zone => Lost(zone, scene))}. Bringing that back needs room in the bite, {measured}: "
                + "without it the cut counts from the present surface. Measure the room, or raise the bite first.";
        }),
        new("grey-line", (plan, scene) =>
            plan.MaterialClass == MaterialClass.MetalCeramic
            && plan.Tooth.IsFront
            && plan.Material.Value != Material.MetalCeramicPorcelainMargin
            && plan.Margin.Has(Segment.Facial)
            && plan.Margin.At(Segment.Facial).Level.Value >= Mm.Zero
                ? "Metal meets a facial margin that is seen: a grey line. Set it below the gum, or take a porcelain margin."
                : null
        )
        {
            Limit = scene => scene.Protocol.Defaults.MarginLevelMm.FrontMetalCeramicFacial,
        },
        new("mill-thins", (plan, scene) =>
            MillingCheck.Of(plan, scene.Protocol) is { } check && check.LeftMm < check.LeastMm
                ? $"A milling tool of {new Mm(check.ToolDiameterMm)} leaves {new Mm(check.LeftMm)} of the {new Mm(check.WallMm)} beside "
                    + $"the outer edge ({check.Zone.Replace('-', ' ')}), under the least of {new Mm(check.LeastMm)}. {Rounder(check)}"
                : null
        )
        {
            Limit = scene => scene.Protocol.Milling.ToolDiameterMm,
        },
    ];

    private static Mm Lost(ZonePlan zone, UnitScene scene) => scene.Findings.Wear.At(zone.Zone) ?? Mm.Zero;

    /// <summary>Whether what meets the antagonist is a ceramic that chips: one-piece zirconia and metal don't.</summary>
    private static bool Chips(Plan plan) =>
        plan.MaterialClass == MaterialClass.AllCeramic
            ? plan.Material.Value != Material.ZirconiaMonolithic
            : plan.MaterialClass == MaterialClass.MetalCeramic
                && (plan.Tooth.IsFront || plan.Material.Value == Material.MetalCeramicFull || plan.Coverage == CeramicCoverage.Occlusal);

    private static string Rounder(MillingCheck check) =>
        check.EdgeRadiusNeededMm is { } radius
            ? $"Round the edges to {radius:0.00}, or cut deeper there."
            : "Cut deeper there, or choose another material.";
}
