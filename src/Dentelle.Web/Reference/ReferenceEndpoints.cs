using Dentelle.Core;
using Dentelle.Core.Protocols;
using Dentelle.Web.Access;
using Dentelle.Web.Protocols;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Reference;

/// <summary>What the front end shows beside plans: gauges, burs in hand, sources.</summary>
public static class ReferenceEndpoints
{
    public static void MapReference(this WebApplication app) =>
        app.MapGet("/api/reference", Get).RequireAuthorization(Policies.Clinician).WithTags("Reference").WithName("getReference");

    private static Ok<ReferenceView> Get(ProtocolShelf shelf) => TypedResults.Ok(new ReferenceView(
        shelf.InUse.Protocol.Name, shelf.InUse.Protocol.Version,
        [.. shelf.InUse.Protocol.Gauges.Select(gauge => new GaugeView(gauge.Id, gauge.Name, gauge.Kind, gauge.SizesMm ?? [], gauge.ResolutionMm))],
        [.. shelf.InUse.Protocol.BursInHand.Select(bur => new BurView(bur.Id, bur.Name, bur.TipMm))],
        shelf.InUse.Handbook.Sources.Remark,
        [.. shelf.InUse.Handbook.Sources.Sources.Select(source => new SourceView(source.Id, source.Citation, source.Standing))]));
}

public sealed record ReferenceView(
    string Protocol, int ProtocolVersion, IReadOnlyList<GaugeView> Gauges, IReadOnlyList<BurView> Burs, string SourcesRemark, IReadOnlyList<SourceView> Sources);

public sealed record GaugeView(string Id, string Name, GaugeKind Kind, IReadOnlyList<double> SizesMm, double? ResolutionMm);

public sealed record BurView(string Id, string Name, double TipMm);

public sealed record SourceView(string Id, string Citation, Standing Standing);
