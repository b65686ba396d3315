using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;

namespace Dentelle.Geometry.Trees;

/// <summary>Nearest first down the tree, with the last answer's leaf as the first bound.</summary>
internal static unsafe class PointSearch
{
    /// <summary>Deeper than any tree the builder makes, times seven waiting children a level.</summary>
    public const int StackSize = 320;

    private readonly record struct Waiting(float Bound, int Child);

    /// <summary>The leaf and lane of the nearest triangle, or −1 when none is nearer than the limit.</summary>
    /// <param name="nodes">First node.</param>
    /// <param name="leaves">First leaf.</param>
    /// <param name="p">In the tree's coordinates.</param>
    /// <param name="limit">Squared distance beyond which nothing counts.</param>
    /// <param name="seed">A leaf likely to be near.</param>
    [SkipLocalsInit]
    public static (int Leaf, int Lane) Nearest<TKernel>(float* nodes, float* leaves, Vector3 p, float limit, int seed)
        where TKernel : struct, IPointKernel
    {
        var (best, bestLeaf, bestLane) = (limit, -1, 0);
        Look<TKernel>(leaves, seed, p, ref best, ref bestLeaf, ref bestLane);
        var waiting = stackalloc Waiting[StackSize];
        var count = 0;
        var node = 0;
        while (true)
        {
            // One node: what may be nearer goes on the stack, the nearest on top.
            var at = nodes + ((long)NodeFloats * node);
            var bounds = TKernel.Bounds(at, p.X, p.Y, p.Z);
            var nearer = Vector256.LessThan(bounds, Vector256.Create(best)).ExtractMostSignificantBits();
            var bottom = count;
            while (nearer != 0)
            {
                var lane = BitOperations.TrailingZeroCount(nearer);
                nearer &= nearer - 1;
                var entry = new Waiting(bounds[lane], ((int*)at)[Child + lane]);
                var place = count++;
                for (; place > bottom && waiting[place - 1].Bound < entry.Bound; place--) waiting[place] = waiting[place - 1];
                waiting[place] = entry;
            }
            // Leaves until a node comes up that may still hold something nearer.
            while (true)
            {
                if (count == 0) return (bestLeaf, bestLane);
                var next = waiting[--count];
                if (next.Bound >= best) continue;
                if (!IsLeaf(next.Child))
                {
                    node = next.Child;
                    break;
                }
                if (~next.Child != seed) Look<TKernel>(leaves, ~next.Child, p, ref best, ref bestLeaf, ref bestLane);
            }
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static void Look<TKernel>(float* leaves, int leaf, Vector3 p, ref float best, ref int bestLeaf, ref int bestLane)
        where TKernel : struct, IPointKernel
    {
        var distances = TKernel.Distances(leaves + ((long)LeafFloats * leaf), p.X, p.Y, p.Z);
        var nearer = Vector256.LessThan(distances, Vector256.Create(best)).ExtractMostSignificantBits();
        while (nearer != 0)
        {
            var lane = BitOperations.TrailingZeroCount(nearer);
            nearer &= nearer - 1;
            if (!(distances[lane] < best)) continue;
            (best, bestLeaf, bestLane) = (distances[lane], leaf, lane);
        }
    }
}
