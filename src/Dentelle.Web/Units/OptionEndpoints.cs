using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Units;

/// <summary>Options for a unit's tooth, side by side with what is planned. Nothing is saved.</summary>
public static class OptionEndpoints
{
    public static void MapOptions(this IEndpointRouteBuilder routes) =>
        routes.MapPost("units/{id:guid}/options", Compare).WithTags("Units").WithName("compareOptions");

    private static async Task<Results<Ok<OptionsView>, ProblemHttpResult>> Compare(
        Guid id,
        OptionsEntry entry,
        UnitOptions options,
        CancellationToken stop
    ) => (await options.CompareAsync(id, entry.Options, stop)).ToResult();
}
