using System.Numerics;
using Dentelle.Geometry;
using Dentelle.Geometry.Grids;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Preparing;

/// <summary>The highest surface that leaves every place above it its depth, as a height over the plan: what balls of the
/// depth's radius, rolled
/// over the present surface, leave beneath them.</summary>
/// <remarks>The depth is a true distance by construction. Balls are larger by the rounding radius, and a ball of that radius fills up again
/// from below: no outer edge is sharper.</remarks>
internal sealed class ReducedTop
{
    private readonly Grid heights;
    private readonly FourGrid facing;

    /// <param name="present">Vertices whose surface faces the bite count.</param>
    /// <param name="depths">Depth at each vertex; NaN where the top has no say.</param>
    /// <param name="rounding">Least radius of outer edges.</param>
    /// <param name="ceiling">The greatest height over a place in plan, where nothing else limits.</param>
    /// <param name="cell">Fineness; narrow blades need more.</param>
    public ReducedTop(Mesh present, double[] depths, double rounding, Func<double, double, double> ceiling, double cell)
    {
        var eroded = Grid.Over(present.Box, cell);
        eroded.Each((x, y, at) => eroded[at] = ceiling(x, y) - rounding);
        Erode(eroded, present, depths, rounding);
        heights = rounding > 0 ? Filled(eroded, Grid.Over(present.Box, cell), rounding) : eroded;
        // The balls stand on vertices some tenths of a millimetre apart; this takes away the scallops between them.
        heights.Blur(0.08);
        facing = new FourGrid(heights, at =>
        {
            var (row, column) = Math.DivRem(at, heights.Columns);
            var (across, along) = (Value(column + 1, row) - Value(column - 1, row), Value(column, row + 1) - Value(column, row - 1));
            return new Vector4((float)heights[at], (float)(across / (2 * cell)), (float)(along / (2 * cell)), 0);
        });
    }

    /// <summary>About the distance above the reduced surface, negative below it; and which way that surface faces.</summary>
    public (double Distance, Vec3 Normal) Over(Vec3 p)
    {
        var here = facing.At(p.X, p.Y);
        var normal = new Vec3(-here.Y, -here.Z, 1).Unit;
        return ((p.Z - here.X) * normal.Z, normal);
    }

    public double Height(double x, double y) => heights.At(x, y);

    private static void Erode(Grid grid, Mesh present, double[] depths, double rounding)
    {
        // Each thread takes a band of rows and all balls that reach into it. Single precision, eight columns at a time:
        // this is most of the work. Rows are longer than the grid's, so that no column needs to be looked at alone.
        const int bands = 8;
        var rows = (grid.Rows + bands - 1) / bands;
        var stride = grid.Columns + Vector<float>.Count;
        var lows = new float[stride * grid.Rows];
        for (var row = 0; row < grid.Rows; row++)
        {
            for (var column = 0; column < grid.Columns; column++)
                lows[(row * stride) + column] = (float)grid[(row * grid.Columns) + column];
        }
        Parallel.For(0, bands, band =>
        {
            for (var i = 0; i < depths.Length; i++)
            {
                if (double.IsNaN(depths[i]))
                    continue;
                var ball = depths[i] + rounding;
                var p = present.Positions[i];
                var (firstRow, lastRow) = grid.RowsBetween(p.Y - ball, p.Y + ball);
                for (var row = Math.Max(firstRow, band * rows); row <= Math.Min(lastRow, ((band + 1) * rows) - 1); row++)
                {
                    var dy = grid.Y(row) - p.Y;
                    var square = Math.Max(0, (ball * ball) - (dy * dy));
                    var half = Math.Sqrt(square);
                    var (first, last) = grid.ColumnsBetween(p.X - half, p.X + half);
                    if (first <= last)
                        Lower(
                            lows.AsSpan((row * stride) + first, stride - first),
                            last - first + 1,
                            (float)(grid.X(first) - p.X),
                            (float)grid.Cell,
                            (float)square,
                            p.Z
                        );
                }
            }
        });
        for (var row = 0; row < grid.Rows; row++)
        {
            for (var column = 0; column < grid.Columns; column++)
                grid[(row * grid.Columns) + column] = lows[(row * stride) + column];
        }
    }

    /// <summary>
    /// Takes a row of heights down to a circle's lower half; columns stand a cell apart, the first one <paramref name="x"/>
    /// from its middle. The row goes on for a vector's length behind the last of them.
    /// </summary>
    private static void Lower(Span<float> lows, int count, float x, float cell, float square, float middle)
    {
        var (off, step) = ((Vector<float>.Indices * cell) + new Vector<float>(x), new Vector<float>(Vector<float>.Count * cell));
        var (top, all) = (new Vector<float>(middle), new Vector<float>(square));
        for (var at = 0; at < count; at += Vector<float>.Count)
        {
            var here = lows.Slice(at, Vector<float>.Count);
            var under = all - (off * off);
            var (before, after) = (new Vector<float>(here), top - Vector.SquareRoot(under));
            // Beside the circle there is no root, and no height is less than that.
            Vector.ConditionalSelect(Vector.LessThan(after, before), after, before).CopyTo(here);
            off += step;
        }
    }

    /// <summary>What a ball below the surface reaches from inside.</summary>
    private static Grid Filled(Grid eroded, Grid filled, double radius)
    {
        var reach = (int)Math.Floor(radius / eroded.Cell);
        var caps = new List<(int Column, int Row, double Rise)>();
        for (var row = -reach; row <= reach; row++)
        {
            for (var column = -reach; column <= reach; column++)
            {
                var left = (radius * radius) - (((row * row) + (column * column)) * eroded.Cell * eroded.Cell);
                if (left >= 0)
                    caps.Add((column, row, Math.Sqrt(left)));
            }
        }
        eroded.Each(
            (column, row) =>
            {
                var highest = double.NegativeInfinity;
                foreach (var (c, r, rise) in caps)
                {
                    if ((uint)(column + c) >= (uint)eroded.Columns || (uint)(row + r) >= (uint)eroded.Rows)
                        continue;
                    highest = Math.Max(highest, eroded[((row + r) * eroded.Columns) + column + c] + rise);
                }
                filled[(row * eroded.Columns) + column] = highest;
            }
        );
        return filled;
    }

    private double Value(int column, int row) =>
        heights[(Math.Clamp(row, 0, heights.Rows - 1) * heights.Columns) + Math.Clamp(column, 0, heights.Columns - 1)];
}
