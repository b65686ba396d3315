using System.Globalization;
using Dentelle.Core.Measuring;
using Dentelle.Data;
using Dentelle.Web.Cases;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Dentelle.Web.Units;

namespace Dentelle.Web.Export;

/// <param name="Added">How many readings were added.</param>
public sealed record ImportedReadings(int Added);

/// <summary>Readings as a table, both ways: what is written can be read again.</summary>
public sealed class ReadingTable(CaseStore cases, UnitViews views, ProtocolShelf shelf)
{
    private const int MostRows = 2000;

    private static readonly string[] Columns = ["tooth", "zone", "kind", "gauge", "from_mm", "below_mm", "includes_end"];

    /// <summary>Every reading that stands.</summary>
    public static string Write(CaseRow row) =>
        Csv.Write(
            [.. Columns, "taken_at", "taken_by"],
            row.Units.OrderBy(unit => unit.Order)
                .SelectMany(unit =>
                    unit.Readings.Where(reading => reading.TakenBackAt is null)
                        .OrderBy(reading => reading.Entry)
                        .Select(reading =>
                            (IReadOnlyList<string?>)
                                [
                                    unit.Tooth,
                                    reading.Zone,
                                    Kebab.Of(reading.Kind),
                                    reading.GaugeId,
                                    Number(reading.FromMm),
                                    reading.BelowMm is { } below ? Number(below) : null,
                                    reading.IncludesEnd ? "yes" : "no",
                                    RecordRow.Text(reading.TakenAt),
                                    reading.TakenBy,
                                ]
                        )
                )
        );

    /// <summary>Adds the readings of a table to the teeth of a case: all of them or none. A fault names its line.</summary>
    public async Task<Answer<ImportedReadings>> ReadAsync(Guid caseId, string text, string by, CancellationToken stop)
    {
        if (await cases.CaseAsync(caseId, stop) is not { } row)
            return Problems.Missing("case");
        if (!Csv.Read(text, Columns[..5], MostRows).Is(out var rows, out var problem))
            return problem;
        var added = new List<(UnitRow Unit, Reading Reading)>();
        foreach (var (line, cell) in rows)
        {
            if (!Of(row, cell).Is(out var reading, out problem))
                return problem with { Code = "csv", Sentence = $"Line {line}: {problem.Sentence}" };
            added.Add((reading.Unit, reading.Reading));
        }
        await using var all = await cases.BeginAsync(stop);
        foreach (var own in added.GroupBy(one => one.Unit))
            await cases.AddReadingsAsync(own.Key, [.. own.Select(one => one.Reading)], by, stop);
        await all.CommitAsync(stop);
        return new ImportedReadings(added.Count);
    }

    private sealed record ReadRow(UnitRow Unit, Reading Reading);

    private Answer<ReadRow> Of(CaseRow row, Func<string, string> cell)
    {
        if (row.Units.Find(unit => unit.Tooth == cell("tooth")) is not { } unit)
            return new Problem("csv", $"the case has no {cell("tooth")}.");
        if (!Kebab.TryParse<ReadingKind>(cell("kind"), out var kind))
            return new Problem(
                "csv",
                $"“{cell("kind")}” is no kind of reading; there are {string.Join(", ", Enum.GetValues<ReadingKind>().Select(Kebab.Of))}."
            );
        if (!TryNumber(cell("from_mm"), out var from) || from is not { } lower)
            return new Problem("csv", $"“{cell("from_mm")}” is no length in millimetres.");
        if (!TryNumber(cell("below_mm"), out var below))
            return new Problem("csv", $"“{cell("below_mm")}” is no length in millimetres.");
        var reading = new CaseFileReading(
            cell("zone"),
            kind,
            cell("gauge"),
            lower,
            cell("includes_end").Equals("yes", StringComparison.OrdinalIgnoreCase),
            below
        );
        if (!views.PlanOf(unit).Is(out var plan, out var problem))
            return problem;
        return CaseFiles.Complaint(reading, plan, shelf.Of(unit).Protocol) is { } wrong
            ? wrong
            : new ReadRow(unit, CaseFiles.ReadingOf(reading));
    }

    /// <returns>False for what is neither a number nor empty.</returns>
    private static bool TryNumber(string text, out double? number)
    {
        number = double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var read) ? read : null;
        return number is not null || text.Length == 0;
    }

    private static string Number(double length) => length.ToString("0.####", CultureInfo.InvariantCulture);
}
