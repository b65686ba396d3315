using Dentelle.Core.Drawing;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Web.Figures;
using Dentelle.Web.Handbooks;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Reference;

/// <summary>What the front end shows beside plans: gauges, burs in hand, sources.</summary>
public static class ReferenceEndpoints
{
    public static void MapReference(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("").WithTags("Reference");
        api.MapGet("reference", Get).WithName("getReference");
        api.MapGet("arch", Outlines).WithName("getArch");
    }

    private static Ok<ArchView> Outlines(ProtocolShelf shelf) =>
        TypedResults.Ok(
            new ArchView([
                .. ToothOutline
                    .All(shelf.InUse.Handbook.Forms)
                    .Select(tooth => new OutlineView(
                        tooth.Tooth.Iso,
                        tooth.Mesiodistal,
                        tooth.Faciolingual,
                        Flat.Of(tooth.Outline),
                        [.. tooth.Lines.Select(line => (IReadOnlyList<double>)Flat.Of(line))]
                    )),
            ])
        );

    private static Ok<ReferenceView> Get(ProtocolShelf shelf) =>
        TypedResults.Ok(
            new ReferenceView(
                shelf.InUse.Protocol.Name,
                shelf.InUse.Protocol.Version,
                [
                    .. shelf.InUse.Protocol.Gauges.Select(gauge => new GaugeView(
                        gauge.Id,
                        gauge.Name,
                        gauge.Kind,
                        gauge.SizesMm ?? [],
                        gauge.ResolutionMm
                    )),
                ],
                [.. shelf.InUse.Protocol.BursInHand.Select(bur => new BurView(bur.Id, bur.Name, bur.TipMm))],
                shelf.InUse.Handbook.Sources.Remark,
                [.. shelf.InUse.Handbook.Sources.Sources.Select(source => new SourceView(source.Id, source.Citation, source.Standing))],
                [.. FindingTick.All.Select(tick => new PlainFindingView(tick.Key, tick.Words))]
            )
        );
}

/// <summary>Average teeth from above, in the order of ISO codes.</summary>
public sealed record ArchView(IReadOnlyList<OutlineView> Teeth);

/// <param name="Outline">Flat x, y, x, y …; x mesial, y facial, millimetres.</param>
/// <param name="Lines">Grooves, likewise.</param>
public sealed record OutlineView(
    string Tooth,
    double Mesiodistal,
    double Faciolingual,
    IReadOnlyList<double> Outline,
    IReadOnlyList<IReadOnlyList<double>> Lines
);

public sealed record ReferenceView(
    string Protocol,
    int ProtocolVersion,
    IReadOnlyList<GaugeView> Gauges,
    IReadOnlyList<BurView> Burs,
    string SourcesRemark,
    IReadOnlyList<SourceView> Sources,
    IReadOnlyList<PlainFindingView> PlainFindings
);

/// <summary>A finding that is there or not.</summary>
/// <param name="Key">Its name among the findings.</param>
public sealed record PlainFindingView(string Key, string Words);

public sealed record GaugeView(string Id, string Name, GaugeKind Kind, IReadOnlyList<double> SizesMm, double? ResolutionMm);

public sealed record BurView(string Id, string Name, double TipMm);

public sealed record SourceView(string Id, string Citation, Standing Standing);
