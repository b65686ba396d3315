using CsCheck;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Tests;

/// <summary>Tipping, milling and volumes against brute force.</summary>
public class MechanicsTests
{
    [Fact(DisplayName = "The share of a wall that resists tipping is what a turned section really runs into")]
    public void Resisting_share_by_rotation() =>
        Gen.Select(Gen.Double[1, 6], Gen.Double[4, 11], Gen.Double[1, 24])
            .Sample(
                (height, width, wall) =>
                {
                    // The tooth's section: a trapezium; the crown turns about the far foot by a hair. Points of its near
                    // wall that then lie inside the tooth are stopped.
                    var lean = Math.Tan(wall * Math.PI / 180) * height;
                    if (2 * lean > width)
                        return;
                    const int points = 4000;
                    const double hair = 1e-7;
                    var stopped = 0;
                    for (var i = 0; i < points; i++)
                    {
                        var share = (i + 0.5) / points;
                        var (x, y) = (width - (lean * share), height * share);
                        // Turned upwards and outwards about the origin: counter-clockwise.
                        var (movedX, movedY) = (x - (hair * y), y + (hair * x));
                        // Inside means left of the near wall's line.
                        if ((movedX - width) * height < -lean * movedY)
                            stopped++;
                    }
                    Assert.Equal((double)stopped / points, Resistance.Share(height, width, new WallInclination(wall)), 0.002);
                }
            );

    [Fact(DisplayName = "Limits and remedies keep just the share they promise; the handbook's case of height 0.4 of the base")]
    public void Limits_and_remedies()
    {
        // Height 0.4 of the base: nothing resists from 26.6° per wall, half from 11.8° (derived as the class says; the idea
        // is Parker's, S4, from memory).
        Assert.Equal(2 * 26.565, Resistance.Limit(4, 10, 0).Degrees, 0.01);
        Assert.Equal(2 * 11.79, Resistance.Limit(4, 10, 0.5).Degrees, 0.01);
        Gen.Select(Gen.Double[1, 5], Gen.Double[5, 11], Gen.Double[4, 30])
            .Sample(
                (height, width, toc) =>
                {
                    var wall = new Toc(toc).PerWall;
                    Assert.Equal(0.5, Resistance.Share(Resistance.HeightFor(width, wall, 0.5), width, wall), 1e-9);
                    Assert.Equal(0.5, Resistance.Share(height, Resistance.GrooveReach(height, wall, 0.5), wall), 1e-9);
                    var limit = Resistance.Limit(height, width, 0.5);
                    if (limit.Degrees < 90)
                        Assert.Equal(0.5, Resistance.Share(height, width, limit.PerWall), 1e-9);
                }
            );
        // A crown on a short molar: the shorter wall wants a groove, and the sentence says where.
        var molar = Tipping.Of(
            Shipped.Unit("37 crown metal", inputs => inputs with { SizeMm = new SizeInput(5) }).Preparation,
            Shipped.Protocol
        )!;
        Assert.Contains(molar, way => way.Share < 0.5 && way.Remedies.Any(remedy => remedy.Kind is "groove" or "box"));
    }

    [Fact(
        DisplayName = "A round tool past an edge: shift and loss as a raster finds them; a 1.0 tool on a sharp square edge, and 0.2 of loss"
    )]
    public void Milling_by_raster()
    {
        Assert.Equal((0.207, 0.146), (Math.Round(Milling.Shift(0.5, 0, 90), 3), Math.Round(Milling.Loss(0.5, 0, 90), 3)));
        // 0.2 is lost with a tool of 1.37.
        Assert.Equal(0.2, Milling.Loss(1.366 / 2, 0, 90), 0.001);
        foreach (var (radius, edge, angle) in ((double, double, double)[])[(0.5, 0, 90), (0.5, 0.2, 90), (0.6, 0.1, 110), (0.5, 0.3, 70)])
        {
            // The preparation's edge points up, its sharp corner at the origin. What a disc of radius q carves out of that
            // corner is everything within q of
            // a corner set in by q. The tool's hollow is moved up step by step until the whole rounded edge fits into it.
            var half = angle / 2 * Math.PI / 180;
            const double step = 1e-4;
            var shift = 0.0;
            while (!Fits())
                shift += step;
            Assert.Equal(shift, Milling.Shift(radius, edge, angle), 2 * step);
            Assert.Equal(shift * Math.Sin(half), Milling.Loss(radius, edge, angle), 2 * step);

            bool Fits() =>
                Enumerable
                    .Range(0, 401)
                    .All(i =>
                    {
                        var turn = half + (i / 400.0 * (Math.PI - (2 * half)));
                        var (x, y) = (
                            Math.Abs(edge * Math.Cos(turn)),
                            -(edge / Math.Sin(half)) + (edge * Math.Sin(turn)) + (radius / Math.Sin(half)) - shift
                        );
                        // Distance from a corner that opens downwards with this half angle.
                        var (beside, along) = ((x * Math.Cos(half)) + (y * Math.Sin(half)), (x * Math.Sin(half)) - (y * Math.Cos(half)));
                        return (
                                beside <= 0 ? 0
                                : along >= 0 ? beside
                                : Math.Sqrt((x * x) + (y * y))
                            )
                            <= radius + 1e-9;
                    });
        }
    }

    [Fact(DisplayName = "An edge rounded as much as is asked for keeps just the least wall; a check of a plan counts with its own tool")]
    public void Radius_that_keeps_the_least()
    {
        Gen.Select(Gen.Double[0.3, 0.8], Gen.Double[60, 130], Gen.Double[0.6, 2], Gen.Double[0.3, 2])
            .Sample(
                (tool, angle, wall, least) =>
                {
                    if (wall < least)
                    {
                        Assert.Null(Milling.EdgeRadiusNeeded(tool, angle, wall, least));
                        return;
                    }
                    var needed = Milling.EdgeRadiusNeeded(tool, angle, wall, least)!.Value;
                    var left = wall - Milling.Loss(tool, needed, angle);
                    Assert.True(needed > 0 ? Math.Abs(left - least) < 1e-9 : needed == 0 && left >= least);
                }
            );
        foreach (var line in (string[])["36 crown zirconia", "36 crown lithium disilicate", "11 crown zirconia layered"])
        {
            var check = MillingCheck.Of(Shipped.Plan(line), Shipped.Protocol)!;
            Assert.Equal(check.WallMm - check.LossMm, check.LeftMm, 1e-9);
            Assert.Equal(Milling.Loss(check.ToolDiameterMm / 2, check.EdgeRadiusMm, check.IncludedDeg), check.LossMm, 0.001);
            if (check.EdgeRadiusNeededMm is > 0 and var radius)
                Assert.Equal(check.LeastMm, check.WallMm - Milling.Loss(check.ToolDiameterMm / 2, radius, check.IncludedDeg), 0.002);
        }
        Assert.Null(MillingCheck.Of(Shipped.Plan("36 crown mc full"), Shipped.Protocol));
    }

    [Fact(DisplayName = "Volumes by columns agree with the bodies' own; what is cut of crown, enamel and pulp hangs together")]
    public void Costs()
    {
        foreach (var line in (string[])["36 crown zirconia", "11 crown lithium disilicate", "24 crown mc full"])
        {
            var unit = Shipped.Unit(line);
            var body = unit.Preparation.Body!;
            var cost = unit.Preparation.Cost!;
            // Gauss's theorem over the facets knows nothing of columns.
            Assert.Equal(body.Present.Surface.Volume - body.Surface.Volume, cost.RemovedMm3, 0.01 * cost.RemovedMm3);
            Assert.InRange(cost.Share, 0.1, 0.8);
            Assert.Equal(cost.RemovedMm3 / cost.CrownMm3, cost.Share, 0.002);
            Assert.InRange(cost.EnamelLeftShare, 0, 0.8);
            Assert.All(cost.Pulp, zone => Assert.InRange(zone.LeftMm, 0.05, 6));
        }
        // Thicker material never cuts less.
        double Removed(string line) => Shipped.Unit(line).Preparation.Cost!.RemovedMm3;
        Assert.True(Removed("36 crown zirconia layered") > Removed("36 crown zirconia"));
        // A ball in a ball, by the facets of both.
        var (large, small) = (Ball(3), Ball(2));
        Assert.Equal(large.Volume - small.Volume, new ColumnVolumes([large, small], 0.05).Where(where => where == 1), 0.1);
    }

    private static Geometry.Meshes.Mesh Ball(double radius) =>
        Geometry.Fields.SurfaceExtraction.Of(
            Geometry.Fields.SampledField.Of(
                new Geometry.Fields.FormulaField(p => p.Length - radius),
                new Box3(new Vec3(-3.5, -3.5, -3.5), new Vec3(3.5, 3.5, 3.5)),
                0.1
            ),
            null
        );
}
