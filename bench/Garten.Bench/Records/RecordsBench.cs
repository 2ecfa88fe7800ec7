using System.Diagnostics;
using Garten.Core.Guides;
using Garten.Data;
using Garten.Server.Requests;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Garten.Bench.Records;

/// <summary>Loads a survey of a million lines into a PostgreSQL of its own, and times what the server answers about it, one request at a time.</summary>
internal static class RecordsBench
{
    private const int OnVisit = 25;
    private const int Sites = 2000;
    private const int People = 100;

    /// <summary>Runs it.</summary>
    /// <param name="guide">Folder of the demo guide.</param>
    /// <param name="lines">How many lines to make.</param>
    /// <param name="report">Page whose section to write anew; null to print only.</param>
    public static async Task RunAsync(string guide, int lines, string? report)
    {
        await using var server = await MeasuredServer.MakeAsync(guide);
        var services = server.App.Services;
        var load = await LoadAsync(
            server.Pool,
            services.GetRequiredService<CommandJournal>(),
            services.GetRequiredService<CurrentGuide>().Guide,
            lines
        );
        using var http = await server.OpenAsync();
        List<AnswerTime> answers = [];
        foreach (var (work, held, path) in await QuestionsAsync(server.Pool))
        {
            answers.Add(await AnswerTimes.MeasureAsync(http, work, held, path));
        }

        RecordsReport.Write(lines, load, answers, await SizeAsync(server.Pool), report);
    }

    /// <summary>Brings the lines in as an import does, and copies the same rows raw, into a bare table and into one with the same keys and indexes.</summary>
    private static async Task<LoadTime> LoadAsync(NpgsqlDataSource pool, CommandJournal journal, Guide guide, int lines)
    {
        var sites = GeneratedSurvey.Sites(Sites);
        var visits = GeneratedSurvey.Visits(guide, sites, People, lines, OnVisit);
        await using var connection = await pool.OpenConnectionAsync();
        PersonId person = new(await connection.ScalarAsync<Guid>("select id from person order by name limit 1"));
        var watch = Stopwatch.StartNew();
        await new ImportStore(pool, journal).HandleAsync(
            new(Guid.CreateVersion7(), person, null, "bench", ""),
            new(visits, [], sites),
            CancellationToken.None
        );
        var brought = watch.Elapsed;

        // What a survey of years has behind it: the database's own upkeep has run.
        await connection.ExecuteAsync("vacuum analyze");
        const string Columns = "sheet, plot, guide_version, taxon, qualifier, origin, unit, amount, note, person";
        await connection.ExecuteAsync(
            "create table raw_bare (like count_line including defaults including generated including identity)"
        );
        await connection.ExecuteAsync(
            "create table raw_kept (like count_line including all, foreign key (sheet) references count_sheet (id), foreign key (person) references person (id), foreign key (guide_version, taxon) references guide_taxon (guide_version, taxon))"
        );
        var rows = new MemoryStream();
        await using (
            var export = await connection.BeginRawBinaryCopyAsync(
                $"copy (select {Columns} from count_line) to stdout (format binary)"
            )
        )
        {
            await export.CopyToAsync(rows);
        }

        async Task<TimeSpan> CopyAsync(string table)
        {
            rows.Position = 0;
            watch.Restart();
            await using (
                var copy = await connection.BeginRawBinaryCopyAsync(
                    $"copy {table} ({Columns}) from stdin (format binary)"
                )
            )
            {
                await rows.CopyToAsync(copy);
            }

            return watch.Elapsed;
        }

        var (bare, kept) = (await CopyAsync("raw_bare"), await CopyAsync("raw_kept"));
        await connection.ExecuteAsync("drop table raw_bare, raw_kept");
        return new(lines, visits.Count, brought, bare, kept);
    }

    private static async Task<List<(string Work, double? Held, string Path)>> QuestionsAsync(NpgsqlDataSource pool)
    {
        const double Bound = 200;
        await using var connection = await pool.OpenConnectionAsync();
        var common = await connection.ScalarAsync<string>(
            "select taxon from count_line group by taxon order by count(*) desc limit 1"
        );
        var rare = await connection.ScalarAsync<string>(
            "select taxon from count_line group by taxon order by count(*) limit 1"
        );
        var genus = (
            await connection.ScalarAsync<string>($"select genus from guide_taxon where taxon = '{common}' limit 1")
        )!;
        var site = await connection.ScalarAsync<Guid>("select id from site where name = 'Square 0042'");
        var person = await connection.ScalarAsync<Guid>("select id from person where name = 'Recorder 042'");
        var middle = await connection.ScalarAsync<Guid>(
            "select l.id from count_line l join count_sheet c on c.id = l.sheet join visit v on v.id = c.visit where v.visited_on = '2016-06-15' limit 1"
        );
        var list = new (string Work, string Query)[]
        {
            ("all, the latest first", ""),
            ("a page in the middle", $"?after=2016-06-15.line.{middle}"),
            ("the commonest species", $"?taxon={common}"),
            ("the rarest species", $"?taxon={rare}"),
            ("one site", $"?site={site}"),
            ("one person", $"?person={person}"),
            ("one year", "?from=2015-01-01&to=2015-12-31"),
            ("words: a genus", $"?text={genus}"),
            ("words: a genus and a site", $"?text={genus}%20Square%200042"),
            ("words: in a few notes", $"?text={GeneratedSurvey.RareWord}"),
            ("words: nowhere", "?text=nowherewort"),
        };
        return
        [
            .. list.Select(q => ($"list: {q.Work}", (double?)Bound, $"/api/finds{q.Query}")),
            .. list.Where(q => !q.Query.Contains("after", StringComparison.Ordinal))
                .Select(q =>
                    (
                        $"summary: {q.Work.Replace(", the latest first", "", StringComparison.Ordinal)}",
                        (double?)Bound,
                        $"/api/finds/summary{q.Query}"
                    )
                ),
            ("map: all, from afar", Bound, "/api/finds/map?zoom=8"),
            ("map: all, nearer", Bound, "/api/finds/map?zoom=11&south=44.3&north=44.7&west=-122.7&east=-122.3"),
            ("map: the commonest species", Bound, $"/api/finds/map?zoom=9&taxon={common}"),
            ("map: one year", Bound, "/api/finds/map?zoom=9&from=2015-01-01&to=2015-12-31"),
            ("the latest counts", Bound, "/api/counts"),
            ("followed plants", Bound, "/api/records"),
            ("statistics of one site", null, $"/api/statistics?site={site}"),
            ("statistics of one year", null, "/api/statistics?year=2015"),
        ];
    }

    private static async Task<string> SizeAsync(NpgsqlDataSource pool)
    {
        await using var connection = await pool.OpenConnectionAsync();
        return (
            await connection.ScalarAsync<string>(
                "select pg_size_pretty(pg_table_size('count_line')) || ' and ' || pg_size_pretty(pg_indexes_size('count_line')) || ' of indexes'"
            )
        )!;
    }
}
