namespace Dentelle.Geometry;

/// <summary>Smooth curves through given points.</summary>
public static class Curves
{
    /// <summary>
    /// Centripetal Catmull-Rom curve through <paramref name="points"/>: passes through every point and
    /// makes neither loops nor cusps where points stand close together.
    /// </summary>
    /// <param name="points">At least two points, no two neighbours equal.</param>
    /// <param name="perSpan">Samples per span, at least 1.</param>
    /// <param name="closed">Whether the last point joins the first.</param>
    /// <returns>The samples in order; a closed curve does not repeat its first sample.</returns>
    public static IReadOnlyList<Vec2> Through(IReadOnlyList<Vec2> points, int perSpan, bool closed)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(points.Count, 2);
        ArgumentOutOfRangeException.ThrowIfLessThan(perSpan, 1);
        var count = points.Count;
        var spans = closed ? count : count - 1;
        var samples = new List<Vec2>((spans * perSpan) + 1);
        for (var span = 0; span < spans; span++)
        {
            var (p0, p1, p2, p3) = (At(span - 1), At(span), At(span + 1), At(span + 2));
            for (var step = 0; step < perSpan; step++)
                samples.Add(Centripetal(p0, p1, p2, p3, (double)step / perSpan));
        }

        if (!closed)
            samples.Add(points[^1]);
        return samples;

        // Beyond an open end the curve goes on straight, so the end needs no special case.
        Vec2 At(int index) =>
            closed ? points[(index + count) % count]
            : index < 0 ? (points[0] * 2) - points[1]
            : index >= count ? (points[^1] * 2) - points[^2]
            : points[index];
    }

    private static Vec2 Centripetal(Vec2 p0, Vec2 p1, Vec2 p2, Vec2 p3, double fraction)
    {
        var t1 = Math.Sqrt((p1 - p0).Length);
        var t2 = t1 + Math.Sqrt((p2 - p1).Length);
        var t3 = t2 + Math.Sqrt((p3 - p2).Length);
        var t = t1 + (fraction * (t2 - t1));
        var a1 = Between(p0, p1, 0, t1, t);
        var a2 = Between(p1, p2, t1, t2, t);
        var a3 = Between(p2, p3, t2, t3, t);
        return Between(Between(a1, a2, 0, t2, t), Between(a2, a3, t1, t3, t), t1, t2, t);
    }

    private static Vec2 Between(Vec2 a, Vec2 b, double from, double to, double at) =>
        to - from < 1e-12 ? a : Vec2.Mix(a, b, (at - from) / (to - from));

    /// <summary>
    /// Cubic through (x, y) pairs that never overshoots (Fritsch and Carlson 1980); straight beyond both ends.
    /// </summary>
    /// <param name="knots">At least two, x strictly rising.</param>
    /// <param name="x">Where to evaluate.</param>
    public static double Monotone(IReadOnlyList<Vec2> knots, double x)
    {
        var n = knots.Count;
        var slopes = MonotoneSlopes(knots);
        if (x <= knots[0].X)
            return knots[0].Y + (slopes[0] * (x - knots[0].X));
        if (x >= knots[n - 1].X)
            return knots[n - 1].Y + (slopes[n - 1] * (x - knots[n - 1].X));
        var i = 0;
        while (x > knots[i + 1].X)
            i++;
        var h = knots[i + 1].X - knots[i].X;
        var t = (x - knots[i].X) / h;
        var (t2, t3) = (t * t, t * t * t);
        return (((2 * t3) - (3 * t2) + 1) * knots[i].Y)
            + ((t3 - (2 * t2) + t) * h * slopes[i])
            + (((-2 * t3) + (3 * t2)) * knots[i + 1].Y)
            + ((t3 - t2) * h * slopes[i + 1]);
    }

    private static double[] MonotoneSlopes(IReadOnlyList<Vec2> knots)
    {
        var n = knots.Count;
        var secants = new double[n - 1];
        for (var i = 0; i < n - 1; i++)
            secants[i] = (knots[i + 1].Y - knots[i].Y) / (knots[i + 1].X - knots[i].X);
        var slopes = new double[n];
        slopes[0] = secants[0];
        slopes[n - 1] = secants[n - 2];
        for (var i = 1; i < n - 1; i++)
        {
            var (a, b) = (secants[i - 1], secants[i]);
            // A harmonic mean keeps the slope inside the monotone region without a second pass.
            slopes[i] = a * b <= 0 ? 0 : 2 * a * b / (a + b);
        }

        return slopes;
    }

    /// <summary>
    /// The line without the points that lie within <paramref name="tolerance"/> of what remains (Douglas and Peucker
    /// 1973). Both ends stay.
    /// </summary>
    public static IReadOnlyList<Vec2> Simplified(IReadOnlyList<Vec2> points, double tolerance)
    {
        if (points.Count < 3)
            return points;
        var kept = new bool[points.Count];
        kept[0] = kept[^1] = true;
        var open = new Stack<(int From, int To)>([(0, points.Count - 1)]);
        while (open.TryPop(out var span))
        {
            var (worst, off) = (-1, tolerance);
            for (var i = span.From + 1; i < span.To; i++)
            {
                var distance = Polygon.ToSegment(points[i], points[span.From], points[span.To]);
                if (distance > off)
                    (worst, off) = (i, distance);
            }

            if (worst < 0)
                continue;
            kept[worst] = true;
            open.Push((span.From, worst));
            open.Push((worst, span.To));
        }

        return [.. points.Where((_, i) => kept[i])];
    }

    /// <summary>
    /// Values round a closed line, each mixed with its neighbours: most with the nearest, no more beyond the reach (Hann's
    /// window).
    /// </summary>
    /// <param name="closed">The last is followed by the first.</param>
    /// <param name="reach">How many neighbours on either side have a say.</param>
    public static double[] Evened(IReadOnlyList<double> closed, int reach)
    {
        var evened = new double[closed.Count];
        for (var i = 0; i < evened.Length; i++)
        {
            var (sum, weights) = (0.0, 0.0);
            for (var k = -reach; k <= reach; k++)
            {
                var weight = 1 + Math.Cos(Math.PI * k / (reach + 1));
                sum += weight * closed[(((i + k) % evened.Length) + evened.Length) % evened.Length];
                weights += weight;
            }
            evened[i] = sum / weights;
        }
        return evened;
    }

    /// <summary>A closed line evened out the same way.</summary>
    public static Vec2[] Evened(IReadOnlyList<Vec2> closed, int reach) =>
        [.. Evened([.. closed.Select(p => p.X)], reach).Zip(Evened([.. closed.Select(p => p.Y)], reach), (x, y) => new Vec2(x, y))];

    /// <summary>The same in space.</summary>
    public static Vec3[] Evened(IReadOnlyList<Vec3> closed, int reach)
    {
        var (x, y, z) = (Along(p => p.X), Along(p => p.Y), Along(p => p.Z));
        return [.. Enumerable.Range(0, closed.Count).Select(i => new Vec3(x[i], y[i], z[i]))];

        double[] Along(Func<Vec3, double> axis) => Evened([.. closed.Select(axis)], reach);
    }

    /// <summary>Stretches of a closed line that are meant, as indices in its order; one across its seam stays whole.</summary>
    /// <param name="isMeant">For each point. Where all are, the one stretch ends with the point it began with.</param>
    public static IEnumerable<int[]> Runs(bool[] isMeant)
    {
        var count = isMeant.Length;
        if (count > 0 && Array.TrueForAll(isMeant, meant => meant))
            yield return [.. Enumerable.Range(0, count), 0];
        for (var i = 0; i < count; i++)
        {
            if (isMeant[i] && !isMeant[(i + count - 1) % count])
                yield return [.. Enumerable.Range(i, count).Select(k => k % count).TakeWhile(k => isMeant[k])];
        }
    }

    /// <summary>Smooth step from 0 at <paramref name="from"/> to 1 at <paramref name="to"/>, flat at both ends.</summary>
    public static double SmoothStep(double from, double to, double x)
    {
        var t = Math.Clamp((x - from) / (to - from), 0, 1);
        return t * t * (3 - (2 * t));
    }
}
