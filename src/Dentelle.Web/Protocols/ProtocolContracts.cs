using System.ComponentModel.DataAnnotations;
using Dentelle.Core.Exchange;
using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Web.Figures;

namespace Dentelle.Web.Protocols;

/// <summary>The protocols a practice keeps, oldest first.</summary>
public sealed record ProtocolListView(IReadOnlyList<ProtocolHead> Protocols);

public sealed record ProtocolHead
{
    public required string Id { get; init; }

    public required int Version { get; init; }

    public required string Name { get; init; }

    /// <summary>Why it was made.</summary>
    public required string Note { get; init; }

    /// <summary>When it was kept here.</summary>
    public required DateTime KeptAt { get; init; }

    public required string KeptBy { get; init; }

    /// <summary>Whether new units are planned with it.</summary>
    public required bool InUse { get; init; }

    public required bool Shipped { get; init; }

    /// <summary>Units that stand planned with it.</summary>
    public required int Units { get; init; }

    /// <summary>Values that depart from the shipped ones.</summary>
    public required int Differences { get; init; }
}

/// <summary>A protocol, or a draft of one, as it is read and changed.</summary>
/// <param name="Samples">What each entry of thicknesses can be shown on.</param>
/// <param name="Differences">Every value that departs from the shipped protocol.</param>
public sealed record ProtocolView(
    IReadOnlyList<ProtocolLine> Lines,
    IReadOnlyList<DisagreementView> Disagreements,
    IReadOnlyList<SampleKind> Samples,
    IReadOnlyList<ProtocolDifference> Differences
);

/// <param name="Name">The group of rows it belongs to.</param>
/// <param name="Teeth">ISO codes of teeth that such a restoration can stand on.</param>
public sealed record SampleKind(string Name, Restoration Restoration, Material Material, IReadOnlyList<string> Teeth);

/// <param name="Path">JSON pointer to the choice.</param>
/// <param name="Chosen">The side taken.</param>
public sealed record DisagreementView(
    string Id,
    string Question,
    string Path,
    string Chosen,
    IReadOnlyList<DisagreementSide> Sides,
    string Source,
    Standing Standing
);

/// <summary>Changes to a kept protocol that are not kept yet.</summary>
public record DraftEntry
{
    [MaxLength(60)]
    public required string Id { get; init; }

    public required int Version { get; init; }

    [MaxLength(500)]
    public required IReadOnlyList<ProtocolEdit> Edits { get; init; }
}

/// <param name="Since">What the changes are, against the protocol they are made on.</param>
/// <param name="Effects">Unfinished units of this protocol that would be planned otherwise.</param>
/// <param name="Untouched">Unfinished units of it that would stay as they are.</param>
public sealed record DraftView(
    ProtocolView Protocol,
    IReadOnlyList<ProtocolDifference> Since,
    IReadOnlyList<UnitEffect> Effects,
    int Untouched
);

/// <param name="Problem">Why the unit could not be planned with it; null when it could.</param>
public sealed record UnitEffect(
    Guid UnitId,
    string Written,
    string Patient,
    string What,
    IReadOnlyList<PlanChange> Changes,
    string? Problem
);

/// <summary>A tooth of average form planned with a draft, to see what the numbers mean.</summary>
public sealed record SampleEntry : DraftEntry
{
    /// <summary>ISO 3950 code.</summary>
    [MaxLength(2)]
    public required string Tooth { get; init; }

    public required Restoration Restoration { get; init; }

    public required Material Material { get; init; }
}

/// <param name="Zones">Planned depths.</param>
public sealed record SampleView(string Tooth, string ToothName, DrawingView Drawing, IReadOnlyList<ZoneDocument> Zones);

/// <summary>A draft to be kept.</summary>
public sealed record KeepEntry : DraftEntry
{
    [MaxLength(80)]
    public required string Name { get; init; }

    /// <summary>Why.</summary>
    [MaxLength(500)]
    public required string Note { get; init; }

    /// <summary>Whether new units are planned with it from now on.</summary>
    public required bool Use { get; init; }
}

public sealed record ProtocolName(string Id, int Version);
