using System.Runtime.Intrinsics;
using Dentelle.Geometry;

namespace Dentelle.Core.Anatomy;

/// <summary>A ridge: its own height along a line in plan, falling off to both sides like a roof with a rounded crest.</summary>
internal sealed class Roof
{
    private static readonly int Lanes = Vector256<double>.Count;
    private readonly double[] startX,
        startY,
        startZ,
        alongX,
        alongY,
        rise,
        perSquare;
    private readonly double round;

    /// <param name="line">The crest.</param>
    /// <param name="round">How blunt it is.</param>
    /// <param name="closed">Whether its end joins its start.</param>
    public Roof(Vec3[] line, double round, bool closed)
    {
        this.round = round;
        var pieces = closed ? line.Length : line.Length - 1;
        double[] Of(Func<Vec3, Vec3, double> value)
        {
            // Short rows repeat the last piece.
            var filled = (pieces + Lanes - 1) / Lanes * Lanes;
            return
            [
                .. Enumerable
                    .Range(0, filled)
                    .Select(i => Math.Min(i, pieces - 1))
                    .Select(i => value(line[i], line[(i + 1) % line.Length])),
            ];
        }
        (startX, startY, startZ) = (Of((a, _) => a.X), Of((a, _) => a.Y), Of((a, _) => a.Z));
        (alongX, alongY, rise) = (Of((a, b) => b.X - a.X), Of((a, b) => b.Y - a.Y), Of((a, b) => b.Z - a.Z));
        perSquare = Of((a, b) => 1 / Math.Max(1e-12, ((b.X - a.X) * (b.X - a.X)) + ((b.Y - a.Y) * (b.Y - a.Y))));
    }

    /// <summary>The roof's height over a place, four pieces of the crest at once.</summary>
    public double Height(double x, double y, double slope)
    {
        var (atX, atY, fall, blunt) = (Vector256.Create(x), Vector256.Create(y), Vector256.Create(slope), Vector256.Create(round));
        var highest = Vector256.Create(double.NegativeInfinity);
        for (var i = 0; i < startX.Length; i += Lanes)
        {
            var (dx, dy) = (Vector256.Create(alongX, i), Vector256.Create(alongY, i));
            var (px, py) = (atX - Vector256.Create(startX, i), atY - Vector256.Create(startY, i));
            var t = Vector256.Min(
                Vector256.Max(((px * dx) + (py * dy)) * Vector256.Create(perSquare, i), Vector256<double>.Zero),
                Vector256<double>.One
            );
            var (ex, ey) = (px - (t * dx), py - (t * dy));
            var over = Vector256.Create(startZ, i) + (t * Vector256.Create(rise, i));
            highest = Vector256.Max(highest, over - (fall * (Vector256.Sqrt((ex * ex) + (ey * ey) + (blunt * blunt)) - blunt)));
        }
        return Math.Max(Math.Max(highest[0], highest[1]), Math.Max(highest[2], highest[3]));
    }
}
