using System.Numerics;
using CsCheck;
using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.QuickLine;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Tests;

/// <summary>Abutments, partial-coverage crowns, grooves and boxes: their bodies, measured facet by facet and in slices.</summary>
public class RetainerTests
{
    private static readonly string[] Bridges =
    [
        "45x47 bridge metal-ceramic",
        "35x37 bridge zirconia",
        "13xx16 bridge metal-ceramic-full",
        "23x25 bridge metal",
        "14x16 bridge 14:partial-crown 16:metal",
    ];

    [Fact(DisplayName = "A bridge draws off its abutments along one path, however they lean; along their own axes it would not")]
    public void Common_path() =>
        Gen.Select(Gen.Int[0, Bridges.Length - 1], Gen.Double[-22, 22])
            .Sample(
                (which, tilt) =>
                {
                    var line = Bridges[which];
                    tilt = Math.Round(tilt);
                    if (!Planned(line, (0, tilt)).Is(out var bridge, out var problem))
                    {
                        // A tooth that leans so far may have no wall left on one side; then it is named.
                        Assert.Equal("margin-off-tooth", problem.Code);
                        Assert.True(
                            Math.Abs(tilt) > 10 && problem.Sentence.Contains("16", StringComparison.Ordinal),
                            $"{line}, {tilt}°: {problem.Sentence}"
                        );
                        return;
                    }
                    foreach (var unit in bridge.Units.Where(unit => unit.Preparation.Body is PlannedForm))
                    {
                        var (body, abutment) = (
                            (PlannedForm)unit.Preparation.Body!,
                            bridge.Bridge!.Abutments.Single(abutment => abutment.Tooth == unit.Plan.Tooth)
                        );
                        var what = $"{line}, {tilt}°, {unit.Plan.Tooth}";
                        Assert.True(body.Surface.Topology.IsWatertight, what);
                        Assert.Equal(Math.Abs(tilt) / 2, Math.Acos(Math.Clamp(unit.Plan.Path.Z, -1, 1)) * 180 / Math.PI, 1e-6);
                        // The path in the mouth is one: the tooth's own lean and the path's lean from its axis make up the same direction.
                        var toward = unit.Plan.Tooth.IsRight ? 1 : -1;
                        Assert.Equal(
                            bridge.Bridge.Path.X,
                            Math.Sin((abutment.TiltDeg * Math.PI / 180) + (toward * Math.Asin(unit.Plan.Path.X))),
                            1e-6
                        );
                        Facet[] cut = [.. Cut(body)];
                        Assert.True(Hidden(cut, unit.Plan.Path) < 0.002, $"{what}: {Hidden(cut, unit.Plan.Path):0.0000} along the path");
                        // Beyond the wall's own inclination of 5 or 6° a path along the axis leaves a wall behind.
                        if (Math.Abs(tilt) > 16)
                            Assert.True(Hidden(cut, Vec3.UnitZ) > 0.004, $"{what}: {Hidden(cut, Vec3.UnitZ):0.0000} along the axis");
                        // Mesial and distal wall against the tooth's axis, as their facets stand.
                        var (mesial, distal) = unit.Plan.Tooth.IsRight
                            ? (abutment.LastWallDeg, abutment.FirstWallDeg)
                            : (abutment.FirstWallDeg, abutment.LastWallDeg);
                        foreach (var (side, wanted) in ((int, double)[])[(1, mesial), (-1, distal)])
                        {
                            // A wall that a groove cuts, or that is low, has no plain stretch to measure.
                            if (unit.Plan.Features.Count > 0 || body.WallHeight(side > 0 ? 0 : Math.PI) < 2.2)
                                continue;
                            if (Wall(cut, side) is { } lean)
                                Assert.True(Math.Abs(wanted - lean) < 2, $"{what}: {lean:0.0}° where {wanted:0.0}° are planned");
                        }
                    }
                },
                iter: 14
            );

    [Theory(DisplayName = "A groove is as deep and wide as planned, a box too; both end above the margin and open toward the bite")]
    [InlineData("36 crown metal", FeatureKind.Groove, WallSide.Mesial)]
    [InlineData("36 crown zirconia", FeatureKind.Box, WallSide.Lingual)]
    [InlineData("15 partial metal", FeatureKind.Groove, WallSide.Distal)]
    [InlineData("46 crown metal-ceramic", FeatureKind.Groove, WallSide.Facial)]
    public void Grooves(string line, FeatureKind kind, WallSide side)
    {
        Plan With(params FeatureWish[] features) => Shipped.Plan(line, inputs => inputs with { Features = features });
        var (bare, grooved) = (Body(With()), Body(With(new FeatureWish(kind, side))));
        var feature = Assert.Single(grooved.Plan.Features);
        var angle = WallSlot.Angle(side);
        var level = grooved.Margin.Level(angle);
        // Low on the wall: higher up the bevel or the ridge takes it away.
        var at = level + feature.AboveMargin.Value.Value + 0.3;
        // In the middle of the side: how much nearer the middle of the tooth the surface stands. Walls lean, so that it is
        // a little more than half-way up.
        Assert.InRange(Lost(0), feature.Depth.Value.Value - 0.2, feature.Depth.Value.Value + 0.25);
        // As wide as planned at the back, a little more where it opens; beside it nothing is taken.
        var half = feature.Width.Value.Value / 2;
        Assert.True(Lost(half - 0.15) > 0.3, $"{Lost(half - 0.15)}");
        Assert.True(Lost(half + 0.6) < 0.08, $"{Lost(half + 0.6)}");
        // It ends above the margin.
        var low = level + (feature.AboveMargin.Value.Value / 2);
        Assert.Equal(Reach(bare, low, 0), Reach(grooved, low, 0), 0.03);
        Assert.True(grooved.Surface.Topology.IsWatertight);
        Assert.True(Hidden([.. Cut(grooved)], Vec3.UnitZ) < 0.001);

        double Lost(double beside) => Reach(bare, at, beside) - Reach(grooved, at, beside);

        double Reach(PlannedForm body, double z, double beside)
        {
            var (outward, along) = (new Vec3(Math.Cos(angle), Math.Sin(angle), 0), new Vec3(-Math.Sin(angle), Math.Cos(angle), 0));
            // From outside: from within, the cut groove of the chewing surface may lie in between.
            const double far = 20;
            var from = new Vec3(body.Margin.Centre.X, body.Margin.Centre.Y, z) + (along * beside) + (outward * far);
            return far - new MeshTree(body.Surface).FirstHit(new Ray(from, -outward)).At;
        }
    }

    [Fact(
        DisplayName = "A partial crown's body leaves the facial surface as it is below its finish line, and takes cusps and walls "
            + "as planned"
    )]
    public void Partial_bodies()
    {
        foreach (var line in (string[])["14 partial metal", "25 partial metal", "16 partial metal", "36 partial metal", "45 partial metal"])
        {
            var unit = Shipped.Unit(line);
            var body = Assert.IsType<PlannedForm>(unit.Preparation.Body);
            Assert.True(body.Surface.Topology.IsWatertight, line);
            var tree = body.Present.Tree;
            var facial = body.Surface.Positions.ToArray().Where(p => p.Y > 0.75 * body.Present.Surface.Box.High.Y && p.Z > 0.5).ToArray();
            Assert.True(facial.Length > 50, line);
            foreach (var p in facial.Where(p => body.Margin.Over(p) < -0.6 && Math.Abs(p.X) < 0.15 * body.Present.Surface.Box.Size.X))
                Assert.True(Math.Abs(tree.SignedDistance(p)) < 0.05, $"{line} {p} {tree.SignedDistance(p)} {body.Margin.Over(p)}");
            // The finish line climbs: high on the facial, low on the lingual.
            Assert.True(body.Margin.Level(Math.PI / 2) > body.Margin.Level(-Math.PI / 2) + 0.7, line);
            foreach (
                var outcome in unit.Preparation.Outcomes.Where(outcome =>
                    outcome.Zone.Kind is ZoneKind.NonFunctionalCusp or ZoneKind.Groove
                )
            )
                Assert.Equal(outcome.Planned.Value, outcome.Usual.Value, 0.08);
            Assert.True(Hidden([.. Cut(body)], unit.Plan.Path) < 0.002, line);
            // Where it is cut a section meets the finish line, which parts cut from uncut: on both outlines. Facially there is none.
            var drawing = unit.Drawing;
            Assert.Equal([Segment.Lingual], drawing.Faciolingual[0].Margins.Select(mark => mark.Segment));
            Assert.Equal([Segment.Mesial, Segment.Distal], drawing.Mesiodistal.Margins.Select(mark => mark.Segment));
            foreach (var section in (SectionDrawing[])[drawing.Faciolingual[0], drawing.Mesiodistal])
            {
                foreach (var mark in section.Margins)
                {
                    Assert.True(section.Present.Min(at => (at - mark.At).Length) < 0.25, $"{line} {mark}");
                    Assert.True(section.Prepared.Min(at => (at - mark.At).Length) < 0.25, $"{line} {mark}");
                }
            }
            // Grooves make up for the facial wall unless something else is said.
            Assert.Equal([WallSide.Mesial, WallSide.Distal], unit.Plan.Features.Select(feature => feature.Side));
            Assert.Empty(Shipped.Plan(line, inputs => inputs with { Features = [] }).Features);
        }
    }

    [Fact(DisplayName = "Parallel pair: a partial crown and a full one in gold, grooves along one path")]
    public void Parallel_pair()
    {
        // 35 gets a partial crown, 37, which leans 12° to the mesial, a full crown with two grooves; 36 is missing. By
        // hand: axes 0° and 12° apart, so
        // the path stands 6° from each; a back tooth's walls converge by 12, 6 to the path on each side; against the axes 6 ∓ 6, 0 and 12.
        var bridge = Bridge(
            "35x37 bridge 35:partial-crown 37:metal",
            (0, 12),
            features: [new(FeatureKind.Groove, WallSide.Mesial), new(FeatureKind.Groove, WallSide.Distal)]
        );
        Assert.Equal(
            [(0.0, 12.0), (12.0, 0.0)],
            bridge.Bridge!.Abutments.Select(abutment => (Math.Round(abutment.FirstWallDeg, 6), Math.Round(abutment.LastWallDeg, 6)))
        );
        Assert.Equal(CuttingSchool.AxialFirst, bridge.Units[0].Plan.School);
        // Gold: functional cusps 1.5, the others and the groove 1.0, chamfer 0.5. 35 leaves its facial wall.
        var premolar = bridge.Units.Single(unit => unit.Plan.Restoration == Restoration.PartialCrown);
        Assert.Equal(
            [1.5, 1.0, 1.0],
            new[] { "functional-cusp-facial", "non-functional-cusp-mesiolingual", "groove" }.Select(zone =>
                premolar.Plan.Zone(zone)!.Depth.Value.Target.Value
            )
        );
        Assert.All(bridge.Units.Where(unit => unit.Preparation.Body is not null), unit =>
        {
            Assert.Equal([WallSide.Mesial, WallSide.Distal], unit.Plan.Features.Select(feature => feature.Side));
            Assert.True(Hidden([.. Cut((PlannedForm)unit.Preparation.Body!)], unit.Plan.Path) < 0.002);
        });
        // Root surface by the rule of thumb: 207 and 426 against 431 (S11, from memory).
        Assert.Equal((633.0, 431.0), (bridge.Bridge.RootSurface.Abutments, bridge.Bridge.RootSurface.Missing));
    }

    [Fact(
        DisplayName = "A groove that stands nearer to the margin it would turn about holds more than the wall; in a wall too "
            + "short for it, it does not"
    )]
    public void Grooves_hold()
    {
        // By hand from the figures of the section itself: 1 − B·sin 2T / 2H for the wall, 1 − (B/2 + 0.5)·sin 2T / 2(H −
        // 0.5) for a groove 1.0 wide in the
        // middle of the side that ends 0.5 above the margin. (Derived; brute force in MechanicsTests.)
        PlannedUnit Sized(double length, params FeatureWish[] features) =>
            Shipped.Unit("37 crown metal", inputs => inputs with { SizeMm = new SizeInput(length), Features = features });
        FeatureWish[] pair = [new(FeatureKind.Groove, WallSide.Mesial), new(FeatureKind.Groove, WallSide.Distal)];
        var (bare, held) = (Tipping.Of(Sized(7).Preparation, Shipped.Protocol)!, Tipping.Of(Sized(7, pair).Preparation, Shipped.Protocol)!);
        foreach (var (without, with) in bare.Zip(held).Where(ways => ways.First.Plane == "faciolingual"))
        {
            var sine = Math.Sin(without.TocDeg * Math.PI / 180);
            Assert.Equal(1 - (((without.BaseMm / 2) + 0.5) * sine / (2 * (without.HeightMm - 0.5))), with.Share, 0.01);
            Assert.Equal("groove", with.HeldBy);
            Assert.True(with.Share > without.Share);
        }
        Assert.Contains(Tipping.Of(Sized(4.5, pair).Preparation, Shipped.Protocol)!, way =>
            way.Plane == "faciolingual" && way.HeldBy == "wall"
        );
        Assert.Equal(
            bare.Where(way => way.Plane == "mesiodistal").Select(way => way.Share),
            held.Where(way => way.Plane == "mesiodistal").Select(way => way.Share)
        );
    }

    private sealed record Facet(Vec3 Normal, double Area, Vec3 Middle, double Over);

    private static PlannedForm Body(Plan plan) => (PlannedForm)Shipped.Need(Preparer.Body(plan, Shipped.Protocol, Shipped.Handbook.Forms));

    /// <summary>
    /// The line's bridge with abutments leaning toward the mesial, in the order of the arch; grooves go into the full
    /// crowns.
    /// </summary>
    [Fact(DisplayName = "An abutment that leans to the lingual draws along a path off the arch's line; along the line it would not")]
    public void Path_across()
    {
        var units = Shipped.Need(
            QuickLineReader.Read("45x47 bridge metal-ceramic tilt 47 lingual 24", ToothNotation.Iso, Shipped.Protocol)
        );
        var bridge = Shipped.Need(PlannedLine.Make(units.Units, Shipped.Handbook));
        Assert.Equal(12, bridge.Bridge!.Path.AngleTo(Vec3.UnitZ), 0.1);
        Assert.True(bridge.Bridge.Path.Y < 0);
        foreach (var unit in bridge.Units.Where(unit => unit.Preparation.Body is PlannedForm))
        {
            var (body, abutment) = (
                (PlannedForm)unit.Preparation.Body!,
                bridge.Bridge.Abutments.Single(one => one.Tooth == unit.Plan.Tooth)
            );
            Assert.True(body.Surface.Topology.IsWatertight);
            Facet[] cut = [.. Cut(body)];
            Assert.True(Hidden(cut, unit.Plan.Path) < 0.002, $"{unit.Plan.Tooth}: {Hidden(cut, unit.Plan.Path):0.0000} along the path");
            Assert.True(Hidden(cut, Vec3.UnitZ) > 0.004, $"{unit.Plan.Tooth}: {Hidden(cut, Vec3.UnitZ):0.0000} along the axis");
            Assert.InRange(abutment.FromPathDeg, 11.9, 12.1);
        }
    }

    private static PlannedLine Bridge(string line, (double First, double Last) tilts, IReadOnlyList<FeatureWish>? features = null) =>
        Shipped.Need(Planned(line, tilts, features));

    private static Answer<PlannedLine> Planned(string line, (double First, double Last) tilts, IReadOnlyList<FeatureWish>? features = null)
    {
        var units = Shipped.Need(QuickLineReader.Read(line, ToothNotation.Iso, Shipped.Protocol)).Units;
        var far = units.Select(unit => unit.Tooth).MaxBy(tooth => tooth.Position)!;
        return PlannedLine.Make(
            [
                .. units.Select(unit =>
                    unit with
                    {
                        Inputs = unit.Inputs with
                        {
                            Findings = new Findings { TiltDeg = unit.Tooth == far ? tilts.Last : tilts.First },
                            Features = unit.Inputs.Restoration == Restoration.Crown ? features : null,
                        },
                    }
                ),
            ],
            Shipped.Handbook
        );
    }

    /// <summary>Facets that were cut, above the margin, in the tooth's own frame.</summary>
    private static IEnumerable<Facet> Cut(PlannedForm body)
    {
        var (mesh, tree) = (body.Surface, body.Present.Tree);
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            var (a, b, c) = mesh.Triangle(i);
            var (middle, area) = ((a + b + c) * (1 / 3.0), mesh.AreaVector(i));
            var over = body.Margin.Over(middle);
            if (over > 0.05 && tree.Closest((Vector3)middle).Distance > 0.06)
                yield return new(area.Unit, area.Length, middle, over);
        }
    }

    /// <summary>Share of the cut surface that faces away from a path.</summary>
    private static double Hidden(Facet[] cut, Vec3 path) =>
        cut.Where(facet => facet.Normal.Dot(path) < -0.02).Sum(facet => facet.Area) / cut.Sum(facet => facet.Area);

    /// <summary>
    /// Inclination of the mesial (1) or distal (−1) wall's middle against the axis, degrees; negative leans out. Null where
    /// the wall is too short to tell.
    /// </summary>
    private static double? Wall(Facet[] cut, int side)
    {
        var wall = cut.Where(facet => facet.Normal.X * side > 0.93 && facet.Over is > 0.7 and < 1.8).ToArray();
        if (wall.Length < 60)
            return null;
        var ordered = wall.Select(facet => Math.Atan2(facet.Normal.Z, facet.Normal.X * side) * 180 / Math.PI).Order().ToArray();
        return ordered[ordered.Length / 2];
    }
}
