using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Surfaces;

/// <summary>Values at a surface's vertices.</summary>
public static class SurfaceValues
{
    /// <summary>Evens values out in place: in each pass a value goes half the way to the mean of its neighbours.</summary>
    /// <param name="surface">The mesh.</param>
    /// <param name="values">One for each vertex.</param>
    /// <param name="passes">How often.</param>
    /// <param name="counts">Whether a value has a say with its neighbours.</param>
    /// <param name="changes">Whether it is changed itself.</param>
    public static void Even(Mesh surface, double[] values, int passes, Func<double, bool> counts, Func<double, bool> changes)
    {
        var corners = surface.Corners;
        for (var pass = 0; pass < passes; pass++)
        {
            var sums = new double[values.Length];
            var neighbours = new int[values.Length];
            for (var i = 0; i < corners.Length; i++)
            {
                var (a, b) = (corners[i], corners[i - (i % 3) + ((i + 1) % 3)]);
                if (!counts(values[b]))
                    continue;
                sums[a] += values[b];
                neighbours[a]++;
            }
            for (var i = 0; i < values.Length; i++)
            {
                if (neighbours[i] > 0 && changes(values[i]))
                    values[i] = (values[i] + (sums[i] / neighbours[i])) / 2;
            }
        }
    }
}
