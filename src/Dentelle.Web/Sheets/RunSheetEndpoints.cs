using System.Text.Json;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Order;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Documents;
using Dentelle.Web.Http;
using Dentelle.Web.Units;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Sheets;

/// <summary>The whole HTTP face of run sheets: the sheet, its order, its ticks, as a page and in a calendar.</summary>
public static class RunSheetEndpoints
{
    public static void MapRunSheets(this WebApplication app)
    {
        var api = app.MapGroup("/api").RequireAuthorization(Policies.Clinician).WithTags("Run sheets");
        api.MapGet("cases/{id:guid}/sheet", Get).WithName("getRunSheet");
        api.MapPut("cases/{id:guid}/sheet", Change).WithName("changeRunSheet");
        api.MapPost("cases/{id:guid}/sheet/ticks", Tick).WithName("tickStep");
        api.MapGet("cases/{id:guid}/sheet.pdf", Page)
            .WithName("printRunSheet")
            .Produces<byte[]>(StatusCodes.Status200OK, "application/pdf")
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("cases/{id:guid}/visit.ics", Calendar)
            .WithName("getVisitCalendar")
            .Produces<string>(StatusCodes.Status200OK, "text/calendar")
            .ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Results<Ok<RunSheetView>, ProblemHttpResult>> Get(
        Guid id,
        CaseStore store,
        CaseSheets sheets,
        SheetStore ticks,
        CancellationToken stop
    )
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.NoSuch("case");
        var bench = await sheets.BenchAsync(stop);
        return sheets.Of(row, bench).Is(out var sheet, out var problem)
            ? TypedResults.Ok(await ViewAsync(row, sheet, bench, sheets, ticks, store, stop))
            : Problems.From(problem);
    }

    private static async Task<Results<Ok<RunSheetView>, ProblemHttpResult>> Change(
        Guid id,
        SheetEntry entry,
        CaseStore store,
        CaseSheets sheets,
        SheetStore ticks,
        CancellationToken stop
    )
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.NoSuch("case");
        var school = entry.OwnSchools == true ? null : entry.School ?? row.SheetSchool;
        // Another school has other steps: an order made for the old one goes with it.
        var order = entry.BestOrder == true || school != row.SheetSchool ? null : entry.Order ?? CaseSheets.OrderOf(row);
        var bench = await sheets.BenchAsync(stop);
        if (!sheets.Of(row, school, order, bench).Is(out var sheet, out var problem))
            return Problems.From(problem);
        await ticks.OrderAsync(
            row,
            school,
            order is null ? null : JsonSerializer.Serialize(sheet.Steps.Select(step => step.Step.Key)),
            stop
        );
        return TypedResults.Ok(await ViewAsync(row, sheet, bench, sheets, ticks, store, stop));
    }

    private static async Task<Results<Ok<RunSheetView>, ProblemHttpResult>> Tick(
        Guid id,
        TickEntry entry,
        CaseStore store,
        CaseSheets sheets,
        SheetStore ticks,
        DrawerStore drawer,
        CancellationToken stop
    )
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.NoSuch("case");
        if (!sheets.Of(row, await sheets.BenchAsync(stop)).Is(out var sheet, out var problem))
            return Problems.From(problem);
        if (sheet.Steps.FirstOrDefault(step => step.Step.Key == entry.Key)?.Step is not { } step)
            return Problems.NoSuch("step");
        if (entry.What == TickWhat.TakeBack)
        {
            foreach (var taken in await ticks.TakeBackAsync(id, step.Key, stop))
                await drawer.TakeBackAsync(taken, stop);
        }
        else
        {
            var ended =
                entry.What == TickWhat.Start
                    ? await ticks.StartAsync(id, step.Key, step.TimedAs, step.Tooth?.Kind, step.Bur?.Chosen?.Id, stop)
                : await ticks.EndAsync(id, step.Key, stop) is { } one ? [one]
                : [];
            if (entry.What == TickWhat.Stop && ended.Count == 0)
                return Problems.From(new Problem("not-running", "This step was not begun, so it can't be ended."));
            foreach (var done in ended.Where(done => done.BurId is not null))
                await drawer.UseAsync(done.BurId!, CaseSheets.CutOn(row, done.Tooth), true, id, done.Tooth, stop);
        }
        // The ledger may just have changed.
        return TypedResults.Ok(await ViewAsync(row, sheet, await sheets.BenchAsync(stop), sheets, ticks, store, stop));
    }

    private static async Task<IResult> Page(
        Guid id,
        CaseStore store,
        CaseSheets sheets,
        SheetStore ticks,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.NoSuch("case");
        var bench = await sheets.BenchAsync(stop);
        if (!sheets.Of(row, bench).Is(out var sheet, out var problem))
            return Problems.From(problem);
        return TypedResults.File(
            RunSheetPage.Write(await ViewAsync(row, sheet, bench, sheets, ticks, store, stop), clock.GetLocalNow()),
            "application/pdf"
        );
    }

    private static async Task<IResult> Calendar(
        Guid id,
        CaseStore store,
        CaseSheets sheets,
        TimeProvider clock,
        HttpResponse response,
        CancellationToken stop
    )
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.NoSuch("case");
        if (row.VisitAt is not { } begin)
            return Problems.From(new Problem("no-visit", "No visit is agreed for this case. Set its day and time first."));
        if (!sheets.Of(row, await sheets.BenchAsync(stop)).Is(out var sheet, out var problem))
            return Problems.From(problem);
        response.Headers.ContentDisposition = $"attachment; filename=\"visit-{row.Number:0000}.ics\"";
        return TypedResults.Text(VisitOf(row, sheet, begin).AsCalendar(clock.GetUtcNow().UtcDateTime), "text/calendar; charset=utf-8");
    }

    /// <summary>No names leave in a calendar: the case's number says which it is.</summary>
    private static VisitEntry VisitOf(CaseRow row, RunSheet sheet, DateTime begin)
    {
        var teeth = string.Join(' ', sheet.Visit.Schools.Keys.Select(tooth => tooth.Iso));
        var lines = sheet
            .Steps.Select(step =>
                $"{begin.AddMinutes(step.Start).ToLocalTime():HH:mm} {step.Step.Tooth?.Iso} {step.Step.Name}".Replace(
                    "  ",
                    " ",
                    StringComparison.Ordinal
                )
            )
            .Concat(
                sheet.Free.Select(free =>
                    $"Free {begin.AddMinutes(free.Start).ToLocalTime():HH:mm}–{begin.AddMinutes(free.End).ToLocalTime():HH:mm}"
                )
            );
        return new(
            $"case-{row.Id}@dentelle",
            begin,
            begin.AddMinutes(Math.Ceiling(sheet.Minutes)),
            $"{CaseSheets.NameOf(row)}: {teeth}",
            string.Join('\n', lines)
        );
    }

    /// <summary>What should be seen to before some burs are used.</summary>
    internal static IEnumerable<string> Warnings(IReadOnlyList<BurLedger> ledgers, IReadOnlySet<string> burs, double dryPlasticMost) =>
        from ledger in ledgers
        where burs.Contains(ledger.Bur.Id)
        let text = ledger.Warning(dryPlasticMost)
        where text is not null
        select $"{ledger.Bur.Name}: {text.LowerFirst()}.";

    internal static string Said(BurShortage shortage) =>
        $"{shortage.Bur.Name}: good for {shortage.Left} more, {shortage.Needed} planned; it runs out with {shortage.FirstWithout.LowerFirst()}.";

    /// <summary>Burs of a sheet, each with the number of teeth it cuts.</summary>
    internal static IReadOnlyDictionary<string, int> BursOf(RunSheet sheet) =>
        sheet
            .Steps.Select(step => step.Step)
            .Where(step => step.Bur?.Chosen is not null)
            .GroupBy(step => step.Bur!.Chosen!.Id)
            .ToDictionary(group => group.Key, group => group.Select(step => step.Tooth).Distinct().Count());

    private static async Task<RunSheetView> ViewAsync(
        CaseRow row,
        RunSheet sheet,
        Workbench bench,
        CaseSheets sheets,
        SheetStore ticks,
        CaseStore store,
        CancellationToken stop
    )
    {
        var handbook = sheets.HandbookOf(row);
        var notation = (await store.SettingsAsync(stop)).Notation;
        var burs = sheet.Steps.Select(step => step.Step.Bur?.Chosen).OfType<Bur>().DistinctBy(bur => bur.Id).ToArray();
        var own = row.SheetOrder is not null;
        return new(
            row.Id,
            row.Number.ToString("0000"),
            row.Patient,
            row.VisitAt,
            RunSheetDocument.From(sheet, handbook.Protocol.Takes("dry-margin", "dry")),
            own,
            own && sheet.BurChanges > sheet.LowerBound ? sheet.LowerBound : null,
            [.. sheet.Visit.Offered.Select(school => new SchoolChoice(school.School, school.Name))],
            row.SheetSchool,
            burs.ToDictionary(bur => bur.Id, ShapeOf),
            [.. (await ticks.TicksAsync(row.Id, stop)).Select(tick => new TickView(tick.Key, tick.StartedAt, tick.EndedAt))],
            [
                .. row
                    .Units.OrderBy(unit => unit.Order)
                    .Select(unit => new SheetUnit(unit.Id, unit.Tooth, UnitViews.ToothOf(unit).Write(notation))),
            ],
            [.. Warnings(bench.Ledgers, burs.Select(bur => bur.Id).ToHashSet(), handbook.Sheets.Limits.DryPlasticUses.Value)]
        );
    }

    internal static BurShapeView ShapeOf(Bur bur)
    {
        var profile = BurProfile.Of(bur);
        return new(
            [.. profile.Outline.SelectMany(point => (double[])[Math.Round(point.X, 3), Math.Round(point.Y, 3)])],
            Math.Round(profile.CutsTo, 2),
            bur.LargestMm,
            bur.Grit,
            bur.Material
        );
    }
}
