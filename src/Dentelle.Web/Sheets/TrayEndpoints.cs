using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Documents;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Sheets;

/// <summary>The whole HTTP face of the day's tray: what is laid out for its visits, how long they take, what runs out.</summary>
public static class TrayEndpoints
{
    public static void MapTrays(this WebApplication app)
    {
        var api = app.MapGroup("/api/day").RequireAuthorization(Policies.Clinician).WithTags("Run sheets");
        api.MapGet("tray", Get).WithName("getTray");
        api.MapGet("tray.pdf", Page).WithName("printTray").Produces<byte[]>(StatusCodes.Status200OK, "application/pdf");
    }

    private static async Task<Ok<TrayView>> Get(
        DateOnly? day,
        CaseStore store,
        CaseSheets sheets,
        TimeProvider clock,
        CancellationToken stop
    ) => TypedResults.Ok(await TrayAsync(day ?? Today(clock), store, sheets, stop));

    private static async Task<IResult> Page(
        DateOnly? day,
        CaseStore store,
        CaseSheets sheets,
        DrawerStore drawer,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        var wanted = day ?? Today(clock);
        var burs = (await drawer.LedgersAsync(stop)).ToDictionary(ledger => ledger.Bur.Id, ledger => RunSheetEndpoints.ShapeOf(ledger.Bur));
        return TypedResults.File(
            TrayPage.Write(await TrayAsync(wanted, store, sheets, stop), burs, wanted, clock.GetLocalNow()),
            "application/pdf"
        );
    }

    private static DateOnly DayOf(DateTime visit) => DateOnly.FromDateTime(visit.ToLocalTime());

    private static DateOnly Today(TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    private static async Task<TrayView> TrayAsync(DateOnly wanted, CaseStore store, CaseSheets sheets, CancellationToken stop)
    {
        var bench = await sheets.BenchAsync(stop);
        var (visits, trays, needs) = (
            new List<VisitTime>(),
            new List<(string, RunSheet)>(),
            new List<(string, IReadOnlyDictionary<string, int>)>()
        );
        Handbook? handbook = null;
        // What was finished on days before has no chair time to come.
        foreach (
            var row in (await store.AllAsync(stop)).Where(row =>
                row.Units.Count > 0 && (row.VisitAt is not { } at || DayOf(at) >= wanted || CaseSheets.IsAhead(row))
            )
        )
        {
            if (!sheets.Of(row, bench).Is(out var sheet, out _))
                continue;
            handbook ??= sheets.HandbookOf(row);
            var minutes = Math.Ceiling(sheet.Minutes);
            visits.Add(
                new(
                    row.Id,
                    minutes,
                    Math.Round(sheet.Free.Sum(free => free.End - free.Start)),
                    sheet.BurChanges,
                    row.VisitAt?.AddMinutes(minutes)
                )
            );
            if (!CaseSheets.IsAhead(row))
                continue;
            needs.Add((CaseSheets.NameOf(row), RunSheetEndpoints.BursOf(sheet)));
            if (DayOf(row.VisitAt!.Value) == wanted)
                trays.Add((CaseSheets.NameOf(row), sheet));
        }
        if (handbook is null)
            return new TrayView(visits, [], []);
        var dry = handbook.Sheets.Limits.DryPlasticUses.Value;
        var today = trays.SelectMany(tray => RunSheetEndpoints.BursOf(tray.Item2).Keys).ToHashSet();
        var shortages = Forecast.Of(bench.Ledgers, needs, dry);
        // What runs out is said once, with the case it runs out with.
        today.ExceptWith(shortages.Select(shortage => shortage.Bur.Id));
        return new TrayView(
            visits,
            TrayList.Of(trays, handbook.Protocol),
            [.. shortages.Select(RunSheetEndpoints.Said), .. RunSheetEndpoints.Warnings(bench.Ledgers, today, dry)]
        );
    }
}
