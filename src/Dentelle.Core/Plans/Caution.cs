namespace Dentelle.Core.Plans;

/// <summary>Something to think about before cutting; it stands beside the number that triggered it.</summary>
/// <param name="Code">Stable kebab-case name.</param>
/// <param name="Text">A sentence that names the number.</param>
/// <param name="Zone">The zone it concerns, by name; null when it concerns the unit.</param>
/// <param name="Segment">The margin segment it concerns.</param>
public sealed record Caution(string Code, string Text, string? Zone = null, Segment? Segment = null)
{
    /// <summary>Where its limit comes from; "P" where it counts with none.</summary>
    public string Source { get; init; } = "P";

    public Standing Standing { get; init; } = Standing.CommonPractice;

    /// <summary>Whether it must be answered with a reason before the plan stands.</summary>
    public bool MustBeAnswered { get; init; }

    /// <summary>The reason given; null when none was.</summary>
    public string? Because { get; init; }
}
