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
/// <param name="Families">Shapes, best first; none where the finish line decides.</param>
/// <param name="Grits">Grits, best first.</param>
/// <param name="UnlessCanine">Shapes for canines, whose lingual side has no hollow.</param>
/// <param name="Tool">What else does it, where no bur is meant.</param>
public sealed record BurRole(
    BurUse Use,
    IReadOnlyList<BurFamily> Families,
    IReadOnlyList<Grit> Grits,
    BurMaterial? Material = null,
    string? Shank = null,
    double? LeastDiameterMm = null,
    IReadOnlyList<BurFamily>? UnlessCanine = null,
    string? Tool = null
);

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
