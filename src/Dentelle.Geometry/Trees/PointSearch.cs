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

    /// <summary>The leaf and lane of the nearest triangle and its squared distance, or −1 when none is nearer than the limit.</summary>
    /// <param name="nodes">First node.</param>
    /// <param name="leaves">First leaf.</param>
    /// <param name="p">In the tree's coordinates.</param>
    /// <param name="limit">Squared distance beyond which nothing counts.</param>
    /// <param name="seed">A leaf likely to be near.</param>
    [SkipLocalsInit]
    public static (int Leaf, int Lane, float Squared) Nearest<TKernel>(float* nodes, float* leaves, Vector3 p, float limit, int seed)
        where TKernel : struct, IPointKernel
    {
        var (best, bestLeaf, bestLane) = (limit, -1, 0);
        Look<TKernel>(leaves, seed, p, ref best, ref bestLeaf, ref bestLane);
        var waiting = stackalloc Waiting[StackSize];
        var bounds = stackalloc float[Lanes];
        var count = 0;
        var next = 0;
        while (true)
        {
            if (IsLeaf(next))
            {
                if (~next != seed)
                    Look<TKernel>(leaves, ~next, p, ref best, ref bestLeaf, ref bestLane);
            }
            else
            {
                var at = nodes + ((long)NodeFloats * next);
                var children = (int*)at + Child;
                var boxes = TKernel.BoxBounds(at, p.X, p.Y, p.Z);
                var nearer = Vector256.LessThan(boxes, Vector256.Create(best)).ExtractMostSignificantBits();
                // Near the surface mostly one box is left; the discs, whose roots take their time, are not asked then.
                if (IsOne(nearer))
                {
                    next = children[BitOperations.TrailingZeroCount(nearer)];
                    continue;
                }
                if (nearer != 0)
                {
                    var all = Vector256.MaxNative(boxes, TKernel.DiscBounds(at, p.X, p.Y, p.Z));
                    nearer = Vector256.LessThan(all, Vector256.Create(best)).ExtractMostSignificantBits();
                    if (IsOne(nearer))
                    {
                        next = children[BitOperations.TrailingZeroCount(nearer)];
                        continue;
                    }
                    all.Store(bounds);
                    var bottom = count;
                    for (; nearer != 0; nearer &= nearer - 1)
                    {
                        var lane = BitOperations.TrailingZeroCount(nearer);
                        var entry = new Waiting(bounds[lane], children[lane]);
                        // The nearest comes to lie on top.
                        var place = count++;
                        for (; place > bottom && waiting[place - 1].Bound < entry.Bound; place--)
                            waiting[place] = waiting[place - 1];
                        waiting[place] = entry;
                    }
                }
            }
            do
            {
                if (count-- == 0)
                    return (bestLeaf, bestLane, best);
            } while (waiting[count].Bound >= best);
            next = waiting[count].Child;
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static bool IsOne(uint bits) => (bits & (bits - 1)) == 0 && bits != 0;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static void Look<TKernel>(float* leaves, int leaf, Vector3 p, ref float best, ref int bestLeaf, ref int bestLane)
        where TKernel : struct, IPointKernel
    {
        var distances = TKernel.Distances(leaves + ((long)LeafFloats * leaf), p.X, p.Y, p.Z);
        if (!Vector256.LessThanAny(distances, Vector256.Create(best)))
            return;
        best = DiscFitter.Least(distances);
        bestLeaf = leaf;
        bestLane = BitOperations.TrailingZeroCount(Vector256.Equals(distances, Vector256.Create(best)).ExtractMostSignificantBits());
    }
}
