using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.EightLanes;
using static Dentelle.Geometry.Trees.TreeLayout;
using Floats = System.Runtime.Intrinsics.Vector256<float>;

namespace Dentelle.Geometry.Trees;

/// <summary>Eight lanes of the machine's vectors.</summary>
internal readonly unsafe struct SimdRayKernel : IRayKernel
{
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats Entries(float* node, in TreeRay ray, float to)
    {
        var (ix, iy, iz) = (Vector256.Create(ray.Inverse.X), Vector256.Create(ray.Inverse.Y), Vector256.Create(ray.Inverse.Z));
        var (ox, oy, oz) = (Vector256.Create(ray.Offset.X), Vector256.Create(ray.Offset.Y), Vector256.Create(ray.Offset.Z));
        var near = Vector256.MaxNative(
            Vector256.MaxNative(Fma(Row(node, ray.NearX), ix, ox), Fma(Row(node, ray.NearY), iy, oy)),
            Vector256.MaxNative(Fma(Row(node, ray.NearZ), iz, oz), Vector256.Create(ray.From))
        );
        var far = Vector256.MinNative(
            Vector256.MinNative(Fma(Row(node, ray.FarX), ix, ox), Fma(Row(node, ray.FarY), iy, oy)),
            Vector256.MinNative(Fma(Row(node, ray.FarZ), iz, oz), Vector256.Create(to))
        );
        return Vector256.ConditionalSelect(Vector256.LessThanOrEqual(near, far), near, Vector256.Create(float.PositiveInfinity));
    }

    /// <summary>Signed volumes of the ray with each edge. Both triangles at an edge compute the same number with opposite
    /// signs, to the last
    /// bit, so nothing falls between them.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats Hits(float* leaf, in TreeRay ray, float to)
    {
        var (ox, oy, oz) = (Vector256.Create(ray.Origin.X), Vector256.Create(ray.Origin.Y), Vector256.Create(ray.Origin.Z));
        var (dx, dy, dz) = (Vector256.Create(ray.Direction.X), Vector256.Create(ray.Direction.Y), Vector256.Create(ray.Direction.Z));
        var (ax, ay, az) = (Row(leaf, A) - ox, Row(leaf, A + 8) - oy, Row(leaf, A + 16) - oz);
        var (bx, by, bz) = (Row(leaf, B) - ox, Row(leaf, B + 8) - oy, Row(leaf, B + 16) - oz);
        var (cx, cy, cz) = (Row(leaf, C) - ox, Row(leaf, C + 8) - oy, Row(leaf, C + 16) - oz);
        var u = EdgeVolume(cx, cy, cz, ax, ay, az, dx, dy, dz);
        var v = EdgeVolume(ax, ay, az, bx, by, bz, dx, dy, dz);
        var w = EdgeVolume(bx, by, bz, cx, cy, cz, dx, dy, dz);
        var zero = Floats.Zero;
        var inside =
            Vector256.GreaterThanOrEqual(Vector256.MinNative(Vector256.MinNative(u, v), w), zero)
            | Vector256.LessThanOrEqual(Vector256.MaxNative(Vector256.MaxNative(u, v), w), zero);
        if (inside.ExtractMostSignificantBits() == 0)
            return Vector256.Create(float.PositiveInfinity);

        var (ex, ey, ez) = (bx - ax, by - ay, bz - az);
        var (fx, fy, fz) = (cx - ax, cy - ay, cz - az);
        var (nx, ny, nz) = (Fms(ey, fz, ez * fy), Fms(ez, fx, ex * fz), Fms(ex, fy, ey * fx));
        var slope = Fma(nx, dx, Fma(ny, dy, nz * dz));
        var t = Fma(nx, ax, Fma(ny, ay, nz * az)) / slope;
        var met =
            inside
            & ~Vector256.Equals(slope, zero)
            & Vector256.GreaterThanOrEqual(t, Vector256.Create(ray.From))
            & Vector256.LessThanOrEqual(t, Vector256.Create(to));
        return Vector256.ConditionalSelect(met, t, Vector256.Create(float.PositiveInfinity));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats EdgeVolume(Floats px, Floats py, Floats pz, Floats qx, Floats qy, Floats qz, Floats dx, Floats dy, Floats dz)
    {
        var (ex, ey, ez) = (px - qx, py - qy, pz - qz);
        var (sx, sy, sz) = (px + qx, py + qy, pz + qz);
        return Fma(Fms(ey, sz, ez * sy), dx, Fma(Fms(ez, sx, ex * sz), dy, Fms(ex, sy, ey * sx) * dz));
    }
}
