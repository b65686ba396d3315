using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Tests;

/// <summary>
/// Planned bodies of the sixteen kinds in all crown materials, measured from their surfaces, not from the generator's own
/// numbers.
/// </summary>
public class PlannedFormTests
{
    private static readonly ZoneKind[] HeldToDepth =
    [
        ZoneKind.Edge,
        ZoneKind.FunctionalCusp,
        ZoneKind.NonFunctionalCusp,
        ZoneKind.FunctionalCuspBevel,
        ZoneKind.Groove,
        ZoneKind.FacialOcclusalHalf,
        ZoneKind.FacialIncisalThird,
    ];

    /// <summary>script/bench asks for the full size.</summary>
    private static readonly Fineness Size =
        Environment.GetEnvironmentVariable("DENTELLE_BODIES") == "full" ? Fineness.Full : Fineness.Preview;

    public static TheoryData<int> Quarters => [0, 1, 2, 3];

    [Theory(DisplayName = "Watertight, not undercut, margin and convergence as planned, depths reached or the reason told")]
    [MemberData(nameof(Quarters))]
    public void Bodies(int quarter)
    {
        var (held, asked) = (0, 0);
        foreach (var tooth in ToothCode.All.Where(t => t.Quadrant is 1 or 3 && t.Position % 4 == quarter))
        {
            foreach (var crown in Shipped.Crowns)
            {
                var made = Planner.Make(Assessment.Of(tooth), Decision.Crown(crown.Materials[0]), Shipped.Protocol);
                if (!made.Is(out var plan, out _))
                    continue;
                var what = $"{tooth} {crown.Materials[0]}";
                var planned = (PlannedForm)Shipped.Need(Preparer.Body(plan, Shipped.Protocol, Shipped.Handbook.Forms));
                var mesh = planned.Unplaced(Size);
                Assert.True(mesh.Topology.IsWatertight, what);
                var cut = Cut(planned, mesh);
                var overhang = cut.Where(facet => facet.Normal.Z < -0.03).Sum(facet => facet.Area) / cut.Sum(facet => facet.Area);
                Assert.True(overhang < 0.0005, $"{what} {overhang:0.0000}");
                Walls(planned, mesh, what);
                var prepared = Shipped.Need(Preparer.Make(plan, Shipped.Protocol, Shipped.Handbook.Forms));
                foreach (var outcome in prepared.Outcomes)
                {
                    var off = outcome.Usual.Value - outcome.Planned.Value;
                    // What differs is explained, and nothing but a wall comes out shallower.
                    if (Math.Abs(off) > 0.05)
                        Assert.False(outcome.Why is null, $"{what} {outcome}");
                    if (!HeldToDepth.Contains(outcome.Zone.Kind))
                        continue;
                    Assert.True(off > -0.35, $"{what} {outcome}");
                    asked++;
                    if (Math.Abs(off) <= 0.05)
                        held++;
                }
            }
        }
        Assert.True(held > 0.65 * asked, $"{held} of {asked}");
    }

    [Fact(DisplayName = "What a wall takes beyond the material's least is planned with its reason: a shoulder of 1.1 under a contact")]
    public void Walls_are_planned_as_they_are_cut()
    {
        var preparation = Shipped.Unit("36 crown metal-ceramic facial").Preparation;
        var (asked, mesial) = (preparation.Asked.Zone("mesial")!.Depth.Value, preparation.Plan.Zone("mesial")!.Depth);
        Assert.Equal(0.7, asked.Target.Value, 6);
        // A wall of 6° that stands 1.1 inside the margin of a bulging side takes at least that.
        Assert.InRange(mesial.Value.Target.Value, 1.1, 1.8);
        Assert.Contains(
            "At least 0.7 for the material; a 6° wall from a 1.1 shoulder takes",
            mesial.Reasons[^1].Text,
            StringComparison.Ordinal
        );
        Assert.Equal(mesial.Value.Target.Rounded, mesial.Reasons.Sum(reason => reason.Effect ?? 0), 6);
    }

    [Fact(DisplayName = "A high margin leaves no wall: a problem by name; a measured size is cut from that size")]
    public void Problems_and_sizes()
    {
        var plan = Shipped.Need(
            PlannedUnit.PlanOnly(
                ToothCode.FromIso("36")!.Value,
                Shipped.Unit("36 crown metal").Plan is { }
                    ? new PlanInputs
                    {
                        Material = Material.Metal,
                        SizeMm = new SizeInput(6),
                        MarginLevelMm = new Dictionary<string, double> { ["distal"] = 4.0 },
                    }
                    : null!,
                Shipped.Handbook
            )
        );
        Assert.Equal("margin-off-tooth", Preparer.Body(plan, Shipped.Protocol, Shipped.Handbook.Forms).Problem?.Code);
        var longer = Shipped.Unit("36 crown metal", inputs => inputs with { SizeMm = new SizeInput(9) });
        Assert.Equal(
            9,
            Shipped
                .Need(Preparer.Body(longer.Plan, Shipped.Protocol, Shipped.Handbook.Forms))
                .Present.Surface.Positions.ToArray()
                .Where(p => p.Y > 0)
                .Max(p => p.Z),
            0.05
        );
    }

    [Fact(DisplayName = "Under a right-angled ridge the top lies d·√2 down and r·(√2 − 1) more for its round; on the slopes exactly d")]
    public void Reduced_roof()
    {
        // Two 45° slopes; vertices 0.1 apart.
        const int n = 81;
        var positions = Enumerable
            .Range(0, n * n)
            .Select(i => new System.Numerics.Vector3((i % n * 0.1f) - 4, (i / n * 0.1f) - 4, -Math.Abs((i % n * 0.1f) - 4)))
            .ToArray();
        var corners = Enumerable
            .Range(0, n * (n - 1))
            .Where(i => i % n < n - 1)
            .SelectMany(i => new[] { i, i + 1, i + n + 1, i, i + n + 1, i + n })
            .ToArray();
        var roof = new Mesh(positions, corners);
        var (d, r) = (1.2, 0.4);
        var top = new ReducedTop(roof, [.. positions.Select(_ => d)], r, (_, _) => 1, 0.05);
        Assert.Equal(-(d * Math.Sqrt(2)) - (r * (Math.Sqrt(2) - 1)), top.Height(0, 0), 0.05);
        foreach (var x in (double[])[-1.5, -1, 1, 1.5])
            Assert.Equal(d, (-Math.Abs(x) - top.Height(x, 0.3)) / Math.Sqrt(2), 0.02);
    }

    private readonly record struct Facet(Vec3 Middle, Vec3 Normal, double Area);

    /// <summary>The cut surface: facets above the margin that lie inside the present tooth.</summary>
    private static Facet[] Cut(PlannedForm planned, Mesh mesh)
    {
        var inside = planned.Present.Tree.SignedDistances(
            Enumerable.Range(0, mesh.TriangleCount).Select(i => (System.Numerics.Vector3)Middle(mesh, i)).ToArray()
        );
        return
        [
            .. Enumerable
                .Range(0, mesh.TriangleCount)
                .Where(i => inside[i] < -0.05)
                .Select(i => new Facet(Middle(mesh, i), mesh.AreaVector(i).Unit, mesh.AreaVector(i).Length / 2)),
        ];
    }

    /// <summary>
    /// In eight directions the wall is laid through the surface as a straight line: its lean is half the convergence, and
    /// down at the margin it stands the margin's width inside the tooth.
    /// </summary>
    private static void Walls(PlannedForm planned, Mesh mesh, string what)
    {
        var tree = new MeshTree(mesh);
        var ring = planned.Margin;
        var wall = planned.Plan.Convergence.Value.Target.PerWall.Degrees;
        for (var k = 0; k < 8; k++)
        {
            // Square to the ring, as margins are measured.
            var angle = k * Math.PI / 4;
            var (at, before, after) = (
                ring.Out(angle, ring.Radius(angle)),
                ring.Out(angle - 0.03, ring.Radius(angle - 0.03)),
                ring.Out(angle + 0.03, ring.Radius(angle + 0.03))
            );
            var inward = (after - before).Turned.Unit;
            var width = planned.Plan.Margin.WidthAt(Segments.Position(angle)).Value;
            var points = new List<Vec2>();
            // Above the inner angle of the shelf and clear of the rounded edge to the top.
            var free = Math.Max(0.8, 1.2 * ring.At(at.X, at.Y).Fillet);
            for (var height = free; height <= free + 1.6; height += 0.2)
            {
                var z = ring.Level(angle) + height;
                var centre = new Vec3(at.X + (inward.X * (width + 1.5)), at.Y + (inward.Y * (width + 1.5)), z);
                // A narrow core may end before the line begins.
                if (planned.At(centre) > -0.05)
                    continue;
                var hit = tree.FirstHit(new Ray(centre, new Vec3(-inward.X, -inward.Y, 0)));
                if (!hit.IsHit)
                    continue;
                var normal = mesh.AreaVector(hit.Triangle).Unit;
                if (Math.Abs(normal.Z) < 0.3 && planned.WallLead(centre - (new Vec3(inward.X, inward.Y, 0) * hit.At)) > 0.45)
                    points.Add(new Vec2(height, width + 1.5 - hit.At));
            }
            if (points.Count < 5)
                continue;
            var (slope, start) = Line(points);
            Assert.True(
                Math.Abs(wall - double.RadiansToDegrees(Math.Atan(slope))) < 0.5 && Math.Abs(width - start) < 0.05,
                $"{what}, {k}: {double.RadiansToDegrees(Math.Atan(slope)):0.00}° for {wall}°, {start:0.000} for {width:0.000}"
            );
        }
    }

    private static (double Slope, double Start) Line(List<Vec2> points)
    {
        var (x, y) = (points.Average(p => p.X), points.Average(p => p.Y));
        var slope = points.Sum(p => (p.X - x) * (p.Y - y)) / points.Sum(p => (p.X - x) * (p.X - x));
        return (slope, y - (slope * x));
    }

    private static Vec3 Middle(Mesh mesh, int i)
    {
        var (a, b, c) = mesh.Triangle(i);
        return (a + b + c) / 3;
    }
}
