using System.Text.Json.Nodes;
using Dentelle.Core.Exchange;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Microsoft.Extensions.DependencyInjection;
using SharpGLTF.Schema2;

namespace Dentelle.Web.Tests;

/// <summary>House protocols through the door: drafts, versions, what plans remember, files.</summary>
public sealed class ProtocolApiTests : IDisposable
{
    private const string Groove = "/restorations/7/depths/4/targetMm";

    private readonly Practice practice = new();
    private readonly HttpClient client;
    private readonly int version;

    public ProtocolApiTests()
    {
        client = practice.CreateClient();
        version = practice.Services.GetRequiredService<ProtocolShelf>().Shipped.Protocol.Version;
    }

    public void Dispose() => practice.Dispose();

    [Fact(
        DisplayName = "A draft tells which planned teeth it would move; kept and used, new teeth follow it and old ones say so "
            + "until they take it"
    )]
    public async Task Versions()
    {
        var old = await client.NewUnit("36 crown zirconia");
        await client.NewUnit("11 veneer butt");
        var draft = await client.Post("/api/protocols/draft", Draft(Groove, 1.4)).Json();
        var effect = Assert.Single(draft["effects"]!.AsArray());
        Assert.Equal(old, (string)effect!["unitId"]!);
        Assert.Equal(1, (int)draft["untouched"]!);
        Assert.Equal("1.0 mm", (string)draft["since"]![0]!["before"]!);

        // The sample tooth in the round is cut by the draft's numbers.
        Assert.InRange(await GrooveCut(1.6) - await GrooveCut(1.0), 0.4, 0.65);

        Assert.Equal((422, "protocol-note"), await client.Post("/api/protocols", Keep(Groove, 1.4, "House values", "  ")).Refused());
        var kept = await client.Post("/api/protocols", Keep(Groove, 1.4, "House values", "our mill")).Json();
        Assert.Equal(("house-values", 1), ((string)kept["id"]!, (int)kept["version"]!));

        var young = await client.Get($"/api/units/{await client.NewUnit("37 crown zirconia")}");
        Assert.Equal(1.4, (double)young.ZoneOf("groove")["depthMm"]!["target"]!);
        Assert.Null(young["otherProtocol"]);

        // The old plan stands, also when its inputs change, until it is told to go over.
        var shown = await client
            .Put($"/api/units/{old}/inputs", """{ "material": "zirconia-monolithic", "crossbite": true }""", "\"1\"")
            .Json();
        Assert.Equal(1.0, (double)shown.ZoneOf("groove")["depthMm"]!["target"]!);
        Assert.Contains(shown["otherProtocol"]!["changes"]!.AsArray(), change =>
            (string)change!["words"]! == "Central groove" && (string)change["after"]! == "1.4 (1.3 to 1.5)"
        );
        var request = new HttpRequestMessage(HttpMethod.Post, $"/api/units/{old}/protocol");
        request.Headers.TryAddWithoutValidation("If-Match", "\"2\"");
        var taken = await client.SendAsync(request).Json();
        Assert.Equal(1.4, (double)taken.ZoneOf("groove")["depthMm"]!["target"]!);
        Assert.Equal("House values, version 1", (string)taken["protocol"]!);

        var heads = (await client.Get("/api/protocols"))["protocols"]!.AsArray();
        Assert.Equal([(false, 1), (true, 2)], heads.Select(head => ((bool)head!["inUse"]!, (int)head["units"]!)));
        await client.Put("/api/protocols/in-use", $$"""{ "id": "shipped", "version": {{version}} }""");
        Assert.Equal(
            1.0,
            (double)(await client.Get($"/api/units/{await client.NewUnit("37 crown zirconia")}")).ZoneOf("groove")["depthMm"]!["target"]!
        );
    }

    [Theory(DisplayName = "A draft that can't be is refused in words, and nothing is kept")]
    [InlineData(Groove, "12", "groove")]
    [InlineData("/restorations/0/depths/0/leastMm", "1.7", "least")]
    [InlineData("/nowhere", "1", "no value")]
    public async Task Wrong_drafts(string path, string value, string words)
    {
        var answer = await client.Post(
            "/api/protocols/draft",
            Draft(path, double.Parse(value, System.Globalization.CultureInfo.InvariantCulture))
        );
        Assert.Equal(422, (int)answer.StatusCode);
        Assert.Contains(words, (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["detail"]!);
        Assert.Single((await client.Get("/api/protocols"))["protocols"]!.AsArray());
    }

    [Fact(DisplayName = "A protocol goes out as a file and comes in again; other numbers under a version that is taken get the next one")]
    public async Task Files()
    {
        await client.Post("/api/protocols", Keep(Groove, 1.4, "House values", "our mill")).Json();
        var file = await client.Get("/api/protocols/house-values/1/file");
        Assert.Equal((422, "protocol-here"), await client.Post("/api/protocols/file", file.ToJsonString()).Refused());
        file["milling"]!["toolDiameterMm"]!["value"] = 1.2;
        Assert.Equal(2, (int)(await client.Post("/api/protocols/file", file.ToJsonString()).Json())["version"]!);
        file["id"] = "elsewhere";
        await using (var other = new Practice())
        {
            var there = other.CreateClient();
            Assert.Equal("elsewhere", (string)(await there.Post("/api/protocols/file", file.ToJsonString()).Json())["id"]!);
            Assert.True(JsonNode.DeepEquals(file, await there.Get("/api/protocols/elsewhere/1/file")));
        }
        file["id"] = "shipped";
        file["version"] = version;
        Assert.Equal((422, "protocol-file"), await client.Post("/api/protocols/file", file.ToJsonString()).Refused());
        file["walls"]!["leastHeightToBase"]!["value"] = "tall";
        Assert.Equal((422, "protocol-file"), await client.Post("/api/protocols/file", file.ToJsonString()).Refused());
    }

    [Fact(DisplayName = "A shipped file that was changed under the same version is refused: plans were made with the other numbers")]
    public async Task Same_version_other_numbers()
    {
        await client.NewUnit("36 crown zirconia");
        var folder = Path.Combine(AppContext.BaseDirectory, "protocols");
        string Text(string name) => File.ReadAllText(Path.Combine(folder, name));
        var other = Text("shipped.json")
            .Replace("\"toolDiameterMm\": { \"value\": 1.0", "\"toolDiameterMm\": { \"value\": 1.1", StringComparison.Ordinal);
        var shelf = new ProtocolShelf(
            Handbook.Read(Text).Value!,
            new("shipped.json", other),
            new("protocol.schema.json", Text("protocol.schema.json"))
        );
        await using var scope = practice.Services.CreateAsyncScope();
        var problem = await shelf.OpenAsync(
            scope.ServiceProvider.GetRequiredService<ProtocolStore>(),
            TestContext.Current.CancellationToken
        );
        Assert.Contains("new version", problem!.Sentence);
    }

    /// <summary>How deep the groove, ninth of the molar's zones, is cut in the body that is drawn.</summary>
    private async Task<float> GrooveCut(double groove)
    {
        var entry = Entry(Groove, groove);
        (entry["tooth"], entry["restoration"], entry["material"]) = ("36", "crown", "zirconia-monolithic");
        var answer = await client.Post("/api/protocols/sample/round.glb", entry.ToJsonString());
        var file = ModelRoot.ParseGLB(await answer.EnsureSuccessStatusCode().Content.ReadAsByteArrayAsync());
        var body = file.LogicalMeshes.Single(mesh => mesh.Name == "prepared").Primitives[0];
        var cut = body.GetVertexAccessor("_REMOVED").AsScalarArray();
        var zones = body.GetVertexAccessor("_ZONE").AsScalarArray();
        var own = cut.Zip(zones).Where(at => at.Second == 8).Select(at => at.First).Order().ToArray();
        return own[own.Length / 2];
    }

    private string Draft(string path, double value) => Entry(path, value).ToJsonString();

    private string Keep(string path, double value, string name, string note)
    {
        var entry = Entry(path, value);
        (entry["name"], entry["note"], entry["use"]) = (name, note, true);
        return entry.ToJsonString();
    }

    private JsonObject Entry(string path, double value) =>
        new()
        {
            ["id"] = "shipped",
            ["version"] = version,
            ["edits"] = new JsonArray(new JsonObject { ["path"] = path, ["number"] = value }),
        };
}
