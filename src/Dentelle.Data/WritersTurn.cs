using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>
/// Writers of this process to one file, one after the other in the order they came. SQLite's own waiting for its lock puts
/// a thread to sleep, up to a tenth of a second at a time, and lets in whoever wakes first; it is left for other processes.
/// </summary>
internal sealed class WritersTurn : IDisposable
{
    private static readonly ConcurrentDictionary<string, SemaphoreSlim> Files = new();

    private SemaphoreSlim? held;

    private WritersTurn(SemaphoreSlim held) => this.held = held;

    public static async Task<WritersTurn> TakeAsync(DentelleDb db, CancellationToken stop)
    {
        var file = Files.GetOrAdd(db.Database.GetConnectionString() ?? "", _ => new SemaphoreSlim(1));
        await file.WaitAsync(stop);
        return new WritersTurn(file);
    }

    public void Dispose() => Interlocked.Exchange(ref held, null)?.Release();
}
