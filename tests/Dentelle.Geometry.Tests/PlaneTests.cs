using CsCheck;

namespace Dentelle.Geometry.Tests;

public class PlaneTests
{
    private static Polygon Circle(double radius, int points) =>
        new([
            .. Enumerable
                .Range(0, points)
                .Select(i => new Vec2(radius * Math.Cos(2 * Math.PI * i / points), radius * Math.Sin(2 * Math.PI * i / points))),
        ]);

    [Fact(DisplayName = "A circle's area, inside and edge distance come out as Euclid has them")]
    public void Circle_measures() =>
        Gen.Select(Gen.Double[0.5, 9], Gen.Double[0, 0.98], Gen.Double[0, 2 * Math.PI])
            .Sample(
                (radius, share, angle) =>
                {
                    var circle = Circle(radius, 720);
                    Assert.Equal(Math.PI * radius * radius, circle.Area, radius * radius * 1e-3);
                    var inside = new Vec2(radius * share * Math.Cos(angle), radius * share * Math.Sin(angle));
                    Assert.True(circle.Contains(inside));
                    Assert.False(circle.Contains(inside + new Vec2(2.1 * radius, 0)));
                    Assert.Equal(radius * (1 - share), circle.DistanceToEdge(inside), radius * 1e-3);
                },
                iter: 200
            );

    [Fact(DisplayName = "A Catmull-Rom curve passes through its points; a monotone cubic never overshoots its neighbours")]
    public void Curves_pass_through()
    {
        Vec2[] points = [new(0, 0), new(1, 2), new(3, 2.2), new(4, 0), new(2, -1)];
        var closed = Curves.Through(points, 10, closed: true);
        Assert.Equal(50, closed.Count);
        for (var i = 0; i < points.Length; i++)
            Assert.True((closed[i * 10] - points[i]).Length < 1e-12);

        Vec2[] knots = [new(0, 0), new(1, 1), new(1.2, 5), new(3, 5), new(4, 2)];
        for (var x = 0.0; x <= 4; x += 0.01)
        {
            var span = Enumerable.Range(0, 4).First(i => x <= knots[i + 1].X);
            var (low, high) = (Math.Min(knots[span].Y, knots[span + 1].Y), Math.Max(knots[span].Y, knots[span + 1].Y));
            Assert.InRange(Curves.Monotone(knots, x), low - 1e-9, high + 1e-9);
        }
    }

    [Fact(DisplayName = "Simplifying keeps the ends and strays no further than told")]
    public void Simplified()
    {
        var line = Circle(5, 2000).Points;
        var simple = Curves.Simplified(line, 0.01);
        Assert.InRange(simple.Count, 20, 200);
        Assert.Equal((line[0], line[^1]), (simple[0], simple[^1]));
        var polygon = new Polygon(simple);
        Assert.All(line, point => Assert.True(polygon.DistanceToEdge(point) <= 0.01 + 1e-9));
    }
}
