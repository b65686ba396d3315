namespace Dentelle.Web.Tests;

/// <summary>The main job through the real pipeline and a real database.</summary>
public sealed class UnitApiTests : IDisposable
{
    private const string Cusp = "functional-cusp-mesiofacial";

    private readonly Practice practice = new();
    private readonly HttpClient client;

    public UnitApiTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    [Fact(DisplayName = "Plan, change, read, be told what to correct, take back")]
    public async Task Main_job()
    {
        var id = await client.NewUnit("36 crown zirconia");
        var unit = await client.Get($"/api/units/{id}");
        Assert.Equal(1.0, (double)unit.ZoneOf(Cusp)["depthMm"]!["target"]!);
        Assert.Equal(3, unit["drawing"]!["faciolingual"]!.AsArray().Count);

        var changed = await client
            .Put($"/api/units/{id}/inputs", $$"""{ "material": "metal", "buildOutMm": { "{{Cusp}}": 0.5 } }""", "\"1\"")
            .Json();
        Assert.Equal([2, 1.0], [(double)changed["version"]!, (double)changed.ZoneOf(Cusp)["depthMm"]!["target"]!]);
        await client.Put($"/api/units/{id}/inputs", """{ "material": "zirconia-monolithic" }""", "\"2\"").Json();

        var read = await client
            .Post($"/api/units/{id}/readings", $$"""{ "zone": "{{Cusp}}", "kind": "index-gap", "gauge": "caliper", "valueMm": 0.5 }""")
            .Json();
        var finding = read["readings"]![0]!["finding"]!;
        Assert.Equal("critical 0.5 short", $"{finding["verdict"]} {finding["headline"]}");
        // First the bur that cut there, then a plain fraction.
        Assert.Contains(
            "about a third of the width of a 1.35 tip, the round-end taper of this step (half the width of a 1.0 tip)",
            (string)finding["instruction"]!
        );

        var again = await client
            .Post(
                $"/api/units/{id}/readings",
                $$"""{ "zone": "{{Cusp}}", "kind": "index-gap", "gauge": "thickness-gauges", "passed": 1.0 }"""
            )
            .Json();
        Assert.Equal("within", (string)again["readings"]![0]!["finding"]!["verdict"]!);
        Assert.Equal([true, false], again["readings"]!.AsArray().Select(reading => (bool)reading!["isLatest"]!));

        var taken = await client
            .Put($"/api/units/{id}/readings/{again["readings"]![0]!["id"]}/taken-back", """{ "takenBack": true }""")
            .Json();
        Assert.Equal("critical", (string)Assert.Single(taken["readings"]!.AsArray())!["finding"]!["verdict"]!);

        var day = await client.Get("/api/day");
        var summary = day["withoutVisit"]![0]!["units"]![0]!;
        Assert.Equal("being-cut Functional cusp, mesiofacial: 0.5 short", $"{summary["stage"]} {summary["telling"]}");
    }

    [Fact(
        DisplayName = "The unit's bodies can be fetched: a scene to look at, closed bodies in one frame to take away, on the left side too"
    )]
    public async Task Bodies()
    {
        var id = await client.NewUnit("26 crown zirconia");
        var scene = await client.GetAsync($"/api/units/{id}/bodies/scene.glb");
        Assert.Equal("model/gltf-binary", scene.Content.Headers.ContentType!.MediaType);
        var files = new List<Geometry.Meshes.Mesh>();
        foreach (var name in (string[])["tooth.stl", "prepared.ply", "prepared.obj"])
        {
            var answer = await client.GetAsync($"/api/units/{id}/bodies/{name}");
            Assert.Equal($"26-{name}", answer.Content.Headers.ContentDisposition!.FileName);
            files.Add(Geometry.Files.MeshFile.Read(await answer.Content.ReadAsStreamAsync(), name));
            Assert.True(files[^1].Topology.IsWatertight);
        }
        var present = new Geometry.Trees.MeshTree(files[0]);
        Assert.All(files[1].Positions.ToArray().Where((_, i) => i % 97 == 0), p => Assert.True(present.SignedDistance(p) < 0.05));
        Assert.Equal(404, (int)(await client.GetAsync($"/api/units/{id}/bodies/tooth.docx")).StatusCode);
        Assert.Equal(404, (int)(await client.GetAsync($"/api/units/{Guid.NewGuid()}/bodies/scene.glb")).StatusCode);
    }

    [Fact(DisplayName = "Two people changing the same plan: the second is told and nothing is lost")]
    public async Task Changed_meanwhile()
    {
        var id = await client.NewUnit("36 crown zirconia");
        await client.Put($"/api/units/{id}/inputs", """{ "material": "metal" }""", "\"1\"").Json();
        Assert.Equal(
            (412, "changed-meanwhile"),
            await client.Put($"/api/units/{id}/inputs", """{ "crossbite": true }""", "\"1\"").Refused()
        );
        Assert.Equal((428, "if-match"), await client.Put($"/api/units/{id}/inputs", """{ "crossbite": true }""").Refused());
        Assert.Equal("metal", (string)(await client.Get($"/api/units/{id}"))["plan"]!["material"]!);

        // The same version from many sides at once: exactly one gets through.
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, 8)
                .Select(_ => client.Put($"/api/units/{id}/inputs", """{ "material": "metal", "finishingAllowanceMm": 0.3 }""", "\"2\""))
        );
        Assert.Equal(1, answers.Count(answer => answer.IsSuccessStatusCode));
        Assert.All(answers.Where(answer => !answer.IsSuccessStatusCode), answer => Assert.Equal(412, (int)answer.StatusCode));
    }

    [Theory(DisplayName = "Wrong input is refused with a sentence and a code, and the plan stays as it was")]
    [InlineData("""{ "buildOutMm": { "edge": 1 } }""", 422, "unknown-zone")]
    [InlineData("""{ "buildOutMm": { "groove": 99 } }""", 422, "implausible")]
    [InlineData("""{ "material": "porcelain" }""", 422, "material-not-here")]
    [InlineData("""{ "marginLevelMm": { "front": 1 } }""", 422, "unknown-segment")]
    [InlineData("""{ "marginLevelMm": { "distal": 4.0 }, "sizeMm": { "length": 6 } }""", 422, "margin-off-tooth")]
    [InlineData("""{ "facialMargin": "butt" }""", 422, "margin-design")]
    [InlineData("""{ "material": "cheese" }""", 400, "bad-request")]
    [InlineData("""{ "materiel": "metal" }""", 400, "bad-request")]
    [InlineData("""{ "finishingAllowanceMm": "much" }""", 400, "bad-request")]
    [InlineData("""{ "crossbite": """, 400, "bad-request")]
    public async Task Wrong_inputs(string inputs, int status, string code)
    {
        var id = await client.NewUnit("36 crown zirconia");
        Assert.Equal((status, code), await client.Put($"/api/units/{id}/inputs", inputs, "\"1\"").Refused());
        Assert.Equal(1, (int)(await client.Get($"/api/units/{id}"))["version"]!);
    }

    [Theory(DisplayName = "Readings that can't be are refused")]
    [InlineData("""{ "zone": "edge", "kind": "index-gap", "gauge": "caliper", "valueMm": 1 }""", "unknown-zone")]
    [InlineData("""{ "zone": "lingual", "kind": "clearance", "gauge": "caliper", "valueMm": 1 }""", "reading-kind")]
    [InlineData("""{ "zone": "groove", "kind": "index-gap", "gauge": "ruler", "valueMm": 1 }""", "gauge")]
    [InlineData("""{ "zone": "groove", "kind": "index-gap", "gauge": "thickness-gauges", "passed": 1.2 }""", "gauge-size")]
    [InlineData("""{ "zone": "groove", "kind": "index-gap", "gauge": "caliper" }""", "reading")]
    [InlineData("""{ "zone": "groove", "kind": "height-difference", "gauge": "caliper", "beforeMm": 5, "afterMm": 7 }""", "height-order")]
    public async Task Wrong_readings(string reading, string code)
    {
        var id = await client.NewUnit("36 crown zirconia");
        Assert.Equal((422, code), await client.Post($"/api/units/{id}/readings", reading).Refused());
        Assert.Empty((await client.Get($"/api/units/{id}"))["readings"]!.AsArray());
    }

    [Fact(DisplayName = "A crossbite renames cusps; readings of the old ones stay and say nothing until it is undone")]
    public async Task Readings_outlive_a_crossbite()
    {
        var id = await client.NewUnit("36 crown zirconia");
        await client
            .Post($"/api/units/{id}/readings", $$"""{ "zone": "{{Cusp}}", "kind": "index-gap", "gauge": "caliper", "valueMm": 1.0 }""")
            .Json();
        var crossed = await client.Put($"/api/units/{id}/inputs", """{ "crossbite": true }""", "\"1\"").Json();
        Assert.Null(Assert.Single(crossed["readings"]!.AsArray())!["finding"]);
        var back = await client.Put($"/api/units/{id}/inputs", """{ "crossbite": false }""", "\"2\"").Json();
        Assert.Equal("within", (string)back["readings"]![0]!["finding"]!["verdict"]!);
    }

    [Fact(DisplayName = "The user's notation is read in the quick line and written on the plan; the bur in hand words the correction")]
    public async Task Settings()
    {
        await client.Put("/api/settings", """{ "notation": "universal", "burTipMm": 0.6 }""").Json();
        var id = await client.NewUnit("19 crown zirconia");
        var unit = await client
            .Post($"/api/units/{id}/readings", $$"""{ "zone": "{{Cusp}}", "kind": "index-gap", "gauge": "caliper", "valueMm": 0.7 }""")
            .Json();
        Assert.Equal("#19 36", $"{unit["written"]} {unit["plan"]!["tooth"]}");
        Assert.Contains("half the width of a 0.6 tip", (string)unit["readings"]![0]!["finding"]!["instruction"]!);

        var line = await client.Post("/api/quick-line/understand", """{ "line": "36 crown zirconia" }""").Json();
        Assert.Equal("False #19 crown zirconia", $"{(bool)line["understood"]!} {line["suggestions"]![0]}");
        Assert.Equal((422, "bur"), await client.Put("/api/settings", """{ "notation": "iso", "burTipMm": 0.7 }""").Refused());
    }

    [Fact(DisplayName = "The printed page is one PDF page with the zone table, margins and cautions as text")]
    public async Task Printed_page()
    {
        var id = await client.NewUnit("26 crown lithium disilicate grinding");
        var file = Path.GetTempFileName();
        await File.WriteAllBytesAsync(file, await client.GetByteArrayAsync($"/api/units/{id}/sheet.pdf"));
        // Poppler reads what PDFsharp wrote: an independent program.
        var text = await Programs.Output("pdftotext", "-layout", file, "-");
        foreach (
            var words in new[]
            {
                "26, upper left first molar",
                "Outer bevel, mesiolingual",
                "1.4–1.6",
                "shoulder",
                "0.5 above",
                "Heavy grinding",
                "licensed clinicians",
            }
        )
            Assert.Contains(words, text);
        Assert.Contains("Pages:           1", await Programs.Output("pdfinfo", file));
    }
}
