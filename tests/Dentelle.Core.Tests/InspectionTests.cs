using System.Numerics;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Core.Preparing;
using Dentelle.Core.Scanning;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Core.Tests;

/// <summary>
/// Two scans in, findings out. What is so is known because the scans are made from plans, moved, meshed anew and made noisy.
/// </summary>
public class InspectionTests(ITestOutputHelper output)
{
    private static readonly string[] Kinds =
    [
        "11",
        "12",
        "13",
        "14",
        "15",
        "16",
        "17",
        "18",
        "31",
        "32",
        "33",
        "34",
        "35",
        "36",
        "37",
        "38",
    ];

    private static Preparation Planned(string line) => Shipped.Unit(line).Preparation;

    private static StandInScan Scanned(string line, int seed, bool whole, params string[] faults) =>
        Shipped.Need(
            StandInScanner.Make(
                [.. Shipped.Line(line).Units.Select(unit => unit.Preparation)],
                [.. faults.Select(fault => Shipped.Need(Fault.Parse(fault)))],
                new ScanOptions(seed, ScanReach.Teeth, WithAntagonist: whole),
                Shipped.Protocol,
                Shipped.Handbook.Forms
            )
        );

    private static Answer<Inspection> Inspected(Mesh before, Mesh after, StandInScan scan, Mesh? antagonist = null) =>
        Inspector.Measure(
            new InspectedScans(Need(before), Need(after), antagonist is null ? null : Need(antagonist)),
            scan.Truth.Preparations,
            Shipped.Protocol
        );

    private static Scan Present(Preparation planned) => Need(planned.Present.Form.Unplaced(Fineness.Preview));

    /// <summary>Of two bodies as they are drawn, in one frame.</summary>
    private static MeasuredTooth Measured(Preparation planned, Scan before, Mesh after, ToothCorrection? put = null) =>
        Inspector.One(
            planned,
            new SeenSurface(before),
            after,
            new Registration(AlignedBy.Given, Rigid.Rest, 1, 0, null),
            (put ?? ToothCorrection.None).Applied(ToothFrame.Given),
            Shipped.Protocol,
            default,
            put?.Moves
        );

    private static Scan Need(Mesh mesh) => Shipped.Need(Scan.Of(mesh, "It"));

    [Theory(
        DisplayName = "Every planned crown, measured, gives its plan back: depths, convergence where a wall stands, margin; no undercut, "
            + "no finding"
    )]
    [InlineData("crown zirconia")]
    [InlineData("crown lithium disilicate")]
    [InlineData("crown metal")]
    public void Closed_loop(string crown)
    {
        foreach (var kind in Kinds)
        {
            var planned = Planned($"{kind} {crown}");
            var (before, after) = (Present(planned), planned.Body!.Unplaced(Fineness.Preview));
            var tooth = Measured(planned, before, after);
            var toc = planned.Plan.Convergence.Value.Target.Degrees;
            var off = Enum.GetValues<WallPairKind>().Select(pair => MeasuredWall.Convergence(tooth.Walls, pair)?.Degrees - toc).ToArray();
            var margin = tooth.Margin!;
            output.WriteLine(
                $"{kind} {crown}: convergence {off[0]:+0.00;-0.00} {off[1]:+0.00;-0.00}, "
                    + $"width {Width(margin):0.00}, level {Level(margin):0.00}, "
                    + $"undercut {tooth.Undercut.Depth:0.000}, volume {tooth.RemovedVolume:0.0}"
            );
            // The zone's middle as it is, and with the places that both surfaces share.
            foreach (var depth in tooth.Depths)
            {
                var outcome = planned.Outcomes.First(one => one.Zone == depth.Zone);
                if (!outcome.IsMeasured || depth.Zone.Kind == ZoneKind.Edge)
                    continue;
                Assert.Equal(outcome.Usual.Value, depth.Usual, 0.02);
                Assert.InRange(depth.Median - outcome.Usual.Value, -0.2, 0.2);
            }
            // One wall in a hundred bends so little that the straight part of it is taken too long.
            Assert.All(off.OfType<double>(), angle => Assert.InRange(angle, -0.7, kind == "38" ? 1.3 : 0.7));
            Assert.True(Width(margin) < 0.08 && Level(margin) < 0.1, "width and level of the margin");
            Assert.Equal(0, tooth.Undercut.Depth, 0.01);
            // Surfaces of some tenths of a millimetre, cut off at the finish line, hold a hundredth less.
            var gone = before.Surface.Volume - after.Volume;
            Assert.InRange(tooth.RemovedVolume, 0.97 * gone, 1.01 * gone);
            Assert.Empty(ScanJudge.Of(tooth, Shipped.Protocol));
            // The section tells the design that was drawn, by its rounding alone.
            foreach (var (segment, shape) in margin.Segments.Where(one => one.Shape is not null).Select(one => (one, one.Shape!)))
            {
                var piece = planned.Plan.Margin.At(segment.Segment);
                output.WriteLine(
                    $"    {segment.Segment} {piece.Design}: {shape.Design} {shape.Radius:0.00} {shape.Slope:0}° {shape.Left:0.000}"
                );
                Assert.Equal(piece.Design, shape.Design);
            }
        }
    }

    [Theory(DisplayName = "Every other body as planned, on all the kinds of teeth that take it, raises no finding along its own path")]
    [InlineData("partial-crown metal", false)]
    [InlineData("onlay", false)]
    [InlineData("inlay boxes", false)]
    [InlineData("veneer facial", true)]
    [InlineData("veneer butt", true)]
    [InlineData("veneer wrap", true)]
    public void Others_closed_loop(string restoration, bool front)
    {
        foreach (var kind in Kinds.Where(kind => kind[1] <= '3' == front))
        {
            var planned = Planned($"{kind} {restoration}");
            var tooth = Measured(planned, Present(planned), planned.Body!.Unplaced(Fineness.Preview));
            var found = ScanJudge.Of(tooth, Shipped.Protocol);
            output.WriteLine(
                $"{kind} {restoration}: undercut {tooth.Undercut.Depth:0.00}, "
                    + string.Join("; ", found.Select(one => $"{one.Where}: {one.Headline}"))
            );
            // A ridge is as high as the drawing's vertices say to a tenth.
            foreach (var depth in tooth.Depths)
            {
                var outcome = planned.Outcomes.First(one => one.Zone == depth.Zone);
                if (outcome.IsMeasured && depth.Zone.Kind is not (ZoneKind.Edge or ZoneKind.Groove))
                    Assert.Equal(outcome.Usual.Value, depth.Usual, depth.Zone.Kind.IsBoxFloor() ? 0.1 : 0.05);
            }
            Assert.Empty(found);
            // Where a wrap's cut from behind meets the one from the front, slivers of some tenths of a square millimetre hang over.
            Assert.InRange(tooth.Undercut.Depth, 0, restoration == "veneer wrap" ? 0.3 : 0.12);
        }
    }

    [Theory(
        DisplayName = "Inlays, onlays and veneers as planned raise no finding, drawn or scanned; a cavity's depths, isthmus and walls "
            + "are as planned"
    )]
    [InlineData("36 inlay boxes", false)]
    [InlineData("25 inlay gold box distal", true)]
    [InlineData("46 onlay", true)]
    [InlineData("21 veneer butt", false)]
    [InlineData("11 veneer wrap triangle mesial", true)]
    [InlineData("13 veneer wrap", false)]
    public void Other_restorations(string line, bool scanned)
    {
        var planned = Planned(line);
        MeasuredTooth tooth;
        if (scanned)
        {
            var scan = Scanned(line, 14, true);
            tooth = Shipped.Need(Inspected(scan.Before, scan.After, scan, scan.Antagonist)).Teeth[0];
            Assert.NotNull(tooth.Room);
        }
        else
            tooth = Measured(planned, Present(planned), planned.Body!.Unplaced(Fineness.Preview));
        Assert.Empty(ScanJudge.Of(tooth, Shipped.Protocol));
        Assert.True(tooth.Preparation.Plan.Cavity is not null || tooth.Depths.Count >= 3);
        // Of the average tooth's enamel the scan leaves what the plan does.
        var enamel = MeasureDocument.From(tooth, Shipped.Protocol, [], null).Enamel!;
        foreach (var (third, asked) in enamel.Zip(planned.Plan.Enamel?.Thirds ?? []))
            Assert.Equal(asked.Left.Value, third.LeftMm, 0.06);
        Assert.Equal(planned.Plan.Enamel is null ? 0 : 3, enamel.Count);
        // A veneer's contacts stay, its sides end where they face the neighbour, its edge is even.
        if (tooth.VeneerLine is { } veneer)
        {
            output.WriteLine($"{line}: {string.Join(", ", veneer.Sides)}, {veneer.Edge}");
            Assert.Equal(2, veneer.Sides.Count);
            Assert.All(veneer.Sides, side => Assert.Equal(side.IsPlanned, side.BeforeContact < 0));
            Assert.InRange(veneer.Edge?.Wavers ?? 0, 0, 0.06);
        }
        if (tooth.Cavity is not { } cavity)
            return;
        // Straight down from the groove and the ridge, and in from the side: as the plan counts them.
        foreach (var depth in tooth.Depths.Where(depth => depth.Zone.Kind.IsBox() || depth.Zone.Kind == ZoneKind.Groove))
        {
            var outcome = planned.Outcomes.First(one => one.Zone == depth.Zone);
            output.WriteLine($"{line}: {depth.Zone.Name} {depth.Usual:0.000} of {outcome.Usual.Value:0.000}");
            var asked = outcome.IsMeasured ? outcome.Usual : outcome.Planned;
            Assert.Equal(asked.Value, depth.Usual, scanned ? 0.15 : 0.06);
        }
        Assert.Equal(planned.Plan.Cavity!.Boxes.Count(), cavity.Boxes.Count);
        Assert.All(cavity.Boxes, box => Assert.InRange(box.Lip, 0, 0.1));
        if (planned.Plan.Cavity.Covered.Any())
            return;
        output.WriteLine($"{line}: {cavity.Isthmus}");
        Assert.Equal(cavity.Isthmus!.Planned, cavity.Isthmus.Width, 0.1);
        var opens = planned.Plan.Cavity.Divergence;
        Assert.All([cavity.FacialOpens, cavity.LingualOpens], wall => Assert.InRange(wall!.Value, opens.From, opens.To));
    }

    [Theory(DisplayName = "A scan of what was planned: fit and frame are found, all is as planned, and nothing is to be corrected")]
    [InlineData("36 crown zirconia", 11)]
    [InlineData("24 crown metal", 12)]
    [InlineData("13 crown zirconia", 13)] // its margin lies at the gum, which was drawn back
    public void Clean(string line, int seed)
    {
        var scan = Scanned(line, seed, true);
        var inspection = Shipped.Need(Inspected(scan.Before, scan.After, scan, scan.Antagonist));
        var tooth = Assert.Single(inspection.Teeth);
        var (truth, frame) = (scan.Truth, scan.Truth.Frames[0]);
        var still = truth.ToBefore.Inverse.Then(tooth.Registration.Motion);
        Assert.InRange(still.TurnDegrees, 0, 0.1);
        Assert.InRange((still.Apply(frame.Shift) - frame.Shift).Length, 0, 0.02);
        var axis = frame.Turn(Vec3.UnitZ);
        Assert.InRange(tooth.Frame.OwnDirection(axis).AngleTo(Vec3.UnitZ), 0, 0.3);
        foreach (var depth in tooth.Depths.Where(depth => depth.Area > 1))
            Assert.Equal(truth.Preparations[0].Outcomes.First(one => one.Zone == depth.Zone).Usual.Value, depth.Usual, 0.03);
        Assert.InRange(Width(tooth.Margin!), 0, 0.1);
        // Counted from the gum as the scan shows it, which is seen less sharply than the line itself.
        Assert.True(tooth.Margin!.Gum.IsSeen);
        Assert.InRange(Level(tooth.Margin), 0, 0.2);
        // Closed jaws touch; cutting gives room by about its depth.
        Assert.False(tooth.Room!.WithBefore);
        Assert.All(tooth.Room.Zones, room => Assert.True(room.After > room.Before + 0.2, $"{room}"));
        Assert.Empty(ScanJudge.Of(tooth, Shipped.Protocol));
    }

    [Fact(DisplayName = "Frame and finish line put right by hand: zones, lean of the walls and level follow, and nothing else moves")]
    public void Corrected()
    {
        var planned = Planned("36 crown zirconia");
        MeasuredTooth Of(ToothCorrection put) => Measured(planned, Present(planned), planned.Body!.Unplaced(Fineness.Preview), put);
        var (found, tipped) = (Of(ToothCorrection.None), Of(new ToothCorrection([], TipMesial: 4)));
        double Lean(MeasuredTooth tooth, WallSide side) => tooth.Walls.First(wall => wall.Side == side).Lean!.Value;
        // The path follows the frame: by as much as it tips to the mesial, the mesial wall leans in more and the distal one less.
        Assert.Equal(4, Lean(found, WallSide.Distal) - Lean(tipped, WallSide.Distal), 0.8);
        Assert.Equal(4, Lean(tipped, WallSide.Mesial) - Lean(found, WallSide.Mesial), 0.8);
        Assert.Equal(found.RemovedVolume, tipped.RemovedVolume, 0.03 * found.RemovedVolume);

        var moved = Of(new ToothCorrection([new LineMove(4, 0.3)]));
        double LevelAt(MeasuredTooth tooth, Segment segment) => tooth.Margin!.Segments.First(one => one.Segment == segment).Level;
        Assert.InRange(LevelAt(moved, Segment.Lingual) - LevelAt(found, Segment.Lingual), 0.05, 0.35);
        Assert.Equal(LevelAt(found, Segment.Facial), LevelAt(moved, Segment.Facial), 0.03);
    }

    [Fact(
        DisplayName = "A neighbour that stands before a veneer's side is in its way by as much as it reaches over it, and is named first"
    )]
    public void Interdental_draw()
    {
        var planned = Planned("11 veneer butt");
        var (tooth, cut) = (Present(planned), planned.Body!.Unplaced(Fineness.Preview));
        ProximalEnd End(MeasuredTooth measured, ProximalSide side) => measured.VeneerLine!.Sides.Single(end => end.Side == side);
        MeasuredTooth With(double over)
        {
            var at = End(Measured(planned, tooth, cut), ProximalSide.Mesial).Place;
            // A block a millimetre before the line, over it by so much.
            var block = Block(at + new Vec3(-over, 1, -1), at + new Vec3(3, 3, 3));
            Mesh Beside(Mesh mesh) => Mesh.Together(mesh, block);
            return Measured(planned, tooth with { Surface = Beside(tooth.Surface), Seen = tooth.Seen + 12 }, Beside(cut));
        }

        Assert.Equal(0, End(With(-1.5), ProximalSide.Mesial).NeighbourOver);
        var (less, more) = (With(0.4), With(0.9));
        output.WriteLine($"{End(less, ProximalSide.Mesial)} {End(more, ProximalSide.Mesial)}");
        Assert.Equal(0, End(more, ProximalSide.Distal).NeighbourOver);
        // What is covered goes on some tenths beyond the line's own place.
        Assert.InRange(End(less, ProximalSide.Mesial).NeighbourOver, 0.4, 0.8);
        Assert.Equal(0.5, End(more, ProximalSide.Mesial).NeighbourOver - End(less, ProximalSide.Mesial).NeighbourOver, 0.05);
        var first = ScanJudge.Of(more, Shipped.Protocol)[0];
        Assert.Equal((ScanFindingKind.Seating, "Neighbour, mesial"), (first.Kind, first.Where));
    }

    private static Mesh Block(Vec3 low, Vec3 high)
    {
        Vector3[] corners = [.. Enumerable.Range(0, 8).Select(i => (Vector3)new Vec3(Of(i, 1).X, Of(i, 2).Y, Of(i, 4).Z))];
        int[][] faces =
        [
            [0, 2, 3, 1],
            [4, 5, 7, 6],
            [0, 1, 5, 4],
            [2, 6, 7, 3],
            [0, 4, 6, 2],
            [1, 3, 7, 5],
        ];
        return new Mesh(corners, [.. faces.SelectMany(face => (int[])[face[0], face[1], face[2], face[0], face[2], face[3]])]);

        Vec3 Of(int corner, int bit) => (corner & bit) == 0 ? low : high;
    }

    [Theory(DisplayName = "What was done wrong is the first or second finding, with its amount")]
    [InlineData("undercut:distal:0.25", ScanFindingKind.Undercut, "Distal wall", 0.25)]
    [InlineData("short:groove:0.3", ScanFindingKind.Depth, "Central groove", 0.3)]
    [InlineData("lip:facial:0.2", ScanFindingKind.Lip, "Facial margin", 0.28)] // straight down on a slope of 45°
    [InlineData("neighbour:mesial:0.2", ScanFindingKind.Neighbour, "Neighbour, mesial", 0.2)]
    [InlineData("path:mesial:9", ScanFindingKind.Tipped, "All walls", 9)]
    public void Faults(string fault, ScanFindingKind kind, string? where, double amount)
    {
        var scan = Scanned("36 crown zirconia", 21, false, fault);
        var inspection = Shipped.Need(Inspected(scan.Before, scan.After, scan));
        var findings = ScanJudge.Of(Assert.Single(inspection.Teeth), Shipped.Protocol);
        output.WriteLine(string.Join('\n', findings.Select(one => $"{one.Weight:0.0} {one.Kind} {one.Where}: {one.Headline}")));
        var named = findings.Take(2).FirstOrDefault(one => one.Kind == kind && (where is null || one.Where == where));
        // A rim is thinner than a scan's triangles: that it stands is seen, how high only roughly.
        var (least, most) = kind == ScanFindingKind.Lip ? (0.4, 1.8) : (0.6, 1.4);
        Assert.InRange(named?.Amount ?? 0, least * amount, most * amount);
    }

    [Fact(DisplayName = "An abutment out of the bridge's path: the shared path and whose wall has to be cut, and by how much")]
    public void Bridge()
    {
        var scan = Scanned("35x37 bridge metal-ceramic", 31, false, "path:mesial:14");
        var inspection = Shipped.Need(Inspected(scan.Before, scan.After, scan));
        Assert.Equal(["35", "37"], inspection.Teeth.Select(tooth => tooth.Preparation.Plan.Tooth.Iso));
        Assert.InRange(inspection.SharedPath.LeastWall, -3, 1);
        // 14° askew, walls of 6° each: half of it is left over on either side, less what the path gives way.
        var worst = inspection.Relief.Walls.MaxBy(wall => wall.Volume)!;
        Assert.Equal((0, WallSide.Mesial), (worst.Tooth, worst.Side));
        Assert.InRange(worst.Depth, 0.1, 0.6);

        var sound = Scanned("35x37 bridge metal-ceramic", 31, false);
        var together = Shipped.Need(Inspected(sound.Before, sound.After, sound));
        Assert.InRange(together.SharedPath.Direction.AngleTo(sound.Truth.PathOf(0)), 0, 1);
        Assert.InRange(together.SharedPath.LeastWall, 4, 6.5);
        Assert.Empty(together.Relief.Walls);
    }

    [Fact(
        DisplayName = "Scans of different jaws are refused, and so is a pair of which nothing was cut; inches and millimetres go "
            + "together"
    )]
    public void Not_a_pair()
    {
        var scan = Scanned("46 crown zirconia", 41, true);
        Assert.False(Inspected(scan.Before, scan.Antagonist!, scan).Is(out _, out var jaws));
        Assert.Equal("scans-differ", jaws.Code);
        Assert.False(Inspected(scan.Before, scan.Before.Moved(Rigid.Turned(Vec3.UnitX, 40)), scan).Is(out _, out var none));
        Assert.Equal("nothing-cut", none.Code);
        var inches = Shipped.Need(Inspected(scan.Before, scan.After.Mapped(p => p / 25.4), scan));
        Assert.Contains(inches.Told, sentence => sentence.Contains("inches", StringComparison.Ordinal));
        Assert.Empty(ScanJudge.Of(inches.Teeth[0], Shipped.Protocol));
    }

    [Fact(
        DisplayName = "Another mouth's teeth, the scans bent in themselves, laid together by three places that were pointed at: the gum "
            + "is found, levels count from it, and what is told of depths holds as often as it is said to"
    )]
    public void Individual()
    {
        var planned = Planned("36 crown zirconia");
        var options = new ScanOptions(1, ScanReach.Teeth, WithAntagonist: false) { IsIndividual = true, Bend = 0.03 };
        var scan = Shipped.Need(StandInScanner.Make([planned], [], options, Shipped.Protocol, Shipped.Handbook.Forms));
        var (before, after) = (Need(scan.Before), Need(scan.After));
        var (here, there) = (StandingScan.Of(before), StandingScan.Of(after));
        // Places of uncut teeth at both ends, pointed at as well as a finger does.
        var far = scan.After.Positions.ToArray().Select(p => (Vec3)p).OrderBy(p => here.Shown(scan.Truth.ToBefore.Apply(p)).X).ToArray();
        var picked = new[] { far[50], far[3000], far[^50] }
            .Select(p => (After: there.Scan(there.Shown(p))!.Value, Before: here.Scan(here.Shown(scan.Truth.ToBefore.Apply(p)))!.Value))
            .ToArray();
        var scans = new InspectedScans(before, after) { Picked = picked };
        var inspection = Shipped.Need(Inspector.Measure(scans, [planned], Shipped.Protocol));
        Assert.Equal(AlignedBy.Points, inspection.Registration.By);
        var tooth = inspection.Teeth[0];
        // This mouth's gum runs up to a third of a millimetre lower than the average one's.
        Assert.True(tooth.Margin!.Gum.IsSeen && tooth.Margin.Gum.Off(Math.PI) < -0.25);
        Assert.InRange(Level(tooth.Margin), 0, 0.25);
        Assert.DoesNotContain(ScanJudge.Of(tooth, Shipped.Protocol), finding => finding.IsOfMargin);
        var zones = tooth.Depths.Select(depth => (depth, Truth: scan.Truth.Preparations[0].Outcomes.First(one => one.Zone == depth.Zone)));
        var held = zones.Where(zone => zone.Truth.IsMeasured).ToLookup(zone => Inside(zone.depth, zone.Truth.Usual.Value));
        Assert.True(held[true].Count() >= 9 * held[false].Count(), string.Join(", ", held[false].Select(zone => zone.depth.Zone.Name)));

        static bool Inside(MeasuredDepth depth, double truth) => Math.Abs(depth.Usual - truth) <= ScanJudge.DoubtOf(depth).Value;
    }

    private static double Width(MarginMeasure margin) =>
        margin.Segments.Max(segment => Math.Abs((segment.Width ?? segment.PlannedWidth ?? 0) - (segment.PlannedWidth ?? 0)));

    private static double Level(MarginMeasure margin) =>
        margin.Segments.Max(segment => Math.Abs(segment.Level - (segment.PlannedLevel ?? segment.Level)));
}
