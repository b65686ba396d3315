using System.Text;
using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Planning;
using Dentelle.Core.Preparing;
using Dentelle.Core.Restorations;
using Dentelle.Data;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshing;
using Dentelle.Web.Figures;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Units;

using FileAnswer = Results<FileContentHttpResult, ProblemHttpResult>;

/// <summary>A unit's bodies as files: the present tooth and the planned preparation, singly or together as a scene.</summary>
public static class BodyEndpoints
{
    public static void MapBodies(this IEndpointRouteBuilder routes)
    {
        // Files for people and viewers, no contract for the program's own pages: they stay out of its description.
        var bodies = routes.MapGroup("units/{id:guid}/bodies").ExcludeFromDescription();
        bodies.MapGet("scene.glb", Scene).WithName("getScene");
        bodies.MapGet("round.glb", Round).WithName("getRound");
        bodies.MapGet("round.svg", Engraving).WithName("getRoundDrawing");
        bodies.MapGet("bridge.glb", Bridge).WithName("getBridgeBody");
        bodies.MapGet("option.glb", Option).WithName("getOptionBody");
        bodies.MapGet("around.glb", Around).WithName("getAround");
        bodies.MapGet("{body}.{ending}", One).WithName("getBody");
    }

    /// <summary>Both bodies as binary glTF; quickly and coarsely for looking at, finely for handing on.</summary>
    private static async Task<FileAnswer> Scene(
        Guid id,
        bool? fine,
        CaseStore store,
        UnitViews views,
        ProtocolShelf shelf,
        CancellationToken stop
    )
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.NoSuch("unit");
        if (!Cut(unit, views, shelf).Is(out var planned, out var problem))
            return Problems.From(problem);
        var fineness = fine == true ? Fineness.Full : Fineness.Preview;
        return RoundFiles.Sent(BodyFiles.Scene(planned, fineness), name: fine == true ? $"{unit.Tooth}.glb" : null);
    }

    /// <summary>The unit in the round, with what the screen's engraving needs at each vertex.</summary>
    private static async Task<FileAnswer> Round(Guid id, string? quality, Rounds rounds, CancellationToken stop) =>
        RoundFiles.Sent(await rounds.FigureAsync(id, RoundFiles.Quality(quality), stop));

    /// <summary>The whole bridge that a unit is part of.</summary>
    private static async Task<FileAnswer> Bridge(Guid id, string? quality, Rounds rounds, CancellationToken stop) =>
        RoundFiles.Sent(await rounds.BridgeAsync(id, RoundFiles.Quality(quality), stop));

    /// <summary>An option for the unit, given as on the quick line; each vertex tells how far it lies off the plan as it stands.</summary>
    private static async Task<FileAnswer> Option(Guid id, string? line, string? quality, Rounds rounds, CancellationToken stop) =>
        RoundFiles.Sent(await rounds.OptionAsync(id, line ?? "", RoundFiles.Quality(quality), stop));

    /// <summary>Neighbours and antagonists of an average arch.</summary>
    private static async Task<FileAnswer> Around(Guid id, Rounds rounds, CancellationToken stop) =>
        (await rounds.AroundAsync(id, stop)).Is(out var teeth, out var problem)
            ? RoundFiles.Sent(BodyFiles.Around(teeth))
            : Problems.From(problem);

    /// <summary>The unit in the round as lines for paper, seen from where the screen shows it.</summary>
    private static async Task<FileAnswer> Engraving(
        Guid id,
        double azimuth,
        double elevation,
        bool? hanging,
        Rounds rounds,
        CancellationToken stop
    )
    {
        if (!(await rounds.UnitAsync(id, RoundQuality.Fine, stop)).Is(out var round, out var problem))
            return Problems.From(problem);
        var (tooth, restoration) = (round.Plan.Tooth, round.Plan.Restoration);
        var lines = RoundEngraver.Lines(round.Figure, new RoundSight(azimuth, elevation, hanging ?? false), Spacing);
        var svg = RoundSvg.Of(lines, $"{tooth}, {restoration.Words()}, in the round, five times its size");
        return TypedResults.Bytes(Encoding.UTF8.GetBytes(svg), "image/svg+xml", $"{tooth.Iso}-in-the-round.svg");
    }

    /// <summary>Hatching at five times the tooth's size lies half a millimetre apart.</summary>
    private const double Spacing = 0.1;

    private static async Task<FileAnswer> One(
        Guid id,
        string body,
        string ending,
        CaseStore store,
        UnitViews views,
        ProtocolShelf shelf,
        CancellationToken stop
    )
    {
        if (body is not ("tooth" or "prepared") || !BodyFiles.Formats.TryGetValue(ending, out var format))
            return Problems.NoSuch("body");
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.NoSuch("unit");
        if (!Cut(unit, views, shelf).Is(out var planned, out var problem))
            return Problems.From(problem);
        var mesh = body == "tooth" ? planned.PresentMesh(Fineness.Full) : planned.Mesh(Fineness.Full);
        using var stream = new MemoryStream();
        MeshFile.Write(mesh, stream, format);
        return TypedResults.Bytes(
            stream.ToArray(),
            ending == "obj" ? "model/obj"
                : ending == "stl" ? "model/stl"
                : "application/octet-stream",
            $"{unit.Tooth}-{body}.{ending}"
        );
    }

    private static Answer<PlannedBody> Cut(UnitRow unit, UnitViews views, ProtocolShelf shelf) =>
        views.AskedOf(unit).Is(out var plan, out var problem)
            ? Preparer.Body(plan, shelf.Of(unit).Protocol, shelf.Of(unit).Handbook.Forms)
            : problem;
}
