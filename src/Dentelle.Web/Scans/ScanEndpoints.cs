using System.Security.Claims;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Scans;

using ScansAnswer = Results<Ok<ScansView>, ProblemHttpResult>;

/// <summary>Scans come in here: one file after the other, then which of them belong together.</summary>
public static class ScanEndpoints
{
    public static void MapScans(this IEndpointRouteBuilder routes)
    {
        // Not in turn: a slow line must not hold up who plans.
        routes.MapPost("scan-files", Upload).WithTags("Scans").WithName("addScanFile").Accepts<byte[]>("application/octet-stream");
        var scans = routes.MapGroup("units/{id:guid}/scans").WithTags("Scans");
        scans.MapGet("", OfUnit).WithName("getScans");
        scans.MapPost("", Add).WithName("addScans");
        scans.MapPost("arrived", TakeArrived).InTurn().WithName("takeArrivedScans");
        scans.MapPost("stand-in", StandIn).InTurn().WithName("standInScan");
        scans.MapPut("{set:guid}/correction", Correct).WithName("correctScans");
        scans.MapPut("{set:guid}/picked", Pick).WithName("pickPlaces");
        scans.MapPut("{set:guid}/taken-back", TakeBack).WithName("takeBackScans");
    }

    /// <summary>The body is the file itself; nothing of one that is cut off in the middle stays.</summary>
    private static async Task<Results<Ok<ScanFileView>, ProblemHttpResult>> Upload(
        string name,
        HttpRequest request,
        ScanIntake intake,
        CancellationToken stop
    )
    {
        request.TakeUpTo(intake.MostBytes);
        if (request.ContentLength > intake.MostBytes)
            return Problems.From(new Problem("file-too-large", $"The file is larger than {intake.MostBytes / 1_000_000} MB."));
        return (await intake.TakeAsync(request.Body, name, stop)).ToResult();
    }

    private static async Task<ScansAnswer> OfUnit(Guid id, ScanWork work, CancellationToken stop) =>
        (await work.OfUnitAsync(id, stop)).ToResult();

    private static async Task<ScansAnswer> Add(Guid id, ScanSetEntry entry, ScanWork work, ClaimsPrincipal user, CancellationToken stop) =>
        (await work.AddAsync(id, entry, user.NameOf(), stop)).ToResult();

    private static async Task<ScansAnswer> TakeArrived(
        Guid id,
        ArrivedEntry entry,
        ScanWork work,
        ClaimsPrincipal user,
        CancellationToken stop
    ) => (await work.TakeArrivedAsync(id, entry, user.NameOf(), stop)).ToResult();

    private static async Task<ScansAnswer> StandIn(Guid id, StandInEntry entry, ScanWork work, CancellationToken stop) =>
        (await work.StandInAsync(id, entry, stop)).ToResult();

    private static async Task<ScansAnswer> Correct(Guid id, Guid set, CorrectionEntry entry, ScanWork work, CancellationToken stop) =>
        (await work.CorrectAsync(id, set, entry, stop)).ToResult();

    private static async Task<ScansAnswer> Pick(Guid id, Guid set, PickedEntry entry, ScanWork work, CancellationToken stop) =>
        (await work.PickAsync(id, set, entry, stop)).ToResult();

    private static async Task<ScansAnswer> TakeBack(Guid id, Guid set, Units.TakenBackEntry entry, ScanWork work, CancellationToken stop) =>
        (await work.TakeBackAsync(id, set, entry.TakenBack, stop)).ToResult();
}
