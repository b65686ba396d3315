using Dentelle.Data;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Removal;

using Removed = Results<Ok<BinnedView>, ProblemHttpResult>;

/// <summary>Taking things away: each goes into the bin, comes back from there as it was, and is gone after a month.</summary>
public static class BinEndpoints
{
    public static void MapBin(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("Bin");
        api.MapDelete("cases/{id:guid}", async Task<Removed> (Guid id, RemovalWork work, CancellationToken stop) =>
                (await work.PutAsync(Binned.Case, id, stop)).ToResult()
            )
            .WithName("removeCase");
        api.MapDelete("units/{id:guid}", async Task<Removed> (Guid id, RemovalWork work, CancellationToken stop) =>
                (await work.PutAsync(Binned.Unit, id, stop)).ToResult()
            )
            .WithName("removeUnit");
        api.MapDelete("drawer/burs/{burId}", async Task<Removed> (string burId, RemovalWork work, CancellationToken stop) =>
                (await work.PutBurAsync(burId, stop)).ToResult()
            )
            .WithName("removeBur");
        api.MapDelete(
                "protocols/{id}/{version:int}",
                async Task<Removed> (string id, int version, RemovalWork work, CancellationToken stop) =>
                    (await work.PutProtocolAsync(id, version, stop)).ToResult()
            )
            .WithName("removeProtocol");
        api.MapGet("bin", List).WithName("getBin");
        api.MapDelete("bin", Empty).WithName("emptyBin");
        api.MapPost("bin/{what}/{id:guid}/back", Back).WithName("bringBack");
    }

    private static async Task<Ok<BinView>> List(Bin bin, CancellationToken stop) =>
        TypedResults.Ok(
            new BinView(
                [
                    .. (await bin.ListAsync(stop)).Select(entry => new BinnedView(
                        entry.Id,
                        entry.What,
                        entry.Name,
                        entry.RemovedAt,
                        entry.RemovedAt + Bin.Keeps
                    )),
                ],
                (int)Bin.Keeps.TotalDays
            )
        );

    private static async Task<NoContent> Empty(Bin bin, CancellationToken stop)
    {
        await bin.EmptyAsync(all: true, stop);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Back(string what, Guid id, RemovalWork work, CancellationToken stop) =>
        Kebab.TryParse<Binned>(what, out var kind)
            ? await work.BringBackAsync(kind, id, stop) is { } problem
                ? Problems.From(problem)
                : TypedResults.NoContent()
            : Problems.NoSuch("thing in the bin");
}

/// <param name="Entries">What was put there last comes first.</param>
/// <param name="KeepsDays">How long something can be brought back.</param>
public sealed record BinView(IReadOnlyList<BinnedView> Entries, int KeepsDays);

/// <param name="Name">How it was called.</param>
/// <param name="GoneAt">When it can't be brought back any more.</param>
public sealed record BinnedView(Guid Id, Binned What, string Name, DateTime RemovedAt, DateTime GoneAt);
