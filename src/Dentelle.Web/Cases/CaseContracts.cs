using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using System.Text.Json.Serialization;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;

namespace Dentelle.Web.Cases;

/// <summary>The list of cases.</summary>
public sealed record DayView(IReadOnlyList<CaseView> Cases);

public sealed record CaseView(Guid Id, string Number, string Patient, DateTime? VisitAt, string Note, IReadOnlyList<CaseUnitView> Units);

public sealed record CaseUnitView
{
    public required Guid Id { get; init; }

    public required string Tooth { get; init; }

    public required string Written { get; init; }

    public required string ToothName { get; init; }

    /// <summary>"crown", "veneer, incisal butt".</summary>
    public required string What { get; init; }

    public required string Material { get; init; }

    /// <summary>How far the unit is.</summary>
    public required UnitStage Stage { get; init; }

    /// <summary>Zones with a reading.</summary>
    public required int Measured { get; init; }

    /// <summary>Zones in all.</summary>
    public required int Zones { get; init; }

    /// <summary>The worst verdict of the newest readings; null when nothing was read.</summary>
    public Verdict? Worst { get; init; }

    /// <summary>One line on what matters: "Outer bevel, mesiofacial: 0.5 short".</summary>
    public string? Telling { get; init; }
}

[JsonConverter(typeof(KebabCase<UnitStage>))]
public enum UnitStage
{
    Planned,
    BeingCut,
    Finished,
}

public sealed record CaseEntry
{
    public const int LongestNote = 2000;
    public const int LongestName = 120;

    /// <summary>Whether a patient can be called that; spaces round it don't count.</summary>
    public static bool IsName(string patient) => patient.Trim().Length is > 0 and <= LongestName;

    [MaxLength(LongestName)]
    public string? Patient { get; init; }

    public DateTime? VisitAt { get; init; }

    /// <summary>Takes the agreed visit away.</summary>
    public bool? NoVisit { get; init; }

    [MaxLength(LongestNote)]
    public string? Note { get; init; }
}

/// <summary>A case as a file: everything that is needed to have it elsewhere.</summary>
public sealed record CaseFile(string Format, string Patient, string Note, IReadOnlyList<CaseFileUnit> Units, DateTime? VisitAt = null)
{
    public const string FormatName = "dentelle-case/1";
}

/// <param name="Tooth">ISO 3950 code.</param>
/// <param name="Inputs">What was found and decided.</param>
/// <param name="Plan">The plan as it was made, with the protocol it was made from. On reading it is made anew.</param>
public sealed record CaseFileUnit(
    string Tooth,
    PlanInputs Inputs,
    bool Finished,
    string Protocol,
    int ProtocolVersion,
    IReadOnlyList<CaseFileReading> Readings,
    JsonElement? Plan = null
);

public sealed record CaseFileReading(string Zone, ReadingKind Kind, string Gauge, double FromMm, bool IncludesEnd, double? BelowMm = null);

/// <param name="Told">What the user should know of it; null when all is as it was in the file.</param>
public sealed record ImportedCase(Guid Id, string Number, Guid? FirstUnit, string? Told);
