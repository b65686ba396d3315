using System.Numerics;

namespace Dentelle.Geometry.Trees;

/// <summary>Searches one after the other; each starts from where the last one ended, which makes neighbouring points cheap. For one thread.</summary>
public sealed unsafe class SurfaceSearch(MeshTree tree)
{
    private readonly int[] found = new int[2 * TreeLayout.Lanes];
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
        var at = 0;
        for (; at + TreeLayout.Lanes <= points.Length; at += TreeLayout.Lanes)
        {
            var eight = points.Slice(at, TreeLayout.Lanes);
            if (tree.UsesVectors && LieTogether(eight)) Together(eight, places[at..], within);
            else Singly(eight, places[at..], within);
        }
        Singly(points[at..], places[at..], within);
    }

    /// <summary>Whether a ray of one direction from each origin meets anything, from either side of the surface.</summary>
    public void AnyHit(ReadOnlySpan<Vector3> origins, Vec3 direction, Span<bool> met)
    {
        for (var at = 0; at < origins.Length; at += TreeLayout.Lanes)
        {
            var some = origins.Slice(at, Math.Min(TreeLayout.Lanes, origins.Length - at));
            if (some.Length == TreeLayout.Lanes && tree.UsesVectors && LieTogether(some) && Packed(some, direction))
            {
                var (nodes, leaves) = tree.Blocks;
                var bits = RayPacket.Any((float*)nodes, (float*)leaves, packet);
                for (var i = 0; i < TreeLayout.Lanes; i++) met[at + i] = (bits & (1u << i)) != 0;
                continue;
            }
            for (var i = 0; i < some.Length; i++) met[at + i] = tree.AnyHit(new Ray(some[i], direction), ref raySeed);
        }
    }

    private void Together(ReadOnlySpan<Vector3> points, Span<SurfacePoint> places, double within)
    {
        Span<Vector3> local = stackalloc Vector3[TreeLayout.Lanes];
        for (var i = 0; i < local.Length; i++) local[i] = points[i] - tree.Origin;
        var (nodes, leaves) = tree.Blocks;
        fixed (int* into = found) PointPacket.Nearest((float*)nodes, (float*)leaves, local, (float)Math.Min(within * within, float.MaxValue), known, into);
        for (var i = 0; i < local.Length; i++)
        {
            places[i] = found[i] < 0 ? SurfacePoint.None : tree.Refined(points[i], found[i], found[TreeLayout.Lanes + i]);
            if (found[i] < 0) continue;
            seed = found[i];
            // The distance in double may be a hair shorter than the tree's own.
            known = (local[i], ((float)places[i].Distance * 1.0001f) + tree.Slack);
        }
    }

    private void Singly(ReadOnlySpan<Vector3> points, Span<SurfacePoint> places, double within)
    {
        for (var i = 0; i < points.Length; i++) places[i] = tree.Closest(points[i], within, ref seed);
    }

    /// <summary>Fills the packet; false when a ray starts so far away that each is moved up by its own way.</summary>
    private bool Packed(ReadOnlySpan<Vector3> origins, Vec3 direction)
    {
        for (var i = 0; i < packet.Length; i++)
        {
            packet[i] = tree.Local(new Ray(origins[i], direction), out var moved);
            if (moved != 0) return false;
        }
        return true;
    }

    private bool LieTogether(ReadOnlySpan<Vector3> points)
    {
        var (low, high) = (points[0], points[0]);
        foreach (var p in points) (low, high) = (Vector3.Min(low, p), Vector3.Max(high, p));
        return (high - low).Length() < tree.PacketSize;
    }
}
