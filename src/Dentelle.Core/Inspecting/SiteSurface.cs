using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>
/// The surface after, round one cut tooth, in the tooth's own frame (x mesial, y facial, z to the bite), with what every vertex is worth.
/// </summary>
public sealed class SiteSurface
{
    /// <summary>No triangle is larger: what is asked at vertices is then asked everywhere.</summary>
    private const double Longest = 0.3,
        ByTheBorder = 0.12;

    /// <summary>A surface with less noise than this was drawn, not scanned.</summary>
    private const double Smooth = 0.004;

    /// <summary>How far beyond the tooth the surface is kept.</summary>
    private const double Beyond = 1.6;

    private SiteSurface(ToothFrame frame, Mesh mesh, double noise)
    {
        (Frame, Mesh, Noise, Threshold) = (frame, mesh, noise, CutSite.Threshold(noise));
        var count = mesh.Positions.Length;
        (Depths, Old, OldNormals, Seen, InCut, Areas) = (
            new double[count],
            new Vec3[count],
            new Vec3[count],
            new bool[count],
            new bool[count],
            new double[count]
        );
    }

    public ToothFrame Frame { get; }

    public Mesh Mesh { get; }

    /// <summary>Standard deviation of the distance between both surfaces where nothing was cut.</summary>
    public double Noise { get; }

    /// <summary>Depth from which it counts as cut.</summary>
    public double Threshold { get; }

    /// <summary>Of each vertex how far it lies under the surface before; over what closes a hole likewise.</summary>
    public double[] Depths { get; }

    /// <summary>The nearest place of the surface before, and which way it faces.</summary>
    public Vec3[] Old { get; }

    public Vec3[] OldNormals { get; }

    /// <summary>Whether that place was seen: not so on the scan's end and where a hole was closed.</summary>
    public bool[] Seen { get; }

    /// <summary>Whether the vertex belongs to what was cut.</summary>
    public bool[] InCut { get; }

    /// <summary>The vertex's share of the surface's area.</summary>
    public double[] Areas { get; }

    /// <param name="before">The scan before.</param>
    /// <param name="after">The scan after, as it came.</param>
    /// <param name="registration">Lays it onto the scan before.</param>
    /// <param name="frame">The tooth's frame in the scan before.</param>
    /// <param name="present">The tooth's form; null for a body by itself, of which all is taken.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SiteSurface Of(
        SeenSurface before,
        Mesh after,
        Registration registration,
        ToothFrame frame,
        PresentTooth? present,
        CancellationToken cancel = default
    )
    {
        var near = present is null
            ? after.Mapped(p => frame.Own(registration.Motion.Apply(p)), frame.IsMirrored)
            : Around(after, registration.Motion, frame, present, Beyond, Beyond);
        var mesh = Fine(near, Longest, _ => true);
        var site = new SiteSurface(frame, mesh, registration.Noise);
        site.Measure(before, present, cancel);
        if (registration.Noise > Smooth)
            return site;
        // A smooth body may have few vertices where its cut comes out of the old surface; more are set on its triangles.
        var border = site.Border();
        var fine = Fine(mesh, ByTheBorder, vertex => vertex >= border.Length || border[vertex]);
        var finer = new SiteSurface(frame, fine, registration.Noise);
        finer.Measure(before, present, cancel);
        return finer;
    }

    /// <summary>What lies under the finish line where gum was drawn back was not cut but bared.</summary>
    internal void KeepAbove(FinishLine line, Vec3 path)
    {
        const double under = 0.02,
            outside = 0.2;
        if (!line.Stations.Any(station => station.IsUnderGum))
            return;
        Parallel.For(0, InCut.Length, i =>
        {
            if (!InCut[i])
                return;
            Vec3 place = Mesh.Positions[i];
            var station = line.Stations[line.Nearest(place, path)];
            if (station.IsUnderGum && (place - station.Place).Dot(path) < -under && (place - station.Place).Dot(station.Inward) < outside)
                InCut[i] = false;
        });
    }

    /// <summary>Vertices of the shallow part of the cut, and those next to it.</summary>
    private bool[] Border()
    {
        const double shallow = 0.4;
        var border = new bool[InCut.Length];
        for (var i = 0; i < border.Length; i++)
        {
            if (!InCut[i] || Depths[i] > shallow)
                continue;
            foreach (var triangle in Mesh.Ring.Around(i))
            {
                for (var k = 0; k < 3; k++)
                    border[Mesh.Corners[(3 * triangle) + k]] = true;
            }
        }
        return border;
    }

    /// <summary>What of a scan lies round a tooth, in its own frame.</summary>
    /// <param name="scan">The scan.</param>
    /// <param name="motion">Takes it to the scan before.</param>
    /// <param name="frame">The tooth's frame there.</param>
    /// <param name="present">The tooth's form.</param>
    /// <param name="beside">How far beyond it to the sides, millimetres.</param>
    /// <param name="above">How far over it.</param>
    internal static Mesh Around(Mesh scan, Rigid motion, ToothFrame frame, PresentTooth present, double beside, double above)
    {
        const double under = 4;
        var size = present.Form.Size;
        var (wide, deep, high) = (
            (size.Mesiodistal / 2 * frame.Size.X) + beside,
            (size.Faciolingual / 2 * frame.Size.Y) + beside,
            (size.Length * frame.Size.Z) + above
        );
        var near = Array.ConvertAll(scan.Positions.ToArray(), p =>
            frame.Own(motion.Apply(p)) is var own && Math.Abs(own.X) < wide && Math.Abs(own.Y) < deep && own.Z > -under && own.Z < high
        );
        return scan.Within(near).Mapped(p => frame.Own(motion.Apply(p)), frame.IsMirrored);
    }

    private static Mesh Fine(Mesh mesh, double longest, Func<int, bool> near)
    {
        for (var pass = 0; pass < 8; pass++)
        {
            var count = mesh.TriangleCount;
            var now = mesh;
            mesh = Refinement.Split(
                now,
                (a, b) => Vector3.DistanceSquared(now.Positions[a], now.Positions[b]) > longest * longest && near(a) && near(b),
                (a, b) => ((Vec3)now.Positions[a] + now.Positions[b]) / 2
            );
            if (mesh.TriangleCount == count)
                break;
        }
        return mesh;
    }

    private void Measure(SeenSurface before, PresentTooth? present, CancellationToken cancel)
    {
        var positions = Mesh.Positions.ToArray();
        var asked = Array.ConvertAll(positions, p => (Vector3)Frame.Scan(p));
        var places = before.Tree.ClosestAll(asked, cancel: cancel);
        for (var i = 0; i < places.Length; i++)
        {
            ref readonly var place = ref places[i];
            Depths[i] = -before.Tree.Signed(asked[i], place);
            Old[i] = Frame.Own(place.Place);
            OldNormals[i] = Frame.OwnDirection(before.Mesh.AreaVector(place.Triangle).Unit);
            // A neighbour's surface that faces this one is none of this tooth's.
            Seen[i] = !before.Edges[place.Triangle] && OldNormals[i].Dot(Mesh.Normals[i]) > -0.3;
        }
        Mesh.VertexAreas().CopyTo(Areas, 0);
        Flood(present is null ? null : OnTooth(present));
    }

    /// <summary>
    /// Whether each vertex lies in the tooth as its form has it, not on gum, root or neighbour: well inside the form, or over the neck and
    /// about on it.
    /// </summary>
    private bool[] OnTooth(PresentTooth present)
    {
        const double underNeck = 0.1,
            alike = 0.5;
        // As far as teeth of one kind differ in shape, twice.
        var off = 0.12 + (2 * Math.Min(Frame.Rms, 0.15));
        var on = new bool[Depths.Length];
        var form = present.Form;
        Parallel.For(0, (on.Length + 511) / 512, run =>
        {
            for (var i = run * 512; i < Math.Min(on.Length, (run + 1) * 512); i++)
            {
                if (Depths[i] <= Threshold)
                    continue;
                var own = Frame.OnForm(Mesh.Positions[i]);
                var place = present.Tree.Closest(own, 4);
                if (!place.IsFound)
                    continue;
                var deep = -present.Tree.Signed(own, place);
                var neck = form.NeckLevel(Math.Atan2(place.Place.Y, place.Place.X));
                on[i] =
                    deep > off
                    // Close to its surface gum and neighbours come near it too; they face elsewhere.
                    || (
                        deep > -off
                        && place.Place.Z > neck - underNeck
                        && OldNormals[i].Dot(present.Surface.AreaVector(place.Triangle).Unit) > alike
                    );
            }
        });
        return on;
    }

    /// <summary>The largest connected part of the crown that lies deep enough.</summary>
    private void Flood(bool[]? onTooth)
    {
        var largest = VertexPieces
            .Of(Mesh, vertex => onTooth?[vertex] != false && Depths[vertex] > Threshold)
            .MaxBy(piece => piece.Sum(vertex => Depths[vertex] * Areas[vertex]));
        foreach (var vertex in largest ?? [])
            InCut[vertex] = true;
    }
}
