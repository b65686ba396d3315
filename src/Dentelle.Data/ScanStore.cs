using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>Keeps scans: their files under digests, and which belong together. Scans are only ever added.</summary>
public sealed class ScanStore(DentelleDb db, FileStore files, TimeProvider clock)
{
    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    public async Task<IReadOnlyDictionary<string, ScanFileRow>> FilesAsync(IReadOnlyList<string> sha256, CancellationToken stop) =>
        await db.ScanFiles.AsNoTracking().Where(row => sha256.Contains(row.Sha256)).ToDictionaryAsync(row => row.Sha256, stop);

    /// <summary>Names a file that the store keeps already.</summary>
    public Task<ScanFileRow> NameAsync(KeptFile file, string name, bool simulated, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                if (await db.ScanFiles.FirstOrDefaultAsync(row => row.Sha256 == file.Sha256, stop) is { } there)
                    return there;
                var added = new ScanFileRow
                {
                    Sha256 = file.Sha256,
                    Name = name,
                    Bytes = file.Bytes,
                    Simulated = simulated,
                    At = Now,
                };
                db.ScanFiles.Add(added);
                return added;
            },
            stop
        );

    /// <summary>Scans of a case, the newest first.</summary>
    public async Task<IReadOnlyList<ScanSetRow>> OfCaseAsync(Guid caseId, CancellationToken stop) =>
        await db.ScanSets.AsNoTracking().Where(row => row.CaseId == caseId).OrderByDescending(row => row.Entry).ToListAsync(stop);

    public Task<ScanSetRow?> SetAsync(Guid id, CancellationToken stop) => db.ScanSets.FirstOrDefaultAsync(row => row.Id == id, stop);

    /// <summary>Adds scans that belong together; the same ones of the same teeth are there already.</summary>
    /// <returns>A problem when the case has as many as it may.</returns>
    public Task<Answer<ScanSetRow>> AddAsync(ScanSetRow wanted, int mostOfCase, CancellationToken stop) =>
        db.GuardedAsync<Answer<ScanSetRow>>(
            async () =>
            {
                var own = await db.ScanSets.Where(row => row.CaseId == wanted.CaseId).ToListAsync(stop);
                if (
                    own.Find(row =>
                        (row.Before, row.After, row.Antagonist, row.Teeth) == (wanted.Before, wanted.After, wanted.Antagonist, wanted.Teeth)
                    ) is
                    { } there
                )
                    return there;
                if (own.Count >= mostOfCase)
                    return new Problem("too-many-scans", $"This case has {own.Count} sets of scans already; take one back first.");
                var added = new ScanSetRow
                {
                    Id = wanted.Id,
                    CaseId = wanted.CaseId,
                    Teeth = wanted.Teeth,
                    Before = wanted.Before,
                    After = wanted.After,
                    Antagonist = wanted.Antagonist,
                    Entry = await db.ScanSets.IgnoreQueryFilters().Select(row => row.Entry).NextEntryAsync(stop),
                    At = Now,
                    By = wanted.By,
                };
                db.ScanSets.Add(added);
                return added;
            },
            stop
        );

    /// <returns>False when there are no such scans.</returns>
    public async Task<bool> CorrectAsync(Guid id, string? corrections, CancellationToken stop) =>
        await db.ScanSets.Where(row => row.Id == id).ExecuteUpdateAsync(set => set.SetProperty(row => row.Corrections, corrections), stop)
        > 0;

    /// <returns>False when there are no such scans.</returns>
    public async Task<bool> PickAsync(Guid id, string? picked, CancellationToken stop) =>
        await db.ScanSets.Where(row => row.Id == id).ExecuteUpdateAsync(set => set.SetProperty(row => row.Picked, picked), stop) > 0;

    /// <summary>Takes scans back, or takes the taking back back.</summary>
    /// <returns>False when there are no such scans.</returns>
    public async Task<bool> SetTakenBackAsync(Guid id, bool takenBack, CancellationToken stop)
    {
        DateTime? at = takenBack ? Now : null;
        return await db
                .ScanSets.IgnoreQueryFilters()
                .Where(row => row.Id == id)
                .ExecuteUpdateAsync(set => set.SetProperty(row => row.TakenBackAt, at), stop) > 0;
    }

    /// <summary>
    /// Takes away files that nothing names, once they have lain there for a day: one that is being entered is not named yet.
    /// </summary>
    public async Task ClearAsync(CancellationToken stop)
    {
        var named = (await db.ScanFiles.Select(row => row.Sha256).ToListAsync(stop)).ToHashSet();
        named.UnionWith(await db.HandOvers.Select(row => row.Sha256).ToListAsync(stop));
        named.UnionWith(await db.Pictures.Select(row => row.Sha256).ToListAsync(stop));
        foreach (var file in files.Before(Now.AddDays(-1)).Where(file => !named.Contains(file)))
            files.Remove(file);
    }
}
