using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;

namespace Dentelle.Web.Http;

/// <summary>
/// Work that keeps cores busy begins when one is free, in the order of asking: twenty people's changes at once would otherwise
/// hold up each screen that only reads.
/// </summary>
internal static class Turns
{
    private const string Bodies = "bodies";

    public static void AddTurns(this IServiceCollection services) =>
        services.AddRateLimiter(limits => limits.AddConcurrencyLimiter(Bodies, turns =>
            {
                turns.PermitLimit = Environment.ProcessorCount;
                turns.QueueLimit = 10_000;
                turns.QueueProcessingOrder = QueueProcessingOrder.OldestFirst;
            }));

    /// <summary>For an endpoint that makes bodies of new plans.</summary>
    public static TBuilder InTurn<TBuilder>(this TBuilder endpoint)
        where TBuilder : IEndpointConventionBuilder => endpoint.RequireRateLimiting(Bodies);
}
