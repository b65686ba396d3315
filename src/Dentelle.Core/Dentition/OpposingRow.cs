using Dentelle.Geometry;
using Dentelle.Geometry.Grids;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Dentition;

/// <summary>How far teeth reach toward the other row, over the plan of the mouth: what a tooth of that row comes up against.</summary>
internal sealed class OpposingRow
{
    private const double Cell = 0.08;

    /// <summary>Where the row has no tooth, nothing stands in the way.</summary>
    private const double Nothing = 1000;

    private readonly Grid heights;
    private readonly int up;

    /// <param name="bodies">The row's teeth as they stand in the mouth.</param>
    /// <param name="lower">Whether it is the lower row.</param>
    public OpposingRow(IReadOnlyList<Mesh> bodies, bool lower)
    {
        up = lower ? -1 : 1;
        var box = bodies.Aggregate(Box3.Empty, (all, body) => all.With(body.Box)).Grown(Cell);
        heights = new Grid(box.Low.X, box.Low.Y, box.Size.X, box.Size.Y, Cell);
        Array.Fill(heights.Values, Nothing);
        foreach (var body in bodies)
        {
            for (var i = 0; i < body.TriangleCount; i++)
                Cover(body.Triangle(i));
        }
    }

    /// <summary>How far a place is from the row, straight toward it.</summary>
    public double Gap(Vec3 p) => heights.At(p.X, p.Y) - (up * p.Z);

    private void Cover((Vec3 A, Vec3 B, Vec3 C) triangle)
    {
        var (a, b, c) = triangle;
        var (ab, ac) = (b - a, c - a);
        var area = (ab.X * ac.Y) - (ab.Y * ac.X);
        if (Math.Abs(area) < 1e-12)
            return;
        var (left, right) = heights.ColumnsBetween(Math.Min(a.X, Math.Min(b.X, c.X)), Math.Max(a.X, Math.Max(b.X, c.X)));
        var (back, front) = heights.RowsBetween(Math.Min(a.Y, Math.Min(b.Y, c.Y)), Math.Max(a.Y, Math.Max(b.Y, c.Y)));
        for (var row = back; row <= front; row++)
        {
            for (var column = left; column <= right; column++)
            {
                var (x, y) = (heights.X(column) - a.X, heights.Y(row) - a.Y);
                var (s, t) = (((x * ac.Y) - (y * ac.X)) / area, ((ab.X * y) - (ab.Y * x)) / area);
                if (s < 0 || t < 0 || s + t > 1)
                    continue;
                ref var height = ref heights.Values[(row * heights.Columns) + column];
                height = Math.Min(height, up * (a.Z + (ab.Z * s) + (ac.Z * t)));
            }
        }
    }
}
