namespace Dentelle.Geometry;

/// <summary>A box along the axes, its faces belonging to it. <see cref="Empty"/> holds nothing.</summary>
public readonly record struct Box3(Vec3 Low, Vec3 High)
{
    public static readonly Box3 Empty = new(
        new Vec3(double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity),
        new Vec3(double.NegativeInfinity, double.NegativeInfinity, double.NegativeInfinity)
    );

    public bool IsEmpty => Low.X > High.X;

    public Vec3 Size => IsEmpty ? default : High - Low;

    public Vec3 Centre => IsEmpty ? default : (Low + High) / 2;

    public IEnumerable<Vec3> Corners
    {
        get
        {
            for (var corner = 0; corner < 8; corner++)
                yield return new Vec3(
                    (corner & 1) == 0 ? Low.X : High.X,
                    (corner & 2) == 0 ? Low.Y : High.Y,
                    (corner & 4) == 0 ? Low.Z : High.Z
                );
        }
    }

    public Box3 With(Vec3 point) =>
        new(
            new Vec3(Math.Min(Low.X, point.X), Math.Min(Low.Y, point.Y), Math.Min(Low.Z, point.Z)),
            new Vec3(Math.Max(High.X, point.X), Math.Max(High.Y, point.Y), Math.Max(High.Z, point.Z))
        );

    public Box3 With(Box3 other) => other.IsEmpty ? this : With(other.Low).With(other.High);

    /// <summary>The box grown by a margin on every side.</summary>
    public Box3 Grown(double margin)
    {
        var by = new Vec3(margin, margin, margin);
        return new Box3(Low - by, High + by);
    }

    public bool Contains(Vec3 p) => p.X >= Low.X && p.Y >= Low.Y && p.Z >= Low.Z && p.X <= High.X && p.Y <= High.Y && p.Z <= High.Z;
}
