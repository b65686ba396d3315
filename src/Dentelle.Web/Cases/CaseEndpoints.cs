using System.Security.Claims;
using Dentelle.Core.Judging;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Dentelle.Web.Units;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Cases;

/// <summary>The whole HTTP face of cases: the day's list, new ones, and cases as files.</summary>
public static class CaseEndpoints
{
    // A case file is text of a few kilobytes a unit.
    private const long LargestFile = 2_000_000;

    public static void MapCases(this WebApplication app)
    {
        var api = app.MapGroup("/api").RequireAuthorization(Policies.Clinician).WithTags("Cases");
        api.MapGet("day", Day).WithName("getDay");
        api.MapGet("cases/{id:guid}", Get).WithName("getCase");
        api.MapPut("cases/{id:guid}", Change).WithName("changeCase");
        api.MapGet("cases/{id:guid}/file", Export).WithName("exportCase");
        api.MapPost("cases/file", Import)
            .WithName("importCase")
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(LargestFile));
    }

    private static async Task<Ok<DayView>> Day(CaseStore store, UnitViews views, CancellationToken stop)
    {
        var settings = await store.SettingsAsync(stop);
        var cases = await store.AllAsync(stop);
        return TypedResults.Ok(new DayView([.. cases.Select(row => ViewOf(row, views, settings))]));
    }

    private static async Task<Results<Ok<CaseView>, ProblemHttpResult>> Get(
        Guid id,
        CaseStore store,
        UnitViews views,
        CancellationToken stop
    ) =>
        await store.CaseAsync(id, stop) is { } row
            ? TypedResults.Ok(ViewOf(row, views, await store.SettingsAsync(stop)))
            : Problems.NoSuch("case");

    private static CaseView ViewOf(CaseRow row, UnitViews views, SettingsRow settings) =>
        new(
            row.Id,
            row.Number.ToString("0000"),
            row.Patient,
            row.VisitAt,
            row.Note,
            [.. row.Units.Select(unit => Summary(unit, views, settings))]
        );

    private static async Task<Results<NoContent, ProblemHttpResult>> Change(
        Guid id,
        CaseEntry entry,
        CaseStore store,
        CancellationToken stop
    )
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.NoSuch("case");
        if (entry.Patient is { } patient && !CaseEntry.IsName(patient))
            return Problems.From(new Problem("patient", "A patient's name has 1 to 120 characters."));
        if (entry.Note is { Length: > CaseEntry.LongestNote })
            return Problems.From(new Problem("note", $"A note has at most {CaseEntry.LongestNote} characters."));
        await store.ChangeCaseAsync(row, entry.Patient?.Trim(), entry.VisitAt, entry.NoVisit == true, entry.Note, stop);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<CaseFile>, ProblemHttpResult>> Export(
        Guid id,
        CaseStore store,
        HttpResponse response,
        CancellationToken stop
    )
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.NoSuch("case");
        response.Headers.ContentDisposition = $"attachment; filename=\"case-{row.Number:0000}.json\"";
        return TypedResults.Ok(CaseFiles.Write(row));
    }

    private static async Task<Results<Ok<ImportedCase>, ProblemHttpResult>> Import(
        CaseFile file,
        CaseFiles files,
        ClaimsPrincipal user,
        CancellationToken stop
    ) =>
        (await files.ReadAsync(file, user.NameOf(), stop)).Is(out var imported, out var problem)
            ? TypedResults.Ok(imported)
            : Problems.From(problem);

    private static CaseUnitView Summary(UnitRow unit, UnitViews views, SettingsRow settings)
    {
        var tooth = UnitViews.ToothOf(unit);
        var written = tooth.Write(settings.Notation);
        var stage =
            unit.FinishedAt is not null ? UnitStage.Finished
            : unit.Readings.Any(row => row.TakenBackAt is null) ? UnitStage.BeingCut
            : UnitStage.Planned;
        if (!views.PlanOf(unit).Is(out var plan, out var problem))
            return new(
                unit.Id,
                unit.Tooth,
                written,
                tooth.Name,
                views.WhatOf(unit),
                views.MaterialNameOf(unit),
                stage,
                0,
                0,
                null,
                problem.Sentence
            );

        var latest = views.Readings(unit, plan, settings).Where(reading => reading is { IsLatest: true, Finding: not null }).ToArray();
        // Verdicts are declared worst first but for "over" and "can't tell", which still ask for a look before "within" does.
        var worst = latest
            .OrderBy(reading => reading.Finding!.Verdict == Verdict.Within)
            .ThenBy(reading => reading.Finding!.Verdict)
            .FirstOrDefault();
        var telling =
            worst is null ? null
            : worst.Finding!.Verdict == Verdict.Within ? $"{latest.Length} of {plan.Zones.Count} zones read, all within"
            : $"{plan.Zone(worst.Zone)!.Zone.Words}: {worst.Finding.Headline.LowerFirst()}";
        return new(
            unit.Id,
            unit.Tooth,
            written,
            tooth.Name,
            views.WhatOf(unit),
            views.MaterialNameOf(unit),
            stage,
            latest.Length,
            plan.Zones.Count,
            worst?.Finding?.Verdict,
            telling
        );
    }
}

/// <param name="Told">What the user should know of it; null when all is as it was in the file.</param>
public sealed record ImportedCase(Guid Id, string Number, Guid? FirstUnit, string? Told);
