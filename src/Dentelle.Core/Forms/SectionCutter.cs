using Dentelle.Core.Planning;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Forms;

/// <summary>
/// Cuts a section to the plan. What is left above the margins is kept as one height over every place, so it can always be
/// drawn off; walls are never steeper than half the convergence allows.
/// </summary>
internal static class SectionCutter
{
    private const double Step = 0.02;
    private const double FadeHeight = 2.0;
    private const double BlendReach = 0.45;

    public static PlannedSection Cut(
        ToothSection section, Func<Zone, double> depthAt, Func<Zone, bool> isBevel, Shelf near, Shelf far, WallInclination wall, double bevelDeg, double edgeRadius)
    {
        var (nearMargin, nearIndex) = MarginOn(section.Crown, near.Level, forward: true);
        var (farMargin, farIndex) = MarginOn(section.Crown, far.Level, forward: false);
        var samples = section.Crown.Skip(nearIndex).Take(farIndex - nearIndex + 1).ToArray();
        var depths = Depths(samples, depthAt, near, far);

        var count = (int)Math.Ceiling((nearMargin.X - farMargin.X) / Step) + 1;
        var profile = new HeightProfile(farMargin.X, (nearMargin.X - farMargin.X) / (count - 1), new double[count]);
        Erode(profile, samples, depths);
        BevelPlane(profile, samples, depths, isBevel, bevelDeg);
        Shelve(profile, nearMargin, near, -1);
        Shelve(profile, farMargin, far, 1);
        Incline(profile, wall);
        profile = profile.RoundedOutside(edgeRadius);

        var middle = (nearMargin.X + farMargin.X) / 2;
        var outline = Outline(section, profile, nearIndex, farIndex, nearMargin, farMargin);
        return new(
            outline, profile, nearMargin, farMargin,
            Highest(profile, x => x >= middle) - near.Level, Highest(profile, x => x <= middle) - far.Level,
            nearMargin.X - near.Width - (farMargin.X + far.Width), section.Whole.Area - outline.Area);
    }

    /// <summary>Highest prepared or unprepared surface that leaves every sample its depth: the lower envelope of discs.</summary>
    public static void Erode(HeightProfile profile, IReadOnlyList<OutlineSample> samples, IReadOnlyList<double> depths)
    {
        var heights = profile.Heights;
        Array.Fill(heights, double.PositiveInfinity);
        for (var i = 0; i < samples.Count; i++)
        {
            var (at, depth) = (samples[i].At, depths[i]);
            var from = Math.Max(0, (int)Math.Ceiling((at.X - depth - profile.Start) / profile.Step));
            var to = Math.Min(heights.Length - 1, (int)Math.Floor((at.X + depth - profile.Start) / profile.Step));
            for (var k = from; k <= to; k++)
            {
                var dx = profile.PlaceOf(k) - at.X;
                heights[k] = Math.Min(heights[k], at.Y - Math.Sqrt((depth * depth) - (dx * dx)));
            }
        }

        // Where nothing is cut the present surface itself is the limit.
        for (var i = 1; i < samples.Count; i++) LimitBySurface(profile, samples[i - 1].At, samples[i].At);
    }

    private static void LimitBySurface(HeightProfile profile, Vec2 a, Vec2 b)
    {
        var (low, high) = a.X < b.X ? (a, b) : (b, a);
        var from = Math.Max(0, (int)Math.Ceiling((low.X - profile.Start) / profile.Step));
        var to = Math.Min(profile.Heights.Length - 1, (int)Math.Floor((high.X - profile.Start) / profile.Step));
        for (var k = from; k <= to; k++)
        {
            var t = high.X - low.X < 1e-9 ? 0 : (profile.PlaceOf(k) - low.X) / (high.X - low.X);
            // Below the height of contour the surface faces down; only where it faces up is it a roof.
            if (a.X > b.X) profile.Heights[k] = Math.Min(profile.Heights[k], low.Y + (t * (high.Y - low.Y)));
        }
    }

    private static (Vec2 At, int Index) MarginOn(IReadOnlyList<OutlineSample> crown, double level, bool forward)
    {
        var count = crown.Count;
        for (var i = 1; i < count; i++)
        {
            var (below, above) = forward ? (i - 1, i) : (count - i, count - 1 - i);
            if (crown[above].At.Y < level) continue;
            var t = (level - crown[below].At.Y) / (crown[above].At.Y - crown[below].At.Y);
            return (Vec2.Mix(crown[below].At, crown[above].At, Math.Clamp(t, 0, 1)), above);
        }

        throw new ArgumentOutOfRangeException(nameof(level), level, "The margin lies above the tooth.");
    }

    private static double[] Depths(OutlineSample[] samples, Func<Zone, double> depthAt, Shelf near, Shelf far)
    {
        var blended = Blended(samples, depthAt);
        for (var i = 0; i < samples.Length; i++)
        {
            // The walls begin as deep as the shelf is wide.
            var shelf = i < samples.Length / 2 ? near : far;
            var share = Curves.SmoothStep(0, FadeHeight, samples[i].At.Y - shelf.Level);
            blended[i] = shelf.Width + ((blended[i] - shelf.Width) * share);
        }

        return blended;
    }

    /// <summary>
    /// A length per sample by its zone, run smoothly from zone to zone: a zone boundary is no step. The deeper zone keeps
    /// its whole length and the change lies in the shallower one, so that nothing comes out too shallow.
    /// </summary>
    public static double[] Blended(IReadOnlyList<OutlineSample> samples, Func<Zone, double> lengthAt)
    {
        var known = new Dictionary<Zone, double>();
        var raw = new double[samples.Count];
        for (var i = 0; i < raw.Length; i++)
        {
            if (!known.TryGetValue(samples[i].Zone, out raw[i])) known[samples[i].Zone] = raw[i] = lengthAt(samples[i].Zone);
        }

        var deepest = Around(samples, raw, (_, near) => near.Max(neighbour => raw[neighbour.Index]));
        return Around(samples, deepest, (_, near) => near.Sum(neighbour => neighbour.Weight * deepest[neighbour.Index]) / near.Sum(neighbour => neighbour.Weight));
    }

    private static double[] Around(IReadOnlyList<OutlineSample> samples, double[] values, Func<int, List<(int Index, double Weight)>, double> combine)
    {
        var combined = new double[values.Length];
        var near = new List<(int Index, double Weight)>();
        for (var i = 0; i < values.Length; i++)
        {
            near.Clear();
            near.Add((i, 1));
            foreach (var step in (ReadOnlySpan<int>)[-1, 1])
            {
                for (var k = i + step; k >= 0 && k < values.Length; k += step)
                {
                    var apart = (samples[k].At - samples[i].At).Length / BlendReach;
                    if (apart > 1) break;
                    near.Add((k, 1 - (apart * apart)));
                }
            }

            combined[i] = combine(i, near);
        }

        return combined;
    }

    // The functional bevel is one plane, as deep as asked where the cusp stands out most against it.
    private static void BevelPlane(HeightProfile profile, OutlineSample[] samples, double[] depths, Func<Zone, bool> isBevel, double bevelDeg)
    {
        var bevel = Enumerable.Range(0, samples.Length).Where(i => isBevel(samples[i].Zone)).ToArray();
        if (bevel.Length == 0) return;
        var outward = samples[bevel[0]].At.X > profile.PlaceOf(profile.Heights.Length / 2) ? 1 : -1;
        var angle = bevelDeg * Math.PI / 180;
        var normal = new Vec2(outward * Math.Cos(angle), Math.Sin(angle));
        var reach = bevel.Max(i => samples[i].At.Dot(normal) - depths[i]);
        for (var k = 0; k < profile.Heights.Length; k++)
            profile.Heights[k] = Math.Min(profile.Heights[k], (reach - (normal.X * profile.PlaceOf(k))) / normal.Y);
    }

    private static void Shelve(HeightProfile profile, Vec2 margin, Shelf shelf, int inward)
    {
        var half = profile.Step * (profile.Heights.Length - 1) / 2;
        for (var k = 0; k < profile.Heights.Length; k++)
        {
            var fromMargin = (profile.PlaceOf(k) - margin.X) * inward;
            // The other half has a margin of its own, perhaps at another level.
            if (fromMargin > half) continue;
            if (fromMargin > shelf.Width + 1e-9)
            {
                // Discs near the margin reach below it; the finish line is the lowest that is cut.
                profile.Heights[k] = Math.Max(profile.Heights[k], shelf.Level);
                continue;
            }

            var intoCorner = Math.Max(0, fromMargin - (shelf.Width - shelf.InnerRadius));
            profile.Heights[k] = shelf.Level + shelf.InnerRadius - Math.Sqrt(Math.Max(0, (shelf.InnerRadius * shelf.InnerRadius) - (intoCorner * intoCorner)));
        }
    }

    private static void Incline(HeightProfile profile, WallInclination wall)
    {
        var rise = profile.Step / Math.Tan(wall.Radians);
        var heights = profile.Heights;
        for (var k = 1; k < heights.Length; k++) heights[k] = Math.Min(heights[k], heights[k - 1] + rise);
        for (var k = heights.Length - 2; k >= 0; k--) heights[k] = Math.Min(heights[k], heights[k + 1] + rise);
    }

    private static double Highest(HeightProfile profile, Func<double, bool> where) =>
        Enumerable.Range(0, profile.Heights.Length).Where(k => where(profile.PlaceOf(k))).Max(k => profile.Heights[k]);

    private static Polygon Outline(ToothSection section, HeightProfile profile, int nearIndex, int farIndex, Vec2 nearMargin, Vec2 farMargin)
    {
        var points = new List<Vec2>();
        points.AddRange(section.Crown.Take(nearIndex).Select(sample => sample.At));
        points.Add(nearMargin);
        for (var k = profile.Heights.Length - 2; k > 0; k--) points.Add(new(profile.PlaceOf(k), profile.Heights[k]));
        points.Add(farMargin);
        points.AddRange(section.Crown.Skip(farIndex + 1).Select(sample => sample.At));
        points.AddRange(section.RootStump);
        return new Polygon(points);
    }
}
