namespace Dentelle.Geometry.Fields;

/// <summary>Which places lie so deep in a tooth that its field need not be asked: one bit for each cell of a coarse grid.</summary>
public sealed class WellInside
{
    private const double Cell = 0.3,
        Least = 0.3;

    /// <summary>Steeper than this a tooth's field nowhere is between its surface and a millimetre inside.</summary>
    private const double Steepest = 3;

    private readonly bool[] deep;
    private readonly Vec3 origin;
    private readonly int across,
        along,
        up;

    public WellInside(IField field, Box3 box)
    {
        origin = box.Low;
        (across, along, up) = (Count(box.Size.X), Count(box.Size.Y), Count(box.Size.Z));
        deep = new bool[across * along * up];
        var need = -(Least + (Steepest * Cell * Math.Sqrt(3) / 2));
        Parallel.For(0, along * up, row =>
        {
            var (j, k) = (row % along, row / along);
            for (var i = 0; i < across; i++)
                deep[(row * across) + i] = field.At(origin + (new Vec3(i + 0.5, j + 0.5, k + 0.5) * Cell)) < need;
        });
    }

    public bool IsWellInside(Vec3 p)
    {
        var q = (p - origin) / Cell;
        var (i, j, k) = ((int)q.X, (int)q.Y, (int)q.Z);
        return q.X >= 0 && q.Y >= 0 && q.Z >= 0 && i < across && j < along && k < up && deep[(((k * along) + j) * across) + i];
    }

    private static int Count(double size) => (int)Math.Ceiling(size / Cell);
}
