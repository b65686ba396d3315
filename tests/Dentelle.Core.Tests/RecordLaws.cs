using CsCheck;
using Dentelle.Core.Recording;
using Dentelle.Core.Visiting;

namespace Dentelle.Core.Tests;

/// <summary>What must hold of every record, and of every day that visits are put into.</summary>
public class RecordLaws
{
    private static readonly Gen<string> Word = Gen.String[Gen.Char["ab:1é "], 0, 6];

    /// <summary>What somebody may have written: kind, subjects, who, and words.</summary>
    private static readonly Gen<(string Kind, string[] Subjects, string By, string Words)[]> Written = Gen.Select(
        Word,
        Word.Array[5],
        Word,
        Word
    ).Array[2, 12];

    private static List<KeptLink> Chained(IEnumerable<(string Kind, string[] Subjects, string By, string Words)> written)
    {
        var (kept, previous) = (new List<KeptLink>(), RecordLink.Beginning);
        foreach (var (kind, subjects, by, words) in written)
        {
            var salt = $"salt {kept.Count}";
            var (number, at) = (kept.Count + 1, $"2026-11-27T08:{kept.Count:00}:00.000Z");
            var link = new RecordLink(number, $"id {number}", kind, subjects, at, at, by, RecordLink.DigestOf(salt, words), previous);
            kept.Add(new(link, previous = link.Hash(), salt, words));
        }
        return kept;
    }

    /// <summary>The same with every hash from a place on reckoned anew, as a forger with the whole file would.</summary>
    private static List<KeptLink> Forged(List<KeptLink> kept, int from)
    {
        var forged = new List<KeptLink>(kept);
        for (var i = from; i < forged.Count; i++)
        {
            var link = forged[i].Link with { Previous = i == 0 ? RecordLink.Beginning : forged[i - 1].Hash };
            forged[i] = forged[i] with { Link = link, Hash = link.Hash() };
        }
        return forged;
    }

    private static readonly Dictionary<string, Func<KeptLink, KeptLink>> Changes = new()
    {
        ["kind"] = one => one with { Link = one.Link with { Kind = one.Link.Kind + "x" } },
        ["id"] = one => one with { Link = one.Link with { Id = one.Link.Id + "x" } },
        ["who"] = one => one with { Link = one.Link with { By = one.Link.By + "x" } },
        ["when"] = one => one with { Link = one.Link with { At = "2026-11-28T08:00:00.000Z" } },
        ["kept when"] = one => one with { Link = one.Link with { KeptAt = "2026-11-28T08:00:00.000Z" } },
        ["words"] = one => one with { Words = one.Words + "x" },
        ["salt"] = one => one with { Salt = one.Salt + "x" },
        // A letter that goes over from one part to the next changes no joined text.
        ["letters moved"] = one =>
            one with
            {
                Link = one.Link with { Kind = one.Link.Kind + "a", Subjects = ["b" + one.Link.Subjects[0], .. one.Link.Subjects.Skip(1)] },
            },
    };

    [Fact(DisplayName = "An untouched record holds; whatever is changed, taken out, put twice or swapped in it is told, with its number")]
    public void Touched() =>
        Gen.Select(Written, Gen.Int[0, 1000], Gen.OneOf([.. Changes.Keys, "out", "twice", "swapped"]))
            .Sample(
                (written, place, change) =>
                {
                    var kept = Chained(written);
                    var whole = RecordCheck.Of(kept);
                    Assert.Empty(whole.Faults);
                    Assert.Equal((kept.Count, kept[^1].Hash), (whole.Entries, whole.Head));

                    // Of the last entry only its own words can't say that something is missing: a signature does that, below.
                    var at = place % (kept.Count - 1);
                    if (Changes.TryGetValue(change, out var changed))
                        kept[at] = changed(kept[at]);
                    else if (change == "out")
                        kept.RemoveAt(at);
                    else if (change == "twice")
                        kept.Insert(at, kept[at]);
                    else
                        (kept[at], kept[at + 1]) = (kept[at + 1], kept[at]);
                    var faults = RecordCheck.Of(kept).Faults;
                    Assert.NotEmpty(faults);
                    Assert.Contains(faults, fault => fault.Contains($"ntry {at + 1}") || fault.Contains($"entry {at + 2}"));
                },
                iter: 2000
            );

    [Fact(DisplayName = "Words erased leave the chain whole and are counted; a record written anew or cut short shows against a signature")]
    public void Signed() =>
        Gen.Select(Written, Gen.Int[0, 1000], Gen.Int[0, 1000])
            .Sample(
                (written, place, cut) =>
                {
                    var kept = Chained(written);
                    var at = place % kept.Count;
                    var anchor = (kept[^1].Link.Number, kept[^1].Hash);
                    List<KeptLink> erased = [.. kept];
                    erased[at] = erased[at] with { Words = null };
                    var left = RecordCheck.Of(erased, anchor);
                    Assert.Empty(left.Faults);
                    Assert.Equal(1, left.Erased);

                    List<KeptLink> rewritten = [.. kept];
                    rewritten[at] = Changes["who"](rewritten[at]);
                    rewritten = Forged(rewritten, at);
                    // By itself a chain that was reckoned anew is whole: this is what signatures are written down for.
                    Assert.Empty(RecordCheck.Of(rewritten).Faults);
                    Assert.Contains("written anew", Assert.Single(RecordCheck.Of(rewritten, anchor).Faults));
                    var shorter = kept.Take(cut % kept.Count).ToList();
                    Assert.Contains("its end is missing", Assert.Single(RecordCheck.Of(shorter, anchor).Faults));
                },
                iter: 500
            );

    [Fact(DisplayName = "Free times: minute by minute nobody sits in two chairs, and no beginning that would do is left out")]
    public void Free() =>
        Gen.Select(
                Gen.Select(Gen.Int[0, 1400], Gen.Int[1, 120]).Array[0, 8],
                Gen.Int[0, 700],
                Gen.Int[0, 700],
                Gen.Int[1, 200],
                Gen.Int[5, 30]
            )
            .Sample(
                (visits, from, open, length, step) =>
                {
                    var until = from + open;
                    var minutes = new bool[2000];
                    foreach (var (begin, lasts) in visits)
                        Array.Fill(minutes, true, begin, lasts);
                    var expected = Enumerable
                        .Range(from, open + 1)
                        .Where(at => at % step == 0 && at + length <= until && !minutes.AsSpan(at, length).Contains(true));
                    var taken = visits.Select(visit => ((double)visit.Item1, (double)visit.Item1 + visit.Item2)).ToArray();
                    Assert.Equal(expected, FreeTimes.Of(taken, from, until, length, step));
                },
                iter: 2000
            );
}
