using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using System.Text.Json.Serialization;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Microsoft.AspNetCore.Mvc;

namespace Dentelle.Web.Cases;

/// <summary>What the day brings.</summary>
/// <param name="Cases">Visits from today on, the next one first.</param>
/// <param name="WithoutVisit">Cases with teeth to cut and no agreed visit, the newest first.</param>
/// <param name="ComingInAll">However many of them are listed.</param>
/// <param name="WithoutVisitInAll">However many of them are listed.</param>
/// <param name="EarlierOpen">Visits of days before with a tooth that is not finished.</param>
/// <param name="Asked">What laboratories ask and nobody has replied to, the oldest first.</param>
public sealed record DayView(
    IReadOnlyList<CaseView> Cases,
    IReadOnlyList<CaseView> WithoutVisit,
    int ComingInAll,
    int WithoutVisitInAll,
    int EarlierOpen,
    IReadOnlyList<AskedView> Asked
);

/// <summary>A question of the laboratory's, with the case it is about.</summary>
/// <param name="Kind">"room", "undercut".</param>
public sealed record AskedView(Guid Id, Guid CaseId, string Number, string Patient, string Tooth, string Kind, string Text, DateTime At);

/// <param name="Broken">Why it can't be shown; null for a case that can.</param>
/// <param name="Unprintable">Letters of its name and note that no typeface of the printed pages has; null when none.</param>
public sealed record CaseView(
    Guid Id,
    string Number,
    string Patient,
    DateTime? VisitAt,
    string Note,
    IReadOnlyList<CaseUnitView> Units,
    string? Broken = null,
    string? Unprintable = null
)
{
    /// <summary>Whose it is; null for one that is only named.</summary>
    public Guid? PatientId { get; init; }

    /// <summary>What must be known of the patient.</summary>
    public IReadOnlyList<string> Alerts { get; init; } = [];

    /// <summary>The visit to go on with at the chair; null while none is spoken of.</summary>
    public Guid? NextVisit { get; init; }

    /// <summary>What it is for: "Cement"; null while none is spoken of.</summary>
    public string? NextVisitName { get; init; }

    public bool HasVisits { get; init; }

    /// <summary>When it last went to the laboratory.</summary>
    public DateTime? HandedOverAt { get; init; }
}

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
    /// <summary>How its patient is called: puts right the name of one that it has.</summary>
    [MaxLength(CaseRules.LongestName)]
    public string? Patient { get; init; }

    /// <summary>Gives it to another patient.</summary>
    public Guid? PatientId { get; init; }

    public DateTime? VisitAt { get; init; }

    /// <summary>Takes the agreed visit away.</summary>
    public bool? NoVisit { get; init; }

    [MaxLength(CaseRules.LongestNote)]
    public string? Note { get; init; }
}

/// <summary>A case as a file: everything that is needed to have it elsewhere.</summary>
/// <param name="Format">Always <see cref="FormatName"/>.</param>
/// <param name="Patient">The name.</param>
/// <param name="Note">Free words.</param>
/// <param name="Units">Its teeth, each once.</param>
/// <param name="VisitAt">UTC.</param>
/// <param name="Id">By which a practice knows whether it has the case already; files of earlier versions have none.</param>
public sealed record CaseFile(
    string Format,
    string Patient,
    string Note,
    IReadOnlyList<CaseFileUnit> Units,
    DateTime? VisitAt = null,
    Guid? Id = null
)
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

/// <summary>A line of the archive or of what was found.</summary>
public sealed record FoundCaseView(
    Guid Id,
    string Number,
    string Patient,
    DateTime? VisitAt,
    UnitStage? Stage,
    IReadOnlyList<FoundUnitView> Units
);

public sealed record FoundUnitView(Guid Id, string Tooth, string Written, string What, string Material, UnitStage Stage);

/// <param name="Cases">One page of them.</param>
/// <param name="InAll">How many were found.</param>
/// <param name="PageSize">How many a page holds.</param>
public sealed record FoundView(IReadOnlyList<FoundCaseView> Cases, int InAll, int PageSize);

/// <summary>Which cases are looked for; what is left out does not narrow.</summary>
public sealed record FindEntry
{
    /// <summary>Words of name, number, tooth, restoration, material, stage, date.</summary>
    [MaxLength(200), FromQuery(Name = "text")]
    public string? Text { get; init; }

    /// <summary>When the visit is: past, coming or none.</summary>
    [AllowedValues(null, "past", "coming", "none"), FromQuery(Name = "when")]
    public string? When { get; init; }

    /// <summary>Only with a tooth that is not finished, or only without one.</summary>
    [FromQuery(Name = "open")]
    public bool? Open { get; init; }

    [FromQuery(Name = "restoration")]
    public string? Restoration { get; init; }

    [FromQuery(Name = "material")]
    public string? Material { get; init; }

    [FromQuery(Name = "from")]
    public DateOnly? From { get; init; }

    [FromQuery(Name = "to")]
    public DateOnly? To { get; init; }

    /// <summary>From 0.</summary>
    [FromQuery(Name = "page")]
    public int? Page { get; init; }
}
