using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;

namespace Dentelle.Core.Exchange;

/// <summary>
/// A measured preparation as it is written to files and pipes (docs/formats.md). Lengths in millimetres, angles in degrees; places and
/// directions in the tooth's own frame: x mesial, y facial, z to the bite.
/// </summary>
public sealed record MeasureDocument(
    DepthFigures Depth,
    IReadOnlyList<MeasuredWalls> Walls,
    MeasuredUndercut Undercut,
    MeasuredPath BestPath,
    IReadOnlyList<string> Told
)
{
    public string? Tooth { get; init; }

    public RegistrationFigures? Registration { get; init; }

    public FrameFigures? Frame { get; init; }

    /// <summary>Each wall by itself.</summary>
    public IReadOnlyList<SideFigures>? Sides { get; init; }

    public MarginFigures? Margin { get; init; }

    public IReadOnlyList<EdgeFigures>? Edges { get; init; }

    /// <summary>Room to the antagonist, closed; only where one was given.</summary>
    public IReadOnlyList<RoomFigures>? Clearance { get; init; }

    /// <summary>How near the neighbours stand to the cut; only those that were scanned.</summary>
    public IReadOnlyList<GapFigures>? Gaps { get; init; }

    /// <summary>How each wall's thirds lean, from the finish line up.</summary>
    public IReadOnlyList<ThirdFigures>? Thirds { get; init; }

    /// <summary>Whether the walls keep the crown from tipping.</summary>
    public IReadOnlyList<HoldFigures>? Resistance { get; init; }

    /// <summary>Of a front tooth's blade, half a millimetre under its edge.</summary>
    public double? EdgeWidthMm { get; init; }

    /// <summary>What a veneer leaves of each facial third's enamel, against averages; none for other restorations.</summary>
    public IReadOnlyList<EnamelFigures>? Enamel { get; init; }

    /// <summary>Sides and edge of a veneer's finish line.</summary>
    public VeneerFigures? Veneer { get; init; }

    /// <summary>The inside of an inlay's or onlay's preparation.</summary>
    public CavityFigures? Cavity { get; init; }

    /// <summary>How far the cut ridges lie under the neighbours'.</summary>
    public IReadOnlyList<RidgeFigures>? Ridges { get; init; }

    /// <summary>Least room while the teeth slide on each other, by an average articulator; only where an antagonist was given.</summary>
    public IReadOnlyList<SlidingFigures>? Sliding { get; init; }

    /// <summary>In the order in which they are to be looked at; only where a plan was given.</summary>
    public IReadOnlyList<FindingFigures>? Findings { get; init; }

    /// <param name="measure">What was measured between two surfaces in one frame.</param>
    /// <param name="walls">Its walls.</param>
    /// <param name="told">What was mended or guessed of the files before.</param>
    public static MeasureDocument From(PreparationMeasure measure, IReadOnlyList<MeasuredWall> walls, IEnumerable<string> told) =>
        new(
            new(Round(measure.RemovedVolume), Kebab.Of(measure.VolumeFrom), Round(measure.MaxDepth), Round(measure.MeanDepth)),
            Pairs(walls),
            new(
                Three(measure.Undercut.Path),
                Round(measure.Undercut.MaxDepth),
                Round(measure.Undercut.Area),
                Round(measure.Undercut.Volume)
            ),
            new(Three(measure.BestPath.Direction), Round(measure.BestPath.LeastWallAngle), Round(measure.BestPath.Freedom)),
            [.. told]
        );

    /// <param name="tooth">A tooth measured from two scans.</param>
    /// <param name="protocol">The mill's tool and the share of a wall that should resist.</param>
    /// <param name="told">What was mended or guessed.</param>
    /// <param name="findings">Null where no plan was asked for.</param>
    /// <param name="sliding">Null where it wasn't asked for.</param>
    public static MeasureDocument From(
        MeasuredTooth tooth,
        Protocol protocol,
        IEnumerable<string> told,
        IReadOnlyList<ScanFinding>? findings,
        IReadOnlyList<SlidingRoom>? sliding = null
    )
    {
        var (site, plan) = (tooth.Site, tooth.Preparation.Plan);
        int[] cut = [.. Enumerable.Range(0, site.InCut.Length).Where(i => site.InCut[i] && site.Seen[i])];
        var area = cut.Sum(i => site.Areas[i]);
        return new MeasureDocument(
            new DepthFigures(
                Round(tooth.RemovedVolume),
                Kebab.Of(VolumeRule.BetweenSurfaces),
                Round(cut.Length == 0 ? 0 : cut.Max(i => site.Depths[i])),
                Round(area > 0 ? cut.Sum(i => site.Depths[i] * site.Areas[i]) / area : 0)
            )
            {
                Zones = [.. tooth.Depths.Select(depth => ZoneFigures.From(depth, plan))],
            },
            Pairs(tooth.Walls),
            new MeasuredUndercut(
                Three(tooth.Undercut.Path),
                Round(tooth.Undercut.Depth),
                Round(tooth.Undercut.Area),
                Round(tooth.Undercut.Volume)
            ),
            new MeasuredPath(
                Three(tooth.Frame.OwnDirection(tooth.BestPath.Direction)),
                Round(tooth.BestPath.LeastWall),
                Round(tooth.BestPath.Freedom)
            ),
            [.. told]
        )
        {
            Tooth = plan.Tooth.Iso,
            Registration = RegistrationFigures.From(tooth.Registration),
            Frame = new FrameFigures(
                Round(tooth.Frame.Rms),
                [Round(tooth.Frame.Size.X), Round(tooth.Frame.Size.Y), Round(tooth.Frame.Size.Z)]
            ),
            Sides = [.. tooth.Walls.Select(SideFigures.From)],
            Margin = tooth.Margin is { } margin ? MarginFigures.From(margin) : null,
            Edges =
            [
                .. tooth.Edges.Select(edge => new EdgeFigures(Kebab.Of(edge.Side), Round(edge.Radius), Round(edge.Turn), Three(edge.Place))
                {
                    MilledPastMm = Round(Milling.Loss(protocol.Milling.ToolDiameterMm.Value / 2, edge.Radius, 180 - edge.Turn)),
                }),
            ],
            Thirds = [.. WallThird.All(tooth).Select(third => new ThirdFigures(Kebab.Of(third.Side), third.Third, Round(third.Lean)))],
            Resistance =
            [
                .. WallHold
                    .All(tooth, protocol.Resistance.WallShare.Value)
                    .Select(hold => new HoldFigures(
                        Kebab.Of(hold.Side),
                        Round(hold.Height),
                        Round(hold.Base),
                        Round(hold.NoneResists),
                        Round(hold.ShareResists),
                        Round(hold.Share)
                    )),
            ],
            EdgeWidthMm = Round(Heights.EdgeWidth(tooth)),
            Enamel =
            [
                .. EnamelLeft
                    .All(tooth)
                    .Select(third => new EnamelFigures(
                        third.Depth.Zone.Name,
                        Round(third.Average),
                        Round(third.Left),
                        Round(ScanJudge.DoubtOf(third.Depth).Value)
                    )),
            ],
            Veneer = tooth.VeneerLine is { } veneer ? VeneerFigures.From(veneer) : null,
            Cavity = tooth.Cavity is { } cavity ? CavityFigures.From(cavity) : null,
            Ridges = [.. Heights.Ridges(tooth).Select(ridge => new RidgeFigures(Kebab.Of(ridge.Side), Round(ridge.Under)))],
            Sliding = sliding is null
                ? null
                : [.. sliding.Select(one => new SlidingFigures(one.Zone.Name, Kebab.Of(one.Slide), Round(one.Room), one.At))],
            Clearance = tooth.Room is { } room
                ? [.. room.Zones.Select(zone => new RoomFigures(zone.Zone.Name, Round(zone.After), Round(zone.Before)))]
                : null,
            Gaps = [.. tooth.Gaps.Select(gap => new GapFigures(Kebab.Of(gap.Side), Round(gap.Gap), Three(gap.Place)))],
            Findings = findings is null ? null : [.. findings.Select(FindingFigures.From)],
        };
    }

    private static MeasuredWalls[] Pairs(IReadOnlyList<MeasuredWall> walls) =>
        [
            .. Enum.GetValues<WallPairKind>()
                .Select(pair => (Pair: pair, Toc: MeasuredWall.Convergence(walls, pair)))
                .Where(one => one.Toc is not null)
                .Select(one => new MeasuredWalls(Kebab.Of(one.Pair), Round(one.Toc!.Value.Degrees))
                {
                    UncertaintyDeg = Round(ScanJudge.Sure * one.Toc.Value.Sigma),
                }),
        ];

    internal static double Round(double value) => Math.Round(value, 4) + 0.0;

    internal static double? Round(double? value) => value is { } there ? Round(there) : null;

    internal static double[] Three(Vec3 direction) =>
        [Math.Round(direction.X, 6) + 0.0, Math.Round(direction.Y, 6) + 0.0, Math.Round(direction.Z, 6) + 0.0];
}

/// <param name="VolumeFrom">closed-bodies, between-surfaces or depth-over-area.</param>
public sealed record DepthFigures(double RemovedVolumeMm3, string VolumeFrom, double MaxMm, double MeanMm)
{
    public IReadOnlyList<ZoneFigures>? Zones { get; init; }
}

/// <param name="Pair">mesiodistal or faciolingual.</param>
public sealed record MeasuredWalls(string Pair, double TocDeg)
{
    /// <summary>Half of the interval in which the truth lies 95 times in 100.</summary>
    public double? UncertaintyDeg { get; init; }
}

public sealed record MeasuredUndercut(double[] Path, double MaxDepthMm, double AreaMm2, double VolumeMm3);

/// <param name="MinWallDeg">Angle of the wall nearest to parallel; negative when every path is undercut.</param>
/// <param name="FreedomDeg">How far the path may turn, whichever way, until a wall is parallel to it.</param>
public sealed record MeasuredPath(double[] Direction, double MinWallDeg, double FreedomDeg);
