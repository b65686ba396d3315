using System.Text.Json;
using Dentelle.Core;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing;
using Dentelle.Data;
using Dentelle.Web.Protocols;
using Dentelle.Web.Units;

namespace Dentelle.Web.Sheets;

/// <summary>Makes the run sheets of cases from their plans, the drawer and the practice's own times.</summary>
public sealed class CaseSheets(UnitViews views, ProtocolShelf shelf, DrawerStore drawer, SheetStore sheets)
{
    /// <summary>The sheet as the case has it: its own school and order when it has some. An order kept before the plan changed may no longer hold; the best one takes its place.</summary>
    public async Task<Answer<RunSheet>> OfAsync(CaseRow row, CancellationToken stop)
    {
        var order = OrderOf(row);
        var made = await OfAsync(row, row.SheetSchool, order, stop);
        return order is not null && made.Problem?.Code == "step-order" ? await OfAsync(row, row.SheetSchool, null, stop) : made;
    }

    /// <summary>The sheet as it would be with another school or order.</summary>
    public async Task<Answer<RunSheet>> OfAsync(CaseRow row, CuttingSchool? school, IReadOnlyList<string>? order, CancellationToken stop)
    {
        if (!Plans(row).Is(out var plans, out var problem)) return problem;
        var handbook = HandbookOf(row);
        var table = handbook.Sheets;
        if (school is { } wanted && !plans.Any(plan => table.School(wanted).Suits(plan)))
        {
            var known = plans.SelectMany(table.For).Select(entry => Kebab.Of(entry.School)).Distinct().ToArray();
            return new Problem("school", $"“{table.School(wanted).Name}” cuts none of the teeth of this case; these do: {string.Join(", ", known)}.", known);
        }
        // A school of the case's holds for the teeth it suits; the others keep their own.
        Plan[] cut = [.. plans.Select(plan => school is { } chosen && table.School(chosen).Suits(plan) ? plan with { School = chosen } : plan)];
        var ledgers = await LedgersAsync(stop);
        var request = new SheetRequest([.. ledgers.Where(ledger => ledger.Usable).Select(ledger => ledger.Bur)], null, await sheets.TimesAsync(stop), order);
        return RunSheet.Make(cut, request, handbook.Protocol, table);
    }

    public static IReadOnlyList<string>? OrderOf(CaseRow row) => row.SheetOrder is { } json ? JsonSerializer.Deserialize<string[]>(json) : null;

    public Handbook HandbookOf(CaseRow row) => shelf.Of(row.Units[0]).Handbook;

    public Task<IReadOnlyList<BurLedger>> LedgersAsync(CancellationToken stop) => drawer.LedgersAsync(stop);

    private Answer<Plan[]> Plans(CaseRow row)
    {
        if (row.Units.Count == 0) return new Problem("nothing-to-cut", "This case has no tooth yet: there is nothing to put in order.");
        var plans = new List<Plan>();
        foreach (var unit in row.Units.OrderBy(unit => unit.Order))
        {
            if (!views.PlanOf(unit).Is(out var plan, out var problem)) return problem with { Sentence = $"{unit.Tooth}: {problem.Sentence}" };
            plans.Add(plan);
        }
        return plans.ToArray();
    }
}
