using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>What is looked for. What is left out does not narrow.</summary>
/// <param name="Text">Words, each the beginning of one that belongs to the case: name, number, tooth, material, stage, date.</param>
/// <param name="From">First visit, UTC.</param>
/// <param name="Until">The first visit that is too late, UTC.</param>
/// <param name="WithoutVisit">Only cases without an agreed visit.</param>
/// <param name="Open">Only cases with a tooth that is not finished, or only those without one.</param>
public sealed record Search(
    string Text = "",
    DateTime? From = null,
    DateTime? Until = null,
    bool WithoutVisit = false,
    bool? Open = null,
    Restoration? Restoration = null,
    Material? Material = null
);

/// <summary>A case as it is found: what a line of a list shows, without its plans.</summary>
public sealed record FoundCase(Guid Id, int Number, string Patient, DateTime? VisitAt, IReadOnlyList<FoundUnit> Units);

public sealed record FoundUnit(Guid Id, string Tooth, Restoration Restoration, Material Material, bool Finished, bool Read);

/// <summary>Finds cases by the full-text index that the database keeps of them.</summary>
public sealed class CaseFinder(DentelleDb db)
{
    /// <summary>The newest visit first, then cases without one; a case whose number is asked for before all others.</summary>
    public async Task<(IReadOnlyList<FoundCase> Page, int InAll)> FindAsync(Search search, int skip, int take, CancellationToken stop)
    {
        var found = Narrowed(search);
        var number = int.TryParse(search.Text.Trim(), out var asked) ? asked : -1;
        var page = await found
            .OrderByDescending(row => row.Number == number)
            .ThenBy(row => row.VisitAt == null)
            .ThenByDescending(row => row.VisitAt)
            .ThenByDescending(row => row.Number)
            .Skip(skip)
            .Take(take)
            .AsNoTracking()
            .Select(row => new FoundCase(
                row.Id,
                row.Number,
                row.Patient,
                row.VisitAt,
                row.Units.OrderBy(unit => unit.Order)
                    .Select(unit => new FoundUnit(
                        unit.Id,
                        unit.Tooth,
                        unit.Restoration,
                        unit.Material,
                        unit.FinishedAt != null,
                        unit.Readings.Any(reading => reading.TakenBackAt == null)
                    ))
                    .ToList()
            ))
            .ToListAsync(stop);
        return (page, await found.CountAsync(stop));
    }

    private IQueryable<CaseRow> Narrowed(Search search)
    {
        var cases = Query(search.Text) is { } query
            ? db.Cases.FromSql($"SELECT * FROM Cases WHERE Number IN (SELECT rowid FROM CaseWords WHERE CaseWords MATCH {query})")
            : db.Cases;
        if (search.WithoutVisit)
            cases = cases.Where(row => row.VisitAt == null);
        if (search.From is { } from)
            cases = cases.Where(row => row.VisitAt >= from);
        if (search.Until is { } until)
            cases = cases.Where(row => row.VisitAt < until);
        if (search.Open is { } open)
            cases = cases.Where(open ? CaseRow.IsOpen : CaseRow.IsDone);
        if (search.Restoration is { } restoration)
            cases = cases.Where(row => row.Units.Any(unit => unit.Restoration == restoration));
        if (search.Material is { } material)
            cases = cases.Where(row => row.Units.Any(unit => unit.Material == material));
        return cases;
    }

    /// <summary>
    /// Every word as the beginning of a word, all of them wanted. Quoted, so that nothing a user types is an operator of the
    /// index's language.
    /// </summary>
    private static string? Query(string text)
    {
        var words = PlainLetters
            .Of(text)
            .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(word => word.Replace("\"", "", StringComparison.Ordinal))
            .Where(word => word.Any(char.IsLetterOrDigit))
            .ToArray();
        return words.Length == 0 ? null : string.Join(' ', words.Select(word => $"\"{word}\"*"));
    }
}
