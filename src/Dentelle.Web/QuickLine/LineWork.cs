using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.QuickLine;
using Dentelle.Data;
using Dentelle.Web.Cases;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;

namespace Dentelle.Web.QuickLine;

/// <summary>Understands quick lines, and does what they say.</summary>
public sealed class LineWork(CaseStore store, PatientStore patients, ProtocolShelf shelf)
{
    /// <summary>Until somebody says the name.</summary>
    public const string Unnamed = "Unnamed patient";

    /// <summary>
    /// Half a line is not an error: it is someone typing. What only shows on the drawn form is told when the line is done.
    /// </summary>
    public async Task<LineView> UnderstandAsync(LineEntry entry, CancellationToken stop)
    {
        if (!(await ReadAsync(entry.Line, stop)).Is(out var line, out var problem))
            return new(Understood: false, problem.Sentence, problem.Suggestions);
        if (!PlannedLine.Plans(Reasoned(line.Units, entry), shelf.InUse.Handbook).Is(out _, out problem))
            return problem.YieldsToReason
                ? new(Understood: true, $"{line.Words}. {problem.Sentence}", problem.Suggestions, AsksReason: true)
                : new(Understood: false, problem.Sentence, problem.Suggestions);
        return new(Understood: true, line.Words, [], await store.StandsThereAsync(entry.CaseId, Teeth(line), stop));
    }

    /// <summary>Plans the line's units and keeps them, in a case of their own or in the one that is named: all of them or none.</summary>
    public async Task<Answer<LineDone>> DoAsync(LineEntry entry, string by, CancellationToken stop)
    {
        if (!(await ReadAsync(entry.Line, stop)).Is(out var line, out var problem))
            return problem;
        var units = Reasoned(line.Units, entry);
        if (!PlannedLine.Make(units, shelf.InUse.Handbook).Is(out var planned, out problem))
            return problem;
        if (entry.CaseId is { } asked && await store.CaseAsync(asked, stop) is null)
            return Problems.Missing("case");
        if (CaseRules.Complaint(entry.Patient, null, null) is { } wrong)
            return wrong;

        await using var all = await store.BeginAsync(stop);
        if (entry.PatientId is { } chosen && await patients.PatientAsync(chosen, stop) is null)
            return Problems.Missing("patient");
        var caseId = entry.CaseId ?? (await BeginAsync(entry, stop)).Id;
        var added = new List<Guid>();
        for (var i = 0; i < units.Count; i++)
        {
            var kept = await store.AddUnitAsync(
                caseId,
                planned.Units[i],
                units[i].Inputs,
                shelf.InUse.Protocol,
                by,
                entry.Replace == true,
                stop
            );
            if (!kept.Is(out var unit, out problem))
                return problem;
            added.Add(unit.Id);
        }
        await all.CommitAsync(stop);
        return new LineDone(added[0], caseId);
    }

    /// <summary>A new case, of the patient that was chosen or named; of nobody yet where no name was said.</summary>
    private async Task<CaseRow> BeginAsync(LineEntry entry, CancellationToken stop)
    {
        var name = entry.Patient?.Trim() ?? "";
        var patient =
            entry.PatientId is { } id ? await patients.PatientAsync(id, stop)
            : name.Length > 0 && name != Unnamed ? await patients.OfNameAsync(name, stop)
            : null;
        return await store.AddCaseAsync(patient?.Name ?? Unnamed, null, "", stop, patientId: patient?.Id);
    }

    /// <summary>The units with the reason that was given for whatever is refused without one.</summary>
    private IReadOnlyList<LineUnit> Reasoned(IReadOnlyList<LineUnit> units, LineEntry entry) =>
        string.IsNullOrWhiteSpace(entry.Because)
            ? units
            :
            [
                .. units.Select(unit =>
                    PlannedUnit.PlanOnly(unit.Tooth, unit.Inputs, shelf.InUse.Handbook).Problem is { YieldsToReason: true, Code: var code }
                        ? unit with
                        {
                            Inputs = unit.Inputs with
                            {
                                Because = new Dictionary<string, string>(unit.Inputs.Because) { [code] = entry.Because.Trim() },
                            },
                        }
                        : unit
                ),
            ];

    private static IReadOnlyList<string> Teeth(UnderstoodLine line) => [.. line.Units.Select(unit => unit.Tooth.Iso)];

    private async Task<Answer<UnderstoodLine>> ReadAsync(string line, CancellationToken stop) =>
        QuickLineReader.Read(line, (await store.SettingsAsync(stop)).Notation, shelf.InUse.Protocol);
}
