using System.Numerics;

namespace Dentelle.Geometry.Meshes;

/// <summary>A surface while its edges are drawn together.</summary>
internal sealed class EdgeCollapse
{
    private readonly record struct Edge(int A, int B, int Touched, Vec3 Place);

    private readonly Vec3[] places;

    /// <summary>Three vertices a triangle; and the corners of one vertex as a chain.</summary>
    private readonly int[] corners,
        next,
        first,
        last;

    /// <summary>How often a vertex has moved: an edge offered before that is out of date.</summary>
    private readonly int[] touched;
    private readonly bool[] held,
        gone;
    private readonly Quadric[] costs;
    private readonly List<Edge> edges;
    private readonly PriorityQueue<int, double> waiting;

    /// <summary>When a vertex was last met in going round another one.</summary>
    private readonly int[] met;
    private readonly double limit;
    private int round;

    public EdgeCollapse(Mesh mesh, double error, Func<int, bool> holds)
    {
        var vertices = mesh.Positions.Length;
        limit = error * error;
        places = Array.ConvertAll(mesh.Positions.ToArray(), p => (Vec3)p);
        corners = mesh.Corners.ToArray();
        (next, first, last) = (new int[corners.Length], new int[vertices], new int[vertices]);
        (touched, met) = (new int[vertices], new int[vertices]);
        (held, gone) = (new bool[vertices], new bool[mesh.TriangleCount]);
        costs = new Quadric[vertices];
        edges = new(2 * corners.Length);
        waiting = new(corners.Length);
        Count = mesh.TriangleCount;
        Chain();
        for (var i = 0; i < vertices; i++)
            held[i] = holds(i);
        HoldOpenEdges(mesh);
        for (var triangle = 0; triangle < Count; triangle++)
        {
            var cost = Quadric.OfPlane(mesh.AreaVector(triangle), places[corners[3 * triangle]]);
            for (var k = 0; k < 3; k++)
                costs[corners[(3 * triangle) + k]].Add(cost);
        }
        for (var i = 0; i < corners.Length; i++)
        {
            if (corners[i] < corners[After(i)])
                Offer(corners[i], corners[After(i)]);
        }
    }

    /// <summary>Triangles left.</summary>
    public int Count { get; private set; }

    public void Run(int triangles, CancellationToken cancel)
    {
        var steps = 0;
        while (Count > triangles && waiting.TryDequeue(out var at, out _))
        {
            if ((++steps & 1023) == 0)
                cancel.ThrowIfCancellationRequested();
            var (a, b, stamp, place) = edges[at];
            if (first[a] < 0 || first[b] < 0 || stamp != touched[a] + touched[b])
                continue;
            if (MayMeet(a, b) && !Folds(a, b, place) && !Folds(b, a, place))
                Collapse(a, b, place);
        }
    }

    /// <summary>What is left, with only the vertices it uses.</summary>
    public Mesh Left() => new Mesh(Array.ConvertAll(places, p => (Vector3)p), corners).Where(triangle => !gone[triangle]);

    private void Collapse(int a, int b, Vec3 place)
    {
        places[a] = place;
        costs[a].Add(costs[b]);
        held[a] |= held[b];
        for (var corner = first[b]; corner >= 0; corner = next[corner])
            corners[corner] = a;
        next[last[a]] = first[b];
        last[a] = last[b];
        first[b] = -1;
        DropLines(a);
        touched[a]++;
        round++;
        for (var corner = first[a]; corner >= 0; corner = next[corner])
        {
            Meet(corners[After(corner)]);
            Meet(corners[After(After(corner))]);
        }

        void Meet(int other)
        {
            if (met[other] == round)
                return;
            met[other] = round;
            Offer(a, other);
        }
    }

    /// <summary>Two triangles round the vertex have become lines.</summary>
    private void DropLines(int a)
    {
        var end = -1;
        for (var corner = first[a]; corner >= 0; corner = next[corner])
        {
            var triangle = corner / 3;
            if (!gone[triangle] && IsLine(triangle))
            {
                gone[triangle] = true;
                Count--;
            }
            if (gone[triangle])
                continue;
            if (end < 0)
                first[a] = corner;
            else
                next[end] = corner;
            end = corner;
        }
        last[a] = end;
        if (end < 0)
            first[a] = -1;
        else
            next[end] = -1;
    }

    private bool IsLine(int triangle)
    {
        var (a, b, c) = (corners[3 * triangle], corners[(3 * triangle) + 1], corners[(3 * triangle) + 2]);
        return a == b || b == c || c == a;
    }

    private void Offer(int a, int b)
    {
        if (held[a] && held[b])
            return;
        var cost = costs[a];
        cost.Add(costs[b]);
        var place =
            held[a] ? places[a]
            : held[b] ? places[b]
            : cost.Lowest(places[a], places[b]);
        if (cost.At(place) is var squared && squared > limit)
            return;
        edges.Add(new Edge(a, b, touched[a] + touched[b], place));
        waiting.Enqueue(edges.Count - 1, squared);
    }

    /// <summary>Only where the two have just two neighbours in common does the surface stay one.</summary>
    private bool MayMeet(int a, int b)
    {
        round++;
        for (var corner = first[a]; corner >= 0; corner = next[corner])
        {
            if (!gone[corner / 3])
                met[corners[After(corner)]] = met[corners[After(After(corner))]] = round;
        }
        var common = 0;
        for (var corner = first[b]; corner >= 0; corner = next[corner])
        {
            if (gone[corner / 3])
                continue;
            Seen(corners[After(corner)]);
            Seen(corners[After(After(corner))]);
        }
        return common == 2;

        // Each neighbour comes up twice, and counts once.
        void Seen(int other)
        {
            if (met[other] != round)
                return;
            met[other] = round - 1;
            common++;
        }
    }

    /// <summary>Whether a triangle of a vertex that does not hold the other one would turn over, or shrink to nothing.</summary>
    private bool Folds(int vertex, int other, Vec3 place)
    {
        for (var corner = first[vertex]; corner >= 0; corner = next[corner])
        {
            if (gone[corner / 3])
                continue;
            var (second, third) = (corners[After(corner)], corners[After(After(corner))]);
            if (second == other || third == other)
                continue;
            var (p, q) = (places[second], places[third]);
            var before = (p - places[vertex]).Cross(q - places[vertex]);
            var after = (p - place).Cross(q - place);
            var turn = after.Dot(before);
            if (turn <= 0 || turn * turn <= 0.0625 * after.LengthSquared * before.LengthSquared)
                return true;
        }
        return false;
    }

    private void Chain()
    {
        Array.Fill(first, -1);
        for (var i = 0; i < corners.Length; i++)
        {
            var vertex = corners[i];
            next[i] = -1;
            if (first[vertex] < 0)
                first[vertex] = i;
            else
                next[last[vertex]] = i;
            last[vertex] = i;
        }
    }

    private void HoldOpenEdges(Mesh mesh)
    {
        var topology = mesh.Topology;
        for (var i = 0; i < corners.Length; i++)
        {
            if (topology.Across(i / 3, i % 3) < 0)
                held[corners[i]] = held[corners[After(i)]] = true;
        }
    }

    private static int After(int corner) => corner - (corner % 3) + ((corner + 1) % 3);
}
