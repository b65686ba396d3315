using System.Text.Json.Nodes;

namespace Dentelle.Web.Tests;

public sealed class CaseFileTests : IDisposable
{
    private readonly Practice practice = new() { Demo = true };
    private readonly HttpClient client;

    public CaseFileTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    [Fact(
        DisplayName = "The demonstration practice has eleven cases: one finished, one half cut with an under-reduced zone, the rest planned"
    )]
    public async Task Demo()
    {
        var units = (await client.Get("/api/day"))["cases"]!.AsArray().SelectMany(entry => entry!["units"]!.AsArray()).ToArray();
        Assert.Equal(11, (await client.Get("/api/day"))["cases"]!.AsArray().Count);
        Assert.Equal("within", (string)Assert.Single(units, unit => (string)unit!["stage"]! == "finished")!["worst"]!);
        Assert.Contains("short", (string)Assert.Single(units, unit => (string)unit!["stage"]! == "being-cut")!["telling"]!);
    }

    [Fact(
        DisplayName = "Every case survives the way out to a file and in again unchanged; one that is here already is asked about, "
            + "skipped or replaced"
    )]
    public async Task Round_trip()
    {
        foreach (var entry in (await client.Get("/api/day"))["cases"]!.AsArray())
        {
            var written = await client.Get($"/api/cases/{entry!["id"]}/file");
            Assert.Equal((409, "case-there"), await client.Post("/api/cases/file", written.ToJsonString()).Refused());
            var skipped = await client.Post("/api/cases/file?ifThere=skip", written.ToJsonString()).Json();
            Assert.Equal((string)entry["id"]!, (string)skipped["id"]!);
            var added = await client.Post("/api/cases/file?ifThere=replace", written.ToJsonString()).Json();
            Assert.NotEqual((string)entry["id"]!, (string)added["id"]!);
            var again = await client.Get($"/api/cases/{added["id"]}/file");
            Assert.Equal(written.ToJsonString(), again.ToJsonString());
        }

        Assert.Equal(11, (await client.Get("/api/day"))["cases"]!.AsArray().Count);
        Assert.Equal(11, (await client.Get("/api/bin"))["entries"]!.AsArray().Count);
    }

    [Theory(DisplayName = "A damaged case file is refused whole")]
    [InlineData("format", "\"something/2\"", 422)]
    [InlineData("patient", "\" \"", 422)]
    [InlineData("units/0/tooth", "\"99\"", 422)]
    [InlineData("units/0/inputs/material", "\"porcelain\"", 422)]
    [InlineData("units/0/readings/0/zone", "\"edge\"", 422)]
    [InlineData("units/0/readings/0/fromMm", "-4", 422)]
    [InlineData("units/0/inputs/material", "\"cheese\"", 400)]
    [InlineData("units", "null", 400)]
    [InlineData("notes", "\"a field that is not there\"", 400)]
    public async Task Damaged(string at, string value, int status)
    {
        var first = (await client.Get("/api/day"))["cases"]![0]!;
        var file = await client.Get($"/api/cases/{first["id"]}/file");
        var steps = at.Split('/');
        var node = steps[..^1].Aggregate(file, (parent, step) => int.TryParse(step, out var index) ? parent[index]! : parent[step]!);
        node[steps[^1]] = JsonNode.Parse(value);
        Assert.Equal(status, (await client.Post("/api/cases/file", file.ToJsonString()).Refused()).Status);
        Assert.Equal(11, (await client.Get("/api/day"))["cases"]!.AsArray().Count);
    }

    [Fact(DisplayName = "A case can be named and dated, but not emptied")]
    public async Task Naming()
    {
        var first = (await client.Get("/api/day"))["cases"]![0]!;
        Assert.True((await client.Put($"/api/cases/{first["id"]}", """{ "patient": "  Ines Calder " }""")).IsSuccessStatusCode);
        Assert.Equal("Ines Calder", (string)(await client.Get("/api/day"))["cases"]![0]!["patient"]!);
        Assert.Equal((422, "patient"), await client.Put($"/api/cases/{first["id"]}", """{ "patient": "  " }""").Refused());
    }
}
