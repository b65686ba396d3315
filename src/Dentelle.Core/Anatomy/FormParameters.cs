using System.Text.Json.Serialization;
using Dentelle.Geometry.Grids;

namespace Dentelle.Core.Anatomy;

public sealed record FormParameters
{
    public required string Family { get; init; }

    public required string SizeSource { get; init; }

    /// <summary>Millimetres: crown length, mesiodistal, mesiodistal at the neck, faciolingual, faciolingual at the neck.</summary>
    public required double[] Dims { get; init; }

    /// <summary>Crown centre relative to neck centre, millimetres.</summary>
    public required double[] Offset { get; init; }

    /// <summary>Rise of the cervical line on each side, millimetres.</summary>
    public required FormSides Cerv { get; init; }

    /// <summary>Height of contour on each side, share of the crown length.</summary>
    public FormSides? Hoc { get; init; }

    public double[][]? Outline { get; init; }

    public double[][]? Rim { get; init; }

    public FormLine[]? Ridges { get; init; }

    public FormLine[]? Grooves { get; init; }

    public IReadOnlyDictionary<string, double[]>? Cusps { get; init; }

    public double? NeckN { get; init; }

    [JsonPropertyName("M")]
    public double[][]? MesialWidth { get; init; }

    [JsonPropertyName("D")]
    public double[][]? DistalWidth { get; init; }

    public double[][]? Edge { get; init; }

    [JsonPropertyName("F")]
    public double[][]? FacialProfile { get; init; }

    [JsonPropertyName("Lg")]
    public double[][]? LingualProfile { get; init; }

    [JsonPropertyName("nF")]
    public double[][]? FacialPower { get; init; }

    [JsonPropertyName("nL")]
    public double[][]? LingualPower { get; init; }

    public FormRelief[]? Relief { get; init; }

    public double[]? Pole { get; init; }

    public FormSides? P { get; init; }

    public double? Q { get; init; }

    public double? Floor { get; init; }

    public double[][]? Dents { get; init; }

    public double[][]? Pits { get; init; }

    public double? NeckTaper { get; init; }

    public double[]? RimK { get; init; }

    public double? RimA { get; init; }

    public double? CapIn { get; init; }

    public double[]? Supp { get; init; }

    public double? Blend { get; init; }

    public double[][]? Mid { get; init; }

    public double? EdgeY { get; init; }

    public double? EdgeTilt { get; init; }

    public double? Twist { get; init; }

    /// <summary>Average crown size, or this patient's where it was measured; the neck keeps its share of the width.</summary>
    public CrownSize SizeFor(MeasuredSize measured)
    {
        var mesiodistal = measured.Mesiodistal?.Value ?? Dims[1];
        var faciolingual = measured.Faciolingual?.Value ?? Dims[3];
        return new(
            measured.Length?.Value ?? Dims[0],
            mesiodistal,
            Dims[2] * mesiodistal / Dims[1],
            faciolingual,
            Dims[4] * faciolingual / Dims[3]
        );
    }
}

public sealed record FormSides(
    [property: JsonPropertyName("M")] double M,
    [property: JsonPropertyName("F")] double F,
    [property: JsonPropertyName("D")] double D,
    [property: JsonPropertyName("L")] double L
)
{
    /// <summary>Smoothly between the sides: mesial at 0, facial at a quarter turn, distal, lingual.</summary>
    public double At(double angle) => AngleTable.Between((M, F, D, L), angle);
}

/// <summary>A ridge or a groove: points, and what its cross-section is like (the file's meta section says how).</summary>
public sealed record FormLine(double[][] Pts, double D = 0, double W = 0, double K = 0, double A = 0, double? End = null, int Nosupp = 0);

public sealed record FormRelief(string Side, double[] At, double P = 2.5, double Ph = 2.5);
