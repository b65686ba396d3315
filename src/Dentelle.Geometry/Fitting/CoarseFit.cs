using System.Numerics;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Fitting;

/// <summary>A rough motion of one surface onto another, and how well it holds.</summary>
/// <param name="Score">Share of the moving points that then lie on the target and face the same way.</param>
/// <param name="Second">The best score of a clearly different motion.</param>
public sealed record CoarseFitResult(Rigid Motion, double Score, double Second);

/// <summary>
/// Lays a surface over another that shows the same thing from anywhere, at least in part: by features and random triples (Fischler and
/// Bolles 1981), then by main axes.
/// </summary>
public static class CoarseFit
{
    /// <summary>Between samples, how far features look, and how near a point must come to count, millimetres.</summary>
    private const float Grid = 0.8f,
        Reach = 3.2f,
        Near = 0.1f;

    private const int Tries = 40_000,
        Kept = 12,
        Probes = 800;

    /// <summary>A score that leaves no doubt: nothing else is tried.</summary>
    private const double Sure = 0.5;

    /// <param name="moving">The surface that moves.</param>
    /// <param name="target">The tree of the one that stands still.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static CoarseFitResult Fit(Mesh moving, MeshTree target, CancellationToken cancel = default)
    {
        var probes = Probe(moving, Probes);
        var (from, to) = (new PointFeatures(Thinned(moving), Reach), new PointFeatures(Thinned(target.Mesh), Reach));
        cancel.ThrowIfCancellationRequested();
        var found = new List<(Rigid Motion, double Score)>();
        foreach (var motion in ByFeatures(from, to, cancel))
            Try(motion);
        if (found.Count == 0 || found.Max(one => one.Score) < Sure)
        {
            foreach (var motion in PrincipalAxes.Ways(moving, target.Mesh))
                Try(motion);
        }
        if (found.Count == 0)
            return new CoarseFitResult(Rigid.Rest, 0, 0);
        var best = found.MaxBy(one => one.Score);
        var others = found.Where(one => Differs(one.Motion, best.Motion, moving.Box)).Select(one => one.Score).DefaultIfEmpty(0);
        return new CoarseFitResult(best.Motion, best.Score, others.Max());

        void Try(Rigid start)
        {
            cancel.ThrowIfCancellationRequested();
            // What lies where a sure one lies ends there too.
            if (found.Any(one => one.Score >= Sure && !Differs(start, one.Motion, moving.Box, 2)))
                return;
            if (RobustFit.Fit(target, probes, start, [6, 2, 0.8], leastScale: 0.05, cancel: cancel) is { } fit)
                found.Add((fit.Motion, Score(probes, fit.Motion, target)));
        }
    }

    /// <summary>Share of the points that lie within a tenth of a millimetre of the target and face the same way.</summary>
    public static double Score(Samples probes, Rigid motion, MeshTree target)
    {
        const double alike = 0.7;
        var moved = Array.ConvertAll(probes.Points, p => (Vector3)motion.Apply(p));
        var places = target.ClosestAll(moved, within: 2 * Near);
        var count = 0;
        for (var i = 0; i < places.Length; i++)
        {
            if (!places[i].IsFound)
                continue;
            var normal = target.Mesh.AreaVector(places[i].Triangle).Unit;
            if (Math.Abs(((Vec3)moved[i] - places[i].Place).Dot(normal)) < Near && motion.Turn(probes.Normals[i]).Dot(normal) > alike)
                count++;
        }
        return (double)count / Math.Max(1, places.Length);
    }

    /// <summary>So many vertices, spread over the surface in the order they come, with their normals.</summary>
    public static Samples Probe(Mesh mesh, int count)
    {
        var step = Math.Max(1, mesh.Positions.Length / count);
        var (points, normals) = (new List<Vector3>(), new List<Vector3>());
        for (var i = step / 2; i < mesh.Positions.Length; i += step)
        {
            points.Add(mesh.Positions[i]);
            normals.Add(mesh.Normals[i]);
        }
        return new Samples([.. points], [.. normals]);
    }

    /// <summary>One point for each cube of a grid that the surface passes.</summary>
    private static Samples Thinned(Mesh mesh)
    {
        var sums = new Dictionary<(int, int, int), (Vector3 Place, Vector3 Normal, int Count)>();
        for (var i = 0; i < mesh.Positions.Length; i++)
        {
            var p = mesh.Positions[i];
            var key = ((int)MathF.Floor(p.X / Grid), (int)MathF.Floor(p.Y / Grid), (int)MathF.Floor(p.Z / Grid));
            var sum = sums.GetValueOrDefault(key);
            sums[key] = (sum.Place + p, sum.Normal + mesh.Normals[i], sum.Count + 1);
        }
        var kept = sums.Values.Where(sum => sum.Normal.Length() > 0.3f * sum.Count).ToArray();
        return new Samples(
            Array.ConvertAll(kept, sum => sum.Place / sum.Count),
            Array.ConvertAll(kept, sum => Vector3.Normalize(sum.Normal))
        );
    }

    private static List<Rigid> ByFeatures(PointFeatures from, PointFeatures to, CancellationToken cancel)
    {
        const int asked = 1500;
        if (from.Samples.Points.Length < 10 || to.Samples.Points.Length < 10)
            return [];
        var step = Math.Max(1, from.Samples.Points.Length / asked);
        var pairs = new (int From, int To)[from.Samples.Points.Length / step];
        Parallel.For(0, pairs.Length, i => pairs[i] = (i * step, from.MostAlike(i * step, to)));
        cancel.ThrowIfCancellationRequested();
        var near = new Cells(to.Samples.Points, 2 * Grid);
        // The same tries on every run: answers must not change from one to the next.
        var random = new Random(1);
        var (best, enough) = (new List<(Rigid Motion, int Score)>(), 0);
        for (var i = 0; i < Tries; i++)
        {
            var (a, b, c) = (pairs[random.Next(pairs.Length)], pairs[random.Next(pairs.Length)], pairs[random.Next(pairs.Length)]);
            if (!Alike(a, b) || !Alike(b, c) || !Alike(c, a))
                continue;
            var motion = PointPairs.Fit(
                [from.Samples.Points[a.From], from.Samples.Points[b.From], from.Samples.Points[c.From]],
                [to.Samples.Points[a.To], to.Samples.Points[b.To], to.Samples.Points[c.To]]
            );
            if (!Facing(a) || !Facing(b) || !Facing(c))
                continue;
            var score = Holding(motion, 60);
            // Most are wrong, and sixty points tell.
            if (score < 18)
                continue;
            best.Add((motion, Holding(motion, 400)));
            // Half of the points lie on the other surface: chance does not do that.
            if (best[^1].Score > 200)
                enough++;
            if (enough >= 3)
                break;
            bool Facing((int From, int To) pair) => motion.Turn(from.Samples.Normals[pair.From]).Dot(to.Samples.Normals[pair.To]) > 0.7;
        }
        return [.. best.OrderByDescending(one => one.Score).Take(Kept).Select(one => one.Motion)];

        bool Alike((int From, int To) one, (int From, int To) other)
        {
            const float same = 0.1f,
                apart = 3;
            var own = Vector3.Distance(from.Samples.Points[one.From], from.Samples.Points[other.From]);
            var theirs = Vector3.Distance(to.Samples.Points[one.To], to.Samples.Points[other.To]);
            return own > apart && Math.Abs(own - theirs) < same * own;
        }

        int Holding(Rigid motion, int count)
        {
            var stride = Math.Max(1, from.Samples.Points.Length / count);
            var held = 0;
            for (var i = 0; i < from.Samples.Points.Length; i += stride)
            {
                var p = (Vector3)motion.Apply(from.Samples.Points[i]);
                var normal = motion.Turn(from.Samples.Normals[i]);
                foreach (var (at, _) in near.Within(p, 1.2f * Grid))
                {
                    if (normal.Dot(to.Samples.Normals[at]) <= 0.6)
                        continue;
                    held++;
                    break;
                }
            }
            return held;
        }
    }

    private static bool Differs(Rigid one, Rigid other, Box3 box, double times = 1) =>
        one.Then(other.Inverse).TurnDegrees > 5 * times || (one.Apply(box.Centre) - other.Apply(box.Centre)).Length > times;
}
