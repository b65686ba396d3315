using System.ComponentModel.DataAnnotations;
using Dentelle.Web.Access;
using Dentelle.Web.Chair;

namespace Dentelle.Web.Record;

/// <summary>The record of a case, or of a patient: what was written, in its order.</summary>
public sealed record RecordView
{
    public required string Title { get; init; }

    public required IReadOnlyList<VisitView> Visits { get; init; }

    public required IReadOnlyList<RecordEntryView> Entries { get; init; }
}

/// <param name="Number">Place in the chain of the practice.</param>
/// <param name="Kind">"reading", "dose", "signed".</param>
/// <param name="Text">What it says; null where the law has had it erased.</param>
/// <param name="Hash">The first letters of its hash.</param>
/// <param name="Picture">Digest of the picture it is about.</param>
/// <param name="Case">Number of its case, where several are shown.</param>
public sealed record RecordEntryView(
    Guid Id,
    long Number,
    string Kind,
    string? Text,
    DateTime At,
    DateTime KeptAt,
    string By,
    Guid? Visit,
    string? Tooth,
    Guid? Amends,
    string Hash,
    string? Picture,
    string? Case = null
);

/// <summary>Whether the record is whole.</summary>
/// <param name="Erased">Entries whose words the law has had erased.</param>
/// <param name="Head">Hash of the last entry.</param>
/// <param name="Faults">In sentences; none when it is whole.</param>
public sealed record RecordCheckView(long Entries, long Erased, string Head, IReadOnlyList<string> Faults);

public sealed record SignEntry
{
    /// <summary>Made by whoever sends it.</summary>
    public required Guid Id { get; init; }

    /// <summary>Who signs says it again; null for the one user without an account.</summary>
    [MaxLength(Accounts.LongestPassword)]
    public string? CodeOrPassword { get; init; }
}

public sealed record AmendEntry
{
    public required Guid Id { get; init; }

    [MinLength(1), MaxLength(4000)]
    public required string Text { get; init; }
}
