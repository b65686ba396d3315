using System.Text.Json.Serialization;

namespace Dentelle.Core.Exchange;

/// <summary>
/// What goes to the laboratory, as `case.json` of its bundle (docs/handover.schema.json). No patient's name: the case's number says whose
/// it is. Lengths in millimetres, angles in degrees; places and directions in each tooth's own frame: x mesial, y facial, z to the bite.
/// </summary>
public sealed record HandOverDocument
{
    public const string FormatName = "dentelle-hand-over";

    public const int CurrentVersion = 1;

    public required string Format { get; init; }

    public required int Version { get; init; }

    /// <summary>Of this hand-over: answers name it.</summary>
    public required Guid Id { get; init; }

    /// <summary>The case's number.</summary>
    public required string Case { get; init; }

    /// <summary>UTC, ISO 8601.</summary>
    public required string At { get; init; }

    public required string By { get; init; }

    /// <summary>What was written to all of it; empty for nothing.</summary>
    public required string Wishes { get; init; }

    public required IReadOnlyList<HandOverUnit> Units { get; init; }

    /// <summary>What lies beside it in the bundle.</summary>
    public required IReadOnlyList<HandOverFile> Files { get; init; }
}

/// <summary>One tooth of a hand-over.</summary>
public sealed record HandOverUnit
{
    /// <summary>ISO 3950 code.</summary>
    public required string Tooth { get; init; }

    public required string ToothName { get; init; }

    public required Restoration Restoration { get; init; }

    public required Material Material { get; init; }

    /// <summary>Restoration and material as a person says them.</summary>
    public required string What { get; init; }

    /// <summary>Whether the material has the colour of a tooth, so that a shade belongs to it.</summary>
    public required bool NeedsShade { get; init; }

    public string? Shade { get; init; }

    public string? StumpShade { get; init; }

    /// <summary>Contacts and form, in words.</summary>
    public string? Wishes { get; init; }

    /// <summary>The other teeth of its bridge.</summary>
    public IReadOnlyList<string>? BridgeWith { get; init; }

    public required IReadOnlyList<RoomDocument> Rooms { get; init; }

    public required IReadOnlyList<MarginHandedOver> Margin { get; init; }

    /// <summary>Total convergence as planned; left out where no walls converge.</summary>
    public RangeDocument? TocDeg { get; init; }

    /// <summary>Direction of draw out of the tooth, length 1.</summary>
    public required IReadOnlyList<double> Path { get; init; }

    public required string PathWords { get; init; }

    /// <summary>The rest as it was measured on scans; left out where none were taken.</summary>
    public MeasuredForLaboratory? Measured { get; init; }

    /// <summary>Where room is short, and what was done otherwise than planned.</summary>
    public required IReadOnlyList<string> Warnings { get; init; }
}

/// <summary>What a scan says that a laboratory works by.</summary>
/// <param name="FinishLine">Closed: the last place is followed by the first.</param>
public sealed record MeasuredForLaboratory(
    IReadOnlyList<MeasuredWalls> Walls,
    IReadOnlyList<EdgeFigures> Edges,
    IReadOnlyList<double[]> FinishLine,
    bool Simulated
);

/// <summary>Whether there is as much room as the material needs.</summary>
[JsonConverter(typeof(KebabCase<RoomStanding>))]
public enum RoomStanding
{
    Enough,
    Short,

    /// <summary>What was measured allows both.</summary>
    Unsure,
    NotMeasured,
}

/// <summary>Room for the restoration in one zone: how thick it may become there.</summary>
public sealed record RoomDocument
{
    public required string Zone { get; init; }

    public required string Words { get; init; }

    /// <summary>Thickness below which the material is not to go.</summary>
    public required double LeastMm { get; init; }

    public required double PlannedMm { get; init; }

    /// <summary>As measured; the lower end of what a gauge says.</summary>
    public double? ReachedMm { get; init; }

    /// <summary>The upper end of what a gauge says; left out where no larger one was tried.</summary>
    public double? UpToMm { get; init; }

    /// <summary>Half of the interval in which a scan's number lies 95 times in 100.</summary>
    public double? DoubtMm { get; init; }

    /// <summary>The least a scan shows: at a place that stands up out of the zone, or where the jaws close.</summary>
    public double? LeastFoundMm { get; init; }

    /// <summary>To the antagonist, closed, where it was scanned.</summary>
    public double? ClearanceMm { get; init; }

    /// <summary>"scan", or the gauge.</summary>
    public string? By { get; init; }

    public required RoomStanding Standing { get; init; }
}

/// <summary>One segment of the margin: as planned, and as measured where a scan shows it.</summary>
/// <param name="LevelMm">Over the crest of the gum; negative under it.</param>
public sealed record MarginHandedOver(
    Segment Segment,
    MarginDesign Design,
    double WidthMm,
    double LevelMm,
    double? MeasuredWidthMm = null,
    double? MeasuredLevelMm = null
);

/// <summary>What a file of a bundle holds.</summary>
[JsonConverter(typeof(KebabCase<HandOverFileKind>))]
public enum HandOverFileKind
{
    /// <summary>The surface after cutting, in the tooth's own frame.</summary>
    Cut,

    /// <summary>The surface before, likewise.</summary>
    Before,

    /// <summary>The other jaw, closed, likewise.</summary>
    Antagonist,

    /// <summary>The body as planned, likewise: nothing of it was measured.</summary>
    Planned,

    /// <summary>A scan as it came from the scanner.</summary>
    Scan,

    /// <summary>The case with its inputs and readings, for another practice that works with this program.</summary>
    Case,
    Picture,
    Sheet,
}

/// <param name="Path">Within the bundle.</param>
/// <param name="Tooth">Which it belongs to, several with commas; left out for all.</param>
/// <param name="Words">What it shows.</param>
/// <param name="Simulated">Whether a stand-in made it.</param>
public sealed record HandOverFile(
    string Path,
    HandOverFileKind Kind,
    string Sha256,
    long Bytes,
    string Words,
    string? Tooth = null,
    bool Simulated = false
);
