using System.Numerics;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Surfaces;

/// <summary>How open a surface lies: the share of the light from all sides that reaches each vertex.</summary>
/// <remarks>
/// What stands at a distance d within the reach R keeps 1 − (d/R)² of its ray away. Instead of asking how far each ray goes, ray
/// number i is given the length R·√((i+½)/n): the share of rays longer than d is then just that, and any hit answers.
/// </remarks>
public static class Occlusion
{
    /// <param name="tree">The body.</param>
    /// <param name="reach">Nothing farther away keeps light off; millimetres.</param>
    /// <param name="rays">Rays from a vertex, spread over its sky by the cosine.</param>
    /// <param name="cores">All of them when null; the answer does not depend on it.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>Of each vertex of the tree's mesh 1 where nothing is in the way, 0 where everything is.</returns>
    public static double[] Openness(MeshTree tree, double reach, int rays = 64, int? cores = null, CancellationToken cancel = default)
    {
        const int run = 128;
        var (sky, lengths) = (Sky(rays), Lengths(rays, reach));
        var mesh = tree.Mesh;
        var open = new double[mesh.Positions.Length];
        // Off the surface by more than single precision loses.
        var off = 1e-5 * tree.Mesh.Box.Size.Length;
        _ = mesh.Normals;
        var options = new ParallelOptions { MaxDegreeOfParallelism = cores ?? Environment.ProcessorCount, CancellationToken = cancel };
        Parallel.For(0, (open.Length + run - 1) / run, options, part =>
        {
            var search = tree.Search();
            for (var i = part * run; i < Math.Min(open.Length, (part + 1) * run); i++)
                open[i] = At(search, mesh.Positions[i], mesh.Normals[i]);
        });
        return open;

        double At(SurfaceSearch search, Vec3 place, Vec3 normal)
        {
            if (normal == default)
                return 1;
            var (right, up) = (normal.Square, normal.Cross(normal.Square));
            var from = place + (normal * off);
            var met = 0;
            for (var i = 0; i < sky.Length; i++)
            {
                var (x, y, z) = sky[i];
                if (search.AnyHit(new Ray(from, (right * x) + (up * y) + (normal * z), 0, lengths[i])))
                    met++;
            }
            return 1 - ((double)met / sky.Length);
        }
    }

    /// <summary>
    /// Directions spread evenly over a disc (along a spiral of the golden angle) and lifted onto the half ball over it: so they are
    /// spread by the cosine.
    /// </summary>
    private static Vec3[] Sky(int rays) =>
        [
            .. Enumerable
                .Range(0, rays)
                .Select(i =>
                {
                    var share = (i + 0.5) / rays;
                    var (sin, cos) = Math.SinCos(i * Math.PI * (3 - Math.Sqrt(5)));
                    return new Vec3(Math.Sqrt(share) * cos, Math.Sqrt(share) * sin, Math.Sqrt(1 - share));
                }),
        ];

    /// <summary>Every length once, in an order that has nothing to do with that of the directions.</summary>
    private static double[] Lengths(int rays, double reach)
    {
        var stride = Enumerable.Range((rays * 5 / 13) + 1, rays).First(step => BigInteger.GreatestCommonDivisor(step, rays) == 1);
        return [.. Enumerable.Range(0, rays).Select(i => reach * Math.Sqrt((((i * stride) % rays) + 0.5) / rays))];
    }
}
