using System.Numerics;
using Dentelle.Core.Drawing;
using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>
/// A measured tooth in the round, for the same engraving as a planned one: the surface after with its map against the plan, the surface
/// before over it.
/// </summary>
public sealed class InspectedFigure
{
    /// <summary>A scan drawn has no more triangles, and none of its vertices lies farther from it.</summary>
    private const int Triangles = 26_000;
    private const double Error = 0.02;

    private const int Rays = 32;

    private readonly SurfacePoint[] on;
    private readonly InspectedBodies bodies;
    private readonly MeasuredTooth tooth;

    private InspectedFigure(MeasuredTooth tooth, InspectedBodies bodies, Mesh drawn)
    {
        (this.tooth, this.bodies) = (tooth, bodies);
        on = bodies.Evened.ClosestAll(drawn.Positions.ToArray());
    }

    public RoundFigure Figure { get; private set; } = null!;

    public static InspectedFigure Of(MeasuredTooth tooth, InspectedBodies bodies, CancellationToken cancel = default)
    {
        var (preparation, plan) = (tooth.Preparation, tooth.Preparation.Plan);
        MeshTree afterTree = null!,
            beforeTree = null!;
        VertexValues[] afterLook = [],
            beforeLook = [];
        Parallel.Invoke(
            () => afterLook = Looks(afterTree = new MeshTree(Closed(Simple(bodies.CutEvened, cancel))), cancel),
            () => beforeLook = Looks(beforeTree = new MeshTree(Closed(Simple(bodies.Present, cancel))), cancel)
        );
        var shown = new InspectedFigure(tooth, bodies, afterTree.Mesh);
        var removed = shown.Values(i => tooth.Site.InCut[i] ? Math.Max(0, tooth.Site.Depths[i]) : 0);
        var deviation = Array.ConvertAll(shown.Values(i => double.IsNaN(tooth.Short[i]) ? 0 : tooth.Short[i]), value => (double)value);
        var taken = afterTree.Distances(beforeTree.Mesh.Positions.ToArray(), cancel: cancel);
        var figure = new RoundFigure(
            [
                new(
                    "prepared",
                    afterTree.Mesh,
                    [
                        .. afterLook,
                        new("_REMOVED", removed),
                        new("_ZONE", shown.Zones()),
                        new("_HIDDEN", shown.Hidden(tooth.Undercut.Depths)),
                        new(RoundMap.Name, RoundMap.Evened(afterTree.Mesh, deviation)),
                    ]
                ),
                new("tooth", beforeTree.Mesh, [.. beforeLook, new("_REMOVED", taken), new("_ZONE", ZonesOf(beforeTree.Mesh))]),
            ],
            tooth.Margin is { } margin
                    ? [new([.. margin.Places.Select(place => new FinishPoint(place.Place, place.Width ?? 0, place.Level))])]
                : tooth.Line is { } line ? [new([.. line.Stations.Select(station => new FinishPoint(station.Place, null, null))])]
                : [],
            Error
        );
        shown.Figure = RoundBaker.Standing(figure, preparation.Present, plan.Tooth);
        return shown;

        float[] ZonesOf(Mesh mesh) =>
            RoundBaker.ZonesAt(preparation, Array.ConvertAll(mesh.Positions.ToArray(), p => (Vector3)tooth.Frame.OnForm(p)));
    }

    /// <summary>How far each drawn vertex lies in shadow: 1 from where it is told.</summary>
    /// <param name="depths">Of each vertex of the site.</param>
    public float[] Hidden(double[] depths)
    {
        var least = tooth.Site.Noise == 0 ? 0.005 : SiteUndercut.LeastTold / 2;
        return Values(i => Math.Min(1, depths[i] / (2 * least)));
    }

    private float[] Values(Func<int, double> value)
    {
        var corners = bodies.Evened.Mesh.Corners;
        var found = new float[on.Length];
        for (var i = 0; i < found.Length; i++)
        {
            var (a, b, c) = bodies.Evened.Mesh.Shares(on[i].Triangle, on[i].Place);
            var first = 3 * on[i].Triangle;
            found[i] = (float)((a * value(corners[first])) + (b * value(corners[first + 1])) + (c * value(corners[first + 2])));
        }
        return found;
    }

    private float[] Zones()
    {
        var corners = bodies.Evened.Mesh.Corners.ToArray();
        return Array.ConvertAll(on, place => (float)tooth.Labels[corners[3 * place.Triangle]]);
    }

    private static Mesh Simple(Mesh mesh, CancellationToken cancel) => Simplification.Of(mesh, Triangles, Error, cancel: cancel);

    private static VertexValues[] Looks(MeshTree tree, CancellationToken cancel) => RoundBaker.Values(SurfaceLook.Of(tree, Rays, cancel));

    /// <summary>Closed below and at the contacts, so that a plane's cut through it has an inside.</summary>
    private static Mesh Closed(Mesh mesh)
    {
        var loops = mesh.Topology.BoundaryLoops.Where(loop => loop.Count >= 3).ToArray();
        var largest = loops.MaxBy(loop => loop.Count);
        return mesh.WithFans(loops, (loop, middle) => loop == largest ? middle - (Vec3.UnitZ * 1.5) : middle);
    }
}
