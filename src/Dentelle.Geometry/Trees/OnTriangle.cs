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
    /// <summary>By the regions of the triangle's plane (Ericson, Real-Time Collision Detection, 5.1.5).</summary>
    public static (Vec3 Place, TriangleFeature Feature) Closest(Vec3 p, Vec3 a, Vec3 b, Vec3 c)
    {
        Vec3 ab = b - a, ac = c - a, ap = p - a;
        double d1 = ab.Dot(ap), d2 = ac.Dot(ap);
        if (d1 <= 0 && d2 <= 0) return (a, TriangleFeature.CornerA);
        var bp = p - b;
        double d3 = ab.Dot(bp), d4 = ac.Dot(bp);
        if (d3 >= 0 && d4 <= d3) return (b, TriangleFeature.CornerB);
        var vc = (d1 * d4) - (d3 * d2);
        if (vc <= 0 && d1 >= 0 && d3 <= 0) return (a + (ab * (d1 / (d1 - d3))), TriangleFeature.EdgeAB);
        var cp = p - c;
        double d5 = ab.Dot(cp), d6 = ac.Dot(cp);
        if (d6 >= 0 && d5 <= d6) return (c, TriangleFeature.CornerC);
        var vb = (d5 * d2) - (d1 * d6);
        if (vb <= 0 && d2 >= 0 && d6 <= 0) return (a + (ac * (d2 / (d2 - d6))), TriangleFeature.EdgeCA);
        var va = (d3 * d6) - (d5 * d4);
        if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) return (b + ((c - b) * ((d4 - d3) / (d4 - d3 + (d5 - d6)))), TriangleFeature.EdgeBC);
        var sum = va + vb + vc;
        return (a + (ab * (vb / sum)) + (ac * (vc / sum)), TriangleFeature.Face);
    }
}
