using System.Numerics;

namespace Dentelle.Geometry.Trees;

/// <summary>
/// Searches one after the other; each starts from where the last one ended, which makes neighbouring points cheap. For one
/// thread.
/// </summary>
public sealed unsafe class SurfaceSearch(MeshTree tree)
{
    /// <summary>Eight leaves, then the lanes in them.</summary>
    private readonly int[] leaves = new int[2 * TreeLayout.Lanes];

    private readonly float[] squared = new float[TreeLayout.Lanes];
    private readonly TreeRay[] packet = new TreeRay[TreeLayout.Lanes];
    private (Vector3 Place, float Distance) known = (default, float.MaxValue);
    private int seed;
    private int raySeed;

    /// <inheritdoc cref="MeshTree.Closest(Vec3, double)"/>
    public SurfacePoint Closest(Vec3 p, double within = double.PositiveInfinity) => tree.Closest(p, within, ref seed);

    /// <inheritdoc cref="MeshTree.SignedDistance(Vec3)"/>
    public double SignedDistance(Vec3 p) => tree.SignedDistance(p, ref seed);

    /// <inheritdoc cref="MeshTree.AnyHit(in Ray)"/>
    public bool AnyHit(in Ray ray) => tree.AnyHit(ray, ref raySeed);

    /// <summary>The nearest place for each point; points that follow each other closely are searched for eight at a time.</summary>
    public void Closest(ReadOnlySpan<Vector3> points, Span<SurfacePoint> places, double within = double.PositiveInfinity)
    {
        for (var at = 0; at < points.Length; at += TreeLayout.Lanes)
        {
            var some = points.Slice(at, Math.Min(TreeLayout.Lanes, points.Length - at));
            Find(some, within);
            for (var i = 0; i < some.Length; i++)
                places[at + i] = leaves[i] < 0 ? SurfacePoint.None : tree.Refined(some[i], leaves[i], leaves[TreeLayout.Lanes + i]);
        }
    }

    /// <summary>The signed distance of each point; points that follow each other closely are searched for eight at a time.</summary>
    public void SignedDistances(ReadOnlySpan<Vector3> points, Span<double> distances)
    {
        Span<SurfacePoint> places = new SurfacePoint[points.Length];
        Closest(points, places);
        for (var i = 0; i < points.Length; i++)
            distances[i] = tree.Signed(points[i], places[i]);
    }

    /// <summary>The distance of each point from the surface, never negative, in single precision; +∞ where nothing lies within.</summary>
    public void Distances(ReadOnlySpan<Vector3> points, Span<float> distances, double within = double.PositiveInfinity)
    {
        for (var at = 0; at < points.Length; at += TreeLayout.Lanes)
        {
            var some = points.Slice(at, Math.Min(TreeLayout.Lanes, points.Length - at));
            Find(some, within);
            for (var i = 0; i < some.Length; i++)
                distances[at + i] = leaves[i] < 0 ? float.PositiveInfinity : MathF.Sqrt(squared[i]);
        }
    }

    /// <summary>Whether a ray of one direction from each origin meets anything, from either side of the surface.</summary>
    public void AnyHit(ReadOnlySpan<Vector3> origins, Vec3 direction, Span<bool> met)
    {
        for (var at = 0; at < origins.Length; at += TreeLayout.Lanes)
        {
            var some = origins.Slice(at, Math.Min(TreeLayout.Lanes, origins.Length - at));
            if (some.Length == TreeLayout.Lanes && tree.UsesVectors && Spread(some) < tree.PacketSize && Packed(some, direction))
            {
                var (nodes, triangles) = tree.Blocks;
                var bits = RayPacket.Any((float*)nodes, (float*)triangles, packet);
                for (var i = 0; i < TreeLayout.Lanes; i++)
                    met[at + i] = (bits & (1u << i)) != 0;
                continue;
            }
            for (var i = 0; i < some.Length; i++)
                met[at + i] = tree.AnyHit(new Ray(some[i], direction), ref raySeed);
        }
    }

    /// <summary>Leaf, lane and squared distance for up to eight points.</summary>
    private void Find(ReadOnlySpan<Vector3> points, double within)
    {
        Span<Vector3> local = stackalloc Vector3[TreeLayout.Lanes];
        for (var i = 0; i < points.Length; i++)
            local[i] = points[i] - tree.Origin;
        var limit = MeshTree.Squared(within);
        // Close to the surface each point has its own few triangles, and a packet would look at all of them for each.
        if (points.Length == TreeLayout.Lanes && tree.UsesVectors && Spread(points) < MathF.Min(tree.PacketSize, known.Distance))
        {
            var (nodes, triangles) = tree.Blocks;
            fixed (int* into = leaves)
            fixed (float* best = squared)
                PointPacket.Nearest((float*)nodes, (float*)triangles, local, limit, known, into, best);
            // Slivers can be told nearer than they are; what follows from such a distance is then too near for anything.
            for (var i = 0; i < points.Length; i++)
            {
                var way = (local[i] - known.Place).Length() + known.Distance;
                if (leaves[i] < 0 && way * way < limit)
                    (leaves[i], leaves[TreeLayout.Lanes + i], squared[i]) = tree.Nearest(local[i], limit, ref seed);
            }
        }
        else
        {
            for (var i = 0; i < points.Length; i++)
                (leaves[i], leaves[TreeLayout.Lanes + i], squared[i]) = tree.Nearest(local[i], limit, ref seed);
        }
        if (leaves[points.Length - 1] < 0)
            return;
        seed = leaves[points.Length - 1];
        known = (local[points.Length - 1], (MathF.Sqrt(squared[points.Length - 1]) * 1.0001f) + tree.Slack);
    }

    /// <summary>Fills the packet; false when a ray starts so far away that each is moved up by its own way.</summary>
    private bool Packed(ReadOnlySpan<Vector3> origins, Vec3 direction)
    {
        for (var i = 0; i < packet.Length; i++)
        {
            packet[i] = tree.Local(new Ray(origins[i], direction), out var moved);
            if (moved != 0)
                return false;
        }
        return true;
    }

    private static float Spread(ReadOnlySpan<Vector3> points)
    {
        var (low, high) = (points[0], points[0]);
        foreach (var p in points)
            (low, high) = (Vector3.Min(low, p), Vector3.Max(high, p));
        return (high - low).Length();
    }
}
