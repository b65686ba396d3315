using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;
using Floats = System.Runtime.Intrinsics.Vector256<float>;

namespace Dentelle.Geometry.Trees;

/// <summary>Eight points that lie close together go down the tree at once: each box is fetched once and held against all eight.</summary>
/// <remarks>A single search waits for its own sums at every node; eight together keep the machine busy. Points far apart gain nothing. The bounds are
/// the kernel's with points and boxes changed over; one piece for both, of eight and more vector arguments, was measured a tenth slower.</remarks>
internal static unsafe class PointPacket
{
    /// <summary>A part of the tree still to be looked at, with the least squared distance of each point to it.</summary>
    private struct Waiting
    {
        public Floats Bounds;
        public float Nearest;
        public int Child;
    }

    /// <summary>For each of eight points the leaf and lane of its nearest triangle; leaf −1 when none is nearer than the limit.</summary>
    /// <param name="nodes">First node.</param>
    /// <param name="leaves">First leaf.</param>
    /// <param name="points">Eight, in the tree's coordinates.</param>
    /// <param name="limit">Squared distance beyond which nothing counts.</param>
    /// <param name="seed">A leaf likely to be near.</param>
    /// <param name="found">Gets eight leaves, then eight lanes.</param>
    [SkipLocalsInit]
    public static void Nearest(float* nodes, float* leaves, ReadOnlySpan<Vector3> points, float limit, int seed, Span<int> found)
    {
        var xs = stackalloc float[3 * Lanes];
        for (var i = 0; i < Lanes; i++)
        {
            xs[i] = points[i].X;
            xs[8 + i] = points[i].Y;
            xs[16 + i] = points[i].Z;
        }
        var (x, y, z) = (Vector256.Load(xs), Vector256.Load(xs + 8), Vector256.Load(xs + 16));
        var best = stackalloc float[Lanes];
        Vector256.Create(limit).Store(best);
        found[..Lanes].Fill(-1);
        Look(leaves, seed, 0xFF, xs, best, found);
        var waiting = stackalloc Waiting[PointSearch.StackSize];
        var count = 0;
        var next = 0;
        while (true)
        {
            Open(nodes + ((long)NodeFloats * next), x, y, z, Vector256.Load(best), waiting, ref count);
            while (true)
            {
                if (count == 0) return;
                ref var top = ref waiting[--count];
                var nearer = Vector256.LessThan(top.Bounds, Vector256.Load(best)).ExtractMostSignificantBits();
                if (nearer == 0) continue;
                next = top.Child;
                if (!IsLeaf(next)) break;
                if (~next != seed) Look(leaves, ~next, nearer, xs, best, found);
            }
        }
    }

    /// <summary>Puts the children that may hold something nearer for any point on the stack, the nearest on top.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static void Open(float* node, Floats x, Floats y, Floats z, Floats best, Waiting* waiting, ref int count)
    {
        var bottom = count;
        for (var child = node; child < node + Lanes; child++)
        {
            var bounds = BoxBounds(child, x, y, z);
            if (!Vector256.LessThanAny(bounds, best)) continue;
            bounds = Vector256.MaxNative(bounds, DiscBounds(child, x, y, z));
            if (!Vector256.LessThanAny(bounds, best)) continue;
            var nearest = DiscFitter.Least(bounds);
            var place = count++;
            for (; place > bottom && waiting[place - 1].Nearest < nearest; place--) waiting[place] = waiting[place - 1];
            waiting[place].Bounds = bounds;
            waiting[place].Nearest = nearest;
            waiting[place].Child = ((int*)child)[Child];
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static void Look(float* leaves, int leaf, uint which, float* xs, float* best, Span<int> found)
    {
        for (; which != 0; which &= which - 1)
        {
            var i = BitOperations.TrailingZeroCount(which);
            var distances = SimdPointKernel.Distances(leaves + ((long)LeafFloats * leaf), xs[i], xs[8 + i], xs[16 + i]);
            if (!Vector256.LessThanAny(distances, Vector256.Create(best[i]))) continue;
            best[i] = DiscFitter.Least(distances);
            found[i] = leaf;
            found[Lanes + i] = BitOperations.TrailingZeroCount(Vector256.Equals(distances, Vector256.Create(best[i])).ExtractMostSignificantBits());
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats BoxBounds(float* child, Floats x, Floats y, Floats z)
    {
        var zero = Floats.Zero;
        var boxX = Vector256.MaxNative(Vector256.MaxNative(Row(child, LowX) - x, x - Row(child, HighX)), zero);
        var boxY = Vector256.MaxNative(Vector256.MaxNative(Row(child, LowY) - y, y - Row(child, HighY)), zero);
        var boxZ = Vector256.MaxNative(Vector256.MaxNative(Row(child, LowZ) - z, z - Row(child, HighZ)), zero);
        return Fma(boxX, boxX, Fma(boxY, boxY, boxZ * boxZ));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats DiscBounds(float* child, Floats x, Floats y, Floats z)
    {
        var zero = Floats.Zero;
        var (dx, dy, dz) = (x - Row(child, CentreX), y - Row(child, CentreY), z - Row(child, CentreZ));
        var height = Fma(dx, Row(child, NormalX), Fma(dy, Row(child, NormalY), dz * Row(child, NormalZ)));
        var across = Fma(dx, dx, Fma(dy, dy, Fma(dz, dz, -(height * height))));
        var beside = Vector256.MaxNative(Vector256.Sqrt(Vector256.MaxNative(across, zero)) - Row(child, Radius), zero);
        var above = Vector256.MaxNative(Vector256.Abs(height) - Row(child, HalfThickness), zero);
        return Fma(beside, beside, above * above);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats Fma(Floats a, Floats b, Floats c) => Vector256.FusedMultiplyAdd(a, b, c);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats Row(float* child, int row) => Vector256.Create(child[row]);
}
