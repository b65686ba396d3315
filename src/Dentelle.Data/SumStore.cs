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
        await db.GuardedAsync(
            async () =>
            {
                var keys = sums.Keys.ToArray();
                var there = await db.KeptSums.Where(row => keys.Contains(row.Key)).Select(row => row.Key).ToListAsync(stop);
                db.KeptSums.AddRange(
                    sums.Where(sum => !there.Contains(sum.Key))
                        .Select(sum => new KeptSumRow
                        {
                            Key = sum.Key,
                            Text = sum.Value,
                            At = now,
                        })
                );
            },
            stop
        );
    }

    public Task<int> ForgetAsync(CancellationToken stop)
    {
        var since = clock.GetUtcNow().UtcDateTime - Kept;
        return db.KeptSums.Where(row => row.At < since).ExecuteDeleteAsync(stop);
    }
}
