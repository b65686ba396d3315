using Dentelle.Geometry;

namespace Dentelle.Core.Dentition;

/// <summary>The right half of a row's line, by its length from the midline.</summary>
internal sealed class ArcLine
{
    private readonly Vec2[] points;
    private readonly double[] lengths;

    /// <param name="whole">From the left end to the right one; its middle sample lies on the midline.</param>
    public ArcLine(IReadOnlyList<Vec2> whole)
    {
        points = [.. whole.Skip(whole.Count / 2)];
        lengths = new double[points.Length];
        for (var i = 1; i < points.Length; i++)
            lengths[i] = lengths[i - 1] + (points[i] - points[i - 1]).Length;
    }

    /// <summary>Place and direction (away from the midline); straight on beyond the end.</summary>
    public (Vec2 Place, Vec2 Forward) At(double length)
    {
        var i = Math.Clamp(Array.FindLastIndex(lengths, l => l <= length), 0, points.Length - 2);
        var forward = (points[i + 1] - points[i]).Unit;
        return (points[i] + (forward * (length - lengths[i])), forward);
    }

    /// <summary>Length at the point of the line nearest to a tooth's anchor.</summary>
    public double Nearest(ArchTooth tooth)
    {
        var at = tooth.Pose.ToMouth(tooth.Anchor);
        var nearest = Enumerable.Range(0, points.Length).MinBy(i => (points[i] - new Vec2(at.X, at.Y)).Length);
        return lengths[nearest];
    }
}
