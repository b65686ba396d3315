using System.Security.Claims;
using System.Text;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Figures;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Protocols;

/// <summary>The whole HTTP face of protocols: what is kept, drafts, keeping, files.</summary>
public static class ProtocolEndpoints
{
    public static void MapProtocols(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("protocols").WithTags("Protocols");
        api.MapGet("", List).WithName("getProtocols");
        api.MapPost("", Keep).WithName("keepProtocol");
        api.MapGet("{id}/{version:int}", Get).WithName("getProtocol");
        api.MapGet("{id}/{version:int}/file", Export).WithName("exportProtocol");
        api.MapPost("draft", Draft).WithName("draftProtocol");
        api.MapPost("sample", Sample).WithName("sampleProtocol");
        api.MapPost("sample/round.glb", Round).WithName("sampleRound").ExcludeFromDescription();
        api.MapPut("in-use", Use).WithName("useProtocol");
        api.MapPost("file", Import).WithName("importProtocol").Accepts<object>("application/json");
    }

    private static async Task<Ok<ProtocolListView>> List(ProtocolShelf shelf, ProtocolStore store, CancellationToken stop)
    {
        var units = await store.UnitsAsync(stop);
        return TypedResults.Ok(
            new ProtocolListView([
                .. shelf.All.Select(kept => Head(kept, shelf, units.GetValueOrDefault((kept.Protocol.Id, kept.Protocol.Version)))),
            ])
        );
    }

    private static Results<Ok<ProtocolView>, ProblemHttpResult> Get(string id, int version, ProtocolShelf shelf, ProtocolDrafts drafts) =>
        shelf.Find(id, version) is { } kept ? TypedResults.Ok(drafts.View(kept.Text, kept.Protocol)) : Problems.NoSuch("protocol");

    private static Results<FileContentHttpResult, ProblemHttpResult> Export(string id, int version, ProtocolShelf shelf) =>
        shelf.Find(id, version) is { } kept
            ? TypedResults.File(Encoding.UTF8.GetBytes(kept.Text.File.Text), "application/json", $"protocol-{id}-{version}.json")
            : Problems.NoSuch("protocol");

    /// <summary>Nothing is kept: it shows what the changes would mean.</summary>
    private static async Task<Results<Ok<DraftView>, ProblemHttpResult>> Draft(
        DraftEntry entry,
        ProtocolDrafts drafts,
        CancellationToken stop
    ) =>
        drafts.Read(entry).Is(out var draft, out var problem)
            ? TypedResults.Ok(await drafts.DraftAsync(entry, draft, stop))
            : Problems.From(problem);

    private static Results<Ok<SampleView>, ProblemHttpResult> Sample(SampleEntry entry, ProtocolDrafts drafts) =>
        drafts.Sample(entry).Is(out var sample, out var problem) ? TypedResults.Ok(sample) : Problems.From(problem);

    private static Results<FileContentHttpResult, ProblemHttpResult> Round(
        SampleEntry entry,
        string? quality,
        ProtocolDrafts drafts,
        CancellationToken stop
    ) => RoundFiles.Sent(drafts.Round(entry, RoundFiles.Quality(quality), stop));

    private static async Task<Results<Ok<ProtocolName>, ProblemHttpResult>> Keep(
        KeepEntry entry,
        ProtocolDrafts drafts,
        ClaimsPrincipal user,
        CancellationToken stop
    ) => Named(await drafts.KeepAsync(entry, user.NameOf(), stop));

    private static async Task<Results<Ok<ProtocolName>, ProblemHttpResult>> Import(
        HttpRequest request,
        ProtocolDrafts drafts,
        ClaimsPrincipal user,
        CancellationToken stop
    )
    {
        using var reader = new StreamReader(request.Body, Encoding.UTF8);
        return Named(await drafts.ImportAsync(await reader.ReadToEndAsync(stop), user.NameOf(), stop));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Use(
        ProtocolName chosen,
        ProtocolShelf shelf,
        ProtocolDrafts drafts,
        CancellationToken stop
    )
    {
        if (shelf.Find(chosen.Id, chosen.Version) is not { } kept)
            return Problems.NoSuch("protocol");
        await drafts.UseAsync(kept, stop);
        return TypedResults.NoContent();
    }

    private static Results<Ok<ProtocolName>, ProblemHttpResult> Named(Answer<KeptProtocol> answer) =>
        answer.Is(out var kept, out var problem)
            ? TypedResults.Ok(new ProtocolName(kept.Protocol.Id, kept.Protocol.Version))
            : Problems.From(problem);

    private static ProtocolHead Head(KeptProtocol kept, ProtocolShelf shelf, int units) =>
        new()
        {
            Id = kept.Protocol.Id,
            Version = kept.Protocol.Version,
            Name = kept.Protocol.Name,
            Note = kept.Note,
            KeptAt = kept.KeptAt,
            KeptBy = kept.KeptBy,
            InUse = kept == shelf.InUse,
            Shipped = kept.Protocol.Id == shelf.Shipped.Protocol.Id,
            Units = units,
            Differences = kept.Text.From(shelf.Shipped.Text).Count,
        };
}
