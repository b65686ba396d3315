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

    private Together(IDbContextTransaction? own) => this.own = own;

    public static async Task<Together> BeginAsync(DentelleDb db, CancellationToken stop) =>
        new(db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(stop) : null);

    public Task CommitAsync(CancellationToken stop) => own?.CommitAsync(stop) ?? Task.CompletedTask;

    public ValueTask DisposeAsync() => own?.DisposeAsync() ?? ValueTask.CompletedTask;
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
