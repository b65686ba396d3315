using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Inputs;

public sealed record LineUnit(ToothCode Tooth, PlanInputs Inputs);

/// <summary>
/// What a user found and decided for one tooth, as it stands in files, on the command line and in the API. Everything may
/// be left out; what is left out follows the protocol. Lengths in millimetres.
/// </summary>
/// <remarks>Collections that a file leaves out come as null past any initialiser: their getters make them empty.</remarks>
public sealed record PlanInputs
{
    public static readonly PlanInputs Empty = new();

    /// <summary>What the tooth gets.</summary>
    public Restoration Restoration { get; init; }

    /// <summary>The material; without one the protocol's default is taken and a caution says so.</summary>
    public Material? Material { get; init; }

    /// <summary>How much of a metal-ceramic crown gets ceramic.</summary>
    public CeramicCoverage? Coverage { get; init; }

    /// <summary>Whether room that is already there is used.</summary>
    public BuildOutSchool? BuildOutSchool { get; init; }

    /// <summary>Whether the functional cusps are the other row.</summary>
    public bool Crossbite { get; init; }

    /// <summary>Room to the antagonist before cutting, by zone or kind of zone.</summary>
    public IReadOnlyDictionary<string, double> RoomBeforeMm
    {
        get => field ?? new Dictionary<string, double>();
        init;
    }

    /// <summary>How far the restoration will stand outside (+) or inside (−) the present surface, by zone or kind of zone.</summary>
    public IReadOnlyDictionary<string, double> BuildOutMm
    {
        get => field ?? new Dictionary<string, double>();
        init;
    }

    /// <summary>Height of the margin over the crest of the gum, by segment; negative is below.</summary>
    public IReadOnlyDictionary<string, double> MarginLevelMm
    {
        get => field ?? new Dictionary<string, double>();
        init;
    }

    /// <summary>Another facial margin design, where the material offers one.</summary>
    public MarginDesign? FacialMargin { get; init; }

    /// <summary>Another width of the facial margin, and of all that are cut alike.</summary>
    public double? FacialMarginWidthMm { get; init; }

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

    /// <summary>Cusps an onlay covers; left out, the findings decide.</summary>
    public IReadOnlyList<Cusp>? CoveredCusps { get; init; }

    /// <summary>Sides on which an inlay or onlay gets a box; left out, the findings decide.</summary>
    public IReadOnlyList<ProximalSide>? Boxes { get; init; }

    /// <summary>Grooves and boxes in the walls of a crown or partial crown; left out, a partial crown gets the protocol's.</summary>
    public IReadOnlyList<FeatureWish>? Features { get; init; }

    /// <summary>What was found besides size, room and crossbite.</summary>
    public Findings? Findings { get; init; }

    /// <summary>Why something that needs a reason is done all the same, by the code of its caution or refusal.</summary>
    public IReadOnlyDictionary<string, string> Because
    {
        get => field ?? new Dictionary<string, string>();
        init;
    }

    /// <summary>The bridge this tooth belongs to.</summary>
    public BridgeInput? Bridge { get; init; }

    /// <summary>These inputs where they say something, the others where they don't.</summary>
    public PlanInputs Over(PlanInputs under) =>
        new()
        {
            Restoration = Restoration,
            Material = Material ?? under.Material,
            Coverage = Coverage ?? under.Coverage,
            BuildOutSchool = BuildOutSchool ?? under.BuildOutSchool,
            Crossbite = Crossbite || under.Crossbite,
            RoomBeforeMm = Merged(under.RoomBeforeMm, RoomBeforeMm),
            BuildOutMm = Merged(under.BuildOutMm, BuildOutMm),
            MarginLevelMm = Merged(under.MarginLevelMm, MarginLevelMm),
            FacialMargin = FacialMargin ?? under.FacialMargin,
            FacialMarginWidthMm = FacialMarginWidthMm ?? under.FacialMarginWidthMm,
            MesialTransition = MesialTransition ?? under.MesialTransition,
            DistalTransition = DistalTransition ?? under.DistalTransition,
            FinishingAllowanceMm = FinishingAllowanceMm ?? under.FinishingAllowanceMm,
            School = School ?? under.School,
            SizeMm = SizeMm ?? under.SizeMm,
            CoveredCusps = CoveredCusps ?? under.CoveredCusps,
            Boxes = Boxes ?? under.Boxes,
            Features = Features ?? under.Features,
            Findings =
                Findings is null ? under.Findings
                : under.Findings is null ? Findings
                : Findings.Over(under.Findings),
            Because = Merged(under.Because, Because),
            Bridge = Bridge ?? under.Bridge,
        };

    internal static IReadOnlyDictionary<string, T> Merged<T>(IReadOnlyDictionary<string, T> under, IReadOnlyDictionary<string, T> over) =>
        under.Concat(over).GroupBy(entry => entry.Key).ToDictionary(group => group.Key, group => group.Last().Value);

    /// <summary>The same inputs as the planner's own types, or the problem with them.</summary>
    public Answer<UnitRequest> For(ToothCode tooth)
    {
        var levels = new Dictionary<Segment, Mm>();
        foreach (var (name, level) in MarginLevelMm)
        {
            if (!Kebab.TryParse<Segment>(name, out var segment))
            {
                var segments = Enum.GetValues<Segment>().Select(Kebab.Of).ToArray();
                return new Problem(
                    "unknown-segment",
                    $"There is no margin segment “{name}”. The segments are {string.Join(", ", segments)}.",
                    segments
                );
            }

            levels[segment] = new Mm(level);
        }

        var size = SizeMm is null ? MeasuredSize.None : new(ToMm(SizeMm.Length), ToMm(SizeMm.Mesiodistal), ToMm(SizeMm.Faciolingual));
        return new UnitRequest(
            new Assessment(tooth, Crossbite, Lengths(RoomBeforeMm), size) { Findings = Findings ?? Plans.Findings.None },
            new Decision
            {
                Restoration = Restoration,
                Material = Material,
                Coverage = Coverage,
                BuildOutSchool = BuildOutSchool,
                BuildOut = Lengths(BuildOutMm),
                MarginLevel = levels,
                FacialMargin = FacialMargin,
                FacialMarginWidth = ToMm(FacialMarginWidthMm),
                MesialTransition = MesialTransition,
                DistalTransition = DistalTransition,
                FinishingAllowance = ToMm(FinishingAllowanceMm),
                School = School,
                Covered = CoveredCusps,
                Boxes = Boxes,
                Features = Features,
                Because = Because,
                InBridge = Bridge is not null,
            }
        );
    }

    internal static Mm? ToMm(double? value) => value is { } length ? new Mm(length) : null;

    internal static ByZone Lengths(IReadOnlyDictionary<string, double> lengths) =>
        new(lengths.ToDictionary(entry => entry.Key, entry => new Mm(entry.Value)));
}

public sealed record SizeInput(double? Length = null, double? Mesiodistal = null, double? Faciolingual = null);

/// <summary>Inputs of one unit in the planner's own types.</summary>
public sealed record UnitRequest(Assessment Assessment, Decision Decision);
