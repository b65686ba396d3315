using System.Text.Json.Nodes;
using SharpGLTF.Schema2;

namespace Dentelle.Web.Tests;

/// <summary>Bridges, options, reasons and costs through the application's door.</summary>
public sealed class RestorationApiTests : IDisposable
{
    private readonly Practice practice = new();
    private readonly HttpClient client;

    public RestorationApiTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    [Fact(DisplayName = "A bridge's line makes all its units in one case; each tells the bridge, its pontic is drawn and printed too")]
    public async Task Bridge()
    {
        var first = await client.Get($"/api/units/{await client.NewUnit("45x47 bridge zirconia tilt 47 mesial 10")}");
        var links = first["case"]!["units"]!.AsArray();
        Assert.Equal(["47", "46", "45"], links.Select(unit => (string)unit!["tooth"]!));
        Assert.Equal(["crown", "pontic", "crown"], links.Select(unit => (string)unit!["what"]!));
        Assert.Equal(5, (double)first["bridge"]!["abutments"]![0]!["fromPathDeg"]!, 1e-6);
        var pontic = await client.Get($"/api/units/{links[1]!["id"]}");
        Assert.Empty(pontic["plan"]!["zones"]!.AsArray());
        Assert.NotNull(pontic["bridge"]);
        // Whichever is looked at, they stand in the order of the arch.
        Assert.Equal(links.ToJsonString(), pontic["case"]!["units"]!.ToJsonString());
        Assert.StartsWith("%PDF", await client.GetStringAsync($"/api/units/{links[1]!["id"]}/sheet.pdf"), StringComparison.Ordinal);
        Assert.Equal(
            422,
            (await client.Post($"/api/units/{links[1]!["id"]}/options", """{ "options": ["inlay porcelain"] }""").Refused()).Status
        );
    }

    [Fact(
        DisplayName = "A veneer's body goes out as a file; options stand beside what is planned and save nothing; a cost follows the plan"
    )]
    public async Task Options()
    {
        var id = await client.NewUnit("11 veneer butt porcelain dark");
        Assert.True((await client.GetByteArrayAsync($"/api/units/{id}/bodies/prepared.stl")).Length > 1_000_000);
        var columns = (
            await client.Post($"/api/units/{id}/options", """{ "options": ["crown lithium disilicate", "veneer facial"] }""").Json()
        )["columns"]!.AsArray();
        double Cut(int column) => (double)columns[column]!["cost"]!["removedMm3"]!;
        Assert.True(Cut(2) < Cut(0) && Cut(0) < Cut(1));
        // The finding stays with the tooth: one shade step deepens the other veneer too.
        Assert.Equal(1, (double)columns[2]!["inputs"]!["findings"]!["shadeSteps"]!);
        Assert.Contains("mm³ more of the tooth", (string)columns[1]!["sentence"]!, StringComparison.Ordinal);
        var unit = await client.Get($"/api/units/{id}");
        Assert.Equal(1, (int)unit["version"]!);
        Assert.Equal(Cut(0), (double)(await client.Get($"/api/units/{id}/cost"))["cost"]!["removedMm3"]!, 1e-6);
        Assert.Equal(422, (await client.Post($"/api/units/{id}/options", """{ "options": ["crown cheese"] }""").Refused()).Status);
        // In the round an option tells at each place how far it lies off the plan; a crown departs from a veneer by more than a millimetre.
        var round = ModelRoot.ParseGLB(
            await client.GetByteArrayAsync($"/api/units/{id}/bodies/option.glb?line=crown%20lithium%20disilicate")
        );
        var off = round.LogicalMeshes.Single(mesh => mesh.Name == "prepared").Primitives[0].GetVertexAccessor("_DEVIATION").AsScalarArray();
        Assert.InRange(off.Min(), -3, -1);
        Assert.Equal((422, "material"), await client.GetAsync($"/api/units/{id}/bodies/option.glb?line=crown%20cheese").Refused());
        var around = ModelRoot.ParseGLB(await client.GetByteArrayAsync($"/api/units/{id}/bodies/around.glb"));
        Assert.Equal(2, around.LogicalMeshes.Count(mesh => mesh.Name == "neighbour"));
        Assert.Contains(around.LogicalMeshes, mesh => mesh.Name == "antagonist");
        Assert.Equal(
            422,
            (
                await client
                    .Post($"/api/units/{id}/options", """{ "options": ["crown metal", "crown metal", "crown metal", "crown metal"] }""")
                    .Refused()
            ).Status
        );
    }

    [Fact(DisplayName = "What excludes itself is refused by name and done for a reason, which stays with the plan")]
    public async Task Reasons()
    {
        var id = await client.NewUnit("12 veneer facial porcelain");
        Task<HttpResponseMessage> Longer(string because) =>
            client.Put(
                $"/api/units/{id}/inputs",
                $$"""{ "restoration": "veneer-facial", "buildOutMm": { "edge": 1 }{{because}} }""",
                "\"1\""
            );
        var refused = JsonNode.Parse(await (await Longer("")).Content.ReadAsStringAsync())!;
        Assert.Equal("facial-veneer-lengthens", (string)refused["code"]!);
        Assert.True((bool)refused["yieldsToReason"]!);
        var done = await Longer(""", "because": { "facial-veneer-lengthens": "only a corner" }""").Json();
        Assert.Equal("only a corner", (string)done["inputs"]!["because"]!["facial-veneer-lengthens"]!);
    }

    [Fact(
        DisplayName = "A partner's lean turns this abutment's path and body; a caution that wants an answer keeps a unit from "
            + "being finished"
    )]
    public async Task Partners_and_answers()
    {
        var first = await client.NewUnit("45x47 bridge metal");
        var units = (await client.Get($"/api/units/{first}"))["case"]!["units"]!.AsArray();
        var (molar, premolar) = ((string)units[0]!["id"]!, (string)units[2]!["id"]!);
        async Task<double> Lean(string id) => (double)(await client.Get($"/api/units/{id}"))["plan"]!["path"]![0]!;
        Assert.Equal(0, await Lean(premolar));
        var before = await client.GetByteArrayAsync($"/api/units/{premolar}/bodies/prepared.stl");
        var inputs = (await client.Get($"/api/units/{molar}"))["inputs"]!;
        inputs["findings"] = JsonNode.Parse("""{ "tiltDeg": 12 }""");
        await client.Put($"/api/units/{molar}/inputs", inputs.ToJsonString(), "\"1\"").Json();
        Assert.Equal([-Math.Sin(Math.PI / 30), Math.Sin(Math.PI / 30)], [await Lean(molar), await Lean(premolar)], (a, b) =>
            Math.Abs(a - b) < 1e-5
        );
        Assert.NotEqual(before, await client.GetByteArrayAsync($"/api/units/{premolar}/bodies/prepared.stl"));

        // 2.3 of lithium disilicate without tooth under it.
        var id = await client.NewUnit("11 crown lithium disilicate +2.3");
        Assert.Equal((422, "unanswered"), await client.Put($"/api/units/{id}/finished", """{ "finished": true }""").Refused());
        await client
            .Put(
                $"/api/units/{id}/inputs",
                """
                { "material": "lithium-disilicate", "buildOutMm": { "edge": 2.3 },
                  "because": { "unsupported-ceramic": "core of the old crown stays" } }
                """,
                "\"1\""
            )
            .Json();
        // Nothing was read yet: that is asked about, not passed over.
        Assert.Equal((422, "unread"), await client.Put($"/api/units/{id}/finished", """{ "finished": true }""").Refused());
        Assert.True(await FinishedAllTheSame(id));

        // 1.9 to the pulp on the radiograph less a groove of 1.5: 0.4 stays, and that stands with its zone.
        id = await client.NewUnit("36 crown lithium disilicate");
        Task<JsonNode> Seen(string because, int version) =>
            client
                .Put(
                    $"/api/units/{id}/inputs",
                    $$"""{ "material": "lithium-disilicate", "findings": { "pulpMm": { "groove": 1.9 } }, "because": { {{because}} } }""",
                    $"\"{version}\""
                )
                .Json();
        await Seen("", 1);
        Assert.Contains((await client.Get($"/api/units/{id}"))["plan"]!["cautions"]!.AsArray(), caution =>
            (string)caution!["code"]! == "pulp-danger" && (bool)caution["mustBeAnswered"]!
        );
        Assert.Equal((422, "unanswered"), await client.Put($"/api/units/{id}/finished", """{ "finished": true }""").Refused());
        await Seen("\"pulp-danger\": \"root canal is planned\"", 2);
        // Nothing was read yet: that is asked about, not passed over.
        Assert.Equal((422, "unread"), await client.Put($"/api/units/{id}/finished", """{ "finished": true }""").Refused());
        Assert.True(await FinishedAllTheSame(id));
    }

    [Fact(DisplayName = "A case can be looked at, renamed, given a visit and have it taken away; the arch has 32 outlines")]
    public async Task Cases()
    {
        var unit = await client.Get($"/api/units/{await client.NewUnit("36 crown zirconia")}");
        var address = $"/api/cases/{unit["case"]!["id"]}";
        await client.Put(address, """{ "patient": "Bess Arlow", "visitAt": "2031-03-04T09:30:00Z", "note": "tall" }""");
        var shown = await client.Get(address);
        Assert.Equal("Bess Arlow 2031-03-04T09:30:00Z tall", $"{shown["patient"]} {shown["visitAt"]} {shown["note"]}");
        await client.Put(address, """{ "noVisit": true }""");
        Assert.Null((await client.Get(address))["visitAt"]);
        Assert.Equal(404, (await client.GetAsync($"/api/cases/{Guid.NewGuid()}")).StatusCode.GetHashCode());
        var teeth = (await client.Get("/api/arch"))["teeth"]!.AsArray();
        Assert.Equal(32, teeth.Count);
        // An average lower first molar is 11.0 by 10.5 (S10, from memory), and its outline as wide.
        var molar = teeth.Single(tooth => (string)tooth!["tooth"]! == "36")!;
        var xs = molar["outline"]!.AsArray().Where((_, i) => i % 2 == 0).Select(x => (double)x!).ToArray();
        Assert.Equal([11.0, 11.0], [(double)molar["mesiodistal"]!, xs.Max() - xs.Min()], (a, b) => Math.Abs(a - b) < 0.2);
    }

    private async Task<bool> FinishedAllTheSame(string id) =>
        (bool)(await client.Put($"/api/units/{id}/finished", """{ "finished": true, "allTheSame": true }""").Json())["finished"]!;
}
