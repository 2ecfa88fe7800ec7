using System.Text.Json.Nodes;

namespace Garten.Server.Tests;

/// <summary>Samples of measured parts, studied against the leading names.</summary>
public sealed class SampleTests(ServerFixture server) : IClassFixture<ServerFixture>, IAsyncLifetime
{
    private readonly Client _me = new(server.Address);
    private JsonNode _sheet = null!;

    public async ValueTask InitializeAsync()
    {
        await _me.BeAsync(0);
        _sheet = await _me.TakeAsync();
    }

    public ValueTask DisposeAsync()
    {
        _me.Dispose();
        return ValueTask.CompletedTask;
    }

    [Fact]
    public async Task A_sample_says_its_mean_with_its_interval_and_what_the_guide_says_of_the_leading_names()
    {
        var sample = (await StudiedAsync("leaf-length", "6 cm", "7 cm", "8 cm"))["samples"]!.AsArray().ShouldHaveSingleItem()!;

        // t for two degrees of freedom 4.303, standard error 1 ÷ √3: 7 ± 2.48.
        ((string?)sample["words"]).ShouldBe("3 parts, mean 7.0 cm (95 %: 4.5 to 9.5), standard deviation 1, from 6 to 8");
        sample["values"]!.AsArray().Select(v => (double)v!).ShouldBe([6, 7, 8]);
        sample["against"]!.AsArray().Count.ShouldBeGreaterThan(0);
        ((string?)sample["advice"])!.ShouldNotBeEmpty();
        ((string?)sample["slip"]).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_misplaced_point_is_pointed_out() =>
        ((string?)(await StudiedAsync("leaf-length", "6.1", "5.8", "64", "6.6", "5.5"))["samples"]![0]!["slip"])!.ShouldStartWith("64 looks like a slip for 6.4: a misplaced point");

    [Fact]
    public async Task Lengths_and_widths_of_the_same_leaves_offer_their_ratios()
    {
        await StudiedAsync("leaf-length", "6 cm", "9 cm");
        var answer = await StudiedAsync("leaf-width", "2 cm", "4 cm");
        var ratio = answer["ratios"]!.AsArray().ShouldHaveSingleItem()!;
        ((string?)ratio["character"]).ShouldBe("leaf-ratio");
        ratio["entries"]!.AsArray().Select(e => (string?)e).ShouldBe(["3", "2.25"]);
    }

    private async Task<JsonNode> StudiedAsync(string character, params string[] parts)
    {
        var sheet = await _me.PutAsync(Client.PathTo(_sheet, character), Client.Feature("sample", parts: parts));
        return await _me.PostAsync("/api/bench/samples", sheet["request"]!);
    }
}
