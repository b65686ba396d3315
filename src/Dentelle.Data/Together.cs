using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;

namespace Dentelle.Data;

/// <summary>
/// Saves that are kept together or not at all. Nobody else writes from its beginning on, so what is read within it still
/// holds when it is saved. Within others that have begun it is part of them: theirs decide.
/// </summary>
public sealed class Together : IAsyncDisposable
{
    private readonly IDbContextTransaction? own;
    private readonly WritersTurn? turn;

    private Together(IDbContextTransaction? own, WritersTurn? turn) => (this.own, this.turn) = (own, turn);

    public static async Task<Together> BeginAsync(DentelleDb db, CancellationToken stop)
    {
        if (db.Database.CurrentTransaction is not null)
            return new(null, null);
        var taken = await WritersTurn.TakeAsync(db, stop);
        try
        {
            return new(await db.Database.BeginTransactionAsync(stop), taken);
        }
        catch
        {
            taken.Dispose();
            throw;
        }
    }

    /// <summary>From here on the next one may write, whatever is still read for an answer.</summary>
    public async Task CommitAsync(CancellationToken stop)
    {
        if (own is null)
            return;
        await own.CommitAsync(stop);
        turn?.Dispose();
    }

    public async ValueTask DisposeAsync()
    {
        if (own is not null)
            await own.DisposeAsync();
        turn?.Dispose();
    }
}

internal static class GuardedChanges
{
    /// <summary>Reads, changes and saves with nobody else writing in between.</summary>
    public static async Task<T> GuardedAsync<T>(this DentelleDb db, Func<Task<T>> change, CancellationToken stop)
    {
        await using var all = await Together.BeginAsync(db, stop);
        var result = await change();
        await db.SaveChangesAsync(stop);
        await all.CommitAsync(stop);
        return result;
    }

    public static Task GuardedAsync(this DentelleDb db, Func<Task> change, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                await change();
                return true;
            },
            stop
        );

    /// <summary>The next number in the order of entry; within a guarded change only.</summary>
    public static async Task<long> NextEntryAsync(this IQueryable<long> entries, CancellationToken stop) =>
        (await entries.MaxAsync(entry => (long?)entry, stop) ?? 0) + 1;
}
