using System.Diagnostics;
using System.Globalization;
using System.Numerics;
using System.Runtime.InteropServices;
using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;
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
        for (var i = 0; i < 3; i++) _ = new MeshTree(mesh);
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
        Reading(folder);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"bytes-per-triangle {(double)tree.Bytes / mesh.TriangleCount:0.0}"));
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
        var found = tree.ClosestAll(points, cores: 1);
        for (var i = 0; i < found.Length; i++) distances[i] = (float)found[i].Distance;
        return distances;
    }

    private static object Signed(MeshTree tree, Vector3[] points, float[] distances)
    {
        var found = tree.SignedDistances(points, cores: 1);
        for (var i = 0; i < found.Length; i++) distances[i] = (float)found[i];
        return distances;
    }

    private static object Rays(MeshTree tree, Vector3[] origins, float[] met)
    {
        var found = tree.AnyHits(origins, PeerInputs.RayDirection, cores: 1);
        for (var i = 0; i < found.Length; i++) met[i] = found[i] ? 1 : 0;
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

    internal static void Report(string name, Func<object> work)
    {
        var times = new List<double>();
        for (var round = 0; round < Rounds; round++)
        {
            GC.Collect();
            for (var i = 0; i < Evictor.Length; i += 64) Evictor[i]++;
            var from = Stopwatch.GetTimestamp();
            GC.KeepAlive(work());
            times.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
        }
        times.Sort();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{name} {times[Rounds / 2]:0.00}"));
    }

    internal static Vector3[] Points(string folder, string name) =>
        MemoryMarshal.Cast<byte, Vector3>(File.ReadAllBytes(Path.Combine(folder, name))).ToArray();

    private static void Keep(string folder, string name, float[] values) =>
        File.WriteAllBytes(Path.Combine(folder, $"ours.{name}"), MemoryMarshal.AsBytes<float>(values));
}
