using System.Text.Json.Serialization;

namespace Dentelle.Core.Burs;

[JsonConverter(typeof(KebabCase<BurUse>))]
public enum BurUse
{
    Through,
    Trace,
    Guide,
    Bulk,
    Wall,
    Fossa,
    Margin,
    Fine,
    Round,
}

/// <summary>What a kind of step wants of a bur, whichever tooth.</summary>
public sealed record BurRole
{
    public required BurUse Use { get; init; }

    /// <summary>Shapes, best first; none where the finish line decides.</summary>
    public required IReadOnlyList<BurFamily> Families { get; init; }

    /// <summary>Grits, best first.</summary>
    public required IReadOnlyList<Grit> Grits { get; init; }

    public BurMaterial? Material { get; init; }

    public string? Shank { get; init; }

    public double? LeastDiameterMm { get; init; }

    /// <summary>Shapes for canines, whose lingual side has no hollow.</summary>
    public IReadOnlyList<BurFamily>? UnlessCanine { get; init; }

    /// <summary>What else does it, where no bur is meant.</summary>
    public string? Tool { get; init; }
}

/// <summary>What one step on one tooth wants of a bur. Lengths in millimetres.</summary>
/// <param name="Depth">How deep it is sunk; null where no depth is meant.</param>
/// <param name="WallDeg">Inclination of the wall to the path.</param>
/// <param name="Reduction">What is cut at the contact, for a bur that goes through it.</param>
public sealed record BurNeed(
    BurRole Role,
    IReadOnlyList<BurFamily> Families,
    Mm? Depth,
    double? WallDeg = null,
    Mm? Reduction = null,
    double ContactFromTip = 0,
    Mm Shell = default
);
