using System.Text.Json.Serialization;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Web.Figures;

namespace Dentelle.Web.Drawer;

/// <summary>The practice's burs.</summary>
/// <param name="Shortages">What runs out with the planned cases.</param>
/// <param name="Missing">What planned cases want and the drawer does not have.</param>
public sealed record DrawerView(
    IReadOnlyList<DrawerBurView> Burs,
    IReadOnlyList<string> Shortages,
    IReadOnlyList<MissingView> Missing,
    string Remark
);

/// <param name="Code">ISO 6360 number in its groups; absent where the number of its shape is not known.</param>
/// <param name="Uses">Preparations cut with the piece in use.</param>
/// <param name="UsesOnPlastic">How many of them on plastic.</param>
/// <param name="Spent">Share of its life used up; absent when nothing is known of how long it lasts.</param>
/// <param name="Left">Preparations all pieces are still good for.</param>
public sealed record DrawerBurView(
    string Id,
    string Name,
    BurFamily Family,
    string FamilyWords,
    Grit Grit,
    BurMaterial Material,
    double TipMm,
    double LargestMm,
    double LengthMm,
    string? Code,
    BurShapeView Shape,
    IReadOnlyList<BurSum> Sums,
    int Pieces,
    int Uses,
    int UsesOnPlastic,
    int? UsesMost,
    double? Spent,
    int? Left,
    int Sterilised,
    bool Worn,
    string? Warning,
    IReadOnlyList<string> Cases
);

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

    /// <summary>Another limit of the house: so many preparations.</summary>
    Limit,
}

public sealed record BurChangeEntry
{
    public required BurChange What { get; init; }

    /// <summary>The new limit; with <see cref="BurChange.Limit"/> only.</summary>
    public int? UsesMost { get; init; }
}
