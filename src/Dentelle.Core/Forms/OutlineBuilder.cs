using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Forms;

/// <summary>Pieces that front and back sections are put together from.</summary>
internal static class OutlineBuilder
{
    private const double Step = 0.08;
    private const double StumpDepth = 3.2;
    private const double StumpTaper = 0.09;

    /// <summary>
    /// One side of a back tooth from the neck to the rim: fullest at the height of contour, flat there, drawn in toward
    /// neck and rim.
    /// </summary>
    public static IEnumerable<Vec2> Flank(Vec2 neck, Vec2 contour, Vec2 rim)
    {
        const int steps = 24;
        for (var i = 0; i <= steps; i++)
        {
            var z = neck.Y + ((rim.Y - neck.Y) * i / steps);
            var x = z < contour.Y
                ? neck.X + ((contour.X - neck.X) * (1 - SoftPower(1 - ((z - neck.Y) / (contour.Y - neck.Y)), 1.8)))
                : contour.X - ((contour.X - rim.X) * SoftPower((z - contour.Y) / (rim.Y - contour.Y), 2.3));
            yield return new(x, z);
        }
    }

    // A power curve with finite curvature at 0; a plain power below 2 leaves a visible line.
    private static double SoftPower(double t, double p)
    {
        const double soft = 0.3;
        t = Math.Clamp(t, 0, 1);
        return (Math.Pow((t * t) + (soft * soft), p / 2) - Math.Pow(soft, p)) / (Math.Pow(1 + (soft * soft), p / 2) - Math.Pow(soft, p));
    }

    /// <summary>Even steps along a line, corners softened over about <paramref name="softness"/> millimetres; the ends stay.</summary>
    public static IReadOnlyList<Vec2> Even(IReadOnlyList<Vec2> line, double softness)
    {
        var even = Resampled(line);
        var reach = (int)Math.Round(softness / Step);
        for (var pass = 0; pass < 3; pass++)
        {
            var source = even;
            even = [.. source.Select((_, i) => Averaged(source, i, Math.Min(reach, Math.Min(i, source.Count - 1 - i))))];
        }

        return even;
    }

    private static Vec2 Averaged(IReadOnlyList<Vec2> line, int at, int reach)
    {
        var sum = default(Vec2);
        for (var k = -reach; k <= reach; k++) sum += line[at + k];
        return sum * (1.0 / ((2 * reach) + 1));
    }

    private static IReadOnlyList<Vec2> Resampled(IReadOnlyList<Vec2> line)
    {
        var even = new List<Vec2> { line[0] };
        var carried = 0.0;
        for (var i = 1; i < line.Count; i++)
        {
            var length = (line[i] - line[i - 1]).Length;
            for (var along = Step - carried; along < length; along += Step) even.Add(Vec2.Mix(line[i - 1], line[i], along / length));
            carried = (carried + length) % Step;
        }

        even.Add(line[^1]);
        return even;
    }

    /// <summary>
    /// Stretches the line so that it reaches exactly from <paramref name="low"/> to <paramref name="high"/> across and to
    /// <paramref name="top"/>; softening takes a tenth off tips. The necks stay where they are.
    /// </summary>
    public static IReadOnlyList<Vec2> Fitted(IReadOnlyList<Vec2> line, double low, double high, double top)
    {
        var (oldLow, oldHigh, oldTop) = (line.Min(p => p.X), line.Max(p => p.X), line.Max(p => p.Y));
        var floor = Math.Max(line[0].Y, line[^1].Y);
        return
        [
            .. line.Select(p =>
            {
                var share = Curves.SmoothStep(0, 0.28, (p.Y - floor) / (top - floor));
                var x = low + ((p.X - oldLow) * (high - low) / (oldHigh - oldLow));
                var y = p.Y <= floor ? p.Y : floor + ((p.Y - floor) * (top - floor) / (oldTop - floor));
                return new Vec2(p.X + ((x - p.X) * share), y);
            }),
        ];
    }

    /// <summary>Root below the necks, a little narrower the deeper; from the far neck round to the near one.</summary>
    public static IReadOnlyList<Vec2> Stump(Vec2 near, Vec2 far)
    {
        var bottom = -StumpDepth;
        return
        [
            far + new Vec2(StumpTaper * 0.4 * (far.Y - bottom), 0.6 * (bottom - far.Y)),
            new(far.X + (StumpTaper * (far.Y - bottom)), bottom),
            new(near.X - (StumpTaper * (near.Y - bottom)), bottom),
            near + new Vec2(-StumpTaper * 0.4 * (near.Y - bottom), 0.6 * (bottom - near.Y)),
        ];
    }

    public static ToothSection Section(SectionPlane plane, string through, IReadOnlyList<Vec2> crown, Func<Vec2, int, Zone> zoneOf) =>
        new(plane, through, [.. crown.Select((p, i) => new OutlineSample(p, zoneOf(p, i)))], Stump(crown[0], crown[^1]));
}
