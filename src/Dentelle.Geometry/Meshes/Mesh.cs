using System.Numerics;

namespace Dentelle.Geometry.Meshes;

/// <summary>A surface of triangles that share vertices. Immutable. Seen from outside, corners run counter-clockwise.</summary>
/// <remarks>Positions are single precision (what scan files hold: 5·10⁻⁷ at 10 mm); sums are made in double.</remarks>
public sealed class Mesh
{
    private readonly Vector3[] positions;
    private readonly int[] corners;
    private readonly Lazy<Vector3[]> normals;
    private readonly Lazy<Topology> topology;
    private readonly Lazy<VertexRing> ring;

    /// <param name="positions">Vertices; taken over, so don't change them afterwards.</param>
    /// <param name="corners">Three vertex numbers a triangle; taken over likewise.</param>
    /// <exception cref="ArgumentException">A number that is no vertex, or a length that is no multiple of three.</exception>
    public Mesh(Vector3[] positions, int[] corners)
    {
        if (corners.Length % 3 != 0)
            throw new ArgumentException("Corners come in threes.", nameof(corners));
        foreach (var corner in corners)
        {
            if ((uint)corner >= (uint)positions.Length)
                throw new ArgumentException("A corner names no vertex.", nameof(corners));
        }
        this.positions = positions;
        this.corners = corners;
        normals = new(MakeNormals);
        topology = new(() => new Topology(this));
        ring = new(() => new VertexRing(this));
        Box = BoxOf(positions);
    }

    public ReadOnlySpan<Vector3> Positions => positions;

    /// <summary>The same as memory, for what must outlive a call.</summary>
    internal (Vector3[] Positions, int[] Corners) Arrays => (positions, corners);

    /// <summary>Three vertex numbers a triangle.</summary>
    public ReadOnlySpan<int> Corners => corners;

    public int TriangleCount => corners.Length / 3;

    /// <summary>Box of all vertices, used or not.</summary>
    public Box3 Box { get; }

    /// <summary>Unit normals at the vertices, weighted by area; zero where a vertex belongs to no triangle of any area.</summary>
    public ReadOnlySpan<Vector3> Normals => normals.Value;

    /// <summary>What touches what: components, boundary loops, whether it is closed. Made at first use.</summary>
    public Topology Topology => topology.Value;

    /// <summary>Triangles round each vertex. Made at first use.</summary>
    public VertexRing Ring => ring.Value;

    public (Vec3 A, Vec3 B, Vec3 C) Triangle(int triangle) =>
        (positions[corners[3 * triangle]], positions[corners[(3 * triangle) + 1]], positions[corners[(3 * triangle) + 2]]);

    /// <summary>Normal of a triangle times twice its area.</summary>
    public Vec3 AreaVector(int triangle)
    {
        var (a, b, c) = Triangle(triangle);
        return (b - a).Cross(c - a);
    }

    /// <summary>Of each vertex a third of the triangles round it: its share of the surface's area.</summary>
    public double[] VertexAreas()
    {
        var areas = new double[positions.Length];
        for (var i = 0; i < TriangleCount; i++)
        {
            var third = AreaVector(i).Length / 6;
            for (var k = 0; k < 3; k++)
                areas[corners[(3 * i) + k]] += third;
        }
        return areas;
    }

    /// <summary>What part each corner of a triangle has in a place on it: together one (barycentric).</summary>
    public (double A, double B, double C) Shares(int triangle, Vec3 place)
    {
        var (a, b, c) = Triangle(triangle);
        var normal = (b - a).Cross(c - a);
        var area = normal.LengthSquared;
        if (area == 0)
            return (1, 0, 0);
        var (second, third) = (normal.Dot((place - a).Cross(c - a)) / area, normal.Dot((b - a).Cross(place - a)) / area);
        return (1 - second - third, second, third);
    }

    /// <summary>Surface area; summed in double.</summary>
    public double Area
    {
        get
        {
            var sum = 0.0;
            for (var i = 0; i < TriangleCount; i++)
                sum += AreaVector(i).Length;
            return sum / 2;
        }
    }

    /// <summary>Enclosed volume: positive when the surface is closed and its corners run counter-clockwise seen from outside.</summary>
    public double Volume
    {
        get
        {
            // Taken about the box's centre, so that a body far from the origin loses no digits.
            var from = Box.Centre;
            var sum = 0.0;
            for (var i = 0; i < TriangleCount; i++)
            {
                var (a, b, c) = Triangle(i);
                sum += (a - from).Dot((b - from).Cross(c - from));
            }
            return sum / 6;
        }
    }

    public Mesh Moved(Rigid motion) => Mapped(p => motion.Apply(p));

    /// <summary>Mirrored across the plane x = 0; outside stays outside.</summary>
    public Mesh MirroredX() => Mapped(p => p with { X = -p.X }, mirrors: true);

    /// <summary>Every vertex mapped on its own; the triangles stay.</summary>
    /// <param name="map">Where a vertex goes.</param>
    /// <param name="mirrors">Whether that mirrors: then the winding is turned, so that outside stays outside.</param>
    public Mesh Mapped(Func<Vec3, Vec3> map, bool mirrors = false)
    {
        var mapped = Array.ConvertAll(positions, p => (Vector3)map(p));
        if (!mirrors)
            return new Mesh(mapped, corners);
        var turned = new int[corners.Length];
        for (var i = 0; i < corners.Length; i += 3)
            (turned[i], turned[i + 1], turned[i + 2]) = (corners[i], corners[i + 2], corners[i + 1]);
        return new Mesh(mapped, turned);
    }

    /// <summary>Several meshes as one, unjoined.</summary>
    public static Mesh Together(params ReadOnlySpan<Mesh> meshes)
    {
        var allPositions = new List<Vector3>();
        var allCorners = new List<int>();
        foreach (var mesh in meshes)
        {
            var from = allPositions.Count;
            allPositions.AddRange(mesh.positions);
            foreach (var corner in mesh.corners)
                allCorners.Add(from + corner);
        }
        return new Mesh([.. allPositions], [.. allCorners]);
    }

    /// <summary>The vertex nearest to a place. For a handful of places no tree is worth its making.</summary>
    public Vec3 NearestVertex(Vec3 place)
    {
        var (nearest, best) = (default(Vector3), float.PositiveInfinity);
        var from = (Vector3)place;
        foreach (var p in positions)
        {
            var distance = Vector3.DistanceSquared(p, from);
            if (distance < best)
                (nearest, best) = (p, distance);
        }
        return nearest;
    }

    /// <summary>Closes open borders, each by a fan about its middle.</summary>
    /// <param name="loops">Of the mesh's topology.</param>
    /// <param name="apex">Where a fan's middle goes, from the loop and its middle; there when left out.</param>
    public Mesh WithFans(IReadOnlyList<IReadOnlyList<int>> loops, Func<IReadOnlyList<int>, Vec3, Vec3>? apex = null)
    {
        if (loops.Count == 0)
            return this;
        var (closedPositions, closedCorners) = (new List<Vector3>(positions), new List<int>(corners));
        foreach (var loop in loops)
        {
            var middle = loop.Aggregate(default(Vec3), (sum, vertex) => sum + positions[vertex]) / loop.Count;
            for (var i = 0; i < loop.Count; i++)
                closedCorners.AddRange([loop[i], loop[(i + 1) % loop.Count], closedPositions.Count]);
            closedPositions.Add((Vector3)(apex?.Invoke(loop, middle) ?? middle));
        }
        return new Mesh([.. closedPositions], [.. closedCorners]);
    }

    /// <summary>The triangles of which all vertices are kept.</summary>
    public Mesh Within(bool[] kept) => Where(i => kept[corners[3 * i]] && kept[corners[(3 * i) + 1]] && kept[corners[(3 * i) + 2]]);

    /// <summary>The triangles that pass, with only the vertices they use.</summary>
    public Mesh Where(Func<int, bool> keep)
    {
        var renamed = new int[positions.Length];
        var keptPositions = new List<Vector3>();
        var keptCorners = new List<int>();
        for (var i = 0; i < corners.Length; i++)
        {
            if (!keep(i / 3))
                continue;
            ref var name = ref renamed[corners[i]];
            if (name == 0)
            {
                keptPositions.Add(positions[corners[i]]);
                name = keptPositions.Count;
            }
            keptCorners.Add(name - 1);
        }
        return new Mesh([.. keptPositions], [.. keptCorners]);
    }

    private Vector3[] MakeNormals()
    {
        var sums = new Vector3[positions.Length];
        for (var i = 0; i < corners.Length; i += 3)
        {
            var a = positions[corners[i]];
            var vector = Vector3.Cross(positions[corners[i + 1]] - a, positions[corners[i + 2]] - a);
            sums[corners[i]] += vector;
            sums[corners[i + 1]] += vector;
            sums[corners[i + 2]] += vector;
        }
        for (var i = 0; i < sums.Length; i++)
        {
            var length = sums[i].Length();
            sums[i] = length > 0 ? sums[i] / length : default;
        }
        return sums;
    }

    private static Box3 BoxOf(Vector3[] positions)
    {
        if (positions.Length == 0)
            return Box3.Empty;
        var (low, high) = (positions[0], positions[0]);
        foreach (var p in positions)
            (low, high) = (Vector3.Min(low, p), Vector3.Max(high, p));
        return new Box3(low, high);
    }
}
