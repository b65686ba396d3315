namespace Dentelle.Core.Plans;

/// <summary>What must be known of a patient before anything is done, and what of the work it changes.</summary>
public sealed record PatientAlerts(bool EpinephrineSensitive = false, bool Anticoagulants = false, bool ColdSensitive = false)
{
    public static PatientAlerts None { get; } = new();

    /// <summary>Each in a few words.</summary>
    public IReadOnlyList<string> Words
    {
        get
        {
            (bool Holds, string Words)[] all =
            [
                (EpinephrineSensitive, "Sensitive to epinephrine"),
                (Anticoagulants, "On anticoagulants"),
                (ColdSensitive, "Sensitive to cold"),
            ];
            return [.. all.Where(alert => alert.Holds).Select(alert => alert.Words)];
        }
    }
}
