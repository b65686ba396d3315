using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Chair;

using ChairAnswer = Results<Ok<ChairView>, ProblemHttpResult>;
using VisitsAnswer = Results<Ok<VisitsView>, ProblemHttpResult>;

/// <summary>The whole HTTP face of visits: when they are, what is done at them, what is written there.</summary>
public static class ChairEndpoints
{
    public static void MapChair(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("Chair");
        api.MapGet("cases/{id:guid}/all-visits", OfCase).WithName("getVisits");
        api.MapPost("cases/{id:guid}/all-visits", Add).WithName("addVisit");
        api.MapPut("visits/{id:guid}", Change).WithName("changeVisit");
        api.MapDelete("visits/{id:guid}", Remove).WithName("removeVisit");
        api.MapGet("visits/{id:guid}/free-times", Free).WithName("findFreeTimes");
        api.MapGet("visits/{id:guid}/chair", Show).WithName("getChair");
        api.MapPost("visits/{id:guid}/entries", Enter).WithName("writeEntry");
        api.MapPost("visits/{id:guid}/pictures", AddPicture).WithName("addPicture").Accepts<byte[]>("application/octet-stream");
        api.MapGet("pictures/{sha256}", Picture).WithName("getFile").ExcludeFromDescription();
    }

    private static async Task<VisitsAnswer> OfCase(Guid id, Appointments work, CancellationToken stop) =>
        (await work.OfCaseAsync(id, stop)).ToResult();

    private static async Task<VisitsAnswer> Add(Guid id, VisitEntry entry, Appointments work, CancellationToken stop) =>
        (await work.AddAsync(id, entry, stop)).ToResult();

    private static async Task<VisitsAnswer> Change(Guid id, VisitEntry entry, Appointments work, CancellationToken stop) =>
        (await work.ChangeAsync(id, entry, stop)).ToResult();

    private static async Task<VisitsAnswer> Remove(Guid id, Appointments work, CancellationToken stop) =>
        (await work.RemoveAsync(id, stop)).ToResult();

    private static async Task<Results<Ok<FreeTimesView>, ProblemHttpResult>> Free(Guid id, Appointments work, CancellationToken stop) =>
        (await work.FreeAsync(id, stop)).ToResult();

    private static async Task<ChairAnswer> Show(Guid id, ChairWork work, CancellationToken stop) =>
        (await work.ShowAsync(id, stop)).ToResult();

    private static async Task<ChairAnswer> Enter(Guid id, ChairEntry entry, ChairWork work, CancellationToken stop) =>
        (await work.EnterAsync(id, entry, stop)).ToResult();

    /// <summary>The body is the picture itself.</summary>
    private static async Task<ChairAnswer> AddPicture(
        Guid id,
        Guid entry,
        Guid? unit,
        string proves,
        bool? simulated,
        HttpRequest request,
        Pictures pictures,
        CancellationToken stop
    )
    {
        request.TakeUpTo(Pictures.MostBytes);
        return (await pictures.AddAsync(id, entry, unit, proves, simulated == true, request.Body, stop)).ToResult();
    }

    private static async Task<Results<FileStreamHttpResult, ProblemHttpResult>> Picture(
        string sha256,
        Pictures pictures,
        CancellationToken stop
    ) => await pictures.FindAsync(sha256, stop) is var (content, media) ? TypedResults.File(content, media) : Problems.NoSuch("picture");
}
