using System.Numerics;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Paths;

/// <summary>How far places of a surface lie under its own shadow along a path.</summary>
public static class ShadowDepths
{
    /// <param name="tree">The surface that throws the shadow.</param>
    /// <param name="places">Places on it.</param>
    /// <param name="normals">Which way it faces there.</param>
    /// <param name="path">Direction of the light, against it.</param>
    /// <param name="lift">How far a place is lifted off before it is asked whether it is in shadow: more than the surface's noise.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>For each place its distance across the path from the edge of the shadow; 0 in the light.</returns>
    public static double[] Of(
        MeshTree tree,
        Vector3[] places,
        Vector3[] normals,
        Vec3 path,
        double lift,
        CancellationToken cancel = default
    )
    {
        path = path.Unit;
        // Only what faces away from the light, or nearly, can lie in its own shadow; what faces it may lie under something else.
        var origins = new Vector3[places.Length];
        for (var i = 0; i < places.Length; i++)
            origins[i] = places[i] + (normals[i] * (float)lift);
        var met = tree.AnyHits(origins, path, cancel: cancel);
        var depths = new double[places.Length];
        if (!Array.Exists(met, one => one))
            return depths;
        var shadow = new ShadowEdge(tree, path);
        Parallel.For(0, places.Length, i =>
        {
            if (met[i])
                depths[i] = shadow.DepthOf(places[i]);
        });
        return depths;
    }
}
