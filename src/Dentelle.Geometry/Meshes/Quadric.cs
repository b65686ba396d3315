namespace Dentelle.Geometry.Meshes;

/// <summary>The sum of squared distances from planes, as a function of the place (Garland and Heckbert 1997).</summary>
internal struct Quadric
{
    private double xx,
        xy,
        xz,
        yy,
        yz,
        zz,
        x,
        y,
        z,
        one;

    public static Quadric OfPlane(Vec3 normal, Vec3 through)
    {
        var (n, d) = (normal.Unit, -normal.Unit.Dot(through));
        return new()
        {
            xx = n.X * n.X,
            xy = n.X * n.Y,
            xz = n.X * n.Z,
            yy = n.Y * n.Y,
            yz = n.Y * n.Z,
            zz = n.Z * n.Z,
            x = n.X * d,
            y = n.Y * d,
            z = n.Z * d,
            one = d * d,
        };
    }

    public void Add(in Quadric other)
    {
        xx += other.xx;
        xy += other.xy;
        xz += other.xz;
        yy += other.yy;
        yz += other.yz;
        zz += other.zz;
        x += other.x;
        y += other.y;
        z += other.z;
        one += other.one;
    }

    public readonly double At(Vec3 p)
    {
        var sum =
            (p.X * ((xx * p.X) + (2 * ((xy * p.Y) + (xz * p.Z) + x))))
            + (p.Y * ((yy * p.Y) + (2 * ((yz * p.Z) + y))))
            + (p.Z * ((zz * p.Z) + (2 * z)))
            + one;
        return Math.Max(0, sum);
    }

    /// <summary>
    /// Where it costs least; on a flat or straight stretch, where that is not told, the best of both ends and the middle.
    /// </summary>
    public readonly Vec3 Lowest(Vec3 a, Vec3 b)
    {
        var middle = (a + b) / 2;
        var (cx, cy, cz) = ((yy * zz) - (yz * yz), (xz * yz) - (xy * zz), (xy * yz) - (xz * yy));
        var determinant = (xx * cx) + (xy * cy) + (xz * cz);
        var size = xx + yy + zz;
        if (Math.Abs(determinant) > 1e-6 * size * size * size)
        {
            // The middle's gradient, solved for the step to where it is nothing: a small step keeps its digits.
            var (gx, gy, gz) = (
                (xx * middle.X) + (xy * middle.Y) + (xz * middle.Z) + x,
                (xy * middle.X) + (yy * middle.Y) + (yz * middle.Z) + y,
                (xz * middle.X) + (yz * middle.Y) + (zz * middle.Z) + z
            );
            var across = (xy * xz) - (xx * yz);
            var step = new Vec3(
                (cx * gx) + (cy * gy) + (cz * gz),
                (cy * gx) + (((xx * zz) - (xz * xz)) * gy) + (across * gz),
                (cz * gx) + (across * gy) + (((xx * yy) - (xy * xy)) * gz)
            );
            var place = middle - (step / determinant);
            if ((place - middle).Length <= (b - a).Length)
                return place;
        }
        var (atA, atB, atMiddle) = (At(a), At(b), At(middle));
        return atMiddle <= atA && atMiddle <= atB ? middle
            : atA <= atB ? a
            : b;
    }
}
