using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.QuickLine;

namespace Dentelle.Core.Tests;

/// <summary>
/// Whole situations, each worked by hand in its comment from common preparation figures and the handbooks S2, S3, S5, S6,
/// S11 as recalled from memory
/// (see the table of sources); none of the numbers is this program's own.
/// </summary>
public class RestorationTests
{
    [Fact(
        DisplayName = "Veneers: facial 0.3–0.5, butt edge 1.5 less the lengthening but at least 0.3, every shade step 0.2–0.3 "
            + "more, enamel by thirds"
    )]
    public void Veneers()
    {
        // Facial only: middle of 0.3–0.5 is 0.4, the gum margin 0.3; nothing at the edge.
        var thin = Shipped.Plan("21 veneer facial porcelain");
        Assert.Equal([0, 0.4, 0.4, 0.3], Depths(thin));
        Assert.Equal(5, thin.Margin.Pieces.Count);
        // Butt, 1.0 longer, one shade darker: 1.5 − 1.0 = 0.5; 0.6 + 0.25 twice; 0.5 + 0.25 in the gingival third.
        var dark = Shipped.Line("11 21 veneer butt +1.0 dark");
        Assert.Equal(2, dark.Units.Count);
        Assert.All(dark.Units, unit => Assert.Equal([0.5, 0.85, 0.85, 0.75], Depths(unit.Plan)));
        // 1.5 longer would leave nothing to cut: the edge still loses 0.3, so that the veneer seats.
        Assert.Equal(0.3, Depths(Shipped.Plan("11 veneer butt +1.5"))[0]);
        // Average enamel 1.0, 0.85, 0.4: 0.6, 0.6 and 0.5 leave 0.4, 0.25 and nothing. The whole incisal range 0.5–0.75
        // ends in enamel, so does 0.5–0.7;
        // of 0.4–0.6 nothing does: two thirds of the bonded surface.
        var enamel = Shipped.Plan("11 veneer butt").Enamel!;
        Assert.Equal([0.4, 0.25, 0], enamel.Thirds.Select(third => third.Left.Rounded));
        Assert.Equal(0.667, enamel.BondedShare, 3);
        // Half of the facial gone already halves it.
        Assert.Equal(0.333, Shipped.Plan("11 veneer butt enamel 0.5").Enamel!.BondedShare, 3);
        // A wrap embraces the edge: a chamfer of 0.5 ends it on the lingual. A filling on the mesial takes the margin round
        // the corner there.
        var wrap = Shipped.Plan("12 veneer wrap", inputs =>
            inputs with
            {
                Findings = new() { Fillings = [new(FilledSurface.Mesial) { EndsAboveGum = new(0.2) }] },
            }
        );
        Assert.Equal(
            (MarginDesign.Chamfer, 0.5),
            (wrap.Margin.At(Segment.Lingual).Design, wrap.Margin.At(Segment.Lingual).Width.Value.Target.Value)
        );
        Assert.Contains(wrap.Margin.Pieces, piece => piece.Segment == Segment.Mesiolingual);
        // It ends 0.5 beyond the filling that reaches to 0.2 above the gum.
        Assert.Equal(-0.3, wrap.Margin.At(Segment.Mesial).Level.Value.Rounded);
    }

    [Fact(DisplayName = "Wishes that exclude each other are refused, and done for a reason that stays with the plan")]
    public void Contradictions()
    {
        Answer<PlannedUnit> Make(string line, PlanInputs? more = null)
        {
            var (tooth, inputs) = Shipped.Need(QuickLineReader.Read(line, ToothNotation.Iso, Shipped.Protocol)).Units[0];
            return PlannedUnit.Make(tooth, more is null ? inputs : inputs.Over(more), Shipped.Handbook);
        }
        Assert.Equal("facial-veneer-lengthens", Make("11 veneer facial +1.0").Problem?.Code);
        Assert.Equal("all-ceramic-without-antagonist", Make("11 crown lithium disilicate no-antagonist").Problem?.Code);
        Assert.NotNull(Make("11 crown mc no-antagonist").Value);
        var forced = Make(
            "11 veneer facial +1.0",
            new PlanInputs { Because = new Dictionary<string, string> { ["facial-veneer-lengthens"] = "mock-up shown" } }
        );
        Assert.Equal("mock-up shown", Shipped.Need(forced).Plan.Because["facial-veneer-lengthens"]);
        // 1.5 of ceramic and 0.8 built out stand 2.3 from the tooth, more than 2.0: a caution that wants an answer, and shows it.
        var thick = Make("11 crown lithium disilicate", new PlanInputs { BuildOutMm = new Dictionary<string, double> { ["edge"] = 2.3 } });
        var caution = Assert.Single(Shipped.Need(thick).Preparation.Cautions, caution => caution.Code == "unsupported-ceramic");
        Assert.True(caution.MustBeAnswered);
        Assert.Null(caution.Because);
    }

    [Fact(DisplayName = "Onlays and inlays: isthmus, floor, boxes, divergence; a gap widens its box; which cusps are covered and why")]
    public void Intracoronal()
    {
        // A ceramic onlay on an upper molar with an open distal contact of 1.2: isthmus 2.0, floor 1.5–2.0, box 1.0–1.5,
        // opened wider by the gap.
        var onlay = Shipped.Plan("16 onlay lithium disilicate gap distal 1.2").Cavity!;
        Assert.Equal(2.0, onlay.Isthmus!.Value.Least.Value);
        Assert.Equal((1.75, 1.5, 2.0), (onlay.Depth.Value.Target.Value, onlay.Depth.Value.Least.Value, onlay.Depth.Value.Most.Value));
        var box = Assert.Single(onlay.BoxPlans);
        Assert.Equal((ProximalSide.Distal, 1.25, 1.2), (box.Side, box.Axial.Value.Target.Value, box.Widened.Value.Value));
        Assert.Equal((6.0, 10.0), (onlay.Divergence.From, onlay.Divergence.To));
        Assert.Equal(4, onlay.Covered.Count());
        Assert.Equal(1.0, onlay.FunctionalShoulder!.Value.Value);
        // Premolar: 1.5. Gold: a quarter to a third of the distance between the tips, walls 2–5°, a bevel.
        Assert.Equal(1.5, Shipped.Plan("25 inlay lithium disilicate").Cavity!.Isthmus!.Value.Least.Value);
        var gold = Shipped.Plan("26 inlay gold");
        Assert.Equal((2.0, 0.5), (gold.Cavity!.Divergence.From, gold.Cavity.Bevel!.From));
        Assert.Equal(gold.Assessment.Form!.Intercuspal!.Value.Value / 4, gold.Cavity.Isthmus!.Value.Least.Value, 0.026);

        // A cusp is covered under 3.0 (functional) or 2.0 (the others) on a vital tooth, under 3.5 or 3.0 on a root-treated
        // one, when cracked, or
        // when the isthmus takes more than half of the distance between the tips. On a lower molar the facial cusps are functional.
        Cusp[] Covered(Findings found) => [.. Shipped.Plan("36 onlay", inputs => inputs with { Findings = found }).Cavity!.Covered];
        Dictionary<Cusp, Mm> Thick(double facial, double lingual) =>
            new() { [Cusp.Mesiofacial] = new(facial), [Cusp.Mesiolingual] = new(lingual) };
        Assert.Equal([Cusp.Mesiofacial], Covered(new() { CuspThickness = Thick(2.9, 2.0) }));
        Assert.Equal([Cusp.Mesiolingual], Covered(new() { CuspThickness = Thick(3.0, 1.9) }));
        Assert.Equal([Cusp.Mesiofacial, Cusp.Mesiolingual], Covered(new() { CuspThickness = Thick(3.4, 2.9), RootTreated = true }));
        Assert.Empty(Covered(new() { CuspThickness = Thick(3.5, 3.0), RootTreated = true }));
        Assert.Equal([Cusp.Distolingual], Covered(new() { CrackedCusps = [Cusp.Distolingual] }));
        Assert.Equal(5, Covered(new() { IsthmusShare = 0.51 }).Length);
        Assert.Empty(Covered(new() { IsthmusShare = 0.5 }));
    }

    [Fact(
        DisplayName = "Bridges: one path half-way between the outermost axes, walls against each tooth's own, connectors, roots, bending"
    )]
    public void Bridges()
    {
        // 35 upright, 37 leaning 14° to the mesial (toward 35): the path leans 7° that way, each tooth stands 7° off it.
        // Walls of 6° against the path are
        // 13° and −1° against the tooth's own axis: 12° in all as everywhere.
        var line = Shipped.Line("35x37 bridge metal-ceramic tilt 37 mesial 14");
        var bridge = line.Bridge!;
        Assert.Equal(["35", "36", "37"], bridge.Teeth.Select(tooth => tooth.Iso));
        Assert.Equal([Restoration.Crown, Restoration.Pontic, Restoration.Crown], line.Units.Select(unit => unit.Plan.Restoration));
        Assert.Equal(-Math.Sin(Math.PI * 7 / 180), bridge.Path.X, 1e-12);
        Assert.Equal(0, bridge.Path.Y);
        Assert.Equal([7.0, 7.0], bridge.Abutments.Select(abutment => abutment.FromPathDeg));
        Assert.Equal([(-1.0, 13.0), (13.0, -1.0)], bridge.Abutments.Select(abutment => (abutment.FirstWallDeg, abutment.LastWallDeg)));
        Assert.Contains(bridge.Cautions, caution => caution.Code == "abutment-undercut");
        // Root surfaces after Jepsen (S11): 207 + 426 against 431. Metal-ceramic connectors of 2.5 × 2.5.
        Assert.Equal((633.0, 431.0, true), (bridge.RootSurface.Abutments, bridge.RootSurface.Missing, bridge.RootSurface.Holds));
        Assert.All(bridge.Connectors, connector => Assert.Equal(6.25, connector.LeastMm2.Value));
        // Two missing units bend eight times as much as one; 273 + 433 against 234 + 220.
        var longer = Shipped.Line("13xx16 bridge zirconia").Bridge!;
        Assert.Equal(
            (8.0, 2.0, 706.0, 454.0),
            (longer.Bending.Times, longer.Bending.HeightTimes, longer.RootSurface.Abutments, longer.RootSurface.Missing)
        );
        // Four units of zirconia: 12 mm².
        Assert.All(longer.Connectors, connector => Assert.Equal(12, connector.LeastMm2.Value));
        // Retainers may differ; a premolar with ceramic all over is cut 2.0 on its functional cusp, the molar in metal 1.5.
        var mixed = Shipped.Line("34x36 bridge 34:metal-ceramic-full 36:metal");
        Assert.Equal(
            [2.0, 1.5],
            mixed.Units.Where(unit => unit.Plan.Zones.Count > 0).Select(unit => unit.Plan.Zones[0].Depth.Value.Target.Value)
        );
        Assert.Equal(CuttingSchool.AxialFirst, mixed.Units[0].Plan.School);
    }

    [Fact(DisplayName = "What a change moved is told zone by zone and segment by segment, and nothing else is")]
    public void Moved()
    {
        Plan With(Func<PlanInputs, PlanInputs> with) => Shipped.Plan("36 crown zirconia", with);
        var before = With(inputs => inputs);
        Assert.Empty(PlanChanges.Moved(before, With(inputs => inputs)));
        var after = With(inputs =>
            inputs with
            {
                BuildOutMm = new Dictionary<string, double> { ["groove"] = 0.4 },
                MarginLevelMm = new Dictionary<string, double> { ["distal"] = -0.25 },
            }
        );
        Assert.Equal(
            [
                new MovedNumber("Central groove", 1.0, 0.6),
                // The corners go half-way, so that the line slopes.
                new MovedNumber("Margin, distolingual", 0.5, 0.15),
                new MovedNumber("Margin, distal", 0.5, -0.25),
                new MovedNumber("Margin, distofacial", 0.5, 0.15),
            ],
            PlanChanges.Moved(before, after)
        );
        // A leaning tooth: its lower end gets less cut, its higher end as much more, and each says which way it leans.
        foreach (var (tilt, way) in ((double, string)[])[(6, "mesial"), (-6, "distal")])
        {
            var leaning = With(inputs => inputs with { Findings = new() { TiltDeg = tilt } });
            var moved = PlanChanges
                .Moved(before, leaning)
                .Where(one => one.What.EndsWith("marginal ridge", StringComparison.Ordinal))
                .ToList();
            Assert.Equal(2, moved.Count);
            Assert.Equal(0, moved.Sum(one => one.To - one.From), 0.011);
            var reason = leaning.Zone("mesial-ridge")!.Depth.Reasons[^1];
            Assert.StartsWith($"Leaning 6° to the {way}", reason.Text, StringComparison.Ordinal);
            Assert.Equal(Math.Sign(-tilt), Math.Sign(reason.Effect!.Value));
        }
    }

    [Fact(DisplayName = "Findings move numbers: recession, bulge, bone, filling, wear, tilt, turn, gap; each with a reason that adds up")]
    public void Findings()
    {
        Plan With(string line, Findings found) => Shipped.Plan(line, inputs => inputs with { Findings = found });
        // A back margin is 0.5 above the gum; after 2.0 of recession 2.5, to stay on enamel. In front it goes with the gum.
        Assert.Equal(2.5, Level(With("36 crown metal", new() { Recession = new(2) }), Segment.Facial));
        Assert.Equal(0, Level(With("11 crown lithium disilicate", new() { Recession = new(2) }), Segment.Facial));
        // It stops on the crest of a strong lingual bulge.
        Assert.Equal(1.8, Level(With("46 crown zirconia", new() { LingualBulge = new(1.8) }), Segment.Lingual));
        // Bone 2.3 from the gum leaves 0.26 beside the 2.04 of attachment (S6): half a millimetre below would go into it.
        Assert.Equal(-0.26, Level(With("11 crown mc", new() { Crest = new(2.3) }), Segment.Facial), 3);
        // 0.8 worn off a cusp that needs 1.5: 0.7 is cut where the bite has the room for it, as much more as it has not.
        foreach (var (room, cut) in ((double?, double)[])[(1.0, 0.7), (0.3, 1.2), (0, 1.5), (null, 1.5)])
            Assert.Equal(
                cut,
                Shipped
                    .Plan("36 crown metal", inputs =>
                        (
                            room is null
                                ? inputs
                                : inputs with
                                {
                                    RoomBeforeMm = new Dictionary<string, double> { ["functional-cusp"] = room.Value },
                                }
                        ) with
                        {
                            Findings = new() { Wear = ByZone.Of(("functional-cusp", 0.8)) },
                        }
                    )
                    .Zone("functional-cusp-mesiofacial")!
                    .Depth.Value.Target.Rounded
            );
        // A gap of 0.5 is closed by the wall that needs 0.8: 0.3 is cut.
        Assert.Equal(
            0.3,
            With("36 crown zirconia", new() { Gap = new Dictionary<ProximalSide, Mm> { [ProximalSide.Mesial] = new(0.5) } })
                .Zone("mesial")!
                .Depth.Value.Target.Rounded
        );
        // A molar of 11.0 leaning 10° to the mesial has sunk there by 5.5·sin 10° = 0.95, and stands as much higher behind:
        // 1.0 − 0.95 and 1.0 + 0.95.
        var tilted = With("36 crown zirconia", new() { TiltDeg = 10 });
        Assert.Equal([0.05, 1.95], new[] { "mesial-ridge", "distal-ridge" }.Select(zone => tilted.Zone(zone)!.Depth.Value.Target.Rounded));
        // An incisor of 8.5 turned by 15°: 8.5/4·sin 15° = 0.55 more on one side, as much less on the other, 1.2 in the
        // middle: its facial zones have two halves.
        var turned = With("11 crown lithium disilicate", new() { RotationDeg = 15 });
        Assert.Equal(
            [1.75, 0.65],
            new[] { "facial-middle-third-mesial", "facial-middle-third-distal" }.Select(half =>
                turned.Zone(half)!.Depth.Value.Target.Rounded
            )
        );
        foreach (var plan in (Plan[])[tilted, With("11 veneer wrap", new() { ShadeSteps = 2, Wear = ByZone.Of(("edge", 2)) })])
        {
            foreach (var zone in plan.Zones)
                Assert.Equal(zone.Depth.Value.Target.Value, zone.Depth.Reasons.Sum(reason => reason.Effect ?? 0), 1e-6);
            foreach (var piece in plan.Margin.Pieces)
                Assert.Equal(piece.Level.Value.Value, piece.Level.Reasons.Sum(reason => reason.Effect ?? 0), 1e-6);
        }
    }

    [Fact(DisplayName = "A partial-coverage crown leaves the facial alone")]
    public void Partial()
    {
        var plan = Shipped.Plan("24 partial metal");
        Assert.DoesNotContain(plan.Zones, zone => zone.Zone.Kind is ZoneKind.FacialOcclusalHalf or ZoneKind.FacialGingivalHalf);
        Assert.DoesNotContain(plan.Margin.Pieces, piece => piece.Segment is Segment.Facial or Segment.Mesiofacial or Segment.Distofacial);
        Assert.Equal(0.7, plan.Zone("lingual")!.Depth.Value.Target.Value);
    }

    private static double[] Depths(Plan plan) =>
        [
            .. new[] { "edge", "facial-incisal-third", "facial-middle-third", "facial-gingival-third" }.Select(zone =>
                plan.Zone(zone)!.Depth.Value.Target.Rounded
            ),
        ];

    private static double Level(Plan plan, Segment segment) => plan.Margin.At(segment).Level.Value.Rounded;
}
