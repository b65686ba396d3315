using System.Text.Json.Serialization;

namespace Dentelle.Core.Plans;

/// <summary>What was found on the tooth, its neighbours and the gum, beyond size, crossbite and room. What was not looked at is null or empty.</summary>
public sealed record Findings
{
    public static readonly Findings None = new();

    /// <summary>The place it stands in when it drifted or was moved; the tooth itself otherwise.</summary>
    public ToothCode? StandsAs { get; init; }

    /// <summary>Turned about its long axis, degrees; positive with the mesial side to the facial.</summary>
    public double RotationDeg { get; init; }

    /// <summary>Leaning in the line of the arch, degrees; positive to the mesial.</summary>
    public double TiltDeg { get; init; }

    /// <summary>Height lost to wear, by zone.</summary>
    public ByZone Wear { get; init; } = ByZone.Empty;

    /// <summary>Open contacts: width of the gap, by side.</summary>
    public IReadOnlyDictionary<ProximalSide, Mm> Gap { get; init; } = new Dictionary<ProximalSide, Mm>();

    /// <summary>Sides on which no tooth stands beside it: nothing has to be opened or protected there.</summary>
    public IReadOnlyList<ProximalSide> NoNeighbour { get; init; } = [];

    /// <summary>Steps of shade to go.</summary>
    public double ShadeSteps { get; init; }

    public IReadOnlyList<Filling> Fillings { get; init; } = [];

    public IReadOnlyList<Cusp> CrackedCusps { get; init; } = [];

    /// <summary>Thickness left of single cusps, measured at their base.</summary>
    public IReadOnlyDictionary<Cusp, Mm> CuspThickness { get; init; } = new Dictionary<Cusp, Mm>();

    /// <summary>Width of the present cavity's isthmus as a share of the distance between the cusp tips.</summary>
    public double? IsthmusShare { get; init; }

    /// <summary>Marginal ridges that are gone.</summary>
    public IReadOnlyList<ProximalSide> LostRidges { get; init; } = [];

    public bool Caries { get; init; }

    public bool RootTreated { get; init; }

    /// <summary>Share of the facial surface that is still enamel, 0 to 1.</summary>
    public double? FacialEnamelShare { get; init; }

    /// <summary>Root laid bare on the facial, from the neck down.</summary>
    public Mm Recession { get; init; }

    /// <summary>Height over the gum of the crest of a strong lingual bulge below the crown.</summary>
    public Mm? LingualBulge { get; init; }

    /// <summary>From the free margin of the gum to the bone, facially.</summary>
    public Mm? Crest { get; init; }

    /// <summary>From the crest of the bone to the contact, by side.</summary>
    public IReadOnlyDictionary<ProximalSide, Mm> ContactToCrest { get; init; } = new Dictionary<ProximalSide, Mm>();

    /// <summary>Dark triangles under the contact that a veneer is to close.</summary>
    public IReadOnlyList<ProximalSide> DarkTriangles { get; init; } = [];

    /// <summary>Plaque or a lesion seen on the neighbour.</summary>
    public bool NeighbourLesion { get; init; }

    public bool NoAntagonist { get; init; }

    public bool HeavyGrinding { get; init; }

    public bool BoggyGum { get; init; }

    public bool ThinGum { get; init; }

    public bool EpinephrineSensitive { get; init; }

    public bool ColdSensitive { get; init; }

    /// <summary>A plastic tooth.</summary>
    public bool Typodont { get; init; }

    /// <summary>Distance from the surface to the pulp as a radiograph shows it, by zone; it replaces the average.</summary>
    public ByZone Pulp { get; init; } = ByZone.Empty;

    /// <summary>The lowest end of a filling on a segment's side, over the gum; null where none ends there.</summary>
    public Mm? FillingUnder(Segment segment)
    {
        var surface = segment switch
        {
            Segment.Mesial => FilledSurface.Mesial,
            Segment.Distal => FilledSurface.Distal,
            Segment.Lingual or Segment.Mesiolingual or Segment.Distolingual => FilledSurface.Lingual,
            _ => FilledSurface.Facial,
        };
        return Fillings.Where(filling => filling.Surface == surface).Select(filling => filling.EndsAboveGum).Min();
    }
}

/// <summary>An old restoration.</summary>
/// <param name="EndsAboveGum">Height of its lower end over the gum; negative below. Null when not seen.</param>
/// <param name="AgeYears">Age; null when nobody knows.</param>
/// <param name="Share">Share of the surface it takes, 0 to 1.</param>
public sealed record Filling(FilledSurface Surface, Mm? EndsAboveGum = null, double? AgeYears = null, double? Share = null);
