using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace Dentelle.Web.Documents;

/// <summary>A visit in a calendar. Times in UTC.</summary>
/// <param name="Uid">The same visit keeps the same one, so that a calendar takes a newer file for the same entry.</param>
internal sealed record VisitEntry(string Uid, DateTime Start, DateTime End, string Title, string Text)
{
    /// <summary>The entry as an iCalendar file (RFC 5545).</summary>
    public string AsCalendar(DateTime now)
    {
        var calendar = new Calendar { ProductId = "-//Dentelle//Visit plan//EN" };
        calendar.Events.Add(
            new CalendarEvent
            {
                Uid = Uid,
                DtStamp = At(now),
                Start = At(Start),
                End = At(End),
                Summary = Title,
                Description = Text,
            }
        );
        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    private static CalDateTime At(DateTime time) => new(DateTime.SpecifyKind(time, DateTimeKind.Utc), CalDateTime.UtcTzId);
}
