using System.Buffers.Binary;
using System.Numerics;
using System.Text;
using CsCheck;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Tests;

public class MeshTests
{
    [Fact(
        DisplayName = "Halved edges leave a closed surface of the same volume, whichever are chosen; on a ball, middles set on it "
            + "bring it nearer to a ball"
    )]
    public void Refined() =>
        Gen.Int[1, 1000]
            .Sample(
                chosen =>
                {
                    var ball = Solids.Sphere(2, 12);
                    var split = Refinement.Split(
                        ball,
                        (a, b) => (((a * 31) ^ (b * 17)) + chosen) % 3 == 0,
                        (a, b) => ((Vec3)(ball.Positions[a] + ball.Positions[b])) / 2
                    );
                    Assert.True(split.Topology.IsWatertight);
                    Assert.Equal(ball.Volume, split.Volume, 1e-4);
                    var round = Refinement.Split(ball, (_, _) => true, (a, b) => ((Vec3)(ball.Positions[a] + ball.Positions[b])).Unit * 2);
                    Assert.Equal(4 * ball.TriangleCount, round.TriangleCount);
                    var full = 4.0 / 3 * Math.PI * 8;
                    Assert.InRange(full - round.Volume, 0, 0.3 * (full - ball.Volume));
                },
                iter: 20
            );

    [Fact(DisplayName = "Volume and area: handbook formulas for sphere, box and cone's stump; CGAL for the lumpy body")]
    public void Measures()
    {
        var box = Solids.Box(2, 3, 4);
        Assert.Equal(24, box.Volume, 1e-6);
        Assert.Equal(52, box.Area, 1e-6);
        var (r1, r2, h) = (5.0, 4.0, 6.0);
        var stump = Solids.Frustum(r1, r2, h, 720);
        Assert.Equal(Math.PI * h * ((r1 * r1) + (r1 * r2) + (r2 * r2)) / 3, stump.Volume, 0.01);
        Assert.Equal(Math.PI * ((r1 * r1) + (r2 * r2) + ((r1 + r2) * Math.Sqrt(((r1 - r2) * (r1 - r2)) + (h * h)))), stump.Area, 0.01);
        var lumpy = Solids.Lumpy();
        Assert.Equal(Solids.Cgal("volume")[0][0], lumpy.Volume, 1e-5);
        Assert.Equal(Solids.Cgal("area")[0][0], lumpy.Area, 1e-5);

        // A finer sphere comes nearer to 4πr³/3, by the square of the fineness.
        var off = new[] { 10, 20, 40 }.Select(n => (4 * Math.PI * 27 / 3) - Solids.Sphere(3, n).Volume).ToArray();
        Assert.InRange(off[0] / off[1], 3.6, 4.4);
        Assert.InRange(off[1] / off[2], 3.6, 4.4);
    }

    [Fact(DisplayName = "Moving a body rigidly and back changes neither volume, area nor place")]
    public void Rigid_motion() =>
        Solids.Motions.Sample(
            motion =>
            {
                var (body, moved) = (Solids.Lumpy(), Solids.Lumpy().Moved(motion));
                Assert.Equal(body.Volume, moved.Volume, 2e-3);
                Assert.Equal(body.Area, moved.Area, 2e-3);
                var p = new Vec3(1, -2, 3);
                Assert.True((motion.Inverse.Apply(motion.Apply(p)) - p).Length < 1e-12);
            },
            iter: 50
        );

    [Fact(DisplayName = "What is closed, open, twisted or crowded is told; a hole is one loop round it; parts are counted")]
    public void Topology()
    {
        var sphere = Solids.Sphere(2, 6);
        Assert.True(sphere.Topology.IsWatertight);
        var open = sphere.Where(i => sphere.Triangle(i).A.Z < 1.9);
        Assert.Single(open.Topology.BoundaryLoops);
        Assert.Equal(open.Topology.OpenEdgeCount, open.Topology.BoundaryLoops[0].Count);
        var apart = Mesh.Together(sphere, Solids.Box(1, 1, 1).Moved(Rigid.Moved(new Vec3(9, 0, 0))));
        Assert.Equal(2, apart.Topology.Components.Count);
        Assert.True(apart.Topology.IsWatertight);
        int[] turned = [.. sphere.Corners];
        (turned[1], turned[2]) = (turned[2], turned[1]);
        Assert.Equal(3, new Mesh([.. sphere.Positions], turned).Topology.TwistedEdgeCount);
        int[] finned = [.. sphere.Corners, sphere.Corners[0], sphere.Corners[1], sphere.Positions.Length];
        Assert.Equal(1, new Mesh([.. sphere.Positions, new Vector3(9, 9, 9)], finned).Topology.NonManifoldEdgeCount);
    }

    [Theory(DisplayName = "Written and read again, a body is the same to the last bit")]
    [InlineData(MeshFormat.StlBinary)]
    [InlineData(MeshFormat.StlAscii)]
    [InlineData(MeshFormat.PlyBinaryLittleEndian)]
    [InlineData(MeshFormat.PlyBinaryBigEndian)]
    [InlineData(MeshFormat.PlyAscii)]
    [InlineData(MeshFormat.Obj)]
    public void Round_trip(MeshFormat format)
    {
        var body = Solids.Lumpy();
        using var file = new MemoryStream();
        MeshFile.Write(body, file, format);
        file.Position = 0;
        var back = MeshFile.Read(file);
        Assert.Equal(body.TriangleCount, back.TriangleCount);
        Assert.Equal(body.Positions.Length, back.Positions.Length);
        for (var i = 0; i < body.TriangleCount; i++)
            Assert.Equal(body.Triangle(i), back.Triangle(i));
    }

    [Fact(DisplayName = "ASCII numbers are read as the standard library reads them, written plainly or not")]
    public void Ascii_numbers() =>
        Gen.Select(Gen.Single, Gen.Int[0, 3], Gen.Bool)
            .Where(x => float.IsFinite(x.Item1))
            .Array[9]
            .Sample(
                numbers =>
                {
                    var words = numbers
                        .Select(n =>
                            n.Item2 switch
                            {
                                0 => n.Item1.ToString("R", System.Globalization.CultureInfo.InvariantCulture),
                                1 => n.Item1.ToString("e6", System.Globalization.CultureInfo.InvariantCulture),
                                2 => n.Item1.ToString("0.000000", System.Globalization.CultureInfo.InvariantCulture),
                                _ => (n.Item3 ? "+" : "")
                                    + Math.Abs(n.Item1).ToString("E12", System.Globalization.CultureInfo.InvariantCulture),
                            }
                        )
                        .ToArray();
                    var facet =
                        $"facet normal 0 0 1\n outer loop\n  vertex {words[0]} {words[1]} {words[2]}\n  vertex "
                        + $"{words[3]} {words[4]} {words[5]}\n  vertex {words[6]} {words[7]} {words[8]}\n "
                        + "endloop\nendfacet\n";
                    // Padding on one side sends the facet down the quick way, at the file's end it goes word by word.
                    foreach (var text in (string[])[$"solid a\n{facet}endsolid a\n", $"solid a\n{facet}endsolid{new string(' ', 3000)}a\n"])
                    {
                        using var file = new MemoryStream(Encoding.ASCII.GetBytes(text));
                        var mesh = MeshFile.Read(file);
                        for (var i = 0; i < 9; i++)
                        {
                            var read = mesh.Positions[mesh.Corners[i / 3]][i % 3];
                            Assert.Equal(float.Parse(words[i], System.Globalization.CultureInfo.InvariantCulture), read);
                        }
                    }
                },
                iter: 300
            );

    [Fact(DisplayName = "Hostile files get a fault by name, quickly, whatever they claim")]
    public void Hostile()
    {
        var good = Bytes(MeshFormat.StlBinary);
        var claims = (byte[])good.Clone();
        BinaryPrimitives.WriteUInt32LittleEndian(claims.AsSpan(80), 1_000_000_000);
        var notFinite = (byte[])good.Clone();
        BinaryPrimitives.WriteSingleLittleEndian(notFinite.AsSpan(84 + 12), float.NaN);
        Fails(MeshFault.Empty, []);
        Fails(MeshFault.Truncated, good[..^7]);
        Fails(MeshFault.TooLarge, claims);
        Fails(MeshFault.NotFinite, notFinite);
        Fails(MeshFault.Unknown, Encoding.ASCII.GetBytes("Dear Sir or Madam, here is the scan."));
        Fails(MeshFault.WrongName, Bytes(MeshFormat.PlyBinaryLittleEndian), "scan.stl");
        Fails(
            MeshFault.Truncated,
            Encoding.ASCII.GetBytes(
                "ply\nformat binary_little_endian 1.0\nelement vertex 1000000000\nproperty float x\nproperty float "
                    + "y\nproperty float z\nelement face 1000000000\nproperty list uchar int vertex_indices\nend_header\n"
            )
        );
        Fails(
            MeshFault.Malformed,
            Encoding.ASCII.GetBytes(
                "ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nproperty float y\nproperty float "
                    + "z\nelement face 1\nproperty list uchar int vertex_indices\nend_header\n0 0 0\n3 0 1 2\n"
            )
        );
        Fails(
            MeshFault.Malformed,
            Encoding.ASCII.GetBytes("solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nendloop\nendfacet\nendsolid\n")
        );
        Fails(MeshFault.NotFinite, Encoding.ASCII.GetBytes("v 0 0 0\nv 1 0 nan\nv 0 1 0\nf 1 2 3\n"));
        Fails(MeshFault.Malformed, Encoding.ASCII.GetBytes("v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 7\n"));
        using var fin = new MemoryStream(
            Encoding.ASCII.GetBytes("v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\nv 0 0 -1\nf 1 2 3\nf 2 1 4\nf 1 2 5\n")
        );
        Assert.Equal(
            MeshFault.NonManifold,
            Assert.Throws<MeshFileException>(() => MeshFile.Read(fin, how: new MeshReading(Demand: MeshDemand.Manifold))).Fault
        );
    }

    [Fact(DisplayName = "Whatever bytes are changed or cut, reading ends in a mesh or a named fault")]
    public void Fuzzed() =>
        Gen.Select(Gen.Int[0, 5].Select(i => (MeshFormat)i), Gen.Int[0, 100_000], Gen.Byte.Array[1, 12], Gen.Int[0, 4000])
            .Sample(
                (format, at, bytes, cut) =>
                {
                    var file = Bytes(format);
                    if (cut < 1000)
                        file = file[..Math.Max(bytes.Length + 1, file.Length - cut)];
                    bytes.CopyTo(file, at % Math.Max(1, file.Length - bytes.Length));
                    try
                    {
                        using var stream = new MemoryStream(file);
                        Assert.True(MeshFile.Read(stream, how: new MeshReading(MaxTriangles: 100_000)).TriangleCount > 0);
                    }
                    catch (MeshFileException e)
                    {
                        Assert.NotEmpty(e.Message);
                    }
                },
                iter: 2000
            );

    private static byte[] Bytes(MeshFormat format)
    {
        using var file = new MemoryStream();
        MeshFile.Write(Solids.Sphere(1, 4), file, format);
        return file.ToArray();
    }

    private static void Fails(MeshFault fault, byte[] bytes, string? name = null)
    {
        using var file = new MemoryStream(bytes);
        Assert.Equal(fault, Assert.Throws<MeshFileException>(() => MeshFile.Read(file, name)).Fault);
    }
}
