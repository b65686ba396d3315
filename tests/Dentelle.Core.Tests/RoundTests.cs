using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Core.Dentition;
using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Tests;

/// <summary>What is baked for the figure in the round, against asking every triangle; its numbers, against the plan's.</summary>
public sealed class RoundTests
{
    public static TheoryData<string> Kinds =>
        [
            "16 crown zirconia",
            "11 crown lithium disilicate",
            "46 onlay",
            "21 veneer butt",
            "36 inlay",
            "24 partial crown",
            "35 crown metal-ceramic",
        ];

    [Theory(DisplayName = "Depth at a vertex is its distance from the present tooth, triangle by triangle; the error told holds")]
    [MemberData(nameof(Kinds))]
    public void Baked_depth(string line)
    {
        var unit = Shipped.Unit(line);
        var figure = RoundBaker.Of(unit.Preparation, RoundQuality.Draft);
        var (prepared, tooth) = (Named(figure, "prepared"), Named(figure, "tooth"));
        var removed = Values(prepared, "_REMOVED");
        for (var i = 0; i < removed.Length; i += removed.Length / 23)
        {
            var least = Enumerable
                .Range(0, tooth.Surface.TriangleCount)
                .Min(t => Distance(prepared.Surface.Positions[i], tooth.Surface.Triangle(t)));
            Assert.Equal(least, removed[i], 1e-4);
        }
        Assert.All(Values(prepared, "_OPENNESS"), open => Assert.InRange(open, 0, 1));

        var fine = RoundBaker.Of(unit.Preparation, RoundQuality.Fine);
        Assert.InRange(fine.Error, 1e-6, 0.005);
        var full = new MeshTree(unit.Preparation.Body!.Mesh(Dentelle.Geometry.Meshing.Fineness.Full));
        var drawn = Named(fine, "prepared");
        Assert.InRange(drawn.Surface.TriangleCount, 8_000, 40_000);
        // Nothing planned is undercut; single vertices of a ragged step are none.
        var hidden = Values(drawn, "_HIDDEN");
        Assert.InRange(hidden.Count(share => share > 0.5), 0, hidden.Length / 500);
        Assert.InRange(full.Distances(drawn.Surface.Positions.ToArray()).Max(), 0, 0.005);
    }

    [Theory(DisplayName = "Every zone has its number in the round, on the planned surface, where it is cut as deep as the number says")]
    [MemberData(nameof(Kinds))]
    public void Marks(string line)
    {
        var unit = Shipped.Unit(line);
        var marks = unit.Drawing.Round;
        Assert.Equal(unit.Plan.Zones.Select(zone => zone.Zone.Name), marks.Zones.Select(mark => mark.Zone));
        var surface = new MeshTree(Named(RoundBaker.Of(unit.Preparation, RoundQuality.Draft), "prepared").Surface);
        foreach (var mark in marks.Zones)
        {
            Assert.Equal(1, mark.Outward.Length, 1e-6);
            Assert.InRange(surface.Closest(mark.At).Distance, 0, 0.01);
            // Ridges of inner preparations are told straight down to the box's floor, which lies where the number can't be seen.
            var outcome = unit.Preparation.Outcomes.FirstOrDefault(one => one.Zone.Name == mark.Zone);
            if (outcome is not null && mark.Cut > 0)
                Assert.InRange(mark.Cut, outcome.Least.Value - 0.4, outcome.Most.Value + 0.4);
        }
    }

    [Theory(
        DisplayName = "The restoration's own surface stands off the tooth by what each zone is built out, in the round as in the sections"
    )]
    [InlineData("21 veneer butt +1.0")]
    [InlineData("46 crown zirconia tilt mesial 14")]
    public void Built_out(string line)
    {
        var unit = Shipped.Unit(line);
        var figure = RoundBaker.Unplaced(unit.Preparation, RoundQuality.Draft, default);
        var (restored, tooth) = (Named(figure, "restored").Surface, Named(figure, "tooth"));
        var zones = Values(tooth, "_ZONE");
        for (var zone = 0; zone < unit.Plan.Zones.Count; zone++)
        {
            double[] off =
            [
                .. from i in Enumerable.Range(0, zones.Length)
                where zones[i] == zone
                select (double)(restored.Positions[i] - tooth.Surface.Positions[i]).Length(),
            ];
            var builtOut = Math.Abs(unit.Plan.Zones[zone].BuildOut.Value);
            // Where zones meet the surface goes over from one to the other: a narrow ridge is all such places.
            Assert.InRange(off.Max(), builtOut - 0.2, 1.5);
            Assert.InRange(off.Order().ElementAt(off.Length / 2), builtOut - 0.4, builtOut + 0.25);
        }
        foreach (var section in unit.Drawing.Faciolingual.Append(unit.Drawing.Mesiodistal))
        {
            var cut = ToothSection
                .All(unit.Preparation.Present, Shipped.Protocol.Estimates)
                .Single(one => one.Cut.Through == section.Through)
                .Cut;
            var sliced = new Polygon(cut.Flat(cut.Outline(restored)));
            Assert.All(section.Restored.SelectMany(run => run), p => Assert.InRange(sliced.DistanceToEdge(p), 0, 0.3));
        }
    }

    [Fact(DisplayName = "Mapped against another plan a zone is over by what it is cut deeper; against itself a body is right everywhere")]
    public void Map()
    {
        var (zirconia, metal) = (Shipped.Unit("36 crown zirconia"), Shipped.Unit("36 crown metal"));
        var (own, other) = (Drawn(zirconia), Drawn(metal));
        Assert.All(Values(Named(own.Against(own), "prepared"), RoundMap.Name), off => Assert.Equal(0, off, 0.01));
        var body = Named(other.Against(own), "prepared");
        var (off, zones) = (Values(body, RoundMap.Name), Values(body, "_ZONE"));
        foreach (var name in new[] { "functional-cusp-mesiofacial", "non-functional-cusp-mesiolingual", "lingual" })
        {
            var zone = metal.Plan.Zones.ToList().FindIndex(one => one.Zone.Name == name);
            var deeper = metal.Plan.Zones[zone].Depth.Value.Target.Value - zirconia.Plan.Zones[zone].Depth.Value.Target.Value;
            var told = Enumerable.Range(0, off.Length).Where(i => zones[i] == zone).Select(i => (double)off[i]).Order().ToArray();
            Assert.Equal(-deeper, told[told.Length / 2], 0.12);
        }
        // A whole tooth against a cut one: short by what was to be cut.
        var tooth = Named(own, "tooth");
        var uncut = RoundMap.Of(tooth.Surface, new MeshTree(Named(own, "prepared").Surface));
        Assert.Equal(Values(tooth, "_REMOVED").Max(), uncut.Max(), 0.1);

        RoundFigure Drawn(PlannedUnit unit) => RoundBaker.Of(unit.Preparation, RoundQuality.Draft);
    }

    [Fact(DisplayName = "Seen along a path that leans, the wall it leans over is hidden, the one across from it is not")]
    public void Hidden()
    {
        var upright = Shipped.Unit("16 crown zirconia").Preparation;
        var (sin, cos) = Math.SinCos(double.DegreesToRadians(25));
        var leaning = Preparation.Of(upright.Present, upright.Plan with { Path = new Vec3(sin, 0, cos) }, upright.Body, Shipped.Protocol);
        var figure = RoundBaker.Of(leaning, RoundQuality.Fine);
        var (body, hidden) = (Named(figure, "prepared"), Values(Named(figure, "prepared"), "_HIDDEN"));
        // Right teeth are not mirrored: mesial is +x. What lies under a wall that leans away from +x can't be seen from there.
        var mesial = Math.Sign(leaning.Present.Standing(Vec3.UnitX, leaning.Plan.Tooth).X);
        int Count(int side) =>
            Enumerable.Range(0, hidden.Length).Count(i => hidden[i] > 0.5 && body.Surface.Positions[i].X * side * mesial > 2);
        Assert.True(Count(-1) > 100);
        Assert.Equal(0, Count(1));
    }

    [Theory(
        DisplayName = "The engraving ends where the body ends, whatever the side; hatching keeps inside; "
            + "every finish line is there from above"
    )]
    [InlineData("16 crown zirconia", 60, 20)]
    [InlineData("11 crown lithium disilicate", 90, 15)]
    [InlineData("46 onlay", 200, 40)]
    public void Engraving(string line, double azimuth, double elevation)
    {
        var figure = RoundBaker.Of(Shipped.Unit(line).Preparation, RoundQuality.Draft);
        var sight = new RoundSight(azimuth, elevation);
        var lines = RoundEngraver.Lines(figure, sight, 0.15);
        var right = sight.Axes.Right;
        var reach = Named(figure, "prepared").Surface.Positions.ToArray().Where(p => p.Z > 0.2).Select(p => right.Dot(p)).ToArray();
        var outline = Points(lines, RoundStroke.Outline).Select(p => p.X).ToArray();
        Assert.Equal(reach.Max(), outline.Max(), 0.06);
        Assert.Equal(reach.Min(), outline.Min(), 0.06);
        Assert.NotEmpty(Points(lines, RoundStroke.Hatch));
        Assert.All(Points(lines, RoundStroke.Hatch), p => Assert.InRange(p.X, outline.Min() - 0.05, outline.Max() + 0.05));
        Assert.Empty(Points(lines, RoundStroke.Undercut));
        Assert.NotEmpty(Points(lines, RoundStroke.Present));

        // From above no part of a finish line hides behind what is left: its seen length is its own, flattened.
        var above = RoundEngraver.Lines(figure, new RoundSight(270, 90), 0.3).Where(one => one.Stroke == RoundStroke.FinishLine);
        var seen = above.Sum(one => one.Points.Zip(one.Points.Skip(1), (a, b) => (b - a).Length).Sum());
        var whole = figure.FinishLines.Sum(finish =>
            finish.Points.Select((point, i) => (Flat(finish.Points[(i + 1) % finish.Points.Count].At) - Flat(point.At)).Length).Sum()
        );
        Assert.InRange(seen, 0.9 * whole, whole + 0.1);
    }

    [Fact(DisplayName = "A bridge's units stand in their order, each touching the next, all paths one; the pontic is whole")]
    public void Bridge()
    {
        var units = Shipped
            .Plans("35x37 bridge metal-ceramic")
            .Select(plan => Shipped.Need(PlannedUnit.Drawn(plan, Shipped.Handbook)).Preparation)
            .ToArray();
        var bridge = BridgeRound.Of(units, Arch.Of(Shipped.Handbook.Forms), RoundQuality.Fine);
        Assert.Equal(1, bridge.Path.Length, 1e-6);
        double[] along = [.. bridge.Tops.Select(top => top.X * Math.Sign(bridge.Mesial.X))];
        Assert.True(along[0] > along[1] + 6 && along[1] > along[2] + 6, "a molar is some ten wide; mesial first");
        Assert.Equal(2, bridge.Figure.FinishLines.Count);
        var (prepared, tooth) = (Named(bridge.Figure, "prepared"), Named(bridge.Figure, "tooth"));
        Assert.Equal(3, prepared.Surface.Topology.Components.Count);
        Assert.Equal(2, tooth.Surface.Topology.Components.Count);
        Assert.Equal(prepared.Surface.Positions.Length, Values(prepared, "_REMOVED").Length);
        // The pontic alone is engraved too: outline, and no hatching where nothing is cut.
        var pontic = RoundEngraver.Lines(RoundBaker.Of(units[1], RoundQuality.Draft), new RoundSight(60, 20), 0.2);
        Assert.NotEmpty(Points(pontic, RoundStroke.Outline));
        Assert.Empty(Points(pontic, RoundStroke.Hatch));
        // Along the common path no cut place hides under its own abutment.
        var hidden = Values(prepared, "_HIDDEN");
        Assert.InRange(hidden.Count(value => value > 0.5), 0, hidden.Length / 200);
    }

    private static RoundBody Named(RoundFigure figure, string name) => figure.Bodies.Single(body => body.Name == name);

    private static float[] Values(RoundBody body, string name) => body.Values.Single(values => values.Name == name).Values;

    private static Vec2[] Points(IReadOnlyList<RoundLine> lines, RoundStroke stroke) =>
        [.. lines.Where(line => line.Stroke == stroke).SelectMany(line => line.Points)];

    private static Vec2 Flat(Vec3 p) => new(p.X, p.Y);

    /// <summary>Distance of a point from a triangle (Ericson 2005, without a tree).</summary>
    private static double Distance(Vector3 point, (Vec3 A, Vec3 B, Vec3 C) triangle)
    {
        Vec3 p = point;
        var (a, b, c) = triangle;
        var normal = (b - a).Cross(c - a);
        if (normal.LengthSquared > 0)
        {
            var n = normal.Unit;
            var foot = p - (n * (p - a).Dot(n));
            if ((b - a).Cross(foot - a).Dot(n) >= 0 && (c - b).Cross(foot - b).Dot(n) >= 0 && (a - c).Cross(foot - c).Dot(n) >= 0)
                return (p - foot).Length;
        }
        return Math.Min(Edge(a, b), Math.Min(Edge(b, c), Edge(c, a)));

        double Edge(Vec3 from, Vec3 to)
        {
            var along = to - from;
            var t = along.LengthSquared > 0 ? Math.Clamp((p - from).Dot(along) / along.LengthSquared, 0, 1) : 0;
            return (p - from - (along * t)).Length;
        }
    }
}
