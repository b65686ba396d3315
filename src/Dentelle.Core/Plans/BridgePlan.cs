using Dentelle.Geometry;

namespace Dentelle.Core.Plans;

/// <summary>What holds the units of a bridge together. Lengths in millimetres, angles in degrees.</summary>
/// <param name="Teeth">All of them, in the order of the arch.</param>
/// <param name="Path">Direction of draw out of the tooth, length 1, in the frame of an upright tooth of the bridge: x
/// toward the last of its teeth, y facial, z to the bite.</param>
/// <param name="Abutments">How each abutment stands to the path.</param>
/// <param name="Connectors">Between neighbours.</param>
public sealed record BridgePlan(
    IReadOnlyList<ToothCode> Teeth,
    Vec3 Path,
    IReadOnlyList<AbutmentPlan> Abutments,
    IReadOnlyList<Connector> Connectors,
    RootSurface RootSurface,
    Bending Bending
)
{
    public IReadOnlyList<Caution> Cautions { get; init; } = [];
}

/// <param name="TiltDeg">The tooth's axis against upright, positive toward the last tooth of the bridge.</param>
/// <param name="FromPathDeg">Its axis against the path.</param>
/// <param name="FirstWallDeg">Inclination of the wall on the side of the first tooth against the tooth's own axis; negative
/// leans out.</param>
/// <param name="LastWallDeg">Likewise on the other side.</param>
/// <param name="Path">The common path in the tooth's own frame: x mesial, y facial, z along its axis.</param>
/// <param name="Toc">Both walls against each other: the path's own, whatever the tilt.</param>
public sealed record AbutmentPlan(
    ToothCode Tooth,
    double TiltDeg,
    double FromPathDeg,
    double FirstWallDeg,
    double LastWallDeg,
    double Toc,
    Vec3 Path
)
{
    /// <summary>The axis across the arch, positive to the facial.</summary>
    public double FacialTiltDeg { get; init; }

    /// <summary>Inclination of the facial wall against the tooth's own axis; negative leans out.</summary>
    public required double FacialWallDeg { get; init; }

    public required double LingualWallDeg { get; init; }
}

/// <param name="LeastMm2">Section it needs at least.</param>
public sealed record Connector(ToothCode First, ToothCode Last, Reasoned<double> LeastMm2);

/// <summary>Root surface of abutments against that of the teeth they replace, mm²: a rule of thumb.</summary>
public sealed record RootSurface(double Abutments, double Missing, string Source, Standing Standing)
{
    public bool Holds => Abutments >= Missing;
}

/// <param name="LongestSpan">Pontics in a row.</param>
/// <param name="Times">How often more it bends than over one missing tooth, at the same height of the connector.</param>
/// <param name="HeightTimes">By how much a connector would have to be higher to bend no more than that.</param>
public sealed record Bending(int LongestSpan, double Times, double HeightTimes);
