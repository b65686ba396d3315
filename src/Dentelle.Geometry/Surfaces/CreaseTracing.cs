using System.Numerics;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Surfaces;

/// <summary>A closed line along the sharpest bend of a surface.</summary>
/// <param name="Points">In order; the last joins the first.</param>
/// <param name="Sharpness">Curvature at each point, per unit of length.</param>
public sealed record Crease(IReadOnlyList<Vec3> Points, IReadOnlyList<double> Sharpness);

/// <summary>Finds the closed line of strongest curvature near a rough loop.</summary>
/// <remarks>Stations along the loop, places across it, and among all closed ways through them the one that gathers most
/// curvature and swerves
/// least: dynamic programming, closed by a second pass from where the first one settled.</remarks>
public static class CreaseTracing
{
    /// <param name="tree">The surface.</param>
    /// <param name="bends">Curvature of its vertices.</param>
    /// <param name="rough">A closed loop near the crease, at least three points.</param>
    /// <param name="reach">How far to either side of the loop to look.</param>
    /// <param name="step">Between stations, and between places of a station.</param>
    /// <param name="strength">What counts as sharp in a bend; null for its sharpest curvature either way.</param>
    public static Crease Trace(
        MeshTree tree,
        Bend[] bends,
        IReadOnlyList<Vec3> rough,
        double reach,
        double step,
        Func<Bend, double>? strength = null
    )
    {
        strength ??= b => b.Sharpest;
        var stations = Spaced(rough, step);
        var sides = (int)Math.Ceiling(reach / step);
        var places = new Vec3[stations.Count, (2 * sides) + 1];
        var values = new double[stations.Count, (2 * sides) + 1];
        var search = tree.Search();
        for (var i = 0; i < stations.Count; i++)
        {
            var along = (stations[(i + 1) % stations.Count] - stations[(i + stations.Count - 1) % stations.Count]).Unit;
            var home = search.Closest(stations[i]);
            Vec3 normal = Smooth(tree, home);
            var across = along.Cross(normal).Unit;
            for (var k = -sides; k <= sides; k++)
            {
                var place = search.Closest(home.Place + (across * (k * step)));
                places[i, k + sides] = place.Place;
                values[i, k + sides] = strength(At(tree, bends, place));
            }
        }
        var way = ClosedWay(values);
        var points = new Vec3[stations.Count];
        var sharpness = new double[stations.Count];
        for (var i = 0; i < points.Length; i++)
            (points[i], sharpness[i]) = Peak(places, values, i, way[i]);
        return new Crease(points, sharpness);
    }

    /// <summary>Points of the closed line at even steps.</summary>
    private static List<Vec3> Spaced(IReadOnlyList<Vec3> loop, double step)
    {
        var length = 0.0;
        for (var i = 0; i < loop.Count; i++)
            length += (loop[(i + 1) % loop.Count] - loop[i]).Length;
        var count = Math.Max(8, (int)Math.Round(length / step));
        var (points, passed, span) = (new List<Vec3>(count), 0.0, 0);
        for (var i = 0; i < count; i++)
        {
            var at = length * i / count;
            double part;
            while (passed + (part = (loop[(span + 1) % loop.Count] - loop[span]).Length) < at && span < loop.Count - 1)
            {
                passed += part;
                span++;
            }
            points.Add(Vec3.Mix(loop[span], loop[(span + 1) % loop.Count], part > 0 ? (at - passed) / part : 0));
        }
        return points;
    }

    private static int[] ClosedWay(double[,] values)
    {
        var stations = values.GetLength(0);
        var half = stations / 2;
        // Half-way round, the free way no longer knows where it began; there the closed one starts.
        var turned = Way(Turned(values, half), Way(values, null)[half]);
        return [.. turned[(stations - half)..], .. turned[..(stations - half)]];
    }

    private static double[,] Turned(double[,] values, int by)
    {
        var (rows, columns) = (values.GetLength(0), values.GetLength(1));
        var turned = new double[rows, columns];
        for (var i = 0; i < rows; i++)
        {
            for (var k = 0; k < columns; k++)
                turned[i, k] = values[(i + by) % rows, k];
        }
        return turned;
    }

    /// <summary>The best way from the first station to the last; from and back to <paramref name="tied"/> where given.</summary>
    private static int[] Way(double[,] values, int? tied)
    {
        var (rows, columns) = (values.GetLength(0), values.GetLength(1));
        var scale = values.Cast<double>().Max();
        var swerve = 0.2 * (scale > 0 ? scale : 1);
        var sums = new double[rows, columns];
        var from = new int[rows, columns];
        for (var k = 0; k < columns; k++)
            sums[0, k] = tied is null || k == tied ? values[0, k] : double.NegativeInfinity;
        for (var i = 1; i < rows; i++)
        {
            for (var k = 0; k < columns; k++)
            {
                sums[i, k] = double.NegativeInfinity;
                for (var last = Math.Max(0, k - 2); last <= Math.Min(columns - 1, k + 2); last++)
                {
                    var sum = sums[i - 1, last] + values[i, k] - (swerve * (k - last) * (k - last));
                    if (sum > sums[i, k])
                        (sums[i, k], from[i, k]) = (sum, last);
                }
            }
        }
        var best = 0;
        for (var k = 0; k < columns; k++)
        {
            if (tied is { } t && Math.Abs(k - t) > 2)
                continue;
            if (tied is { } home && Math.Abs(best - home) > 2)
                best = k;
            if (sums[rows - 1, k] > sums[rows - 1, best])
                best = k;
        }
        var way = new int[rows];
        way[^1] = best;
        for (var i = rows - 1; i > 0; i--)
            way[i - 1] = from[i, way[i]];
        return way;
    }

    /// <summary>Between places, the top of the parabola through three values.</summary>
    private static (Vec3 Place, double Value) Peak(Vec3[,] places, double[,] values, int i, int k)
    {
        if (k == 0 || k == places.GetLength(1) - 1)
            return (places[i, k], values[i, k]);
        var (a, b, c) = (values[i, k - 1], values[i, k], values[i, k + 1]);
        var bow = a - (2 * b) + c;
        if (bow >= 0 || b < a || b < c)
            return (places[i, k], b);
        var t = 0.5 * (a - c) / bow;
        return (
            t < 0 ? Vec3.Mix(places[i, k], places[i, k - 1], -t) : Vec3.Mix(places[i, k], places[i, k + 1], t),
            b - (0.25 * (a - c) * t)
        );
    }

    private static Bend At(MeshTree tree, Bend[] bends, SurfacePoint place)
    {
        var (a, b, c) = tree.Mesh.Shares(place.Triangle, place.Place);
        var corners = tree.Mesh.Corners.Slice(3 * place.Triangle, 3);
        return new Bend(
            (bends[corners[0]].Greatest * a) + (bends[corners[1]].Greatest * b) + (bends[corners[2]].Greatest * c),
            (bends[corners[0]].Least * a) + (bends[corners[1]].Least * b) + (bends[corners[2]].Least * c)
        );
    }

    private static Vector3 Smooth(MeshTree tree, SurfacePoint place)
    {
        var (a, b, c) = tree.Mesh.Shares(place.Triangle, place.Place);
        var corners = tree.Mesh.Corners.Slice(3 * place.Triangle, 3);
        var normals = tree.Mesh.Normals;
        return Vector3.Normalize((normals[corners[0]] * (float)a) + (normals[corners[1]] * (float)b) + (normals[corners[2]] * (float)c));
    }
}
