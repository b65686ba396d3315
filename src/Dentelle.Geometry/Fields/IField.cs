namespace Dentelle.Geometry.Fields;

/// <summary>
/// A body as a field: negative inside, positive outside, nowhere steeper than 1, so that no value promises more room than
/// there is.
/// </summary>
public interface IField
{
    double At(Vec3 p);

    /// <summary>Many points that follow each other closely.</summary>
    void At(ReadOnlySpan<Vec3> points, Span<double> values)
    {
        for (var i = 0; i < points.Length; i++)
            values[i] = At(points[i]);
    }
}

/// <summary>A body given by a formula.</summary>
public sealed class FormulaField(Func<Vec3, double> formula) : IField
{
    public double At(Vec3 p) => formula(p);
}

/// <summary>The true signed distance to a mesh.</summary>
public sealed class MeshField(Trees.MeshTree tree) : IField
{
    public double At(Vec3 p) => tree.SignedDistance(p);

    public void At(ReadOnlySpan<Vec3> points, Span<double> values)
    {
        var search = tree.Search();
        for (var i = 0; i < points.Length; i++)
            values[i] = search.SignedDistance(points[i]);
    }
}

/// <summary>Bodies made of bodies.</summary>
public static class FieldOperations
{
    /// <summary>Grown by a distance on all sides; shrunk by a negative one. True as far as the field is a distance.</summary>
    public static IField Grown(this IField body, double by) => new FormulaField(p => body.At(p) - by);

    public static IField Or(this IField a, IField b) => new FormulaField(p => Math.Min(a.At(p), b.At(p)));

    public static IField And(this IField a, IField b) => new FormulaField(p => Math.Max(a.At(p), b.At(p)));

    public static IField Without(this IField a, IField b) => new FormulaField(p => Math.Max(a.At(p), -b.At(p)));

    /// <summary>Both, the inner edge between them filled with a round of about this radius.</summary>
    public static IField OrRounded(this IField a, IField b, double radius) => new FormulaField(p => Blend.Min(a.At(p), b.At(p), radius));

    /// <summary>What both share, the outer edge rounded with about this radius.</summary>
    public static IField AndRounded(this IField a, IField b, double radius) => new FormulaField(p => Blend.Max(a.At(p), b.At(p), radius));

    /// <summary>The first without the second, the outer edge rounded with about this radius.</summary>
    public static IField WithoutRounded(this IField a, IField b, double radius) =>
        new FormulaField(p => Blend.Max(a.At(p), -b.At(p), radius));
}

/// <summary>Least and greatest of two values, smooth where they are within a reach of each other (quadratic blend).</summary>
public static class Blend
{
    public static double Max(double a, double b, double reach)
    {
        var h = reach - Math.Abs(a - b);
        return h <= 0 ? Math.Max(a, b) : Math.Max(a, b) + (h * h / (4 * reach));
    }

    public static double Min(double a, double b, double reach) => -Max(-a, -b, reach);
}
