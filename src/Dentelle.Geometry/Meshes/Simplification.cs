namespace Dentelle.Geometry.Meshes;

/// <summary>Fewer triangles for nearly the same surface.</summary>
/// <remarks>
/// Edges are drawn together, the one that costs least first; what it costs is the sum of squared distances from the planes that
/// have met in a vertex (Garland and Heckbert 1997), so none of them is farther than its root. A vertex that is held
/// stays where it is, and an edge between two of them is never drawn together, so held lines keep every point.
/// </remarks>
public static class Simplification
{
    /// <param name="mesh">Any surface; open edges are held.</param>
    /// <param name="triangles">It ends when no more than these are left.</param>
    /// <param name="error">Nor is an edge drawn together whose vertex would lie farther than this off the planes that meet there.</param>
    /// <param name="held">Whether a vertex stays.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Mesh Of(Mesh mesh, int triangles, double error, Func<int, bool>? held = null, CancellationToken cancel = default)
    {
        if (mesh.TriangleCount <= triangles)
            return mesh;
        var work = new EdgeCollapse(mesh, error, held ?? (_ => false));
        work.Run(triangles, cancel);
        return work.Left();
    }
}
