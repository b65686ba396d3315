using Dentelle.Geometry;

namespace Dentelle.Core.Preparing;

/// <summary>
/// The frame in which a path of insertion stands upright: the tooth's own frame, tipped the shortest way about the middle of the neck.
/// Walls and tops are made in it; a tooth whose path is its axis has one frame for both.
/// </summary>
internal readonly record struct PathFrame
{
    /// <summary>The path's direction, of length 1.</summary>
    private readonly Vec3 path;

    private PathFrame(Vec3 path) => this.path = path;

    public static readonly PathFrame Upright = new(Vec3.UnitZ);

    /// <param name="path">Direction of draw in the tooth's frame.</param>
    public static PathFrame Of(Vec3 path) => path.Length < 1e-9 ? Upright : new(path.Unit);

    public bool IsUpright => path.X == 0 && path.Y == 0;

    public Vec3 ToPath(Vec3 p)
    {
        var across = Across(p);
        return new(p.X - (path.X * across) - (path.X * p.Z), p.Y - (path.Y * across) - (path.Y * p.Z), path.Dot(p));
    }

    public Vec3 FromPath(Vec3 p)
    {
        var across = Across(p);
        return new(
            p.X - (path.X * across) + (path.X * p.Z),
            p.Y - (path.Y * across) + (path.Y * p.Z),
            (path.Z * p.Z) - (path.X * p.X) - (path.Y * p.Y)
        );
    }

    /// <summary>Where a level plane of the tooth lies over a place of the path's frame.</summary>
    /// <param name="level">Height in the tooth's frame by its mesiodistal place.</param>
    public double Over(double x, double y, Func<double, double> level)
    {
        if (IsUpright)
            return level(x);
        var z = level(x);
        // The level hardly changes from place to place: a few steps settle it.
        for (var i = 0; i < 3; i++)
            z = (level(FromPath(new Vec3(x, y, z)).X) + (path.X * x) + (path.Y * y)) / path.Z;
        return z;
    }

    /// <summary>By which a place moves within the level, for each part of the path there.</summary>
    private double Across(Vec3 p) => ((path.X * p.X) + (path.Y * p.Y)) / (1 + path.Z);
}
