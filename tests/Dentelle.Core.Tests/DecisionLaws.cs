using CsCheck;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Sequencing;
using Dentelle.Geometry;

namespace Dentelle.Core.Tests;

/// <summary>Decisions that must hold whatever the numbers of the protocol are.</summary>
public class DecisionLaws
{
    [Fact(
        DisplayName = "No path asks less of the abutment that leans most away from it than the one that is planned, for "
            + "two abutments or more"
    )]
    public void Shared_path() =>
        Gen.Select(Gen.Int[-20, 20].Array[2, 4], Gen.Int[1, 4])
            .Sample(
                (tilts, quadrant) =>
                {
                    Plan[] plans = [.. tilts.Select((tilt, i) => Shipped.Need(Leaning(ToothCode.Of(quadrant, 4 + i), tilt)))];
                    var bridge = BridgePlanner.Make(plans, Shipped.Protocol);
                    // Leans toward the mesial of a right tooth and of a left one go opposite ways along the arch.
                    var along = tilts.Select(tilt => tilt * (quadrant is 1 or 4 ? 1.0 : -1)).ToArray();
                    double Worst(double path) => along.Max(tilt => Math.Abs(tilt - path));
                    var planned = Math.Atan2(bridge.Path.X, bridge.Path.Z) * 180 / Math.PI;
                    Assert.Equal(Enumerable.Range(-80, 161).Min(quarters => Worst(quarters / 4.0)), Worst(planned), 0.13);
                    Assert.Equal(Worst(planned), bridge.Abutments.Max(abutment => abutment.FromPathDeg), 2);
                    foreach (var abutment in bridge.Abutments)
                        Assert.Equal(Math.Abs(abutment.TiltDeg - planned), abutment.FromPathDeg, 2);
                },
                iter: 200
            );

    [Fact(
        DisplayName = "Where abutments lean across the arch too, the path leaves its line, and no other direction asks less of the worst"
    )]
    public void Shared_path_in_space() =>
        Gen.Select(Gen.Int[-18, 18].Array[2, 3], Gen.Int[-18, 18].Array[3], Gen.Int[1, 4])
            .Sample(
                (along, across, quadrant) =>
                {
                    var toward = quadrant is 1 or 4 ? 1 : -1;
                    var bridge = BridgePlanner.Make(
                        [.. along.Select((tilt, i) => Shipped.Need(Leaning(ToothCode.Of(quadrant, 4 + i), tilt, across[i])))],
                        Shipped.Protocol
                    );
                    Vec3[] axes = [.. along.Select((tilt, i) => Direction(toward * tilt, across[i]))];
                    double Worst(Vec3 path) => axes.Max(path.AngleTo);
                    // Every direction of a grid of one degree, tried.
                    var tried = Enumerable
                        .Range(-20, 41)
                        .SelectMany(x => Enumerable.Range(-20, 41).Select(y => Worst(Direction(x, y))))
                        .Min();
                    Assert.InRange(Worst(bridge.Path), tried - 1, tried + 1e-6);
                    foreach (var abutment in bridge.Abutments)
                    {
                        var axis = axes[abutment.Tooth.Position - 4];
                        Assert.Equal(axis.AngleTo(bridge.Path), abutment.FromPathDeg, 0.002);
                        Assert.Equal(abutment.FromPathDeg, abutment.Path.AngleTo(Vec3.UnitZ), 0.002);
                        // A wall leans out of its own axis by what the path leans to its side; the other gives as much.
                        Assert.Equal(abutment.Toc, abutment.FirstWallDeg + abutment.LastWallDeg, 0.002);
                        Assert.Equal(abutment.Toc, abutment.FacialWallDeg + abutment.LingualWallDeg, 0.002);
                        if (Math.Abs(abutment.Path.Y) > 1e-3)
                            Assert.Equal(abutment.Path.Y > 0, abutment.FacialWallDeg < abutment.LingualWallDeg);
                    }

                    static Vec3 Direction(double x, double y) =>
                        new Vec3(Math.Tan(double.DegreesToRadians(x)), Math.Tan(double.DegreesToRadians(y)), 1).Unit;
                },
                iter: 60
            );

    private static Answer<Plan> Leaning(ToothCode tooth, double tilt, double facial = 0) =>
        Exchange.PlannedUnit.PlanOnly(
            tooth,
            new()
            {
                Material = Material.Metal,
                Findings = new Findings { TiltDeg = tilt, FacialTiltDeg = facial },
            },
            Shipped.Handbook
        );

    [Theory(DisplayName = "The facial margin gives way to the lingual one where it was asked to: before, at, or past the contact")]
    [InlineData(TransitionPlace.FacialOfContact, "facial", "lingual", "lingual")]
    [InlineData(TransitionPlace.MidContact, "facial", "half", "lingual")]
    [InlineData(TransitionPlace.LingualOfContact, "facial", "facial", "lingual")]
    public void Transitions(TransitionPlace place, string corner, string contact, string lingualCorner)
    {
        var plan = Shipped.Plan("26 crown mc facial", inputs => inputs with { MesialTransition = place, DistalTransition = place });
        double Width(Segment segment) => plan.Margin.Pieces.Single(piece => piece.Segment == segment).Width.Value.Target.Value;
        var (facial, lingual) = (Width(Segment.Facial), Width(Segment.Lingual));
        double Meant(string what) =>
            what == "facial" ? facial
            : what == "lingual" ? lingual
            : (facial + lingual) / 2;
        Assert.True(facial > lingual + 0.2);
        foreach (
            var (there, what) in ((Segment, string)[])
                [
                    (Segment.Mesiofacial, corner),
                    (Segment.Mesial, contact),
                    (Segment.Mesiolingual, lingualCorner),
                    (Segment.Distofacial, corner),
                    (Segment.Distal, contact),
                    (Segment.Distolingual, lingualCorner),
                ]
        )
            Assert.Equal(Meant(what), Width(there), 2);
    }

    public static TheoryData<string, CuttingSchool?> Sheets
    {
        get
        {
            var data = new TheoryData<string, CuttingSchool?>();
            foreach (var (line, school) in MadeSheets.Cases)
                data.Add(line, school);
            return data;
        }
    }

    [Theory(DisplayName = "Caries goes once, after what covers it is out and under the dam, and before anything is cut to a depth")]
    [MemberData(nameof(Sheets))]
    public void Caries(string line, CuttingSchool? school)
    {
        var plans = Shipped.Plans(line);
        Plan[] carious =
        [
            .. plans.Select(plan =>
                plan with
                {
                    Assessment = plan.Assessment with
                    {
                        Findings = plan.Assessment.Findings with { Caries = true, Fillings = [new Filling(FilledSurface.Occlusal)] },
                    },
                }
            ),
        ];
        var sheet = Shipped.Need(
            RunSheet.Make(carious, new(Shipped.Handbook.Drawer.Burs, school), Shipped.Protocol, Shipped.Handbook.Sheets)
        );
        var steps = sheet.Steps.Select(timed => timed.Step).ToList();
        Assert.Single(steps, step => step.Code == "rubber-dam");
        foreach (var tooth in carious.Where(plan => plan.Zones.Count > 0).Select(plan => plan.Tooth))
        {
            int At(string code) => steps.FindIndex(step => step.Code == code && (step.Tooth == tooth || step.Tooth is null));
            int[] turn = [steps.FindIndex(step => step.Code == "rubber-dam"), At("old-restoration"), At("caries")];
            Assert.All(turn, at => Assert.True(at >= 0));
            Assert.Equal(turn.Order(), turn);
            Assert.Single(steps, step => step.Code == "caries" && step.Tooth == tooth);
            // A school may name a stage of its own for it.
            if (!sheet.Visit.Schools[tooth].Stages.Any(stage => stage.Contains("caries")))
                Assert.True(turn[^1] < steps.FindIndex(step => step.Tooth == tooth && step.Cuts.Count > 0));
        }
        // Where nothing was found, nothing of it is done.
        var sound = MadeSheets.Sheet(line, school).Steps.Select(timed => timed.Step.Code).ToHashSet();
        Assert.Empty(sound.Intersect(["caries", "rubber-dam", "old-restoration"]));
    }
}
