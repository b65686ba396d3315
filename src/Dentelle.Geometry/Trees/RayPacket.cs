using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.EightLanes;
using static Dentelle.Geometry.Trees.TreeLayout;
using Floats = System.Runtime.Intrinsics.Vector256<float>;

namespace Dentelle.Geometry.Trees;

/// <summary>Eight rays of one direction go down the tree at once; a ray that has met something drops out.</summary>
/// <remarks>All eight children of a node are first held against the bundle of rays; what is left is looked at ray by ray.</remarks>
internal static unsafe class RayPacket
{
    /// <summary>A bit for each of eight rays: whether it meets anything.</summary>
    /// <param name="nodes">First node.</param>
    /// <param name="leaves">First leaf.</param>
    /// <param name="rays">Eight, alike in direction and limits.</param>
    [SkipLocalsInit]
    public static uint Any(float* nodes, float* leaves, ReadOnlySpan<TreeRay> rays)
    {
        var open = 0xFFu;
        var xs = stackalloc float[3 * Lanes];
        for (var i = 0; i < Lanes; i++)
        {
            xs[i] = rays[i].Offset.X;
            xs[8 + i] = rays[i].Offset.Y;
            xs[16 + i] = rays[i].Offset.Z;
        }
        var (x, y, z) = (Vector256.Load(xs), Vector256.Load(xs + 8), Vector256.Load(xs + 16));
        ref readonly var ray = ref rays[0];
        var (ix, iy, iz) = (Vector256.Create(ray.Inverse.X), Vector256.Create(ray.Inverse.Y), Vector256.Create(ray.Inverse.Z));
        var (from, to) = (Vector256.Create(ray.From), Vector256.Create(ray.To));
        // Of all the rays: the soonest that one may enter a box, and the latest that one may leave it.
        var (low, high) = (rays[0].Offset, rays[0].Offset);
        for (var i = 1; i < Lanes; i++)
            (low, high) = (Vector3.Min(low, rays[i].Offset), Vector3.Max(high, rays[i].Offset));
        var (lowX, lowY, lowZ) = (Vector256.Create(low.X), Vector256.Create(low.Y), Vector256.Create(low.Z));
        var (highX, highY, highZ) = (Vector256.Create(high.X), Vector256.Create(high.Y), Vector256.Create(high.Z));
        var waiting = stackalloc (int Child, uint Rays)[PointSearch.StackSize];
        var count = 0;
        var next = 0;
        while (true)
        {
            var node = nodes + ((long)NodeFloats * next);
            var soonest = Vector256.MaxNative(
                Vector256.MaxNative(Fma(Row(node, ray.NearX), ix, lowX), Fma(Row(node, ray.NearY), iy, lowY)),
                Vector256.MaxNative(Fma(Row(node, ray.NearZ), iz, lowZ), from)
            );
            var latest = Vector256.MinNative(
                Vector256.MinNative(Fma(Row(node, ray.FarX), ix, highX), Fma(Row(node, ray.FarY), iy, highY)),
                Vector256.MinNative(Fma(Row(node, ray.FarZ), iz, highZ), to)
            );
            for (var left = Vector256.LessThanOrEqual(soonest, latest).ExtractMostSignificantBits(); left != 0; left &= left - 1)
            {
                var child = node + BitOperations.TrailingZeroCount(left);
                var near = Vector256.MaxNative(
                    Vector256.MaxNative(Fma(One(child, ray.NearX), ix, x), Fma(One(child, ray.NearY), iy, y)),
                    Vector256.MaxNative(Fma(One(child, ray.NearZ), iz, z), from)
                );
                var far = Vector256.MinNative(
                    Vector256.MinNative(Fma(One(child, ray.FarX), ix, x), Fma(One(child, ray.FarY), iy, y)),
                    Vector256.MinNative(Fma(One(child, ray.FarZ), iz, z), to)
                );
                var met = Vector256.LessThanOrEqual(near, far).ExtractMostSignificantBits() & open;
                if (met != 0)
                    waiting[count++] = (((int*)child)[Child], met);
            }
            while (true)
            {
                if (count == 0)
                    return ~open & 0xFF;
                var (child, which) = waiting[--count];
                which &= open;
                if (which == 0)
                    continue;
                next = child;
                if (!IsLeaf(next))
                    break;
                open &= ~Look(leaves + ((long)LeafFloats * ~next), rays, which);
                if (open == 0)
                    return 0xFF;
            }
        }
    }

    /// <summary>Holds some of the rays against a leaf's triangles. A ray's volume with an edge is a product of two parts,
    /// of which one is the same for
    /// all rays of a direction. Both triangles at an edge compute the same number with opposite signs, so nothing falls
    /// between them.</summary>
    [MethodImpl(MethodImplOptions.NoInlining)]
    private static uint Look(float* leaf, ReadOnlySpan<TreeRay> rays, uint which)
    {
        var met = 0u;
        ref readonly var first = ref rays[0];
        Floats dx = Vector256.Create(first.Direction.X),
            dy = Vector256.Create(first.Direction.Y),
            dz = Vector256.Create(first.Direction.Z);
        Floats ax = Row(leaf, A),
            ay = Row(leaf, A + 8),
            az = Row(leaf, A + 16);
        Floats bx = Row(leaf, B),
            by = Row(leaf, B + 8),
            bz = Row(leaf, B + 16);
        Floats cx = Row(leaf, C),
            cy = Row(leaf, C + 8),
            cz = Row(leaf, C + 16);
        Floats ux = cx - ax,
            uy = cy - ay,
            uz = cz - az,
            vx = ax - bx,
            vy = ay - by,
            vz = az - bz,
            wx = bx - cx,
            wy = by - cy,
            wz = bz - cz;
        Floats gux = Fms(dy, uz, dz * uy),
            guy = Fms(dz, ux, dx * uz),
            guz = Fms(dx, uy, dy * ux);
        Floats gvx = Fms(dy, vz, dz * vy),
            gvy = Fms(dz, vx, dx * vz),
            gvz = Fms(dx, vy, dy * vx);
        Floats gwx = Fms(dy, wz, dz * wy),
            gwy = Fms(dz, wx, dx * wz),
            gwz = Fms(dx, wy, dy * wx);
        for (; which != 0; which &= which - 1)
        {
            var i = BitOperations.TrailingZeroCount(which);
            ref readonly var ray = ref rays[i];
            Floats ox = Vector256.Create(ray.Origin.X),
                oy = Vector256.Create(ray.Origin.Y),
                oz = Vector256.Create(ray.Origin.Z);
            Floats px = ax - ox,
                py = ay - oy,
                pz = az - oz,
                qx = bx - ox,
                qy = by - oy,
                qz = bz - oz,
                rx = cx - ox,
                ry = cy - oy,
                rz = cz - oz;
            var u = Dot(gux, guy, guz, rx + px, ry + py, rz + pz);
            var v = Dot(gvx, gvy, gvz, px + qx, py + qy, pz + qz);
            var w = Dot(gwx, gwy, gwz, qx + rx, qy + ry, qz + rz);
            var inside =
                Vector256.GreaterThanOrEqual(Vector256.MinNative(Vector256.MinNative(u, v), w), Floats.Zero)
                | Vector256.LessThanOrEqual(Vector256.MaxNative(Vector256.MaxNative(u, v), w), Floats.Zero);
            if (inside.ExtractMostSignificantBits() == 0)
                continue;
            Floats nx = Fms(uy, vz, uz * vy),
                ny = Fms(uz, vx, ux * vz),
                nz = Fms(ux, vy, uy * vx);
            var slope = Dot(nx, ny, nz, dx, dy, dz);
            var at = Dot(nx, ny, nz, px, py, pz) / slope;
            var hits =
                inside
                & ~Vector256.Equals(slope, Floats.Zero)
                & Vector256.GreaterThanOrEqual(at, Vector256.Create(ray.From))
                & Vector256.LessThanOrEqual(at, Vector256.Create(ray.To));
            if (hits.ExtractMostSignificantBits() != 0)
                met |= 1u << i;
        }
        return met;
    }
}
