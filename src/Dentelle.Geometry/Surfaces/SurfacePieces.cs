using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Surfaces;

/// <summary>A small piece of a facet.</summary>
/// <param name="Facet">The triangle it was cut from.</param>
/// <param name="Area">Its normal times its area.</param>
public readonly record struct SurfacePiece(int Facet, Vec3 A, Vec3 B, Vec3 C, Vec3 Area)
{
    public Vec3 Middle => (A + B + C) / 3;
}

/// <summary>Cuts large facets into pieces, so that what is asked once a piece is asked everywhere.</summary>
public static class SurfacePieces
{
    /// <param name="mesh">Any surface.</param>
    /// <param name="longest">No edge of a piece is longer than this.</param>
    public static IEnumerable<SurfacePiece> Of(Mesh mesh, double longest)
    {
        var waiting = new Stack<(Vec3 A, Vec3 B, Vec3 C)>();
        for (var facet = 0; facet < mesh.TriangleCount; facet++)
        {
            if (mesh.AreaVector(facet) == default)
                continue;
            waiting.Push(mesh.Triangle(facet));
            while (waiting.TryPop(out var piece))
            {
                var (a, b, c) = piece;
                var (ab, bc, ca) = ((b - a).Length, (c - b).Length, (a - c).Length);
                if (Math.Max(ab, Math.Max(bc, ca)) <= longest)
                    yield return new SurfacePiece(facet, a, b, c, (b - a).Cross(c - a) / 2);
                else if (ab >= bc && ab >= ca)
                    Halve(waiting, a, b, c);
                else if (bc >= ca)
                    Halve(waiting, b, c, a);
                else
                    Halve(waiting, c, a, b);
            }
        }
    }

    /// <summary>Across the longest edge: slivers fall into few short pieces instead of many thin ones.</summary>
    private static void Halve(Stack<(Vec3 A, Vec3 B, Vec3 C)> waiting, Vec3 a, Vec3 b, Vec3 c)
    {
        var middle = (a + b) / 2;
        waiting.Push((middle, b, c));
        waiting.Push((a, middle, c));
    }
}
