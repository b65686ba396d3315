namespace Dentelle.Geometry.Paths;

/// <summary>The directions in which something rigid can be drawn off a set of facets.</summary>
/// <param name="Direction">Unit direction of drawing with the greatest least wall angle.</param>
/// <param name="LeastWallAngle">Degrees between that direction and the wall that is nearest to parallel; negative when some
/// wall is undercut whichever way is taken.</param>
/// <param name="Limiting">Which facets set it: at most three.</param>
/// <param name="IsExact">False only when no direction is free of undercut; the least bad one is then found by search.</param>
public sealed record DrawCone(Vec3 Direction, double LeastWallAngle, IReadOnlyList<int> Limiting, bool IsExact)
{
    private const double Slack = 1e-12;

    /// <summary>How far the direction may be turned, whichever way, until a wall stands parallel to it; degrees.</summary>
    public double Freedom => Math.Max(0, LeastWallAngle);

    public bool IsDrawable => LeastWallAngle > 0;

    /// <summary>The cone of facets given by their outward normals, of one body or of many together.</summary>
    /// <param name="normals">Unit vectors.</param>
    /// <exception cref="ArgumentException">There is no normal.</exception>
    /// <remarks>
    /// The sought direction is the middle of the smallest cap of the sphere that holds all normals. It rests on at most three of
    /// them; each step takes in the normal that sticks out farthest, and the cap can only grow, so the steps end.
    /// </remarks>
    public static DrawCone Of(IReadOnlyList<Vec3> normals)
    {
        if (normals.Count == 0)
            throw new ArgumentException("A draw cone needs at least one facet.", nameof(normals));
        var cap = new Cap(normals[0], 1, [0]);
        while (true)
        {
            var (worst, cosine) = Worst(normals, cap.Middle);
            if (cosine >= cap.Cosine - Slack)
                return new DrawCone(cap.Middle, Angle(cap.Cosine), cap.Rests, true);
            if (cap.Rests.Contains(worst) || Grown(normals, cap, worst) is not { } grown)
                return LeastBad(normals);
            cap = grown;
        }
    }

    /// <summary>A cap of the sphere; <paramref name="Cosine"/> of its radius.</summary>
    private sealed record Cap(Vec3 Middle, double Cosine, int[] Rests);

    /// <summary>The smallest cap of the old rests and the new one; null when no half sphere holds them.</summary>
    private static Cap? Grown(IReadOnlyList<Vec3> normals, Cap old, int added)
    {
        Cap? best = null;
        for (var chosen = 0; chosen < 1 << old.Rests.Length; chosen++)
        {
            int[] rests = [.. old.Rests.Where((_, i) => (chosen & (1 << i)) != 0), added];
            if (
                rests.Length > 3
                || Resting(normals, rests) is not { } cap
                || cap.Cosine <= 0
                || (best is not null && cap.Cosine <= best.Cosine)
            )
                continue;
            if (old.Rests.All(i => normals[i].Dot(cap.Middle) >= cap.Cosine - Slack))
                best = cap;
        }
        return best;
    }

    private static Cap? Resting(IReadOnlyList<Vec3> normals, int[] rests)
    {
        var (a, b, c) = (normals[rests[0]], normals[rests[Math.Min(1, rests.Length - 1)]], normals[rests[^1]]);
        var middle = rests.Length switch
        {
            1 => a,
            2 => (a + b).Unit,
            _ => (b - a).Cross(c - a).Unit,
        };
        if (middle == default)
            return null;
        if (middle.Dot(a) < 0)
            middle = -middle;
        return new Cap(middle, Math.Min(middle.Dot(a), Math.Min(middle.Dot(b), middle.Dot(c))), rests);
    }

    private static (int Facet, double Cosine) Worst(IReadOnlyList<Vec3> normals, Vec3 direction)
    {
        var (worst, cosine) = (0, double.PositiveInfinity);
        for (var i = 0; i < normals.Count; i++)
        {
            var here = normals[i].Dot(direction);
            if (here < cosine)
                (worst, cosine) = (i, here);
        }
        return (worst, cosine);
    }

    /// <summary>From an even spread of directions the best one, then ever smaller steps about it.</summary>
    private static DrawCone LeastBad(IReadOnlyList<Vec3> normals)
    {
        const int directions = 500;
        var best = (Direction: Vec3.UnitZ, Cosine: double.NegativeInfinity, Facet: 0);
        for (var i = 0; i < directions; i++)
            Try(Spread(i, directions));
        for (var step = 0.1; step > 1e-7; step /= 2)
        {
            for (var moved = true; moved; )
            {
                moved = false;
                var across = best.Direction.Square;
                var along = best.Direction.Cross(across);
                for (var k = 0; k < 8; k++)
                {
                    var (sin, cos) = Math.SinCos((k + (1 / step % 1)) * Math.PI / 4);
                    moved |= Try((best.Direction + (((across * cos) + (along * sin)) * step)).Unit);
                }
            }
        }
        return new DrawCone(best.Direction, Angle(best.Cosine), [best.Facet], false);

        bool Try(Vec3 direction)
        {
            var (facet, cosine) = Worst(normals, direction);
            if (cosine <= best.Cosine + 1e-12)
                return false;
            best = (direction, cosine, facet);
            return true;
        }
    }

    /// <summary>Points of a spiral over the sphere, evenly spread.</summary>
    private static Vec3 Spread(int i, int count)
    {
        var z = 1 - (2 * (i + 0.5) / count);
        var (sin, cos) = Math.SinCos(i * Math.PI * (3 - Math.Sqrt(5)));
        var r = Math.Sqrt(1 - (z * z));
        return new Vec3(r * cos, r * sin, z);
    }

    private static double Angle(double cosine) => double.RadiansToDegrees(Math.Asin(Math.Clamp(cosine, -1, 1)));
}
