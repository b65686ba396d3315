using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>What a user has put right of one tooth.</summary>
/// <param name="Moves">Places of the finish line.</param>
/// <param name="TipMesial">Degrees by which the bite's direction was tipped to the mesial.</param>
/// <param name="TipFacial">To the facial.</param>
/// <param name="Turn">Round the bite's direction, from mesial toward facial.</param>
public sealed record ToothCorrection(IReadOnlyList<LineMove> Moves, double TipMesial = 0, double TipFacial = 0, double Turn = 0)
{
    /// <summary>A hand turns no frame farther: then the wrong tooth was found.</summary>
    public const double MostDegrees = 30;

    public static readonly ToothCorrection None = new([]);

    /// <summary>The frame as it was put right, turned about the middle of the neck.</summary>
    internal ToothFrame Applied(ToothFrame frame)
    {
        if ((TipMesial, TipFacial, Turn) == (0, 0, 0))
            return frame;
        var turned = Rigid.Turned(Vec3.UnitZ, Turn).Then(Rigid.Turned(Vec3.UnitX, -TipFacial)).Then(Rigid.Turned(Vec3.UnitY, TipMesial));
        return frame with { ToOwn = frame.ToOwn.Then(turned.Inverse) };
    }
}
