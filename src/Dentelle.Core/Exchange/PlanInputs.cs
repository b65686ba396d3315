using Dentelle.Core.Planning;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Exchange;

/// <summary>
/// What a user found and decided for one tooth, as it stands in files, on the command line and in the API. Everything may
/// be left out; what is left out follows the protocol. Lengths in millimetres.
/// </summary>
public sealed record PlanInputs
{
    public static readonly PlanInputs Empty = new();

    /// <summary>The material; without one the protocol's default is taken and a caution says so.</summary>
    public Material? Material { get; init; }

    /// <summary>How much of a metal-ceramic crown gets ceramic.</summary>
    public CeramicCoverage? Coverage { get; init; }

    /// <summary>Whether room that is already there is used.</summary>
    public BuildOutSchool? BuildOutSchool { get; init; }

    /// <summary>Whether the functional cusps are the other row.</summary>
    public bool Crossbite { get; init; }

    /// <summary>Room to the antagonist before cutting, by zone or kind of zone.</summary>
    public IReadOnlyDictionary<string, double> RoomBeforeMm { get; init; } = new Dictionary<string, double>();

    /// <summary>How far the restoration will stand outside (+) or inside (−) the present surface, by zone or kind of zone.</summary>
    public IReadOnlyDictionary<string, double> BuildOutMm { get; init; } = new Dictionary<string, double>();

    /// <summary>Height of the margin over the crest of the gum, by segment; negative is below.</summary>
    public IReadOnlyDictionary<string, double> MarginLevelMm { get; init; } = new Dictionary<string, double>();

    /// <summary>Another facial margin design, where the material offers one.</summary>
    public MarginDesign? FacialMargin { get; init; }

    /// <summary>How far the facial design is carried round the mesial side.</summary>
    public TransitionPlace? MesialTransition { get; init; }

    /// <summary>How far the facial design is carried round the distal side.</summary>
    public TransitionPlace? DistalTransition { get; init; }

    /// <summary>What the rough pass leaves for the fine one; 0 where one pass finishes.</summary>
    public double? FinishingAllowanceMm { get; init; }

    /// <summary>Order of the steps.</summary>
    public CuttingSchool? School { get; init; }

    /// <summary>The crown as measured on this patient.</summary>
    public SizeInput? SizeMm { get; init; }

    /// <summary>The same inputs as the planner's own types, or the problem with them.</summary>
    public Answer<UnitRequest> For(ToothCode tooth)
    {
        var levels = new Dictionary<Segment, Mm>();
        foreach (var (name, level) in MarginLevelMm)
        {
            if (!Kebab.TryParse<Segment>(name, out var segment))
            {
                var segments = Enum.GetValues<Segment>().Select(Kebab.Of).ToArray();
                return new Problem("unknown-segment", $"There is no margin segment “{name}”. The segments are {string.Join(", ", segments)}.", segments);
            }

            levels[segment] = new Mm(level);
        }

        var size = SizeMm is null ? MeasuredSize.None : new(ToMm(SizeMm.Length), ToMm(SizeMm.Mesiodistal), ToMm(SizeMm.Faciolingual));
        return new UnitRequest(
            new Assessment(tooth, Crossbite, Lengths(RoomBeforeMm), size),
            new Decision(
                Restoration.Crown, Material, Coverage, BuildOutSchool, Lengths(BuildOutMm), levels, FacialMargin,
                MesialTransition, DistalTransition, ToMm(FinishingAllowanceMm), School));
    }

    private static Mm? ToMm(double? value) => value is { } length ? new Mm(length) : null;

    private static ByZone Lengths(IReadOnlyDictionary<string, double> lengths) =>
        new(lengths.ToDictionary(entry => entry.Key, entry => new Mm(entry.Value)));
}

public sealed record SizeInput(double? Length = null, double? Mesiodistal = null, double? Faciolingual = null);

/// <summary>Inputs of one unit in the planner's own types.</summary>
public sealed record UnitRequest(Assessment Assessment, Decision Decision);
