using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.EightLanes;
using static Dentelle.Geometry.Trees.TreeLayout;
using Floats = System.Runtime.Intrinsics.Vector256<float>;

namespace Dentelle.Geometry.Trees;

/// <summary>Eight points that lie close together go down the tree at once: each box is fetched once and held against all eight.</summary>
/// <remarks>A single search waits for its own sums at every node; eight together keep the machine busy. Points far apart
/// gain nothing. The bounds are
/// the kernel's with points and boxes changed over; one piece for both, of eight and more vector arguments, was measured a
/// tenth slower.</remarks>
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
    /// <param name="known">A place and how far the surface is from there: no point's surface is farther than the way there and on.</param>
    /// <param name="found">Room for sixteen; gets eight leaves, then eight lanes.</param>
    /// <param name="best">Room for eight; gets the squared distances.</param>
    [SkipLocalsInit]
    public static void Nearest(
        float* nodes,
        float* leaves,
        ReadOnlySpan<Vector3> points,
        float limit,
        (Vector3 Place, float Distance) known,
        int* found,
        float* best
    )
    {
        var xs = stackalloc float[3 * Lanes];
        for (var i = 0; i < Lanes; i++)
        {
            xs[i] = points[i].X;
            xs[8 + i] = points[i].Y;
            xs[16 + i] = points[i].Z;
        }
        var (x, y, z) = (Vector256.Load(xs), Vector256.Load(xs + 8), Vector256.Load(xs + 16));
        var middle = points[0];
        for (var i = 1; i < Lanes; i++)
            middle += points[i];
        middle /= Lanes;
        var reach = 0f;
        foreach (var p in points)
            reach = MathF.Max(reach, Vector3.DistanceSquared(p, middle));
        reach = MathF.Sqrt(reach) * 1.0001f;
        for (var i = 0; i < Lanes; i++)
        {
            var way = (Vector3.Distance(points[i], known.Place) + known.Distance) * 1.0001f;
            best[i] = MathF.Min(limit, way * way);
            found[i] = -1;
        }
        var waiting = stackalloc Waiting[PointSearch.StackSize];
        var count = 0;
        var next = 0;
        while (true)
        {
            Open(nodes + ((long)NodeFloats * next), x, y, z, middle, reach, Vector256.Load(best), waiting, ref count);
            while (true)
            {
                if (count == 0)
                    return;
                ref var top = ref waiting[--count];
                var nearer = Vector256.LessThan(top.Bounds, Vector256.Load(best)).ExtractMostSignificantBits();
                if (nearer == 0)
                    continue;
                next = top.Child;
                if (!IsLeaf(next))
                    break;
                Look(leaves + ((long)LeafFloats * ~next), ~next, nearer, xs, best, found);
            }
        }
    }

    /// <summary>Puts the children that may hold something nearer for any point on the stack, the nearest on top.</summary>
    /// <remarks>
    /// All eight children are first held against the ball round the eight points at once; few are left to be looked at
    /// point by point.
    /// </remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static void Open(
        float* node,
        Floats x,
        Floats y,
        Floats z,
        Vector3 middle,
        float reach,
        Floats best,
        Waiting* waiting,
        ref int count
    )
    {
        var bottom = count;
        var within = MathF.Sqrt(Greatest(best)) + reach;
        var limit = Vector256.Create(within * within);
        var left = Vector256.LessThan(SimdPointKernel.BoxBounds(node, middle.X, middle.Y, middle.Z), limit).ExtractMostSignificantBits();
        if ((left & (left - 1)) != 0)
            left &= Vector256.LessThan(SimdPointKernel.DiscBounds(node, middle.X, middle.Y, middle.Z), limit).ExtractMostSignificantBits();
        for (; left != 0; left &= left - 1)
        {
            var child = node + BitOperations.TrailingZeroCount(left);
            var bounds = Vector256.MaxNative(BoxBounds(child, x, y, z), DiscBounds(child, x, y, z));
            if (!Vector256.LessThanAny(bounds, best))
                continue;
            var nearest = DiscFitter.Least(bounds);
            var place = count++;
            for (; place > bottom && waiting[place - 1].Nearest < nearest; place--)
                waiting[place] = waiting[place - 1];
            waiting[place].Bounds = bounds;
            waiting[place].Nearest = nearest;
            waiting[place].Child = ((int*)child)[Child];
        }
    }

    /// <summary>
    /// Holds some of the points against a leaf's triangles: the kernel's distances, with all that depends on the triangles
    /// alone worked out once.
    /// </summary>
    [MethodImpl(MethodImplOptions.NoInlining)]
    private static void Look(float* leaf, int number, uint which, float* xs, float* best, int* found)
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
        Floats wx = vx - ux,
            wy = vy - uy,
            wz = vz - uz;
        Floats nx = Fms(uy, vz, uz * vy),
            ny = Fms(uz, vx, ux * vz),
            nz = Fms(ux, vy, uy * vx);
        Floats uu = Dot(ux, uy, uz, ux, uy, uz),
            uv = Dot(ux, uy, uz, vx, vy, vz),
            vv = Dot(vx, vy, vz, vx, vy, vz);
        Floats ww = Dot(wx, wy, wz, wx, wy, wz),
            nn = Dot(nx, ny, nz, nx, ny, nz);
        var tiny = Vector256.Create(1e-30f);
        var area = Vector256.ConditionalSelect(Vector256.GreaterThan(nn, tiny), Fms(uu, vv, uv * uv), Vector256.Create(-1f));
        Floats perU = Floats.One / Vector256.MaxNative(uu, tiny),
            perV = Floats.One / Vector256.MaxNative(vv, tiny);
        Floats perW = Floats.One / Vector256.MaxNative(ww, tiny),
            perN = Floats.One / Vector256.MaxNative(nn, tiny);
        for (; which != 0; which &= which - 1)
        {
            var i = BitOperations.TrailingZeroCount(which);
            Floats px = Vector256.Create(xs[i]) - ax,
                py = Vector256.Create(xs[8 + i]) - ay,
                pz = Vector256.Create(xs[16 + i]) - az;
            Floats up = Dot(ux, uy, uz, px, py, pz),
                vp = Dot(vx, vy, vz, px, py, pz),
                height = Dot(nx, ny, nz, px, py, pz);
            Floats s = Fms(vv, up, uv * vp),
                t = Fms(uu, vp, uv * up);
            var over = Vector256.GreaterThanOrEqual(Vector256.MinNative(s, t), Floats.Zero) & Vector256.LessThanOrEqual(s + t, area);
            Floats qx = px - ux,
                qy = py - uy,
                qz = pz - uz;
            var edge = Vector256.MinNative(FromEdge(px, py, pz, ux, uy, uz, up * perU), FromEdge(px, py, pz, vx, vy, vz, vp * perV));
            edge = Vector256.MinNative(edge, FromEdge(qx, qy, qz, wx, wy, wz, Dot(wx, wy, wz, qx, qy, qz) * perW));
            var distances = Vector256.ConditionalSelect(over, height * height * perN, edge);
            if (!Vector256.LessThanAny(distances, Vector256.Create(best[i])))
                continue;
            best[i] = DiscFitter.Least(distances);
            found[i] = number;
            found[Lanes + i] = BitOperations.TrailingZeroCount(
                Vector256.Equals(distances, Vector256.Create(best[i])).ExtractMostSignificantBits()
            );
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats BoxBounds(float* child, Floats x, Floats y, Floats z)
    {
        var zero = Floats.Zero;
        var boxX = Vector256.MaxNative(Vector256.MaxNative(One(child, LowX) - x, x - One(child, HighX)), zero);
        var boxY = Vector256.MaxNative(Vector256.MaxNative(One(child, LowY) - y, y - One(child, HighY)), zero);
        var boxZ = Vector256.MaxNative(Vector256.MaxNative(One(child, LowZ) - z, z - One(child, HighZ)), zero);
        return Fma(boxX, boxX, Fma(boxY, boxY, boxZ * boxZ));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Floats DiscBounds(float* child, Floats x, Floats y, Floats z)
    {
        var zero = Floats.Zero;
        var (dx, dy, dz) = (x - One(child, CentreX), y - One(child, CentreY), z - One(child, CentreZ));
        var height = Fma(dx, One(child, NormalX), Fma(dy, One(child, NormalY), dz * One(child, NormalZ)));
        var across = Fma(dx, dx, Fma(dy, dy, Fms(dz, dz, height * height)));
        var beside = Vector256.MaxNative(Vector256.Sqrt(Vector256.MaxNative(across, zero)) - One(child, Radius), zero);
        var above = Vector256.MaxNative(Vector256.Abs(height) - One(child, HalfThickness), zero);
        return Fma(beside, beside, above * above);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static float Greatest(Floats values)
    {
        var four = Vector128.MaxNative(values.GetLower(), values.GetUpper());
        var two = Vector128.MaxNative(four, Vector128.Shuffle(four, Vector128.Create(2, 3, 0, 1)));
        return Vector128.MaxNative(two, Vector128.Shuffle(two, Vector128.Create(1, 0, 3, 2))).ToScalar();
    }
}
