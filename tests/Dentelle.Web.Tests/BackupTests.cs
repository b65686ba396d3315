using Dentelle.Data;

namespace Dentelle.Web.Tests;

/// <summary>Backups made at work, checked, restored.</summary>
public sealed class BackupTests : IDisposable
{
    private readonly Practice practice = new();
    private readonly string place = Directory.CreateTempSubdirectory("dentelle-backup").FullName;

    private PracticeFolder Source =>
        new(
            Path.GetDirectoryName(practice.DatabasePath)!,
            new PracticeFiles { Data = Path.GetDirectoryName(practice.DatabasePath)! }.FilesFolder
        );

    public void Dispose()
    {
        practice.Dispose();
        Directory.Delete(place, recursive: true);
    }

    [Fact(
        DisplayName = "A backup made while others write is whole; restored into an empty place it equals its source, row by row and file by file"
    )]
    public async Task Restored()
    {
        var client = practice.CreateClient();
        var visit = await PicturedAsync(client);
        // Whoever writes meanwhile is in it up to some entry, or not at all.
        var writing = Task.WhenAll(
            Enumerable
                .Range(0, 4)
                .Select(async device =>
                {
                    for (var i = 0; i < 15; i++)
                        await client
                            .Post(
                                $"/api/visits/{visit}/entries",
                                $$"""{ "id": "{{Guid.NewGuid()}}", "note": { "kind": "note", "text": "{{device}} {{i}}" } }"""
                            )
                            .Json();
                })
        );
        var during = Backup.Make(Source, place, new DateTime(2026, 1, 2, 3, 4, 5, DateTimeKind.Utc));
        await writing;
        Assert.Null(during.Problem);
        var after = Backup.Make(Source, place, new DateTime(2026, 1, 3, 3, 4, 5, DateTimeKind.Utc)).Value!;
        Assert.True(after.Entries >= 60 && during.Value!.Entries <= after.Entries);
        Assert.Equal(1, after.Files);

        var into = Path.Combine(place, "restored");
        Assert.Null(Backup.Restore(after.Folder, new(into, Path.Combine(into, "files"))).Problem);
        Assert.Equal(await DumpAsync(practice.DatabasePath), await DumpAsync(Path.Combine(into, DatabaseFile.FileName)));
        var (from, to) = (FilesOf(Source.Files), FilesOf(Path.Combine(into, "files")));
        Assert.Equal(from, to);
        // The program starts on it, and its own check finds the record whole.
        using var again = new Practice { CopyOf = Path.Combine(into, DatabaseFile.FileName) };
        Assert.Empty((await again.CreateClient().Get("/api/record/check"))["faults"]!.AsArray());
        Assert.Equal("not-empty", Backup.Restore(after.Folder, new(into, Path.Combine(into, "files"))).Problem?.Code);
    }

    [Fact(
        DisplayName = "A backup that lost a file, a byte or its end is told; one that was given up leaves nothing; old ones go with their files"
    )]
    public async Task Damaged()
    {
        var client = practice.CreateClient();
        await PicturedAsync(client);
        using (var given = new CancellationTokenSource())
        {
            await given.CancelAsync();
            Assert.ThrowsAny<OperationCanceledException>(() => Backup.Make(Source, place, DateTime.UnixEpoch, given.Token));
            Assert.Empty(Directory.GetDirectories(place, "1970*"));
        }
        for (var day = 1; day <= 4; day++)
            Assert.Null(Backup.Make(Source, place, new DateTime(2026, 2, day, 0, 0, 0, DateTimeKind.Utc)).Problem);
        Backup.Prune(place, 2);
        Assert.Equal([4, 3], Backup.List(place).Select(found => found.At.Day));
        var last = Backup.List(place)[0].Folder;
        Assert.Null(Backup.Check(last).Problem);

        var file = Assert.Single(Directory.GetFiles(Path.Combine(place, "files"), "*", SearchOption.AllDirectories));
        var content = await File.ReadAllBytesAsync(file);
        await File.WriteAllBytesAsync(file, [.. content[..^1], (byte)(content[^1] ^ 1)]);
        Assert.Equal("backup-file", Backup.Check(last).Problem?.Code);
        File.Delete(file);
        Assert.Equal(
            "backup-file",
            Backup.Restore(last, new(Path.Combine(place, "new"), Path.Combine(place, "new", "files"))).Problem?.Code
        );
        Assert.False(Directory.Exists(Path.Combine(place, "new")));
        await File.WriteAllBytesAsync(file, content);
        Assert.Null(Backup.Check(last).Problem);

        // An entry that vanished past the database shows by the chain.
        await using (var db = DatabaseFile.Open(Path.Combine(last, DatabaseFile.FileName)))
        {
            await Microsoft.EntityFrameworkCore.RelationalDatabaseFacadeExtensions.ExecuteSqlRawAsync(
                db.Database,
                "DROP TRIGGER RecordAreNotRemoved; DELETE FROM Record WHERE Number = 2"
            );
        }
        Assert.Equal("record-broken", Backup.Check(last).Problem?.Code);
        Assert.Equal("no-backup", Backup.Check(place).Problem?.Code);
    }

    /// <summary>All that a database holds, by Python's SQLite.</summary>
    private static Task<string> DumpAsync(string database) =>
        Programs.Output(
            "python3",
            "-c",
            "import sqlite3, sys\nfor line in sqlite3.connect(f'file:{sys.argv[1]}?mode=ro', uri=True).iterdump(): print(line)",
            database
        );

    private static IReadOnlyList<string> FilesOf(string folder) =>
        [
            .. Directory
                .GetFiles(folder, "*", SearchOption.AllDirectories)
                .Select(file => $"{Path.GetFileName(file)} {new FileInfo(file).Length}")
                .Order(),
        ];

    private static async Task<string> PicturedAsync(HttpClient client)
    {
        var done = await client.Post("/api/quick-line/do", """{ "line": "36 crown zirconia", "patient": "Ines Calder" }""").Json();
        var visit = (string)
            (await client.Post($"/api/cases/{done["caseId"]}/all-visits", """{ "kind": "prepare" }""").Json())["visits"]![0]!["id"]!;
        var body = new ByteArrayContent([0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, 0, 0, 0, 0, 1]);
        body.Headers.ContentType = new("application/octet-stream");
        await client.PostAsync($"/api/visits/{visit}/pictures?entry={Guid.NewGuid()}&proves=Prepared", body).Json();
        return visit;
    }
}
