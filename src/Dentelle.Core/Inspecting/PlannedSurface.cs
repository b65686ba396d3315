using Dentelle.Core.Preparing;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>What a plan takes, ready to be asked place by place.</summary>
internal sealed class PlannedSurface
{
    private readonly double[] depths;

    public PlannedSurface(Preparation preparation)
    {
        Tree = new MeshTree(preparation.Body!.Surface);
        var places = preparation.Present.Tree.ClosestAll(Tree.Mesh.Positions.ToArray());
        depths = Array.ConvertAll(places, place => place.Distance);
    }

    /// <summary>The planned body, in the form's frame.</summary>
    public MeshTree Tree { get; }

    /// <summary>How far each place of a cut is from what the plan takes there.</summary>
    /// <returns>
    /// Planned depth less the depth cut, millimetres: positive where too little is gone. NaN where nothing is planned or seen.
    /// </returns>
    public double[] Against(SiteSurface site)
    {
        var map = new double[site.InCut.Length];
        Array.Fill(map, double.NaN);
        Parallel.For(0, (map.Length + 511) / 512, run =>
        {
            var search = Tree.Search();
            for (var i = run * 512; i < Math.Min(map.Length, (run + 1) * 512); i++)
            {
                if (site.InCut[i] && site.Seen[i])
                    map[i] = DepthAt(search.Closest(site.Frame.OnForm(site.Mesh.Positions[i]))) - site.Depths[i];
            }
        });
        return map;
    }

    private double DepthAt(SurfacePoint place)
    {
        var (a, b, c) = Tree.Mesh.Shares(place.Triangle, place.Place);
        var corners = Tree.Mesh.Corners.Slice(3 * place.Triangle, 3);
        return (a * depths[corners[0]]) + (b * depths[corners[1]]) + (c * depths[corners[2]]);
    }
}
