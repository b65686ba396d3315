using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.EightLanes;
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

    // Plain locals, no tuples: each tuple doubles the compiler's count of variables, and beyond a limit it no longer inlines.
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats Distances(float* leaf, float x, float y, float z)
    {
        Floats ax = Row(leaf, A),
            ay = Row(leaf, A + 8),
            az = Row(leaf, A + 16);
        Floats ux = Row(leaf, B) - ax,
            uy = Row(leaf, B + 8) - ay,
            uz = Row(leaf, B + 16) - az;
        Floats vx = Row(leaf, C) - ax,
            vy = Row(leaf, C + 8) - ay,
            vz = Row(leaf, C + 16) - az;
        Floats px = Vector256.Create(x) - ax,
            py = Vector256.Create(y) - ay,
            pz = Vector256.Create(z) - az;
        var uu = Dot(ux, uy, uz, ux, uy, uz);
        var uv = Dot(ux, uy, uz, vx, vy, vz);
        var vv = Dot(vx, vy, vz, vx, vy, vz);
        var up = Dot(ux, uy, uz, px, py, pz);
        var vp = Dot(vx, vy, vz, px, py, pz);

        // Over the face: the height above its plane. The normal's own square tells slivers from triangles.
        Floats nx = Fms(uy, vz, uz * vy),
            ny = Fms(uz, vx, ux * vz),
            nz = Fms(ux, vy, uy * vx);
        var height = Dot(nx, ny, nz, px, py, pz);
        var nn = Dot(nx, ny, nz, nx, ny, nz);
        var s = Fms(vv, up, uv * vp);
        var t = Fms(uu, vp, uv * up);
        var tiny = Vector256.Create(1e-30f);
        var over =
            Vector256.GreaterThanOrEqual(Vector256.MinNative(s, t), Floats.Zero)
            & Vector256.LessThanOrEqual(s + t, Fms(uu, vv, uv * uv))
            & Vector256.GreaterThan(nn, tiny);
        var face = height * height / Vector256.MaxNative(nn, tiny);

        // Else the nearest of the three edges.
        var edge = Vector256.MinNative(
            FromEdge(px, py, pz, ux, uy, uz, up / Vector256.MaxNative(uu, tiny)),
            FromEdge(px, py, pz, vx, vy, vz, vp / Vector256.MaxNative(vv, tiny))
        );
        Floats wx = vx - ux,
            wy = vy - uy,
            wz = vz - uz;
        Floats qx = px - ux,
            qy = py - uy,
            qz = pz - uz;
        var along = Dot(wx, wy, wz, qx, qy, qz) / Vector256.MaxNative(Dot(wx, wy, wz, wx, wy, wz), tiny);
        edge = Vector256.MinNative(edge, FromEdge(qx, qy, qz, wx, wy, wz, along));
        return Vector256.ConditionalSelect(over, face, edge);
    }
}
