using System.Net;
using System.Text.Json.Nodes;

namespace Garten.Server.Tests;

/// <summary>Names withdrawn, visits deleted and moved, plants merged: each told in the history and taken back.</summary>
public sealed class PartingTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task A_name_is_withdrawn_with_a_reason_and_stands_again()
    {
        var plant = Id((await Me.TakeAsync())["plant"]);
        var (first, second) = (await NamedAsync(plant, "acer-circinatum"), await NamedAsync(plant, "acer-glabrum"));
        var path = $"/api/plants/{plant}/determinations";
        await RefusedAsync($"{path}/{second}/withdrawal", new { reason = " " }, HttpStatusCode.BadRequest, "reason");
        await RefusedAsync(
            $"{path}/{Guid.NewGuid()}/withdrawal",
            new { reason = "wrong" },
            HttpStatusCode.NotFound,
            "no such name"
        );
        var sheet = await Me.PostAsync($"{path}/{second}/withdrawal", new { reason = "looked at the wrong leaf" });
        Names(sheet).ShouldBe([first]);

        // What is reckoned and listed goes by what stands.
        (await RecordsAsync(plant)).ShouldAllBe(r => (string?)r["taxon"] == "acer-circinatum");
        var off = (await Me.GetAsync($"/api/plants/{plant}/taken-off"))["names"]!.AsArray().ShouldHaveSingleItem()!;
        ((string?)off["reason"], (string?)off["by"]).ShouldBe(("looked at the wrong leaf", "J. Adeyemi"));
        (await HistoryAsync(plant))[0].ShouldStartWith("the name Acer glabrum");

        Names(await Me.PostAsync($"{path}/{second}/return", new { })).ShouldBe([second, first]);
        Names(await Me.PostAsync($"{path}/{second}/return", new { })).ShouldBe([second, first], "twice is once");

        // Somebody else's name is not theirs to withdraw.
        using Client other = new(Address);
        await other.BeAsync(3);
        await Client.ProblemAsync(
            await other.TryPostAsync($"{path}/{first}/withdrawal", new { reason = "I think not" }),
            HttpStatusCode.Conflict
        );
    }

    [Fact]
    public async Task A_visit_is_deleted_with_what_was_recorded_on_it_and_brought_back_but_never_the_last_one()
    {
        var sheet = await Me.TakeAsync();
        var (plant, first) = (Id(sheet["plant"]), Id(sheet["visits"]![0]));
        var visits = $"/api/plants/{plant}/visits";
        await RefusedAsync($"{visits}/{first}/removal", new { reason = "" }, HttpStatusCode.Conflict, "only visit");
        await RecordAsync(plant, first);
        sheet = await Me.PostAsync(visits, Visit("2026-06-10"));
        var deleted = await Me.PostAsync($"{visits}/{first}/removal", new { reason = "another shrub" });
        deleted["visits"]!.AsArray().Count.ShouldBe(1);
        deleted["observations"]!.AsArray().ShouldBeEmpty();
        deleted["undo"]!["undo"].ShouldBeNull("what was recorded on it cannot be taken back while it is gone");
        var off = (await Me.GetAsync($"/api/plants/{plant}/taken-off"))["visits"]!.AsArray().ShouldHaveSingleItem()!;
        ((string?)off["id"], (int)off["features"]!).ShouldBe((first, 1));

        var back = await Me.PostAsync($"{visits}/{first}/return", new { });
        (back["visits"]!.AsArray().Count, back["observations"]!.AsArray().Count).ShouldBe((2, 1));
        ((string?)back["undo"]!["undo"]).ShouldNotBeNull();
        (await HistoryAsync(plant))[0].ShouldBe("the visit of 1 May 2026: brought back");
        (await HistoryAsync(plant))[1].ShouldBe("the visit of 1 May 2026: deleted: another shrub");
    }

    [Fact]
    public async Task A_visit_is_moved_to_the_plant_it_was_made_to()
    {
        var (one, other) = (await Me.TakeAsync("one"), await Me.TakeAsync("other", "2026-05-03"));
        var (from, to) = (Id(one["plant"]), Id(other["plant"]));
        await Me.PostAsync($"/api/plants/{from}/visits", Visit("2026-06-10"));
        var visit = Id(one["visits"]![0]);
        await RecordAsync(from, visit);
        var path = $"/api/plants/{from}/visits/{visit}/move";
        await RefusedAsync(path, new { to = from }, HttpStatusCode.BadRequest, "another plant");
        await RefusedAsync(path, new { to = Guid.NewGuid() }, HttpStatusCode.NotFound, "no such plant");
        (await Me.PostAsync(path, new { to }))["observations"]!.AsArray().ShouldBeEmpty();
        var there = await Me.GetAsync($"/api/plants/{to}");
        there["visits"]!.AsArray().Select(v => (string?)v!["date"]).ShouldBe(["2026-05-01", "2026-05-03"]);
        there["observations"]!.AsArray().Count.ShouldBe(1);
        (await HistoryAsync(to))[0].ShouldStartWith("the visit of 1 May 2026: moved here from");

        // Where the same person was there on that day already, it says what to do.
        var third = await Me.TakeAsync("third", "2026-05-03");
        await Me.PostAsync($"/api/plants/{Id(third["plant"])}/visits", Visit("2026-06-10"));
        await RefusedAsync(
            $"/api/plants/{Id(third["plant"])}/visits/{Id(third["visits"]![0])}/move",
            new { to },
            HttpStatusCode.Conflict,
            "another day"
        );
    }

    [Fact]
    public async Task Two_plants_that_are_one_are_merged_and_parted_again()
    {
        var (kept, other) = (await Me.TakeAsync("kept"), await Me.TakeAsync("other", "2026-07-03"));
        var (to, from) = (Id(kept["plant"]), Id(other["plant"]));
        await RecordAsync(from, Id(other["visits"]![0]));
        await NamedAsync(from, "acer-circinatum");
        await RefusedAsync(
            $"/api/plants/{to}/merge",
            new { other = to, reason = "" },
            HttpStatusCode.BadRequest,
            "another plant"
        );
        var merged = await Me.PostAsync($"/api/plants/{to}/merge", new { other = from, reason = "one root" });
        merged["visits"]!.AsArray().Select(v => (string?)v!["date"]).ShouldBe(["2026-05-01", "2026-07-03"]);
        (merged["observations"]!.AsArray().Count, merged["determinations"]!.AsArray().Count).ShouldBe((1, 1));
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri($"/api/plants/{from}", UriKind.Relative)),
            HttpStatusCode.NotFound
        );
        var gone = (await Me.GetAsync("/api/deleted-plants")).AsArray().Single(p => (string?)p!["id"] == from)!;
        ((string)gone["reason"]!).ShouldStartWith("merged into");

        await Me.PostAsync($"/api/plants/{from}/return", new { });
        (await Me.GetAsync($"/api/plants/{to}"))["visits"]!.AsArray().Count.ShouldBe(1);
        var again = await Me.GetAsync($"/api/plants/{from}");
        (again["visits"]!.AsArray().Count, again["observations"]!.AsArray().Count).ShouldBe((1, 1));

        // Both visited on one day by one person: which of the two holds, only people can say.
        var third = Id((await Me.TakeAsync("third"))["plant"]);
        await RefusedAsync(
            $"/api/plants/{to}/merge",
            new { other = third, reason = "" },
            HttpStatusCode.Conflict,
            "on the same day"
        );
        (await Me.GetAsync($"/api/plants/{third}"))["visits"]!.AsArray().Count.ShouldBe(1);
    }

    [Fact]
    public async Task What_is_hidden_stays_hidden_when_it_is_merged_or_its_visit_deleted()
    {
        var (kept, other) = (await Me.TakeAsync("kept open"), await Me.TakeAsync("a hidden one", "2026-07-03"));
        var (to, from) = (Id(kept["plant"]), Id(other["plant"]));
        await NamedAsync(to, "acer-circinatum");
        await NamedAsync(from, "calypso-bulbosa");
        var photo = Guid.CreateVersion7();
        await Me.PostAsync($"/api/photos/samples/1?id={photo}", new { });
        var visit = Id(other["visits"]![0]);
        await Me.PostAsync(
            $"/api/plants/{from}/visits/{visit}/pictures",
            new
            {
                photo,
                note = new
                {
                    organ = "flower",
                    caption = "",
                    marks = Array.Empty<object>(),
                },
                characters = Array.Empty<string>(),
            }
        );
        using Client reader = new(Address);
        await reader.BeAsync("reader");
        (await StatusAsync(reader, $"/api/plants/{to}")).ShouldBe(HttpStatusCode.OK);
        (await StatusAsync(reader, $"/api/photos/{photo}/thumbnail")).ShouldBe(HttpStatusCode.NotFound);

        await Me.PostAsync($"/api/plants/{from}/visits", Visit("2026-08-01"));
        await Me.PostAsync($"/api/plants/{from}/visits/{visit}/removal", new { reason = "" });
        (await StatusAsync(reader, $"/api/photos/{photo}/thumbnail")).ShouldBe(HttpStatusCode.NotFound);
        await Me.PostAsync($"/api/plants/{from}/visits/{visit}/return", new { });

        await Me.PostAsync($"/api/plants/{to}/merge", new { other = from, reason = "" });
        (await StatusAsync(reader, $"/api/plants/{to}")).ShouldBe(HttpStatusCode.NotFound);
        (await StatusAsync(reader, $"/api/photos/{photo}/thumbnail")).ShouldBe(HttpStatusCode.NotFound);
        await Me.PostAsync($"/api/plants/{from}/return", new { });
        (await StatusAsync(reader, $"/api/plants/{to}")).ShouldBe(HttpStatusCode.OK);
    }

    private static async Task<HttpStatusCode> StatusAsync(Client client, string path) =>
        (await client.Http.GetAsync(new Uri(path, UriKind.Relative))).StatusCode;

    private static string Id(JsonNode? of) => (string)of!["id"]!;

    private static List<string> Names(JsonNode sheet) =>
        [.. sheet["determinations"]!.AsArray().Select(d => (string)d!["id"]!)];

    private static object Visit(string date) =>
        new
        {
            date,
            stage = "mature",
            sex = (string?)null,
            parts = Array.Empty<string>(),
            altered = Array.Empty<string>(),
            note = "",
        };

    private async Task<string> NamedAsync(string plant, string taxon)
    {
        var id = Guid.CreateVersion7().ToString();
        await Me.PostAsync(
            $"/api/plants/{plant}/determinations",
            new
            {
                id,
                taxon,
                qualifier = "none",
                origin = (string?)null,
                date = "2026-07-04",
                remarks = "",
            }
        );
        return id;
    }

    private Task<JsonNode> RecordAsync(string plant, string visit) =>
        Me.PutAsync($"/api/plants/{plant}/visits/{visit}/features/margin", Client.Feature(states: ["serrate"]));

    private async Task<List<JsonNode>> RecordsAsync(string plant) =>
        [
            .. (await Me.GetAsync("/api/records?take=200"))["records"]!
                .AsArray()
                .Where(r => (string?)r!["plant"] == plant)
                .Select(r => r!),
        ];

    private async Task<List<string>> HistoryAsync(string plant) =>
        [
            .. (await Me.GetAsync($"/api/plants/{plant}/corrections"))
                .AsArray()
                .Select(c => $"{c!["what"]}: {c["changes"]![0]!["after"]}"),
        ];

    private async Task RefusedAsync(string path, object input, HttpStatusCode status, string reason) =>
        ((string?)(await Client.ProblemAsync(await Me.TryPostAsync(path, input), status))["detail"])!.ShouldContain(
            reason
        );
}
