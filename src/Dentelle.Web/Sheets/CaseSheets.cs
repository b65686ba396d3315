using System.Text.Json;
using Dentelle.Core.Burs;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Logging;
using Dentelle.Web.Units;

namespace Dentelle.Web.Sheets;

/// <summary>
/// What every sheet of the practice is made with: its burs with their ledger and its own times, read once for all sheets of
/// a request.
/// </summary>
public sealed record Workbench(IReadOnlyList<BurLedger> Ledgers, LearnedTimes Times);

/// <summary>Makes the run sheets of cases from their plans, the drawer and the practice's own times.</summary>
public sealed class CaseSheets(
    CaseList list,
    UnitViews views,
    ProtocolShelf shelf,
    DrawerStore drawer,
    SheetStore sheets,
    KeptSheets kept,
    ILogger<CaseSheets> log
)
{
    /// <summary>Burs are laid in for so many days ahead.</summary>
    private const int DaysAhead = 7;

    /// <summary>How long a visit will take is asked before it is agreed: for so many of the newest cases.</summary>
    private const int WithoutVisit = 20;

    public async Task<IReadOnlyList<CaseRow>> WithoutVisitAsync(CancellationToken stop) =>
        [.. (await list.WithoutVisitAsync(WithoutVisit, stop)).Select(entry => entry.Row).OfType<CaseRow>()];

    /// <summary>Cases with a visit on a day or in the week behind it; those that can't be read are left out.</summary>
    public async Task<IReadOnlyList<CaseRow>> ComingAsync(DateOnly day, CancellationToken stop)
    {
        var listed = await list.AheadAsync(day.Begin(), day.AddDays(DaysAhead).Begin(), stop);
        return [.. listed.Select(entry => entry.Row).OfType<CaseRow>()];
    }

    /// <summary>Behind it no visit can end.</summary>
    private static readonly DateTime LastVisit = DateTime.MaxValue - TimeSpan.FromDays(2);

    private static Problem Broken { get; } =
        new("case-broken", "The run sheet of this case can't be made from what is kept of it. The log says why.");

    public async Task<Workbench> BenchAsync(CancellationToken stop) => new(await drawer.LedgersAsync(stop), await sheets.TimesAsync(stop));

    /// <summary>
    /// The sheet as the case has it: its own school and order when it has some. An order kept before the plan changed may
    /// no longer hold; the best one takes its place. One case whose data can't be read must not take the day's tray and the
    /// drawer with it.
    /// </summary>
    public Answer<RunSheet> Of(CaseRow row, Workbench bench)
    {
        try
        {
            var order = OrderOf(row);
            var made = Of(row, row.SheetSchool, order, bench);
            return order is not null && made.Problem?.Code == "step-order" ? Of(row, row.SheetSchool, null, bench) : made;
        }
        catch (Exception broken) when (broken is not OperationCanceledException)
        {
            log.SheetNotMade(row.Number, broken);
            return Broken;
        }
    }

    /// <summary>The sheet as it would be with another school or order. Made once for the same plans, burs, times and wishes.</summary>
    public Answer<RunSheet> Of(CaseRow row, CuttingSchool? school, IReadOnlyList<string>? order, Workbench bench)
    {
        if (row.Units.Count == 0)
            return new Problem("nothing-to-cut", "This case has no tooth yet: there is nothing to put in order.");
        if (row.VisitAt is { } visit && visit > LastVisit)
            return Broken;
        var rack = RackOf(row, bench);
        return kept.Get(Key(row.Units, school, order, rack, bench), () => Made(row.Units, school, order, rack, bench.Times));
    }

    /// <summary>All that a case's sheet follows from, as text; null when it has no tooth.</summary>
    internal string? KeyOf(CaseRow row, Workbench bench)
    {
        try
        {
            return row.Units.Count == 0 ? null : Key(row.Units, row.SheetSchool, OrderOf(row), RackOf(row, bench), bench).Text;
        }
        catch (Exception broken) when (broken is not OperationCanceledException)
        {
            log.SheetNotMade(row.Number, broken);
            return null;
        }
    }

    private BurRack RackOf(CaseRow row, Workbench bench) => BurRack.Of(bench.Ledgers, row.Id.ToString(), Table.Limits.DryPlasticUses.Value);

    private SheetKey Key(
        IReadOnlyList<UnitRow> units,
        CuttingSchool? school,
        IReadOnlyList<string>? order,
        BurRack rack,
        Workbench bench
    ) => new(units, shelf.Of, school, order, rack, bench.Times, Table.Limits, AlertsOf(units));

    /// <summary>The sheet of some of a case's teeth, as if they were cut at a visit of their own.</summary>
    public Answer<RunSheet> Of(CaseRow row, IReadOnlyList<UnitRow> units, Workbench bench)
    {
        var (rack, school) = (RackOf(row, bench), row.SheetSchool);
        return kept.Get(Key(units, school, null, rack, bench), () => Made(units, school, null, rack, bench.Times));
    }

    private Answer<RunSheet> Made(
        IReadOnlyList<UnitRow> units,
        CuttingSchool? school,
        IReadOnlyList<string>? order,
        BurRack rack,
        LearnedTimes times
    )
    {
        if (!TeethOf(units).Is(out var teeth, out var problem))
            return problem;
        var table = Table;
        if (school is { } wanted && !teeth.Any(tooth => table.School(wanted).Suits(tooth.Plan)))
        {
            var known = teeth.SelectMany(tooth => table.For(tooth.Plan)).Select(entry => Kebab.Of(entry.School)).Distinct().ToArray();
            return new Problem(
                "school",
                $"“{table.School(wanted).Name}” cuts none of the teeth of this case; these do: {string.Join(", ", known)}.",
                known
            );
        }
        // A school of the case's holds for the teeth it suits; the others keep their own.
        VisitTooth[] cut = [.. teeth.Select(tooth => tooth.In(school, table))];
        return RunSheet.Make(cut, new SheetRequest(rack, null, times, order), table);
    }

    public static IReadOnlyList<string>? OrderOf(CaseRow row) =>
        row.SheetOrder is { } json ? JsonSerializer.Deserialize<string[]>(json) : null;

    /// <summary>What run sheets are made from: the same for every protocol.</summary>
    public RunSheetTable Table => shelf.Shipped.Handbook.Sheets;

    /// <summary>A digest of the files that sheets follow from.</summary>
    internal string Files => shelf.Shipped.Handbook.Digest;

    /// <summary>The protocol whose habits hold for what is done once in a visit: its first tooth's.</summary>
    public Protocol ProtocolOf(CaseRow row) => shelf.Of(row.Units.MinBy(unit => unit.Order)!).Protocol;

    /// <summary>Whether a tooth of a case is one of a patient's or a plastic one.</summary>
    public static UsedOn CutOn(CaseRow row, string? tooth) =>
        row.Units.FirstOrDefault(unit => unit.Tooth == tooth) is { } unit && UnitViews.InputsOf(unit).Findings?.Typodont == true
            ? UsedOn.Plastic
            : UsedOn.Tooth;

    /// <summary>How a case is called where its patient's name has no place.</summary>
    public static string NameOf(CaseRow row) => $"Case {row.Number:0000}";

    /// <summary>Whether a case is still to be cut at a visit that is agreed.</summary>
    public static bool IsAhead(CaseRow row) => row.VisitAt is not null && row.Units.Any(unit => unit.FinishedAt is null);

    private static PatientAlerts AlertsOf(IReadOnlyList<UnitRow> units) =>
        units is [var first, ..] ? first.Case?.PatientRecord?.Alerts ?? PatientAlerts.None : PatientAlerts.None;

    /// <summary>Each tooth with the protocol it was planned with: they may differ within a case.</summary>
    public Answer<VisitTooth[]> TeethOf(IReadOnlyList<UnitRow> units)
    {
        if (units.GroupBy(unit => unit.Tooth).FirstOrDefault(same => same.Count() > 1) is { } twice)
            return new Problem("tooth-there", $"This case has {twice.Key} twice. Remove one of them; then its run sheet can be made.");
        var teeth = new List<VisitTooth>();
        foreach (var unit in units.OrderBy(unit => unit.Order))
        {
            if (!views.PlanOf(unit).Is(out var plan, out var problem))
                return problem with { Sentence = $"{unit.Tooth}: {problem.Sentence}" };
            teeth.Add(new(plan, shelf.Of(unit).Protocol) { Alerts = AlertsOf(units) });
        }
        return teeth.ToArray();
    }
}
