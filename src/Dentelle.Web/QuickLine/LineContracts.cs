using System.ComponentModel.DataAnnotations;
using Dentelle.Web.Cases;

namespace Dentelle.Web.QuickLine;

public sealed record LineEntry
{
    [MaxLength(200)]
    public required string Line { get; init; }

    /// <summary>The case the unit is added to; without one a new case is made.</summary>
    public Guid? CaseId { get; init; }

    /// <summary>Puts teeth that stand in the case already into the bin, with what was read on them.</summary>
    public bool? Replace { get; init; }

    /// <summary>Why it is done all the same, where a refusal yields to a reason.</summary>
    [MaxLength(500)]
    public string? Because { get; init; }

    /// <summary>How the patient is called, where a new case is begun.</summary>
    [MaxLength(CaseRules.LongestName)]
    public string? Patient { get; init; }

    /// <summary>Whose case it is, where one that is known was chosen.</summary>
    public Guid? PatientId { get; init; }
}

/// <param name="Understood">Whether the line can be done.</param>
/// <param name="Words">What it means, or what is wrong with it.</param>
/// <param name="Suggestions">Lines that could have been meant.</param>
/// <param name="There">What stands in the way: a tooth that the case has already; null when nothing does.</param>
/// <param name="AsksReason">Whether it is done all the same when a reason is given.</param>
public sealed record LineView(
    bool Understood,
    string Words,
    IReadOnlyList<string> Suggestions,
    string? There = null,
    bool AsksReason = false
);

/// <param name="UnitId">The first unit that was made.</param>
public sealed record LineDone(Guid UnitId, Guid CaseId);
