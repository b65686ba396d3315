using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Judging;

/// <summary>
/// Asks back where a reading can't be true beside what is known already: what is cut does not grow again, cutting only adds
/// room, and a tooth that is open to the pulp shows it.
/// </summary>
public static class ReadingDoubts
{
    /// <param name="reading">The reading.</param>
    /// <param name="zone">Its zone in the plan.</param>
    /// <param name="before">Standing readings of the same zone, the newest first.</param>
    /// <param name="tolerance">What readings may differ by.</param>
    /// <param name="pulpUnder">How deep under the present surface the pulp lies here; null where nobody knows.</param>
    /// <returns>What is doubtful, and what to do; null when nothing contradicts it.</returns>
    public static string? Of(Reading reading, ZonePlan zone, IEnumerable<Reading> before, Mm tolerance, Mm? pulpUnder)
    {
        if (reading.Kind == ReadingKind.Clearance)
        {
            if (zone.RoomBefore is { } room && Under(reading.Interval, room, tolerance))
                return $"Less than the {room} of room that was measured before cutting, and cutting only adds room. "
                    + "Read again in full closure, or measure the room anew.";
        }
        else if (reading.Kind != ReadingKind.WaxUpIndexGap && pulpUnder is { } pulp && reading.Interval.From >= pulp)
        {
            return $"The pulp lies about {pulp} under the surface here: at {reading.Interval.From} it would be open. "
                + "Read again; if it stands, look at the floor at once.";
        }
        foreach (var earlier in before)
        {
            if (Against(reading, earlier, zone, tolerance) is { } doubt)
                return doubt;
        }
        return null;
    }

    private static string? Against(Reading reading, Reading earlier, ZonePlan zone, Mm tolerance)
    {
        if (reading.Kind == earlier.Kind)
            return Under(reading.Interval, earlier.Interval.From, tolerance)
                ? $"Before, {earlier.Interval} was read here: what is cut does not grow again. One of the two is wrong; read again."
                : null;
        // A room and a cut can be held against each other; what an index of the wax-up shows is neither.
        var (room, other) = reading.Kind == ReadingKind.Clearance ? (reading, earlier) : (earlier, reading);
        if (room.Kind != ReadingKind.Clearance || other.Kind == ReadingKind.WaxUpIndexGap)
            return null;
        var (gap, cut) = (room.Interval, other.Interval);
        if (Under(gap, cut.From, tolerance))
            return $"Room of {gap} does not go with a cut of {cut}: at least what is cut is free. Closed fully? "
                + "Does the index fit its neighbours?";
        // With known room before, the two must add up.
        return zone.RoomBefore is { } there && !cut.IsOpen && gap.From > there + cut.Below + tolerance
            ? $"Room of {gap} is more than the {there} that was there and the cut of {cut} make. Read again, or measure the room anew."
            : null;
    }

    /// <summary>Whether all that a reading allows lies under a length, by more than readings differ.</summary>
    private static bool Under(Interval reading, Mm length, Mm tolerance) => reading.Below < length - tolerance;
}
