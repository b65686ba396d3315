namespace Dentelle.Geometry.Fitting;

/// <summary>A height over the plan, and a point it may not pass.</summary>
/// <param name="X">From the place that is to come highest.</param>
/// <param name="Y">From the place that is to come highest.</param>
/// <param name="Height">Of the obstacle.</param>
public readonly record struct Obstacle(double X, double Y, double Height);

/// <summary>
/// The plane below obstacles that is highest at the origin: z = Height + SlopeX·x + SlopeY·y. A plate pressed up there
/// comes to rest so.
/// </summary>
/// <remarks>
/// A linear programme in three unknowns. Unless a limit stops it, the plane rests on three obstacles that surround the
/// origin, which is what
/// makes a three-legged rest stand. Solved exactly on a few rows; the obstacle most in the way is added until none is.
/// </remarks>
public readonly record struct PlaneBelow(double Height, double SlopeX, double SlopeY)
{
    private const double Slack = 1e-7;
    private const int MostRounds = 200;

    /// <param name="obstacles">At least one.</param>
    /// <param name="slopes">Least and greatest slope along x and y.</param>
    /// <param name="most">Height at the origin that is not passed.</param>
    /// <exception cref="ArgumentException">No obstacle at all.</exception>
    public static PlaneBelow Highest(
        ReadOnlySpan<Obstacle> obstacles,
        ((double Least, double Most) X, (double Least, double Most) Y) slopes,
        double most = double.PositiveInfinity
    )
    {
        if (obstacles.IsEmpty)
            throw new ArgumentException("Nothing stops the plane.", nameof(obstacles));
        List<Row> rows =
        [
            new(0, 1, 0, slopes.X.Most),
            new(0, -1, 0, -slopes.X.Least),
            new(0, 0, 1, slopes.Y.Most),
            new(0, 0, -1, -slopes.Y.Least),
        ];
        if (double.IsFinite(most))
            rows.Add(new(1, 0, 0, most));
        var plane = new PlaneBelow(0, Math.Clamp(0, slopes.X.Least, slopes.X.Most), Math.Clamp(0, slopes.Y.Least, slopes.Y.Most));
        for (var round = 0; round < MostRounds; round++)
        {
            var (worst, farthest) = (obstacles[0], double.NegativeInfinity);
            foreach (var obstacle in obstacles)
            {
                var over = plane.At(obstacle.X, obstacle.Y) - obstacle.Height;
                if (over > farthest)
                    (worst, farthest) = (obstacle, over);
            }
            if (round > 0 && farthest <= Slack)
                break;
            rows.Add(new(1, worst.X, worst.Y, worst.Height));
            plane = Best(rows);
        }
        return plane;
    }

    public double At(double x, double y) => Height + (SlopeX * x) + (SlopeY * y);

    /// <summary>The highest corner of what the rows leave: corners are where three rows meet.</summary>
    private static PlaneBelow Best(List<Row> rows)
    {
        var best = new PlaneBelow(double.NegativeInfinity, 0, 0);
        for (var i = 0; i < rows.Count; i++)
        {
            for (var j = i + 1; j < rows.Count; j++)
            {
                for (var k = j + 1; k < rows.Count; k++)
                {
                    if (
                        Meeting(rows[i], rows[j], rows[k]) is { } corner
                        && corner.Height > best.Height
                        && rows.TrueForAll(row => row.Allows(corner))
                    )
                        best = corner;
                }
            }
        }
        return best;
    }

    private static PlaneBelow? Meeting(Row a, Row b, Row c)
    {
        var (u, v, w) = (new Vec3(a.H, a.X, a.Y), new Vec3(b.H, b.X, b.Y), new Vec3(c.H, c.X, c.Y));
        var (vw, wu, uv) = (v.Cross(w), w.Cross(u), u.Cross(v));
        var volume = u.Dot(vw);
        if (Math.Abs(volume) < 1e-9)
            return null;
        var p = ((vw * a.Most) + (wu * b.Most) + (uv * c.Most)) * (1 / volume);
        return new PlaneBelow(p.X, p.Y, p.Z);
    }

    /// <summary>H·height + X·slope + Y·slope is at most this.</summary>
    private readonly record struct Row(double H, double X, double Y, double Most)
    {
        public bool Allows(PlaneBelow plane) => (H * plane.Height) + (X * plane.SlopeX) + (Y * plane.SlopeY) <= Most + Slack;
    }
}
