using System.ComponentModel.DataAnnotations;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Planning;
using Dentelle.Core.Preparing;
using Dentelle.Web.Figures;

namespace Dentelle.Web.Units;

/// <summary>Everything the Unit view shows.</summary>
public sealed record UnitView
{
    public required Guid Id { get; init; }

    public required int Version { get; init; }

    public required UnitCase Case { get; init; }

    public required string Written { get; init; }

    public required PlanInputs Inputs { get; init; }

    public required UnitDocument Plan { get; init; }

    public required DrawingView Drawing { get; init; }

    public required UnitChoices Choices { get; init; }

    public required IReadOnlyList<ReadingView> Readings { get; init; }

    public required bool Finished { get; init; }

    public required string Protocol { get; init; }

    /// <summary>The bridge it belongs to.</summary>
    public BridgeDocument? Bridge { get; init; }

    /// <summary>The protocol in use, where this unit was planned with another; null where it was planned with that one.</summary>
    public OtherProtocolView? OtherProtocol { get; init; }

    public required UnitTraits Traits { get; init; }

    /// <summary>Depths and levels that the change just made moved; empty when only looked at.</summary>
    public IReadOnlyList<MovedNumber> Moved { get; init; } = [];

    /// <summary>
    /// The plan as it was kept, where the program of today would cut otherwise from the same inputs; null where it would
    /// not.
    /// </summary>
    public KeptPlanView? KeptOtherwise { get; init; }
}

/// <param name="Version">Which of the unit's plans; it stays kept whatever follows.</param>
/// <param name="Changes">What is cut otherwise: before as kept, after as of today.</param>
public sealed record KeptPlanView(int Version, DateTime MadeAt, IReadOnlyList<PlanChange> Changes);

/// <param name="Name">Name and version.</param>
/// <param name="Changes">What it would do differently; empty when the plan would stay as it is.</param>
/// <param name="Problem">Why the unit can't be planned with it.</param>
public sealed record OtherProtocolView(string Name, IReadOnlyList<PlanChange> Changes, string? Problem);

/// <param name="Unprintable">Letters of the name that no typeface of the printed pages has; null when none.</param>
public sealed record UnitCase(
    Guid Id,
    string Number,
    string Patient,
    DateTime? VisitAt,
    IReadOnlyList<UnitLink> Units,
    string? Unprintable = null
);

/// <summary>Another unit of the same case.</summary>
/// <param name="What">"crown", "veneer, incisal butt".</param>
/// <param name="Bridge">ISO codes of the bridge it belongs to, in the order of the arch; empty when none.</param>
public sealed record UnitLink(Guid Id, string Tooth, string Written, string What, string Material, IReadOnlyList<string> Bridge);

/// <summary>What may be chosen for this unit.</summary>
public sealed record UnitChoices(
    IReadOnlyList<Restoration> Restorations,
    IReadOnlyList<MaterialChoice> Materials,
    bool HasCoverage,
    IReadOnlyList<MarginDesign> FacialMargins,
    IReadOnlyList<CuttingSchool> Schools
);

public sealed record MaterialChoice(Material Material, string Name, string? Note);

public sealed record ReadingView
{
    public required Guid Id { get; init; }

    public required string Zone { get; init; }

    /// <summary>What was measured.</summary>
    public required ReadingKind Kind { get; init; }

    public required double FromMm { get; init; }

    public double? BelowMm { get; init; }

    /// <summary>The reading in words: "1.0 to 1.5, thickness gauges".</summary>
    public required string Said { get; init; }

    public required DateTime TakenAt { get; init; }

    public required bool IsLatest { get; init; }

    /// <summary>What it means against today's plan; null when the plan no longer has its zone.</summary>
    public FindingView? Finding { get; init; }
}

/// <param name="Doubt">What else is known that this reading contradicts, and what to do; null when nothing does.</param>
/// <param name="IsProbable">Whether only most of what the reading allows says so.</param>
public sealed record FindingView(
    Verdict Verdict,
    bool IsProbable,
    RangeDocument ExpectedMm,
    double CorrectionLeastMm,
    double CorrectionMostMm,
    string Headline,
    string Instruction,
    double? SettlingGaugeMm,
    string? Doubt
)
{
    public static FindingView From(Finding finding, string? doubt) =>
        new(
            finding.Verdict,
            finding.IsProbable,
            RangeDocument.From(finding.Expected),
            finding.CorrectionLeast.Rounded,
            finding.CorrectionMost.Rounded,
            finding.Headline,
            finding.Instruction,
            finding.SettlingGauge?.Rounded,
            doubt
        );
}

/// <summary>
/// A reading as it is entered: for a set of thicknesses the largest that passed (0 when none did) and, if it is not the
/// next of the set, the smallest that did not; for a scale the value; for a height what it was before and after.
/// </summary>
public sealed record ReadingEntry
{
    /// <summary>Made by whoever sends it, so that an entry sent again after a lost answer counts once.</summary>
    public Guid? Id { get; init; }

    [MaxLength(80)]
    public required string Zone { get; init; }

    public required ReadingKind Kind { get; init; }

    [MaxLength(40)]
    public required string Gauge { get; init; }

    public double? Passed { get; init; }

    public double? Stopped { get; init; }

    public double? ValueMm { get; init; }

    public double? BeforeMm { get; init; }

    public double? AfterMm { get; init; }
}

/// <param name="Version">The plan it was counted for.</param>
/// <param name="Cost">Null where the restoration's body is not made.</param>
public sealed record CostView(int Version, CutCost? Cost);

/// <param name="AllTheSame">Whether zones that are unread or critical were asked about and it is finished all the same.</param>
public sealed record FinishedEntry(bool Finished, bool AllTheSame = false);

public sealed record TakenBackEntry(bool TakenBack);
