namespace Dentelle.Web.Cases;

/// <summary>What a case may be called and when its visit may be: the same at every door.</summary>
internal static class CaseRules
{
    public const int LongestNote = 2000;
    public const int LongestName = 120;

    /// <summary>A mouth has no more.</summary>
    public const int MostUnits = 32;

    /// <summary>Of one tooth.</summary>
    public const int MostReadings = 500;

    private static readonly DateTime FirstVisit = new(2000, 1, 1, 0, 0, 0, DateTimeKind.Utc);
    private static readonly DateTime LastVisit = new(2100, 1, 1, 0, 0, 0, DateTimeKind.Utc);

    /// <returns>What is wrong; null when all of it can be. What is null is not looked at.</returns>
    public static Problem? Complaint(string? patient, string? note, DateTime? visit) =>
        patient is not null && !IsName(patient)
            ? new Problem("patient", $"A patient's name has 1 to {LongestName} characters, on one line.")
        : note is { Length: > LongestNote } ? new Problem("note", $"A note has at most {LongestNote} characters.")
        : visit is { } at && (at < FirstVisit || at >= LastVisit)
            ? new Problem("visit", $"A visit lies between {FirstVisit.Year} and {LastVisit.Year}; check the year.")
        : null;

    /// <summary>Spaces round it don't count.</summary>
    private static bool IsName(string patient) => patient.Trim().Length is > 0 and <= LongestName && !patient.Any(char.IsControl);
}
