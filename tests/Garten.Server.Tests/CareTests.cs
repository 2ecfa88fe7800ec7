using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace Garten.Server.Tests;

/// <summary>Finding a plant again, keeping it, its population, the weather from a file. Today is 20 November 2026.</summary>
public sealed class CareTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task Landmarks_are_kept_and_stand_on_the_field_sheet()
    {
        var plant = (await Me.TakeAsync())["plant"]!["id"];
        var care = await Me.PutAsync(
            $"/api/plants/{plant}/landmarks",
            new
            {
                landmarks = new[]
                {
                    new
                    {
                        name = "the split boulder",
                        bearing = 40,
                        metres = 12.5,
                    },
                },
                expected = await Me.LandmarksRevisionAsync(plant),
            }
        );
        ((string?)care["way"]).ShouldBe("12.5 m at 40° from the split boulder");
        ((string?)(await Me.GetAsync($"/api/plants/{plant}/care"))["landmarks"]![0]!["name"]).ShouldBe(
            "the split boulder"
        );
        (
            await Me.PutAsync(
                $"/api/plants/{plant}/landmarks",
                new { landmarks = Array.Empty<object>(), expected = await Me.LandmarksRevisionAsync(plant) }
            )
        )["landmarks"]!
            .AsArray()
            .ShouldBeEmpty();
    }

    [Theory]
    [InlineData("", 40, 12, "landmark is missing")]
    [InlineData("a post", 360, 12, "below 360")]
    [InlineData("a post", 40, 0, "between 0 and 5000")]
    public async Task A_landmark_that_leads_nowhere_is_refused(string name, double bearing, double metres, string why)
    {
        var plant = (await Me.TakeAsync())["plant"]!["id"];
        var problem = await Client.ProblemAsync(
            await Me.TryPutAsync(
                $"/api/plants/{plant}/landmarks",
                new
                {
                    landmarks = new[]
                    {
                        new
                        {
                            name,
                            bearing,
                            metres,
                        },
                    },
                    expected = 0,
                }
            ),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["detail"])!.ShouldContain(why);
    }

    [Fact]
    public async Task A_threat_stands_on_the_desk_until_it_is_settled()
    {
        var plant = (await Me.TakeAsync())["plant"]!;
        var care = await Me.PostAsync($"/api/plants/{plant["id"]}/threats", Threat("mowing"));
        var threat = care["threats"]![0]!["id"];
        (await ThreatenedAsync()).ShouldContain((string?)plant["tag"]);
        await Me.PutAsync(
            $"/api/threats/{threat}",
            new
            {
                content = Threat("mowing", told: "the warden", toldOn: "2026-11-05"),
                expected = await ThreatRevisionAsync(plant),
            }
        );
        (await ThreatenedAsync()).ShouldContain((string?)plant["tag"]);
        await Me.PutAsync(
            $"/api/threats/{threat}",
            new
            {
                content = Threat(
                    "mowing",
                    told: "the warden",
                    toldOn: "2026-11-05",
                    outcome: "mown trip it",
                    settledOn: "2026-11-12"
                ),
                expected = await ThreatRevisionAsync(plant),
            }
        );
        (await ThreatenedAsync()).ShouldNotContain((string?)plant["tag"]);

        // Who still sees it as it was is told, and nothing of what was written is lost.
        await Client.ProblemAsync(
            await Me.TryPutAsync($"/api/threats/{threat}", new { content = Threat("felling"), expected = 1 }),
            HttpStatusCode.Conflict
        );
        (
            (string?)(await Me.GetAsync($"/api/plants/{plant["id"]}/care"))["threats"]![0]!["content"]!["outcome"]
        ).ShouldBe("mown trip it");

        async Task<long> ThreatRevisionAsync(JsonNode of) =>
            (long)(await Me.GetAsync($"/api/plants/{of["id"]}/care"))["threats"]![0]!["revision"]!;
    }

    [Fact]
    public async Task A_threat_settled_before_it_was_seen_or_without_an_outcome_is_refused()
    {
        var plant = (await Me.TakeAsync())["plant"]!["id"];
        await RefusedAsync(Threat("mowing", outcome: "x", settledOn: "2026-10-01"), "before it was seen");
        await RefusedAsync(Threat("mowing", settledOn: "2026-11-12"), "how it was settled");
        await RefusedAsync(Threat("mowing", told: "the warden"), "on which day");
        await RefusedAsync(Threat("other"), "note is missing");
        await Client.ProblemAsync(
            await Me.TryPutAsync("/api/threats/99999", new { content = Threat("mowing"), expected = 1 }),
            HttpStatusCode.NotFound
        );

        async Task RefusedAsync(object threat, string why) =>
            (
                (string?)
                    (
                        await Client.ProblemAsync(
                            await Me.TryPostAsync($"/api/plants/{plant}/threats", threat),
                            HttpStatusCode.BadRequest
                        )
                    )["detail"]
            )!.ShouldContain(why);
    }

    [Fact]
    public async Task Rosettes_marked_in_winter_and_counted_in_flower_give_a_share_with_its_interval()
    {
        var plant = (await Me.TakeAsync())["plant"]!["id"];
        var marked = await Me.PutAsync($"/api/plants/{plant}/population", Count(40, null, null));
        marked["population"]![0]!["words"].ShouldBeNull();
        var year = (
            await Me.PutAsync(
                $"/api/plants/{plant}/population",
                Count(40, 12, "2026-05-20", (long)marked["population"]![0]!["count"]!["revision"]!)
            )
        )["population"]![0]!;
        ((string?)year["words"]).ShouldBe("12 of 40, 30 % (18 to 45 %)");
        ((double)year["low"]!).ShouldBe(0.18075, 1e-4);
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPutAsync($"/api/plants/{plant}/population", Count(40, 41, "2026-05-20")),
                        HttpStatusCode.BadRequest
                    )
                )["detail"]
        )!.ShouldBe("41 cannot have flowered of 40 marked. Count only those marked.");
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPutAsync($"/api/plants/{plant}/population", Count(40, 12, "2026-01-02")),
                        HttpStatusCode.BadRequest
                    )
                )["detail"]
        )!.ShouldContain("before the rosettes were marked");
    }

    [Fact]
    public async Task What_was_seen_again_is_compared_and_a_sex_learned_later_reaches_back()
    {
        var sheet = await Me.TakeAsync("willow", "2026-03-01");
        await Me.PutAsync(Client.PathTo(sheet, "bud-scales"), Client.Feature(states: ["one"]));
        var again = await Me.PostAsync(
            $"/api/plants/{sheet["plant"]!["id"]}/visits",
            new
            {
                date = "2026-04-10",
                stage = "mature",
                sex = "female",
                parts = new[] { "flowers" },
                altered = Array.Empty<string>(),
                note = "",
            }
        );
        ((string?)again["learned"]![0]!["sex"]).ShouldBe("female");
        await Me.PutAsync(Client.PathTo(again, "bud-scales"), Client.Feature(states: ["several"]));
        var change = (await Me.GetAsync($"/api/plants/{sheet["plant"]!["id"]}/care"))["changes"]!
            .AsArray()
            .ShouldHaveSingleItem()!;
        ((string?)change["before"]).ShouldBe("2026-03-01");
        ((string?)change["kind"]).ShouldBe("unexplained");
    }

    [Fact]
    public async Task Weather_from_a_file_stands_in_for_the_station_and_a_bad_row_leaves_all_as_it_was()
    {
        await Me.BeAsync("steward");
        var bad = await SendAsync("date,lowest,highest\n2026-01-01,1,5\n2026-13-01,1,5\n");
        ((string?)(await Client.ProblemAsync(bad, HttpStatusCode.BadRequest))["detail"])!.ShouldContain("line 3");
        ((int)(await Me.GetAsync("/api/weather"))["days"]!).ShouldBe(0);
        var cold = string.Join(
            '\n',
            Enumerable.Range(0, 150).Select(i => $"{new DateOnly(2026, 1, 1).AddDays(i):yyyy-MM-dd},-5,3")
        );
        (await SendAsync("date,lowest,highest\n" + cold)).EnsureSuccessStatusCode();
        var view = await Me.GetAsync("/api/weather");
        ((int)view["days"]!).ShouldBe(150);
        ((string?)view["last"]).ShouldBe("2026-05-30");
        var year = (string?)(await Me.GetAsync("/api/today"))["year"];
        year!.ShouldContain("late");
        ((int)view["missing"]!).ShouldBe(0);
        (await Me.Http.DeleteAsync(new Uri("/api/weather", UriKind.Relative))).EnsureSuccessStatusCode();
        ((string?)(await Me.GetAsync("/api/today"))["year"]).ShouldNotBe(year);
    }

    [Fact]
    public async Task Snow_that_lies_long_delays_the_seasons_of_a_site()
    {
        var name = $"Bench {Guid.NewGuid():N}";
        var site = await Me.PostAsync(
            "/api/sites",
            new
            {
                name,
                elevationM = 100,
                latitude = 45.0,
                longitude = -123.7,
                snowGone = "5 Jun",
            }
        );
        ((int)site["snowGone"]!["month"]!).ShouldBe(6);
        var free = await Me.PostAsync(
            "/api/sites",
            new
            {
                name = name + " below",
                elevationM = 100,
                latitude = 45.0,
                longitude = -123.7,
            }
        );
        (await FirstFlowerAsync(site)).ShouldBeGreaterThan(await FirstFlowerAsync(free));
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPostAsync("/api/sites", new { name = name + " x", snowGone = "31 Jun" }),
                        HttpStatusCode.BadRequest
                    )
                )["detail"]
        )!.ShouldContain("no day of the year");

        async Task<int> FirstFlowerAsync(JsonNode at)
        {
            var row = (await Me.GetAsync($"/api/year?site={at["id"]}"))["rows"]!
                .AsArray()
                .First(r => (string?)r!["taxon"]!["id"] == "trillium-ovatum")!;
            var flower = row["seasons"]!.AsArray().First(s => (string?)s!["phase"] == "flower")!["from"]!;
            return (100 * (int)flower["month"]!) + (int)flower["day"]!;
        }
    }

    [Fact]
    public async Task The_year_shows_days_of_visits()
    {
        var year = await Me.GetAsync("/api/year");
        var maple = year["rows"]!.AsArray().First(r => (string?)r!["taxon"]!["id"] == "acer-macrophyllum")!;
        ((string?)maple["growth"]).ShouldBe("tree");
        maple["seen"]!.AsArray().Select(d => (string?)d).ShouldContain("2026-05-03");
    }

    private static object Threat(
        string kind,
        string told = "",
        string? toldOn = null,
        string outcome = "",
        string? settledOn = null
    ) =>
        new
        {
            kind,
            note = "",
            seenOn = "2026-11-01",
            told,
            toldOn,
            outcome,
            settledOn,
        };

    private static object Count(int marked, int? flowering, string? floweringOn, long? revision = null) =>
        new
        {
            year = 2026,
            marked,
            markedOn = "2026-02-10",
            flowering,
            floweringOn,
            revision,
        };

    private async Task<string?[]> ThreatenedAsync() =>
        [.. (await Me.GetAsync("/api/today"))["threats"]!.AsArray().Select(t => (string?)t!["plant"]!["tag"])];

    private async Task<HttpResponseMessage> SendAsync(string table)
    {
        using var content = new StringContent(table, Encoding.UTF8, new MediaTypeHeaderValue("text/csv"));
        return await Me.Http.PostAsync(new Uri("/api/weather?file=w.csv", UriKind.Relative), content);
    }
}
