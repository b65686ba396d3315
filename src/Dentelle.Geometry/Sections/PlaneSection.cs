using System.Runtime.InteropServices;
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
        return Joined(mesh, heights, Pieces(mesh, heights));
    }

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
