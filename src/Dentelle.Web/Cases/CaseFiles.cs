using System.Text.Json;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.QuickLine;
using Dentelle.Web.Units;

namespace Dentelle.Web.Cases;

/// <summary>Cases as files, both ways. What is written and read again is the same case.</summary>
public sealed class CaseFiles(CaseStore store, PatientStore patients, Bin bin, ProtocolShelf shelf)
{
    /// <summary>What may be wished where this practice has a file's case already; without a wish the import is refused.</summary>
    private const string Skip = "skip",
        Replace = "replace";

    public static CaseFile Write(CaseRow row) =>
        new(CaseFile.FormatName, row.Patient, row.Note, [.. row.Units.Select(Write)], row.VisitAt, row.FileId);

    private static CaseFileUnit Write(UnitRow unit)
    {
        var made = unit.NewestPlan()!;
        return new(
            unit.Tooth,
            UnitViews.InputsOf(unit),
            unit.FinishedAt is not null,
            made.ProtocolId,
            made.ProtocolVersion,
            [
                .. from reading in unit.Readings
                where reading.TakenBackAt is null
                orderby reading.Entry
                select new CaseFileReading(
                    reading.Zone,
                    reading.Kind,
                    reading.GaugeId,
                    reading.FromMm,
                    reading.IncludesEnd,
                    reading.BelowMm
                ),
            ],
            JsonDocument.Parse(made.Result!.Document).RootElement
        );
    }

    /// <summary>
    /// Checks the whole file first, by the rules that hold for entries, and then adds it as a new case: all of it or nothing.
    /// </summary>
    public async Task<Answer<ImportedCase>> ReadAsync(CaseFile file, string? ifThere, string by, CancellationToken stop)
    {
        if (file.Format != CaseFile.FormatName)
            return new Problem("case-file", $"This is no case file: its format is “{file.Format}” and not “{CaseFile.FormatName}”.");
        if (CaseRules.Complaint(file.Patient, file.Note, file.VisitAt) is { } wrong)
            return wrong with { Code = "case-file" };
        if (!Units(file).Is(out var units, out var problem))
            return problem;

        await using var all = await store.BeginAsync(stop);
        if (file.Id is { } id && await store.OfFileAsync(id, stop) is { } there)
        {
            if (ifThere is not (Skip or Replace))
                return new Problem(
                    "case-there",
                    $"This practice has the case already: {there.Number:0000}, {there.Patient}. Replace it with the file, or skip the file."
                );
            if (ifThere == Skip)
                return new ImportedCase(there.Id, there.Number.ToString("0000"), null, "It was here already and stays as it was.");
            if (await bin.PutAsync(Binned.Case, there.Id, stop) is { } stays)
                return stays;
        }
        // What was replaced keeps its number and lies in the bin; the file's case gets one of its own.
        var patient = file.Patient.Trim() == LineWork.Unnamed ? null : await patients.OfNameAsync(file.Patient.Trim(), stop);
        var added = await store.AddCaseAsync(file.Patient.Trim(), file.VisitAt, file.Note, stop, file.Id, patient?.Id);
        Guid? first = null;
        foreach (var (planned, unit) in units)
        {
            var kept = await store.AddUnitAsync(added.Id, planned, unit.Inputs, ProtocolOf(unit).Protocol, by, replace: false, stop);
            if (!kept.Is(out var row, out problem))
                return problem with { Code = "case-file" };
            first ??= row.Id;
            await store.AddReadingsAsync(row, [.. unit.Readings.Select(ReadingOf)], by, stop);
            if (unit.Finished)
                await store.SetFinishedAsync(row, finished: true, stop);
        }

        await all.CommitAsync(stop);
        string[] foreign =
        [
            .. file
                .Units.Where(unit => shelf.Find(unit.Protocol, unit.ProtocolVersion) is null)
                .Select(unit => $"{unit.Protocol} {unit.ProtocolVersion}")
                .Distinct(),
        ];
        return new ImportedCase(
            added.Id,
            added.Number.ToString("0000"),
            first,
            foreign.Length == 0 ? null : $"Planned anew with {shelf.InUse.Words}: this practice does not keep {string.Join(", ", foreign)}."
        );
    }

    private Answer<List<(PlannedUnit Planned, CaseFileUnit Unit)>> Units(CaseFile file)
    {
        if (file.Units.Count > CaseRules.MostUnits)
            return new Problem("case-file", $"The case file has {file.Units.Count} teeth; a mouth has {CaseRules.MostUnits}.");
        if (file.Units.GroupBy(unit => unit.Tooth).FirstOrDefault(same => same.Count() > 1) is { } twice)
            return new Problem("case-file", $"The case file has {twice.Key} twice.");
        var named = new List<(LineUnit Unit, Handbook Handbook)>();
        foreach (var unit in file.Units)
        {
            if (unit.Readings.Count > CaseRules.MostReadings)
                return new Problem("case-file", $"Unit {unit.Tooth}: more than {CaseRules.MostReadings} readings.");
            if (ToothCode.FromIso(unit.Tooth) is not { } tooth)
                return new Problem("case-file", $"The case file names a tooth “{unit.Tooth}” that is no ISO 3950 code.");
            named.Add((new LineUnit(tooth, unit.Inputs), ProtocolOf(unit).Handbook));
        }
        if (!PlannedLine.Case(named).Is(out var planned, out var problem))
            return problem;
        for (var i = 0; i < planned.Count; i++)
        {
            var (unit, protocol) = (file.Units[i], named[i].Handbook.Protocol);
            foreach (var reading in unit.Readings)
            {
                if (Complaint(reading, planned[i].Plan, protocol) is { } wrong)
                    return wrong with { Sentence = $"Unit {unit.Tooth}: {wrong.Sentence}" };
            }
            if (unit.Finished && UnitWork.Unanswered(planned[i]) is { } open)
                return new Problem("case-file", $"Unit {unit.Tooth} is called finished, but “{open.Text}” wants a reason first.");
        }

        return planned.Zip(file.Units).ToList();
    }

    /// <returns>Why a reading of a file can't be; null when it can.</returns>
    internal static Problem? Complaint(CaseFileReading reading, Plan plan, Protocol protocol) =>
        reading.Gauge != ScanJudge.Gauge && protocol.Gauges.All(gauge => gauge.Id != reading.Gauge)
            ? new Problem("case-file", $"there is no gauge “{reading.Gauge}”.")
        : !CanBe(reading, protocol)
            ? new Problem("case-file", $"a reading from {new Mm(reading.FromMm)} to {new Mm(reading.BelowMm ?? 0)} can't be.")
        : Judge.Of(ReadingOf(reading), plan, protocol).Problem;

    private static bool CanBe(CaseFileReading reading, Protocol protocol) =>
        protocol.Plausible.ReadingMm.Include(reading.FromMm)
        && (reading.BelowMm is not { } below || (below >= reading.FromMm && double.IsFinite(below)));

    /// <summary>What the file's plan was made with where this practice keeps it, else what is in use here.</summary>
    private KeptProtocol ProtocolOf(CaseFileUnit unit) => shelf.Find(unit.Protocol, unit.ProtocolVersion) ?? shelf.InUse;

    internal static Reading ReadingOf(CaseFileReading reading) =>
        new(
            reading.Zone,
            reading.Kind,
            Interval.Between(new(reading.FromMm), reading.BelowMm is { } below ? new(below) : null, reading.IncludesEnd),
            reading.Gauge
        );
}
