using System.Text.Json.Serialization;
using Dentelle.Geometry.Grids;

namespace Dentelle.Core.Anatomy;

/// <param name="Dims">Millimetres: crown length, mesiodistal, mesiodistal at the neck, faciolingual, faciolingual at the neck.</param>
/// <param name="Offset">Crown centre relative to neck centre, millimetres.</param>
/// <param name="Cerv">Rise of the cervical line on each side, millimetres.</param>
/// <param name="Hoc">Height of contour on each side, share of the crown length.</param>
public sealed record FormParameters(
    string Family,
    string SizeSource,
    double[] Dims,
    double[] Offset,
    FormSides Cerv,
    FormSides? Hoc,
    double[][]? Outline,
    double[][]? Rim,
    FormLine[]? Ridges,
    FormLine[]? Grooves,
    IReadOnlyDictionary<string, double[]>? Cusps,
    double? NeckN,
    [property: JsonPropertyName("M")] double[][]? MesialWidth,
    [property: JsonPropertyName("D")] double[][]? DistalWidth,
    double[][]? Edge,
    [property: JsonPropertyName("F")] double[][]? FacialProfile,
    [property: JsonPropertyName("Lg")] double[][]? LingualProfile,
    [property: JsonPropertyName("nF")] double[][]? FacialPower,
    [property: JsonPropertyName("nL")] double[][]? LingualPower,
    FormRelief[]? Relief,
    double[]? Pole,
    FormSides? P,
    double? Q,
    double? Floor,
    double[][]? Dents,
    double[][]? Pits,
    double? NeckTaper,
    double[]? RimK,
    double? RimA,
    double? CapIn,
    double[]? Supp,
    double? Blend,
    double[][]? Mid,
    double? EdgeY,
    double? EdgeTilt,
    double? Twist
)
{
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
