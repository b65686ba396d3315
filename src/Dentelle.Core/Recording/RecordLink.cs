using System.Globalization;

namespace Dentelle.Core.Recording;

/// <summary>
/// One entry of the record as its chain sees it. The chain holds a digest of what the entry says and not the words, so that
/// words which the law has erased leave the chain whole.
/// </summary>
/// <param name="Number">Place in the chain, from 1, without a gap.</param>
/// <param name="Subjects">
/// What it is about, in a fixed order: patient, case, visit, unit and the entry it amends; an empty text for none.
/// </param>
/// <param name="At">When it happened, UTC to the millisecond, ISO 8601.</param>
/// <param name="KeptAt">When it was kept, likewise.</param>
/// <param name="By">Who wrote it.</param>
/// <param name="Digest">Of salt and words.</param>
/// <param name="Previous">Hash of the entry before; <see cref="Beginning"/> for the first.</param>
public sealed record RecordLink(
    long Number,
    string Id,
    string Kind,
    IReadOnlyList<string> Subjects,
    string At,
    string KeptAt,
    string By,
    string Digest,
    string Previous
)
{
    /// <summary>What the first entry follows.</summary>
    public static readonly string Beginning = new('0', 64);

    /// <summary>
    /// Digest of all of it. Parts are told apart by their lengths, so that none can lend letters to the next.
    /// </summary>
    public string Hash()
    {
        string[] parts = [Number.ToString(CultureInfo.InvariantCulture), Id, Kind, .. Subjects, At, KeptAt, By, Digest, Previous];
        return TextDigest.Of(string.Concat(parts.Select(part => string.Create(CultureInfo.InvariantCulture, $"{part.Length}:{part}"))));
    }

    /// <summary>Digest of an entry's words: without the salt nobody can try out what they were.</summary>
    public static string DigestOf(string salt, string words) => TextDigest.Of(salt + "\n" + words);
}

/// <summary>An entry as it is kept: its link, the hash kept beside it, and its words unless they were erased.</summary>
public sealed record KeptLink(RecordLink Link, string Hash, string Salt, string? Words);

/// <summary>What a look over the whole record finds.</summary>
/// <param name="Entries">How many were looked at.</param>
/// <param name="Erased">How many of them have lost their words.</param>
/// <param name="Head">Hash of the last.</param>
/// <param name="Faults">Where the chain does not hold, in sentences; none when it does.</param>
public sealed record RecordCheck(long Entries, long Erased, string Head, IReadOnlyList<string> Faults)
{
    private const int MostFaults = 20;

    /// <param name="entries">All entries in the order of their numbers.</param>
    /// <param name="anchor">Number and hash that were written down elsewhere, as at a signature; null where none were.</param>
    public static RecordCheck Of(IEnumerable<KeptLink> entries, (long Number, string Hash)? anchor = null)
    {
        var faults = new List<string>();
        var (number, previous, erased) = (0L, RecordLink.Beginning, 0L);
        var met = anchor is null or { Number: 0 };
        foreach (var kept in entries)
        {
            var link = kept.Link;
            if (link.Number != number + 1)
                Say($"Entry {number + 1} is missing: entry {link.Number} follows {number}.");
            if (link.Previous != previous)
                Say($"Entry {link.Number} does not follow from the one before it.");
            if (link.Hash() != kept.Hash)
                Say($"Entry {link.Number} was changed after it was written.");
            if (kept.Words is null)
                erased++;
            else if (RecordLink.DigestOf(kept.Salt, kept.Words) != link.Digest)
                Say($"The words of entry {link.Number} were changed after it was written.");
            if (anchor is { } written && written.Number == link.Number)
            {
                met = true;
                if (written.Hash != kept.Hash)
                    Say($"Entry {link.Number} is not the one that was signed: the record was written anew.");
            }
            (number, previous) = (link.Number, kept.Hash);
        }
        if (!met)
            Say($"The record ends at entry {number}, but entry {anchor!.Value.Number} was signed: its end is missing.");
        return new(number, erased, previous, faults);

        void Say(string fault)
        {
            if (faults.Count < MostFaults)
                faults.Add(fault);
        }
    }
}
