using System.Text.Json;
using Dentelle.Core.Exchange;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Cases;
using Dentelle.Web.Chair;
using Dentelle.Web.Documents;
using Dentelle.Web.Http;
using Dentelle.Web.QuickLine;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Laboratory;

/// <summary>Hands a case over: its sheet, its bundle, what comes back.</summary>
public sealed class HandOverWork(
    CaseStore cases,
    HandedTeeth teeth,
    HandOverStore store,
    RecordStore record,
    FileStore files,
    LaboratoryFolder folder,
    PracticeFiles practice,
    TimeProvider clock,
    IOptions<JsonOptions> json
)
{
    private const long MostBundleBytes = 2_000_000_000;

    public async Task<Answer<HandOverView>> ShowAsync(Guid caseId, CancellationToken stop)
    {
        if (await cases.CaseAsync(caseId, stop) is not { } row)
            return Problems.Missing("case");
        if (!(await teeth.OfAsync(row, new Dictionary<string, string>(), stop)).Is(out var ready, out var problem))
            return problem;
        var units = ready.Select(tooth => tooth.Unit).ToArray();
        return new HandOverView
        {
            CaseId = caseId,
            Number = $"{row.Number:0000}",
            Patient = row.Patient,
            Units = units,
            Pictures =
            [
                .. (await PicturesAsync(caseId, stop)).Select(one => new HandOverPicture(
                    one.Note.Sha256,
                    one.Note.Proves,
                    one.At,
                    one.Note.Simulated
                )),
            ],
            Missing = [.. MissingOf(units)],
            Sent = [.. (await store.OfCaseAsync(caseId, stop)).Select(SentView.From)],
            Folder = folder.Place,
            StandIn = practice.AnswersForLaboratory,
        };
    }

    /// <summary>The sheet as it would be now.</summary>
    public async Task<Answer<byte[]>> SheetAsync(Guid caseId, CancellationToken stop)
    {
        if (await cases.CaseAsync(caseId, stop) is not { } row)
            return Problems.Missing("case");
        if (!(await teeth.OfAsync(row, new Dictionary<string, string>(), stop)).Is(out var ready, out var problem))
            return problem;
        var document = Document(Guid.Empty, row, ready, "", "");
        return LaboratorySheet.Write(document, [.. ready.Select(tooth => tooth.Planned)], [], clock.GetLocalNow());
    }

    public async Task<Answer<HandOverView>> SendAsync(Guid caseId, HandOverEntry entry, string by, CancellationToken stop)
    {
        if (await cases.CaseAsync(caseId, stop) is not { } row)
            return Problems.Missing("case");
        if (await store.FindAsync(entry.Id, stop) is not null)
            return await ShowAsync(caseId, stop);
        if (entry.WishesOf.Values.Any(wish => wish.Length > 2000))
            return new Problem("too-long", "A wish has 2000 characters at most.");
        if (!(await teeth.OfAsync(row, entry.WishesOf, stop)).Is(out var ready, out var problem))
            return problem;
        var pictures = (await PicturesAsync(caseId, stop)).Where(one => entry.Pictures.Contains(one.Note.Sha256)).ToArray();
        if (pictures.Length < entry.Pictures.Distinct().Count())
            return new Problem("picture", "One of these pictures is not this case's.");
        var document = Document(entry.Id, row, ready, entry.Wishes?.Trim() ?? "", by);
        var parts = await PartsAsync(caseId, document, ready, pictures, stop);
        document = document with { Files = [.. parts.Select(part => part.File)] };
        if (!(await PackedAsync(document, parts, stop)).Is(out var bundle, out problem))
            return problem;
        var kept = await store.AddAsync(
            new(entry.Id, caseId, string.Join(',', ready.Select(tooth => tooth.Unit.Tooth)), JsonDocuments.Write(document), bundle, by),
            stop
        );
        await using (var packed = files.Open(kept.Sha256))
            await folder.DropAsync(LaboratoryFolder.NameOf(document.Case, kept.Id), packed, stop);
        return await ShowAsync(caseId, stop);
    }

    /// <summary>What was packed, as it was packed.</summary>
    public async Task<(FileStream Content, string Name)?> BundleAsync(Guid id, CancellationToken stop) =>
        await store.FindAsync(id, stop) is { } row && await cases.CaseAsync(row.CaseId, stop) is { } whole
            ? (files.Open(row.Sha256), $"{LaboratoryFolder.NameOf($"{whole.Number:0000}", row.Id)}.zip")
            : null;

    /// <summary>Replies to a question; the reply lies in the laboratory's folder too.</summary>
    public async Task<Problem?> ReplyAsync(Guid query, string text, string by, CancellationToken stop)
    {
        if (await store.ReplyAsync(query, text.Trim(), by, stop) is { } problem)
            return problem;
        if (await store.OfQueryAsync(query, stop) is var (sent, asked) && await cases.CaseAsync(sent.CaseId, stop) is { } row)
        {
            var reply = JsonSerializer.Serialize(
                new
                {
                    handOver = sent.Id,
                    tooth = asked.Tooth,
                    query = asked.Text,
                    reply = asked.Reply,
                    by = asked.RepliedBy,
                    at = asked.RepliedAt,
                },
                json.Value.SerializerOptions
            );
            await folder.ReplyAsync(LaboratoryFolder.NameOf($"{row.Number:0000}", sent.Id), query, reply, stop);
        }
        return null;
    }

    /// <summary>What the laboratory has, the newest first: numbers, no names.</summary>
    public async Task<BenchView> BenchAsync(CancellationToken stop)
    {
        const int most = 100;
        var shown = new List<BenchCaseView>();
        foreach (var row in await store.NewestAsync(most, stop))
        {
            if (JsonDocuments.ReadHandOver(row.Document).Is(out var document, out _))
                shown.Add(new(document.Case, SentView.From(row), document));
        }
        return new(shown);
    }

    /// <summary>The technician's own question.</summary>
    public async Task<Problem?> AskAsync(Guid handOver, AskEntry entry, string by, CancellationToken stop) =>
        await store.FindAsync(handOver, stop) is null
            ? Problems.Missing("hand-over")
            : await store.TakeAsync(
                new LaboratoryAnswer
                {
                    Format = LaboratoryAnswer.FormatName,
                    Version = 1,
                    HandOver = handOver,
                    At = RecordRow.Text(clock.GetUtcNow().UtcDateTime),
                    By = by,
                    Queries = [new(entry.Tooth, entry.Kind, entry.Text.Trim())],
                },
                stop
            );

    private HandOverDocument Document(Guid id, CaseRow row, IReadOnlyList<ReadyTooth> ready, string wishes, string by) =>
        new()
        {
            Format = HandOverDocument.FormatName,
            Version = HandOverDocument.CurrentVersion,
            Id = id,
            Case = $"{row.Number:0000}",
            At = RecordRow.Text(clock.GetUtcNow().UtcDateTime),
            By = by,
            Wishes = wishes,
            Units = [.. ready.Select(tooth => tooth.Unit)],
            Files = [],
        };

    private static IEnumerable<string> MissingOf(IReadOnlyList<HandOverUnit> units)
    {
        foreach (var unit in units)
        {
            if (unit is { NeedsShade: true, Shade: null })
                yield return $"{unit.Tooth}: no shade was written down.";
            if (unit.Measured is null && unit.Rooms.Count > 0)
                yield return $"{unit.Tooth}: no scan; the laboratory works from the impression.";
            var unread = unit.Rooms.Count(room => room.Standing == RoomStanding.NotMeasured);
            if (unread > 0)
                yield return $"{unit.Tooth}: {unread} of {unit.Rooms.Count} zones not measured.";
        }
    }

    private async Task<IReadOnlyList<(PictureNote Note, DateTime At)>> PicturesAsync(Guid caseId, CancellationToken stop) =>
        [
            .. ChairNotes
                .Of(await record.OfCaseAsync(caseId, stop), json.Value.SerializerOptions)
                .Where(note => note.Note is PictureNote picture && files.Has(picture.Sha256))
                .Select(note => ((PictureNote)note.Note, note.Row.At))
                .DistinctBy(note => note.Item1.Sha256),
        ];

    /// <summary>Packed on the disk: a bundle with scans may be larger than memory.</summary>
    private async Task<Answer<KeptFile>> PackedAsync(HandOverDocument document, IReadOnlyList<BundlePart> parts, CancellationToken stop)
    {
        await using var packed = TemporaryFiles.Open(practice.Data, "bundle");
        await HandOverBundle.WriteAsync(packed, document, parts, stop);
        packed.Position = 0;
        return await files.KeepAsync(packed, MostBundleBytes, stop);
    }

    private async Task<IReadOnlyList<BundlePart>> PartsAsync(
        Guid caseId,
        HandOverDocument document,
        IReadOnlyList<ReadyTooth> ready,
        IReadOnlyList<(PictureNote Note, DateTime At)> pictures,
        CancellationToken stop
    )
    {
        var parts = await Task.Run(
            () => ready.SelectMany(tooth => BundleParts.Of(tooth, files)).DistinctBy(part => part.File.Path).ToList(),
            stop
        );
        parts.AddRange(pictures.Select((picture, i) => BundleParts.Of(picture.Note, i + 1, files)));
        var sheet = LaboratorySheet.Write(
            document,
            [.. ready.Select(tooth => tooth.Planned)],
            [.. pictures.Select(picture => (picture.Note.Proves, (Func<Stream>)(() => files.Open(picture.Note.Sha256))))],
            clock.GetLocalNow()
        );
        var whole = await cases.CaseAsync(caseId, stop, results: true);
        var file = CaseFiles.Write(whole!) with { Patient = LineWork.Unnamed, Note = "", VisitAt = null };
        parts.Insert(
            0,
            BundleParts.Made(
                BundleImport.CaseName,
                HandOverFileKind.Case,
                "The case for another practice that works with this program",
                JsonSerializer.SerializeToUtf8Bytes(file, json.Value.SerializerOptions)
            )
        );
        parts.Insert(0, BundleParts.Made("sheet.pdf", HandOverFileKind.Sheet, "The sheet on paper", sheet));
        return parts;
    }
}
