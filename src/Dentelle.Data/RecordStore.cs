using Dentelle.Core.Recording;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>What somebody writes into the record.</summary>
/// <param name="Id">Made by whoever sends it: sent again, it is there already.</param>
/// <param name="Words">What it says, JSON.</param>
/// <param name="At">When it happened, UTC; null for now.</param>
/// <param name="Amends">The entry it puts right.</param>
public sealed record RecordWriting(Guid Id, string Kind, string Words, Guid? UnitId = null, DateTime? At = null, Guid? Amends = null);

/// <summary>The record: entries are written and read, never changed.</summary>
public sealed class RecordStore(DentelleDb db, TimeProvider clock)
{
    /// <summary>An entry made while nothing answered may be so old; what is older has the time at which it came.</summary>
    internal static readonly TimeSpan Oldest = TimeSpan.FromHours(24);

    public Task<bool> HasAsync(Guid id, CancellationToken stop) => db.Record.AnyAsync(row => row.Id == id, stop);

    public Task<RecordRow?> EntryAsync(Guid id, CancellationToken stop) =>
        db.Record.AsNoTracking().FirstOrDefaultAsync(row => row.Id == id, stop);

    /// <summary>Of a case, in the order of the chain.</summary>
    public async Task<IReadOnlyList<RecordRow>> OfCaseAsync(Guid caseId, CancellationToken stop) =>
        await db.Record.AsNoTracking().Where(row => row.CaseId == caseId).OrderBy(row => row.Number).ToListAsync(stop);

    /// <summary>Of a patient: all cases, and what was put down of the patient itself, also under the names it was joined from.</summary>
    public async Task<IReadOnlyList<RecordRow>> OfPatientAsync(Guid patientId, CancellationToken stop)
    {
        var same = await db.Patients.Where(row => row.MergedInto == patientId).Select(row => (Guid?)row.Id).ToListAsync(stop);
        var cases = await db.Cases.Where(row => row.PatientId == patientId).Select(row => (Guid?)row.Id).ToListAsync(stop);
        same.Add(patientId);
        return await db
            .Record.AsNoTracking()
            .Where(row => same.Contains(row.PatientId) || cases.Contains(row.CaseId))
            .OrderBy(row => row.Number)
            .ToListAsync(stop);
    }

    /// <summary>Of a visit, in the order of the chain.</summary>
    public async Task<IReadOnlyList<RecordRow>> OfVisitAsync(Guid visitId, CancellationToken stop) =>
        await db.Record.AsNoTracking().Where(row => row.VisitId == visitId).OrderBy(row => row.Number).ToListAsync(stop);

    /// <summary>Place of the last entry of a case; 0 where it has none.</summary>
    public async Task<long> LastOfCaseAsync(Guid caseId, CancellationToken stop) =>
        await db.Record.Where(row => row.CaseId == caseId).MaxAsync(row => (long?)row.Number, stop) ?? 0;

    /// <summary>Enters it, once however often it is sent.</summary>
    /// <returns>Whether it was new.</returns>
    public Task<bool> WriteAsync(RecordWriting writing, Guid? caseId, Guid? visitId, CancellationToken stop, Guid? patientId = null) =>
        db.GuardedAsync(
            async () =>
            {
                if (await HasAsync(writing.Id, stop))
                    return false;
                var now = clock.GetUtcNow().UtcDateTime;
                var at = writing.At is { } then && then <= now && now - then < Oldest ? then : now;
                db.Note(
                    new(
                        writing.Kind,
                        writing.Words,
                        writing.Id,
                        patientId,
                        CaseId: caseId,
                        VisitId: visitId,
                        UnitId: writing.UnitId,
                        Amends: writing.Amends,
                        At: at
                    )
                );
                return true;
            },
            stop
        );

    /// <summary>Names a picture that the file store keeps already.</summary>
    public Task NamePictureAsync(KeptFile file, string media, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                if (!await db.Pictures.AnyAsync(row => row.Sha256 == file.Sha256, stop))
                    db.Pictures.Add(
                        new PictureRow
                        {
                            Sha256 = file.Sha256,
                            Media = media,
                            Bytes = file.Bytes,
                            At = clock.GetUtcNow().UtcDateTime,
                        }
                    );
            },
            stop
        );

    public Task<PictureRow?> PictureAsync(string sha256, CancellationToken stop) =>
        db.Pictures.AsNoTracking().FirstOrDefaultAsync(row => row.Sha256 == sha256, stop);

    /// <summary>Looks over the whole chain, one entry after the other: a practice's years need not fit into memory.</summary>
    public RecordCheck Check((long Number, string Hash)? anchor, CancellationToken stop) =>
        RecordCheck.Of(
            db.Record.AsNoTracking()
                .OrderBy(row => row.Number)
                .AsEnumerable()
                .Select(row =>
                {
                    stop.ThrowIfCancellationRequested();
                    return row.Link();
                }),
            anchor
        );

    /// <summary>Number and hash of the last entry.</summary>
    public async Task<(long Number, string Hash)> HeadAsync(CancellationToken stop) =>
        await db
            .Record.AsNoTracking()
            .OrderByDescending(row => row.Number)
            .Select(row => new { row.Number, row.Hash })
            .FirstOrDefaultAsync(stop)
            is { } head
            ? (head.Number, head.Hash)
            : (0, RecordLink.Beginning);
}
