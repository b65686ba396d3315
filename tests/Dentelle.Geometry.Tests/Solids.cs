using System.Globalization;
using System.Numerics;
using CsCheck;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Tests;

/// <summary>Bodies whose measures a handbook gives, as meshes; and the lumpy body that CGAL has answered on.</summary>
internal static class Solids
{
    /// <summary>Any rigid motion within ±20 units.</summary>
    public static readonly Gen<Rigid> Motions = Gen.Select(
            Gen.Double[-1, 1],
            Gen.Double[-1, 1],
            Gen.Double[0.1, 1],
            Gen.Double[0, 180],
            Gen.Double[-20, 20].Array[3]
        )
        .Select(
            (x, y, z, degrees, shift) => Rigid.Turned(new Vec3(x, y, z), degrees).Then(Rigid.Moved(new Vec3(shift[0], shift[1], shift[2])))
        );

    /// <summary>An octahedron's faces cut n-fold, each point mapped from its direction.</summary>
    public static Mesh Star(int n, Func<Vec3, Vec3> map)
    {
        var loose = new List<Vector3>();
        for (var octant = 0; octant < 8; octant++)
        {
            var (sx, sy, sz) = ((octant & 1) == 0 ? 1 : -1, (octant & 2) == 0 ? 1 : -1, (octant & 4) == 0 ? 1 : -1);
            for (var i = 0; i < n; i++)
            {
                for (var j = 0; j < n - i; j++)
                {
                    Face(i, j, i + 1, j, i, j + 1);
                    if (i + j < n - 1)
                        Face(i + 1, j, i + 1, j + 1, i, j + 1);
                }
            }

            void Face(int i1, int j1, int i2, int j2, int i3, int j3)
            {
                Vector3[] corners = [On(i1, j1), On(i2, j2), On(i3, j3)];
                if (sx * sy * sz < 0)
                    (corners[1], corners[2]) = (corners[2], corners[1]);
                loose.AddRange(corners);
            }

            Vector3 On(int i, int j) => (Vector3)(new Vec3(sx * i, sy * j, sz * (n - i - j)) / n);
        }
        return Welder.Weld(loose.ToArray().AsSpan()).Mapped(map);
    }

    public static Mesh Sphere(double radius, int n) => Star(n, p => p.Unit * radius);

    public static Mesh Box(double x, double y, double z) =>
        Prism([new(-x / 2, -y / 2), new(x / 2, -y / 2), new(x / 2, y / 2), new(-x / 2, y / 2)], 0, z, 1, 1);

    /// <summary>A cone's stump, its base of radius 1 · <paramref name="bottom"/> on z = 0.</summary>
    public static Mesh Frustum(double bottom, double top, double height, int sides, double from = 0) =>
        Prism(
            [.. Enumerable.Range(0, sides).Select(i => new Vec2(Math.Cos(2 * Math.PI * i / sides), Math.Sin(2 * Math.PI * i / sides)))],
            from,
            from + height,
            bottom,
            top
        );

    /// <summary>A convex outline (counter-clockwise) drawn up from one level to another, scaled at both.</summary>
    public static Mesh Prism(Vec2[] outline, double from, double to, double bottom, double top)
    {
        var n = outline.Length;
        Vector3[] positions =
        [
            .. outline.Select(p => new Vector3((float)(p.X * bottom), (float)(p.Y * bottom), (float)from)),
            .. outline.Select(p => new Vector3((float)(p.X * top), (float)(p.Y * top), (float)to)),
        ];
        var corners = new List<int>();
        for (var i = 0; i < n; i++)
            corners.AddRange([i, (i + 1) % n, n + ((i + 1) % n), i, n + ((i + 1) % n), n + i]);
        for (var i = 1; i < n - 1; i++)
            corners.AddRange([0, i + 1, i, n, n + i, n + i + 1]);
        return new Mesh(positions, [.. corners]);
    }

    public static Mesh Lumpy() => LumpyBody.Value;

    private static readonly Lazy<Mesh> LumpyBody = new(ReadLumpy);

    private static Mesh ReadLumpy()
    {
        var words = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Fixtures", "lumpy.off"))
            .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        var (points, faces) = (int.Parse(words[1], CultureInfo.InvariantCulture), int.Parse(words[2], CultureInfo.InvariantCulture));
        var numbers = words.Skip(4).Select(w => float.Parse(w, CultureInfo.InvariantCulture)).ToArray();
        var positions = Enumerable
            .Range(0, points)
            .Select(i => new Vector3(numbers[3 * i], numbers[(3 * i) + 1], numbers[(3 * i) + 2]))
            .ToArray();
        var corners = Enumerable
            .Range(0, faces)
            .SelectMany(i => Enumerable.Range(1, 3).Select(k => (int)numbers[(3 * points) + (4 * i) + k]))
            .ToArray();
        return new Mesh(positions, corners);
    }

    /// <summary>CGAL's answers of one kind (Fixtures/make.cpp says how they were made).</summary>
    public static IReadOnlyList<double[]> Cgal(string kind) =>
        [
            .. File.ReadLines(Path.Combine(AppContext.BaseDirectory, "Fixtures", "cgal.txt"))
                .Where(l => l.StartsWith(kind + " ", StringComparison.Ordinal))
                .Select(l => l.Split(' ').Skip(1).Select(w => double.Parse(w, CultureInfo.InvariantCulture)).ToArray()),
        ];
}
