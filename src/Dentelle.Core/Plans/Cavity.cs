using Dentelle.Core.Protocols;

namespace Dentelle.Core.Plans;

/// <summary>The inside of an inlay or onlay. Lengths in millimetres, angles in degrees.</summary>
/// <param name="Isthmus">Width at the narrowest; null where it is a share of a distance that nobody knows.</param>
/// <param name="IsthmusShare">The same as a share of the distance between the cusp tips; null where it is a plain width.</param>
/// <param name="Depth">From the imagined bottom of the groove to the pulpal floor.</param>
/// <param name="BoxPlans">Boxes, mesial first.</param>
/// <param name="Divergence">Of each wall to the path: walls open outwards.</param>
/// <param name="Cusps">Every cusp, covered or not, with what decides it.</param>
/// <param name="Bevel">Width of the bevel; null where the material wants none.</param>
/// <param name="BevelDeg">Its angle to the surface.</param>
public sealed record Cavity(
    Reasoned<MmRange>? Isthmus,
    Limits? IsthmusShare,
    Reasoned<MmRange> Depth,
    IReadOnlyList<BoxPlan> BoxPlans,
    Limits Divergence,
    double CavosurfaceDeg,
    Limits? Bevel,
    Limits? BevelDeg,
    IReadOnlyList<CuspChoice> Cusps,
    Reasoned<Mm>? FunctionalShoulder
)
{
    public IEnumerable<ProximalSide> Boxes => BoxPlans.Select(box => box.Side);

    public IEnumerable<Cusp> Covered => Cusps.Where(choice => choice.Covered).Select(choice => choice.Cusp);
}

/// <param name="Axial">Depth from the present surface to the axial wall.</param>
/// <param name="GingivalFloor">Width of the floor, from the axial wall to its outer edge.</param>
/// <param name="NeighbourGap">Free of the neighbour by this.</param>
/// <param name="Widened">By how much more it is opened to facial and lingual together, where a gap is to be closed.</param>
public sealed record BoxPlan(ProximalSide Side, Reasoned<MmRange> Axial, Mm GingivalFloor, Mm NeighbourGap, Reasoned<Mm> Widened);

/// <summary>Whether a cusp is covered, and why.</summary>
public sealed record CuspChoice(Cusp Cusp, bool Covered, IReadOnlyList<Reason> Reasons);
