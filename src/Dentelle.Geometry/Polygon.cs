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
            least = Math.Min(least, ToSegment(p, Points[j], Points[i]));
        return least;
    }

    public static double ToSegment(Vec2 p, Vec2 a, Vec2 b)
    {
        var along = b - a;
        var squared = along.Dot(along);
        var t = squared > 0 ? Math.Clamp((p - a).Dot(along) / squared, 0, 1) : 0;
        return (p - (a + (along * t))).Length;
    }
}
