using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace Garten.Server.Tests;

public sealed class BadInputTests(ServerFixture server) : ServerTest(server)
{
    private JsonNode _sheet = null!;

    public override async ValueTask InitializeAsync()
    {
        await base.InitializeAsync();
        _sheet = await Me.TakeAsync();
    }

    [Fact]
    public async Task An_id_that_something_else_bears_is_refused_in_words()
    {
        var other = await Me.TakeAsync("another shrub");
        var problem = await Client.ProblemAsync(
            await Me.TryPostAsync(
                $"/api/plants/{_sheet["plant"]!["id"]}/visits",
                new
                {
                    id = (string)other["visits"]![0]!["id"]!,
                    date = "2026-05-20",
                    stage = (string?)null,
                    sex = (string?)null,
                    parts = Array.Empty<string>(),
                    altered = Array.Empty<string>(),
                    note = "",
                }
            ),
            HttpStatusCode.Conflict
        );
        ((string?)problem["detail"])!.ShouldContain("an id of its own");
    }

    [Fact]
    public async Task A_date_in_the_future_is_refused_and_nothing_is_taken()
    {
        var before = (await Me.GetAsync("/api/plants")).AsArray().Count;
        var problem = await Client.ProblemAsync(
            await Me.TryPostAsync("/api/plants", Client.Plant(1, "", "2026-11-21")),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["detail"]).ShouldBe(
            "21 November 2026 is in the future; today is 20 November 2026. Give the day the plant was seen."
        );
        (await Me.GetAsync("/api/plants")).AsArray().Count.ShouldBe(before);
    }

    [Theory]
    [InlineData("leaf-length", "-3", "below zero")]
    [InlineData("leaf-length", "4000 mm", "more than 150 cm")]
    [InlineData("leaflet-count", "5.5", "not a whole number")]
    [InlineData("leaf-length", "many", "could not be read")]
    public async Task Unbelievable_numbers_are_refused_with_the_feature_named(
        string character,
        string entry,
        string reason
    )
    {
        var problem = await Client.ProblemAsync(
            await Me.TryPutAsync(Client.PathTo(_sheet, character), Client.Feature("sample", parts: [], entry: entry)),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["detail"])!.ShouldContain(reason);
        ((string?)problem["field"]).ShouldBe(character);
        (await Me.GetAsync($"/api/plants/{_sheet["plant"]!["id"]}"))["observations"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task Unknown_states_characters_taxa_and_couplets_are_refused()
    {
        await RefusedAsync("margin", Client.Feature(states: ["wavy"]), "“wavy” is no state of “Margin”");
        await RefusedAsync("root-colour", Client.Feature(states: ["red"]), "no feature called “root-colour”");
        await RefusedAsync("margin", Client.Feature("hidden"), "Say why");
        var plant = _sheet["plant"]!["id"];
        await Client.ProblemAsync(
            await Me.TryPostAsync(
                $"/api/plants/{plant}/determinations",
                new
                {
                    id = Guid.CreateVersion7(),
                    taxon = "nessie",
                    qualifier = "none",
                    origin = (string?)null,
                    date = "2026-05-01",
                    remarks = "",
                }
            ),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await Me.TryPostAsync(
                $"/api/plants/{plant}/walk",
                new
                {
                    move = "begin",
                    key = "roses",
                    couplet = 99,
                    lead = (int?)null,
                    expected = (long?)null,
                }
            ),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await Me.TryPostAsync(
                $"/api/plants/{plant}/walk",
                new
                {
                    move = "back",
                    key = (string?)null,
                    couplet = (int?)null,
                    lead = (int?)null,
                    expected = (long?)null,
                }
            ),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task A_hundred_thousand_characters_are_refused_with_the_number_allowed()
    {
        var problem = await Client.ProblemAsync(
            await Me.TryPostAsync("/api/plants", Client.Plant(1, new string('x', 100_000), "2026-05-01")),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["detail"]).ShouldBe("The description has 100,000 characters; 500 is the most. Shorten it.");
        await RefusedAsync(
            "margin",
            Client.Feature(states: ["entire"], note: new string('x', 100_000)),
            "2,000 is the most"
        );
    }

    [Fact]
    public async Task A_body_of_two_megabytes_is_refused() =>
        await Client.ProblemAsync(
            await Me.TryPostAsync("/api/plants", Client.Plant(1, new string('x', 2_000_000), "2026-05-01")),
            HttpStatusCode.RequestEntityTooLarge
        );

    [Fact]
    public async Task Html_and_formulas_are_kept_as_text_and_harmless_in_the_export()
    {
        const string Nasty = "=HYPERLINK(\"http://x\",\"<img src=x onerror=alert(1)>\")";
        var sheet = await Me.TakeAsync(Nasty);
        ((string?)sheet["plant"]!["description"]).ShouldBe(Nasty);
        await Me.PostAsync(
            $"/api/plants/{sheet["plant"]!["id"]}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "acer",
                qualifier = "none",
                origin = (string?)null,
                date = "2026-05-02",
                remarks = "@SUM(1)",
            }
        );
        var csv = await Me.Http.GetStringAsync(new Uri("/api/records.csv?text=HYPERLINK", UriKind.Relative));
        csv.ShouldContain("'=HYPERLINK");
        csv.ShouldContain("'@SUM(1)");
    }

    [Theory]
    [InlineData("/api/plants", "{\"request\":")]
    [InlineData("/api/plants", "{}")]
    [InlineData("/api/plants", "[1,2,3]")]
    [InlineData("/api/plants", "{\"request\":\"x\",\"site\":\"one\"}")]
    [InlineData("/api/sites", "{\"name\":\"   \"}")]
    [InlineData("/api/sites", "{\"name\":\"Moon\",\"elevationM\":99999}")]
    [InlineData("/api/sites", "{\"name\":\"Moon\",\"latitude\":12}")]
    [InlineData("/api/sites", "{\"name\":\"Moon\",\"habitats\":[\"crater\"]}")]
    public async Task What_cannot_be_understood_is_refused_in_words(string path, string body)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        await Client.ProblemAsync(
            await Me.Http.PostAsync(new Uri(path, UriKind.Relative), content),
            HttpStatusCode.BadRequest
        );
    }

    [Theory]
    [InlineData("answer", "{}")]
    [InlineData("answer", "[]")]
    [InlineData("names", "{}")]
    [InlineData(
        "answer",
        "{\"place\":{\"elevation\":1e400,\"habitats\":[]},\"visits\":[],\"observations\":[],\"walk\":null,\"colony\":[],\"choices\":null}"
    )]
    [InlineData(
        "answer",
        "{\"place\":null,\"visits\":[],\"observations\":[],\"walk\":null,\"colony\":[],\"choices\":null}"
    )]
    [InlineData("apart", "{\"plant\":null,\"taxa\":[]}")]
    [InlineData("apart", "{\"plant\":null,\"taxa\":[\"acer-macrophyllum\"]}")]
    [InlineData("apart", "{\"plant\":null,\"taxa\":[\"acer-macrophyllum\",\"acer-macrophyllum\"]}")]
    [InlineData("apart", "{\"plant\":null,\"taxa\":[\"acer-macrophyllum\",\"nessie\"]}")]
    [InlineData("compare", "{\"one\":{}}")]
    [InlineData("reasons", "{\"taxon\":\"acer-macrophyllum\"}")]
    public async Task A_question_of_the_bench_that_cannot_be_answered_is_refused_in_words(string question, string body)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        await Client.ProblemAsync(
            await Me.Http.PostAsync(new Uri($"/api/bench/{question}", UriKind.Relative), content),
            HttpStatusCode.BadRequest
        );
    }

    [Theory]
    [InlineData("{}")]
    [InlineData("null")]
    [InlineData("\"states\"")]
    [InlineData("{\"seen\":[\"opposite\"]}")]
    [InlineData("{\"kind\":\"guessed\",\"seen\":[\"opposite\"]}")]
    [InlineData("{\"kind\":\"states\",\"seen\":[]}")]
    [InlineData("{\"kind\":\"sample\",\"values\":[1]}")]
    [InlineData("{\"kind\":\"rough\",\"value\":null}")]
    public async Task A_feature_that_is_none_of_the_five_things_it_can_be_is_refused_in_words(string finding)
    {
        var request = await Me.GetAsync("/api/plants/1/request");
        request["plant"]!["observations"]![0]!["finding"] = JsonNode.Parse(finding);
        await Client.ProblemAsync(await Me.TryPostAsync("/api/bench/answer", request), HttpStatusCode.BadRequest);

        // The order of what is said does not matter.
        request["plant"]!["observations"]![0]!["finding"] = JsonNode.Parse(
            "{\"why\":\"tooEarly\",\"kind\":\"hidden\"}"
        );
        (await Me.TryPostAsync("/api/bench/answer", request)).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Theory]
    [InlineData("account")]
    [InlineData("suspicion")]
    [InlineData("reasons")]
    [InlineData("crosses")]
    public async Task A_question_about_a_name_the_guide_lacks_is_said_to_be_so(string question)
    {
        var plant = await Me.GetAsync("/api/plants/1/request");
        var problem = await Client.ProblemAsync(
            await Me.TryPostAsync($"/api/bench/{question}", new { plant, taxon = "nessie" }),
            HttpStatusCode.NotFound
        );
        ((string?)problem["detail"])!.ShouldContain("no such taxon");
    }

    [Fact]
    public async Task A_plant_sent_without_values_or_twice_answered_is_refused_and_unknown_features_are_left_aside()
    {
        var plant = await Me.GetAsync("/api/plants/1/request");
        var observation = plant["plant"]!["observations"]!
            .AsArray()
            .First(o => (string?)o!["finding"]!["kind"] == "sample")!
            .DeepClone();
        observation["finding"]!["values"] = new JsonArray();
        var empty = plant.DeepClone();
        empty["plant"]!["observations"]!.AsArray().Add(observation);
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPostAsync("/api/bench/answer", empty),
                        HttpStatusCode.BadRequest
                    )
                )["detail"]
        )!.ShouldContain("no values");

        var twice = plant.DeepClone();
        twice["plant"]!["walk"]!["answers"]!.AsArray().Add(twice["plant"]!["walk"]!["answers"]![0]!.DeepClone());
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPostAsync("/api/bench/answer", twice),
                        HttpStatusCode.BadRequest
                    )
                )["detail"]
        )!.ShouldContain("answered twice");

        var strange = plant.DeepClone();
        strange["plant"]!["observations"]![0]!["character"] = "wingspan";
        (await Me.TryPostAsync("/api/bench/answer", strange)).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Theory]
    [InlineData("/api/plants/999999", HttpStatusCode.NotFound)]
    [InlineData("/api/starts/nessie", HttpStatusCode.NotFound)]
    [InlineData("/api/records?sort=beauty", HttpStatusCode.BadRequest)]
    [InlineData("/api/records?site=here", HttpStatusCode.BadRequest)]
    [InlineData("/api/records?from=yesterday", HttpStatusCode.BadRequest)]
    public async Task What_is_not_there_is_said(string path, HttpStatusCode expected) =>
        await Client.ProblemAsync(await Me.Http.GetAsync(new Uri(path, UriKind.Relative)), expected);

    [Fact]
    public async Task Two_people_changing_the_same_feature_at_once_the_second_is_told_and_shown_both()
    {
        using var other = new Client(Address);
        await other.BeAsync(1);
        var path = Client.PathTo(_sheet, "margin");
        await Me.PutAsync(path, Client.Feature(states: ["entire"]));
        var problem = await Client.ProblemAsync(
            await other.TryPutAsync(path, Client.Feature(states: ["serrate"])),
            HttpStatusCode.Conflict
        );
        ((string?)problem["detail"])!.ShouldContain("changed this feature in the meantime");
        ((string?)problem["theirs"]!["summary"]).ShouldBe("entire");
        var sheet = await other.PutAsync(
            path,
            Client.Feature(states: ["serrate"], expected: (long)problem["theirs"]!["revision"]!)
        );
        ((string?)sheet["observations"]![0]!["summary"]).ShouldBe("serrate");
    }

    [Fact]
    public async Task Two_people_walking_the_same_key_at_once_the_second_is_told()
    {
        var path = $"/api/plants/{_sheet["plant"]!["id"]}/walk";
        var begin = new
        {
            move = "begin",
            key = "roses",
            couplet = 1,
            lead = (int?)null,
            expected = (long?)null,
        };
        await Me.PostAsync(path, begin);
        await Client.ProblemAsync(await Me.TryPostAsync(path, begin), HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task Nobody_records_without_signing_in()
    {
        using var stranger = new Client(Address);
        var problem = await Client.ProblemAsync(
            await stranger.TryPutAsync(Client.PathTo(_sheet, "margin"), Client.Feature(states: ["entire"])),
            HttpStatusCode.Unauthorized
        );
        ((string?)problem["detail"])!.ShouldContain("Sign in first");
    }

    [Fact]
    public async Task A_visit_of_another_plant_is_refused()
    {
        var other = await Me.TakeAsync();
        var path = $"/api/plants/{_sheet["plant"]!["id"]}/visits/{other["visits"]![0]!["id"]}/features/margin";
        await Client.ProblemAsync(
            await Me.TryPutAsync(path, Client.Feature(states: ["entire"])),
            HttpStatusCode.NotFound
        );
    }

    private async Task RefusedAsync(string character, object feature, string reason)
    {
        var problem = await Client.ProblemAsync(
            await Me.TryPutAsync(Client.PathTo(_sheet, character), feature),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["detail"])!.ShouldContain(reason);
    }
}
