using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Drawer;

using DrawerAnswer = Results<Ok<DrawerView>, ProblemHttpResult>;

/// <summary>The whole HTTP face of the drawer: burs, their ledger, what runs out and what is missing.</summary>
public static class DrawerEndpoints
{
    public static void MapDrawer(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("drawer").WithTags("Drawer");
        api.MapGet("", Get).WithName("getDrawer");
        api.MapPost("burs", Add).WithName("addBur");
        api.MapPost("burs/{burId}/changes", Change).WithName("changeBur");
    }

    private static async Task<Ok<DrawerView>> Get(DrawerWork work, CancellationToken stop) => TypedResults.Ok(await work.ShowAsync(stop));

    private static async Task<DrawerAnswer> Add(AddBurEntry entry, DrawerWork work, CancellationToken stop) =>
        (await work.AddAsync(entry, stop)).ToResult();

    private static async Task<DrawerAnswer> Change(string burId, BurChangeEntry entry, DrawerWork work, CancellationToken stop) =>
        (await work.ChangeAsync(burId, entry, stop)).ToResult();
}
