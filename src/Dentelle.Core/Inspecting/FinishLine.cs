using Dentelle.Geometry;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Inspecting;

/// <summary>One place of the finish line.</summary>
/// <param name="Place">In the tooth's own frame.</param>
/// <param name="Along">Direction in which the line runs on, counter-clockwise seen from the bite.</param>
/// <param name="Inward">Into the tooth, square to the path and to the line.</param>
/// <param name="IsSeen">Whether the surface before was seen there.</param>
/// <param name="IsUnderGum">Whether gum lay over it before, so that it was sought as an edge of the surface after alone.</param>
public readonly record struct Station(Vec3 Place, Vec3 Along, Vec3 Inward, bool IsSeen, bool IsUnderGum = false)
{
    /// <summary>How far along the path a place lies over the line where it goes on: it climbs between the teeth.</summary>
    /// <param name="off">From here.</param>
    internal double Over(Vec3 off, Vec3 path)
    {
        var level = (Along - (path * Along.Dot(path))).Unit;
        var climb = Along.Dot(path) / Math.Max(0.2, Along.Dot(level));
        return off.Dot(path) - (off.Dot(level) * climb);
    }
}

/// <summary>The finish line all round a cut, traced where the cut surface comes out of the old one.</summary>
public sealed record FinishLine(IReadOnlyList<Station> Stations)
{
    /// <summary>Between stations, about, millimetres.</summary>
    internal const double Step = 0.15;

    private const double Beside = 0.25,
        DeepestUsed = 0.22;

    private const int Evened = 3,
        Neighbours = 6;

    private const double Apart = 0.2;

    /// <summary>Middle of all its places.</summary>
    public Vec3 Middle => Stations.Aggregate(default(Vec3), (sum, station) => sum + station.Place) / Stations.Count;

    /// <summary>How far along the path a place lies over the line beside it.</summary>
    internal double Over(Vec3 place, Vec3 path) => (place - Stations[Nearest(place, path)].Place).Dot(path);

    /// <summary>The station beside a place, seen along the path.</summary>
    public int Nearest(Vec3 place, Vec3 path)
    {
        var (best, least) = (0, double.PositiveInfinity);
        for (var i = 0; i < Stations.Count; i++)
        {
            var off = place - Stations[i].Place;
            var level = (off - (path * off.Dot(path))).LengthSquared;
            if (level < least)
                (best, least) = (i, level);
        }
        return best;
    }

    /// <returns>Null where the cut has no closed border.</returns>
    public static FinishLine? Of(SiteSurface site, Vec3 path)
    {
        var values = new double[site.Depths.Length];
        for (var i = 0; i < values.Length; i++)
            values[i] = site.InCut[i] ? site.Depths[i] : Math.Min(site.Depths[i], site.Threshold - 1e-4);
        var loop = LevelLines.Of(site.Mesh, values, site.Threshold).Where(line => line.IsClosed).MaxBy(line => Around(line.Points));
        if (loop is null || loop.Points.Count < 10)
            return null;
        var points = Even(Resampled(loop.Points), 2);
        var raw = Placed(points, path);
        var outer = new double?[raw.Length];
        var near = Near(site, raw);
        Parallel.For(0, raw.Length, i => outer[i] = Outer(site, raw[i], near[i]));
        var shifts = new double[raw.Length];
        for (var i = 0; i < raw.Length; i++)
        {
            var window = Enumerable.Range(-Evened, (2 * Evened) + 1).Select(k => outer[(i + k + raw.Length) % raw.Length]);
            shifts[i] = Ranks.Middle(window.OfType<double>());
        }
        var placed = new Vec3[raw.Length];
        for (var i = 0; i < raw.Length; i++)
        {
            // The line lies on the old surface: the threshold deep it was found, out along it it goes.
            var at =
                near[i].Length == 0
                    ? -1
                    : near[i].MinBy(vertex => (site.Mesh.Positions[vertex] - (System.Numerics.Vector3)raw[i].Place).LengthSquared());
            var normal = at < 0 ? -raw[i].Inward : site.OldNormals[at];
            var outward = (raw[i].Along.Cross(normal)).Unit;
            placed[i] = raw[i].Place + (normal * site.Threshold) + (outward * shifts[i]);
        }
        var under = Array.ConvertAll(near, vertices => IsUnderGum(site, vertices));
        var folded = Folded(
            site,
            [
                .. Placed(Even([.. raw.Select(station => station.Place)], 4), path)
                    .Select((station, i) => station with { IsUnderGum = under[i] }),
            ],
            path
        );
        var line = Placed([.. placed.Select((place, i) => folded[i] ?? place)], path);
        for (var i = 0; i < line.Length; i++)
            line[i] = line[i] with
            {
                IsUnderGum = under[i],
                IsSeen = near[i].Length == 0 || near[i].Count(vertex => site.Seen[vertex]) * 2 >= near[i].Length,
            };
        return new FinishLine(line);
    }

    /// <summary>Whether the surface goes on lying deep under the old one beyond the cut.</summary>
    private static bool IsUnderGum(SiteSurface site, int[] near)
    {
        var (beyond, gum) = (0, 0);
        foreach (var vertex in near)
        {
            if (site.InCut[vertex])
                continue;
            beyond++;
            gum += site.Depths[vertex] > site.Threshold ? 1 : 0;
        }
        return gum * 3 > beyond;
    }

    /// <summary>
    /// How far beyond the place where the cut is deep enough it comes out: the cut surface close to it, followed to no depth.
    /// </summary>
    private static double? Outer(SiteSurface site, Station at, int[] near)
    {
        // Inward along the old surface, square to the line.
        var used = new List<(double In, double Depth)>();
        foreach (var vertex in near)
        {
            Vec3 p = site.Mesh.Positions[vertex];
            if (Math.Abs((p - at.Place).Dot(at.Along)) > Beside || !site.InCut[vertex])
                continue;
            var depth = site.Depths[vertex];
            if (depth <= site.Threshold || depth >= DeepestUsed)
                continue;
            var normal = site.OldNormals[vertex];
            var inward = normal.Cross(at.Along).Unit;
            used.Add(((p + (normal * depth) - at.Place).Dot(inward), depth));
        }
        if (used.Count < 4)
            return null;
        // The place over the depth, not the depth over the place: shoulders are steep.
        var slope = 0.0;
        var meanDepth = 0.0;
        for (var round = 0; round < 3; round++)
        {
            meanDepth = used.Average(one => one.Depth);
            var meanIn = used.Average(one => one.In);
            var spread = used.Sum(one => Math.Pow(one.Depth - meanDepth, 2));
            if (spread < 1e-6)
                return null;
            slope = used.Sum(one => (one.Depth - meanDepth) * (one.In - meanIn)) / spread;
            var (a, b) = (slope, meanIn - (slope * meanDepth));
            var off = Ranks.Middle(used.Select(one => Math.Abs(one.In - (a * one.Depth) - b)));
            var kept = used.Where(one => Math.Abs(one.In - (a * one.Depth) - b) <= Math.Max(0.03, 3 * off)).ToList();
            if (kept.Count == used.Count || kept.Count < 4)
                break;
            used = kept;
        }
        var at0 = used.Average(one => one.In) - (slope * meanDepth);
        // Outward is positive; farther than this nothing was followed but guessed.
        return -at0 is > -0.05 and < 0.25 and var outward ? outward : null;
    }

    /// <summary>
    /// Where the gum was drawn back between the scans, the cut cannot be told from the bared root by its depth. The line is then the
    /// edge at which the surface folds down, next outside the shelf's inner angle. Null where the cut ends on the tooth as it was.
    /// </summary>
    private static Vec3?[] Folded(SiteSurface site, Station[] stations, Vec3 path)
    {
        var edges = new (double Height, double In)?[stations.Length];
        Parallel.For(0, stations.Length, i =>
        {
            if (stations[i].IsUnderGum)
                edges[i] = FoldedSection.Edge(site.Mesh, stations[i], path);
        });
        var found = new Vec3?[stations.Length];
        for (var i = 0; i < found.Length; i++)
        {
            if (edges[i] is var (height, deep))
                found[i] = stations[i].Place + (path * height) + (stations[i].Inward * deep);
        }
        // One section may catch a hole, a nick or the gum itself: what stands off from its neighbours is left out.
        var kept = new Vec3?[found.Length];
        for (var i = 0; i < kept.Length; i++)
        {
            var near = Enumerable
                .Range(-Neighbours, (2 * Neighbours) + 1)
                .Select(k => found[(i + k + found.Length) % found.Length])
                .OfType<Vec3>()
                .ToArray();
            if (found[i] is not { } own || near.Length < 5)
                continue;
            var (z, r) = (Ranks.Middle(near.Select(p => p.Dot(path))), Ranks.Middle(near.Select(Out)));
            if (Math.Abs(own.Dot(path) - z) < Apart && Math.Abs(Out(own) - r) < Apart)
                kept[i] = own;
        }
        for (var i = 0; i < kept.Length; i++)
        {
            if (stations[i].IsUnderGum && kept[i] is null)
                kept[i] = Between(kept, stations, i);
        }
        return kept;

        double Out(Vec3 p) => (p - (path * p.Dot(path))).Length;
    }

    /// <summary>Between the next known places on both sides; null where they are too far apart.</summary>
    private static Vec3? Between(Vec3?[] known, Station[] stations, int at)
    {
        const int farthest = 16;
        var n = known.Length;
        var (back, on) = (1, 1);
        while (back < farthest && Known(at - back) is null)
            back++;
        while (on < farthest && Known(at + on) is null)
            on++;
        return Known(at - back) is { } a && Known(at + on) is { } b ? Vec3.Mix(a, b, (double)back / (back + on)) : null;

        Vec3? Known(int i) =>
            known[(i + (2 * n)) % n] ?? (stations[(i + (2 * n)) % n].IsUnderGum ? null : stations[(i + (2 * n)) % n].Place);
    }

    private static int[][] Near(SiteSurface site, Station[] stations)
    {
        const float reach = 0.7f;
        var cells = new Geometry.Fitting.Cells(site.Mesh.Positions.ToArray(), reach);
        return Array.ConvertAll(stations, station =>
            cells.Within((System.Numerics.Vector3)station.Place, reach).Select(near => near.At).ToArray()
        );
    }

    private static double Around(IReadOnlyList<Vec3> points)
    {
        var sum = 0.0;
        for (var i = 0; i < points.Count; i++)
            sum += (points[(i + 1) % points.Count] - points[i]).Length;
        return sum;
    }

    private static Vec3[] Resampled(IReadOnlyList<Vec3> points)
    {
        var length = Around(points);
        var count = Math.Max(12, (int)Math.Round(length / Step));
        var found = new Vec3[count];
        var (at, passed) = (0, 0.0);
        for (var i = 0; i < count; i++)
        {
            var want = length * i / count;
            while (true)
            {
                var span = (points[(at + 1) % points.Count] - points[at % points.Count]).Length;
                if (passed + span >= want || at >= points.Count)
                {
                    found[i] = Vec3.Mix(points[at % points.Count], points[(at + 1) % points.Count], span > 0 ? (want - passed) / span : 0);
                    break;
                }
                passed += span;
                at++;
            }
        }
        return found;
    }

    private static Vec3[] Even(Vec3[] points, int passes)
    {
        for (var pass = 0; pass < passes; pass++)
            points = Curves.Evened(points, 1);
        return points;
    }

    /// <summary>The same stations at other places.</summary>
    internal FinishLine At(Vec3[] places, Vec3 path)
    {
        var placed = Placed(places, path);
        return new([.. placed.Select((station, i) => station with { IsSeen = Stations[i].IsSeen, IsUnderGum = Stations[i].IsUnderGum })]);
    }

    private static Station[] Placed(Vec3[] points, Vec3 path)
    {
        var stations = new Station[points.Length];
        for (var i = 0; i < points.Length; i++)
        {
            var along = (points[(i + 2) % points.Length] - points[(i + points.Length - 2) % points.Length]).Unit;
            // Counter-clockwise seen from the bite, so the tooth lies to the left.
            stations[i] = new Station(points[i], along, path.Cross(along).Unit, true);
        }
        return stations;
    }
}
