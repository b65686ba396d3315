using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using static Dentelle.Geometry.Trees.TreeLayout;

namespace Dentelle.Geometry.Trees;

/// <summary>The box and the disc round a run of leaves, exact over their corners; eight triangles at a time.</summary>
internal static unsafe class DiscFitter
{
    /// <summary>
    /// Bounds are grown by this share of the coordinates' size, far above what rounding takes and far below what a query
    /// would notice.
    /// </summary>
    private const float Slack = 4e-7f;

    public static void Fit(float* leaf, int count, float* node)
    {
        var (lowX, lowY, lowZ) = (
            Vector256.Create(float.PositiveInfinity),
            Vector256.Create(float.PositiveInfinity),
            Vector256.Create(float.PositiveInfinity)
        );
        var (highX, highY, highZ) = (-lowX, -lowY, -lowZ);
        var (normalX, normalY, normalZ) = (Vector256<float>.Zero, Vector256<float>.Zero, Vector256<float>.Zero);
        for (var i = 0; i < count; i++)
        {
            var at = leaf + ((long)LeafFloats * i);
            var (ax, ay, az) = (Vector256.Load(at), Vector256.Load(at + 8), Vector256.Load(at + 16));
            var (bx, by, bz) = (Vector256.Load(at + B), Vector256.Load(at + B + 8), Vector256.Load(at + B + 16));
            var (cx, cy, cz) = (Vector256.Load(at + C), Vector256.Load(at + C + 8), Vector256.Load(at + C + 16));
            lowX = Vector256.MinNative(lowX, Vector256.MinNative(ax, Vector256.MinNative(bx, cx)));
            lowY = Vector256.MinNative(lowY, Vector256.MinNative(ay, Vector256.MinNative(by, cy)));
            lowZ = Vector256.MinNative(lowZ, Vector256.MinNative(az, Vector256.MinNative(bz, cz)));
            highX = Vector256.MaxNative(highX, Vector256.MaxNative(ax, Vector256.MaxNative(bx, cx)));
            highY = Vector256.MaxNative(highY, Vector256.MaxNative(ay, Vector256.MaxNative(by, cy)));
            highZ = Vector256.MaxNative(highZ, Vector256.MaxNative(az, Vector256.MaxNative(bz, cz)));
            (bx, by, bz, cx, cy, cz) = (bx - ax, by - ay, bz - az, cx - ax, cy - ay, cz - az);
            normalX += (by * cz) - (bz * cy);
            normalY += (bz * cx) - (bx * cz);
            normalZ += (bx * cy) - (by * cx);
        }
        var low = new Vector3(Least(lowX), Least(lowY), Least(lowZ));
        var high = new Vector3(-Least(-highX), -Least(-highY), -Least(-highZ));
        var normal = new Vector3(Vector256.Sum(normalX), Vector256.Sum(normalY), Vector256.Sum(normalZ));
        // A run of triangles that cancel out (or have no area) gets some direction: any disc that holds them is right.
        normal = normal.LengthSquared() > 1e-30f ? Vector3.Normalize(normal) : Vector3.UnitZ;
        var slack = Slack * Math.Max(1e-3f, Vector3.Max(Vector3.Abs(low), Vector3.Abs(high)).Length());
        Disc(leaf, count, (low + high) / 2, normal, slack, node);
        for (var axis = 0; axis < 3; axis++)
        {
            node[LowX + (8 * axis)] = low[axis] - slack;
            node[HighX + (8 * axis)] = high[axis] + slack;
        }
    }

    private static void Disc(float* leaf, int count, Vector3 centre, Vector3 normal, float slack, float* node)
    {
        var (centreX, centreY, centreZ) = (Vector256.Create(centre.X), Vector256.Create(centre.Y), Vector256.Create(centre.Z));
        var (normalX, normalY, normalZ) = (Vector256.Create(normal.X), Vector256.Create(normal.Y), Vector256.Create(normal.Z));
        var lowest = Vector256.Create(float.PositiveInfinity);
        var highest = Vector256.Create(float.NegativeInfinity);
        var widest = Vector256<float>.Zero;
        for (var i = 0; i < count; i++)
        {
            for (var corner = 0; corner < 3; corner++)
            {
                var at = leaf + ((long)LeafFloats * i) + (24 * corner);
                var (x, y, z) = (Vector256.Load(at) - centreX, Vector256.Load(at + 8) - centreY, Vector256.Load(at + 16) - centreZ);
                var height = (x * normalX) + (y * normalY) + (z * normalZ);
                lowest = Vector256.MinNative(lowest, height);
                highest = Vector256.MaxNative(highest, height);
                widest = Vector256.MaxNative(widest, (x * x) + (y * y) + (z * z) - (height * height));
            }
        }
        var (bottom, top) = (Least(lowest), -Least(-highest));
        // The disc moves along its normal to the middle of what it holds.
        centre += normal * ((bottom + top) / 2);
        for (var axis = 0; axis < 3; axis++)
        {
            node[CentreX + (8 * axis)] = centre[axis];
            node[NormalX + (8 * axis)] = normal[axis];
        }
        node[HalfThickness] = ((top - bottom) / 2) + slack;
        // Squaring loses half of the digits where the radius is small against the height, so it gets more room.
        node[Radius] = (MathF.Sqrt(Math.Max(0, -Least(-widest))) * 1.00001f) + (8 * slack);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static float Least(Vector256<float> v)
    {
        var half = Vector128.MinNative(v.GetLower(), v.GetUpper());
        half = Vector128.MinNative(half, Vector128.Shuffle(half, Vector128.Create(2, 3, 0, 1)));
        return Vector128.MinNative(half, Vector128.Shuffle(half, Vector128.Create(1, 0, 3, 2))).ToScalar();
    }
}
