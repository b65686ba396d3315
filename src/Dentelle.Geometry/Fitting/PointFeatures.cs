using System.Numerics;

namespace Dentelle.Geometry.Fitting;

/// <summary>
/// What a surface looks like round each of its points, in 33 numbers that no motion changes: fast point feature histograms (Rusu and
/// others 2009).
/// </summary>
public sealed class PointFeatures
{
    private const int Bins = 11,
        Parts = 3;

    /// <summary>Numbers a point, filled up to whole vectors.</summary>
    internal const int Length = 40;

    private readonly Cells cells;

    /// <param name="samples">Points about evenly spread, with unit normals.</param>
    /// <param name="reach">How far round a point is looked.</param>
    public PointFeatures(Samples samples, float reach)
    {
        Samples = samples;
        cells = new Cells(samples.Points, reach);
        var count = samples.Points.Length;
        var (simple, around) = (new float[count * Length], new List<(int At, float Distance)>[count]);
        Parallel.For(0, count, i =>
        {
            around[i] = cells.Within(samples.Points[i], reach).Where(near => near.At != i).ToList();
            foreach (var (other, _) in around[i])
                Count(i, other, simple.AsSpan(i * Length, Length));
            Even(simple.AsSpan(i * Length, Length));
        });
        Values = new float[count * Length];
        Parallel.For(0, count, i =>
        {
            var own = Values.AsSpan(i * Length, Length);
            foreach (var (other, distance) in around[i])
            {
                for (var k = 0; k < Bins * Parts; k++)
                    own[k] += simple[(other * Length) + k] / Math.Max(distance, reach / 8);
            }
            Even(own);
            for (var k = 0; k < Bins * Parts; k++)
                own[k] += simple[(i * Length) + k];
        });
    }

    public Samples Samples { get; }

    internal float[] Values { get; }

    /// <summary>The point of another surface that looks most like a point of this one.</summary>
    internal int MostAlike(int point, PointFeatures other)
    {
        var own = Values.AsSpan(point * Length, Length);
        var (best, least) = (0, float.PositiveInfinity);
        for (var i = 0; i < other.Samples.Points.Length; i++)
        {
            var theirs = other.Values.AsSpan(i * Length, Length);
            var sum = 0f;
            for (var k = 0; k < Length && sum < least; k += Vector<float>.Count)
            {
                var off = new Vector<float>(own[k..]) - new Vector<float>(theirs[k..]);
                sum += Vector.Dot(off, off);
            }
            if (sum < least)
                (best, least) = (i, sum);
        }
        return best;
    }

    /// <summary>Darboux's frame between two points: three angles that no motion changes.</summary>
    private void Count(int from, int to, Span<float> bins)
    {
        var (p, q, n, m) = (Samples.Points[from], Samples.Points[to], Samples.Normals[from], Samples.Normals[to]);
        var line = Vector3.Normalize(q - p);
        var v = Vector3.Cross(n, line);
        if (v.LengthSquared() < 1e-8f)
            return;
        v = Vector3.Normalize(v);
        var w = Vector3.Cross(n, v);
        bins[Bin((Vector3.Dot(v, m) + 1) / 2)]++;
        bins[Bins + Bin((Vector3.Dot(n, line) + 1) / 2)]++;
        bins[(2 * Bins) + Bin((MathF.Atan2(Vector3.Dot(w, m), Vector3.Dot(n, m)) + MathF.PI) / (2 * MathF.PI))]++;
    }

    private static int Bin(float share) => Math.Clamp((int)(share * Bins), 0, Bins - 1);

    /// <summary>Each of the three histograms sums to 100.</summary>
    private static void Even(Span<float> bins)
    {
        for (var part = 0; part < Parts; part++)
        {
            var own = bins.Slice(part * Bins, Bins);
            var sum = 0f;
            foreach (var value in own)
                sum += value;
            for (var k = 0; sum > 0 && k < Bins; k++)
                own[k] *= 100 / sum;
        }
    }
}

/// <summary>Points sorted into cubes, so that those near a place are found at once.</summary>
public sealed class Cells
{
    private readonly Dictionary<(int, int, int), List<int>> cells = [];
    private readonly IReadOnlyList<Vector3> points;
    private readonly float size;

    public Cells(IReadOnlyList<Vector3> points, float size)
    {
        (this.points, this.size) = (points, size);
        for (var i = 0; i < points.Count; i++)
        {
            var key = Key(points[i]);
            if (!cells.TryGetValue(key, out var list))
                cells[key] = list = [];
            list.Add(i);
        }
    }

    /// <param name="p">The place.</param>
    /// <param name="reach">At most the size of a cube.</param>
    public IEnumerable<(int At, float Distance)> Within(Vector3 p, float reach)
    {
        var (x, y, z) = Key(p);
        for (var cell = 0; cell < 27; cell++)
        {
            if (!cells.TryGetValue((x + (cell % 3) - 1, y + (cell / 3 % 3) - 1, z + (cell / 9) - 1), out var list))
                continue;
            foreach (var i in list)
            {
                var distance = Vector3.Distance(points[i], p);
                if (distance <= reach)
                    yield return (i, distance);
            }
        }
    }

    private (int, int, int) Key(Vector3 p) => ((int)MathF.Floor(p.X / size), (int)MathF.Floor(p.Y / size), (int)MathF.Floor(p.Z / size));
}
