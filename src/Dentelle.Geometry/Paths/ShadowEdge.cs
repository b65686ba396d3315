using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Paths;

/// <summary>
/// The edge of a body's shadow along a path: edges between a facet that faces the path and one that doesn't, where nothing
/// else stands over them.
/// </summary>
internal sealed class ShadowEdge
{
    private readonly Vec3 path,
        x,
        y;
    private readonly List<Piece> pieces = [];
    private readonly Dictionary<(int, int), List<int>> cells = [];
    private readonly double cell;

    /// <summary>Cells across the body; an edge is cut into pieces no longer than one.</summary>
    private const int Cells = 64;

    private readonly record struct Piece(Vec2 A, Vec2 B, double LevelA, double LevelB);

    public ShadowEdge(MeshTree tree, Vec3 path)
    {
        (this.path, x) = (path, path.Square);
        y = path.Cross(x);
        var mesh = tree.Mesh;
        var size = mesh.Box.Size.Length;
        cell = size / Cells;
        var topology = mesh.Topology;
        for (var facet = 0; facet < mesh.TriangleCount; facet++)
        {
            // Facets along the path stand in no light of their own: the edge is where they meet the one above.
            if (mesh.AreaVector(facet).Dot(path) <= 0)
                continue;
            var (a, b, c) = mesh.Triangle(facet);
            ReadOnlySpan<Vec3> corners = [a, b, c];
            for (var edge = 0; edge < 3; edge++)
            {
                var other = topology.Across(facet, edge);
                if (other >= 0 && mesh.AreaVector(other).Dot(path) > 0)
                    continue;
                Add(tree, corners[edge], corners[(edge + 1) % 3], size);
            }
        }
    }

    /// <summary>Across the path from a place to the nearest edge of the shadow above it; 0 when there is none.</summary>
    public double DepthOf(Vec3 place)
    {
        var (at, level) = (Flat(place), place.Dot(path));
        var least = double.PositiveInfinity;
        if (pieces.Count <= 4 * Cells)
        {
            for (var i = 0; i < pieces.Count; i++)
                Look(i, at, level, ref least);
            return double.IsFinite(least) ? least : 0;
        }
        var (homeX, homeY) = CellOf(at);
        for (var ring = 0; ring <= Cells && (ring - 1) * cell < least; ring++)
        {
            for (var i = -ring; i <= ring; i++)
            {
                // Whole rows at the ring's ends, two cells in between.
                for (var k = -ring; k <= ring; k += Math.Abs(i) == ring ? 1 : 2 * ring)
                {
                    if (!cells.TryGetValue((homeX + i, homeY + k), out var here))
                        continue;
                    foreach (var piece in here)
                        Look(piece, at, level, ref least);
                }
            }
        }
        return double.IsFinite(least) ? least : 0;
    }

    private void Look(int piece, Vec2 at, double level, ref double least)
    {
        var (a, b, levelA, levelB) = pieces[piece];
        if (Math.Max(levelA, levelB) <= level)
            return;
        var along = b - a;
        var t = along.Length is > 0 and var length ? Math.Clamp((at - a).Dot(along) / (length * length), 0, 1) : 0;
        if (levelA + ((levelB - levelA) * t) < level)
            return;
        least = Math.Min(least, (at - a - (along * t)).Length);
    }

    private (int X, int Y) CellOf(Vec2 p) => ((int)Math.Floor(p.X / cell), (int)Math.Floor(p.Y / cell));

    private void Add(MeshTree tree, Vec3 from, Vec3 to, double size)
    {
        // Outwards is to the right of the edge, seen against the path. Just outside, the sky must be free.
        var outwards = (to - from).Cross(path).Unit;
        var count = Math.Clamp((int)Math.Ceiling((to - from).Length / cell), 1, Cells);
        for (var i = 0; i < count; i++)
        {
            var (a, b) = (Vec3.Mix(from, to, (double)i / count), Vec3.Mix(from, to, (i + 1.0) / count));
            var beside = ((a + b) / 2) + (outwards * (size * 1e-5)) + (path * (size * 1e-5));
            if (tree.AnyHit(new Ray(beside, path)))
                continue;
            pieces.Add(new Piece(Flat(a), Flat(b), a.Dot(path), b.Dot(path)));
            Enter(CellOf(Flat(a)), pieces.Count - 1);
            if (CellOf(Flat(a)) != CellOf(Flat(b)))
                Enter(CellOf(Flat(b)), pieces.Count - 1);
        }
    }

    private void Enter((int, int) at, int piece)
    {
        if (!cells.TryGetValue(at, out var here))
            cells[at] = here = [];
        here.Add(piece);
    }

    private Vec2 Flat(Vec3 p) => new(p.Dot(x), p.Dot(y));
}
