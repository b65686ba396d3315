using System.Numerics;

namespace Dentelle.Geometry.Trees;

/// <summary>Many questions at once, over all cores. Answers don't depend on how many there are: every run of questions starts afresh.</summary>
public static class MeshTreeBatch
{
    private const int Run = 2048;

    /// <summary>The nearest place for each point.</summary>
    public static SurfacePoint[] ClosestAll(this MeshTree tree, ReadOnlyMemory<Vector3> points, double within = double.PositiveInfinity, int? cores = null, CancellationToken cancel = default)
    {
        var found = new SurfacePoint[points.Length];
        InRuns(points.Length, cores, (from, to) =>
        {
            var span = points.Span;
            var search = tree.Search();
            for (var i = from; i < to; i++) found[i] = search.Closest(span[i], within);
        }, cancel);
        return found;
    }

    /// <summary>The signed distance of each point.</summary>
    public static double[] SignedDistances(this MeshTree tree, ReadOnlyMemory<Vector3> points, int? cores = null, CancellationToken cancel = default)
    {
        var found = new double[points.Length];
        InRuns(points.Length, cores, (from, to) =>
        {
            var span = points.Span;
            var search = tree.Search();
            for (var i = from; i < to; i++) found[i] = search.SignedDistance(span[i]);
        }, cancel);
        return found;
    }

    /// <summary>Whether each ray meets anything.</summary>
    public static bool[] AnyHits(this MeshTree tree, ReadOnlyMemory<Ray> rays, int? cores = null, CancellationToken cancel = default)
    {
        var met = new bool[rays.Length];
        InRuns(rays.Length, cores, (from, to) =>
        {
            var span = rays.Span;
            var search = tree.Search();
            for (var i = from; i < to; i++) met[i] = search.AnyHit(span[i]);
        }, cancel);
        return met;
    }

    private static void InRuns(int count, int? cores, Action<int, int> work, CancellationToken cancel)
    {
        var runs = (count + Run - 1) / Run;
        var options = new ParallelOptions { MaxDegreeOfParallelism = cores ?? Environment.ProcessorCount, CancellationToken = cancel };
        Parallel.For(0, runs, options, run => work(run * Run, Math.Min(count, (run + 1) * Run)));
    }
}
