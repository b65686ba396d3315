using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Tests;

/// <summary>
/// The depths of complete crowns against a table written out by hand from common preparation figures. All values are
/// common practice or recalled from memory of the prosthodontic handbooks (S2) until checked against the page.
/// </summary>
public class PlannerTests
{
    // line | zone (kind, or with its cusp) | target least most
    public static TheoryData<string, string, double, double, double> Table =>
        new()
        {
            { "36 crown metal", "functional-cusp-mesiofacial", 1.5, 1.3, 1.8 },
            { "36 crown metal", "functional-cusp-bevel-distal", 1.5, 1.4, 1.6 },
            { "36 crown metal", "non-functional-cusp-mesiolingual", 1.0, 0.8, 1.3 },
            { "36 crown metal", "lingual", 0.7, 0.5, 1.0 },
            { "36 crown metal", "facial-gingival-half", 0.75, 0.6, 0.85 }, // half-way between 1.0 and the 0.5 chamfer
            { "36 crown metal-ceramic facial", "functional-cusp-mesiofacial", 1.5, 1.4, 1.6 }, // molars: metal on top
            { "34 crown metal-ceramic facial", "functional-cusp-facial", 2.0, 1.9, 2.1 }, // premolar: ceramic over its functional cusp
            { "34 crown metal-ceramic facial", "functional-cusp-bevel-facial", 2.0, 1.9, 2.1 },
            { "34 crown metal-ceramic facial", "non-functional-cusp-lingual", 1.0, 0.9, 1.1 },
            { "14 crown metal-ceramic facial", "non-functional-cusp-facial", 2.0, 1.5, 2.0 }, // above, the seen cusp is the other one
            { "14 crown metal-ceramic facial", "functional-cusp-lingual", 1.5, 1.4, 1.6 },
            { "11 crown metal-ceramic facial", "edge", 2.0, 1.5, 2.0 },
            { "11 crown metal-ceramic facial", "facial-incisal-third", 1.5, 1.2, 1.7 },
            { "11 crown metal-ceramic facial", "facial-gingival-third", 1.1, 1.0, 1.2 }, // only a range: its middle
            { "13 crown metal-ceramic facial", "facial-gingival-third", 1.0, 0.9, 1.1 }, // canine in three planes 1.0 / 1.25 / 1.5
            { "13 crown metal-ceramic facial", "facial-middle-third", 1.25, 1.15, 1.35 },
            { "13 crown metal-ceramic facial", "facial-incisal-third", 1.5, 1.4, 1.6 },
            { "31 crown metal-ceramic facial", "facial-incisal-third", 1.0, 0.9, 1.0 }, // small lower incisor
            { "46 crown metal-ceramic full", "groove", 1.75, 1.5, 2.0 },
            { "46 crown metal-ceramic full", "functional-cusp-bevel-mesiofacial", 2.0, 1.9, 2.1 },
            { "46 crown metal-ceramic full", "mesial", 1.2, 1.1, 1.3 },
            { "21 crown metal-ceramic porcelain margin", "facial-gingival-third", 1.2, 1.0, 1.2 },
            { "21 crown porcelain", "edge", 1.75, 1.5, 2.0 },
            { "21 crown porcelain", "facial-gingival-third", 1.0, 0.9, 1.1 },
            { "22 crown all-ceramic deep", "facial-incisal-third", 1.7, 1.6, 1.8 },
            { "22 crown all-ceramic deep", "facial-gingival-third", 1.2, 1.1, 1.3 },
            { "22 crown all-ceramic deep", "lingual-wall", 1.1, 1.0, 1.2 },
            { "26 crown lithium disilicate", "functional-cusp-mesiolingual", 1.5, 1.5, 2.0 },
            { "26 crown lithium disilicate", "mesial-ridge", 1.5, 1.4, 1.6 },
            { "11 crown lithium disilicate", "edge", 1.5, 1.5, 2.0 },
            { "36 crown zirconia", "functional-cusp-mesiofacial", 1.0, 0.6, 1.5 },
            { "36 crown zirconia", "facial-gingival-half", 0.65, 0.5, 0.85 },
            { "11 crown zirconia", "edge", 1.5, 1.4, 1.6 },
            { "36 crown zirconia layered", "functional-cusp-mesiofacial", 2.0, 1.9, 2.1 },
            { "36 crown zirconia layered", "distal", 1.0, 0.9, 1.1 },
        };

    [Theory(DisplayName = "Depths by material and zone")]
    [MemberData(nameof(Table))]
    public void Depths(string line, string zone, double target, double least, double most)
    {
        var planned = Shipped.Plan(line).Zone(zone)!;
        var depth = planned.Depth.Value;
        Assert.Equal([target, least, most], [depth.Target.Rounded, depth.Least.Rounded, depth.Most.Rounded]);
        Assert.Equal(Math.Max(0, target - 0.2), planned.RoughCut.Rounded, 5);
    }

    [Theory(
        DisplayName = "One worked example for each material: thickness − build-out = depth, − 0.2 = rough cut, room before + "
            + "depth = clearance"
    )]
    [InlineData("37 crown metal", "functional-cusp-mesiofacial", 0.4, 0.5, 1.1, 0.9, 1.6)]
    [InlineData("24 crown metal-ceramic facial", "non-functional-cusp-facial", 0.5, 0.0, 1.5, 1.3, 1.5)]
    [InlineData("46 crown metal-ceramic full", "groove", 0.25, 1.0, 1.5, 1.3, 2.5)]
    [InlineData("12 crown metal-ceramic porcelain margin", "edge", 1.0, 0.0, 1.0, 0.8, 1.0)]
    [InlineData("11 crown porcelain", "edge", -0.25, 0.0, 2.0, 1.8, 2.0)]
    [InlineData("21 crown all-ceramic deep", "edge", 2.5, 0.0, 0.0, 0.0, 0.0)]
    [InlineData("16 crown lithium disilicate", "functional-cusp-mesiolingual", 0.0, 1.2, 1.5, 1.3, 2.7)]
    [InlineData("36 crown zirconia", "functional-cusp-mesiofacial", 0.3, 0.2, 0.7, 0.5, 0.9)]
    [InlineData("45 crown zirconia layered", "functional-cusp-facial", 0.9, 0.0, 1.1, 0.9, 1.1)]
    public void Worked_examples(string line, string zone, double buildOut, double room, double depth, double rough, double clearance)
    {
        var plan = Shipped.Plan(line, inputs => inputs with { BuildOutMm = new Dictionary<string, double>
                {
                    [zone] = buildOut,
                }, RoomBeforeMm = new Dictionary<string, double> { [zone] = room } });
        var planned = plan.Zone(zone)!;
        Assert.Equal(
            [depth, rough, clearance],
            [planned.Depth.Value.Target.Rounded, planned.RoughCut.Rounded, planned.ExpectedClearance.Target.Rounded]
        );
    }

    [Fact(
        DisplayName = "The room-driven school cuts less by the room that is there, never more than the thickness; the uniform "
            + "school ignores it"
    )]
    public void Schools_of_build_out()
    {
        Plan With(BuildOutSchool school, double room) =>
            Shipped.Plan("47 crown metal", inputs => inputs with { BuildOutSchool = school, RoomBeforeMm = new Dictionary<string, double>
                    {
                        ["functional-cusp"] = room,
                    } });
        const string cusp = "functional-cusp-distofacial";
        Assert.Equal(1.5, With(BuildOutSchool.Uniform, 1.0).Zone(cusp)!.Depth.Value.Target.Rounded);
        Assert.Equal(2.5, With(BuildOutSchool.Uniform, 1.0).Zone(cusp)!.ExpectedClearance.Target.Rounded);
        Assert.Equal(0.7, With(BuildOutSchool.RoomDriven, 0.8).Zone(cusp)!.Depth.Value.Target.Rounded);
        Assert.Equal(0, With(BuildOutSchool.RoomDriven, 2.5).Zone(cusp)!.Depth.Value.Target.Rounded);
        // Room before of 1.0 to 1.5 and a cut of 1.5 leave about 3.0, at most 3.5 (common practice).
        Assert.DoesNotContain(Shipped.Cautions(With(BuildOutSchool.Uniform, 1.5)), caution => caution.Code == "room-large");
        Assert.Contains(Shipped.Cautions(With(BuildOutSchool.Uniform, 2.1)), caution =>
            caution.Code == "room-large" && caution.Text.Contains("3.6")
        );
    }

    [Theory(DisplayName = "Total convergence by tooth and material (goals and bounds as in S2, S3, recalled from memory)")]
    [InlineData("36 crown zirconia", 12, 6, 20)]
    [InlineData("14 crown metal", 12, 6, 20)]
    [InlineData("11 crown metal-ceramic full", 10, 6, 16)]
    [InlineData("11 crown lithium disilicate", 8, 6, 12)]
    public void Convergence(string line, double target, double least, double most)
    {
        var toc = Shipped.Plan(line).Convergence.Value;
        Assert.Equal([target, least, most], [toc.Target.Degrees, toc.Least.Degrees, toc.Most.Degrees]);
        Assert.Equal(toc.Target, WallInclination.Between(toc.Target.PerWall, toc.Target.PerWall));
    }

    [Fact(DisplayName = "Margins: designs by material, carried through the contact where it shows, and no step between them")]
    public void Margins()
    {
        string Round(Plan plan) =>
            string.Join(' ', plan.Margin.Pieces.Select(piece => $"{Kebab.Of(piece.Design)}:{piece.Width.Value.Target}"));

        Assert.Equal(string.Join(' ', Enumerable.Repeat("chamfer:0.5", 8)), Round(Shipped.Plan("36 crown zirconia")));
        Assert.Equal(string.Join(' ', Enumerable.Repeat("shoulder:1.2", 8)), Round(Shipped.Plan("36 crown metal-ceramic full")));
        Assert.Equal(
            "shoulder:1.1 shoulder:1.1 shoulder:1.1 chamfer:0.5 chamfer:0.5 chamfer:0.5 shoulder:1.1 shoulder:1.1",
            Round(Shipped.Plan("36 crown metal-ceramic facial"))
        );
        Assert.Equal(
            "shoulder:1.1 shoulder:1.1 shoulder:0.8 chamfer:0.5 chamfer:0.5 chamfer:0.5 chamfer:0.5 shoulder:1.1",
            Round(
                Shipped.Plan("36 crown mc", inputs =>
                    inputs with
                    {
                        MesialTransition = TransitionPlace.MidContact,
                        DistalTransition = TransitionPlace.FacialOfContact,
                    }
                )
            )
        );
        Assert.Equal(
            "heavy-chamfer:0.85",
            Round(Shipped.Plan("36 crown mc", inputs => inputs with { FacialMargin = MarginDesign.HeavyChamfer })).Split(' ')[0]
        );

        foreach (var place in Enum.GetValues<TransitionPlace>())
        {
            var margin = Shipped.Plan("36 crown mc", inputs => inputs with { MesialTransition = place, DistalTransition = place }).Margin;
            for (var position = 0.0; position < 8; position += 0.01)
            {
                var here = margin.WidthAt(position).Value;
                Assert.InRange(here, 0.5 - 1e-9, 1.1 + 1e-9);
                Assert.InRange(Math.Abs(here - margin.WidthAt(position + 0.01).Value), 0, 0.011);
            }

            foreach (var piece in margin.Pieces)
                Assert.Equal(piece.Width.Value.Target.Value, margin.WidthAt((int)piece.Segment).Value, 6);
        }
    }

    [Fact(
        DisplayName = "Margin levels: back teeth half a millimetre above the gum, front ones level, hidden metal half a "
            + "millimetre below; what is chosen wins"
    )]
    public void Margin_levels()
    {
        Assert.All(Shipped.Plan("36 crown zirconia").Margin.Pieces, piece => Assert.Equal(0.5, piece.Level.Value.Value));
        Assert.All(Shipped.Plan("11 crown lithium").Margin.Pieces, piece => Assert.Equal(0, piece.Level.Value.Value));
        Assert.Equal(-0.5, Shipped.Plan("11 crown mc").Margin.At(Segment.Facial).Level.Value.Value);
        Assert.Equal(0, Shipped.Plan("11 crown mc").Margin.At(Segment.Lingual).Level.Value.Value);

        Plan At(double level) =>
            Shipped.Plan("11 crown lithium", inputs =>
                inputs with
                {
                    MarginLevelMm = new Dictionary<string, double> { ["facial"] = level },
                }
            );
        Assert.DoesNotContain(Shipped.Cautions(At(-0.5)), caution => caution.Code.StartsWith("margin", StringComparison.Ordinal));
        Assert.Contains(Shipped.Cautions(At(-0.6)), caution => caution is { Code: "margin-deep", Segment: Segment.Facial });
        // The sulcus averages 0.69 (S6, recalled from memory); below it the attachment begins.
        Assert.Contains(Shipped.Cautions(At(-0.7)), caution => caution.Code == "margin-in-attachment");
    }

    [Fact(DisplayName = "Cautions name the number that triggered them")]
    public void Cautions()
    {
        string[] Codes(Plan plan) => [.. Shipped.Cautions(plan).Select(caution => caution.Code)];
        Plan Built(string line, string zone, double buildOut, double? room = null) =>
            Shipped.Plan(line, inputs => inputs with { BuildOutMm = new Dictionary<string, double>
                    {
                        [zone] = buildOut,
                    }, RoomBeforeMm = room is { } there ? new Dictionary<string, double> { [zone] = there } : inputs.RoomBeforeMm });

        Assert.Contains("material-assumed", Codes(Shipped.Plan("36 crown")));
        Assert.Equal(Material.ZirconiaMonolithic, Shipped.Plan("36 crown").Material.Value);
        Assert.DoesNotContain("material-assumed", Codes(Shipped.Plan("36 crown zirconia")));
        Assert.Contains("below-material-least", Codes(Shipped.Plan("41 crown all-ceramic deep")));
        Assert.Contains("unsupported-ceramic", Codes(Built("11 crown lithium", "edge", 2.3)));
        Assert.DoesNotContain("unsupported-ceramic", Codes(Built("36 crown metal", "groove", 2.3)));
        Assert.Contains("nothing-to-cut", Codes(Built("36 crown metal", "groove", 1.3)));
        Assert.Contains(Shipped.Cautions(Built("36 crown zirconia", "groove", 0.5, room: 0.2)), caution =>
            caution.Code == "build-out-exceeds-room" && caution.Text.Contains("0.2")
        );
        Assert.Contains(Shipped.Unit("38 crown metal").Preparation.Cautions, caution => caution.Code == "wall-short");
    }

    [Fact(DisplayName = "How far the ceramic goes is the user's to say; what is not covered is cut for metal")]
    public void Coverage()
    {
        double Depth(CeramicCoverage? coverage, string line, string zone) =>
            Shipped.Plan(line, inputs => inputs with { Coverage = coverage }).Zone(zone)!.Depth.Value.Target.Rounded;
        // A molar is covered on its wall by default, a premolar on its facial cusp too.
        foreach (
            var (coverage, cusp, groove) in ((CeramicCoverage?, double, double)[])
                [
                    (null, 1.5, 1.0),
                    (CeramicCoverage.Wall, 1.5, 1.0),
                    (CeramicCoverage.FacialCusp, 2.0, 1.0),
                    (CeramicCoverage.Occlusal, 2.0, 1.75),
                ]
        )
            Assert.Equal(
                (coverage, cusp, groove),
                (
                    coverage,
                    Depth(coverage, "36 crown metal-ceramic facial", "functional-cusp-mesiofacial"),
                    Depth(coverage, "36 crown metal-ceramic facial", "groove")
                )
            );
        Assert.Equal(1.5, Depth(CeramicCoverage.Wall, "34 crown metal-ceramic facial", "functional-cusp-facial"));
    }

    [Fact(DisplayName = "What is refused is named: a design that a material has not, with those it has; each size; the first bad length")]
    public void Named()
    {
        Problem Refused(string line, Func<PlanInputs, PlanInputs> with)
        {
            var unit = Shipped.Need(QuickLine.QuickLineReader.Read(line, ToothNotation.Iso, Shipped.Protocol)).Units[0];
            return PlannedUnit.Make(unit.Tooth, with(unit.Inputs), Shipped.Handbook).Problem!;
        }
        var design = Refused("11 crown mc", inputs => inputs with { FacialMargin = MarginDesign.FeatherEdge });
        Assert.Equal("margin-design", design.Code);
        Assert.EndsWith("it has shoulder, heavy-chamfer.", design.Sentence, StringComparison.Ordinal);
        foreach (
            var (size, named) in ((SizeInput, string)[])
                [
                    (new(Length: 14), "A length of 14.0"),
                    (new(Mesiodistal: 2), "A mesiodistal width of 2.0"),
                    (new(Faciolingual: 2), "A faciolingual width of 2.0"),
                ]
        )
        {
            var refused = Refused("36 crown metal", inputs => inputs with { SizeMm = size });
            Assert.StartsWith(named, refused.Sentence, StringComparison.Ordinal);
        }
        var first = Refused("36 crown metal", inputs => inputs with { BuildOutMm = new Dictionary<string, double>
                {
                    ["groove"] = 9,
                    ["mesial-ridge"] = 8,
                } });
        Assert.Contains("groove", first.Sentence, StringComparison.Ordinal);
    }

    [Theory(DisplayName = "Wrong input is a problem with a sentence, never a plan")]
    [InlineData(Material.Porcelain, "", 0, "material-not-here")]
    [InlineData(Material.ZirconiaMonolithic, "edge", 0.5, "unknown-zone")]
    [InlineData(Material.ZirconiaMonolithic, "groove", 9, "implausible")]
    [InlineData(Material.ZirconiaMonolithic, "groove", double.NaN, "implausible")]
    public void Wrong_input(Material material, string zone, double buildOut, string code)
    {
        var inputs = new PlanInputs
        {
            Material = material,
            BuildOutMm = zone.Length == 0 ? new Dictionary<string, double>() : new Dictionary<string, double> { [zone] = buildOut },
        };
        Assert.False(PlannedUnit.Make(ToothCode.Of(3, 6), inputs, Shipped.Handbook).Is(out _, out var problem));
        Assert.Equal(code, problem.Code);
        Assert.EndsWith(".", problem.Sentence);
    }
}
