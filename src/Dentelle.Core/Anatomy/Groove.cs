using Dentelle.Geometry;

namespace Dentelle.Core.Anatomy;

/// <summary>A narrow furrow along a line in plan, deepest on the line, fading with the line's own taper.</summary>
internal sealed class Groove
{
    private const double Round = 0.07;
    private readonly Vec2[] points;
    private readonly double[] taper;
    private readonly double depth,
        width,
        reach;
    private readonly Vec2 low,
        high;

    public Groove(FormLine line, Func<double[], Vec2> place)
        : this([.. line.Pts.Select(place)], [.. line.Pts.Select(p => p.Length > 2 ? p[2] : 1)], line.D, line.W) { }

    public Groove(Vec2[] points, double[] taper, double depth, double width)
    {
        (this.points, this.taper, this.depth, this.width) = (points, taper, depth, width);
        reach = 7 * width;
        low = new Vec2(points.Min(p => p.X) - reach, points.Min(p => p.Y) - reach);
        high = new Vec2(points.Max(p => p.X) + reach, points.Max(p => p.Y) + reach);
    }

    public double Depth(double x, double y)
    {
        if (x < low.X || y < low.Y || x > high.X || y > high.Y)
            return 0;
        var (nearest, share) = (double.PositiveInfinity, 0.0);
        for (var i = 0; i + 1 < points.Length; i++)
        {
            var (ax, ay) = (points[i].X, points[i].Y);
            var (dx, dy) = (points[i + 1].X - ax, points[i + 1].Y - ay);
            var t = Math.Clamp((((x - ax) * dx) + ((y - ay) * dy)) / ((dx * dx) + (dy * dy)), 0, 1);
            var (ex, ey) = (x - ax - (t * dx), y - ay - (t * dy));
            var distance = (ex * ex) + (ey * ey);
            if (distance >= nearest)
                continue;
            (nearest, share) = (distance, taper[i] + ((taper[i + 1] - taper[i]) * t));
        }
        if (nearest > reach * reach)
            return 0;
        return depth * share * Math.Exp(-(Math.Sqrt(nearest + (Round * Round)) - Round) / width);
    }
}
