using System.Security.Claims;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Dentelle.Web.Protocols;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Dentelle.Web.Units;

using UnitAnswer = Results<Ok<UnitView>, ProblemHttpResult>;

/// <summary>The whole HTTP face of units: plan, readings, finished or not.</summary>
public static class UnitEndpoints
{
    public static void MapUnits(this WebApplication app)
    {
        var units = app.MapGroup("/api/units/{id:guid}").RequireAuthorization(Policies.Clinician).WithTags("Units");
        units.MapGet("", Get).WithName("getUnit");
        units.MapPut("inputs", SaveInputs).WithName("saveInputs");
        units.MapPost("protocol", TakeProtocol).WithName("takeProtocol");
        units.MapGet("cost", Cost).WithName("getCost");
        units.MapPost("readings", AddReading).WithName("addReading");
        units.MapPut("readings/{reading:guid}/taken-back", TakeBack).WithName("takeBackReading");
        units.MapPut("finished", Finish).WithName("finishUnit");
    }

    private static async Task<UnitAnswer> Get(Guid id, CaseStore store, UnitViews views, HttpResponse response, CancellationToken stop) =>
        await store.UnitAsync(id, stop) is { } unit ? await Shown(unit, views, response, stop) : Problems.NoSuch("unit");

    /// <summary>What the planned body costs the tooth: volumes take longer than the drawing and follow it.</summary>
    private static async Task<Results<Ok<CostView>, ProblemHttpResult>> Cost(
        Guid id,
        CaseStore store,
        UnitViews views,
        ProtocolShelf shelf,
        CancellationToken stop
    )
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.NoSuch("unit");
        return views.Planned(unit).Is(out var planned, out var problem)
            ? TypedResults.Ok(new CostView(unit.Version, planned.Preparation.Cost))
            : Problems.From(problem);
    }

    /// <summary>Plans anew and keeps the plan. If-Match names the version the change was made on.</summary>
    private static async Task<UnitAnswer> SaveInputs(
        Guid id,
        PlanInputs inputs,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        CaseStore store,
        UnitViews views,
        ProtocolShelf shelf,
        ClaimsPrincipal user,
        HttpResponse response,
        CancellationToken stop
    ) =>
        await store.UnitAsync(id, stop) is { } unit
            ? await Replanned(unit, inputs, shelf.Of(unit), ifMatch, store, views, user, response, stop)
            : Problems.NoSuch("unit");

    /// <summary>Plans the unit anew with the protocol in use.</summary>
    private static async Task<UnitAnswer> TakeProtocol(
        Guid id,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        CaseStore store,
        UnitViews views,
        ProtocolShelf shelf,
        ClaimsPrincipal user,
        HttpResponse response,
        CancellationToken stop
    ) =>
        await store.UnitAsync(id, stop) is { } unit
            ? await Replanned(unit, UnitViews.InputsOf(unit), shelf.InUse, ifMatch, store, views, user, response, stop)
            : Problems.NoSuch("unit");

    private static async Task<UnitAnswer> Replanned(
        UnitRow unit,
        PlanInputs inputs,
        KeptProtocol protocol,
        string? ifMatch,
        CaseStore store,
        UnitViews views,
        ClaimsPrincipal user,
        HttpResponse response,
        CancellationToken stop
    )
    {
        if (ifMatch is null)
            return Problems.From(
                new Problem("if-match", "Name the version you are changing in If-Match."),
                StatusCodes.Status428PreconditionRequired
            );
        if (ifMatch != Tag(unit))
            return Problems.ChangedMeanwhile();
        if (!views.Planned(unit, inputs, protocol).Is(out var planned, out var problem))
            return Problems.From(problem);
        return await store.SavePlanAsync(unit, planned, inputs, protocol.Protocol, user.NameOf(), stop)
            ? await Shown(unit, planned, views, response, stop)
            : Problems.ChangedMeanwhile();
    }

    private static async Task<UnitAnswer> AddReading(
        Guid id,
        ReadingEntry entry,
        CaseStore store,
        UnitViews views,
        ProtocolShelf shelf,
        ClaimsPrincipal user,
        HttpResponse response,
        CancellationToken stop
    )
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.NoSuch("unit");
        if (!views.Planned(unit).Is(out var planned, out var problem))
            return Problems.From(problem);
        if (!ReadingOf(entry, shelf.Of(unit).Protocol).Is(out var reading, out problem))
            return Problems.From(problem);
        // A reading that can't be judged is a slip: the zone is not there, or meets no antagonist.
        if (!Judge.Of(reading, planned.Plan, shelf.Of(unit).Protocol).Is(out _, out problem))
            return Problems.From(problem);
        await store.AddReadingAsync(unit, reading, user.NameOf(), stop);
        return await Shown(unit, planned, views, response, stop);
    }

    private static async Task<UnitAnswer> TakeBack(
        Guid id,
        Guid reading,
        TakenBackEntry entry,
        CaseStore store,
        UnitViews views,
        HttpResponse response,
        CancellationToken stop
    )
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.NoSuch("unit");
        return await store.SetTakenBackAsync(id, reading, entry.TakenBack, stop)
            ? await Shown(unit, views, response, stop)
            : Problems.NoSuch("reading");
    }

    private static async Task<UnitAnswer> Finish(
        Guid id,
        FinishedEntry entry,
        CaseStore store,
        UnitViews views,
        ProtocolShelf shelf,
        HttpResponse response,
        CancellationToken stop
    )
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.NoSuch("unit");
        if (!views.Planned(unit).Is(out var planned, out var problem))
            return Problems.From(problem);
        if (entry.Finished && Unanswered(planned) is { } open)
            return Problems.From(new Problem("unanswered", $"Not finished yet: “{open.Text}” wants a reason first."));
        await store.SetFinishedAsync(unit, entry.Finished, stop);
        return await Shown(unit, planned, views, response, stop);
    }

    /// <summary>A caution that wants a reason and has none.</summary>
    private static Caution? Unanswered(PlannedUnit planned) =>
        planned.Preparation.Cautions.FirstOrDefault(caution => caution is { MustBeAnswered: true, Because: null });

    public static Answer<Reading> ReadingOf(ReadingEntry entry, Protocol protocol)
    {
        var gauge = protocol.Gauges.FirstOrDefault(known => known.Id == entry.Gauge);
        if (gauge is null)
            return new Problem("gauge", $"There is no gauge “{entry.Gauge}”.", [.. protocol.Gauges.Select(known => known.Id)]);
        return entry switch
        {
            { BeforeMm: { } before, AfterMm: { } after } => GaugeReadings.Heights(
                gauge,
                entry.Zone,
                before,
                after,
                protocol.Plausible.ReadingMm
            ),
            { ValueMm: { } value } => GaugeReadings.Read(gauge, entry.Zone, entry.Kind, value, protocol.Plausible.ReadingMm),
            { Passed: { } passed } => GaugeReadings.Passing(gauge, entry.Zone, entry.Kind, passed, entry.Stopped),
            _ => new Problem("reading", "Say which gauge passed, or give the value that was read."),
        };
    }

    private static async Task<UnitAnswer> Shown(UnitRow unit, UnitViews views, HttpResponse response, CancellationToken stop) =>
        views.Planned(unit).Is(out var planned, out var problem)
            ? await Shown(unit, planned, views, response, stop)
            : Problems.From(problem);

    private static async Task<UnitAnswer> Shown(
        UnitRow unit,
        PlannedUnit planned,
        UnitViews views,
        HttpResponse response,
        CancellationToken stop
    )
    {
        response.Headers.ETag = Tag(unit);
        return TypedResults.Ok(await views.ViewAsync(unit, planned, stop));
    }

    private static string Tag(UnitRow unit) => $"\"{unit.Version}\"";
}
