using System.Text.Json.Serialization;

namespace Dentelle.Core.Exchange;

/// <summary>What a laboratory answers a hand-over with: its questions, or none.</summary>
public sealed record LaboratoryAnswer
{
    public const string FormatName = "dentelle-laboratory-answer";

    public required string Format { get; init; }

    public required int Version { get; init; }

    /// <summary>The hand-over it answers.</summary>
    public required Guid HandOver { get; init; }

    /// <summary>UTC, ISO 8601.</summary>
    public required string At { get; init; }

    public required string By { get; init; }

    /// <summary>Whether a stand-in wrote it.</summary>
    public bool Simulated { get; init; }

    /// <summary>None: it is made as asked.</summary>
    public required IReadOnlyList<LaboratoryQuery> Queries { get; init; }

    /// <summary>What could not be looked at, and why.</summary>
    public IReadOnlyList<string> Unseen
    {
        get => field ?? [];
        init;
    }
}

[JsonConverter(typeof(KebabCase<QueryKind>))]
public enum QueryKind
{
    /// <summary>Less room than the material needs.</summary>
    Room,

    /// <summary>A wall that the restoration can't pass.</summary>
    Undercut,

    /// <summary>An edge sharper than the mill's tool.</summary>
    SharpEdge,

    /// <summary>A finish line that can't be followed.</summary>
    Margin,

    /// <summary>No shade for a material that has one.</summary>
    Shade,
    Other,
}

/// <param name="FoundMm">What was found.</param>
/// <param name="NeededMm">What it should be at least, or at most where there is too much.</param>
/// <param name="At">Place in the tooth's own frame.</param>
public sealed record LaboratoryQuery(
    string Tooth,
    QueryKind Kind,
    string Text,
    string? Zone = null,
    double? FoundMm = null,
    double? NeededMm = null,
    double[]? At = null
);
