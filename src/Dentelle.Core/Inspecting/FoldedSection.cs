using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Sections;

namespace Dentelle.Core.Inspecting;

/// <summary>A section through a preparation, square to its finish line: where the shelf ends.</summary>
internal static class FoldedSection
{
    private const double Step = 0.05,
        Window = 0.3,
        Reach = 2.2;

    /// <summary>What turns by less is no edge, degrees.</summary>
    private const double LeastTurn = 28;

    /// <returns>Height over the station and how far inside it; null where no edge is found.</returns>
    public static (double Height, double In)? Edge(Mesh mesh, Station station, Vec3 path) =>
        Through(mesh, station, path, Reach) is { } line ? Edge(line) : null;

    /// <summary>The section from a station up over the wall and some way on, at even steps; null where none passes.</summary>
    /// <returns>How far inside the station, and how high over it.</returns>
    public static Vec2[]? Up(Mesh mesh, Station station, Vec3 path, double reach)
    {
        if (Through(mesh, station, path, reach) is not { } line)
            return null;
        var start = Enumerable.Range(0, line.Length).MinBy(i => line[i].Length);
        // From the station inward.
        return [.. line[..(start + 1)].Reverse().Select(p => new Vec2(-p.X, p.Y))];
    }

    /// <summary>The line of the section that passes the station nearest: how far outside it, and how high over it.</summary>
    private static Vec2[]? Through(Mesh mesh, Station station, Vec3 path, double reach)
    {
        var nearest = 0.5;
        Vec2[]? found = null;
        foreach (var line in PlaneSection.Of(mesh, new Plane3(station.Place, path.Cross(station.Inward))))
        {
            var flat = line
                .Points.Select(p => p - station.Place)
                .Select(off => new Vec2(-off.Dot(station.Inward), off.Dot(path)))
                .ToArray();
            var at = Enumerable.Range(0, flat.Length).MinBy(i => flat[i].Length);
            if (flat[at].Length >= nearest)
                continue;
            nearest = flat[at].Length;
            found = Cut(flat, at, line.IsClosed, reach);
        }
        return found;
    }

    /// <summary>The line within reach of the station, from the tooth outward, at even steps.</summary>
    private static Vec2[] Cut(Vec2[] flat, int at, bool closed, double reach)
    {
        var points = new LinkedList<Vec2>();
        points.AddLast(flat[at]);
        Walk(1, point => points.AddLast(point));
        Walk(-1, point => points.AddFirst(point));
        var line = points.ToArray();
        // The tooth's end is the inner one.
        if (line[0].X > line[^1].X)
            Array.Reverse(line);
        var even = new List<Vec2> { line[0] };
        var (passed, next) = (0.0, Step);
        for (var i = 1; i < line.Length; i++)
        {
            var span = (line[i] - line[i - 1]).Length;
            while (span > 0 && passed + span >= next)
            {
                even.Add(Vec2.Mix(line[i - 1], line[i], (next - passed) / span));
                next += Step;
            }
            passed += span;
        }
        return [.. even];

        void Walk(int step, Action<Vec2> add)
        {
            var (i, length) = (at, 0.0);
            while (length < reach)
            {
                var to = i + step;
                if (closed)
                    to = (to + flat.Length) % flat.Length;
                if (to < 0 || to >= flat.Length || to == at)
                    return;
                length += (flat[to] - flat[i]).Length;
                i = to;
                add(flat[i]);
            }
        }
    }

    /// <summary>The first turn downward outside the first turn outward.</summary>
    private static (double Height, double In)? Edge(Vec2[] line)
    {
        const int half = (int)(Window / Step);
        var turns = new double[line.Length];
        for (var i = half; i < line.Length - half; i++)
        {
            var (a, b) = (line[i] - line[i - half], line[i + half] - line[i]);
            // Positive turns outward and up, negative down.
            turns[i] = double.RadiansToDegrees(Math.Atan2((a.X * b.Y) - (a.Y * b.X), a.Dot(b)));
        }
        var inner = Array.FindIndex(turns, turn => turn > LeastTurn);
        if (inner < 0)
            return null;
        for (var i = inner; i < turns.Length - 1; i++)
        {
            if (turns[i] < -LeastTurn && turns[i] <= turns[i + 1] && turns[i] <= turns[i - 1])
                return (line[i].Y, -line[i].X);
        }
        return null;
    }
}
