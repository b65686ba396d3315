using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Geometry.Paths;

/// <summary>What lies in shadow when light comes along the path of insertion.</summary>
/// <param name="MaxDepth">How far the deepest place lies under the shadow, measured across the path.</param>
/// <param name="DeepestAt">That place.</param>
/// <param name="Area">Of the surface asked about that lies in shadow.</param>
/// <param name="Volume">Of the hollow between the shadowed surface and what overhangs it.</param>
public sealed record Undercut(Vec3 Path, double MaxDepth, Vec3 DeepestAt, double Area, double Volume)
{
    /// <summary>Walls within a tenth of a degree of the path count as parallel to it: a mesh holds no direction better than that.</summary>
    private static readonly double ParallelSine = Math.Sin(double.DegreesToRadians(0.1));

    /// <param name="tree">The whole body: anything of it can throw the shadow.</param>
    /// <param name="pieces">The part of its surface that is asked about.</param>
    /// <param name="path">Direction in which a restoration leaves the body.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Undercut Along(MeshTree tree, IReadOnlyList<SurfacePiece> pieces, Vec3 path, CancellationToken cancel = default)
    {
        path = path.Unit;
        var shadow = new ShadowEdge(tree, path);
        var size = tree.Mesh.Box.Size.Length;
        var found = new Part[(pieces.Count + 255) / 256];
        Parallel.For(0, found.Length, new ParallelOptions { CancellationToken = cancel }, run =>
        {
            var part = new Part();
            for (var i = run * 256; i < Math.Min(pieces.Count, (run + 1) * 256); i++)
                Take(pieces[i], ref part);
            found[run] = part;
        });
        var sum = new Part();
        foreach (var part in found)
        {
            sum.Area += part.Area;
            sum.Volume += part.Volume;
            if (part.Depth > sum.Depth)
                (sum.Depth, sum.Place) = (part.Depth, part.Place);
        }
        return new Undercut(path, sum.Depth, sum.Place, sum.Area, sum.Volume);

        void Take(in SurfacePiece piece, ref Part part)
        {
            var area = piece.Area.Length;
            var up = piece.Area.Dot(path) / area;
            var middle = piece.Middle;
            if (up < -ParallelSine)
            {
                // It overhangs; the hollow reaches down to what lies below, or to nothing.
                part.Area += area;
                var hit = tree.FirstHit(new Ray(middle, -path, size * 1e-6));
                if (hit.IsHit)
                    part.Volume += area * -up * hit.At;
                foreach (var corner in (ReadOnlySpan<Vec3>)[piece.A, piece.B, piece.C])
                    part.Deepen(corner, shadow.DepthOf(corner));
            }
            else if (up > ParallelSine && tree.AnyHit(new Ray(middle, path, size * 1e-6)))
            {
                part.Area += area;
                part.Deepen(middle, shadow.DepthOf(middle));
            }
        }
    }

    private struct Part
    {
        public double Area,
            Volume,
            Depth;
        public Vec3 Place;

        public void Deepen(Vec3 place, double depth)
        {
            if (depth > Depth)
                (Depth, Place) = (depth, place);
        }
    }
}
