using Microsoft.EntityFrameworkCore.Storage;

namespace Dentelle.Data;

/// <summary>Saves that are kept together or not at all. Within others that have begun it is part of them: theirs decide.</summary>
public sealed class Together : IAsyncDisposable
{
    private readonly IDbContextTransaction? own;

    private Together(IDbContextTransaction? own) => this.own = own;

    internal static async Task<Together> BeginAsync(DentelleDb db, CancellationToken stop) =>
        new(db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(stop) : null);

    public Task CommitAsync(CancellationToken stop) => own?.CommitAsync(stop) ?? Task.CompletedTask;

    public ValueTask DisposeAsync() => own?.DisposeAsync() ?? ValueTask.CompletedTask;
}
