namespace Dentelle.Geometry.Meshing;

/// <summary>How finely a body is meshed.</summary>
/// <param name="Disc">Squares along a side of the patch round the pole; four times as many columns go round the sides.</param>
/// <param name="Side">Rings from the lower line up to that patch.</param>
/// <param name="Below">Rings below the lower line.</param>
/// <param name="Refinements">How often a tooth's edges that bridge a groove or crest are halved.</param>
public sealed record Fineness(int Disc, int Side, int Below, int Refinements = 0)
{
    /// <summary>About 98,000 triangles for a tooth.</summary>
    public static readonly Fineness Full = new(96, 80, 22, 2);

    /// <summary>About 26,000.</summary>
    public static readonly Fineness Preview = new(48, 44, 11);

    public int Columns => 4 * Disc;
}
