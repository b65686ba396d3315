using System.ComponentModel.DataAnnotations;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Visiting;
using Dentelle.Web.Figures;
using Dentelle.Web.Sheets;

namespace Dentelle.Web.Chair;

/// <summary>A visit as the chair shows it: its steps, how far it is, what runs, what was written.</summary>
public sealed record ChairView
{
    public required VisitView Visit { get; init; }

    public required Guid CaseId { get; init; }

    public required string Number { get; init; }

    public required string Patient { get; init; }

    /// <summary>What must be known of the patient, each a few words.</summary>
    public required IReadOnlyList<string> Alerts { get; init; }

    public required bool EpinephrineSensitive { get; init; }

    public required IReadOnlyList<StepDocument> Steps { get; init; }

    /// <summary>What is asked at steps, by their codes.</summary>
    public required IReadOnlyDictionary<string, StepAsks> Asks { get; init; }

    public required IReadOnlyList<TickView> Ticks { get; init; }

    public required IReadOnlyDictionary<string, BurShapeView> Burs { get; init; }

    public required IReadOnlyList<SheetUnit> Units { get; init; }

    public required IReadOnlyList<ClockView> Clocks { get; init; }

    /// <summary>The five points of each tooth; empty at visits where nothing is cut.</summary>
    public required IReadOnlyList<ChairPointView> Points { get; init; }

    /// <summary>Entries of this visit, the newest first.</summary>
    public required IReadOnlyList<ChairEntryView> Entries { get; init; }

    public required ChairChoices Choices { get; init; }

    /// <summary>The last entry of the case that this answer knows.</summary>
    public required long Last { get; init; }

    /// <summary>What time it is at the server.</summary>
    public required DateTime Now { get; init; }

    /// <summary>When it was signed, and by whom; null while it is not.</summary>
    public string? Signed { get; init; }
}

/// <param name="Photo">What a picture taken at it proves.</param>
/// <param name="Gate">Whether the five points stand before it.</param>
public sealed record StepAsks(IReadOnlyList<ChairAsk> Asks, string? Photo, bool Gate);

/// <param name="Id">The entry or step that set it going.</param>
/// <param name="Own">Whether it can be stopped: one that a step's wait set going ends by itself.</param>
public sealed record ClockView(string Id, string Name, DateTime StartedAt, DateTime EndsAt, string? Meanwhile, bool Own);

/// <param name="Measured">What readings say to it; null where they say nothing.</param>
/// <param name="Answer">What was answered; null while it is open.</param>
public sealed record ChairPointView(
    string Tooth,
    string Written,
    string Point,
    string Words,
    CheckState? Measured,
    string? MeasuredWords,
    CheckState? Answer,
    string? AnswerWords
);

public sealed record ChairEntryView(Guid Id, long Number, string Kind, string Text, DateTime At, string By, bool Amended);

/// <summary>Short lists of the chair.</summary>
public sealed record ChairChoices(
    IReadOnlyList<NamedEntry> Deviations,
    IReadOnlyList<NamedEntry> Replans,
    IReadOnlyList<NamedEntry> Provisionals,
    IReadOnlyList<NamedEntry> Clocks,
    IReadOnlyList<NamedEntry> Advice
);

public sealed record VisitView(
    Guid Id,
    VisitKind Kind,
    string Name,
    DateTime? At,
    int? Minutes,
    string Note,
    DateTime? DoneAt,
    int Version
);

public sealed record VisitsView(IReadOnlyList<VisitView> Visits);

/// <summary>Something that happened at the chair.</summary>
public sealed record ChairEntry
{
    /// <summary>Made by whoever sends it: sent again, it counts once.</summary>
    public required Guid Id { get; init; }

    /// <summary>When it happened; null for now. An entry that waited for a connection keeps its own time.</summary>
    public DateTime? At { get; init; }

    /// <summary>The tooth it is about.</summary>
    public Guid? Unit { get; init; }

    public required ChairNote Note { get; init; }
}

public sealed record VisitEntry
{
    public VisitKind? Kind { get; init; }

    public DateTime? At { get; init; }

    /// <summary>Takes the agreed time away.</summary>
    public bool? NoTime { get; init; }

    [Range(5, 600)]
    public int? Minutes { get; init; }

    [MaxLength(2000)]
    public string? Note { get; init; }

    /// <summary>Version of the visit as it was seen.</summary>
    public int? Version { get; init; }
}

/// <summary>When a visit of a length could be.</summary>
public sealed record FreeTimesView(IReadOnlyList<DateTime> Times);

public sealed record PictureView(Guid Entry, string Sha256);
