using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;
using MathNet.Numerics.LinearAlgebra;

namespace Dentelle.Geometry.Fitting;

/// <summary>Middle and main directions of a surface: a coarse way to lay one scan over another of the same thing.</summary>
public static class PrincipalAxes
{
    /// <summary>The motion that takes the standard frame to the surface's own: x along its greatest extent, z along its least.</summary>
    public static Rigid Of(Mesh mesh)
    {
        var (middle, total) = (default(Vec3), 0.0);
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            var (a, b, c) = mesh.Triangle(i);
            var area = mesh.AreaVector(i).Length;
            middle += (a + b + c) * (area / 3);
            total += area;
        }
        middle /= total;
        var spread = Matrix<double>.Build.Dense(3, 3);
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            var (a, b, c) = mesh.Triangle(i);
            var area = mesh.AreaVector(i).Length / total;
            // The second moment of a triangle, exactly: middles of its edges, a third of the area each.
            foreach (var p in (ReadOnlySpan<Vec3>)[(a + b) / 2, (b + c) / 2, (c + a) / 2])
            {
                var v = Vector<double>.Build.Dense([p.X - middle.X, p.Y - middle.Y, p.Z - middle.Z]);
                spread += v.OuterProduct(v) * (area / 3);
            }
        }
        var vectors = spread.Evd(Symmetricity.Symmetric).EigenVectors;
        var x = new Vec3(vectors[0, 2], vectors[1, 2], vectors[2, 2]);
        var y = new Vec3(vectors[0, 1], vectors[1, 1], vectors[2, 1]);
        return Rigid.Frame(x, y, x.Cross(y), middle);
    }

    /// <summary>
    /// Lays the axes of one surface over those of another; of the four ways to do so the one that leaves the points
    /// nearest.
    /// </summary>
    public static Rigid Align(Mesh moving, MeshTree target)
    {
        var best = (Motion: Rigid.Rest, Sum: double.PositiveInfinity);
        var step = Math.Max(1, moving.Positions.Length / 500);
        foreach (var motion in Ways(moving, target.Mesh))
        {
            var sum = 0.0;
            for (var i = 0; i < moving.Positions.Length; i += step)
                sum += Math.Pow(target.Closest(motion.Apply(moving.Positions[i])).Distance, 2);
            if (sum < best.Sum)
                best = (motion, sum);
        }
        return best.Motion;
    }

    /// <summary>The four proper ways to lay the axes of one surface over those of another.</summary>
    public static IEnumerable<Rigid> Ways(Mesh moving, Mesh target)
    {
        var (from, to) = (Of(moving).Inverse, Of(target));
        Rigid[] flips = [Rigid.Rest, Rigid.Turned(Vec3.UnitX, 180), Rigid.Turned(Vec3.UnitY, 180), Rigid.Turned(Vec3.UnitZ, 180)];
        return flips.Select(flip => from.Then(flip).Then(to));
    }
}
