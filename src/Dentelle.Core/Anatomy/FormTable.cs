namespace Dentelle.Core.Anatomy;

/// <summary>
/// Shape parameters of the sixteen kinds of tooth, as read from the tooth-forms file. The file explains its keys; this
/// type holds those that flat sections need.
/// </summary>
public sealed record FormTable(FormMeta Meta, FormArch Arch, IReadOnlyDictionary<string, FormParameters> Teeth)
{
    /// <summary>What a tooth's entry need not say.</summary>
    public FormDefaults Defaults => Meta.Defaults;

    public FormParameters For(ToothCode tooth) => Teeth[Key(tooth)];

    internal static string Key(ToothCode tooth) => $"{(tooth.Jaw == Jaw.Upper ? 'U' : 'L')}{tooth.Position}";
}

public sealed record FormMeta(FormDefaults Defaults);

/// <summary>How the rows stand; averages. Millimetres and degrees; the file's meta section explains the keys.</summary>
/// <param name="UpperLine">Through the upper edges and facial cusps: points of the right half from the midline back, x to
/// the right, y forward.</param>
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
public sealed record FormDefaults
{
    public required double P { get; init; }

    public required double Q { get; init; }

    public required double CervPow { get; init; }

    public required double[] RimK { get; init; }

    public required double RimA { get; init; }

    public required double CapIn { get; init; }

    public required double RidgeBlend { get; init; }

    public required double Blur { get; init; }

    public required double[] Supp { get; init; }

    public required double Flare { get; init; }
}
