using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

namespace Dentelle.Web.Export;

/// <summary>Tables as text, by RFC 4180; what a table program would take for a formula is told to it as text.</summary>
internal static class Csv
{
    private static readonly CsvConfiguration Writing = new(CultureInfo.InvariantCulture)
    {
        NewLine = "\r\n",
        ShouldQuote = _ => true,
        InjectionOptions = InjectionOptions.Escape,
    };

    private static readonly CsvConfiguration Reading = new(CultureInfo.InvariantCulture)
    {
        PrepareHeaderForMatch = header => header.Header.Trim().ToLowerInvariant(),
        TrimOptions = TrimOptions.Trim,
        DetectDelimiter = true,
        MissingFieldFound = null,
        HeaderValidated = null,
    };

    public static string Write(IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<string?>> rows)
    {
        using var text = new StringWriter();
        using (var csv = new CsvWriter(text, Writing))
        {
            foreach (var row in rows.Prepend(columns))
            {
                foreach (var cell in row)
                    csv.WriteField(cell ?? "");
                csv.NextRecord();
            }
        }
        return text.ToString();
    }

    /// <summary>The rows under a head that names these columns, each with its line.</summary>
    /// <param name="text">The table.</param>
    /// <param name="columns">What must be there; others are passed over.</param>
    /// <param name="most">Rows; beyond them it is refused.</param>
    public static Answer<IReadOnlyList<(int Line, Func<string, string> Cell)>> Read(string text, IReadOnlyList<string> columns, int most)
    {
        using var reader = new StringReader(text);
        using var csv = new CsvReader(reader, Reading);
        var rows = new List<(int, Func<string, string>)>();
        try
        {
            if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord is not { } head)
                return new Problem("csv", "The table is empty: its first line names the columns.");
            var named = head.Select(name => name.Trim().ToLowerInvariant()).ToList();
            if (columns.FirstOrDefault(column => !named.Contains(column)) is { } missing)
                return new Problem("csv", $"The table has no column “{missing}”. It needs {string.Join(", ", columns)}.");
            while (csv.Read())
            {
                if (rows.Count == most)
                    return new Problem("csv", $"The table has more than {most} rows.");
                var cells = named.Select((name, i) => (name, Cell: csv.GetField(i) ?? "")).DistinctBy(cell => cell.name);
                var row = cells.ToDictionary(cell => cell.name, cell => cell.Cell.TrimStart('\''));
                rows.Add((csv.Parser.RawRow, name => row.GetValueOrDefault(name, "")));
            }
            return rows;
        }
        catch (CsvHelperException broken)
        {
            return new Problem("csv", $"Line {broken.Context?.Parser?.RawRow}: this is no table as CSV writes it.");
        }
    }
}
