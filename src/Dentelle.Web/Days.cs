namespace Dentelle.Web;

/// <summary>Days as the practice has them: from midnight to midnight where it is. The database knows UTC only.</summary>
internal static class Days
{
    public static DateOnly Today(this TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>When a day begins, UTC.</summary>
    public static DateTime Begin(this DateOnly day) => day.ToDateTime(TimeOnly.MinValue, DateTimeKind.Local).ToUniversalTime();
}
