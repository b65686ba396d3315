using Dentelle.Core.Judging;
using Dentelle.Data;
using Dentelle.Web.Http;
using Dentelle.Web.Units;

namespace Dentelle.Web.Cases;

/// <summary>Puts together what is shown of cases, and changes what is kept of them besides their units.</summary>
public sealed class CaseViews(CaseStore store, UnitViews views)
{
    public async Task<DayView> DayAsync(CancellationToken stop)
    {
        var settings = await store.SettingsAsync(stop);
        return new DayView([.. (await store.AllAsync(stop)).Select(row => ViewOf(row, settings))]);
    }

    public async Task<Answer<CaseView>> ShowAsync(Guid id, CancellationToken stop) =>
        await store.CaseAsync(id, stop) is { } row ? ViewOf(row, await store.SettingsAsync(stop)) : Problems.Missing("case");

    /// <returns>What is wrong with the entry; null when it is kept.</returns>
    public async Task<Problem?> ChangeAsync(Guid id, CaseEntry entry, CancellationToken stop)
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.Missing("case");
        if (entry.Patient is { } patient && !CaseEntry.IsName(patient))
            return new Problem("patient", "A patient's name has 1 to 120 characters.");
        if (entry.Note is { Length: > CaseEntry.LongestNote })
            return new Problem("note", $"A note has at most {CaseEntry.LongestNote} characters.");
        await store.ChangeCaseAsync(row, entry.Patient?.Trim(), entry.VisitAt, noVisit: entry.NoVisit == true, entry.Note, stop);
        return null;
    }

    private CaseView ViewOf(CaseRow row, SettingsRow settings) =>
        new(
            row.Id,
            row.Number.ToString("0000"),
            row.Patient,
            row.VisitAt,
            row.Note,
            [.. row.Units.Select(unit => Summary(unit, settings))]
        );

    private CaseUnitView Summary(UnitRow unit, SettingsRow settings)
    {
        var tooth = UnitViews.ToothOf(unit);
        var written = tooth.Write(settings.Notation);
        var stage =
            unit.FinishedAt is not null ? UnitStage.Finished
            : unit.Readings.Any(row => row.TakenBackAt is null) ? UnitStage.BeingCut
            : UnitStage.Planned;
        // What was asked for is enough to count zones; only readings are held against what the body takes.
        if (!(stage == UnitStage.Planned ? views.AskedOf(unit) : views.PlanOf(unit)).Is(out var plan, out var problem))
            return new()
            {
                Id = unit.Id,
                Tooth = unit.Tooth,
                Written = written,
                ToothName = tooth.Name,
                What = views.WhatOf(unit),
                Material = views.MaterialNameOf(unit),
                Stage = stage,
                Measured = 0,
                Zones = 0,
                Worst = null,
                Telling = problem.Sentence,
            };

        var latest = views.Readings(unit, plan).Where(reading => reading is { IsLatest: true, Finding: not null }).ToArray();
        // Verdicts are declared worst first but for "over" and "can't tell", which still ask for a look before "within" does.
        var worst = latest
            .OrderBy(reading => reading.Finding!.Verdict == Verdict.Within)
            .ThenBy(reading => reading.Finding!.Verdict)
            .FirstOrDefault();
        var telling =
            worst is null ? null
            : worst.Finding!.Verdict == Verdict.Within ? $"{latest.Length} of {plan.Zones.Count} zones read, all within"
            : $"{plan.Zone(worst.Zone)!.Zone.Words}: {worst.Finding.Headline.LowerFirst()}";
        return new()
        {
            Id = unit.Id,
            Tooth = unit.Tooth,
            Written = written,
            ToothName = tooth.Name,
            What = views.WhatOf(unit),
            Material = views.MaterialNameOf(unit),
            Stage = stage,
            Measured = latest.Length,
            Zones = plan.Zones.Count,
            Worst = worst?.Finding?.Verdict,
            Telling = telling,
        };
    }
}
