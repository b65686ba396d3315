using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Sections;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Drawing;

/// <summary>Draws a unit in the round as lines, for paper: the same engraving as on the screen, seen from one side.</summary>
public sealed class RoundEngraver
{
    /// <summary>Nearer to the planned surface than this nothing of the present one is drawn: it stays.</summary>
    private const double Stays = 0.035;

    /// <summary>How far off the surface a line looks out for what stands before it, along its normal.</summary>
    private const double Off = 0.02;

    /// <summary>So far beside an outline lies what it borders on.</summary>
    private const double Beside = 0.06;

    /// <summary>Hatching ends so far below the lowest finish line, with the root.</summary>
    private const double Root = 1.1;

    private readonly RoundFigure figure;
    private readonly Vec3 right,
        up,
        toward;
    private readonly List<RoundLine> lines = [];
    private readonly double lowest;

    private RoundEngraver(RoundFigure figure, RoundSight view)
    {
        this.figure = figure;
        (right, up, toward) = view.Axes;
        lowest = figure.FinishLines.SelectMany(line => line.Points).Select(point => point.At.Z).DefaultIfEmpty(0).Min();
        lowest = Math.Min(lowest, 0.4) - Root;
    }

    /// <param name="figure">Bodies with what is baked at their vertices.</param>
    /// <param name="view">From where.</param>
    /// <param name="spacing">From one line of the hatching to the next, millimetres of the tooth.</param>
    public static IReadOnlyList<RoundLine> Lines(RoundFigure figure, RoundSight view, double spacing)
    {
        var engraver = new RoundEngraver(figure, view);
        if (engraver.Body("prepared") is { } prepared)
        {
            var tree = new MeshTree(prepared.Surface);
            engraver.Hatching(prepared, tree, spacing);
            engraver.Outline(prepared, tree);
            engraver.Finish(tree);
        }
        if (engraver.Body("tooth") is { } tooth)
            engraver.Outermost(tooth, RoundStroke.Present);
        if (engraver.Body("restored") is { } restored)
            engraver.Outermost(restored, RoundStroke.Restored);
        return engraver.lines;
    }

    private RoundBody? Body(string name) => figure.Bodies.FirstOrDefault(body => body.Name == name);

    private Vec2 Seen(Vec3 p) => new(p.Dot(right), p.Dot(up));

    private void Outline(RoundBody body, MeshTree tree)
    {
        foreach (var line in LevelLines.Of(body.Surface, Facing(body.Surface), 0))
        {
            // Along an outline the surface runs with the ray: it is seen from a little outside.
            Add(line, RoundStroke.Outline, i => line.Points[i].Z > lowest && IsFree(tree, line.Points[i], Normal(body, line, i)), _ => 1);
        }
    }

    /// <summary>
    /// Lines along levels, and where the surface is near-level itself along another family: both swell with the shade, and the one
    /// thins out as the other takes over.
    /// </summary>
    private void Hatching(RoundBody body, MeshTree tree, double spacing)
    {
        var mesh = body.Surface;
        var look = Look.Of(body);
        foreach (var steep in (bool[])[true, false])
        {
            double[] heights = [.. mesh.Positions.ToArray().Select(p => steep ? p.Z : (0.34 * p.X) + (0.94 * p.Y) + (0.2 * p.Z))];
            var first = (int)Math.Ceiling(heights.Min() / spacing);
            var last = (int)Math.Floor(heights.Max() / spacing);
            var drawn = new IReadOnlyList<RoundLine>[Math.Max(0, last - first + 1)];
            Parallel.For(0, drawn.Length, k =>
            {
                var found = new List<RoundLine>();
                foreach (var line in LevelLines.Of(mesh, heights, (first + k) * spacing))
                {
                    Add(
                        found,
                        line,
                        RoundStroke.Hatch,
                        i => !IsUnder(line, i) && Weight(line, i) > 0 && IsSeen(body, tree, line, i),
                        i => Weight(line, i)
                    );
                    if (steep)
                        Add(found, line, RoundStroke.Undercut, i => IsUnder(line, i) && IsSeen(body, tree, line, i), _ => 1);
                }
                drawn[k] = found;
            });
            lines.AddRange(drawn.SelectMany(found => found));

            bool IsUnder(EdgeLine line, int i) => line.At(i, look.Hidden) > 0.5;

            double Weight(EdgeLine line, int i)
            {
                if (line.At(i, look.Removed) < RoundBaker.Left)
                    return 0;
                var normal = Normal(body, line, i);
                var level = Curves.SmoothStep(0.66, 0.94, Math.Abs(normal.Z));
                var swell = 0.1 + (1.2 * (1 - Curves.SmoothStep(0.14, 0.72, Tone(look, line, i, normal))));
                return Math.Clamp((swell - (1.3 * (steep ? level : 1 - level))) / 1.3, 0, 1);
            }
        }
    }

    /// <summary>How light a place is, as on the screen: from above and the left, less where it lies closed in or bends inward.</summary>
    private double Tone(Look look, EdgeLine line, int i, Vec3 normal)
    {
        var n = new Vec3(normal.Dot(right), normal.Dot(up), normal.Dot(toward));
        var light =
            0.13
            + (0.26 * (0.5 + (0.5 * n.Y)))
            + (0.54 * Math.Max(0, n.Dot(new Vec3(-0.46, 0.80, 0.40))))
            + (0.09 * Math.Max(0, n.Dot(new Vec3(0.8, -0.1, 0.6))));
        var (fine, broad) = (line.At(i, look.Fine), line.At(i, look.Broad));
        var tone = Math.Pow(Math.Clamp(line.At(i, look.Open), 0, 1), 1.35) * light;
        tone += Math.Clamp(0.075 * fine, -0.20, 0.14) + Math.Clamp(0.07 * broad, -0.12, 0.09);
        return Math.Clamp(tone - (0.16 * Curves.SmoothStep(0.6, 1.5, -fine)), 0, 1);
    }

    private void Finish(MeshTree tree)
    {
        const int every = 15;
        foreach (var line in figure.FinishLines)
        {
            var points = line.Points.Select(point => point.At).ToArray();
            var middle = points.Aggregate(default(Vec3), (sum, p) => sum + p) / points.Length;
            bool[] free = [.. points.Select(p => IsFree(tree, p, Outward(p)))];
            AddRuns(lines, points, free, isClosed: true, RoundStroke.FinishLine, _ => 1);
            if (line.Points[0].Width is null)
                continue;
            for (var degrees = 0; degrees < 360; degrees += every)
            {
                var i = (int)Math.Round(degrees / 360.0 * points.Length) % points.Length;
                var length = degrees % 45 == 0 ? 0.42 : 0.22;
                if (free[i])
                    lines.Add(new(RoundStroke.Tick, [Seen(points[i]), Seen(points[i] - (Vec3.UnitZ * length))], 1));
            }

            // Out of the step that it runs along.
            Vec3 Outward(Vec3 p) => (new Vec3(p.X - middle.X, p.Y - middle.Y, 0).Unit + Vec3.UnitZ) * 1.5;
        }
    }

    /// <summary>The outline of a body where it borders on nothing.</summary>
    private void Outermost(RoundBody body, RoundStroke stroke)
    {
        var tree = new MeshTree(body.Surface);
        var removed = Values(body, "_REMOVED");
        foreach (var line in LevelLines.Of(body.Surface, Facing(body.Surface), 0))
            Add(line, stroke, i => line.At(i, removed) > Stays && line.Points[i].Z > lowest && BordersOnNothing(i, line), _ => 1);

        bool BordersOnNothing(int i, EdgeLine line)
        {
            var normal = Normal(body, line, i);
            var away = (right * normal.Dot(right)) + (up * normal.Dot(up));
            var beside = line.Points[i] + (away.Unit * Beside);
            return !tree.AnyHit(new Ray(beside, toward)) && !tree.AnyHit(new Ray(beside, -toward));
        }
    }

    private bool IsSeen(RoundBody body, MeshTree tree, EdgeLine line, int i)
    {
        var normal = Normal(body, line, i);
        return normal.Dot(toward) > 0.02 && IsFree(tree, line.Points[i], normal);
    }

    private bool IsFree(MeshTree tree, Vec3 place, Vec3 normal) => !tree.AnyHit(new Ray(place + (normal * Off), toward));

    private double[] Facing(Mesh mesh) => Array.ConvertAll(mesh.Normals.ToArray(), normal => toward.Dot(normal));

    private static Vec3 Normal(RoundBody body, EdgeLine line, int i) =>
        line.At(i, body.Surface.Normals) is { LengthSquared: > 0 } normal ? normal.Unit : Vec3.UnitZ;

    private static double[] Values(RoundBody body, string name) =>
        Array.ConvertAll(body.Values.First(values => values.Name == name).Values, value => (double)value);

    private void Add(EdgeLine line, RoundStroke stroke, Func<int, bool> isSeen, Func<int, double> weight) =>
        Add(lines, line, stroke, isSeen, weight);

    private void Add(List<RoundLine> to, EdgeLine line, RoundStroke stroke, Func<int, bool> isSeen, Func<int, double> weight) =>
        AddRuns(to, line.Points, [.. Enumerable.Range(0, line.Points.Count).Select(isSeen)], line.IsClosed, stroke, weight);

    /// <summary>Stretches that are seen, each cut again where its weight goes over into another quarter.</summary>
    private void AddRuns(
        List<RoundLine> to,
        IReadOnlyList<Vec3> points,
        bool[] seen,
        bool isClosed,
        RoundStroke stroke,
        Func<int, double> weight
    )
    {
        var runs = isClosed ? Curves.Runs(seen) : OpenRuns(seen);
        foreach (var run in runs.Where(run => run.Length > 1))
        {
            var from = 0;
            for (var k = 1; k <= run.Length; k++)
            {
                if (k < run.Length && Quarter(run[k]) == Quarter(run[from]))
                    continue;
                // The next stretch begins where this one ends.
                var end = Math.Min(k, run.Length - 1);
                var piece = run[from..(end + 1)];
                if (piece.Length > 1)
                    to.Add(
                        new(stroke, [.. Curves.Simplified([.. piece.Select(i => Seen(points[i]))], 0.01)], (Quarter(run[from]) + 0.5) / 4)
                    );
                from = k;
            }
        }

        int Quarter(int i) => (int)Math.Clamp(weight(i) * 4, 0, 3);
    }

    private static IEnumerable<int[]> OpenRuns(bool[] seen)
    {
        for (var i = 0; i < seen.Length; i++)
        {
            if (seen[i] && (i == 0 || !seen[i - 1]))
                yield return [.. Enumerable.Range(i, seen.Length - i).TakeWhile(k => seen[k])];
        }
    }

    private sealed record Look(double[] Open, double[] Fine, double[] Broad, double[] Removed, double[] Hidden)
    {
        public static Look Of(RoundBody body) =>
            new(
                Values(body, "_OPENNESS"),
                Values(body, "_FINE_BEND"),
                Values(body, "_BROAD_BEND"),
                Values(body, "_REMOVED"),
                Values(body, "_HIDDEN")
            );
    }
}
