using System.ComponentModel.DataAnnotations;

namespace Dentelle.Web.QuickLine;

public sealed record LineEntry
{
    [MaxLength(200)]
    public required string Line { get; init; }

    /// <summary>The case the unit is added to; without one a new case is made.</summary>
    public Guid? CaseId { get; init; }
}

/// <param name="Understood">Whether the line can be done.</param>
/// <param name="Words">What it means, or what is wrong with it.</param>
/// <param name="Suggestions">Lines that could have been meant.</param>
public sealed record LineView(bool Understood, string Words, IReadOnlyList<string> Suggestions);

/// <param name="UnitId">The first unit that was made.</param>
public sealed record LineDone(Guid UnitId, Guid CaseId);
