namespace Dentelle.Data;

/// <summary>A case as it went to the laboratory: its bundle lies under its digest in the file store, and stays there.</summary>
public sealed class HandOverRow
{
    /// <summary>Made by whoever hands over: sent again, it counts once.</summary>
    public Guid Id { get; init; }

    public Guid CaseId { get; init; }

    /// <summary>ISO codes, with commas.</summary>
    public required string Teeth { get; init; }

    /// <summary>The bundle's case.json.</summary>
    public required string Document { get; init; }

    /// <summary>Of the bundle.</summary>
    public required string Sha256 { get; init; }

    public long Bytes { get; init; }

    public DateTime At { get; init; }

    public required string By { get; init; }

    /// <summary>When the laboratory answered last; null while it has not.</summary>
    public DateTime? AnsweredAt { get; set; }

    public string? AnsweredBy { get; set; }

    /// <summary>What the laboratory could not look at, in lines.</summary>
    public string? Unseen { get; set; }

    public List<LaboratoryQueryRow> Queries { get; init; } = [];
}

/// <summary>A question of the laboratory's, and what was replied.</summary>
public sealed class LaboratoryQueryRow
{
    public Guid Id { get; init; }

    public Guid HandOverId { get; init; }

    public HandOverRow? HandOver { get; init; }

    public Guid CaseId { get; init; }

    public required string Tooth { get; init; }

    /// <summary>"room", "undercut".</summary>
    public required string Kind { get; init; }

    public required string Text { get; init; }

    /// <summary>The zone's name where it is about one of the plan's.</summary>
    public string? Zone { get; init; }

    public double? FoundMm { get; init; }

    public double? NeededMm { get; init; }

    public DateTime At { get; init; }

    public required string By { get; init; }

    public bool Simulated { get; init; }

    public string? Reply { get; set; }

    public DateTime? RepliedAt { get; set; }

    public string? RepliedBy { get; set; }
}
