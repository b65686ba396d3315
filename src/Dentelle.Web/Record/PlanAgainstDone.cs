using Dentelle.Core.Exchange;
using Dentelle.Core.Judging;
using Dentelle.Core.Restorations;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Chair;
using Dentelle.Web.Http;
using Dentelle.Web.Sheets;
using Dentelle.Web.Units;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Record;

/// <summary>What was planned beside what was done: steps, zones, versions of the plan.</summary>
public sealed record DoneView(
    IReadOnlyList<DoneStep> Steps,
    IReadOnlyList<DoneZone> Zones,
    IReadOnlyList<PlanVersion> Plans,
    IReadOnlyList<string> Deviations
);

/// <param name="Minutes">As they passed; null while it is not done.</param>
/// <param name="OtherBur">The bur it was done with, where that is not the planned one.</param>
public sealed record DoneStep(
    string Key,
    string Name,
    string? Tooth,
    double PlannedMinutes,
    double? Minutes,
    string? Bur,
    string? OtherBur
);

/// <param name="Found">The newest reading in words; null where nothing was read.</param>
public sealed record DoneZone(string Tooth, string Words, double PlannedMm, string? Found, Verdict? Verdict, string? Headline);

public sealed record PlanVersion(string Tooth, int Version, DateTime At, string By, string What);

/// <summary>Holds a case against its plan.</summary>
public sealed class PlanAgainstDone(
    CaseStore cases,
    RecordStore record,
    CaseSheets sheets,
    StepTicks ticks,
    UnitViews views,
    IOptions<JsonOptions> json
)
{
    public async Task<Answer<DoneView>> OfAsync(Guid caseId, CancellationToken stop)
    {
        if (await cases.CaseAsync(caseId, stop) is not { } row)
            return Problems.Missing("case");
        var steps = new List<DoneStep>();
        if (row.Units.Count > 0)
        {
            if (!sheets.Of(row, await sheets.BenchAsync(stop)).Is(out var sheet, out var problem))
                return problem;
            var done = (await ticks.OfAsync(row, stop)).GroupBy(tick => tick.Key).ToDictionary(own => own.Key, own => own.Last());
            steps.AddRange(RunSheetDocument.From(sheet).Steps.Select(step => Of(step, done.GetValueOrDefault(step.Key))));
        }
        var zones = new List<DoneZone>();
        foreach (var unit in row.Units.OrderBy(unit => unit.Order))
        {
            if (!views.PlanOf(unit).Is(out var plan, out var problem))
                return problem;
            var latest = views.Readings(unit, plan).Where(reading => reading.IsLatest).ToDictionary(reading => reading.Zone);
            zones.AddRange(
                plan.Zones.Select(zone =>
                {
                    var reading = latest.GetValueOrDefault(zone.Zone.Name);
                    return new DoneZone(
                        unit.Tooth,
                        zone.Zone.Words,
                        zone.Depth.Value.Target.Rounded,
                        reading?.Said,
                        reading?.Finding?.Verdict,
                        reading?.Finding?.Headline
                    );
                })
            );
        }
        var notes = ChairNotes.Of(await record.OfCaseAsync(caseId, stop), json.Value.SerializerOptions);
        return new DoneView(
            steps,
            zones,
            [.. (await cases.PlansAsync(caseId, stop)).Select(plan => Of(plan, row))],
            [.. notes.Where(note => note.Note is DeviationNote or GateNote).Select(note => note.Note.Say())]
        );
    }

    private static DoneStep Of(StepDocument step, StepTickRow? tick) =>
        new(
            step.Key,
            step.Name,
            step.Tooth,
            step.Minutes,
            tick?.EndedAt is { } ended ? Math.Round((ended - tick.StartedAt).TotalMinutes, 1) : null,
            step.BurName,
            tick?.BurId is { } bur && bur != step.BurId ? bur.Replace('-', ' ') : null
        );

    private static PlanVersion Of(PlanRow plan, CaseRow row)
    {
        var inputs = JsonDocuments.ReadInputs("plan", plan.Inputs).Value;
        return new(
            row.Units.Find(unit => unit.Id == plan.UnitId)?.Tooth ?? "",
            plan.Version,
            plan.MadeAt,
            plan.MadeBy,
            inputs is null ? "" : $"{inputs.Restoration.Words()}{(inputs.Material is { } material ? $", {Kebab.Words(material)}" : "")}"
        );
    }
}
