using System.Numerics;
using System.Runtime.InteropServices;
using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Bench.Peers;

/// <summary>The surfaces and questions that every peer gets: made up, seeded, written to files.</summary>
public static class PeerInputs
{
    public const int Questions = 200_000;

    /// <summary>A bumpy body about 10 mm across: a sphere cut into squares on a cube's faces, its radius a sum of waves.</summary>
    public static Mesh Crown(int triangles) => Star(triangles, direction => CrownRadius(direction), noise: 0);

    /// <summary>A surface 0.7 to 1.8 mm inside the crown with 6° walls and the noise of a scanner.</summary>
    public static Mesh Prep(int triangles) => Star(triangles, PrepRadius, noise: 0.02);

    public static void Write(string folder)
    {
        var (crown, prep) = (Crown(402_000), Prep(403_000));
        MeshFile.Write(crown, Path.Combine(folder, "crown.stl"), MeshFormat.StlBinary);
        MeshFile.Write(crown, Path.Combine(folder, "crown-ascii.stl"), MeshFormat.StlAscii);
        WriteFloats(folder, "crown.positions", MemoryMarshal.Cast<Vector3, float>(crown.Positions));
        File.WriteAllBytes(Path.Combine(folder, "crown.corners"), MemoryMarshal.AsBytes(crown.Corners));
        WriteFloats(folder, "prep.points", MemoryMarshal.Cast<Vector3, float>(prep.Positions[..Questions]));
        WriteFloats(folder, "near.points", MemoryMarshal.Cast<Vector3, float>(Near(crown)));
        WriteFloats(folder, "rays", MemoryMarshal.Cast<Vector3, float>(Rays(crown)));
        var (target, source) = Registration();
        MeshFile.Write(target, Path.Combine(folder, "icp-target.ply"), MeshFormat.PlyBinaryLittleEndian);
        WriteFloats(folder, "icp.points", MemoryMarshal.Cast<Vector3, float>(source));
    }

    /// <summary>Points 0.02 off the crown, in the order of its triangles.</summary>
    public static Vector3[] Near(Mesh crown)
    {
        var points = new Vector3[Questions];
        for (var i = 0; i < points.Length; i++)
        {
            var (a, b, c) = crown.Triangle(i * 2);
            points[i] = (Vector3)(((a + b + c) / 3) + (crown.AreaVector(i * 2).Unit * (i % 2 == 0 ? 0.02 : -0.02)));
        }
        return points;
    }

    /// <summary>The direction all rays share.</summary>
    public static Vector3 RayDirection => Vector3.Normalize(new Vector3(0.1f, 0.2f, 1));

    private static Vector3[] Rays(Mesh crown) => Near(crown);

    /// <summary>The crown, and 50,000 points of it moved by 2° and 0.3 mm.</summary>
    private static (Mesh Target, Vector3[] Source) Registration()
    {
        var crown = Crown(402_000);
        var motion = Rigid.Turned(new Vec3(0.3, 1, 0.2), 2).Then(Rigid.Moved(new Vec3(0.2, -0.17, 0.14)));
        var random = new Random(5);
        var points = new Vector3[50_000];
        for (var i = 0; i < points.Length; i++)
            points[i] = (Vector3)motion.Apply(crown.Positions[random.Next(crown.Positions.Length)]);
        return (crown, points);
    }

    private static double CrownRadius(Vec3 d) =>
        5
        * Math.Pow(Math.Pow(Math.Abs(d.X), 3) + Math.Pow(Math.Abs(d.Y), 3) + Math.Pow(Math.Abs(d.Z), 3), -1 / 3.0)
        * (1 + (d.Z > 0 ? d.Z * d.Z * ((0.06 * Math.Cos(4 * Math.Atan2(d.Y, d.X))) + (0.02 * Math.Sin(9 * d.X) * Math.Sin(11 * d.Y))) : 0));

    private static double PrepRadius(Vec3 d)
    {
        var depth = 1.25 + (0.55 * Math.Sin(3 * d.X) * Math.Cos(2 * d.Y));
        var inside = CrownRadius(d) - depth;
        // A cone of 6° through the equator limits the sides.
        var (level, across) = (d.Z, Math.Sqrt((d.X * d.X) + (d.Y * d.Y)));
        var wall = 3.9 / Math.Max(1e-9, across + (level * Math.Tan(6 * Math.PI / 180)));
        return wall > 0 ? Math.Min(inside, wall) : inside;
    }

    private static Mesh Star(int triangles, Func<Vec3, double> radius, double noise)
    {
        var n = (int)Math.Round(Math.Sqrt(triangles / 12.0));
        var random = new Random(3);
        var welder = new Welder(6 * triangles);
        var corners = new List<int>();
        Span<Vector3> quad = stackalloc Vector3[4];
        Span<int> names = stackalloc int[4];
        for (var face = 0; face < 6; face++)
        {
            for (var i = 0; i < n; i++)
            {
                for (var j = 0; j < n; j++)
                {
                    quad[0] = On(face, i, j, n);
                    quad[1] = On(face, i + 1, j, n);
                    quad[2] = On(face, i + 1, j + 1, n);
                    quad[3] = On(face, i, j + 1, n);
                    welder.Add(quad, names);
                    corners.AddRange([names[0], names[1], names[2], names[0], names[2], names[3]]);
                }
            }
        }
        var directions = welder.Take();
        return new Mesh(Array.ConvertAll(directions, d =>
            {
                Vec3 unit = ((Vec3)d).Unit;
                return (Vector3)(unit * (radius(unit) + (noise * (random.NextDouble() + random.NextDouble() - 1))));
            }), [.. corners]);
    }

    private static Vector3 On(int face, int i, int j, int n)
    {
        var (u, v) = (Even(i, n), Even(j, n));
        return face switch
        {
            0 => new Vector3(1, u, v),
            1 => new Vector3(-1, v, u),
            2 => new Vector3(v, 1, u),
            3 => new Vector3(u, -1, v),
            4 => new Vector3(u, v, 1),
            _ => new Vector3(v, u, -1),
        };
    }

    private static float Even(int i, int n) =>
        i == 0 ? -1
        : i == n ? 1
        : (float)Math.Tan(((2.0 * i / n) - 1) * Math.PI / 4);

    private static void WriteFloats(string folder, string name, ReadOnlySpan<float> values) =>
        File.WriteAllBytes(Path.Combine(folder, name), MemoryMarshal.AsBytes(values));
}
