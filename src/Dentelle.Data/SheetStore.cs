using Dentelle.Core.Sequencing;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>Keeps what belongs to run sheets: orders of the user's own, and when steps began and ended.</summary>
public sealed class SheetStore(DentelleDb db, TimeProvider clock)
{
    /// <summary>The newest of so many times tell how long a step takes; what lies further back was another time.</summary>
    private const int NewestTimes = 15;

    public async Task<IReadOnlyList<StepTickRow>> TicksAsync(Guid caseId, CancellationToken stop) =>
        await db.StepTicks.AsNoTracking().Where(row => row.CaseId == caseId).OrderBy(row => row.StartedAt).ToListAsync(stop);

    /// <summary>Recorded times by step and kind of tooth, in minutes: the newest of each.</summary>
    public async Task<LearnedTimes> TimesAsync(CancellationToken stop)
    {
        var rows = await db
            .StepTicks.FromSql(
                $"""
                SELECT * FROM (
                    SELECT *, row_number() OVER (PARTITION BY Code, Kind ORDER BY EndedAt DESC) AS Newness
                    FROM StepTicks WHERE EndedAt IS NOT NULL AND TakenBackAt IS NULL
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
    /// <returns>What ended.</returns>
    public async Task<IReadOnlyList<StepTickRow>> StartAsync(
        Guid caseId,
        string key,
        string code,
        ToothKind? kind,
        string? burId,
        CancellationToken stop
    )
    {
        var now = clock.GetUtcNow().UtcDateTime;
        var running = await db.StepTicks.Where(row => row.CaseId == caseId && row.EndedAt == null && row.Key != key).ToListAsync(stop);
        foreach (var row in running)
            row.EndedAt = now;
        foreach (var before in await db.StepTicks.Where(row => row.CaseId == caseId && row.Key == key).ToListAsync(stop))
            before.TakenBackAt = now;
        db.StepTicks.Add(
            new StepTickRow
            {
                Id = Guid.CreateVersion7(),
                CaseId = caseId,
                Key = key,
                Code = code,
                Kind = kind,
                BurId = burId,
                StartedAt = now,
            }
        );
        await db.SaveChangesAsync(stop);
        return running;
    }

    /// <returns>What ended; null when the step was not begun.</returns>
    public async Task<StepTickRow?> EndAsync(Guid caseId, string key, CancellationToken stop)
    {
        if (
            await db.StepTicks.FirstOrDefaultAsync(row => row.CaseId == caseId && row.Key == key && row.EndedAt == null, stop)
            is not { } running
        )
            return null;
        running.EndedAt = clock.GetUtcNow().UtcDateTime;
        await db.SaveChangesAsync(stop);
        return running;
    }

    /// <returns>What was taken back.</returns>
    public async Task<IReadOnlyList<StepTickRow>> TakeBackAsync(Guid caseId, string key, CancellationToken stop)
    {
        var rows = await db.StepTicks.Where(row => row.CaseId == caseId && row.Key == key).ToListAsync(stop);
        foreach (var row in rows)
            row.TakenBackAt = clock.GetUtcNow().UtcDateTime;
        await db.SaveChangesAsync(stop);
        return rows;
    }

    public async Task OrderAsync(CaseRow row, CuttingSchool? school, string? order, CancellationToken stop)
    {
        (row.SheetSchool, row.SheetOrder) = (school, order);
        await db.SaveChangesAsync(stop);
    }
}
