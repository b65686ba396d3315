using Dentelle.Core.Anatomy;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>
/// Whether a veneer passes its neighbours: what it covers of the surface before is moved out along its path, and what then meets a
/// neighbour can't be seated.
/// </summary>
internal sealed class InterdentalDraw
{
    /// <summary>Less of a surface than this is noise that touches, square millimetres.</summary>
    private const double LeastArea = 0.1;

    /// <summary>How far over a side is looked for, and to what it is told, millimetres.</summary>
    private const double Most = 2,
        Fine = 0.01;

    /// <summary>Neighbours farther beyond the tooth than this stand in no veneer's way, millimetres.</summary>
    private const double Beyond = 4;

    /// <summary>From here up, in shares of the crown's height, a neighbour is tooth and not gum.</summary>
    private const double OverGum = 0.3;

    private readonly SiteSurface site;
    private readonly PresentTooth present;
    private readonly Vec3 path;
    private readonly Mesh round;
    private readonly double lowest,
        off;

    internal InterdentalDraw(SeenSurface before, SiteSurface site, PresentTooth present, Vec3 path)
    {
        (this.site, this.present, this.path) = (site, present, path.Unit);
        round = SiteSurface.Around(before.Mesh, Rigid.Rest, site.Frame, present, Beyond, Beyond);
        // How far a tooth departs from its form.
        off = Math.Max(0.3, 3 * site.Frame.Rms);
        lowest = OverGum * present.Form.Size.Length * site.Frame.Size.Z;
    }

    /// <summary>
    /// How far a neighbour reaches over what is covered, across the path: so much narrower the veneer would pass. 0 where it passes.
    /// </summary>
    internal double Over(ProximalSide side)
    {
        var way = side.Way();
        var neighbour = round.Where(i => IsNeighbour(i, way));
        if (neighbour.TriangleCount == 0)
            return 0;
        var tree = new MeshTree(neighbour);
        int[] covered = [.. Enumerable.Range(0, site.InCut.Length).Where(i => site.InCut[i] && site.Old[i].X * way > 0)];
        if (Passes(0))
            return 0;
        var (low, high) = (0.0, Most);
        while (high - low > Fine)
        {
            var middle = (low + high) / 2;
            (low, high) = Passes(middle) ? (low, middle) : (middle, high);
        }
        return high;

        bool Passes(double narrower) => covered.Sum(i => IsMet(site.Old[i], narrower) ? site.Areas[i] : 0) < LeastArea;

        bool IsMet(Vec3 place, double narrower) => tree.AnyHit(new Ray(place with { X = place.X - (way * narrower) }, path, 0.02));
    }

    /// <summary>
    /// What looks back at the tooth from beside it is none of it (a fossa does so from within); nor is what stands well off it, unless it
    /// looks away.
    /// </summary>
    private bool IsNeighbour(int triangle, int way)
    {
        const double sideways = 0.2,
            beside = 0.8;
        var (a, b, c) = round.Triangle(triangle);
        var middle = (a + b + c) / 3;
        if (middle.X * way < 0 || middle.Z < lowest || round.AreaVector(triangle) is not { LengthSquared: > 0 } area)
            return false;
        var faces = area.Unit.X * way;
        var isBeside = middle.X * way > beside * present.Form.Size.Mesiodistal / 2 * site.Frame.Size.X;
        return (faces < -sideways && isBeside) || (faces < sideways && present.Tree.SignedDistance(site.Frame.OnForm(middle)) > off);
    }
}
