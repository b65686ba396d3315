namespace Dentelle.Core.Plans;

/// <summary>What was decided; what is null follows the protocol.</summary>
public sealed record Decision
{
    public required Restoration Restoration { get; init; }

    public Material? Material { get; init; }

    public CeramicCoverage? Coverage { get; init; }

    public BuildOutSchool? BuildOutSchool { get; init; }

    public ByZone BuildOut { get; init; } = ByZone.Empty;

    public IReadOnlyDictionary<Segment, Mm> MarginLevel { get; init; } = new Dictionary<Segment, Mm>();

    public MarginDesign? FacialMargin { get; init; }

    /// <summary>Width of the facial margin, and of all that are cut alike; null follows the protocol.</summary>
    public Mm? FacialMarginWidth { get; init; }

    public TransitionPlace? MesialTransition { get; init; }

    public TransitionPlace? DistalTransition { get; init; }

    public Mm? FinishingAllowance { get; init; }

    public CuttingSchool? School { get; init; }

    /// <summary>Cusps an onlay covers; null leaves it to the findings.</summary>
    public IReadOnlyList<Cusp>? Covered { get; init; }

    /// <summary>Sides on which an inlay or onlay gets a box; null leaves it to the findings.</summary>
    public IReadOnlyList<ProximalSide>? Boxes { get; init; }

    /// <summary>Grooves and boxes in the walls; null follows the protocol.</summary>
    public IReadOnlyList<FeatureWish>? Features { get; init; }

    /// <summary>Whether the tooth is part of a bridge.</summary>
    public bool InBridge { get; init; }

    /// <summary>Why something that needs a reason is done all the same, by the code of its caution.</summary>
    public IReadOnlyDictionary<string, string> Because { get; init; } = new Dictionary<string, string>();

    public static Decision For(Restoration restoration, Material? material) => new() { Restoration = restoration, Material = material };

    public static Decision Crown(Material? material) => For(Restoration.Crown, material);
}
