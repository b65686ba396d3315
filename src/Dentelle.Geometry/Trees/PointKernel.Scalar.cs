using System.Numerics;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;

namespace Dentelle.Geometry.Trees;

/// <summary>The same sums lane by lane, as a textbook has them: the twin that the vectors are tested against, and what runs without them.</summary>
internal readonly unsafe struct ScalarPointKernel : IPointKernel
{
    public static Vector256<float> Bounds(float* node, float x, float y, float z)
    {
        var bounds = Vector256<float>.Zero;
        var p = new Vector3(x, y, z);
        for (var lane = 0; lane < Lanes; lane++)
        {
            if (((int*)node)[Child + lane] == None)
            {
                bounds = bounds.WithElement(lane, float.PositiveInfinity);
                continue;
            }
            Vector3 low = At(node, LowX, lane), high = At(node, HighX, lane);
            var box = Vector3.DistanceSquared(p, Vector3.Clamp(p, low, high));
            Vector3 from = p - At(node, CentreX, lane), normal = At(node, NormalX, lane);
            var height = Vector3.Dot(from, normal);
            var beside = MathF.Max(0, MathF.Sqrt(MathF.Max(0, from.LengthSquared() - (height * height))) - node[Radius + lane]);
            var above = MathF.Max(0, MathF.Abs(height) - node[HalfThickness + lane]);
            bounds = bounds.WithElement(lane, MathF.Max(box, (beside * beside) + (above * above)));
        }
        return bounds;
    }

    public static Vector256<float> Distances(float* leaf, float x, float y, float z)
    {
        var distances = Vector256<float>.Zero;
        for (var lane = 0; lane < Lanes; lane++)
        {
            var on = OnTriangle.Closest(new Vec3(x, y, z), At(leaf, A, lane), At(leaf, B, lane), At(leaf, C, lane));
            distances = distances.WithElement(lane, (float)(on.Place - new Vec3(x, y, z)).LengthSquared);
        }
        return distances;
    }

    private static Vector3 At(float* rows, int row, int lane) => new(rows[row + lane], rows[row + 8 + lane], rows[row + 16 + lane]);
}
