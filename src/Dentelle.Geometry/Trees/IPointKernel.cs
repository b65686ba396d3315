using System.Runtime.Intrinsics;

namespace Dentelle.Geometry.Trees;

/// <summary>The two sums of a closest-point search, for eight children or triangles at once. One kernel uses the machine's vectors, its
/// twin plain arithmetic; tests hold them against each other.</summary>
internal unsafe interface IPointKernel
{
    /// <summary>For each child, the squared distance to its box: at most that to anything in it. +∞ where there is no child.</summary>
    static abstract Vector256<float> BoxBounds(float* node, float x, float y, float z);

    /// <summary>For each child, the squared distance to its disc: likewise.</summary>
    static abstract Vector256<float> DiscBounds(float* node, float x, float y, float z);

    /// <summary>Squared distance to each triangle of a leaf.</summary>
    static abstract Vector256<float> Distances(float* leaf, float x, float y, float z);
}
