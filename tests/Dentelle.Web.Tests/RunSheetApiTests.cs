using System.Text.Json.Nodes;
using Dentelle.Data;
using Microsoft.Extensions.DependencyInjection;

namespace Dentelle.Web.Tests;

/// <summary>Run sheets and the drawer through the application's door.</summary>
public sealed class RunSheetApiTests : IDisposable
{
    private readonly Practice practice = new() { Demo = true };
    private readonly HttpClient client;

    public RunSheetApiTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    /// <summary>
    /// What makes each order what it is, as practitioners tell it (common practice); steps a tooth has nothing of are
    /// skipped.
    /// </summary>
    private static readonly Dictionary<string, string[]> Defining = new()
    {
        ["edge-first"] = ["edge", "functional-occlusal", "facial-gingival", "proximal", "lingual", "fine-walls", "round-edges"],
        ["facial-first"] = ["facial-gingival", "separation", "lingual-halves", "fossa", "edge", "fine-walls"],
        ["margin-first"] = ["separation", "first-cord", "margin-trace", "functional-guides", "functional-occlusal", "fine-walls"],
        ["axial-first"] =
        [
            "separation",
            "mock-margin",
            "shoulder-parts",
            "chamfer-parts",
            "bevel",
            "functional-guides",
            "functional-occlusal",
            "fine-walls",
            "round-edges",
            "flash",
        ],
        ["parallel-pair"] =
        [
            "protect-neighbour",
            "mesial-slice",
            "axial-tracers",
            "lingual",
            "occlusal-tracers",
            "functional-occlusal",
            "round-edges",
            "retention-boxes",
            "fine-walls",
            "finishing-carbide",
        ],
        ["onlay-planes"] = ["other-plane", "functional-plane", "bevel", "boxes", "functional-shoulder", "round-edges"],
        ["veneer"] =
        [
            "edge-guides",
            "edge",
            "ring-guides",
            "joining",
            "gum-margin",
            "proximal-shoulders",
            "facio-incisal-line",
            "polish",
            "strip",
        ],
    };

    private async Task<List<string>> Cases() =>
        [.. (await client.Get("/api/day"))["cases"]!.AsArray().Select(entry => (string)entry!["id"]!)];

    private async Task<string> CaseOf(string tooth) =>
        (string)
            (await client.Get("/api/cases"))["cases"]!
                .AsArray()
                .First(entry => entry!["units"]!.AsArray().Any(unit => (string)unit!["tooth"]! == tooth))!["id"]!;

    [Fact(
        DisplayName = "Every demonstration case has a run sheet that keeps the order its school is known by; a bridge takes fewer "
            + "bur changes than tooth by tooth"
    )]
    public async Task Demonstration()
    {
        var seen = new HashSet<string>();
        foreach (var id in await Cases())
        {
            var sheet = (await client.Get($"/api/cases/{id}/sheet"))["sheet"]!;
            var steps = sheet["steps"]!.AsArray();
            foreach (var tooth in sheet["schools"]!.AsArray())
            {
                var (iso, school) = ((string)tooth!["tooth"]!, (string)tooth["school"]!);
                seen.Add(school);
                var own = steps
                    .Where(step => (string?)step!["tooth"] == iso)
                    .Select(step => ((string)step!["key"]!).Split('/')[1])
                    .ToList();
                var places = Defining[school].Where(own.Contains).Select(code => own.IndexOf(code)).ToArray();
                Assert.True(places.Length >= 4, $"{iso} {school}");
                Assert.True(places.SequenceEqual(places.Order()), $"{iso} {school}: {string.Join(" ", own)}");
            }
            var totals = sheet["totals"]!;
            if (sheet["schools"]!.AsArray().Count > 1)
                Assert.True((int)totals["burChanges"]! < (int)totals["toothByToothBurChanges"]!, id);
            Assert.Equal(steps.Select((_, i) => i + 1), steps.Select(step => (int)step!["order"]!));
        }
        Assert.Superset(new HashSet<string> { "axial-first", "edge-first", "veneer", "onlay-planes" }, seen);
    }

    [Fact(
        DisplayName = "A step is begun and ended; its time is learned, its bur's use noted once a tooth, both taken back or kept; "
            + "the sheet goes on with them"
    )]
    public async Task Ticks()
    {
        var id = await CaseOf("11");
        var sheet = await client.Get($"/api/cases/{id}/sheet");
        var step = sheet["sheet"]!["steps"]!.AsArray().First(entry => (string?)entry!["burId"] is not null)!;
        var (key, bur) = ((string)step["key"]!, (string)step["burId"]!);
        Task<HttpResponseMessage> Tick(string what) =>
            client.Post($"/api/cases/{id}/sheet/ticks", $$"""{ "key": "{{key}}", "what": "{{what}}" }""");
        async Task<int> Uses() =>
            (int)(await client.Get("/api/drawer"))["burs"]!.AsArray().First(entry => (string)entry!["id"]! == bur)!["uses"]!;
        var before = await Uses();
        Assert.Equal((422, "not-running"), await Tick("stop").Refused());
        Assert.Null((string?)(await Tick("start").Json())["ticks"]![0]!["endedAt"]);
        var ended = await Tick("stop").Json();
        Assert.NotNull((string?)ended["ticks"]![0]!["endedAt"]);
        Assert.Equal(before + 1, await Uses());
        await Tick("start").Json();
        await Tick("stop").Json();
        Assert.Equal(before + 1, await Uses());
        Assert.Empty((await Tick("take-back").Json())["ticks"]!.AsArray());
        Assert.Equal(before, await Uses());
        Assert.Equal(
            (404, "not-found"),
            await client.Post($"/api/cases/{id}/sheet/ticks", """{ "key": "99/edge", "what": "start" }""").Refused()
        );
        // One recorded time does not replace the assumed one yet.
        await Tick("start").Json();
        await Tick("stop").Json();
        Assert.False(
            (bool)
                (await client.Get($"/api/cases/{id}/sheet"))["sheet"]!["steps"]!.AsArray().First(entry => (string)entry!["key"]! == key)![
                    "learned"
                ]!
        );
    }

    [Fact(
        DisplayName = "A step begun ends the one that runs, with its bur's use; another step with the same bur keeps a use that "
            + "is taken back; a plastic tooth counts as plastic"
    )]
    public async Task Uses_noted()
    {
        await client.NewUnit("34 crown zirconia plastic");
        var id = await CaseOf("34");
        var steps = (await client.Get($"/api/cases/{id}/sheet"))["sheet"]!["steps"]!
            .AsArray()
            .Where(step => (string?)step!["burId"] is not null)
            .ToLookup(step => (string)step!["burId"]!, step => (string)step!["key"]!);
        var twice = steps.First(bur => bur.Count() > 1);
        var other = steps.First(bur => bur.Key != twice.Key);
        Task<JsonNode> Tick(string key, string what) =>
            client.Post($"/api/cases/{id}/sheet/ticks", $$"""{ "key": "{{key}}", "what": "{{what}}" }""").Json();
        async Task<(int Uses, int OnPlastic)> Ledger(string bur)
        {
            var row = (await client.Get("/api/drawer"))["burs"]!.AsArray().First(entry => (string)entry!["id"]! == bur)!;
            return ((int)row["uses"]!, (int)row["usesOnPlastic"]!);
        }
        var (uses, onPlastic) = await Ledger(twice.Key);
        await Tick(twice.First(), "start");
        var both = await Tick(other.First(), "start");
        Assert.Equal([true, false], both["ticks"]!.AsArray().Select(tick => tick!["endedAt"] is not null));
        Assert.Equal((uses + 1, onPlastic + 1), await Ledger(twice.Key));
        await Tick(twice.Last(), "start");
        await Tick(twice.Last(), "stop");
        await Tick(twice.First(), "take-back");
        Assert.Equal((uses + 1, onPlastic + 1), await Ledger(twice.Key));
        await Tick(twice.Last(), "take-back");
        Assert.Equal((uses, onPlastic), await Ledger(twice.Key));
    }

    [Fact(DisplayName = "Times are learned from the newest fifteen of a step on a kind of tooth; what lies further back is forgotten")]
    public async Task Learned()
    {
        var id = await CaseOf("11");
        using var scope = practice.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<DentelleDb>();
        var begin = new DateTime(2026, 1, 1, 8, 0, 0, DateTimeKind.Utc);
        // Twenty slow ones, then fifteen of four minutes; another kind of tooth in between.
        for (var i = 0; i < 35; i++)
            Add("edge", ToothKind.Incisor, i, i < 20 ? 30 : 4);
        for (var i = 0; i < 3; i++)
            Add("edge", ToothKind.Canine, 10 + i, 9);
        await db.SaveChangesAsync();
        var times = await new SheetStore(db, TimeProvider.System).TimesAsync(default);
        Assert.Equal(Enumerable.Repeat(4.0, 15), times.Minutes[("edge", ToothKind.Incisor)]);
        Assert.Equal([9, 9, 9], times.Minutes[("edge", ToothKind.Canine)]);
        var step = (await client.Get($"/api/cases/{id}/sheet"))["sheet"]!["steps"]!
            .AsArray()
            .First(entry => (string)entry!["key"]! == "11/edge")!;
        Assert.Equal((4, true), ((double)step["minutes"]!, (bool)step["learned"]!));

        void Add(string code, ToothKind kind, int day, double minutes) =>
            db.StepTicks.Add(
                new StepTickRow
                {
                    Id = Guid.NewGuid(),
                    CaseId = Guid.Parse(id),
                    Key = $"{kind}/{day}",
                    Code = code,
                    Kind = kind,
                    Entry = day + 1,
                    StartedAt = begin.AddDays(day),
                    EndedAt = begin.AddDays(day).AddMinutes(minutes),
                }
            );
    }

    [Fact(
        DisplayName = "The user's own order is kept where the school lets it, refused with its reason where not; another school "
            + "takes it away; best order again"
    )]
    public async Task Order()
    {
        var id = await CaseOf("47");
        var before = await client.Get($"/api/cases/{id}/sheet");
        var keys = before["sheet"]!["steps"]!.AsArray().Select(step => (string)step!["key"]!).ToList();
        async Task<JsonNode> Change(string body) => await client.Put($"/api/cases/{id}/sheet", body).Json();
        string Order() => $$"""{ "order": {{System.Text.Json.JsonSerializer.Serialize(keys)}} }""";
        var (a, b) = (keys.IndexOf("47/functional-guides"), keys.IndexOf("47/other-guides"));
        (keys[a], keys[b]) = (keys[b], keys[a]);
        var own = await Change(Order());
        Assert.True((bool)own["ownOrder"]!);
        Assert.Equal(keys, own["sheet"]!["steps"]!.AsArray().Select(step => (string)step!["key"]!));
        keys.Remove("impression");
        keys.Insert(0, "impression");
        var refused = client.Put($"/api/cases/{id}/sheet", Order());
        Assert.Contains(
            "can’t go there",
            (await (await refused).Content.ReadAsStringAsync()).Replace("\\u2019", "’", StringComparison.Ordinal),
            StringComparison.Ordinal
        );
        Assert.True((bool)(await client.Get($"/api/cases/{id}/sheet"))["ownOrder"]!);
        Assert.Equal((422, "school"), await client.Put($"/api/cases/{id}/sheet", """{ "school": "veneer" }""").Refused());
        var other = await Change("""{ "school": "proximal-first" }""");
        Assert.False((bool)other["ownOrder"]!);
        Assert.Equal("proximal-first", (string)other["sheet"]!["schools"]![0]!["school"]!);
        Assert.Equal(before["sheet"]!.ToJsonString(), (await Change("""{ "ownSchools": true }"""))["sheet"]!.ToJsonString());
    }
}
