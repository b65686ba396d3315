using System.ComponentModel.DataAnnotations;
using System.Security.Claims;
using System.Text.Json;
using Dentelle.Core.HandingOver;
using Dentelle.Core.Judging;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.People;
using Dentelle.Web.Units;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Export;

/// <summary>A text for the insurer: the draft from what was recorded, and those that were signed.</summary>
public sealed record NarrativeView(
    string Number,
    string Patient,
    string Draft,
    IReadOnlyList<string> NotRecorded,
    IReadOnlyList<SignedNarrative> Signed
);

/// <param name="Hash">The first letters of its entry's hash.</param>
public sealed record SignedNarrative(Guid Id, DateTime At, string By, string Text, string Hash);

public sealed record NarrativeEntry
{
    public required Guid Id { get; init; }

    [MinLength(1), MaxLength(3900)]
    public required string Text { get; init; }

    /// <summary>Who signs says it again; null for the one user without an account.</summary>
    [MaxLength(Accounts.LongestPassword)]
    public string? CodeOrPassword { get; init; }
}

/// <summary>Drafts, signs and finds texts for the insurer.</summary>
public sealed class Narratives(Dossiers dossiers, UnitViews views, RecordStore record, SignInWork people, IOptions<JsonOptions> json)
{
    public const string Kind = "narrative";

    public async Task<Answer<NarrativeView>> ShowAsync(Guid caseId, CancellationToken stop)
    {
        if (!(await dossiers.OfAsync(caseId, stop)).Is(out var dossier, out var problem))
            return problem;
        var teeth = new List<NarrativeTooth>();
        foreach (var unit in dossier.Case.Units.OrderBy(unit => unit.Order))
        {
            if (!views.PlanOf(unit).Is(out var plan, out problem))
                return problem;
            var latest = views.Readings(unit, plan).Where(reading => reading is { IsLatest: true, Finding: not null }).ToArray();
            string[] off =
            [
                .. latest
                    .Where(reading => reading.Finding!.Verdict is not (Verdict.Within or Verdict.CantTell))
                    .Select(reading => $"{plan.Zone(reading.Zone)?.Zone.Words.LowerFirst()}: {reading.Finding!.Headline.LowerFirst()}"),
            ];
            teeth.Add(new(plan, views.MaterialNameOf(unit), plan.Zones.Count, latest.Length, off));
        }
        var assess = dossier.Visits.Where(visit => visit.Kind == VisitKind.Assess).Select(visit => (Guid?)visit.Id).ToHashSet();
        var draft = Narrative.Of(
            teeth,
            Said(note => note.Note is FreeNote && assess.Contains(note.Row.VisitId)),
            Said(note => note.Note is RemnantsNote or DeviationNote),
            [
                .. dossier
                    .Notes.Where(note => note.Note is PictureNote)
                    .Select(note => new NarrativeNote(DayOf(note.Row), ((PictureNote)note.Note).Proves)),
            ]
        );
        return new NarrativeView(
            dossier.Number,
            dossier.Case.Patient,
            string.Join('\n', draft.Sentences),
            draft.NotRecorded,
            [.. dossier.Entries.Where(entry => entry is { Kind: Kind, Words: not null }).Reverse().Select(Of)]
        );

        IReadOnlyList<NarrativeNote> Said(Func<(RecordRow Row, ChairNote Note), bool> counts) =>
            [.. dossier.Notes.Where(counts).Select(note => new NarrativeNote(DayOf(note.Row), note.Note.Say()))];
    }

    public async Task<Answer<NarrativeView>> SignAsync(Guid caseId, NarrativeEntry entry, ClaimsPrincipal user, CancellationToken stop)
    {
        if (!(await dossiers.OfAsync(caseId, stop)).Is(out _, out var problem))
            return problem;
        if (user.SessionOf() is not null && !await people.IsMeAsync(entry.CodeOrPassword ?? "", stop))
            return new Problem("wrong-code", "That is neither your code nor your password: nothing was signed.");
        var words = JsonSerializer.Serialize(new { text = entry.Text.Trim() }, json.Value.SerializerOptions);
        await record.WriteAsync(new(entry.Id, Kind, words), caseId, visitId: null, stop);
        return await ShowAsync(caseId, stop);
    }

    private static SignedNarrative Of(RecordRow row)
    {
        using var words = JsonDocument.Parse(row.Words!);
        return new(row.Id, row.At, row.By, words.RootElement.GetProperty("text").GetString() ?? "", row.Hash[..8]);
    }

    private static string DayOf(RecordRow row) => $"{row.At.ToLocalTime():yyyy-MM-dd}";
}
