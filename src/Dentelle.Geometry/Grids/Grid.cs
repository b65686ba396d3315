namespace Dentelle.Geometry.Grids;

/// <summary>Values over a rectangle in plan, read by two-way linear interpolation. Millimetres.</summary>
public sealed class Grid
{
    private readonly double left,
        back;
    private readonly double[] values;

    public Grid(double left, double back, double width, double depth, double cell)
    {
        (this.left, this.back, Cell) = (left, back, cell);
        (Columns, Rows) = ((int)Math.Ceiling(width / cell) + 1, (int)Math.Ceiling(depth / cell) + 1);
        values = new double[Columns * Rows];
    }

    /// <summary>Over a box seen from above, and a little beyond it.</summary>
    public static Grid Over(Box3 box, double cell)
    {
        const double beyond = 0.2;
        return new(box.Low.X - beyond, box.Low.Y - beyond, box.Size.X + (2 * beyond), box.Size.Y + (2 * beyond), cell);
    }

    public double Cell { get; }

    public int Columns { get; }

    public int Rows { get; }

    public double[] Values => values;

    public double this[int index]
    {
        get => values[index];
        set => values[index] = value;
    }

    public double X(int column) => left + (column * Cell);

    public double Y(int row) => back + (row * Cell);

    /// <summary>Columns from just right of one place to just left of another.</summary>
    public (int From, int To) ColumnsBetween(double low, double high) =>
        (Math.Max(0, (int)Math.Ceiling((low - left) / Cell)), Math.Min(Columns - 1, (int)Math.Floor((high - left) / Cell)));

    public (int From, int To) RowsBetween(double low, double high) =>
        (Math.Max(0, (int)Math.Ceiling((low - back) / Cell)), Math.Min(Rows - 1, (int)Math.Floor((high - back) / Cell)));

    /// <summary>Calls for every sample with its place and index, rows side by side.</summary>
    public void Each(Action<double, double, int> visit) => Each((column, row) => visit(X(column), Y(row), (row * Columns) + column));

    /// <summary>Calls for every sample with its column and row, rows side by side.</summary>
    public void Each(Action<int, int> visit) => Parallel.For(0, Rows, row =>
        {
            for (var column = 0; column < Columns; column++)
                visit(column, row);
        });

    /// <summary>Gaussian blur in place; the edges repeat.</summary>
    /// <param name="sigma">Millimetres.</param>
    public void Blur(double sigma)
    {
        var cells = sigma / Cell;
        var reach = (int)Math.Ceiling(3 * cells);
        var kernel = new double[(2 * reach) + 1];
        for (var k = -reach; k <= reach; k++)
            kernel[k + reach] = Math.Exp(-(k * k) / (2 * cells * cells));
        var sum = kernel.Sum();
        var passed = new double[values.Length];
        Each(
            (column, row) =>
            {
                var total = 0.0;
                for (var k = -reach; k <= reach; k++)
                    total += kernel[k + reach] * values[(row * Columns) + Math.Clamp(column + k, 0, Columns - 1)];
                passed[(row * Columns) + column] = total / sum;
            }
        );
        Each(
            (column, row) =>
            {
                var total = 0.0;
                for (var k = -reach; k <= reach; k++)
                    total += kernel[k + reach] * passed[(Math.Clamp(row + k, 0, Rows - 1) * Columns) + column];
                values[(row * Columns) + column] = total / sum;
            }
        );
    }

    public (int At, double S, double T) Place(double x, double y)
    {
        var (across, along) = (Math.Clamp((x - left) / Cell, 0, Columns - 1.001), Math.Clamp((y - back) / Cell, 0, Rows - 1.001));
        var (column, row) = ((int)across, (int)along);
        return ((row * Columns) + column, across - column, along - row);
    }

    public double At(double x, double y)
    {
        var (at, s, t) = Place(x, y);
        var near = values[at] + ((values[at + 1] - values[at]) * s);
        var far = values[at + Columns] + ((values[at + Columns + 1] - values[at + Columns]) * s);
        return near + ((far - near) * t);
    }
}
