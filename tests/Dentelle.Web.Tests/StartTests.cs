using System.Net.Sockets;
using System.Text.Json.Nodes;
using Dentelle.Data;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Web.Tests;

/// <summary>Starts that can't be: one sentence, an exit code of its own, never a stack trace, and what is there stays as it is.</summary>
public sealed class StartTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("dentelle-start").FullName;

    private string DatabasePath => new PracticeFiles { Data = folder }.DatabasePath;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact(
        DisplayName = "The second server on a folder says where the first one answers and ends; after a kill the folder is free; only its "
            + "owner may read it"
    )]
    public async Task Two_servers()
    {
        using var first = new RunningServer(folder);
        await first.AnswersAsync();
        var (code, said) = await EndAsync();
        Assert.Equal(3, code);
        Assert.Contains(first.Address, said, StringComparison.Ordinal);
        Assert.Equal("700", Mode(folder));
        Assert.All(Directory.GetFiles(folder), file => Assert.Equal("600", Mode(file)));
        first.Kill();
        using var next = new RunningServer(folder);
        await next.AnswersAsync();
    }

    [Fact(DisplayName = "A database of a newer version is left alone, and said to be one")]
    public async Task Newer()
    {
        Assert.Null(DatabaseFile.BringUpToDate(DatabasePath));
        await using (var db = DatabaseFile.Open(DatabasePath))
            await db.Database.ExecuteSqlRawAsync("INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_Later', '99')");
        DatabaseFile.LetGo(DatabasePath);
        var (code, said) = await EndAsync();
        Assert.Equal(4, code);
        Assert.Contains("newer version", said, StringComparison.Ordinal);
    }

    [Theory(DisplayName = "A damaged, half or foreign file is left as it is, and said to be damaged")]
    [InlineData("half")]
    [InlineData("overwritten")]
    [InlineData("foreign")]
    public async Task Damaged(string how)
    {
        Assert.Null(DatabaseFile.BringUpToDate(DatabasePath));
        DatabaseFile.LetGo(DatabasePath);
        var bytes = await File.ReadAllBytesAsync(DatabasePath);
        if (how == "half")
            bytes = bytes[..(bytes.Length / 2)];
        else if (how == "overwritten")
            Array.Fill(bytes, (byte)0x5a, 4096, bytes.Length - 4096);
        else
            bytes = [.. "This is a letter and no database, though long enough to look like one at first sight."u8];
        await File.WriteAllBytesAsync(DatabasePath, bytes);
        foreach (var left in (string[])["-wal", "-shm"])
            File.Delete(DatabasePath + left);
        var (code, said) = await EndAsync();
        Assert.Equal(4, code);
        Assert.Contains("damaged", said, StringComparison.Ordinal);
        Assert.Equal(bytes, await File.ReadAllBytesAsync(DatabasePath));
        // The log has the whole of it.
        Assert.Contains(
            "SqliteException",
            string.Concat(Directory.GetFiles(Path.Combine(folder, "logs")).Select(File.ReadAllText)),
            StringComparison.Ordinal
        );
    }

    [Fact(DisplayName = "Killed in the middle of ticking, the program has counted a bur for every step that it noted, and for no other")]
    public async Task Killed_while_ticking()
    {
        var chance = new Random(16);
        var cases = new List<string>();
        for (var round = 0; round < 3; round++)
        {
            using var server = new RunningServer(folder);
            await server.AnswersAsync();
            var made = await server.Client.Post("/api/quick-line/do", """{ "line": "36 crown zirconia" }""").Json();
            cases.Add((string)made["caseId"]!);
            var sheet = await server.Client.Get($"/api/cases/{cases[^1]}/sheet");
            var noted = 0;
            var ticking = TickAsync(
                server.Client,
                cases[^1],
                [.. Steps(sheet).Where(step => step["burId"] is not null).Select(step => (string)step["key"]!)],
                () => noted++
            );
            while (noted < 3 + (2 * round))
                await Task.Delay(1);
            await Task.Delay(chance.Next(40));
            server.Kill();
            await Assert.ThrowsAnyAsync<HttpRequestException>(() => ticking);
        }
        using var again = new RunningServer(folder);
        await again.AnswersAsync();
        var expected = new List<string>();
        foreach (var id in cases)
        {
            var view = await again.Client.Get($"/api/cases/{id}/sheet");
            var burs = Steps(view).ToDictionary(step => (string)step["key"]!, step => (string?)step["burId"]);
            var done = view["ticks"]!.AsArray().Where(tick => tick!["endedAt"] is not null).Select(tick => burs[(string)tick!["key"]!]);
            // One tooth is one preparation, however often its bur is taken up.
            expected.AddRange(done.OfType<string>().Distinct());
        }
        Assert.NotEmpty(expected);
        foreach (var bur in (await again.Client.Get("/api/drawer"))["burs"]!.AsArray())
            Assert.Equal(expected.Count(used => used == (string)bur!["id"]!), (int)bur!["uses"]!);

        static IEnumerable<JsonNode> Steps(JsonNode sheet) => sheet["sheet"]!["steps"]!.AsArray().OfType<JsonNode>();

        static async Task TickAsync(HttpClient client, string id, string[] keys, Action noted)
        {
            foreach (var key in keys)
            {
                foreach (var what in (string[])["start", "stop"])
                {
                    await client.Post($"/api/cases/{id}/sheet/ticks", $$"""{ "key": "{{key}}", "what": "{{what}}" }""").Json();
                    noted();
                }
            }
            throw new InvalidOperationException("All was ticked before the program was killed.");
        }
    }

    [Fact(DisplayName = "A folder that can't be made and a port that is taken end in a sentence")]
    public async Task Folder_and_port()
    {
        var file = Path.Combine(folder, "file");
        await File.WriteAllTextAsync(file, "");
        Assert.Equal(4, (await EndAsync(Path.Combine(file, "data"))).Code);
        using var taken = new TcpListener(System.Net.IPAddress.Loopback, 0);
        taken.Start();
        var (code, said) = await EndAsync(port: ((System.Net.IPEndPoint)taken.LocalEndpoint).Port);
        Assert.Equal(5, code);
        Assert.Contains("in use", said, StringComparison.Ordinal);
    }

    private static string Mode(string path) => Convert.ToString((int)File.GetUnixFileMode(path), 8);

    /// <returns>The exit code, and what stands on standard error: one sentence.</returns>
    private async Task<(int Code, string Said)> EndAsync(string? data = null, int port = 0)
    {
        using var server = new RunningServer(data ?? folder, port);
        var said = await server.EndAsync();
        Assert.DoesNotContain("   at ", said, StringComparison.Ordinal);
        Assert.Single(said.Trim().Split('\n'));
        return (server.ExitCode, said);
    }
}
