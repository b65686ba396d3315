namespace Dentelle.Core.Protocols;

/// <summary>What a practice takes when nothing else is said.</summary>
public sealed record ProtocolDefaults(
    IReadOnlyList<DefaultMaterials> Materials,
    Sourced<BuildOutSchool> BuildOutSchool,
    Sourced<double> FinishingAllowanceMm,
    Sourced<double> ToleranceMm,
    DefaultCoverage CeramicCoverage,
    DefaultTransition Transition,
    DefaultLevels MarginLevelMm,
    DefaultSchools Schools
)
{
    public DefaultMaterials MaterialsOf(Restoration restoration) =>
        Materials.FirstOrDefault(entry => entry.Restorations.Contains(restoration)) ?? Materials[0];
}

public sealed record DefaultMaterials(
    IReadOnlyList<Restoration> Restorations,
    Material Front,
    Material Back,
    string Source,
    Standing Standing
)
{
    public Material For(ToothCode tooth) => tooth.IsFront ? Front : Back;
}

public sealed record DefaultCoverage(
    CeramicCoverage Front,
    CeramicCoverage Premolar,
    CeramicCoverage Molar,
    string Source,
    Standing Standing
)
{
    public CeramicCoverage For(ToothCode tooth) =>
        tooth.Kind switch
        {
            ToothKind.Premolar => Premolar,
            ToothKind.Molar => Molar,
            _ => Front,
        };
}

public sealed record DefaultTransition(TransitionPlace Mesial, TransitionPlace Distal, string Source, Standing Standing);

public sealed record DefaultLevels(
    Sourced<double> Back,
    Sourced<double> BackFacial,
    Sourced<double> Front,
    Sourced<double> FrontMetalCeramicFacial
);

public sealed record DefaultSchools(
    CuttingSchool Back,
    CuttingSchool Front,
    CuttingSchool Bridge,
    IReadOnlyDictionary<string, CuttingSchool> Restorations,
    IReadOnlyList<SchoolFor> Overrides,
    IReadOnlyList<SchoolFor> Offered,
    string Source,
    Standing Standing
)
{
    public CuttingSchool For(ToothCode tooth, Restoration restoration, Material material, bool inBridge = false) =>
        inBridge ? Bridge
        : Restorations.TryGetValue(Kebab.Of(restoration), out var own) ? own
        : Overrides.FirstOrDefault(entry => entry.Material == material && entry.At.Includes(tooth))?.School
            ?? (tooth.IsFront ? Front : Back);
}

public sealed record SchoolFor(Material Material, JawEnd At, CuttingSchool School);
