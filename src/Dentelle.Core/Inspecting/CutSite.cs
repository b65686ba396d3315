using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>A place where the surface after lies inside the surface before: a cut tooth.</summary>
/// <param name="Volume">Roughly what is missing: depth summed over area, cubic millimetres.</param>
/// <param name="Middle">Middle of the surface before over it, in the frame of the scan before.</param>
/// <param name="Facing">Which way that surface faces on the whole; its length is the area that it covers seen from there.</param>
public sealed record CutSite(double Volume, Vec3 Middle, Vec3 Facing)
{
    /// <summary>A smaller piece than this share of the largest is noise or a touched neighbour.</summary>
    private const double LeastShare = 0.05;

    /// <summary>Depth from which a surface counts as cut: three times the noise, and never less than 0.05 mm.</summary>
    public static double Threshold(double noise) => Math.Max(0.05, 3 * noise);

    /// <param name="before">The scan before.</param>
    /// <param name="after">The scan after, moved onto it.</param>
    /// <param name="noise">Of the distance between them.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The largest first.</returns>
    public static IReadOnlyList<CutSite> Of(SeenSurface before, Mesh after, double noise, CancellationToken cancel = default)
    {
        var places = before.Tree.ClosestAll(after.Positions.ToArray(), within: 6, cancel: cancel);
        var depths = new double[places.Length];
        for (var i = 0; i < depths.Length; i++)
            depths[i] = places[i].IsFound ? -before.Tree.Signed(after.Positions[i], places[i]) : 0;
        var threshold = Threshold(noise);
        var sites = VertexPieces.Of(after, vertex => depths[vertex] > threshold).Where(piece => piece.Count > 20).Select(Site).ToArray();
        var most = sites.Select(site => site.Volume).DefaultIfEmpty(0).Max();
        return [.. sites.Where(site => site.Volume > Math.Max(0.5, LeastShare * most)).OrderByDescending(site => site.Volume)];

        CutSite Site(List<int> piece)
        {
            var (volume, middle, facing, weight) = (0.0, default(Vec3), default(Vec3), 0.0);
            foreach (var vertex in piece)
            {
                var area = 0.0;
                foreach (var triangle in after.Ring.Around(vertex))
                    area += after.AreaVector(triangle).Length / 6;
                volume += area * depths[vertex];
                middle += places[vertex].Place * area;
                facing += before.Mesh.AreaVector(places[vertex].Triangle).Unit * area;
                weight += area;
            }
            return new CutSite(volume, middle / weight, facing);
        }
    }
}
