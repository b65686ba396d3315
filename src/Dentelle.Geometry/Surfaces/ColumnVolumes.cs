using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Surfaces;

/// <summary>
/// Volumes of what lies inside some closed bodies and outside others, by upright columns: exact along them, sampled across.
/// </summary>
public sealed class ColumnVolumes
{
    /// <summary>Columns don't stand on round numbers, so that they pass beside vertices.</summary>
    private const double Aside = 0.381966;

    private readonly List<(double Z, int Body)>[] crossings;
    private readonly double area;

    /// <param name="bodies">At most 31.</param>
    /// <param name="step">From column to column; the error falls with its square over smooth bodies.</param>
    public ColumnVolumes(IReadOnlyList<Mesh> bodies, double step)
    {
        if (bodies.Count is 0 or > 31)
            throw new ArgumentOutOfRangeException(nameof(bodies), "There is room for 1 to 31 bodies.");
        var (left, back) = (bodies.Min(body => body.Box.Low.X), bodies.Min(body => body.Box.Low.Y));
        var columns = (int)Math.Ceiling((bodies.Max(body => body.Box.High.X) - left) / step) + 1;
        var rows = (int)Math.Ceiling((bodies.Max(body => body.Box.High.Y) - back) / step) + 1;
        area = step * step;
        crossings = new List<(double Z, int Body)>[columns * rows];
        for (var i = 0; i < crossings.Length; i++)
            crossings[i] = [];
        for (var body = 0; body < bodies.Count; body++)
        {
            for (var i = 0; i < bodies[body].TriangleCount; i++)
                Cross(bodies[body].Triangle(i), body);
        }
        foreach (var column in crossings)
            column.Sort((a, b) => a.Z.CompareTo(b.Z));

        void Cross((Vec3 A, Vec3 B, Vec3 C) t, int body)
        {
            var whole = ((t.B.X - t.A.X) * (t.C.Y - t.A.Y)) - ((t.B.Y - t.A.Y) * (t.C.X - t.A.X));
            if (whole == 0)
                return;
            var (firstColumn, lastColumn) = Within(
                Math.Min(t.A.X, Math.Min(t.B.X, t.C.X)) - left,
                Math.Max(t.A.X, Math.Max(t.B.X, t.C.X)) - left,
                columns
            );
            var (firstRow, lastRow) = Within(
                Math.Min(t.A.Y, Math.Min(t.B.Y, t.C.Y)) - back,
                Math.Max(t.A.Y, Math.Max(t.B.Y, t.C.Y)) - back,
                rows
            );
            for (var row = firstRow; row <= lastRow; row++)
            {
                for (var column = firstColumn; column <= lastColumn; column++)
                {
                    var (x, y) = (left + ((column + Aside) * step), back + ((row + Aside) * step));
                    if (!Holds(t.A, t.B, x, y, whole) || !Holds(t.B, t.C, x, y, whole) || !Holds(t.C, t.A, x, y, whole))
                        continue;
                    var b = (((x - t.A.X) * (t.C.Y - t.A.Y)) - ((y - t.A.Y) * (t.C.X - t.A.X))) / whole;
                    var c = (((t.B.X - t.A.X) * (y - t.A.Y)) - ((t.B.Y - t.A.Y) * (x - t.A.X))) / whole;
                    crossings[(row * columns) + column].Add((t.A.Z + (b * (t.B.Z - t.A.Z)) + (c * (t.C.Z - t.A.Z)), body));
                }
            }
        }

        (int, int) Within(double low, double high, int count) =>
            (Math.Max(0, (int)Math.Ceiling((low / step) - Aside)), Math.Min(count - 1, (int)Math.Floor((high / step) - Aside)));
    }

    /// <summary>Whether a place lies on the triangle's side of an edge. Both triangles at an edge count the same number
    /// with opposite signs, to the last bit,
    /// and a place on the edge itself is one's alone.</summary>
    private static bool Holds(Vec3 from, Vec3 to, double x, double y, double whole)
    {
        var forward = from.X != to.X ? from.X < to.X : from.Y < to.Y;
        var (a, b) = forward ? (from, to) : (to, from);
        var side = ((b.X - a.X) * (y - a.Y)) - ((b.Y - a.Y) * (x - a.X));
        if (forward != whole > 0)
            side = -side;
        return side > 0 || (side == 0 && forward == whole > 0);
    }

    /// <summary>Volume of all places whose set of bodies passes; bit i stands for being inside body i.</summary>
    public double Where(Func<int, bool> passes)
    {
        var sum = 0.0;
        foreach (var column in crossings)
        {
            var inside = 0;
            for (var i = 0; i < column.Count; i++)
            {
                if (inside != 0 && passes(inside))
                    sum += column[i].Z - column[i - 1].Z;
                inside ^= 1 << column[i].Body;
            }
        }
        return sum * area;
    }
}
