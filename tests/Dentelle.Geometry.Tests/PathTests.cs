using CsCheck;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Paths;
using Dentelle.Geometry.Sections;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Tests;

public class PathTests
{
    private static Vec3[] WallNormals(Mesh mesh) =>
        [.. Enumerable.Range(0, mesh.TriangleCount).Select(i => mesh.AreaVector(i).Unit).Where(n => Math.Abs(n.Z) < 0.9)];

    [Fact(DisplayName = "Plane sections are as many and as long as CGAL's, and end where the surface ends")]
    public void Sections()
    {
        var body = Solids.Lumpy();
        foreach (var row in Solids.Cgal("section"))
        {
            var lines = PlaneSection.Of(body, new Plane3(new Vec3(row[0], row[1], row[2]), new Vec3(row[3], row[4], row[5])));
            Assert.Equal((int)row[6], lines.Count);
            Assert.Equal(row[7], lines.Sum(l => l.Length), 1e-4);
            Assert.All(lines, l => Assert.True(l.IsClosed));
        }
        var open = body.Where(i => body.Triangle(i).A.X < 2);
        Assert.Contains(PlaneSection.Of(open, new Plane3(default, Vec3.UnitZ)), l => !l.IsClosed);
        // A plane through a row of vertices is no special case; the line runs counter-clockwise round the body.
        var box = Solids.Box(2, 2, 2);
        var rim = Assert.Single(PlaneSection.Of(box, new Plane3(new Vec3(0, 0, 2), Vec3.UnitZ)));
        Assert.Equal(8, rim.Length, 1e-6);
        var area = 0.0;
        for (var i = 0; i < rim.Points.Count; i++)
            area += rim.Points[i].Cross(rim.Points[(i + 1) % rim.Points.Count]).Z / 2;
        Assert.Equal(4, area, 1e-5);
    }

    [Fact(DisplayName = "A cone of 6° may be drawn along its axis and turned by 6°, wherever it stands")]
    public void Cone() =>
        Gen.Select(Solids.Motions, Gen.Double[1, 20])
            .Sample(
                (motion, degrees) =>
                {
                    var h = 5.0;
                    var stump = Solids.Frustum(4, 4 - (h * Math.Tan(degrees * Math.PI / 180)), h, 90).Moved(motion);
                    var normals = Enumerable
                        .Range(0, stump.TriangleCount)
                        .Select(i => stump.AreaVector(i).Unit)
                        .Where(n => Math.Abs(n.Dot(motion.Turn(Vec3.UnitZ))) < 0.9)
                        .ToArray();
                    var cone = DrawCone.Of(normals);
                    // Flat sides stand steeper than the edges between them.
                    var wall = double.RadiansToDegrees(Math.Atan(Math.Tan(degrees * Math.PI / 180) * Math.Cos(Math.PI / 90)));
                    Assert.Equal(wall, cone.LeastWallAngle, 0.01);
                    Assert.True(cone.Direction.AngleTo(motion.Turn(Vec3.UnitZ)) < 0.01);
                    Assert.True(cone.IsExact);
                },
                iter: 50
            );

    [Fact(
        DisplayName = "No direction is better than the draw cone's: over random normals of several bodies, none in the half sphere beats it"
    )]
    public void Best_direction() =>
        Gen.Select(Gen.Double[0.02, 0.9], Gen.Double[0, 360])
            .Array[4, 60]
            .Select(a =>
                a.Select(x =>
                        Rigid
                            .Turned(new Vec3(0.3, 1, 0.2), 50)
                            .Turn(
                                new Vec3(
                                    Math.Cos(x.Item2) * Math.Sqrt(1 - (x.Item1 * x.Item1)),
                                    Math.Sin(x.Item2) * Math.Sqrt(1 - (x.Item1 * x.Item1)),
                                    x.Item1
                                )
                            )
                    )
                    .ToArray()
            )
            .Sample(
                normals =>
                {
                    var cone = DrawCone.Of(normals);
                    var random = new Random(normals.Length);
                    double Least(Vec3 d) => normals.Min(n => n.Dot(d));
                    Assert.True(cone.IsExact);
                    Assert.Equal(Math.Sin(double.DegreesToRadians(cone.LeastWallAngle)), Least(cone.Direction), 1e-9);
                    for (var i = 0; i < 3000; i++)
                    {
                        var far = new Vec3(random.NextDouble() - 0.5, random.NextDouble() - 0.5, random.NextDouble() - 0.5);
                        Assert.True(Least((i % 2 == 0 ? far : cone.Direction + (far * 0.05)).Unit) <= Least(cone.Direction) + 1e-9);
                    }
                },
                iter: 100
            );

    [Fact(DisplayName = "Where every direction is undercut the least bad one is told as such")]
    public void No_path()
    {
        var waist = WallNormals(Mesh.Together(Solids.Frustum(4, 3, 3, 60), Solids.Frustum(3, 4.5, 3, 60, from: 3)));
        var cone = DrawCone.Of(waist);
        Assert.False(cone.IsDrawable);
        Assert.Equal(0, cone.Freedom);
        // Downwards only the lower cone is undercut, by a third of its height.
        Assert.Equal(-double.RadiansToDegrees(Math.Atan(1.0 / 3)), cone.LeastWallAngle, 0.05);
    }

    [Fact(DisplayName = "An inverted cone's undercut: its overhang is the depth, its mantle the area, the ring beneath it the volume")]
    public void Undercut_of_inverted_cone() =>
        Gen.Select(Gen.Double[0.1, 1], Gen.Double[2, 5])
            .Sample(
                (overhang, height) =>
                {
                    // A mushroom: a wide foot, on it a cone that widens upwards from 3 to 3 + overhang.
                    const int sides = 360;
                    var body = Mesh.Together(Solids.Frustum(6, 6, 1, sides, from: -1), Solids.Frustum(3, 3 + overhang, height, sides));
                    var tree = new MeshTree(body);
                    var mantle = SurfacePieces.Of(body, 0.5).Where(p => Math.Abs(p.Area.Unit.Z) < 0.9 && p.Middle.Z > 0).ToList();
                    var found = Undercut.Along(tree, mantle, Vec3.UnitZ);
                    Assert.Equal(overhang, found.MaxDepth, 0.002);
                    var (r, top) = (3.0, 3 + overhang);
                    Assert.Equal(Math.PI * (r + top) * Math.Sqrt((height * height) + (overhang * overhang)), found.Area, 0.02);
                    var hollow = (Math.PI * top * top * height) - (Math.PI * height * ((top * top) + (top * r) + (r * r)) / 3);
                    Assert.Equal(hollow, found.Volume, 0.01 * hollow);
                    // Along the cone's own wall nothing of that side is undercut; upright, the foot's mantle is none either.
                    Assert.Equal(
                        0,
                        Undercut.Along(tree, [.. SurfacePieces.Of(body, 1).Where(p => p.Middle.Z is < 0 and > -0.99)], Vec3.UnitZ).Area,
                        1e-9
                    );
                },
                iter: 6
            );

    [Fact(DisplayName = "A tilted prism: undercut across the path is height times the tangent of what the tilt exceeds the wall by")]
    public void Undercut_of_tilted_prism()
    {
        var (taper, tilt, height) = (4.0, 10.0, 5.0);
        var shrink = (3 - (height * Math.Tan(double.DegreesToRadians(taper)))) / 3;
        var body = Solids.Prism([new(-3, -3), new(3, -3), new(3, 3), new(-3, 3)], 0, height, 1, shrink);
        var path = new Vec3(Math.Sin(double.DegreesToRadians(tilt)), 0, Math.Cos(double.DegreesToRadians(tilt)));
        var walls = SurfacePieces.Of(body, 0.3).Where(p => Math.Abs(p.Area.Unit.Z) < 0.5).ToList();
        var found = Undercut.Along(new MeshTree(body), walls, path);
        var slant = height / Math.Cos(double.DegreesToRadians(taper));
        Assert.Equal(slant * Math.Sin(double.DegreesToRadians(tilt - taper)), found.MaxDepth, 0.01);
    }
}
