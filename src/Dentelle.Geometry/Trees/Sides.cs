using System.Numerics;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Trees;

/// <summary>On which side of a surface a point lies, told by the normals round the place nearest to it.</summary>
/// <remarks>
/// The nearest place may be an edge or a corner; then the normals of all triangles there count, each by its angle (Bærentzen and Aanæs,
/// IEEE Trans. Vis. Comput. Graph. 2005;11:243). Where they contradict each other (folded triangles) or the surface is open there, they
/// prove nothing, and the answer is "unsure".
/// </remarks>
internal sealed class Sides
{
    /// <summary>Cosine between a triangle's normal and the normal round it below which the place counts as folded.</summary>
    private const float Folded = -0.1f;

    private readonly Mesh mesh;
    private readonly VertexRing ring;
    private readonly bool[] folded;

    public Sides(Mesh mesh)
    {
        this.mesh = mesh;
        ring = mesh.Ring;
        folded = FindFolded(mesh);
    }

    /// <summary>+1 outside, −1 inside, 0 unsure.</summary>
    public int Of(Vec3 p, int triangle, Vec3 place, TriangleFeature feature)
    {
        if (folded[triangle])
            return 0;
        var corner = 3 * triangle;
        var normal = feature switch
        {
            TriangleFeature.Face => mesh.AreaVector(triangle),
            TriangleFeature.EdgeAB => AtEdge(triangle, mesh.Corners[corner], mesh.Corners[corner + 1]),
            TriangleFeature.EdgeBC => AtEdge(triangle, mesh.Corners[corner + 1], mesh.Corners[corner + 2]),
            TriangleFeature.EdgeCA => AtEdge(triangle, mesh.Corners[corner + 2], mesh.Corners[corner]),
            _ => AtCorner(mesh.Corners[corner + (int)feature - (int)TriangleFeature.CornerA]),
        };
        return Math.Sign((p - place).Dot(normal));
    }

    /// <summary>Sum of the two unit normals at an edge; zero unless there are exactly two triangles, turning alike.</summary>
    private Vec3 AtEdge(int triangle, int from, int to)
    {
        var (found, sum) = (0, mesh.AreaVector(triangle).Unit);
        foreach (var other in ring.Around(from))
        {
            if (other == triangle)
                continue;
            for (var k = 0; k < 3; k++)
            {
                var (a, b) = (mesh.Corners[(3 * other) + k], mesh.Corners[(3 * other) + ((k + 1) % 3)]);
                if (a == from && b == to)
                    return default;
                if (a != to || b != from)
                    continue;
                if (folded[other])
                    return default;
                found++;
                sum += mesh.AreaVector(other).Unit;
            }
        }
        return found == 1 ? sum : default;
    }

    /// <summary>Sum of the unit normals round a corner, each by its angle; zero where the fan is not closed or is folded.</summary>
    private Vec3 AtCorner(int vertex)
    {
        var (sum, balance) = (default(Vec3), 0L);
        foreach (var triangle in ring.Around(vertex))
        {
            if (folded[triangle])
                return default;
            var at = 3 * triangle;
            var k =
                mesh.Corners[at] == vertex ? 0
                : mesh.Corners[at + 1] == vertex ? 1
                : 2;
            int next = mesh.Corners[at + ((k + 1) % 3)],
                last = mesh.Corners[at + ((k + 2) % 3)];
            Vec3 here = mesh.Positions[vertex],
                out1 = mesh.Positions[next] - here,
                out2 = mesh.Positions[last] - here;
            sum += mesh.AreaVector(triangle).Unit * Math.Atan2(out1.Cross(out2).Length, out1.Dot(out2));
            // In a closed fan every neighbour is once the next and once the last.
            balance += Scattered(next) - Scattered(last);
        }
        return balance == 0 ? sum : default;
    }

    private static long Scattered(int number) => (long)((ulong)(number + 1) * 0x9E3779B97F4A7C15UL >> 8);

    private static bool[] FindFolded(Mesh mesh)
    {
        var found = new bool[mesh.TriangleCount];
        var normals = mesh.Normals;
        var positions = mesh.Positions;
        var corners = mesh.Corners;
        for (var i = 0; i < found.Length; i++)
        {
            int a = corners[3 * i],
                b = corners[(3 * i) + 1],
                c = corners[(3 * i) + 2];
            var vector = Vector3.Cross(positions[b] - positions[a], positions[c] - positions[a]);
            var limit = Folded * vector.Length();
            found[i] =
                Vector3.Dot(vector, normals[a]) < limit
                || Vector3.Dot(vector, normals[b]) < limit
                || Vector3.Dot(vector, normals[c]) < limit;
        }
        return found;
    }
}
