using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Sheets;

using SheetAnswer = Results<Ok<RunSheetView>, ProblemHttpResult>;

/// <summary>The whole HTTP face of run sheets: the sheet, its order, its ticks, and the day's tray.</summary>
public static class RunSheetEndpoints
{
    public static void MapRunSheets(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("Run sheets");
        api.MapGet("cases/{id:guid}/sheet", Get).WithName("getRunSheet");
        api.MapPut("cases/{id:guid}/sheet", Change).WithName("changeRunSheet");
        api.MapPost("cases/{id:guid}/sheet/ticks", Tick).WithName("tickStep");
        api.MapGet("cases/{id:guid}/visits", Propose).WithName("proposeVisits");
        api.MapPost("cases/{id:guid}/visits", Split).WithName("splitVisits");
        api.MapPut("units/{id:guid}/case", Move).WithName("moveUnit");
        api.MapGet("day/tray", Tray).WithName("getTray");
    }

    private static async Task<SheetAnswer> Get(Guid id, SheetWork work, CancellationToken stop) =>
        (await work.ShowAsync(id, stop)).ToResult();

    private static async Task<SheetAnswer> Change(Guid id, SheetEntry entry, SheetWork work, CancellationToken stop) =>
        (await work.ChangeAsync(id, entry, stop)).ToResult();

    private static async Task<SheetAnswer> Tick(Guid id, TickEntry entry, SheetWork work, CancellationToken stop) =>
        (await work.TickAsync(id, entry, stop)).ToResult();

    private static async Task<Results<Ok<SplitView>, ProblemHttpResult>> Propose(Guid id, VisitWork work, CancellationToken stop) =>
        (await work.ProposeAsync(id, stop)).ToResult();

    private static async Task<Results<Ok<SplitDone>, ProblemHttpResult>> Split(
        Guid id,
        SplitEntry entry,
        VisitWork work,
        CancellationToken stop
    ) => (await work.SplitAsync(id, entry, stop)).ToResult();

    private static async Task<Results<NoContent, ProblemHttpResult>> Move(
        Guid id,
        MoveEntry entry,
        VisitWork work,
        CancellationToken stop
    ) => await work.MoveAsync(id, entry.CaseId, stop) is { } problem ? Problems.From(problem) : TypedResults.NoContent();

    private static async Task<Ok<TrayView>> Tray(DateOnly? day, Trays trays, CancellationToken stop) =>
        TypedResults.Ok(await trays.OfAsync(day ?? trays.Today, whole: false, stop));
}
