using System.Security.Claims;
using Dentelle.Data;
using Dentelle.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.SignalR;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Web.Live;

/// <summary>
/// Whoever looks at a case is told when something of it was kept elsewhere. What it was is not sent: it is asked for, by who
/// may see it.
/// </summary>
[Authorize(Policies.See)]
public sealed class LiveHub(DentelleDb db, Actor actor) : Hub
{
    public const string Path = "/api/live";

    /// <summary>Watches a case; one that may not be seen is not watched.</summary>
    public async Task Watch(Guid caseId)
    {
        var user = Context.User ?? new ClaimsPrincipal();
        (actor.Id, actor.Sight) = (user.IdOf(), Policies.SightOf(user.RolesOf()));
        if (await db.Cases.AnyAsync(row => row.Id == caseId, Context.ConnectionAborted))
            await Groups.AddToGroupAsync(Context.ConnectionId, caseId.ToString(), Context.ConnectionAborted);
    }

    public Task Leave(Guid caseId) => Groups.RemoveFromGroupAsync(Context.ConnectionId, caseId.ToString(), Context.ConnectionAborted);
}

/// <summary>Tells of cases of which something was kept.</summary>
public sealed class LiveNews(IHubContext<LiveHub> hub)
{
    public async Task TellAsync(IReadOnlyCollection<Guid> cases)
    {
        foreach (var id in cases)
            await hub.Clients.Group(id.ToString()).SendAsync("changed", id, CancellationToken.None);
    }
}

internal static class LiveNewsOfRequests
{
    /// <summary>Tells of every case that a request has changed, once it is kept.</summary>
    public static void UseLiveNews(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                await next(context);
                var touched = context.RequestServices.GetRequiredService<Actor>().Touched;
                if (touched.Count > 0 && context.Response.StatusCode < StatusCodes.Status400BadRequest)
                    await context.RequestServices.GetRequiredService<LiveNews>().TellAsync(touched);
            }
        );
}
