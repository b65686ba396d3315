using System.Numerics;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Preparing;

/// <summary>
/// The planned surface's vertices above the margin: for each the zone of the present surface over it (−1: none) and its
/// depth under that.
/// </summary>
internal sealed record CutSurface(Vec3[] Places, int[] Zones, double[] Depths)
{
    /// <summary>Nearer to the present surface than this nothing counts as cut: meshes are no finer.</summary>
    private const double Left = 0.03;

    /// <summary>Below this height over the margin the shelf's own width is what is cut.</summary>
    private const double AboveMargin = 0.8;

    /// <summary>Places of a body without walls that lie inside the present tooth, and on no shelf.</summary>
    public static CutSurface Of(PlannedBody planned, int[] labels)
    {
        var present = planned.Present;
        var over = present.Tree.ClosestAll(planned.Surface.Positions.ToArray());
        int[] cut =
        [
            .. Enumerable.Range(0, over.Length).Where(i => over[i].Distance > Left && !planned.IsShelf(planned.Surface.Positions[i])),
        ];
        return new(
            Array.ConvertAll(cut, i => (Vec3)planned.Surface.Positions[i]),
            Array.ConvertAll(cut, i => labels[present.Surface.Corners[3 * over[i].Triangle]]),
            Array.ConvertAll(cut, i => over[i].Distance)
        );
    }

    /// <summary>Places of a body with walls all round that lie above its shelf.</summary>
    public static CutSurface Above(PlannedForm planned, int[] labels)
    {
        var present = planned.Present;
        Vec3[] places = [.. planned.Surface.Positions.ToArray().Select(p => (Vec3)p).Where(p => planned.Margin.Over(p) >= AboveMargin)];
        var over = present.Tree.ClosestAll(Array.ConvertAll(places, p => (Vector3)p));
        return new(
            places,
            Array.ConvertAll(over, place => labels[present.Surface.Corners[3 * place.Triangle]]),
            Array.ConvertAll(over, place => place.Distance)
        );
    }
}
