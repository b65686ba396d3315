using System.Numerics;

namespace Dentelle.Geometry.Meshes;

/// <summary>Finer triangles where they are asked for.</summary>
public static class Refinement
{
    /// <summary>
    /// Halves the edges that pass; triangles are split along them, so that a closed surface stays closed. Vertices keep
    /// their numbers, new ones follow.
    /// </summary>
    /// <param name="mesh">What is refined.</param>
    /// <param name="splits">Whether an edge, by the numbers of its vertices (the smaller first), is halved; asked by each
    /// triangle that has it.</param>
    /// <param name="place">Where its middle goes, by the same numbers; asked once.</param>
    public static Mesh Split(Mesh mesh, Func<int, int, bool> splits, Func<int, int, Vec3> place)
    {
        // Few edges are halved: only those are looked up again.
        var middles = new Dictionary<(int, int), int>();
        var positions = new List<Vector3>(mesh.Positions.Length + (mesh.Positions.Length / 16));
        positions.AddRange(mesh.Positions);
        var corners = new List<int>(mesh.Corners.Length + (mesh.Corners.Length / 16));
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            var (a, b, c) = (mesh.Corners[3 * i], mesh.Corners[(3 * i) + 1], mesh.Corners[(3 * i) + 2]);
            var (ab, bc, ca) = (Middle(a, b), Middle(b, c), Middle(c, a));
            var halved = (ab >= 0 ? 1 : 0) + (bc >= 0 ? 1 : 0) + (ca >= 0 ? 1 : 0);
            // The corner between the two halved edges, or after the only one, comes first.
            if (halved == 1)
                Single(
                    ab >= 0 ? (c, a, b, ab)
                    : bc >= 0 ? (a, b, c, bc)
                    : (b, c, a, ca)
                );
            else if (halved == 2)
                Double(
                    ab < 0 ? (c, a, b, ca, bc)
                    : bc < 0 ? (a, b, c, ab, ca)
                    : (b, c, a, bc, ab)
                );
            else if (halved == 3)
                corners.AddRange([a, ab, ca, ab, b, bc, ca, bc, c, ab, bc, ca]);
            else
                corners.AddRange([a, b, c]);
        }
        return new Mesh([.. positions], [.. corners]);

        void Single((int Tip, int A, int B, int Middle) t) => corners.AddRange([t.Tip, t.A, t.Middle, t.Tip, t.Middle, t.B]);

        void Double((int Tip, int A, int B, int ToA, int ToB) t) =>
            corners.AddRange([t.Tip, t.ToA, t.ToB, t.ToA, t.A, t.B, t.ToA, t.B, t.ToB]);

        // −1 where an edge stays whole.
        int Middle(int a, int b)
        {
            var (low, high) = a < b ? (a, b) : (b, a);
            if (!splits(low, high))
                return -1;
            if (middles.TryGetValue((low, high), out var known))
                return known;
            positions.Add((Vector3)place(low, high));
            return middles[(low, high)] = positions.Count - 1;
        }
    }
}
