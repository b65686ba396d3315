using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Tests;

/// <summary>
/// Whole situations as a dentist brings them, each worked by hand in its comment from common preparation figures and the
/// handbooks named there, all as recalled
/// from memory. Onlay with an open contact, veneer with lengthening and the bridge with a tilted molar stand in <see
/// cref="RestorationTests"/>, the parallel pair in
/// <see cref="RetainerTests"/>.
/// </summary>
public class SituationTests
{
    [Fact(
        DisplayName = "A thin facial veneer beside a crown: 0.4 of enamel goes, all of the bond stays in enamel, and it can't be "
            + "made longer to match"
    )]
    public void Thin_veneer()
    {
        // 0.3–0.5 on the facial, middle 0.4; 0.3 at the gum. Average enamel of a central 1.0, 0.85 and 0.4 (from memory):
        // 0.6, 0.45 and 0.1 stay, and even the deepest
        // end of each range, 0.5 and 0.3, lies in enamel: the whole bond does.
        var plan = Shipped.Plan("21 veneer facial porcelain");
        Assert.Equal([0, 0.4, 0.4, 0.3], Depths(plan, "edge", "facial-incisal-third", "facial-middle-third", "facial-gingival-third"));
        Assert.Equal([0.6, 0.45, 0.1], plan.Enamel!.Thirds.Select(third => third.Left.Rounded));
        Assert.Equal(1.0, plan.Enamel.BondedShare, 3);
        Assert.DoesNotContain(Shipped.Cautions(plan), caution => caution.Code == "bonded-to-dentine");
        // It costs the tooth a tenth of what the neighbour's crown did: 0.4 over one side against 1.2 all round.
        Assert.True(Removed("21 veneer facial porcelain") < 0.25 * Removed("11 crown lithium disilicate"));
    }

    [Fact(
        DisplayName = "An upper central by the deep school and by the shallow one: every depth, both margins, both orders, and "
            + "what the deep one costs more"
    )]
    public void Two_schools()
    {
        // Deep: edge 2.0, facial 1.7 to 1.5 to the shoulder's 1.2, lingual the middle of 1.0–1.2. Shallow: 1.0 all over,
        // edge the middle of 1.5–2.0.
        string[] zones = ["edge", "facial-incisal-third", "facial-middle-third", "facial-gingival-third", "lingual-fossa", "mesial"];
        var (deep, shallow) = (Shipped.Plan("11 crown all-ceramic deep"), Shipped.Plan("11 crown porcelain"));
        Assert.Equal([2.0, 1.7, 1.5, 1.2, 1.1, 1.1], Depths(deep, zones));
        Assert.Equal([1.75, 1.0, 1.0, 1.0, 1.0, 1.0], Depths(shallow, zones));
        Assert.Equal(
            (MarginDesign.Shoulder, MarginDesign.RoundedShoulder),
            (deep.Margin.At(Segment.Facial).Design, shallow.Margin.At(Segment.Facial).Design)
        );
        Assert.Equal((CuttingSchool.FacialFirst, CuttingSchool.EdgeFirst), (deep.School, shallow.School));
        Assert.Equal(8, deep.Convergence.Value.Target.Degrees);
        Assert.True(Removed("11 crown all-ceramic deep") > 1.03 * Removed("11 crown porcelain"));
    }

    [Fact(DisplayName = "A metal-ceramic canine with more room before at the tip than at the fossa, in both schools of room")]
    public void Canine_with_uneven_room()
    {
        // Three planes 1.0, 1.25, 1.5 from the gum; tip 2.0, fossa 1.0. Room before: 0.8 at the tip, 0.2 at the fossa.
        Plan With(BuildOutSchool school) =>
            Shipped.Plan("13 crown metal-ceramic facial", inputs => inputs with { BuildOutSchool = school, RoomBeforeMm = new Dictionary<
                        string,
                        double
                    >
                    {
                        ["edge"] = 0.8,
                        ["lingual-fossa"] = 0.2,
                    } });
        var (uniform, driven) = (With(BuildOutSchool.Uniform), With(BuildOutSchool.RoomDriven));
        Assert.Equal([1.0, 1.25, 1.5], Depths(uniform, "facial-gingival-third", "facial-middle-third", "facial-incisal-third"));
        // Uniform: the same depth everywhere, 2.8 and 1.2 of room afterwards. By the room: 2.0 − 0.8 and 1.0 − 0.2, and the
        // restoration's own thickness of room.
        Assert.Equal([2.0, 1.0], Depths(uniform, "edge", "lingual-fossa"));
        Assert.Equal([2.8, 1.2], Clearances(uniform, "edge", "lingual-fossa"));
        Assert.Equal([1.2, 0.8], Depths(driven, "edge", "lingual-fossa"));
        Assert.Equal([2.0, 1.0], Clearances(driven, "edge", "lingual-fossa"));
        // The hidden facial edge lies half a millimetre below the gum, the lingual chamfer level with it.
        Assert.Equal(
            (-0.5, 0.0),
            (uniform.Margin.At(Segment.Facial).Level.Value.Value, uniform.Margin.At(Segment.Lingual).Level.Value.Value)
        );
    }

    [Fact(
        DisplayName = "A premolar with a ceramic facing: 2.0 where ceramic meets the bite, 1.5 and 1.0 in metal, whichever cusp functions"
    )]
    public void Premolar_with_facing()
    {
        // Upper: the facial cusp is the other one, in ceramic 2.0; the functional lingual cusp and its bevel in metal 1.5;
        // groove 1.0; lingual 0.7.
        Assert.Equal(
            [2.0, 1.5, 1.5, 1.0, 1.5, 0.7],
            Depths(
                Shipped.Plan("14 crown metal-ceramic facial"),
                "non-functional-cusp-facial",
                "functional-cusp-lingual",
                "functional-cusp-bevel-lingual",
                "groove",
                "facial-occlusal-half",
                "lingual"
            )
        );
        // Lower: facial and functional, 2.0 with its bevel; the lingual cusps 1.0 (common practice names these very numbers).
        Assert.Equal(
            [2.0, 2.0, 1.0, 1.0],
            Depths(
                Shipped.Plan("45 crown metal-ceramic facial"),
                "functional-cusp-facial",
                "functional-cusp-bevel-facial",
                "non-functional-cusp-mesiolingual",
                "non-functional-cusp-distolingual"
            )
        );
        // In a crossbite the upper facial cusp functions: ceramic there, 2.0 and 2.0, and the lingual one takes the other's 1.0.
        Assert.Equal(
            [2.0, 2.0, 1.0],
            Depths(
                Shipped.Plan("14 crown metal-ceramic facial", inputs => inputs with { Crossbite = true }),
                "functional-cusp-facial",
                "functional-cusp-bevel-facial",
                "non-functional-cusp-lingual"
            )
        );
    }

    [Fact(
        DisplayName = "Full and facial coverage on the same molar: about twice the reduction on what it covers, and the sentence "
            + "says what that costs"
    )]
    public void Coverages()
    {
        // Lingual wall 0.7 or 1.2, other cusps 1.0 or 1.5, lingual margin a chamfer of 0.5 or a shoulder of 1.2.
        var (facial, full) = (Shipped.Unit("36 crown metal-ceramic facial"), Shipped.Unit("36 crown metal-ceramic full"));
        string[] zones = ["lingual", "non-functional-cusp-mesiolingual", "groove"];
        Assert.Equal([0.7, 1.0, 1.0], Depths(facial.Preparation.Asked, zones));
        Assert.Equal([1.2, 1.5, 1.75], Depths(full.Preparation.Asked, zones));
        Assert.Equal(
            [(MarginDesign.Chamfer, 0.5), (MarginDesign.Shoulder, 1.2)],
            new[] { facial, full }.Select(unit =>
                (unit.Plan.Margin.At(Segment.Lingual).Design, unit.Plan.Margin.At(Segment.Lingual).Width.Value.Target.Value)
            )
        );
        var (first, other) = (UnitDocument.From(facial, Shipped.Protocol), UnitDocument.From(full, Shipped.Protocol));
        var more = other.Cost!.RemovedMm3 - first.Cost!.RemovedMm3;
        Assert.InRange(more / first.Cost.RemovedMm3, 0.1, 1.0);
        Assert.Contains($"{more:0} mm³ more of the tooth is cut", Comparison.Sentence(first, other));
        Assert.Equal(
            "ceramic where it is seen",
            Advisor.On(full.Plan, [], Shipped.Protocol).Single(advice => advice.Code == "coverage").Preferred
        );
    }

    [Fact(DisplayName = "A zirconia molar and the mill: what a tool of 1.0 leaves of a wall beside a rounded edge, and beside a sharp one")]
    public void Zirconia_and_the_mill()
    {
        // Radius 0.5 past an edge rounded by 0.3, square: (0.5 − 0.3)(1 − sin 45°) = 0.059 of the wall. Past a sharp one
        // 0.146, so that a wall of 0.6 comes out at
        // 0.454: common practice speaks of 0.6 becoming about 0.4, its tool not named.
        var milled = MillingCheck.Of(Shipped.Plan("36 crown zirconia"), Shipped.Protocol)!;
        Assert.Equal(0.059, milled.LossMm, 3);
        Assert.Equal(milled.WallMm - milled.LossMm, milled.LeftMm, 3);
        Assert.Equal(0.6, milled.LeastMm);
        var sharp = Shipped.Protocol with
        {
            Shape = Shipped.Protocol.Shape with { OuterEdgeRadiusMm = Shipped.Protocol.Shape.OuterEdgeRadiusMm with { Value = 0 } },
        };
        Assert.Equal(0.146, MillingCheck.Of(Shipped.Plan("36 crown zirconia"), sharp)!.LossMm, 3);
        Assert.Equal(0.454, 0.6 - Milling.Loss(0.5, 0, 90), 3);
        // Gold is cast: no mill.
        Assert.Null(MillingCheck.Of(Shipped.Plan("36 crown metal"), Shipped.Protocol));
    }

    [Fact(
        DisplayName = "A crown on a short molar: too little wall by height and by base, nothing half holds, and grooves or "
            + "bonding are asked for"
    )]
    public void Short_molar()
    {
        // At least 4.0 high and 0.4 of its base are wanted on a molar (S3). Half of the wall resists up to sin⁻¹(H/B) of
        // total convergence (derived; the idea is S4's).
        var unit = Shipped.Unit("37 crown zirconia layered", inputs => inputs with { SizeMm = new SizeInput(5.4) });
        Assert.Contains(unit.Preparation.Cautions, caution =>
            caution.Code == "wall-short" && caution.Text.Contains("4.0", StringComparison.Ordinal)
        );
        var weakest = Tipping.Of(unit.Preparation, Shipped.Protocol)!.MinBy(way => way.Share)!;
        Assert.True(weakest.Share < 0.5);
        Assert.Equal(Math.Asin(weakest.HeightMm / weakest.BaseMm) * 180 / Math.PI, weakest.HalfResistsDeg, 0.1);
        Assert.True(weakest.HalfResistsDeg < 12);
        var hold = Advisor
            .On(unit.Plan, Tipping.Of(unit.Preparation, Shipped.Protocol)!, Shipped.Protocol)
            .Single(advice => advice.Code == "hold");
        Assert.NotEqual("retentive, cemented", hold.Preferred);
        Assert.Contains(hold.Alternatives, alternative => alternative.Name == "adhesive, bonded" && alternative.For.Count > 0);
    }

    [Fact(
        DisplayName = "A lower molar with a strong lingual bulge: the lingual margin stops on its crest, the wall above it is "
            + "shorter by as much"
    )]
    public void Lingual_bulge()
    {
        PlannedUnit With(double? bulge) =>
            Shipped.Unit("46 crown zirconia", inputs =>
                inputs with
                {
                    Findings = new Findings { LingualBulge = bulge is { } height ? new(height) : null },
                }
            );
        var (plain, bulging) = (With(null), With(1.8));
        // 1.8 above the gum on the lingual, 0.5 elsewhere; the corners between go half-way.
        Assert.Equal(
            [1.15, 1.8, 1.15, 0.5, 0.5],
            new[] { Segment.Mesiolingual, Segment.Lingual, Segment.Distolingual, Segment.Facial, Segment.Mesial }.Select(segment =>
                bulging.Plan.Margin.At(segment).Level.Value.Rounded
            )
        );
        // At its cusps, between lingual and corners, it is shorter by about as much as the line is higher there.
        Assert.InRange(plain.Drawing.Faciolingual[0].Planned!.FarWall - bulging.Drawing.Faciolingual[0].Planned!.FarWall, 0.6, 1.35);
        // The tooth keeps what would have been cut thin below the crest.
        Assert.True(bulging.Preparation.Body!.Surface.Volume > plain.Preparation.Body!.Surface.Volume + 3);
    }

    private static double[] Depths(Plan plan, params string[] zones) =>
        [.. zones.Select(zone => plan.Zone(zone)!.Depth.Value.Target.Rounded)];

    private static double[] Clearances(Plan plan, params string[] zones) =>
        [.. zones.Select(zone => plan.Zone(zone)!.ExpectedClearance.Target.Rounded)];

    private static double Removed(string line) => Shipped.Unit(line).Preparation.Cost!.RemovedMm3;
}
