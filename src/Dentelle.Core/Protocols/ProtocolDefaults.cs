namespace Dentelle.Core.Protocols;

/// <summary>What a practice takes when nothing else is said.</summary>
public sealed record ProtocolDefaults
{
    public required IReadOnlyList<DefaultMaterials> Materials { get; init; }

    public required Sourced<BuildOutSchool> BuildOutSchool { get; init; }

    public required Sourced<double> FinishingAllowanceMm { get; init; }

    public required Sourced<double> ToleranceMm { get; init; }

    public required DefaultCoverage CeramicCoverage { get; init; }

    public required DefaultTransition Transition { get; init; }

    public required DefaultLevels MarginLevelMm { get; init; }

    public required DefaultSchools Schools { get; init; }

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

public sealed record DefaultSchools
{
    public required CuttingSchool Back { get; init; }

    public required CuttingSchool Front { get; init; }

    public required CuttingSchool Bridge { get; init; }

    public required IReadOnlyDictionary<string, CuttingSchool> Restorations { get; init; }

    public required IReadOnlyList<SchoolFor> Overrides { get; init; }

    public required IReadOnlyList<SchoolFor> Offered { get; init; }

    public required string Source { get; init; }

    public required Standing Standing { get; init; }

    public CuttingSchool For(ToothCode tooth, Restoration restoration, Material material, bool inBridge = false) =>
        inBridge ? Bridge
        : Restorations.TryGetValue(Kebab.Of(restoration), out var own) ? own
        : Overrides.FirstOrDefault(entry => entry.Material == material && entry.At.Includes(tooth))?.School
            ?? (tooth.IsFront ? Front : Back);
}

public sealed record SchoolFor(Material Material, JawEnd At, CuttingSchool School);
