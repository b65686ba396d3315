using CsCheck;
using Dentelle.Core.Exchange;
using Dentelle.Core.Forms;
using Dentelle.Core.Planning;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Tests;

/// <summary>What holds for every tooth, material and build-out.</summary>
public class PlanProperties
{
    private static readonly Gen<(ToothCode Tooth, Material Material)> AnyCrown =
        from tooth in Among(ToothCode.All)
        from material in Among([.. Shipped.Protocol.Crowns.Where(crown => crown.Suits(tooth)).Select(crown => crown.Material)])
        select (tooth, material);

    private static readonly Gen<PlanInputs> AnyInputs =
        from buildOut in Gen.Double[-1, 2]
        from room in Gen.Double[0, 2]
        from level in Gen.Double[-0.6, 1]
        from school in Gen.Enum<BuildOutSchool>()
        from crossbite in Gen.Bool
        from allowance in Gen.Double[0, 0.4]
        select new PlanInputs
        {
            BuildOutSchool = school,
            Crossbite = crossbite,
            FinishingAllowanceMm = allowance,
            BuildOutMm = new Dictionary<string, double> { ["lingual-fossa"] = buildOut, ["groove"] = buildOut, ["mesial"] = buildOut / 4 },
            RoomBeforeMm = new Dictionary<string, double> { ["edge"] = room, ["functional-cusp"] = room },
            MarginLevelMm = new Dictionary<string, double> { ["facial"] = level, ["lingual"] = level / 2, ["distal"] = level },
        };

    [Fact(DisplayName = "Depths are never negative, ranges are in order, the rough cut never passes the target, and the reasons add up to the number")]
    public void Depths_hold_together() => Sample((plan, _) =>
    {
        foreach (var zone in plan.Zones)
        {
            var depth = zone.Depth.Value;
            Assert.True(Mm.Zero <= depth.Least && depth.Least <= depth.Target && depth.Target <= depth.Most, zone.Zone.Name);
            Assert.True(zone.RoughCut >= Mm.Zero && zone.RoughCut <= depth.Target);
            Assert.Equal(depth.Target.Value, zone.Depth.Reasons.Sum(reason => reason.Effect ?? 0), 1e-4);
            Assert.All(zone.Depth.Reasons, reason => Assert.Contains(reason.Source.Split(", ")[0], Shipped.Handbook.Sources.Sources.Select(source => source.Id)));
        }
    });

    [Fact(DisplayName = "More build-out never deepens a cut")]
    public void More_build_out_never_deepens() => (from crown in AnyCrown from less in Gen.Double[-2, 2] from more in Gen.Double[0, 2] select (crown, less, more)).Sample(sample =>
    {
        foreach (var zone in Zones.Of(sample.crown.Tooth, crossbite: false))
        {
            Mm Depth(double buildOut) => Shipped.Need(Planner.Make(
                Assessment.Of(sample.crown.Tooth),
                Decision.Crown(sample.crown.Material) with { BuildOut = new ByZone(new Dictionary<string, Mm> { [zone.Name] = new(buildOut) }) }, Shipped.Protocol)).Zone(zone.Name)!.Depth.Value.Target;
            Assert.True(Depth(sample.less + sample.more).Value <= Depth(sample.less).Value + 1e-9);
        }
    }, iter: 60);

    [Fact(DisplayName = "The planned outline lies inside the present one")]
    public void Planned_lies_inside() => Sample((_, drawing) =>
    {
        foreach (var section in Sections(drawing))
        {
            var present = new Polygon(section.Present);
            Assert.All(section.Planned.Outline.Points, point => Assert.True(present.Contains(point) || present.DistanceToEdge(point) < 0.02, $"{point}"));
            Assert.InRange(section.Planned.Removed, 0, present.Area);
        }
    });

    [Fact(DisplayName = "Every wall leans inward by at least half the convergence: nothing is undercut along the path")]
    public void Walls_have_no_undercut() => Sample((plan, drawing) =>
    {
        var tangent = Math.Tan(plan.Convergence.Value.Target.PerWall.Radians);
        foreach (var section in Sections(drawing))
        {
            var outline = section.Planned.Outline.Points;
            var from = outline.ToList().IndexOf(section.Planned.NearMargin);
            var to = outline.ToList().IndexOf(section.Planned.FarMargin);
            for (var i = from + 1; i <= to; i++)
            {
                var step = outline[i] - outline[i - 1];
                // Going round from the near margin to the far one the outline only ever moves across, never back ...
                Assert.True(step.X < 1e-9, $"{section.Plane} moves back at {outline[i]}");
                // ... and climbs or falls no steeper than the wall's inclination allows (the far margin's own step aside).
                if (i < to) Assert.True(Math.Abs(step.Y) * tangent <= -step.X + 1e-6, $"{section.Plane} is steeper than {plan.Convergence.Value.Target.PerWall.Degrees}° at {outline[i]}");
            }
        }
    });

    [Fact(DisplayName = "At every number of the drawing at least that depth is cut")]
    public void Drawing_gives_the_depth() => Sample((plan, drawing) =>
    {
        foreach (var section in Sections(drawing))
        {
            foreach (var mark in section.Marks)
            {
                // Within two millimetres of the margin the depth still grows from the shelf's width.
                if (section.Margins.Any(margin => mark.At.Y - margin.At.Y < 2)) continue;
                var depth = plan.Zone(mark.Zone)!.Depth.Value.Target.Value;
                Assert.True(mark.Cut >= depth - 0.02, $"{mark.Zone}: {mark.Cut} of {depth}");
                Assert.Equal(section.Planned.Outline.DistanceToEdge(mark.At), mark.Cut);
            }
        }
    });

    [Fact(DisplayName = "The present outline has the published crown size (S10, recalled from memory) on every tooth, or the measured one")]
    public void Outlines_have_their_size()
    {
        // Length, mesiodistal, faciolingual; upper then lower, central incisor to third molar.
        double[][] sizes =
        [
            [10.5, 8.5, 7.0], [9.0, 6.5, 6.0], [10.0, 7.5, 8.0], [8.5, 7.0, 9.0], [8.5, 7.0, 9.0], [7.5, 10.0, 11.0], [7.0, 9.0, 11.0], [6.5, 8.5, 10.0],
            [9.0, 5.0, 6.0], [9.5, 5.5, 6.5], [11.0, 7.0, 7.5], [8.5, 7.0, 7.5], [8.0, 7.0, 8.0], [7.5, 11.0, 10.5], [7.0, 10.5, 10.0], [7.0, 10.0, 9.5],
        ];
        foreach (var tooth in ToothCode.All)
        {
            var size = sizes[(tooth.Jaw == Jaw.Upper ? 0 : 8) + tooth.Position - 1];
            var drawing = Shipped.Unit($"{tooth.Iso} crown metal").Drawing;
            Assert.Equal<double[]>(size, [drawing.Size.Length, drawing.Size.Mesiodistal, drawing.Size.Faciolingual]);
            Assert.Equal(size[1], Width(drawing.Mesiodistal), 2);
            Assert.Equal(size[0], drawing.Faciolingual.Append(drawing.Mesiodistal).Max(section => section.Present.Max(point => point.Y)), 1);
            // An incisor's section through its middle may miss its fullest place by a tenth.
            Assert.InRange(drawing.Faciolingual.Max(Width), size[2] - 0.15, size[2] + 0.15);
            Assert.Equal(size[1], Extent(drawing.Above.Present.Select(point => point.X)), 1);
            Assert.InRange(Extent(drawing.Above.Present.Select(point => point.Y)), size[2] - 0.3, size[2] + 0.3);
        }

        var measured = Shipped.Unit("36 crown metal", inputs => inputs with { SizeMm = new SizeInput(8.0, 11.6, null) }).Drawing;
        Assert.Equal(11.6, Width(measured.Mesiodistal), 2);
    }

    [Fact(DisplayName = "Every zone can be pointed at, and from above the margin is as wide as planned on all four sides")]
    public void Every_zone_is_drawn() => Sample((plan, drawing) =>
    {
        Assert.Equal(plan.Zones.Select(zone => zone.Zone.Name).Order(), drawing.Above.Marks.Select(mark => mark.Zone).Order());
        // The thirds and halves, walls and tops of a back tooth are all cut by one of its sections.
        var cut = Sections(drawing).SelectMany(section => section.Marks).Select(mark => mark.Zone).ToHashSet();
        Assert.Superset(plan.Zones.Where(zone => zone.Zone.Cusp is null or Cusp.Facial or Cusp.Mesiofacial).Select(zone => zone.Zone.Name).Where(name => !name.Contains("gingival", StringComparison.Ordinal)).ToHashSet(), cut);

        double Width(Func<Vec2, double> along)
        {
            var at = drawing.Above.FinishLine.ToList().IndexOf(drawing.Above.FinishLine.MaxBy(along));
            return (drawing.Above.FinishLine[at] - drawing.Above.Axial[at]).Length;
        }

        (Segment Side, Func<Vec2, double> Along)[] sides = [(Segment.Facial, p => p.Y), (Segment.Mesial, p => p.X), (Segment.Lingual, p => -p.Y), (Segment.Distal, p => -p.X)];
        foreach (var (side, along) in sides) Assert.Equal(plan.Margin.At(side).Width.Value.Target.Value, Width(along), 0.03);

        // The view from above and the sections are of one tooth.
        Assert.Equal(drawing.Faciolingual[0].Planned.NearMargin.X, drawing.Above.FinishLine.Max(p => p.Y), 6);
        Assert.Equal(drawing.Mesiodistal.Planned.FarMargin.X, drawing.Above.FinishLine.Min(p => p.X), 6);
    });

    [Fact(DisplayName = "Raising the margin shortens the wall by as much; a longer crown lengthens it by as much")]
    public void Walls_follow_level_and_length()
    {
        double Wall(double level, double length) => Shipped.Unit("36 crown zirconia", inputs => inputs with
        {
            SizeMm = new SizeInput(length), MarginLevelMm = new Dictionary<string, double> { ["mesial"] = level },
        }).Drawing.Mesiodistal.Planned.NearWall;
        // A higher margin starts a little further out on the bulging side, so the wall's top gives some of it back.
        Assert.Equal(0.4, Wall(0.2, 7.5) - Wall(0.6, 7.5), 0.1);
        // The mesial ridge of this form stands at 79 hundredths of the crown's length, above a neck that does not move.
        Assert.Equal(0.79, Wall(0.5, 8.5) - Wall(0.5, 7.5), 0.1);
    }

    private static Gen<T> Among<T>(IReadOnlyList<T> values) => Gen.Int[0, values.Count - 1].Select(index => values[index]);

    private static double Width(SectionDrawing section) => Extent(section.Present.Select(point => point.X));

    private static double Extent(IEnumerable<double> values) => values.Max() - values.Min();

    private static IEnumerable<SectionDrawing> Sections(UnitDrawing drawing) => drawing.Faciolingual.Append(drawing.Mesiodistal);

    private static void Sample(Action<Plan, UnitDrawing> holds) => (from crown in AnyCrown from inputs in AnyInputs select (crown, inputs)).Sample(sample =>
    {
        var zones = Zones.Of(sample.crown.Tooth, sample.inputs.Crossbite);
        bool Known(string key) => zones.Any(zone => zone.Name == key || Kebab.Of(zone.Kind) == key);
        var inputs = sample.inputs with
        {
            Material = sample.crown.Material,
            BuildOutMm = sample.inputs.BuildOutMm.Where(entry => Known(entry.Key)).ToDictionary(),
            RoomBeforeMm = sample.inputs.RoomBeforeMm.Where(entry => Known(entry.Key)).ToDictionary(),
        };
        var made = PlannedUnit.Make(sample.crown.Tooth, inputs, Shipped.Handbook);
        // The only thing random inputs may run into: a short crown, cut deep, with a high margin.
        if (made.Problem?.Code == "margin-off-tooth") return;
        var unit = Shipped.Need(made);
        holds(unit.Plan, unit.Drawing);
    }, iter: 150);
}
