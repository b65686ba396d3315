using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>What lies between the surface before and the cut surface.</summary>
internal static class CutVolume
{
    /// <summary>How far from the tooth's form the surface before is looked at: beside it the neighbours begin.</summary>
    private const double Beside = 0.25;

    /// <summary>
    /// Both surfaces end at the finish line, so together they enclose what is gone: its volume is the flow of a radial field out of one and
    /// into the other (Gauss).
    /// </summary>
    /// <returns>Cubic millimetres.</returns>
    public static double Between(
        SeenSurface before,
        SiteSurface site,
        FinishLine? line,
        Vec3 path,
        PresentTooth present,
        CancellationToken cancel = default
    )
    {
        if (!site.InCut.Contains(true))
            return 0;
        var box = FormBox(present, site).Grown(Beside);
        var own = Array.ConvertAll(before.Mesh.Positions.ToArray(), p => (Vector3)site.Frame.Own(p));
        var near = Array.ConvertAll(own, p => box.Contains(p));
        var corners = before.Mesh.Corners.ToArray();
        var outer = before
            .Mesh.Where(i => !before.Edges[i] && near[corners[3 * i]] && near[corners[(3 * i) + 1]] && near[corners[(3 * i) + 2]])
            .Mapped(site.Frame.Own, site.Frame.IsMirrored);
        if (outer.TriangleCount == 0)
            return 0;
        var after = new MeshTree(site.Mesh);
        var found = after.ClosestAll(outer.Positions.ToArray(), cancel: cancel);
        // What lies over the cut, and not under its finish line, where gum may have been drawn back.
        var over = new bool[found.Length];
        var apart = site.Noise == 0 ? site.Threshold / 2 : site.Threshold;
        Parallel.For(0, over.Length, i =>
        {
            if (found[i].Distance <= apart || after.Signed(outer.Positions[i], found[i]) <= 0)
                return;
            Vec3 place = outer.Positions[i];
            over[i] = site.InCut[site.Mesh.Corners[3 * found[i].Triangle]] || Above(place);
        });
        var border = Enumerable.Range(0, site.InCut.Length).Where(i => site.InCut[i] && site.Depths[i] < 2 * site.Threshold).ToArray();
        var middle =
            border.Length > 0 ? border.Aggregate(default(Vec3), (sum, i) => sum + site.Mesh.Positions[i]) / border.Length : box.Centre;
        return Flow(outer, over, middle) + Flow(Unseen(before, site, present), middle, Above) - Flow(site.Mesh, site.InCut, middle);

        bool Above(Vec3 place) => line is not null && line.Over(place, path) > 0;
    }

    private static Box3 FormBox(PresentTooth present, SiteSurface site)
    {
        var (low, high, size) = (present.Surface.Box.Low, present.Surface.Box.High, site.Frame.Size);
        return new Box3(new Vec3(low.X * size.X, low.Y * size.Y, low.Z), new Vec3(high.X * size.X, high.Y * size.Y, high.Z * size.Z));
    }

    /// <summary>Where a contact hid the surface before, the tooth's form stands in for it.</summary>
    private static Mesh Unseen(SeenSurface before, SiteSurface site, PresentTooth present)
    {
        var size = site.Frame.Size;
        var form = present.Surface.Mapped(p => new Vec3(p.X * size.X, p.Y * size.Y, p.Z * size.Z));
        var middles = Enumerable
            .Range(0, form.TriangleCount)
            .Select(i => form.Triangle(i) is var (a, b, c) ? (Vector3)site.Frame.Scan((a + b + c) / 3) : default)
            .ToArray();
        var places = before.Tree.ClosestAll(middles);
        return form.Where(i => before.Edges[places[i].Triangle]);
    }

    private static double Flow(Mesh mesh, Vec3 from, Func<Vec3, bool> counts)
    {
        var sum = 0.0;
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            var (p, q, r) = mesh.Triangle(i);
            if (counts((p + q + r) / 3))
                sum += (p - from).Dot((q - from).Cross(r - from)) / 6;
        }
        return sum;
    }

    private static double Flow(Mesh mesh, bool[] inside, Vec3 from)
    {
        var sum = 0.0;
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            var (a, b, c) = (mesh.Corners[3 * i], mesh.Corners[(3 * i) + 1], mesh.Corners[(3 * i) + 2]);
            var count = (inside[a] ? 1 : 0) + (inside[b] ? 1 : 0) + (inside[c] ? 1 : 0);
            if (count < 2)
                continue;
            var (p, q, r) = mesh.Triangle(i);
            sum += (p - from).Dot((q - from).Cross(r - from)) / 6;
        }
        return sum;
    }
}
