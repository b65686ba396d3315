using System.Numerics;

namespace Dentelle.Geometry.Grids;

/// <summary>
/// Four values over a rectangle in plan, read together: what is asked of the same place again and again lies side by side.
/// </summary>
public sealed class FourGrid
{
    private readonly Grid shape;
    private readonly Vector4[] values;

    /// <param name="shape">Tells where the samples stand; its own values don't count.</param>
    /// <param name="at">The four values of a sample, by its index.</param>
    public FourGrid(Grid shape, Func<int, Vector4> at)
    {
        this.shape = shape;
        values = new Vector4[shape.Columns * shape.Rows];
        for (var i = 0; i < values.Length; i++)
            values[i] = at(i);
    }

    /// <summary>Two-way linear interpolation.</summary>
    public Vector4 At(double x, double y)
    {
        var (at, s, t) = shape.Place(x, y);
        var near = Vector4.Lerp(values[at], values[at + 1], (float)s);
        return Vector4.Lerp(near, Vector4.Lerp(values[at + shape.Columns], values[at + shape.Columns + 1], (float)s), (float)t);
    }

    /// <summary>How the first of the values changes per millimetre to the right and forward.</summary>
    public (double X, double Y) Slope(double x, double y)
    {
        var (at, s, t) = shape.Place(x, y);
        var (a, b, c, d) = (values[at].X, values[at + 1].X, values[at + shape.Columns].X, values[at + shape.Columns + 1].X);
        return ((((b - a) * (1 - t)) + ((d - c) * t)) / shape.Cell, (((c - a) * (1 - s)) + ((d - b) * s)) / shape.Cell);
    }
}
