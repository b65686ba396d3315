using System.Security.Claims;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Cases;

/// <summary>The whole HTTP face of cases: the day's list, new ones, and cases as files.</summary>
public static class CaseEndpoints
{
    public static void MapCases(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("Cases");
        api.MapGet("day", Day).WithName("getDay");
        api.MapGet("cases", Find).WithName("findCases");
        api.MapGet("cases/{id:guid}", Get).WithName("getCase");
        api.MapPut("cases/{id:guid}", Change).WithName("changeCase");
        api.MapGet("cases/{id:guid}/file", Export).WithName("exportCase");
        api.MapPost("cases/file", Import).WithName("importCase");
    }

    private static async Task<Ok<DayView>> Day(CaseViews cases, CancellationToken stop) => TypedResults.Ok(await cases.DayAsync(stop));

    private static async Task<Results<Ok<FoundView>, ProblemHttpResult>> Find(
        [AsParameters] FindEntry entry,
        CaseViews cases,
        CancellationToken stop
    ) => (await cases.FindAsync(entry, stop)).ToResult();

    private static async Task<Results<Ok<CaseView>, ProblemHttpResult>> Get(Guid id, CaseViews cases, CancellationToken stop) =>
        (await cases.ShowAsync(id, stop)).ToResult();

    private static async Task<Results<NoContent, ProblemHttpResult>> Change(
        Guid id,
        CaseEntry entry,
        CaseViews cases,
        CancellationToken stop
    ) => await cases.ChangeAsync(id, entry, stop) is { } problem ? Problems.From(problem) : TypedResults.NoContent();

    private static async Task<Results<Ok<CaseFile>, ProblemHttpResult>> Export(
        Guid id,
        CaseStore store,
        HttpResponse response,
        CancellationToken stop
    )
    {
        if (await store.CaseAsync(id, stop, results: true) is not { } row)
            return Problems.NoSuch("case");
        response.Headers.ContentDisposition = $"attachment; filename=\"case-{row.Number:0000}.json\"";
        return TypedResults.Ok(CaseFiles.Write(row));
    }

    private static async Task<Results<Ok<ImportedCase>, ProblemHttpResult>> Import(
        CaseFile file,
        string? ifThere,
        CaseFiles files,
        ClaimsPrincipal user,
        CancellationToken stop
    ) => (await files.ReadAsync(file, ifThere, user.NameOf(), stop)).ToResult();
}
