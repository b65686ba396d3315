using System.Text.Json.Nodes;
using Dentelle.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Dentelle.Web.Tests;

/// <summary>What was kept by earlier programs and with other protocols.</summary>
public sealed class KeptPlanTests : IDisposable
{
    private readonly Practice practice = new();
    private readonly HttpClient client;

    public KeptPlanTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    [Fact(DisplayName = "A plan that an earlier program cut otherwise says so with both numbers; planning it anew keeps both")]
    public async Task Cut_otherwise()
    {
        var id = await client.NewUnit("36 crown zirconia");
        var unit = await client.Get($"/api/units/{id}");
        Assert.Null(unit["keptOtherwise"]);
        var groove = (double)unit.ZoneOf("groove")["depthMm"]!["target"]!;
        using (var scope = practice.Services.CreateScope())
        {
            var db = scope.ServiceProvider.GetRequiredService<DentelleDb>();
            var plan = await db.Plans.Include(kept => kept.Result).SingleAsync();
            var result = JsonNode.Parse(plan.Result!.Document)!;
            result["units"]![0]!["zones"]!.AsArray().First(zone => (string)zone!["zone"]! == "groove")!["depthMm"]!["target"] =
                groove + 0.3;
            // As if an earlier program had written it: the database lets nobody change it now.
            await db.Database.ExecuteSqlRawAsync("DROP TRIGGER PlansAreNotChanged");
            await db.Database.ExecuteSqlAsync($"UPDATE Plans SET Result = {result.ToJsonString()}");
        }
        unit = await client.Get($"/api/units/{id}");
        var change = Assert.Single(unit["keptOtherwise"]!["changes"]!.AsArray())!;
        Assert.Equal("Central groove", (string)change["words"]!);
        Assert.StartsWith($"{groove + 0.3:0.0#} ", (string)change["before"]!);
        Assert.StartsWith($"{groove:0.0#} ", (string)change["after"]!);
        unit = await client.Put($"/api/units/{id}/inputs", unit["inputs"]!.ToJsonString(), "\"1\"").Json();
        Assert.Null(unit["keptOtherwise"]);
        using var after = practice.Services.CreateScope();
        var plans = await after
            .ServiceProvider.GetRequiredService<DentelleDb>()
            .Plans.Include(plan => plan.Result)
            .OrderBy(plan => plan.Version)
            .ToListAsync();
        Assert.Equal([1, 2], plans.Select(plan => plan.Version));
        Assert.Contains($"{groove + 0.3}", plans[0].Result!.Document);
    }

    [Fact(DisplayName = "The answer to a change tells which numbers moved; looking again tells none")]
    public async Task Moved()
    {
        var id = await client.NewUnit("36 crown zirconia");
        var answer = await client
            .Put($"/api/units/{id}/inputs", """{ "material": "zirconia-monolithic", "buildOutMm": { "groove": 0.3 } }""", "\"1\"")
            .Json();
        var moved = Assert.Single(answer["moved"]!.AsArray())!;
        Assert.Equal(("Central groove", 1.0, 0.7), ((string)moved["what"]!, (double)moved["from"]!, (double)moved["to"]!));
        Assert.Empty((await client.Get($"/api/units/{id}"))["moved"]!.AsArray());
    }

    [Fact(DisplayName = "In a case with teeth of several protocols each is cut and judged by its own; the case's sheet has both")]
    public async Task Several_protocols()
    {
        var first = await client.NewUnit("36 crown zirconia");
        var caseId = (string)(await client.Get($"/api/units/{first}"))["case"]!["id"]!;
        // A house of its own from a file of the first format: its groove is deeper, the impression is what the program took then.
        var file = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "earlier", "protocol-1.json")))!;
        (file["id"], file["name"]) = ("house", "House values");
        var crown = file["crowns"]!.AsArray().First(entry => (string)entry!["material"]! == "zirconia-monolithic")!;
        crown["depths"]!.AsArray().First(row => row!["zones"]!.AsArray().Any(zone => (string)zone! == "groove"))!["targetMm"] = 1.31;
        await client.Post("/api/protocols/file", file.ToJsonString()).Json();
        Assert.True((await client.Put("/api/protocols/in-use", """{ "id": "house", "version": 1 }""")).IsSuccessStatusCode);
        var second = (string)
            (await client.Post("/api/quick-line/do", $$"""{ "line": "37 crown zirconia", "caseId": "{{caseId}}" }""").Json())["unitId"]!;
        Assert.Equal(1.31, (double)(await client.Get($"/api/units/{second}")).ZoneOf("groove")["depthMm"]!["target"]!, 9);
        Assert.NotEqual(1.31, (double)(await client.Get($"/api/units/{first}")).ZoneOf("groove")["depthMm"]!["target"]!);
        var sheet = await client.Get($"/api/cases/{caseId}/sheet");
        // The coarse cut leaves 0.2 for the fine pass.
        Assert.DoesNotContain("1.11", Told("36"));
        Assert.Contains("1.11", Told("37"));

        string Told(string tooth) =>
            string.Join(
                '\n',
                sheet["sheet"]!["steps"]!
                    .AsArray()
                    .Where(step => (string?)step!["tooth"] == tooth)
                    .Select(step => step!["cuts"]!.ToJsonString())
            );
    }
}
