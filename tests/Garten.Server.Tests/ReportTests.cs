using System.Net;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>Reports, lists to tick and labels, and the statistics over years.</summary>
public sealed class ReportTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task A_report_tells_effort_species_with_what_they_rest_on_and_doubts_apart()
    {
        var report = await Me.GetAsync("/api/report");
        ((string?)report["title"]).ShouldBe("Plants of Tamsin Fork");
        report["people"]!
            .AsArray()
            .Select(p => (string?)p)
            .ShouldBe(["J. Adeyemi", "M. Falk", "R. Ostrow", "T. Lindqvist"]);
        report["report"]!["effort"]!
            .AsArray()
            .Select(e => (string?)e!["protocol"])
            .ShouldBe(["walkThrough", "timedSearch", "quadrats", "treePlot", "population", "phenologyWatch"]);
        var species = report["report"]!["species"]!.AsArray();
        species.Select(s => ((string?)s!["family"], (string?)s["taxon"]!["name"])).ShouldBeInOrder();
        species.Select(s => (string?)s!["taxon"]!["id"]).ShouldBeUnique();
        species
            .Select(s => (string?)s!["evidence"])
            .ShouldContain(e =>
                e!.Contains("well supported (TF-", StringComparison.Ordinal)
                && e.Contains("named on counts in ", StringComparison.Ordinal)
            );
        report["report"]!["doubtful"]!.AsArray().Select(d => (string?)d!["why"]).ShouldAllBe(w => w!.Length > 0);
        ((string?)report["base"]).ShouldNotBeNullOrEmpty();
    }

    [Fact]
    public async Task What_is_native_in_the_valley_and_introduced_above_is_told_so_everywhere()
    {
        var (currant, burn) = ("Ribes sanguineum", "Ridge Burn");
        var flora = await Me.GetAsync("/api/guide/taxa/ribes-sanguineum");
        flora["statusElsewhere"]!
            .AsArray()
            .Single()!
            .ToJsonString()
            .ShouldBe("""{"area":"Tamsin high country","status":"introduced"}""");
        (await StatusAsync("/api/report")).ShouldBe("introduced");
        var site = (await Me.GetAsync("/api/sites")).AsArray().Single(s => (string?)s!["name"] == burn)!;
        (await StatusAsync($"/api/report?site={site["id"]}")).ShouldBe("introduced");
        var csv = await Me.Http.GetStringAsync(
            new Uri($"/api/finds.csv?taxon=ribes-sanguineum&site={site["id"]}", UriKind.Relative)
        );
        csv.Split("\r\n")
            .Where(l => l.Contains(burn, StringComparison.Ordinal))
            .ShouldAllBe(l => l.Contains(",reproducing,introduced,", StringComparison.Ordinal));

        // A site that is said to lie elsewhere is told of otherwise from then on.
        var body = site.DeepClone().AsObject();
        (body["floraArea"], body["snowGone"]) = ("valley", "");
        body["expected"] = (long)site["revision"]!;
        var changed = await Me.PutAsync($"/api/sites/{site["id"]}", body);
        changed["floraArea"]!.ToString().ShouldBe("valley");
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPutAsync($"/api/sites/{site["id"]}", body),
                        HttpStatusCode.Conflict
                    )
                )["detail"]
        )!.ShouldContain("Somebody else changed");
        body["expected"] = (long)changed["revision"]!;
        (await StatusAsync("/api/report")).ShouldBe("native");
        body["floraArea"] = "moon";
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPutAsync($"/api/sites/{site["id"]}", body),
                        HttpStatusCode.BadRequest
                    )
                )["detail"]
        )!.ShouldContain("no area the guide tells of apart");
        body["floraArea"] = "high-country";
        await Client.ProblemAsync(await Me.TryPutAsync("/api/sites/99999", body), HttpStatusCode.NotFound);
        body["name"] = "Quarry Bald";
        await Client.ProblemAsync(await Me.TryPutAsync($"/api/sites/{site["id"]}", body), HttpStatusCode.Conflict);
        body["name"] = burn;
        await Me.PutAsync($"/api/sites/{site["id"]}", body);

        async Task<string?> StatusAsync(string path) =>
            (string?)
                (await Me.GetAsync(path))["report"]!["species"]!
                    .AsArray()
                    .Single(s => (string?)s!["taxon"]!["name"] == currant)!["status"];
    }

    [Fact]
    public async Task A_report_of_a_site_and_year_holds_nothing_of_others()
    {
        var site = (await Me.GetAsync("/api/sites")).AsArray().Single(s => (string?)s!["name"] == "Quarry Bald")!;
        var report = await Me.GetAsync($"/api/report?site={site["id"]}&year=2025");
        ((string?)report["title"]).ShouldBe("Quarry Bald, 2025");
        report["report"]!["effort"]!.AsArray().Single()!["last"]!.ToString().ShouldStartWith("2025");
        report["report"]!["species"]!
            .AsArray()
            .Select(s => (string?)s!["taxon"]!["name"])
            .ShouldContain("Quercus garryana");
        report["report"]!["species"]!
            .AsArray()
            .Select(s => (string?)s!["taxon"]!["name"])
            .ShouldNotContain("Veratrum viride");
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri(DemoIds.Spelled("/api/report?site=9999"), UriKind.Relative)),
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task A_report_is_handed_on_and_tells_sensitive_finds_coarsely_whoever_draws_it_up()
    {
        var sheet = await Me.TakeAsync("behind the washed-out culvert", "2026-04-09");
        await Me.PostAsync(
            $"/api/plants/{sheet["plant"]!["id"]}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "calypso-bulbosa",
                qualifier = "none",
                origin = "wild",
                date = "2026-04-09",
                remarks = "",
            }
        );
        var report = await Me.GetAsync("/api/report");
        report["report"]!.ToJsonString().ShouldNotContain("alypso");
        report["report"]!.ToJsonString().ShouldNotContain((string)sheet["plant"]!["tag"]!);
        report["withheld"]!.AsArray().Select(w => (string?)w!["taxon"]!["id"]).ShouldContain("calypso-bulbosa");
    }

    [Fact]
    public async Task A_label_says_what_is_lost_in_drying_where_it_stood_and_who_named_it()
    {
        (await Me.GetAsync("/api/labels")).AsArray().ShouldBeEmpty();
        var sheet = await Me.TakeAsync("Shrub at the ford", "2026-05-02");
        var plant = $"/api/plants/{sheet["plant"]!["id"]}";
        await Me.PostAsync(
            $"{plant}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "ribes-sanguineum",
                qualifier = "cf",
                origin = "wild",
                date = "2026-05-02",
                remarks = "",
            }
        );
        await Me.PostAsync(
            $"{plant}/vouchers",
            new
            {
                number = "RO 12",
                keptAt = "reserve hut, box 3",
                takenOn = "2026-05-02",
                stand = 40,
                taken = 1,
                permit = "",
            }
        );
        var label = (await Me.GetAsync("/api/labels")).AsArray().ShouldHaveSingleItem()!;
        (((string?)label["number"], (string?)label["name"], (string?)label["family"])).ShouldBe(
            ("RO 12", "Ribes cf. sanguineum", "Grossulariaceae")
        );
        ((string?)label["determiner"]).ShouldBe("J. Adeyemi");
        ((string)label["position"]!).ShouldContain("°");
        ((bool)label["sensitive"]!).ShouldBeFalse();
    }

    [Fact]
    public async Task A_list_to_tick_holds_what_was_seen_at_the_site_before()
    {
        var site = (await Me.GetAsync("/api/sites")).AsArray().Single(s => (string?)s!["name"] == "Quarry Bald")!;
        var list = (await Me.GetAsync($"/api/checklist?site={site["id"]}&date=2027-05-20"))["lines"]!.AsArray();
        var oak = list.Single(l => (string?)l!["taxon"]!["name"] == "Quercus garryana")!;
        ((int)oak["here"]!).ShouldBeGreaterThan(1);
        list.Single(l => (string?)l!["taxon"]!["name"] == "Toxicodendron diversilobum")!["cautions"]!
            .AsArray()
            .ShouldNotBeEmpty();
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri(DemoIds.Spelled("/api/checklist?site=9999"), UriKind.Relative)),
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task What_was_not_seen_and_what_changed_is_told_with_how_sure_that_is()
    {
        var site = (await Me.GetAsync("/api/sites")).AsArray().Single(s => (string?)s!["name"] == "Upper Cirque")!;
        var absent = (await Me.GetAsync($"/api/statistics/not-seen?site={site["id"]}")).AsArray();
        absent.ShouldNotBeEmpty();
        absent.Where(a => a!["missed"] is not null).Select(a => (double)a!["missed"]!).ShouldBeInOrder();

        var changes = (await Me.GetAsync("/api/statistics/changes?before=2025&after=2026")).AsArray();
        var robert = changes[0]!;
        (((string?)robert["taxon"]!["name"], (string?)robert["words"])).ShouldBe(
            ("Geranium robertianum", "More places have it than before.")
        );
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri("/api/statistics/changes?before=2026&after=2026", UriKind.Relative)),
            HttpStatusCode.BadRequest
        );
    }
}
