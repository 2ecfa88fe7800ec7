using System.Diagnostics;
using System.Globalization;
using System.Text;
using Garten.Data;
using Garten.Server.Demo;
using Microsoft.Extensions.DependencyInjection;

namespace Garten.Bench.Records;

/// <summary>
/// Follows the plants of the demo many times over, with their visits, features, keys and names, and times what is asked about all of
/// them. The copies are put in the tables directly; what is reckoned of each is reckoned by the journal, as it is when a guide changes.
/// </summary>
internal static class FollowedBench
{
    private const double Bound = 300;

    private static readonly (string Work, string Path)[] Questions =
    [
        ("Today", "/api/today"),
        ("the list of plants", "/api/plants"),
        ("the list of records", "/api/records"),
        ("one plant", $"/api/plants/{DemoSurvey.PlantOf("TF-001")}"),
        ("what there is to see on trips", "/api/trips/needs"),
    ];

    private const string Copy = """
        create temp table copy (source uuid, n integer, plant uuid);
        with numbered as (
            select p.id, n from generate_series(1, 1000) n cross join plant p order by n, p.tag limit :many),
        tagged as (select id, n, 'Z-' || lpad((row_number() over ())::text, 6, '0') as tag from numbered),
        made as (
            insert into plant (tag, site, description, origin, taken_by)
            select t.tag, p.site, p.description, p.origin, p.taken_by from tagged t join plant p on p.id = t.id
            returning id, tag)
        insert into copy select t.id, t.n, m.id from tagged t join made m on m.tag = t.tag;

        insert into plant_visit (plant, visit, stage, sex, parts, altered, note)
        select c.plant, v.visit, v.stage, v.sex, v.parts, v.altered, v.note from copy c join plant_visit v on v.plant = c.source;

        insert into observation (plant_visit, guide_version, character, finding, states, rough_typed, rough_low, rough_high, rough_best, hidden, certainty, source,
                                 altered, exposure, position, note, recorded_by, revision, tool, age)
        select w.id, o.guide_version, o.character, o.finding, o.states, o.rough_typed, o.rough_low, o.rough_high, o.rough_best, o.hidden, o.certainty, o.source,
               o.altered, o.exposure, o.position, o.note, o.recorded_by, nextval('revision_number'), o.tool, o.age
        from copy c join plant_visit v on v.plant = c.source join plant_visit w on w.plant = c.plant and w.visit = v.visit join observation o on o.plant_visit = v.id;

        insert into sample_part (observation, ordinal, value, typed, exposure, position)
        select q.id, s.ordinal, s.value, s.typed, s.exposure, s.position
        from copy c join plant_visit v on v.plant = c.source join plant_visit w on w.plant = c.plant and w.visit = v.visit
        join observation o on o.plant_visit = v.id join observation q on q.plant_visit = w.id and q.character = o.character join sample_part s on s.observation = o.id;

        insert into walk (plant, start_key, start_couplet, reopened_key, reopened_couplet, revision)
        select c.plant, w.start_key, w.start_couplet, w.reopened_key, w.reopened_couplet, nextval('revision_number') from copy c join walk w on w.plant = c.source;

        insert into walk_answer (plant, ordinal, key, couplet, lead)
        select c.plant, a.ordinal, a.key, a.couplet, a.lead from copy c join walk_answer a on a.plant = c.source;

        insert into determination (plant, guide_version, taxon, qualifier, full_name, determined_by, determined_on, remarks, reasons)
        select c.plant, d.guide_version, d.taxon, d.qualifier, d.full_name, d.determined_by, d.determined_on, d.remarks, d.reasons
        from copy c join determination d on d.plant = c.source order by d.arrived;

        insert into plant_position (plant, latitude, longitude, uncertainty_m, typed, person)
        select c.plant, p.latitude + 0.0001 * c.n, p.longitude, p.uncertainty_m, p.typed, p.person from copy c join plant_position p on p.plant = c.source order by p.id;
        drop table copy;
        """;

    /// <summary>Runs it.</summary>
    /// <param name="guide">Folder of the demo guide.</param>
    /// <param name="plants">How many plants to follow in all.</param>
    /// <param name="report">Page whose section to write anew; null to print only.</param>
    public static async Task RunAsync(string guide, int plants, string? report)
    {
        await using var server = await MeasuredServer.MakeAsync(guide);
        await using var connection = await server.Pool.OpenConnectionAsync();
        var first = await connection.ScalarAsync<int>("select count(*)::int from plant");
        await connection.ExecuteAsync(
            Copy.Replace(":many", (plants - first).ToString(CultureInfo.InvariantCulture), StringComparison.Ordinal)
        );
        var watch = Stopwatch.StartNew();
        await server.App.Services.GetRequiredService<CommandJournal>().AssessStaleAsync(CancellationToken.None);
        var assessed = watch.Elapsed;
        await connection.ExecuteAsync("vacuum analyze");
        using var http = await server.OpenAsync();
        List<AnswerTime> answers = [];
        foreach (var (work, path) in Questions)
        {
            answers.Add(await AnswerTimes.MeasureAsync(http, work, Bound, path));
        }

        // Planned once, a plan is taken again while nothing it rests on changes.
        watch.Restart();
        using (var planned = await http.GetAsync(new Uri("/api/trips", UriKind.Relative)))
        {
            planned.EnsureSuccessStatusCode();
        }

        var planning = watch.Elapsed;
        answers.Add(await AnswerTimes.MeasureAsync(http, "all trips of a year, planned before", null, "/api/trips"));
        answers.Add(await AnswerTimes.MeasureAsync(http, "the days of these trips", Bound, "/api/trips/days"));
        Write(plants, first, assessed, planning, answers, report);
    }

    private static void Write(
        int plants,
        int first,
        TimeSpan assessed,
        TimeSpan planning,
        List<AnswerTime> answers,
        string? report
    )
    {
        var text = new StringBuilder()
            .AppendLine(
                CultureInfo.InvariantCulture,
                $"Written by `./garten bench followed {plants}`: the {first} plants of the demo, followed until there are {plants:N0}, with their visits, features, keys and names;"
            )
            .AppendLine(
                "the server and its database on one machine, asked one request at a time, as a steward, from the request to the last byte."
            )
            .AppendLine()
            .AppendLine("| work | in the middle | at most | bound |")
            .AppendLine("| --- | --- | --- | --- |");
        RecordsReport.Append(text, answers);
        text.AppendLine()
            .AppendLine(
                CultureInfo.InvariantCulture,
                $"Reckoning all of them anew, as when another guide comes into use, took {assessed.TotalSeconds:0.0} s, {assessed.TotalMilliseconds / (plants - first):0.0} ms a plant; planning a year of trips for all of them for the first time {planning.TotalSeconds:0.0} s."
            );
        Console.WriteLine(text);
        if (report is not null)
        {
            PerformancePage.SetSection(report, "Many followed plants", text.ToString());
        }
    }
}
