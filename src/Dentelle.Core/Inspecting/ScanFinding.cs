using System.Text.Json.Serialization;
using Dentelle.Core.Judging;
using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

[JsonConverter(typeof(KebabCase<ScanFindingKind>))]
public enum ScanFindingKind
{
    /// <summary>The whole preparation leans from the path.</summary>
    Tipped,

    /// <summary>A zone cut less or more than planned.</summary>
    Depth,

    /// <summary>A patch of a zone that is right on the whole.</summary>
    Patch,

    Undercut,

    /// <summary>A wall that leans in more or less than the plan's convergence allows.</summary>
    Wall,

    /// <summary>The shelf narrower or wider.</summary>
    MarginWidth,

    /// <summary>The finish line higher or lower.</summary>
    MarginLevel,
    MarginStep,
    MarginRough,
    Lip,

    /// <summary>The central groove has moved.</summary>
    Fossa,
    SharpEdge,

    /// <summary>A neighbour was touched.</summary>
    Neighbour,

    /// <summary>Less room to the antagonist than the material needs.</summary>
    Room,

    /// <summary>A cavity narrower or wider where it is narrowest.</summary>
    Isthmus,

    /// <summary>A contact cut through that was to stay.</summary>
    Contact,

    /// <summary>A neighbour in the way along the path.</summary>
    Seating,
}

/// <summary>One thing that a scan shows against the plan. Millimetres, degrees where the amount is an angle.</summary>
/// <param name="Where">Zone, wall side or segment, in words.</param>
/// <param name="Zone">The zone's name where it is one of the plan's zones; else null.</param>
/// <param name="Amount">By how much it is off.</param>
/// <param name="Sigma">Standard deviation of what was measured.</param>
/// <param name="Headline">"0.3 short".</param>
/// <param name="Instruction">What to do, and what it means when it is left.</param>
/// <param name="Place">In the tooth's own frame.</param>
/// <param name="Weight">Greater comes first.</param>
public sealed record ScanFinding(
    ScanFindingKind Kind,
    Verdict Verdict,
    string Where,
    string? Zone,
    double Amount,
    double Sigma,
    string Headline,
    string Instruction,
    Vec3 Place,
    double Weight
)
{
    public bool IsOfMargin =>
        Kind
            is ScanFindingKind.MarginWidth
                or ScanFindingKind.MarginLevel
                or ScanFindingKind.MarginStep
                or ScanFindingKind.MarginRough
                or ScanFindingKind.Lip;

    /// <summary>What was measured beside what was planned; null where there is no such number.</summary>
    public Measured? Beside { get; init; }
}

/// <param name="Value">As measured; millimetres, degrees for walls.</param>
/// <param name="Planned">What the plan wants.</param>
/// <param name="Least">From where on the plan is content.</param>
/// <param name="Most">Up to where.</param>
public readonly record struct Measured(double Value, double Planned, double Least, double Most);
