using System.Security.Cryptography;
using System.Text;
using Dentelle.Core.Exchange;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>What a hand-over is made of, once its bundle is kept.</summary>
public sealed record NewHandOver(Guid Id, Guid CaseId, string Teeth, string Document, KeptFile Bundle, string By);

/// <summary>An open question with the case it is about.</summary>
public sealed record OpenQuery(LaboratoryQueryRow Query, int Number, string Patient);

/// <summary>Keeps what went to the laboratory, and what came back.</summary>
public sealed class HandOverStore(DentelleDb db, TimeProvider clock)
{
    /// <summary>One laboratory asks no more of one bundle.</summary>
    private const int MostQueries = 200;

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <returns>The one of this id that was there already, or the new one.</returns>
    public Task<HandOverRow> AddAsync(NewHandOver made, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                if (await db.HandOvers.FirstOrDefaultAsync(row => row.Id == made.Id, stop) is { } there)
                    return there;
                var added = new HandOverRow
                {
                    Id = made.Id,
                    CaseId = made.CaseId,
                    Teeth = made.Teeth,
                    Document = made.Document,
                    Sha256 = made.Bundle.Sha256,
                    Bytes = made.Bundle.Bytes,
                    At = Now,
                    By = made.By,
                };
                db.HandOvers.Add(added);
                var whole = await db.Cases.FirstAsync(row => row.Id == made.CaseId, stop);
                whole.HandedOverAt = added.At;
                return added;
            },
            stop
        );

    public Task<HandOverRow?> FindAsync(Guid id, CancellationToken stop) =>
        Seen().Include(row => row.Queries).FirstOrDefaultAsync(row => row.Id == id, stop);

    /// <summary>The newest first.</summary>
    public async Task<IReadOnlyList<HandOverRow>> OfCaseAsync(Guid caseId, CancellationToken stop) =>
        await Seen()
            .AsNoTracking()
            .Where(row => row.CaseId == caseId)
            .Include(row => row.Queries)
            .OrderByDescending(row => row.At)
            .ToListAsync(stop);

    /// <summary>What the laboratory has, the newest first.</summary>
    public async Task<IReadOnlyList<HandOverRow>> NewestAsync(int most, CancellationToken stop) =>
        await Seen().AsNoTracking().Include(row => row.Queries).OrderByDescending(row => row.At).Take(most).ToListAsync(stop);

    /// <summary>Questions that nobody has replied to, the oldest first.</summary>
    public async Task<IReadOnlyList<OpenQuery>> OpenAsync(int most, CancellationToken stop) =>
        await (
            from query in db.LaboratoryQueries.AsNoTracking()
            join whole in db.Cases on query.CaseId equals whole.Id
            where query.RepliedAt == null
            orderby query.At, query.Tooth, query.Kind
            select new OpenQuery(query, whole.Number, whole.Patient)
        )
            .Take(most)
            .ToListAsync(stop);

    /// <summary>Takes what a laboratory sends; the same question sent again is the same question.</summary>
    /// <returns>What stands against it; null when it is kept.</returns>
    public Task<Problem?> TakeAsync(LaboratoryAnswer answer, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                var sent = await db.HandOvers.Include(row => row.Queries).FirstOrDefaultAsync(row => row.Id == answer.HandOver, stop);
                if (sent is null)
                    return new Problem("no-hand-over", "This answers nothing that was handed over here.");
                if (answer.Queries.Count + sent.Queries.Count > MostQueries)
                    return new Problem("too-many-queries", $"These are more than {MostQueries} questions.");
                var teeth = sent.Teeth.Split(',');
                if (answer.Queries.FirstOrDefault(query => !teeth.Contains(query.Tooth)) is { } foreign)
                    return new Problem("query-tooth", $"{foreign.Tooth} is none of the teeth that were handed over ({sent.Teeth}).");
                var now = Now;
                foreach (var query in answer.Queries)
                {
                    var id = IdOf(sent.Id, query);
                    if (sent.Queries.Exists(there => there.Id == id))
                        continue;
                    sent.Queries.Add(
                        new LaboratoryQueryRow
                        {
                            Id = id,
                            HandOverId = sent.Id,
                            CaseId = sent.CaseId,
                            Tooth = query.Tooth,
                            Kind = Kebab.Of(query.Kind),
                            Text = query.Text,
                            Zone = query.Zone,
                            FoundMm = query.FoundMm,
                            NeededMm = query.NeededMm,
                            At = now,
                            By = answer.By,
                            Simulated = answer.Simulated,
                        }
                    );
                }
                (sent.AnsweredAt, sent.AnsweredBy) = (now, answer.By);
                sent.Unseen = answer.Unseen.Count > 0 ? string.Join('\n', answer.Unseen) : null;
                return null;
            },
            stop
        );

    /// <returns>What stands against it; null when it is kept.</returns>
    public Task<Problem?> ReplyAsync(Guid queryId, string reply, string by, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                var query = await db.LaboratoryQueries.FirstOrDefaultAsync(row => row.Id == queryId, stop);
                if (query is null || !await db.Cases.AnyAsync(row => row.Id == query.CaseId, stop))
                    return new Problem("not-found", "There is no such question.");
                if (query.RepliedAt is not null && query.Reply != reply)
                    return new Problem("replied", $"{query.RepliedBy} has replied already: {query.Reply}");
                if (query.RepliedAt is null)
                    (query.Reply, query.RepliedAt, query.RepliedBy) = (reply, Now, by);
                return null;
            },
            stop
        );

    /// <summary>A question with what it was asked about; null when there is none.</summary>
    public async Task<(HandOverRow Sent, LaboratoryQueryRow Query)?> OfQueryAsync(Guid queryId, CancellationToken stop) =>
        await Seen()
            .AsNoTracking()
            .Include(row => row.Queries)
            .FirstOrDefaultAsync(row => row.Queries.Any(query => query.Id == queryId), stop)
            is { } sent
            ? (sent, sent.Queries.First(query => query.Id == queryId))
            : null;

    /// <summary>Those of cases that whoever asks may see.</summary>
    private IQueryable<HandOverRow> Seen() => db.HandOvers.Where(row => db.Cases.Any(whole => whole.Id == row.CaseId));

    /// <summary>From what it says: sent again, a question has the same.</summary>
    private static Guid IdOf(Guid handOver, LaboratoryQuery query) =>
        new(SHA256.HashData(Encoding.UTF8.GetBytes($"{handOver}\n{query.Tooth}\n{query.Kind}\n{query.Text}")).AsSpan(0, 16));
}
