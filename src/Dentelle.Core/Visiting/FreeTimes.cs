namespace Dentelle.Core.Visiting;

/// <summary>When a visit of some length can be on a day.</summary>
public static class FreeTimes
{
    /// <param name="taken">What the day has, as minutes from midnight.</param>
    /// <param name="from">When work begins, minutes from midnight.</param>
    /// <param name="until">When it ends.</param>
    /// <param name="length">Minutes wanted.</param>
    /// <param name="step">Visits begin at multiples of it.</param>
    /// <returns>Beginnings, minutes from midnight, the first one first.</returns>
    public static IEnumerable<int> Of(IReadOnlyList<(double From, double Until)> taken, int from, int until, double length, int step)
    {
        for (var at = (from + step - 1) / step * step; at + length <= until; at += step)
        {
            if (taken.All(visit => visit.Until <= at || visit.From >= at + length))
                yield return at;
        }
    }
}
