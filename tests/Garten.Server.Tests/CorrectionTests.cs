using System.Net;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>What was wrong is put right, what should not be there goes and comes back, and all of it can be read later.</summary>
public sealed class CorrectionTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task A_wrong_tag_site_and_description_are_put_right_and_the_visits_move_along()
    {
        var sheet = await Me.TakeAsync("a shrub at the wrong site");
        await Me.PutAsync(Client.PathTo(sheet, "margin"), Client.Feature(states: ["serrate"]));
        var path = PathOf(sheet);
        var before = Facts(sheet);
        var after = new
        {
            tag = "TF-900",
            site = DemoIds.Site(2),
            description = "a shrub at the right site",
            origin = "planted",
        };
        var put = await Me.PutAsync(path, new { before, after });
        ((string?)put["plant"]!["tag"], (string?)put["plant"]!["site"]!["id"]).ShouldBe(
            ("TF-900", DemoIds.Site(2).ToString())
        );
        put["observations"]!.AsArray().ShouldHaveSingleItem();
        var correction = (await Me.GetAsync($"{path}/corrections")).AsArray().ShouldHaveSingleItem()!;
        correction["changes"]!
            .AsArray()
            .Select(c => ((string?)c!["label"], (string?)c["after"]))
            .ShouldBe([
                ("tag", "TF-900"),
                ("site", (string?)put["plant"]!["site"]!["name"]),
                ("description", "a shrub at the right site"),
                ("grows", "planted"),
            ]);
        ((string?)correction["by"]).ShouldBe("J. Adeyemi");

        // Whoever saw it as it stood before is told, and nothing of what they wrote is taken.
        await Client.ProblemAsync(await Me.TryPutAsync(path, new { before, after }), HttpStatusCode.Conflict);
    }

    [Theory]
    [InlineData("", "missing")]
    [InlineData("no tag", "is no tag")]
    [InlineData("TF-001", "Another plant bears the tag TF-001")]
    public async Task A_tag_that_is_none_or_anothers_is_refused(string tag, string why)
    {
        var sheet = await Me.TakeAsync();
        var after = Facts(sheet);
        after["tag"] = tag;
        var answer = await Me.TryPutAsync(PathOf(sheet), new { before = Facts(sheet), after });
        (await answer.Content.ReadAsStringAsync()).ShouldContain(why);
        answer.IsSuccessStatusCode.ShouldBeFalse();
        (await Me.GetAsync(PathOf(sheet)))["plant"]!["tag"]!.ToString().ShouldBe((string?)sheet["plant"]!["tag"]);
    }

    [Fact]
    public async Task A_wrong_day_of_a_visit_is_put_right_and_what_was_seen_stays_with_it()
    {
        var sheet = await Me.TakeAsync();
        await Me.PutAsync(Client.PathTo(sheet, "margin"), Client.Feature(states: ["serrate"]));
        var visit = $"{PathOf(sheet)}/visits/{sheet["visits"]![0]!["id"]}";
        object Content(string date, string note) =>
            new
            {
                date,
                stage = "mature",
                sex = (string?)null,
                parts = new[] { "leaves" },
                altered = Array.Empty<string>(),
                note,
            };
        var put = await Me.PutAsync(
            visit,
            new { before = Content("2026-05-01", ""), after = Content("2026-05-03", "late") }
        );
        ((string?)put["visits"]![0]!["date"], (string?)put["visits"]![0]!["note"]).ShouldBe(("2026-05-03", "late"));
        ((string?)put["observations"]![0]!["visit"]).ShouldBe((string?)sheet["visits"]![0]!["id"]);
        ((string?)(await Me.GetAsync($"{PathOf(sheet)}/corrections"))[0]!["what"]).ShouldBe("the visit of 1 May 2026");

        await Me.PostAsync($"{PathOf(sheet)}/visits", Content("2026-05-09", ""));
        await Client.ProblemAsync(
            await Me.TryPutAsync(
                visit,
                new { before = Content("2026-05-03", "late"), after = Content("2026-05-09", "late") }
            ),
            HttpStatusCode.Conflict
        );
        await Client.ProblemAsync(
            await Me.TryPutAsync(
                visit,
                new { before = Content("2026-05-03", "late"), after = Content("2036-05-09", "late") }
            ),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task A_deleted_plant_is_nowhere_and_comes_back_whole()
    {
        var sheet = await Me.TakeAsync("soon gone");
        var path = PathOf(sheet);
        await Me.PutAsync(Client.PathTo(sheet, "margin"), Client.Feature(states: ["serrate"]));
        await Me.PostAsync(
            $"{path}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "acer-circinatum",
                qualifier = "none",
                origin = "wild",
                date = "2026-05-01",
                remarks = "",
            }
        );
        var gone = await Me.PostAsync($"{path}/removal", new { reason = "taken twice" });
        var listed = gone.AsArray().Single(p => (string?)p!["id"] == (string?)sheet["plant"]!["id"])!;
        ((string?)listed["reason"], (string?)listed["by"]).ShouldBe(("taken twice", "J. Adeyemi"));
        (await Me.Http.GetAsync(new Uri(path, UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        var tag = (string)sheet["plant"]!["tag"]!;
        foreach (
            var view in new[]
            {
                "/api/plants",
                "/api/records?text=soon",
                "/api/finds",
                "/api/map",
                "/api/today",
                "/api/trips/needs",
            }
        )
        {
            (await Me.Http.GetStringAsync(new Uri(view, UriKind.Relative)))
                .Contains(tag, StringComparison.Ordinal)
                .ShouldBeFalse(view);
        }

        (await Me.Http.GetStringAsync(new Uri("/api/records.csv", UriKind.Relative))).ShouldNotContain(tag);
        await Me.PostAsync($"{path}/return", new { });
        var back = await Me.GetAsync(path);
        back["observations"]!.AsArray().ShouldHaveSingleItem();
        ((string?)back["determinations"]![0]!["fullName"]).ShouldBe("Acer circinatum");
        (await Me.GetAsync($"{path}/corrections"))
            .AsArray()
            .Select(c => (string?)c!["what"])
            .ShouldBe(["brought back", "deleted"]);
    }

    [Fact]
    public async Task Only_who_took_a_plant_up_or_judges_names_deletes_it()
    {
        await Me.BeAsync("steward");
        var sheet = await Me.TakeAsync("somebody else's");
        using Client surveyor = new(Address);
        await surveyor.BeAsync("surveyor");
        await Client.ProblemAsync(
            await surveyor.TryPostAsync($"{PathOf(sheet)}/removal", new { reason = "" }),
            HttpStatusCode.Conflict
        );
        var own = await surveyor.TakeAsync("their own");
        (await surveyor.TryPostAsync($"{PathOf(own)}/removal", new { reason = "" })).StatusCode.ShouldBe(
            HttpStatusCode.OK
        );
    }

    private static string PathOf(JsonNode sheet) => $"/api/plants/{sheet["plant"]!["id"]}";

    private static JsonObject Facts(JsonNode sheet) =>
        new()
        {
            ["tag"] = (string?)sheet["plant"]!["tag"],
            ["site"] = (string?)sheet["plant"]!["site"]!["id"],
            ["description"] = (string?)sheet["plant"]!["description"],
            ["origin"] = (string?)sheet["plant"]!["origin"],
        };
}
