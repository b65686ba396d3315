using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>How round the edge is in which a wall turns over into the top. Millimetres.</summary>
/// <param name="Radius">The middle of what the side has.</param>
/// <param name="Turn">By how many degrees the surface turns there.</param>
/// <param name="Place">In the tooth's own frame.</param>
public sealed record EdgeRounding(WallSide Side, double Radius, double Turn, Vec3 Place)
{
    /// <summary>What turns by less is no edge of its own.</summary>
    private const double LeastTurn = 30;

    private const double Step = 0.05;

    /// <summary>The straight parts on both sides of the edge, from so far to so far of it.</summary>
    private const double From = 0.35,
        To = 1.0;

    internal static IReadOnlyList<EdgeRounding> All(SiteSurface site, WallRuns runs, Vec3 path)
    {
        var found = new (double Radius, double Turn, Vec3 Place, WallSide Side)?[runs.Runs.Length];
        Parallel.For(0, found.Length, i =>
        {
            if (i % 2 == 0 && runs.Runs[i] is { } run)
                found[i] = Of(site, runs.Line.Stations[i], run, path);
        });
        return
        [
            .. found
                .OfType<(double Radius, double Turn, Vec3 Place, WallSide Side)>()
                .GroupBy(edge => edge.Side)
                .Where(side => side.Count() >= 5)
                .Select(side =>
                {
                    var sorted = side.OrderBy(edge => edge.Radius).ToArray();
                    var middle = sorted[sorted.Length / 2];
                    return new EdgeRounding(side.Key, middle.Radius, middle.Turn, middle.Place);
                }),
        ];
    }

    private static (double, double, Vec3, WallSide)? Of(SiteSurface site, Station station, StraightRun run, Vec3 path)
    {
        const double over = 3.5;
        if (FoldedSection.Up(site.Mesh, station, path, run.To + over) is not { } line || line.Length < 20)
            return null;
        // Where it turns inward most, above the wall's straight run.
        var half = (int)(To / Step);
        var wall = Array.FindIndex(line, p => p.Y >= run.From + 0.2);
        var (edge, most) = (-1, 0.0);
        for (var i = Math.Max(wall, half); wall >= 0 && i < line.Length - half; i++)
        {
            var (a, b) = (line[i] - line[i - (half / 2)], line[i + (half / 2)] - line[i]);
            var turn = -double.RadiansToDegrees(Math.Atan2((a.X * b.Y) - (a.Y * b.X), a.Dot(b)));
            if (turn > most)
                (edge, most) = (i, turn);
        }
        if (edge < 0 || most < LeastTurn)
            return null;
        var skip = (int)(From / Step);
        var (before, after) = (Straight(line[(edge - half)..(edge - skip)]), Straight(line[(edge + skip)..(edge + half)]));
        var angle = Math.Atan2((before.Along.X * after.Along.Y) - (before.Along.Y * after.Along.X), before.Along.Dot(after.Along));
        var turned = Math.Abs(angle);
        if (double.RadiansToDegrees(turned) is < LeastTurn or > 120)
            return null;
        // Where both lines meet, and how far the surface stays off that corner.
        var cross = (before.Along.X * after.Along.Y) - (before.Along.Y * after.Along.X);
        var off = after.Middle - before.Middle;
        var corner = before.Middle + (before.Along * (((off.X * after.Along.Y) - (off.Y * after.Along.X)) / cross));
        var gap = line[Math.Max(0, edge - skip)..Math.Min(line.Length, edge + skip + 1)].Min(p => (p - corner).Length);
        var radius = gap / ((1 / Math.Cos(turned / 2)) - 1);
        var place = station.Place + (station.Inward * line[edge].X) + (path * line[edge].Y);
        return (radius, double.RadiansToDegrees(turned), place, SiteUndercut.SideOf(-station.Inward, path));
    }

    private static (Vec2 Middle, Vec2 Along) Straight(Vec2[] points)
    {
        var middle = points.Aggregate(default(Vec2), (sum, p) => sum + p) * (1.0 / points.Length);
        var (xx, xy, yy) = (0.0, 0.0, 0.0);
        foreach (var p in points)
        {
            var d = p - middle;
            (xx, xy, yy) = (xx + (d.X * d.X), xy + (d.X * d.Y), yy + (d.Y * d.Y));
        }
        var angle = 0.5 * Math.Atan2(2 * xy, xx - yy);
        var along = new Vec2(Math.Cos(angle), Math.Sin(angle));
        return (middle, along.Dot(points[^1] - points[0]) < 0 ? along * -1 : along);
    }
}
