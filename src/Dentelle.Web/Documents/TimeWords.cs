using System.Globalization;

namespace Dentelle.Web.Documents;

/// <summary>A time of the day as the user writes it.</summary>
internal static class TimeWords
{
    /// <param name="at">UTC.</param>
    /// <param name="twelveHours">"2:30 pm" and not "14:30".</param>
    public static string Of(DateTime at, bool twelveHours) =>
        at.ToLocalTime().ToString(twelveHours ? "h:mm tt" : "HH:mm", CultureInfo.InvariantCulture).ToLowerInvariant();
}
