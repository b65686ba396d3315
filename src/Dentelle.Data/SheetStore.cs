using Dentelle.Core.Sequencing;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>Keeps what belongs to run sheets: orders of the user's own, and when steps began and ended.</summary>
public sealed class SheetStore(DentelleDb db, TimeProvider clock)
{
    /// <summary>The newest of so many times tell how long a step takes; what lies further back was another time.</summary>
    private const int NewestTimes = 15;

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    public async Task<IReadOnlyList<StepTickRow>> TicksAsync(Guid caseId, CancellationToken stop) =>
        await db.StepTicks.AsNoTracking().Where(row => row.CaseId == caseId).OrderBy(row => row.Entry).ToListAsync(stop);

    /// <summary>
    /// Recorded times by step and kind of tooth, in minutes: the newest of each. A step that took no time, as where the clock
    /// was set back under it, tells nothing.
    /// </summary>
    public async Task<LearnedTimes> TimesAsync(CancellationToken stop)
    {
        var rows = await db
            .StepTicks.FromSql(
                $"""
                SELECT * FROM (
                    SELECT *, row_number() OVER (PARTITION BY Code, Kind ORDER BY Entry DESC) AS Newness
                    FROM StepTicks WHERE EndedAt > StartedAt AND TakenBackAt IS NULL
                )
                WHERE Newness <= {NewestTimes}
                """
            )
            .AsNoTracking()
            .ToListAsync(stop);
        return new LearnedTimes(
            rows.GroupBy(row => (row.Code, row.Kind))
                .ToDictionary(
                    group => group.Key,
                    group => (IReadOnlyList<double>)[.. group.Select(row => (row.EndedAt!.Value - row.StartedAt).TotalMinutes)]
                )
        );
    }

    /// <summary>Begins a step; one that runs in the same case ends with it.</summary>
    /// <param name="at">When it was begun, UTC; null for now.</param>
    /// <returns>What ended.</returns>
    public Task<IReadOnlyList<StepTickRow>> StartAsync(
        Guid caseId,
        string key,
        string code,
        ToothKind? kind,
        string? burId,
        CancellationToken stop,
        DateTime? at = null
    ) =>
        db.GuardedAsync<IReadOnlyList<StepTickRow>>(
            async () =>
            {
                var running = await db
                    .StepTicks.Where(row => row.CaseId == caseId && row.EndedAt == null && row.Key != key)
                    .ToListAsync(stop);
                foreach (var row in running)
                    End(row, at);
                foreach (var before in await db.StepTicks.Where(row => row.CaseId == caseId && row.Key == key).ToListAsync(stop))
                    before.TakenBackAt = Now;
                db.StepTicks.Add(
                    new StepTickRow
                    {
                        Id = Guid.CreateVersion7(),
                        CaseId = caseId,
                        Key = key,
                        Code = code,
                        Kind = kind,
                        BurId = burId,
                        Entry = await db.StepTicks.IgnoreQueryFilters().Select(row => row.Entry).NextEntryAsync(stop),
                        StartedAt = Then(at),
                    }
                );
                return running;
            },
            stop
        );

    /// <returns>What ended; null when the step was not begun.</returns>
    public Task<StepTickRow?> EndAsync(Guid caseId, string key, CancellationToken stop, DateTime? at = null) =>
        db.GuardedAsync(
            async () =>
            {
                var running = await db.StepTicks.FirstOrDefaultAsync(
                    row => row.CaseId == caseId && row.Key == key && row.EndedAt == null,
                    stop
                );
                if (running is not null)
                    End(running, at);
                return running;
            },
            stop
        );

    /// <returns>What was taken back.</returns>
    public Task<IReadOnlyList<StepTickRow>> TakeBackAsync(Guid caseId, string key, CancellationToken stop) =>
        db.GuardedAsync<IReadOnlyList<StepTickRow>>(
            async () =>
            {
                var rows = await db.StepTicks.Where(row => row.CaseId == caseId && row.Key == key).ToListAsync(stop);
                foreach (var row in rows)
                    row.TakenBackAt = Now;
                return rows;
            },
            stop
        );

    public async Task OrderAsync(CaseRow row, CuttingSchool? school, string? order, CancellationToken stop)
    {
        (row.SheetSchool, row.SheetOrder) = (school, order);
        await db.SaveChangesAsync(stop);
    }

    private void End(StepTickRow row, DateTime? at) => row.EndedAt = Then(at) < row.StartedAt ? row.StartedAt : Then(at);

    /// <summary>What was entered while nothing answered happened when it was entered, but neither tomorrow nor long ago.</summary>
    private DateTime Then(DateTime? at) => at is { } then && then <= Now && Now - then < RecordStore.Oldest ? then : Now;
}
