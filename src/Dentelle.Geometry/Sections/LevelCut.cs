using System.Runtime.InteropServices;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Sections;

/// <summary>Ordered lines along which a value at a surface's vertices passes through nothing.</summary>
internal static class LevelCut
{
    /// <param name="mesh">Any surface.</param>
    /// <param name="heights">One for each vertex; nothing counts as above.</param>
    public static IReadOnlyList<SectionLine> Lines(Mesh mesh, double[] heights) => Joined(mesh, heights, Pieces(mesh, heights));

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

    private static List<SectionLine> Joined(Mesh mesh, double[] heights, Dictionary<long, List<long>> pieces)
    {
        var arrivals = new HashSet<long>(pieces.Values.SelectMany(ends => ends));
        var lines = new List<SectionLine>();
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

    private static SectionLine Followed(Mesh mesh, double[] heights, Dictionary<long, List<long>> pieces, long start)
    {
        var points = new List<Vec3> { Crossing(mesh, heights, start) };
        var at = start;
        while (pieces.TryGetValue(at, out var ends) && ends.Count > 0)
        {
            at = ends[^1];
            ends.RemoveAt(ends.Count - 1);
            if (at == start)
                break;
            var point = Crossing(mesh, heights, at);
            if (point != points[^1])
                points.Add(point);
        }
        var closed = at == start;
        if (closed && points.Count > 1 && points[^1] == points[0])
            points.RemoveAt(points.Count - 1);
        return new SectionLine(points, closed);
    }

    private static long Edge(int a, int b) => ((long)Math.Min(a, b) << 32) | (uint)Math.Max(a, b);

    /// <summary>Worked out from the edge's lower vertex, whichever triangle asks: both get the same point.</summary>
    private static Vec3 Crossing(Mesh mesh, double[] heights, long edge)
    {
        var (a, b) = ((int)(edge >> 32), (int)(uint)edge);
        return Vec3.Mix(mesh.Positions[a], mesh.Positions[b], heights[a] / (heights[a] - heights[b]));
    }
}
