using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Surfaces;

/// <summary>Values at a surface's vertices.</summary>
public static class SurfaceValues
{
    /// <summary>Evens values out in place: in each pass a value goes half the way to the mean of its neighbours.</summary>
    /// <param name="surface">The mesh.</param>
    /// <param name="values">One for each vertex.</param>
    /// <param name="passes">How often.</param>
    /// <param name="counts">Whether a value has a say with its neighbours, as it stands before the first pass; left out, all have.</param>
    /// <param name="changes">Whether it is changed itself, likewise.</param>
    public static void Even(
        Mesh surface,
        double[] values,
        int passes,
        Func<double, bool>? counts = null,
        Func<double, bool>? changes = null
    )
    {
        var ring = surface.Ring;
        var corners = surface.Corners;
        var (speaks, moves) = (
            Array.ConvertAll(values, value => counts?.Invoke(value) ?? true),
            Array.ConvertAll(values, value => changes?.Invoke(value) ?? true)
        );
        var (now, next) = (values, (double[])values.Clone());
        for (var pass = 0; pass < passes; pass++)
        {
            for (var i = 0; i < now.Length; i++)
            {
                if (!moves[i])
                    continue;
                var (sum, count) = (0.0, 0);
                // The vertex that follows in each triangle: round a closed surface every neighbour once.
                foreach (var triangle in ring.Around(i))
                {
                    var first = 3 * triangle;
                    var other =
                        corners[first] == i ? corners[first + 1]
                        : corners[first + 1] == i ? corners[first + 2]
                        : corners[first];
                    if (!speaks[other])
                        continue;
                    sum += now[other];
                    count++;
                }
                next[i] = count > 0 ? (now[i] + (sum / count)) / 2 : now[i];
            }
            (now, next) = (next, now);
        }
        if (now != values)
            now.CopyTo(values, 0);
    }
}
