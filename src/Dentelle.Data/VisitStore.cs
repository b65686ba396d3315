using Dentelle.Core.Visiting;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>What is agreed of a visit; what is null stays as it is.</summary>
/// <param name="NoTime">Takes the agreed time away.</param>
public sealed record VisitFacts(
    VisitKind? Kind = null,
    DateTime? At = null,
    bool NoTime = false,
    int? Minutes = null,
    string? Note = null,
    bool? Done = null
);

/// <summary>Keeps the visits of cases. A case's next visit is kept in step with them.</summary>
public sealed class VisitStore(DentelleDb db, TimeProvider clock)
{
    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>In the order of their kinds and times: assessed before it is cut, cut before it is cemented.</summary>
    public async Task<IReadOnlyList<VisitRow>> OfCaseAsync(Guid caseId, CancellationToken stop) =>
        [
            .. (await db.Visits.AsNoTracking().Where(row => row.CaseId == caseId).ToListAsync(stop))
                .OrderBy(row => row.DoneAt ?? DateTime.MaxValue)
                .ThenBy(row => row.At ?? DateTime.MaxValue)
                .ThenBy(row => row.Kind)
                .ThenBy(row => row.Entry),
        ];

    public Task<VisitRow?> VisitAsync(Guid id, CancellationToken stop) => db.Visits.FirstOrDefaultAsync(row => row.Id == id, stop);

    /// <summary>Visits with a time between two, UTC, not done yet, the first one first.</summary>
    public async Task<IReadOnlyList<VisitRow>> BetweenAsync(DateTime from, DateTime until, CancellationToken stop) =>
        await (
            from visit in db.Visits.AsNoTracking()
            join whole in db.Cases on visit.CaseId equals whole.Id
            where visit.At >= @from && visit.At < until
            orderby visit.At
            select visit
        ).ToListAsync(stop);

    public Task<VisitRow> AddAsync(Guid caseId, VisitKind kind, VisitFacts facts, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                var added = new VisitRow
                {
                    Id = Guid.CreateVersion7(),
                    CaseId = caseId,
                    Kind = kind,
                    Entry = await db.Visits.IgnoreQueryFilters().Select(row => row.Entry).NextEntryAsync(stop),
                    Version = 1,
                };
                Take(added, facts);
                db.Visits.Add(added);
                await db.SaveChangesAsync(stop);
                await KeepNextAsync(caseId, stop);
                return added;
            },
            stop
        );

    /// <param name="version">Of the visit as it was seen; null changes it whatever it is.</param>
    public Task<Answer<VisitRow>> ChangeAsync(Guid id, int? version, VisitFacts facts, CancellationToken stop) =>
        db.GuardedAsync<Answer<VisitRow>>(
            async () =>
            {
                if (await VisitAsync(id, stop) is not { } row)
                    return Missing;
                // Whoever looked at it before this turn began may have seen an older one.
                await db.Entry(row).ReloadAsync(stop);
                if (version is { } seen && seen != row.Version)
                    return new Problem(
                        "changed-meanwhile",
                        "This visit was changed elsewhere meanwhile. Look at it again, then make your change."
                    );
                Take(row, facts);
                row.Version++;
                await db.SaveChangesAsync(stop);
                await KeepNextAsync(row.CaseId, stop);
                return row;
            },
            stop
        );

    /// <returns>What stands against it; null when it is taken off.</returns>
    public Task<Problem?> RemoveAsync(Guid id, CancellationToken stop) =>
        db.GuardedAsync<Problem?>(
            async () =>
            {
                if (await VisitAsync(id, stop) is not { } row)
                    return Missing;
                if (row.DoneAt is not null || await db.Record.AnyAsync(entry => entry.VisitId == id && entry.Kind != "visit", stop))
                    return new Problem("visit-begun", "Something was done at this visit already: it stays in the record.");
                row.RemovedAt = Now;
                row.Version++;
                await db.SaveChangesAsync(stop);
                await KeepNextAsync(row.CaseId, stop);
                return null;
            },
            stop
        );

    /// <summary>Agrees the time of a case's next visit: that at which it is cut, where none was spoken of yet.</summary>
    public async Task AgreeAsync(CaseRow whole, DateTime? at, CancellationToken stop)
    {
        var open = await db.Visits.Where(row => row.CaseId == whole.Id && row.DoneAt == null).ToListAsync(stop);
        var next = open.OrderBy(row => row.At ?? DateTime.MaxValue).ThenBy(row => row.Kind).FirstOrDefault();
        if (next is null)
        {
            if (at is not null)
                await AddAsync(whole.Id, VisitKind.Prepare, new(At: at), stop);
            return;
        }
        await ChangeAsync(next.Id, null, new(At: at, NoTime: at is null), stop);
    }

    private void Take(VisitRow row, VisitFacts facts)
    {
        row.Kind = facts.Kind ?? row.Kind;
        row.At = facts.NoTime ? null : facts.At ?? row.At;
        row.Minutes = facts.Minutes ?? row.Minutes;
        row.Note = facts.Note ?? row.Note;
        row.DoneAt = facts.Done switch
        {
            true => row.DoneAt ?? Now,
            false => null,
            null => row.DoneAt,
        };
    }

    private async Task KeepNextAsync(Guid caseId, CancellationToken stop)
    {
        if (await db.Cases.FirstOrDefaultAsync(row => row.Id == caseId, stop) is not { } whole)
            return;
        whole.VisitAt = await db.Visits.Where(row => row.CaseId == caseId && row.DoneAt == null).MinAsync(row => row.At, stop);
        await db.SaveChangesAsync(stop);
    }

    private static Problem Missing { get; } = new("not-found", "There is no such visit.");
}
