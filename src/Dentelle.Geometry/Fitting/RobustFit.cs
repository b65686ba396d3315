using System.Numerics;
using Dentelle.Geometry.Trees;
using MathNet.Numerics.LinearAlgebra;
using Terms = MathNet.Numerics.LinearAlgebra.Vector<double>;

namespace Dentelle.Geometry.Fitting;

/// <summary>Points of a surface with their normals.</summary>
public sealed record Samples(Vector3[] Points, Vector3[] Normals);

/// <summary>A surface laid over another one of which part has changed.</summary>
/// <param name="Motion">Takes the moving points to the target.</param>
/// <param name="Scale">Standard deviation of the residuals where nothing has changed, robustly.</param>
/// <param name="Share">Share of the points that count.</param>
/// <param name="HasSettled">Whether it came to rest before its rounds ran out.</param>
public sealed record RobustFitResult(Rigid Motion, double Scale, double Share, bool HasSettled)
{
    private readonly Matrix<double>? covariance;
    private readonly Vec3 middle;
    private readonly double radius;

    internal RobustFitResult(Rigid motion, double scale, double share, bool settled, NormalSystem system)
        : this(motion, scale, share, settled)
    {
        (middle, radius) = (system.Middle, system.Radius);
        covariance = system.Information.Add(Matrix<double>.Build.DiagonalIdentity(6) * 1e-9).Inverse() * (scale * scale);
        var (firmness, turn, shift) = system.Weakest();
        (Weakest, WeakestMotion) = (firmness, (turn, shift));
    }

    /// <summary>How firmly the least certain motion is held; see <see cref="FitResult.Weakest"/>.</summary>
    public double Weakest { get; }

    public (Vec3 Turn, Vec3 Shift) WeakestMotion { get; }

    /// <summary>
    /// Variance of a mean of distances, were the residuals independent: each distance along a normal at a place moves with the fit.
    /// </summary>
    /// <param name="places">Where, with the normal along which the distance is taken.</param>
    public double Variance(IEnumerable<(Vec3 Place, Vec3 Normal)> places)
    {
        if (covariance is null)
            return 0;
        var (sum, count) = (Terms.Build.Dense(6), 0);
        foreach (var (place, normal) in places)
        {
            var arm = (place - middle).Cross(normal) / radius;
            sum += Terms.Build.Dense([arm.X, arm.Y, arm.Z, normal.X, normal.Y, normal.Z]);
            count++;
        }
        if (count == 0)
            return 0;
        sum /= count;
        return sum * covariance * sum;
    }
}

/// <summary>Point-to-plane iteration that lets go of what has changed: Tukey's weights (Beaton and Tukey 1974) on the residuals.</summary>
public static class RobustFit
{
    /// <summary>Tukey's constant: 95 % as sure as least squares where nothing has changed.</summary>
    private const double Tukey = 4.685;

    /// <param name="target">The surface that stands still.</param>
    /// <param name="moving">Points of the one that moves.</param>
    /// <param name="start">A motion that brings them near.</param>
    /// <param name="within">Farther from the target than this no point counts, in each stage.</param>
    /// <param name="ignored">Triangles of the target that are no true surface: borders, fillings; null for none.</param>
    /// <param name="leastScale">Residuals are never taken to be finer than this.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>Null when too few points find a partner.</returns>
    public static RobustFitResult? Fit(
        MeshTree target,
        Samples moving,
        Rigid start,
        IReadOnlyList<double> within,
        bool[]? ignored = null,
        double leastScale = 0.005,
        CancellationToken cancel = default
    )
    {
        const int least = 30,
            rounds = 15;
        var motion = start;
        var moved = new Vector3[moving.Points.Length];
        NormalSystem? system = null;
        var (scale, share, settled) = (0.0, 0.0, false);
        foreach (var reach in within)
        {
            settled = false;
            for (var round = 0; round < rounds && !settled; round++)
            {
                for (var i = 0; i < moved.Length; i++)
                    moved[i] = (Vector3)motion.Apply(moving.Points[i]);
                var places = target.ClosestAll(moved, within: reach, cancel: cancel);
                var (weights, found) = Weights(target, moving, motion, moved, places, ignored, leastScale);
                share = (double)weights.Count(weight => weight > 0) / Math.Max(1, weights.Length);
                if (share * weights.Length < least)
                    return null;
                scale = found;
                system = NormalSystem.Of(target.Mesh, moved, places, weights);
                var step = system.Solve(out var travel);
                motion = motion.Then(step);
                settled = travel < 0.01 * Math.Max(scale, leastScale);
            }
        }
        return system is null ? null : new RobustFitResult(motion, scale, share, settled, system);
    }

    private static (double[] Weights, double Scale) Weights(
        MeshTree target,
        Samples moving,
        Rigid motion,
        Vector3[] moved,
        SurfacePoint[] places,
        bool[]? ignored,
        double leastScale
    )
    {
        const double alike = 0.3;
        var (residuals, counted) = (new double[moved.Length], new List<double>());
        for (var i = 0; i < moved.Length; i++)
        {
            residuals[i] = double.NaN;
            if (!places[i].IsFound || ignored?[places[i].Triangle] == true)
                continue;
            var normal = target.Mesh.AreaVector(places[i].Triangle).Unit;
            if (motion.Turn(moving.Normals[i]).Dot(normal) < alike)
                continue;
            residuals[i] = ((Vec3)moved[i] - places[i].Place).Dot(normal);
            counted.Add(Math.Abs(residuals[i]));
        }
        if (counted.Count == 0)
            return (new double[moved.Length], 0);
        var scale = Ranks.OverMedian * Ranks.Middle(counted);
        var limit = Tukey * Math.Max(scale, leastScale);
        return (
            Array.ConvertAll(residuals, residual =>
                double.IsNaN(residual) || Math.Abs(residual) >= limit ? 0 : Math.Pow(1 - Math.Pow(residual / limit, 2), 2)
            ),
            scale
        );
    }
}
