namespace Dentelle.Geometry.Meshes;

/// <summary>What touches what on a mesh: which triangles meet at an edge, which hang together, where it is open.</summary>
public sealed class Topology
{
    private readonly int[] across;
    private readonly Lazy<IReadOnlyList<IReadOnlyList<int>>> boundary;

    internal Topology(Mesh mesh)
    {
        Ring = mesh.Ring;
        across = Pair(mesh, Ring, out var open, out var crowded, out var twisted);
        // A twisted edge shows itself from both of its triangles.
        (OpenEdgeCount, NonManifoldEdgeCount, TwistedEdgeCount) = (open, crowded, twisted / 2);
        boundary = new(() => Loops(mesh, across));
        Components = Flood(mesh.TriangleCount, across);
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            if (mesh.AreaVector(i).LengthSquared == 0)
                DegenerateCount++;
        }
    }

    /// <summary>Triangles round each vertex.</summary>
    public VertexRing Ring { get; }

    /// <summary>Edges with one triangle only.</summary>
    public int OpenEdgeCount { get; }

    /// <summary>Edges with three triangles or more.</summary>
    public int NonManifoldEdgeCount { get; }

    /// <summary>Edges whose two triangles turn opposite ways.</summary>
    public int TwistedEdgeCount { get; }

    /// <summary>Triangles without area.</summary>
    public int DegenerateCount { get; }

    /// <summary>No open, crowded or twisted edge: the surface encloses a volume.</summary>
    public bool IsWatertight => OpenEdgeCount == 0 && NonManifoldEdgeCount == 0 && TwistedEdgeCount == 0;

    /// <summary>Open edges joined head to tail; each loop is a list of vertices, the last joined to the first.</summary>
    public IReadOnlyList<IReadOnlyList<int>> BoundaryLoops => boundary.Value;

    /// <summary>The component of each triangle, numbered from 0 in the order of their first triangles.</summary>
    public ComponentMap Components { get; }

    /// <summary>
    /// The triangle across edge <paramref name="edge"/> (0: first to second corner …), or −1 where there is none or it
    /// isn't clear.
    /// </summary>
    public int Across(int triangle, int edge) => across[(3 * triangle) + edge];

    private static int[] Pair(Mesh mesh, VertexRing ring, out int open, out int crowded, out int twisted)
    {
        (open, crowded, twisted) = (0, 0, 0);
        var corners = mesh.Corners;
        var found = new int[corners.Length];
        for (var i = 0; i < corners.Length; i++)
        {
            var (from, to) = (corners[i], corners[i - (i % 3) + ((i + 1) % 3)]);
            var (back, same, first, neighbour) = (0, 0, i, -1);
            foreach (var other in ring.Around(from))
            {
                var corner = 3 * other;
                for (var k = 0; k < 3; k++)
                {
                    var (a, b) = (corners[corner + k], corners[corner + ((k + 1) % 3)]);
                    if (a == from && b == to)
                        (same, first) = (same + 1, Math.Min(first, corner + k));
                    if (a != to || b != from)
                        continue;
                    back++;
                    neighbour = other;
                }
            }
            found[i] = same == 1 && back == 1 ? neighbour : -1;
            // Each undirected edge is counted once: at its first appearance from the lower vertex, or as an edge without a way back.
            if (same + back > 2)
                crowded += i == first && (from < to || back == 0) ? 1 : 0;
            else if (back == 0)
                (open, twisted) = same == 1 ? (open + 1, twisted) : (open, twisted + 1);
        }
        return found;
    }

    private static List<IReadOnlyList<int>> Loops(Mesh mesh, int[] across)
    {
        var next = new Dictionary<int, Queue<int>>();
        var starts = new List<int>();
        for (var i = 0; i < across.Length; i++)
        {
            if (across[i] >= 0)
                continue;
            var (from, to) = (mesh.Corners[i], mesh.Corners[i - (i % 3) + ((i + 1) % 3)]);
            // A loop runs with the hole on its left, against the triangles' own turn.
            if (!next.TryGetValue(to, out var queue))
                next[to] = queue = new();
            queue.Enqueue(from);
            starts.Add(to);
        }
        var loops = new List<IReadOnlyList<int>>();
        foreach (var start in starts)
        {
            var loop = new List<int>();
            for (var at = start; next.TryGetValue(at, out var queue) && queue.Count > 0; at = queue.Dequeue())
                loop.Add(at);
            if (loop.Count > 0)
                loops.Add(loop);
        }
        return loops;
    }

    private static ComponentMap Flood(int count, int[] across)
    {
        var of = new int[count];
        Array.Fill(of, -1);
        var (components, stack) = (0, new Stack<int>());
        for (var seed = 0; seed < count; seed++)
        {
            if (of[seed] >= 0)
                continue;
            of[seed] = components;
            stack.Push(seed);
            while (stack.TryPop(out var triangle))
            {
                for (var k = 0; k < 3; k++)
                {
                    var other = across[(3 * triangle) + k];
                    if (other < 0 || of[other] >= 0)
                        continue;
                    of[other] = components;
                    stack.Push(other);
                }
            }
            components++;
        }
        return new ComponentMap(components, of);
    }
}

/// <param name="Count">How many components.</param>
/// <param name="Of">The component of each triangle.</param>
public sealed record ComponentMap(int Count, IReadOnlyList<int> Of);

/// <summary>The triangles round each vertex, as one list cut at offsets.</summary>
public sealed class VertexRing
{
    private readonly int[] from;
    private readonly int[] triangles;

    public VertexRing(Mesh mesh)
    {
        var corners = mesh.Corners;
        from = new int[mesh.Positions.Length + 1];
        foreach (var corner in corners)
            from[corner + 1]++;
        for (var i = 1; i < from.Length; i++)
            from[i] += from[i - 1];
        triangles = new int[corners.Length];
        // Filling backwards leaves the offsets where they began, without a second array of cursors.
        for (var i = corners.Length - 1; i >= 0; i--)
            triangles[--from[corners[i] + 1]] = i / 3;
        // Each offset has moved down to its own start, one place too far to the right.
        Array.Copy(from, 1, from, 0, from.Length - 1);
        from[^1] = corners.Length;
    }

    public ReadOnlySpan<int> Around(int vertex) => triangles.AsSpan(from[vertex], from[vertex + 1] - from[vertex]);
}
