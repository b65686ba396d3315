using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Web.People;

/// <summary>Signing in and out, locking the screen and opening it again.</summary>
public sealed class SignInWork(
    UserManager<PersonRow> people,
    IPasswordHasher<PersonRow> hasher,
    Sessions sessions,
    DentelleDb db,
    PracticeFiles files,
    IHttpContextAccessor at,
    TimeProvider clock
)
{
    private static readonly Problem Refused = new("sign-in", "Name and password don't go together.");

    private HttpContext Context => at.HttpContext!;

    public async Task<MeView> MeAsync(CancellationToken stop)
    {
        var user = Context.User;
        var doors = Accounts.DoorsOf(files);
        var known = user.Identity?.IsAuthenticated == true;
        var person =
            user.IdOf() is { } id && id != Guid.Empty
                ? await db.People.AsNoTracking().FirstOrDefaultAsync(row => row.Id == id, stop)
                : null;
        var locked = user.SessionOf() is { } session && await sessions.IsLockedAsync(session, stop);
        var demo =
            doors == Doors.Demonstration
                ? await db
                    .People.AsNoTracking()
                    .Where(row => row.IsDemo && row.ShutAt == null)
                    .OrderBy(row => row.CreatedAt)
                    .ToListAsync(stop)
                : [];
        return new()
        {
            Doors = doors,
            Person = known ? new(user.IdOf() ?? Guid.Empty, user.NameOf(), user.RolesOf()) : null,
            May = known ? Policies.Of(user.RolesOf()) : [],
            FirstRun = doors == Doors.Accounts && !await db.People.AnyAsync(stop),
            DemoPeople = [.. demo.Select(row => new PersonView(row.Id, row.FullName, row.Roles))],
            HasSession = user.SessionOf() is not null,
            Locked = locked,
            HasCode = person?.ChairCodeHash is not null,
            LockAfterMinutes = files.LockAfterMinutes,
        };
    }

    /// <summary>The first person of a new practice: its administrator, who may be its clinician as well.</summary>
    public async Task<Answer<MeView>> FirstAsync(FirstRunEntry entry, CancellationToken stop)
    {
        if (Accounts.DoorsOf(files) != Doors.Accounts)
            return new Problem("no-accounts", "This practice is run without accounts, or with those of the demonstration.");
        await using var all = await Together.BeginAsync(db, stop);
        if (await db.People.AnyAsync(stop))
            return new Problem("not-first", "This practice has people already. One of its administrators can make you an account.");
        PersonRole[] roles = entry.Treats ? [PersonRole.Clinician, PersonRole.Administrator] : [PersonRole.Administrator];
        if (!(await AddAsync(entry.Name, entry.FullName, roles, entry.Password)).Is(out var person, out var problem))
            return problem;
        await all.CommitAsync(stop);
        return await EnterAsync(person, stop);
    }

    public async Task<Answer<MeView>> InAsync(SignInEntry entry, CancellationToken stop)
    {
        var person = await people.FindByNameAsync(entry.Name.Trim());
        if (person is null || person.ShutAt is not null)
        {
            // As long as for somebody who is known: the time it takes tells nobody who has an account.
            hasher.VerifyHashedPassword(new PersonRow(), SomeHash.Value, entry.Password);
            return Refused;
        }
        if (await people.IsLockedOutAsync(person))
            return new Problem("locked-out", "Too many wrong passwords. This account is shut for ten minutes.");
        if (!await people.CheckPasswordAsync(person, entry.Password))
        {
            await people.AccessFailedAsync(person);
            return Refused;
        }
        await people.ResetAccessFailedCountAsync(person);
        return await EnterAsync(person, stop);
    }

    /// <summary>Invented people need no password, on this machine and with the demonstration's data only.</summary>
    public async Task<Answer<MeView>> InDemoAsync(Guid id, CancellationToken stop)
    {
        if (Accounts.DoorsOf(files) != Doors.Demonstration || !Accounts.IsHere(Context))
            return new Problem("no-demo", "There are no demonstration accounts here.");
        return await db.People.FirstOrDefaultAsync(row => row.Id == id && row.IsDemo && row.ShutAt == null, stop) is { } person
            ? await EnterAsync(person, stop)
            : Problems.Missing("person");
    }

    public async Task OutAsync(CancellationToken stop)
    {
        if (Context.User.SessionOf() is { } session)
            await sessions.RevokeAsync(session, null, stop);
        await Context.SignOutAsync(Accounts.CookieScheme);
        if (Accounts.DoorsOf(files) == Doors.Demonstration)
            Context.Response.Cookies.Append(
                Accounts.LeftDemo,
                "1",
                new CookieOptions
                {
                    HttpOnly = true,
                    SameSite = SameSiteMode.Strict,
                    IsEssential = true,
                }
            );
    }

    public async Task<Answer<MeView>> UnlockAsync(UnlockEntry entry, CancellationToken stop)
    {
        if (Context.User.SessionOf() is not { } session)
            return new Problem("signed-out", "This session is over. Sign in again.");
        if (!await IsMeAsync(entry.CodeOrPassword, stop))
        {
            if (!await sessions.WrongCodeAsync(session, stop))
                return new Problem("wrong-code", "That is not the code.");
            await Context.SignOutAsync(Accounts.CookieScheme);
            return new Problem("signed-out", "Too many wrong codes: you are signed out. Sign in with your password.");
        }
        await sessions.UnlockAsync(session, stop);
        return await MeAsync(stop);
    }

    /// <summary>Whether somebody is who is signed in: by their code or password. Invented people without a code just say so.</summary>
    public async Task<bool> IsMeAsync(string said, CancellationToken stop) =>
        await MineAsync(stop) is { } person
        && (
            IsRight(person, person.ChairCodeHash, said)
            || IsRight(person, person.PasswordHash, said)
            || (person.IsDemo && person.ChairCodeHash is null)
        );

    public async Task<Problem?> CodeAsync(CodeEntry entry, CancellationToken stop)
    {
        if (entry.Code.Length is < 4 or > 8 || !entry.Code.All(char.IsAsciiDigit))
            return new Problem("code", "A code has four to eight digits.");
        if (await MineAsync(stop) is not { } person)
            return Problems.Missing("account");
        person.ChairCodeHash = hasher.HashPassword(person, entry.Code);
        await db.SaveChangesAsync(stop);
        return null;
    }

    public async Task<Problem?> PasswordAsync(PasswordEntry entry, CancellationToken stop)
    {
        if (await MineAsync(stop) is not { } person)
            return Problems.Missing("account");
        var changed = await people.ChangePasswordAsync(person, entry.Old, entry.New);
        if (!changed.Succeeded)
            return Said(changed);
        await sessions.RevokeAllAsync(person.Id, Context.User.SessionOf(), stop);
        return null;
    }

    public async Task<Answer<PersonRow>> AddAsync(string name, string fullName, IReadOnlyList<PersonRole> roles, string password)
    {
        if (fullName.Trim().Length == 0 || fullName.Any(char.IsControl))
            return new Problem("full-name", "Say how the person is called; it stands under what they write.");
        if (roles.Count == 0)
            return new Problem("roles", "Say what the person is here: a role at least.");
        var added = new PersonRow
        {
            Id = Guid.CreateVersion7(),
            UserName = name.Trim(),
            FullName = fullName.Trim(),
            Roles = roles,
            CreatedAt = clock.GetUtcNow().UtcDateTime,
            LockoutEnabled = true,
        };
        var made = await people.CreateAsync(added, password);
        return made.Succeeded ? added : Said(made);
    }

    /// <summary>What the standard rules have against it, as a sentence.</summary>
    internal static Problem Said(IdentityResult refused) =>
        refused.Errors.First().Code switch
        {
            nameof(IdentityErrorDescriber.PasswordTooShort) => new Problem(
                "password",
                $"A password has {Accounts.ShortestPassword} characters at least; several words do well."
            ),
            nameof(IdentityErrorDescriber.DuplicateUserName) => new Problem("name-taken", "Somebody signs in by this name already."),
            nameof(IdentityErrorDescriber.InvalidUserName) => new Problem(
                "name",
                "A name to sign in by has letters, digits and -._@+ only."
            ),
            nameof(IdentityErrorDescriber.PasswordMismatch) => new Problem("sign-in", "That is not the password."),
            _ => new Problem("account", refused.Errors.First().Description),
        };

    private bool IsRight(PersonRow person, string? hash, string said) =>
        hash is not null && hasher.VerifyHashedPassword(person, hash, said) != PasswordVerificationResult.Failed;

    private async Task<PersonRow?> MineAsync(CancellationToken stop) =>
        Context.User.IdOf() is { } id ? await db.People.FirstOrDefaultAsync(row => row.Id == id, stop) : null;

    private async Task<MeView> EnterAsync(PersonRow person, CancellationToken stop)
    {
        if (Context.User.SessionOf() is { } before)
            await sessions.RevokeAsync(before, null, stop);
        var session = await sessions.BeginAsync(person, Context.Request.Headers.UserAgent.ToString(), stop);
        var principal = Accounts.PrincipalOf(person, session, Accounts.CookieScheme);
        await Context.SignInAsync(Accounts.CookieScheme, principal);
        Context.Response.Cookies.Delete(Accounts.LeftDemo);
        Context.User = principal;
        return await MeAsync(stop);
    }

    private static readonly Lazy<string> SomeHash = new(() => new PasswordHasher<PersonRow>().HashPassword(new PersonRow(), "nobody's"));
}
