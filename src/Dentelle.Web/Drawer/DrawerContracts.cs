using System.Text.Json.Serialization;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Web.Figures;

namespace Dentelle.Web.Drawer;

/// <summary>The practice's burs.</summary>
/// <param name="Shortages">What runs out with the planned cases.</param>
/// <param name="Missing">What planned cases want and the drawer does not have.</param>
/// <param name="Counting">How many visits are still being reckoned: what they want of the burs comes after.</param>
public sealed record DrawerView(
    IReadOnlyList<DrawerBurView> Burs,
    IReadOnlyList<string> Shortages,
    IReadOnlyList<MissingView> Missing,
    string Remark,
    int Counting
);

public sealed record DrawerBurView
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required BurFamily Family { get; init; }

    public required string FamilyWords { get; init; }

    public required Grit Grit { get; init; }

    public required BurMaterial Material { get; init; }

    public required double TipMm { get; init; }

    public required double LargestMm { get; init; }

    public required double LengthMm { get; init; }

    /// <summary>ISO 6360 number in its groups; absent where the number of its shape is not known.</summary>
    public string? Code { get; init; }

    public required BurShapeView Shape { get; init; }

    public required IReadOnlyList<BurSum> Sums { get; init; }

    public required int Pieces { get; init; }

    /// <summary>Preparations cut with the piece in use.</summary>
    public required int Uses { get; init; }

    /// <summary>How many of them on plastic.</summary>
    public required int UsesOnPlastic { get; init; }

    public int? UsesMost { get; init; }

    /// <summary>Share of its life used up; absent when nothing is known of how long it lasts.</summary>
    public double? Spent { get; init; }

    /// <summary>Preparations all pieces are still good for.</summary>
    public int? Left { get; init; }

    public required int Sterilised { get; init; }

    public required bool Worn { get; init; }

    public string? Warning { get; init; }

    public required IReadOnlyList<string> Cases { get; init; }
}

public sealed record MissingView(string Wanted, string Instead, IReadOnlyList<string> Cases);

public sealed record AddBurEntry
{
    /// <summary>ISO 6360 number.</summary>
    public required string Code { get; init; }

    /// <summary>Diameter at the tip, which the number does not tell; a ball needs none.</summary>
    public double? TipMm { get; init; }

    /// <summary>Length of the working part, which the number does not tell either.</summary>
    public double? LengthMm { get; init; }

    public int? Pieces { get; init; }
}

[JsonConverter(typeof(KebabCase<BurChange>))]
public enum BurChange
{
    /// <summary>A preparation on a tooth, wet.</summary>
    UsedOnTooth,

    /// <summary>A preparation on plastic, dry.</summary>
    UsedOnPlastic,

    /// <summary>A preparation on plastic, under water.</summary>
    UsedOnWetPlastic,
    Sterilised,
    Worn,

    /// <summary>Not worn after all.</summary>
    NotWorn,

    /// <summary>The piece in use is thrown away and a new one taken.</summary>
    NewPiece,
    OneMore,
    OneLess,

    /// <summary>Takes back what was changed by hand last.</summary>
    Undo,

    /// <summary>Another limit of the house: so many preparations.</summary>
    Limit,
}

public sealed record BurChangeEntry
{
    public required BurChange What { get; init; }

    /// <summary>The new limit; with <see cref="BurChange.Limit"/> only.</summary>
    public int? UsesMost { get; init; }
}
