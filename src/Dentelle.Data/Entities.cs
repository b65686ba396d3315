using System.Linq.Expressions;
using Dentelle.Core.Burs;
using Dentelle.Core.Measuring;

namespace Dentelle.Data;

/// <summary>What may be put into the bin and comes back from it as it was.</summary>
internal interface IRemovable
{
    Guid Id { get; }

    DateTime? RemovedAt { get; }
}

/// <summary>A patient's case: one or more teeth treated together.</summary>
public sealed class CaseRow : IRemovable
{
    public Guid Id { get; init; }

    /// <summary>What a case's file calls it, in this practice and in others.</summary>
    public Guid FileId { get; init; }

    /// <summary>Running number of the practice, shown with four digits.</summary>
    public int Number { get; init; }

    /// <summary>The name as lists show it; kept in step with the patient's.</summary>
    public required string Patient { get; set; }

    /// <summary>Whose it is; null for a case that is only named, such as a plastic tooth's.</summary>
    public Guid? PatientId { get; set; }

    /// <summary>Null where it was not read along.</summary>
    public PatientRow? PatientRecord { get; set; }

    /// <summary>The student who began it; null for the practice's own.</summary>
    public Guid? OwnerId { get; set; }

    /// <summary>When it last went to the laboratory.</summary>
    public DateTime? HandedOverAt { get; set; }

    /// <summary>The next visit that is not done, UTC; null when none is agreed. Kept in step with the visits.</summary>
    public DateTime? VisitAt { get; set; }

    public string Note { get; set; } = "";

    public DateTime CreatedAt { get; init; }

    /// <summary>Order of steps chosen for this case; null follows the plans.</summary>
    public CuttingSchool? SheetSchool { get; set; }

    /// <summary>The user's own order of the run sheet, keys as a JSON list; null for the best one.</summary>
    public string? SheetOrder { get; set; }

    /// <summary>When it was put into the bin; null while it is not there.</summary>
    public DateTime? RemovedAt { get; set; }

    public List<UnitRow> Units { get; init; } = [];

    /// <summary>Empty where they were not read along.</summary>
    public List<VisitRow> Visits { get; init; } = [];

    /// <summary>Whether a tooth of it is not finished, or none is planned yet; for queries.</summary>
    internal static Expression<Func<CaseRow, bool>> IsOpen { get; } =
        row => row.Units.Any(unit => unit.FinishedAt == null) || !row.Units.Any();

    /// <summary>Whether all its teeth are finished.</summary>
    internal static Expression<Func<CaseRow, bool>> IsDone { get; } =
        row => row.Units.All(unit => unit.FinishedAt != null) && row.Units.Any();
}

/// <summary>One tooth of a case with what was decided for it.</summary>
public sealed class UnitRow : IRemovable
{
    public Guid Id { get; init; }

    public Guid CaseId { get; set; }

    public CaseRow? Case { get; init; }

    /// <summary>ISO 3950 code.</summary>
    public required string Tooth { get; init; }

    /// <summary>The student who began its case; null for the practice's own.</summary>
    public Guid? OwnerId { get; set; }

    /// <summary>Place within the case.</summary>
    public int Order { get; set; }

    /// <summary>Version of the newest plan; also the guard against two people saving over each other.</summary>
    public int Version { get; set; }

    public DateTime? FinishedAt { get; set; }

    /// <summary>Of the newest plan, so that lists and searches need not read it.</summary>
    public required Restoration Restoration { get; set; }

    /// <summary>Of the newest plan.</summary>
    public required Material Material { get; set; }

    /// <summary>When it was put into the bin; null while it is not there.</summary>
    public DateTime? RemovedAt { get; set; }

    public List<PlanRow> Plans { get; init; } = [];

    public List<ReadingRow> Readings { get; init; } = [];

    /// <summary>The plan that stands, among those that were read with it; null when none was.</summary>
    public PlanRow? NewestPlan() => Plans.MaxBy(plan => plan.Version);
}

/// <summary>A plan as it was made: inputs, protocol and result. Never changed afterwards.</summary>
public sealed class PlanRow
{
    public Guid Id { get; init; }

    public Guid UnitId { get; init; }

    public int Version { get; init; }

    /// <summary>The user's inputs, JSON.</summary>
    public required string Inputs { get; init; }

    public required string ProtocolId { get; init; }

    public int ProtocolVersion { get; init; }

    /// <summary>What was shown then; null where it was not read along.</summary>
    public PlanResultRow? Result { get; init; }

    public DateTime MadeAt { get; init; }

    public required string MadeBy { get; init; }
}

/// <summary>The large part of a plan's row, read where it is asked for: lists of cases never do.</summary>
public sealed class PlanResultRow
{
    /// <summary>The plan's.</summary>
    public Guid Id { get; init; }

    /// <summary>The plan document, JSON.</summary>
    public required string Document { get; init; }
}

/// <summary>A reading as it was taken. Taking it back leaves it here, marked.</summary>
public sealed class ReadingRow
{
    public Guid Id { get; init; }

    public Guid UnitId { get; init; }

    public required string Zone { get; init; }

    public ReadingKind Kind { get; init; }

    public required string GaugeId { get; init; }

    public double FromMm { get; init; }

    /// <summary>Upper bound; null when no larger gauge was tried.</summary>
    public double? BelowMm { get; init; }

    public bool IncludesEnd { get; init; }

    /// <summary>Place in the order in which readings were entered: a clock may be set back, this may not.</summary>
    public long Entry { get; init; }

    public DateTime TakenAt { get; init; }

    public required string TakenBy { get; init; }

    public DateTime? TakenBackAt { get; set; }

    /// <exception cref="InvalidDataException">No reading of ours is like that.</exception>
    public Reading ToReading() =>
        !double.IsFinite(FromMm) || !double.IsFinite(BelowMm ?? 0)
            ? throw new InvalidDataException($"Reading {Id} has no finite length.")
            : new(Zone, Kind, Interval.Between(new(FromMm), BelowMm is { } below ? new(below) : null, IncludesEnd), GaugeId);
}

/// <summary>A protocol as it was kept. Never changed afterwards: a plan that names it finds the numbers it was made from.</summary>
public sealed class ProtocolRow : IRemovable
{
    public Guid Id { get; init; }

    /// <summary>The protocol's own id: "shipped", "house".</summary>
    public required string ProtocolId { get; init; }

    public int Version { get; init; }

    public required string Name { get; init; }

    /// <summary>The whole file, JSON.</summary>
    public required string Text { get; init; }

    /// <summary>Why it was made.</summary>
    public string Note { get; init; } = "";

    public DateTime KeptAt { get; init; }

    public required string KeptBy { get; init; }

    /// <summary>When it was put into the bin; null while it is not there.</summary>
    public DateTime? RemovedAt { get; set; }
}

/// <summary>A step of a run sheet as it was begun and ended. Taking it back, or beginning it again, leaves it here, marked.</summary>
public sealed class StepTickRow
{
    public Guid Id { get; init; }

    public Guid CaseId { get; init; }

    /// <summary>The step's key within its sheet.</summary>
    public required string Key { get; init; }

    public required string Code { get; init; }

    /// <summary>Null for steps of the whole visit.</summary>
    public ToothKind? Kind { get; init; }

    /// <summary>The bur it was done with.</summary>
    public string? BurId { get; init; }

    /// <summary>ISO code of its tooth; null for steps of the whole visit.</summary>
    public string? Tooth => Kind is null ? null : Key.Split('/')[0];

    /// <summary>Place in the order in which steps were begun.</summary>
    public long Entry { get; init; }

    public DateTime StartedAt { get; init; }

    /// <summary>Never before the start, even where the clock was set back meanwhile: then it is the start itself.</summary>
    public DateTime? EndedAt { get; set; }

    public DateTime? TakenBackAt { get; set; }
}

/// <summary>A kind of bur in the practice's drawer.</summary>
public sealed class DrawerBurRow : IRemovable
{
    public Guid Id { get; init; }

    public required string BurId { get; init; }

    /// <summary>The bur's sizes and the house's limit, JSON.</summary>
    public required string Text { get; set; }

    /// <summary>Place in the drawer.</summary>
    public int Order { get; init; }

    public int Pieces { get; set; }

    /// <summary>How often the piece in use was sterilised.</summary>
    public int Sterilised { get; set; }

    public bool Worn { get; set; }

    /// <summary>When the piece in use was taken new.</summary>
    public DateTime NewSince { get; set; }

    /// <summary>What stood here before the last change by hand, JSON, so that it can be taken back; null when nothing can.</summary>
    public string? Before { get; set; }

    /// <summary>The last use that was entered before the piece in use was taken new: it and those before were another's.</summary>
    public long UsedBefore { get; set; }

    /// <summary>When it was put into the bin; null while it is not there.</summary>
    public DateTime? RemovedAt { get; set; }
}

/// <summary>A preparation cut with a bur. Only ever added; taking its step back leaves it here, marked.</summary>
public sealed class BurUseRow
{
    public Guid Id { get; init; }

    public required string BurId { get; init; }

    public UsedOn On { get; init; }

    public bool Wet { get; init; }

    /// <summary>The case and tooth it was for; null when it was entered by hand.</summary>
    public Guid? CaseId { get; init; }

    public string? Tooth { get; init; }

    /// <summary>Place in the order in which uses were entered.</summary>
    public long Entry { get; init; }

    public DateTime At { get; init; }

    public DateTime? TakenBackAt { get; set; }
}

/// <summary>How the user likes things; one row.</summary>
public sealed class SettingsRow
{
    public const int OnlyId = 1;

    public int Id { get; init; } = OnlyId;

    public ToothNotation Notation { get; set; } = ToothNotation.Iso;

    /// <summary>Whether the hours of a day are written to twelve, twice, and not to twenty-four.</summary>
    public bool TwelveHours { get; set; }

    public DayOfWeek WeekStart { get; set; } = DayOfWeek.Monday;

    /// <summary>Tip of the bur corrections are told in; null leaves the choice to the judge.</summary>
    public double? BurTipMm { get; set; }

    /// <summary>The last number that was given to a case: no other gets it, though the case be gone.</summary>
    public int LastNumber { get; set; }

    /// <summary>The protocol new units are planned with; null for the shipped one.</summary>
    public string? ProtocolId { get; set; }

    public int? ProtocolVersion { get; set; }
}

/// <summary>What took long to reckon and can be reckoned again, under a digest of all it follows from.</summary>
public sealed class KeptSumRow
{
    public required string Key { get; init; }

    /// <summary>JSON.</summary>
    public required string Text { get; init; }

    public DateTime At { get; init; }
}
