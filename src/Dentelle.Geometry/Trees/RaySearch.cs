using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;

namespace Dentelle.Geometry.Trees;

/// <summary>Rays down the tree: whether anything is met, or what is met first.</summary>
internal static unsafe class RaySearch
{
    private readonly record struct Waiting(float Entry, int Child);

    [SkipLocalsInit]
    public static bool Any<TKernel>(float* nodes, float* leaves, in TreeRay ray)
        where TKernel : struct, IRayKernel
    {
        var waiting = stackalloc int[PointSearch.StackSize];
        var count = 0;
        var node = 0;
        while (true)
        {
            var at = nodes + ((long)NodeFloats * node);
            var entries = TKernel.Entries(at, ray, ray.To);
            var met = Vector256.LessThan(entries, Vector256.Create(float.PositiveInfinity)).ExtractMostSignificantBits();
            for (; met != 0; met &= met - 1) waiting[count++] = ((int*)at)[Child + BitOperations.TrailingZeroCount(met)];
            while (true)
            {
                if (count == 0) return false;
                var next = waiting[--count];
                if (!IsLeaf(next))
                {
                    node = next;
                    break;
                }
                var hits = TKernel.Hits(leaves + ((long)LeafFloats * ~next), ray, ray.To);
                if (Vector256.LessThanAny(hits, Vector256.Create(float.PositiveInfinity))) return true;
            }
        }
    }

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
                for (; place > bottom && waiting[place - 1].Entry < entry.Entry; place--) waiting[place] = waiting[place - 1];
                waiting[place] = entry;
            }
            while (true)
            {
                if (count == 0) return (bestLeaf, bestLane, best);
                var next = waiting[--count];
                if (next.Entry > best) continue;
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
                    if (hits[lane] < best || bestLeaf < 0) (best, bestLeaf, bestLane) = (hits[lane], ~next.Child, lane);
                }
            }
        }
    }
}
