using System.Text.Json.Nodes;
using Dentelle.Core.Restorations;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Units;

namespace Dentelle.Web.Export;

/// <summary>
/// A case as a bundle of HL7 FHIR R4 (4.0.1): Patient, Encounter, Procedure with bodySite in ISO 3950, Device, Observation in
/// millimetres (UCUM), DocumentReference. Written by the published definitions; docs/formats.md says what stands where.
/// </summary>
public sealed class FhirBundle(UnitViews views, RecordStore record)
{
    private const string Teeth = "urn:iso:std:iso:3950",
        Burs = "urn:iso:std:iso:6360",
        Chart = "urn:dentelle:chart",
        CaseNumber = "urn:dentelle:case";

    public async Task<JsonObject> OfAsync(Dossier dossier, DateTime at, CancellationToken stop)
    {
        var entries = new List<JsonObject> { Patient(dossier) };
        entries.AddRange(dossier.Visits.Select(visit => Encounter(dossier, visit)));
        var burs = dossier.Ticks.Select(tick => tick.BurId).OfType<string>().Distinct().Where(dossier.Burs.ContainsKey).ToArray();
        entries.AddRange(burs.Select(id => Device(dossier.Burs[id])));
        foreach (var unit in dossier.Case.Units.OrderBy(unit => unit.Order))
        {
            entries.Add(Procedure(dossier, unit, burs));
            entries.AddRange(
                unit.Readings.Where(reading => reading.TakenBackAt is null).Select(reading => Observation(dossier, unit, reading))
            );
            entries.Add(Plan(dossier, unit));
        }
        foreach (var (row, note) in dossier.Notes)
        {
            if (note is PictureNote picture && await record.PictureAsync(picture.Sha256, stop) is { } kept)
                entries.Add(Picture(dossier, row, picture, kept.Bytes));
        }
        return new JsonObject
        {
            ["resourceType"] = "Bundle",
            ["type"] = "collection",
            ["timestamp"] = RecordRow.Text(at),
            ["entry"] = new JsonArray([
                .. entries.Select(resource => new JsonObject { ["fullUrl"] = $"urn:uuid:{resource["id"]}", ["resource"] = resource }),
            ]),
        };
    }

    private static JsonObject Patient(Dossier dossier)
    {
        var patient = new JsonObject { ["resourceType"] = "Patient", ["id"] = PatientId(dossier) };
        if (dossier.Patient is { } known)
        {
            patient["identifier"] = new JsonArray(new JsonObject { ["system"] = Chart, ["value"] = known.Chart });
            if (known.BirthYear is { } year)
                patient["birthDate"] = $"{year:0000}";
        }
        patient["name"] = new JsonArray(new JsonObject { ["text"] = dossier.Case.Patient });
        return patient;
    }

    private static JsonObject Encounter(Dossier dossier, VisitRow visit)
    {
        var encounter = new JsonObject
        {
            ["resourceType"] = "Encounter",
            ["id"] = $"{visit.Id}",
            ["identifier"] = new JsonArray(new JsonObject { ["system"] = CaseNumber, ["value"] = dossier.Number }),
            ["status"] = visit.DoneAt is not null ? "finished" : "planned",
            ["class"] = new JsonObject
            {
                ["system"] = "http://terminology.hl7.org/CodeSystem/v3-ActCode",
                ["code"] = "AMB",
                ["display"] = "ambulatory",
            },
            ["type"] = new JsonArray(Text(visit.Kind.Name)),
            ["subject"] = Reference(PatientId(dossier)),
        };
        if (visit.At is { } at)
        {
            encounter["period"] = new JsonObject { ["start"] = RecordRow.Text(at) };
            if (visit.DoneAt is { } done && done >= at)
                encounter["period"]!["end"] = RecordRow.Text(done);
        }
        return encounter;
    }

    private static JsonObject Device(Core.Burs.Bur bur)
    {
        var device = new JsonObject
        {
            ["resourceType"] = "Device",
            ["id"] = IdOf($"bur {bur.Id}"),
            ["deviceName"] = new JsonArray(new JsonObject { ["name"] = bur.Name, ["type"] = "user-friendly-name" }),
            ["type"] = Text("Rotary dental instrument"),
        };
        // A bur of the house's own has no number.
        if (bur.Code is { } code)
            device["identifier"] = new JsonArray(
                new JsonObject { ["system"] = Burs, ["value"] = code.Replace(" ", "", StringComparison.Ordinal) }
            );
        return device;
    }

    private JsonObject Procedure(Dossier dossier, UnitRow unit, IReadOnlyList<string> burs)
    {
        var ticks = dossier.Ticks.Where(tick => tick.Tooth == unit.Tooth || tick.Tooth is null).ToArray();
        var used = ticks.Select(tick => tick.BurId).OfType<string>().Where(burs.Contains).Distinct().ToArray();
        var procedure = new JsonObject
        {
            ["resourceType"] = "Procedure",
            ["id"] = $"{unit.Id}",
            ["status"] =
                unit.FinishedAt is not null ? "completed"
                : ticks.Length > 0 ? "in-progress"
                : "preparation",
            ["code"] = Text($"Tooth preparation: {unit.Restoration.Words().LowerFirst()}, {views.MaterialNameOf(unit).LowerFirst()}"),
            ["subject"] = Reference(PatientId(dossier)),
            ["bodySite"] = new JsonArray(Tooth(unit)),
        };
        if (dossier.Visits.FirstOrDefault(visit => visit.Kind == VisitKind.Prepare) is { } visit)
            procedure["encounter"] = Reference($"{visit.Id}");
        if (ticks.Length > 0)
        {
            procedure["performedPeriod"] = new JsonObject { ["start"] = RecordRow.Text(ticks.Min(tick => tick.StartedAt)) };
            if (unit.FinishedAt is { } done && done >= ticks.Min(tick => tick.StartedAt))
                procedure["performedPeriod"]!["end"] = RecordRow.Text(done);
        }
        else if (unit.FinishedAt is { } done)
            procedure["performedDateTime"] = RecordRow.Text(done);
        if (used.Length > 0)
            procedure["usedReference"] = new JsonArray([.. used.Select(id => Reference(IdOf($"bur {id}")))]);
        var notes = dossier.Notes.Where(note => note.Row.UnitId == unit.Id && note.Note is DeviationNote or FreeNote).ToArray();
        if (notes.Length > 0)
            procedure["note"] = new JsonArray([
                .. notes.Select(note => new JsonObject
                {
                    ["authorString"] = note.Row.By,
                    ["time"] = RecordRow.Text(note.Row.At),
                    ["text"] = note.Note.Say(),
                }),
            ]);
        return procedure;
    }

    /// <summary>A reading is known to lie between two lengths; a scale's is the range of its resolution.</summary>
    private static JsonObject Observation(Dossier dossier, UnitRow unit, ReadingRow reading)
    {
        var range = new JsonObject { ["low"] = Millimetres(reading.FromMm) };
        if (reading.BelowMm is { } below)
            range["high"] = Millimetres(below);
        return new JsonObject
        {
            ["resourceType"] = "Observation",
            ["id"] = $"{reading.Id}",
            ["status"] = "final",
            ["code"] = Text($"{Kebab.Words(reading.Kind)}, {reading.Zone.Replace('-', ' ')}"),
            ["subject"] = Reference(PatientId(dossier)),
            ["effectiveDateTime"] = RecordRow.Text(reading.TakenAt),
            ["performer"] = new JsonArray(new JsonObject { ["display"] = reading.TakenBy }),
            ["valueRange"] = range,
            ["bodySite"] = Tooth(unit),
            ["method"] = Text(reading.GaugeId.Replace('-', ' ')),
            ["partOf"] = new JsonArray(Reference($"{unit.Id}")),
        };
    }

    private static JsonObject Plan(Dossier dossier, UnitRow unit)
    {
        var (plan, bytes) = (unit.NewestPlan()!, System.Text.Encoding.UTF8.GetBytes(unit.NewestPlan()!.Result!.Document));
        return Document(
            dossier,
            $"{plan.Id}",
            $"Plan {plan.Version} of {unit.Tooth}",
            plan.MadeAt,
            plan.MadeBy,
            new JsonObject
            {
                ["contentType"] = "application/json",
                ["data"] = Convert.ToBase64String(bytes),
                ["size"] = bytes.Length,
            }
        );
    }

    private static JsonObject Picture(Dossier dossier, RecordRow row, PictureNote picture, long bytes) =>
        Document(
            dossier,
            $"{row.Id}",
            picture.Proves,
            row.At,
            row.By,
            new JsonObject
            {
                ["contentType"] = picture.Media,
                ["url"] = $"pictures/{picture.Sha256}",
                ["size"] = bytes,
                ["title"] = picture.Proves,
            }
        );

    private static JsonObject Document(Dossier dossier, string id, string title, DateTime at, string by, JsonObject attachment) =>
        new()
        {
            ["resourceType"] = "DocumentReference",
            ["id"] = id,
            ["status"] = "current",
            ["subject"] = Reference(PatientId(dossier)),
            ["date"] = RecordRow.Text(at),
            ["author"] = new JsonArray(new JsonObject { ["display"] = by }),
            ["description"] = title,
            ["content"] = new JsonArray(new JsonObject { ["attachment"] = attachment }),
        };

    private static JsonObject Tooth(UnitRow unit) =>
        new()
        {
            ["coding"] = new JsonArray(
                new JsonObject
                {
                    ["system"] = Teeth,
                    ["code"] = unit.Tooth,
                    ["display"] = ToothCode.FromIso(unit.Tooth)!.Value.Name,
                }
            ),
        };

    private static JsonObject Millimetres(double length) =>
        new()
        {
            ["value"] = Math.Round(length, 4),
            ["unit"] = "mm",
            ["system"] = "http://unitsofmeasure.org",
            ["code"] = "mm",
        };

    private static JsonObject Text(string text) => new() { ["text"] = text };

    private static JsonObject Reference(string id) => new() { ["reference"] = $"urn:uuid:{id}" };

    private static string PatientId(Dossier dossier) => $"{dossier.Patient?.Id ?? dossier.Case.Id}";

    /// <summary>The same thing has the same id in every bundle.</summary>
    private static string IdOf(string name) => $"{new Guid(Convert.FromHexString(TextDigest.Of(name)).AsSpan(0, 16))}";
}
