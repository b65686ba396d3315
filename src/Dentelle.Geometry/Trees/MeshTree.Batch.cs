using System.Numerics;

namespace Dentelle.Geometry.Trees;

/// <summary>
/// Many questions at once, over all cores. Answers don't depend on how many there are: every run of questions starts
/// afresh.
/// </summary>
public static class MeshTreeBatch
{
    private const int Run = 2048;

    /// <summary>The nearest place for each point.</summary>
    public static SurfacePoint[] ClosestAll(
        this MeshTree tree,
        ReadOnlyMemory<Vector3> points,
        double within = double.PositiveInfinity,
        int? cores = null,
        CancellationToken cancel = default
    )
    {
        var found = new SurfacePoint[points.Length];
        InRuns(
            points.Length,
            cores,
            (from, count) => tree.Search().Closest(points.Span.Slice(from, count), found.AsSpan(from, count), within),
            cancel
        );
        return found;
    }

    /// <summary>The distance of each point from the surface, never negative, in single precision; +∞ where nothing lies within.</summary>
    public static float[] Distances(
        this MeshTree tree,
        ReadOnlyMemory<Vector3> points,
        double within = double.PositiveInfinity,
        int? cores = null,
        CancellationToken cancel = default
    )
    {
        var distances = new float[points.Length];
        InRuns(
            points.Length,
            cores,
            (from, count) => tree.Search().Distances(points.Span.Slice(from, count), distances.AsSpan(from, count), within),
            cancel
        );
        return distances;
    }

    /// <summary>The signed distance of each point.</summary>
    public static double[] SignedDistances(
        this MeshTree tree,
        ReadOnlyMemory<Vector3> points,
        int? cores = null,
        CancellationToken cancel = default
    )
    {
        var distances = new double[points.Length];
        InRuns(
            points.Length,
            cores,
            (from, count) => tree.Search().SignedDistances(points.Span.Slice(from, count), distances.AsSpan(from, count)),
            cancel
        );
        return distances;
    }

    /// <summary>Whether a ray of one direction from each origin meets anything.</summary>
    public static bool[] AnyHits(
        this MeshTree tree,
        ReadOnlyMemory<Vector3> origins,
        Vec3 direction,
        int? cores = null,
        CancellationToken cancel = default
    )
    {
        var met = new bool[origins.Length];
        InRuns(
            origins.Length,
            cores,
            (from, count) => tree.Search().AnyHit(origins.Span.Slice(from, count), direction, met.AsSpan(from, count)),
            cancel
        );
        return met;
    }

    private static void InRuns(int count, int? cores, Action<int, int> work, CancellationToken cancel)
    {
        var runs = (count + Run - 1) / Run;
        var options = new ParallelOptions { MaxDegreeOfParallelism = cores ?? Environment.ProcessorCount, CancellationToken = cancel };
        Parallel.For(0, runs, options, run => work(run * Run, Math.Min(Run, count - (run * Run))));
    }
}
