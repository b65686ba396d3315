using System.Text.Json;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing;
using Dentelle.Data;
using Dentelle.Web.Figures;
using Dentelle.Web.Http;
using Dentelle.Web.Units;

namespace Dentelle.Web.Sheets;

/// <summary>
/// What can be done with a case's run sheet: look at it, order it otherwise, tick its steps. Every answer shows it as it is
/// afterwards.
/// </summary>
public sealed class SheetWork(CaseStore store, CaseSheets sheets, SheetStore orders, StepTicks ticks)
{
    private static readonly Problem NoCase = Problems.Missing("case");

    public async Task<Answer<RunSheetView>> ShowAsync(Guid id, CancellationToken stop)
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return NoCase;
        var bench = await sheets.BenchAsync(stop);
        return sheets.Of(row, bench).Is(out var sheet, out var problem) ? await ViewAsync(row, sheet, bench, stop) : problem;
    }

    public async Task<Answer<RunSheetView>> ChangeAsync(Guid id, SheetEntry entry, CancellationToken stop)
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return NoCase;
        var school = entry.OwnSchools == true ? null : entry.School ?? row.SheetSchool;
        // Another school has other steps: an order made for the old one goes with it.
        var order = entry.BestOrder == true || school != row.SheetSchool ? null : entry.Order ?? CaseSheets.OrderOf(row);
        var bench = await sheets.BenchAsync(stop);
        if (!sheets.Of(row, school, order, bench).Is(out var sheet, out var problem))
            return problem;
        var kept = order is null ? null : JsonSerializer.Serialize(sheet.Steps.Select(step => step.Step.Key));
        await orders.OrderAsync(row, school, kept, stop);
        return await ViewAsync(row, sheet, bench, stop);
    }

    /// <summary>Begins, ends or takes back a step; what ends with it is noted in the drawer's ledger, all of it or nothing.</summary>
    public async Task<Answer<RunSheetView>> TickAsync(Guid id, TickEntry entry, CancellationToken stop)
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return NoCase;
        if (!sheets.Of(row, await sheets.BenchAsync(stop)).Is(out var sheet, out var problem))
            return problem;
        if (sheet.Steps.FirstOrDefault(step => step.Step.Key == entry.Key)?.Step is not { } step)
            return Problems.Missing("step");
        await using var all = await store.BeginAsync(stop);
        switch (entry.What)
        {
            case TickWhat.TakeBack:
                await ticks.TakeBackAsync(row, step.Key, stop);
                break;
            case TickWhat.Start:
                await ticks.BeginAsync(row, new(step.Key, step.TimedAs, step.Tooth?.Kind, step.Bur?.Chosen?.Id), stop);
                break;
            default:
                if (!await ticks.EndAsync(row, step.Key, stop))
                    return new Problem("not-running", "This step was not begun, so it can't be ended.");
                break;
        }
        await all.CommitAsync(stop);
        // The ledger may just have changed.
        return await ViewAsync(row, sheet, await sheets.BenchAsync(stop), stop);
    }

    private async Task<RunSheetView> ViewAsync(CaseRow row, RunSheet sheet, Workbench bench, CancellationToken stop)
    {
        var notation = (await store.SettingsAsync(stop)).Notation;
        var burs = sheet.Steps.Select(step => step.Step.Bur?.Chosen).OfType<Bur>().DistinctBy(bur => bur.Id).ToArray();
        var own = row.SheetOrder is not null;
        return new()
        {
            CaseId = row.Id,
            Number = row.Number.ToString("0000"),
            Patient = row.Patient,
            VisitAt = row.VisitAt,
            Sheet = RunSheetDocument.From(sheet),
            OwnOrder = own,
            Fewest = own && sheet.BurChanges > sheet.LowerBound ? sheet.LowerBound : null,
            Schools = [.. sheet.Visit.Offered.Select(school => new SchoolChoice(school.School, school.Name))],
            School = row.SheetSchool,
            Burs = burs.ToDictionary(bur => bur.Id, BurShapeView.From),
            LayOut = TrayList.Of(TrayList.Wanted(CaseSheets.NameOf(row), sheet, sheets.ProtocolOf(row))),
            Ticks = [.. (await ticks.OfAsync(row, stop)).Select(tick => new TickView(tick.Key, tick.StartedAt, tick.EndedAt))],
            Units =
            [
                .. row
                    .Units.OrderBy(unit => unit.Order)
                    .Select(unit => new SheetUnit(unit.Id, unit.Tooth, UnitViews.ToothOf(unit).Write(notation))),
            ],
            Warnings = [.. DrawerWords.Warnings(bench.Ledgers, burs.Select(bur => bur.Id).ToHashSet(), sheets.Table.Limits)],
        };
    }
}
