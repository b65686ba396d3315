using Dentelle.Core.Burs;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing;
using Dentelle.Data;

namespace Dentelle.Web.Sheets;

/// <summary>What is laid out for a day's visits, how long they take, what runs out.</summary>
public sealed class Trays(CaseSheets sheets, TimeProvider clock)
{
    public DateOnly Today => clock.Today();

    public async Task<TrayView> OfAsync(DateOnly wanted, CancellationToken stop)
    {
        var bench = await sheets.BenchAsync(stop);
        var (visits, trays, needs) = (
            new List<VisitTime>(),
            new List<(string Case, RunSheet Sheet)>(),
            new List<(string, IReadOnlyDictionary<string, int>)>()
        );
        Protocol? protocol = null;
        foreach (var row in (CaseRow[])[.. await sheets.ComingAsync(wanted, stop), .. await sheets.WithoutVisitAsync(stop)])
        {
            if (!sheets.Of(row, bench).Is(out var sheet, out _))
                continue;
            protocol ??= sheets.ProtocolOf(row);
            visits.Add(TimeOf(row, sheet));
            if (!CaseSheets.IsAhead(row))
                continue;
            needs.Add((CaseSheets.NameOf(row), sheet.Burs));
            if (DayOf(row.VisitAt!.Value) == wanted)
                trays.Add((CaseSheets.NameOf(row), sheet));
        }
        if (protocol is null)
            return new TrayView(visits, [], []);
        var limits = sheets.Table.Limits;
        var today = trays.SelectMany(tray => tray.Sheet.Burs.Keys).ToHashSet();
        var shortages = Forecast.Of(bench.Ledgers, needs, limits.DryPlasticUses.Value);
        // What runs out is said once, with the case it runs out with.
        today.ExceptWith(shortages.Select(shortage => shortage.Bur.Id));
        return new TrayView(
            visits,
            TrayList.Of(trays, protocol),
            [.. shortages.Select(DrawerWords.Said), .. DrawerWords.Warnings(bench.Ledgers, today, limits)]
        );
    }

    private static DateOnly DayOf(DateTime visit) => DateOnly.FromDateTime(visit.ToLocalTime());

    private static VisitTime TimeOf(CaseRow row, RunSheet sheet)
    {
        var minutes = Math.Ceiling(sheet.Minutes);
        var free = Math.Round(sheet.Free.Sum(free => free.End - free.Start));
        return new(row.Id, minutes, free, sheet.BurChanges, row.VisitAt?.AddMinutes(minutes));
    }
}
