namespace Dentelle.Core.Plans;

/// <summary>A groove or box in the middle of a wall, parallel to the path. Lengths in millimetres.</summary>
/// <param name="Depth">From the wall half-way up to the back.</param>
/// <param name="Width">At the back; the sides open outwards.</param>
/// <param name="AboveMargin">Where it ends.</param>
public sealed record RetentiveFeature(FeatureKind Kind, WallSide Side, Reasoned<Mm> Depth, Reasoned<Mm> Width, Reasoned<Mm> AboveMargin)
{
    /// <summary>
    /// Whether it stands in the way when the crown tips in this plane: a groove in a proximal wall stops it from going over
    /// to a side.
    /// </summary>
    public bool Resists(string plane) => plane == "faciolingual" == Side is WallSide.Mesial or WallSide.Distal;
}
