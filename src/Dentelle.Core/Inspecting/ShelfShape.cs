using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>What the finish line looks like in section along one segment: a floor that meets the wall in a rounding.</summary>
/// <param name="Slope">Of the floor against a plane square to the path, degrees; positive where it rises inward.</param>
/// <param name="Radius">Of the inner angle, millimetres.</param>
/// <param name="Left">What the section's points stand off this shape, on the mean.</param>
/// <param name="Design">Its name; the planned one where both look alike.</param>
public sealed record ShelfShape(double Slope, double Radius, double Left, MarginDesign Design, MarginDesign Planned)
{
    /// <summary>Narrower than this there is no floor.</summary>
    private const double Feather = 0.2;

    /// <summary>Nearer to each other than this two roundings can't be told apart on a scan (set on simulated scans).</summary>
    private const double Alike = 0.15;

    private const double Beyond = 0.4,
        Under = 0.3;

    private const int LeastPoints = 25,
        MostPoints = 300;

    /// <returns>By segment; none where no straight wall stands, except where nothing but a wall stands.</returns>
    internal static IReadOnlyDictionary<Segment, ShelfShape> All(
        SiteSurface site,
        WallRuns runs,
        MarginPlace[] places,
        Plan plan,
        ShapeHabits habits
    )
    {
        var points = Points(site, runs, plan.Path);
        var found = new Dictionary<Segment, ShelfShape>();
        foreach (var segment in Enum.GetValues<Segment>().Where(plan.Margin.Has))
        {
            int[] own = [.. Enumerable.Range(0, places.Length).Where(i => places[i].Segment == segment && runs.Runs[i] is not null)];
            if (own.Length < 4)
                continue;
            var width = Ranks.Middle(own.Select(i => runs.Runs[i]!.Value.Foot));
            var piece = plan.Margin.At(segment);
            if (width < Feather)
                found[segment] = new ShelfShape(0, 0, 0, MarginDesign.FeatherEdge, piece.Design);
            else if (Fitted([.. own.SelectMany(i => points[i])], width) is { } shape)
                found[segment] = shape with { Design = Named(shape.Radius, width, piece, habits), Planned = piece.Design };
        }
        return found;
    }

    /// <summary>Of each station what was cut over it: how far inward and how high over the line, with the wall that stands there.</summary>
    private static List<(double Deep, double High, StraightRun Run)>[] Points(SiteSurface site, WallRuns runs, Vec3 path)
    {
        var line = runs.Line;
        var nearest = new int[site.InCut.Length];
        Parallel.For(0, nearest.Length, i => nearest[i] = site.InCut[i] ? line.Nearest(site.Mesh.Positions[i], path) : -1);
        var points = Array.ConvertAll(runs.Runs, _ => new List<(double, double, StraightRun)>());
        for (var i = 0; i < nearest.Length; i++)
        {
            if (nearest[i] < 0 || runs.Runs[nearest[i]] is not { } run)
                continue;
            var station = line.Stations[nearest[i]];
            var off = site.Mesh.Positions[i] - station.Place;
            var (deep, high) = (off.Dot(station.Inward), station.Over(off, path));
            if (deep > 0.05 && deep < run.Foot + Beyond && high > -Under && high < Math.Max(1, run.Foot) + Under)
                points[nearest[i]].Add((deep, high, run));
        }
        return points;
    }

    /// <summary>The slope and rounding that leave least, by trying all.</summary>
    private static ShelfShape? Fitted((double Deep, double High, StraightRun Run)[] points, double width)
    {
        if (points.Length < LeastPoints)
            return null;
        var step = (points.Length + MostPoints - 1) / MostPoints;
        var used = points
            .Where((_, i) => i % step == 0)
            .Select(one =>
            {
                var (tilt, up) = Math.SinCos(double.DegreesToRadians(one.Run.Lean));
                return (one.Deep, one.High, Wall: (one.High * tilt) - ((one.Deep - one.Run.Foot) * up), tilt, up);
            })
            .ToArray();
        ShelfShape? best = null;
        for (var slope = -12.0; slope <= 48; slope += 6)
        {
            var (sin, cos) = Math.SinCos(double.DegreesToRadians(slope));
            // Of each place how far it stands off both faces, and their normals' product.
            var off = Array.ConvertAll(used, one =>
                (Floor: (one.High * cos) - (one.Deep * sin), one.Wall, Between: (cos * one.tilt) + (sin * one.up))
            );
            for (var radius = 0.0; radius <= 1.2 * width; radius += 0.05)
            {
                var sum = 0.0;
                foreach (var (floor, wall, between) in off)
                    sum += Math.Min(0.15, Math.Abs(Off(floor, wall, between, radius)));
                if (best is null || sum / off.Length < best.Left)
                    best = new ShelfShape(slope, radius, sum / off.Length, default, default);
            }
        }
        return best;
    }

    /// <summary>How far a place stands off a floor and a wall whose inner angle is rounded.</summary>
    private static double Off(double floor, double wall, double between, double radius)
    {
        // From the rounding's middle back along both faces' normals, which need not be square to each other.
        var (a, b) = (radius - floor, radius - wall);
        var whole = 1 - (between * between);
        var (u, v) = ((a - (between * b)) / whole, (b - (between * a)) / whole);
        return u > 0 && v > 0 ? radius - Math.Sqrt((u * u) + (v * v) + (2 * u * v * between)) : Math.Min(floor, wall);
    }

    private static MarginDesign Named(double radius, double width, MarginPiece piece, ShapeHabits habits)
    {
        if (Off(piece.Design) <= Alike)
            return piece.Design;
        // How sharp a shoulder's inner angle is, a scan does not tell: only whether it is one.
        var seen = new[] { MarginDesign.Shoulder, MarginDesign.RoundedShoulder, MarginDesign.Chamfer }.MinBy(Off);
        return seen != MarginDesign.Chamfer && IsShoulder(piece.Design) ? piece.Design : seen;

        double Off(MarginDesign design) => Math.Abs(radius - habits.InnerRadius(design, width));
    }

    private static bool IsShoulder(MarginDesign design) =>
        design is MarginDesign.Shoulder or MarginDesign.RoundedShoulder or MarginDesign.ShoulderBevel or MarginDesign.Butt;
}
