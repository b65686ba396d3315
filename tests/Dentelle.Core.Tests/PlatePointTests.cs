using Dentelle.Core.Dentition;
using Dentelle.Core.Drawing;
using Dentelle.Geometry;

namespace Dentelle.Core.Tests;

/// <summary>Places of the plate that are no zones: margins and contacts against the lines drawn beside them and plain measuring.</summary>
public sealed class PlatePointTests
{
    [Theory(DisplayName = "Each piece of the margin is a point on the finish line, in its own direction")]
    [InlineData("46 crown zirconia")]
    [InlineData("11 crown lithium disilicate")]
    [InlineData("24 crown metal-ceramic")]
    public void Margins(string line)
    {
        var unit = Shipped.Unit(line);
        var points = unit.Drawing.Points.Where(point => point.Kind == PlatePointKind.Margin).ToArray();
        Assert.Equal(unit.Plan.Margin.Pieces.Select(piece => Kebab.Of(piece.Segment)), points.Select(point => point.Where));
        var finish = new Polygon(unit.Drawing.Above.FinishLine);
        Assert.All(points, point => Assert.InRange(finish.DistanceToEdge(point.At), 0, 0.02));
        // Mesial +x, facial +y: the names of the eight directions, as on a compass.
        var bearing = points.ToDictionary(point => point.Where, point => point.At - Middle(finish));
        Assert.True(bearing["mesial"].X > 2 * Math.Abs(bearing["mesial"].Y));
        Assert.True(bearing["facial"].Y > 2 * Math.Abs(bearing["facial"].X));
        Assert.True(bearing["distolingual"] is { X: < -1, Y: < -1 });
    }

    [Fact(DisplayName = "A contact cut through tells the least room to the neighbour; one that stays, or has no neighbour, tells none")]
    public void Contacts()
    {
        var crown = Shipped.Unit("46 crown zirconia");
        var (contacts, around) = (In(crown), Surroundings.Of(crown.Preparation.Present, Arch.Of(Shipped.Handbook.Forms)));
        Assert.Equal(["mesial", "distal"], contacts.Select(contact => contact.Where));
        foreach (var (contact, neighbour) in contacts.Zip(around.Neighbours))
        {
            var side = contact.Where == "mesial" ? 1 : -1;
            Assert.True(contact.At.X * side > 4, "a first molar is eleven wide");
            // Vertex by vertex, without a tree: an upper bound, and near it where facets are small.
            Vec3[] others = [.. neighbour.Surface.Positions.ToArray().Select(p => (Vec3)p).Where(p => p.X * side > 0)];
            var plain = crown
                .Preparation.Cut!.Places.Where(place => place.X * side > 3)
                .Min(place => others.Min(other => (other - place).Length));
            Assert.InRange(contact.Reason!.Effect!.Value, plain - 0.05, plain);
        }

        var veneer = Shipped.Unit("11 veneer facial porcelain");
        Assert.All(In(veneer), contact => Assert.Null(contact.Reason));
        var alone = Shipped.Unit("46 crown zirconia", inputs =>
            inputs with
            {
                Findings = (inputs.Findings ?? new()) with { NoNeighbour = [ProximalSide.Distal] },
            }
        );
        Assert.Equal(["mesial"], In(alone).Select(contact => contact.Where));
    }

    private static IReadOnlyList<PlatePoint> In(Dentelle.Core.Exchange.PlannedUnit unit) =>
        Draughtsman.Around(unit.Preparation, Shipped.Protocol, Shipped.Handbook.Forms).Contacts;

    private static Vec2 Middle(Polygon line) =>
        new((line.Points.Min(p => p.X) + line.Points.Max(p => p.X)) / 2, (line.Points.Min(p => p.Y) + line.Points.Max(p => p.Y)) / 2);
}
