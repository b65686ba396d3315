using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Tests;

public class ToothFormTests
{
    private static readonly ToothCode[] Kinds = [.. ToothCode.All.Where(tooth => tooth.Quadrant is 1 or 3)];

    private static ToothForm Form(string iso, CrownSize? size = null, ToothCondition? condition = null) =>
        new(Shipped.Handbook.Forms.Table, ToothCode.FromIso(iso)!.Value, size, condition);

    private static Mesh Body(string iso, CrownSize? size = null, ToothCondition? condition = null) =>
        Form(iso, size, condition).Mesh(Fineness.Preview);

    [Fact(
        DisplayName = "All 32 teeth are closed bodies of the published size; left and right are mirror images; the mesh keeps to its field"
    )]
    public void Closed_and_sized()
    {
        // Length, mesiodistal, faciolingual (S10, recalled from memory); upper then lower, central incisor to third molar.
        double[][] sizes =
        [
            [10.5, 8.5, 7.0],
            [9.0, 6.5, 6.0],
            [10.0, 7.5, 8.0],
            [8.5, 7.0, 9.0],
            [8.5, 7.0, 9.0],
            [7.5, 10.0, 11.0],
            [7.0, 9.0, 11.0],
            [6.5, 8.5, 10.0],
            [9.0, 5.0, 6.0],
            [9.5, 5.5, 6.5],
            [11.0, 7.0, 7.5],
            [8.5, 7.0, 7.5],
            [8.0, 7.0, 8.0],
            [7.5, 11.0, 10.5],
            [7.0, 10.5, 10.0],
            [7.0, 10.0, 9.5],
        ];
        foreach (var tooth in ToothCode.All)
        {
            var mesh = Body(tooth.Iso);
            Assert.True(mesh.Topology.IsWatertight, tooth.Iso);
            Assert.True(mesh.Volume > 0);
            Assert.Equal(1, mesh.Topology.Components.Count);
            var size = sizes[(tooth.Jaw == Jaw.Upper ? 0 : 8) + tooth.Position - 1];
            // Measured on the facial side.
            Assert.Equal(size[0], Facial(mesh), 0.1);
            Assert.Equal(size[1], mesh.Box.Size.X, 0.1);
            Assert.Equal(size[2], mesh.Box.Size.Y, 0.1);
        }
        Assert.Equal(Body("16").Positions.ToArray().Select(p => p with { X = -p.X }), Body("26").Positions.ToArray());

        foreach (var iso in (string[])["11", "16", "34", "37"])
        {
            var form = Form(iso);
            var full = form.Mesh(Fineness.Full);
            Assert.InRange(full.TriangleCount, 95_000, 101_000);
            Assert.True(full.Topology.IsWatertight);
            var off = Enumerable.Range(0, full.TriangleCount).AsParallel().Select(i => OffField(form, full, i)).ToArray();
            Assert.True(off.Count(distance => distance > 0.01) < 0.0001 * off.Length, iso);
            Assert.InRange(off.Max(), 0, 0.02);
        }
    }

    [Theory(DisplayName = "Back teeth have the cusps that the anatomy books count, and the books' highest one")]
    [InlineData("14", 2, Cusp.Facial)]
    [InlineData("15", 2, Cusp.Facial)]
    [InlineData("16", 4, Cusp.Mesiolingual)]
    [InlineData("17", 4, Cusp.Mesiolingual)]
    [InlineData("18", 3, Cusp.Mesiofacial)]
    [InlineData("34", 2, Cusp.Facial)]
    [InlineData("35", 3, Cusp.Facial)]
    [InlineData("36", 5, Cusp.Mesiolingual)]
    [InlineData("37", 4, Cusp.Mesiolingual)]
    [InlineData("38", 5, Cusp.Mesiolingual)]
    public void Cusps_are_there(string iso, int count, Cusp highest)
    {
        var form = Form(iso);
        var mesh = form.Unplaced(Fineness.Preview);
        var tops = Peaks(mesh, 1.1f);
        Assert.Equal(count, tops.Count);
        var back = (BackCrown)form.Shape;
        var nearest = back.Form.Cusps!.MinBy(cusp => (back.Place(cusp.Value) - new Vec2(tops[0].X, tops[0].Y)).Length).Key;
        Assert.Equal(Kebab.Of(highest), nearest);
    }

    [Fact(DisplayName = "Necks, contours and contacts stand where the books have them")]
    public void Anatomy()
    {
        foreach (var tooth in Kinds)
        {
            var form = Form(tooth.Iso);
            var mesh = form.Unplaced(Fineness.Preview);
            var length = form.Size.Length;
            Vec3 Farthest(Func<Vec3, double> along) => (Vec3)mesh.Positions.ToArray().MaxBy(p => along(p));
            // The cervical line rises more on the mesial than on the distal, and lies lowest facially and lingually.
            var (mesial, facial, distal, lingual) = (
                form.Neck(0).Z,
                form.Neck(Math.PI / 2).Z,
                form.Neck(Math.PI).Z,
                form.Neck(-Math.PI / 2).Z
            );
            Assert.True(mesial > distal && distal >= Math.Max(facial, lingual), tooth.Iso);
            // Facial height of contour in the gingival third; the mesial contact stands higher than the distal one.
            Assert.InRange(Farthest(p => p.Y).Z / length, 0.1, 0.4);
            Assert.True(Farthest(p => p.X).Z > Farthest(p => -p.X).Z - 0.15, tooth.Iso);
            Assert.InRange(Farthest(p => p.X).Z / length, 0.45, 0.95);
        }
        // Front teeth touch in the incisal third, back teeth about the middle.
        Assert.True(Body("11").Positions.ToArray().MaxBy(p => p.X).Z > 0.66 * 10.5);
        Assert.InRange(Body("36").Positions.ToArray().MaxBy(p => -p.X).Z / 7.5, 0.45, 0.7);
    }

    private static double Facial(Mesh mesh) => mesh.Positions.ToArray().Where(p => p.Y > 0).Max(p => p.Z);

    [Fact(DisplayName = "Every parameter does what its name says: size, wear, erosion, rotation, tilt")]
    public void Parameters()
    {
        var sound = Body("16");
        var larger = Body("16", new CrownSize(8.2, 11, 8.8, 12, 10.9));
        Assert.Equal(8.2, Facial(larger), 0.05);
        Assert.Equal(11, larger.Box.Size.X, 0.05);

        foreach (var wear in (double[])[0.5, 1.0])
        {
            var worn = Body("16", condition: new ToothCondition(WearMm: wear));
            Assert.True(worn.Topology.IsWatertight);
            Assert.Equal(7.5 - wear, Facial(worn), 0.05);
            // Facets are flat: level surface near the top that a sound tooth has not.
            Assert.True(Level(worn, 1.5 * wear) > 3 * Level(sound, wear));
        }
        Assert.Equal(10.5 - 0.8, Body("11", condition: new ToothCondition(WearMm: 0.8)).Box.High.Z, 0.05);
        var eroded = Body("16", condition: new ToothCondition(TipErosionMm: 0.6));
        Assert.InRange(sound.Box.High.Z - eroded.Box.High.Z, 0.25, 0.7);
        Assert.InRange(sound.Volume - eroded.Volume, 1, 12);
        // Sharper than wear: nothing level is left behind.
        Assert.True(Level(eroded, 1) < Level(Body("16", condition: new ToothCondition(WearMm: 0.6)), 1));

        var turned = Body("16", condition: new ToothCondition(RotationDeg: 20));
        Assert.Equal(sound.Volume, turned.Volume, 0.01);
        Assert.Equal(20, Angle(turned.Positions[0], sound.Positions[0]), 0.01);
        var tilted = Body("16", condition: new ToothCondition(TiltMesialDeg: 15));
        Assert.Equal(
            sound.Positions[0].Z * Math.Sin(15 * Math.PI / 180) + (sound.Positions[0].X * Math.Cos(15 * Math.PI / 180)),
            tilted.Positions[0].X,
            1e-3
        );
        var leaning = Body("16", condition: new ToothCondition(TiltFacialDeg: 10));
        Assert.Equal(
            (sound.Positions[0].Y * Math.Cos(10 * Math.PI / 180)) + (sound.Positions[0].Z * Math.Sin(10 * Math.PI / 180)),
            leaning.Positions[0].Y,
            1e-3
        );

        static double Level(Mesh mesh, double below) =>
            Enumerable
                .Range(0, mesh.TriangleCount)
                .Where(i => mesh.Triangle(i).A.Z > mesh.Box.High.Z - below && mesh.AreaVector(i).Unit.Z > 0.985)
                .Sum(i => mesh.AreaVector(i).Length / 2);
        static double Angle(Vector3 a, Vector3 b) =>
            Math.Abs(double.RadiansToDegrees(Math.Atan2((a.Y * b.X) - (a.X * b.Y), (a.X * b.X) + (a.Y * b.Y))));
    }

    [Fact(DisplayName = "Each point of the crown belongs to one of the planner's zones, and every zone has a place of its own")]
    public void Zones_cover_the_crown()
    {
        foreach (var tooth in Kinds)
        {
            foreach (var crossbite in (bool[])[false, true])
            {
                var form = Form(tooth.Iso);
                var mesh = form.Unplaced(Fineness.Preview);
                var zones = new SurfaceZones(form, crossbite, Shipped.Protocol.Shape.BevelHeightMm.Value);
                var labels = zones.Of(mesh);
                var areas = new double[zones.All.Count];
                for (var i = 0; i < mesh.TriangleCount; i++)
                {
                    var label = labels[mesh.Corners[3 * i]];
                    if (label >= 0)
                        areas[label] += mesh.AreaVector(i).Length / 2;
                    else
                        Assert.True(mesh.Triangle(i).A.Z < 4, "only the root has no zone");
                }
                for (var i = 0; i < areas.Length; i++)
                    Assert.True(areas[i] > 0.2, $"{tooth} {zones.All[i]} {areas[i]}");
                // Facial zones lie facially, mesial ones mesially.
                foreach (var i in Enumerable.Range(0, labels.Length).Where(i => labels[i] >= 0))
                {
                    var (kind, p) = (zones.All[labels[i]].Kind, mesh.Positions[i]);
                    if (kind == ZoneKind.Mesial)
                        Assert.True(p.X > 0);
                    if (kind == ZoneKind.FacialGingivalHalf)
                        Assert.True(p.Y > 0);
                    if (kind == ZoneKind.Lingual)
                        Assert.True(p.Y < 0);
                }
            }
        }
    }

    [Theory(
        DisplayName = "Enamel per third is the average of the textbooks within a tenth (recalled from memory), dentine lies "
            + "inside the tooth and the pulp inside the dentine"
    )]
    [InlineData("11", 1.0, 1.2, 0.8, 0.9, 0.3, 0.5)]
    [InlineData("12", 1.0, 1.0, 0.8, 0.8, 0.3, 0.4)]
    [InlineData("13", 1.1, 1.1, 0.9, 0.9, 0.3, 0.4)]
    public void Enamel(
        string iso,
        double incisalFrom,
        double incisalTo,
        double middleFrom,
        double middleTo,
        double cervicalFrom,
        double cervicalTo
    )
    {
        var tooth = Shipped.Handbook.Forms.Tooth(ToothCode.FromIso(iso)!.Value, Form(iso).Size);
        var inside = tooth.Inside(Shipped.Protocol.Estimates);
        var dentine = new MeshTree(inside.Dentine);
        var length = tooth.Form.Size.Length;
        double At(double share)
        {
            var facial = tooth
                .Surface.Positions.ToArray()
                .Where(p => Math.Abs(p.X) < 0.4 && p.Y > 0 && Math.Abs(p.Z - (share * length)) < 0.4)
                .Select(p => dentine.Closest(p).Distance)
                .Order()
                .ToArray();
            return facial[facial.Length / 2];
        }

        Assert.InRange(At(5 / 6.0), incisalFrom - 0.1, incisalTo + 0.1);
        Assert.InRange(At(0.5), middleFrom - 0.1, middleTo + 0.1);
        Assert.InRange(At(1 / 6.0), cervicalFrom - 0.1, cervicalTo + 0.1);
        Assert.True(inside.Dentine.Topology.IsWatertight);
        Assert.All(inside.Dentine.Positions.ToArray().Where((_, i) => i % 11 == 0), p => Assert.True(tooth.Tree.SignedDistance(p) < 0.02));
        Assert.All(inside.Pulp.Positions.ToArray().Where((p, i) => i % 7 == 0 && p.Z > -2), p =>
            Assert.True(dentine.SignedDistance(p) < -0.3)
        );
    }

    /// <summary>
    /// Means of Deutsch and Musikant, J Endod 2004;30:388, as recalled from memory: facial cusp tip to the chamber's ceiling 6.24 in upper
    /// and 6.36 in lower molars, spread about 0.9; the ceiling at the cementum's edge, horns above it.
    /// </summary>
    [Theory(
        DisplayName = "Chambers of first and second molars lie as deep as measured ones, their horns above; nothing of them "
            + "stands near the bite"
    )]
    [InlineData("16", 6.24)]
    [InlineData("17", 6.24)]
    [InlineData("36", 6.36)]
    [InlineData("37", 6.36)]
    public void Chambers(string iso, double ceiling)
    {
        var tooth = Shipped.Handbook.Forms.Tooth(ToothCode.FromIso(iso)!.Value, Form(iso).Size);
        var pulp = tooth.Inside(Shipped.Protocol.Estimates).Pulp;
        var tip = tooth.Surface.Positions.ToArray().Where(p => p.Y > 0).Max(p => p.Z);
        var tops = pulp.Positions.ToArray();
        // The ceiling in the middle of the chamber, away from its horns.
        var middle = tops.Where(p => Math.Abs(p.X) < 0.7 && Math.Abs(p.Y) < 0.7).Max(p => p.Z);
        Assert.InRange(tip - middle, ceiling - 0.9, ceiling + 0.9);
        Assert.InRange(tops.Max(p => p.Z) - middle, 0.1, 2.0);
        // Under a groove some two millimetres below the cusps this leaves about four before cutting.
        var groove = tooth.Surface.Positions.ToArray().Where(p => p.Z > 2 && Math.Abs(p.X) < 0.7 && Math.Abs(p.Y) < 0.7).Min(p => p.Z);
        Assert.InRange(groove - middle, 3.0, 5.2);
    }

    [Theory(DisplayName = "Places about the neck belong to the margin's pieces, mesial toward the midline on either side")]
    [InlineData("16", 1, 0, Segment.Mesial)]
    [InlineData("26", -1, 0, Segment.Mesial)]
    [InlineData("36", 0, 1, Segment.Facial)]
    [InlineData("46", 0.7, -0.7, Segment.Distolingual)]
    [InlineData("11", 0.7, 0.7, Segment.Mesiofacial)]
    public void Segments(string iso, double x, double y, Segment segment) =>
        Assert.Equal(segment, Landmarks.SegmentOf(new Vec3(x, y, 1), ToothCode.FromIso(iso)!.Value));

    private static double OffField(ToothForm form, Mesh mesh, int triangle)
    {
        var (a, b, c) = mesh.Triangle(triangle);
        var p = (a + b + c) / 3;
        const double h = 1e-3;
        var gradient =
            new Vec3(
                form.At(p + (Vec3.UnitX * h)) - form.At(p - (Vec3.UnitX * h)),
                form.At(p + (Vec3.UnitY * h)) - form.At(p - (Vec3.UnitY * h)),
                form.At(p + (Vec3.UnitZ * h)) - form.At(p - (Vec3.UnitZ * h))
            ) / (2 * h);
        return Math.Abs(form.At(p)) / Math.Max(0.3, gradient.Length);
    }

    /// <summary>Places with nothing higher within a reach in plan, in the upper half; the highest first.</summary>
    private static List<Vector3> Peaks(Mesh mesh, float reach)
    {
        var high = mesh.Positions.ToArray().Where(p => p.Z > mesh.Box.High.Z * 0.6).OrderByDescending(p => p.Z).ToArray();
        var peaks = new List<Vector3>();
        foreach (var p in high)
        {
            // A peak has only lower ground about it: everything higher within reach belongs to another hill, over a dip.
            if (high.TakeWhile(q => q.Z > p.Z).Any(q => new Vector2(q.X - p.X, q.Y - p.Y).Length() < reach))
                continue;
            peaks.Add(p);
        }
        return peaks;
    }
}
