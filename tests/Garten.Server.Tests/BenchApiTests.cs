using System.Net;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

public sealed class BenchApiTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task The_demo_has_its_plants_sites_and_people()
    {
        (await Me.GetAsync("/api/plants")).AsArray().Count.ShouldBeGreaterThanOrEqualTo(15);
        (await Me.GetAsync("/api/sites")).AsArray().Count.ShouldBe(7);
        ((string?)(await Me.GetAsync("/api/health"))["status"]).ShouldBe("well");
    }

    [Fact]
    public async Task A_plant_is_taken_keyed_out_and_named_and_becomes_a_record()
    {
        var sheet = await Me.TakeAsync("rose by the ford");
        var plant = (string)sheet["plant"]!["id"]!;
        sheet = await Me.PutAsync(Client.PathTo(sheet, "armature"), Client.Feature(states: ["prickles"]));
        sheet = await MoveAsync(sheet, "begin", "roses", 1);
        sheet = await MoveAsync(sheet, "answer", "roses", 1, 2);
        sheet = await MoveAsync(sheet, "answer", "roses", 2, 1);
        ((string?)(await AnswerAsync(sheet))["walk"]!["ends"]![0]!["taxon"]!["name"]).ShouldBe("Rosa nutkana");

        sheet = await Me.PostAsync(
            $"/api/plants/{plant}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "rosa-nutkana",
                qualifier = "cf",
                origin = "wild",
                date = "2026-05-02",
                remarks = "",
            }
        );
        var slip = sheet["determinations"]![0]!;
        ((string?)slip["fullName"]).ShouldBe("Rosa cf. nutkana");
        slip["reasons"]!["path"]!.AsArray().Count.ShouldBe(2);
        ((string?)slip["reasons"]!["features"]![0]!["found"]).ShouldBe("prickles");

        var records = await Me.GetAsync("/api/records?text=rose%20by%20the%20ford");
        ((int)records["total"]!).ShouldBe(1);
        ((string?)records["records"]![0]!["fullName"]).ShouldBe("Rosa cf. nutkana");
    }

    [Fact]
    public async Task Cannot_tell_keeps_both_ways_and_back_returns()
    {
        var sheet = await MoveAsync(await Me.TakeAsync(), "begin", "hawthorns", 1);
        sheet = await MoveAsync(sheet, "answer", "hawthorns", 1);
        (await AnswerAsync(sheet))["walk"]!["ends"]!.AsArray().Count.ShouldBe(3);
        sheet = await MoveAsync(sheet, "back");
        ((int)(await AnswerAsync(sheet))["walk"]!["current"]!["at"]!["couplet"]!).ShouldBe(1);
        sheet = await MoveAsync(sheet, "putAway");
        (await AnswerAsync(sheet))["walk"].ShouldBeNull();
    }

    [Fact]
    public async Task Marks_follow_what_is_recorded_and_undo_takes_it_back()
    {
        var sheet = await MoveAsync(await Me.TakeAsync(), "begin", "woody-in-leaf", 2);
        sheet = await Me.PutAsync(Client.PathTo(sheet, "leaf-arrangement"), Client.Feature(states: ["alternate"]));
        (await MarkAsync(sheet, 0)).ShouldBe("conflicts");
        (await MarkAsync(sheet, 1)).ShouldBe("agrees");
        sheet = await Me.PostAsync($"/api/plants/{sheet["plant"]!["id"]}/undo", new { });
        (await MarkAsync(sheet, 0)).ShouldBe("notSeen");
        sheet = await Me.PostAsync($"/api/plants/{sheet["plant"]!["id"]}/redo", new { });
        (await MarkAsync(sheet, 0)).ShouldBe("conflicts");

        async Task<string?> MarkAsync(JsonNode s, int lead) =>
            (string?)(await AnswerAsync(s))["walk"]!["current"]!["leads"]![lead]!["tests"]![0]!["marking"]!["mark"];
    }

    [Fact]
    public async Task One_number_after_another_becomes_a_sample_and_a_rough_value_takes_its_place()
    {
        var sheet = await Me.TakeAsync();
        sheet = await Me.PutAsync(Client.PathTo(sheet, "leaf-length"), Client.Feature("sample", entry: "6.4 cm"));
        sheet = await Me.PutAsync(
            Client.PathTo(sheet, "leaf-length"),
            Client.Feature("sample", parts: ["6.4 cm"], entry: "58 mm", expected: Revision(sheet))
        );
        ((string?)sheet["observations"]![0]!["summary"]).ShouldBe("2 parts, mean 6.1 cm, 5.8 cm to 6.4 cm");
        sheet = await Me.PutAsync(
            Client.PathTo(sheet, "leaf-length"),
            Client.Feature("sample", parts: [], entry: "about 6 cm", expected: Revision(sheet), replaces: true)
        );
        ((string?)sheet["observations"]![0]!["seen"]!["finding"]!["kind"]).ShouldBe("rough");
    }

    [Fact]
    public async Task An_account_says_what_is_out_of_season_and_what_is_ruled_out()
    {
        var sheet = await Me.PostAsync(
            "/api/plants",
            new
            {
                id = Guid.CreateVersion7(),
                site = DemoIds.Site(1),
                description = "flowering in winter",
                origin = "wild",
                visit = new
                {
                    date = "2025-12-12",
                    stage = "mature",
                    sex = (string?)null,
                    parts = new[] { "flowers" },
                    altered = Array.Empty<string>(),
                    note = "",
                },
            }
        );
        var account = await Me.PostAsync("/api/bench/account", About(sheet, "sambucus-racemosa"));
        account["alerts"]!
            .AsArray()
            .Select(a => (string)a!)
            .ShouldContain(a => a.StartsWith("In flower out of season", StringComparison.Ordinal));
        var suspicion = await Me.PostAsync("/api/bench/suspicion", About(sheet, "sambucus-racemosa"));
        suspicion["disproofs"]!.AsArray().Count.ShouldBeGreaterThan(10);
    }

    [Fact]
    public async Task Every_feature_weighs_the_names_anew_and_its_weight_can_be_read()
    {
        var sheet = await Me.TakeAsync();
        ((int)(await AnswerAsync(sheet))["likelyNames"]!["features"]!).ShouldBe(0);
        sheet = await Me.PutAsync(Client.PathTo(sheet, "pith"), Client.Feature(states: ["chambered"]));
        sheet = await Me.PutAsync(Client.PathTo(sheet, "smell"), Client.Feature(states: ["cucumber"]));
        var answer = await AnswerAsync(sheet);
        ((string?)answer["likelyNames"]!["names"]![0]!["name"]!["id"]).ShouldBe("oemleria-cerasiformis");
        answer["lookNext"]!.AsArray().Count.ShouldBeLessThanOrEqualTo(3);
        var reasons = (await Me.PostAsync("/api/bench/reasons", About(sheet, "oemleria-cerasiformis")))[
            "features"
        ]!.AsArray();
        reasons.Count.ShouldBe(2);
        ((double)reasons[0]!["bits"]!).ShouldBeGreaterThan(1);
    }

    [Fact]
    public async Task Two_to_six_names_are_told_apart_with_the_plant_s_own_sample_among_them()
    {
        var sheet = await Me.TakeAsync();
        sheet = await Me.PutAsync(Client.PathTo(sheet, "leaf-ratio"), Client.Feature("sample", parts: ["2.8", "3"]));
        var found = (await Me.PostAsync("/api/bench/apart", Among(sheet, "salix-lasiandra", "salix-hookeriana")))[
            "separations"
        ]!.AsArray();
        var ratio = found.Single(s => (string?)s!["character"] == "leaf-ratio")!;
        ((double)ratio["ownMean"]!).ShouldBe(2.9, 1e-9);
        found
            .Where(s => (bool)s!["showsToday"]!)
            .Select(s => (double)s!["worth"]!)
            .ShouldBeInOrder(SortDirection.Descending);
        await Client.ProblemAsync(
            await Me.TryPostAsync("/api/bench/apart", Among(sheet, "salix-lasiandra")),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task Starting_places_are_found_for_a_genus()
    {
        var places = (await Me.GetAsync("/api/starts/salix")).AsArray();
        ((string?)places[0]!["at"]!["key"]).ShouldBe("willows");
    }

    [Fact]
    public async Task Records_are_exported_as_they_are_shown()
    {
        var response = await Me.Http.GetAsync(
            new Uri("/api/records.csv?taxon=rosa&sort=tag&descending=false", UriKind.Relative)
        );
        response.StatusCode.ShouldBe(HttpStatusCode.OK);
        response.Content.Headers.ContentType!.ToString().ShouldBe("text/csv; charset=utf-8");
        response.Content.Headers.ContentDisposition!.FileName.ShouldBe("garten-records-2026-11-20.csv");
        var lines = (await response.Content.ReadAsStringAsync()).Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        lines[0].ShouldStartWith("occurrenceID,basisOfRecord,organismID");
        lines.Length.ShouldBeGreaterThan(3);
        lines.Skip(1).ShouldAllBe(l => l.Contains(",Rosaceae,Rosa,", StringComparison.Ordinal));
    }

    [Fact]
    public async Task The_page_comes_under_a_strict_policy_with_a_nonce_of_its_own()
    {
        var one = await Me.Http.GetAsync(new Uri("/bench/1", UriKind.Relative));
        var policy = one.Headers.GetValues("Content-Security-Policy").Single();
        policy.ShouldContain("default-src 'none'");
        policy.ShouldNotContain("unsafe-inline");
        var page = await one.Content.ReadAsStringAsync();
        page.ShouldNotContain("GARTEN_NONCE");
        var nonce = policy.Split("'nonce-")[1].Split('\'')[0];
        page.ShouldContain($"nonce=\"{nonce}\"");
        var two = await Me.Http.GetAsync(new Uri("/bench/1", UriKind.Relative));
        two.Headers.GetValues("Content-Security-Policy").Single().ShouldNotBe(policy);
        one.Headers.GetValues("X-Content-Type-Options").Single().ShouldBe("nosniff");
    }

    [Fact]
    public async Task The_api_describes_itself() =>
        (await Me.GetAsync("/api/openapi.json"))["paths"]!.AsObject().Count.ShouldBeGreaterThan(15);

    [Fact]
    public async Task Plants_of_one_colony_count_for_each_other_until_the_link_is_taken_back()
    {
        var known = await Me.TakeAsync();
        known = await Me.PutAsync(Client.PathTo(known, "pith"), Client.Feature(states: ["chambered"]));
        known = await Me.PutAsync(Client.PathTo(known, "smell"), Client.Feature(states: ["cucumber"]));
        var bare = await Me.TakeAsync();
        var before = await MassAsync(bare);
        var path = $"/api/plants/{bare["plant"]!["id"]}/colony/{known["plant"]!["id"]}";
        bare = await Me.PutAsync(path, new { });
        ((string?)bare["colony"]![0]!["tag"]).ShouldBe((string?)known["plant"]!["tag"]);
        (await MassAsync(bare)).ShouldBeGreaterThan(10 * before);
        var (one, other) = (Client.Asked(known), Client.Asked(bare));
        ((string?)(await Me.PostAsync("/api/bench/compare", new { one, other }))["verdict"])!.ShouldContain(
            "cannot be compared yet"
        );
        using var gone = await Me.Http.DeleteAsync(new Uri(path, UriKind.Relative));
        (await MassAsync(await Me.GetAsync($"/api/plants/{bare["plant"]!["id"]}"))).ShouldBe(before, 1e-12);
        await Client.ProblemAsync(
            await Me.TryPutAsync($"/api/plants/{bare["plant"]!["id"]}/colony/999999", new { }),
            HttpStatusCode.NotFound
        );
        await Client.ProblemAsync(
            await Me.TryPutAsync($"/api/plants/{bare["plant"]!["id"]}/colony/{bare["plant"]!["id"]}", new { }),
            HttpStatusCode.BadRequest
        );

        async Task<double> MassAsync(JsonNode sheet) =>
            (double)(await Me.PostAsync("/api/bench/reasons", About(sheet, "oemleria-cerasiformis")))["before"]!
            * Math.Pow(
                2,
                (await Me.PostAsync("/api/bench/reasons", About(sheet, "oemleria-cerasiformis")))["features"]!
                    .AsArray()
                    .Sum(f => (double)f!["bits"]!)
            );
    }

    [Fact]
    public async Task A_table_of_specimens_is_named_row_by_row_and_a_wrong_row_does_not_stop_the_others()
    {
        using var content = new StringContent(
            "specimen_id,pith,smell\nS1,chambered,cucumber\nS2,hollow-earth,\n",
            System.Text.Encoding.UTF8,
            "text/csv"
        );
        using var response = await Me.Http.PostAsync(
            new Uri("/api/specimens?file=mine.csv", UriKind.Relative),
            content
        );
        var rows = JsonNode.Parse(await response.Content.ReadAsStringAsync())!.AsArray();
        ((string?)rows[0]!["likelyNames"]!["names"]![0]!["name"]!["name"]).ShouldBe("Oemleria cerasiformis");
        rows[1]!["likelyNames"].ShouldBeNull();
        ((string?)rows[1]!["faults"]![0])!.ShouldContain("hollow-earth");
        using var wrong = new StringContent("name\nS1\n", System.Text.Encoding.UTF8, "text/csv");
        var problem = await Client.ProblemAsync(
            await Me.Http.PostAsync(new Uri("/api/specimens", UriKind.Relative), wrong),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["detail"])!.ShouldContain("specimen_id");
    }

    private async Task<JsonNode> AnswerAsync(JsonNode sheet) =>
        await Me.PostAsync("/api/bench/answer", Client.Asked(sheet));

    private static object About(JsonNode sheet, string taxon) => new { plant = Client.Asked(sheet), taxon };

    private static object Among(JsonNode sheet, params string[] taxa) => new { plant = Client.Asked(sheet), taxa };

    private static long Revision(JsonNode sheet) => (long)sheet["observations"]![0]!["revision"]!;

    private Task<JsonNode> MoveAsync(
        JsonNode sheet,
        string move,
        string? key = null,
        int? couplet = null,
        int? lead = null
    ) =>
        Me.PostAsync(
            $"/api/plants/{sheet["plant"]!["id"]}/walk",
            new
            {
                move,
                key,
                couplet,
                lead,
                expected = (long?)sheet["walkRevision"],
            }
        );
}
