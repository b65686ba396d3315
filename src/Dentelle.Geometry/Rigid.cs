namespace Dentelle.Geometry;

/// <summary>A rigid motion: turn, then shift. Kept as a unit quaternion, so chains of motions stay rigid.</summary>
public readonly record struct Rigid
{
    private readonly double w,
        x,
        y,
        z;

    private Rigid(double w, double x, double y, double z, Vec3 shift)
    {
        var length = Math.Sqrt((w * w) + (x * x) + (y * y) + (z * z));
        (this.w, this.x, this.y, this.z, Shift) = (w / length, x / length, y / length, z / length, shift);
    }

    /// <summary>Nothing moves.</summary>
    public static readonly Rigid Rest = new(1, 0, 0, 0, default);

    /// <summary>Where the origin goes.</summary>
    public Vec3 Shift { get; private init; }

    /// <summary>The angle turned through, degrees from 0 to 180.</summary>
    public double TurnDegrees => double.RadiansToDegrees(2 * Math.Atan2(Math.Sqrt((x * x) + (y * y) + (z * z)), Math.Abs(w)));

    public static Rigid Moved(Vec3 shift) => new(1, 0, 0, 0, shift);

    /// <summary>A turn about an axis through the origin, right-handed.</summary>
    public static Rigid Turned(Vec3 axis, double degrees)
    {
        var half = double.DegreesToRadians(degrees) / 2;
        var v = axis.Unit * Math.Sin(half);
        return new Rigid(Math.Cos(half), v.X, v.Y, v.Z, default);
    }

    /// <summary>A turn whose axis and angle (radians) are one vector, followed by a shift.</summary>
    public static Rigid FromTurnVector(Vec3 turn, Vec3 shift) => Turned(turn, double.RadiansToDegrees(turn.Length)) with { Shift = shift };

    /// <summary>
    /// The motion that takes the standard axes to the given right-handed unit axes, and the origin to <paramref
    /// name="origin"/>.
    /// </summary>
    public static Rigid Frame(Vec3 xAxis, Vec3 yAxis, Vec3 zAxis, Vec3 origin)
    {
        // The largest of the four components is found first: dividing by a small one would lose digits.
        double trace = xAxis.X + yAxis.Y + zAxis.Z;
        if (trace > 0)
            return new Rigid(trace + 1, yAxis.Z - zAxis.Y, zAxis.X - xAxis.Z, xAxis.Y - yAxis.X, origin);
        if (xAxis.X >= yAxis.Y && xAxis.X >= zAxis.Z)
            return new Rigid(yAxis.Z - zAxis.Y, 1 + xAxis.X - yAxis.Y - zAxis.Z, yAxis.X + xAxis.Y, zAxis.X + xAxis.Z, origin);
        if (yAxis.Y >= zAxis.Z)
            return new Rigid(zAxis.X - xAxis.Z, yAxis.X + xAxis.Y, 1 + yAxis.Y - xAxis.X - zAxis.Z, zAxis.Y + yAxis.Z, origin);
        return new Rigid(xAxis.Y - yAxis.X, zAxis.X + xAxis.Z, zAxis.Y + yAxis.Z, 1 + zAxis.Z - xAxis.X - yAxis.Y, origin);
    }

    /// <summary>Turns a direction; the shift leaves it alone.</summary>
    public Vec3 Turn(Vec3 direction)
    {
        var u = new Vec3(x, y, z);
        var t = u.Cross(direction) * 2;
        return direction + (t * w) + u.Cross(t);
    }

    public Vec3 Apply(Vec3 point) => Turn(point) + Shift;

    /// <summary>This motion followed by another.</summary>
    public Rigid Then(Rigid next) =>
        new(
            (next.w * w) - (next.x * x) - (next.y * y) - (next.z * z),
            (next.w * x) + (next.x * w) + (next.y * z) - (next.z * y),
            (next.w * y) - (next.x * z) + (next.y * w) + (next.z * x),
            (next.w * z) + (next.x * y) - (next.y * x) + (next.z * w),
            next.Apply(Shift)
        );

    public Rigid Inverse
    {
        get
        {
            var back = new Rigid(w, -x, -y, -z, default);
            return back with { Shift = -back.Turn(Shift) };
        }
    }

    public override string ToString() => $"turned {TurnDegrees:0.####}°, moved {Shift}";
}
