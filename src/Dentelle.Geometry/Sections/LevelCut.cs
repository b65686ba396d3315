using System.Runtime.InteropServices;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Sections;

/// <summary>A line on a surface through its edges; a closed one does not repeat its first point.</summary>
/// <param name="Edges">Of each point the two vertices it lies between, and the share of the way from the first.</param>
public sealed record EdgeLine(IReadOnlyList<Vec3> Points, IReadOnlyList<(int A, int B, double Share)> Edges, bool IsClosed)
{
    /// <summary>A value of the vertices at a point of the line.</summary>
    public double At(int point, IReadOnlyList<double> values) =>
        Edges[point] is var (a, b, share) ? values[a] + ((values[b] - values[a]) * share) : 0;

    /// <summary>A direction of the vertices at a point of the line; its length is not 1.</summary>
    public Vec3 At(int point, ReadOnlySpan<System.Numerics.Vector3> directions) =>
        Edges[point] is var (a, b, share) ? Vec3.Mix(directions[a], directions[b], share) : default;
}

/// <summary>Ordered lines along which a value at a surface's vertices passes through nothing.</summary>
internal static class LevelCut
{
    /// <param name="mesh">Any surface.</param>
    /// <param name="heights">One for each vertex; nothing counts as above.</param>
    public static IReadOnlyList<EdgeLine> Lines(Mesh mesh, double[] heights) => Joined(mesh, heights, Pieces(mesh, heights));

    /// <summary>
    /// One piece per triangle that has corners on both sides: from the edge where its rim goes down to the edge where it
    /// comes up.
    /// </summary>
    private static Dictionary<long, List<long>> Pieces(Mesh mesh, double[] heights)
    {
        var pieces = new Dictionary<long, List<long>>();
        var corners = mesh.Corners;
        for (var i = 0; i < corners.Length; i += 3)
        {
            var (a, b, c) = (heights[corners[i]] >= 0, heights[corners[i + 1]] >= 0, heights[corners[i + 2]] >= 0);
            if (a == b && b == c)
                continue;
            long down = 0,
                up = 0;
            for (var k = 0; k < 3; k++)
            {
                var (from, to) = (corners[i + k], corners[i + ((k + 1) % 3)]);
                if (heights[from] >= 0 == heights[to] >= 0)
                    continue;
                if (heights[from] >= 0)
                    down = Edge(from, to);
                else
                    up = Edge(from, to);
            }
            ref var next = ref CollectionsMarshal.GetValueRefOrAddDefault(pieces, down, out _);
            (next ??= new(1)).Add(up);
        }
        return pieces;
    }

    private static List<EdgeLine> Joined(Mesh mesh, double[] heights, Dictionary<long, List<long>> pieces)
    {
        var arrivals = new HashSet<long>(pieces.Values.SelectMany(ends => ends));
        var lines = new List<EdgeLine>();
        // Open lines first, from their true beginnings; what is left then runs in rings.
        foreach (var start in pieces.Keys.Where(edge => !arrivals.Contains(edge)).ToList())
        {
            while (pieces[start].Count > 0)
                lines.Add(Followed(mesh, heights, pieces, start));
        }
        foreach (var start in pieces.Keys)
        {
            while (pieces[start].Count > 0)
                lines.Add(Followed(mesh, heights, pieces, start));
        }
        return lines;
    }

    private static EdgeLine Followed(Mesh mesh, double[] heights, Dictionary<long, List<long>> pieces, long start)
    {
        var points = new List<Vec3>();
        var edges = new List<(int A, int B, double Share)>();
        Add(start);
        var at = start;
        while (pieces.TryGetValue(at, out var ends) && ends.Count > 0)
        {
            at = ends[^1];
            ends.RemoveAt(ends.Count - 1);
            if (at == start)
                break;
            Add(at);
        }
        var closed = at == start;
        if (closed && points.Count > 1 && points[^1] == points[0])
        {
            points.RemoveAt(points.Count - 1);
            edges.RemoveAt(edges.Count - 1);
        }
        return new EdgeLine(points, edges, closed);

        // Worked out from the edge's lower vertex, whichever triangle asks: both get the same point.
        void Add(long edge)
        {
            var (a, b) = ((int)(edge >> 32), (int)(uint)edge);
            var share = heights[a] / (heights[a] - heights[b]);
            var point = Vec3.Mix(mesh.Positions[a], mesh.Positions[b], share);
            if (points.Count > 0 && point == points[^1])
                return;
            points.Add(point);
            edges.Add((a, b, share));
        }
    }

    private static long Edge(int a, int b) => ((long)Math.Min(a, b) << 32) | (uint)Math.Max(a, b);
}
