using Dentelle.Core.Burs;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Sequencing;

/// <summary>One step of a run sheet. Lengths in millimetres, angles in degrees, times in minutes.</summary>
/// <param name="Key">Stable name within the sheet: "36/functional-occlusal".</param>
/// <param name="Tooth">Null for a step that is done once a visit.</param>
/// <param name="Part">Which part, where a step is cut in parts: "mesial half".</param>
/// <param name="Cuts">What it does in each zone.</param>
/// <param name="Segments">The pieces of the finish line it cuts.</param>
/// <param name="Bur">The bur and why; null where none is used.</param>
/// <param name="Tool">What else is used: a disc, a strip.</param>
/// <param name="TiltDeg">How far the bur is tipped from the path; null where the surface leads it.</param>
/// <param name="View">Where operator and head are; null where it does not matter.</param>
/// <param name="Hint">What the bur's own measures say to it.</param>
/// <param name="LipMm">Height of the lip it leaves; zero for none.</param>
public sealed record SheetStep(
    string Key, StepEntry Entry, string Name, ToothCode? Tooth, string? Part, IReadOnlyList<ZoneCut> Cuts, IReadOnlyList<Segment> Segments, Mm? LineWidth,
    BurChoice? Bur, string? Tool, double? TiltDeg, StepView? View, string? Hint, double Minutes, Mm LipMm, IReadOnlyList<string> Cautions)
{
    internal static readonly string[] Halves = ["mesial half", "distal half"];

    public string Code => Entry.Code;

    /// <summary>Whether it is one half of a step cut in two.</summary>
    public bool IsHalf => Halves.Contains(Part);

    /// <summary>What its time is recorded under: half a step takes another time than the whole.</summary>
    public string TimedAs => IsHalf ? $"{Code}/half" : Code;

    /// <summary>How deep the bur is sunk at most, from the surface it meets; null where no depth is meant.</summary>
    public Mm? Sink => LineWidth ?? (Cuts.Any(cut => cut.Sink is not null) ? Cuts.Where(cut => cut.Sink is not null).Max(cut => cut.Sink!.Value) : null);

    /// <summary>The most that is left to cut in its zones after it; null where it has none.</summary>
    public Mm? Remaining => Cuts.Count > 0 ? Cuts.Max(cut => cut.Remaining) : LineLeft;

    /// <summary>What is left of the finish line's width; null where the step cuts none.</summary>
    public Mm? LineLeft { get; init; }

    /// <summary>What a change is counted by: the bur or other rotary tool in the handpiece; null for steps by hand.</summary>
    public string? InHand => Bur?.Chosen?.Id ?? (Bur is not null ? "missing" : Tool is null or "strip" ? null : Tool);
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
