using System.Text.Json.Nodes;

namespace Dentelle.Web.Tests;

/// <summary>What is printed and put into a calendar of run sheets, and the drawer, through the application's door.</summary>
public sealed class PaperAndDrawerApiTests : IDisposable
{
    private readonly Practice practice = new() { Demo = true };
    private readonly HttpClient client;

    public PaperAndDrawerApiTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    private async Task<List<string>> Cases() =>
        [.. (await client.Get("/api/day"))["cases"]!.AsArray().Select(entry => (string)entry!["id"]!)];

    [Fact(
        DisplayName = "The sheet prints; the visit goes into a calendar by RFC 5545 without the patient's name; the "
            + "tray merges today's cases"
    )]
    public async Task Papers()
    {
        foreach (var id in await Cases())
        {
            var pdf = await client.GetStringAsync($"/api/cases/{id}/sheet.pdf");
            Assert.StartsWith("%PDF", pdf, StringComparison.Ordinal);
            Assert.Matches("/Count [1-5]", pdf);
        }
        var day = (await client.Get("/api/day"))["cases"]!.AsArray();
        var with = day.First(entry => entry!["visitAt"] is not null)!;
        var text = await client.GetStringAsync($"/api/cases/{with["id"]}/visit.ics");
        var unfolded = text.Replace("\r\n ", "", StringComparison.Ordinal);
        Assert.All(text.Split("\r\n"), line => Assert.True(System.Text.Encoding.UTF8.GetByteCount(line) <= 75, line));
        foreach (
            var line in new[]
            {
                "BEGIN:VCALENDAR",
                "VERSION:2.0",
                "PRODID:",
                "BEGIN:VEVENT",
                $"UID:case-{with["id"]}@dentelle",
                "DTSTAMP:",
                "DTEND:",
                "SUMMARY:Case ",
                "DESCRIPTION:",
                "END:VEVENT",
                "END:VCALENDAR",
            }
        )
            Assert.Contains(line, unfolded, StringComparison.Ordinal);
        Assert.Contains(
            $"DTSTART:{((DateTime)with["visitAt"]!).ToUniversalTime():yyyyMMdd'T'HHmmss'Z'}\r\n",
            unfolded,
            StringComparison.Ordinal
        );
        Assert.DoesNotContain((string)with["patient"]!, text, StringComparison.Ordinal);
        // The one at which it is cut, and the one at which it is cemented.
        foreach (var _ in (string[])["prepare", "cement"])
            await client.Put($"/api/cases/{with["id"]}", """{ "noVisit": true }""");
        Assert.Equal((422, "no-visit"), await client.GetAsync($"/api/cases/{with["id"]}/visit.ics").Refused());
        var tray = await client.Counted("/api/day/tray");
        // The one whose visit was taken away is finished: it has no chair time to come.
        Assert.Equal(day.Count - 1, tray["visits"]!.AsArray().Count);
        Assert.Contains(tray["items"]!.AsArray(), item => (string)item!["group"]! == "Burs" && (int)item["count"]! > 1);
        var paper = await client.GetStringAsync("/api/day/tray.pdf");
        Assert.StartsWith("%PDF", paper, StringComparison.Ordinal);
        Assert.Contains("/Count 1", paper, StringComparison.Ordinal);
        Assert.StartsWith("%PDF", await client.GetStringAsync("/api/day/tray.pdf?day=2031-01-01"), StringComparison.Ordinal);
        Assert.Equal(404, (await client.GetAsync($"/api/cases/{Guid.NewGuid()}/sheet").Refused()).Status);
    }

    [Fact(
        DisplayName = "Burs are added by their number, with what it does not tell; the ledger warns before they run out and says "
            + "with which case"
    )]
    public async Task Drawer()
    {
        Task<HttpResponseMessage> Add(string code, string more = "") =>
            client.Post("/api/drawer/burs", $$"""{ "code": "{{code}}"{{more}} }""");
        Assert.Equal((422, "bur-code"), await Add("806314001999016").Refused());
        Assert.Equal((422, "shape-unknown"), await Add("806314999524016").Refused());
        Assert.Equal((422, "bur-sizes"), await Add("806314198524018").Refused());
        Assert.Equal((422, "bur-sizes"), await Add("806314198524018", """, "tipMm": 2.4, "lengthMm": 8""").Refused());
        Assert.Equal((422, "bur-known"), await Add("806314001524016").Refused());
        var added = await Add("806 314 001 524 029").Json();
        var ball = added["burs"]!.AsArray().Single(bur => (string?)bur!["code"] == "806 314 001 524 029")!;
        Assert.Equal("Round, 2.9, medium", (string)ball["name"]!);
        async Task<JsonNode> Change(string id, string what, string more = "") =>
            (await client.Post($"/api/drawer/burs/{id}/changes", $$"""{ "what": "{{what}}"{{more}} }""").Json())["burs"]!
                .AsArray()
                .Single(bur => (string)bur!["id"]! == id)!;
        var id = (string)ball["id"]!;
        Assert.Equal(
            "For single use, and there is no other",
            (string?)(await Change(id, "limit", """, "usesMost": 1""") is var _ ? (await Change(id, "used-on-tooth"))["warning"] : null)
        );
        Assert.Equal(
            (422, "bur-limit"),
            await client.Post($"/api/drawer/burs/{id}/changes", """{ "what": "limit", "usesMost": 0 }""").Refused()
        );
        Assert.Equal((404, "not-found"), await client.Post("/api/drawer/burs/nothing/changes", """{ "what": "worn" }""").Refused());

        // The bur most cases need: one piece left, and that nearly spent. It is said with which case it runs out, and the
        // sheet of the day warns.
        var drawer = await client.Counted("/api/drawer");
        var busiest = drawer["burs"]!.AsArray().MaxBy(bur => bur!["cases"]!.AsArray().Count)!;
        var bur = (string)busiest["id"]!;
        await Change(bur, "one-more");
        var pieces = (int)(await Change(bur, "new-piece"))["pieces"]!;
        for (; pieces > 1; pieces--)
            await Change(bur, "one-less");
        var most = (int)busiest["usesMost"]!;
        for (var i = 1; i < most; i++)
            await Change(bur, "used-on-tooth");
        var last = (await client.Counted("/api/drawer"))!;
        Assert.Contains(last["shortages"]!.AsArray(), text =>
            ((string)text!).Contains((string)busiest["name"]!, StringComparison.Ordinal)
            && ((string)text!).Contains("runs out with case", StringComparison.Ordinal)
        );
        // Worn, and no other: the run sheets do without it and say what is missing or take the next best.
        await Change(bur, "worn");
        foreach (var caseId in await Cases())
            Assert.DoesNotContain((await client.Get($"/api/cases/{caseId}/sheet"))["sheet"]!["steps"]!.AsArray(), step =>
                (string?)step!["burId"] == bur
            );
        // A new one counts afresh; what was cut before stays in the book of the old one.
        await Change(bur, "one-more");
        var fresh = await Change(bur, "new-piece");
        Assert.Equal((0, false, 1), ((int)fresh["uses"]!, (bool)fresh["worn"]!, (int)fresh["pieces"]!));
        // Dry plastic wears a bur out in three preparations (common practice).
        await Change(bur, "limit", """, "usesMost": 9""");
        await Change(bur, "used-on-plastic");
        await Change(bur, "used-on-plastic");
        Assert.Contains("look at it", (string)(await Change(bur, "used-on-plastic"))["warning"]!, StringComparison.Ordinal);
    }
}
