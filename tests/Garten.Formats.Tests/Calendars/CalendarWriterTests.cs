using System.Text;
using Garten.Formats.Calendars;

namespace Garten.Formats.Tests.Calendars;

/// <summary>Calendar files.</summary>
public sealed class CalendarWriterTests
{
    [Fact]
    public void A_day_is_written_from_its_morning_to_the_next_with_special_characters_escaped()
    {
        var lines = CalendarWriter
            .Write(
                [
                    new(
                        "round-2026-05-12",
                        new(2026, 5, 12),
                        "Round: Quarry Bald, Heron Slough",
                        "TF-007; fruit\nTF-009"
                    ),
                ],
                new(2026, 1, 12, 8, 5, 0, DateTimeKind.Utc)
            )
            .Split("\r\n");
        foreach (
            var line in new[]
            {
                "BEGIN:VCALENDAR",
                "VERSION:2.0",
                "PRODID:-//Garten//Survey//EN",
                "BEGIN:VEVENT",
                "UID:round-2026-05-12@garten",
                "DTSTAMP:20260112T080500Z",
                "DTSTART;VALUE=DATE:20260512",
                "DTEND;VALUE=DATE:20260513",
                @"SUMMARY:Round: Quarry Bald\, Heron Slough",
                @"DESCRIPTION:TF-007\; fruit\nTF-009",
                "END:VEVENT",
                "END:VCALENDAR",
            }
        )
        {
            lines.ShouldContain(line);
        }
    }

    [Fact]
    public void Hours_are_written_by_the_clock_of_the_place_and_an_end_only_where_it_was_noted()
    {
        CalendarDay day = new("count-1", new(2026, 5, 12), "Quadrats", "") { Started = new(9, 20), Ended = new(12, 5) };
        Dates(day).ShouldBe(["DTSTART:20260512T092000", "DTEND:20260512T120500"]);
        Dates(day with { Ended = null }).ShouldBe(["DTSTART:20260512T092000"]);
        Dates(day with { Started = null }).ShouldBe(["DTSTART;VALUE=DATE:20260512", "DTEND;VALUE=DATE:20260513"]);

        static string[] Dates(CalendarDay day) =>
            [
                .. CalendarWriter
                    .Write([day], new(2026, 1, 1, 0, 0, 0, DateTimeKind.Utc))
                    .Split("\r\n")
                    .Where(l =>
                        l.StartsWith("DTSTART", StringComparison.Ordinal)
                        || l.StartsWith("DTEND", StringComparison.Ordinal)
                    )
                    .OrderDescending(StringComparer.Ordinal),
            ];
    }

    [Fact]
    public void Long_lines_are_folded_between_characters_and_read_back_whole()
    {
        var title = string.Concat(Enumerable.Repeat("Weißdorn – ", 30));
        var lines = CalendarWriter
            .Write([new("x", new(2026, 5, 12), title, "")], new(2026, 1, 1, 0, 0, 0, DateTimeKind.Utc))
            .Split("\r\n");
        lines.ShouldAllBe(l => Encoding.UTF8.GetByteCount(l) <= 75);
        string.Concat(lines.Select(l => l.StartsWith(' ') ? l[1..] : "\n" + l)).ShouldContain("SUMMARY:" + title);
    }
}
