using System.Security.Claims;
using System.Text.Json.Nodes;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Chair;
using Dentelle.Web.Documents;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Export;

using NarrativeAnswer = Results<Ok<NarrativeView>, ProblemHttpResult>;

/// <summary>What is taken out of the house of one case or patient, for insurer, patient, other programs.</summary>
public static class TakeAlongEndpoints
{
    private const string Pdf = "application/pdf",
        CsvType = "text/csv; charset=utf-8";

    public static void MapTakeAlong(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("Export");
        api.MapGet("cases/{id:guid}/narrative", Show).WithName("getNarrative");
        api.MapPost("cases/{id:guid}/narrative", Sign).WithName("signNarrative");
        api.MapGet("cases/{id:guid}/narrative.pdf", Letter).WithName("printNarrative").Produces<byte[]>(StatusCodes.Status200OK, Pdf);
        api.MapGet("visits/{id:guid}/advice.pdf", Advice).WithName("printAdvice").Produces<byte[]>(StatusCodes.Status200OK, Pdf);
        api.MapGet("cases/{id:guid}/fhir.json", Fhir).WithName("exportFhir").ExcludeFromDescription();
        api.MapGet("cases/{id:guid}/record.csv", RecordCsv).WithName("exportRecordCsv").ExcludeFromDescription();
        api.MapGet("cases/{id:guid}/readings.csv", ReadingsCsv).WithName("exportReadingsCsv").ExcludeFromDescription();
        api.MapPost("cases/{id:guid}/readings.csv", ImportReadings)
            .WithName("importReadings")
            .Accepts<string>("text/csv")
            .ExcludeFromDescription();
        api.MapGet("patients/{id:guid}/everything.zip", Patient).WithName("exportPatient").ExcludeFromDescription();
    }

    private static async Task<NarrativeAnswer> Show(Guid id, Narratives work, CancellationToken stop) =>
        (await work.ShowAsync(id, stop)).ToResult();

    private static async Task<NarrativeAnswer> Sign(
        Guid id,
        NarrativeEntry entry,
        Narratives work,
        ClaimsPrincipal user,
        CancellationToken stop
    ) => (await work.SignAsync(id, entry, user, stop)).ToResult();

    /// <summary>The newest that was signed.</summary>
    private static async Task<IResult> Letter(Guid id, Narratives work, TimeProvider clock, CancellationToken stop)
    {
        if (!(await work.ShowAsync(id, stop)).Is(out var view, out var problem))
            return Problems.From(problem);
        if (view.Signed.Count == 0)
            return Problems.From(new Problem("not-signed", "No text for the insurer was signed yet. Read the draft over, then sign it."));
        var signed = view.Signed[0];
        return TypedResults.File(
            LetterPage.Write(
                "For the insurer",
                $"{view.Patient} · case {view.Number}",
                signed.Text.Split('\n', StringSplitOptions.RemoveEmptyEntries),
                $"Signed by {signed.By}, {signed.At.ToLocalTime():yyyy-MM-dd HH:mm} · record {signed.Hash}",
                10.5,
                knots: false,
                clock.GetLocalNow()
            ),
            Pdf
        );
    }

    /// <summary>What was told at the visit; where nothing was written down, what belongs to such a visit.</summary>
    private static async Task<IResult> Advice(Guid id, ChairWork chair, TimeProvider clock, CancellationToken stop)
    {
        if (!(await chair.ShowAsync(id, stop)).Is(out var view, out var problem))
            return Problems.From(problem);
        var told = await chair.ToldAsync(id, stop) ?? [.. view.Choices.Advice.Select(entry => entry.Words)];
        if (told.Count == 0)
            return Problems.From(new Problem("no-advice", "There is nothing to take home from this visit."));
        var day = (view.Visit.DoneAt ?? view.Visit.At ?? view.Now).ToLocalTime();
        return TypedResults.File(
            LetterPage.Write(
                "To take home",
                $"{view.Patient} · {string.Join(", ", view.Units.Select(unit => unit.Written))} · {day:yyyy-MM-dd}",
                told,
                "If something hurts, comes loose or bleeds on, call the practice.",
                13,
                knots: true,
                clock.GetLocalNow()
            ),
            Pdf
        );
    }

    private static async Task<IResult> Fhir(Guid id, Dossiers dossiers, FhirBundle fhir, TimeProvider clock, CancellationToken stop)
    {
        if (!(await dossiers.OfAsync(id, stop)).Is(out var dossier, out var problem))
            return Problems.From(problem);
        JsonObject bundle = await fhir.OfAsync(dossier, clock.GetUtcNow().UtcDateTime, stop);
        return TypedResults.File(
            System.Text.Encoding.UTF8.GetBytes(bundle.ToJsonString()),
            "application/fhir+json",
            $"case-{dossier.Number}-fhir.json"
        );
    }

    private static async Task<IResult> RecordCsv(Guid id, Dossiers dossiers, CancellationToken stop) =>
        (await dossiers.OfAsync(id, stop)).Is(out var dossier, out var problem)
            ? Text(dossiers.RecordCsv(dossier), $"case-{dossier.Number}-record.csv")
            : Problems.From(problem);

    private static async Task<IResult> ReadingsCsv(Guid id, CaseStore cases, CancellationToken stop) =>
        await cases.CaseAsync(id, stop) is { } row
            ? Text(ReadingTable.Write(row), $"case-{row.Number:0000}-readings.csv")
            : Problems.NoSuch("case");

    /// <summary>The body is the table.</summary>
    private static async Task<IResult> ImportReadings(
        Guid id,
        HttpRequest request,
        ReadingTable table,
        ClaimsPrincipal user,
        CancellationToken stop
    )
    {
        using var reader = new StreamReader(request.Body);
        var read = await table.ReadAsync(id, await reader.ReadToEndAsync(stop), user.NameOf(), stop);
        return read.Is(out var imported, out var problem) ? TypedResults.Ok(imported) : Problems.From(problem);
    }

    private static async Task<IResult> Patient(Guid id, PatientArchive archive, PracticeFiles practice, CancellationToken stop)
    {
        var file = TemporaryFiles.Open(practice.Data, "patient");
        if (!(await archive.WriteAsync(id, file, stop)).Is(out var chart, out var problem))
        {
            await file.DisposeAsync();
            return Problems.From(problem);
        }
        file.Position = 0;
        return TypedResults.Stream(file, "application/zip", $"chart-{chart}.zip");
    }

    private static FileContentHttpResult Text(string text, string name) =>
        TypedResults.File(System.Text.Encoding.UTF8.GetBytes(text), CsvType, name);
}
