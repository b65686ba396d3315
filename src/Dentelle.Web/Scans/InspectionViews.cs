using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;
using Dentelle.Data;
using Dentelle.Geometry;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Units;

namespace Dentelle.Web.Scans;

/// <summary>What was measured as the screen, the printed page and files say it.</summary>
public sealed class InspectionViews(CaseStore cases, UnitViews views, ProtocolShelf shelf)
{
    public static InspectionView Of(Guid set, Inspection inspection, IReadOnlyList<UnitRow> units)
    {
        var teeth = inspection.Teeth.Select(tooth => tooth.Preparation.Plan.Tooth.Iso).ToArray();
        return new InspectionView(
            set,
            [.. units.Select(unit => unit.Tooth).Where(teeth.Contains)],
            inspection.Told,
            teeth.Length == 1
                ? null
                : new SharedPathView(
                    Math.Round(inspection.SharedPath.LeastWall, 1),
                    Math.Round(inspection.Relief.LeanAsked, 1),
                    [
                        .. inspection.SharedPath.Teeth.Zip(teeth, (on, tooth) =>
                            new ToothOnPathView(tooth, Math.Round(on.LeastWall, 1), Kebab.Words(on.Side))
                        ),
                    ],
                    [
                        .. inspection.Relief.Walls.Select(wall => new ReliefView(
                            teeth[wall.Tooth],
                            Kebab.Words(wall.Side),
                            Math.Round(wall.Depth, 2),
                            Math.Round(wall.Volume, 2)
                        )),
                    ]
                )
        );
    }

    public async Task<MeasuredToothView> OfAsync(MeasuredTooth tooth, UnitRow unit, CancellationToken stop)
    {
        var (plan, protocol) = (tooth.Preparation.Plan, shelf.Of(unit).Protocol);
        var findings = await FindingsAsync(tooth, unit, stop);
        return new MeasuredToothView
        {
            Unit = unit.Id,
            Tooth = plan.Tooth.Iso,
            Written = plan.Tooth.Write((await cases.SettingsAsync(stop)).Notation),
            What = $"{plan.Restoration.Words().LowerFirst()}, {views.MaterialNameOf(unit).LowerFirst()}",
            Mesial = Three(tooth.Shown(Vec3.UnitX)),
            Path = Three(tooth.Shown(plan.Path)),
            BestPath = Three(tooth.Shown(tooth.Frame.OwnDirection(tooth.BestPath.Direction))),
            Findings = [.. findings.Select(finding => Of(tooth, finding))],
            Zones = [.. Zones(tooth, findings, Hand(unit, plan))],
            Margin = tooth.Margin is { } margin ? [.. margin.Places.Select(place => Of(tooth, place))] : [],
            GumSeen = tooth.Margin?.Gum.IsSeen ?? false,
            LevelUncertaintyMm = Math.Round(ScanJudge.Sure * (tooth.Margin?.Gum.Doubt ?? 0), 2),
            Points =
            [
                .. FivePoints
                    .Of(tooth, findings, protocol.Inspection)
                    .Select(check => new PointCheckView(Kebab.Of(check.Point), Kebab.Of(check.State), check.Measured)),
            ],
            Document = MeasureDocument.From(tooth, protocol, [], findings),
        };
    }

    /// <summary>All values, room while sliding among them.</summary>
    public async Task<MeasureDocument> DocumentAsync(ScanWork.FoundTooth found, CancellationToken stop)
    {
        var handbook = shelf.Of(found.Unit).Handbook;
        return MeasureDocument.From(
            found.Tooth,
            handbook.Protocol,
            found.Kept.Inspection.Told,
            await FindingsAsync(found.Tooth, found.Unit, stop),
            found.Kept.SlidingOf(found.Tooth, handbook)
        );
    }

    public SlidingView SlidingOf(ScanWork.FoundTooth found)
    {
        var (handbook, plan) = (shelf.Of(found.Unit).Handbook, found.Tooth.Preparation.Plan);
        var jaws = handbook.Protocol.Articulator;
        return new SlidingView(
            Sliding.Step,
            jaws.CondylarDeg.Value,
            jaws.IncisalDeg.Value,
            jaws.ShiftDeg.Value,
            [
                .. found
                    .Kept.SlidingOf(found.Tooth, handbook)
                    .Select(one => new SlidingZoneView(
                        one.Zone.Words,
                        one.Slide,
                        plan.Zone(one.Zone.Name)!.Thickness.Least.Rounded,
                        [.. one.Along.Select(Told)]
                    )),
            ]
        );
    }

    /// <summary>Findings, corrections told in widths of the bur in hand.</summary>
    public async Task<IReadOnlyList<ScanFinding>> FindingsAsync(MeasuredTooth tooth, UnitRow unit, CancellationToken stop)
    {
        var widths = await views.WidthsAsync(unit, tooth.Preparation.Plan, wanted: true, stop);
        return ScanJudge.Of(tooth, shelf.Of(unit).Protocol, widths);
    }

    public static PathTrialView Of(MeasuredTooth tooth, PathTrial trial, InspectedFigure figure)
    {
        var (undercut, on) = (trial.Undercut, trial.Walls.Teeth.MinBy(one => one.LeastWall)!);
        return new PathTrialView(
            Three(tooth.Shown(undercut.Path)),
            Math.Round(trial.Off, 1),
            Math.Round(trial.Walls.LeastWall, 1),
            Kebab.Words(on.Side),
            Math.Round(undercut.Depth, 3),
            Kebab.Words(undercut.Side),
            Math.Round(undercut.Area, 2),
            Math.Round(undercut.Volume, 3),
            Three(tooth.Shown(undercut.Place)),
            Array.ConvertAll(figure.Hidden(undercut.Depths), share => (byte)Math.Round(255 * share))
        );
    }

    public static IndexSectionView Of(MeasuredTooth tooth, IndexSection section)
    {
        return new IndexSectionView(
            Three(tooth.Shown(section.Plane.Normal)),
            Lines(section.Present),
            Lines(section.Cut),
            Lines(section.Planned),
            Lines(section.Antagonist),
            [
                .. section.Gaps.Select(gap => new IndexGapView(
                    gap.Zone.Words,
                    Told(gap.Depth),
                    gap.Planned,
                    [Math.Round(gap.From.X, 3), Math.Round(gap.From.Y, 3)],
                    [Math.Round(gap.To.X, 3), Math.Round(gap.To.Y, 3)]
                )),
            ],
            [.. section.Feet.Select(foot => (double[])[Math.Round(foot.X, 3), Math.Round(foot.Y, 3)])]
        );

        static double[][] Lines(IReadOnlyList<IReadOnlyList<Vec2>> lines) =>
            [.. lines.Select(line => (double[])[.. line.SelectMany(p => (double[])[Math.Round(p.X, 3), Math.Round(p.Y, 3)])])];
    }

    private static ScanFindingView Of(MeasuredTooth tooth, ScanFinding finding)
    {
        var depth = finding.Zone is { } zone ? tooth.Depths.FirstOrDefault(one => one.Zone.Name == zone) : null;
        var isAngle = finding.Kind is ScanFindingKind.Wall or ScanFindingKind.Tipped;
        return new ScanFindingView(
            finding.Kind,
            finding.Verdict,
            finding.Where,
            finding.Zone,
            finding.Headline,
            finding.Instruction,
            Math.Round(finding.Amount, 2),
            isAngle ? "°" : "mm",
            Three(tooth.Shown(finding.Place)),
            Outward(tooth, finding.Place),
            finding.Beside is { } beside ? Of(beside, isAngle) : null,
            new DoubtView(
                Sure(finding.Sigma),
                depth is null ? null : Sure(depth.Doubt.Surface),
                depth is null ? null : Sure(depth.Doubt.Fit),
                depth is null ? null : Sure(depth.Doubt.Frame)
            )
        );
    }

    private static MarginPlaceView Of(MeasuredTooth tooth, MarginPlace place) =>
        new(
            Math.Round(place.Position, 3),
            Math.Round(place.Level, 3),
            place.PlannedLevel is { } level ? Math.Round(level, 3) : null,
            place.Width is { } width ? Math.Round(width, 3) : null,
            place.PlannedWidth is { } asked ? Math.Round(asked, 3) : null,
            Math.Round(place.Lip, 3),
            place.IsSeen,
            Three(tooth.Shown(place.Place))
        );

    private static IEnumerable<ScanZoneView> Zones(
        MeasuredTooth tooth,
        IReadOnlyList<ScanFinding> findings,
        IReadOnlyDictionary<string, (Reading Reading, string Said)> hand
    )
    {
        foreach (var depth in tooth.Depths)
        {
            var zone = tooth.Preparation.Plan.Zone(depth.Zone.Name)!;
            var read = hand.GetValueOrDefault(depth.Zone.Name);
            var doubt = ScanJudge.DoubtOf(depth).Value;
            yield return new ScanZoneView(
                depth.Zone.Name,
                depth.Zone.Words,
                zone.Depth.Value.Target.Rounded,
                Told(depth.Usual),
                Told(depth.Shallowest),
                Math.Round(doubt, 2),
                !findings.Any(finding => finding.Zone == depth.Zone.Name),
                Three(tooth.Shown(depth.LeastPlace)),
                Outward(tooth, depth.LeastPlace),
                read.Said,
                read.Reading is { } reading && IsElsewhere(reading, depth)
            );
        }
    }

    /// <summary>Whether a hand's reading leaves no room for what the scan shows.</summary>
    private static bool IsElsewhere(Reading hand, MeasuredDepth depth)
    {
        var (read, usual, doubt) = (hand.Interval, depth.Usual, ScanJudge.DoubtOf(depth).Value);
        return usual + doubt < read.From.Value || usual - doubt > read.Below.Value;
    }

    /// <summary>Zones that a hand read otherwise, in words.</summary>
    public IReadOnlyList<string> Disagreeing(MeasuredTooth tooth, UnitRow unit)
    {
        var hand = Hand(unit, tooth.Preparation.Plan);
        return
        [
            .. tooth
                .Depths.Where(depth => hand.TryGetValue(depth.Zone.Name, out var read) && IsElsewhere(read.Reading, depth))
                .Select(depth => depth.Zone.Words),
        ];
    }

    /// <summary>Of each zone the newest reading that a hand took of its depth.</summary>
    private Dictionary<string, (Reading Reading, string Said)> Hand(UnitRow unit, Plan plan)
    {
        var rows = unit.Readings.ToDictionary(row => row.Id);
        return views
            .Readings(unit, plan)
            .Where(view => rows[view.Id].GaugeId != ScanJudge.Gauge && view.Kind is ReadingKind.IndexGap or ReadingKind.HeightDifference)
            .GroupBy(view => view.Zone)
            .ToDictionary(zone => zone.Key, zone => (rows[zone.First().Id].ToReading(), zone.First().Said));
    }

    /// <summary>Which way the tooth faced there.</summary>
    private static double[] Outward(MeasuredTooth tooth, Vec3 place)
    {
        var site = tooth.Site;
        var nearest = Enumerable.Range(0, site.InCut.Length).MinBy(i => ((Vec3)site.Mesh.Positions[i] - place).LengthSquared);
        return Three(tooth.Shown(site.Seen[nearest] ? site.OldNormals[nearest] : site.Mesh.Normals[nearest]).Unit);
    }

    /// <summary>Lengths as everywhere they are told; angles to a tenth.</summary>
    private static MeasuredBesideView Of(Measured beside, bool isAngle) =>
        isAngle
            ? new(Math.Round(beside.Value, 1), Math.Round(beside.Planned, 1), Math.Round(beside.Least, 1), Math.Round(beside.Most, 1))
            : new(Told(beside.Value), Told(beside.Planned), Told(beside.Least), Told(beside.Most));

    /// <summary>As the judge tells it: to the finest step that a hand can follow.</summary>
    private static double Told(double length) => new Mm(length).Told.Rounded;

    private static double Sure(double sigma) => Math.Round(ScanJudge.Sure * sigma, 3);

    private static double[] Three(Vec3 p) => [Math.Round(p.X, 4), Math.Round(p.Y, 4), Math.Round(p.Z, 4)];
}
