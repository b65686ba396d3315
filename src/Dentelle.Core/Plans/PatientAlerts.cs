namespace Dentelle.Core.Plans;

/// <summary>What must be known of a patient before anything is done, and what of the work it changes.</summary>
public sealed record PatientAlerts(bool EpinephrineSensitive = false, bool Anticoagulants = false, bool ColdSensitive = false)
{
    public static PatientAlerts None { get; } = new();
}
