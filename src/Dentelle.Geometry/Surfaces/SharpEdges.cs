using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Surfaces;

/// <summary>Where a surface has an edge of its own rather than one between two triangles of a round.</summary>
public static class SharpEdges
{
    /// <summary>Of each vertex whether an edge there turns by more than an angle.</summary>
    public static bool[] Vertices(Mesh mesh, double degrees)
    {
        var cosine = Math.Cos(double.DegreesToRadians(degrees));
        var facets = new Vec3[mesh.TriangleCount];
        for (var i = 0; i < facets.Length; i++)
            facets[i] = mesh.AreaVector(i) is { LengthSquared: > 0 } area ? area.Unit : default;
        var sharp = new bool[mesh.Positions.Length];
        var corners = mesh.Corners;
        for (var i = 0; i < corners.Length; i++)
        {
            var other = mesh.Topology.Across(i / 3, i % 3);
            if (other < 0 || other < i / 3 || facets[other] == default || facets[i / 3] == default)
                continue;
            if (facets[i / 3].Dot(facets[other]) < cosine)
                sharp[corners[i]] = sharp[corners[i - (i % 3) + ((i + 1) % 3)]] = true;
        }
        return sharp;
    }
}
