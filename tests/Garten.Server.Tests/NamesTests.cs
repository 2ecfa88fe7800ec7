using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace Garten.Server.Tests;

/// <summary>Names in words, for plants that no guide lists, from a plant or a line to figures, files and back.</summary>
public sealed class NamesTests(ServerFixture server) : ServerTest(server)
{
    private static readonly string[] Listed =
    [
        "Acer macrophyllum",
        "Acer circinatum",
        "Alnus rubra",
        "Corylus cornuta",
        "Rosa nutkana",
        "Rosa gymnocarpa",
        "Salix sitchensis",
        "Rubus spectabilis",
        "Rubus parviflorus",
        "Polystichum munitum",
        "Thuja plicata",
        "Tsuga heterophylla",
        "Pseudotsuga menziesii",
        "Mahonia nervosa",
        "Gaultheria shallon",
        "Oemleria cerasiformis",
        "Trillium ovatum",
        "Cornus sericea",
    ];

    private static readonly string[] Unlisted =
    [
        "Zelkova serrata",
        "Metasequoia glyptostroboides",
        "Cercidiphyllum japonicum",
        "Liriodendron tulipifera",
        "Nyssa sylvatica",
        "Koelreuteria paniculata",
        "Davidia involucrata",
        "Salix alba × fragilis",
        "Cornus sericea 'Flaviramea'",
        "'sedge 9'",
        "not identified",
        "Eucalyptus sp.",
    ];

    public override async ValueTask InitializeAsync()
    {
        await base.InitializeAsync();
        await Me.BeAsync("steward");
    }

    [Fact]
    public async Task A_plant_no_guide_lists_is_named_graded_found_and_leaves_with_its_family()
    {
        var reading = await Me.GetAsync("/api/names/reading?text=ginkgo%20biloba%20L.");
        reading["readings"]!
            .AsArray()
            .Select(r => ((string?)r!["kind"], (string?)r["name"]))
            .ShouldBe([("species", "Ginkgo biloba"), ("working", "ginkgo biloba L.")]);
        var ginkgo = await AddAsync("Ginkgo biloba L.", "Ginkgoaceae");
        (await AddAsync("GINKGO BILOBA".ToLowerInvariant())).ShouldBe(ginkgo);

        var sheet = await Me.TakeAsync("fans for leaves");
        var plant = $"/api/plants/{sheet["plant"]!["id"]}";
        var named = await Me.PostAsync($"{plant}/determinations", Name(ginkgo));
        ((string?)named["determinations"]!.AsArray()[0]!["fullName"]).ShouldBe("Ginkgo biloba");
        var grade = (await Me.GetAsync($"{plant}/grade"))["answer"]!["grade"]!;
        ((string?)grade["grade"], (string?)grade["name"]!["name"]).ShouldBe(("leaning", "Ginkgo biloba"));

        // Everything that shows a named plant shows this one.
        foreach (var view in new[] { plant, $"{plant}/care", "/api/today", "/api/map", "/api/report", "/api/year" })
        {
            (await Me.Http.GetAsync(new Uri(view, UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.OK, view);
        }

        var record = (await Me.GetAsync("/api/records?text=ginkgo"))["records"]!.AsArray().ShouldHaveSingleItem()!;
        ((string?)record["name"], (string?)record["family"], (string?)record["genus"]).ShouldBe(
            ("Ginkgo biloba", "Ginkgoaceae", "Ginkgo")
        );
        var csv = await Me.Http.GetStringAsync(new Uri("/api/records.csv?text=ginkgo", UriKind.Relative));
        csv.ShouldContain("Ginkgo biloba L.");
        csv.ShouldContain("Ginkgoaceae");
    }

    [Fact]
    public async Task A_count_of_thirty_names_of_which_twelve_are_in_no_guide_comes_to_the_right_figures()
    {
        var (site, sheet) = await BeginAsync("Thirty names");
        foreach (var name in Unlisted)
        {
            var label = name.StartsWith('\'');
            await AddAsync(label ? name.Trim('\'') : name, working: label);
        }

        foreach (var name in Listed.Concat(Unlisted))
        {
            await EnterAsync(sheet, $"{name} 2");
        }

        var lines = (await Me.GetAsync($"/api/counts/{sheet}"))["lines"]!.AsArray();
        lines.Count.ShouldBe(30);
        var figures = await Me.GetAsync($"/api/statistics?site={site}");

        // The cultivar counts as its species, and what nobody identified as none.
        var species = figures["species"]!.AsArray();
        species.Count.ShouldBe(28);
        ((int)figures["individuals"]!).ShouldBe(58);
        var shares = Enumerable.Repeat(2.0 / 58, 27).Append(4.0 / 58);
        ((double)figures["shannon"]!["value"]!).ShouldBe(-shares.Sum(p => p * Math.Log(p)), 1e-9);
        var left = figures["left"]!.AsArray().Select(l => (string?)l).ToArray();
        left[0].ShouldBe("One line is not identified: it counts in no figure.");
        left[1]!.ShouldStartWith("One name is a label to work with");
        left[2]!.ShouldStartWith(
            "Floristic quality leaves out 10 names of which nobody says whether they are native: "
        );

        var report = await Me.GetAsync("/api/report");
        report.ToJsonString().ShouldContain("Liriodendron tulipifera");
        (await Me.GetAsync($"/api/finds?site={site}&text=zelkova"))["finds"]!.AsArray().ShouldHaveSingleItem();
    }

    [Fact]
    public async Task Common_and_older_names_are_entered_and_one_that_means_several_is_asked_about()
    {
        var (_, sheet) = await BeginAsync("Common names");
        (await ReadAsync(sheet, "vine maple 3"))["taxa"]!
            .AsArray()
            .Select(t => (string?)t!["name"])
            .ShouldBe(["Acer circinatum"]);
        var maples = await ReadAsync(sheet, "maple 3");
        maples["taxa"]!.AsArray().Count.ShouldBeGreaterThan(1);
        ((string?)maples["fault"]).ShouldBe("“maple” means several plants. Choose one.");
        var unknown = await ReadAsync(sheet, "zelkova carpinifolia 3");
        unknown["taxa"]!.AsArray().ShouldBeEmpty();
        ((string?)unknown["inWords"]!.AsArray()[0]!["name"]).ShouldBe("Zelkova carpinifolia");
        ((double)unknown["amounts"]!.AsArray()[0]!).ShouldBe(3);
    }

    [Fact]
    public async Task A_label_is_named_for_all_its_records_in_one_act_and_back_again()
    {
        var label = await AddAsync("sedge 3", working: true);
        var (_, first) = await BeginAsync("Label one");
        var (_, second) = await BeginAsync("Label two");
        await EnterAsync(first, "'sedge 3' 5");
        await EnterAsync(first, "Carex obnupta 2");
        await EnterAsync(second, "'sedge 3' 1");
        var sheet = await Me.TakeAsync("the sedge itself");
        var plant = $"/api/plants/{sheet["plant"]!["id"]}";
        await Me.PostAsync($"{plant}/determinations", Name(label));

        var renamed = await Me.PostAsync(
            $"/api/names/{label}/records",
            new { to = "carex-obnupta", remarks = "in fruit now" }
        );
        ((int)renamed["records"]!).ShouldBe(3);
        (await NamesOnAsync(first)).ShouldBe(["Carex obnupta", "Carex obnupta"], "both numbers stand");
        (await NamesOnAsync(second)).ShouldBe(["Carex obnupta"]);
        (await Me.GetAsync(plant))["determinations"]!
            .AsArray()
            .Select(d => ((string?)d!["fullName"], (string?)d["remarks"]))
            .ShouldBe([("Carex obnupta", "in fruit now"), ("sedge 3", "")]);
        var gone = await OnListAsync(label);
        ((bool)gone["name"]!["away"]!, (string?)gone["becameName"]).ShouldBe((true, "Carex obnupta"));

        (await Me.TryPostAsync($"/api/names/{label}/back", new { })).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await NamesOnAsync(first)).ShouldBe(["sedge 3", "Carex obnupta"]);
        (await NamesOnAsync(second)).ShouldBe(["sedge 3"]);
        ((bool)(await OnListAsync(label))["name"]!["away"]!).ShouldBeFalse();
        await Client.ProblemAsync(
            await Me.Http.DeleteAsync(new Uri($"/api/names/{label}", UriKind.Relative)),
            HttpStatusCode.Conflict
        );
    }

    [Fact]
    public async Task Two_names_become_one_and_the_other_its_synonym()
    {
        var one = await AddAsync("Nyssa aquatica");
        var other = await AddAsync("Nyssa uniflora");
        await Me.PostAsync($"/api/names/{other}/records", new { to = one, remarks = "" });
        var list = await OnListAsync(one);
        list["name"]!["content"]!["synonyms"]!.AsArray().Select(s => (string?)s).ShouldBe(["Nyssa uniflora"]);
        ((string?)(await Me.GetAsync("/api/names/reading?text=Nyssa%20uniflora"))["known"]).ShouldBeNull();
        var (_, sheet) = await BeginAsync("Synonyms");
        (await ReadAsync(sheet, "Nyssa uniflora 1"))["taxa"]!.AsArray().ShouldHaveSingleItem();
    }

    [Fact]
    public async Task What_is_said_of_a_name_changes_with_its_history_and_moves_its_genus_to_another_family()
    {
        var name = await AddAsync("Davidia sp. tall");
        var entry = await OnListAsync(name);
        var change = new
        {
            content = new
            {
                author = "",
                synonyms = new[] { "ghost tree" },
                commonNames = new[] { "handkerchief tree" },
                status = "introduced",
                note = "by the gate",
                sensitive = false,
            },
            family = "Nyssaceae",
            expected = (long)entry["name"]!["revision"]!,
        };
        (await Me.TryPutAsync($"/api/names/{name}", change)).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await Me.TryPutAsync($"/api/names/{name}", change)).StatusCode.ShouldBe(HttpStatusCode.Conflict);
        ((string?)(await OnListAsync(name))["name"]!["family"]).ShouldBe("Nyssaceae");
        ((string?)(await OnListAsync("own-davidia"))["name"]!["family"]).ShouldBe("Nyssaceae");
        var told = (await Me.GetAsync($"/api/names/{name}/history")).AsArray().ShouldHaveSingleItem()!;
        ((string?)told["before"]!["note"], (string?)told["after"]!["note"]).ShouldBe(("", "by the gate"));
    }

    [Theory]
    [InlineData("   ")]
    [InlineData("\u200f\u202e")]
    [InlineData("=HYPERLINK(1)")]
    [InlineData("+1")]
    [InlineData("long")]
    public async Task What_is_no_name_is_refused_and_nothing_is_kept(string text)
    {
        var before = (await Me.GetAsync("/api/names")).AsArray().Count;
        await Client.ProblemAsync(
            await Me.TryPostAsync(
                "/api/names",
                new
                {
                    text = text == "long" ? new string('a', 5000) : text,
                    working = true,
                    family = "",
                }
            ),
            HttpStatusCode.BadRequest
        );
        (await Me.GetAsync("/api/names")).AsArray().Count.ShouldBe(before);
    }

    [Fact]
    public async Task A_table_with_names_no_list_has_is_asked_about_once_and_kept_in_words()
    {
        const string Table =
            "species;family;date;site;count\nParrotia persica;Hamamelidaceae;2024-05-12;Millrace Bottom;4\n"
            + "Parrotia persica;Hamamelidaceae;2024-05-13;Millrace Bottom;1\nAcer macrophylum;;2024-05-12;Millrace Bottom;2\n"
            + "Cornus sericea 'Kelseyi';;2024-05-12;Millrace Bottom;2\n";
        var asked = await ImportAsync(Table, "keep=false");
        ((int)asked["faultCount"]!).ShouldBe(3);
        asked["unlisted"]!
            .AsArray()
            .Select(u =>
                ((string?)u!["written"], (int)u["rows"]!, (string?)u["near"]!.AsArray().FirstOrDefault()?["name"])
            )
            .ShouldBe([("Parrotia persica", 2, null), ("Acer macrophylum", 1, "Acer macrophyllum")]);

        var mended = Table.Replace("macrophylum", "macrophyllum", StringComparison.Ordinal);
        var kept = await ImportAsync(mended, "keep=true&inWords=true");
        ((int)kept["change"]!["lines"]!).ShouldBe(4);
        var parrotia = await OnListAsync("own-parrotia-persica");
        ((string?)parrotia["name"]!["family"], (int)parrotia["name"]!["records"]!).ShouldBe(("Hamamelidaceae", 2));
        (await OnListAsync("own-cornus-sericea-kelseyi-cv"))["name"]!["parent"]!.ToString().ShouldBe("cornus-sericea");
        ((int)(await ImportAsync(mended, "keep=true&inWords=true"))["change"]!["lines"]!).ShouldBe(0);
    }

    [Fact]
    public async Task A_checklist_becomes_names_and_leaves_the_guides_names_to_the_guide()
    {
        StringBuilder list = new("Name,Family,English,Status\nAcer circinatum,,vine maple,native\n");
        foreach (var i in Enumerable.Range(0, 225))
        {
            list.AppendLine(
                System.Globalization.CultureInfo.InvariantCulture,
                $"Genus{Letters(i)} species{Letters(i)},Testaceae,plant {i},introduced"
            );
        }

        var shown = await ChecklistAsync(list.ToString(), false);
        ((int)shown["new"]!, (int)shown["known"]!, (int)shown["faults"]!).ShouldBe((225, 1, 0));
        await ChecklistAsync(list.ToString(), true);
        ((int)(await ChecklistAsync(list.ToString(), false))["new"]!).ShouldBe(0);
        var entry = await OnListAsync("own-genusaa-speciesaa");
        (
            (string?)entry["name"]!["family"],
            (string?)entry["name"]!["content"]!["status"],
            (string?)entry["name"]!["content"]!["commonNames"]![0]
        ).ShouldBe(("Testaceae", "introduced", "plant 0"));

        var faulty = await ChecklistAsync("name\n=1+1\n", false);
        ((int)faulty["faults"]!).ShouldBe(1);
        ((string?)faulty["rows"]![0]!["fault"])!.ShouldContain("begins with a letter");
    }

    [Fact]
    public async Task A_name_people_call_sensitive_is_hidden_like_one_of_the_guides()
    {
        var name = await AddAsync("Ophrys apifera", "Orchidaceae");
        var (site, sheet) = await BeginAsync("Hidden orchids");
        await EnterAsync(sheet, "Ophrys apifera 3");
        var hidden = await Me.TryPutAsync(
            $"/api/names/{name}",
            new
            {
                content = new
                {
                    author = "",
                    synonyms = Array.Empty<string>(),
                    commonNames = Array.Empty<string>(),
                    status = "unknown",
                    note = "",
                    sensitive = true,
                },
                family = (string?)null,
                expected = (long)(await OnListAsync(name))["name"]!["revision"]!,
            }
        );
        hidden.StatusCode.ShouldBe(HttpStatusCode.OK);
        using Client reader = new(Address);
        await reader.BeAsync("reader");
        (await reader.GetAsync($"/api/counts/{sheet}"))["lines"]!.AsArray().ShouldBeEmpty();
        (await reader.GetAsync($"/api/finds?site={site}"))["finds"]!.AsArray().ShouldBeEmpty();
        (await reader.GetAsync("/api/names")).ToJsonString().ShouldNotContain("Ophrys apifera");
        ((string?)(await reader.GetAsync("/api/names/reading?text=Ophrys%20apifera"))["known"]?["id"]).ShouldBeNull();
        ((string?)(await Me.GetAsync("/api/names/reading?text=Ophrys%20apifera"))["known"]!["id"]).ShouldBe(name);
        (await NamesOnAsync(sheet)).ShouldBe(["Ophrys apifera"]);
    }

    private static string Letters(int i) => $"{(char)('a' + (i / 26))}{(char)('a' + (i % 26))}";

    private static object Name(string taxon) =>
        new
        {
            id = Guid.CreateVersion7(),
            taxon,
            qualifier = "none",
            origin = "planted",
            date = "2026-05-01",
            remarks = "",
        };

    private async Task<string> AddAsync(string text, string family = "", bool working = false) =>
        (string)
            (
                await Me.PostAsync(
                    "/api/names",
                    new
                    {
                        text,
                        working,
                        family,
                    }
                )
            )["id"]!;

    private async Task<JsonNode> OnListAsync(string name) =>
        (await Me.GetAsync("/api/names")).AsArray().Single(n => (string?)n!["name"]!["id"] == name)!;

    private async Task<(string Site, string Sheet)> BeginAsync(string site)
    {
        await Me.PostAsync("/api/sites", new { name = site, elevationM = 100 });
        var id = (string)(await Me.GetAsync("/api/sites")).AsArray().Single(s => (string?)s!["name"] == site)!["id"]!;
        var sheet = await Me.PostAsync(
            "/api/counts",
            new
            {
                id = Guid.CreateVersion7(),
                content = new
                {
                    site = id,
                    date = "2026-05-01",
                    protocol = "walkThrough",
                    plots = 1,
                    plotAreaM2 = (double?)null,
                    lengthM = (double?)null,
                    started = (string?)null,
                    ended = (string?)null,
                    companions = "",
                    weather = "",
                    note = "",
                },
                safe = true,
            }
        );
        return (id, (string)sheet["sheet"]!["id"]!);
    }

    private Task<JsonNode> ReadAsync(string sheet, string text) =>
        Me.GetAsync($"/api/counts/{sheet}/reading?text={Uri.EscapeDataString(text)}");

    private Task<JsonNode> EnterAsync(string sheet, string text) =>
        Me.PostAsync(
            $"/api/counts/{sheet}/lines",
            new
            {
                plot = 1,
                text,
                taxon = (string?)null,
                origin = "wild",
            }
        );

    private async Task<string?[]> NamesOnAsync(string sheet) =>
        [.. (await Me.GetAsync($"/api/counts/{sheet}"))["lines"]!.AsArray().Select(l => (string?)l!["line"]!["name"])];

    private Task<JsonNode> ImportAsync(string table, string query) =>
        SendAsync($"/api/import?file=t.csv&{query}", table);

    private Task<JsonNode> ChecklistAsync(string table, bool keep) =>
        SendAsync($"/api/names/checklist?keep={(keep ? "true" : "false")}", table);

    private async Task<JsonNode> SendAsync(string path, string table)
    {
        using StringContent content = new(table, Encoding.UTF8, "text/csv");
        var answer = await Me.Http.PostAsync(new Uri(path, UriKind.Relative), content);
        var said = await answer.Content.ReadAsStringAsync();
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, said);
        return JsonNode.Parse(said)!;
    }
}
