using System.Numerics;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Surfaces;

/// <summary>Bending of a surface at a vertex, per unit of length; positive where the body bulges out.</summary>
/// <param name="Greatest">Greater of the two principal curvatures.</param>
/// <param name="Least">The other.</param>
public readonly record struct Bend(double Greatest, double Least)
{
    public double Mean => (Greatest + Least) / 2;

    public double Gaussian => Greatest * Least;

    /// <summary>The sharper of the two, whichever way it bends.</summary>
    public double Sharpest => Math.Max(Math.Abs(Greatest), Math.Abs(Least));
}

/// <summary>Curvature from a parabola of second degree laid through each vertex's neighbours (two rings).</summary>
public static class Curvature
{
    /// <param name="mesh">Any surface.</param>
    /// <param name="reach">Neighbours farther away don't count; 0 for the two rings as they are. Noise asks for a wider reach.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Bend[] Of(Mesh mesh, double reach = 0, CancellationToken cancel = default)
    {
        var bends = new Bend[mesh.Positions.Length];
        var topology = mesh.Topology;
        _ = mesh.Normals;
        Parallel.For(0, (bends.Length + 255) / 256, new ParallelOptions { CancellationToken = cancel }, run =>
        {
            var near = new HashSet<int>();
            for (var i = run * 256; i < Math.Min(bends.Length, (run + 1) * 256); i++)
                bends[i] = At(mesh, topology, i, reach, near);
        });
        return bends;
    }

    /// <summary>
    /// Mean curvature at each vertex from its neighbours alone: the mean of 2·(p − q)·n / |p − q|² over them, which is 1/r on a ball
    /// of radius r. Quick, and good enough to draw by; <see cref="Of"/> tells how a surface bends.
    /// </summary>
    public static double[] Quick(Mesh mesh)
    {
        var ring = mesh.Ring;
        var normals = mesh.Normals.ToArray();
        var bends = new double[mesh.Positions.Length];
        Parallel.For(0, (bends.Length + 1023) / 1024, run =>
        {
            var positions = mesh.Positions;
            var corners = mesh.Corners;
            for (var i = run * 1024; i < Math.Min(bends.Length, (run + 1) * 1024); i++)
            {
                var (sum, count, p, n) = (0.0, 0, positions[i], normals[i]);
                foreach (var triangle in ring.Around(i))
                {
                    // Every neighbour twice round a closed surface, once at an open edge: the mean hardly feels it.
                    for (var k = 3 * triangle; k < (3 * triangle) + 3; k++)
                    {
                        var away = p - positions[corners[k]];
                        if (corners[k] == i || away == default)
                            continue;
                        sum += 2 * Vector3.Dot(away, n) / away.LengthSquared();
                        count++;
                    }
                }
                bends[i] = count > 0 ? sum / count : 0;
            }
        });
        return bends;
    }

    private static Bend At(Mesh mesh, Topology topology, int vertex, double reach, HashSet<int> near)
    {
        Vec3 normal = mesh.Normals[vertex];
        if (normal == default)
            return default;
        Gather(mesh, topology, vertex, reach, near);
        var x = normal.Square;
        var y = normal.Cross(x);
        // Least squares for z = a·x²/2 + b·x·y + c·y²/2 + d·x + e·y through the vertex itself.
        Span<double> m = stackalloc double[30];
        Span<double> row = stackalloc double[6];
        Vec3 origin = mesh.Positions[vertex];
        foreach (var other in near)
        {
            var v = mesh.Positions[other] - origin;
            var (px, py) = (v.Dot(x), v.Dot(y));
            (row[0], row[1], row[2], row[3], row[4], row[5]) = (px * px / 2, px * py, py * py / 2, px, py, v.Dot(normal));
            var weight = 1 / Math.Max(v.LengthSquared, 1e-30);
            for (var r = 0; r < 5; r++)
            {
                for (var c = 0; c < 6; c++)
                    m[(6 * r) + c] += weight * row[r] * row[c];
            }
        }
        return near.Count >= 5 && Solve(m) ? Shape(m) : default;
    }

    private static void Gather(Mesh mesh, Topology topology, int vertex, double reach, HashSet<int> near)
    {
        near.Clear();
        near.Add(vertex);
        var rings = reach > 0 ? 12 : 2;
        var front = new List<int> { vertex };
        for (var ring = 0; ring < rings && front.Count > 0; ring++)
        {
            var next = new List<int>();
            foreach (var from in front)
            {
                foreach (var triangle in topology.Ring.Around(from))
                {
                    foreach (var other in mesh.Corners.Slice(3 * triangle, 3))
                    {
                        if (ring >= 2 && (mesh.Positions[other] - mesh.Positions[vertex]).Length() > reach)
                            continue;
                        if (near.Add(other))
                            next.Add(other);
                    }
                }
            }
            front = next;
        }
        near.Remove(vertex);
    }

    /// <summary>Gauss with the greatest pivot; false where the neighbours leave the parabola open.</summary>
    private static bool Solve(Span<double> m)
    {
        for (var k = 0; k < 5; k++)
        {
            var pivot = k;
            for (var r = k + 1; r < 5; r++)
            {
                if (Math.Abs(m[(6 * r) + k]) > Math.Abs(m[(6 * pivot) + k]))
                    pivot = r;
            }
            if (Math.Abs(m[(6 * pivot) + k]) < 1e-14)
                return false;
            for (var c = 0; c < 6; c++)
                (m[(6 * k) + c], m[(6 * pivot) + c]) = (m[(6 * pivot) + c], m[(6 * k) + c]);
            for (var r = 0; r < 5; r++)
            {
                if (r == k)
                    continue;
                var factor = m[(6 * r) + k] / m[(6 * k) + k];
                for (var c = k; c < 6; c++)
                    m[(6 * r) + c] -= factor * m[(6 * k) + c];
            }
        }
        for (var k = 0; k < 5; k++)
            m[(6 * k) + 5] /= m[(6 * k) + k];
        return true;
    }

    /// <summary>Eigenvalues of the shape operator from both fundamental forms.</summary>
    private static Bend Shape(ReadOnlySpan<double> m)
    {
        var (a, b, c, d, e) = (m[5], m[11], m[17], m[23], m[29]);
        var (ee, ff, gg) = (1 + (d * d), d * e, 1 + (e * e));
        var w = Math.Sqrt(1 + (d * d) + (e * e));
        var area = (ee * gg) - (ff * ff);
        var mean = -((ee * c) - (2 * ff * b) + (gg * a)) / (w * 2 * area);
        var gaussian = ((a * c) - (b * b)) / (w * w * area);
        var spread = Math.Sqrt(Math.Max(0, (mean * mean) - gaussian));
        return new Bend(mean + spread, mean - spread);
    }
}
