using Dentelle.Core.Drawing;
using Dentelle.Core.Measuring;
using Dentelle.Geometry;
using Dentelle.Geometry.Fitting;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>
/// A scan by itself in the round, set upright so that places of it can be pointed at: most of it faces up, its greatest extent lies
/// across. The same scan always stands the same way.
/// </summary>
public sealed class StandingScan
{
    private const int Triangles = 26_000,
        Rays = 24;

    private const double Error = 0.03;

    private readonly Rigid upright;
    private readonly MeshTree drawn;

    private StandingScan(Rigid upright, MeshTree drawn, RoundFigure figure) =>
        (this.upright, this.drawn, Figure) = (upright, drawn, figure);

    public RoundFigure Figure { get; }

    public static StandingScan Of(Scan scan, CancellationToken cancel = default)
    {
        var standing = Upright(scan.Surface);
        var seen = scan.Surface.Where(i => i < scan.Seen).Moved(standing);
        var tree = new MeshTree(Simplification.Of(seen, Triangles, Error, cancel: cancel));
        var none = new float[tree.Mesh.Positions.Length];
        var figure = new RoundFigure(
            [
                new(
                    "prepared",
                    tree.Mesh,
                    [.. RoundBaker.Values(SurfaceLook.Of(tree, Rays, cancel)), new("_REMOVED", none), new("_HIDDEN", none)]
                ),
            ],
            [],
            Error
        );
        return new StandingScan(standing, tree, figure);
    }

    /// <summary>A place of the scan where it is shown.</summary>
    internal Vec3 Shown(Vec3 scan) => upright.Apply(scan);

    /// <summary>The place of the scan under a place that was pointed at; null where there is none.</summary>
    public Vec3? Scan(Vec3 shown)
    {
        const double near = 0.5;
        var place = drawn.Closest(shown, near);
        return place.IsFound ? upright.Inverse.Apply(place.Place) : null;
    }

    private static Rigid Upright(Mesh mesh)
    {
        var up = default(Vec3);
        for (var i = 0; i < mesh.TriangleCount; i++)
            up += mesh.AreaVector(i);
        up = up.Unit;
        var along = PrincipalAxes.Of(mesh).Turn(Vec3.UnitX);
        var across = along - (up * along.Dot(up));
        var x = across.Length < 1e-3 ? up.Square : across.Unit;
        var frame = Rigid.Frame(x, up.Cross(x), up, mesh.Box.Centre).Inverse;
        // It stands on the ground: what lies lower counts as root.
        var lowest = mesh.Positions.ToArray().Min(p => frame.Apply(p).Z);
        return frame.Then(Rigid.Moved(new Vec3(0, 0, -lowest)));
    }
}
