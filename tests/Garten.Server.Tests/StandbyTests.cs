using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using Garten.Data.Cluster;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>A server before a real hot standby, which PostgreSQL keeps up with the database the main server changes.</summary>
public sealed class StandbyTests(ITestOutputHelper output) : IAsyncLifetime
{
    private const string Database = "garten";
    private static readonly string[] Questions =
    [
        "/api/plants",
        "/api/records",
        "/api/statistics",
        "/api/today",
        "/api/trips",
        "/api/trips/needs",
        "/api/map",
        "/api/counts",
        "/api/year",
        "/api/finds/summary",
    ];

    private LocalCluster? _main;
    private LocalCluster _copy = null!;
    private RunningServer _changing = null!;
    private RunningServer _reading = null!;

    public async ValueTask InitializeAsync()
    {
        var folder = TestCluster.NewFolder();
        _main = await LocalCluster.StartAsync(folder, new ClusterOptions(Durable: true), CancellationToken.None);
        _changing = await RunningServer.StartAsync(true, _main.ConnectionStringTo(Database));
        _copy = await Standby.OfAsync(_main, folder);
        _reading = await RunningServer.StartAsync(false, _copy.ConnectionStringTo(Database));
    }

    public async ValueTask DisposeAsync()
    {
        await _reading.DisposeAsync();
        await _changing.DisposeAsync();
        _copy.Abandon();
        _main?.Abandon();
    }

    [Fact]
    public async Task The_copy_answers_what_the_main_one_says_a_little_later_and_goes_on_when_that_is_gone()
    {
        using Client main = new(_changing.Address);
        await main.BeAsync("steward");
        var steward = (string)(await main.GetAsync("/api/session"))["person"]!["id"]!;
        using HttpClient http = new(new HttpClientHandler());
        (await http.PutAsJsonAsync($"{_changing.Address}/api/session", new { person = steward })).StatusCode.ShouldBe(
            HttpStatusCode.OK
        );

        var watch = Stopwatch.StartNew();
        for (var i = 0; i < 20; i++)
        {
            await main.TakeAsync($"Copied {i}", "2026-05-02");
            watch.Restart();
            await UntilTheCopyAsync("/api/plants", says => says.Contains($"Copied {i}", StringComparison.Ordinal));
            output.WriteLine($"{watch.Elapsed.TotalMilliseconds:0} ms later");
        }

        foreach (var path in Questions)
        {
            (await SaidAsync(_reading, path)).ShouldBe(await SaidAsync(_changing, path), path);
        }

        var refused = await http.PostAsJsonAsync(new Uri($"{_reading.Address}/api/sites"), new { name = "Elsewhere" });
        ((string?)(await Client.ProblemAsync(refused, HttpStatusCode.ServiceUnavailable))["title"]).ShouldBe(
            "Only reading here"
        );

        var before = await SaidAsync(_reading, "/api/records");
        _main!.Abandon();
        _main = null;
        (await SaidAsync(_reading, "/api/records")).ShouldBe(before);

        async Task<string> SaidAsync(RunningServer server, string path)
        {
            using var response = await http.GetAsync(new Uri(server.Address + path));
            var says = await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
            response.StatusCode.ShouldBe(HttpStatusCode.OK, says);
            return says;
        }

        async Task UntilTheCopyAsync(string path, Func<string, bool> isThere)
        {
            var patience = Stopwatch.StartNew();
            while (!isThere(await SaidAsync(_reading, path)))
            {
                patience.Elapsed.TotalSeconds.ShouldBeLessThan(60, "the copy never told of it");
                await Task.Delay(5, TestContext.Current.CancellationToken);
            }
        }
    }
}
