using CsCheck;
using Dentelle.Core.Sequencing;

namespace Dentelle.Core.Tests;

public class VisitSplitTests
{
    private static readonly Gen<(CutTogether[] Cuts, double Once, double Most)> Cases =
        from teeth in Gen.Int[0, 31].HashSet[1, 12]
        from minutes in Gen.Double[10, 90].Array[teeth.Count]
        from once in Gen.Double[10, 60]
        from most in Gen.Double[90, 240]
        select (
            teeth.Select((place, i) => new CutTogether([ToothCode.All[place]], Math.Round(minutes[i]))).ToArray(),
            Math.Round(once),
            Math.Round(most)
        );

    [Fact(
        DisplayName = "Each tooth is cut once, no visit is longer than it may unless one tooth is, none could be saved, and none of as "
            + "many visits along the arch makes the longest shorter (held against all ways to cut the row)"
    )]
    public void Split() =>
        Cases.Sample(
            one =>
            {
                var (cuts, once, most) = one;
                var split = VisitSplit.Of(cuts, once, most);
                Assert.Equal(cuts.Length, split.SelectMany(visit => visit).Distinct().Count());
                double Minutes(IEnumerable<CutTogether> visit) => once + visit.Sum(cut => cut.Minutes);
                CutTogether[] along = [.. split.SelectMany(visit => visit)];
                Assert.Equal(
                    along.OrderBy(cut => cut.Teeth[0].Jaw).ThenBy(cut => cut.Teeth[0].ArchPlace).Select(cut => cut.Teeth[0]),
                    along.Select(cut => cut.Teeth[0])
                );
                // Every way to cut the row: bit i says whether a visit ends behind cut i.
                var ways = Enumerable
                    .Range(0, 1 << (along.Length - 1))
                    .Select(bits =>
                    {
                        var visits = new List<List<CutTogether>> { new() };
                        for (var i = 0; i < along.Length; i++)
                        {
                            visits[^1].Add(along[i]);
                            if (i < along.Length - 1 && (bits & (1 << i)) != 0)
                                visits.Add([]);
                        }
                        return (visits.Count, Longest: visits.Max(Minutes));
                    })
                    .ToArray();
                var kept = ways.Where(way => way.Longest <= most + 1e-9).ToArray();
                var longest = split.Max(Minutes);
                if (kept.Length > 0)
                    Assert.Equal(kept.Min(way => way.Count), split.Count);
                Assert.Equal(ways.Where(way => way.Count == split.Count).Min(way => way.Longest), longest, 9);
            },
            iter: 200
        );
}
