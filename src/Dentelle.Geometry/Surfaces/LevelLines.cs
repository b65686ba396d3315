using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Sections;

namespace Dentelle.Geometry.Surfaces;

/// <summary>Lines on a surface along which a value is the same.</summary>
public static class LevelLines
{
    /// <param name="mesh">Any surface.</param>
    /// <param name="values">One for each vertex; between them the value changes evenly along an edge.</param>
    /// <param name="level">A vertex exactly on it counts as above.</param>
    /// <returns>Ordered lines; what is above the level lies to their left, seen from outside.</returns>
    public static IReadOnlyList<EdgeLine> Of(Mesh mesh, IReadOnlyList<double> values, double level) =>
        LevelCut.Lines(mesh, [.. values.Select(value => value - level)]);
}
