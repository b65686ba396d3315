using Dentelle.Data;

namespace Dentelle.Web.Patients;

/// <summary>What must be known of a patient, in a few words each.</summary>
internal static class PatientWords
{
    public static IReadOnlyList<string> Alerts(PatientRow? patient)
    {
        if (patient is null)
            return [];
        return
        [
            .. patient.EpinephrineSensitive ? ["Sensitive to epinephrine"] : (string[])[],
            .. patient.Anticoagulants ? ["On anticoagulants"] : (string[])[],
            .. patient.ColdSensitive ? ["Sensitive to cold"] : (string[])[],
            .. patient.Allergies.Length > 0 ? [$"Allergies: {patient.Allergies}"] : (string[])[],
        ];
    }
}
