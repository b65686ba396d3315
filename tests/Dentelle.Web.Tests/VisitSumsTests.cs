using System.Text.Json.Nodes;

namespace Dentelle.Web.Tests;

/// <summary>A week of run sheets is not waited for, and what is said of it is what the sheets say.</summary>
public sealed class VisitSumsTests
{
    [Fact(
        DisplayName = "What the tray says of each visit is what its run sheet says, also after a change of the plan and with a bur "
            + "less in the drawer; another start knows it at once"
    )]
    public async Task As_the_sheets_say()
    {
        using var practice = new Practice { Fills = true };
        using var client = practice.CreateClient();
        var first = await client.Get("/api/day/tray");
        var tray = await client.Counted("/api/day/tray");
        Assert.Equal(tray["visits"]!.AsArray().Count, first["visits"]!.AsArray().Count + (int)first["counting"]!);
        await AsTheirSheets(client, tray);

        var (id, unit) = Changeable(await client.Get("/api/day"));
        await client.Put($"/api/units/{unit}/inputs", """{ "restoration": "crown", "material": "metal" }""", "\"1\"").Json();
        var bur = (string)tray["items"]!.AsArray().First(item => item!["burId"] is not null)!["burId"]!;
        // The piece in use is worn and no other is left.
        foreach (var what in (string[])[.. Enumerable.Repeat("one-less", 12), "worn"])
            await client.Post($"/api/drawer/burs/{bur}/changes", $$"""{ "what": "{{what}}" }""").Json();
        tray = await client.Counted("/api/day/tray");
        await AsTheirSheets(client, tray);
        Assert.DoesNotContain(tray["items"]!.AsArray(), item => (string?)item!["burId"] == bur);
        Assert.Contains(tray["visits"]!.AsArray(), visit => (string)visit!["caseId"]! == id);

        using var next = new Practice { CopyOf = practice.DatabasePath };
        using var later = next.CreateClient();
        Assert.Equal(tray.ToJsonString(), (await later.Get("/api/day/tray")).ToJsonString());
    }

    private static async Task AsTheirSheets(HttpClient client, JsonNode tray)
    {
        foreach (var visit in tray["visits"]!.AsArray())
        {
            var totals = (await client.Get($"/api/cases/{visit!["caseId"]}/sheet"))["sheet"]!["totals"]!;
            Assert.Equal((int)totals["burChanges"]!, (int)visit["burChanges"]!);
            // The tray tells whole minutes, the sheet tenths.
            Assert.InRange((double)visit["minutes"]! - (double)totals["minutes"]!, -0.05, 1.05);
        }
    }

    /// <summary>A crown's tooth whose first plan still stands, and its case.</summary>
    private static (string Case, string Unit) Changeable(JsonNode day) =>
        (
            from entry in day["cases"]!.AsArray()
            from unit in entry!["units"]!.AsArray()
            where (string)unit!["stage"]! == "planned" && ((string)unit["what"]!).StartsWith("Crown", StringComparison.OrdinalIgnoreCase)
            select ((string)entry["id"]!, (string)unit["id"]!)
        ).First();
}
