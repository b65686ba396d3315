using System.Globalization;
using System.Numerics;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Paths;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.HandingOver;

/// <summary>
/// The cut surface under the technician's eyes: whether the finish line can be followed on it, and whether a restoration can leave it
/// along the path. Measured anew on the mesh that came, by other code than the practice's own inspection.
/// </summary>
internal static class LookedAt
{
    /// <summary>A line whose places lie farther apart is torn there: it is sent with one every sixth of a millimetre.</summary>
    private const double Torn = 1;

    /// <summary>A scan's noise casts no shadow.</summary>
    private const double Lift = 0.03;

    /// <summary>A shadow smaller than this is a speck, square millimetres.</summary>
    private const double LeastArea = 0.2;

    /// <summary>So far inside and over the line the shelf has ended in a wall.</summary>
    private const double OverLine = 0.2;

    public static IEnumerable<LaboratoryQuery> Of(HandOverUnit unit, MeasuredForLaboratory measured, Mesh mesh, Protocol protocol)
    {
        var tree = new MeshTree(mesh);
        Vec3[] line = [.. measured.FinishLine.Select(at => new Vec3(at[0], at[1], at[2]))];
        var path = new Vec3(unit.Path[0], unit.Path[1], unit.Path[2]).Unit;
        if (Broken(unit, line, tree, path, protocol) is { } broken)
            yield return broken;
        if (Hidden(unit, line, tree, path, protocol) is { } hidden)
            yield return hidden;
    }

    /// <summary>The worst place at which the line is torn, leaves the surface, or jumps.</summary>
    private static LaboratoryQuery? Broken(HandOverUnit unit, Vec3[] line, MeshTree tree, Vec3 path, Protocol protocol)
    {
        var most = protocol.Inspection.StepMostMm.Value;
        var (worst, off) = (0, 0.0);
        for (var i = 0; i < line.Length; i++)
        {
            var apart = (line[(i + 1) % line.Length] - line[i]).Length;
            if (apart > Torn)
                return Ask(i, apart, Torn, $"The finish line is torn: {HandOver.Said(Math.Round(apart, 1))} of it are not there");
            var from = tree.Closest(line[i]).Distance;
            if (from > off)
                (worst, off) = (i, from);
        }
        if (off > most)
            return Ask(
                worst,
                off,
                most,
                $"The finish line lies {HandOver.Said(Math.Round(off, 2))} off the surface: the margin was not caught"
            );
        var (at, jump) = Jump(line, path);
        return jump > most
            ? Ask(at, jump, most, $"The finish line jumps by {HandOver.Said(Math.Round(jump, 2))} within a millimetre")
            : null;

        LaboratoryQuery Ask(int place, double found, double needed, string what) =>
            new(
                unit.Tooth,
                QueryKind.Margin,
                $"{what}, {SegmentOf(line[place])}. Is it scanned again, or where does the crown end?",
                null,
                Math.Round(found, 2),
                needed,
                Places.Rounded(line[place])
            );
    }

    /// <summary>The largest change of level within a millimetre, less what the line climbs there anyway.</summary>
    private static (int At, double By) Jump(Vec3[] line, Vec3 path)
    {
        const double reach = 0.5;
        var (at, by) = (0, 0.0);
        for (var i = 0; i < line.Length; i++)
        {
            var (before, there, after) = (Level(i, -1, 2 * reach), Level(i, -1, 0.15), Level(i, 1, reach));
            var climbs = Math.Abs(Level(i, -1, 3 * reach) - before) + Math.Abs(Level(i, 1, 3 * reach) - Level(i, 1, 2 * reach));
            var jump = Math.Abs(after - there) - climbs;
            if (jump > by)
                (at, by) = (i, jump);
        }
        return (at, by);

        // Height along the path of the place so far on, one way or the other.
        double Level(int from, int way, double far)
        {
            var (i, gone) = (from, 0.0);
            while (gone < far)
            {
                var next = (i + way + line.Length) % line.Length;
                gone += (line[next] - line[i]).Length;
                i = next;
            }
            return line[i].Dot(path);
        }
    }

    /// <summary>The deepest hollow that lies in shadow along the path.</summary>
    private static LaboratoryQuery? Hidden(HandOverUnit unit, Vec3[] line, MeshTree tree, Vec3 path, Protocol protocol)
    {
        var most = protocol.Inspection.UndercutMostMm.Value;
        var mesh = tree.Mesh;
        int[] inside = [.. Inside(mesh, line, path)];
        var normals = mesh.Normals;
        var directions = new Vector3[inside.Length];
        var places = new Vector3[inside.Length];
        for (var i = 0; i < inside.Length; i++)
            (places[i], directions[i]) = (mesh.Positions[inside[i]], normals[inside[i]]);
        var shadows = ShadowDepths.Of(tree, places, directions, path, Lift);
        var depths = new double[mesh.Positions.Length];
        for (var i = 0; i < inside.Length; i++)
            depths[inside[i]] = shadows[i];
        var areas = mesh.VertexAreas();
        var worst = VertexPieces
            .Of(mesh, vertex => depths[vertex] > most / 2)
            .Where(piece => piece.Sum(vertex => areas[vertex]) > LeastArea)
            // The deepest of many noisy places is deepest by its noise.
            .Select(piece => piece.OrderBy(vertex => depths[vertex]).ElementAt(piece.Count - 1 - (piece.Count / 20)))
            .OrderByDescending(vertex => depths[vertex])
            .FirstOrDefault(-1);
        if (worst < 0 || depths[worst] <= most)
            return null;
        Vec3 place = mesh.Positions[worst];
        var side = Kebab.Words(SiteUndercut.SideOf(normals[worst], path));
        return new(
            unit.Tooth,
            QueryKind.Undercut,
            string.Create(
                CultureInfo.InvariantCulture,
                $"The {side} wall hides {depths[worst]:0.00} from the path ({unit.PathWords}). Is it blocked out, cut again, or is another path meant?"
            ),
            null,
            Math.Round(depths[worst], 2),
            most,
            Places.Rounded(place)
        );
    }

    /// <summary>Vertices over the shelf, within the line seen along the path.</summary>
    private static IEnumerable<int> Inside(Mesh mesh, Vec3[] line, Vec3 path)
    {
        var across = path.Cross(Math.Abs(path.X) < 0.9 ? Vec3.UnitX : Vec3.UnitY).Unit;
        var along = path.Cross(across);
        var outline = new Polygon([.. line.Select(Flat)]);
        var found = new List<int>();
        for (var i = 0; i < mesh.Positions.Length; i++)
        {
            Vec3 place = mesh.Positions[i];
            if (outline.Contains(Flat(place)) && (place - line.MinBy(at => (at - place).LengthSquared)).Dot(path) > OverLine)
                found.Add(i);
        }
        return found;

        Vec2 Flat(Vec3 at) => new(at.Dot(across), at.Dot(along));
    }

    private static string SegmentOf(Vec3 at) => Kebab.Words(Segments.At(Segments.Position(Math.Atan2(at.Y, at.X))));
}
