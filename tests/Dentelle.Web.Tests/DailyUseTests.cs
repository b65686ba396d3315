using Dentelle.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Dentelle.Web.Tests;

/// <summary>What a month of use brings: the same tooth again, broken data, things taken away, many at once, a clock set back.</summary>
public sealed class DailyUseTests : IDisposable
{
    private readonly SetClock clock = new();
    private readonly Practice practice;
    private readonly HttpClient client;

    public DailyUseTests()
    {
        practice = new Practice { Clock = clock };
        client = practice.CreateClient();
    }

    public void Dispose() => practice.Dispose();

    [Fact(DisplayName = "A case has each tooth once: the second is refused before and when it is done, or takes the first one's place")]
    public async Task Same_tooth()
    {
        var (unit, id) = await NewAsync("13 crown zirconia");
        var line = $$"""{ "line": "13 crown metal", "caseId": "{{id}}" }""";
        Assert.Contains("has 13 already", (string)(await client.Post("/api/quick-line/understand", line).Json())["there"]!);
        Assert.Equal((409, "tooth-there"), await client.Post("/api/quick-line/do", line).Refused());
        var replaced = await client
            .Post("/api/quick-line/do", $$"""{ "line": "13 crown metal", "caseId": "{{id}}", "replace": true }""")
            .Json();
        Assert.NotEqual(unit, (string)replaced["unitId"]!);
        Assert.Equal(
            "metal",
            (string)
                Assert.Single((await client.Get($"/api/cases/{id}"))["units"]!.AsArray())!["material"]!.ToString().ToLowerInvariant()[..5]
        );
        // The first one lies in the bin, and can't come back beside the second.
        Assert.Equal(unit, (string)Assert.Single((await client.Get("/api/bin"))["entries"]!.AsArray())!["id"]!);
        Assert.Equal((409, "tooth-there"), await client.Post($"/api/bin/unit/{unit}/back", "").Refused());
    }

    [Theory(DisplayName = "Whatever stands in one case's rows, day, tray, drawer and archive answer and the other case is whole")]
    [InlineData("UPDATE Units SET Tooth = '99' WHERE Id = {0}")]
    [InlineData("UPDATE Units SET Tooth = '37' WHERE Id = {0}")]
    [InlineData("UPDATE Units SET Version = 7 WHERE Id = {0}")]
    [InlineData("UPDATE Cases SET SheetSchool = 'Nobodys' WHERE Id = {1}")]
    [InlineData("UPDATE Cases SET SheetOrder = 'not json' WHERE Id = {1}")]
    [InlineData("UPDATE Cases SET VisitAt = '9999-12-31 23:00:00' WHERE Id = {1}")]
    [InlineData("UPDATE Readings SET Kind = 'Nothing'")]
    [InlineData("UPDATE Readings SET FromMm = 9e999")]
    [InlineData("UPDATE Plans SET Inputs = '{{' WHERE UnitId = {0}")]
    public async Task Broken(string sql)
    {
        var (whole, _) = await NewAsync("46 crown metal");
        var (unit, id) = await NewAsync("36 37 crown zirconia");
        await client
            .Post($"/api/units/{unit}/readings", """{ "zone": "groove", "kind": "index-gap", "gauge": "caliper", "valueMm": 1 }""")
            .Json();
        await client.Put($"/api/cases/{id}", $$"""{ "visitAt": "{{clock.GetUtcNow().AddHours(1):O}}" }""");
        await RunAsync(db =>
        {
            DropGuards(db);
            return db.Database.ExecuteSqlRawAsync(sql, unit.ToUpperInvariant(), id.ToUpperInvariant());
        });
        var day = await client.Get("/api/day");
        var (broken, other) = (day["cases"]!.AsArray(), Assert.Single(day["withoutVisit"]!.AsArray())!);
        Assert.Equal(whole, (string)other["units"]![0]!["id"]!);
        Assert.Null(other["broken"]);
        Assert.True(broken.Count <= 1);
        foreach (var address in (string[])["/api/day/tray", "/api/drawer", "/api/cases", "/api/protocols", "/api/day/tray.pdf"])
            Assert.True((await client.GetAsync(address)).IsSuccessStatusCode, address);
        // What can't be shown says so; it never comes as an error without a sentence.
        foreach (var address in (string[])[$"/api/cases/{id}", $"/api/cases/{id}/sheet", $"/api/units/{unit}"])
        {
            var answer = await client.GetAsync(address);
            if (!answer.IsSuccessStatusCode)
                Assert.False(string.IsNullOrEmpty((await Task.FromResult(answer).Refused()).Code));
        }
        // It can still be taken away.
        Assert.True((await client.DeleteAsync($"/api/cases/{id}")).IsSuccessStatusCode);
    }

    [Fact(DisplayName = "What is taken away lies in the bin, comes back as it was, and is gone for good after thirty days")]
    public async Task Taken_away()
    {
        var (unit, id) = await NewAsync("36 crown zirconia");
        await client
            .Post($"/api/units/{unit}/readings", """{ "zone": "groove", "kind": "index-gap", "gauge": "caliper", "valueMm": 1 }""")
            .Json();
        var before = (await client.Get($"/api/cases/{id}")).ToJsonString();
        foreach (var (what, one, address) in new[] { ("unit", unit, $"/api/units/{unit}"), ("case", id, $"/api/cases/{id}") })
        {
            await client.DeleteAsync(address);
            Assert.Equal(404, (await client.GetAsync(address).Refused()).Status);
            Assert.Equal(404, (await client.DeleteAsync(address).Refused()).Status);
            Assert.True((await client.Post($"/api/bin/{what}/{one}/back", "")).IsSuccessStatusCode);
            Assert.Equal(before, (await client.Get($"/api/cases/{id}")).ToJsonString());
        }
        await client.DeleteAsync($"/api/cases/{id}");
        var bur = (string)(await client.Get("/api/drawer"))["burs"]![0]!["id"]!;
        await client.DeleteAsync($"/api/drawer/burs/{bur}");
        Assert.DoesNotContain((await client.Get("/api/drawer"))["burs"]!.AsArray(), entry => (string)entry!["id"]! == bur);
        clock.Now += TimeSpan.FromDays(29);
        await RunAsync(async db => await new Bin(db, clock).EmptyAsync(all: false, default));
        Assert.Equal(2, (await client.Get("/api/bin"))["entries"]!.AsArray().Count);
        clock.Now += TimeSpan.FromDays(2);
        await RunAsync(async db => Assert.Equal(2, await new Bin(db, clock).EmptyAsync(all: false, default)));
        Assert.Empty((await client.Get("/api/bin"))["entries"]!.AsArray());
        await RunAsync(async db => Assert.Equal(0, await db.Plans.CountAsync() + await db.Readings.CountAsync()));
        Assert.Equal((404, "not-found"), await client.Post($"/api/bin/case/{id}/back", "").Refused());
        // Its number stays its own.
        var (_, next) = await NewAsync("36 crown zirconia");
        Assert.Equal("0002", (string)(await client.Get($"/api/cases/{next}"))["number"]!);
    }

    [Fact(DisplayName = "A protocol goes only while nothing is planned with it, is not in use, and is not the shipped one")]
    public async Task Protocols_taken_away()
    {
        var shipped = (await client.Get("/api/protocols"))["protocols"]![0]!;
        Assert.Equal((409, "in-use"), await client.DeleteAsync($"/api/protocols/{shipped["id"]}/{shipped["version"]}").Refused());
        var keep =
            $$"""{ "id": "{{shipped["id"]}}", "version": {{shipped["version"]}}, "edits": [], """
            + """ "name": "Ours", "note": "trial", "use": true }""";
        await client.Post("/api/protocols", keep).Json();
        Assert.Equal((409, "in-use"), await client.DeleteAsync("/api/protocols/ours/1").Refused());
        var (unit, _) = await NewAsync("36 crown zirconia");
        await client.Put("/api/protocols/in-use", $$"""{ "id": "{{shipped["id"]}}", "version": {{shipped["version"]}} }""");
        Assert.Equal((409, "in-use"), await client.DeleteAsync("/api/protocols/ours/1").Refused());
        await client.DeleteAsync($"/api/units/{unit}");
        var binned = await Task.FromResult(await client.DeleteAsync("/api/protocols/ours/1")).Json();
        Assert.Equal(404, (await client.GetAsync("/api/protocols/ours/1").Refused()).Status);
        // A new one takes the next number: that of the bin is taken.
        Assert.Equal(2, (int)(await client.Post("/api/protocols", keep).Json())["version"]!);
        Assert.True((await client.Post($"/api/bin/protocol/{binned["id"]}/back", "")).IsSuccessStatusCode);
        Assert.True((await client.GetAsync("/api/protocols/ours/1")).IsSuccessStatusCode);
    }

    [Fact(DisplayName = "Twenty at once are twenty; a bur added, a step begun and settings saved at once give no error and no half")]
    public async Task At_once()
    {
        var bur = (string)(await client.Get("/api/drawer"))["burs"]![0]!["id"]!;
        var (_, id) = await NewAsync("36 crown zirconia");
        var key = (string)
            (await client.Get($"/api/cases/{id}/sheet"))["sheet"]!["steps"]!.AsArray().First(step => step!["burId"] is not null)!["key"]!;
        await Twenty(() => client.Post($"/api/drawer/burs/{bur}/changes", """{ "what": "sterilised" }"""), HttpStatus.Ok);
        Assert.Equal(20, (int)(await client.Get("/api/drawer"))["burs"]![0]!["sterilised"]!);
        await Twenty(() => client.Put("/api/settings", """{ "notation": "iso", "twelveHours": true }"""), HttpStatus.Ok);
        await Twenty(() => client.Post($"/api/cases/{id}/sheet/ticks", $$"""{ "key": "{{key}}", "what": "start" }"""), HttpStatus.Ok);
        Assert.Single((await client.Get($"/api/cases/{id}/sheet"))["ticks"]!.AsArray());
        var added = await Twenty(
            () => client.Post("/api/drawer/burs", """{ "code": "806 314 001534 023" }"""),
            HttpStatus.Ok | HttpStatus.Refused
        );
        Assert.Equal(1, added);
        await Twenty(
            () => client.Post("/api/quick-line/do", $$"""{ "line": "46 crown metal", "caseId": "{{id}}" }"""),
            HttpStatus.Ok | HttpStatus.Refused
        );
        Assert.Equal(2, (await client.Get($"/api/cases/{id}"))["units"]!.AsArray().Count);
    }

    [Fact(DisplayName = "The newest reading is the one entered last, and a step takes no negative time, though the clock was set back")]
    public async Task Clock_set_back()
    {
        var (unit, id) = await NewAsync("36 crown zirconia");
        foreach (var (value, back) in new[] { (0.5, 0), (1.0, 3) })
        {
            clock.Now -= TimeSpan.FromHours(back);
            await client
                .Post(
                    $"/api/units/{unit}/readings",
                    $$"""{ "zone": "groove", "kind": "index-gap", "gauge": "caliper", "valueMm": {{value}} }"""
                )
                .Json();
        }
        var readings = (await client.Get($"/api/units/{unit}"))["readings"]!.AsArray();
        Assert.Equal(
            [("within", true), ("critical", false)],
            readings.Select(reading => ((string)reading!["finding"]!["verdict"]!, (bool)reading["isLatest"]!))
        );
        Assert.Equal("1 of", ((string)(await client.Get($"/api/cases/{id}"))["units"]![0]!["telling"]!)[..4]);

        var steps = (await client.Get($"/api/cases/{id}/sheet"))["sheet"]!["steps"]!
            .AsArray()
            .Select(step => (string)step!["key"]!)
            .ToArray();
        foreach (var _ in Enumerable.Range(0, 6))
        {
            foreach (var what in (string[])["start", "stop"])
            {
                var sheet = await client.Post($"/api/cases/{id}/sheet/ticks", $$"""{ "key": "{{steps[0]}}", "what": "{{what}}" }""").Json();
                Assert.All(sheet["ticks"]!.AsArray(), tick =>
                    Assert.True(tick!["endedAt"] is null || (DateTime)tick["endedAt"]! >= (DateTime)tick["startedAt"]!)
                );
                Assert.All(sheet["sheet"]!["steps"]!.AsArray(), step => Assert.True((double)step!["minutes"]! >= 0));
                clock.Now -= TimeSpan.FromMinutes(20);
            }
        }
    }

    [Fact(
        DisplayName = "Cases are found by name without its accents, number, tooth, material short or long, stage and date, among "
            + "past visits too"
    )]
    public async Task Found()
    {
        var (_, first) = await NewAsync("36 crown zirconia");
        var (unit, second) = await NewAsync("11 21 veneer butt porcelain");
        await client.Put($"/api/cases/{first}", """{ "patient": "Żółć, Łukasz", "visitAt": "2026-03-05T09:00:00Z" }""");
        await client.Put($"/api/cases/{second}", """{ "patient": "Ines Calder", "note": "shade \"warm\" OR none" }""");
        await client
            .Post($"/api/units/{unit}/readings", """{ "zone": "edge", "kind": "index-gap", "gauge": "caliper", "valueMm": 1.5 }""")
            .Json();
        async Task<string[]> Find(string query) =>
            [.. (await client.Get($"/api/cases?{query}"))["cases"]!.AsArray().Select(entry => (string)entry!["id"]!)];
        foreach (var words in (string[])["zolc", "ŻÓŁĆ", "0001", "36", "zr", "zirc", "crown", "2026-03-05", "march", "36 zirconia zolc"])
            Assert.Equal([first], await Find($"text={Uri.EscapeDataString(words)}"));
        foreach (var words in (string[])["cald", "0002", "21", "veneer butt", "porcelain", "being cut", "warm\" OR", "no visit"])
            Assert.Equal([second], await Find($"text={Uri.EscapeDataString(words)}"));
        foreach (var words in (string[])["calder 36", "\"", "*", "NEAR(", "xyzzy"])
            Assert.DoesNotContain(first, await Find($"text={Uri.EscapeDataString(words)}&when=none"));
        clock.Now = new DateTimeOffset(2026, 3, 6, 8, 0, 0, TimeSpan.Zero);
        Assert.Equal([first], await Find("when=past"));
        Assert.Empty(await Find("when=coming"));
        Assert.Equal([second], await Find("when=none&open=true"));
        Assert.Equal([first], await Find("from=2026-03-05&to=2026-03-05"));
        Assert.Empty(await Find("from=2026-03-06"));
        Assert.Equal([first], await Find("material=zirconia-monolithic"));
        // What changes is found by what it is now; what is taken away is not found.
        await client.DeleteAsync($"/api/units/{unit}");
        Assert.Empty(await Find("text=11"));
        // A tooth that is moved is found where it went, not where it was.
        var moved = (string)(await client.Get($"/api/cases/{second}"))["units"]![0]!["id"]!;
        await client.Put($"/api/units/{moved}/case", $$"""{ "caseId": "{{first}}" }""");
        Assert.Equal([first], await Find("text=21"));
        await client.DeleteAsync($"/api/cases/{second}");
        Assert.Empty(await Find("text=calder"));
        Assert.Equal((1, 1), ((await client.Get("/api/cases"))["cases"]!.AsArray().Count, (int)(await client.Get("/api/cases"))["inAll"]!));
        // The day begins with today; a visit of yesterday whose tooth is not finished is counted.
        var day = await client.Get("/api/day");
        Assert.Equal((0, 1), (day["cases"]!.AsArray().Count, (int)day["earlierOpen"]!));
    }

    [Flags]
    private enum HttpStatus
    {
        Ok = 1,
        Refused = 2,
    }

    /// <returns>How many went through.</returns>
    private static async Task<int> Twenty(Func<Task<HttpResponseMessage>> call, HttpStatus allowed)
    {
        var answers = await Task.WhenAll(Enumerable.Range(0, 20).Select(_ => Task.Run(call)));
        Assert.All(answers, answer =>
            Assert.True(
                answer.IsSuccessStatusCode || (allowed.HasFlag(HttpStatus.Refused) && (int)answer.StatusCode is >= 400 and < 500),
                $"{answer.StatusCode}"
            )
        );
        return answers.Count(answer => answer.IsSuccessStatusCode);
    }

    private async Task<(string Unit, string Case)> NewAsync(string line)
    {
        var done = await client.Post("/api/quick-line/do", $$"""{ "line": "{{line}}" }""").Json();
        return ((string)done["unitId"]!, (string)done["caseId"]!);
    }

    private async Task RunAsync(Func<DentelleDb, Task> act)
    {
        using var scope = practice.Services.CreateScope();
        await act(scope.ServiceProvider.GetRequiredService<DentelleDb>());
    }

    private static void DropGuards(DentelleDb db)
    {
        db.Database.ExecuteSqlRaw("DROP TRIGGER \"PlansAreNotChanged\"");
        db.Database.ExecuteSqlRaw("DROP TRIGGER \"ReadingsAreNotChanged\"");
    }

    private sealed class SetClock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = FromNoon.Clock.GetUtcNow();

        public override DateTimeOffset GetUtcNow() => Now;
    }
}
