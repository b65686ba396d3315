namespace Dentelle.Geometry;

/// <summary>A simple closed polygon; the last point joins the first.</summary>
public sealed record Polygon(IReadOnlyList<Vec2> Points)
{
    /// <summary>Enclosed area, never negative, whatever the direction of the points.</summary>
    public double Area
    {
        get
        {
            var twice = 0.0;
            for (int i = 0, j = Points.Count - 1; i < Points.Count; j = i++)
                twice += (Points[j].X * Points[i].Y) - (Points[i].X * Points[j].Y);
            return Math.Abs(twice) / 2;
        }
    }

    /// <summary>Whether the point lies inside (even-odd rule; points on the edge may fall either way).</summary>
    public bool Contains(Vec2 p)
    {
        var inside = false;
        for (int i = 0, j = Points.Count - 1; i < Points.Count; j = i++)
        {
            var (a, b) = (Points[i], Points[j]);
            if ((a.Y > p.Y) != (b.Y > p.Y) && p.X < ((b.X - a.X) * (p.Y - a.Y) / (b.Y - a.Y)) + a.X)
                inside = !inside;
        }

        return inside;
    }

    /// <summary>Distance from a point to the nearest point of the edge; never negative.</summary>
    public double DistanceToEdge(Vec2 p)
    {
        var least = double.PositiveInfinity;
        for (int i = 0, j = Points.Count - 1; i < Points.Count; j = i++)
            least = Math.Min(least, SquareToSegment(p, Points[j], Points[i]));
        return Math.Sqrt(least);
    }

    /// <summary>Of each point whether it lies within reach of the edge.</summary>
    public bool[] Near(IReadOnlyList<Vec2> points, double reach)
    {
        // Bands as high as a few pieces of the edge are long: a point looks only at those that come near its own height.
        var edge = Points.ToArray();
        if (edge.Length == 0)
            return new bool[points.Count];
        var (low, high) = (edge.Min(p => p.Y) - reach, edge.Max(p => p.Y) + reach);
        var height = Math.Max((high - low) / 64, 1e-9);
        var bands = new List<int>[65];
        for (var i = 0; i < edge.Length; i++)
        {
            var (a, b) = (edge[i], edge[(i + 1) % edge.Length]);
            for (var band = Band(Math.Min(a.Y, b.Y) - reach); band <= Band(Math.Max(a.Y, b.Y) + reach); band++)
                (bands[band] ??= []).Add(i);
        }
        return [.. points.Select(IsNear)];

        int Band(double y) => (int)((y - low) / height);

        bool IsNear(Vec2 p)
        {
            if (p.Y < low || p.Y > high || bands[Band(p.Y)] is not { } pieces)
                return false;
            foreach (var i in pieces)
            {
                if (SquareToSegment(p, edge[i], edge[(i + 1) % edge.Length]) <= reach * reach)
                    return true;
            }
            return false;
        }
    }

    public static double ToSegment(Vec2 p, Vec2 a, Vec2 b) => Math.Sqrt(SquareToSegment(p, a, b));

    private static double SquareToSegment(Vec2 p, Vec2 a, Vec2 b)
    {
        var along = b - a;
        var squared = along.Dot(along);
        var t = squared > 0 ? Math.Clamp((p - a).Dot(along) / squared, 0, 1) : 0;
        var off = p - (a + (along * t));
        return off.Dot(off);
    }
}
