namespace Dentelle.Geometry.Trees;

/// <summary>How nodes and leaves lie in memory: eight children, eight triangles, each number of all eight side by side.</summary>
/// <remarks>
/// A child carries a box and an oriented disc (centre, normal, half thickness, radius across). A surface lies in its disc like a coin in
/// its sleeve: seen from 1–2 mm the disc's distance is nearly the surface's, where the box's is far too short.
/// </remarks>
internal static class TreeLayout
{
    public const int Lanes = 8;

    // A node: 15 rows of eight floats, padded to eight cache lines.
    public const int LowX = 0,
        LowY = 8,
        LowZ = 16,
        HighX = 24,
        HighY = 32,
        HighZ = 40;
    public const int CentreX = 48,
        CentreY = 56,
        CentreZ = 64,
        NormalX = 72,
        NormalY = 80,
        NormalZ = 88,
        HalfThickness = 96,
        Radius = 104;
    public const int Child = 112;
    public const int NodeFloats = 128;

    // A leaf: three corners of eight triangles and their numbers. A short leaf repeats its last triangle.
    public const int A = 0,
        B = 24,
        C = 48,
        Triangle = 72;
    public const int LeafFloats = 80;

    /// <summary>A child that isn't there.</summary>
    public const int None = int.MinValue;

    /// <summary>A child is a node's number, or a leaf's number inverted.</summary>
    public static bool IsLeaf(int child) => child < 0;
}
