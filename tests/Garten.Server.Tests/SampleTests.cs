using System.Net;
using System.Text.Json.Nodes;

namespace Garten.Server.Tests;

/// <summary>Samples of measured parts, studied against the leading names.</summary>
public sealed class SampleTests(ServerFixture server) : ServerTest(server)
{
    private JsonNode _sheet = null!;

    public override async ValueTask InitializeAsync()
    {
        await base.InitializeAsync();
        _sheet = await Me.TakeAsync();
    }

    [Fact]
    public async Task A_sample_says_its_mean_with_its_interval_and_what_the_guide_says_of_the_leading_names()
    {
        var sample = (await StudiedAsync("leaf-length", "6 cm", "7 cm", "8 cm"))["samples"]!
            .AsArray()
            .ShouldHaveSingleItem()!;

        // t for two degrees of freedom 4.303, standard error 1 ÷ √3: 7 ± 2.48.
        ((string?)sample["words"]).ShouldBe(
            "3 parts, mean 7.0 cm (95 %: 4.5 to 9.5), standard deviation 1, from 6 to 8"
        );
        sample["values"]!.AsArray().Select(v => (double)v!).ShouldBe([6, 7, 8]);
        sample["against"]!.AsArray().Count.ShouldBeGreaterThan(0);
        ((string?)sample["advice"])!.ShouldNotBeEmpty();
        ((string?)sample["typingError"]).ShouldBeEmpty();
    }

    [Fact]
    public async Task An_interval_of_lengths_never_reaches_below_nothing()
    {
        var sample = (await StudiedAsync("leaf-length", "2 cm", "9 cm"))["samples"]![0]!;
        ((string?)sample["words"])!.ShouldMatch(@"\(95 %: 0(\.0*)? to \d+", "with two parts t is 12.7");
    }

    [Fact]
    public async Task A_misplaced_point_is_pointed_out() =>
        (
            (string?)
                (await StudiedAsync("leaf-length", "6.1", "5.8", "64", "6.6", "5.5"))["samples"]![0]!["typingError"]
        )!.ShouldStartWith("64 looks like a typing error for 6.4: a misplaced point");

    [Fact]
    public async Task Lengths_and_widths_of_the_same_leaves_offer_their_ratios()
    {
        await StudiedAsync("leaf-length", "6 cm", "9 cm");
        var answer = await StudiedAsync("leaf-width", "2 cm", "4 cm");
        var ratio = answer["ratios"]!.AsArray().ShouldHaveSingleItem()!;
        ((string?)ratio["character"]).ShouldBe("leaf-ratio");
        ratio["entries"]!.AsArray().Select(e => (string?)e).ShouldBe(["3", "2.25"]);
    }

    [Fact]
    public async Task Each_part_keeps_where_it_grew_and_parts_of_sun_and_shade_are_studied_apart()
    {
        var path = Client.PathTo(_sheet, "leaf-length");
        var first = await Me.PutAsync(path, Part([], null, "6 cm", "sun", null));
        var second = await Me.PutAsync(
            path,
            Part(["6 cm"], [new { exposure = "sun" }], "11 cm", "shade", Revision(first))
        );
        var seen = second["observations"]!.AsArray().ShouldHaveSingleItem()!;
        seen["placeWords"]!.AsArray().Select(w => (string?)w).ShouldBe(["sun", "shade"]);
        seen["seen"]!["exposure"].ShouldBeNull();
        var answer = await Me.PostAsync("/api/bench/samples", Client.Asked(second));
        answer["samples"]!.AsArray().Select(s => (string?)s!["words"]).ShouldBe(["one part, 6 cm", "one part, 11 cm"]);

        // Undone and done again, the places are still there; and places for parts that were not sent are refused.
        await Me.PostAsync($"/api/plants/{_sheet["plant"]!["id"]}/undo", new { });
        var again = await Me.PostAsync($"/api/plants/{_sheet["plant"]!["id"]}/redo", new { });
        again["observations"]![0]!["placeWords"]!.AsArray().Select(w => (string?)w).ShouldBe(["sun", "shade"]);
        await Client.ProblemAsync(
            await Me.TryPutAsync(
                path,
                Part(["6 cm", "7 cm"], [new { exposure = "sun" }], "8 cm", "sun", Revision(again))
            ),
            HttpStatusCode.BadRequest
        );

        static long Revision(JsonNode sheet) => (long)sheet["observations"]![0]!["revision"]!;

        static object Part(string[] parts, object[]? places, string entry, string exposure, long? expected) =>
            new
            {
                finding = "sample",
                parts,
                places,
                entry,
                certainty = "sure",
                source = "attached",
                exposure,
                expected,
                states = (string[]?)null,
                rough = (string?)null,
                hidden = (string?)null,
                altered = (string[]?)null,
                position = (string?)null,
                note = "",
            };
    }

    private async Task<JsonNode> StudiedAsync(string character, params string[] parts)
    {
        var sheet = await Me.PutAsync(Client.PathTo(_sheet, character), Client.Feature("sample", parts: parts));
        return await Me.PostAsync("/api/bench/samples", Client.Asked(sheet));
    }
}
