using Dentelle.Core.Sequencing;
using Dentelle.Data;
using Dentelle.Web.Http;
using Dentelle.Web.Units;

namespace Dentelle.Web.Sheets;

/// <summary>Visits that are too long: how they could be spread, and the moving of teeth between them.</summary>
public sealed class VisitWork(CaseStore store, CaseSheets sheets)
{
    /// <summary>How a case's teeth could be spread over visits; one visit where it is short enough.</summary>
    public async Task<Answer<SplitView>> ProposeAsync(Guid id, CancellationToken stop)
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.Missing("case");
        var bench = await sheets.BenchAsync(stop);
        if (!sheets.Of(row, bench).Is(out var whole, out var problem))
            return problem;
        var most = sheets.Table.Limits.VisitMostMinutes.Value;
        if (whole.Minutes <= most)
            return new SplitView(most, [VisitOf([.. row.Units], whole)]);
        // What a visit takes once, whatever is cut: what all single teeth have in common.
        var (once, cuts) = (whole.Steps.Where(step => step.Step.Tooth is null).Sum(step => step.Minutes), new List<CutTogether>());
        var groups = row.Units.GroupBy(unit => UnitViews.InputsOf(unit).Bridge is { } bridge ? string.Join(' ', bridge.Teeth) : unit.Tooth);
        foreach (var group in groups)
        {
            if (!sheets.Of(row, [.. group], bench).Is(out var alone, out problem))
                return problem;
            cuts.Add(new([.. group.Select(UnitViews.ToothOf)], alone.Minutes - once));
        }
        var visits = new List<SplitVisit>();
        foreach (var visit in VisitSplit.Of(cuts, once, most))
        {
            UnitRow[] units = [.. row.Units.Where(unit => visit.Any(cut => cut.Teeth.Contains(UnitViews.ToothOf(unit))))];
            if (!sheets.Of(row, units, bench).Is(out var sheet, out problem))
                return problem;
            visits.Add(VisitOf(units, sheet));
        }
        return new SplitView(most, visits);
    }

    /// <summary>The first visit's teeth stay; each other visit becomes a case of the same patient, without an agreed time.</summary>
    public async Task<Answer<SplitDone>> SplitAsync(Guid id, SplitEntry entry, CancellationToken stop)
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.Missing("case");
        var moved = entry.Visits.Skip(1).SelectMany(visit => visit).ToArray();
        if (entry.Visits.Count < 2 || moved.Length == 0 || moved.Distinct().Count() != moved.Length)
            return new Problem("visits", "Name at least two visits, each tooth in one of them.");
        if (moved.FirstOrDefault(unit => row.Units.All(own => own.Id != unit)) is var foreign && foreign != Guid.Empty)
            return Problems.Missing("unit of this case");
        if (SplitsBridge(row, entry.Visits) is { } torn)
            return torn;
        await using var all = await store.BeginAsync(stop);
        var cases = new List<Guid> { id };
        foreach (var visit in entry.Visits.Skip(1).Where(visit => visit.Count > 0))
        {
            var next = await store.AddCaseAsync(row.Patient, null, $"Goes on from case {row.Number:0000}.", stop, patientId: row.PatientId);
            if (await store.MoveAsync(visit, next.Id, stop) is { } problem)
                return problem;
            cases.Add(next.Id);
        }
        await all.CommitAsync(stop);
        return new SplitDone(cases);
    }

    /// <summary>Moves a tooth, with the others of its bridge, to another case of the practice.</summary>
    public async Task<Problem?> MoveAsync(Guid unitId, Guid toCase, CancellationToken stop)
    {
        if (await store.UnitAsync(unitId, stop) is not { } unit)
            return Problems.Missing("unit");
        if (await store.CaseAsync(toCase, stop) is null)
            return Problems.Missing("case");
        var bridge = UnitViews.InputsOf(unit).Bridge?.Teeth;
        Guid[] together = [.. unit.Case!.Units.Where(row => row.Id == unitId || bridge?.Contains(row.Tooth) == true).Select(row => row.Id)];
        return await store.MoveAsync(together, toCase, stop);
    }

    private static Problem? SplitsBridge(CaseRow row, IReadOnlyList<IReadOnlyList<Guid>> visits)
    {
        foreach (var unit in row.Units)
        {
            if (UnitViews.InputsOf(unit).Bridge is not { } bridge)
                continue;
            var places = row
                .Units.Where(other => bridge.Teeth.Contains(other.Tooth))
                .Select(other => Math.Max(0, visits.ToList().FindIndex(visit => visit.Contains(other.Id))))
                .Distinct();
            if (places.Count() > 1)
                return new Problem("bridge", $"{string.Join(' ', bridge.Teeth)} is one bridge: its teeth are cut at one visit.");
        }
        return null;
    }

    private static SplitVisit VisitOf(IReadOnlyList<UnitRow> units, RunSheet sheet) =>
        new([.. units.Select(unit => unit.Id)], [.. units.Select(unit => unit.Tooth)], Math.Ceiling(sheet.Minutes));
}
