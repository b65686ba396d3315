using Dentelle.Core.Plans;
using Dentelle.Core.Visiting;

namespace Dentelle.Data;

/// <summary>A patient, kept small: what a chair must know of whom it treats.</summary>
public sealed class PatientRow
{
    public Guid Id { get; init; }

    /// <summary>The practice's own number of the chart; each has another.</summary>
    public required string Chart { get; set; }

    public required string Name { get; set; }

    public int? BirthYear { get; set; }

    public bool EpinephrineSensitive { get; set; }

    public bool Anticoagulants { get; set; }

    public bool ColdSensitive { get; set; }

    /// <summary>In words, with commas; empty for none known.</summary>
    public string Allergies { get; set; } = "";

    public DateTime CreatedAt { get; init; }

    /// <summary>The patient this one turned out to be; null while it stands for itself.</summary>
    public Guid? MergedInto { get; set; }

    /// <summary>Counts changes: the guard against two people correcting over each other.</summary>
    public int Version { get; set; }

    public PatientAlerts Alerts => new(EpinephrineSensitive, Anticoagulants, ColdSensitive);

    /// <summary>What must be known, in a few words each.</summary>
    public IReadOnlyList<string> AlertWords => Allergies.Length > 0 ? [.. Alerts.Words, $"Allergies: {Allergies}"] : Alerts.Words;
}

/// <summary>One visit of a case.</summary>
public sealed class VisitRow
{
    public Guid Id { get; init; }

    public Guid CaseId { get; init; }

    public VisitKind Kind { get; set; }

    /// <summary>UTC; null while no time is agreed.</summary>
    public DateTime? At { get; set; }

    /// <summary>How long it is reckoned with; null takes the run sheet's own sum.</summary>
    public int? Minutes { get; set; }

    public string Note { get; set; } = "";

    /// <summary>When its last step was done and it was closed.</summary>
    public DateTime? DoneAt { get; set; }

    public DateTime? RemovedAt { get; set; }

    /// <summary>Place in the order in which visits were entered.</summary>
    public long Entry { get; init; }

    /// <summary>Counts changes.</summary>
    public int Version { get; set; }
}
