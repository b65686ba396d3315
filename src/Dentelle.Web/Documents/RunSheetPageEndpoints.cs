using Dentelle.Core.Sequencing;
using Dentelle.Data;
using Dentelle.Web.Figures;
using Dentelle.Web.Http;
using Dentelle.Web.Sheets;

namespace Dentelle.Web.Documents;

/// <summary>Run sheets and trays as pages, visits in a calendar.</summary>
public static class RunSheetPageEndpoints
{
    private const string Pdf = "application/pdf";

    public static void MapRunSheetPages(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("Run sheets");
        api.MapGet("cases/{id:guid}/sheet.pdf", Page)
            .WithName("printRunSheet")
            .Produces<byte[]>(StatusCodes.Status200OK, Pdf)
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("cases/{id:guid}/visit.ics", Visit)
            .WithName("getVisitCalendar")
            .Produces<string>(StatusCodes.Status200OK, "text/calendar")
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("day/tray.pdf", Tray).WithName("printTray").Produces<byte[]>(StatusCodes.Status200OK, Pdf);
    }

    private static async Task<IResult> Page(Guid id, SheetWork work, CaseStore store, TimeProvider clock, CancellationToken stop)
    {
        if (!(await work.ShowAsync(id, stop)).Is(out var view, out var problem))
            return Problems.From(problem);
        var settings = await store.SettingsAsync(stop);
        return TypedResults.File(RunSheetPage.Write(view, at => TimeWords.Of(at, settings.TwelveHours), clock.GetLocalNow()), Pdf);
    }

    private static async Task<IResult> Visit(
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

    private static async Task<IResult> Tray(DateOnly? day, Trays trays, DrawerStore drawer, TimeProvider clock, CancellationToken stop)
    {
        var wanted = day ?? trays.Today;
        var burs = (await drawer.LedgersAsync(stop)).ToDictionary(ledger => ledger.Bur.Id, ledger => BurShapeView.From(ledger.Bur));
        return TypedResults.File(TrayPage.Write(await trays.OfAsync(wanted, whole: true, stop), burs, wanted, clock.GetLocalNow()), Pdf);
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
}
