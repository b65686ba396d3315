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
    private readonly double count;

    private NormalSystem(Vec3 middle, double radius, double count, double rms) =>
        (this.middle, this.radius, this.count, Rms) = (middle, radius, count, rms);

    /// <summary>Root mean square of the distances, by weight.</summary>
    public double Rms { get; }

    /// <summary>Where turns are taken about.</summary>
    public Vec3 Middle => middle;

    /// <summary>A turn is measured by how far points at this distance from the middle move.</summary>
    public double Radius => radius;

    /// <param name="weights">One for each point; 0 leaves it out.</param>
    public static NormalSystem Of(Mesh mesh, ReadOnlySpan<Vector3> points, ReadOnlySpan<SurfacePoint> places, ReadOnlySpan<double> weights)
    {
        var (middle, count, squares) = (default(Vec3), 0.0, 0.0);
        for (var i = 0; i < points.Length; i++)
        {
            if (weights[i] == 0)
                continue;
            middle += (Vec3)points[i] * weights[i];
            squares += places[i].Distance * places[i].Distance * weights[i];
            count += weights[i];
        }
        middle /= count;
        var mean = 0.0;
        for (var i = 0; i < points.Length; i++)
            mean += weights[i] == 0 ? 0 : ((Vec3)points[i] - middle).Length * weights[i];
        mean /= count;
        var system = new NormalSystem(middle, mean, count, Math.Sqrt(squares / count));
        system.Sum(mesh, points, places, weights);
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

    /// <summary>How firmly all six motions are held together: what a residual's variance has to be divided by.</summary>
    public Matrix<double> Information => a.Clone();

    private void Sum(Mesh mesh, ReadOnlySpan<Vector3> points, ReadOnlySpan<SurfacePoint> places, ReadOnlySpan<double> weights)
    {
        Span<double> row = stackalloc double[6];
        Span<double> sums = stackalloc double[21];
        Span<double> right = stackalloc double[6];
        for (var i = 0; i < points.Length; i++)
        {
            ref readonly var place = ref places[i];
            if (weights[i] is not (> 0 and var weight))
                continue;
            var normal = mesh.AreaVector(place.Triangle).Unit;
            var arm = ((Vec3)points[i] - middle).Cross(normal) / radius;
            (row[0], row[1], row[2], row[3], row[4], row[5]) = (arm.X, arm.Y, arm.Z, normal.X, normal.Y, normal.Z);
            var residual = (place.Place - points[i]).Dot(normal);
            var at = 0;
            for (var r = 0; r < 6; r++)
            {
                var part = row[r] * weight;
                right[r] += part * residual;
                for (var c = 0; c <= r; c++)
                    sums[at++] += part * row[c];
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
}
