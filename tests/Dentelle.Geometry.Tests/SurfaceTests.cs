using System.Numerics;
using CsCheck;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Fitting;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Tests;

public class SurfaceTests
{
    private static Mesh Body =>
        Solids.Star(40, p =>
            new Vec3(p.Unit.X * 4, p.Unit.Y * 3, p.Unit.Z * 2.5)
            * (
                1
                + (0.06 * Math.Sin(5 * p.Unit.X) * Math.Cos(4 * p.Unit.Y))
                + (0.08 * p.Unit.X)
                + (0.1 * p.Unit.Y * p.Unit.Z)
                + (0.05 * p.Unit.Y)
            )
        );

    [Fact(
        DisplayName = "A plate pressed up against obstacles passes none, and rests on ones that hold the force: the origin lies "
            + "among them (linear programming duality)"
    )]
    public void Resting_plane() =>
        Gen.Select(Gen.Double[-5, 5], Gen.Double[-5, 5], Gen.Double[0, 4])
            .Array[3, 80]
            .Sample(
                places =>
                {
                    // Four obstacles far out, so that the origin always lies among them.
                    Obstacle[] obstacles =
                    [
                        .. places.Select(p => new Obstacle(p.Item1, p.Item2, p.Item3)),
                        new(6, 0, 5),
                        new(-6, 1, 5),
                        new(0, 6, 5),
                        new(1, -6, 5),
                    ];
                    var plane = PlaneBelow.Highest(obstacles, ((-50, 50), (-50, 50)));
                    Assert.All(obstacles, o => Assert.True(plane.At(o.X, o.Y) < o.Height + 1e-6));
                    var legs = obstacles.Where(o => plane.At(o.X, o.Y) > o.Height - 1e-5).Select(o => new Vec2(o.X, o.Y)).ToArray();
                    Assert.Contains(legs, a => legs.Any(b => legs.Any(c => Holds(a, b, c))));
                    // Limits are kept, and cost height.
                    var level = PlaneBelow.Highest(obstacles, ((0, 0), (0, 0)), 2);
                    Assert.Equal((Math.Min(2, obstacles.Min(o => o.Height)), 0, 0), (level.Height, level.SlopeX, level.SlopeY));
                    Assert.True(level.Height <= plane.Height + 1e-9);

                    static bool Holds(Vec2 a, Vec2 b, Vec2 c)
                    {
                        var (u, v, w) = (Turn(a, b), Turn(b, c), Turn(c, a));
                        return (u >= -1e-4 && v >= -1e-4 && w >= -1e-4) || (u <= 1e-4 && v <= 1e-4 && w <= 1e-4);
                    }

                    static double Turn(Vec2 a, Vec2 b) => (a.X * b.Y) - (a.Y * b.X);
                },
                iter: 200
            );

    [Fact(DisplayName = "Three points or more and their moved partners give the motion back")]
    public void Pairs() =>
        Gen.Select(Solids.Motions, Gen.Double[-5, 5].Array[12])
            .Sample(
                (motion, x) =>
                {
                    Vec3[] from = [.. Enumerable.Range(0, 4).Select(i => new Vec3(x[3 * i], x[(3 * i) + 1], x[(3 * i) + 2]))];
                    if ((from[1] - from[0]).Cross(from[2] - from[0]).Length < 0.5)
                        return;
                    var found = PointPairs.Fit(from, Array.ConvertAll(from, motion.Apply));
                    Assert.All(from, p => Assert.True((found.Apply(p) - motion.Apply(p)).Length < 1e-8));
                },
                iter: 100
            );

    [Fact(DisplayName = "A surface moved anyhow comes back to its place: axes first, then fitted to a thousandth")]
    public void Registration()
    {
        var (body, tree) = (Body, new MeshTree(Body));
        Solids.Motions.Sample(
            motion =>
            {
                var moved = body.Moved(motion);
                var fit = SurfaceFit.Fit(tree, moved.Positions, PrincipalAxes.Align(moved, tree));
                Assert.True(fit.HasSettled, $"{fit.Rms} {fit.Rounds}");
                Assert.InRange(fit.Rms, 0, 1e-4);
                Assert.InRange(fit.Weakest, 0.02, 1);
                foreach (var p in body.Positions[..50])
                    Assert.True((fit.Motion.Apply(motion.Apply(p)) - p).Length < 1e-3, $"{fit}");
            },
            iter: 10
        );
    }

    [Fact(DisplayName = "With a part cut away, the trimmed fit holds the rest in place; on a sphere it says what is free")]
    public void Trimming_and_observability()
    {
        var (body, tree) = (Body, new MeshTree(Body));
        var cut = Array.ConvertAll(body.Positions.ToArray(), p => p.Z > 1.2f ? p - new Vector3(0, 0, 0.8f * (p.Z - 1.2f)) : p);
        var motion = Rigid.Turned(new Vec3(1, 2, 0.5), 3).Then(Rigid.Moved(new Vec3(0.2, 0.1, -0.2)));
        var moved = Array.ConvertAll(cut, p => (Vector3)motion.Apply(p));
        double Off(double share)
        {
            var fit = SurfaceFit.Fit(tree, moved, Rigid.Rest, new FitOptions { Share = share });
            return body.Positions.ToArray().Max(p => (fit.Motion.Apply(motion.Apply(p)) - p).Length);
        }

        Assert.InRange(Off(0.6), 0, 2e-3);
        Assert.True(Off(1) > 20 * Off(0.6));
        var sphere = Solids.Sphere(3, 20);
        var loose = SurfaceFit.Fit(new MeshTree(sphere), sphere.Positions, Rigid.Moved(new Vec3(0.05, 0, 0)));
        Assert.InRange(loose.Weakest, 0, 0.05);
        Assert.True(loose.WeakestMotion.Turn.Length > 0.99);
    }

    [Fact(DisplayName = "Grown by d, a box's surface has the volume of Steiner's formula; bodies add and subtract")]
    public void Offset_and_booleans()
    {
        IField box = new MeshField(new MeshTree(Solids.Box(4, 3, 2)));
        var room = new Box3(new Vec3(-4, -4, -2), new Vec3(4, 4, 4));
        const double d = 0.5;
        var grown = SurfaceExtraction.Of(SampledField.Of(box.Grown(d), room, 0.1));
        Assert.True(grown.Topology.IsWatertight);
        // V + S·d + (sum of edge lengths)·π·d²/4 + 4π·d³/3
        Assert.Equal(24 + (52 * d) + (36 * Math.PI * d * d / 4) + (4 * Math.PI * d * d * d / 3), grown.Volume, 0.15);

        IField ball = new FormulaField(p => (p - new Vec3(2, 0, 1)).Length - 1);
        var half = 2 * Math.PI / 3;
        Assert.Equal(24 + half, Volume(box.Or(ball)), 0.05);
        Assert.Equal(24 - half, Volume(box.Without(ball)), 0.05);
        Assert.Equal(half, Volume(box.And(ball)), 0.05);
        // A fillet adds in the inner corner and nowhere else.
        var filleted = SampledField.Of(box.OrRounded(ball, 0.4), room, 0.1);
        Assert.InRange(SurfaceExtraction.Of(filleted).Volume, 24 + half + 0.05, 24 + half + 0.6);
        Assert.InRange(filleted.Filled, 0.01, 0.5);

        double Volume(IField field) => SurfaceExtraction.Of(SampledField.Of(field, room, 0.08), field, sharp: true).Volume;
    }

    [Fact(DisplayName = "Sharp edges are kept where asked: a turned box keeps its corners, without it loses them")]
    public void Sharp_edges()
    {
        var turn = Rigid.Turned(new Vec3(1, 2, 3), 31);
        IField box = new MeshField(new MeshTree(Solids.Box(2, 2, 2).Moved(Rigid.Moved(new Vec3(0, 0, -1))).Moved(turn)));
        var sampled = SampledField.Of(box, new Box3(new Vec3(-2.2, -2.2, -2.2), new Vec3(2.2, 2.2, 2.2)), 0.15);
        var (sharp, soft) = (SurfaceExtraction.Of(sampled, box, sharp: true), SurfaceExtraction.Of(sampled, box));
        Assert.Equal(8, sharp.Volume, 0.01);
        Assert.Equal(24, sharp.Area, 0.1);
        var corner = turn.Apply(new Vec3(1, 1, 1));
        Assert.InRange(new MeshTree(sharp).Closest(corner).Distance, 0, 0.01);
        Assert.InRange(new MeshTree(soft).Closest(corner).Distance, 0.03, 0.2);
    }

    [Fact(DisplayName = "Curvature of sphere, cylinder and torus is the formula's")]
    public void Curvatures()
    {
        foreach (var bend in Curvature.Of(Solids.Sphere(2.5, 24)))
        {
            Assert.Equal(0.4, bend.Greatest, 0.01);
            Assert.Equal(0.4, bend.Least, 0.01);
        }
        var (big, small) = (4.0, 1.5);
        var (u, v) = (120, 60);
        Vector3 On(int i, int j)
        {
            var (a, b) = (2 * Math.PI * i / u, 2 * Math.PI * j / v);
            return (Vector3)
                new Vec3((big + (small * Math.Cos(b))) * Math.Cos(a), (big + (small * Math.Cos(b))) * Math.Sin(a), small * Math.Sin(b));
        }

        var positions = Enumerable.Range(0, u * v).Select(i => On(i / v, i % v)).ToArray();
        var corners = Enumerable
            .Range(0, u * v)
            .SelectMany(i =>
                new[]
                {
                    i,
                    ((i / v) + 1) % u * v + (i % v),
                    ((i / v) + 1) % u * v + ((i + 1) % v),
                    i,
                    ((i / v) + 1) % u * v + ((i + 1) % v),
                    (i / v * v) + ((i + 1) % v),
                }
            )
            .ToArray();
        var torus = new Mesh(positions, corners);
        Assert.Equal(2 * Math.PI * Math.PI * big * small * small, torus.Volume, 0.5);
        var bends = Curvature.Of(torus);
        for (var i = 0; i < positions.Length; i++)
        {
            var b = 2 * Math.PI * (i % v) / v;
            Assert.Equal(1 / small, bends[i].Greatest, 0.01);
            Assert.Equal(Math.Cos(b) / (big + (small * Math.Cos(b))), bends[i].Least, 0.01);
        }
    }

    [Fact(DisplayName = "The line of strongest bend is found from a rough loop: on the round of a shoulder, half-way between its faces")]
    public void Crease()
    {
        // A stump on a wide foot: outer edge of the shoulder at radius 5, on a slope, rounded with 0.15.
        IField foot = new FormulaField(p => (Math.Sqrt((p.X * p.X) + (p.Y * p.Y)) - 5) * 0.9);
        IField shelf = new FormulaField(p => (p.Z - (0.1 * p.X)) * 0.9);
        IField body = foot.AndRounded(shelf, 0.3);
        var mesh = SurfaceExtraction.Of(SampledField.Of(body, new Box3(new Vec3(-6, -6, -2), new Vec3(6, 6, 1.5)), 0.06), body);
        var tree = new MeshTree(mesh);
        var rough = Enumerable
            .Range(0, 40)
            .Select(i => i * Math.PI / 20)
            .Select(a => new Vec3(
                (5 + (0.4 * Math.Sin(7 * a))) * Math.Cos(a),
                (5 + (0.4 * Math.Sin(7 * a))) * Math.Sin(a),
                0.5 * Math.Cos(a)
            ))
            .ToArray();
        var crease = CreaseTracing.Trace(tree, Curvature.Of(mesh, reach: 0.12), rough, reach: 0.8, step: 0.1, b => b.Greatest);
        Assert.InRange(crease.Points.Count, 250, 400);
        foreach (var p in crease.Points)
        {
            // Half-way between both faces, by symmetry of the blend.
            Assert.Equal(foot.At(p), shelf.At(p), 0.1);
            Assert.Equal(0, body.At(p), 0.01);
        }
    }
}
