using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>What was found on the tooth before cutting.</summary>
/// <param name="Tooth">The tooth.</param>
/// <param name="Crossbite">Whether the functional cusps are the other row.</param>
/// <param name="RoomBefore">Room to the antagonist that is already there, by zone; a zone that is absent was not measured.</param>
/// <param name="MeasuredSize">The crown as measured; averages stand in for what is missing.</param>
public sealed record Assessment(ToothCode Tooth, bool Crossbite, ByZone RoomBefore, MeasuredSize MeasuredSize)
{
    public Findings Findings { get; init; } = Findings.None;

    /// <summary>The crown's size, averages standing in for what was not measured; null where no form was asked.</summary>
    public FormFigures? Form { get; init; }

    public static Assessment Of(ToothCode tooth) => new(tooth, false, ByZone.Empty, MeasuredSize.None);
}

/// <summary>What was decided; what is null follows the protocol.</summary>
public sealed record Decision(
    Restoration Restoration,
    Material? Material,
    CeramicCoverage? Coverage,
    BuildOutSchool? BuildOutSchool,
    ByZone BuildOut,
    IReadOnlyDictionary<Segment, Mm> MarginLevel,
    MarginDesign? FacialMargin,
    TransitionPlace? MesialTransition,
    TransitionPlace? DistalTransition,
    Mm? FinishingAllowance,
    CuttingSchool? School
)
{
    /// <summary>Cusps an onlay covers; null leaves it to the findings.</summary>
    public IReadOnlyList<Cusp>? Covered { get; init; }

    /// <summary>Sides on which an inlay or onlay gets a box; null leaves it to the findings.</summary>
    public IReadOnlyList<ProximalSide>? Boxes { get; init; }

    /// <summary>Grooves and boxes in the walls; null follows the protocol.</summary>
    public IReadOnlyList<FeatureWish>? Features { get; init; }

    /// <summary>Whether the tooth is part of a bridge.</summary>
    public bool InBridge { get; init; }

    /// <summary>Why something that needs a reason is done all the same, by the code of its caution.</summary>
    public IReadOnlyDictionary<string, string> Because { get; init; } = new Dictionary<string, string>();

    public static Decision For(Restoration restoration, Material? material) =>
        new(restoration, material, null, null, ByZone.Empty, new Dictionary<Segment, Mm>(), null, null, null, null, null);

    public static Decision Crown(Material? material) => For(Restoration.Crown, material);
}

/// <summary>Sizes of the crown that rules count with.</summary>
/// <param name="Length">From the neck to the highest cusp tip or edge.</param>
/// <param name="Intercuspal">Between facial and lingual cusp tips; null for front teeth.</param>
public sealed record FormFigures(Mm Length, Mm Mesiodistal, Mm? Intercuspal);

/// <summary>Crown size measured on this patient, millimetres; null where it was not measured.</summary>
public sealed record MeasuredSize(Mm? Length, Mm? Mesiodistal, Mm? Faciolingual)
{
    public static readonly MeasuredSize None = new(null, null, null);
}

/// <summary>
/// Lengths by zone. A key is a zone's full name, or a kind such as "functional-cusp" for all cusps of that kind; the full
/// name wins.
/// </summary>
public sealed record ByZone(IReadOnlyDictionary<string, Mm> Entries)
{
    public static readonly ByZone Empty = new(new Dictionary<string, Mm>());

    public Mm? At(Zone zone) =>
        Entries.TryGetValue(zone.Name, out var own) ? own
        : Entries.TryGetValue(Kebab.Of(zone.Kind), out var kind) ? kind
        : null;
}
