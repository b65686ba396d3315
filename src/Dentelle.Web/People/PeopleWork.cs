using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Web.People;

/// <summary>What an administrator does: people, their sessions, the audit trail.</summary>
public sealed class PeopleWork(UserManager<PersonRow> people, SignInWork signIn, Sessions sessions, DentelleDb db, TimeProvider clock)
{
    private const int PageSize = 100;

    public async Task<PeopleView> ListAsync(CancellationToken stop)
    {
        var open = await db
            .Sessions.Where(row => row.RevokedAt == null)
            .GroupBy(row => row.PersonId)
            .Select(group => new { group.Key, Count = group.Count() })
            .ToDictionaryAsync(group => group.Key, group => group.Count, stop);
        var now = clock.GetUtcNow();
        return new([
            .. (await db.People.AsNoTracking().OrderBy(row => row.FullName).ToListAsync(stop)).Select(row => new PersonDetail(
                row.Id,
                row.UserName!,
                row.FullName,
                row.Roles,
                row.ShutAt is not null,
                row.LockoutEnd > now,
                open.GetValueOrDefault(row.Id),
                row.IsDemo
            )),
        ]);
    }

    public async Task<Answer<PeopleView>> AddAsync(PersonEntry entry, CancellationToken stop) =>
        (await signIn.AddAsync(entry.Name ?? "", entry.FullName ?? "", entry.Roles ?? [], entry.Password ?? "")).Is(out _, out var problem)
            ? await ListAsync(stop)
            : problem;

    public async Task<Answer<PeopleView>> ChangeAsync(Guid id, PersonEntry entry, CancellationToken stop)
    {
        await using var all = await Together.BeginAsync(db, stop);
        if (await db.People.FirstOrDefaultAsync(row => row.Id == id, stop) is not { } person)
            return Problems.Missing("person");
        if (entry.Roles is { Count: 0 })
            return new Problem("roles", "Say what the person is here: a role at least.");
        var stays = entry.Shut == true ? [] : entry.Roles ?? person.Roles;
        if (!stays.Contains(PersonRole.Administrator) && await IsLastAdministratorAsync(id, stop))
            return new Problem("last-administrator", "Somebody must stay administrator: make another one first.");
        person.FullName = entry.FullName?.Trim() is { Length: > 0 } called ? called : person.FullName;
        person.Roles = entry.Roles ?? person.Roles;
        person.ShutAt = entry.Shut switch
        {
            true => person.ShutAt ?? clock.GetUtcNow().UtcDateTime,
            false => null,
            null => person.ShutAt,
        };
        if (entry.Name?.Trim() is { Length: > 0 } name && name != person.UserName)
            person.UserName = name;
        if (entry.Password is { } password && await NewPasswordAsync(person, password) is { } weak)
            return weak;
        var changed = await people.UpdateAsync(person);
        if (!changed.Succeeded)
            return SignInWork.Said(changed);
        if (entry.Password is not null || entry.Shut == true)
            await sessions.RevokeAllAsync(id, null, stop);
        await all.CommitAsync(stop);
        return await ListAsync(stop);
    }

    /// <param name="text">Part of what was done, or of who did it.</param>
    public async Task<AuditView> AuditAsync(string? text, Guid? subject, DateTime? from, DateTime? to, int page, CancellationToken stop)
    {
        var found = db.Audit.AsNoTracking();
        if (!string.IsNullOrWhiteSpace(text))
            found = found.Where(row =>
                EF.Functions.Like(row.What, $"%{text.Trim()}%") || EF.Functions.Like(row.Person, $"%{text.Trim()}%")
            );
        if (subject is { } about)
            found = found.Where(row => row.Subject == about);
        if (from is { } first)
            found = found.Where(row => row.At >= first);
        if (to is { } last)
            found = found.Where(row => row.At < last);
        var rows = await found.OrderByDescending(row => row.Id).Skip(Math.Max(0, page) * PageSize).Take(PageSize + 1).ToListAsync(stop);
        return new(
            [.. rows.Take(PageSize).Select(row => new AuditLine(row.At, row.Person, row.What, row.Writes, row.Subject, row.Status))],
            rows.Count > PageSize
        );
    }

    private async Task<Problem?> NewPasswordAsync(PersonRow person, string password)
    {
        person.LockoutEnd = null;
        await people.RemovePasswordAsync(person);
        var set = await people.AddPasswordAsync(person, password);
        return set.Succeeded ? null : SignInWork.Said(set);
    }

    private async Task<bool> IsLastAdministratorAsync(Guid id, CancellationToken stop)
    {
        var administrator = Kebab.Of(PersonRole.Administrator);
        return await db.People.AnyAsync(row => row.Id == id && row.RoleWords.Contains(administrator), stop)
            && !await db.People.AnyAsync(row => row.Id != id && row.ShutAt == null && row.RoleWords.Contains(administrator), stop);
    }
}
