using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using Dentelle.Geometry.Meshes;
using static Dentelle.Geometry.Trees.TreeLayout;

namespace Dentelle.Geometry.Trees;

/// <summary>
/// Builds the tree: splits at the least surface-area cost over sixteen bins, eight children a node, full leaves of eight.
/// </summary>
internal sealed unsafe class TreeBuilder
{
    private const int Bins = 16;

    /// <summary>Up to here a set is cut in the middle, in multiples of eight: full leaves are worth more there than a clever cut.</summary>
    private const int SmallSet = 8 * Lanes;

    /// <summary>
    /// Cost may cut slivers off for ever; below this depth sets are halved, so that no input makes a tree deeper than a
    /// query's stack.
    /// </summary>
    private const int MostCostLevels = 20;

    private readonly Item[] items;
    private readonly int[] binCounts = new int[Bins];
    private readonly Vector128<float>[] binLows = new Vector128<float>[Bins];
    private readonly Vector128<float>[] binHighs = new Vector128<float>[Bins];
    private readonly float[] areasRight = new float[Bins];
    private readonly Vector3[] positions;
    private readonly int[] corners;
    private readonly Vector3 origin;
    private AlignedFloats nodes,
        leaves;
    private int nodeCount,
        leafCount;

    private TreeBuilder(Mesh mesh, Vector3 origin)
    {
        this.origin = origin;
        (positions, corners) = mesh.Arrays;
        items = new Item[mesh.TriangleCount];
        nodes = new AlignedFloats(NodeFloats * ((items.Length / 32) + 8));
        leaves = new AlignedFloats(LeafFloats * ((items.Length / 6) + 8));
    }

    /// <summary>One triangle while building: its box. The last lane of the low corner holds its number.</summary>
    private struct Item
    {
        public Vector128<float> Low,
            High;

        public readonly int Triangle => BitConverter.SingleToInt32Bits(Low.GetElement(3));
    }

    public static (AlignedFloats Nodes, int NodeCount, AlignedFloats Leaves, int LeafCount) Build(Mesh mesh, Vector3 origin)
    {
        var builder = new TreeBuilder(mesh, origin);
        builder.Run();
        return (builder.nodes, builder.nodeCount, builder.leaves, builder.leafCount);
    }

    private void Run()
    {
        for (var i = 0; i < items.Length; i++)
        {
            var a = (positions[corners[3 * i]] - origin).AsVector128();
            var b = (positions[corners[(3 * i) + 1]] - origin).AsVector128();
            var c = (positions[corners[(3 * i) + 2]] - origin).AsVector128();
            items[i].Low = Vector128.MinNative(a, Vector128.MinNative(b, c)).WithElement(3, BitConverter.Int32BitsToSingle(i));
            items[i].High = Vector128.MaxNative(a, Vector128.MaxNative(b, c)).WithElement(3, 0f);
        }
        AddNode(0, items.Length, 0);
    }

    /// <summary>Makes a node of a range and everything below it; leaves of one node's subtree lie side by side.</summary>
    private int AddNode(int from, int to, int depth)
    {
        var starts = stackalloc int[Lanes + 1];
        var parts = Divide(from, to, starts, depth);
        var node = nodeCount++;
        if (NodeFloats * nodeCount > nodes.Count)
            nodes = nodes.Resized(2 * nodes.Count);
        for (var lane = 0; lane < Lanes; lane++)
        {
            if (lane >= parts)
            {
                SetEmpty(node, lane);
                continue;
            }
            var firstLeaf = leafCount;
            var child =
                starts[lane + 1] - starts[lane] <= Lanes
                    ? ~AddLeaf(starts[lane], starts[lane + 1])
                    : AddNode(starts[lane], starts[lane + 1], depth + 1);
            SetChild(node, lane, child, firstLeaf);
        }
        return node;
    }

    private int Divide(int from, int to, int* starts, int depth)
    {
        starts[0] = from;
        starts[1] = to;
        var parts = 1;
        while (parts < Lanes)
        {
            var largest = -1;
            for (var i = 0; i < parts; i++)
            {
                var size = starts[i + 1] - starts[i];
                if (size > Lanes && (largest < 0 || size > starts[largest + 1] - starts[largest]))
                    largest = i;
            }
            if (largest < 0)
                break;
            var middle = Split(starts[largest], starts[largest + 1], depth);
            for (var i = parts; i > largest; i--)
                starts[i + 1] = starts[i];
            starts[largest + 1] = middle;
            parts++;
        }
        return parts;
    }

    /// <summary>Orders a range so that everything before the returned place lies on one side of a cut.</summary>
    private int Split(int from, int to, int depth)
    {
        var low = Vector128.Create(float.PositiveInfinity);
        var high = Vector128.Create(float.NegativeInfinity);
        for (var i = from; i < to; i++)
        {
            var centre = items[i].Low + items[i].High;
            low = Vector128.MinNative(low, centre);
            high = Vector128.MaxNative(high, centre);
        }
        var size = high - low;
        var axis =
            size[0] >= size[1] && size[0] >= size[2] ? 0
            : size[1] >= size[2] ? 1
            : 2;
        if (to - from <= SmallSet || depth > MostCostLevels || !(size[axis] > 0))
            return SplitInTheMiddle(from, to, axis);
        return SplitByCost(from, to, axis, low[axis], Bins * 0.9999f / size[axis]);
    }

    private int SplitInTheMiddle(int from, int to, int axis)
    {
        var leavesNeeded = (to - from + Lanes - 1) / Lanes;
        var middle = from + (Lanes * (leavesNeeded / 2));
        Select(from, to - 1, middle, axis);
        return middle;
    }

    /// <summary>Quickselect: what is left of <paramref name="place"/> is not above it.</summary>
    private void Select(int left, int right, int place, int axis)
    {
        while (left < right)
        {
            var pivot = Key((left + right) >> 1, axis);
            var (i, j) = (left, right);
            while (i <= j)
            {
                while (Key(i, axis) < pivot)
                    i++;
                while (Key(j, axis) > pivot)
                    j--;
                if (i > j)
                    break;
                (items[i], items[j]) = (items[j], items[i]);
                i++;
                j--;
            }
            if (place <= j)
                right = j;
            else if (place >= i)
                left = i;
            else
                return;
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private float Key(int item, int axis)
    {
        ref var at = ref items[item];
        return Unsafe.Add(ref Unsafe.As<Vector128<float>, float>(ref at.Low), axis)
            + Unsafe.Add(ref Unsafe.As<Vector128<float>, float>(ref at.High), axis);
    }

    private int SplitByCost(int from, int to, int axis, float start, float scale)
    {
        Array.Clear(binCounts);
        Array.Fill(binLows, Vector128.Create(float.PositiveInfinity));
        Array.Fill(binHighs, Vector128.Create(float.NegativeInfinity));
        for (var i = from; i < to; i++)
        {
            var bin = (int)((Key(i, axis) - start) * scale);
            binCounts[bin]++;
            binLows[bin] = Vector128.MinNative(binLows[bin], items[i].Low);
            binHighs[bin] = Vector128.MaxNative(binHighs[bin], items[i].High);
        }
        var cut = CheapestCut(to - from);
        var (left, right) = (from, to - 1);
        while (true)
        {
            while (left <= right && (int)((Key(left, axis) - start) * scale) < cut)
                left++;
            while (left <= right && (int)((Key(right, axis) - start) * scale) >= cut)
                right--;
            if (left > right)
                return left;
            (items[left], items[right]) = (items[right], items[left]);
        }
    }

    /// <summary>The first bin right of the cheapest cut. The outermost bins are never empty, so neither side is.</summary>
    private int CheapestCut(int total)
    {
        var low = Vector128.Create(float.PositiveInfinity);
        var high = Vector128.Create(float.NegativeInfinity);
        for (var bin = Bins - 1; bin > 0; bin--)
        {
            low = Vector128.MinNative(low, binLows[bin]);
            high = Vector128.MaxNative(high, binHighs[bin]);
            areasRight[bin] = HalfArea(low, high);
        }
        low = Vector128.Create(float.PositiveInfinity);
        high = Vector128.Create(float.NegativeInfinity);
        var (best, bestCost, count) = (1, float.PositiveInfinity, 0);
        for (var cut = 1; cut < Bins; cut++)
        {
            low = Vector128.MinNative(low, binLows[cut - 1]);
            high = Vector128.MaxNative(high, binHighs[cut - 1]);
            count += binCounts[cut - 1];
            if (count == 0 || count == total)
                continue;
            var cost = (HalfArea(low, high) * count) + (areasRight[cut] * (total - count));
            if (cost < bestCost)
                (best, bestCost) = (cut, cost);
        }
        return best;
    }

    private static float HalfArea(Vector128<float> low, Vector128<float> high)
    {
        var size = high - low;
        return (size[0] * size[1]) + (size[1] * size[2]) + (size[2] * size[0]);
    }

    private int AddLeaf(int from, int to)
    {
        var leaf = leafCount++;
        if (LeafFloats * leafCount > leaves.Count)
            leaves = leaves.Resized(2 * leaves.Count);
        var at = leaves.Start + ((long)LeafFloats * leaf);
        for (var lane = 0; lane < Lanes; lane++)
        {
            var triangle = items[Math.Min(from + lane, to - 1)].Triangle;
            for (var corner = 0; corner < 3; corner++)
            {
                var p = positions[corners[(3 * triangle) + corner]] - origin;
                var row = at + (24 * corner) + lane;
                row[0] = p.X;
                row[8] = p.Y;
                row[16] = p.Z;
            }
            ((int*)at)[Triangle + lane] = triangle;
        }
        return leaf;
    }

    private void SetEmpty(int node, int lane)
    {
        var at = nodes.Start + ((long)NodeFloats * node) + lane;
        // A box turned inside out is infinitely far from every point and hit by no ray; the disc must only not be NaN.
        for (var row = 0; row < 3; row++)
        {
            at[LowX + (8 * row)] = float.PositiveInfinity;
            at[HighX + (8 * row)] = float.NegativeInfinity;
        }
        for (var row = CentreX; row <= Radius; row += 8)
            at[row] = 0;
        ((int*)at)[Child] = None;
    }

    private void SetChild(int node, int lane, int child, int firstLeaf)
    {
        var at = nodes.Start + ((long)NodeFloats * node) + lane;
        ((int*)at)[Child] = child;
        DiscFitter.Fit(leaves.Start + ((long)LeafFloats * firstLeaf), leafCount - firstLeaf, at);
    }
}
