using System.Text.Json.Serialization;
using Dentelle.Core.Planning;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Forms;

/// <summary>
/// Shape parameters of the sixteen kinds of tooth, as read from the tooth-forms file. The file explains its keys; this
/// type holds those that flat sections need.
/// </summary>
public sealed record FormTable(FormMeta Meta, FormArch Arch, IReadOnlyDictionary<string, FormParameters> Teeth)
{
    /// <summary>What a tooth's entry need not say.</summary>
    public FormDefaults Defaults => Meta.Defaults;

    private ToothShelf? shelf;
    private Arch? closed;
    private bool isClosed;
    private object? closing;

    /// <summary>Both rows as they close on each other; set up once, which takes a second or two, and kept.</summary>
    public Arch Closed => LazyInitializer.EnsureInitialized(ref closed, ref isClosed, ref closing, () => new Arch(this))!;

    /// <summary>The tooth as a body; made once and kept.</summary>
    public PresentTooth Tooth(ToothCode tooth, CrownSize size, ToothCondition? condition = null) =>
        LazyInitializer.EnsureInitialized(ref shelf, () => new ToothShelf(this)).Get(tooth, size, condition ?? ToothCondition.Sound);

    public FormParameters For(ToothCode tooth) => Teeth[Key(tooth)];

    internal static string Key(ToothCode tooth) => $"{(tooth.Jaw == Jaw.Upper ? 'U' : 'L')}{tooth.Position}";
}

public sealed record FormMeta(FormDefaults Defaults);

/// <summary>How the rows stand; averages. Millimetres and degrees; the file's meta section explains the keys.</summary>
/// <param name="UpperLine">Through the upper edges and facial cusps: points of the right half from the midline back, x to the right, y forward.</param>
/// <param name="LowerFrontLine">Through the lower front edges; farther back the lower cusps follow the upper grooves.</param>
/// <param name="OverbiteMm">How far the lower front edges may stand above the upper ones.</param>
/// <param name="FreeLeanDeg">How far a back tooth may lean while it settles.</param>
public sealed record FormArch(
    string Source,
    double[][] UpperLine,
    double[][] LowerFrontLine,
    double OverbiteMm,
    double FreeLeanDeg,
    IReadOnlyDictionary<string, FormStand> Stands
)
{
    internal FormStand For(ToothCode tooth) => Stands[FormTable.Key(tooth)];
}

/// <param name="TipDeg">Of the long axis, crown to the mesial.</param>
/// <param name="LeanDeg">Of the long axis, crown to the facial.</param>
/// <param name="LevelMm">Height of the facial cusps or the edge over the level of closure.</param>
public sealed record FormStand(double TipDeg, double LeanDeg, double LevelMm);

/// <summary>Values shared by all teeth; the file's meta section explains them.</summary>
public sealed record FormDefaults(
    double P,
    double Q,
    double CervPow,
    double[] RimK,
    double RimA,
    double CapIn,
    double RidgeBlend,
    double Blur,
    double[] Supp,
    double Flare
);

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
);

/// <summary>A ridge or a groove: points, and what its cross-section is like (the file's meta section says how).</summary>
public sealed record FormLine(double[][] Pts, double D = 0, double W = 0, double K = 0, double A = 0, double? End = null, int Nosupp = 0);

public sealed record FormRelief(string Side, double[] At, double P = 2.5, double Ph = 2.5);

/// <summary>Size of one crown, millimetres.</summary>
public sealed record CrownSize(double Length, double Mesiodistal, double MesiodistalAtNeck, double Faciolingual, double FaciolingualAtNeck);

[JsonConverter(typeof(KebabCase<SectionPlane>))]
public enum SectionPlane
{
    Faciolingual,
    Mesiodistal,
}
