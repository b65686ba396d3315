using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Exchange;

/// <summary>Inside of an inlay or onlay. Lengths in millimetres, angles in degrees.</summary>
public sealed record IntracoronalDocument
{
    /// <summary>Left out where it is a share of a distance that nobody knows.</summary>
    public RangeDocument? IsthmusMm { get; init; }

    public required IReadOnlyList<ReasonDocument> IsthmusReasons { get; init; }

    /// <summary>Of the distance between the cusp tips.</summary>
    public Limits? IsthmusShare { get; init; }

    /// <summary>From the imagined bottom of the groove to the pulpal floor.</summary>
    public required RangeDocument DepthMm { get; init; }

    public required IReadOnlyList<BoxDocument> Boxes { get; init; }

    /// <summary>Each wall to the path, opening outwards.</summary>
    public required Limits WallDivergenceDeg { get; init; }

    public required double CavosurfaceDeg { get; init; }

    public Limits? BevelMm { get; init; }

    public Limits? BevelDeg { get; init; }

    public required IReadOnlyList<CuspDocument> Cusps { get; init; }

    public double? FunctionalShoulderMm { get; init; }

    /// <summary>Its numbers in words: the isthmus, floor and walls, then each box.</summary>
    public IEnumerable<string> Said()
    {
        var isthmus = IsthmusMm is { } width
            ? $"isthmus {Length(width.Min)} at least"
            : $"isthmus {IsthmusShare!.From:0.00}–{IsthmusShare.To:0.00} of the distance between the cusp tips";
        yield return $"{isthmus}, floor {Length(DepthMm.Min)}–{Length(DepthMm.Max)}, walls open by "
            + $"{WallDivergenceDeg.From}–{WallDivergenceDeg.To}° each"
            + (BevelMm is { } bevel ? $", bevel {Length(bevel.From)}–{Length(bevel.To)} at {BevelDeg!.From:0}–{BevelDeg.To:0}°" : "");
        foreach (var box in Boxes)
            yield return $"{Kebab.Of(box.Side)} box: {(box.WidthMm is { } wide ? $"{Length(wide)} wide at the floor, " : "")}"
                + $"gingival floor {Length(box.GingivalFloorMm)}, free of the neighbour by {Length(box.NeighbourGapMm)}"
                + (box.WidenedMm > 0 ? $", widened by {Length(box.WidenedMm)} for the gap" : "");

        static Mm Length(double millimetres) => new(millimetres);
    }

    public static IntracoronalDocument From(Cavity cavity) =>
        new()
        {
            IsthmusMm = cavity.Isthmus is { } isthmus ? RangeDocument.From(isthmus.Value) : null,
            IsthmusReasons = [.. (cavity.Isthmus?.Reasons ?? []).Select(ReasonDocument.From)],
            IsthmusShare = cavity.IsthmusShare,
            DepthMm = RangeDocument.From(cavity.Depth.Value),
            Boxes =
            [
                .. cavity.BoxPlans.Select(box => new BoxDocument(
                    box.Side,
                    RangeDocument.From(box.Axial.Value),
                    box.GingivalFloor.Rounded,
                    box.NeighbourGap.Rounded,
                    box.Widened.Value.Rounded,
                    box.Width?.Rounded,
                    [.. box.Axial.Reasons.Concat(box.Widened.Reasons).Select(ReasonDocument.From)]
                )),
            ],
            WallDivergenceDeg = cavity.Divergence,
            CavosurfaceDeg = cavity.CavosurfaceDeg,
            BevelMm = cavity.Bevel,
            BevelDeg = cavity.BevelDeg,
            Cusps =
            [
                .. cavity.Cusps.Select(cusp => new CuspDocument(cusp.Cusp, cusp.Covered, [.. cusp.Reasons.Select(ReasonDocument.From)])),
            ],
            FunctionalShoulderMm = cavity.FunctionalShoulder?.Value.Rounded,
        };
}

/// <param name="AxialMm">From the present surface to the axial wall.</param>
/// <param name="NeighbourGapMm">Free of the neighbour by this.</param>
/// <param name="WidthMm">At the floor, from facial to lingual; null where the isthmus is not known.</param>
/// <param name="WidenedMm">Opened wider by this where a gap is to be closed.</param>
public sealed record BoxDocument(
    ProximalSide Side,
    RangeDocument AxialMm,
    double GingivalFloorMm,
    double NeighbourGapMm,
    double WidenedMm,
    double? WidthMm,
    IReadOnlyList<ReasonDocument> Reasons
);

public sealed record CuspDocument(Cusp Cusp, bool Covered, IReadOnlyList<ReasonDocument> Reasons);

/// <summary>A groove or box in a wall. Lengths in millimetres.</summary>
/// <param name="DepthMm">From the wall half-way up to the back.</param>
/// <param name="WidthMm">At the back.</param>
/// <param name="AboveMarginMm">Where it ends.</param>
public sealed record FeatureDocument(
    FeatureKind Kind,
    WallSide Side,
    double DepthMm,
    double WidthMm,
    double AboveMarginMm,
    IReadOnlyList<ReasonDocument> Reasons
)
{
    public static FeatureDocument From(RetentiveFeature feature) =>
        new(
            feature.Kind,
            feature.Side,
            feature.Depth.Value.Rounded,
            feature.Width.Value.Rounded,
            feature.AboveMargin.Value.Rounded,
            [.. feature.Depth.Reasons.Concat(feature.Width.Reasons).Concat(feature.AboveMargin.Reasons).Select(ReasonDocument.From)]
        );
}

/// <param name="BondedShare">Share of the bonded facial surface that is still in enamel.</param>
public sealed record EnamelDocument(IReadOnlyList<EnamelThirdDocument> Thirds, double BondedShare, string Source, Standing Standing)
{
    public static EnamelDocument From(VeneerEnamel enamel) =>
        new(
            [
                .. enamel.Thirds.Select(third => new EnamelThirdDocument(
                    third.Zone,
                    third.Average.Rounded,
                    third.Left.Rounded,
                    third.BondedShare
                )),
            ],
            enamel.BondedShare,
            enamel.Source,
            enamel.Standing
        );
}

public sealed record EnamelThirdDocument(ZoneKind Zone, double AverageMm, double LeftMm, double BondedShare);

/// <summary>What holds the units of a bridge together.</summary>
/// <param name="Teeth">In the order of the arch.</param>
/// <param name="Path">Direction of draw, length 1: x toward the last tooth, y facial, z to the bite.</param>
public sealed record BridgeDocument(
    IReadOnlyList<string> Teeth,
    IReadOnlyList<double> Path,
    IReadOnlyList<AbutmentDocument> Abutments,
    IReadOnlyList<ConnectorDocument> Connectors,
    RootSurface RootSurfaceMm2,
    Bending Bending,
    IReadOnlyList<CautionDocument> Cautions
)
{
    public static BridgeDocument From(BridgePlan bridge) =>
        new(
            [.. bridge.Teeth.Select(tooth => tooth.Iso)],
            [Math.Round(bridge.Path.X, 6), Math.Round(bridge.Path.Y, 6), Math.Round(bridge.Path.Z, 6)],
            [
                .. bridge.Abutments.Select(abutment => new AbutmentDocument(
                    abutment.Tooth.Iso,
                    abutment.TiltDeg,
                    abutment.FromPathDeg,
                    abutment.FirstWallDeg,
                    abutment.LastWallDeg,
                    abutment.Toc,
                    abutment.FacialTiltDeg,
                    abutment.FacialWallDeg,
                    abutment.LingualWallDeg
                )),
            ],
            [
                .. bridge.Connectors.Select(connector => new ConnectorDocument(
                    [connector.First.Iso, connector.Last.Iso],
                    connector.LeastMm2.Value,
                    [.. connector.LeastMm2.Reasons.Select(ReasonDocument.From)]
                )),
            ],
            bridge.RootSurface,
            bridge.Bending,
            [.. bridge.Cautions.Select(CautionDocument.From)]
        );
}

/// <param name="TiltDeg">Axis against upright, positive toward the last tooth.</param>
/// <param name="FirstWallDeg">Wall on the side of the first tooth against the tooth's own axis; negative leans out.</param>
/// <param name="TocDeg">Both walls against each other.</param>
/// <param name="FacialTiltDeg">Axis across the arch, positive to the facial.</param>
/// <param name="FacialWallDeg">Facial wall against the tooth's own axis; negative leans out.</param>
/// <param name="LingualWallDeg">Likewise.</param>
public sealed record AbutmentDocument(
    string Tooth,
    double TiltDeg,
    double FromPathDeg,
    double FirstWallDeg,
    double LastWallDeg,
    double TocDeg,
    double FacialTiltDeg,
    double FacialWallDeg,
    double LingualWallDeg
);

public sealed record ConnectorDocument(IReadOnlyList<string> Between, double LeastMm2, IReadOnlyList<ReasonDocument> Reasons);

/// <summary>One option beside the others: what it costs and what it gains.</summary>
/// <param name="Option">As it was asked for.</param>
/// <param name="Sentence">What it gains and loses against the first, computed from the numbers.</param>
public sealed record OptionDocument(string Option, UnitDocument Unit, string Sentence);

/// <param name="Preferred">The alternative that is advised; left out where two are as good.</param>
public sealed record AdviceDocument(string Code, string Question, string? Preferred, IReadOnlyList<AlternativeDocument> Alternatives)
{
    public static AdviceDocument From(Advice advice) =>
        new(
            advice.Code,
            advice.Question,
            advice.Preferred,
            [
                .. advice.Alternatives.Select(alternative => new AlternativeDocument(
                    alternative.Name,
                    [.. alternative.For.Select(ReasonDocument.From)],
                    [.. alternative.Against.Select(ReasonDocument.From)]
                )),
            ]
        );
}

/// <param name="For">What speaks for it; the effect is the number behind the reason.</param>
public sealed record AlternativeDocument(string Name, IReadOnlyList<ReasonDocument> For, IReadOnlyList<ReasonDocument> Against);
