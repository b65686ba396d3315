namespace Dentelle.Core.Sequencing;

/// <summary>What is cut in one go: a tooth, or all teeth of a bridge.</summary>
/// <param name="Teeth">In the order of the arch.</param>
/// <param name="Minutes">What they add to a visit that takes place anyway.</param>
public sealed record CutTogether(IReadOnlyList<ToothCode> Teeth, double Minutes);

/// <summary>A visit too long for a patient, spread over several.</summary>
public static class VisitSplit
{
    /// <summary>
    /// As few visits as keep to the longest one, those as even as can be, each a stretch of the arch: what is numbed together
    /// is cut together. What alone takes longer than a visit may has one of its own.
    /// </summary>
    /// <param name="cuts">What is to be cut.</param>
    /// <param name="once">Minutes that every visit takes whatever is cut: preparing, numbing, making ready for the next.</param>
    /// <param name="most">The longest visit, minutes.</param>
    public static IReadOnlyList<IReadOnlyList<CutTogether>> Of(IReadOnlyList<CutTogether> cuts, double once, double most)
    {
        CutTogether[] along =
        [
            .. cuts.OrderBy(cut => cut.Teeth[0].Jaw == Jaw.Lower).ThenBy(cut => cut.Teeth.Min(tooth => tooth.ArchPlace)),
        ];
        // For every visit count the least possible longest visit, over all ways to lay cuts between neighbours.
        var least = new (double Longest, int Begin)[along.Length + 1, along.Length + 1];
        for (var end = 0; end <= along.Length; end++)
        for (var visits = 0; visits <= along.Length; visits++)
            least[end, visits] = (end == 0 && visits == 0 ? 0 : double.PositiveInfinity, 0);
        for (var visits = 1; visits <= along.Length; visits++)
        {
            for (var end = 1; end <= along.Length; end++)
            {
                var minutes = once;
                for (var begin = end - 1; begin >= 0; begin--)
                {
                    minutes += along[begin].Minutes;
                    var longest = Math.Max(least[begin, visits - 1].Longest, minutes);
                    if (longest < least[end, visits].Longest)
                        least[end, visits] = (longest, begin);
                }
            }
        }
        // Where a tooth alone is longer, no visit need be shorter than it.
        var allowed = Math.Max(most, least[along.Length, along.Length].Longest);
        var needed = Enumerable.Range(1, along.Length).First(visits => least[along.Length, visits].Longest <= allowed);
        var split = new List<IReadOnlyList<CutTogether>>();
        for (int end = along.Length, visits = needed; visits > 0; visits--)
        {
            var begin = least[end, visits].Begin;
            split.Insert(0, along[begin..end]);
            end = begin;
        }
        return split;
    }
}
