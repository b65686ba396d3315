using System.Numerics;
using Dentelle.Geometry;
using Dentelle.Geometry.Fitting;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Paths;

namespace Dentelle.Core.Inspecting;

/// <summary>How firm a tooth's walls hold a path.</summary>
/// <param name="LeastWall">Degrees of the wall nearest to parallel; negative where it is undercut.</param>
/// <param name="Side">That wall.</param>
public sealed record ToothOnPath(double LeastWall, WallSide Side);

/// <summary>What has to be cut off one wall so that it leans from a path as asked.</summary>
/// <param name="Tooth">Place of the tooth among those asked about.</param>
/// <param name="Depth">At the wall's upper end, at most, millimetres.</param>
/// <param name="Volume">Cubic millimetres.</param>
/// <param name="Outward">Which way the wall faces, in the frame of the path.</param>
public sealed record WallRelief(int Tooth, WallSide Side, Vec3 Outward, double Depth, double Volume);

/// <summary>The path that asks for least more cutting, and that cutting.</summary>
/// <param name="LeanAsked">Degrees that every wall then leans.</param>
public sealed record Relief(Vec3 Direction, double LeanAsked, IReadOnlyList<WallRelief> Walls)
{
    public double Volume => Walls.Sum(wall => wall.Volume);
}

/// <summary>A path of insertion for one tooth or several together.</summary>
/// <param name="Direction">Unit vector, in the frame of the scan before.</param>
/// <param name="LeastWall">Of the worst wall; on a noisy scan a low bound.</param>
/// <param name="Teeth">In the order in which they were given.</param>
/// <param name="IsExact">Whether every facet counts; else fitted ones, and of them all but the worst twentieth.</param>
public sealed record DrawPath(Vec3 Direction, double LeastWall, IReadOnlyList<ToothOnPath> Teeth, bool IsExact)
{
    public double Freedom => Math.Max(0, LeastWall);
}

/// <summary>A tooth's walls as small planes in the frame of the scan before.</summary>
public sealed class WallPlanes
{
    /// <summary>What leans more is no wall but top or shelf, whichever path is taken.</summary>
    private const double MostLean = 50;

    private const float Disc = 0.45f;

    /// <summary>How much worse a deep cut is than two of half its depth, for each millimetre.</summary>
    private const double Even = 0.2;

    /// <summary>Of noisy planes this share is left out as noise.</summary>
    private const double LeftOut = 0.05;

    private readonly SiteSurface? site;
    private readonly Vec3 start;
    private readonly Vec3[] normals;
    private readonly double[] areas;
    private readonly Vec3[] own;

    private readonly (Vec3 Normal, double Height, double Weight, WallSide Side)[] runs;

    internal WallPlanes(SiteSurface site, EvenedCut cut, WallRuns? walls, Vec3 path)
    {
        this.site = site;
        start = Direction(path);
        runs =
        [
            .. Enumerable
                .Range(0, walls?.Runs.Length ?? 0)
                .Where(i => walls!.Runs[i] is not null)
                .Select(i =>
                {
                    var (inward, run) = (walls!.Line.Stations[i].Inward, walls.Runs[i]!.Value);
                    var (sin, cos) = Math.SinCos(double.DegreesToRadians(run.Lean));
                    return (
                        Direction((inward * -cos) + (path * sin)),
                        run.To,
                        run.To / 2 * FinishLine.Step,
                        SiteUndercut.SideOf(-inward, path)
                    );
                }),
        ];
        var fitted = site.Noise == 0 ? FromFacets(cut) : Fitted(cut, site);
        var kept = fitted.Where(one => 90 - one.Normal.AngleTo(path) < MostLean).ToArray();
        own = Array.ConvertAll(kept, one => one.Normal);
        normals = Array.ConvertAll(kept, one => Direction(one.Normal));
        areas = Array.ConvertAll(kept, one => one.Area);
    }

    public bool IsExact => site is null || site.Noise == 0;

    private Vec3 Direction(Vec3 own) => (site?.Frame.ScanDirection(own) ?? own).Unit;

    /// <summary>
    /// The least cutting that lets every wall lean from one path as asked: sought round the path that leaves the worst wall leaning most.
    /// </summary>
    public static Relief LeastRelief(IReadOnlyList<WallPlanes> teeth, Vec3 near, double leanAsked)
    {
        var (best, least) = (near, Sum(near));
        // From wide steps to narrow ones, as long as one helps.
        for (var step = 4.0; step > 0.05; )
        {
            var (x, y) = (best.Square, best.Cross(best.Square));
            var moved = Enumerable
                .Range(0, 8)
                .Select(i =>
                    (
                        best
                        + (((x * Math.Cos(i * Math.PI / 4)) + (y * Math.Sin(i * Math.PI / 4))) * Math.Tan(double.DegreesToRadians(step)))
                    ).Unit
                )
                .Select(direction => (direction, Sum: Sum(direction)))
                .MinBy(one => one.Sum);
            if (moved.Sum < least - 1e-9)
                (best, least) = moved;
            else
                step /= 2;
        }
        return new Relief(best, leanAsked, [.. teeth.SelectMany((tooth, at) => tooth.On(at, best, leanAsked))]);

        // Often what one tooth is spared another loses: of equal sums the one without deep cuts is better.
        double Sum(Vec3 direction) =>
            teeth.Sum(tooth =>
                tooth.runs.Sum(run => Cut(run, direction, leanAsked) is var depth ? depth * (1 + (Even * depth)) * run.Weight : 0)
            );
    }

    /// <summary>How much of a wall's upper end has to go.</summary>
    private static double Cut((Vec3 Normal, double Height, double Weight, WallSide Side) run, Vec3 direction, double leanAsked)
    {
        var lean = double.DegreesToRadians(90 - run.Normal.AngleTo(direction));
        return Math.Max(0, run.Height * (Math.Tan(double.DegreesToRadians(leanAsked)) - Math.Tan(lean)));
    }

    private IEnumerable<WallRelief> On(int at, Vec3 direction, double leanAsked) =>
        runs.GroupBy(run => run.Side)
            .Select(side =>
            {
                var cuts = side.Select(run => (Depth: Cut(run, direction, leanAsked), run.Weight)).OrderBy(cut => cut.Depth).ToArray();
                return new WallRelief(
                    at,
                    side.Key,
                    side.Aggregate(default(Vec3), (sum, run) => sum + (run.Normal * run.Weight)).Unit,
                    // One station may stand off: the twentieth part from above is told.
                    cuts[cuts.Length - 1 - (cuts.Length / 20)].Depth,
                    cuts.Sum(cut => cut.Depth * cut.Weight)
                );
            })
            .Where(relief => relief.Depth > 0.02)
            .OrderByDescending(relief => relief.Volume);

    /// <summary>
    /// Walls of a prepared tooth given as a body by itself, every facet as it is: what leans less than most tops and is no underside. A
    /// facet reaches as high over the lowest one as it lies.
    /// </summary>
    /// <param name="body">In a frame that all teeth of a path share.</param>
    /// <param name="up">About the path: to the bite.</param>
    public WallPlanes(Mesh body, Vec3 up)
    {
        const double underside = -40;
        start = up.Unit;
        var walls = Enumerable
            .Range(0, body.TriangleCount)
            .Select(i =>
            {
                var (a, b, c) = body.Triangle(i);
                var (low, middle, high) = (a.Dot(start), b.Dot(start), c.Dot(start));
                return (
                    Area: body.AreaVector(i),
                    Low: Math.Min(low, Math.Min(middle, high)),
                    Middle: (low + middle + high) / 3,
                    High: Math.Max(low, Math.Max(middle, high))
                );
            })
            .Where(facet => facet.Area.LengthSquared > 1e-14 && 90 - facet.Area.AngleTo(up) is > underside and < MostLean)
            .ToArray();
        own = normals = Array.ConvertAll(walls, facet => facet.Area.Unit);
        areas = Array.ConvertAll(walls, facet => facet.Area.Length / 2);
        var foot = walls.Length == 0 ? 0 : walls.Min(facet => facet.Low);
        runs = Array.ConvertAll(walls, facet =>
            (
                facet.Area.Unit,
                facet.High - foot,
                facet.Area.Length / 2 * (facet.Middle - foot) / Math.Max(1e-9, facet.High - foot),
                SiteUndercut.SideOf(facet.Area, start)
            )
        );
    }

    /// <summary>The path that leaves the worst wall of all teeth leaning most.</summary>
    public static DrawPath Best(IReadOnlyList<WallPlanes> teeth)
    {
        var all = teeth
            .SelectMany((tooth, at) => tooth.normals.Select((normal, i) => (Normal: normal, Area: tooth.areas[i], Tooth: at)))
            .ToArray();
        if (all.Length == 0)
            return new DrawPath(teeth[0].start, 90, [.. teeth.Select(_ => new ToothOnPath(90, WallSide.Facial))], true);
        var isExact = teeth.All(tooth => tooth.IsExact);
        var used = Array.ConvertAll(all, one => one.Normal);
        if (isExact)
            return Along(teeth, DrawCone.Of(used).Direction);
        var direction = teeth.Aggregate(default(Vec3), (sum, tooth) => sum + tooth.start).Unit;
        for (var round = 0; round < 8; round++)
        {
            // Of each tooth the worst twentieth of its area is left out, seen along the path found so far.
            var kept = all.GroupBy(one => one.Tooth)
                .SelectMany(tooth =>
                {
                    var limit = Share(tooth.Select(one => (one.Normal.Dot(direction), one.Area)), LeftOut);
                    return tooth.Where(one => one.Normal.Dot(direction) >= limit);
                })
                .Select(one => one.Normal)
                .ToArray();
            var next = DrawCone.Of(kept).Direction;
            var moved = next.AngleTo(direction);
            direction = next;
            if (moved < 0.02)
                break;
        }
        return Along(teeth, direction);
    }

    /// <summary>How all teeth stand to a path.</summary>
    public static DrawPath Along(IReadOnlyList<WallPlanes> teeth, Vec3 direction)
    {
        ToothOnPath[] on = [.. teeth.Select(tooth => tooth.On(direction))];
        return new DrawPath(direction, on.Min(tooth => tooth.LeastWall), on, teeth.All(tooth => tooth.IsExact));
    }

    private ToothOnPath On(Vec3 direction)
    {
        if (normals.Length == 0)
            return new ToothOnPath(90, WallSide.Facial);
        var leans = Array.ConvertAll(normals, normal => 90 - normal.AngleTo(direction));
        var least = IsExact ? leans.Min() : Share(leans.Zip(areas), LeftOut);
        var ownPath = site?.Frame.OwnDirection(direction) ?? direction;
        // The side of what leans least, by what is near the worst.
        var side = Enum.GetValues<WallSide>()
            .MaxBy(one =>
                Enumerable
                    .Range(0, leans.Length)
                    .Where(i => leans[i] <= least + 1 && SiteUndercut.SideOf(own[i], ownPath) == one)
                    .Sum(i => areas[i])
            );
        return new ToothOnPath(least, side);
    }

    private static double Share(IEnumerable<(double Value, double Weight)> values, double share) =>
        Ranks.AtShare([.. values.OrderBy(one => one.Value)], one => one.Weight, share).Value;

    private static IEnumerable<(Vec3 Normal, double Area)> FromFacets(EvenedCut cut)
    {
        var mesh = cut.Tree.Mesh;
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            if (mesh.AreaVector(i) is { LengthSquared: > 1e-14 } area)
                yield return (area.Unit, area.Length / 2);
        }
    }

    /// <summary>Normals of planes through what lies within a disc round each place and faces alike.</summary>
    private static (Vec3 Normal, double Area)[] Fitted(EvenedCut cut, SiteSurface site)
    {
        var cells = new Cells(cut.Places, Disc);
        var found = new (Vec3, double)[cut.Places.Length];
        Parallel.For(0, found.Length, i =>
        {
            var sum = default(Vec3);
            foreach (var (near, _) in cells.Within(cut.Places[i], Disc))
            {
                if (Vector3.Dot(cut.Normals[near], cut.Normals[i]) > 0.85f)
                    sum += (Vec3)cut.Normals[near] * site.Areas[cut.Vertices[near]];
            }
            found[i] = (sum.Unit, site.Areas[cut.Vertices[i]]);
        });
        return found;
    }
}
