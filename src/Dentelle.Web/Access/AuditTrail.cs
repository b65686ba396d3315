using System.Collections.Concurrent;
using System.Threading.Channels;
using Dentelle.Data;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Authorization;

namespace Dentelle.Web.Access;

/// <summary>
/// Who looked at a patient's data, and who changed it. A line is on the disk before an answer goes out; lines of many people that
/// come at once share one save. The same person looking at the same again within a few minutes is one line.
/// </summary>
public sealed class AuditTrail(IServiceScopeFactory scopes, TimeProvider clock) : BackgroundService
{
    private static readonly TimeSpan SameLook = TimeSpan.FromMinutes(5);
    private const int MostLooks = 20_000;
    private const int MostAtOnce = 200;

    private readonly Channel<Line> lines = Channel.CreateUnbounded<Line>(new UnboundedChannelOptions { SingleReader = true });
    private readonly ConcurrentDictionary<(Guid?, string, Guid?), DateTime> looks = new();

    /// <summary>Done when the line is kept.</summary>
    public Task WriteAsync(AuditRow row)
    {
        if (IsLook(row) && LookedJustNow(row))
            return Task.CompletedTask;
        var line = new Line(row, new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously));
        return lines.Writer.TryWrite(line) ? line.Kept.Task : Task.CompletedTask;
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var together = new List<Line>();
        while (await lines.Reader.WaitToReadAsync(stoppingToken))
        {
            together.Clear();
            while (together.Count < MostAtOnce && lines.Reader.TryRead(out var line))
                together.Add(line);
            try
            {
                await using var scope = scopes.CreateAsyncScope();
                var db = scope.ServiceProvider.GetRequiredService<DentelleDb>();
                db.Audit.AddRange(together.Select(line => line.Row));
                await db.SaveChangesAsync(CancellationToken.None);
                together.ForEach(Keep);
            }
            catch (Exception failed) when (failed is not OutOfMemoryException)
            {
                // Whoever waits for it hears of it: what can't be put down is not shown.
                together.ForEach(line => line.Kept.TrySetException(failed));
            }
        }
    }

    private bool LookedJustNow(AuditRow row) =>
        looks.TryGetValue(KeyOf(row), out var before) && clock.GetUtcNow().UtcDateTime - before < SameLook;

    /// <summary>Only a look that stands on the disk spares the next one its line.</summary>
    private void Keep(Line line)
    {
        if (looks.Count > MostLooks)
            looks.Clear();
        if (IsLook(line.Row))
            looks[KeyOf(line.Row)] = line.Row.At;
        line.Kept.TrySetResult();
    }

    private static bool IsLook(AuditRow row) => !row.Writes && row.Status < StatusCodes.Status400BadRequest;

    private static (Guid?, string, Guid?) KeyOf(AuditRow row) => (row.PersonId, row.What, row.Subject);

    private sealed record Line(AuditRow Row, TaskCompletionSource Kept);
}

internal static class Auditing
{
    /// <summary>Looks are put down before they are answered, changes when it is known what came of them.</summary>
    public static void UseAuditTrail(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                var policies = context.GetEndpoint()?.Metadata.GetOrderedMetadata<IAuthorizeData>().Select(data => data.Policy) ?? [];
                // A line that only tells that something changed shows nothing of it.
                var named = context.GetEndpoint()?.Metadata.GetMetadata<IEndpointNameMetadata>() is not null;
                if (
                    !named
                    || !policies.Any(policy => policy is not null && (Policies.IsOfPatients(policy) || policy == Policies.Administer))
                )
                {
                    await next(context);
                    return;
                }
                var trail = context.RequestServices.GetRequiredService<AuditTrail>();
                var writes = !HttpMethods.IsGet(context.Request.Method) && !HttpMethods.IsHead(context.Request.Method);
                if (!writes)
                    await trail.WriteAsync(Line(context, writes, StatusCodes.Status200OK));
                await next(context);
                if (writes)
                    await trail.WriteAsync(Line(context, writes, context.Response.StatusCode));
            }
        );

    private static AuditRow Line(HttpContext context, bool writes, int status) =>
        new()
        {
            At = context.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow().UtcDateTime,
            PersonId = context.User.IdOf(),
            Person = context.User.NameOf(),
            What = context.GetEndpoint()?.Metadata.GetMetadata<IEndpointNameMetadata>()?.EndpointName ?? context.Request.Path,
            Writes = writes,
            Subject = Guid.TryParse(context.Request.RouteValues["id"]?.ToString(), out var id) ? id : null,
            Status = status,
        };

    /// <summary>What somebody was refused is put down as well.</summary>
    public static void UseRefusalTrail(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                await next(context);
                if (context.Response.StatusCode == StatusCodes.Status403Forbidden && context.User.Identity?.IsAuthenticated == true)
                    await context
                        .RequestServices.GetRequiredService<AuditTrail>()
                        .WriteAsync(Line(context, writes: !HttpMethods.IsGet(context.Request.Method), StatusCodes.Status403Forbidden));
            }
        );

    /// <summary>A locked screen shows nothing until its code is said.</summary>
    public static void UseScreenLock(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (context.User.IsLocked() && context.GetEndpoint()?.Metadata.GetMetadata<IAuthorizeData>() is not null)
                {
                    await Problems
                        .From(new Problem("screen-locked", "The screen is locked. Say your code to go on."))
                        .ExecuteAsync(context);
                    return;
                }
                await next(context);
            }
        );
}
