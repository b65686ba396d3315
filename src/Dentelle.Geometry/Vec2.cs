namespace Dentelle.Geometry;

/// <summary>A point or displacement in a plane, in whatever unit the caller uses throughout.</summary>
public readonly record struct Vec2(double X, double Y)
{
    public static Vec2 operator +(Vec2 a, Vec2 b) => new(a.X + b.X, a.Y + b.Y);

    public static Vec2 operator -(Vec2 a, Vec2 b) => new(a.X - b.X, a.Y - b.Y);

    public static Vec2 operator *(Vec2 a, double factor) => new(a.X * factor, a.Y * factor);

    public double Length => Math.Sqrt((X * X) + (Y * Y));

    /// <summary>Scalar product.</summary>
    public double Dot(Vec2 other) => (X * other.X) + (Y * other.Y);

    /// <summary>The vector turned a quarter turn counter-clockwise.</summary>
    public Vec2 Turned => new(-Y, X);

    /// <summary>The same direction with length 1; the zero vector stays zero.</summary>
    public Vec2 Unit
    {
        get
        {
            var length = Length;
            return length > 0 ? new Vec2(X / length, Y / length) : default;
        }
    }

    public override string ToString() => $"({X:0.####}, {Y:0.####})";

    public static Vec2 Mix(Vec2 a, Vec2 b, double t) => a + ((b - a) * t);
}
