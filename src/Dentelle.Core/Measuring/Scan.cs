using System.Globalization;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Measuring;

/// <summary>
/// A surface as a scanner gave it, made fit to be measured: in millimetres, one surface without strays, its small holes closed, its
/// outside out.
/// </summary>
/// <param name="Surface">What is measured.</param>
/// <param name="Seen">How many of its triangles the scanner saw: those after them close holes.</param>
/// <param name="Told">What was mended or guessed, in sentences for the user.</param>
public sealed record Scan(Mesh Surface, int Seen, IReadOnlyList<string> Told)
{
    /// <summary>A part of the surface with fewer triangles than this share of the largest part is no tooth.</summary>
    private const double Stray = 0.01;

    /// <summary>Where the largest part holds less of all triangles, there is no surface but a heap.</summary>
    private const double Heap = 0.2;

    /// <summary>A hole with a longer border, in millimetres, is where the scan ends: a small front tooth's neck is 14 round.</summary>
    private const double LongestHole = 12;

    /// <summary>How far across single teeth and whole rows are, in millimetres, with room on either side.</summary>
    private const double Narrowest = 5,
        Widest = 150;

    /// <summary>
    /// A scanner sets some six triangles round a vertex; where hundreds meet, a face of many corners was cut into slivers.
    /// </summary>
    private const int MostRound = 500;

    /// <summary>Triangles round a vertex, squared and summed, for each triangle: eighteen where six meet everywhere.</summary>
    private const double MostSquares = 100;

    private const int Many = 100_000;

    /// <param name="mesh">As it was read.</param>
    /// <param name="name">What it is called in sentences.</param>
    /// <returns>A problem where nothing of it can be trusted.</returns>
    public static Answer<Scan> Of(Mesh mesh, string name)
    {
        var told = new List<string>();
        var surface = Welder.Weld(mesh);
        surface = surface.Where(i => surface.AreaVector(i).LengthSquared > 0);
        if (surface.TriangleCount == 0)
            return new Problem("scan-empty", $"{name} has no triangle with an area.");
        if (Crowd(surface) is { } crowd)
            return new Problem(
                "scan-fan",
                $"{name} has {crowd:N0} triangles at one corner: that is a drawn face, no scan. Export it as even triangles."
            );
        surface = Once(surface, name, told);
        // Millions of loose triangles are known before they are sorted into pieces: a surface has half as many corners as triangles.
        if (surface.TriangleCount > Many && surface.Positions.Length > 1.5 * surface.TriangleCount)
            return new Problem(
                "scan-heap",
                $"{name}: its triangles share hardly a corner: that is no surface. Export it again, as one mesh."
            );
        if (
            !OneSurface(surface, name, told).Is(out var single, out var problem)
            || !InMillimetres(single, name, told).Is(out var sized, out problem)
        )
            return problem;
        return new Scan(OutsideOut(Closed(sized, name, told), name, told), sized.TriangleCount, told);
    }

    /// <summary>The most triangles at one corner, where so many meet at one, or at all of them, as no scanner sets.</summary>
    private static int? Crowd(Mesh mesh)
    {
        var (most, squares) = (0, 0.0);
        for (var vertex = 0; vertex < mesh.Positions.Length; vertex++)
        {
            var round = mesh.Ring.Around(vertex).Length;
            (most, squares) = (Math.Max(most, round), squares + ((double)round * round));
        }
        return most > MostRound || squares > MostSquares * mesh.TriangleCount ? most : null;
    }

    /// <summary>Every triangle once: some programs write each twice.</summary>
    private static Mesh Once(Mesh mesh, string name, List<string> told)
    {
        var again = Enumerable.Range(0, mesh.TriangleCount).Where(IsAgain).ToHashSet();
        if (again.Count == 0)
            return mesh;
        told.Add($"{name}: {again.Count:N0} triangles were given twice; each is taken once.");
        return mesh.Where(triangle => !again.Contains(triangle));

        bool IsAgain(int triangle)
        {
            var (a, b, c) = mesh.Triangle(triangle);
            foreach (var other in mesh.Ring.Around(mesh.Corners[3 * triangle]))
            {
                if (other >= triangle)
                    break;
                var (d, e, f) = mesh.Triangle(other);
                if ((a, b, c) == (d, e, f) || (a, b, c) == (e, f, d) || (a, b, c) == (f, d, e))
                    return true;
            }
            return false;
        }
    }

    private static Answer<Mesh> OneSurface(Mesh mesh, string name, List<string> told)
    {
        var parts = mesh.Topology.Components;
        if (parts.Count == 1)
            return mesh;
        var sizes = new int[parts.Count];
        foreach (var part in parts.Of)
            sizes[part]++;
        var largest = sizes.Max();
        if (largest < Heap * mesh.TriangleCount)
            return new Problem(
                "scan-heap",
                $"{name} falls into {parts.Count:N0} pieces, the largest of {largest:N0} triangles: that is no surface. "
                    + "Export it again, as one mesh."
            );
        var strays = sizes.Count(size => size < Stray * largest);
        if (strays == 0)
            return mesh;
        var kept = mesh.Where(triangle => sizes[parts.Of[triangle]] >= Stray * largest);
        told.Add($"{name}: {strays:N0} stray pieces were left out, {mesh.TriangleCount - kept.TriangleCount:N0} triangles in all.");
        return kept;
    }

    private static Answer<Mesh> InMillimetres(Mesh mesh, string name, List<string> told)
    {
        const double metres = 1000,
            inches = 25.4,
            micrometres = 0.001;
        var across = Math.Max(mesh.Box.Size.X, Math.Max(mesh.Box.Size.Y, mesh.Box.Size.Z));
        // From the narrowest tooth to the widest row; what would fit two units is neither's.
        (string Unit, double Scale)? found = across switch
        {
            >= Narrowest and <= Widest => ("millimetres", 1),
            >= 1000 * Narrowest and <= 1000 * Widest => ("micrometres", micrometres),
            >= Narrowest / inches and < Narrowest => ("inches", inches),
            >= Narrowest / metres and <= Widest / metres => ("metres", metres),
            _ => null,
        };
        if (found is not var (unit, scale))
            return new Problem(
                "scan-size",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{name} is {across:G3} across, which is neither a tooth nor a row of teeth in millimetres, inches, metres or "
                        + $"micrometres."
                )
            );
        if (scale == 1)
            return mesh;
        told.Add(
            string.Create(CultureInfo.InvariantCulture, $"{name} is {across:G3} across: taken to be in {unit}, {across * scale:0.0} mm.")
        );
        return mesh.Mapped(p => p * scale);
    }

    /// <summary>Closes what is missing but for the scan's own end, each hole by a fan about its middle.</summary>
    private static Mesh Closed(Mesh mesh, string name, List<string> told)
    {
        var holes = mesh.Topology.BoundaryLoops.Where(loop => loop.Count >= 3 && Length(mesh, loop) <= LongestHole).ToArray();
        if (holes.Length == 0)
            return mesh;
        told.Add($"{name}: {holes.Length:N0} small {(holes.Length == 1 ? "hole was" : "holes were")} closed.");
        return mesh.WithFans(holes);
    }

    private static double Length(Mesh mesh, IReadOnlyList<int> loop)
    {
        var sum = 0.0;
        for (var i = 0; i < loop.Count; i++)
            sum += ((Vec3)mesh.Positions[loop[(i + 1) % loop.Count]] - mesh.Positions[loop[i]]).Length;
        return sum;
    }

    /// <summary>
    /// A closed body holds a positive volume. So does an open one once its end is closed by a fan: what is scanned stands out of it.
    /// </summary>
    private static Mesh OutsideOut(Mesh mesh, string name, List<string> told)
    {
        if (Held(mesh) >= 0)
            return mesh;
        told.Add($"{name} came inside out and was turned.");
        // Nothing moves; the corners alone are turned.
        return mesh.Mapped(p => p, mirrors: true);
    }

    private static double Held(Mesh mesh)
    {
        var from = mesh.Box.Centre;
        var volume = mesh.Volume;
        foreach (var loop in mesh.Topology.BoundaryLoops)
        {
            var middle = (loop.Aggregate(default(Vec3), (sum, vertex) => sum + mesh.Positions[vertex]) / loop.Count) - from;
            for (var i = 0; i < loop.Count; i++)
            {
                Vec3 a = mesh.Positions[loop[i]],
                    b = mesh.Positions[loop[(i + 1) % loop.Count]];
                volume += (a - from).Dot((b - from).Cross(middle)) / 6;
            }
        }
        return volume;
    }
}
