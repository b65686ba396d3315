namespace Dentelle.Geometry.Trees;

/// <summary>Which part of a triangle a point lies on: its face, an edge (named by where it starts) or a corner.</summary>
public enum TriangleFeature
{
    Face,
    EdgeAB,
    EdgeBC,
    EdgeCA,
    CornerA,
    CornerB,
    CornerC,
}

/// <summary>The closest point on one triangle, in double.</summary>
internal static class OnTriangle
{
    /// <summary>Over the face if the foot of the perpendicular lies in it, else on the nearest of the three edges.</summary>
    /// <remarks>The textbook's seven regions cost a mispredicted jump each; this way there is one jump.</remarks>
    public static (Vec3 Place, TriangleFeature Feature) Closest(Vec3 p, Vec3 a, Vec3 b, Vec3 c)
    {
        Vec3 u = b - a,
            v = c - a,
            w = c - b,
            ap = p - a,
            bp = p - b;
        double uu = u.LengthSquared,
            uv = u.Dot(v),
            vv = v.LengthSquared,
            ww = w.LengthSquared;
        double up = u.Dot(ap),
            vp = v.Dot(ap),
            wp = w.Dot(bp);
        var area = (uu * vv) - (uv * uv);
        double s = (vv * up) - (uv * vp),
            t = (uu * vp) - (uv * up);
        if (s > 0 && t > 0 && s + t < area)
            return (a + (u * (s / area)) + (v * (t / area)), TriangleFeature.Face);

        double alongU = Share(up, uu),
            alongV = Share(vp, vv),
            alongW = Share(wp, ww);
        var fromU = (ap - (u * alongU)).LengthSquared;
        var fromV = (ap - (v * alongV)).LengthSquared;
        var fromW = (bp - (w * alongW)).LengthSquared;
        if (fromU <= fromV && fromU <= fromW)
            return (a + (u * alongU), At(alongU, TriangleFeature.CornerA, TriangleFeature.EdgeAB, TriangleFeature.CornerB));
        return fromV <= fromW
            ? (a + (v * alongV), At(alongV, TriangleFeature.CornerA, TriangleFeature.EdgeCA, TriangleFeature.CornerC))
            : (b + (w * alongW), At(alongW, TriangleFeature.CornerB, TriangleFeature.EdgeBC, TriangleFeature.CornerC));
    }

    private static double Share(double along, double squared) => Math.Clamp(along / Math.Max(squared, double.Epsilon), 0, 1);

    private static TriangleFeature At(double along, TriangleFeature start, TriangleFeature between, TriangleFeature end) =>
        along <= 0 ? start
        : along >= 1 ? end
        : between;
}
