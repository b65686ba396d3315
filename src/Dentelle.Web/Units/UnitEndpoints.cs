using System.Security.Claims;
using Dentelle.Core.Inputs;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Dentelle.Web.Units;

using UnitAnswer = Results<Ok<UnitView>, ProblemHttpResult>;

/// <summary>The whole HTTP face of units: plan, readings, finished or not.</summary>
public static class UnitEndpoints
{
    public static void MapUnits(this IEndpointRouteBuilder routes)
    {
        var units = routes.MapGroup("units/{id:guid}").WithTags("Units");
        units.MapGet("", Get).WithName("getUnit");
        units.MapPut("inputs", SaveInputs).InTurn().WithName("saveInputs");
        units.MapPost("protocol", TakeProtocol).InTurn().WithName("takeProtocol");
        units.MapGet("cost", Cost).InTurn().WithName("getCost");
        units.MapGet("bridge", Bridge).InTurn().WithName("getBridgeRound");
        units.MapPost("readings", AddReading).WithName("addReading");
        units.MapPut("readings/{reading:guid}/taken-back", TakeBack).WithName("takeBackReading");
        units.MapPut("finished", Finish).WithName("finishUnit");
    }

    private static async Task<UnitAnswer> Get(Guid id, UnitWork work, HttpResponse response, CancellationToken stop) =>
        Tagged(await work.ShowAsync(id, stop), response);

    /// <summary>What the planned body costs the tooth: volumes take longer than the drawing and follow it.</summary>
    private static async Task<Results<Ok<CostView>, ProblemHttpResult>> Cost(Guid id, UnitWork work, CancellationToken stop) =>
        (await work.CostAsync(id, stop)).ToResult();

    /// <summary>Where the units of a unit's bridge stand in the round.</summary>
    private static async Task<Results<Ok<BridgeRoundView>, ProblemHttpResult>> Bridge(Guid id, Rounds rounds, CancellationToken stop) =>
        (await rounds.BridgeViewAsync(id, stop)).ToResult();

    /// <summary>
    /// Plans anew and keeps the plan. If-Match names the version the change was made on; what moved is told since the version
    /// named by since, else since that one.
    /// </summary>
    private static async Task<UnitAnswer> SaveInputs(
        Guid id,
        PlanInputs inputs,
        int? since,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        UnitWork work,
        ClaimsPrincipal user,
        HttpResponse response,
        CancellationToken stop
    ) => Tagged(await work.ReplanAsync(id, inputs, ifMatch, since, user.NameOf(), stop), response);

    /// <summary>Plans the unit anew with the protocol in use.</summary>
    private static async Task<UnitAnswer> TakeProtocol(
        Guid id,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        UnitWork work,
        ClaimsPrincipal user,
        HttpResponse response,
        CancellationToken stop
    ) => Tagged(await work.TakeProtocolAsync(id, ifMatch, user.NameOf(), stop), response);

    private static async Task<UnitAnswer> AddReading(
        Guid id,
        ReadingEntry entry,
        UnitWork work,
        ClaimsPrincipal user,
        HttpResponse response,
        CancellationToken stop
    ) => Tagged(await work.AddReadingAsync(id, entry, user.NameOf(), stop), response);

    private static async Task<UnitAnswer> TakeBack(
        Guid id,
        Guid reading,
        TakenBackEntry entry,
        UnitWork work,
        HttpResponse response,
        CancellationToken stop
    ) => Tagged(await work.TakeBackAsync(id, reading, entry.TakenBack, stop), response);

    private static async Task<UnitAnswer> Finish(
        Guid id,
        FinishedEntry entry,
        UnitWork work,
        HttpResponse response,
        CancellationToken stop
    ) => Tagged(await work.FinishAsync(id, entry, stop), response);

    private static UnitAnswer Tagged(Answer<UnitView> answer, HttpResponse response)
    {
        if (answer.Value is { } view)
            response.Headers.ETag = UnitWork.Tag(view.Version);
        return answer.ToResult();
    }
}
