using System.Text.Json.Serialization;

namespace Dentelle.Core.Plans;

/// <summary>
/// What was found on the tooth, its neighbours and the gum, beyond size, crossbite and room.
/// What was not looked at is null or empty.
/// </summary>
/// <remarks>
/// The same type stands in files, on the quick line, in the API and in the planner. What a file leaves out comes as null
/// past any initialiser: the getters make it empty.
/// </remarks>
public sealed record Findings
{
    public static readonly Findings None = new();

    /// <summary>The place it stands in when it drifted or was moved; the tooth itself otherwise.</summary>
    public ToothCode? StandsAs { get; init; }

    /// <summary>Turned about its long axis, degrees; positive with the mesial side to the facial.</summary>
    public double RotationDeg { get; init; }

    /// <summary>Leaning in the line of the arch, degrees; positive to the mesial.</summary>
    public double TiltDeg { get; init; }

    /// <summary>Leaning across the arch, degrees; positive to the facial.</summary>
    public double FacialTiltDeg { get; init; }

    /// <summary>Height lost to wear, by zone.</summary>
    [JsonPropertyName("wearMm")]
    public ByZone Wear
    {
        get => field ?? ByZone.Empty;
        init;
    }

    /// <summary>Open contacts: width of the gap, by side.</summary>
    [JsonPropertyName("gapMm")]
    public IReadOnlyDictionary<ProximalSide, Mm> Gap
    {
        get => field ?? new Dictionary<ProximalSide, Mm>();
        init;
    }

    /// <summary>Sides on which no tooth stands beside it: nothing has to be opened or protected there.</summary>
    public IReadOnlyList<ProximalSide> NoNeighbour
    {
        get => field ?? [];
        init;
    }

    /// <summary>Steps of shade to go.</summary>
    public double ShadeSteps { get; init; }

    public IReadOnlyList<Filling> Fillings
    {
        get => field ?? [];
        init;
    }

    public IReadOnlyList<Cusp> CrackedCusps
    {
        get => field ?? [];
        init;
    }

    /// <summary>Thickness left of single cusps, measured at their base.</summary>
    [JsonPropertyName("cuspThicknessMm")]
    public IReadOnlyDictionary<Cusp, Mm> CuspThickness
    {
        get => field ?? new Dictionary<Cusp, Mm>();
        init;
    }

    /// <summary>Width of the present cavity's isthmus as a share of the distance between the cusp tips.</summary>
    public double? IsthmusShare { get; init; }

    /// <summary>Marginal ridges that are gone.</summary>
    public IReadOnlyList<ProximalSide> LostRidges
    {
        get => field ?? [];
        init;
    }

    [Tick("Caries")]
    public bool Caries { get; init; }

    [Tick("Root-treated", "root-treated")]
    public bool RootTreated { get; init; }

    /// <summary>Share of the facial surface that is still enamel, 0 to 1.</summary>
    public double? FacialEnamelShare { get; init; }

    /// <summary>Root laid bare on the facial, from the neck down.</summary>
    [JsonPropertyName("recessionMm")]
    public Mm Recession { get; init; }

    /// <summary>Height over the gum at which an abrasion of the facial neck ends below; negative under the gum.</summary>
    [JsonPropertyName("abrasionEndMm")]
    public Mm? AbrasionEnd { get; init; }

    /// <summary>An old crown comes off: what is there is a stump, not the tooth's own surface.</summary>
    [Tick("Old crown to replace", "stump")]
    public bool Stump { get; init; }

    /// <summary>Height over the gum of the crest of a strong lingual bulge below the crown.</summary>
    [JsonPropertyName("lingualBulgeMm")]
    public Mm? LingualBulge { get; init; }

    /// <summary>From the free margin of the gum to the bone, facially.</summary>
    [JsonPropertyName("crestMm")]
    public Mm? Crest { get; init; }

    /// <summary>From the crest of the bone to the contact, by side.</summary>
    [JsonPropertyName("contactToCrestMm")]
    public IReadOnlyDictionary<ProximalSide, Mm> ContactToCrest
    {
        get => field ?? new Dictionary<ProximalSide, Mm>();
        init;
    }

    /// <summary>Dark triangles under the contact that a veneer is to close.</summary>
    public IReadOnlyList<ProximalSide> DarkTriangles
    {
        get => field ?? [];
        init;
    }

    /// <summary>Plaque or a lesion seen on the neighbour.</summary>
    [Tick("Lesion on the neighbour")]
    public bool NeighbourLesion { get; init; }

    [Tick("No antagonist", "no-antagonist")]
    public bool NoAntagonist { get; init; }

    [Tick("Heavy grinding", "grinding")]
    public bool HeavyGrinding { get; init; }

    [Tick("Boggy gum")]
    public bool BoggyGum { get; init; }

    [Tick("Thin gum")]
    public bool ThinGum { get; init; }

    [Tick("Sensitive to epinephrine")]
    public bool EpinephrineSensitive { get; init; }

    [Tick("Sensitive to cold")]
    public bool ColdSensitive { get; init; }

    /// <summary>A plastic tooth.</summary>
    [Tick("Plastic tooth", "typodont", "plastic")]
    public bool Typodont { get; init; }

    /// <summary>Distance from the surface to the pulp as a radiograph shows it, by zone; it replaces the average.</summary>
    [JsonPropertyName("pulpMm")]
    public ByZone Pulp
    {
        get => field ?? ByZone.Empty;
        init;
    }

    /// <summary>How high the gum stands over the neck on a segment's side: where root is laid bare it has gone back below it.</summary>
    public Mm GumOverNeck(Segment segment, Mm usual) => Recession > Mm.Zero && segment.IsFacial() ? -Recession : usual;

    /// <summary>How much higher one piece of the margin lies than another, seen from the neck.</summary>
    public Mm Jump(MarginPiece a, MarginPiece b, Mm usual)
    {
        var off = a.Level.Value + GumOverNeck(a.Segment, usual) - b.Level.Value - GumOverNeck(b.Segment, usual);
        return Mm.Most(off, -off);
    }

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
public sealed record Filling(FilledSurface Surface)
{
    /// <summary>Height of its lower end over the gum; negative below. Null when not seen.</summary>
    [JsonPropertyName("endsAboveGumMm")]
    public Mm? EndsAboveGum { get; init; }

    /// <summary>Null when nobody knows.</summary>
    public double? AgeYears { get; init; }

    /// <summary>Share of the surface it takes, 0 to 1.</summary>
    public double? Share { get; init; }
}
