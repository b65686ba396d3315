using MathNet.Numerics.LinearAlgebra;

namespace Dentelle.Geometry.Fitting;

/// <summary>Weighted linear least squares of a few unknowns, gathered row by row.</summary>
public sealed class LeastSquares
{
    private readonly Matrix<double> a;
    private readonly Vector<double> b;

    public LeastSquares(int unknowns) => (a, b) = (Matrix<double>.Build.Dense(unknowns, unknowns), Vector<double>.Build.Dense(unknowns));

    /// <summary>Asks that the row times the unknowns be as near to the value as its weight is worth.</summary>
    public void Add(ReadOnlySpan<double> row, double value, double weight = 1)
    {
        for (var r = 0; r < row.Length; r++)
        {
            b[r] += weight * row[r] * value;
            for (var c = 0; c < row.Length; c++)
                a[r, c] += weight * row[r] * row[c];
        }
    }

    /// <summary>Asks the same of one unknown alone.</summary>
    public void Hold(int unknown, double value, double weight)
    {
        a[unknown, unknown] += weight;
        b[unknown] += weight * value;
    }

    public double[] Solve() => a.Cholesky().Solve(b).ToArray();
}
