using System.Globalization;
using System.Text;

namespace Garten.Formats.Calendars;

/// <summary>A day to be put in a calendar.</summary>
/// <param name="Id">Identifier that stays the same when the day is written again.</param>
/// <param name="Text">What there is to do; may have several lines.</param>
public sealed record CalendarDay(string Id, DateOnly Date, string Title, string Text)
{
    /// <summary>When it began, by the clock of the place; null where it takes the day.</summary>
    public TimeOnly? Started { get; init; }

    /// <summary>When it ended, after it began; null where that was not noted.</summary>
    public TimeOnly? Ended { get; init; }
}

/// <summary>Writes days as an iCalendar file (RFC 5545).</summary>
public static class CalendarWriter
{
    private const int MostOctets = 75;

    /// <summary>Writes days.</summary>
    /// <param name="written">When, UTC.</param>
    public static string Write(IEnumerable<CalendarDay> days, DateTime written)
    {
        var text = new StringBuilder();
        Line("BEGIN:VCALENDAR");
        Line("VERSION:2.0");
        Line("PRODID:-//Garten//Survey//EN");
        foreach (var day in days)
        {
            Line("BEGIN:VEVENT");
            Line($"UID:{Escaped(day.Id)}@garten");
            Line(string.Create(CultureInfo.InvariantCulture, $"DTSTAMP:{written:yyyyMMdd'T'HHmmss'Z'}"));
            Line(
                day.Started is { } from
                    ? At("DTSTART", day.Date, from)
                    : string.Create(CultureInfo.InvariantCulture, $"DTSTART;VALUE=DATE:{day.Date:yyyyMMdd}")
            );
            if (day.Started is null || day.Ended is not null)
            {
                Line(
                    day is { Started: not null, Ended: { } to }
                        ? At("DTEND", day.Date, to)
                        : string.Create(
                            CultureInfo.InvariantCulture,
                            $"DTEND;VALUE=DATE:{day.Date.AddDays(1):yyyyMMdd}"
                        )
                );
            }

            Line($"SUMMARY:{Escaped(day.Title)}");
            Line($"DESCRIPTION:{Escaped(day.Text)}");
            Line("END:VEVENT");
        }

        Line("END:VCALENDAR");
        return text.ToString();

        // Long lines are folded, never within a character: the rest begins with a space.
        void Line(string line)
        {
            var octets = 0;
            foreach (var rune in line.EnumerateRunes())
            {
                if (octets + rune.Utf8SequenceLength > MostOctets)
                {
                    text.Append("\r\n ");
                    octets = 1;
                }

                text.Append(rune.ToString());
                octets += rune.Utf8SequenceLength;
            }

            text.Append("\r\n");
        }
    }

    private static string At(string what, DateOnly date, TimeOnly time) =>
        string.Create(CultureInfo.InvariantCulture, $"{what}:{date:yyyyMMdd}T{time:HHmmss}");

    private static string Escaped(string text) =>
        text.Replace("\\", "\\\\", StringComparison.Ordinal)
            .Replace(";", "\\;", StringComparison.Ordinal)
            .Replace(",", "\\,", StringComparison.Ordinal)
            .Replace("\r\n", "\\n", StringComparison.Ordinal)
            .Replace("\n", "\\n", StringComparison.Ordinal);
}
