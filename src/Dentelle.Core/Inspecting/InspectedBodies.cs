using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>
/// The surfaces of one measured tooth as they are looked at and cut through, in its own frame: what belongs to the tooth and a rim of gum
/// round it, neighbours left out. Made when first asked for.
/// </summary>
public sealed class InspectedBodies
{
    /// <summary>How far beyond the finish line gum is shown, and how far under it, millimetres.</summary>
    private const double Rim = 1.0,
        Under = 2.5;

    /// <summary>What lies within so much of the form and faces alike is taken to be the tooth.</summary>
    private const double OnForm = 0.4;

    /// <summary>How far beyond the tooth a scan is looked at, and how far over it.</summary>
    private const double Beside = 1.6,
        Above = 3.6;

    /// <summary>The antagonist is shown farther round.</summary>
    private const double OpposingBeside = 3,
        OpposingAbove = 5;

    private readonly Lazy<bool[]> belonging;
    private readonly Lazy<Mesh> cut;
    private readonly Lazy<MeshTree> evened;
    private readonly Lazy<Mesh> present;
    private readonly Lazy<Mesh> planned;
    private readonly Lazy<Mesh?> antagonist;

    internal InspectedBodies(Inspection inspection, MeasuredTooth tooth)
    {
        var (frame, form) = (tooth.Frame, tooth.Preparation.Present);
        belonging = new(() => Belongs(tooth, tooth.Site.Mesh, i => tooth.Site.InCut[i]));
        cut = new(() => tooth.Site.Mesh.Within(belonging.Value));
        evened = new(() => new MeshTree(EvenedCut.Even(tooth.Site, _ => true)));
        present = new(() =>
        {
            var near = SiteSurface.Around(inspection.Before.Mesh, Rigid.Rest, frame, form, Beside, Above);
            return near.Within(Belongs(tooth, near, _ => false));
        });
        planned = new(() => tooth.Preparation.Body!.Surface.Mapped(frame.FromForm));
        antagonist = new(() =>
            inspection.Antagonist is not { } opposing || tooth.Room is not { } room
                ? null
                : SiteSurface.Around(
                    opposing.Mesh,
                    room.WithBefore ? Rigid.Rest : tooth.Registration.Motion,
                    frame,
                    form,
                    OpposingBeside,
                    OpposingAbove
                )
        );
    }

    /// <summary>The surface after.</summary>
    public Mesh Cut => cut.Value;

    /// <summary>The same, its noise evened out: to be drawn.</summary>
    internal Mesh CutEvened => evened.Value.Mesh.Within(belonging.Value);

    /// <summary>All of the site's surface, its noise evened out.</summary>
    internal MeshTree Evened => evened.Value;

    /// <summary>The surface before.</summary>
    public Mesh Present => present.Value;

    /// <summary>The planned body in the tooth's own size.</summary>
    public Mesh Planned => planned.Value;

    /// <summary>The antagonist, closed; null where it wasn't scanned.</summary>
    public Mesh? Antagonist => antagonist.Value;

    /// <summary>Which vertices are the tooth's, or gum close round it.</summary>
    private static bool[] Belongs(MeasuredTooth tooth, Mesh mesh, Func<int, bool> isCut)
    {
        var (form, line, path) = (tooth.Preparation.Present, tooth.Line, tooth.Preparation.Plan.Path);
        var belongs = new bool[mesh.Positions.Length];
        Parallel.For(0, (belongs.Length + 511) / 512, run =>
        {
            for (var i = run * 512; i < Math.Min(belongs.Length, (run + 1) * 512); i++)
                belongs[i] = isCut(i) || OnTooth(i) || InRim(i);
        });
        // Crumbs of neighbours and gum that hang together with nothing are left out.
        var whole = VertexPieces.Of(mesh, vertex => belongs[vertex]).MaxBy(piece => piece.Count);
        Array.Clear(belongs);
        foreach (var vertex in whole ?? [])
            belongs[vertex] = true;
        return belongs;

        bool OnTooth(int vertex)
        {
            var own = tooth.Frame.OnForm(mesh.Positions[vertex]);
            var place = form.Tree.Closest(own, 2);
            return place.IsFound
                && Math.Abs(form.Tree.Signed(own, place)) < OnForm
                && form.Surface.AreaVector(place.Triangle).Unit.Dot(mesh.Normals[vertex]) > 0.5
                && place.Place.Z > form.Form.NeckLevel(Math.Atan2(place.Place.Y, place.Place.X)) - 0.5;
        }

        bool InRim(int vertex)
        {
            if (line is null)
                return false;
            Vec3 place = mesh.Positions[vertex];
            var station = line.Stations[line.Nearest(place, path)];
            var off = place - station.Place;
            return off.Dot(path) is > -Under and < 0.2 && off.Dot(station.Inward) > -Rim;
        }
    }
}
