using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

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
    /// <summary>Writes days.</summary>
    /// <param name="written">When, UTC.</param>
    public static string Write(IEnumerable<CalendarDay> days, DateTime written)
    {
        Calendar calendar = new() { ProductId = "-//Garten//Survey//EN" };
        calendar.Events.AddRange(days.Select(d => EventOf(d, written)));
        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    private static CalendarEvent EventOf(CalendarDay day, DateTime written) =>
        new()
        {
            Uid = $"{day.Id}@garten",
            DtStamp = new CalDateTime(DateTime.SpecifyKind(written, DateTimeKind.Utc)),
            Summary = day.Title,
            Description = day.Text,

            // Hours float: they are those of the clock at the place, wherever the calendar is read.
            Start = day.Started is { } from ? new CalDateTime(day.Date, from) : new CalDateTime(day.Date),
            End =
                day.Started is null ? new CalDateTime(day.Date.AddDays(1))
                : day.Ended is { } to ? new CalDateTime(day.Date, to)
                : null,
        };
}
