using System.Text.Json.Serialization;

namespace Dentelle.Core.Sequencing.Steps;

/// <remarks>What a file leaves out comes as null past any initialiser: the getters make it empty.</remarks>
/// <summary>A kind of step: everything that is known of it stands in its entry of the run-sheet file, and no code knows its name.</summary>
public sealed record StepEntry
{
    public required string Code { get; init; }

    public required string Name { get; init; }

    /// <summary>The code it is told by, where several entries are one kind of step; its own when left out.</summary>
    public string? As { get; init; }

    public required StepPhase Phase { get; init; }

    /// <summary>Where in a visit it belongs, besides the stages of schools.</summary>
    public IReadOnlyList<StepPlace> Places
    {
        get => field ?? [];
        init;
    }

    /// <summary>What must hold for it to be done at all, wherever it stands.</summary>
    public StepConditions When
    {
        get => field ?? StepConditions.Always;
        init;
    }

    /// <summary>Whether it is done at the first tooth that asks for it and not again.</summary>
    public bool OncePerVisit { get; init; }

    /// <summary>Other steps that come before it wherever both are done, and why.</summary>
    public IReadOnlyList<StepAfter> After
    {
        get => field ?? [];
        init;
    }

    public required StepCut Cut { get; init; }

    /// <summary>Kinds of zones it cuts; those the plan doesn't have are left out, and the step with them.</summary>
    public IReadOnlyList<ZoneKind> Zones
    {
        get => field ?? [];
        init;
    }

    /// <summary>Other zones where a practice parts the surface otherwise.</summary>
    public IReadOnlyList<ZonesInstead> ZonesInstead
    {
        get => field ?? [];
        init;
    }

    /// <summary>Pieces of the finish line it cuts; all of its class where none are named.</summary>
    public IReadOnlyList<Segment> Pieces
    {
        get => field ?? [];
        init;
    }

    /// <summary>Only where the finish line is of this class.</summary>
    public LineClass? ByDesign { get; init; }

    public FeatureKind? Feature { get; init; }

    public required StepSurface Surface { get; init; }

    /// <summary>Which kind of bur it wants.</summary>
    public string? Role { get; init; }

    /// <summary>What the bur is tipped by, where not the wall it cuts says so.</summary>
    public StepTilt? Tilt { get; init; }

    /// <summary>Cut as two halves in any school.</summary>
    public bool Halves { get; init; }

    /// <summary>A fine pass over the walls: one for each class of finish line under them.</summary>
    public bool OverLines { get; init; }

    /// <summary>Its name where a depth plane is cut instead of grooves.</summary>
    public string? PlaneName { get; init; }

    /// <summary>Its name on a front tooth.</summary>
    public string? FrontName { get; init; }

    /// <summary>Its name where it concerns one side only, which then is told beside it.</summary>
    public string? OneSideName { get; init; }

    /// <summary>Which cord it lays.</summary>
    public CordPlace? Cord { get; init; }

    public string? Stroke { get; init; }

    public required StepSpeed Speed { get; init; }

    /// <summary>When it is done without water; never, where nothing is said.</summary>
    public StepConditions? Dry { get; init; }

    /// <summary>How it is seen to be done.</summary>
    public string? Check { get; init; }

    public string? Gauge { get; init; }

    public required StepMinutes Minutes { get; init; }

    /// <summary>What must pass after it before what builds on it.</summary>
    public double? WaitMinutes { get; init; }

    /// <summary>The same where the gum is boggy or bleeds.</summary>
    public double? WaitBoggyMinutes { get; init; }

    public string? Caution { get; init; }

    /// <summary>Cautions that only some findings or habits raise.</summary>
    public IReadOnlyList<StepRemark> Cautions
    {
        get => field ?? [];
        init;
    }

    public IReadOnlyList<StepRemark> Hints
    {
        get => field ?? [];
        init;
    }

    public string? Assistant { get; init; }

    /// <summary>What the patient is told.</summary>
    public string? Say { get; init; }

    /// <summary>What is laid out for it.</summary>
    public IReadOnlyList<string> Materials
    {
        get => field ?? [];
        init;
    }

    /// <summary>The zones it cuts in this practice.</summary>
    internal IReadOnlyList<ZoneKind> ZonesFor(StepScene scene) =>
        ZonesInstead.FirstOrDefault(other => other.When.Hold(scene))?.Zones ?? Zones;

    /// <summary>What is to be beware of here.</summary>
    internal IEnumerable<string> CautionsFor(StepScene scene) =>
        (Caution is null ? [] : (string[])[Caution]).Concat(
            Cautions.Where(remark => remark.When.Hold(scene)).Select(remark => remark.Text)
        );

    /// <summary>What is to be known here, in one line; null for nothing.</summary>
    internal string? HintFor(StepScene scene)
    {
        var said = Hints
            .Where(remark => remark.When.Hold(scene))
            .Select((remark, i) => i == 0 ? remark.Text : remark.Text.LowerFirst())
            .ToArray();
        return said.Length == 0 ? null : string.Join("; ", said);
    }
}

/// <summary>A part of the visit that a step belongs to.</summary>
/// <param name="Rank">Its place there; those of one rank exclude each other or stand in the file's order.</param>
/// <param name="Because">Why what follows waits for it, where more is to be said than that it comes first.</param>
public sealed record StepPlace(VisitPart In, int Rank, string? Because = null)
{
    /// <summary>When it is done there.</summary>
    public StepConditions When
    {
        get => field ?? StepConditions.Always;
        init;
    }
}

[JsonConverter(typeof(KebabCase<VisitPart>))]
public enum VisitPart
{
    /// <summary>Once for all teeth, before anything is cut.</summary>
    Opening,

    /// <summary>On each tooth before its first cut.</summary>
    Before,

    /// <summary>On each tooth after its last cut.</summary>
    After,

    /// <summary>Once for all teeth, when every one is ready.</summary>
    Closing,
}

/// <param name="Waits">Whether the first one's waiting time must be over.</param>
public sealed record StepAfter(IReadOnlyList<string> Steps, string Because, bool Waits = false);

public sealed record ZonesInstead(StepConditions When, IReadOnlyList<ZoneKind> Zones);

/// <summary>A sentence for some findings or habits.</summary>
public sealed record StepRemark(string Text, StepConditions When);

public sealed record StepMinutes(double Front, double Premolar, double Molar)
{
    public double For(ToothCode? tooth) =>
        tooth?.Kind switch
        {
            null => Front,
            ToothKind.Premolar => Premolar,
            ToothKind.Molar => Molar,
            _ => Front,
        };
}

[JsonConverter(typeof(KebabCase<StepTilt>))]
public enum StepTilt
{
    /// <summary>The bevel's angle to the axis.</summary>
    Bevel,

    /// <summary>So that a cavity's walls open.</summary>
    Cavity,
}

[JsonConverter(typeof(KebabCase<CordPlace>))]
public enum CordPlace
{
    First,
    Second,
}
