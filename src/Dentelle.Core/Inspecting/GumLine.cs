using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Geometry;
using Dentelle.Geometry.Fitting;

namespace Dentelle.Core.Inspecting;

/// <summary>Where the gum's crest runs in the scan before, against where it would run on the average tooth.</summary>
/// <remarks>
/// All round the tooth, profiles from below the neck upward: over the crest they follow the tooth, under it gum thickens. What single
/// profiles say is evened to a line that rises and falls at most twice on its way round; neighbours hide the rest.
/// </remarks>
/// <param name="Doubt">Standard deviation of its height, millimetres.</param>
/// <param name="IsSeen">Whether the scan shows it; else it is that of the average tooth.</param>
public sealed record GumLine(IReadOnlyList<double> Terms, double Doubt, bool IsSeen)
{
    /// <summary>People's gum departs from the average tooth's by about so much (assumed).</summary>
    private const double Unseen = 0.3;

    /// <summary>Of how firmly one place of a seen line is known (set on simulated scans).</summary>
    private const double Seen = 0.05;

    private const int Profiles = 72,
        LeastProfiles = 24;

    /// <summary>
    /// A profile so near the line shows it; of those within so many radians, which would be so many, this share is enough.
    /// </summary>
    private const double Agrees = 0.25,
        Beside = 0.4,
        MostBeside = 2 * Beside / (2 * Math.PI) * Profiles,
        Enough = 0.4;

    /// <summary>How far over and under the expected crest a profile goes, and how far from it the crest is sought.</summary>
    private const double Over = 2.4,
        Under = 1.9,
        Sought = 1.3;

    /// <summary>How much farther out gum comes with every millimetre down, at least.</summary>
    private const double LeastSlope = 0.25;

    /// <summary>A body by itself has no gum: levels are the form's own.</summary>
    internal static readonly GumLine Given = new([0, 0, 0, 0, 0], 0, false);

    /// <summary>How much higher than on the average tooth the crest is in a direction.</summary>
    internal double Off(double angle) => Sum(Row(angle), Terms);

    /// <param name="crest">Height of the crest on the form by direction, in the tooth's own frame.</param>
    internal static GumLine Of(SeenSurface before, ToothFrame frame, PresentTooth present, Func<double, double> crest)
    {
        if (frame.Rms == 0)
            return Given;
        var expected = Enumerable.Range(0, Profiles).Select(k => crest(Angle(k))).ToArray();
        var profiles = Array.ConvertAll(Profile(before, frame, present, expected), Thinned);
        var found = Enumerable
            .Range(0, Profiles)
            .AsParallel()
            .AsOrdered()
            .Select(k => (Angle: Angle(k), Off: Bend(profiles[k], expected[k]) - expected[k]))
            .Where(one => one.Off is not null)
            .Select(one => (one.Angle, Off: one.Off!.Value))
            .ToArray();
        if (found.Length < LeastProfiles || Evened(found) is not var (terms, left))
            return Given with { Doubt = Unseen };
        // Gum goes up and down by itself, too: what single places are off the evened line is not known elsewhere.
        var line = new GumLine(terms, Math.Sqrt((Seen * Seen) + (left * left)), true);
        var agrees = found.Where(one => Math.Abs(one.Off - line.Off(one.Angle)) < Agrees).Select(one => one.Angle).ToArray();
        return line with
        {
            Shares = [.. Enumerable.Range(0, Profiles).Select(k => agrees.Count(angle => Apart(angle, Angle(k)) < Beside) / MostBeside)],
        };
    }

    /// <summary>Of the profiles beside each direction, the share that shows the crest where the line has it.</summary>
    private IReadOnlyList<double> Shares { get; init; } = [];

    /// <summary>Of the crest in a direction: where neighbours hide it, it is known little better than another mouth's.</summary>
    internal double DoubtAt(double angle)
    {
        if (Shares.Count == 0)
            return Doubt;
        var hidden = 1 - Math.Min(1, Shares[ProfileAt(angle)] / Enough);
        return Math.Sqrt((Doubt * Doubt) + (hidden * Unseen * hidden * Unseen));
    }

    private static double Apart(double one, double other) => Math.Abs(Math.IEEERemainder(one - other, 2 * Math.PI));

    private static int ProfileAt(double angle) =>
        (int)Math.Round((angle < 0 ? angle + (2 * Math.PI) : angle) / (2 * Math.PI) * Profiles) % Profiles;

    private static double Sum(double[] row, IReadOnlyList<double> terms) => row.Zip(terms, (a, b) => a * b).Sum();

    private static double Angle(int profile) => 2 * Math.PI * profile / Profiles;

    private static double[] Row(double angle) => [1, Math.Cos(angle), Math.Sin(angle), Math.Cos(2 * angle), Math.Sin(2 * angle)];

    /// <summary>By direction: heights, and how far the scan lies off the form there.</summary>
    private static List<(double Height, double Off)>[] Profile(
        SeenSurface before,
        ToothFrame frame,
        PresentTooth present,
        double[] expected
    )
    {
        const double inside = -0.7,
            outside = 2.2,
            away = -0.1;
        var profiles = Enumerable.Range(0, Profiles).Select(_ => new List<(double, double)>()).ToArray();
        var (mesh, size) = (before.Mesh, present.Form.Size);
        var reach = (0.6 * Math.Max(size.Mesiodistal, size.Faciolingual)) + outside;
        var search = present.Tree.Search();
        for (var i = 0; i < mesh.Positions.Length; i++)
        {
            var own = frame.Own(mesh.Positions[i]);
            var (level, angle) = (Math.Sqrt((own.X * own.X) + (own.Y * own.Y)), Math.Atan2(own.Y, own.X));
            if (level > reach)
                continue;
            var at = ProfileAt(angle);
            if (own.Z > expected[at] + Over || own.Z < expected[at] - Under)
                continue;
            // The neighbour's side looks back at the tooth.
            if (frame.OwnDirection(mesh.Normals[i]).Dot(new Vec3(own.X, own.Y, 0).Unit) < away)
                continue;
            var on = frame.OnForm(own);
            var place = search.Closest((Vector3)on, (float)outside);
            if (place.IsFound && present.Tree.Signed((Vector3)on, place) is > (float)inside and var off)
                profiles[at].Add((own.Z, off));
        }
        return profiles;
    }

    /// <summary>The middle of each step of height: what many places say, a few say as well.</summary>
    private static List<(double Height, double Off)> Thinned(List<(double Height, double Off)> profile)
    {
        const double step = 0.06;
        return
        [
            .. profile
                .GroupBy(one => (int)Math.Floor(one.Height / step))
                .OrderBy(group => group.Key)
                .Select(group => (group.Average(one => one.Height), Ranks.Middle(group.Select(one => one.Off)))),
        ];
    }

    /// <summary>The height at which a profile bends outward going down; null where it shows no bend.</summary>
    private static double? Bend(List<(double Height, double Off)> profile, double expected)
    {
        const double over = 1.3,
            under = 0.8,
            near = 0.4;
        if (Bend(profile, expected, Sought) is not { } rough)
            return null;
        // Gum thickens ever more slowly: close under the crest alone it is straight.
        for (var round = 0; round < 2; round++)
        {
            var close = profile.Where(one => one.Height < rough + over && one.Height > rough - under).ToList();
            if (Bend(close, rough, near) is not { } finer)
                return null;
            rough = finer;
        }
        return rough;
    }

    private static double? Bend(List<(double Height, double Off)> profile, double expected, double sought)
    {
        const int least = 16,
            side = 4;
        const double step = 0.04,
            gain = 0.5;
        if (profile.Count < least)
            return null;
        var straight = Left(profile, null, out _);
        var (best, at) = (double.PositiveInfinity, expected);
        for (var bend = expected - sought; bend <= expected + sought; bend += step)
        {
            var under = profile.Count(one => one.Height < bend);
            if (under < side || profile.Count - under < side)
                continue;
            if (Left(profile, bend, out var slope) is var left && left < best && slope > LeastSlope)
                (best, at) = (left, bend);
        }
        return best < gain * straight ? at : null;
    }

    /// <summary>
    /// What is left of a profile over two straight lines that meet at a height, as a mean square; over one line for none.
    /// </summary>
    private static double Left(List<(double Height, double Off)> profile, double? at, out double slope)
    {
        var system = new LeastSquares(3);
        foreach (var (height, off) in profile)
            system.Add(Line(height), off);
        system.Hold(2, 0, 1e-9);
        var x = system.Solve();
        slope = x[2];
        return profile.Average(one => Math.Pow(one.Off - Sum(Line(one.Height), x), 2));

        double[] Line(double height) => [1, height, at is { } bend ? Math.Max(0, bend - height) : 0];
    }

    /// <summary>A line round the tooth through most of the places, and how far they are off it; null where they agree on none.</summary>
    private static (double[] Terms, double Left)? Evened((double Angle, double Off)[] found)
    {
        var limit = Sought;
        for (var round = 0; ; round++)
        {
            var system = new LeastSquares(5);
            foreach (var (angle, off) in found)
                system.Add(Row(angle), off, 1);
            for (var k = 0; k < 5; k++)
                system.Hold(k, 0, 0.5);
            var terms = system.Solve();
            var left = found.Select(one => one.Off - Sum(Row(one.Angle), terms)).ToArray();
            var spread = Ranks.OverMedian * Ranks.Middle(left.Select(Math.Abs));
            if (found.Length < LeastProfiles / 2)
                return null;
            if (round == 4)
                return (terms, spread);
            limit = Math.Max(0.15, 2.5 * spread);
            found = [.. found.Where((_, i) => Math.Abs(left[i]) < limit)];
        }
    }
}
