using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>The straight part of a wall over one place of the finish line.</summary>
/// <param name="From">Where it begins over the finish line, along the path, millimetres.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Lean">Degrees inward from the path; negative where it overhangs.</param>
/// <param name="Foot">How far inside the finish line it would stand at the line's own height: the shelf's width.</param>
public readonly record struct StraightRun(double From, double To, double Lean, double Foot)
{
    public double Length => To - From;
}

/// <summary>What stands over each place of the finish line, and the straight run in it.</summary>
internal sealed class WallRuns
{
    private const double Beside = 0.3,
        Bin = 0.12,
        Highest = 12,
        Deepest = 4.5;

    /// <summary>The wall proper begins over the shelf's rounding; what begins higher is a plane or a fossa.</summary>
    private const double Foot = 1.2;

    private const double Shortest = 0.6,
        ShortestKept = 0.8,
        LeastLean = -15,
        MostLean = 25;

    /// <summary>A long run that leans a little more is preferred to a short steep one: degrees for which a millimetre stands.</summary>
    private const double LengthWorth = 5;

    private const int Evened = 9;

    private WallRuns(FinishLine line, StraightRun?[] runs) => (Line, Runs) = (line, runs);

    public FinishLine Line { get; }

    /// <summary>One for each station; null where nothing straight stands.</summary>
    public StraightRun?[] Runs { get; }

    public static WallRuns Of(SiteSurface site, FinishLine line, Vec3 path)
    {
        var profiles = Profiles(site, line, path);
        // Noise of one surface alone, over the few points of a bin.
        var straight = Math.Max(site.Noise == 0 ? 0.005 : 0.02, 1.6 * site.Noise / Math.Sqrt(2));
        var chosen = new StraightRun?[profiles.Length];
        Parallel.For(0, profiles.Length, i => chosen[i] = Chosen(profiles[i], straight));
        // What is chosen under noise leans too little: the windows are taken from the neighbours, and fitted without a choice.
        var runs = new StraightRun?[profiles.Length];
        for (var i = 0; i < runs.Length; i++)
        {
            var near = Enumerable
                .Range(-Evened, (2 * Evened) + 1)
                .Select(k => chosen[(i + k + runs.Length) % runs.Length])
                .OfType<StraightRun>()
                .ToArray();
            if (near.Length <= Evened || chosen[i] is null)
                continue;
            var (from, to) = (Ranks.Middle(near.Select(run => run.From)), Ranks.Middle(near.Select(run => run.To)));
            // The ends of a run are where it begins to bend.
            if (to - from > ShortestKept + (4 * Bin))
                (from, to) = (from + Bin, to - Bin);
            if (to - from >= ShortestKept)
                runs[i] = Fitted(profiles[i].Where(p => p.Height >= from - 1e-9 && p.Height <= to + 1e-9).ToArray(), straight * 1.5);
        }
        return new WallRuns(line, runs);
    }

    /// <summary>Middles of what faces outward over each station, by height.</summary>
    private static (double Height, double In)[][] Profiles(SiteSurface site, FinishLine line, Vec3 path)
    {
        var used = Enumerable.Range(0, site.InCut.Length).Where(i => site.InCut[i]).ToArray();
        var places = Array.ConvertAll(used, i => (Vec3)site.Mesh.Positions[i]);
        var normals = Array.ConvertAll(used, i => (Vec3)site.Mesh.Normals[i]);
        var profiles = new (double, double)[line.Stations.Count][];
        Parallel.For(0, profiles.Length, at =>
        {
            var station = line.Stations[at];
            var along = (station.Along - (path * station.Along.Dot(path))).Unit;
            var bins = new List<double>[(int)(Highest / Bin) + 1];
            for (var i = 0; i < places.Length; i++)
            {
                var off = places[i] - station.Place;
                if (Math.Abs(off.Dot(along)) > Beside)
                    continue;
                var (deep, height) = (off.Dot(station.Inward), off.Dot(path));
                if (deep is < -1 or > Deepest || height is < 0 or >= Highest || normals[i].Dot(station.Inward) > 0)
                    continue;
                (bins[(int)(height / Bin)] ??= []).Add(deep);
            }
            profiles[at] =
            [
                .. bins.Select((bin, k) => (Bin: bin, Height: (k + 0.5) * Bin))
                    .Where(one => one.Bin is { Count: > 0 })
                    .Select(one => (one.Height, Ranks.Middle(one.Bin))),
            ];
        });
        return profiles;
    }

    private static StraightRun? Chosen((double Height, double In)[] profile, double straight)
    {
        StraightRun? best = null;
        var least = double.PositiveInfinity;
        for (var from = 0; from < profile.Length && profile[from].Height <= Foot; from++)
        {
            for (var to = from + 3; to < profile.Length; to++)
            {
                // A gap in the profile is no wall.
                if (profile[to].Height - profile[to - 1].Height > 2.5 * Bin)
                    break;
                var length = profile[to].Height - profile[from].Height;
                if (length < Shortest)
                    continue;
                if (Fitted(profile[from..(to + 1)], straight) is not { } run)
                    continue;
                if (run.Lean is < LeastLean or > MostLean || run.Lean + (LengthWorth / length) >= least)
                    continue;
                (best, least) = (run, run.Lean + (LengthWorth / length));
            }
        }
        return best;
    }

    private static StraightRun? Fitted((double Height, double In)[] points, double straight)
    {
        if (points.Length < 4)
            return null;
        var (h, x) = (points.Average(p => p.Height), points.Average(p => p.In));
        var slope = points.Sum(p => (p.Height - h) * (p.In - x)) / points.Sum(p => Math.Pow(p.Height - h, 2));
        var off = Math.Sqrt(points.Average(p => Math.Pow(p.In - x - (slope * (p.Height - h)), 2)));
        return off > straight
            ? null
            : new StraightRun(points[0].Height, points[^1].Height, double.RadiansToDegrees(Math.Atan(slope)), x - (slope * h));
    }
}
