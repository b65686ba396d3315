using System.Numerics;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Core.Tests;

/// <summary>Scans as they come: whatever is wrong with a file is mended and said, or refused; what is measured stays the same.</summary>
public sealed class ScanTests
{
    private static readonly Lazy<(Mesh Before, Mesh After, double Removed)> Pair = new(() =>
    {
        var unit = Shipped.Unit("36 crown zirconia");
        var before = unit.Preparation.Present.Mesh(unit.Plan.Tooth, Fineness.Preview);
        var after = unit.Preparation.Body!.Mesh(Fineness.Preview);
        return (before, after, before.Volume - after.Volume);
    });

    public static TheoryData<string, string> Faults =>
        new()
        {
            { "as it is", "" },
            { "inside out", "came inside out" },
            { "in metres", "in metres" },
            { "in inches", "in inches" },
            { "in micrometres", "in micrometres" },
            { "a triangle missing", "1 small hole was closed" },
            { "a patch missing", "1 small hole was closed" },
            { "a speck far off", "1 stray pieces were left out" },
            { "loose triangles", "" },
            { "each triangle twice", "given twice" },
            { "no areas", "" },
            { "a speck at the end of the world", "1 stray pieces were left out" },
            { "two hundred strays", "200 stray pieces were left out" },
        };

    [Theory(DisplayName = "What is wrong with a scan is mended and said; volume, depth and convergence are those of the sound one")]
    [MemberData(nameof(Faults))]
    public void Mended(string fault, string said)
    {
        var (before, after, removed) = Pair.Value;
        var scan = Shipped.Need(Scan.Of(Spoilt(after, fault), "The surface after"));
        Assert.Contains(said, string.Join(' ', scan.Told), StringComparison.Ordinal);
        Assert.Equal(said.Length == 0, scan.Told.Count == 0);
        Assert.True(scan.Surface.Topology.IsWatertight);
        var measure = Shipped.Need(PreparationMeasure.Of(before, scan.Surface, Vec3.UnitZ));
        Assert.Equal(VolumeRule.ClosedBodies, measure.VolumeFrom);
        Assert.Equal(removed, measure.RemovedVolume, 0.002 * removed);
        var sound = Shipped.Need(PreparationMeasure.Of(before, after, Vec3.UnitZ));
        Assert.Equal(sound.MaxDepth, measure.MaxDepth, 0.01);
        Assert.Equal(Leans(Shipped.Need(Scan.Of(after, "It"))), Leans(scan), (a, b) => Math.Abs(a - b) < 0.3);

        IEnumerable<double> Leans(Scan cut) =>
            Inspector.Walls(Shipped.Need(Scan.Of(before, "It")), cut, Vec3.UnitZ).Select(wall => wall.Lean).OfType<double>();
    }

    [Fact(DisplayName = "An open scan keeps its end, is turned by what it shows to the bite, and says that its volume is reckoned")]
    public void Open()
    {
        var (before, after, removed) = Pair.Value;
        var crown = after.Where(i => after.Triangle(i) is var (a, b, c) && (a.Z + b.Z + c.Z) / 3 > -2);
        var scan = Shipped.Need(Scan.Of(Turned(crown), "The surface after"));
        Assert.Single(scan.Surface.Topology.BoundaryLoops);
        Assert.Contains("inside out", Assert.Single(scan.Told), StringComparison.Ordinal);
        var measure = Shipped.Need(PreparationMeasure.Of(before, scan.Surface, Vec3.UnitZ));
        Assert.Equal(VolumeRule.DepthOverArea, measure.VolumeFrom);
        // Depth over the inner surface misses what the outer one has more: known, and why the rule is told.
        Assert.InRange(measure.RemovedVolume, 0.6 * removed, removed);
    }

    [Fact(
        DisplayName = "What can't be a scan is refused in a sentence: a heap, nothing, a size that fits no unit, a face of 5,000 corners"
    )]
    public void Refused()
    {
        var random = new Random(7);
        Vector3 Place() => new((float)random.NextDouble() * 20, (float)random.NextDouble() * 20, (float)random.NextDouble() * 20);
        var heap = new Mesh([.. Enumerable.Range(0, 60_000).Select(_ => Place())], [.. Enumerable.Range(0, 60_000)]);
        Assert.Equal("scan-heap", CodeOf(heap));
        Assert.Equal("scan-empty", CodeOf(new Mesh([default, Vector3.UnitX, 2 * Vector3.UnitX], [0, 1, 2])));
        const int corners = 5000;
        var lid = Enumerable
            .Range(0, corners)
            .Select(i => 6 * Vector3.Transform(Vector3.UnitX, Matrix4x4.CreateRotationZ(MathF.Tau * i / corners)));
        Assert.Equal("scan-fan", CodeOf(new Mesh([.. lid], [.. Enumerable.Range(1, corners - 2).SelectMany(i => (int[])[0, i, i + 1])])));
        Assert.Equal("scan-size", CodeOf(Pair.Value.After.Mapped(p => p * 40)));
        Assert.Equal("scan-size", CodeOf(Pair.Value.After.Mapped(p => p * 1e-6)));
        Assert.Equal("scan-size", CodeOf(Pair.Value.After.Mapped(p => p * 1e30)));

        static string CodeOf(Mesh mesh)
        {
            Assert.False(Scan.Of(mesh, "It").Is(out _, out var problem));
            return problem.Code;
        }
    }

    private static Mesh Spoilt(Mesh mesh, string fault)
    {
        var middle = Enumerable.Range(0, mesh.TriangleCount).MaxBy(i => mesh.Triangle(i).A.Z);
        var top = mesh.Triangle(middle).A;
        return fault switch
        {
            "inside out" => Turned(mesh),
            "in metres" => mesh.Mapped(p => p / 1000),
            "in inches" => mesh.Mapped(p => p / 25.4),
            "in micrometres" => mesh.Mapped(p => p * 1000),
            "a triangle missing" => mesh.Where(i => i != middle),
            "a patch missing" => mesh.Where(i => (mesh.Triangle(i).A - top).Length > 0.4),
            "a speck far off" => Mesh.Together(mesh, Speck(12)),
            "a speck at the end of the world" => Mesh.Together(mesh, Speck(3e18f)),
            "two hundred strays" => Mesh.Together([mesh, .. Enumerable.Range(1, 200).Select(i => Speck(10 + i))]),
            "loose triangles" => Loose(mesh),
            "each triangle twice" => Mesh.Together(mesh, mesh),
            "no areas" => new Mesh(
                mesh.Positions.ToArray(),
                [.. mesh.Corners, .. Enumerable.Range(0, 1000).SelectMany(i => (int[])[i, i, i + 1])]
            ),
            _ => mesh,
        };
    }

    private static Mesh Speck(float away) => new([new(away, 0, 0), new(away + (away * 0.1f), 0, 0), new(away, away * 0.1f, 0)], [0, 1, 2]);

    private static Mesh Turned(Mesh mesh)
    {
        var corners = mesh.Corners.ToArray();
        Array.Reverse(corners);
        return new Mesh(mesh.Positions.ToArray(), corners);
    }

    private static Mesh Loose(Mesh mesh)
    {
        var corners = mesh.Corners.ToArray();
        return new Mesh(Array.ConvertAll(corners, corner => mesh.Positions[corner]), [.. Enumerable.Range(0, corners.Length)]);
    }
}
