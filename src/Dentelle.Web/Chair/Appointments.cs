using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Cases;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Dentelle.Web.Sheets;

namespace Dentelle.Web.Chair;

/// <summary>The visits of a case: agreed, moved, taken off, and when there is time for one.</summary>
public sealed class Appointments(CaseStore cases, VisitStore visits, CaseSheets sheets, ProtocolShelf shelf, TimeProvider clock)
{
    /// <summary>So many times are offered, of so many days at most.</summary>
    private const int MostOffered = 12,
        MostDays = 28,
        OfADay = 4;

    /// <summary>A visit whose steps can't be reckoned takes so long.</summary>
    private const double UsualMinutes = 60;

    private VisitTable Table => shelf.Shipped.Handbook.Visits;

    public async Task<Answer<VisitsView>> OfCaseAsync(Guid caseId, CancellationToken stop) =>
        await cases.CaseAsync(caseId, stop) is null
            ? Problems.Missing("case")
            : new VisitsView([.. (await visits.OfCaseAsync(caseId, stop)).Select(ChairWork.ViewOf)]);

    public async Task<Answer<VisitsView>> AddAsync(Guid caseId, VisitEntry entry, CancellationToken stop)
    {
        if (await cases.CaseAsync(caseId, stop) is null)
            return Problems.Missing("case");
        if (CaseRules.Complaint(null, entry.Note, entry.At) is { } wrong)
            return wrong;
        await visits.AddAsync(caseId, entry.Kind ?? VisitKind.Prepare, FactsOf(entry), stop);
        return await OfCaseAsync(caseId, stop);
    }

    public async Task<Answer<VisitsView>> ChangeAsync(Guid id, VisitEntry entry, CancellationToken stop)
    {
        if (await VisibleAsync(id, stop) is not { } visit)
            return Problems.Missing("visit");
        if (CaseRules.Complaint(null, entry.Note, entry.At) is { } wrong)
            return wrong;
        return (await visits.ChangeAsync(id, entry.Version, FactsOf(entry), stop)).Is(out _, out var problem)
            ? await OfCaseAsync(visit.CaseId, stop)
            : problem;
    }

    public async Task<Answer<VisitsView>> RemoveAsync(Guid id, CancellationToken stop)
    {
        if (await VisibleAsync(id, stop) is not { } visit)
            return Problems.Missing("visit");
        return await visits.RemoveAsync(id, stop) is { } problem ? problem : await OfCaseAsync(visit.CaseId, stop);
    }

    /// <summary>When the visit could be: the first times of the coming days at which nothing else is.</summary>
    public async Task<Answer<FreeTimesView>> FreeAsync(Guid id, CancellationToken stop)
    {
        if (await VisibleAsync(id, stop) is not { } visit)
            return Problems.Missing("visit");
        var today = clock.Today();
        var (begin, end) = (today.Begin(), today.AddDays(MostDays).Begin());
        var taken = (await visits.BetweenAsync(begin, end, stop)).Where(other => other.Id != id && other.DoneAt is null).ToArray();
        var rows = new Dictionary<Guid, double>();
        foreach (var other in taken.Append(visit).DistinctBy(other => other.Id))
            rows[other.Id] = await MinutesAsync(other, stop);
        var (hours, now) = (Table.Hours, clock.GetLocalNow());
        var free = new List<DateTime>();
        for (var day = today; day < today.AddDays(MostDays) && free.Count < MostOffered; day = day.AddDays(1))
        {
            if (day.DayOfWeek is DayOfWeek.Saturday or DayOfWeek.Sunday)
                continue;
            var midnight = day.Begin();
            var own = taken
                .Where(other => DateOnly.FromDateTime(other.At!.Value.ToLocalTime()) == day)
                .Select(other => ((other.At!.Value - midnight).TotalMinutes, (other.At.Value - midnight).TotalMinutes + rows[other.Id]))
                .ToArray();
            var from = day == today ? Math.Max(hours.FromMinute, (int)(now.DateTime - now.Date).TotalMinutes + 1) : hours.FromMinute;
            free.AddRange(
                FreeTimes.Of(own, from, hours.UntilMinute, rows[id], hours.StepMinutes).Take(OfADay).Select(at => midnight.AddMinutes(at))
            );
        }
        return new FreeTimesView([.. free.Take(MostOffered)]);
    }

    private async Task<VisitRow?> VisibleAsync(Guid id, CancellationToken stop) =>
        await visits.VisitAsync(id, stop) is { } visit && await cases.CaseAsync(visit.CaseId, stop) is not null ? visit : null;

    /// <summary>What was agreed, or what its steps take.</summary>
    private async Task<double> MinutesAsync(VisitRow visit, CancellationToken stop)
    {
        if (visit.Minutes is { } agreed)
            return agreed;
        if (await cases.CaseAsync(visit.CaseId, stop) is not { Units.Count: > 0 } row)
            return UsualMinutes;
        if (visit.Kind == VisitKind.Prepare)
            return sheets.Of(row, await sheets.BenchAsync(stop)).Is(out var sheet, out _) ? sheet.Minutes : UsualMinutes;
        return sheets.TeethOf(row.Units).Is(out var teeth, out _)
            ? LaterVisit.Of(visit.Kind, teeth, Table, sheets.Table).Sum(step => step.Step.Minutes)
            : UsualMinutes;
    }

    private static VisitFacts FactsOf(VisitEntry entry) => new(entry.Kind, entry.At, entry.NoTime == true, entry.Minutes, entry.Note);
}
