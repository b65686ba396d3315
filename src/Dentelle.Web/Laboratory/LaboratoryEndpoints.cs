using System.Security.Claims;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Laboratory;

using HandOverAnswer = Results<Ok<HandOverView>, ProblemHttpResult>;

/// <summary>The whole HTTP face of the hand-over: what goes to the laboratory, what comes back, and the technician's bench.</summary>
public static class LaboratoryEndpoints
{
    public static void MapLaboratory(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("Laboratory");
        api.MapGet("cases/{id:guid}/hand-over", Show).WithName("getHandOver");
        api.MapPost("cases/{id:guid}/hand-over", Send).WithName("handOver");
        api.MapGet("cases/{id:guid}/laboratory.pdf", Sheet)
            .WithName("printLaboratorySheet")
            .Produces<byte[]>(StatusCodes.Status200OK, "application/pdf")
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapPost("queries/{id:guid}/reply", Reply).WithName("replyToLaboratory");
        api.MapGet("laboratory", Bench).WithName("getBench");
        api.MapGet("hand-overs/{id:guid}/bundle.zip", Bundle).WithName("getBundle").ExcludeFromDescription();
        api.MapPost("cases/bundle", Import).WithName("importBundle").Accepts<byte[]>("application/octet-stream").ExcludeFromDescription();
        api.MapPost("hand-overs/{id:guid}/queries", Ask).WithName("askPractice");
    }

    private static async Task<HandOverAnswer> Show(Guid id, HandOverWork work, CancellationToken stop) =>
        (await work.ShowAsync(id, stop)).ToResult();

    private static async Task<HandOverAnswer> Send(
        Guid id,
        HandOverEntry entry,
        HandOverWork work,
        ClaimsPrincipal user,
        CancellationToken stop
    ) => (await work.SendAsync(id, entry, user.NameOf(), stop)).ToResult();

    private static async Task<IResult> Sheet(Guid id, HandOverWork work, CancellationToken stop) =>
        (await work.SheetAsync(id, stop)).Is(out var page, out var problem)
            ? TypedResults.File(page, "application/pdf")
            : Problems.From(problem);

    private static async Task<Results<NoContent, ProblemHttpResult>> Reply(
        Guid id,
        ReplyEntry entry,
        HandOverWork work,
        ClaimsPrincipal user,
        CancellationToken stop
    ) => (await work.ReplyAsync(id, entry.Text, user.NameOf(), stop)).ToNothing();

    private static async Task<Ok<BenchView>> Bench(HandOverWork work, CancellationToken stop) =>
        TypedResults.Ok(await work.BenchAsync(stop));

    private static async Task<Results<FileStreamHttpResult, ProblemHttpResult>> Bundle(
        Guid id,
        HandOverWork work,
        CancellationToken stop
    ) =>
        await work.BundleAsync(id, stop) is var (content, name)
            ? TypedResults.File(content, "application/zip", name)
            : Problems.NoSuch("hand-over");

    /// <summary>The body is the ZIP.</summary>
    private static async Task<IResult> Import(
        string? ifThere,
        HttpRequest request,
        BundleImport work,
        PracticeFiles practice,
        ClaimsPrincipal user,
        CancellationToken stop
    )
    {
        request.TakeUpTo(3L * practice.ScanMegabytes * 1_000_000);
        var read = await work.ReadAsync(request.Body, ifThere, user.NameOf(), stop);
        return read.Is(out var imported, out var problem) ? TypedResults.Ok(imported) : Problems.From(problem);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Ask(
        Guid id,
        AskEntry entry,
        HandOverWork work,
        ClaimsPrincipal user,
        CancellationToken stop
    ) => (await work.AskAsync(id, entry, user.NameOf(), stop)).ToNothing();
}
