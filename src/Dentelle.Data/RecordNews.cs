using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;

namespace Dentelle.Data;

/// <summary>
/// What of a save the record must know: found in one place from what changes, so that no store can forget it. Each entry says
/// what was kept, not how.
/// </summary>
internal static class RecordNews
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    public static IReadOnlyList<RecordNote> Of(DentelleDb db)
    {
        db.ChangeTracker.DetectChanges();
        return
        [
            .. db
                .ChangeTracker.Entries()
                .Where(entry => entry.State is EntityState.Added or EntityState.Modified)
                .SelectMany(entry => Of(entry, db)),
        ];
    }

    private static IEnumerable<RecordNote> Of(EntityEntry entry, DentelleDb db)
    {
        var isNew = entry.State == EntityState.Added;
        switch (entry.Entity)
        {
            case PatientRow patient:
                yield return new("patient", Words(WordsOf(patient)), PatientId: patient.Id);
                break;
            case CaseRow whole when isNew:
                yield return new("case", Words(new { number = whole.Number, name = whole.Patient }), CaseId: whole.Id);
                break;
            case HandOverRow sent when isNew:
                yield return new(
                    "handed-over",
                    Words(
                        new
                        {
                            handOver = sent.Id,
                            teeth = sent.Teeth,
                            bundleSha256 = sent.Sha256,
                            documentSha256 = TextDigest.Of(sent.Document),
                        }
                    ),
                    CaseId: sent.CaseId
                );
                break;
            case LaboratoryQueryRow query when isNew || Changed(entry, nameof(LaboratoryQueryRow.RepliedAt)):
                yield return new(
                    isNew ? "laboratory-asks" : "laboratory-replied",
                    Words(
                        new
                        {
                            query = query.Id,
                            by = query.By,
                            tooth = query.Tooth,
                            text = query.Text,
                            reply = query.Reply,
                        }
                    ),
                    CaseId: query.CaseId
                );
                break;
            case VisitRow visit:
                yield return new("visit", Words(WordsOf(visit)), CaseId: visit.CaseId, VisitId: visit.Id);
                break;
            case UnitRow unit when !isNew && Changed(entry, nameof(UnitRow.FinishedAt)):
                yield return new(
                    unit.FinishedAt is null ? "reopened" : "finished",
                    Words(new { tooth = unit.Tooth }),
                    CaseId: unit.CaseId,
                    UnitId: unit.Id
                );
                break;
            case PlanRow plan when isNew:
                yield return new("plan", Words(WordsOf(plan, Unit(db, plan.UnitId))), CaseId: CaseOf(db, plan.UnitId), UnitId: plan.UnitId);
                break;
            case ReadingRow reading when isNew || Changed(entry, nameof(ReadingRow.TakenBackAt)):
                var kind =
                    isNew ? "reading"
                    : reading.TakenBackAt is null ? "reading-put-back"
                    : "reading-taken-back";
                yield return new(kind, Words(WordsOf(reading)), CaseId: CaseOf(db, reading.UnitId), UnitId: reading.UnitId);
                break;
            case StepTickRow tick:
                foreach (var (what, at) in HappenedTo(tick, entry, isNew))
                    yield return new(what, Words(new { step = tick.Key, bur = tick.BurId }), CaseId: tick.CaseId, At: at);
                break;
            case ScanSetRow scans when isNew:
                yield return new(
                    "scans",
                    Words(
                        new
                        {
                            teeth = scans.Teeth,
                            before = scans.Before,
                            after = scans.After,
                            antagonist = scans.Antagonist,
                        }
                    ),
                    CaseId: scans.CaseId
                );
                break;
        }
    }

    private static IEnumerable<(string Kind, DateTime? At)> HappenedTo(StepTickRow tick, EntityEntry entry, bool isNew)
    {
        if (isNew)
            yield return ("step-begun", tick.StartedAt);
        if (tick.EndedAt is { } ended && (isNew || Changed(entry, nameof(StepTickRow.EndedAt))))
            yield return ("step-done", ended);
        if (!isNew && tick.TakenBackAt is not null && Changed(entry, nameof(StepTickRow.TakenBackAt)))
            yield return ("step-taken-back", tick.TakenBackAt);
    }

    private static object WordsOf(PatientRow patient) =>
        new
        {
            chart = patient.Chart,
            name = patient.Name,
            birthYear = patient.BirthYear,
            epinephrineSensitive = patient.EpinephrineSensitive,
            anticoagulants = patient.Anticoagulants,
            coldSensitive = patient.ColdSensitive,
            allergies = patient.Allergies,
            mergedInto = patient.MergedInto,
        };

    private static object WordsOf(VisitRow visit) =>
        new
        {
            kind = visit.Kind,
            at = visit.At,
            minutes = visit.Minutes,
            note = visit.Note,
            doneAt = visit.DoneAt,
            removedAt = visit.RemovedAt,
        };

    private static object WordsOf(PlanRow plan, UnitRow? unit) =>
        new
        {
            tooth = unit?.Tooth,
            version = plan.Version,
            restoration = unit?.Restoration,
            material = unit?.Material,
            protocol = plan.ProtocolId,
            protocolVersion = plan.ProtocolVersion,
            inputs = JsonDocument.Parse(plan.Inputs).RootElement,
            // The plan itself lies with the unit; nothing can take its place unseen.
            documentSha256 = plan.Result is { } result ? TextDigest.Of(result.Document) : null,
        };

    private static object WordsOf(ReadingRow reading) =>
        new
        {
            reading = reading.Id,
            zone = reading.Zone,
            kind = reading.Kind,
            gauge = reading.GaugeId,
            fromMm = reading.FromMm,
            belowMm = reading.BelowMm,
            includesEnd = reading.IncludesEnd,
        };

    private static bool Changed(EntityEntry entry, string property) => entry.Property(property).IsModified;

    private static UnitRow? Unit(DentelleDb db, Guid id) =>
        db.Units.Local.FindEntry(id)?.Entity ?? db.Units.IgnoreQueryFilters().FirstOrDefault(unit => unit.Id == id);

    private static Guid? CaseOf(DentelleDb db, Guid unit) => Unit(db, unit)?.CaseId;

    private static string Words(object words) => JsonSerializer.Serialize(words, Json);
}
