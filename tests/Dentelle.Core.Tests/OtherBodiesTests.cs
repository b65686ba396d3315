using Dentelle.Core.Anatomy;
using Dentelle.Core.Drawing;
using Dentelle.Core.Measuring;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Tests;

/// <summary>
/// Bodies cut for veneers, inlays and onlays, measured through the geometry library and not through the numbers that made
/// them.
/// </summary>
public class OtherBodiesTests
{
    [Fact(DisplayName = "A veneer takes its depths from the facial thirds and the edge, nothing elsewhere, and draws off along its path")]
    public void Veneers()
    {
        foreach (
            var line in (string[])
                ["11 veneer facial", "11 veneer butt", "12 veneer butt +0.5 dark", "13 veneer wrap", "21 veneer butt", "32 veneer facial"]
        )
        {
            var unit = Shipped.Unit(line);
            var body = Assert.IsType<VeneerForm>(unit.Preparation.Body);
            Assert.True(body.Surface.Topology.IsWatertight, line);
            foreach (
                var outcome in unit.Preparation.Outcomes.Where(outcome =>
                    outcome.Zone.Kind is ZoneKind.FacialIncisalThird or ZoneKind.FacialMiddleThird
                )
            )
                Assert.Equal(unit.Plan.Zone(outcome.Zone.Name)!.Depth.Value.Target.Value, outcome.Usual.Value, 0.05);
            if (unit.Plan.DepthAt(ZoneKind.Edge) > Mm.Zero)
                Assert.Equal(unit.Plan.DepthAt(ZoneKind.Edge).Value, body.Present.Surface.Box.High.Z - body.Surface.Box.High.Z, 0.08);
            // Nothing is added, and below the margin and on the lingual (but for a wrap) nothing is taken.
            var (before, after) = (body.Present.Surface.Positions.ToArray(), body.Surface.Positions.ToArray());
            var tree = new MeshTree(body.Present.Surface);
            for (var i = 0; i < after.Length; i += 3)
            {
                Assert.True(tree.SignedDistance(after[i]) < 0.03, $"{line} {before[i]} {after[i]} {tree.SignedDistance(after[i])}");
                if (
                    before[i].Z < -1.2
                    || (
                        unit.Plan.Restoration != Restoration.VeneerWrap
                        && body.Present.Surface.Normals[i].Y < -0.8
                        && before[i].Z < 0.6 * body.Present.Surface.Box.High.Z
                    )
                )
                    Assert.True((before[i] - after[i]).Length() < 0.02, $"{line} {before[i]}");
            }
            // From the path's end every place of the facial cut is seen: a ray back along the path meets nothing.
            if (unit.Plan.Restoration == Restoration.VeneerWrap)
                continue;
            var cut = new MeshTree(body.Surface);
            var hidden = Enumerable
                .Range(0, after.Length)
                .Where(i => (after[i] - before[i]).Length() > 0.1f)
                .Count(i => cut.AnyHit(new Ray((Vec3)after[i] + (unit.Plan.Path * 0.12), unit.Plan.Path)));
            Assert.True(hidden < 0.01 * after.Length, $"{line}: {hidden} hidden");
        }
    }

    [Theory(
        DisplayName = "Where a section meets the margin it is marked, at its planned level, on the tooth and on what is made of "
            + "it; where it misses it, not"
    )]
    [InlineData("11 veneer butt", "facial lingual", "")]
    [InlineData("13 veneer wrap", "facial lingual", "")]
    [InlineData("16 onlay lithium", "facial lingual", "mesial distal")]
    [InlineData("46 inlay lithium", "", "")]
    public void Margins_in_sections(string line, string across, string along)
    {
        var unit = Shipped.Unit(line);
        SectionDrawing[] sections = [.. unit.Drawing.Faciolingual, unit.Drawing.Mesiodistal];
        foreach (var section in sections)
        {
            var allowed = (section.Plane == SectionPlane.Faciolingual ? across : along).Split(' ', StringSplitOptions.RemoveEmptyEntries);
            Assert.Subset(allowed.ToHashSet(), section.Margins.Select(mark => Kebab.Of(mark.Segment)).ToHashSet());
            foreach (var mark in section.Margins)
            {
                Assert.Equal(unit.Plan.Margin.At(mark.Segment).Level.Value.Value, mark.At.Y - mark.Gum.Y, 1.0);
                Assert.True(section.Present.Min(at => (at - mark.At).Length) < 0.1, $"{line} {mark}");
                Assert.True(section.Prepared.Min(at => (at - mark.At).Length) < 0.25, $"{line} {mark}");
            }
        }
        // A front tooth has one section across, a back one several: at least one of them meets each margin that is expected.
        Assert.Equal(
            across.Split(' ', StringSplitOptions.RemoveEmptyEntries),
            sections.SelectMany(section => section.Margins).Select(mark => Kebab.Of(mark.Segment)).Where(across.Contains).Distinct()
        );
    }

    [Fact(
        DisplayName = "Closing a dark triangle cuts that side through its contact, as wide as the margin and along the path; the "
            + "other contact stays"
    )]
    public void ThroughTheContact()
    {
        var unit = Shipped.Unit("11 veneer butt triangle mesial");
        var body = Assert.IsType<VeneerForm>(unit.Preparation.Body);
        Assert.True(body.Surface.Topology.IsWatertight);
        var (before, after) = (body.Present.Surface.Positions.ToArray(), body.Surface.Positions.ToArray());
        double Lost(int way) =>
            Enumerable.Range(0, before.Length).MaxBy(i => way * before[i].X) is var i ? way * (before[i].X - after[i].X) : 0;
        var width = unit.Plan.Margin.At(Segment.Mesial).Width.Value.Target.Value;
        Assert.InRange(Lost(1), width, width + 0.6);
        Assert.InRange(Lost(-1), 0, 0.02);
        // The finish line lies 0.5 behind the contact: from there lingually nothing is lost.
        var contact = before.MaxBy(p => p.X).Y;
        for (var i = 0; i < before.Length; i++)
        {
            if (before[i].Y < contact - 0.8 && before[i].Z < 8)
                Assert.True((before[i] - after[i]).Length() < 0.02, $"{before[i]}");
        }
        var cut = new MeshTree(body.Surface);
        var hidden = Enumerable
            .Range(0, after.Length)
            .Count(i =>
                (after[i] - before[i]).Length() > 0.1f && cut.AnyHit(new Ray((Vec3)after[i] + (unit.Plan.Path * 0.12), unit.Plan.Path))
            );
        Assert.True(hidden < 0.01 * after.Length, $"{hidden} hidden of {after.Length}");
    }

    [Fact(DisplayName = "A turned tooth loses more from the half that stands out: by sin 12° of the way to the mesial")]
    public void Turned()
    {
        foreach (var line in (string[])["11 veneer butt rotated mesial 12", "21 crown lithium disilicate rotated mesial 12"])
        {
            var unit = Shipped.Unit(line);
            var tree = new MeshTree(unit.Preparation.Body!.Surface);
            var middle = unit.Preparation.Asked.DepthAt(ZoneKind.FacialMiddleThird).Value;
            var z = 0.5 * unit.Preparation.Body.Present.Surface.Box.High.Z;
            foreach (var x in (double[])[-1, 0, 1])
            {
                var present = unit.Preparation.Body.Present.Surface;
                var at = new MeshTree(present).FirstHit(new Ray(new Vec3(x, 20, z), -Vec3.UnitY)).At;
                Assert.Equal(
                    Math.Max(0, middle + (x * Math.Sin(12 * Math.PI / 180))),
                    Math.Abs(tree.SignedDistance((System.Numerics.Vector3)new Vec3(x, 20 - at, z))),
                    0.12
                );
            }
        }
    }

    [Fact(
        DisplayName = "An inlay's trench is as wide as its isthmus and opens by its divergence; boxes reach their depth; nothing "
            + "is undercut toward the bite"
    )]
    public void Cavities()
    {
        var unit = Shipped.Unit("26 inlay lithium disilicate", inputs =>
            inputs with
            {
                Boxes = [ProximalSide.Mesial, ProximalSide.Distal],
            }
        );
        var body = Assert.IsType<CavityForm>(unit.Preparation.Body);
        Assert.True(body.Surface.Topology.IsWatertight);
        var tree = new MeshTree(body.Surface);
        var middle = new Vec3(0, ((BackCrown)body.Present.Form.Shape).Table.Pole.Y, 20);
        var floor = 20 - tree.FirstHit(new Ray(middle, -Vec3.UnitZ)).At;
        double Width(double over)
        {
            var from = middle with { Z = floor + over };
            return tree.FirstHit(new Ray(from, Vec3.UnitY)).At + tree.FirstHit(new Ray(from, -Vec3.UnitY)).At;
        }
        // 2.0 at the floor, and 2·tan 8° more for every millimetre of height; inner angles are rounded below 0.4.
        Assert.Equal(2.0 + (2 * 0.6 * Math.Tan(8 * Math.PI / 180)), Width(0.6), 0.06);
        Assert.Equal(2 * 0.5 * Math.Tan(8 * Math.PI / 180), Width(1.1) - Width(0.6), 0.03);
        // The floor lies 1.75 under the groove's bottom, the boxes' floor half a millimetre above the gum; the axial wall
        // 1.25 or less inside the contact.
        var groove = 20 - new MeshTree(body.Present.Surface).FirstHit(new Ray(middle, -Vec3.UnitZ)).At;
        Assert.Equal(1.75, groove - floor, 0.35);
        foreach (var way in (int[])[-1, 1])
        {
            var contact = body.Present.Surface.Positions.ToArray().MaxBy(p => way * p.X);
            var gingival = 20 - tree.FirstHit(new Ray(new Vec3(contact.X - (way * 0.7), contact.Y, 20), -Vec3.UnitZ)).At;
            Assert.InRange(gingival, 1, floor - 0.8);
            var axial = tree.FirstHit(new Ray(new Vec3(contact.X + way, contact.Y, gingival + 0.5), new Vec3(-way, 0, 0))).At - 1;
            Assert.InRange(axial, 1.0, 2.2);
        }
        var onlay = Shipped.Unit("16 onlay lithium disilicate gap distal 1.2");
        foreach (
            var outcome in onlay.Preparation.Outcomes.Where(outcome =>
                outcome.Zone.Kind is ZoneKind.FunctionalCusp or ZoneKind.NonFunctionalCusp
            )
        )
            Assert.Equal(1.5, outcome.Usual.Value, 0.05);
        // On the functional side stands a shoulder of 1.0 under the cusps, where the plan says the margin lies: 7.5 of
        // crown − 0.7 to the gum − 1.5 − 1.0.
        var shoulder = onlay.Plan.Margin.At(Segment.Lingual);
        Assert.Equal(4.3, shoulder.Level.Value.Value, 6);
        var top = new MeshTree(onlay.Preparation.Body!.Surface);
        var tip = onlay.Preparation.Body.Present.Surface.Positions.ToArray().Where(p => p.X > 0 && p.Y < 0).MaxBy(p => p.Z);
        double Height(double y) => 20 - top.FirstHit(new Ray(new Vec3(tip.X, y, 20), -Vec3.UnitZ)).At;
        var outer = 20 - top.FirstHit(new Ray(new Vec3(tip.X, -20, 5.0 - 0.4), Vec3.UnitY)).At;
        Assert.Equal(5.0, Height(-outer + 0.35), 0.35);
        Assert.True(Height(-outer + 1.6) - Height(-outer + 0.6) > 0.6, "a wall rises behind the shoulder");
        foreach (var cut in (PlannedBody[])[body, onlay.Preparation.Body!])
        {
            var measured = Shipped.Need(PreparationMeasure.Of(cut.Present.Surface, cut.Surface, Vec3.UnitZ));
            // A mesh of tenths of a millimetre is no smoother.
            Assert.True(measured.Undercut is { Volume: < 0.004, MaxDepth: < 0.04 }, $"{measured.Undercut}");
        }
    }
}
