using System.Collections.Concurrent;
using System.Numerics;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Meshing;

/// <summary>
/// A surface that lines from inside reach once each: the line of an angle and a share from the lower line (0) to the pole
/// (1).
/// </summary>
public interface ISockSurface
{
    /// <summary>Where the line starts and which way it goes; lengths in millimetres.</summary>
    (Vec3 From, Vec3 Along) Line(double angle, double share);

    /// <summary>
    /// How far along the line of share 0 the surface lies, where that is known: such a line may graze it. Null when it has
    /// to be sought.
    /// </summary>
    double? Start(double angle);

    /// <summary>A point of the line; the axis may lean, so that lines need not be straight.</summary>
    Vec3 On(in (Vec3 From, Vec3 Along) line, double t);

    /// <summary>Negative inside.</summary>
    double At(Vec3 p);

    /// <summary>How far out a line may have to be followed.</summary>
    double Farthest { get; }
}

/// <summary>
/// Pulls a closed mesh over a surface like a sock: rings up the sides, a square patch over the pole. The order of vertices
/// depends on the fineness alone.
/// </summary>
/// <remarks>
/// Vertices are spread evenly along each meridian by a coarse pass first; then each is found on its line by regula falsi.
/// </remarks>
public sealed class Sock
{
    private const int Meridians = 80,
        Samples = 48;

    /// <summary>Share of the way up a meridian at which the patch round the pole begins.</summary>
    private const double DiscFrom = 0.58;

    private const double Accuracy = 2e-4;

    /// <summary>Which vertices make a triangle follows from the fineness alone: bodies share it.</summary>
    private static readonly ConcurrentDictionary<(Fineness, int), int[]> Triangles = new();
    private readonly ISockSurface surface;
    private readonly double[,] shares = new double[Meridians, Samples + 1];
    private readonly double[,] lengths = new double[Meridians, Samples + 1];

    public Sock(ISockSurface surface)
    {
        this.surface = surface;
        Points = new Vec3[Meridians, Samples + 1];
        var ways = new double[Meridians, Samples + 1];
        var found = new double[Meridians, Samples + 1];
        Parallel.For(0, Meridians, m =>
        {
            var guess = surface.Farthest / 2;
            for (var i = 0; i <= Samples; i++)
            {
                var line = surface.Line(2 * Math.PI * m / Meridians, (double)i / Samples);
                guess = found[m, i] = (i == 0 ? surface.Start(2 * Math.PI * m / Meridians) : null) ?? First(line, guess);
                Points[m, i] = surface.On(line, guess);
                ways[m, i] = i == 0 ? 0 : ways[m, i - 1] + (Points[m, i] - Points[m, i - 1]).Length;
            }
        });
        Spread(ways, found);
    }

    /// <summary>What the coarse pass found: meridians by samples.</summary>
    public Vec3[,] Points { get; }

    /// <summary>The point of the surface with the greatest measure: from the best of the coarse pass by ever smaller steps.</summary>
    public Vec3 Extreme(Func<Vec3, double> measure)
    {
        var (meridian, sample, best) = (0, 0, double.NegativeInfinity);
        for (var m = 0; m < Meridians; m++)
        {
            for (var i = 0; i <= Samples; i++)
            {
                if (measure(Points[m, i]) > best)
                    (meridian, sample, best) = (m, i, measure(Points[m, i]));
            }
        }
        var (angle, share, place) = (2 * Math.PI * meridian / Meridians, (double)sample / Samples, Points[meridian, sample]);
        var guess = (place - surface.Line(angle, share).From).Length;
        for (var (turn, climb) = (Math.PI / Meridians, 0.5 / Samples); turn > 1e-3; )
        {
            var moved = false;
            foreach (var (dAngle, dShare) in (ReadOnlySpan<(double, double)>)[(turn, 0), (-turn, 0), (0, climb), (0, -climb)])
            {
                var (newAngle, newShare) = (angle + dAngle, Math.Clamp(share + dShare, 0, 1));
                var line = surface.Line(newAngle, newShare);
                var there = surface.On(line, First(line, guess));
                if (measure(there) <= best)
                    continue;
                (angle, share, place, best, moved) = (newAngle, newShare, there, measure(there), true);
            }
            if (!moved)
                (turn, climb) = (turn / 2, climb / 2);
        }
        return place;
    }

    /// <summary>The mesh.</summary>
    /// <param name="fineness">How fine.</param>
    /// <param name="below">Points of the rings below the lower line, the first just under it; the last ring is closed by a
    /// middle point.</param>
    /// <param name="ringsBelow">How many.</param>
    /// <param name="map">Where a found point goes in the end.</param>
    public Mesh Mesh(Fineness fineness, Func<double, int, Vec3> below, int ringsBelow, Func<Vec3, Vec3> map)
    {
        var (n, columns, rings) = (fineness.Disc, fineness.Columns, fineness.Side);
        var sideStart = (n + 1) * (n + 1);
        var lowStart = sideStart + (rings * columns);
        var positions = new Vector3[lowStart + (ringsBelow * columns) + 1];
        Parallel.For(0, n + 1, row =>
        {
            for (var column = 0; column <= n; column++)
            {
                var (a, b) = ((2.0 * column / n) - 1, (2.0 * row / n) - 1);
                var reach = Math.Max(Math.Abs(a), Math.Abs(b));
                positions[(row * (n + 1)) + column] = (Vector3)map(Point(DiscAngle(a, b), 1 - ((1 - DiscFrom) * reach)));
            }
        });
        Parallel.For(0, rings, ring =>
        {
            for (var column = 0; column < columns; column++)
                positions[sideStart + (ring * columns) + column] = (Vector3)map(
                    Point(2 * Math.PI * column / columns, DiscFrom * ring / rings)
                );
        });
        Parallel.For(0, ringsBelow, ring =>
        {
            for (var column = 0; column < columns; column++)
                positions[lowStart + (ring * columns) + column] = (Vector3)map(below(2 * Math.PI * column / columns, ring));
        });
        var middle = Vector3.Zero;
        for (var column = 0; column < columns; column++)
            middle += positions[lowStart + ((ringsBelow - 1) * columns) + column] / columns;
        positions[^1] = middle;
        return new Mesh(positions, Triangles.GetOrAdd((fineness, ringsBelow), _ => Corners(fineness, ringsBelow, sideStart, lowStart)));
    }

    private static int[] Corners(Fineness fineness, int ringsBelow, int sideStart, int lowStart)
    {
        var (n, columns, rings) = (fineness.Disc, fineness.Columns, fineness.Side);
        var corners = new List<int>(6 * ((n * n) + ((rings + ringsBelow) * columns)));
        for (var row = 0; row < n; row++)
        {
            for (var column = 0; column < n; column++)
            {
                var a = (row * (n + 1)) + column;
                // Diagonals run toward the pole in all four quarters.
                if (row < n / 2 == column < n / 2)
                    corners.AddRange([a, a + 1, a + n + 2, a, a + n + 2, a + n + 1]);
                else
                    corners.AddRange([a, a + 1, a + n + 1, a + 1, a + n + 2, a + n + 1]);
            }
        }
        for (var ring = 0; ring < rings; ring++)
            Band(Side(ring), ring + 1 == rings ? Rim : Side(ring + 1));
        for (var ring = 0; ring < ringsBelow; ring++)
            Band(Low(ring), ring == 0 ? Side(0) : Low(ring - 1));
        for (var column = 0; column < columns; column++)
            corners.AddRange([lowStart + (ringsBelow * columns), Low(ringsBelow - 1)(column + 1), Low(ringsBelow - 1)(column)]);
        return [.. corners];

        Func<int, int> Side(int ring) => column => sideStart + (ring * columns) + (column % columns);
        Func<int, int> Low(int ring) => column => lowStart + (ring * columns) + (column % columns);
        // The patch's edge, from the mesial corner between lingual and facial round: column 0 is its middle.
        int Rim(int column)
        {
            var at = (column + (n / 2)) % columns;
            var (side, along) = (at / n, at % n);
            var (x, y) = side switch
            {
                0 => (n, along),
                1 => (n - along, n),
                2 => (0, n - along),
                _ => (along, 0),
            };
            return (y * (n + 1)) + x;
        }

        void Band(Func<int, int> lower, Func<int, int> upper)
        {
            for (var column = 0; column < columns; column++)
            {
                var (a, b, c, d) = (lower(column), lower(column + 1), upper(column + 1), upper(column));
                corners.AddRange([a, b, c, a, c, d]);
            }
        }
    }

    /// <summary>Square to disc: rings of squares become circles, evenly divided (Shirley and Chiu 1997).</summary>
    private static double DiscAngle(double a, double b)
    {
        if (a == 0 && b == 0)
            return 0;
        var angle = Math.Abs(a) >= Math.Abs(b) ? Math.PI / 4 * b / a : (Math.PI / 2) - (Math.PI / 4 * a / b);
        if (Math.Abs(a) >= Math.Abs(b) ? a < 0 : b < 0)
            angle += Math.PI;
        return angle < 0 ? angle + (2 * Math.PI) : angle;
    }

    /// <summary>The point of an angle at a share of its meridian's length.</summary>
    private Vec3 Point(double angle, double share)
    {
        var (across, up) = (angle * Meridians / (2 * Math.PI), share * Samples);
        var (m, i) = ((int)across, Math.Min((int)up, Samples - 1));
        var (s, t) = (across - m, up - i);
        var (left, right) = (m % Meridians, (m + 1) % Meridians);
        var line = surface.Line(angle, Mixed(shares));
        if (share <= 0 && surface.Start(angle) is { } start)
            return surface.On(line, start);
        return surface.On(line, Near(line, Mixed(lengths)));

        double Mixed(double[,] table) =>
            ((1 - s) * (((1 - t) * table[left, i]) + (t * table[left, i + 1])))
            + (s * (((1 - t) * table[right, i]) + (t * table[right, i + 1])));
    }

    /// <summary>Where a line leaves the body, close to a good guess: the field is about a distance there and tells how far to go.</summary>
    private double Near((Vec3 From, Vec3 Along) line, double guess)
    {
        const double beyond = 1.5,
            least = 0.01;
        var atGuess = surface.At(surface.On(line, guess));
        if (Math.Abs(atGuess) < Accuracy)
            return guess;
        if (Math.Abs(atGuess) < guess * 0.04)
        {
            var other = guess - (atGuess * beyond) - (Math.Sign(atGuess) * least);
            var atOther = surface.At(surface.On(line, other));
            if (atOther >= 0 != atGuess >= 0)
                return atGuess < 0 ? Between(line, guess, other, atGuess, atOther) : Between(line, other, guess, atOther, atGuess);
        }
        var (low, high) = (guess * 0.96, guess * 1.04);
        var (atLow, atHigh) = (surface.At(surface.On(line, low)), surface.At(surface.On(line, high)));
        return atLow < 0 && atHigh >= 0 ? Between(line, low, high, atLow, atHigh) : First(line, guess);
    }

    /// <summary>The first place where a line leaves the body, sought from well inside a guess.</summary>
    private double First((Vec3 From, Vec3 Along) line, double guess)
    {
        var low = 0.0;
        var atLow = surface.At(surface.On(line, low));
        var step = Math.Max(guess / 12, 0.05);
        for (var high = guess * 0.5; high < surface.Farthest; high += step)
        {
            var atHigh = surface.At(surface.On(line, high));
            if (atHigh >= 0)
                return atLow < 0 ? Between(line, low, high, atLow, atHigh)
                    : high == guess * 0.5 ? Backwards(line, high)
                    : high;
            (low, atLow) = (high, atHigh);
        }
        return low;
    }

    private double Backwards((Vec3 From, Vec3 Along) line, double from)
    {
        for (var low = from; low > 1e-3; low *= 0.9)
        {
            var at = surface.At(surface.On(line, low));
            if (at < 0)
                return Between(line, low, low / 0.9, at, surface.At(surface.On(line, low / 0.9)));
        }
        return 0;
    }

    private double Between((Vec3 From, Vec3 Along) line, double low, double high, double atLow, double atHigh) =>
        Crossing.Between(low, high, atLow, atHigh, Accuracy, t => surface.At(surface.On(line, t)));

    /// <summary>
    /// Turns shares of the ray family into shares of each meridian's length; neighbours are evened out so that rings don't
    /// jump.
    /// </summary>
    private void Spread(double[,] ways, double[,] found)
    {
        var rough = new double[Meridians, Samples + 1];
        for (var m = 0; m < Meridians; m++)
        {
            var i = 0;
            for (var k = 0; k <= Samples; k++)
            {
                var want = ways[m, Samples] * k / Samples;
                while (i < Samples - 1 && ways[m, i + 1] < want)
                    i++;
                var part = ways[m, i + 1] - ways[m, i];
                rough[m, k] = (i + (part > 0 ? Math.Clamp((want - ways[m, i]) / part, 0, 1) : 0)) / Samples;
            }
        }
        for (var k = 0; k <= Samples; k++)
        {
            for (var m = 0; m < Meridians; m++)
            {
                var sum = 0.0;
                for (var d = -2; d <= 2; d++)
                    sum += (3 - Math.Abs(d)) * rough[(m + d + Meridians) % Meridians, k];
                shares[m, k] = sum / 9;
                var place = Math.Min(shares[m, k] * Samples, Samples - 1e-9);
                lengths[m, k] = found[m, (int)place] + ((found[m, (int)place + 1] - found[m, (int)place]) * (place - (int)place));
            }
        }
    }
}
