using System.Numerics;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Fitting;

/// <summary>How a fit is to be done.</summary>
public sealed record FitOptions
{
    /// <summary>Share of the points that count: the nearest ones. Below 1 where part of the surface has changed.</summary>
    public double Share { get; init; } = 1;

    public int MaxRounds { get; init; } = 40;

    /// <summary>Stop when no point moves further than this share of the surface's size in one round.</summary>
    public double Settled { get; init; } = 1e-5;

    /// <summary>Cores to use; null for all.</summary>
    public int? Cores { get; init; }

    public CancellationToken Cancel { get; init; }
}

/// <summary>A surface laid over another.</summary>
/// <param name="Motion">Takes the moving points to the target.</param>
/// <param name="Rms">Root mean square of the distances of the points that count, to the surface.</param>
/// <param name="Weakest">How firmly the least certain motion is held: the least root mean square by which the residual grows when the
/// points move by one unit, over all motions (a turn is measured at the points' mean distance from their middle). 0: free to slide.</param>
/// <param name="WeakestMotion">That motion: its turn and shift as directions.</param>
/// <param name="HasSettled">Whether it came to rest before its rounds ran out.</param>
public sealed record FitResult(
    Rigid Motion,
    double Rms,
    double Weakest,
    (Vec3 Turn, Vec3 Shift) WeakestMotion,
    int Rounds,
    bool HasSettled
);

/// <summary>Trimmed point-to-plane iteration (Chen and Medioni 1991; Chetverikov and others 2002 for the trimming).</summary>
public static class SurfaceFit
{
    /// <summary>Fewer points than this are not thinned out for the first rounds.</summary>
    private const int EnoughPoints = 2000;

    /// <param name="target">The surface that stands still.</param>
    /// <param name="points">Points of the surface that moves.</param>
    /// <param name="start">A motion that brings them roughly near.</param>
    /// <param name="options">How; null for defaults.</param>
    /// <exception cref="ArgumentException">Fewer than six points.</exception>
    public static FitResult Fit(MeshTree target, ReadOnlySpan<Vector3> points, Rigid start, FitOptions? options = null)
    {
        if (points.Length < 6)
            throw new ArgumentException("A fit needs at least six points.", nameof(points));
        options ??= new();
        var ordered = AlongCurve(points);
        var (motion, rounds) = (start, 0);
        // A sixteenth of the points does most of the way at a sixteenth of the cost.
        if (points.Length / 16 >= EnoughPoints)
        {
            var (coarse, done, _, _) = Rounds(target, Thinned(ordered, 16), motion, options with { Settled = 100 * options.Settled });
            (motion, rounds) = (coarse, done);
        }
        var (fine, more, last, settled) = Rounds(target, ordered, motion, options);
        var (weakest, turn, shift) = last.Weakest();
        return new FitResult(fine, last.Rms, weakest, (turn, shift), rounds + more, settled);
    }

    private static (Rigid Motion, int Rounds, NormalSystem Last, bool Settled) Rounds(
        MeshTree target,
        Vector3[] points,
        Rigid motion,
        FitOptions options
    )
    {
        var size = target.Mesh.Box.Size.Length;
        var moved = new Vector3[points.Length];
        for (var round = 1; ; round++)
        {
            for (var i = 0; i < points.Length; i++)
                moved[i] = (Vector3)motion.Apply(points[i]);
            var places = target.ClosestAll(moved, cores: options.Cores, cancel: options.Cancel);
            var system = NormalSystem.Of(target.Mesh, moved, places, Nearest(places, options.Share));
            if (round > options.MaxRounds)
                return (motion, round - 1, system, false);
            var step = system.Solve(out var travel);
            motion = motion.Then(step);
            if (travel <= options.Settled * size)
                return (motion, round, system, true);
        }
    }

    /// <summary>
    /// The points along a curve that fills space (Morton's): neighbours in space become neighbours in order, which searches
    /// thank for.
    /// </summary>
    private static Vector3[] AlongCurve(ReadOnlySpan<Vector3> points)
    {
        var (low, high) = (points[0], points[0]);
        foreach (var p in points)
            (low, high) = (Vector3.Min(low, p), Vector3.Max(high, p));
        var size = high - low;
        var scale = 1023 / Math.Max(1e-20f, Math.Max(size.X, Math.Max(size.Y, size.Z)));
        var (ordered, keys) = (points.ToArray(), new uint[points.Length]);
        for (var i = 0; i < keys.Length; i++)
        {
            var cell = (ordered[i] - low) * scale;
            keys[i] = Spread((uint)cell.X) | (Spread((uint)cell.Y) << 1) | (Spread((uint)cell.Z) << 2);
        }
        Array.Sort(keys, ordered);
        return ordered;
    }

    /// <summary>Ten bits with two empty ones between each.</summary>
    private static uint Spread(uint bits)
    {
        bits = (bits | (bits << 16)) & 0x030000FF;
        bits = (bits | (bits << 8)) & 0x0300F00F;
        bits = (bits | (bits << 4)) & 0x030C30C3;
        return (bits | (bits << 2)) & 0x09249249;
    }

    private static Vector3[] Thinned(ReadOnlySpan<Vector3> points, int by)
    {
        var kept = new Vector3[points.Length / by];
        for (var i = 0; i < kept.Length; i++)
            kept[i] = points[i * by];
        return kept;
    }

    /// <summary>One for the given share of the points, the nearest ones; nothing for the others.</summary>
    private static double[] Nearest(SurfacePoint[] places, double share)
    {
        var limit = double.PositiveInfinity;
        if (share < 1)
        {
            var distances = Array.ConvertAll(places, p => p.Distance);
            Array.Sort(distances);
            limit = distances[Math.Clamp((int)Math.Ceiling(share * distances.Length) - 1, 0, distances.Length - 1)];
        }
        return Array.ConvertAll(places, place => place.Distance > limit ? 0.0 : 1);
    }
}
