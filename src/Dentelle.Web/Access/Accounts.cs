using System.Net;
using System.Security.Claims;
using System.Text.Encodings.Web;
using System.Text.Json.Serialization;
using Dentelle.Data;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Access;

/// <summary>How people come in.</summary>
[JsonConverter(typeof(KebabCase<Doors>))]
public enum Doors
{
    /// <summary>Everybody has an account.</summary>
    Accounts,

    /// <summary>Accounts of an invented practice; who comes from this machine is its clinician until another signs in.</summary>
    Demonstration,

    /// <summary>No accounts: whoever sits at this machine.</summary>
    SingleUser,
}

/// <summary>Who is there: by cookie, by the demonstration's door, or as the one user of this machine.</summary>
public static class Accounts
{
    public const string CookieScheme = "account";
    public const int ShortestPassword = 12;
    public const int LongestPassword = 128;

    /// <summary>Claim of the session's id.</summary>
    public const string SessionClaim = "session";

    /// <summary>Claim of a session whose screen was locked when the request came.</summary>
    private const string LockedClaim = "locked";

    /// <summary>Set where somebody left the demonstration's clinician behind.</summary>
    public const string LeftDemo = "dentelle-left";
    private const string LocalScheme = "local";
    private const string EitherScheme = "either";

    /// <param name="keepsKeys">False where the program is only read: then no folder is touched.</param>
    public static void AddAccounts(this IServiceCollection services, PracticeFiles files, bool keepsKeys)
    {
        services.AddScoped<Actor>();
        services.AddScoped<Sessions>();
        var keys = services.AddDataProtection().SetApplicationName("Dentelle");
        if (keepsKeys)
            keys.PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(files.Data, "keys")));
        else
            keys.UseEphemeralDataProtectionProvider();
        services
            .AddIdentityCore<PersonRow>(identity =>
            {
                // Length is what keeps a password; signs and capitals only make it hard to remember.
                identity.Password = new PasswordOptions
                {
                    RequiredLength = ShortestPassword,
                    RequireDigit = false,
                    RequireLowercase = false,
                    RequireUppercase = false,
                    RequireNonAlphanumeric = false,
                };
                identity.Lockout = new LockoutOptions { MaxFailedAccessAttempts = 5, DefaultLockoutTimeSpan = TimeSpan.FromMinutes(10) };
            })
            .AddEntityFrameworkStores<DentelleDb>();
        services
            .AddAuthentication(EitherScheme)
            .AddPolicyScheme(EitherScheme, null, either =>
                either.ForwardDefaultSelector = context =>
                    context.Request.Cookies.ContainsKey(CookieName) || DoorsOf(files) == Doors.Accounts ? CookieScheme : LocalScheme
            )
            .AddCookie(CookieScheme, Cookie)
            .AddScheme<AuthenticationSchemeOptions, LocalHandler>(LocalScheme, null);
        var rules = services.AddAuthorizationBuilder();
        foreach (var policy in Policies.All)
            rules.AddPolicy(policy, asked => asked.RequireRole(Policies.RolesOf(policy).Select(role => Kebab.Of(role))));
        // Nothing is open by having been forgotten.
        rules.SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build());
    }

    private const string CookieName = "dentelle";

    public static Doors DoorsOf(PracticeFiles files) =>
        files.SingleUser ? Doors.SingleUser
        : files.Demo ? Doors.Demonstration
        : Doors.Accounts;

    /// <summary>Whether somebody sits at this very machine; no address at all means an in-process call.</summary>
    public static bool IsHere(HttpContext context) =>
        context.Connection.RemoteIpAddress is not { } address || IPAddress.IsLoopback(address);

    public static string NameOf(this ClaimsPrincipal user) => user.Identity?.Name ?? "unknown";

    public static Guid? IdOf(this ClaimsPrincipal user) => GuidOf(user, ClaimTypes.NameIdentifier);

    public static Guid? SessionOf(this ClaimsPrincipal user) => GuidOf(user, SessionClaim);

    public static bool IsLocked(this ClaimsPrincipal user) => user.HasClaim(claim => claim.Type == LockedClaim);

    public static IReadOnlyList<PersonRole> RolesOf(this ClaimsPrincipal user) =>
        [.. user.FindAll(ClaimTypes.Role).Select(claim => Kebab.Read<PersonRole>(claim.Value))];

    /// <summary>Whoever was recognised is at work from here on, for the record and for what is found.</summary>
    public static void UseActor(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (context.User.Identity is { IsAuthenticated: true })
                {
                    var actor = context.RequestServices.GetRequiredService<Actor>();
                    (actor.Id, actor.Name, actor.Sight) = (
                        context.User.IdOf(),
                        context.User.NameOf(),
                        Policies.SightOf(context.User.RolesOf())
                    );
                }
                await next(context);
            }
        );

    internal static ClaimsPrincipal PrincipalOf(PersonRow person, SessionRow? session, string scheme)
    {
        List<Claim> claims =
        [
            new(ClaimTypes.NameIdentifier, person.Id.ToString()),
            new(ClaimTypes.Name, person.FullName),
            .. person.Roles.Select(role => new Claim(ClaimTypes.Role, Kebab.Of(role))),
        ];
        if (session is not null)
            claims.Add(new(SessionClaim, session.Id.ToString()));
        if (session?.LockedAt is not null)
            claims.Add(new(LockedClaim, "true"));
        return new(new ClaimsIdentity(claims, scheme));
    }

    private static void Cookie(CookieAuthenticationOptions cookie)
    {
        cookie.Cookie.Name = CookieName;
        cookie.Cookie.HttpOnly = true;
        cookie.Cookie.SameSite = SameSiteMode.Strict;
        cookie.ExpireTimeSpan = TimeSpan.FromHours(12);
        cookie.SlidingExpiration = true;
        // A program is told, not led to another page.
        cookie.Events.OnRedirectToLogin = context => Status(context.Response, StatusCodes.Status401Unauthorized);
        cookie.Events.OnRedirectToAccessDenied = context => Status(context.Response, StatusCodes.Status403Forbidden);
        // The session decides, not what the cookie remembers: one that was revoked, or a role that was taken, holds at once.
        cookie.Events.OnValidatePrincipal = async context =>
        {
            var sessions = context.HttpContext.RequestServices.GetRequiredService<Sessions>();
            if (
                context.Principal?.SessionOf() is { } id
                && await sessions.OpenAsync(id, context.HttpContext.RequestAborted) is var (session, person)
            )
                context.ReplacePrincipal(PrincipalOf(person, session, CookieScheme));
            else
                context.RejectPrincipal();
        };

        static Task Status(HttpResponse response, int status)
        {
            response.StatusCode = status;
            return Task.CompletedTask;
        }
    }

    private static Guid? GuidOf(ClaimsPrincipal user, string claim) => Guid.TryParse(user.FindFirstValue(claim), out var id) ? id : null;

    /// <summary>Whoever comes from this very machine: the one user, or the demonstration's clinician.</summary>
    private sealed class LocalHandler(
        IOptionsMonitor<AuthenticationSchemeOptions> options,
        ILoggerFactory logger,
        UrlEncoder encoder,
        PracticeFiles files,
        DentelleDb db
    ) : AuthenticationHandler<AuthenticationSchemeOptions>(options, logger, encoder)
    {
        protected override async Task<AuthenticateResult> HandleAuthenticateAsync()
        {
            if (!IsHere(Context))
                return AuthenticateResult.NoResult();
            if (DoorsOf(files) == Doors.SingleUser)
                return Of(
                    new PersonRow
                    {
                        Id = Guid.Empty,
                        FullName = "local user",
                        Roles = [PersonRole.Clinician],
                    }
                );
            if (Request.Cookies.ContainsKey(LeftDemo))
                return AuthenticateResult.NoResult();
            var clinician = Kebab.Of(PersonRole.Clinician);
            var first = await db
                .People.AsNoTracking()
                .Where(person => person.IsDemo && person.ShutAt == null && person.RoleWords.Contains(clinician))
                .OrderBy(person => person.CreatedAt)
                .FirstOrDefaultAsync(Context.RequestAborted);
            return first is null ? AuthenticateResult.NoResult() : Of(first);
        }

        private AuthenticateResult Of(PersonRow person) =>
            AuthenticateResult.Success(new AuthenticationTicket(PrincipalOf(person, null, Scheme.Name), Scheme.Name));
    }
}
