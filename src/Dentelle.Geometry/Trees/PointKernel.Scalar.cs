using System.Numerics;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;

namespace Dentelle.Geometry.Trees;

/// <summary>
/// The same sums lane by lane, as a textbook has them: the twin that the vectors are tested against, and what runs without
/// them.
/// </summary>
internal readonly unsafe struct ScalarPointKernel : IPointKernel
{
    public static Vector256<float> BoxBounds(float* node, float x, float y, float z)
    {
        var bounds = Vector256.Create(float.PositiveInfinity);
        var p = new Vector3(x, y, z);
        for (var lane = 0; lane < Lanes; lane++)
        {
            if (((int*)node)[Child + lane] == None)
                continue;
            bounds = bounds.WithElement(lane, Vector3.DistanceSquared(p, Vector3.Clamp(p, At(node, LowX, lane), At(node, HighX, lane))));
        }
        return bounds;
    }

    public static Vector256<float> DiscBounds(float* node, float x, float y, float z)
    {
        var bounds = Vector256<float>.Zero;
        var p = new Vector3(x, y, z);
        for (var lane = 0; lane < Lanes; lane++)
        {
            var from = p - At(node, CentreX, lane);
            var height = Vector3.Dot(from, At(node, NormalX, lane));
            var beside = MathF.Max(0, MathF.Sqrt(MathF.Max(0, from.LengthSquared() - (height * height))) - node[Radius + lane]);
            var above = MathF.Max(0, MathF.Abs(height) - node[HalfThickness + lane]);
            bounds = bounds.WithElement(lane, (beside * beside) + (above * above));
        }
        return bounds;
    }

    public static Vector256<float> Distances(float* leaf, float x, float y, float z)
    {
        var distances = Vector256<float>.Zero;
        for (var lane = 0; lane < Lanes; lane++)
        {
            var place = Closest(new Vec3(x, y, z), At(leaf, A, lane), At(leaf, B, lane), At(leaf, C, lane));
            distances = distances.WithElement(lane, (float)(place - new Vec3(x, y, z)).LengthSquared);
        }
        return distances;
    }

    /// <summary>By the seven regions of the triangle's plane (Ericson, Real-Time Collision Detection, 5.1.5).</summary>
    private static Vec3 Closest(Vec3 p, Vec3 a, Vec3 b, Vec3 c)
    {
        Vec3 ab = b - a,
            ac = c - a,
            ap = p - a;
        double d1 = ab.Dot(ap),
            d2 = ac.Dot(ap);
        if (d1 <= 0 && d2 <= 0)
            return a;
        var bp = p - b;
        double d3 = ab.Dot(bp),
            d4 = ac.Dot(bp);
        if (d3 >= 0 && d4 <= d3)
            return b;
        var vc = (d1 * d4) - (d3 * d2);
        if (vc <= 0 && d1 >= 0 && d3 <= 0)
            return a + (ab * (d1 / (d1 - d3)));
        var cp = p - c;
        double d5 = ab.Dot(cp),
            d6 = ac.Dot(cp);
        if (d6 >= 0 && d5 <= d6)
            return c;
        var vb = (d5 * d2) - (d1 * d6);
        if (vb <= 0 && d2 >= 0 && d6 <= 0)
            return a + (ac * (d2 / (d2 - d6)));
        var va = (d3 * d6) - (d5 * d4);
        if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0)
            return b + ((c - b) * ((d4 - d3) / (d4 - d3 + (d5 - d6))));
        var sum = va + vb + vc;
        return a + (ab * (vb / sum)) + (ac * (vc / sum));
    }

    private static Vector3 At(float* rows, int row, int lane) => new(rows[row + lane], rows[row + 8 + lane], rows[row + 16 + lane]);
}
