using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;
using Floats = System.Runtime.Intrinsics.Vector256<float>;

namespace Dentelle.Geometry.Trees;

/// <summary>Eight lanes of the machine's vectors.</summary>
internal readonly unsafe struct SimdPointKernel : IPointKernel
{
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats BoxBounds(float* node, float x, float y, float z)
    {
        var (px, py, pz) = (Vector256.Create(x), Vector256.Create(y), Vector256.Create(z));
        var zero = Floats.Zero;
        var boxX = Vector256.MaxNative(Vector256.MaxNative(Row(node, LowX) - px, px - Row(node, HighX)), zero);
        var boxY = Vector256.MaxNative(Vector256.MaxNative(Row(node, LowY) - py, py - Row(node, HighY)), zero);
        var boxZ = Vector256.MaxNative(Vector256.MaxNative(Row(node, LowZ) - pz, pz - Row(node, HighZ)), zero);
        return Fma(boxX, boxX, Fma(boxY, boxY, boxZ * boxZ));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats DiscBounds(float* node, float x, float y, float z)
    {
        var (px, py, pz) = (Vector256.Create(x), Vector256.Create(y), Vector256.Create(z));
        var zero = Floats.Zero;
        var (dx, dy, dz) = (px - Row(node, CentreX), py - Row(node, CentreY), pz - Row(node, CentreZ));
        var height = Fma(dx, Row(node, NormalX), Fma(dy, Row(node, NormalY), dz * Row(node, NormalZ)));
        var across = Fma(dx, dx, Fma(dy, dy, Fma(dz, dz, -(height * height))));
        var beside = Vector256.MaxNative(Vector256.Sqrt(Vector256.MaxNative(across, zero)) - Row(node, Radius), zero);
        var above = Vector256.MaxNative(Vector256.Abs(height) - Row(node, HalfThickness), zero);
        return Fma(beside, beside, above * above);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats Distances(float* leaf, float x, float y, float z)
    {
        var (ax, ay, az) = (Row(leaf, A), Row(leaf, A + 8), Row(leaf, A + 16));
        var (ux, uy, uz) = (Row(leaf, B) - ax, Row(leaf, B + 8) - ay, Row(leaf, B + 16) - az);
        var (vx, vy, vz) = (Row(leaf, C) - ax, Row(leaf, C + 8) - ay, Row(leaf, C + 16) - az);
        var (px, py, pz) = (Vector256.Create(x) - ax, Vector256.Create(y) - ay, Vector256.Create(z) - az);
        var (uu, uv, vv) = (Dot(ux, uy, uz, ux, uy, uz), Dot(ux, uy, uz, vx, vy, vz), Dot(vx, vy, vz, vx, vy, vz));
        var (up, vp) = (Dot(ux, uy, uz, px, py, pz), Dot(vx, vy, vz, px, py, pz));

        // Over the face: the height above its plane. The normal's own square tells slivers from triangles.
        var (nx, ny, nz) = (Fms(uy, vz, uz * vy), Fms(uz, vx, ux * vz), Fms(ux, vy, uy * vx));
        var (height, nn) = (Dot(nx, ny, nz, px, py, pz), Dot(nx, ny, nz, nx, ny, nz));
        var (s, t) = (Fms(vv, up, uv * vp), Fms(uu, vp, uv * up));
        var tiny = Vector256.Create(1e-30f);
        var over = Vector256.GreaterThanOrEqual(Vector256.MinNative(s, t), Floats.Zero)
            & Vector256.LessThanOrEqual(s + t, Fms(uu, vv, uv * uv)) & Vector256.GreaterThan(nn, tiny);
        var face = height * height / Vector256.MaxNative(nn, tiny);

        // Else the nearest of the three edges.
        var alongU = Clamp(up / Vector256.MaxNative(uu, tiny));
        var alongV = Clamp(vp / Vector256.MaxNative(vv, tiny));
        var (wx, wy, wz) = (vx - ux, vy - uy, vz - uz);
        var (qx, qy, qz) = (px - ux, py - uy, pz - uz);
        var alongW = Clamp(Dot(wx, wy, wz, qx, qy, qz) / Vector256.MaxNative(Dot(wx, wy, wz, wx, wy, wz), tiny));
        var edge = Vector256.MinNative(
            Vector256.MinNative(FromEdge(px, py, pz, ux, uy, uz, alongU), FromEdge(px, py, pz, vx, vy, vz, alongV)),
            FromEdge(qx, qy, qz, wx, wy, wz, alongW));
        return Vector256.ConditionalSelect(over, face, edge);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats FromEdge(Floats px, Floats py, Floats pz, Floats ex, Floats ey, Floats ez, Floats along)
    {
        var (x, y, z) = (Fma(-along, ex, px), Fma(-along, ey, py), Fma(-along, ez, pz));
        return Dot(x, y, z, x, y, z);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats Dot(Floats ax, Floats ay, Floats az, Floats bx, Floats by, Floats bz) => Fma(ax, bx, Fma(ay, by, az * bz));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats Clamp(Floats v) => Vector256.MinNative(Vector256.MaxNative(v, Floats.Zero), Floats.One);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats Fma(Floats a, Floats b, Floats c) => Vector256.FusedMultiplyAdd(a, b, c);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats Fms(Floats a, Floats b, Floats c) => Vector256.FusedMultiplyAdd(a, b, -c);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats Row(float* at, int row) => Vector256.LoadAligned(at + row);
}
