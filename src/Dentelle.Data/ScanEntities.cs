namespace Dentelle.Data;

/// <summary>A scan's file as it came: what it holds lies under its digest in the file store.</summary>
public sealed class ScanFileRow
{
    public required string Sha256 { get; init; }

    /// <summary>The name it came under first.</summary>
    public required string Name { get; init; }

    public long Bytes { get; init; }

    /// <summary>Whether the stand-in scanner made it.</summary>
    public bool Simulated { get; init; }

    public DateTime At { get; init; }
}

/// <summary>A picture of the record: what it shows lies under its digest in the file store, and stays there.</summary>
public sealed class PictureRow
{
    public required string Sha256 { get; init; }

    public required string Media { get; init; }

    public long Bytes { get; init; }

    public DateTime At { get; init; }
}

/// <summary>Scans of one visit: before, after, the other jaw. Taking them back leaves them here, marked.</summary>
public sealed class ScanSetRow
{
    public Guid Id { get; init; }

    /// <summary>Its teeth may be moved to another case.</summary>
    public Guid CaseId { get; set; }

    /// <summary>ISO codes of the teeth that are measured from it, with commas.</summary>
    public required string Teeth { get; init; }

    /// <summary>The same, one by one.</summary>
    public IReadOnlyList<string> ToothCodes => Teeth.Split(',');

    /// <summary>Digests of the files.</summary>
    public required string Before { get; init; }

    public required string After { get; init; }

    public string? Antagonist { get; init; }

    /// <summary>Digests of all its files: before, after, and the antagonist's where there is one.</summary>
    public IReadOnlyList<string> Files => Antagonist is { } other ? [Before, After, other] : [Before, After];

    /// <summary>What a user has put right of its teeth: frame and finish line. JSON; null while nothing.</summary>
    public string? Corrections { get; set; }

    /// <summary>Pairs of places that both scans show, where their shapes alone didn't tell how they lie. JSON; null for none.</summary>
    public string? Picked { get; set; }

    /// <summary>Place in the order in which scans were entered.</summary>
    public long Entry { get; init; }

    public DateTime At { get; init; }

    public required string By { get; init; }

    public DateTime? TakenBackAt { get; set; }
}
