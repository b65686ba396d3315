using Dentelle.Core.Anatomy;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>How far the middle of a back tooth's cut has moved across, against its plan: positive to the facial. Millimetres.</summary>
public sealed record GrooveShift(double Off, double Sigma, Vec3 Place)
{
    /// <summary>Round the groove its slopes tell where it runs.</summary>
    private const double Beside = 2.2;

    /// <returns>Null for teeth without a groove and where too little of it is cut.</returns>
    internal static GrooveShift? Of(SiteSurface site, Preparation preparation, PlannedSurface planned)
    {
        if (preparation.Present.Form.Shape is not BackCrown back || preparation.Walled is null)
            return null;
        var tree = planned.Tree;
        var pole = back.Table.Pole;
        int[] near =
        [
            .. Enumerable
                .Range(0, site.InCut.Length)
                .Where(i =>
                    site.InCut[i]
                    && site.Mesh.Normals[i].Z > 0.5f
                    && Math.Abs(site.Mesh.Positions[i].Y - pole.Y) < Beside
                    && Math.Abs(site.Mesh.Positions[i].X - pole.X) < 0.3 * preparation.Present.Form.Size.Mesiodistal
                ),
        ];
        if (near.Length < 60)
            return null;
        // How far it has to move across, and in depth, to lie on the planned surface best.
        var (across, down) = (0.0, 0.0);
        var left = 0.0;
        for (var round = 0; round < 12; round++)
        {
            double aa = 0,
                ab = 0,
                bb = 0,
                ra = 0,
                rb = 0;
            left = 0;
            foreach (var i in near)
            {
                var own = site.Frame.OnForm(site.Mesh.Positions[i]) - new Vec3(0, across, down);
                var place = tree.Closest(own);
                var normal = tree.Mesh.AreaVector(place.Triangle).Unit;
                var off = (own - place.Place).Dot(normal);
                aa += normal.Y * normal.Y;
                ab += normal.Y * normal.Z;
                bb += normal.Z * normal.Z;
                ra += normal.Y * off;
                rb += normal.Z * off;
                left += off * off;
            }
            var det = (aa * bb) - (ab * ab);
            if (Math.Abs(det) < 1e-6 * near.Length * near.Length)
                return null;
            var (dy, dz) = (((ra * bb) - (rb * ab)) / det, ((rb * aa) - (ra * ab)) / det);
            (across, down) = (Math.Clamp(across + dy, -1.5, 1.5), Math.Clamp(down + dz, -1, 1));
            if (Math.Abs(dy) + Math.Abs(dz) < 1e-4)
                break;
        }
        return new GrooveShift(across, Math.Sqrt(left / near.Length) / 4, site.Mesh.Positions[near.MinBy(i => site.Mesh.Positions[i].Z)]);
    }
}

/// <summary>A place where a neighbour lost something between the scans.</summary>
/// <param name="Depth">Millimetres.</param>
public sealed record TouchedNeighbour(ProximalSide Side, double Depth, Vec3 Place)
{
    private const double LeastArea = 0.15;

    /// <summary>Looks for hollows in what stands beside the tooth, over its gum.</summary>
    public static IReadOnlyList<TouchedNeighbour> All(SiteSurface site, PresentTooth present)
    {
        var found = new List<TouchedNeighbour>();
        var least = Math.Max(0.06, site.Threshold);
        var overGum = 0.5 * present.Form.Size.Length * site.Frame.Size.Z;
        foreach (var side in Enum.GetValues<ProximalSide>())
        {
            var (depths, area, deepest) = (new List<double>(), 0.0, -1);
            for (var i = 0; i < site.InCut.Length; i++)
            {
                Vec3 place = site.Mesh.Positions[i];
                if (
                    site.InCut[i]
                    || !site.Seen[i]
                    || site.Depths[i] < least
                    || site.Depths[i] > 1.5
                    || place.Z < overGum
                    || place.X * side.Way() < 0
                )
                    continue;
                // It faces back to the tooth, and lies outside of it.
                if (site.Mesh.Normals[i].X * side.Way() > 0 || -present.Tree.SignedDistance(site.Frame.OnForm(place)) > -0.02)
                    continue;
                depths.Add(site.Depths[i]);
                area += site.Areas[i];
                if (deepest < 0 || site.Depths[i] > site.Depths[deepest])
                    deepest = i;
            }
            if (area < LeastArea || deepest < 0)
                continue;
            depths.Sort();
            found.Add(new TouchedNeighbour(side, depths[depths.Count - 1 - (depths.Count / 20)], site.Mesh.Positions[deepest]));
        }
        return found;
    }
}
