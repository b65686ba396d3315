using System.Numerics;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;

namespace Dentelle.Geometry.Trees;

/// <summary>The same sums lane by lane, the triangles in double: the vectors' twin.</summary>
internal readonly unsafe struct ScalarRayKernel : IRayKernel
{
    public static Vector256<float> Entries(float* node, in TreeRay ray, float to)
    {
        var entries = Vector256.Create(float.PositiveInfinity);
        for (var lane = 0; lane < Lanes; lane++)
        {
            if (((int*)node)[Child + lane] == None)
                continue;
            Vector3 low = At(node, LowX, lane),
                high = At(node, HighX, lane);
            var (near, far) = (ray.From, to);
            for (var axis = 0; axis < 3; axis++)
            {
                var first = (low[axis] - ray.Origin[axis]) * ray.Inverse[axis];
                var second = (high[axis] - ray.Origin[axis]) * ray.Inverse[axis];
                near = MathF.Max(near, MathF.Min(first, second));
                far = MathF.Min(far, MathF.Max(first, second) * 1.0000008f);
            }
            if (near <= far)
                entries = entries.WithElement(lane, near);
        }
        return entries;
    }

    public static Vector256<float> Hits(float* leaf, in TreeRay ray, float to)
    {
        var hits = Vector256.Create(float.PositiveInfinity);
        Vec3 direction = ray.Direction;
        for (var lane = 0; lane < Lanes; lane++)
        {
            Vec3 a = (Vec3)At(leaf, A, lane) - ray.Origin,
                b = (Vec3)At(leaf, B, lane) - ray.Origin,
                c = (Vec3)At(leaf, C, lane) - ray.Origin;
            double u = c.Cross(a).Dot(direction),
                v = a.Cross(b).Dot(direction),
                w = b.Cross(c).Dot(direction);
            if ((u < 0 || v < 0 || w < 0) && (u > 0 || v > 0 || w > 0))
                continue;
            var normal = (b - a).Cross(c - a);
            var slope = normal.Dot(direction);
            if (slope == 0)
                continue;
            var t = (float)(normal.Dot(a) / slope);
            if (t >= ray.From && t <= to)
                hits = hits.WithElement(lane, t);
        }
        return hits;
    }

    private static Vector3 At(float* rows, int row, int lane) => new(rows[row + lane], rows[row + 8 + lane], rows[row + 16 + lane]);
}
