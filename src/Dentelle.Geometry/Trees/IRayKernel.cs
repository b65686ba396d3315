using System.Numerics;
using System.Runtime.Intrinsics;

namespace Dentelle.Geometry.Trees;

/// <summary>A ray in the tree's coordinates, with what the box test needs at hand.</summary>
internal readonly struct TreeRay
{
    public readonly Vector3 Origin,
        Direction,
        Inverse;

    /// <summary>−Origin times Inverse. Boxes are larger than what they hold by more than the rounding of this.</summary>
    public readonly Vector3 Offset;

    public readonly float From,
        To;

    /// <summary>Rows of the box's near and far sides along each axis.</summary>
    public readonly int NearX,
        NearY,
        NearZ,
        FarX,
        FarY,
        FarZ;

    public TreeRay(Vector3 origin, Vector3 direction, float from, float to)
    {
        (Origin, Direction, From, To) = (origin, direction, from, to);
        Inverse = new Vector3(Invert(direction.X), Invert(direction.Y), Invert(direction.Z));
        Offset = -origin * Inverse;
        (NearX, FarX) = Inverse.X >= 0 ? (TreeLayout.LowX, TreeLayout.HighX) : (TreeLayout.HighX, TreeLayout.LowX);
        (NearY, FarY) = Inverse.Y >= 0 ? (TreeLayout.LowY, TreeLayout.HighY) : (TreeLayout.HighY, TreeLayout.LowY);
        (NearZ, FarZ) = Inverse.Z >= 0 ? (TreeLayout.LowZ, TreeLayout.HighZ) : (TreeLayout.HighZ, TreeLayout.LowZ);
    }

    // A nearly infinite inverse instead of infinity: nought times infinity would poison the box test.
    private static float Invert(float d) => MathF.Abs(d) > 1e-18f ? 1 / d : MathF.CopySign(1e18f, d);
}

/// <summary>The two sums of a ray cast, for eight children or triangles at once; vectors and their twin.</summary>
internal unsafe interface IRayKernel
{
    /// <summary>Where the ray enters each child's box, or +∞ where it misses.</summary>
    static abstract Vector256<float> Entries(float* node, in TreeRay ray, float to);

    /// <summary>Where the ray meets each triangle of a leaf, or +∞ where it doesn't.</summary>
    static abstract Vector256<float> Hits(float* leaf, in TreeRay ray, float to);
}
