using Dentelle.Core.Exchange;
using Dentelle.Core.QuickLine;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;

namespace Dentelle.Web.QuickLine;

/// <summary>Understands quick lines, and does what they say.</summary>
public sealed class LineWork(CaseStore store, ProtocolShelf shelf)
{
    private const string Unnamed = "Unnamed patient";

    /// <summary>
    /// Half a line is not an error: it is someone typing. What only shows on the drawn form is told when the line is done.
    /// </summary>
    public async Task<LineView> UnderstandAsync(string written, CancellationToken stop) =>
        (await ReadAsync(written, stop)).Is(out var line, out var problem)
        && PlannedLine.Plans(line.Units, shelf.InUse.Handbook).Is(out _, out problem)
            ? new(Understood: true, line.Words, [])
            : new(Understood: false, problem.Sentence, problem.Suggestions);

    /// <summary>Plans the line's units and keeps them, in a case of their own or in the one that is named: all of them or none.</summary>
    public async Task<Answer<LineDone>> DoAsync(LineEntry entry, string by, CancellationToken stop)
    {
        if (!(await ReadAsync(entry.Line, stop)).Is(out var line, out var problem))
            return problem;
        if (!PlannedLine.Make(line.Units, shelf.InUse.Handbook).Is(out var planned, out problem))
            return problem;
        if (entry.CaseId is { } asked && await store.CaseAsync(asked, stop) is null)
            return Problems.Missing("case");

        await using var all = await store.BeginAsync(stop);
        var caseId = entry.CaseId ?? (await store.AddCaseAsync(Unnamed, null, "", stop)).Id;
        var added = new List<Guid>();
        for (var i = 0; i < line.Units.Count; i++)
        {
            var unit = await store.AddUnitAsync(caseId, planned.Units[i], line.Units[i].Inputs, shelf.InUse.Protocol, by, stop);
            added.Add(unit.Id);
        }
        await all.CommitAsync(stop);
        return new LineDone(added[0], caseId);
    }

    private async Task<Answer<UnderstoodLine>> ReadAsync(string line, CancellationToken stop) =>
        QuickLineReader.Read(line, (await store.SettingsAsync(stop)).Notation, shelf.InUse.Protocol);
}
