using System.Numerics;
using Dentelle.Core.Preparing;
using Dentelle.Geometry.Meshing;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>How far each place of a cut is from what the plan takes there.</summary>
internal static class PlanMap
{
    /// <returns>Planned depth less the depth cut, millimetres: positive where too little is gone. NaN where nothing is planned or seen.</returns>
    public static double[] Of(SiteSurface site, Preparation preparation)
    {
        var planned = Planned(preparation);
        var mesh = planned.Tree.Mesh;
        var map = new double[site.InCut.Length];
        Array.Fill(map, double.NaN);
        Parallel.For(0, (map.Length + 511) / 512, run =>
        {
            var search = planned.Tree.Search();
            for (var i = run * 512; i < Math.Min(map.Length, (run + 1) * 512); i++)
            {
                if (!site.InCut[i] || !site.Seen[i])
                    continue;
                var place = search.Closest(site.Frame.OnForm(site.Mesh.Positions[i]));
                var (a, b, c) = (
                    mesh.Corners[3 * place.Triangle],
                    mesh.Corners[(3 * place.Triangle) + 1],
                    mesh.Corners[(3 * place.Triangle) + 2]
                );
                var (pa, pb, pc) = mesh.Triangle(place.Triangle);
                var whole = (pb - pa).Cross(pc - pa);
                var (u, v) = (
                    (pb - place.Place).Cross(pc - place.Place).Dot(whole) / whole.LengthSquared,
                    (pc - place.Place).Cross(pa - place.Place).Dot(whole) / whole.LengthSquared
                );
                var depth = (u * planned.Depths[a]) + (v * planned.Depths[b]) + ((1 - u - v) * planned.Depths[c]);
                map[i] = depth - site.Depths[i];
            }
        });
        return map;
    }

    private static (MeshTree Tree, double[] Depths) Planned(Preparation preparation)
    {
        var surface = preparation.Body!.Unplaced(Fineness.Preview);
        var places = preparation.Present.Tree.ClosestAll((Vector3[])[.. surface.Positions]);
        return (new MeshTree(surface), Array.ConvertAll(places, place => place.Distance));
    }
}
