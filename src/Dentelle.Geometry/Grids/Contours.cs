namespace Dentelle.Geometry.Grids;

/// <summary>Closed lines round the places of a grid that lie above a level (marching squares, linear between samples).</summary>
public static class Contours
{
    /// <returns>Lines in no order, higher values on their left; what touches the grid's edge is left out.</returns>
    public static IReadOnlyList<IReadOnlyList<Vec2>> Above(Grid grid, double level)
    {
        // Each crossed edge of a cell leads to the next: an edge is named by the sample it begins at and its direction.
        var next = new Dictionary<(int At, bool Up), (int At, bool Up)>();
        for (var row = 0; row < grid.Rows - 1; row++)
        {
            for (var column = 0; column < grid.Columns - 1; column++)
                Cell(grid, level, column, row, next);
        }
        var lines = new List<IReadOnlyList<Vec2>>();
        while (next.Count > 0)
        {
            var begin = next.Keys.First();
            var line = new List<Vec2>();
            var at = begin;
            while (next.Remove(at, out var following))
            {
                line.Add(Place(grid, level, at));
                at = following;
            }
            if (at == begin && line.Count > 2)
                lines.Add(line);
        }
        return lines;
    }

    /// <summary>
    /// Lines through one cell: from the edge by which a walker enters to the one by which he leaves, the high side on his left.
    /// </summary>
    private static void Cell(Grid grid, double level, int column, int row, Dictionary<(int, bool), (int, bool)> next)
    {
        var (a, b) = ((row * grid.Columns) + column, (row * grid.Columns) + column + 1);
        var (c, d) = (b + grid.Columns, a + grid.Columns);
        var (bottom, right, top, left) = ((a, false), (b, true), (d, false), (a, true));
        var corners = (Is(a) ? 1 : 0) | (Is(b) ? 2 : 0) | (Is(c) ? 4 : 0) | (Is(d) ? 8 : 0);
        var high = (grid[a] + grid[b] + grid[c] + grid[d]) / 4 > level;
        switch (corners)
        {
            case 1:
                next[bottom] = left;
                break;
            case 2:
                next[right] = bottom;
                break;
            case 3:
                next[right] = left;
                break;
            case 4:
                next[top] = right;
                break;
            case 5 when high:
                (next[bottom], next[top]) = (right, left);
                break;
            case 5:
                (next[bottom], next[top]) = (left, right);
                break;
            case 6:
                next[top] = bottom;
                break;
            case 7:
                next[top] = left;
                break;
            case 8:
                next[left] = top;
                break;
            case 9:
                next[bottom] = top;
                break;
            case 10 when high:
                (next[right], next[left]) = (top, bottom);
                break;
            case 10:
                (next[right], next[left]) = (bottom, top);
                break;
            case 11:
                next[right] = top;
                break;
            case 12:
                next[left] = right;
                break;
            case 13:
                next[bottom] = right;
                break;
            case 14:
                next[left] = bottom;
                break;
        }

        bool Is(int at) => grid[at] > level;
    }

    private static Vec2 Place(Grid grid, double level, (int At, bool Up) edge)
    {
        var (row, column) = Math.DivRem(edge.At, grid.Columns);
        var to = edge.Up ? edge.At + grid.Columns : edge.At + 1;
        var share = (level - grid[edge.At]) / (grid[to] - grid[edge.At]);
        return new(
            edge.Up ? grid.X(column) : grid.X(column) + (share * grid.Cell),
            edge.Up ? grid.Y(row) + (share * grid.Cell) : grid.Y(row)
        );
    }
}
