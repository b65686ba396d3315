using Dentelle.Data;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Dentelle.Web.Tests;

/// <summary>What happens when saving does not go well.</summary>
public sealed class SavingTests : IDisposable
{
    private readonly Practice practice = new();
    private readonly HttpClient client;

    public SavingTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    [Fact(DisplayName = "A full disk is said as a full disk, not as a change made elsewhere, and nothing is half saved")]
    public async Task Full()
    {
        var id = await client.NewUnit("36 crown zirconia");
        // SQLite answers SQLITE_FULL when a file may have no more pages (documentation of PRAGMA max_page_count). The limit
        // is a connection's own, so it is set on all of the pool.
        await WithAsync("PRAGMA max_page_count = 1", async () =>
            Assert.Equal((507, "store-full"), await client.Put($"/api/units/{id}/inputs", Long("x"), "\"1\"").Refused())
        );
        Assert.Equal(1, (int)(await client.Get($"/api/units/{id}"))["version"]!);
        // The same entry goes through once there is room.
        Assert.Equal(2, (int)(await client.Put($"/api/units/{id}/inputs", Long("x"), "\"1\"").Json())["version"]!);
    }

    [Fact(DisplayName = "A step that a full disk refuses leaves no tick, no entry and no bur used; sent again with room it counts once")]
    public async Task Full_at_the_chair()
    {
        var made = await client.Post("/api/quick-line/do", """{ "line": "36 crown zirconia" }""").Json();
        var caseId = (string)made["caseId"]!;
        var visits = await client.Post($"/api/cases/{caseId}/all-visits", """{ "kind": "prepare" }""").Json();
        var visit = (string)visits["visits"]![0]!["id"]!;
        var path = $"/api/visits/{visit}/entries";
        var keys = (await client.Get($"/api/visits/{visit}/chair"))["steps"]!.AsArray().Select(step => (string)step!["key"]!).ToArray();
        var entries = keys.Select(key =>
                $$"""{ "id": "{{Guid.NewGuid()}}", "note": { "kind": "step", "key": "{{key}}", "what": "done" } }"""
            )
            .ToArray();
        // The last pages have room for some steps; then there is none.
        var done = 0;
        await WithAsync("PRAGMA max_page_count = 1", async () =>
        {
            HttpResponseMessage answer;
            while ((answer = await client.Post(path, entries[done])).IsSuccessStatusCode)
                done++;
            Assert.Equal((507, "store-full"), await Task.FromResult(answer).Refused());
        });
        await StandsAsync(done);
        for (var sent = 0; sent < 2; sent++)
            await client.Post(path, entries[done]).Json();
        await StandsAsync(done + 1);

        // Each step is whole: its tick, its two entries, and its bur counted once a tooth.
        async Task StandsAsync(int steps)
        {
            var chair = await client.Get($"/api/visits/{visit}/chair");
            Assert.Equal(keys[..steps], chair["ticks"]!.AsArray().Select(tick => (string)tick!["key"]!));
            var written = (await client.Get($"/api/cases/{caseId}/record"))["entries"]!.AsArray().Select(entry => (string)entry!["kind"]!);
            Assert.Equal(steps, written.Count(kind => kind == "step-done"));
            var burs = chair["steps"]!.AsArray().Take(steps).Select(step => (string?)step!["burId"]).OfType<string>().ToHashSet();
            var used = (await client.Get("/api/drawer"))["burs"]!
                .AsArray()
                .Where(bur => (int)bur!["uses"]! > 0)
                .Select(bur => (string)bur!["id"]!);
            Assert.Equal(burs, used.ToHashSet());
            Assert.Empty((await client.Get("/api/record/check"))["faults"]!.AsArray());
        }
    }

    [Fact(DisplayName = "A file that another program holds is said to be held, and the entry goes through afterwards")]
    public async Task Held()
    {
        var id = await client.NewUnit("36 crown zirconia");
        await using var other = new SqliteConnection(Connection());
        await other.OpenAsync();
        await using (other.BeginTransaction())
            Assert.Equal((503, "store-busy"), await client.Put($"/api/units/{id}/inputs", Long("x"), "\"1\"").Refused());
        Assert.Equal(2, (int)(await client.Put($"/api/units/{id}/inputs", Long("x"), "\"1\"").Json())["version"]!);
    }

    [Theory(
        DisplayName = "Every other way in which the file can't be written is told from a change elsewhere (result codes by "
            + "SQLite's documentation)"
    )]
    [InlineData(8, "store-fault")] // SQLITE_READONLY
    [InlineData(10, "store-fault")] // SQLITE_IOERR
    [InlineData(11, "store-fault")] // SQLITE_CORRUPT
    [InlineData(14, "store-fault")] // SQLITE_CANTOPEN
    [InlineData(26, "store-fault")] // SQLITE_NOTADB
    [InlineData(6, "store-busy")] // SQLITE_LOCKED
    [InlineData(1, null)] // SQLITE_ERROR is the program's own
    public void Faults(int code, string? said)
    {
        var failed = new DbUpdateException("saving", new SqliteException("as the library says it", code));
        Assert.False(failed.WasTaken());
        Assert.Equal(said, StoreFaults.Of(failed)?.Code);
    }

    [Fact(DisplayName = "Two who save the same version: one is told that it was changed elsewhere")]
    public async Task Changed()
    {
        var id = await client.NewUnit("36 crown zirconia");
        await client.Put($"/api/units/{id}/inputs", Long("one"), "\"1\"").Json();
        Assert.Equal((412, "changed-meanwhile"), await client.Put($"/api/units/{id}/inputs", Long("two"), "\"1\"").Refused());
    }

    [Theory(DisplayName = "The database itself refuses to change or remove what is only ever added; marks may be set")]
    [InlineData("DELETE FROM Plans", false)]
    [InlineData("UPDATE Plans SET Result = 'x'", false)]
    [InlineData("UPDATE Protocols SET Text = 'x'", false)]
    [InlineData("DELETE FROM Protocols", false)]
    [InlineData("DELETE FROM Readings", false)]
    [InlineData("UPDATE Readings SET FromMm = 9", false)]
    [InlineData("UPDATE Readings SET TakenBackAt = '2026-01-01'", true)]
    [InlineData("DELETE FROM StepTicks", false)]
    [InlineData("UPDATE StepTicks SET StartedAt = '2026-01-01'", false)]
    [InlineData("UPDATE StepTicks SET EndedAt = '2026-01-01'", true)]
    [InlineData("DELETE FROM BurUses", false)]
    [InlineData("UPDATE BurUses SET BurId = 'x'", false)]
    [InlineData("UPDATE BurUses SET TakenBackAt = '2026-01-01'", true)]
    public async Task Only_added(string sql, bool goes)
    {
        var id = await client.NewUnit("36 crown zirconia");
        await client
            .Post($"/api/units/{id}/readings", """{ "zone": "groove", "kind": "index-gap", "gauge": "caliper", "valueMm": 1 }""")
            .Json();
        var sheet = await client.Get($"/api/cases/{(await client.Get($"/api/units/{id}"))["case"]!["id"]}/sheet");
        var key = (string)sheet["sheet"]!["steps"]!.AsArray().First(step => step!["burId"] is not null)!["key"]!;
        foreach (var what in (string[])["start", "stop"])
            await client.Post($"/api/cases/{sheet["caseId"]}/sheet/ticks", $$"""{ "key": "{{key}}", "what": "{{what}}" }""").Json();
        using var scope = practice.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<DentelleDb>();
        if (goes)
            Assert.True(await db.Database.ExecuteSqlRawAsync(sql) > 0);
        else
            Assert.Contains("only added", (await Assert.ThrowsAsync<SqliteException>(() => db.Database.ExecuteSqlRawAsync(sql))).Message);
    }

    private static string Long(string note) => $$"""{ "material": "zirconia-monolithic", "because": { "note": "{{note}}" } }""";

    private string Connection()
    {
        using var scope = practice.Services.CreateScope();
        return scope.ServiceProvider.GetRequiredService<DentelleDb>().Database.GetConnectionString()!;
    }

    /// <summary>With one connection, which the pool hands to every request, so prepared; a fresh pool afterwards.</summary>
    private async Task WithAsync(string pragma, Func<Task> act)
    {
        DatabaseFile.LetGo(practice.DatabasePath);
        await using (var one = new SqliteConnection(Connection()))
        {
            await one.OpenAsync();
            await using var command = one.CreateCommand();
            command.CommandText = pragma;
            await command.ExecuteNonQueryAsync();
        }
        await act();
        DatabaseFile.LetGo(practice.DatabasePath);
    }
}
