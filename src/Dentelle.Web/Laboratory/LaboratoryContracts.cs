using System.ComponentModel.DataAnnotations;
using Dentelle.Core.Exchange;
using Dentelle.Data;

namespace Dentelle.Web.Laboratory;

/// <summary>What would go to the laboratory now, and what went there before.</summary>
public sealed record HandOverView
{
    public required Guid CaseId { get; init; }

    public required string Number { get; init; }

    public required string Patient { get; init; }

    /// <summary>As case.json would say it.</summary>
    public required IReadOnlyList<HandOverUnit> Units { get; init; }

    /// <summary>Pictures of the case that can go along.</summary>
    public required IReadOnlyList<HandOverPicture> Pictures { get; init; }

    /// <summary>What is missing, in sentences; it can go all the same.</summary>
    public required IReadOnlyList<string> Missing { get; init; }

    /// <summary>The newest first.</summary>
    public required IReadOnlyList<SentView> Sent { get; init; }

    /// <summary>Folder in which the bundle lands.</summary>
    public required string Folder { get; init; }

    /// <summary>Whether a stand-in answers in the laboratory's place.</summary>
    public required bool StandIn { get; init; }
}

public sealed record HandOverPicture(string Sha256, string Proves, DateTime At, bool Simulated);

/// <summary>A case as it went to the laboratory.</summary>
/// <param name="AnsweredAt">When the laboratory answered last; null while it has not.</param>
/// <param name="Unseen">What the laboratory could not look at.</param>
public sealed record SentView(
    Guid Id,
    DateTime At,
    string By,
    IReadOnlyList<string> Teeth,
    long Bytes,
    string Sha256,
    DateTime? AnsweredAt,
    string? AnsweredBy,
    IReadOnlyList<string> Unseen,
    IReadOnlyList<QueryView> Queries
)
{
    public static SentView From(HandOverRow row) =>
        new(
            row.Id,
            row.At,
            row.By,
            row.Teeth.Split(','),
            row.Bytes,
            row.Sha256,
            row.AnsweredAt,
            row.AnsweredBy,
            row.Unseen?.Split('\n') ?? [],
            [
                .. row
                    .Queries.OrderBy(query => query.At)
                    .ThenBy(query => query.Tooth, StringComparer.Ordinal)
                    .ThenBy(query => query.Kind)
                    .Select(QueryView.From),
            ]
        );
}

/// <param name="Kind">"room", "undercut", "sharp-edge", "margin", "shade", "other".</param>
public sealed record QueryView(
    Guid Id,
    string Tooth,
    string Kind,
    string Text,
    string? Zone,
    DateTime At,
    string By,
    bool Simulated,
    string? Reply,
    DateTime? RepliedAt,
    string? RepliedBy
)
{
    public static QueryView From(LaboratoryQueryRow row) =>
        new(row.Id, row.Tooth, row.Kind, row.Text, row.Zone, row.At, row.By, row.Simulated, row.Reply, row.RepliedAt, row.RepliedBy);
}

public sealed record HandOverEntry
{
    /// <summary>Made by whoever sends it: sent again, it counts once.</summary>
    public required Guid Id { get; init; }

    /// <summary>To all of it.</summary>
    [MaxLength(2000)]
    public string? Wishes { get; init; }

    /// <summary>Contacts and form, by tooth.</summary>
    public IReadOnlyDictionary<string, string> WishesOf { get; init; } = new Dictionary<string, string>();

    /// <summary>Digests of the pictures that go along.</summary>
    [MaxLength(40)]
    public IReadOnlyList<string> Pictures { get; init; } = [];
}

public sealed record ReplyEntry
{
    [MinLength(1), MaxLength(2000)]
    public required string Text { get; init; }
}

/// <summary>What the laboratory has, without names.</summary>
public sealed record BenchView(IReadOnlyList<BenchCaseView> Cases);

/// <param name="Document">The bundle's case.json.</param>
public sealed record BenchCaseView(string Number, SentView Sent, HandOverDocument Document);

public sealed record AskEntry
{
    public required string Tooth { get; init; }

    [MinLength(1), MaxLength(2000)]
    public required string Text { get; init; }

    public QueryKind Kind { get; init; } = QueryKind.Other;
}
