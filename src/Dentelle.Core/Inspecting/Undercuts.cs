using System.Numerics;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Paths;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>One hollow that lies in shadow.</summary>
public sealed record UndercutPart(WallSide Side, double Depth, Vec3 Place, double Area, double Volume);

/// <summary>What of a cut lies in shadow along a path of insertion.</summary>
/// <param name="Depth">Of the deepest place, across the path, millimetres.</param>
/// <param name="Place">That place, in the tooth's own frame.</param>
/// <param name="Side">The wall it lies in.</param>
/// <param name="Area">Of the surface in shadow, square millimetres.</param>
/// <param name="Volume">That would have to go, or be blocked out, cubic millimetres.</param>
/// <param name="Depths">Of each vertex of the site.</param>
public sealed record SiteUndercut(Vec3 Path, double Depth, Vec3 Place, WallSide Side, double Area, double Volume, double[] Depths)
{
    /// <summary>Each by itself, the deepest first.</summary>
    public IReadOnlyList<UndercutPart> Parts { get; init; } = [];

    /// <summary>On a scan less than this is its noise.</summary>
    public const double LeastTold = 0.05;

    /// <summary>A shadow smaller than this is a speck, square millimetres.</summary>
    private const double LeastArea = 0.15;

    public static SiteUndercut Along(SiteSurface site, EvenedCut cut, Vec3 path, CancellationToken cancel = default)
    {
        path = path.Unit;
        var lift = site.Noise == 0 ? 1e-4 : Math.Max(0.01, site.Noise);
        var shadows = ShadowDepths.Of(cut.Tree, cut.Places, cut.Normals, path, lift, cancel);
        var depths = new double[site.InCut.Length];
        for (var i = 0; i < shadows.Length; i++)
            depths[cut.Vertices[i]] = shadows[i];
        var least = site.Noise == 0 ? 0.002 : LeastTold / 2;
        var best = default(Part);
        var (area, volume) = (0.0, 0.0);
        var parts = new List<UndercutPart>();
        foreach (var part in Pieces(site, depths, least))
        {
            if (part.Area < LeastArea)
                continue;
            area += part.Area;
            volume += part.Volume;
            parts.Add(new(SideOf(site.Mesh.Normals[part.At], path), part.Depth, site.Mesh.Positions[part.At], part.Area, part.Volume));
            if (part.Depth > best.Depth)
                best = part;
        }
        Vec3 place = site.Mesh.Positions[best.At];
        return new SiteUndercut(path, best.Depth, place, SideOf(site.Mesh.Normals[best.At], path), area, volume, depths)
        {
            Parts = [.. parts.OrderByDescending(part => part.Depth)],
        };
    }

    /// <summary>The side that a wall's outward direction points to.</summary>
    internal static WallSide SideOf(Vec3 outward, Vec3 path)
    {
        var level = outward - (path * outward.Dot(path));
        return Math.Abs(level.X) > Math.Abs(level.Y)
            ? level.X > 0
                ? WallSide.Mesial
                : WallSide.Distal
            : level.Y > 0
                ? WallSide.Facial
                : WallSide.Lingual;
    }

    private readonly record struct Part(int At, double Depth, double Area, double Volume);

    private static IEnumerable<Part> Pieces(SiteSurface site, double[] depths, double least) =>
        VertexPieces
            .Of(site.Mesh, vertex => depths[vertex] > least)
            .Select(piece =>
            {
                var found = piece.Select(vertex => depths[vertex]).Order().ToArray();
                return new Part(
                    piece.MaxBy(vertex => depths[vertex]),
                    // The deepest of many noisy places is deepest by its noise: the twentieth part from above is told.
                    site.Noise == 0
                        ? found[^1]
                        : found[found.Length - 1 - (found.Length / 20)],
                    piece.Sum(vertex => site.Areas[vertex]),
                    piece.Sum(vertex => site.Areas[vertex] * depths[vertex] / 2)
                );
            });
}

/// <summary>The cut surface by itself, its noise evened out: what walls and shadows are asked of.</summary>
public sealed class EvenedCut
{
    private const int Passes = 3;

    public EvenedCut(SiteSurface site)
    {
        var mesh = site.Noise == 0 ? site.Mesh : Even(site, i => site.InCut[i]);
        Vertices = [.. Enumerable.Range(0, site.InCut.Length).Where(i => site.InCut[i])];
        Places = Array.ConvertAll(Vertices, i => mesh.Positions[i]);
        Normals = Array.ConvertAll(Vertices, i => mesh.Normals[i]);
        Tree = new MeshTree(
            mesh.Where(i =>
                site.InCut[mesh.Corners[3 * i]] || site.InCut[mesh.Corners[(3 * i) + 1]] || site.InCut[mesh.Corners[(3 * i) + 2]]
            )
        );
    }

    public int[] Vertices { get; }

    public Vector3[] Places { get; }

    public Vector3[] Normals { get; }

    public MeshTree Tree { get; }

    /// <summary>The site's surface with its noise evened out where it moves.</summary>
    internal static Mesh Even(SiteSurface site, Func<int, bool> moves)
    {
        var (now, next) = (site.Mesh.Positions.ToArray(), site.Mesh.Positions.ToArray());
        var (ring, corners) = (site.Mesh.Ring, site.Mesh.Corners.ToArray());
        for (var pass = 0; pass < Passes; pass++)
        {
            Parallel.For(0, now.Length, i =>
            {
                if (!moves(i))
                    return;
                var (sum, count) = (Vector3.Zero, 0);
                foreach (var triangle in ring.Around(i))
                {
                    for (var k = 0; k < 3; k++)
                    {
                        if (corners[(3 * triangle) + k] is var other && other != i)
                            (sum, count) = (sum + now[other], count + 1);
                    }
                }
                next[i] = count > 0 ? (now[i] + (sum / count)) / 2 : now[i];
            });
            (now, next) = (next, now);
        }
        return new Mesh(now, corners);
    }
}
