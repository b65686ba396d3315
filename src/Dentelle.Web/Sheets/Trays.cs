using Dentelle.Core.Burs;
using Dentelle.Core.Sequencing;
using Dentelle.Data;

namespace Dentelle.Web.Sheets;

/// <summary>What is laid out for a day's visits, how long they take, what runs out.</summary>
public sealed class Trays(CaseSheets sheets, VisitSums sums, TimeProvider clock)
{
    public DateOnly Today => clock.Today();

    /// <param name="whole">Whether all visits are waited for, as on paper.</param>
    public async Task<TrayView> OfAsync(DateOnly wanted, bool whole, CancellationToken stop)
    {
        var bench = await sheets.BenchAsync(stop);
        var known = await sums.OfAsync(await RowsAsync(wanted, stop), bench, whole, stop);
        var ahead = known.Sums.Where(entry => CaseSheets.IsAhead(entry.Row)).ToArray();
        VisitSum[] ofTheDay = [.. ahead.Where(entry => DayOf(entry.Row.VisitAt!.Value) == wanted).Select(entry => entry.Sum)];
        var limits = sheets.Table.Limits;
        var shortages = Forecast.Of(
            bench.Ledgers,
            [.. ahead.Select(entry => (CaseSheets.NameOf(entry.Row), entry.Sum.Burs))],
            limits.DryPlasticUses.Value
        );
        var today = ofTheDay.SelectMany(sum => sum.Burs.Keys).ToHashSet();
        // What runs out is said once, with the case it runs out with.
        today.ExceptWith(shortages.Select(shortage => shortage.Bur.Id));
        return new TrayView(
            [.. known.Sums.Select(entry => TimeOf(entry.Row, entry.Sum))],
            TrayList.Of(ofTheDay.SelectMany(sum => sum.Wanted)),
            known.Sums.Count == 0 ? [] : [.. shortages.Select(DrawerWords.Said), .. DrawerWords.Warnings(bench.Ledgers, today, limits)],
            known.Counting
        );
    }

    /// <summary>Reckons all that today's screens ask for, so that they need not.</summary>
    public async Task ReckonAsync(CancellationToken stop) =>
        await sums.OfAsync(await RowsAsync(Today, stop), await sheets.BenchAsync(stop), whole: true, stop);

    private async Task<IReadOnlyList<CaseRow>> RowsAsync(DateOnly day, CancellationToken stop) =>
        [.. await sheets.ComingAsync(day, stop), .. await sheets.WithoutVisitAsync(stop)];

    private static DateOnly DayOf(DateTime visit) => DateOnly.FromDateTime(visit.ToLocalTime());

    private static VisitTime TimeOf(CaseRow row, VisitSum sum) =>
        new(row.Id, sum.Minutes, sum.FreeMinutes, sum.BurChanges, row.VisitAt?.AddMinutes(sum.Minutes));
}
