using System.Net;
using System.Security.Claims;
using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authorization;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Access;

public static class Policies
{
    /// <summary>May plan, read and record.</summary>
    public const string Clinician = "clinician";
}

/// <summary>
/// The one local user: whoever sits at this machine. Accounts replace this handler; every endpoint already asks for the
/// policy and not for the handler.
/// </summary>
public static class LocalUser
{
    private const string Scheme = "local";

    public static void AddLocalUser(this IServiceCollection services)
    {
        services.AddAuthentication(Scheme).AddScheme<AuthenticationSchemeOptions, LoopbackHandler>(Scheme, null);
        services
            .AddAuthorizationBuilder()
            .AddPolicy(Policies.Clinician, policy => policy.RequireAuthenticatedUser().RequireRole(Policies.Clinician))
            .SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build());
    }

    public static string NameOf(this ClaimsPrincipal user) => user.Identity?.Name ?? "unknown";

    private sealed class LoopbackHandler(IOptionsMonitor<AuthenticationSchemeOptions> options, ILoggerFactory logger, UrlEncoder encoder)
        : AuthenticationHandler<AuthenticationSchemeOptions>(options, logger, encoder)
    {
        protected override Task<AuthenticateResult> HandleAuthenticateAsync()
        {
            // No address at all means an in-process call.
            if (Context.Connection.RemoteIpAddress is { } address && !IPAddress.IsLoopback(address))
                return Task.FromResult(AuthenticateResult.NoResult());
            var identity = new ClaimsIdentity([new(ClaimTypes.Name, "local user"), new(ClaimTypes.Role, Policies.Clinician)], Scheme.Name);
            return Task.FromResult(AuthenticateResult.Success(new AuthenticationTicket(new ClaimsPrincipal(identity), Scheme.Name)));
        }
    }
}
