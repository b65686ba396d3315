using Dentelle.Core.Forms;
using Dentelle.Core.Measuring;
using Dentelle.Core.Planning;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Tests;

/// <summary>Bodies cut for veneers, inlays and onlays, measured through the geometry library and not through the numbers that made them.</summary>
public class OtherBodiesTests
{
    [Fact(DisplayName = "A veneer takes its depths from the facial thirds and the edge, nothing elsewhere, and draws off along its path")]
    public void Veneers()
    {
        foreach (var line in (string[])["11 veneer facial", "11 veneer butt", "12 veneer butt +0.5 dark", "13 veneer wrap", "21 veneer butt", "32 veneer facial"])
        {
            var unit = Shipped.Unit(line);
            var body = Assert.IsType<VeneerForm>(unit.Drawing.Body);
            Assert.True(body.Surface.Topology.IsWatertight, line);
            foreach (var outcome in unit.Drawing.Outcomes.Where(outcome => outcome.Zone.Kind is ZoneKind.FacialIncisalThird or ZoneKind.FacialMiddleThird))
                Assert.Equal(unit.Plan.Zone(outcome.Zone.Name)!.Depth.Value.Target.Value, outcome.Usual.Value, 0.05);
            if (unit.Plan.DepthAt(ZoneKind.Edge) > Mm.Zero)
                Assert.Equal(unit.Plan.DepthAt(ZoneKind.Edge).Value, body.Present.Surface.Box.High.Z - body.Surface.Box.High.Z, 0.08);
            // Nothing is added, and below the margin and on the lingual (but for a wrap) nothing is taken.
            var (before, after) = (body.Present.Surface.Positions.ToArray(), body.Surface.Positions.ToArray());
            var tree = new MeshTree(body.Present.Surface);
            for (var i = 0; i < after.Length; i += 3)
            {
                Assert.True(tree.SignedDistance(after[i]) < 0.03, $"{line} {before[i]} {after[i]} {tree.SignedDistance(after[i])}");
                if (before[i].Z < -1.2 || (unit.Plan.Restoration != Restoration.VeneerWrap && body.Present.Surface.Normals[i].Y < -0.8 && before[i].Z < 0.6 * body.Present.Surface.Box.High.Z))
                    Assert.True((before[i] - after[i]).Length() < 0.02, $"{line} {before[i]}");
            }
            // From the path's end every place of the facial cut is seen: a ray back along the path meets nothing.
            if (unit.Plan.Restoration == Restoration.VeneerWrap) continue;
            var cut = new MeshTree(body.Surface);
            var hidden = Enumerable.Range(0, after.Length).Where(i => (after[i] - before[i]).Length() > 0.1f)
                .Count(i => cut.AnyHit(new Ray((Vec3)after[i] + (unit.Plan.Path * 0.12), unit.Plan.Path)));
            Assert.True(hidden < 0.01 * after.Length, $"{line}: {hidden} hidden");
        }
    }

    [Fact(DisplayName = "An inlay's trench is as wide as its isthmus and opens by its divergence; boxes reach their depth; nothing is undercut toward the bite")]
    public void Cavities()
    {
        var unit = Shipped.Unit("26 inlay lithium disilicate", inputs => inputs with { Boxes = [ProximalSide.Mesial, ProximalSide.Distal] });
        var body = Assert.IsType<CavityForm>(unit.Drawing.Body);
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
        // The floor lies 1.75 under the groove's bottom, the boxes' floor half a millimetre above the gum; the axial wall 1.25 or less inside the contact.
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
        foreach (var outcome in onlay.Drawing.Outcomes.Where(outcome => outcome.Zone.Kind is ZoneKind.FunctionalCusp or ZoneKind.NonFunctionalCusp))
            Assert.Equal(1.5, outcome.Usual.Value, 0.05);
        foreach (var cut in (PlannedBody[])[body, onlay.Drawing.Body!])
        {
            var measured = Shipped.Need(PreparationMeasure.Of(cut.Present.Surface, cut.Surface, Vec3.UnitZ));
            Assert.True(measured.Undercut.Volume < 0.001, $"{measured.Undercut}");
        }
    }
}
