using Dentelle.Core.Plans;

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
    ];
}
