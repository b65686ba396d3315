namespace Dentelle.Core.Protocols;

/// <summary>What holds for veneers besides depths and margins.</summary>
public sealed record VeneerHabits
{
    /// <summary>A lengthened edge is still cut by this.</summary>
    public required Sourced<double> EdgeLeastMm { get; init; }

    /// <summary>Deeper for every step of shade.</summary>
    public required Sourced<double> ShadeStepMm { get; init; }

    /// <summary>Least and most of the same.</summary>
    public required SourcedLimits ShadeStepRangeMm { get; init; }

    /// <summary>Share of the facial surface that should still be enamel.</summary>
    public required Sourced<double> EnamelShareLeast { get; init; }

    /// <summary>How far to either side of it both ways are open.</summary>
    public required Sourced<double> EnamelShareGrey { get; init; }

    /// <summary>How far a wrap goes down the lingual.</summary>
    public required Sourced<double> LingualDownMm { get; init; }

    /// <summary>How far a margin passes beyond a filling.</summary>
    public required Sourced<double> BeyondFillingMm { get; init; }

    /// <summary>How far behind the contact a margin ends that goes through it.</summary>
    public required Sourced<double> ThroughContactMm { get; init; }

    /// <summary>How far the path points to the edge, from straight facially.</summary>
    public required Sourced<double> PathDeg { get; init; }

    /// <summary>The same of one that goes round the edge.</summary>
    public required Sourced<double> WrapPathDeg { get; init; }

    /// <summary>Share of a third that should end in enamel.</summary>
    public required Sourced<double> BondedShareLeast { get; init; }
}

/// <summary>
/// Cavities of inlays and onlays in some materials. The isthmus is a width, or a share of the distance between the cusp
/// tips.
/// </summary>
public sealed record CavityHabits
{
    public required IReadOnlyList<Material> Materials { get; init; }

    public required Limits DepthMm { get; init; }

    public required Limits BoxAxialMm { get; init; }

    public required double GingivalFloorMm { get; init; }

    public required Limits WallDivergenceDeg { get; init; }

    public required double CavosurfaceDeg { get; init; }

    public required double NeighbourGapMm { get; init; }

    public required string Source { get; init; }

    public required Standing Standing { get; init; }

    public IsthmusWidths? IsthmusMm { get; init; }

    public Limits? IsthmusShare { get; init; }

    public Limits? BevelMm { get; init; }

    public Limits? BevelDeg { get; init; }
}

public sealed record IsthmusWidths(double Premolar, double Molar)
{
    public double For(ToothCode tooth) => tooth.Kind == ToothKind.Premolar ? Premolar : Molar;
}

/// <summary>When cusps are covered.</summary>
public sealed record CuspCover(
    Sourced<double> IsthmusShareMost,
    Sourced<double> VitalNonFunctionalMm,
    Sourced<double> VitalFunctionalMm,
    Sourced<double> RootTreatedNonFunctionalMm,
    Sourced<double> RootTreatedFunctionalMm,
    Sourced<double> FunctionalShoulderMm,
    Sourced<double> ShoulderUnderCuspMm
)
{
    /// <summary>The thickness under which a cusp is covered.</summary>
    public Sourced<double> Least(bool functional, bool rootTreated) =>
        (functional, rootTreated) switch
        {
            (true, true) => RootTreatedFunctionalMm,
            (true, false) => VitalFunctionalMm,
            (false, true) => RootTreatedNonFunctionalMm,
            _ => VitalNonFunctionalMm,
        };
}

/// <summary>Gum, attachment and bone.</summary>
public sealed record GumFigures(
    Sourced<double> AttachmentMm,
    Sourced<double> NormalCrestMm,
    Sourced<double> CrestBandMm,
    PapillaTable Papilla,
    Sourced<double> PapillaAimMm,
    Sourced<double> PapillaCautionMm
)
{
    /// <summary>Whether the bone lies deeper under the gum than usual: such gums go back.</summary>
    public bool IsLow(Mm crest) => crest.Value > NormalCrestMm.Value + CrestBandMm.Value;
}

/// <summary>How often the papilla fills the gap.</summary>
public sealed record PapillaTable(IReadOnlyList<PapillaRow> Rows, string Source, Standing Standing)
{
    /// <summary>The row of a distance from bone to contact; beyond the table its last.</summary>
    public PapillaRow At(Mm distance) => Rows.FirstOrDefault(row => distance.Value <= row.MostMm) ?? Rows[^1];
}

/// <summary>Share of papillae that fill the gap up to a distance from bone to contact.</summary>
public sealed record PapillaRow(double MostMm, double PresentShare);

public sealed record BridgeFigures(IReadOnlyList<ConnectorRow> Connectors, RootSurfaces RootSurfaceMm2, Sourced<double> TiltMostDeg);

/// <summary>Least section of a connector, mm², for bridges of at most so many units.</summary>
public sealed record ConnectorRow(
    IReadOnlyList<Material> Materials,
    double Front,
    double Back,
    int UnitsMost,
    string Source,
    Standing Standing
);

/// <summary>Root surface of teeth 1 to 7, mm².</summary>
public sealed record RootSurfaces(IReadOnlyList<double> Upper, IReadOnlyList<double> Lower, string Source, Standing Standing)
{
    /// <summary>Null for third molars, which the table does not have.</summary>
    public double? Of(ToothCode tooth) =>
        (tooth.Jaw == Jaw.Upper ? Upper : Lower) is var row && tooth.Position <= row.Count ? row[tooth.Position - 1] : null;
}

public sealed record ResistanceLimits(Sourced<double> WallShare);

/// <summary>Grooves and boxes in the walls of crowns.</summary>
public sealed record FeatureFigures(
    Sourced<double> GrooveDepthMm,
    Sourced<double> GrooveWidthMm,
    Sourced<double> BoxDepthMm,
    Sourced<double> BoxWidthMm,
    Sourced<double> AboveMarginMm,
    Sourced<FeatureKind> PartialCrown
);

/// <param name="EdgeDeg">Included angle of the outer edges that walls and top make.</param>
public sealed record MillingHabits(Sourced<double> ToolDiameterMm, Sourced<double> EdgeDeg);

/// <summary>Dentine left over the pulp.</summary>
public sealed record DentineLimits(Sourced<double> ComfortableMm, Sourced<double> WarnMm, Sourced<double> DangerMm);
