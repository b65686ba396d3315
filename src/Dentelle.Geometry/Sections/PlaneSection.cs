using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Sections;

/// <summary>A plane through a point; above is where the normal points.</summary>
/// <param name="Normal">Of any length but zero.</param>
public readonly record struct Plane3(Vec3 Point, Vec3 Normal)
{
    /// <summary>Distance above the plane, negative below.</summary>
    public double HeightOf(Vec3 p) => (p - Point).Dot(Normal) / Normal.Length;
}

/// <summary>A line in which a plane cuts a surface; a closed one does not repeat its first point.</summary>
/// <remarks>Seen against the plane's normal, the body lies to the left: outer lines run counter-clockwise, holes clockwise.</remarks>
public sealed record SectionLine(IReadOnlyList<Vec3> Points, bool IsClosed)
{
    public double Length
    {
        get
        {
            var sum = IsClosed && Points.Count > 1 ? (Points[0] - Points[^1]).Length : 0;
            for (var i = 1; i < Points.Count; i++)
                sum += (Points[i] - Points[i - 1]).Length;
            return sum;
        }
    }
}

/// <summary>Cuts a surface by a plane into ordered lines.</summary>
/// <remarks>
/// A vertex exactly on the plane counts as above it, so that no case is special; lines join at shared edges, never by
/// nearness.
/// </remarks>
public static class PlaneSection
{
    public static IReadOnlyList<SectionLine> Of(Mesh mesh, Plane3 plane)
    {
        var heights = new double[mesh.Positions.Length];
        var normal = plane.Normal.Unit;
        var level = plane.Point.Dot(normal);
        for (var i = 0; i < heights.Length; i++)
            heights[i] = normal.Dot(mesh.Positions[i]) - level;
        return [.. LevelCut.Lines(mesh, heights).Select(line => new SectionLine(line.Points, line.IsClosed))];
    }
}
