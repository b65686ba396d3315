using System.Net.Sockets;
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
