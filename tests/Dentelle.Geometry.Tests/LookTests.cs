using System.Numerics;
using System.Text.Json;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Sections;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Tests;

/// <summary>What an engraving is drawn from, against formulas and against asking every triangle.</summary>
public class LookTests
{
    [Fact(DisplayName = "In the middle of a trench's floor the open share of the sky is cos(arctan 2h/w) (canyon formula, Oke 1987)")]
    public void Trench()
    {
        foreach (var (width, height) in ((double, double)[])[(2, 1), (1, 2), (4, 1)])
        {
            const float length = 100;
            var (half, high) = ((float)width / 2, (float)height);
            var trench = Mesh.Together(
                Quad(new(-half, -length, 0), new(half, -length, 0), new(half, length, 0), new(-half, length, 0)),
                Quad(new(-half, -length, 0), new(-half, length, 0), new(-half, length, high), new(-half, -length, high)),
                Quad(new(half, length, 0), new(half, -length, 0), new(half, -length, high), new(half, length, high)),
                Asking
            );
            // Nothing is so far away that it shades less.
            var open = Occlusion.Openness(new MeshTree(trench), reach: 5000, rays: 2048)[^1];
            Assert.Equal(Math.Cos(Math.Atan(2 * height / width)), open, 0.012);
        }
    }

    [Fact(
        DisplayName = "Under a wide ceiling the distance counts: what stays open is (D/R)²·(1 − 2 ln D/R), "
            + "the integral over the half ball"
    )]
    public void Ceiling()
    {
        const double reach = 5;
        foreach (var distance in (double[])[0.5, 1.5, 3, 4.5])
        {
            const float far = 100;
            var high = (float)distance;
            var ceiling = Mesh.Together(
                Quad(new(-far, -far, high), new(-far, far, high), new(far, far, high), new(far, -far, high)),
                Asking
            );
            var share = distance / reach;
            var open = Occlusion.Openness(new MeshTree(ceiling), reach, rays: 2048)[^1];
            Assert.Equal(share * share * (1 - (2 * Math.Log(share))), open, 0.012);
        }
    }

    [Fact(DisplayName = "Openness is what every triangle, asked one by one, gives; the number of cores changes nothing")]
    public void Brute_force()
    {
        // Two balls side by side shade each other.
        var balls = Mesh.Together(Solids.Sphere(2, 8), Solids.Sphere(1.5, 8).Moved(Rigid.Moved(new Vec3(3, 0.4, 1))));
        var tree = new MeshTree(balls);
        var open = Occlusion.Openness(tree, 4, rays: 48);
        Assert.Equal(open, Occlusion.Openness(tree, 4, rays: 48, cores: 1));
        Assert.Contains(open, value => value < 0.6);
        var off = 1e-5 * balls.Box.Size.Length;
        for (var vertex = 0; vertex < balls.Positions.Length; vertex += 37)
        {
            Vec3 normal = balls.Normals[vertex];
            Vec3 from = balls.Positions[vertex] + ((float)off * balls.Normals[vertex]);
            var (right, up) = (normal.Square, normal.Cross(normal.Square));
            var met = 0;
            // The same sky and lengths, by their definition: a golden spiral lifted to the half ball; R·√((k+½)/n), each k once.
            for (var i = 0; i < 48; i++)
            {
                var (sin, cos) = Math.SinCos(i * Math.PI * (3 - Math.Sqrt(5)));
                var (out2, rise) = (Math.Sqrt((i + 0.5) / 48), Math.Sqrt(1 - ((i + 0.5) / 48)));
                var way = (right * (out2 * cos)) + (up * (out2 * sin)) + (normal * rise);
                var length = 4 * Math.Sqrt((((i * 19) % 48) + 0.5) / 48);
                if (Enumerable.Range(0, balls.TriangleCount).Any(t => Meets(balls.Triangle(t), from, way, length)))
                    met++;
            }
            Assert.Equal(1 - (met / 48.0), open[vertex], 0.021);
        }
    }

    [Fact(DisplayName = "Quick mean curvature is 1/r on a ball, −1/r inside it, half that along a tube")]
    public void Quick_bends()
    {
        foreach (var radius in (double[])[0.5, 2, 7])
        {
            Assert.All(Curvature.Quick(Solids.Sphere(radius, 24)), bend => Assert.Equal(1 / radius, bend, 0.05 / radius));
            var hollow = Solids.Sphere(radius, 24).MirroredX();
            var inward = new Mesh(
                hollow.Positions.ToArray(),
                [.. hollow.Corners.ToArray().Chunk(3).SelectMany(t => (int[])[t[0], t[2], t[1]])]
            );
            Assert.All(Curvature.Quick(inward), bend => Assert.Equal(-1 / radius, bend, 0.05 / radius));
        }
    }

    [Fact(DisplayName = "A level line of the height is the plane's section; a closed one has what is above on its left")]
    public void Level_lines()
    {
        var body = Solids.Star(30, p => new Vec3(p.Unit.X * 4, p.Unit.Y * 3, p.Unit.Z * 2.5));
        var heights = Array.ConvertAll(body.Positions.ToArray(), p => (double)p.Z);
        var line = Assert.Single(LevelLines.Of(body, heights, 0.7));
        Assert.True(line.IsClosed);
        // The ellipse in which that plane cuts the ellipsoid; its length by Ramanujan's second formula.
        var scale = Math.Sqrt(1 - (0.7 * 0.7 / (2.5 * 2.5)));
        var (a, b) = (4 * scale, 3 * scale);
        var h = (a - b) * (a - b) / ((a + b) * (a + b));
        Assert.Equal(
            Math.PI * (a + b) * (1 + (3 * h / (10 + Math.Sqrt(4 - (3 * h))))),
            new SectionLine(line.Points, IsClosed: true).Length,
            0.03
        );
        Assert.All(line.Points, p => Assert.Equal(0.7, p.Z, 1e-5));
        // Seen from outside, up is to the left: the line runs counter-clockwise round the axis seen from above.
        var turn = line.Points.Zip(line.Points.Skip(1), (p, q) => (p.X * q.Y) - (p.Y * q.X)).Sum();
        Assert.True(turn > 0);
    }

    [Fact(DisplayName = "A simplified body keeps its volume, its edges and the promise of its error; a flat one needs its corners only")]
    public void Simplified()
    {
        var ball = Solids.Sphere(5, 60);
        var fewer = Simplification.Of(ball, 6000, 0.05);
        Assert.True(fewer.TriangleCount <= 6000);
        Assert.True(fewer.Topology.IsWatertight);
        Assert.Equal(ball.Volume, fewer.Volume, 0.003 * ball.Volume);
        var off = new MeshTree(fewer).Distances(ball.Positions.ToArray()).Max();
        Assert.InRange(off, 0, 0.02);

        // It stops where more would cost more than allowed.
        var careful = Simplification.Of(ball, 8, 0.002);
        Assert.InRange(new MeshTree(careful).Distances(ball.Positions.ToArray()).Max(), 0, 0.004);
        Assert.True(careful.TriangleCount > 500);

        // A box cut into many small triangles: nothing but its corners is needed.
        var box = Refined(Solids.Box(4, 3, 2), 4);
        var bare = Simplification.Of(box, 12, 1e-4);
        Assert.Equal(12, bare.TriangleCount);
        Assert.Equal(24, bare.Volume, 1e-4);

        // What is held stays to the bit.
        var held = ball.Positions.ToArray().Where(p => p.Z > 4.5).ToHashSet();
        var kept = Simplification.Of(ball, 3000, 0.05, vertex => held.Contains(ball.Positions[vertex]));
        Assert.Subset(kept.Positions.ToArray().ToHashSet(), held);
    }

    [Fact(DisplayName = "The edges of a box are sharp, those of a fine ball are not")]
    public void Sharp()
    {
        Assert.All(SharpEdges.Vertices(Solids.Box(2, 2, 2), 40), Assert.True);
        Assert.All(SharpEdges.Vertices(Solids.Sphere(2, 20), 40), Assert.False);
    }

    [Fact(DisplayName = "glTF carries named values and lines: read back by another library they are the same")]
    public void Named_values()
    {
        var ball = Solids.Sphere(2, 6);
        float[] depths = [.. Enumerable.Range(0, ball.Positions.Length).Select(i => i / 10f)];
        using var stream = new MemoryStream();
        GltfWriter.Write(
            [new SceneBody("body", ball, Vector4.One) { Values = [new("_REMOVED", depths)] }],
            stream,
            new SceneLine("line", [new(1, 0, 0), new(0, 1, 0), new(0, 0, 1)], [new("_WIDTH", [0.5f, 0.6f, 0.7f])])
        );
        var model = SharpGLTF.Schema2.ModelRoot.ParseGLB(stream.ToArray());
        var body = model.LogicalMeshes.Single(mesh => mesh.Name == "body").Primitives.Single();
        Assert.Equal(depths, body.GetVertexAccessor("_REMOVED").AsScalarArray());
        var line = model.LogicalMeshes.Single(mesh => mesh.Name == "line").Primitives.Single();
        Assert.Equal(SharpGLTF.Schema2.PrimitiveType.LINE_LOOP, line.DrawPrimitiveType);
        Assert.Equal([0.5f, 0.6f, 0.7f], line.GetVertexAccessor("_WIDTH").AsScalarArray());
        Assert.Equal(new Vector3(0, 0.001f, 0), line.GetVertexAccessor("POSITION").AsVector3Array()[1]);
    }

    [Fact(DisplayName = "The lines that the screen slices are PlaneSection's: the fixture its test reads is what this gives")]
    public void Slices_of_the_screen()
    {
        var body = Solids.Star(6, p => new Vec3(p.Unit.X * 4, p.Unit.Y * 3, p.Unit.Z * 2.5) * (1 + (0.2 * p.Unit.X * p.Unit.Y)));
        var planes = ((Vec3 Normal, double Distance)[])
            [(Vec3.UnitX, 0.3), (new Vec3(0.6, 0.8, 0), -1.1), (new Vec3(0.2, -0.3, 0.9).Unit, 0.7)];
        var sliced = planes.Select(plane => new
        {
            normal = Of(plane.Normal),
            distance = plane.Distance,
            lines = PlaneSection
                .Of(body, new Plane3(plane.Normal * plane.Distance, plane.Normal))
                .Select(line => new { closed = line.IsClosed, points = line.Points.SelectMany(Of) }),
        });
        var text = JsonSerializer.Serialize(
            new
            {
                positions = body.Positions.ToArray().SelectMany(p => Of(p)),
                corners = body.Corners.ToArray(),
                slices = sliced,
            }
        );
        var place = Path.Combine(Root(), "src", "web", "scene", "levelLines.fixture.json");
        if (Environment.GetEnvironmentVariable("DENTELLE_EXAMPLES") == "write")
            File.WriteAllText(place, text + "\n");
        Assert.Equal(text, File.ReadAllText(place).Trim());

        static double[] Of(Vec3 p) => [Math.Round(p.X, 5), Math.Round(p.Y, 5), Math.Round(p.Z, 5)];

        static string Root()
        {
            var folder = new DirectoryInfo(AppContext.BaseDirectory);
            while (!File.Exists(Path.Combine(folder!.FullName, "Dentelle.slnx")))
                folder = folder.Parent;
            return folder.FullName;
        }
    }

    /// <summary>A tiny triangle on the floor, its last vertex at the origin, that asks how open it lies.</summary>
    private static Mesh Asking => new([new(1e-3f, 0, 0), new(0, 1e-3f, 0), new(0, 0, 0)], [0, 1, 2]);

    private static Mesh Quad(Vector3 a, Vector3 b, Vector3 c, Vector3 d) => new([a, b, c, d], [0, 1, 2, 0, 2, 3]);

    private static Mesh Refined(Mesh mesh, int times)
    {
        for (var i = 0; i < times; i++)
        {
            var whole = mesh;
            mesh = Refinement.Split(whole, (_, _) => true, (a, b) => ((Vec3)whole.Positions[a] + whole.Positions[b]) / 2);
        }
        return mesh;
    }

    /// <summary>Whether a stretch of a ray goes through a triangle (Möller and Trumbore 1997).</summary>
    private static bool Meets((Vec3 A, Vec3 B, Vec3 C) triangle, Vec3 from, Vec3 way, double length)
    {
        var (ab, ac) = (triangle.B - triangle.A, triangle.C - triangle.A);
        var p = way.Cross(ac);
        var determinant = ab.Dot(p);
        if (Math.Abs(determinant) < 1e-14)
            return false;
        var t = from - triangle.A;
        var u = t.Dot(p) / determinant;
        var q = t.Cross(ab);
        var v = way.Dot(q) / determinant;
        var at = ac.Dot(q) / determinant;
        return u >= 0 && v >= 0 && u + v <= 1 && at >= 0 && at <= length;
    }
}
