using System.Runtime.CompilerServices;
using Dentelle.Core.Visiting;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>A case as a list has it: whole, or known to be broken.</summary>
/// <param name="Row">Null where what is kept of it can't be read.</param>
/// <param name="Fault">Why it can't be.</param>
public sealed record ListedCase(Guid Id, CaseRow? Row, Exception? Fault);

/// <summary>What a day begins with.</summary>
/// <param name="Coming">Visits from today on, the next one first.</param>
/// <param name="WithoutVisit">Teeth to be cut for which no visit is agreed, the newest case first.</param>
/// <param name="ComingInAll">However many are listed.</param>
/// <param name="WithoutVisitInAll">However many are listed.</param>
/// <param name="EarlierOpen">Visits of days before with a tooth that is not finished.</param>
public sealed record DayCases(
    IReadOnlyList<ListedCase> Coming,
    IReadOnlyList<ListedCase> WithoutVisit,
    int ComingInAll,
    int WithoutVisitInAll,
    int EarlierOpen
);

/// <summary>Lists of cases. One that can't be read does not hide the others.</summary>
public sealed class CaseList(DentelleDb db)
{
    public async Task<bool> AnyAsync(CancellationToken stop) => await db.Cases.IgnoreQueryFilters().AnyAsync(stop);

    /// <param name="today">When the day begins, UTC.</param>
    /// <param name="most">How many are listed of each kind.</param>
    public async Task<DayCases> DayAsync(DateTime today, int most, CancellationToken stop)
    {
        var coming = db.Cases.Where(row => row.VisitAt >= today);
        return new(
            await ReadAsync(coming.OrderBy(row => row.VisitAt).ThenBy(row => row.Number).Take(most), stop),
            await WithoutVisitAsync(most, stop),
            await coming.CountAsync(stop),
            await WithoutVisit().CountAsync(stop),
            await db.Cases.Where(row => row.VisitAt < today).Where(CaseRow.IsOpen).CountAsync(stop)
        );
    }

    /// <summary>Cases with a tooth to cut at a visit between two times, UTC.</summary>
    public Task<IReadOnlyList<ListedCase>> AheadAsync(DateTime from, DateTime until, CancellationToken stop) =>
        ReadAsync(
            db.Cases.Where(row =>
                    row.VisitAt >= from
                    && row.VisitAt < until
                    && row.Units.Any()
                    // At other visits nothing is cut.
                    && row.Visits.Any(visit => visit.DoneAt == null && visit.At == row.VisitAt && visit.Kind == VisitKind.Prepare)
                )
                .OrderBy(row => row.VisitAt),
            stop
        );

    /// <summary>The newest cases with a tooth to cut and no agreed visit.</summary>
    public Task<IReadOnlyList<ListedCase>> WithoutVisitAsync(int most, CancellationToken stop) =>
        ReadAsync(WithoutVisit().OrderByDescending(row => row.Number).Take(most), stop);

    /// <summary>Cases in which a tooth that is not finished stands planned with a protocol, whatever its version.</summary>
    public Task<IReadOnlyList<ListedCase>> PlannedWithAsync(string protocolId, int most, CancellationToken stop) =>
        ReadAsync(
            db.Cases.Where(row =>
                    row.Units.Any(unit =>
                        unit.FinishedAt == null
                        && db.Plans.Any(plan => plan.UnitId == unit.Id && plan.Version == unit.Version && plan.ProtocolId == protocolId)
                    )
                )
                .OrderByDescending(row => row.Number)
                .Take(most),
            stop
        );

    /// <summary>All cases with what was shown of their plans, one after the other, each let go before the next.</summary>
    public async IAsyncEnumerable<ListedCase> EachAsync([EnumeratorCancellation] CancellationToken stop)
    {
        foreach (var id in await db.Cases.OrderBy(row => row.Number).Select(row => row.Id).ToListAsync(stop))
        {
            yield return await OneAsync(id, stop, results: true);
            db.ChangeTracker.Clear();
        }
    }

    private IQueryable<CaseRow> WithoutVisit() => db.Cases.Where(row => row.VisitAt == null).Where(CaseRow.IsOpen);

    private async Task<IReadOnlyList<ListedCase>> ReadAsync(IQueryable<CaseRow> wanted, CancellationToken stop)
    {
        var ids = await wanted.Select(row => row.Id).ToListAsync(stop);
        try
        {
            var rows = (await RowsAsync(ids, stop)).ToDictionary(row => row.Id);
            return [.. ids.Select(id => new ListedCase(id, rows[id], null))];
        }
        catch (Exception fault) when (IsOfTheData(fault))
        {
            var listed = new List<ListedCase>();
            foreach (var id in ids)
                listed.Add(await OneAsync(id, stop));
            return listed;
        }
    }

    private async Task<ListedCase> OneAsync(Guid id, CancellationToken stop, bool results = false)
    {
        db.ChangeTracker.Clear();
        try
        {
            return new(id, (await RowsAsync([id], stop, results))[0], null);
        }
        catch (Exception fault) when (IsOfTheData(fault))
        {
            db.ChangeTracker.Clear();
            return new(id, null, fault);
        }
    }

    private async Task<IReadOnlyList<CaseRow>> RowsAsync(IReadOnlyList<Guid> ids, CancellationToken stop, bool results = false)
    {
        var plans = db.NewestPlans(db.Units.Where(unit => ids.Contains(unit.CaseId)));
        await (results ? plans.Include(plan => plan.Result) : plans).LoadAsync(stop);
        return await db.WholeCases().Where(row => ids.Contains(row.Id)).ToListAsync(stop);
    }

    /// <summary>Values that no program of ours wrote; a disk that does not answer is another matter.</summary>
    private static bool IsOfTheData(Exception fault) => fault is not OperationCanceledException && StoreFaults.Of(fault) is null;
}
