using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Exchange;

/// <summary>A plan as it stands in files, on the command line and in the API. Lengths in millimetres, angles in degrees.</summary>
/// <param name="Units">One for each tooth of the line, pontics included.</param>
/// <param name="Bridges">Left out when there is none.</param>
/// <param name="Options">Other options for the first tooth beside what was asked, when any were named.</param>
public sealed record PlanDocument(
    IReadOnlyList<UnitDocument> Units,
    IReadOnlyList<BridgeDocument>? Bridges = null,
    IReadOnlyList<OptionDocument>? Options = null
);

public sealed record UnitDocument
{
    /// <summary>ISO 3950 code.</summary>
    public required string Tooth { get; init; }

    /// <summary>The tooth in words.</summary>
    public required string ToothName { get; init; }

    public required Restoration Restoration { get; init; }

    public required Material Material { get; init; }

    public CeramicCoverage? Coverage { get; init; }

    public required BuildOutSchool BuildOutSchool { get; init; }

    public required CuttingSchool School { get; init; }

    public required IReadOnlyList<ZoneDocument> Zones { get; init; }

    public required IReadOnlyList<MarginDocument> Margin { get; init; }

    public required IReadOnlyList<TransitionDocument> Transitions { get; init; }

    /// <summary>Total occlusal convergence; left out where no walls converge.</summary>
    public RangeDocument? TocDeg { get; init; }

    public required IReadOnlyList<ReasonDocument> TocReasons { get; init; }

    public required double FinishingAllowanceMm { get; init; }

    public required IReadOnlyList<CautionDocument> Cautions { get; init; }

    /// <summary>Direction of draw out of the tooth, length 1, in the tooth's own frame: x mesial, y facial, z along its axis.</summary>
    public IReadOnlyList<double> Path { get; init; } = [0, 0, 1];

    /// <summary>Grooves and boxes in the walls; left out when there are none.</summary>
    public IReadOnlyList<FeatureDocument>? Features { get; init; }

    /// <summary>Inside of an inlay or onlay.</summary>
    public IntracoronalDocument? Intracoronal { get; init; }

    /// <summary>What a veneer leaves of the enamel, by averages.</summary>
    public EnamelDocument? Enamel { get; init; }

    /// <summary>Ways the crown could tip, from its drawn sections.</summary>
    public IReadOnlyList<Tipping>? Resistance { get; init; }

    /// <summary>The thinnest ceramic beside an outer edge, before and after the mill.</summary>
    public MillingCheck? Milling { get; init; }

    /// <summary>What the planned body costs the tooth.</summary>
    public CutCost? Cost { get; init; }

    /// <summary>Questions weighed, with what speaks for and against each answer.</summary>
    public IReadOnlyList<AdviceDocument> Decisions { get; init; } = [];

    /// <summary>The plan with all that is read off its preparation.</summary>
    public static UnitDocument From(PlannedUnit unit, Protocol protocol) => Prepared(unit, protocol) with { Cost = unit.Preparation.Cost };

    /// <summary>The same without its cost, whose volumes take longer than the drawing.</summary>
    public static UnitDocument Prepared(PlannedUnit unit, Protocol protocol)
    {
        var resistance = Tipping.Of(unit.Preparation, protocol);
        return From(unit.Plan, unit.Preparation.Cautions) with
        {
            Resistance = resistance,
            Milling = MillingCheck.Of(unit.Plan, protocol),
            Decisions = [.. Advisor.On(unit.Plan, resistance ?? [], protocol).Select(AdviceDocument.From)],
        };
    }

    /// <summary>The plan with its cautions alone.</summary>
    public static UnitDocument From(Plan plan, IReadOnlyList<Caution> cautions)
    {
        var toc = plan.Convergence.Value;
        // Veneers have no opposing walls, cavities diverge, pontics are not cut.
        var converges = plan.Rules().HasWalls;
        return new()
        {
            Tooth = plan.Tooth.Iso,
            ToothName = plan.Tooth.Name,
            Restoration = plan.Restoration,
            Material = plan.Material.Value,
            Coverage = plan.Coverage,
            BuildOutSchool = plan.BuildOutSchool,
            School = plan.School,
            Zones = [.. plan.Zones.Select(ZoneDocument.From)],
            Margin = [.. plan.Margin.Pieces.Select(MarginDocument.From)],
            Transitions = [.. plan.Margin.Transitions.Select(t => new TransitionDocument(t.Side, t.Place, t.Begin, t.End))],
            TocDeg = converges ? new(toc.Target.Degrees, toc.Least.Degrees, toc.Most.Degrees) : null,
            TocReasons = converges ? [.. plan.Convergence.Reasons.Select(ReasonDocument.From)] : [],
            FinishingAllowanceMm = plan.FinishingAllowance.Rounded,
            Cautions = [.. cautions.Select(CautionDocument.From)],
            Path = [Math.Round(plan.Path.X, 6) + 0.0, Math.Round(plan.Path.Y, 6) + 0.0, Math.Round(plan.Path.Z, 6)],
            Features = plan.Features.Count > 0 ? [.. plan.Features.Select(FeatureDocument.From)] : null,
            Intracoronal = plan.Cavity is { } cavity ? IntracoronalDocument.From(cavity) : null,
            Enamel = plan.Enamel is { } enamel ? EnamelDocument.From(enamel) : null,
        };
    }
}

public sealed record ZoneDocument
{
    /// <summary>The zone's name, with the cusp as a suffix.</summary>
    public required string Zone { get; init; }

    /// <summary>The kind of zone, without a cusp.</summary>
    public required ZoneKind Kind { get; init; }

    /// <summary>The zone as a person says it.</summary>
    public required string Words { get; init; }

    /// <summary>Depth to cut from the present surface.</summary>
    public required RangeDocument DepthMm { get; init; }

    public required double RoughCutMm { get; init; }

    public required double BuildOutMm { get; init; }

    public double? RoomBeforeMm { get; init; }

    public required RangeDocument ThicknessMm { get; init; }

    /// <summary>Room to the antagonist after cutting, where the zone meets one.</summary>
    public RangeDocument? ExpectedClearanceMm { get; init; }

    public required IReadOnlyList<ReasonDocument> Reasons { get; init; }

    public static ZoneDocument From(ZonePlan zone) =>
        new()
        {
            Zone = zone.Zone.Name,
            Kind = zone.Zone.Kind,
            Words = zone.Zone.Words,
            DepthMm = RangeDocument.From(zone.Depth.Value),
            RoughCutMm = zone.RoughCut.Rounded,
            BuildOutMm = zone.BuildOut.Rounded,
            RoomBeforeMm = zone.RoomBefore?.Rounded,
            ThicknessMm = RangeDocument.From(zone.Thickness),
            ExpectedClearanceMm = zone.Zone.Occludes ? RangeDocument.From(zone.ExpectedClearance) : null,
            Reasons = [.. zone.Depth.Reasons.Select(ReasonDocument.From)],
        };
}

public sealed record RangeDocument(double Target, double Min, double Max)
{
    public static RangeDocument From(MmRange range) => new(range.Target.Rounded, range.Least.Rounded, range.Most.Rounded);
}

/// <param name="Effect">What this link sets (the first) or adds, in the number's unit; the effects add up to the target.</param>
public sealed record ReasonDocument(string Text, string Source, Standing Standing, double? Effect)
{
    public static ReasonDocument From(Reason reason) => new(reason.Text, reason.Source, reason.Standing, reason.Effect);
}

/// <param name="LevelMm">Height over the crest of the gum; positive is above.</param>
public sealed record MarginDocument(
    Segment Segment,
    MarginDesign Design,
    double WidthMm,
    RangeDocument WidthRangeMm,
    double LevelMm,
    IReadOnlyList<ReasonDocument> Reasons
)
{
    public static MarginDocument From(MarginPiece piece) =>
        new(
            piece.Segment,
            piece.Design,
            piece.Width.Value.Target.Rounded,
            RangeDocument.From(piece.Width.Value),
            piece.Level.Value.Rounded,
            [.. piece.Width.Reasons.Concat(piece.Level.Reasons).Select(ReasonDocument.From)]
        );
}

/// <param name="Begin">Where the change begins, counted in segments from the middle of the facial surface.</param>
/// <param name="End">Where it is complete.</param>
public sealed record TransitionDocument(Segment Side, TransitionPlace Place, double Begin, double End);

/// <summary>Something to think about before cutting.</summary>
public sealed record CautionDocument
{
    public required string Code { get; init; }

    public required string Text { get; init; }

    public string? Zone { get; init; }

    public Segment? Segment { get; init; }

    /// <summary>Whether it needs a reason before the plan stands.</summary>
    public required bool MustBeAnswered { get; init; }

    /// <summary>The reason given.</summary>
    public string? Because { get; init; }

    /// <summary>Where the limit it counts with comes from.</summary>
    public required string Source { get; init; }

    public required Standing Standing { get; init; }

    public static CautionDocument From(Caution caution) =>
        new()
        {
            Code = caution.Code,
            Text = caution.Text,
            Zone = caution.Zone,
            Segment = caution.Segment,
            MustBeAnswered = caution.MustBeAnswered,
            Because = caution.Because,
            Source = caution.Source,
            Standing = caution.Standing,
        };
}
