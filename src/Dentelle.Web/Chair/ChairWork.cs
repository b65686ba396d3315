using System.Text.Json;
using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing.Steps;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Figures;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Dentelle.Web.Sheets;
using Dentelle.Web.Units;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Chair;

/// <summary>The visit at the chair: what it shows, and what is entered there.</summary>
public sealed class ChairWork(
    CaseStore cases,
    VisitStore visits,
    RecordStore record,
    StepTicks ticks,
    CaseSheets sheets,
    UnitViews views,
    ProtocolShelf shelf,
    Actor actor,
    IOptions<JsonOptions> json,
    TimeProvider clock
)
{
    private static readonly Problem NoVisit = Problems.Missing("visit");

    private VisitTable Table => shelf.Shipped.Handbook.Visits;

    public async Task<Answer<ChairView>> ShowAsync(Guid id, CancellationToken stop) =>
        await PlacedAsync(id, stop) is var (visit, row) ? await ViewAsync(visit, row, stop) : NoVisit;

    /// <summary>Enters it, once however often it is sent, and shows the visit as it is then.</summary>
    public async Task<Answer<ChairView>> EnterAsync(Guid id, ChairEntry entry, CancellationToken stop)
    {
        if (await PlacedAsync(id, stop) is not var (visit, row))
            return NoVisit;
        if (Complaint(entry, row) is { } wrong)
            return wrong;
        actor.Visit = visit.Id;
        await using var all = await cases.BeginAsync(stop);
        // Within the transaction: of two that are sent at once the second finds the first.
        if (await record.HasAsync(entry.Id, stop))
            return await ViewAsync(visit, row, stop);
        if (entry.Note is StepNote step)
        {
            if (await StepAsync(visit, row, step, entry, stop) is { } refused)
                return refused;
        }
        var words = JsonSerializer.Serialize(entry.Note, json.Value.SerializerOptions);
        await record.WriteAsync(new(entry.Id, entry.Note.Kind(), words, entry.Unit, entry.At), row.Id, visit.Id, stop);
        await all.CommitAsync(stop);
        return await ViewAsync(visit, row, stop);
    }

    /// <summary>What was told to the patient at a visit; null where nothing was written down.</summary>
    public async Task<IReadOnlyList<string>?> ToldAsync(Guid id, CancellationToken stop) =>
        ChairNotes
            .Of(await record.OfVisitAsync(id, stop), json.Value.SerializerOptions)
            .Select(entry => entry.Note)
            .OfType<AdviceNote>()
            .LastOrDefault()
            ?.Told;

    internal async Task<(VisitRow Visit, CaseRow Case)?> PlacedAsync(Guid id, CancellationToken stop) =>
        await visits.VisitAsync(id, stop) is { } visit && await cases.CaseAsync(visit.CaseId, stop) is { } row ? (visit, row) : null;

    public static VisitView ViewOf(VisitRow visit) =>
        new(visit.Id, visit.Kind, visit.Kind.Name, visit.At, visit.Minutes, visit.Note, visit.DoneAt, visit.Version);

    private static Problem? Complaint(ChairEntry entry, CaseRow row)
    {
        if (entry.Unit is { } unit && row.Units.TrueForAll(own => own.Id != unit))
            return Problems.Missing("unit of this case");
        var sensitive = row.PatientRecord?.EpinephrineSensitive == true;
        return entry.Note switch
        {
            DoseNote { Epinephrine: true, Because: null or "" } or CordNote { Epinephrine: true, Because: null or "" } when sensitive =>
                new Problem("epinephrine", "The patient is sensitive to epinephrine. Take one without it, or say why this one.")
                {
                    YieldsToReason = true,
                },
            DoseNote { Millilitres: <= 0 or > 20 } => new Problem("dose", "A dose lies between 0 and 20 ml."),
            ClockNote { Minutes: <= 0 or > 1440 } => new Problem("clock", "A clock runs from a moment to a day."),
            FreeNote { Text.Length: 0 or > 4000 } => new Problem("note", "A note has 1 to 4000 characters."),
            GateNote { Why.Length: 0 } => new Problem("gate", "Say why the impression is taken with points open."),
            _ => null,
        };
    }

    /// <returns>What stands against it; null when it is done.</returns>
    private async Task<Problem?> StepAsync(VisitRow visit, CaseRow row, StepNote note, ChairEntry entry, CancellationToken stop)
    {
        if (!Steps(visit, row, await sheets.BenchAsync(stop)).Is(out var steps, out var problem))
            return problem;
        if (steps.Find(step => step.Document.Key == note.Key) is not { } step)
            return Problems.Missing("step");
        if (note.What == StepDoing.TakeBack)
        {
            await ticks.TakeBackAsync(row, note.Key, stop);
            return null;
        }
        var before = await ticks.OfAsync(row, stop);
        var there = before.FirstOrDefault(tick => tick.Key == note.Key);
        if (note.What == StepDoing.Done && there is { EndedAt: { } ended })
            return new Problem(
                "step-taken",
                $"“{step.Document.Name}” was done already at {ended.ToLocalTime():HH:mm}. What stands there now is shown."
            );
        if (there is null)
            await ticks.BeginAsync(row, step.Ticked, stop, entry.At);
        if (note.What == StepDoing.Done)
            await ticks.EndAsync(row, note.Key, stop, entry.At);
        var next = steps.Find(other => other != step && other.Document.Key == note.Next && before.All(tick => tick.Key != note.Next));
        if (next is not null)
            await ticks.BeginAsync(row, next.Ticked, stop, entry.At);
        return null;
    }

    private sealed record ChairStep(StepDocument Document, string TimedAs, ToothKind? Kind, VisitStep? Later)
    {
        public TickedStep Ticked => new(Document.Key, TimedAs, Kind, Document.BurId);
    }

    private Answer<List<ChairStep>> Steps(VisitRow visit, CaseRow row, Workbench bench)
    {
        if (visit.Kind == VisitKind.Prepare)
        {
            if (!sheets.Of(row, bench).Is(out var sheet, out var problem))
                return problem;
            var documents = RunSheetDocument.From(sheet).Steps.ToDictionary(step => step.Key);
            return sheet
                .Steps.Select(step => new ChairStep(documents[step.Step.Key], step.Step.TimedAs, step.Step.Tooth?.Kind, null))
                .ToList();
        }
        if (!sheets.TeethOf(row.Units).Is(out var teeth, out var wrong))
            return wrong;
        var placed = LaterVisit.Of(visit.Kind, teeth, Table, sheets.Table);
        var start = 0.0;
        var later = new List<ChairStep>();
        foreach (var step in placed)
        {
            later.Add(new(DocumentOf(step, later.Count + 1, start), step.Step.Code, step.Tooth?.Kind, step.Step));
            start += step.Step.Minutes;
        }
        return later;
    }

    private static StepDocument DocumentOf(PlacedStep placed, int order, double start) =>
        new()
        {
            Order = order,
            Key = placed.Key,
            Code = placed.Step.Code,
            Phase = placed.Step.Phase,
            Name = placed.Step.Name,
            Tooth = placed.Tooth?.Iso,
            Zones = [],
            Segments = [],
            Cuts = [],
            Depths = [],
            TakesUp = false,
            Stroke = placed.Step.How,
            Hint = placed.Hint,
            Speed = StepSpeed.None,
            Water = false,
            Say = placed.Step.Say,
            Check = placed.Step.Check,
            Start = start,
            Minutes = placed.Step.Minutes,
            Learned = false,
            WaitMinutes = placed.Step.WaitMinutes,
            Cautions = placed.Cautions,
        };

    private async Task<Answer<ChairView>> ViewAsync(VisitRow visit, CaseRow row, CancellationToken stop)
    {
        var bench = await sheets.BenchAsync(stop);
        List<ChairStep> steps = [];
        // A case without a tooth has nothing to be done yet, but a visit all the same.
        if (row.Units.Count > 0 && !Steps(visit, row, bench).Is(out steps!, out var problem))
            return problem;
        var (now, notation) = (clock.GetUtcNow().UtcDateTime, (await cases.SettingsAsync(stop)).Notation);
        var written = await record.OfVisitAsync(visit.Id, stop);
        var entries = ChairNotes.Of(written, json.Value.SerializerOptions);
        var amended = written.Select(entry => entry.Amends).ToHashSet();
        var done = await ticks.OfAsync(row, stop);
        var keys = steps.Select(step => step.Document.Key).ToHashSet();
        StepTickRow[] own = [.. done.Where(tick => keys.Contains(tick.Key))];
        var units = row.Units.OrderBy(unit => unit.Order).ToArray();
        var burs = bench.Ledgers.Select(ledger => ledger.Bur).Where(bur => steps.Exists(step => step.Document.BurId == bur.Id));
        var signed = written.LastOrDefault(entry => entry.Kind == "signed");
        return new ChairView
        {
            Visit = ViewOf(visit),
            CaseId = row.Id,
            Number = row.Number.ToString("0000"),
            Patient = row.Patient,
            Alerts = row.PatientRecord?.AlertWords ?? [],
            EpinephrineSensitive = row.PatientRecord?.EpinephrineSensitive == true,
            Steps = [.. steps.Select(step => step.Document)],
            Asks = AsksOf(steps),
            Ticks = [.. own.Select(tick => new TickView(tick.Key, tick.StartedAt, tick.EndedAt))],
            Burs = burs.ToDictionary(bur => bur.Id, BurShapeView.From),
            Units = [.. units.Select(unit => new SheetUnit(unit.Id, unit.Tooth, UnitViews.ToothOf(unit).Write(notation)))],
            Clocks = ChairClocks.Of(entries, own, [.. steps.Select(step => step.Document)], Table, now),
            Points = visit.Kind == VisitKind.Prepare ? [.. units.SelectMany(unit => ChairPoints.Of(unit, views, entries, notation))] : [],
            Entries =
            [
                .. entries.Where(entry => entry.Note is not StepNote).Reverse().Select(entry => ViewOf(entry.Row, entry.Note, amended)),
            ],
            Choices = ChoicesOf(visit.Kind, row),
            Last = await record.LastOfCaseAsync(row.Id, stop),
            Now = now,
            Signed = signed is null ? null : $"{signed.By}, {signed.At.ToLocalTime():yyyy-MM-dd HH:mm}",
        };
    }

    private static ChairEntryView ViewOf(RecordRow row, ChairNote note, HashSet<Guid?> amended) =>
        new(row.Id, row.Number, row.Kind, note.Say(), row.At, row.By, amended.Contains(row.Id));

    private Dictionary<string, StepAsks> AsksOf(IReadOnlyList<ChairStep> steps) =>
        steps
            .Select(step =>
                step.Later is { } later
                    ? (step.Document.Code, Asks: new StepAsks(later.Asks, later.Photo, Gate: false))
                    : (step.Document.Code, Asks: PromptOf(step.Document.Code))
            )
            .Where(pair => pair.Asks.Asks.Count > 0 || pair.Asks.Photo is not null)
            .DistinctBy(pair => pair.Code)
            .ToDictionary(pair => pair.Code, pair => pair.Asks);

    private StepAsks PromptOf(string code) =>
        Table.Prompts.FirstOrDefault(prompt => prompt.Step == code) is { } prompt
            ? new(prompt.Asks, prompt.Photo, prompt.Gate)
            : new([], null, Gate: false);

    private ChairChoices ChoicesOf(VisitKind kind, CaseRow row)
    {
        var advice = sheets.TeethOf(row.Units).Is(out var teeth, out _) ? LaterVisit.AdviceOf(kind, teeth, Table, sheets.Table) : [];
        return new(
            Table.Deviations,
            Table.Replans,
            Table.Provisionals,
            [.. Table.Clocks.Select(entry => new NamedEntry(entry.Code, entry.Name))],
            [.. advice.Select(entry => new NamedEntry(entry.Code, entry.Text))]
        );
    }
}
