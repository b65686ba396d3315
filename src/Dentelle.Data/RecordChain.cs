using System.Security.Cryptography;
using Dentelle.Core.Recording;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>Something the record is to hold.</summary>
/// <param name="Words">What it says, JSON.</param>
internal sealed record RecordNote(
    string Kind,
    string Words,
    Guid? Id = null,
    Guid? PatientId = null,
    Guid? CaseId = null,
    Guid? VisitId = null,
    Guid? UnitId = null,
    Guid? Amends = null,
    DateTime? At = null
);

/// <summary>Links new entries to the end of the record.</summary>
internal static class RecordChain
{
    private const int SaltBytes = 16;

    /// <summary>Adds them to what is saved next. Within a transaction only: the end of the chain must not move meanwhile.</summary>
    public static async Task<IReadOnlyList<RecordRow>> AppendAsync(
        DentelleDb db,
        IReadOnlyList<RecordNote> notes,
        Actor actor,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        var end = await db
            .Record.AsNoTracking()
            .OrderByDescending(row => row.Number)
            .Select(row => new { row.Number, row.Hash })
            .FirstOrDefaultAsync(stop);
        var (number, previous) = (end?.Number ?? 0, end?.Hash ?? RecordLink.Beginning);
        var now = ToMilliseconds(clock.GetUtcNow().UtcDateTime);
        var added = new List<RecordRow>();
        // Many notes of one save are of one case.
        var places = new Dictionary<(Guid?, Guid?, Guid?), (Guid? Patient, Guid? Visit)>();
        foreach (var note in notes)
        {
            if (!places.TryGetValue((note.CaseId, note.PatientId, note.VisitId), out var place))
                places[(note.CaseId, note.PatientId, note.VisitId)] = place = await PlaceAsync(db, note, actor, now, stop);
            var (patient, visit) = place;
            if (note.CaseId is { } touched)
                actor.Touched.Add(touched);
            var salt = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(SaltBytes));
            var (id, at, digest) = (
                note.Id ?? Guid.CreateVersion7(),
                ToMilliseconds(note.At ?? now),
                RecordLink.DigestOf(salt, note.Words)
            );
            string[] subjects =
            [
                RecordRow.Text(patient),
                RecordRow.Text(note.CaseId),
                RecordRow.Text(visit),
                RecordRow.Text(note.UnitId),
                RecordRow.Text(note.Amends),
            ];
            var link = new RecordLink(
                ++number,
                id.ToString("D"),
                note.Kind,
                subjects,
                RecordRow.Text(at),
                RecordRow.Text(now),
                actor.Name,
                digest,
                previous
            );
            var row = new RecordRow
            {
                Id = id,
                Number = number,
                Kind = note.Kind,
                PatientId = patient,
                CaseId = note.CaseId,
                VisitId = visit,
                UnitId = note.UnitId,
                Amends = note.Amends,
                At = at,
                KeptAt = now,
                ById = actor.Id,
                By = actor.Name,
                Salt = salt,
                Words = note.Words,
                Digest = digest,
                Previous = previous,
                Hash = link.Hash(),
            };
            previous = row.Hash;
            db.Record.Add(row);
            added.Add(row);
        }
        return added;
    }

    /// <summary>
    /// Whose case it is, and at which of its visits it was written: the one that is named, else the one somebody is at, else
    /// the one of the same day that is not done yet.
    /// </summary>
    private static async Task<(Guid? Patient, Guid? Visit)> PlaceAsync(
        DentelleDb db,
        RecordNote note,
        Actor actor,
        DateTime now,
        CancellationToken stop
    )
    {
        if (note.CaseId is not { } id)
            return (note.PatientId, note.VisitId ?? actor.Visit);
        var patient = note.PatientId
            ?? db.ChangeTracker.Entries<CaseRow>().FirstOrDefault(entry => entry.Entity.Id == id)?.Entity.PatientId
            ?? await db.Cases.IgnoreQueryFilters().Where(row => row.Id == id).Select(row => row.PatientId).FirstOrDefaultAsync(stop);
        if ((note.VisitId ?? actor.Visit) is { } named)
            return (patient, named);
        var (from, until) = (now.AddHours(-12), now.AddHours(12));
        var visits = await db
            .Visits.AsNoTracking()
            .Where(row => row.CaseId == id && row.At >= from && row.At < until && row.DoneAt == null)
            .ToListAsync(stop);
        return (patient, visits.MinBy(row => (row.At!.Value - now).Duration())?.Id);
    }

    /// <summary>The record's times are those that its hashes were made of.</summary>
    private static DateTime ToMilliseconds(DateTime time) => new(time.Ticks - time.Ticks % TimeSpan.TicksPerMillisecond, DateTimeKind.Utc);
}
