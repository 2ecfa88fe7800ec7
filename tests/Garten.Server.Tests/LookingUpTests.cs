using System.Net;

namespace Garten.Server.Tests;

/// <summary>Looking things up in the guide through the API.</summary>
public sealed class LookingUpTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task A_common_name_of_several_families_is_found_with_its_warning()
    {
        var found = await Me.GetAsync("/api/guide/names?text=hemlock");
        found["names"]!
            .AsArray()
            .Select(n => (string?)n!["taxon"]!["name"])
            .ShouldBe(
                ["Tsuga", "Cicuta douglasii", "Conium maculatum", "Tsuga heterophylla", "Tsuga mertensiana"],
                ignoreOrder: true
            );
        ((string?)found["warning"])!.ShouldContain("Cicuta douglasii, Conium maculatum are deadly");
        (await Me.GetAsync("/api/guide/names?text=%20"))["names"]!.AsArray().ShouldBeEmpty();
        (await Me.GetAsync($"/api/guide/names?text={new string('x', 5000)}"))["names"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task An_account_names_cautions_look_alikes_and_the_way_through_the_keys()
    {
        var account = await Me.GetAsync("/api/guide/taxa/toxicoscordion-venenosum");
        ((string?)account["cautions"]!.AsArray()[0]!["hazard"]).ShouldBe("deadly");
        account["lookAlikes"]!.AsArray().Select(l => (string?)l!["other"]!["name"]).ShouldContain("Camassia quamash");
        account["keys"]!.AsArray().Select(k => (string?)k!["way"]).ShouldBe(["1.2 2.2 3.1"]);
        account["paragraphs"]!
            .AsArray()
            .Select(p => (string?)p!["organ"])
            .ShouldBe(["habit", "twig", "leaf", "flower", "inflorescence", "fruit"]);
    }

    [Fact]
    public async Task A_whole_key_is_given_as_a_text_with_where_each_choice_leads()
    {
        var key = await Me.GetAsync("/api/guide/keys/woody-in-leaf");
        var steps = key["steps"]!.AsArray();
        steps.Count.ShouldBe(41);
        steps.Select(s => (int)s!["number"]!).ShouldBeInOrder();
        var choices = steps.SelectMany(s => s!["choices"]!.AsArray()).ToList();
        choices.ShouldAllBe(c => c!["says"]!.AsArray().Count > 0);
        choices.ShouldAllBe(c =>
            (c!["step"] != null ? 1 : 0) + (c["taxon"] != null ? 1 : 0) + ((string?)c["key"] != "" ? 1 : 0) == 1
        );
    }

    [Fact]
    public async Task Pairs_that_are_taken_for_each_other_come_the_deadliest_first()
    {
        var pairs = (await Me.GetAsync("/api/guide/look-alikes")).AsArray();
        pairs.Count.ShouldBeGreaterThan(50);
        var deadly = pairs.Select(p => p!["hazards"]!.AsArray().Any(h => (string?)h == "deadly")).ToList();
        deadly.IndexOf(false).ShouldBe(deadly.Count(d => d), "all that can kill stand before the first that cannot");
        ((string?)pairs[0]!["text"])!.ShouldNotBeEmpty();
    }

    [Fact]
    public async Task The_plants_that_show_a_feature_come_the_surest_first()
    {
        var shown = (await Me.GetAsync("/api/guide/showing/leaf-marks/mottled")).AsArray();
        shown.ShouldHaveSingleItem()!["taxon"]!["name"]!.GetValue<string>().ShouldBe("Erythronium oregonum");
        var shares = (await Me.GetAsync("/api/guide/showing/margin/toothed"))
            .AsArray()
            .Select(s => s!["share"]!.GetValue<double>())
            .ToList();
        shares.Count.ShouldBeGreaterThan(20);
        shares.ShouldBeInOrder(SortDirection.Descending);
    }

    [Fact]
    public async Task One_search_finds_plants_names_sites_features_words_and_things_to_do()
    {
        var sheet = await Me.TakeAsync("a crooked quince behind the pump house");
        var tag = (string)sheet["plant"]!["tag"]!;
        (await BestAsync(tag)).ShouldBe(("plant", tag));
        (await BestAsync("quince pmup")).ShouldBe(("plant", tag), "with a slip of the pen");
        (await BestAsync("vine mapel")).ShouldBe(("name", "Acer circinatum"));
        (await BestAsync("form of the hairs")).ShouldBe(("feature", "Form of the hairs"));
        (await BestAsync("bundle scar")).Kind.ShouldBeOneOf("term", "feature");
        (await BestAsync("new count")).ShouldBe(("action", "New count"));
        var site = (string)sheet["plant"]!["site"]!["name"]!;
        (await BestAsync(site)).ShouldBe(("site", site));
        (await FoundAsync("zzzz")).ShouldBeEmpty();
        (await FoundAsync("%20")).ShouldBeEmpty();
        (await FoundAsync(new string('x', 5000))).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_plant_one_may_not_know_of_is_not_found_by_searching()
    {
        // The fairy slipper of the demo; T. Lindqvist is not told where such plants stand.
        (await FoundAsync("TF-061")).ShouldContain(("plant", "TF-061"));
        using var stranger = new Client(Address);
        await stranger.BeAsync(3);
        (await stranger.GetAsync("/api/search?text=TF-061")).AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task What_follows_from_the_guide_alone_is_only_confirmed_the_second_time()
    {
        foreach (var path in new[] { "/api/guide", "/api/drawings/organs/leaf", "/api/drawings/taxa/acer-circinatum" })
        {
            using var first = await Me.Http.GetAsync(path);
            first.StatusCode.ShouldBe(HttpStatusCode.OK, path);
            using var again = new HttpRequestMessage(HttpMethod.Get, path);
            again.Headers.IfNoneMatch.Add(first.Headers.ETag.ShouldNotBeNull(path));
            using var second = await Me.Http.SendAsync(again);
            second.StatusCode.ShouldBe(HttpStatusCode.NotModified, path);
            (await second.Content.ReadAsByteArrayAsync()).ShouldBeEmpty();
        }
    }

    [Theory]
    [InlineData("/api/guide/taxa/nessie", "no such taxon")]
    [InlineData("/api/guide/keys/of-all-keys", "no such key")]
    [InlineData("/api/guide/showing/spur/seven", "no such feature")]
    [InlineData("/api/guide/showing/root-colour/red", "no such feature")]
    [InlineData("/api/drawings/taxa/nessie", "no such taxon")]
    [InlineData("/api/drawings/organs/tentacle", "no such organ")]
    [InlineData("/api/drawings/organs/99", "no such organ")]
    [InlineData("/api/drawings/numbers/margin?number=3", "no such character")]
    public async Task What_the_guide_does_not_hold_is_said(string path, string reason)
    {
        var problem = await Client.ProblemAsync(await Me.Http.GetAsync(path), HttpStatusCode.NotFound);
        ((string?)problem["detail"])!.ShouldContain(reason);
    }

    [Fact]
    public async Task A_number_is_drawn_and_one_beyond_reason_refused()
    {
        var five = await Me.GetAsync("/api/drawings/numbers/petal-count?number=5");
        var nine = await Me.GetAsync("/api/drawings/numbers/petal-count?number=9");
        ((string?)nine["svg"])!.Length.ShouldBeGreaterThan(((string?)five["svg"])!.Length);
        var problem = await Client.ProblemAsync(
            await Me.Http.GetAsync("/api/drawings/numbers/petal-count?number=1e300"),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["detail"])!.ShouldContain("0 to 100000");
    }

    [Fact]
    public async Task Characters_taxa_and_names_side_by_side_are_drawn()
    {
        var leaf = (await Me.GetAsync("/api/drawings/organs/leaf")).AsArray();
        var margin = leaf.Single(c => (string?)c!["character"] == "margin")!;
        margin["tiles"]!.AsArray().Select(t => (string?)t!["state"]).ShouldContain("crenate");
        ((string?)leaf.Single(c => (string?)c!["character"] == "leaf-length")!["measure"])!.ShouldContain(
            "data-part=\"measure\""
        );
        ((string?)margin["gesture"])!.ShouldContain("Look with the lens held close");
        var plate = await Me.GetAsync("/api/drawings/taxa/quercus-garryana");
        plate["panels"]!.AsArray().Select(p => (string?)p!["organ"]).ShouldContain("fruit");
        plate["contradictions"]!.AsArray().ShouldBeEmpty();
        var apart = await Me.GetAsync(
            "/api/drawings/apart?taxa=salix-sitchensis,salix-scouleriana&characters=rusty-hairs,nonsense"
        );
        apart["tiles"]!.AsArray().Count.ShouldBe(2);
        var problem = await Client.ProblemAsync(
            await Me.Http.GetAsync("/api/drawings/apart?taxa=salix-sitchensis,nessie&characters=sap"),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["detail"])!.ShouldContain("nessie");
    }

    private async Task<(string Kind, string Label)[]> FoundAsync(string text) =>
        [
            .. (await Me.GetAsync($"/api/search?text={text}"))
                .AsArray()
                .Select(f => ((string)f!["kind"]!, (string)f["label"]!)),
        ];

    private async Task<(string Kind, string Label)> BestAsync(string text) => (await FoundAsync(text))[0];
}
