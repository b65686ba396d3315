using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Core.Preparing;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Drawing;

/// <summary>How well a figure in the round is made: at once, or from the bodies in full.</summary>
public enum RoundQuality
{
    Draft,
    Fine,
}

/// <summary>Works out, of each vertex of a unit's bodies, what an engraving of them needs.</summary>
public static class RoundBaker
{
    /// <summary>A fine body has no more triangles, and no vertex in full lies farther from it.</summary>
    private const int Triangles = 30_000;
    private const double Error = 0.005;

    /// <summary>Where edges turn by more, none of their vertices is left out.</summary>
    private const double SharpDegrees = 40;

    /// <summary>Nearer to the present surface nothing counts as cut: meshes are no finer.</summary>
    internal const double Left = 0.03;

    /// <summary>How ragged a wall is where a mesh steps up it: what overhangs by less is no undercut.</summary>
    private const double Ragged = 0.1;

    private const int DraftRays = 24,
        FineRays = 64;

    public static RoundFigure Of(Preparation preparation, RoundQuality quality, CancellationToken cancel = default) =>
        Standing(Unplaced(preparation, quality, cancel), preparation.Present, preparation.Plan.Tooth);

    /// <summary>A figure of a tooth's own frame as that tooth stands.</summary>
    internal static RoundFigure Standing(RoundFigure figure, PresentTooth present, ToothCode tooth) =>
        new(
            [.. figure.Bodies.Select(body => body with { Surface = present.Standing(body.Surface, tooth) })],
            [
                .. figure.FinishLines.Select(line => new FinishLine([
                    .. line.Points.Select(point => point with { At = present.Standing(point.At, tooth) }),
                ])),
            ],
            figure.Error
        );

    /// <summary>The same in the tooth's own frame.</summary>
    internal static RoundFigure Unplaced(Preparation preparation, RoundQuality quality, CancellationToken cancel)
    {
        var (present, plan) = (preparation.Present, preparation.Plan);
        Drawn? prepared = null,
            tooth = null;
        MeshTree? full = null;
        Parallel.Invoke(
            new ParallelOptions { CancellationToken = cancel },
            () => tooth = present.Made.Get((typeof(RoundBaker), quality), () => Tooth(present, quality, cancel)),
            () => prepared = preparation.Body is { } body ? Made(body.Unplaced, body.Surface, quality, cancel) : null,
            () => full = quality == RoundQuality.Draft ? present.Tree : new MeshTree(present.Form.Unplaced(Fineness.Full))
        );
        var removed = prepared is null ? [] : full!.Distances(prepared.Tree.Mesh.Positions.ToArray(), cancel: cancel);
        var bodies = new List<RoundBody>();
        if (prepared is not null)
            bodies.Add(Prepared(preparation, prepared, removed, tells: quality == RoundQuality.Fine));
        var (taken, zones) = (Taken(tooth!, prepared), Zones(preparation, tooth!));
        // A tooth that is not there is drawn whole: it is the bridge's own, and nothing of it is hidden along the path.
        bodies.Add(
            plan.Rules().IsCut
                ? Body("tooth", tooth!, taken, zones, [])
                : Body("prepared", tooth!, taken, zones, [new("_HIDDEN", new float[taken.Length])])
        );
        if (RestoredSurface.Of(plan, tooth!.Tree.Mesh, zones) is { } restored)
            bodies.Add(new("restored", restored, [new("_REMOVED", taken)]));
        return new RoundFigure(bodies, Lines(), Math.Max(tooth.Error, prepared?.Error ?? 0));

        IReadOnlyList<FinishLine> Lines() =>
            preparation.Walled is { } walled ? [FinishLines.Round(walled)]
            : prepared is null ? []
            : FinishLines.Where(prepared.Tree.Mesh, removed, Left);
    }

    /// <summary>A body to be drawn, before what depends on the other one.</summary>
    private sealed record Drawn(MeshTree Tree, SurfaceLook Look, double Error);

    private static Drawn Tooth(PresentTooth present, RoundQuality quality, CancellationToken cancel) =>
        Made(present.Form.Unplaced, present.Surface, quality, cancel);

    private static Drawn Made(Func<Fineness, Mesh> mesh, Mesh preview, RoundQuality quality, CancellationToken cancel)
    {
        if (quality == RoundQuality.Draft)
        {
            var draft = new MeshTree(preview);
            return new(draft, SurfaceLook.Of(draft, DraftRays, cancel), 0);
        }
        var full = mesh(Fineness.Full);
        var sharp = SharpEdges.Vertices(full, SharpDegrees);
        var tree = new MeshTree(Simplification.Of(full, Triangles, Error, vertex => sharp[vertex], cancel));
        var error = tree.Distances(full.Positions.ToArray(), cancel: cancel).Max();
        return new(tree, SurfaceLook.Of(tree, FineRays, cancel), error);
    }

    /// <param name="tells">Whether the body is fine enough to tell an undercut: a draft's steps overhang.</param>
    private static RoundBody Prepared(Preparation preparation, Drawn drawn, float[] removed, bool tells)
    {
        var hidden = tells ? Hidden(drawn.Tree, preparation.Plan.Path, removed) : new float[removed.Length];
        return Body("prepared", drawn, removed, Zones(preparation, drawn), [new("_HIDDEN", hidden)]);
    }

    private static float[] Hidden(MeshTree tree, Vec3 path, float[] removed)
    {
        var mesh = tree.Mesh;
        // From a little off the surface: a wall along the path is not hidden by the next facet of its own.
        const float off = (float)Ragged;
        Vector3[] from = [.. Enumerable.Range(0, removed.Length).Select(i => mesh.Positions[i] + (off * mesh.Normals[i]))];
        // What was under the tooth's own bulge before is none of the cut.
        double[] hidden = [.. tree.AnyHits(from, path).Zip(removed, (meets, depth) => meets && depth > Left ? 1.0 : 0)];
        SurfaceValues.Even(mesh, hidden, 2);
        return Floats(hidden);
    }

    private static RoundBody Body(string name, Drawn drawn, float[] removed, float[] zones, VertexValues[] further) =>
        new(name, drawn.Tree.Mesh, [.. Values(drawn.Look), new("_REMOVED", removed), new("_ZONE", zones), .. further]);

    /// <summary>How a surface looks, as its vertices carry it.</summary>
    internal static VertexValues[] Values(SurfaceLook look) =>
        [new("_OPENNESS", Floats(look.Openness)), new("_FINE_BEND", Floats(look.FineBend)), new("_BROAD_BEND", Floats(look.BroadBend))];

    /// <summary>How much is cut under each vertex of the present tooth.</summary>
    private static float[] Taken(Drawn tooth, Drawn? prepared)
    {
        var places = tooth.Tree.Mesh.Positions.ToArray();
        return prepared is null ? new float[places.Length] : prepared.Tree.Distances(places);
    }

    private static float[] Zones(Preparation preparation, Drawn drawn) => ZonesAt(preparation, drawn.Tree.Mesh.Positions.ToArray());

    /// <summary>The number of the plan's zone at each place: that of the present surface nearest to it; −1 for none.</summary>
    internal static float[] ZonesAt(Preparation preparation, Vector3[] places)
    {
        var present = preparation.Present;
        return Array.ConvertAll(present.Tree.ClosestAll(places), place =>
            (float)preparation.Labels[present.Surface.Corners[3 * place.Triangle]]
        );
    }

    private static float[] Floats(double[] values) => Array.ConvertAll(values, value => (float)value);
}
