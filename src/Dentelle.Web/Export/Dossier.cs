using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Chair;
using Dentelle.Web.Http;
using Dentelle.Web.Record;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Export;

/// <summary>All that is kept of one case, read once: what files for others are made from.</summary>
/// <param name="Entries">The record, in its order.</param>
/// <param name="Notes">What of it was written at the chair.</param>
/// <param name="Burs">Burs it was cut with, by id.</param>
public sealed record Dossier(
    CaseRow Case,
    PatientRow? Patient,
    IReadOnlyList<VisitRow> Visits,
    IReadOnlyList<RecordRow> Entries,
    IReadOnlyList<(RecordRow Row, ChairNote Note)> Notes,
    IReadOnlyList<StepTickRow> Ticks,
    IReadOnlyDictionary<string, Core.Burs.Bur> Burs
)
{
    public string Number => $"{Case.Number:0000}";

    public string? ToothOf(Guid? unit) => Case.Units.Find(one => one.Id == unit)?.Tooth;
}

/// <summary>Reads dossiers.</summary>
public sealed class Dossiers(
    CaseStore cases,
    VisitStore visits,
    RecordStore record,
    SheetStore sheets,
    DrawerStore drawer,
    IOptions<JsonOptions> json
)
{
    public async Task<Answer<Dossier>> OfAsync(Guid caseId, CancellationToken stop)
    {
        if (await cases.CaseAsync(caseId, stop, results: true) is not { } row)
            return Problems.Missing("case");
        var entries = await record.OfCaseAsync(caseId, stop);
        var burs = (await drawer.LedgersAsync(stop)).Select(ledger => ledger.Bur).DistinctBy(bur => bur.Id).ToDictionary(bur => bur.Id);
        return new Dossier(
            row,
            row.PatientRecord,
            await visits.OfCaseAsync(caseId, stop),
            entries,
            ChairNotes.Of(entries, json.Value.SerializerOptions),
            await sheets.TicksAsync(caseId, stop),
            burs
        );
    }

    /// <summary>Every entry with what it says, one a row.</summary>
    public string RecordCsv(Dossier dossier)
    {
        var names = dossier.Visits.ToDictionary(visit => visit.Id, visit => visit.Kind.Name);
        return Csv.Write(
            ["number", "at", "kept_at", "by", "kind", "visit", "tooth", "text", "amends", "hash"],
            dossier.Entries.Select(entry =>
                (IReadOnlyList<string?>)
                    [
                        $"{entry.Number}",
                        RecordRow.Text(entry.At),
                        RecordRow.Text(entry.KeptAt),
                        entry.By,
                        entry.Kind,
                        entry.VisitId is { } visit ? names.GetValueOrDefault(visit) : null,
                        dossier.ToothOf(entry.UnitId),
                        RecordWords.Say(entry, json.Value.SerializerOptions),
                        entry.Amends?.ToString(),
                        entry.Hash,
                    ]
            )
        );
    }
}
