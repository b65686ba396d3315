using System.Security.Claims;
using System.Text.Json;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Chair;
using Dentelle.Web.Http;
using Dentelle.Web.People;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Record;

/// <summary>The record as it is read, signed and put right.</summary>
public sealed class RecordWork(
    CaseStore cases,
    VisitStore visits,
    PatientStore patients,
    RecordStore record,
    SignInWork people,
    PracticeFiles files,
    IOptions<JsonOptions> json
)
{
    public async Task<Answer<RecordView>> OfCaseAsync(Guid id, CancellationToken stop) =>
        await cases.CaseAsync(id, stop) is { } row
            ? ViewOf($"{row.Number:0000}, {row.Patient}", await visits.OfCaseAsync(id, stop), await record.OfCaseAsync(id, stop), row.Units)
            : Problems.Missing("case");

    public async Task<Answer<RecordView>> OfPatientAsync(Guid id, CancellationToken stop)
    {
        if (await patients.PatientAsync(id, stop) is not { } patient)
            return Problems.Missing("patient");
        var (of, units, numbers) = (new List<VisitRow>(), new List<UnitRow>(), new Dictionary<Guid, string>());
        foreach (var own in await patients.CasesAsync(id, stop))
        {
            if (await cases.CaseAsync(own, stop) is not { } row)
                continue;
            of.AddRange(await visits.OfCaseAsync(own, stop));
            units.AddRange(row.Units);
            numbers[own] = $"{row.Number:0000}";
        }
        var view = ViewOf($"{patient.Name}, chart {patient.Chart}", of, await record.OfPatientAsync(id, stop), units, numbers);
        return view;
    }

    public RecordCheckView Check(CancellationToken stop)
    {
        var check = record.Check(RecordAnchor.Read(files.AnchorPath), stop);
        return new(check.Entries, check.Erased, check.Head, check.Faults);
    }

    /// <summary>
    /// Signs all that was written at a visit. Who signs says code or password again; number and hash of the signature are
    /// written down beside the database, so that an end that goes missing shows.
    /// </summary>
    public async Task<Problem?> SignAsync(Guid visitId, SignEntry entry, ClaimsPrincipal user, CancellationToken stop)
    {
        if (await visits.VisitAsync(visitId, stop) is not { } visit || await cases.CaseAsync(visit.CaseId, stop) is not { } row)
            return Problems.Missing("visit");
        if (await record.HasAsync(entry.Id, stop))
            return null;
        if (user.SessionOf() is not null && !await people.IsMeAsync(entry.CodeOrPassword ?? "", stop))
            return new Problem("wrong-code", "That is neither your code nor your password: nothing was signed.");
        await using var all = await cases.BeginAsync(stop);
        var (number, hash) = await record.HeadAsync(stop);
        var count = (await record.OfCaseAsync(row.Id, stop)).Count(written => written.VisitId == visitId);
        if (count == 0)
            return new Problem("nothing-to-sign", "Nothing was written at this visit yet.");
        var words = JsonSerializer.Serialize(
            new
            {
                statement = $"{visit.Kind.Name}, {count} entries, up to entry {number}.",
                through = number,
                hash,
            },
            json.Value.SerializerOptions
        );
        await record.WriteAsync(new(entry.Id, "signed", words), row.Id, visitId, stop);
        if (visit.DoneAt is null)
            await visits.ChangeAsync(visitId, null, new VisitFacts(Done: true), stop);
        await all.CommitAsync(stop);
        RecordAnchor.Write(files.AnchorPath, await record.HeadAsync(stop));
        return null;
    }

    /// <summary>Puts an entry right: the amendment stands beside it, the entry as it was.</summary>
    public async Task<Problem?> AmendAsync(Guid id, AmendEntry entry, CancellationToken stop)
    {
        if (await record.EntryAsync(id, stop) is not { CaseId: { } caseId } amended || await cases.CaseAsync(caseId, stop) is null)
            return Problems.Missing("entry");
        var words = JsonSerializer.Serialize(new { text = entry.Text.Trim() }, json.Value.SerializerOptions);
        await record.WriteAsync(new(entry.Id, "amendment", words, amended.UnitId, Amends: id), caseId, amended.VisitId, stop);
        return null;
    }

    private RecordView ViewOf(
        string title,
        IReadOnlyList<VisitRow> of,
        IReadOnlyList<RecordRow> rows,
        IReadOnlyList<UnitRow> units,
        IReadOnlyDictionary<Guid, string>? numbers = null
    ) =>
        new()
        {
            Title = title,
            Visits = [.. of.Select(ChairWork.ViewOf)],
            // Steps stand there as begun and done; what was pressed for it is the same once more.
            Entries = [.. rows.Where(row => row.Kind != "step").Select(row => ViewOf(row, units, numbers))],
        };

    private RecordEntryView ViewOf(RecordRow row, IReadOnlyList<UnitRow> units, IReadOnlyDictionary<Guid, string>? numbers) =>
        new(
            row.Id,
            row.Number,
            row.Kind,
            RecordWords.Say(row, json.Value.SerializerOptions),
            row.At,
            row.KeptAt,
            row.By,
            row.VisitId,
            units.FirstOrDefault(unit => unit.Id == row.UnitId)?.Tooth,
            row.Amends,
            row.Hash[..8],
            row is { Kind: "picture", Words: { } words }
                ? (JsonSerializer.Deserialize<ChairNote>(words, json.Value.SerializerOptions) as PictureNote)?.Sha256
                : null,
            row.CaseId is { } whole ? numbers?.GetValueOrDefault(whole) : null
        );
}
