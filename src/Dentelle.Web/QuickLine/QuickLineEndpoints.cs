using System.Security.Claims;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.QuickLine;

/// <summary>The quick line: first what it was understood to mean, then the doing of it.</summary>
public static class QuickLineEndpoints
{
    public static void MapQuickLine(this IEndpointRouteBuilder routes)
    {
        var line = routes.MapGroup("quick-line").WithTags("Quick line");
        line.MapPost("understand", Understand).WithName("understandLine");
        line.MapPost("do", Do).InTurn().WithName("doLine");
    }

    private static async Task<Ok<LineView>> Understand(LineEntry entry, LineWork work, CancellationToken stop) =>
        TypedResults.Ok(await work.UnderstandAsync(entry, stop));

    private static async Task<Results<Ok<LineDone>, ProblemHttpResult>> Do(
        LineEntry entry,
        LineWork work,
        ClaimsPrincipal user,
        CancellationToken stop
    ) => (await work.DoAsync(entry, user.NameOf(), stop)).ToResult();
}
