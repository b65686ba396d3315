using System.Globalization;
using System.Numerics;
using System.Text.Json.Nodes;
using Dentelle.Cli;
using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Tests;

/// <summary>The measure, form and prepare commands on bodies whose numbers plane geometry gives.</summary>
public class MeasureTests
{
    private const int Sides = 120;

    private static readonly string Folder = Directory.CreateTempSubdirectory().FullName;

    private static (int Code, string Output, string Error) Run(params string[] args)
    {
        using var output = new StringWriter();
        using var error = new StringWriter();
        return (CommandLine.Run(args, output, error, AppContext.BaseDirectory), output.ToString(), error.ToString());
    }

    /// <summary>A closed outline (radius, height) from the axis back to the axis, turned about z.</summary>
    private static string Turned(string name, params (double R, double Z)[] outline)
    {
        var loose = new List<Vector3>();
        for (var i = 0; i < Sides; i++)
        {
            for (var k = 0; k + 1 < outline.Length; k++)
            {
                Vector3 On(int step, int at)
                {
                    var angle = 2 * Math.PI * (step % Sides) / Sides;
                    return new Vector3(
                        (float)(outline[at].R * Math.Cos(angle)),
                        (float)(outline[at].R * Math.Sin(angle)),
                        (float)outline[at].Z
                    );
                }

                var (a, b, c, d) = (On(i, k), On(i + 1, k), On(i + 1, k + 1), On(i, k + 1));
                if (outline[k].R > 0)
                    loose.AddRange([a, b, c]);
                if (outline[k + 1].R > 0)
                    loose.AddRange([a, c, d]);
            }
        }
        var path = Path.Combine(Folder, name);
        MeshFile.Write(Welder.Weld(loose.ToArray().AsSpan()), path, MeshFormat.StlBinary);
        return path;
    }

    private static JsonNode Measured(string before, string after, params string[] more) =>
        JsonNode.Parse(
            Run(["measure", "--before", before, "--after", after, "--tooth", "36", "--aligned", "--framed", "--json", .. more]).Output
        )!;

    private static string Cylinder => Turned("before.stl", (0, 0), (5, 0), (5, 7), (0, 7));

    [Fact(
        DisplayName = "A cylinder cut to a cone of 6°: volume, depth, convergence and path are the formulas'; the uncut base is no undercut"
    )]
    public void Cone()
    {
        var t = Math.Tan(6 * Math.PI / 180);
        var top = 4 - (5 * t);
        var measured = Measured(Cylinder, Turned("cone.stl", (0, 0), (5, 0), (5, 1), (4, 1), (top, 6), (0, 6)));
        // A polygon of n sides has n/2π·sin(2π/n) of its circle's area.
        var polygon = Sides / (2 * Math.PI) * Math.Sin(2 * Math.PI / Sides);
        var removed = polygon * ((Math.PI * 25 * 6) - (Math.PI * 5 * (16 + (4 * top) + (top * top)) / 3));
        Assert.Equal(removed, (double)measured["depth"]!["removedVolumeMm3"]!, 0.05);
        // Deepest where side and top are equally far: 1 + (z − 1)·t = 7 − z.
        Assert.Equal(7 - ((6 + t) / (1 + t)), (double)measured["depth"]!["maxMm"]!, 0.03);
        Assert.Equal(["mesiodistal", "faciolingual"], measured["walls"]!.AsArray().Select(pair => (string)pair!["pair"]!));
        Assert.All(measured["walls"]!.AsArray(), pair => Assert.Equal(12, (double)pair!["tocDeg"]!, 0.05));
        Assert.Equal(0, (double)measured["undercut"]!["maxDepthMm"]!, 1e-6);
        Assert.Equal(0, (double)measured["undercut"]!["areaMm2"]!, 1e-6);
        Assert.Equal(6, (double)measured["bestPath"]!["minWallDeg"]!, 0.02);
        Assert.Equal(6, (double)measured["bestPath"]!["freedomDeg"]!, 0.02);
        Assert.Equal(1, (double)measured["bestPath"]!["direction"]![2]!, 1e-5);
    }

    [Fact(DisplayName = "Walls that widen upwards are undercut by what they overhang; a leaning path by height and angle")]
    public void Undercut()
    {
        var widening = Measured(Cylinder, Turned("widening.stl", (0, 0), (5, 0), (5, 1), (3.6, 1), (4.1, 6), (0, 6)));
        Assert.Equal(0.5, (double)widening["undercut"]!["maxDepthMm"]!, 0.005);
        // The mantle of the cone and the ring of shelf below it.
        var area = (Math.PI * 7.7 * Math.Sqrt(25.25)) + (Math.PI * ((4.1 * 4.1) - (3.6 * 3.6)));
        Assert.Equal(area, (double)widening["undercut"]!["areaMm2"]!, 0.03 * area);
        var hollow = (Math.PI * 4.1 * 4.1 * 5) - (Math.PI * 5 * ((4.1 * 4.1) + (4.1 * 3.6) + (3.6 * 3.6)) / 3);
        Assert.Equal(hollow, (double)widening["undercut"]!["volumeMm3"]!, 0.02 * hollow);
        Assert.True((double)widening["bestPath"]!["minWallDeg"]! < 0);
        Assert.Equal(0, (double)widening["bestPath"]!["freedomDeg"]!);
        Assert.All(widening["walls"]!.AsArray(), pair =>
            Assert.Equal(-2 * double.RadiansToDegrees(Math.Atan(0.1)), (double)pair!["tocDeg"]!, 0.1)
        );

        // 2° walls seen along a path that leans 10°: the far wall is undercut by its length times sin 8°.
        var t = Math.Tan(2 * Math.PI / 180);
        var lean = 10 * Math.PI / 180;
        var path = string.Create(CultureInfo.InvariantCulture, $"{Math.Sin(lean)},0,{Math.Cos(lean)}");
        var leaning = Measured(Cylinder, Turned("steep.stl", (0, 0), (5, 0), (5, 1), (3.5, 1), (3.5 - (5 * t), 6), (0, 6)), "--path", path);
        Assert.Equal(5 / Math.Cos(2 * Math.PI / 180) * Math.Sin(8 * Math.PI / 180), (double)leaning["undercut"]!["maxDepthMm"]!, 0.02);
    }

    [Fact(
        DisplayName = "Frusta that stand askew have their middle as common path; "
            + "what is missing of a wall's lean is cut by height and angle"
    )]
    public void Common_path()
    {
        const double wall = 4,
            height = 5;
        string Leaning(string name, double degrees, double x)
        {
            var top = 4 - (height * Math.Tan(wall * Math.PI / 180));
            var frustum = MeshFile.Read(Turned($"upright-{name}", (0, 0), (4, 0), (top, height), (0, height)));
            var path = Path.Combine(Folder, name);
            MeshFile.Write(
                frustum.Moved(Rigid.Turned(Vec3.UnitY, degrees).Then(Rigid.Moved(new Vec3(x, 0, 0)))),
                path,
                MeshFormat.StlBinary
            );
            return path;
        }

        JsonNode Common(double askew, double lean) =>
            JsonNode.Parse(
                Run(
                    "path",
                    "--tooth",
                    $"35={Leaning("a.stl", -askew, 0)}",
                    "--tooth",
                    $"37={Leaning("b.stl", askew, 20)}",
                    "--lean",
                    lean.ToString(CultureInfo.InvariantCulture),
                    "--json"
                ).Output
            )!;

        var drawn = Common(3, 1);
        // Of walls that lean 4° and stand 3° askew one leans 1° from the middle.
        Assert.Equal(wall - 3, (double)drawn["minWallDeg"]!, 0.05);
        Assert.Equal(wall - 3, (double)drawn["freedomDeg"]!, 0.05);
        Assert.Equal(1, (double)drawn["direction"]![2]!, 1e-6);
        Assert.Empty(drawn["relief"]!.AsArray());

        var stuck = Common(7, 2);
        Assert.Equal(wall - 7, (double)stuck["minWallDeg"]!, 0.05);
        var reliefs = stuck["relief"]!.AsArray();
        // The walls beside it have some to lose as well; most has that which faces away from the other tooth.
        var outer = reliefs
            .GroupBy(relief => (string)relief!["tooth"]!)
            .ToDictionary(tooth => tooth.Key, tooth => tooth.MaxBy(relief => (double)relief!["depthMm"]!)!);
        // Each leans out by 3° and has to lean in by 2°, over its height along the path.
        var needed = height * Math.Cos(7 * Math.PI / 180) * (Math.Tan(2 * Math.PI / 180) + Math.Tan(3 * Math.PI / 180));
        Assert.Equal(needed, (double)outer["35"]["depthMm"]!, 0.1 * needed);
        Assert.Equal(needed, (double)outer["37"]["depthMm"]!, 0.1 * needed);
        Assert.True((double)outer["35"]["outward"]![0]! < -0.7, "it faces away from the other");
    }

    [Fact(DisplayName = "form and prepare write closed bodies in every format; what prepare says was cut, measure finds")]
    public void Bodies()
    {
        Assert.Equal(0, Run("form", "--tooth", "26", "--out", Folder).Code);
        foreach (var ending in (string[])["stl", "ply", "obj"])
            Assert.True(MeshFile.Read(Path.Combine(Folder, $"26-tooth.{ending}")).Topology.IsWatertight);
        var form = JsonNode.Parse(Run("form", "--tooth", "26", "--out", Folder, "--json").Output)!;
        double[] Place(string name) =>
            [
                .. form["landmarks"]!.AsArray().Single(place => (string)place!["name"]! == name)!["place"]!
                    .AsArray()
                    .Select(number => (double)number!),
            ];
        // On the left mesial is −x; the contacts are as far apart as the crown is wide, and the palatal tip stands highest.
        Assert.Equal(10, Place("contact-distal")[0] - Place("contact-mesial")[0], 0.05);
        Assert.Equal(7.5, Place("cusp-mesiolingual")[2], 0.15);
        Assert.All(form["gumLine"]!.AsArray(), point => Assert.InRange((double)point![2]!, 0.6, 1.9));
        Assert.Equal("glTF"u8.ToArray(), File.ReadAllBytes(Path.Combine(Folder, "26.glb"))[..4]);

        var prepared = JsonNode.Parse(Run("prepare", "26 crown zirconia", "--out", Folder, "--json").Output)!;
        var measured = Measured(Path.Combine(Folder, "26-tooth.stl"), Path.Combine(Folder, "26-prepared.stl"));
        Assert.Equal(
            (double)prepared["presentVolumeMm3"]! - (double)prepared["preparedVolumeMm3"]!,
            (double)measured["depth"]!["removedVolumeMm3"]!,
            0.2
        );
        Assert.Equal(0, (double)measured["undercut"]!["maxDepthMm"]!, 0.01);
        var convergence = (double)JsonNode.Parse(Run("plan", "26 crown zirconia", "--json").Output)!["units"]![0]!["tocDeg"]!["target"]!;
        Assert.All(measured["walls"]!.AsArray(), pair => Assert.Equal(convergence, (double)pair!["tocDeg"]!, 0.5));
        // The least wall of a rounded body is a facet of some tenths of a degree about it.
        Assert.InRange((double)measured["bestPath"]!["minWallDeg"]!, (convergence / 2) - 1, convergence / 2);
    }

    [Fact(DisplayName = "Wrong input gets a sentence and code 2: no files, no tooth, no frame, a path that is none, nothing cut")]
    public void Wrong_input()
    {
        var (before, broken) = (Cylinder, Path.Combine(Folder, "broken.stl"));
        File.WriteAllBytes(broken, File.ReadAllBytes(before)[..400]);
        Fails("--before", "measure", "--after", before);
        Fails("--tooth", "measure", "--before", before, "--after", before);
        Fails(
            "nothing was cut",
            "measure",
            "--before",
            before,
            "--after",
            before,
            "--tooth",
            "36",
            "--aligned",
            "--plan",
            "36 crown zirconia"
        );
        Fails("cuts nothing on 36", "measure", "--before", before, "--after", before, "--tooth", "36", "--plan", "35 crown zirconia");
        Fails("TOOTH=FILE", "path", "--tooth", before);
        Fails("needs a side", "scan", "36 crown zirconia", "--fault", "undercut:0.2");
        Fails("no zone", "scan", "36 crown zirconia", "--fault", "short:edge:0.2", "--reach", "teeth");
        Fails("three numbers", "measure", "--before", before, "--after", before, "--tooth", "36", "--aligned", "--framed", "--path", "0,0");
        Fails("nothing was cut", "measure", "--before", before, "--after", before, "--tooth", "36", "--aligned", "--framed");
        Fails("announces", "measure", "--before", broken, "--after", before, "--tooth", "36", "--aligned", "--framed");
        Fails("no such file", "measure", "--before", "none.stl", "--after", before, "--tooth", "36", "--aligned", "--framed");
        Fails("ISO 3950", "form", "--tooth", "99", "--out", Folder);
        Fails("--out", "prepare", "16 crown zirconia");

        static void Fails(string words, params string[] args)
        {
            var (code, output, error) = Run(args);
            Assert.Equal((2, ""), (code, output));
            Assert.Contains(words, error, StringComparison.Ordinal);
        }
    }
}
