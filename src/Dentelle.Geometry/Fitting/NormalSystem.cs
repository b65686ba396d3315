using System.Numerics;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;
using MathNet.Numerics.LinearAlgebra;
using Terms = MathNet.Numerics.LinearAlgebra.Vector<double>;

namespace Dentelle.Geometry.Fitting;

/// <summary>The least-squares system of one round: which small turn and shift lowers the distances to the tangent planes most.</summary>
internal sealed class NormalSystem
{
    private readonly Matrix<double> a = Matrix<double>.Build.Dense(6, 6);
    private readonly Terms b = Terms.Build.Dense(6);
    private readonly Vec3 middle;
    private readonly double radius;
    private readonly int count;

    private NormalSystem(Vec3 middle, double radius, int count, double rms) =>
        (this.middle, this.radius, this.count, Rms) = (middle, radius, count, rms);

    public double Rms { get; }

    public static NormalSystem Of(Mesh mesh, Vector3[] points, SurfacePoint[] places, double share)
    {
        var limit = Limit(places, share);
        var (middle, count, squares) = (default(Vec3), 0, 0.0);
        for (var i = 0; i < points.Length; i++)
        {
            if (places[i].Distance > limit)
                continue;
            middle += points[i];
            squares += places[i].Distance * places[i].Distance;
            count++;
        }
        middle /= count;
        var mean = 0.0;
        for (var i = 0; i < points.Length; i++)
            mean += places[i].Distance > limit ? 0 : ((Vec3)points[i] - middle).Length;
        mean /= count;
        var system = new NormalSystem(middle, mean, count, Math.Sqrt(squares / count));
        system.Sum(mesh, points, places, limit);
        return system;
    }

    /// <summary>The step, and how far at most a point at the mean distance travels by it.</summary>
    public Rigid Solve(out double travel)
    {
        // A surface that can slide on itself has no unique step; a little damping then keeps it where it is.
        for (var i = 0; i < 6; i++)
            a[i, i] += 1e-9 * count;
        var x = a.Cholesky().Solve(b);
        var (turn, shift) = (new Vec3(x[0], x[1], x[2]) / radius, new Vec3(x[3], x[4], x[5]));
        travel = (turn.Length * radius) + shift.Length;
        return Rigid.Moved(-middle).Then(Rigid.FromTurnVector(turn, default)).Then(Rigid.Moved(middle + shift));
    }

    public (double Firmness, Vec3 Turn, Vec3 Shift) Weakest()
    {
        var parts = (a / count).Evd(Symmetricity.Symmetric);
        var v = parts.EigenVectors.Column(0);
        return (Math.Sqrt(Math.Max(0, parts.EigenValues[0].Real)), new Vec3(v[0], v[1], v[2]), new Vec3(v[3], v[4], v[5]));
    }

    private void Sum(Mesh mesh, Vector3[] points, SurfacePoint[] places, double limit)
    {
        Span<double> row = stackalloc double[6];
        Span<double> sums = stackalloc double[21];
        Span<double> right = stackalloc double[6];
        for (var i = 0; i < points.Length; i++)
        {
            ref readonly var place = ref places[i];
            if (place.Distance > limit)
                continue;
            var normal = mesh.AreaVector(place.Triangle).Unit;
            var arm = ((Vec3)points[i] - middle).Cross(normal) / radius;
            (row[0], row[1], row[2], row[3], row[4], row[5]) = (arm.X, arm.Y, arm.Z, normal.X, normal.Y, normal.Z);
            var residual = (place.Place - points[i]).Dot(normal);
            var at = 0;
            for (var r = 0; r < 6; r++)
            {
                right[r] += row[r] * residual;
                for (var c = 0; c <= r; c++)
                    sums[at++] += row[r] * row[c];
            }
        }
        var from = 0;
        for (var r = 0; r < 6; r++)
        {
            b[r] = right[r];
            for (var c = 0; c <= r; c++)
                a[r, c] = a[c, r] = sums[from++];
        }
    }

    /// <summary>The distance within which the given share of the points lies.</summary>
    private static double Limit(SurfacePoint[] places, double share)
    {
        if (share >= 1)
            return double.PositiveInfinity;
        var distances = Array.ConvertAll(places, p => p.Distance);
        Array.Sort(distances);
        return distances[Math.Clamp((int)Math.Ceiling(share * distances.Length) - 1, 0, distances.Length - 1)];
    }
}
