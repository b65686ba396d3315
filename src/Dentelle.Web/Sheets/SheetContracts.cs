using System.Text.Json.Serialization;
using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing;
using Dentelle.Web.Figures;

namespace Dentelle.Web.Sheets;

/// <summary>The run sheet of a case.</summary>
/// <param name="OwnOrder">Whether the user's own order is shown.</param>
/// <param name="Fewest">Bur changes of the best order, where the user's own has more.</param>
/// <param name="Schools">Orders of steps that suit a tooth of this case.</param>
/// <param name="Burs">Silhouettes of the burs of the sheet, by their id.</param>
public sealed record RunSheetView(
    Guid CaseId,
    string Number,
    string Patient,
    DateTime? VisitAt,
    RunSheetDocument Sheet,
    bool OwnOrder,
    int? Fewest,
    IReadOnlyList<SchoolChoice> Schools,
    CuttingSchool? School,
    IReadOnlyDictionary<string, BurShapeView> Burs,
    IReadOnlyList<TickView> Ticks,
    IReadOnlyList<SheetUnit> Units,
    IReadOnlyList<string> Warnings
);

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

/// <summary>The day's chair time and what is laid out.</summary>
public sealed record TrayView(IReadOnlyList<VisitTime> Visits, IReadOnlyList<TrayItem> Items, IReadOnlyList<string> Warnings);

/// <param name="FreeMinutes">Waits in which nothing else of the visit can be done.</param>
public sealed record VisitTime(Guid CaseId, double Minutes, double FreeMinutes, int BurChanges, DateTime? EndsAt);
