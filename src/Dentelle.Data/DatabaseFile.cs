using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Dentelle.Data;

/// <summary>
/// The database file. "Saved" means on the disk: write-ahead log with a full sync at every commit, so that what was
/// acknowledged survives a killed process and a lost current.
/// </summary>
public static class DatabaseFile
{
    /// <summary>In the data folder.</summary>
    public const string FileName = "dentelle.db";

    public static DbContextOptionsBuilder UseDentelleFile(this DbContextOptionsBuilder options, string path) =>
        options
            .UseSqlite(
                new SqliteConnectionStringBuilder
                {
                    DataSource = path,
                    ForeignKeys = true,
                    DefaultTimeout = 5,
                }.ToString()
            )
            .AddInterceptors(Durable.Instance);

    /// <summary>
    /// Makes the file, or brings an old one up to date: first a copy of it, and only when that went well the file itself.
    /// </summary>
    /// <returns>Why it can't be used: damaged, from a newer program, or the disk does not take it. Then it is as it was.</returns>
    /// <param name="log">Gets whatever went wrong, whole.</param>
    public static Problem? BringUpToDate(string path, Action<Exception>? log = null)
    {
        try
        {
            OnlyForItsOwner(path);
            var isNew = new FileInfo(path).Length == 0;
            using var db = Open(path);
            if (!isNew && Complaint(db) is { } wrong)
                return wrong;
            if (db.Database.GetPendingMigrations().Any())
            {
                if (!isNew)
                    TryOnCopy(db, path + ".trial");
                Migrate(db);
            }
            OnlyAdded.Protect(db);
            FindIndex.Make(db);
            return null;
        }
        catch (Exception failed) when (StoreFaults.AtStart(failed, path) is { } fault)
        {
            log?.Invoke(failed);
            return fault;
        }
    }

    /// <summary>What is wrong with a file that is there; null when it can be worked with.</summary>
    private static Problem? Complaint(DentelleDb db)
    {
        var newer = db.Database.GetAppliedMigrations().Except(db.Database.GetMigrations()).ToArray();
        if (newer.Length > 0)
            return new Problem(
                "store-newer",
                "This practice's file was used by a newer version of Dentelle. Start that one; this one would lose what it added."
            );
        var check = db.Database.SqlQueryRaw<string>("SELECT quick_check AS Value FROM pragma_quick_check LIMIT 1").AsEnumerable().Single();
        return check == "ok" ? null : StoreFaults.Damaged;
    }

    /// <summary>What SQLite lays beside the file gets the file's own mode.</summary>
    private static void OnlyForItsOwner(string path)
    {
        OwnersOnly.MakeFolder(Path.GetDirectoryName(Path.GetFullPath(path))!);
        OwnersOnly.OpenFile(path, FileShare.ReadWrite).Dispose();
        foreach (var file in new[] { path, path + "-wal", path + "-shm" }.Where(File.Exists))
            OwnersOnly.ShutFile(file);
    }

    private static void Migrate(DentelleDb db)
    {
        OnlyAdded.Unprotect(db);
        FindIndex.Drop(db);
        db.Database.Migrate();
    }

    /// <summary>What is wrong with a file; null when it can be worked with.</summary>
    public static Problem? Complaint(string path)
    {
        using var db = Open(path);
        return Complaint(db);
    }

    /// <summary>Outside the pool: it is closed when it is let go.</summary>
    private static SqliteConnection Bare(string path, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = path,
                Mode = mode,
                Pooling = false,
            }.ToString()
        );
        connection.Open();
        return connection;
    }

    /// <summary>Writes a whole copy with SQLite's own backup, also while the practice is at work.</summary>
    /// <returns>Why it could not be written; null when it stands there, checked.</returns>
    public static Problem? Copy(string path, string to)
    {
        if (!File.Exists(path))
            return new Problem("no-practice", $"There is no practice in {Path.GetDirectoryName(Path.GetFullPath(path))}.");
        if (File.Exists(to))
            return new Problem("copy-there", $"{to} is there already; a copy takes no other's place.");
        try
        {
            OwnersOnly.OpenFile(to, FileShare.ReadWrite).Dispose();
            using (var from = Bare(path, SqliteOpenMode.ReadWrite))
            using (var into = Bare(to, SqliteOpenMode.ReadWrite))
                from.BackupDatabase(into);
            return Complaint(to);
        }
        catch (Exception failed) when (StoreFaults.AtStart(failed, to) is { } fault)
        {
            return fault;
        }
    }

    public static DentelleDb Open(string path)
    {
        var options = new DbContextOptionsBuilder<DentelleDb>();
        options.UseDentelleFile(path);
        return new DentelleDb(options.Options);
    }

    /// <summary>Closes what the pool still holds of a file, so that it can be deleted; connections to other files stay.</summary>
    public static void LetGo(string path)
    {
        using var db = Open(path);
        SqliteConnection.ClearPool((SqliteConnection)db.Database.GetDbConnection());
    }

    private static void TryOnCopy(DentelleDb db, string copy)
    {
        File.Delete(copy);
        db.Database.ExecuteSql($"VACUUM INTO {copy}");
        using (var trial = Open(copy))
            Migrate(trial);
        LetGo(copy);
        foreach (var left in new[] { copy, copy + "-wal", copy + "-shm" })
            File.Delete(left);
    }

    private sealed class Durable : DbConnectionInterceptor
    {
        public static readonly Durable Instance = new();

        private const string Pragmas = "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA busy_timeout=5000;";

        /// <summary>
        /// Whether a file exists is asked over a connection that may not write: a fresh copy, which keeps no write-ahead
        /// log yet, can't be given one over it.
        /// </summary>
        private static bool MayWrite(DbConnection connection) =>
            new SqliteConnectionStringBuilder(connection.ConnectionString).Mode != SqliteOpenMode.ReadOnly;

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
        {
            if (!MayWrite(connection))
                return;
            using var command = connection.CreateCommand();
            command.CommandText = Pragmas;
            command.ExecuteNonQuery();
        }

        public override async Task ConnectionOpenedAsync(
            DbConnection connection,
            ConnectionEndEventData eventData,
            CancellationToken cancellationToken = default
        )
        {
            if (!MayWrite(connection))
                return;
            await using var command = connection.CreateCommand();
            command.CommandText = Pragmas;
            await command.ExecuteNonQueryAsync(cancellationToken);
        }
    }
}

/// <summary>Lets the migration tool make a context without the application.</summary>
internal sealed class DesignTimeDb : IDesignTimeDbContextFactory<DentelleDb>
{
    public DentelleDb CreateDbContext(string[] args) => DatabaseFile.Open(Path.Combine(Path.GetTempPath(), "dentelle-design.db"));
}
