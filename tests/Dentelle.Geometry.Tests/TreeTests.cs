using System.Numerics;
using CsCheck;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Tests;

public class TreeTests
{
    private static readonly Gen<Vec3> Places = Gen.Select(Gen.Double[-8, 8], Gen.Double[-8, 8], Gen.Double[-8, 8])
        .Select((x, y, z) => new Vec3(x, y, z));

    private static Mesh Box => Solids.Box(2, 3, 4).Moved(Rigid.Moved(new Vec3(0, 0, -2)));

    [Theory(DisplayName = "Signed distances and rays agree with CGAL, by the vector kernels and by the scalar ones")]
    [InlineData(true)]
    [InlineData(false)]
    public void Cgal(bool vectors)
    {
        var tree = new MeshTree(Solids.Lumpy(), vectors);
        foreach (var row in Solids.Cgal("distance"))
            Assert.Equal(row[3], tree.SignedDistance(new Vec3(row[0], row[1], row[2])), 2e-6);
        foreach (var row in Solids.Cgal("ray"))
        {
            var ray = new Ray(new Vec3(row[0], row[1], row[2]), new Vec3(row[3], row[4], row[5]));
            Assert.Equal(row[6] >= 0, tree.AnyHit(ray));
            var hit = tree.FirstHit(ray);
            Assert.Equal(row[6] >= 0, hit.IsHit);
            if (hit.IsHit)
                Assert.Equal(row[6], hit.At, 1e-5);
        }
    }

    [Fact(DisplayName = "To a box the distance is the formula's, at faces, edges and corners, inside and out")]
    public void Box_distance()
    {
        var tree = new MeshTree(Box);
        Places.Sample(p => Assert.Equal(OfBox(p, 1, 1.5, 2), tree.SignedDistance(p), 2e-6), iter: 3000);
    }

    [Fact(DisplayName = "Eight at a time, on one core or all, and one by one give the same answers")]
    public void Batches()
    {
        var body = Solids.Star(60, p => p.Unit * (4 + (0.3 * Math.Sin(9 * p.X) * Math.Cos(8 * p.Y))));
        var tree = new MeshTree(body);
        var scalar = new MeshTree(body, vectors: false);
        var points = Enumerable
            .Range(0, 20_000)
            .Select(i => body.Positions[i % body.Positions.Length] * (i % 3 == 0 ? 0.7f : 1.004f))
            .ToArray();
        var (one, all) = (tree.SignedDistances(points, cores: 1), tree.SignedDistances(points));
        Assert.Equal(one, all);
        var bare = tree.Distances(points);
        var met = tree.AnyHits(points, new Vec3(0.1, 0.2, 1));
        for (var i = 0; i < points.Length; i += 7)
        {
            Assert.Equal(tree.SignedDistance(points[i]), all[i], 2e-6);
            Assert.Equal(scalar.SignedDistance(points[i]), all[i], 2e-6);
            Assert.Equal(Math.Abs(all[i]), bare[i], 5e-6);
            Assert.Equal(scalar.AnyHit(new Ray(points[i], new Vec3(0.1, 0.2, 1))), met[i]);
        }
    }

    [Fact(DisplayName = "Needles, however thin, leave no point without its nearest place")]
    public void Needles()
    {
        var random = new Random(18);
        var places = new List<Vector3>();
        for (var i = 0; i < 3000; i++)
        {
            var a = new Vector3(40, 30, 20) + (3 * Any());
            var along = Vector3.Normalize(Any()) * 0.3f;
            // Three corners in a line but for rounding.
            places.AddRange([a, a + (along * (0.2f + random.NextSingle())), a + (along * 2) + (1e-6f * Any())]);
        }
        var tree = new MeshTree(new Mesh([.. places], [.. Enumerable.Range(0, places.Count)]));
        for (var round = 0; round < 3000; round++)
        {
            var at = new Vector3(40, 30, 20) + (8 * Any());
            Vector3[] near = [.. Enumerable.Range(0, 64).Select(_ => at + (0.1f * Any()))];
            Assert.All(tree.ClosestAll(near, cores: 1), place => Assert.True(place.IsFound));
        }

        Vector3 Any() => new(random.NextSingle() - 0.5f, random.NextSingle() - 0.5f, random.NextSingle() - 0.5f);
    }

    [Fact(DisplayName = "The signed distance never changes faster than the point moves, and moves with the body")]
    public void Lipschitz()
    {
        var body = Solids.Lumpy();
        var tree = new MeshTree(body);
        Gen.Select(Places, Places)
            .Sample((p, q) => Assert.True(Math.Abs(tree.SignedDistance(p) - tree.SignedDistance(q)) <= (p - q).Length + 4e-6), iter: 3000);
        Solids.Motions.Sample(
            motion =>
            {
                var moved = new MeshTree(body.Moved(motion));
                for (var i = 0; i < 50; i++)
                {
                    var p = new Vec3((i % 5) - 2, (i / 5 % 5) - 2, (i / 10) - 2) * 2.1;
                    Assert.Equal(tree.SignedDistance(p), moved.SignedDistance(motion.Apply(p)), 2e-5);
                }
            },
            iter: 20
        );
    }

    [Fact(
        DisplayName = "Beyond a sharp corner it is outside, into however many slivers one of its sides is cut: the half spaces of a pyramid"
    )]
    public void Sharp_corners()
    {
        const int slivers = 40;
        Vec3 apex = new(0, 0, 6);
        Vec3[] foot = [new(1, 1, 0), new(-1, 1, 0), new(-1, -1, 0), new(1, -1, 0)];
        List<Vec3> places = [apex, .. foot];
        List<int> corners = [2, 1, 4, 2, 4, 3];
        for (var side = 0; side < 4; side++)
        {
            // One side is a fan of slivers at the apex: its normal would outvote the others if each triangle had a vote.
            var cuts = side == 0 ? slivers : 1;
            var from = 1 + side;
            for (var i = 1; i <= cuts; i++)
            {
                var to = i == cuts ? 1 + ((side + 1) % 4) : places.Count;
                if (i < cuts)
                    places.Add(foot[side] + ((foot[side + 1] - foot[side]) * (i / (double)cuts)));
                corners.AddRange([0, from, to]);
                from = to;
            }
        }
        // The foot's edge that is cut must be cut underneath too, or the body would gape there.
        corners.RemoveRange(0, 6);
        var rim = Enumerable.Range(5, slivers - 1);
        int[] around = [4, 1, .. rim, 2, 3];
        for (var i = 1; i + 1 < around.Length; i++)
            corners.AddRange([around[0], around[i + 1], around[i]]);
        var tree = new MeshTree(new Mesh([.. places.Select(place => (Vector3)place)], [.. corners]));
        Vec3[] outward = [.. Enumerable.Range(0, 4).Select(i => (foot[i] - apex).Cross(foot[(i + 1) % 4] - apex).Unit), new(0, 0, -1)];
        var inside = outward[0].Dot(new Vec3(0, 0, 1) - apex) < 0 ? 1 : -1;
        double Height(Vec3 p) => Enumerable.Range(0, 5).Max(i => i == 4 ? -p.Z : inside * outward[i].Dot(p - apex));
        Gen.Select(Gen.Double[-2, 2], Gen.Double[-2, 2], Gen.Double[3, 9])
            .Sample(
                (x, y, z) =>
                {
                    var p = new Vec3(x, y, z);
                    if (Math.Abs(Height(p)) > 0.01)
                        Assert.True(tree.SignedDistance(p) > 0 == Height(p) > 0, $"{p} {tree.SignedDistance(p)} {Height(p)}");
                },
                iter: 3000
            );
    }

    [Fact(DisplayName = "Where a scan has a hole or a folded triangle, inside stays inside")]
    public void Scans()
    {
        var sphere = Solids.Sphere(4, 20);
        var holed = new MeshTree(sphere.Where(i => sphere.Triangle(i).A.Z < 3.9 || i % 7 != 0));
        // One vertex drawn sideways over its neighbours: there the surface lies three-fold, the middle layer inside out.
        Vector3[] positions = [.. sphere.Positions];
        var drawn = sphere.Corners[300];
        positions[drawn] =
            Vector3.Normalize(positions[drawn] + Vector3.Cross(Vector3.Normalize(positions[drawn]), new Vector3(0.3f, 0.7f, 0.2f))) * 4;
        var folded = new MeshTree(new Mesh(positions, [.. sphere.Corners]));
        Gen.Select(Places, Gen.Bool)
            .Sample(
                (p, which) =>
                {
                    if (Math.Abs(p.Length - 4) < 0.2)
                        return;
                    Assert.True(
                        p.Length < 4 == (which ? holed : folded).SignedDistance(p) < 0,
                        $"{p} {p.Length} {which} {holed.WindingNumber(p)} {folded.WindingNumber(p)} {folded.Closest(p)}"
                    );
                },
                iter: 3000
            );
        foreach (var p in positions)
        {
            Assert.True(folded.SignedDistance((Vec3)p * 1.03) > 0);
            Assert.True(folded.SignedDistance((Vec3)p * 0.97) < 0);
        }
    }

    [Fact(DisplayName = "Winding numbers: once round a point inside, not at all outside, half of it through half a sphere")]
    public void Winding()
    {
        var sphere = Solids.Sphere(4, 24);
        var whole = new MeshTree(sphere);
        Assert.Equal(1, whole.WindingNumber(new Vec3(1, 2, -1)), 0.02);
        Assert.Equal(0, whole.WindingNumber(new Vec3(5, 2, -1)), 0.02);
        Assert.Equal(
            0.5,
            new MeshTree(sphere.Where(i => sphere.Triangle(i) is var (a, b, c) && (a + b + c).Z > 0)).WindingNumber(default),
            0.02
        );
    }

    [Fact(DisplayName = "Groups of triangles that count as one dipole err by a hundredth or two, whole or torn (l’Huilier’s theorem)")]
    public void Winding_of_groups()
    {
        var lumpy = Solids.Lumpy();
        foreach (var mesh in new[] { lumpy, lumpy.Where(i => i % 3 > 0), lumpy.Where(i => lumpy.Triangle(i).A.Z > 0) })
        {
            var tree = new MeshTree(mesh);
            Places.Sample(
                p =>
                {
                    // On the surface itself it jumps by one half.
                    if (Math.Abs(tree.SignedDistance(p)) < 1e-3)
                        return;
                    var exact = Enumerable
                        .Range(0, mesh.TriangleCount)
                        .Sum(i => mesh.Triangle(i) is var (a, b, c) ? SolidAngle(a - p, b - p, c - p) : 0);
                    Assert.Equal(exact / (4 * Math.PI), tree.WindingNumber(p), 0.02);
                },
                iter: 1000
            );
        }
    }

    /// <summary>A spherical triangle's area from its sides, positive where it is seen from behind.</summary>
    private static double SolidAngle(Vec3 a, Vec3 b, Vec3 c)
    {
        static double Side(Vec3 u, Vec3 v) => Math.Atan2(u.Cross(v).Length, u.Dot(v));
        var (ab, bc, ca) = (Side(a, b), Side(b, c), Side(c, a));
        var half = (ab + bc + ca) / 2;
        var product = Math.Tan(half / 2) * Math.Tan((half - ab) / 2) * Math.Tan((half - bc) / 2) * Math.Tan((half - ca) / 2);
        return 4 * Math.Atan(Math.Sqrt(Math.Max(0, product))) * Math.Sign(a.Dot(b.Cross(c)));
    }

    private static double OfBox(Vec3 p, double x, double y, double z)
    {
        var (dx, dy, dz) = (Math.Abs(p.X) - x, Math.Abs(p.Y) - y, Math.Abs(p.Z) - z);
        return new Vec3(Math.Max(dx, 0), Math.Max(dy, 0), Math.Max(dz, 0)).Length + Math.Min(0, Math.Max(dx, Math.Max(dy, dz)));
    }
}
