using Dentelle.Core.Recording;

namespace Dentelle.Data;

/// <summary>An entry of the record: only ever added, each following from the one before it (<see cref="RecordLink"/>).</summary>
public sealed class RecordRow
{
    /// <summary>Made by whoever sent it, so that what is sent again counts once.</summary>
    public Guid Id { get; init; }

    /// <summary>Place in the chain, from 1, without a gap.</summary>
    public long Number { get; init; }

    /// <summary>"plan", "reading", "dose", "signed": what its words are.</summary>
    public required string Kind { get; init; }

    public Guid? PatientId { get; init; }

    public Guid? CaseId { get; init; }

    public Guid? VisitId { get; init; }

    public Guid? UnitId { get; init; }

    /// <summary>The entry beside which this one stands, putting it right.</summary>
    public Guid? Amends { get; init; }

    /// <summary>When it happened, UTC to the millisecond: an entry made while nothing answered has the time of its making.</summary>
    public DateTime At { get; init; }

    public DateTime KeptAt { get; init; }

    public Guid? ById { get; init; }

    public required string By { get; init; }

    public required string Salt { get; init; }

    /// <summary>What it says, JSON; null once the law has had it erased.</summary>
    public string? Words { get; set; }

    public required string Digest { get; init; }

    public required string Previous { get; init; }

    public required string Hash { get; init; }

    public KeptLink Link() =>
        new(
            new(
                Number,
                Id.ToString("D"),
                Kind,
                [Text(PatientId), Text(CaseId), Text(VisitId), Text(UnitId), Text(Amends)],
                Text(At),
                Text(KeptAt),
                By,
                Digest,
                Previous
            ),
            Hash,
            Salt,
            Words
        );

    internal static string Text(Guid? id) => id?.ToString("D") ?? "";

    /// <summary>UTC to the millisecond, ISO 8601: as times stand in every document.</summary>
    public static string Text(DateTime at) => at.ToString("yyyy-MM-ddTHH:mm:ss.fffZ", System.Globalization.CultureInfo.InvariantCulture);
}
