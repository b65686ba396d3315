using System.Security.Claims;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.People;

using MeAnswer = Results<Ok<MeView>, ProblemHttpResult>;
using PeopleAnswer = Results<Ok<PeopleView>, ProblemHttpResult>;

/// <summary>The whole HTTP face of people: signing in, one's own account, and what an administrator does.</summary>
public static class PeopleEndpoints
{
    public static void MapPeople(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("People");
        api.MapGet("me", Me).WithName("getMe");
        api.MapPost("first-run", First).AsSignIn().WithName("firstRun");
        api.MapPost("sign-in", In).AsSignIn().WithName("signIn");
        api.MapPost("sign-in/demo", InDemo).AsSignIn().WithName("signInDemo");
        api.MapPost("me/unlock", Unlock).AsSignIn().WithName("unlockScreen");
        api.MapPost("sign-out", Out).WithName("signOut");
        api.MapPost("me/lock", Lock).WithName("lockScreen");
        api.MapPut("me/code", Code).WithName("changeCode");
        api.MapPut("me/password", Password).AsSignIn().WithName("changePassword");
        api.MapGet("me/sessions", Mine).WithName("getSessions");
        api.MapDelete("me/sessions/{id:guid}", EndMine).WithName("revokeSession");

        api.MapGet("people", List).WithName("getPeople");
        api.MapPost("people", Add).WithName("addPerson");
        api.MapPut("people/{id:guid}", Change).WithName("changePerson");
        api.MapGet("people/{id:guid}/sessions", SessionsOf).WithName("getSessionsOf");
        api.MapDelete("people/{person:guid}/sessions/{id:guid}", EndOf).WithName("revokeSessionOf");
        api.MapGet("audit", Audit).WithName("getAudit");
    }

    private static async Task<Ok<MeView>> Me(SignInWork work, CancellationToken stop) => TypedResults.Ok(await work.MeAsync(stop));

    private static async Task<MeAnswer> First(FirstRunEntry entry, SignInWork work, CancellationToken stop) =>
        (await work.FirstAsync(entry, stop)).ToResult();

    private static async Task<MeAnswer> In(SignInEntry entry, SignInWork work, CancellationToken stop) =>
        (await work.InAsync(entry, stop)).ToResult();

    private static async Task<MeAnswer> InDemo(DemoSignInEntry entry, SignInWork work, CancellationToken stop) =>
        (await work.InDemoAsync(entry.Person, stop)).ToResult();

    private static async Task<MeAnswer> Unlock(UnlockEntry entry, SignInWork work, CancellationToken stop) =>
        (await work.UnlockAsync(entry, stop)).ToResult();

    private static async Task<NoContent> Out(SignInWork work, CancellationToken stop)
    {
        await work.OutAsync(stop);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Lock(ClaimsPrincipal user, Sessions sessions, CancellationToken stop)
    {
        if (user.SessionOf() is not { } session)
            return Problems.From(new Problem("no-session", "Nobody is signed in here whose screen could be locked."));
        await sessions.LockAsync(session, stop);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Code(CodeEntry entry, SignInWork work, CancellationToken stop) =>
        (await work.CodeAsync(entry, stop)).ToNothing();

    private static async Task<Results<NoContent, ProblemHttpResult>> Password(
        PasswordEntry entry,
        SignInWork work,
        CancellationToken stop
    ) => (await work.PasswordAsync(entry, stop)).ToNothing();

    private static async Task<Ok<SessionsView>> Mine(ClaimsPrincipal user, Sessions sessions, CancellationToken stop) =>
        TypedResults.Ok(await ViewAsync(user.IdOf() ?? Guid.Empty, user, sessions, stop));

    private static async Task<Results<NoContent, ProblemHttpResult>> EndMine(
        Guid id,
        ClaimsPrincipal user,
        Sessions sessions,
        CancellationToken stop
    ) => await sessions.RevokeAsync(id, user.IdOf(), stop) ? TypedResults.NoContent() : Problems.NoSuch("session");

    private static async Task<Ok<PeopleView>> List(PeopleWork work, CancellationToken stop) => TypedResults.Ok(await work.ListAsync(stop));

    private static async Task<PeopleAnswer> Add(PersonEntry entry, PeopleWork work, CancellationToken stop) =>
        (await work.AddAsync(entry, stop)).ToResult();

    private static async Task<PeopleAnswer> Change(Guid id, PersonEntry entry, PeopleWork work, CancellationToken stop) =>
        (await work.ChangeAsync(id, entry, stop)).ToResult();

    private static async Task<Ok<SessionsView>> SessionsOf(Guid id, ClaimsPrincipal user, Sessions sessions, CancellationToken stop) =>
        TypedResults.Ok(await ViewAsync(id, user, sessions, stop));

    private static async Task<Results<NoContent, ProblemHttpResult>> EndOf(
        Guid person,
        Guid id,
        Sessions sessions,
        CancellationToken stop
    ) => await sessions.RevokeAsync(id, person, stop) ? TypedResults.NoContent() : Problems.NoSuch("session");

    private static async Task<Ok<AuditView>> Audit(
        string? text,
        Guid? subject,
        DateTime? from,
        DateTime? to,
        int? page,
        PeopleWork work,
        CancellationToken stop
    ) => TypedResults.Ok(await work.AuditAsync(text, subject, from, to, page ?? 0, stop));

    private static async Task<SessionsView> ViewAsync(Guid person, ClaimsPrincipal user, Sessions sessions, CancellationToken stop) =>
        new([
            .. (await sessions.OfAsync(person, stop)).Select(row => new SessionView(
                row.Id,
                row.Device,
                row.BegunAt,
                row.SeenAt,
                row.Id == user.SessionOf()
            )),
        ]);
}
