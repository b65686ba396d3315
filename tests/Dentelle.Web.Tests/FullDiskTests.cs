using Dentelle.Data;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Dentelle.Web.Tests;

/// <summary>Nothing else runs beside it: other tests empty the pool of connections whose one connection it has prepared.</summary>
[CollectionDefinition(nameof(Alone), DisableParallelization = true)]
public sealed class Alone;

[Collection(nameof(Alone))]
public sealed class FullDiskTests : IDisposable
{
    private readonly Practice practice = new();
    private readonly HttpClient client;

    public FullDiskTests() => client = practice.CreateClient();

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

    private static string Long(string note) => $$"""{ "material": "zirconia-monolithic", "because": { "note": "{{note}}" } }""";

    private string Connection()
    {
        using var scope = practice.Services.CreateScope();
        return scope.ServiceProvider.GetRequiredService<DentelleDb>().Database.GetConnectionString()!;
    }

    /// <summary>With one connection, which the pool hands to every request, so prepared; a fresh pool afterwards.</summary>
    private async Task WithAsync(string pragma, Func<Task> act)
    {
        SqliteConnection.ClearAllPools();
        await using (var one = new SqliteConnection(Connection()))
        {
            await one.OpenAsync();
            await using var command = one.CreateCommand();
            command.CommandText = pragma;
            await command.ExecuteNonQueryAsync();
        }
        await act();
        SqliteConnection.ClearAllPools();
    }
}
