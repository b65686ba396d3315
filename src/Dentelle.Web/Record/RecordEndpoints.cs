using System.Security.Claims;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Record;

using RecordAnswer = Results<Ok<RecordView>, ProblemHttpResult>;

/// <summary>The whole HTTP face of the record.</summary>
public static class RecordEndpoints
{
    public static void MapRecord(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("Record");
        api.MapGet("cases/{id:guid}/record", OfCase).WithName("getRecord");
        api.MapGet("cases/{id:guid}/done", Done).WithName("getDone");
        api.MapGet("patients/{id:guid}/record", OfPatient).WithName("getHistory");
        api.MapGet("record/check", Check).WithName("checkRecord");
        api.MapPost("visits/{id:guid}/signature", Sign).WithName("signVisit");
        api.MapPost("record/{id:guid}/amendments", Amend).WithName("amendEntry");
    }

    private static async Task<RecordAnswer> OfCase(Guid id, RecordWork work, CancellationToken stop) =>
        (await work.OfCaseAsync(id, stop)).ToResult();

    private static async Task<Results<Ok<DoneView>, ProblemHttpResult>> Done(Guid id, PlanAgainstDone work, CancellationToken stop) =>
        (await work.OfAsync(id, stop)).ToResult();

    private static async Task<RecordAnswer> OfPatient(Guid id, RecordWork work, CancellationToken stop) =>
        (await work.OfPatientAsync(id, stop)).ToResult();

    private static Ok<RecordCheckView> Check(RecordWork work, CancellationToken stop) => TypedResults.Ok(work.Check(stop));

    private static async Task<Results<NoContent, ProblemHttpResult>> Sign(
        Guid id,
        SignEntry entry,
        RecordWork work,
        ClaimsPrincipal user,
        CancellationToken stop
    ) => (await work.SignAsync(id, entry, user, stop)).ToNothing();

    private static async Task<Results<NoContent, ProblemHttpResult>> Amend(
        Guid id,
        AmendEntry entry,
        RecordWork work,
        CancellationToken stop
    ) => (await work.AmendAsync(id, entry, stop)).ToNothing();
}
