using Dentelle.Core.Protocols;

namespace Dentelle.Core.Plans;

/// <summary>The inside of an inlay or onlay. Lengths in millimetres, angles in degrees.</summary>
public sealed record Cavity
{
    /// <summary>Width at the narrowest; null where it is a share of a distance that nobody knows.</summary>
    public Reasoned<MmRange>? Isthmus { get; init; }

    /// <summary>The same as a share of the distance between the cusp tips; null where it is a plain width.</summary>
    public Limits? IsthmusShare { get; init; }

    /// <summary>From the imagined bottom of the groove to the pulpal floor.</summary>
    public required Reasoned<MmRange> Depth { get; init; }

    /// <summary>Boxes, mesial first.</summary>
    public required IReadOnlyList<BoxPlan> BoxPlans { get; init; }

    /// <summary>Of each wall to the path: walls open outwards.</summary>
    public required Limits Divergence { get; init; }

    public required double CavosurfaceDeg { get; init; }

    /// <summary>Width of the bevel; null where the material wants none.</summary>
    public Limits? Bevel { get; init; }

    /// <summary>Its angle to the surface.</summary>
    public Limits? BevelDeg { get; init; }

    /// <summary>Every cusp, covered or not, with what decides it.</summary>
    public required IReadOnlyList<CuspChoice> Cusps { get; init; }

    public Reasoned<Mm>? FunctionalShoulder { get; init; }

    public IEnumerable<ProximalSide> Boxes => BoxPlans.Select(box => box.Side);

    public IEnumerable<Cusp> Covered => Cusps.Where(choice => choice.Covered).Select(choice => choice.Cusp);
}

/// <param name="Axial">Depth from the present surface to the axial wall.</param>
/// <param name="GingivalFloor">Width of the floor, from the axial wall to its outer edge.</param>
/// <param name="NeighbourGap">Free of the neighbour by this.</param>
/// <param name="Widened">By how much more it is opened to facial and lingual together, where a gap is to be closed.</param>
/// <param name="Width">At the floor, from its facial to its lingual wall; null where the isthmus is not known.</param>
public sealed record BoxPlan(
    ProximalSide Side,
    Reasoned<MmRange> Axial,
    Mm GingivalFloor,
    Mm NeighbourGap,
    Reasoned<Mm> Widened,
    Mm? Width
);

/// <summary>Whether a cusp is covered, and why.</summary>
public sealed record CuspChoice(Cusp Cusp, bool Covered, IReadOnlyList<Reason> Reasons);
