using System.Text.Json.Nodes;
using Garten.Testing;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Garten.Server.Tests;

/// <summary>What a reader gets of the demo, held against what they get of the same demo without its sensitive plants and lines: the same.</summary>
public sealed class SensitiveDemoTests
{
    /// <summary>What is told coarsely of what is hidden is all that may differ.</summary>
    private static readonly string[] Coarse = ["withheld"];

    private static readonly string[] Paths =
    [
        "/api/plants",
        "/api/today",
        "/api/trips",
        "/api/trips/needs",
        "/api/trips/days",
        "/api/records?take=200",
        "/api/records?text=leaf",
        "/api/records?site=5&take=200",
        "/api/records?person=3&take=200",
        "/api/map",
        "/api/year",
        "/api/year?site=5",
        "/api/shows?site=5",
        "/api/statistics",
        "/api/statistics?site=4&year=2026",
        "/api/statistics/not-seen?site=5",
        "/api/statistics/changes?before=2025&after=2026",
        "/api/counts?take=100",
        "/api/counts/years",
        "/api/finds?take=200",
        "/api/finds?text=calypso",
        "/api/finds?site=4&take=200",
        "/api/finds/summary",
        "/api/finds/summary?site=4",
        "/api/finds/summary?text=fritillaria",
        "/api/finds/map",
        "/api/finds/map?taxon=liliaceae",
        "/api/report",
        "/api/report?site=5&year=2026",
        "/api/labels",
        "/api/checklist?site=5",
        "/api/sites",
        "/api/map.geojson",
        "/api/map.gpx",
        "/api/counts/calendar.ics",
        "/api/trips/calendar.ics",
    ];

    [Fact]
    public async Task A_reader_gets_the_same_with_and_without_what_is_sensitive_but_for_the_squares()
    {
        await using var whole = await RunningServer.StartAsync(demo: true);
        await using var bare = await RunningServer.StartAsync(demo: true);
        var gone = await WithoutSensitiveAsync(bare.Services.GetRequiredService<NpgsqlDataSource>());
        gone.ShouldBeGreaterThanOrEqualTo(3, "the colony of the demo");
        using Client reader = new(whole.Address),
            other = new(bare.Address);
        await reader.BeAsync("reader");
        await other.BeAsync("reader");
        List<string> paths = [.. Paths];
        foreach (var plant in (await other.GetAsync("/api/plants")).AsArray())
        {
            paths.AddRange(
                ((string[])["", "/care", "/grade", "/pictures", "/portrait", "/request", "/see-one?taxon=acer"]).Select(
                    p => $"/api/plants/{plant!["id"]}{p}"
                )
            );
            paths.Add($"/api/shows?plant={plant!["id"]}");
        }

        paths.AddRange(
            (await other.GetAsync("/api/counts?take=100"))["sheets"]!
                .AsArray()
                .SelectMany(s => (string[])[$"/api/counts/{s!["id"]}", $"/api/counts/{s["id"]}/watched"])
        );
        foreach (var path in paths)
        {
            Plain(await TextAsync(reader, path)).ShouldBe(Plain(await TextAsync(other, path)), path);
        }

        (await TextAsync(reader, "/api/records")).ShouldContain(
            "calypso-bulbosa",
            customMessage: "that it grows in a square is told"
        );
    }

    /// <summary>Takes away what is hidden from a reader, as though it had never been recorded.</summary>
    private static async Task<int> WithoutSensitiveAsync(NpgsqlDataSource source)
    {
        await using var connection = await source.OpenConnectionAsync();
        await using var removal = new NpgsqlCommand(
            """
            update count_line set removed_at = now() where taxon in (select taxon from sensitive_taxon);
            create temporary table gone as select id from sensitive_plant;
            set session_replication_role = replica;
            delete from sample_part where observation in (select o.id from observation o join plant_visit v on v.id = o.plant_visit where v.plant in (select id from gone));
            delete from observation where plant_visit in (select id from plant_visit where plant in (select id from gone));
            delete from photo_use where plant_visit in (select id from plant_visit where plant in (select id from gone));
            delete from review where determination in (select id from determination where plant in (select id from gone));
            delete from determination where plant in (select id from gone);
            delete from walk_answer where plant in (select id from gone);
            delete from walk where plant in (select id from gone);
            delete from change where plant in (select id from gone);
            delete from colony_link where plant in (select id from gone) or other in (select id from gone);
            delete from plant_visit where plant in (select id from gone);
            delete from plant_position where plant in (select id from gone);
            delete from plant_grade where plant in (select id from gone);
            delete from plant_assessment where plant in (select id from gone);
            delete from plant where id in (select id from gone);
            set session_replication_role = default;
            """,
            connection
        );
        await removal.ExecuteNonQueryAsync();
        await using var count = new NpgsqlCommand("select count(*)::int from gone", connection);
        return (int)(await count.ExecuteScalarAsync())!;
    }

    private static async Task<string> TextAsync(Client client, string path)
    {
        using var answer = await client.Http.GetAsync(new Uri(path, UriKind.Relative));
        return $"{(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync()}";
    }

    /// <summary>An answer without what is told coarsely, and without what any two surveys differ in: revisions, and when a calendar was written.</summary>
    private static string Plain(string answer)
    {
        var (status, body) = (answer[..3], answer[4..]);
        if (!body.StartsWith('{') && !body.StartsWith('['))
        {
            return string.Join('\n', answer.Split('\n').Where(l => !l.StartsWith("DTSTAMP", StringComparison.Ordinal)));
        }

        var json = JsonNode.Parse(body, documentOptions: new() { MaxDepth = 64 });
        Strip(json);
        return status + json!.ToJsonString();

        static void Strip(JsonNode? node)
        {
            switch (node)
            {
                case JsonObject o:
                    foreach (var name in Coarse.Concat(["revision", "walkRevision", "landmarksRevision", "traceId"]))
                    {
                        o.Remove(name);
                    }

                    o.ToList().ForEach(p => Strip(p.Value));
                    break;
                case JsonArray a:
                    a.ToList().ForEach(Strip);
                    break;
            }
        }
    }
}
