using Dentelle.Core.Burs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing;

/// <summary>One step of a run sheet. Lengths in millimetres, angles in degrees, times in minutes.</summary>
/// <param name="Key">Stable name within the sheet: "36/functional-occlusal".</param>
/// <param name="Tooth">Null for a step that is done once a visit.</param>
/// <param name="Part">Which part, where a step is cut in parts.</param>
/// <param name="Cuts">What it does in each zone.</param>
/// <param name="Segments">The pieces of the finish line it cuts.</param>
/// <param name="Bur">The bur and why; null where none is used.</param>
/// <param name="Tool">What else is used: a disc, a strip.</param>
/// <param name="TiltDeg">How far the bur is tipped from the path; null where the surface leads it.</param>
/// <param name="View">Where operator and head are; null where it does not matter.</param>
/// <param name="Hint">What the bur's own measures say to it.</param>
/// <param name="LipMm">Height of the lip it leaves; zero for none.</param>
public sealed record SheetStep(
    string Key,
    StepEntry Entry,
    string Name,
    ToothCode? Tooth,
    StepPart? Part,
    IReadOnlyList<ZoneCut> Cuts,
    IReadOnlyList<Segment> Segments,
    Mm? LineWidth,
    BurChoice? Bur,
    string? Tool,
    double? TiltDeg,
    StepView? View,
    string? Hint,
    double Minutes,
    Mm LipMm,
    IReadOnlyList<string> Cautions
)
{
    /// <summary>A step that is done once for all teeth of the visit.</summary>
    public static SheetStep OncePerVisit(StepEntry entry) =>
        new(
            entry.Code,
            entry,
            entry.Name,
            null,
            null,
            [],
            [],
            null,
            null,
            null,
            null,
            null,
            null,
            entry.Minutes.Front,
            Mm.Zero,
            entry.Caution is { } caution ? [caution] : []
        )
        {
            WaitMinutes = entry.WaitMinutes,
        };

    public string Code => Entry.Code;

    /// <summary>What its time is recorded under: a part of a step takes another time than the whole.</summary>
    public string TimedAs => Part?.TimedAs is { } part ? $"{Code}/{part}" : Code;

    /// <summary>What must pass after it before what builds on it.</summary>
    public double? WaitMinutes { get; init; }

    /// <summary>Whether it is cut dry, briefly, whatever the speed.</summary>
    public bool Dry { get; init; }

    /// <summary>The cord it lays, as it is put on the tray.</summary>
    public string? Cord { get; init; }

    /// <summary>How deep the bur is sunk at most, from the surface it meets; null where no depth is meant.</summary>
    public Mm? Sink =>
        LineWidth ?? (Cuts.Any(cut => cut.Sink is not null) ? Cuts.Where(cut => cut.Sink is not null).Max(cut => cut.Sink!.Value) : null);

    /// <summary>The most that is left to cut in its zones after it; null where it has none.</summary>
    public Mm? Remaining => Cuts.Count > 0 ? Cuts.Max(cut => cut.Remaining) : LineLeft;

    /// <summary>What is left of the finish line's width; null where the step cuts none.</summary>
    public Mm? LineLeft { get; init; }

    /// <summary>What a change is counted by: the bur or other rotary tool in the handpiece; null for steps by hand.</summary>
    public string? InHand =>
        Bur?.Chosen?.Id
        ?? (
            Bur is not null ? "missing"
            : Tool is null or "strip" ? null
            : Tool
        );
}

/// <summary>What of a step is done at a time.</summary>
/// <param name="Name">Which part, in words.</param>
/// <param name="TimedAs">Kind of part whose time is recorded apart; null where the part takes the whole step's time.</param>
/// <param name="Surface">Where it lies, when that is another place than the step's own.</param>
public sealed record StepPart(string Name, string? TimedAs = null, ViewSurface? Surface = null)
{
    public static readonly StepPart MesialHalf = new("mesial half", "half"),
        DistalHalf = new("distal half", "half");

    /// <summary>Share of the whole step's minutes.</summary>
    public double ShareOfTime => TimedAs is null ? 1 : 0.5;

    public static StepPart? Of(ProximalSide? side) =>
        side switch
        {
            ProximalSide.Mesial => Of(WallSide.Mesial),
            ProximalSide.Distal => Of(WallSide.Distal),
            _ => null,
        };

    public static StepPart Of(WallSide side) =>
        new(
            Kebab.Of(side),
            "side",
            side switch
            {
                WallSide.Mesial => ViewSurface.Mesial,
                WallSide.Distal => ViewSurface.Distal,
                WallSide.Facial => ViewSurface.Facial,
                _ => ViewSurface.Lingual,
            }
        );
}

/// <summary>A step in one zone.</summary>
/// <param name="Sink">How deep the tip goes from the surface it meets; null where none is meant.</param>
/// <param name="Removes">What the zone has lost through this step, on the average over the part it covers.</param>
/// <param name="Share">Share of the zone it covers.</param>
/// <param name="Remaining">What is still to be cut there after it.</param>
/// <param name="Mark">To which mark of the bur.</param>
public sealed record ZoneCut(Zone Zone, Mm? Sink, Mm Removes, double Share, Mm Remaining, string? Mark);

/// <summary>Place of the operator, turn of the head, direct or in the mirror, what the assistant does.</summary>
public sealed record StepView(string Position, string Head, Sight Sight, string Assistant)
{
    [System.Text.Json.Serialization.JsonIgnore]
    public string Key => $"{Position}|{Head}|{Sight}";
}

/// <summary>One must be done before the other, and why.</summary>
/// <param name="Waits">Whether the first one's waiting time must be over.</param>
public sealed record Precedence(string First, string Then, string Because, bool Waits = false);
