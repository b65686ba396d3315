using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Surfaces;

/// <summary>What an engraver sees of a surface besides its place and direction, of each vertex.</summary>
/// <param name="Openness">1 where light reaches it from everywhere, 0 where from nowhere.</param>
/// <param name="FineBend">Mean curvature with what is smaller than a few triangles evened out; 1/mm, positive where it bulges.</param>
/// <param name="BroadBend">The same of the larger shape.</param>
public sealed record SurfaceLook(double[] Openness, double[] FineBend, double[] BroadBend)
{
    /// <summary>Farther than this nothing shades a tooth's surface; millimetres.</summary>
    private const double Reach = 5;

    private const int FinePasses = 2,
        BroadPasses = 14;

    /// <param name="tree">The body.</param>
    /// <param name="rays">How many directions are looked into from each vertex.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SurfaceLook Of(MeshTree tree, int rays = 64, CancellationToken cancel = default)
    {
        var mesh = tree.Mesh;
        var open = Occlusion.Openness(tree, Reach, rays, cancel: cancel);
        var fine = Curvature.Quick(mesh);
        Even(open, 1);
        Even(fine, FinePasses);
        double[] broad = [.. fine];
        Even(broad, BroadPasses - FinePasses);
        return new(open, fine, broad);

        void Even(double[] values, int passes) => SurfaceValues.Even(mesh, values, passes);
    }
}
