using Dentelle.Data;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Web.Access;

/// <summary>Browsers in which people are signed in.</summary>
public sealed class Sessions(DentelleDb db, TimeProvider clock)
{
    private static readonly TimeSpan SeenEvery = TimeSpan.FromMinutes(1);

    /// <summary>So many wrong codes and the session is over: a short code is soon tried through.</summary>
    private const int MostWrongCodes = 5;
    private const int LongestDevice = 120;

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    public async Task<SessionRow> BeginAsync(PersonRow person, string device, CancellationToken stop)
    {
        var begun = new SessionRow
        {
            Id = Guid.CreateVersion7(),
            PersonId = person.Id,
            Device = device.Length > LongestDevice ? device[..LongestDevice] : device,
            BegunAt = Now,
            SeenAt = Now,
        };
        db.Sessions.Add(begun);
        await db.SaveChangesAsync(stop);
        return begun;
    }

    /// <returns>A session that holds, with its person as they are today; null when it was revoked or its person shut out.</returns>
    public async Task<(SessionRow Session, PersonRow Person)?> OpenAsync(Guid id, CancellationToken stop)
    {
        var found = await (
            from session in db.Sessions.AsNoTracking()
            join person in db.People.AsNoTracking() on session.PersonId equals person.Id
            where session.Id == id && session.RevokedAt == null && person.ShutAt == null
            select new { session, person }
        ).FirstOrDefaultAsync(stop);
        if (found is null)
            return null;
        if (Now - found.session.SeenAt > SeenEvery)
            await db.Sessions.Where(row => row.Id == id).ExecuteUpdateAsync(set => set.SetProperty(row => row.SeenAt, Now), stop);
        return (found.session, found.person);
    }

    public async Task<bool> IsLockedAsync(Guid id, CancellationToken stop) =>
        await db.Sessions.AnyAsync(row => row.Id == id && row.LockedAt != null, stop);

    public Task LockAsync(Guid id, CancellationToken stop) =>
        db
            .Sessions.Where(row => row.Id == id && row.LockedAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(row => row.LockedAt, Now).SetProperty(row => row.WrongCodes, 0), stop);

    public Task UnlockAsync(Guid id, CancellationToken stop) =>
        db
            .Sessions.Where(row => row.Id == id)
            .ExecuteUpdateAsync(set => set.SetProperty(row => row.LockedAt, (DateTime?)null).SetProperty(row => row.WrongCodes, 0), stop);

    /// <returns>Whether that was one too many: the session is over then.</returns>
    public async Task<bool> WrongCodeAsync(Guid id, CancellationToken stop)
    {
        await db
            .Sessions.Where(row => row.Id == id)
            .ExecuteUpdateAsync(set => set.SetProperty(row => row.WrongCodes, row => row.WrongCodes + 1), stop);
        if (await db.Sessions.AnyAsync(row => row.Id == id && row.WrongCodes < MostWrongCodes, stop))
            return false;
        await RevokeAsync(id, null, stop);
        return true;
    }

    public async Task<IReadOnlyList<SessionRow>> OfAsync(Guid person, CancellationToken stop) =>
        await db
            .Sessions.AsNoTracking()
            .Where(row => row.PersonId == person && row.RevokedAt == null)
            .OrderByDescending(row => row.SeenAt)
            .Take(100)
            .ToListAsync(stop);

    /// <param name="of">Whose it must be; null for anybody's.</param>
    /// <returns>False when there is no such session.</returns>
    public async Task<bool> RevokeAsync(Guid id, Guid? of, CancellationToken stop) =>
        await db
            .Sessions.Where(row => row.Id == id && (of == null || row.PersonId == of) && row.RevokedAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(row => row.RevokedAt, Now), stop) > 0;

    /// <summary>All of a person's, but for one: after a new password.</summary>
    public Task RevokeAllAsync(Guid person, Guid? but, CancellationToken stop) =>
        db
            .Sessions.Where(row => row.PersonId == person && row.Id != but && row.RevokedAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(row => row.RevokedAt, Now), stop);
}
