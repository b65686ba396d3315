using System.ComponentModel.DataAnnotations;
using Dentelle.Data;
using Dentelle.Web.Cases;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Patients;

using PatientAnswer = Results<Ok<PatientView>, ProblemHttpResult>;

/// <param name="Cases">How many cases it has.</param>
public sealed record FoundPatientView(
    Guid Id,
    string Chart,
    string Name,
    int? BirthYear,
    IReadOnlyList<string> Alerts,
    int Cases,
    DateTime? NextVisit
);

public sealed record FoundPatientsView(IReadOnlyList<FoundPatientView> Patients);

public sealed record PatientView
{
    public required Guid Id { get; init; }

    public required string Chart { get; init; }

    public required string Name { get; init; }

    public int? BirthYear { get; init; }

    public required bool EpinephrineSensitive { get; init; }

    public required bool Anticoagulants { get; init; }

    public required bool ColdSensitive { get; init; }

    public required string Allergies { get; init; }

    public required int Version { get; init; }

    public required IReadOnlyList<string> Alerts { get; init; }

    /// <summary>Its cases, where they were asked for.</summary>
    public IReadOnlyList<PatientCaseView> Cases { get; init; } = [];

    public static PatientView From(PatientRow row) =>
        new()
        {
            Id = row.Id,
            Chart = row.Chart,
            Name = row.Name,
            BirthYear = row.BirthYear,
            EpinephrineSensitive = row.EpinephrineSensitive,
            Anticoagulants = row.Anticoagulants,
            ColdSensitive = row.ColdSensitive,
            Allergies = row.Allergies,
            Version = row.Version,
            Alerts = row.AlertWords,
        };
}

/// <param name="Teeth">ISO codes.</param>
public sealed record PatientCaseView(Guid Id, string Number, IReadOnlyList<string> Teeth, DateTime? VisitAt, bool Finished);

/// <summary>What is null stays as it is.</summary>
public sealed record PatientEntry
{
    [MaxLength(30)]
    public string? Chart { get; init; }

    [MaxLength(CaseRules.LongestName)]
    public string? Name { get; init; }

    [Range(1880, 2100)]
    public int? BirthYear { get; init; }

    public bool? EpinephrineSensitive { get; init; }

    public bool? Anticoagulants { get; init; }

    public bool? ColdSensitive { get; init; }

    [MaxLength(200)]
    public string? Allergies { get; init; }

    /// <summary>Of the patient as it was seen; asked for a change.</summary>
    public int? Version { get; init; }
}

public sealed record JoinEntry(Guid Into);

/// <summary>The whole HTTP face of patients.</summary>
public static class PatientEndpoints
{
    private const int MostFound = 50;

    public static void MapPatients(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("patients").WithTags("Patients");
        api.MapGet("", Find).WithName("findPatients");
        api.MapPost("", Add).WithName("addPatient");
        api.MapGet("{id:guid}", Get).WithName("getPatient");
        api.MapPut("{id:guid}", Change).WithName("changePatient");
        api.MapPost("{id:guid}/join", Join).WithName("joinPatients");
    }

    private static async Task<Ok<FoundPatientsView>> Find(string? text, PatientStore patients, CancellationToken stop) =>
        TypedResults.Ok(
            new FoundPatientsView([
                .. (await patients.FindAsync(text ?? "", MostFound, stop)).Select(found => new FoundPatientView(
                    found.Row.Id,
                    found.Row.Chart,
                    found.Row.Name,
                    found.Row.BirthYear,
                    found.Row.AlertWords,
                    found.Cases,
                    found.NextVisit
                )),
            ])
        );

    private static async Task<PatientAnswer> Get(Guid id, PatientStore patients, CaseStore cases, CancellationToken stop)
    {
        if (await patients.PatientAsync(id, stop) is not { } row)
            return Problems.NoSuch("patient");
        var own = new List<PatientCaseView>();
        foreach (var one in await patients.CasesAsync(id, stop))
        {
            if (await cases.CaseAsync(one, stop) is { } whole)
                own.Add(
                    new(
                        whole.Id,
                        $"{whole.Number:0000}",
                        [.. whole.Units.OrderBy(unit => unit.Order).Select(unit => unit.Tooth)],
                        whole.VisitAt,
                        whole.Units.Count > 0 && whole.Units.TrueForAll(unit => unit.FinishedAt is not null)
                    )
                );
        }
        return TypedResults.Ok(PatientView.From(row) with { Cases = own });
    }

    private static async Task<PatientAnswer> Add(PatientEntry entry, PatientStore patients, CancellationToken stop)
    {
        if (CaseRules.Complaint(entry.Name ?? "", null, null) is { } wrong)
            return Problems.From(wrong);
        return View(await patients.AddAsync(FactsOf(entry), stop));
    }

    private static async Task<PatientAnswer> Change(Guid id, PatientEntry entry, PatientStore patients, CancellationToken stop)
    {
        if (CaseRules.Complaint(entry.Name, null, null) is { } wrong)
            return Problems.From(wrong);
        if (entry.Version is not { } version)
            return Problems.From(new Problem("if-match", "Say which version of the patient is changed."));
        return View(await patients.ChangeAsync(id, version, FactsOf(entry), stop));
    }

    private static async Task<PatientAnswer> Join(Guid id, JoinEntry entry, PatientStore patients, CancellationToken stop) =>
        View(await patients.MergeAsync(id, entry.Into, stop));

    private static PatientAnswer View(Answer<PatientRow> answer) =>
        answer.Is(out var row, out var problem) ? TypedResults.Ok(PatientView.From(row)) : Problems.From(problem);

    private static PatientFacts FactsOf(PatientEntry entry) =>
        new(
            entry.Chart?.Trim() is { Length: > 0 } chart ? chart : null,
            entry.Name?.Trim(),
            entry.BirthYear,
            entry.EpinephrineSensitive,
            entry.Anticoagulants,
            entry.ColdSensitive,
            entry.Allergies?.Trim()
        );
}
