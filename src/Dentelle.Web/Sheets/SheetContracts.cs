using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;
using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing;
using Dentelle.Web.Figures;

namespace Dentelle.Web.Sheets;

/// <summary>The run sheet of a case.</summary>
public sealed record RunSheetView
{
    public required Guid CaseId { get; init; }

    public required string Number { get; init; }

    public required string Patient { get; init; }

    public DateTime? VisitAt { get; init; }

    public required RunSheetDocument Sheet { get; init; }

    /// <summary>Whether the user's own order is shown.</summary>
    public required bool OwnOrder { get; init; }

    /// <summary>Bur changes of the best order, where the user's own has more.</summary>
    public int? Fewest { get; init; }

    /// <summary>Orders of steps that suit a tooth of this case.</summary>
    public required IReadOnlyList<SchoolChoice> Schools { get; init; }

    public CuttingSchool? School { get; init; }

    /// <summary>Silhouettes of the burs of the sheet, by their id.</summary>
    public required IReadOnlyDictionary<string, BurShapeView> Burs { get; init; }

    /// <summary>What is laid out for this visit.</summary>
    public required IReadOnlyList<TrayItem> LayOut { get; init; }

    public required IReadOnlyList<TickView> Ticks { get; init; }

    public required IReadOnlyList<SheetUnit> Units { get; init; }

    public required IReadOnlyList<string> Warnings { get; init; }
}

/// <param name="Written">The tooth as the practice writes it.</param>
public sealed record SheetUnit(Guid Id, string Tooth, string Written);

public sealed record SchoolChoice(CuttingSchool School, string Name);

public sealed record TickView(string Key, DateTime StartedAt, DateTime? EndedAt);

public sealed record SheetEntry
{
    /// <summary>Another order of steps for the teeth it suits.</summary>
    public CuttingSchool? School { get; init; }

    /// <summary>Goes back to each plan's own.</summary>
    public bool? OwnSchools { get; init; }

    /// <summary>The user's own order, keys of the steps.</summary>
    public IReadOnlyList<string>? Order { get; init; }

    /// <summary>Goes back to the order with the fewest changes.</summary>
    public bool? BestOrder { get; init; }
}

[JsonConverter(typeof(KebabCase<TickWhat>))]
public enum TickWhat
{
    Start,
    Stop,
    TakeBack,
}

public sealed record TickEntry
{
    public required string Key { get; init; }

    public required TickWhat What { get; init; }
}

/// <summary>How a case could be spread over visits.</summary>
/// <param name="MostMinutes">The longest visit.</param>
/// <param name="Visits">One where it is short enough.</param>
public sealed record SplitView(double MostMinutes, IReadOnlyList<SplitVisit> Visits);

/// <param name="Units">What is cut at it.</param>
/// <param name="Teeth">Their ISO codes.</param>
public sealed record SplitVisit(IReadOnlyList<Guid> Units, IReadOnlyList<string> Teeth, double Minutes);

/// <param name="Visits">Units of each; those of the first stay in the case.</param>
public sealed record SplitEntry([property: MaxLength(32)] IReadOnlyList<IReadOnlyList<Guid>> Visits);

/// <param name="Cases">The case itself, then those that were made.</param>
public sealed record SplitDone(IReadOnlyList<Guid> Cases);

public sealed record MoveEntry(Guid CaseId);

/// <summary>The day's chair time and what is laid out.</summary>
/// <param name="Counting">How many visits are still being reckoned: asked again, they are there.</param>
public sealed record TrayView(IReadOnlyList<VisitTime> Visits, IReadOnlyList<TrayItem> Items, IReadOnlyList<string> Warnings, int Counting);

/// <param name="FreeMinutes">Waits in which nothing else of the visit can be done.</param>
public sealed record VisitTime(Guid CaseId, double Minutes, double FreeMinutes, int BurChanges, DateTime? EndsAt);
