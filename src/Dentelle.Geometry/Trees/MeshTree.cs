using System.Numerics;
using System.Runtime.Intrinsics;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Trees;

/// <summary>A place on a surface: the triangle, the point, and the part of the triangle it lies on.</summary>
/// <param name="Distance">From the point asked about; never negative.</param>
public readonly record struct SurfacePoint(int Triangle, Vec3 Place, TriangleFeature Feature, double Distance)
{
    /// <summary>What a search answers that found nothing within its limit.</summary>
    public static readonly SurfacePoint None = new(-1, default, default, double.PositiveInfinity);

    public bool IsFound => Triangle >= 0;
}

/// <summary>Where a ray meets a surface; <see cref="At"/> in lengths of the ray's direction.</summary>
public readonly record struct RayHit(int Triangle, double At)
{
    public static readonly RayHit None = new(-1, double.PositiveInfinity);

    public bool IsHit => Triangle >= 0;
}

/// <summary>A half line, from <paramref name="From"/> to <paramref name="To"/> in lengths of its direction.</summary>
public readonly record struct Ray(Vec3 Origin, Vec3 Direction, double From = 0, double To = double.PositiveInfinity);

/// <summary>A tree of boxes and discs over a mesh that answers where the surface is: nearest place, signed distance, rays.</summary>
/// <remarks>
/// Immutable; any number of threads may ask. Searching runs in single precision about the mesh's middle; the answer is worked out
/// in double on the triangle found. Its distance is off the true one by at most about 10⁻⁶ of the mesh's size.
/// </remarks>
public sealed unsafe class MeshTree
{
    private readonly AlignedFloats nodes,
        leaves;
    private readonly int nodeCount,
        leafCount;
    private readonly Vector3 origin;
    private readonly double reach;
    private readonly Sides sides;
    private readonly Lazy<Winding> winding;

    /// <exception cref="ArgumentException">The mesh has no triangle.</exception>
    public MeshTree(Mesh mesh)
        : this(mesh, Vector256.IsHardwareAccelerated) { }

    internal MeshTree(Mesh mesh, bool vectors)
    {
        if (mesh.TriangleCount == 0)
            throw new ArgumentException("A tree needs at least one triangle.", nameof(mesh));
        (Mesh, UsesVectors) = (mesh, vectors);
        origin = (Vector3)mesh.Box.Centre;
        reach = mesh.Box.Size.Length;
        (nodes, nodeCount, leaves, leafCount) = TreeBuilder.Build(mesh, origin);
        sides = new Sides(mesh);
        winding = new(() => new Winding(nodes, nodeCount, leaves));
    }

    public Mesh Mesh { get; }

    /// <summary>Bytes held besides the mesh itself.</summary>
    public long Bytes =>
        ((long)nodeCount * TreeLayout.NodeFloats * 4)
        + ((long)leafCount * TreeLayout.LeafFloats * 4)
        + (4L * (Mesh.Corners.Length + Mesh.Positions.Length))
        + Mesh.TriangleCount;

    internal bool UsesVectors { get; }

    internal (nint Nodes, nint Leaves) Blocks => ((nint)nodes.Start, (nint)leaves.Start);

    internal Vector3 Origin => origin;

    /// <summary>More than single precision is ever off by.</summary>
    internal float Slack => (float)reach * 1e-6f;

    /// <summary>Points or rays closer together than this go better together than singly.</summary>
    internal float PacketSize => (float)reach / 16;

    /// <summary>The nearest place on the surface, or none within the limit.</summary>
    public SurfacePoint Closest(Vec3 p, double within = double.PositiveInfinity)
    {
        var seed = 0;
        return Closest(p, within, ref seed);
    }

    /// <summary>Distance to the surface, negative inside it.</summary>
    /// <remarks>Where the surface is open or folded the winding number decides: inside is where it is above one half.</remarks>
    public double SignedDistance(Vec3 p)
    {
        var seed = 0;
        return SignedDistance(p, ref seed);
    }

    /// <summary>A search for points that follow each other closely; for one thread.</summary>
    public SurfaceSearch Search() => new(this);

    /// <summary>How often the surface winds round a point: 1 inside a closed body, 0 outside; to about a hundredth.</summary>
    public double WindingNumber(Vec3 p) => winding.Value.At(p - origin);

    public bool Contains(Vec3 p) => SignedDistance(p) < 0;

    /// <summary>Whether the ray meets anything, from either side of the surface.</summary>
    public bool AnyHit(in Ray ray)
    {
        var seed = 0;
        return AnyHit(ray, ref seed);
    }

    /// <summary>What the ray meets first, from either side of the surface.</summary>
    public RayHit FirstHit(in Ray ray)
    {
        var local = Local(ray, out var moved);
        var (leaf, lane, _) = UsesVectors
            ? RaySearch.First<SimdRayKernel>(nodes.Start, leaves.Start, local)
            : RaySearch.First<ScalarRayKernel>(nodes.Start, leaves.Start, local);
        if (leaf < 0)
            return RayHit.None;
        var triangle = TriangleOf(leaf, lane);
        var (a, b, c) = Mesh.Triangle(triangle);
        var normal = (b - a).Cross(c - a);
        var start = ray.Origin + (ray.Direction * moved);
        return new RayHit(triangle, moved + (normal.Dot(a - start) / normal.Dot(ray.Direction)));
    }

    /// <summary>One search that hands its leaf on to the next: points that follow each other closely start with a tight bound.</summary>
    internal SurfacePoint Closest(Vec3 p, double within, ref int seed)
    {
        var (leaf, lane, _) = Nearest((Vector3)(p - origin), Squared(within), ref seed);
        return leaf < 0 ? SurfacePoint.None : Refined(p, leaf, lane);
    }

    internal (int Leaf, int Lane, float Squared) Nearest(Vector3 local, float limit, ref int seed)
    {
        var nearest = UsesVectors
            ? PointSearch.Nearest<SimdPointKernel>(nodes.Start, leaves.Start, local, limit, seed)
            : PointSearch.Nearest<ScalarPointKernel>(nodes.Start, leaves.Start, local, limit, seed);
        if (nearest.Leaf >= 0)
            seed = nearest.Leaf;
        return nearest;
    }

    internal static float Squared(double limit) => (float)Math.Min(limit * limit, float.MaxValue);

    /// <summary>The answer in double on the triangle that a search has found.</summary>
    internal SurfacePoint Refined(Vec3 p, int leaf, int lane)
    {
        var triangle = TriangleOf(leaf, lane);
        var (a, b, c) = Mesh.Triangle(triangle);
        var (place, feature) = OnTriangle.Closest(p, a, b, c);
        return new SurfacePoint(triangle, place, feature, (p - place).Length);
    }

    internal bool AnyHit(in Ray ray, ref int seed)
    {
        var local = Local(ray, out _);
        return UsesVectors
            ? RaySearch.Any<SimdRayKernel>(nodes.Start, leaves.Start, local, ref seed)
            : RaySearch.Any<ScalarRayKernel>(nodes.Start, leaves.Start, local, ref seed);
    }

    internal double SignedDistance(Vec3 p, ref int seed)
    {
        return Signed(p, Closest(p, double.PositiveInfinity, ref seed));
    }

    /// <summary>The distance of a place that was found nearest, negative inside the surface.</summary>
    public double Signed(Vec3 p, SurfacePoint nearest)
    {
        var side = sides.Of(p, nearest.Triangle, nearest.Place, nearest.Feature);
        if (side == 0 && nearest.Distance > 0)
            side = WindingNumber(p) > 0.5 ? -1 : 1;
        return side * nearest.Distance;
    }

    private int TriangleOf(int leaf, int lane) => ((int*)(leaves.Start + ((long)TreeLayout.LeafFloats * leaf)))[TreeLayout.Triangle + lane];

    /// <summary>The ray in the tree's coordinates. One that starts far away is first moved up to the mesh, in double, so that its single
    /// precision is spent where the surface is.</summary>
    internal TreeRay Local(in Ray ray, out double moved)
    {
        var start = ray.Origin - origin;
        moved = 0;
        if (start.LengthSquared > 16 * reach * reach && ray.Direction.Length is > 0 and var speed)
        {
            moved = (start.Length - (2 * reach)) / speed;
            start += ray.Direction * moved;
        }
        return new TreeRay(
            (Vector3)start,
            (Vector3)ray.Direction,
            (float)(ray.From - moved),
            (float)Math.Min(ray.To - moved, float.MaxValue)
        );
    }
}
