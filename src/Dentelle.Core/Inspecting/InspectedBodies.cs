using Dentelle.Core.Anatomy;
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

    private readonly Lazy<(Mesh Surface, int[] From)> cut;
    private readonly Lazy<MeshTree> evened;
    private readonly Lazy<Mesh> present;
    private readonly Lazy<Mesh> planned;
    private readonly Lazy<Mesh?> antagonist;

    internal InspectedBodies(Inspection inspection, MeasuredTooth tooth)
    {
        var (frame, path) = (tooth.Frame, tooth.Preparation.Plan.Path);
        cut = new(() => WithOrigin(tooth.Site.Mesh, Belongs(tooth, tooth.Site.Mesh, i => tooth.Site.InCut[i])));
        evened = new(() => new MeshTree(EvenedCut.Even(tooth.Site, _ => true)));
        present = new(() =>
        {
            var near = Near(inspection.Before.Mesh, frame, tooth.Preparation.Present);
            return near.Where(Whole(near, Belongs(tooth, near, _ => false)));
        });
        planned = new(() => tooth.Preparation.Body!.Surface.Mapped(p => frame.FromForm(p)));
        antagonist = new(() =>
            inspection.Antagonist is not { } opposing || tooth.Room is not { } room
                ? null
                : Near(opposing.Tree.Mesh, frame, tooth.Preparation.Present, room.WithBefore ? Rigid.Rest : tooth.Registration.Motion, 3)
        );
        Path = path;
    }

    public Vec3 Path { get; }

    /// <summary>The surface after, and of each of its vertices the one of the site that it is.</summary>
    public (Mesh Surface, int[] From) Cut => cut.Value;

    /// <summary>All of the site's surface, its noise evened out: to be drawn.</summary>
    internal MeshTree Evened => evened.Value;

    /// <summary>The surface before.</summary>
    public Mesh Present => present.Value;

    /// <summary>The planned body in the tooth's own size.</summary>
    public Mesh Planned => planned.Value;

    /// <summary>The antagonist, closed; null where it wasn't scanned.</summary>
    public Mesh? Antagonist => antagonist.Value;

    private static Mesh Near(Mesh scan, ToothFrame frame, PresentTooth present, Rigid? motion = null, double beyond = 1.6)
    {
        var size = present.Form.Size;
        var (wide, deep, high) = (
            (size.Mesiodistal / 2 * frame.Size.X) + beyond,
            (size.Faciolingual / 2 * frame.Size.Y) + beyond,
            (size.Length * frame.Size.Z) + beyond + 2
        );
        var moved = motion ?? Rigid.Rest;
        var near = new bool[scan.Positions.Length];
        Parallel.For(0, (near.Length + 4095) / 4096, run =>
        {
            for (var i = run * 4096; i < Math.Min(near.Length, (run + 1) * 4096); i++)
            {
                var own = frame.Own(moved.Apply(scan.Positions[i]));
                near[i] = Math.Abs(own.X) < wide && Math.Abs(own.Y) < deep && own.Z > -4 && own.Z < high;
            }
        });
        return scan.Where(Whole(scan, near)).Mapped(p => frame.Own(moved.Apply(p)), frame.IsMirrored);
    }

    private static Func<int, bool> Whole(Mesh mesh, bool[] kept) =>
        i => kept[mesh.Corners[3 * i]] && kept[mesh.Corners[(3 * i) + 1]] && kept[mesh.Corners[(3 * i) + 2]];

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

    private static (Mesh Surface, int[] From) WithOrigin(Mesh mesh, bool[] kept)
    {
        var isWhole = Whole(mesh, kept);
        var used = new bool[mesh.Positions.Length];
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            if (!isWhole(i))
                continue;
            for (var k = 0; k < 3; k++)
                used[mesh.Corners[(3 * i) + k]] = true;
        }
        var from = Enumerable.Range(0, used.Length).Where(i => used[i]).ToArray();
        var at = new int[used.Length];
        for (var i = 0; i < from.Length; i++)
            at[from[i]] = i;
        var corners = new List<int>();
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            if (isWhole(i))
                corners.AddRange([at[mesh.Corners[3 * i]], at[mesh.Corners[(3 * i) + 1]], at[mesh.Corners[(3 * i) + 2]]]);
        }
        return (new Mesh([.. from.Select(i => mesh.Positions[i])], [.. corners]), from);
    }
}
