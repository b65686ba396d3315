using System.Globalization;
using System.Security.Cryptography;
using System.Text.Json;
using Dentelle.Core.Recording;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>What lies in a practice's data folder and is kept with a backup.</summary>
/// <param name="Data">The folder.</param>
/// <param name="Files">Large files by digest.</param>
public sealed record PracticeFolder(string Data, string Files)
{
    public string Database => Path.Combine(Data, DatabaseFile.FileName);

    public string Anchor => Path.Combine(Data, RecordAnchor.FileName);

    public string Keys => Path.Combine(Data, "keys");
}

/// <summary>A backup that was made and checked.</summary>
/// <param name="Folder">Where it lies.</param>
/// <param name="Entries">How long the record in it is.</param>
/// <param name="Files">How many large files belong to it.</param>
/// <param name="Bytes">Of the database and those files.</param>
public sealed record BackupFound(string Folder, DateTime At, long Entries, int Files, long Bytes);

/// <summary>
/// Backups of a practice, made while it is at work. Each is a folder with the database, the record's anchor and the keys; large files
/// lie once beside all of them, by digest. A backup counts once it was opened again, its chain looked over and every file of it
/// found: until then it has another name.
/// </summary>
public static class Backup
{
    private const string Manifest = "backup.json",
        FilesName = "files",
        Coming = ".coming";

    /// <param name="practice">What is kept.</param>
    /// <param name="root">Where backups lie.</param>
    /// <param name="at">UTC; names the backup.</param>
    /// <param name="stop">Ends the work; nothing counts then.</param>
    public static Answer<BackupFound> Make(PracticeFolder practice, string root, DateTime at, CancellationToken stop = default)
    {
        var place = Path.Combine(root, at.ToString("yyyy-MM-dd'T'HH-mm-ss'Z'", CultureInfo.InvariantCulture));
        var coming = place + Coming;
        if (Directory.Exists(place))
            return new Problem("backup-there", $"{place} is there already.");
        try
        {
            OwnersOnly.MakeFolder(root);
            Clear(coming);
            OwnersOnly.MakeFolder(coming);
            var database = Path.Combine(coming, DatabaseFile.FileName);
            if (DatabaseFile.Copy(practice.Database, database) is { } failed)
                return failed;
            if (File.Exists(practice.Anchor))
                File.Copy(practice.Anchor, Path.Combine(coming, RecordAnchor.FileName));
            CopyFolder(practice.Keys, Path.Combine(coming, "keys"));
            // What the copy names, not what lies there now: a file that came meanwhile belongs to the next backup.
            var named = Named(database);
            var (from, to) = (new FileStore(practice.Files), new FileStore(Path.Combine(root, FilesName)));
            foreach (var sha256 in named.Where(sha256 => !to.Has(sha256)))
            {
                stop.ThrowIfCancellationRequested();
                if (!from.Has(sha256))
                    return new Problem("backup-file", $"A file that the practice names is gone: {sha256}.");
                using var content = from.Open(sha256);
                if (!to.Keep(content, stop).Is(out var kept, out var wrong))
                    return wrong;
                if (kept.Sha256 != sha256)
                    return new Problem("backup-file", $"A file of the practice is not what it was: {sha256}.");
            }
            if (!Looked(coming, root, at, named, digests: false, stop).Is(out var found, out var problem))
                return problem;
            File.WriteAllText(
                Path.Combine(coming, Manifest),
                JsonSerializer.Serialize(new Written(found.At, found.Entries, [.. named]), Json)
            );
            Directory.Move(coming, place);
            return found with { Folder = place };
        }
        catch (Exception failed) when (StoreFaults.AtStart(failed, root) is { } fault)
        {
            return fault;
        }
        finally
        {
            Clear(coming);
        }
    }

    /// <summary>Opens a backup, looks over its record's chain and holds every file of it against its digest.</summary>
    public static Answer<BackupFound> Check(string folder, CancellationToken stop = default)
    {
        try
        {
            if (ReadManifest(folder) is not { } written)
                return new Problem("no-backup", $"{folder} is no backup.");
            return Looked(folder, Path.GetDirectoryName(Path.GetFullPath(folder))!, written.At, written.Files, digests: true, stop);
        }
        catch (Exception failed) when (StoreFaults.AtStart(failed, folder) is { } fault)
        {
            return fault;
        }
    }

    /// <summary>Lays a backup into an empty place, and checks what lies there then.</summary>
    public static Answer<BackupFound> Restore(string folder, PracticeFolder into, CancellationToken stop = default)
    {
        if (Directory.Exists(into.Data) && Directory.EnumerateFileSystemEntries(into.Data).Any())
            return new Problem("not-empty", $"{Path.GetFullPath(into.Data)} is not empty: a backup is restored into an empty place only.");
        if (!Check(folder, stop).Is(out var found, out var problem))
            return problem;
        try
        {
            OwnersOnly.MakeFolder(into.Data);
            foreach (
                var name in new[] { DatabaseFile.FileName, RecordAnchor.FileName }.Where(name => File.Exists(Path.Combine(folder, name)))
            )
                File.Copy(Path.Combine(folder, name), Path.Combine(into.Data, name));
            OwnersOnly.ShutFile(into.Database);
            CopyFolder(Path.Combine(folder, "keys"), into.Keys);
            var (from, to) = (StoreBeside(folder), new FileStore(into.Files));
            foreach (var sha256 in ReadManifest(folder)!.Files)
            {
                using var content = from.Open(sha256);
                if (to.Keep(content, stop).Problem is { } wrong)
                    return wrong;
            }
            return found with { Folder = Path.GetFullPath(into.Data) };
        }
        catch (Exception failed) when (StoreFaults.AtStart(failed, into.Data) is { } fault)
        {
            return fault;
        }
    }

    /// <summary>The newest first.</summary>
    public static IReadOnlyList<BackupFound> List(string root) =>
        !Directory.Exists(root)
            ? []
            :
            [
                .. Directory
                    .EnumerateDirectories(root)
                    .Select(folder => (folder, Written: ReadManifest(folder)))
                    .Where(one => one.Written is not null)
                    .Select(one => new BackupFound(
                        one.folder,
                        one.Written!.At,
                        one.Written.Entries,
                        one.Written.Files.Count,
                        new FileInfo(Path.Combine(one.folder, DatabaseFile.FileName)).Length
                    ))
                    .OrderByDescending(found => found.At),
            ];

    /// <summary>Keeps the newest, and takes away older ones with the files that only they name.</summary>
    public static void Prune(string root, int keep)
    {
        var all = List(root);
        foreach (var old in all.Skip(keep))
            Directory.Delete(old.Folder, recursive: true);
        if (all.Count <= keep)
            return;
        var named = all.Take(keep).SelectMany(found => ReadManifest(found.Folder)!.Files).ToHashSet();
        var store = new FileStore(Path.Combine(root, FilesName));
        foreach (var file in store.Before(DateTime.MaxValue).Where(file => !named.Contains(file)))
            store.Remove(file);
    }

    private static Answer<BackupFound> Looked(
        string folder,
        string root,
        DateTime at,
        IReadOnlyCollection<string> named,
        bool digests,
        CancellationToken stop
    )
    {
        var database = Path.Combine(folder, DatabaseFile.FileName);
        if (DatabaseFile.Complaint(database) is { } wrong)
            return wrong;
        RecordCheck check;
        using (var db = DatabaseFile.Open(database))
            check = new RecordStore(db, TimeProvider.System).Check(RecordAnchor.Read(Path.Combine(folder, RecordAnchor.FileName)), stop);
        DatabaseFile.LetGo(database);
        if (check.Faults.Count > 0)
            return new Problem("record-broken", $"The record in {folder} is not whole. {string.Join(' ', check.Faults)}");
        var (store, bytes) = (new FileStore(Path.Combine(root, FilesName)), new FileInfo(database).Length);
        foreach (var sha256 in named)
        {
            stop.ThrowIfCancellationRequested();
            if (!store.Has(sha256))
                return new Problem("backup-file", $"A file of the backup is missing: {sha256}.");
            using var content = store.Open(sha256);
            bytes += content.Length;
            if (digests && Convert.ToHexStringLower(SHA256.HashData(content)) != sha256)
                return new Problem("backup-file", $"A file of the backup is not what it was: {sha256}.");
        }
        return new BackupFound(folder, at, check.Entries, named.Count, bytes);
    }

    /// <summary>Digests of all files that a database names.</summary>
    private static IReadOnlyCollection<string> Named(string database)
    {
        using var db = DatabaseFile.Open(database);
        return
        [
            .. db
                .ScanFiles.Select(row => row.Sha256)
                .AsEnumerable()
                .Concat(db.Pictures.Select(row => row.Sha256))
                .Concat(db.HandOvers.IgnoreQueryFilters().Select(row => row.Sha256))
                .Distinct()
                .Order(StringComparer.Ordinal),
        ];
    }

    private static FileStore StoreBeside(string folder) => new(Path.Combine(Path.GetDirectoryName(Path.GetFullPath(folder))!, FilesName));

    private static void CopyFolder(string from, string to)
    {
        if (!Directory.Exists(from))
            return;
        OwnersOnly.MakeFolder(to);
        foreach (var file in Directory.EnumerateFiles(from))
        {
            File.Copy(file, Path.Combine(to, Path.GetFileName(file)));
            OwnersOnly.ShutFile(Path.Combine(to, Path.GetFileName(file)));
        }
    }

    private static void Clear(string folder)
    {
        if (Directory.Exists(folder))
            Directory.Delete(folder, recursive: true);
    }

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    private static Written? ReadManifest(string folder)
    {
        var file = Path.Combine(folder, Manifest);
        if (!File.Exists(file) || folder.EndsWith(Coming, StringComparison.Ordinal))
            return null;
        try
        {
            return JsonSerializer.Deserialize<Written>(File.ReadAllText(file), Json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>What stands beside a backup of it.</summary>
    private sealed record Written(DateTime At, long Entries, IReadOnlyList<string> Files);
}
