using System.Globalization;
using System.Text;

namespace Garten.Bench.Records;

/// <summary>How long lines took to arrive.</summary>
/// <param name="Visits">On how many visits.</param>
/// <param name="Brought">As an import brings them in, with their visits, checked and added up.</param>
/// <param name="Bare">The same rows copied raw into a table without keys or indexes.</param>
/// <param name="Kept">The same rows copied raw into a table with the same keys and indexes.</param>
internal sealed record LoadTime(int Lines, int Visits, TimeSpan Brought, TimeSpan Bare, TimeSpan Kept);

/// <summary>How long an answer took.</summary>
/// <param name="Middle">Milliseconds in the middle.</param>
/// <param name="Most">Milliseconds at most.</param>
/// <param name="Held">Milliseconds to be held; null for none.</param>
internal sealed record AnswerTime(string Work, double Middle, double Most, double? Held);

/// <summary>Writes the section on big surveys.</summary>
internal static class RecordsReport
{
    private const string Indexes = """
        | index | for |
        | --- | --- |
        | `visit_day` (day) | the list by day, from any day on; a year |
        | `visit_recorder` (person) | one person |
        | the key of `visit` (site, day, person) | one site; the same visit is kept once |
        | `count_sheet_visit`, `count_line_sheet` | from a visit to its lines |
        | `count_line_taxon` (taxon, reserve) where not taken away | one species, words that are names; it is small, since each name stands in it once with its lines |
        | `count_line_note` (letters by three) where there is a note | words in notes |
        | `count_line_once` | a name, origin and unit once in a plot |
        | `determination_plant`, `plant_position_latest` | the latest name and place of a followed plant |

        Each sheet keeps how many lines it has (triggers on statements keep the number), so that sums over visits, the map and the years read a row a
        visit and not a row a line. A tally keeps how many lines bear each name, so that the names of all, and of a genus, are summed without reading
        lines: every statement adds rows of its own to it, for which nobody waits, and now and then they become one again.
        """;

    /// <summary>Writes it.</summary>
    /// <param name="lines">How many lines the survey has.</param>
    /// <param name="load">How they arrived.</param>
    /// <param name="size">How much the lines take up.</param>
    /// <param name="path">Page whose section to write anew; null to print only.</param>
    public static void Write(int lines, LoadTime load, IEnumerable<AnswerTime> answers, string size, string? path)
    {
        var text = new StringBuilder()
            .AppendLine(
                CultureInfo.InvariantCulture,
                $"Written by `./garten bench records {lines}`: {lines:N0} generated lines on {load.Visits:N0} visits beside the demo survey, the server and its database on one machine,"
            )
            .AppendLine(
                "asked one request at a time, as a steward, from the request to the last byte. They take up "
                    + size
                    + "."
            )
            .AppendLine()
            .AppendLine("| work | in the middle | at most | bound |")
            .AppendLine("| --- | --- | --- | --- |");
        Append(text, answers);
        text.AppendLine()
            .AppendLine("| lines a second | |")
            .AppendLine("| --- | --- |")
            .AppendLine(
                CultureInfo.InvariantCulture,
                $"| brought in, with their visits, sites and people | {load.Lines / load.Brought.TotalSeconds:N0} |"
            )
            .AppendLine(
                CultureInfo.InvariantCulture,
                $"| the same rows copied raw into a table with the same keys and indexes | {load.Lines / load.Kept.TotalSeconds:N0} |"
            )
            .AppendLine(
                CultureInfo.InvariantCulture,
                $"| the same rows copied raw into a table without any | {load.Lines / load.Bare.TotalSeconds:N0} |"
            )
            .AppendLine()
            .AppendLine(
                CultureInfo.InvariantCulture,
                $"Bringing in goes at {load.Kept / load.Brought:0.00} of the rate of a raw copy into such a table, and at {load.Bare / load.Brought:0.00} of one into a bare table."
            )
            .AppendLine()
            .AppendLine(Indexes);
        Console.WriteLine(text);
        if (path is not null)
        {
            PerformancePage.SetSection(path, "Big surveys", text.ToString());
        }
    }

    /// <summary>Writes a row for each answer.</summary>
    /// <param name="text">The table so far.</param>
    public static void Append(StringBuilder text, IEnumerable<AnswerTime> answers)
    {
        foreach (var a in answers)
        {
            text.AppendLine(
                CultureInfo.InvariantCulture,
                $"| {a.Work} | {a.Middle:0} ms | {a.Most:0} ms | {(a.Held is { } held ? $"{held:0} ms" : "")} |"
            );
        }
    }
}
