using Dentelle.Core.Inspecting;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Exchange;

/// <param name="By">given, shape or points.</param>
/// <param name="Score">Share of the scan after that lies on the scan before; above a half nothing else fits.</param>
/// <param name="NoiseMm">Standard deviation of the distance between them where nothing was cut.</param>
/// <param name="Weakest">How firmly the least certain motion is held: 1 for all surface square to it, 0 for free to slide.</param>
/// <param name="TurnDeg">By how much the scan after had to be turned.</param>
public sealed record RegistrationFigures(string By, double Score, double NoiseMm, double? Weakest, double TurnDeg)
{
    internal static RegistrationFigures From(Registration registration) =>
        new(
            Kebab.Of(registration.By),
            MeasureDocument.Round(registration.Score),
            MeasureDocument.Round(registration.Noise),
            MeasureDocument.Round(registration.Fit?.Weakest),
            MeasureDocument.Round(registration.Motion.TurnDegrees)
        );
}

/// <param name="RmsMm">How far the average form lies from the crown as it was.</param>
/// <param name="Size">By how much the tooth is larger than the form: along mesiodistal, faciolingual, length.</param>
public sealed record FrameFigures(double RmsMm, double[] Size);

/// <param name="PlannedMm">Depth of the plan; null where none was given.</param>
/// <param name="UsualMm">The plan's own usual depth less what is missing at the middle of all places seen.</param>
/// <param name="MinMm">The shallowest place, noise evened out over half a millimetre.</param>
/// <param name="P5Mm">A twentieth of the zone is shallower.</param>
/// <param name="P95Mm">A twentieth is deeper.</param>
/// <param name="UncertaintyMm">Half of the interval in which the usual depth lies 95 times in 100.</param>
/// <param name="At">Where the twentieth part from below begins.</param>
public sealed record ZoneFigures(
    string Zone,
    double? PlannedMm,
    double UsualMm,
    double MeanMm,
    double MinMm,
    double P5Mm,
    double P95Mm,
    double UncertaintyMm,
    double[] At
)
{
    internal static ZoneFigures From(MeasuredDepth depth, Plan plan) =>
        new(
            depth.Zone.Name,
            plan.Zone(depth.Zone.Name)?.Depth.Value.Target.Value,
            MeasureDocument.Round(depth.Usual),
            MeasureDocument.Round(depth.Mean),
            MeasureDocument.Round(depth.Shallowest),
            MeasureDocument.Round(depth.Least),
            MeasureDocument.Round(depth.Most),
            MeasureDocument.Round(ScanJudge.Sure * depth.Sigma),
            MeasureDocument.Three(depth.LeastPlace)
        );
}

/// <param name="LeanDeg">Inward from the path; null where no straight wall stands.</param>
/// <param name="HeightMm">How far up the straight run reaches over the finish line.</param>
/// <param name="Share">Share of the side along which it stands.</param>
public sealed record SideFigures(string Side, double? LeanDeg, double UncertaintyDeg, double HeightMm, double Share, double[] At)
{
    internal static SideFigures From(MeasuredWall wall) =>
        new(
            Kebab.Of(wall.Side),
            MeasureDocument.Round(wall.Lean),
            MeasureDocument.Round(ScanJudge.Sure * wall.Sigma),
            MeasureDocument.Round(wall.Height),
            MeasureDocument.Round(wall.Share),
            MeasureDocument.Three(wall.Place)
        );
}

/// <param name="AverageMm">Of an average tooth before cutting.</param>
/// <param name="LeftMm">0 where dentine lies open on an average tooth.</param>
public sealed record EnamelFigures(string Zone, double AverageMm, double LeftMm, double UncertaintyMm);

/// <summary>A veneer's finish line at its sides and along the edge.</summary>
/// <param name="EdgeWaversMm">What it wavers by about a smooth curve, as a standard deviation; null where none runs along the edge.</param>
/// <param name="EdgeRisesDeg">By which it rises to the mesial.</param>
public sealed record VeneerFigures(IReadOnlyList<ProximalFigures> Sides, double? EdgeWaversMm, double? EdgeRisesDeg)
{
    internal static VeneerFigures From(VeneerLine line) =>
        new(
            [
                .. line.Sides.Select(end => new ProximalFigures(
                    Kebab.Of(end.Side),
                    MeasureDocument.Round(end.BeforeContact),
                    end.IsPlanned,
                    MeasureDocument.Round(end.FacesForward),
                    MeasureDocument.Round(end.NeighbourOver)
                )),
            ],
            MeasureDocument.Round(line.Edge?.Wavers),
            MeasureDocument.Round(line.Edge?.Rises)
        );
}

/// <param name="BeforeContactMm">Where the line ends in front of the contact; negative where the contact is cut through.</param>
/// <param name="PlannedThrough">Whether the plan takes it through.</param>
/// <param name="FacesForwardDeg">By which the surface turns to the front there; 0 faces straight to the neighbour.</param>
/// <param name="NeighbourOverMm">How far the neighbour stands in the veneer's way, across its path; 0 where it passes.</param>
public sealed record ProximalFigures(
    string Side,
    double BeforeContactMm,
    bool PlannedThrough,
    double FacesForwardDeg,
    double NeighbourOverMm
);

/// <param name="WidthMm">In the middle of all places over which a straight wall stands.</param>
/// <param name="LevelMm">Mean height over the gum's crest, negative under it.</param>
/// <param name="LevelUncertaintyMm">Half of the interval that holds a level in 95 of 100 cases: as sure as the crest is known.</param>
/// <param name="GumSeen">Whether the scan before shows the crest; else it is that of the average tooth.</param>
public sealed record MarginFigures(
    double LengthMm,
    double? WidthMm,
    double LevelMm,
    double LevelUncertaintyMm,
    bool GumSeen,
    IReadOnlyList<SegmentFigures> Segments,
    IReadOnlyList<StepFigures> Steps
)
{
    internal static MarginFigures From(MarginMeasure margin) =>
        new(
            MeasureDocument.Round(margin.Length),
            MeasureDocument.Round(margin.Width),
            MeasureDocument.Round(margin.Level),
            MeasureDocument.Round(ScanJudge.Sure * margin.Gum.Doubt),
            margin.Gum.IsSeen,
            [
                .. margin.Segments.Select(segment => new SegmentFigures(
                    Kebab.Of(segment.Segment),
                    MeasureDocument.Round(segment.Width),
                    segment.PlannedWidth,
                    MeasureDocument.Round(segment.Level),
                    MeasureDocument.Round(ScanJudge.Sure * segment.LevelSigma),
                    segment.PlannedLevel,
                    MeasureDocument.Round(segment.Lip),
                    segment.Shape is { } shape
                        ? new ShelfFigures(
                            Kebab.Of(shape.Design),
                            Kebab.Of(shape.Planned),
                            MeasureDocument.Round(shape.Radius),
                            MeasureDocument.Round(shape.Slope)
                        )
                        : null
                )),
            ],
            [
                .. margin.Steps.Select(step => new StepFigures(
                    Kebab.Of(step.Segment),
                    MeasureDocument.Round(step.Height),
                    MeasureDocument.Three(step.Place)
                )),
            ]
        );
}

/// <param name="LevelUncertaintyMm">As of the whole line; more where neighbours hide the gum.</param>
public sealed record SegmentFigures(
    string Segment,
    double? WidthMm,
    double? PlannedWidthMm,
    double LevelMm,
    double LevelUncertaintyMm,
    double? PlannedLevelMm,
    double LipMm,
    ShelfFigures? Shelf
);

/// <summary>What a segment's finish line looks like in section.</summary>
/// <param name="Design">As plans name it: shoulder, chamfer and so on; the planned one where both look alike.</param>
/// <param name="InnerRadiusMm">Of the circle that fits best between its floor and the wall.</param>
/// <param name="RisesDeg">Of the floor inward, against a plane square to the path.</param>
public sealed record ShelfFigures(string Design, string PlannedDesign, double InnerRadiusMm, double RisesDeg);

public sealed record StepFigures(string Segment, double HeightMm, double[] At);

/// <param name="RadiusMm">Of the edge in which the side's wall turns into the top.</param>
public sealed record EdgeFigures(string Side, double RadiusMm, double TurnDeg, double[] At)
{
    /// <summary>What the protocol's milling tool takes past the edge, square to the wall.</summary>
    public double? MilledPastMm { get; init; }
}

/// <param name="Third">0 beside the finish line, 2 under the top.</param>
public sealed record ThirdFigures(string Side, int Third, double LeanDeg);

/// <param name="NoneResistsDeg">Convergence at which nothing of the wall resists any more.</param>
/// <param name="ShareResistsDeg">Convergence at which the protocol's wanted share still does.</param>
/// <param name="Share">Share of the wall that resists as cut.</param>
public sealed record HoldFigures(string Side, double HeightMm, double BaseMm, double NoneResistsDeg, double ShareResistsDeg, double Share);

/// <param name="FacialOpensDeg">By which the facial wall opens outward; negative where it hangs over.</param>
/// <param name="DepthMm">From the groove before straight down to the floor.</param>
/// <param name="IsthmusMm">At the floor, where the walls are nearest.</param>
/// <param name="IsthmusPlannedMm">As the plan's own body has it.</param>
public sealed record CavityFigures(
    double? FacialOpensDeg,
    double? LingualOpensDeg,
    double? DepthMm,
    double? IsthmusMm,
    double? IsthmusPlannedMm,
    IReadOnlyList<BoxFigures> Boxes
)
{
    internal static CavityFigures From(MeasuredCavity cavity) =>
        new(
            MeasureDocument.Round(cavity.FacialOpens),
            MeasureDocument.Round(cavity.LingualOpens),
            MeasureDocument.Round(cavity.Depth),
            MeasureDocument.Round(cavity.Isthmus?.Width),
            MeasureDocument.Round(cavity.Isthmus?.Planned),
            [
                .. cavity.Boxes.Select(box => new BoxFigures(
                    Kebab.Of(box.Side),
                    MeasureDocument.Round(box.Depth),
                    MeasureDocument.Round(box.AxialDepth),
                    MeasureDocument.Round(box.FloorWidth),
                    MeasureDocument.Round(box.Lip)
                )),
            ]
        );
}

/// <param name="DepthMm">From the ridge before straight down to the floor.</param>
/// <param name="AxialMm">From the outermost place of the side before to the axial wall at the floor.</param>
/// <param name="FloorMm">Width of the floor from there out.</param>
/// <param name="LipMm">How far the floor's outer edge stands over it.</param>
public sealed record BoxFigures(string Side, double DepthMm, double AxialMm, double FloorMm, double LipMm);

/// <param name="UnderMm">How far the cut ridge lies under the neighbour's.</param>
public sealed record RidgeFigures(string Side, double UnderMm);

/// <param name="Slide">protrusive, working or balancing.</param>
/// <param name="RoomMm">A twentieth of the zone is nearer.</param>
/// <param name="AtMm">How far the condyles have come by then; 0 where it is least closed.</param>
public sealed record SlidingFigures(string Zone, string Slide, double RoomMm, double AtMm);

/// <param name="RoomMm">A twentieth of the zone is nearer to the antagonist.</param>
/// <param name="RoomBeforeMm">Likewise before cutting.</param>
public sealed record RoomFigures(string Zone, double RoomMm, double RoomBeforeMm);

/// <param name="GapMm">Between the cut surface and the neighbour's.</param>
public sealed record GapFigures(string Side, double GapMm, double[] At);

/// <param name="Kind">
/// depth, patch, undercut, wall, tipped, margin-width, margin-level, margin-step, margin-rough, lip, fossa, sharp-edge, neighbour.
/// </param>
/// <param name="Verdict">critical, under or over.</param>
/// <param name="Amount">By how much it is off: millimetres, for wall and tipped degrees.</param>
/// <param name="Uncertainty">Half of the interval in which the measured value lies 95 times in 100.</param>
public sealed record FindingFigures(
    string Kind,
    string Verdict,
    string Where,
    string? Zone,
    double Amount,
    double Uncertainty,
    string Headline,
    string Instruction,
    double[] At
)
{
    internal static FindingFigures From(ScanFinding finding) =>
        new(
            Kebab.Of(finding.Kind),
            Kebab.Of(finding.Verdict),
            finding.Where,
            finding.Zone,
            MeasureDocument.Round(finding.Amount),
            MeasureDocument.Round(ScanJudge.Sure * finding.Sigma),
            finding.Headline,
            finding.Instruction,
            MeasureDocument.Three(finding.Place)
        );
}

/// <summary>A common path of several prepared teeth, as it is written (docs/formats.md). In the frame of the files.</summary>
/// <param name="Direction">Of draw, length 1.</param>
/// <param name="MinWallDeg">Angle of the worst wall; negative when every path is undercut.</param>
/// <param name="FreedomDeg">How far the path may turn, whichever way, until a wall is parallel to it.</param>
/// <param name="ReliefPath">The path that asks for least more cutting so that every wall leans as asked.</param>
/// <param name="Relief">That cutting; empty when nothing has to go.</param>
public sealed record PathDocument(
    double[] Direction,
    double MinWallDeg,
    double FreedomDeg,
    IReadOnlyList<ToothOnPathFigures> Teeth,
    double[] ReliefPath,
    double LeanAskedDeg,
    IReadOnlyList<ReliefFigures> Relief,
    IReadOnlyList<string> Told
)
{
    public static PathDocument From(DrawPath path, Relief relief, IReadOnlyList<string> teeth, IEnumerable<string> told) =>
        new(
            MeasureDocument.Three(path.Direction),
            MeasureDocument.Round(path.LeastWall),
            MeasureDocument.Round(path.Freedom),
            [.. path.Teeth.Zip(teeth, (on, tooth) => new ToothOnPathFigures(tooth, MeasureDocument.Round(on.LeastWall)))],
            MeasureDocument.Three(relief.Direction),
            MeasureDocument.Round(relief.LeanAsked),
            [
                .. relief.Walls.Select(wall => new ReliefFigures(
                    teeth[wall.Tooth],
                    MeasureDocument.Three(wall.Outward),
                    MeasureDocument.Round(wall.Depth),
                    MeasureDocument.Round(wall.Volume)
                )),
            ],
            [.. told]
        );
}

public sealed record ToothOnPathFigures(string Tooth, double MinWallDeg);

/// <param name="Outward">Which way the wall that has to be cut faces.</param>
/// <param name="DepthMm">At its upper end, at most.</param>
public sealed record ReliefFigures(string Tooth, double[] Outward, double DepthMm, double VolumeMm3);
