using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;

namespace Dentelle.Web.Http;

/// <summary>
/// Work that keeps cores busy begins when one is free, in the order of asking: twenty people's changes at once would otherwise
/// hold up each screen that only reads.
/// </summary>
internal static class Turns
{
    private const string Bodies = "bodies",
        Doors = "doors";

    /// <summary>So many tries at a door in a minute from one address.</summary>
    private const int MostTries = 20;

    public static void AddTurns(this IServiceCollection services) =>
        services.AddRateLimiter(limits =>
        {
            limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            limits.AddConcurrencyLimiter(Bodies, turns =>
            {
                turns.PermitLimit = Environment.ProcessorCount;
                turns.QueueLimit = 10_000;
                turns.QueueProcessingOrder = QueueProcessingOrder.OldestFirst;
            });
            limits.AddPolicy(Doors, context =>
                RateLimitPartition.GetFixedWindowLimiter(
                    context.Connection.RemoteIpAddress?.ToString() ?? "here",
                    _ => new FixedWindowRateLimiterOptions { PermitLimit = MostTries, Window = TimeSpan.FromMinutes(1) }
                )
            );
        });

    /// <summary>For an endpoint that makes bodies of new plans.</summary>
    public static TBuilder InTurn<TBuilder>(this TBuilder endpoint)
        where TBuilder : IEndpointConventionBuilder => endpoint.RequireRateLimiting(Bodies);

    /// <summary>For an endpoint at which a password or a code is tried.</summary>
    public static TBuilder AsSignIn<TBuilder>(this TBuilder endpoint)
        where TBuilder : IEndpointConventionBuilder => endpoint.RequireRateLimiting(Doors);
}
