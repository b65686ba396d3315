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
    public static void BringUpToDate(string path)
    {
        if (Path.GetDirectoryName(Path.GetFullPath(path)) is { } folder)
            Directory.CreateDirectory(folder);
        var isNew = !File.Exists(path);
        using var db = Open(path);
        if (db.Database.GetPendingMigrations().Any())
        {
            if (!isNew)
                TryOnCopy(db, path + ".trial");
            Migrate(db);
        }
        OnlyAdded.Protect(db);
    }

    private static void Migrate(DentelleDb db)
    {
        OnlyAdded.Unprotect(db);
        db.Database.Migrate();
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
