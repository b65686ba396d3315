using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;
using Floats = System.Runtime.Intrinsics.Vector256<float>;

namespace Dentelle.Geometry.Trees;

/// <summary>Eight rays of one direction go down the tree at once; a ray that has met something drops out.</summary>
internal static unsafe class RayPacket
{
    /// <summary>A bit for each of eight rays: whether it meets anything.</summary>
    /// <param name="nodes">First node.</param>
    /// <param name="leaves">First leaf.</param>
    /// <param name="rays">Eight, alike in direction and limits.</param>
    /// <param name="seed">The leaf that stopped the last ray.</param>
    [SkipLocalsInit]
    public static uint Any(float* nodes, float* leaves, ReadOnlySpan<TreeRay> rays, ref int seed)
    {
        var open = 0xFFu;
        Look(leaves, seed, rays, open, ref open, ref seed);
        if (open == 0) return 0xFF;
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
        var waiting = stackalloc (int Child, uint Rays)[PointSearch.StackSize];
        var count = 0;
        var next = 0;
        while (true)
        {
            var node = nodes + ((long)NodeFloats * next);
            for (var child = node; child < node + Lanes; child++)
            {
                var near = Vector256.MaxNative(
                    Vector256.MaxNative(Fma(child[ray.NearX], ix, x), Fma(child[ray.NearY], iy, y)),
                    Vector256.MaxNative(Fma(child[ray.NearZ], iz, z), from));
                var far = Vector256.MinNative(
                    Vector256.MinNative(Fma(child[ray.FarX], ix, x), Fma(child[ray.FarY], iy, y)),
                    Vector256.MinNative(Fma(child[ray.FarZ], iz, z), to));
                var met = Vector256.LessThanOrEqual(near, far).ExtractMostSignificantBits() & open;
                if (met != 0) waiting[count++] = (((int*)child)[Child], met);
            }
            while (true)
            {
                if (count == 0) return ~open & 0xFF;
                var (child, which) = waiting[--count];
                which &= open;
                if (which == 0) continue;
                next = child;
                if (!IsLeaf(next)) break;
                Look(leaves, ~next, rays, which, ref open, ref seed);
                if (open == 0) return 0xFF;
            }
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static void Look(float* leaves, int leaf, ReadOnlySpan<TreeRay> rays, uint which, ref uint open, ref int seed)
    {
        for (; which != 0; which &= which - 1)
        {
            var i = BitOperations.TrailingZeroCount(which);
            ref readonly var ray = ref rays[i];
            var hits = SimdRayKernel.Hits(leaves + ((long)LeafFloats * leaf), ray, ray.To);
            if (!Vector256.LessThanAny(hits, Vector256.Create(float.PositiveInfinity))) continue;
            open &= ~(1u << i);
            seed = leaf;
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats Fma(float plane, Floats inverse, Floats offset) => Vector256.FusedMultiplyAdd(Vector256.Create(plane), inverse, offset);
}
