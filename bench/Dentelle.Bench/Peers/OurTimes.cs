using System.Diagnostics;
using System.Globalization;
using System.Numerics;
using System.Runtime.InteropServices;
using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Fitting;
using Dentelle.Geometry.Sections;
using Dentelle.Geometry.Trees;

namespace Dentelle.Bench.Peers;

/// <summary>Dentelle's own times on the peers' inputs, one line each: a name and milliseconds (medians of five, single thread).</summary>
public static class OurTimes
{
    private const int Rounds = 5;
    private static readonly byte[] Evictor = new byte[1 << 26];

    public static void Print(string folder)
    {
        var mesh = MeshFile.Read(Path.Combine(folder, "crown.stl"));
        for (var i = 0; i < 3; i++)
            _ = new MeshTree(mesh);
        Report("build", () => new MeshTree(mesh));
        var tree = new MeshTree(mesh);
        var (prep, near) = (Points(folder, "prep.points"), Points(folder, "near.points"));
        Warm(tree, prep);
        var distances = new float[prep.Length];
        Report("unsigned-prep", () => Unsigned(tree, prep, distances));
        Keep(folder, "unsigned-prep", distances);
        Report("signed-prep", () => Signed(tree, prep, distances));
        Keep(folder, "signed-prep", distances);
        Report("unsigned-near", () => Unsigned(tree, near, distances));
        Keep(folder, "unsigned-near", distances);
        Report("signed-near", () => Signed(tree, near, distances));
        Keep(folder, "signed-near", distances);
        Report("any-hit", () => Rays(tree, near, distances));
        Keep(folder, "any-hit", distances);
        Registration(folder);
        Reading(folder);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"bytes-per-triangle {(double)tree.Bytes / mesh.TriangleCount:0.0}"));
    }

    /// <summary>Tree and fit together, one core, from 2° and 0.3 mm off; and what is left over in thousandths.</summary>
    private static void Registration(string folder)
    {
        var target = MeshFile.Read(Path.Combine(folder, "icp-target.ply"));
        var points = Points(folder, "icp.points");
        var fit = (FitResult?)null;
        object Fit() => fit = SurfaceFit.Fit(new MeshTree(target), points, Rigid.Rest, new FitOptions { Cores = 1 });
        for (var i = 0; i < 3; i++)
            Fit();
        Report("icp", Fit);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"icp-rms-um {fit!.Rms * 1000:0.000}"));
    }

    /// <summary>What a body costs by its size: read, tree, questions.</summary>
    public static void Scaling()
    {
        Console.WriteLine("| triangles | tree, ms | closest at 1–2 mm, µs each | any hit, µs each | section, ms | bytes a triangle |");
        Console.WriteLine("|---|---|---|---|---|---|");
        foreach (var size in (ReadOnlySpan<int>)[25_000, 50_000, 100_000, 200_000, 400_000, 800_000])
        {
            var mesh = PeerInputs.Crown(size);
            var points = PeerInputs.Prep(size).Positions.ToArray()[..Math.Min((size / 2) - 1000, PeerInputs.Questions)];
            var distances = new float[points.Length];
            for (var i = 0; i < 5; i++)
                _ = new MeshTree(mesh);
            var tree = new MeshTree(mesh);
            Warm(tree, points);
            for (var i = 0; i < 3; i++)
            {
                PlaneSection.Of(mesh, new Plane3(default, Vec3.UnitX));
            }
            var (build, closest, hit) = (
                Median(() => new MeshTree(mesh)),
                Median(() => Unsigned(tree, points, distances)),
                Median(() => Rays(tree, points, distances))
            );
            var section = Median(() => PlaneSection.Of(mesh, new Plane3(default, Vec3.UnitX)));
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"| {mesh.TriangleCount} | {build:0.0} | {1000 * closest / points.Length:0.00} | "
                        + $"{1000 * hit / points.Length:0.00} | {section:0.0} | "
                        + $"{(double)tree.Bytes / mesh.TriangleCount:0.0} |"
                )
            );
        }
    }

    private static void Reading(string folder)
    {
        foreach (var name in (ReadOnlySpan<string>)["crown", "crown-ascii"])
        {
            var path = Path.Combine(folder, name + ".stl");
            for (var i = 0; i < 3; i++)
            {
                File.ReadAllBytes(path);
                MeshFile.Read(path);
            }
            Report($"raw-read-{name}", () => File.ReadAllBytes(path));
            Report($"read-{name}", () => MeshFile.Read(path));
        }
    }

    private static object Unsigned(MeshTree tree, Vector3[] points, float[] distances)
    {
        tree.Distances(points, cores: 1).CopyTo(distances, 0);
        return distances;
    }

    private static object Signed(MeshTree tree, Vector3[] points, float[] distances)
    {
        var found = tree.SignedDistances(points, cores: 1);
        for (var i = 0; i < found.Length; i++)
            distances[i] = (float)found[i];
        return distances;
    }

    private static object Rays(MeshTree tree, Vector3[] origins, float[] met)
    {
        var found = tree.AnyHits(origins, PeerInputs.RayDirection, cores: 1);
        for (var i = 0; i < found.Length; i++)
            met[i] = found[i] ? 1 : 0;
        return met;
    }

    private static void Warm(MeshTree tree, Vector3[] points)
    {
        // Hot code is compiled in steps; without this the first rounds would time the compiler.
        var scratch = new float[points.Length];
        for (var i = 0; i < 4; i++)
        {
            Unsigned(tree, points, scratch);
            Signed(tree, points, scratch);
            Rays(tree, points, scratch);
            Thread.Sleep(200);
        }
    }

    internal static void Report(string name, Func<object> work) =>
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{name} {Median(work):0.00}"));

    private static double Median(Func<object> work)
    {
        var times = new List<double>();
        for (var round = 0; round < Rounds; round++)
        {
            GC.Collect();
            for (var i = 0; i < Evictor.Length; i += 64)
                Evictor[i]++;
            var from = Stopwatch.GetTimestamp();
            GC.KeepAlive(work());
            times.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
        }
        times.Sort();
        return times[Rounds / 2];
    }

    internal static Vector3[] Points(string folder, string name) =>
        MemoryMarshal.Cast<byte, Vector3>(File.ReadAllBytes(Path.Combine(folder, name))).ToArray();

    private static void Keep(string folder, string name, float[] values) =>
        File.WriteAllBytes(Path.Combine(folder, $"ours.{name}"), MemoryMarshal.AsBytes<float>(values));
}
