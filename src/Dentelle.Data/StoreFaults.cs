using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>What a failed save means: somebody else was first, or the disk does not take it.</summary>
public static class StoreFaults
{
    // https://www.sqlite.org/rescode.html
    private const int GenericError = 1,
        Busy = 5,
        Locked = 6,
        ReadOnly = 8,
        Io = 10,
        Corrupt = 11,
        Full = 13,
        CannotOpen = 14,
        NotADatabase = 26;

    /// <summary>ENOSPC, as .NET hands it on.</summary>
    private const int NoSpace = 28;

    private const int UniqueKey = 2067,
        PrimaryKey = 1555;

    /// <summary>Whether somebody else saved first: the version moved on, or the same key was taken.</summary>
    public static bool WasTaken(this DbUpdateException failed) =>
        failed is DbUpdateConcurrencyException
        || failed.InnerException is SqliteException { SqliteExtendedErrorCode: UniqueKey or PrimaryKey };

    /// <returns>A sentence for the user when the database file could not be written or read; null when it is not its fault.</returns>
    public static Problem? Of(Exception? failed) =>
        failed is IOException { HResult: NoSpace } ? FullDisk
        : failed is DbUpdateConcurrencyException ? ChangedMeanwhile
        : OfDatabase(failed);

    private static Problem ChangedMeanwhile { get; } =
        new("changed-meanwhile", "This was changed elsewhere meanwhile. Look at what stands there now, then make your change again.");

    private static Problem FullDisk { get; } =
        new("store-full", "The disk is full: nothing was saved. Make room on it, then do this again.");

    private static Problem? OfDatabase(Exception? failed) =>
        (failed as SqliteException ?? failed?.InnerException as SqliteException)?.SqliteErrorCode switch
        {
            Full => FullDisk,
            Busy or Locked => new Problem(
                "store-busy",
                "Another program holds the practice's file: nothing was saved. Do this again in a moment."
            ),
            ReadOnly => new Problem(
                "store-fault",
                "The practice's file may not be written to: nothing was saved. Whoever looks after Dentelle must allow it."
            ),
            Io or CannotOpen => new Problem(
                "store-fault",
                "The disk with the practice's file does not answer: nothing was saved. Tell whoever looks after Dentelle."
            ),
            Corrupt or NotADatabase => new Problem(
                "store-fault",
                "The practice's file is damaged: nothing was saved. Tell whoever looks after Dentelle, and keep the last copy."
            ),
            _ => null,
        };

    internal static Problem Damaged { get; } =
        new(
            "store-fault",
            "The practice's file is damaged or only half there. Put the last copy in its place; this one was left as it is."
        );

    /// <returns>Why the practice can't be opened; null when it is not the disk's or the file's fault.</returns>
    internal static Problem? AtStart(Exception failed, string path)
    {
        var folder = Path.GetDirectoryName(Path.GetFullPath(path));
        return (failed as SqliteException ?? failed.InnerException as SqliteException)?.SqliteErrorCode switch
        {
            Full => new Problem("store-full", $"The disk with {folder} is full. Make room on it, then start again."),
            Busy or Locked => new Problem("store-busy", $"Another program holds {path}. End that one, then start again."),
            ReadOnly or CannotOpen => NotWritable(folder),
            Io => new Problem("store-fault", $"The disk with {folder} does not answer as it should; it may be full."),
            // A table that should be there is not: SQLITE_ERROR of a file that is half there.
            Corrupt or NotADatabase or GenericError => Damaged,
            _ => failed switch
            {
                UnauthorizedAccessException => NotWritable(folder),
                IOException => new Problem("store-fault", $"{folder} can't be used: {failed.Message}"),
                _ => null,
            },
        };
    }

    private static Problem NotWritable(string? folder) =>
        new("store-fault", $"{folder} may not be written to. Allow it to whoever starts Dentelle, or name another folder.");
}
