using Dentelle.Core.Burs;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>One step of a run sheet. Lengths in millimetres, angles in degrees, times in minutes.</summary>
public sealed record SheetStep
{
    /// <summary>Stable name within the sheet: "36/functional-occlusal".</summary>
    public required string Key { get; init; }

    public required StepEntry Entry { get; init; }

    public required string Name { get; init; }

    /// <summary>Null for a step that is done once a visit.</summary>
    public ToothCode? Tooth { get; init; }

    /// <summary>Which part, where a step is cut in parts.</summary>
    public StepPart? Part { get; init; }

    /// <summary>What it does in each zone.</summary>
    public IReadOnlyList<ZoneCut> Cuts { get; init; } = [];

    /// <summary>How deep it goes and where: one depth that holds for the whole step, or each beside its own places.</summary>
    public IReadOnlyList<StepDepth> Depths { get; init; } = [];

    /// <summary>The pieces of the finish line it cuts.</summary>
    public IReadOnlyList<Segment> Segments { get; init; } = [];

    /// <summary>How far the tip goes in at the finish line; null where it cuts none.</summary>
    public Mm? LineWidth { get; init; }

    /// <summary>The bur and why; null where none is used.</summary>
    public BurChoice? Bur { get; init; }

    /// <summary>What else is used: a disc, a strip.</summary>
    public string? Tool { get; init; }

    /// <summary>How far the bur is tipped from the path; null where the surface leads it.</summary>
    public double? TiltDeg { get; init; }

    /// <summary>Where operator and head are; null where it does not matter.</summary>
    public StepView? View { get; init; }

    /// <summary>What the bur's own measures, or the practice's habits, say to it.</summary>
    public string? Hint { get; init; }

    public required double Minutes { get; init; }

    /// <summary>Height of the lip it leaves; zero for none.</summary>
    public Mm LipMm { get; init; }

    public IReadOnlyList<string> Cautions { get; init; } = [];

    /// <summary>A step that is done once for all teeth of the visit.</summary>
    internal static SheetStep OncePerVisit(StepEntry entry, StepScene scene) =>
        new()
        {
            Key = entry.Code,
            Entry = entry,
            Name = entry.Name,
            Hint = entry.HintFor(scene),
            Minutes = entry.Minutes.Front,
            Cautions = [.. entry.CautionsFor(scene)],
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

    /// <summary>The most that is left to cut in its zones after it; null where it has none, or only opens the way to them.</summary>
    public Mm? Remaining =>
        Entry.Cut == StepCut.Through ? null
        : Cuts.Count > 0 ? Cuts.Max(cut => cut.Remaining)
        : LineLeft;

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

/// <summary>A depth of a step and where it holds.</summary>
/// <param name="Place">In words; null where it holds for all of the step.</param>
/// <param name="Mark">To which mark of the bur.</param>
public sealed record StepDepth(Mm Sink, string? Place, string? Mark)
{
    /// <summary>"1.8, the whole tip; functional cusp".</summary>
    public string Words => $"{Sink}{(Mark is null ? "" : $", {Mark}")}{(Place is null ? "" : $": {Place}")}";
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
