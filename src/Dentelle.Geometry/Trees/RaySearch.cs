using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;

namespace Dentelle.Geometry.Trees;

/// <summary>Rays down the tree: whether anything is met, or what is met first.</summary>
internal static unsafe class RaySearch
{
    private readonly record struct Waiting(float Entry, int Child);

    /// <param name="nodes">First node.</param>
    /// <param name="leaves">First leaf.</param>
    /// <param name="ray">In the tree's coordinates.</param>
    /// <param name="seed">The leaf that stopped the last ray: likely to stop this one.</param>
    [SkipLocalsInit]
    public static bool Any<TKernel>(float* nodes, float* leaves, in TreeRay ray, ref int seed)
        where TKernel : struct, IRayKernel
    {
        var waiting = stackalloc int[PointSearch.StackSize];
        var table = LaneOrder.Table;
        var count = 1;
        waiting[0] = 0;
        while (count > 0)
        {
            var next = waiting[--count];
            if (IsLeaf(next))
            {
                if (!Meets<TKernel>(leaves, ~next, ray))
                    continue;
                seed = ~next;
                return true;
            }
            var at = nodes + ((long)NodeFloats * next);
            var met = Vector256
                .LessThan(TKernel.Entries(at, ray, ray.To), Vector256.Create(float.PositiveInfinity))
                .ExtractMostSignificantBits();
            LaneOrder.Pack(Vector256.LoadAligned((int*)at + Child), met, waiting + count, table);
            count += BitOperations.PopCount(met);
        }
        return false;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static bool Meets<TKernel>(float* leaves, int leaf, in TreeRay ray)
        where TKernel : struct, IRayKernel =>
        Vector256.LessThanAny(TKernel.Hits(leaves + ((long)LeafFloats * leaf), ray, ray.To), Vector256.Create(float.PositiveInfinity));

    /// <summary>The leaf and lane met first and where along the ray; leaf −1 when nothing is.</summary>
    [SkipLocalsInit]
    public static (int Leaf, int Lane, float At) First<TKernel>(float* nodes, float* leaves, in TreeRay ray)
        where TKernel : struct, IRayKernel
    {
        var (best, bestLeaf, bestLane) = (ray.To, -1, 0);
        var waiting = stackalloc Waiting[PointSearch.StackSize];
        var count = 0;
        var node = 0;
        while (true)
        {
            var at = nodes + ((long)NodeFloats * node);
            var entries = TKernel.Entries(at, ray, best);
            var met = Vector256.LessThan(entries, Vector256.Create(float.PositiveInfinity)).ExtractMostSignificantBits();
            var bottom = count;
            for (; met != 0; met &= met - 1)
            {
                var lane = BitOperations.TrailingZeroCount(met);
                var entry = new Waiting(entries[lane], ((int*)at)[Child + lane]);
                var place = count++;
                for (; place > bottom && waiting[place - 1].Entry < entry.Entry; place--)
                    waiting[place] = waiting[place - 1];
                waiting[place] = entry;
            }
            while (true)
            {
                if (count == 0)
                    return (bestLeaf, bestLane, best);
                var next = waiting[--count];
                if (next.Entry > best)
                    continue;
                if (!IsLeaf(next.Child))
                {
                    node = next.Child;
                    break;
                }
                var hits = TKernel.Hits(leaves + ((long)LeafFloats * ~next.Child), ray, best);
                var nearer = Vector256.LessThan(hits, Vector256.Create(float.PositiveInfinity)).ExtractMostSignificantBits();
                for (; nearer != 0; nearer &= nearer - 1)
                {
                    var lane = BitOperations.TrailingZeroCount(nearer);
                    if (hits[lane] < best || bestLeaf < 0)
                        (best, bestLeaf, bestLane) = (hits[lane], ~next.Child, lane);
                }
            }
        }
    }
}
