using Dentelle.Geometry;

namespace Dentelle.Core.Preparing;

/// <summary>
/// The frame in which a path of insertion stands upright: the tooth's own frame turned about its facial axis, through the middle of
/// the neck. Walls and tops are made in it; a tooth whose path is its axis has one frame for both.
/// </summary>
internal readonly record struct PathFrame
{
    private readonly double sin,
        cos;

    private PathFrame(double sin, double cos) => (this.sin, this.cos) = (sin, cos);

    public static readonly PathFrame Upright = new(0, 1);

    /// <param name="path">Direction of draw in the tooth's frame; its facial part is left out.</param>
    public static PathFrame Of(Vec3 path)
    {
        var length = Math.Sqrt((path.X * path.X) + (path.Z * path.Z));
        return length < 1e-9 ? Upright : new(path.X / length, path.Z / length);
    }

    public bool IsUpright => sin == 0;

    public Vec3 ToPath(Vec3 p) => new((cos * p.X) - (sin * p.Z), p.Y, (sin * p.X) + (cos * p.Z));

    public Vec3 FromPath(Vec3 p) => new((cos * p.X) + (sin * p.Z), p.Y, (cos * p.Z) - (sin * p.X));

    /// <summary>Where a level plane of the tooth lies over a place of the path's frame.</summary>
    /// <param name="level">Height in the tooth's frame by its mesiodistal place.</param>
    public double Over(double x, Func<double, double> level)
    {
        if (IsUpright)
            return level(x);
        var z = level(x);
        // The level hardly changes from place to place: a few steps settle it.
        for (var i = 0; i < 3; i++)
            z = (level((cos * x) + (sin * z)) + (sin * x)) / cos;
        return z;
    }
}
