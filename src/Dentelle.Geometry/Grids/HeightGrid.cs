using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Grids;

/// <summary>The highest of a surface over each place of a plane; beyond it, that of the nearest place it has.</summary>
public static class HeightGrid
{
    public static Grid Of(Mesh surface, double cell)
    {
        var grid = Grid.Over(surface.Box, cell);
        Array.Fill(grid.Values, double.NegativeInfinity);
        for (var i = 0; i < surface.TriangleCount; i++)
            Raise(grid, surface.Triangle(i));
        // What no facet covers takes its neighbours' greatest, ring by ring.
        for (var open = true; open; )
        {
            open = false;
            var before = (double[])grid.Values.Clone();
            for (var at = 0; at < before.Length; at++)
            {
                if (!double.IsNegativeInfinity(before[at]))
                    continue;
                var (row, column) = Math.DivRem(at, grid.Columns);
                for (var k = 0; k < 4; k++)
                {
                    var (r, c) = (
                        row
                            + (
                                k == 0 ? 1
                                : k == 1 ? -1
                                : 0
                            ),
                        column
                            + (
                                k == 2 ? 1
                                : k == 3 ? -1
                                : 0
                            )
                    );
                    if (r >= 0 && c >= 0 && r < grid.Rows && c < grid.Columns)
                        grid[at] = Math.Max(grid[at], before[(r * grid.Columns) + c]);
                }
                open |= double.IsNegativeInfinity(grid[at]);
            }
        }
        return grid;
    }

    private static void Raise(Grid grid, (Vec3 A, Vec3 B, Vec3 C) t)
    {
        var whole = ((t.B.X - t.A.X) * (t.C.Y - t.A.Y)) - ((t.B.Y - t.A.Y) * (t.C.X - t.A.X));
        if (whole <= 0)
            return;
        var (firstColumn, lastColumn) = grid.ColumnsBetween(
            Math.Min(t.A.X, Math.Min(t.B.X, t.C.X)),
            Math.Max(t.A.X, Math.Max(t.B.X, t.C.X))
        );
        var (firstRow, lastRow) = grid.RowsBetween(Math.Min(t.A.Y, Math.Min(t.B.Y, t.C.Y)), Math.Max(t.A.Y, Math.Max(t.B.Y, t.C.Y)));
        for (var row = firstRow; row <= lastRow; row++)
        {
            for (var column = firstColumn; column <= lastColumn; column++)
            {
                var (x, y) = (grid.X(column), grid.Y(row));
                var b = (((x - t.A.X) * (t.C.Y - t.A.Y)) - ((y - t.A.Y) * (t.C.X - t.A.X))) / whole;
                var c = (((t.B.X - t.A.X) * (y - t.A.Y)) - ((t.B.Y - t.A.Y) * (x - t.A.X))) / whole;
                if (b < -1e-9 || c < -1e-9 || b + c > 1 + 1e-9)
                    continue;
                var at = (row * grid.Columns) + column;
                grid[at] = Math.Max(grid[at], t.A.Z + (b * (t.B.Z - t.A.Z)) + (c * (t.C.Z - t.A.Z)));
            }
        }
    }
}
