using System.Numerics;

namespace Dentelle.Geometry;

/// <summary>
/// A point or displacement in space, in whatever unit the caller uses throughout (millimetres everywhere in this program).
/// </summary>
public readonly record struct Vec3(double X, double Y, double Z)
{
    public static readonly Vec3 UnitX = new(1, 0, 0);
    public static readonly Vec3 UnitY = new(0, 1, 0);
    public static readonly Vec3 UnitZ = new(0, 0, 1);

    public static Vec3 operator +(Vec3 a, Vec3 b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    public static Vec3 operator -(Vec3 a, Vec3 b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

    public static Vec3 operator -(Vec3 a) => new(-a.X, -a.Y, -a.Z);

    public static Vec3 operator *(Vec3 a, double factor) => new(a.X * factor, a.Y * factor, a.Z * factor);

    public static Vec3 operator /(Vec3 a, double divisor) => a * (1 / divisor);

    public static implicit operator Vec3(Vector3 single) => new(single.X, single.Y, single.Z);

    public static explicit operator Vector3(Vec3 a) => new((float)a.X, (float)a.Y, (float)a.Z);

    public double LengthSquared => Dot(this);

    public double Length => Math.Sqrt(LengthSquared);

    /// <summary>The same direction with length 1; the zero vector stays zero.</summary>
    public Vec3 Unit
    {
        get
        {
            var length = Length;
            return length > 0 ? this / length : default;
        }
    }

    /// <summary>Some unit vector square to this one; the zero vector gives the x axis.</summary>
    public Vec3 Square =>
        (Math.Abs(X) < Math.Abs(Y) || Math.Abs(X) < Math.Abs(Z) ? UnitX.Cross(this) : UnitY.Cross(this)) is { LengthSquared: > 0 } square
            ? square.Unit
            : UnitX;

    /// <summary>Scalar product.</summary>
    public double Dot(Vec3 other) => (X * other.X) + (Y * other.Y) + (Z * other.Z);

    /// <summary>Vector product, right-handed.</summary>
    public Vec3 Cross(Vec3 other) => new((Y * other.Z) - (Z * other.Y), (Z * other.X) - (X * other.Z), (X * other.Y) - (Y * other.X));

    /// <summary>Angle between two directions, degrees from 0 to 180; exact to rounding also for nearly parallel ones.</summary>
    public double AngleTo(Vec3 other) => double.RadiansToDegrees(Math.Atan2(Cross(other).Length, Dot(other)));

    public static Vec3 Mix(Vec3 a, Vec3 b, double t) => a + ((b - a) * t);

    public override string ToString() => $"({X:0.####}, {Y:0.####}, {Z:0.####})";
}
