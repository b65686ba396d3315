namespace Dentelle.Geometry;

/// <summary>Values by their rank: what single ones that stand off don't move.</summary>
public static class Ranks
{
    /// <summary>Of a normal distribution the standard deviation over the median of its absolute values.</summary>
    public const double OverMedian = 1.4826;

    /// <summary>The middle one, of an even number the upper of the two; 0 for none.</summary>
    public static double Middle(IEnumerable<double> values)
    {
        var sorted = values.Order().ToArray();
        return sorted.Length == 0 ? 0 : sorted[sorted.Length / 2];
    }

    /// <summary>The first of sorted items with which those before it make up a share of all weight.</summary>
    /// <param name="sorted">At least one.</param>
    public static T AtShare<T>(IReadOnlyList<T> sorted, Func<T, double> weight, double share)
    {
        var (wanted, sum) = (share * sorted.Sum(weight), 0.0);
        foreach (var item in sorted)
        {
            sum += weight(item);
            if (sum >= wanted)
                return item;
        }
        return sorted[^1];
    }
}
