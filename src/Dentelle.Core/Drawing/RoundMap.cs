using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Drawing;

/// <summary>How far one prepared surface departs from another, at each of its vertices: what a map is coloured by.</summary>
public static class RoundMap
{
    /// <summary>Where the surface lies outside the other one: less is cut, it is short. Negative where more is cut.</summary>
    public const string Name = "_DEVIATION";

    /// <summary>Unevened, a map's level lines are as ragged as its triangles.</summary>
    private const int Passes = 4;

    /// <summary>A figure with its prepared body compared with that of another figure of the same tooth.</summary>
    public static RoundFigure Against(this RoundFigure figure, RoundFigure other, CancellationToken cancel = default)
    {
        if (other.Bodies.FirstOrDefault(body => body.Name == "prepared") is not { } planned)
            return figure;
        var tree = new MeshTree(planned.Surface);
        return figure with { Bodies = [.. figure.Bodies.Select(body => body.Name == "prepared" ? Compared(body) : body)] };

        RoundBody Compared(RoundBody body) => body with { Values = [.. body.Values, new(Name, Of(body.Surface, tree, cancel))] };
    }

    public static float[] Of(Mesh surface, MeshTree other, CancellationToken cancel = default)
    {
        return Evened(surface, other.SignedDistances(surface.Positions.ToArray(), cancel: cancel));
    }

    /// <summary>Deviations of a surface's vertices as a map draws them; they are evened in place.</summary>
    internal static float[] Evened(Mesh surface, double[] deviations)
    {
        SurfaceValues.Even(surface, deviations, Passes);
        return Array.ConvertAll(deviations, value => (float)value);
    }
}
