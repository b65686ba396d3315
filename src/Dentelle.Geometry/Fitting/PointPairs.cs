using MathNet.Numerics.LinearAlgebra;

namespace Dentelle.Geometry.Fitting;

/// <summary>The rigid motion that brings points nearest to their partners in the sense of least squares.</summary>
/// <remarks>
/// Horn, "Closed-form solution of absolute orientation using unit quaternions", 1987: the greatest eigenvector of a 4×4
/// matrix.
/// </remarks>
public static class PointPairs
{
    /// <param name="from">At least three points, not all on a line.</param>
    /// <param name="to">Their partners, in the same order.</param>
    /// <exception cref="ArgumentException">Too few, or of unlike number.</exception>
    public static Rigid Fit(ReadOnlySpan<Vec3> from, ReadOnlySpan<Vec3> to)
    {
        if (from.Length < 3 || from.Length != to.Length)
            throw new ArgumentException("At least three pairs are needed, as many points as partners.", nameof(to));
        var (a, b) = (Middle(from), Middle(to));
        var s = Matrix<double>.Build.Dense(3, 3);
        for (var i = 0; i < from.Length; i++)
        {
            var (p, q) = (from[i] - a, to[i] - b);
            for (var row = 0; row < 3; row++)
            {
                for (var column = 0; column < 3; column++)
                    s[row, column] += Part(p, row) * Part(q, column);
            }
        }
        var n = Matrix<double>.Build.DenseOfArray(
            new[,]
            {
                { s[0, 0] + s[1, 1] + s[2, 2], s[1, 2] - s[2, 1], s[2, 0] - s[0, 2], s[0, 1] - s[1, 0] },
                { s[1, 2] - s[2, 1], s[0, 0] - s[1, 1] - s[2, 2], s[0, 1] + s[1, 0], s[2, 0] + s[0, 2] },
                { s[2, 0] - s[0, 2], s[0, 1] + s[1, 0], s[1, 1] - s[0, 0] - s[2, 2], s[1, 2] + s[2, 1] },
                { s[0, 1] - s[1, 0], s[2, 0] + s[0, 2], s[1, 2] + s[2, 1], s[2, 2] - s[0, 0] - s[1, 1] },
            }
        );
        var q4 = n.Evd(Symmetricity.Symmetric).EigenVectors.Column(3);
        var v = new Vec3(q4[1], q4[2], q4[3]);
        var turn = Rigid.Turned(v, double.RadiansToDegrees(2 * Math.Atan2(v.Length, q4[0])));
        return turn.Then(Rigid.Moved(b - turn.Turn(a)));
    }

    private static Vec3 Middle(ReadOnlySpan<Vec3> points)
    {
        var sum = default(Vec3);
        foreach (var p in points)
            sum += p;
        return sum / points.Length;
    }

    private static double Part(Vec3 p, int axis) =>
        axis switch
        {
            0 => p.X,
            1 => p.Y,
            _ => p.Z,
        };
}
