using Dentelle.Data;
using Dentelle.Web.Http;
using Dentelle.Web.Units;

namespace Dentelle.Web.Documents;

public static class PlanSheetEndpoints
{
    public static void MapPlanSheets(this IEndpointRouteBuilder routes) =>
        routes
            .MapGet("units/{id:guid}/sheet.pdf", Get)
            .WithTags("Units")
            .WithName("getSheet")
            .Produces<byte[]>(StatusCodes.Status200OK, "application/pdf")
            .ProducesProblem(StatusCodes.Status404NotFound);

    private static async Task<IResult> Get(Guid id, CaseStore store, UnitViews views, TimeProvider clock, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.NoSuch("unit");
        if (!views.Planned(unit).Is(out var planned, out var problem))
            return Problems.From(problem);
        var view = await views.ViewAsync(unit, planned, stop);
        return TypedResults.File(PlanSheet.Write(view, planned, clock.GetLocalNow()), "application/pdf");
    }
}
