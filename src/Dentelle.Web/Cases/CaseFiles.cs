using System.Text.Json;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Units;

namespace Dentelle.Web.Cases;

/// <summary>Cases as files, both ways. What is written and read again is the same case.</summary>
public sealed class CaseFiles(CaseStore store, ProtocolShelf shelf)
{
    public static CaseFile Write(CaseRow row) => new(CaseFile.FormatName, row.Patient, row.Note, [.. row.Units.Select(Write)], row.VisitAt);

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
                orderby reading.TakenAt
                select new CaseFileReading(
                    reading.Zone,
                    reading.Kind,
                    reading.GaugeId,
                    reading.FromMm,
                    reading.IncludesEnd,
                    reading.BelowMm
                ),
            ],
            JsonDocument.Parse(made.Result).RootElement
        );
    }

    /// <summary>Checks the whole file first and then adds it as a new case: all of it or nothing.</summary>
    public async Task<Answer<ImportedCase>> ReadAsync(CaseFile file, string by, CancellationToken stop)
    {
        if (file.Format != CaseFile.FormatName)
            return new Problem("case-file", $"This is no case file: its format is “{file.Format}” and not “{CaseFile.FormatName}”.");
        if (!CaseEntry.IsName(file.Patient))
            return new Problem("case-file", "The case file names no patient, or one of more than 120 characters.");
        if (!Units(file).Is(out var units, out var problem))
            return problem;

        await using var all = await store.BeginAsync(stop);
        var added = await store.AddCaseAsync(file.Patient.Trim(), file.VisitAt, file.Note, stop);
        Guid? first = null;
        foreach (var (planned, unit) in units)
        {
            var row = await store.AddUnitAsync(added.Id, planned, unit.Inputs, ProtocolOf(unit).Protocol, by, stop);
            first ??= row.Id;
            foreach (var reading in unit.Readings)
                await store.AddReadingAsync(row, ReadingOf(reading), by, stop);
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
        var named = new List<(LineUnit Unit, Handbook Handbook)>();
        foreach (var unit in file.Units)
        {
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
                if (!protocol.Plausible.ReadingMm.Include(reading.FromMm) || reading.BelowMm < reading.FromMm)
                    return new Problem(
                        "case-file",
                        $"Unit {unit.Tooth}: a reading from {new Mm(reading.FromMm)} to {new Mm(reading.BelowMm ?? 0)} can't be."
                    );
                if (!Judge.Of(ReadingOf(reading), planned[i].Plan, protocol).Is(out _, out problem))
                    return problem with { Sentence = $"Unit {unit.Tooth}: {problem.Sentence}" };
            }
        }

        return planned.Zip(file.Units).ToList();
    }

    /// <summary>What the file's plan was made with where this practice keeps it, else what is in use here.</summary>
    private KeptProtocol ProtocolOf(CaseFileUnit unit) => shelf.Find(unit.Protocol, unit.ProtocolVersion) ?? shelf.InUse;

    private static Reading ReadingOf(CaseFileReading reading) =>
        new(
            reading.Zone,
            reading.Kind,
            Interval.Between(new(reading.FromMm), reading.BelowMm is { } below ? new(below) : null, reading.IncludesEnd),
            reading.Gauge
        );
}
