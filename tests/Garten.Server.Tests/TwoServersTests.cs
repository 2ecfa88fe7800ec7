using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Garten.Testing;
using Npgsql;

namespace Garten.Server.Tests;

/// <summary>Two servers before one database: what one keeps the other tells, and nothing is done twice.</summary>
public sealed class TwoServersTests : IAsyncLifetime
{
    private RunningServer _first = null!;
    private RunningServer _second = null!;
    private Client _here = null!;
    private Client _there = null!;

    public async ValueTask InitializeAsync()
    {
        _first = await RunningServer.StartAsync(demo: true);
        _second = await _first.SecondAsync();
        (_here, _there) = (new(_first.Address), new(_second.Address));
        await _here.BeAsync("steward");
        await _there.BeAsync("steward");
    }

    public async ValueTask DisposeAsync()
    {
        _here.Dispose();
        _there.Dispose();
        await _first.DisposeAsync();
        await _second.DisposeAsync();
    }

    [Fact]
    public async Task What_one_keeps_the_other_tells_at_once()
    {
        var sheet = await _here.TakeAsync("Seen from both", "2026-05-02");
        var plant = $"/api/plants/{sheet["plant"]!["id"]}";
        await _there.PostAsync(
            $"{plant}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "ribes-sanguineum",
                qualifier = "none",
                origin = "wild",
                date = "2026-05-02",
                remarks = "",
            }
        );
        ((string?)(await _here.GetAsync(plant))["determinations"]![0]!["fullName"]).ShouldBe("Ribes sanguineum");
        (await _here.GetAsync($"{plant}/grade"))
            .ToJsonString()
            .ShouldBe((await _there.GetAsync($"{plant}/grade")).ToJsonString());
        (await _here.GetAsync("/api/today"))
            .ToJsonString()
            .ShouldBe((await _there.GetAsync("/api/today")).ToJsonString());
    }

    [Fact]
    public async Task The_same_request_to_both_begins_one_count_and_taps_on_both_are_all_counted()
    {
        var begin = new
        {
            id = Guid.CreateVersion7(),
            safe = true,
            content = new
            {
                site = DemoIds.Site(1),
                date = "2026-05-01",
                protocol = "walkThrough",
                plots = 1,
                plotAreaM2 = (double?)null,
                lengthM = (double?)null,
                started = (string?)null,
                ended = (string?)null,
                companions = "",
                weather = "",
                note = "",
            },
        };
        var both = await Task.WhenAll(_here.PostAsync("/api/counts", begin), _there.PostAsync("/api/counts", begin));
        var id = (string)both[0]["sheet"]!["id"]!;
        ((string)both[1]["sheet"]!["id"]!).ShouldBe(id);
        var line = (string)
            (
                await _here.PostAsync(
                    $"/api/counts/{id}/lines",
                    new
                    {
                        plot = 1,
                        text = "acemac 1",
                        taxon = (string?)null,
                        origin = "wild",
                    }
                )
            )["lines"]![0]!["line"]!["id"]!;
        await Task.WhenAll(
            Enumerable
                .Range(0, 20)
                .Select(i => (i % 2 == 0 ? _here : _there).PostAsync($"/api/count-lines/{line}/one-more", new { }))
        );
        ((double)(await _there.GetAsync($"/api/counts/{id}"))["lines"]![0]!["line"]!["amount"]!).ShouldBe(21);
    }

    [Fact]
    public async Task A_role_taken_on_one_is_taken_on_the_other_with_the_next_request()
    {
        using var surveyor = new Client(_second.Address);
        await surveyor.BeAsync("surveyor");
        var me = (string)(await surveyor.GetAsync("/api/session"))["person"]!["id"]!;
        await surveyor.TakeAsync("While I may", "2026-05-02");
        await _here.PutAsync(
            $"/api/people/{me}",
            new
            {
                role = "reader",
                trusted = false,
                closed = false,
            }
        );
        var refused = await Client.ProblemAsync(
            await surveyor.TryPostAsync(
                "/api/counts",
                new
                {
                    id = Guid.CreateVersion7(),
                    safe = true,
                    content = JsonNode.Parse("{}"),
                }
            ),
            HttpStatusCode.Forbidden
        );
        ((string?)refused["title"]).ShouldNotBeNullOrEmpty();
    }

    [Fact]
    public async Task A_server_before_a_copy_that_only_reads_answers_questions_and_says_where_changes_go()
    {
        await using var reading = await _first.ReadingAsync();
        var steward = (await _here.GetAsync("/api/session"))["person"]!["id"]!;
        using var handler = new HttpClientHandler();
        using var http = new HttpClient(handler);

        // Entered at the main address; the keys of cookies lie in the database, and so in every copy.
        (
            await http.PutAsJsonAsync($"{_first.Address}/api/session", new { person = (string)steward! })
        ).StatusCode.ShouldBe(HttpStatusCode.OK);
        foreach (
            var path in new[]
            {
                "/api/plants",
                "/api/records",
                "/api/statistics",
                "/api/today",
                "/api/trips",
                "/api/map",
                "/api/counts",
                "/api/year",
            }
        )
        {
            var (main, copy) = (
                await http.GetAsync(new Uri(_first.Address + path)),
                await http.GetAsync(new Uri(reading.Address + path))
            );
            copy.StatusCode.ShouldBe(HttpStatusCode.OK, path);
            (await copy.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldBe(
                await main.Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
                path
            );
        }

        var refused = await http.PostAsJsonAsync(new Uri($"{reading.Address}/api/sites"), new { name = "Elsewhere" });
        ((string?)(await Client.ProblemAsync(refused, HttpStatusCode.ServiceUnavailable))["title"]).ShouldBe(
            "Only reading here"
        );
        (await _here.GetAsync("/api/sites")).AsArray().ShouldNotContain(s => (string?)s!["name"] == "Elsewhere");
    }

    [Fact]
    public async Task Two_that_start_at_the_same_moment_before_a_database_that_is_not_there_make_it_once()
    {
        var fresh = new NpgsqlConnectionStringBuilder(await TestCluster.NewDatabaseAsync())
        {
            Database = $"fresh_{Guid.NewGuid():N}",
        }.ConnectionString;
        var servers = await Task.WhenAll(
            Task.Run(() => RunningServer.StartAsync(true, fresh)),
            Task.Run(() => RunningServer.StartAsync(true, fresh))
        );
        try
        {
            using var client = new Client(servers[1].Address);
            await client.BeAsync("steward");
            var plants = (await client.GetAsync("/api/plants")).AsArray().Select(p => (string?)p!["tag"]).ToArray();
            plants.ShouldBeUnique();
            plants.Length.ShouldBe(
                (await _here.GetAsync("/api/plants"))
                    .AsArray()
                    .Count(p => (string?)p!["description"] is not ("Seen from both" or "While I may"))
            );
        }
        finally
        {
            await servers[0].DisposeAsync();
            await servers[1].DisposeAsync();
        }
    }
}
