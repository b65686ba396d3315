using System.Runtime.Intrinsics;

namespace Dentelle.Geometry.Trees;

/// <summary>The two sums of a closest-point search, for eight children or triangles at once. One kernel uses the machine's vectors, its
/// twin plain arithmetic; tests hold them against each other.</summary>
internal unsafe interface IPointKernel
{
    /// <summary>For each child, at most the squared distance to anything below it.</summary>
    static abstract Vector256<float> Bounds(float* node, float x, float y, float z);

    /// <summary>Squared distance to each triangle of a leaf.</summary>
    static abstract Vector256<float> Distances(float* leaf, float x, float y, float z);
}
