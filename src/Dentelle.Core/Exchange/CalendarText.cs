using System.Globalization;
using System.Text;

namespace Dentelle.Core.Exchange;

/// <summary>An entry of a calendar. Times in UTC.</summary>
/// <param name="Uid">The same visit keeps the same one, so that a calendar takes a newer file for the same entry.</param>
public sealed record CalendarEntry(string Uid, DateTime Start, DateTime End, string Title, string Text);

/// <summary>Entries as an iCalendar file (RFC 5545).</summary>
public static class CalendarText
{
    private const int LongestLine = 75;

    public static string Write(IReadOnlyList<CalendarEntry> entries, DateTime now)
    {
        var text = new StringBuilder();
        Line("BEGIN:VCALENDAR");
        Line("VERSION:2.0");
        Line("PRODID:-//Dentelle//Visit plan//EN");
        foreach (var entry in entries)
        {
            Line("BEGIN:VEVENT");
            Line($"UID:{entry.Uid}");
            Line($"DTSTAMP:{Time(now)}");
            Line($"DTSTART:{Time(entry.Start)}");
            Line($"DTEND:{Time(entry.End)}");
            Line($"SUMMARY:{Escaped(entry.Title)}");
            Line($"DESCRIPTION:{Escaped(entry.Text)}");
            Line("END:VEVENT");
        }
        Line("END:VCALENDAR");
        return text.ToString();

        // A line has at most 75 octets; what is longer goes on in the next behind a space, and no sign is cut in two.
        void Line(string line)
        {
            var used = 0;
            foreach (var rune in line.EnumerateRunes())
            {
                if (used + rune.Utf8SequenceLength > LongestLine)
                {
                    text.Append("\r\n ");
                    used = 1;
                }
                text.Append(rune.ToString());
                used += rune.Utf8SequenceLength;
            }
            text.Append("\r\n");
        }
    }

    private static string Time(DateTime time) => time.ToString("yyyyMMdd'T'HHmmss'Z'", CultureInfo.InvariantCulture);

    private static string Escaped(string text) => text.Replace("\\", "\\\\", StringComparison.Ordinal).Replace(";", "\\;", StringComparison.Ordinal)
        .Replace(",", "\\,", StringComparison.Ordinal).Replace("\r\n", "\n", StringComparison.Ordinal).Replace("\n", "\\n", StringComparison.Ordinal);
}
