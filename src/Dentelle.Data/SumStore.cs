using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>
/// Keeps sums over a restart, so that a day of many visits need not be reckoned anew. A key is a digest of all that a sum
/// follows from: what no longer holds is never asked for again, and goes with age.
/// </summary>
public sealed class SumStore(DentelleDb db, TimeProvider clock)
{
    /// <summary>What nobody has asked to be made for so long is not asked for any more.</summary>
    private static readonly TimeSpan Kept = TimeSpan.FromDays(60);

    public async Task<IReadOnlyDictionary<string, string>> FindAsync(IReadOnlyList<string> keys, CancellationToken stop) =>
        await db.KeptSums.AsNoTracking().Where(row => keys.Contains(row.Key)).ToDictionaryAsync(row => row.Key, row => row.Text, stop);

    public async Task KeepAsync(IReadOnlyDictionary<string, string> sums, CancellationToken stop)
    {
        if (sums.Count == 0)
            return;
        var now = clock.GetUtcNow().UtcDateTime;
        await using var all = await Together.BeginAsync(db, stop);
        // Two screens may have reckoned the same.
        foreach (var (key, text) in sums)
            await db.Database.ExecuteSqlAsync($"INSERT OR REPLACE INTO KeptSums (Key, Text, At) VALUES ({key}, {text}, {now})", stop);
        await all.CommitAsync(stop);
    }

    public Task<int> ForgetAsync(CancellationToken stop)
    {
        var since = clock.GetUtcNow().UtcDateTime - Kept;
        return db.KeptSums.Where(row => row.At < since).ExecuteDeleteAsync(stop);
    }
}
