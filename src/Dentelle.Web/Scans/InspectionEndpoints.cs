using System.Security.Claims;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Data;
using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Web.Access;
using Dentelle.Web.Figures;
using Dentelle.Web.Http;
using Dentelle.Web.Logging;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Scans;

using FileAnswer = Results<FileContentHttpResult, ProblemHttpResult>;

/// <summary>What was found on a set of scans: news while it is measured, then each tooth's body, sections, paths and files.</summary>
public static class InspectionEndpoints
{
    private const string Lines = "application/x-ndjson";

    public static void MapInspections(this IEndpointRouteBuilder routes)
    {
        var sets = routes.MapGroup("scans/{id:guid}").WithTags("Scans");
        sets.MapGet("inspection", Inspect)
            .InTurn()
            .WithName("inspectScans")
            .Produces<InspectionNewsView>(StatusCodes.Status200OK, Lines)
            .ProducesProblem(StatusCodes.Status404NotFound);
        sets.MapGet("parts/{part}/round.glb", Part).InTurn().WithName("getScanPart").ExcludeFromDescription();
        var teeth = sets.MapGroup("teeth/{tooth}");
        teeth.MapPost("path", Path).WithName("tryPath");
        teeth.MapGet("section", Section).WithName("getIndexSection");
        teeth.MapGet("sliding", Slides).WithName("getSliding");
        teeth.MapPost("readings", AddReadings).WithName("addScanReadings");
        teeth.MapGet("round.glb", Round).InTurn().WithName("getMeasuredRound").ExcludeFromDescription();
        teeth.MapGet("values.json", Values).WithName("getMeasuredValues");
        teeth.MapGet("values.csv", Csv).WithName("getMeasuredCsv").ExcludeFromDescription();
        teeth.MapGet("depth.ply", Ply).WithName("getDepthPly").ExcludeFromDescription();
        teeth.MapGet("page.pdf", Page).WithName("printMeasured").ExcludeFromDescription();
    }

    /// <summary>One JSON document a line, as it comes; who goes away ends it, unless another one watches.</summary>
    private static async Task<IResult> Inspect(
        Guid id,
        ScanWork work,
        Inspections inspections,
        InspectionViews views,
        IOptions<JsonOptions> json,
        HttpResponse response,
        ILogger<Inspections> log,
        CancellationToken stop
    )
    {
        if (!(await work.AskedAsync(id, stop)).Is(out var asked, out var problem))
            return Problems.From(problem);
        response.ContentType = Lines;
        await foreach (var step in inspections.WatchAsync(asked.Key, asked.Work, stop))
        {
            await JsonSerializer.SerializeAsync(response.Body, await ViewAsync(step), json.Value.SerializerOptions, stop);
            await response.WriteAsync("\n", stop);
            await response.Body.FlushAsync(stop);
        }
        return TypedResults.Empty;

        async Task<InspectionNewsView> ViewAsync(Inspections.Step step)
        {
            if (step.News is { Measured: { } tooth } news)
            {
                var unit = asked.Units.First(row => row.Tooth == tooth.Preparation.Plan.Tooth.Iso);
                return new()
                {
                    Stage = news.Stage,
                    Tooth = news.Tooth?.Iso,
                    Measured = await views.OfAsync(tooth, unit, stop),
                };
            }
            if (step.News is { } begun)
                return new() { Stage = begun.Stage, Tooth = begun.Tooth?.Iso };
            if (step.Done is { } done)
                return new() { Done = InspectionViews.Of(id, done.Inspection, asked.Units) };
            if (step.Failed is { } failed)
                log.InspectionFailed(failed);
            var why = step.Problem
                ?? new Problem(
                    "internal",
                    "Something went wrong while measuring. Try again; if it stays, tell whoever looks after Dentelle."
                );
            return new() { Problem = new(why.Code, why.Sentence) };
        }
    }

    /// <summary>A scan by itself, to point at places of it.</summary>
    private static async Task<FileAnswer> Part(Guid id, string part, ScanWork work, CancellationToken stop)
    {
        if (!(await work.StandingAsync(id, part, stop)).Is(out var scan, out var problem))
            return Problems.From(problem);
        return RoundFiles.Sent(scan.Figure);
    }

    private static async Task<FileAnswer> Round(Guid id, string tooth, ScanWork work, CancellationToken stop)
    {
        if (!(await work.ToothAsync(id, tooth, stop)).Is(out var found, out var problem))
            return Problems.From(problem);
        return RoundFiles.Sent(found.Kept.FigureOf(found.Tooth).Figure);
    }

    /// <summary>What another path of insertion would meet; the path as the tooth stands.</summary>
    private static async Task<Results<Ok<PathTrialView>, ProblemHttpResult>> Path(
        Guid id,
        string tooth,
        PathEntry entry,
        ScanWork work,
        CancellationToken stop
    )
    {
        if (!(await work.ToothAsync(id, tooth, stop)).Is(out var found, out var problem))
            return Problems.From(problem);
        if (Direction(entry.Path) is not { } path)
            return Problems.From(new Problem("path", "A path is three numbers, not all of them 0."));
        var trial = PathTrial.Of(found.Kept.Inspection, found.Tooth, found.Tooth.OwnDirection(path).Unit, stop);
        var figure = found.Kept.FigureOf(found.Tooth);
        return TypedResults.Ok(InspectionViews.Of(found.Tooth, trial, figure));
    }

    /// <summary>An index cut through a place (as the tooth stands): across the surface there, or square to a given direction.</summary>
    private static async Task<Results<Ok<IndexSectionView>, ProblemHttpResult>> Section(
        Guid id,
        string tooth,
        double x,
        double y,
        double z,
        double? azimuth,
        ScanWork work,
        CancellationToken stop
    )
    {
        if (!double.IsFinite(x + y + z + (azimuth ?? 0)))
            return Problems.From(new Problem("place", "A place has three finite coordinates."));
        if (!(await work.ToothAsync(id, tooth, stop)).Is(out var found, out var problem))
            return Problems.From(problem);
        var (measured, at) = (found.Tooth, found.Tooth.Own(new Vec3(x, y, z)));
        var bodies = found.Kept.BodiesOf(measured);
        if (azimuth is not { } degrees)
            return TypedResults.Ok(InspectionViews.Of(measured, IndexSection.Through(measured, bodies, at)));
        var (sin, cos) = Math.SinCos(double.DegreesToRadians(degrees));
        var normal = measured.OwnDirection(new Vec3(cos, sin, 0));
        return TypedResults.Ok(InspectionViews.Of(measured, IndexSection.Of(measured, bodies, at, normal)));
    }

    private static async Task<Results<Ok<SlidingView>, ProblemHttpResult>> Slides(
        Guid id,
        string tooth,
        ScanWork work,
        InspectionViews views,
        CancellationToken stop
    )
    {
        if (!(await work.ToothAsync(id, tooth, stop)).Is(out var found, out var problem))
            return Problems.From(problem);
        return TypedResults.Ok(views.SlidingOf(found));
    }

    /// <summary>Enters what the scan shows as readings of the unit, once for a plan.</summary>
    private static async Task<Results<Ok<ScanReadingsView>, ProblemHttpResult>> AddReadings(
        Guid id,
        string tooth,
        ScanWork work,
        CaseStore cases,
        InspectionViews views,
        ClaimsPrincipal user,
        CancellationToken stop
    )
    {
        if (!(await work.ToothAsync(id, tooth, stop)).Is(out var found, out var problem))
            return Problems.From(problem);
        Reading[] readings = [.. found.Tooth.Depths.Select(ScanJudge.ReadingOf)];
        var once = new Guid(SHA256.HashData(Encoding.UTF8.GetBytes($"{found.Asked.Key}\n{tooth}")).AsSpan(0, 16));
        await cases.AddReadingsAsync(found.Unit, readings, user.NameOf(), stop, once);
        return TypedResults.Ok(new ScanReadingsView(readings.Length, views.Disagreeing(found.Tooth, found.Unit)));
    }

    private static async Task<Results<Ok<MeasureDocument>, ProblemHttpResult>> Values(
        Guid id,
        string tooth,
        ScanWork work,
        InspectionViews views,
        CancellationToken stop
    )
    {
        if (!(await work.ToothAsync(id, tooth, stop)).Is(out var found, out var problem))
            return Problems.From(problem);
        return TypedResults.Ok(await views.DocumentAsync(found, stop));
    }

    private static async Task<FileAnswer> Csv(Guid id, string tooth, ScanWork work, InspectionViews views, CancellationToken stop)
    {
        if (!(await work.ToothAsync(id, tooth, stop)).Is(out var found, out var problem))
            return Problems.From(problem);
        var document = await views.DocumentAsync(found, stop);
        return TypedResults.Bytes(Encoding.UTF8.GetBytes(MeasureTable.Csv(document)), "text/csv", $"{tooth}-measured.csv");
    }

    private static async Task<FileAnswer> Page(
        Guid id,
        string tooth,
        ScanWork work,
        InspectionViews views,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        if (!(await work.ToothAsync(id, tooth, stop)).Is(out var found, out var problem))
            return Problems.From(problem);
        var view = await views.OfAsync(found.Tooth, found.Unit, stop);
        var figure = found.Kept.FigureOf(found.Tooth).Figure;
        var head = await work.HeadAsync(found, clock.GetLocalNow(), stop);
        return TypedResults.Bytes(MeasuredPage.Write(view, found.Tooth, found.Kept.BodiesOf(found.Tooth), figure, head), "application/pdf");
    }

    /// <summary>The surface after in the tooth's own frame, each vertex with its depth and what it lacks to the plan.</summary>
    private static async Task<FileAnswer> Ply(Guid id, string tooth, ScanWork work, CancellationToken stop)
    {
        if (!(await work.ToothAsync(id, tooth, stop)).Is(out var found, out var problem))
            return Problems.From(problem);
        var measured = found.Tooth;
        using var stream = new MemoryStream();
        MeshFile.Write(
            measured.Site.Mesh,
            stream,
            MeshFormat.PlyBinaryLittleEndian,
            "depth and missing in mm, nan where nothing was cut or planned",
            [
                new("depth", [.. measured.Site.Depths.Select((depth, i) => measured.Site.InCut[i] ? (float)depth : float.NaN)]),
                new("missing", [.. measured.Short.Select(missing => (float)missing)]),
            ]
        );
        return TypedResults.Bytes(stream.ToArray(), "application/octet-stream", $"{tooth}-depth.ply");
    }

    private static Vec3? Direction(IReadOnlyList<double> path) =>
        path.Count == 3 && path.All(double.IsFinite) && new Vec3(path[0], path[1], path[2]) is { Length: > 1e-6 } direction
            ? direction.Unit
            : null;
}
