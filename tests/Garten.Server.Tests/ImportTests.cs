using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>Tables of records brought in.</summary>
public sealed class ImportTests(ServerFixture server) : ServerTest(server)
{
    private const string Table =
        "species;date;site;count;unit;observer;weather\n"
        + "Acer macrophyllum Pursh;2024-05-12;Millrace Bottom;4;;N. Okafor;dry\n"
        + "Alnus rubra;2024-05-12;Millrace Bottom;12;stems;N. Okafor;dry\n"
        + "Alnus rubra;2024-05-12;millrace bottom;3;stems;N. Okafor;dry\n"
        + "Rosa cf. nutkana;2024-05-13;Heron Slough;;;;\n";

    public override async ValueTask InitializeAsync()
    {
        await base.InitializeAsync();
        await Me.BeAsync("steward");
    }

    [Fact]
    public async Task A_table_is_matched_shown_kept_and_brings_nothing_twice()
    {
        var before = (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Count;
        var shown = await SendAsync(Table, "keep=false");
        shown["columns"]!.AsArray().Select(c => (string?)c!["holds"]).ShouldBe(["name", "date", "site", "amount", "unit", "recorder", null]);
        (Number(shown, "rows"), Number(shown, "merged"), Number(shown["change"]!, "sheets"), Number(shown["change"]!, "lines")).ShouldBe((4, 1, 2, 3));
        shown["change"]!["people"]!.AsArray().Select(p => (string?)p).ShouldBe(["N. Okafor"]);
        (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Count.ShouldBe(before, "nothing is kept before it is asked for");
        (await Me.GetAsync("/api/session"))["people"]!.AsArray().ShouldNotContain(p => (string?)p!["name"] == "N. Okafor");

        await SendAsync(Table, "keep=true");
        var sheets = (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray();
        sheets.Count.ShouldBe(before + 2);
        var walk = await Me.GetAsync($"/api/counts/{sheets.Single(s => (string?)s!["recorder"] == "N. Okafor")!["id"]}");
        walk["lines"]!.AsArray().Select(l => ((string?)l!["fullName"], (double?)l["line"]!["amount"], (string?)l["unitWords"])).ShouldBe(
            [("Acer macrophyllum", 4.0, "individuals"), ("Alnus rubra", 15.0, "stems")], ignoreOrder: true);
        ((string?)walk["sheet"]!["content"]!["note"]).ShouldBe("Brought in from old-list.csv");

        var again = await SendAsync(Table.Replace(";4;", ";9;", StringComparison.Ordinal), "keep=true");
        (Number(again["change"]!, "sheets"), Number(again["change"]!, "lines"), Number(again["change"]!, "known")).ShouldBe((0, 0, 3));
        again["change"]!["differing"]!.AsArray().Select(l => (int)l!).ShouldBe([2]);
    }

    [Fact]
    public async Task A_table_of_plots_becomes_quadrats_once()
    {
        const string Plots = "date;site;plot;plot area;species;cover\n"
            + "2024-06-01;Millrace Bottom;1;4;Acer macrophyllum;30\n"
            + "2024-06-01;Millrace Bottom;3;4;Acer macrophyllum;2,5\n"
            + "2024-06-01;Millrace Bottom;3;4;Alnus rubra;60\n"
            + "2024-06-01;Millrace Bottom;1;100;Alnus rubra;10\n"
            + "2024-06-01;Millrace Bottom;;;Taxus brevifolia;\n";
        var change = (await SendAsync(Plots, "keep=true"))["change"]!;
        (Number(change, "sheets"), Number(change, "lines")).ShouldBe((3, 5), "small plots, a large one, and what stood outside");
        List<JsonNode> counts = [];
        foreach (var sheet in (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Where(s => (string?)s!["content"]!["date"] == "2024-06-01"))
        {
            counts.Add(await Me.GetAsync($"/api/counts/{sheet!["id"]}"));
        }

        var small = counts.Single(c => (double?)c["sheet"]!["content"]!["plotAreaM2"] == 4);
        ((string?)small["sheet"]!["content"]!["protocol"], Number(small["sheet"]!["content"]!, "plots")).ShouldBe(("quadrats", 3));
        small["lines"]!.AsArray().Select(l => (Number(l!["line"]!, "plot"), (string?)l["fullName"], (double?)l["line"]!["amount"], (string?)l["line"]!["unit"])).ShouldBe(
            [(1, "Acer macrophyllum", 30.0, "coverPercent"), (3, "Acer macrophyllum", 2.5, "coverPercent"), (3, "Alnus rubra", 60.0, "coverPercent")], ignoreOrder: true);
        counts.Select(c => (string?)c["sheet"]!["content"]!["protocol"]).ShouldBe(["quadrats", "quadrats", "walkThrough"], ignoreOrder: true);
        var again = (await SendAsync(Plots, "keep=true"))["change"]!;
        (Number(again, "sheets"), Number(again, "lines"), Number(again, "known")).ShouldBe((0, 0, 5));
        (await SendAsync(Plots.Replace(";3;4;Alnus", ";B;;Alnus", StringComparison.Ordinal), "keep=false"))["faults"]!.AsArray()
            .Select(f => ((int)f!["line"]!, (string?)f["column"])).ShouldBe([(4, "plot"), (4, "plot area")], ignoreOrder: true);
    }

    [Fact]
    public async Task A_recorder_in_another_case_is_the_same_person()
    {
        const string Twice = "name,date,site,observer\nTaxus brevifolia,2022-05-12,Quarry Bald,r. OSTROW\nAlnus rubra,2022-05-12,Quarry Bald,R. Ostrow\nAlnus rubra,2022-05-13,Quarry Bald,p. new\nTaxus brevifolia,2022-05-13,Quarry Bald,P. NEW\n";
        var change = (await SendAsync(Twice, "keep=true"))["change"]!;
        (Number(change, "sheets"), Number(change, "lines")).ShouldBe((2, 4));
        change["people"]!.AsArray().Select(p => (string?)p).ShouldBe(["p. new"]);
    }

    [Fact]
    public async Task An_archive_comes_back_whole_where_nothing_is_and_brings_nothing_twice_where_it_came_from()
    {
        var archive = await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative));
        var back = await SendAsync(archive, "keep=false");
        (Number(back["change"]!, "sheets"), Number(back["change"]!, "lines"), Number(back, "faultCount")).ShouldBe((0, 0, 0));
        Number(back["change"]!, "known").ShouldBeGreaterThan(400);
        back["change"]!["sites"]!.AsArray().ShouldBeEmpty();
        back["left"]!.AsArray().ShouldHaveSingleItem()!.GetValue<string>().ShouldContain("do not travel in an archive");

        await using var empty = await RunningServer.StartAsync(demo: false);
        using var other = new Client(empty.Address);
        await other.BeFirstStewardAsync();
        var brought = await SendAsync(archive, "keep=true", other);
        Number(brought, "faultCount").ShouldBe(0);
        brought["change"]!["sites"]!.AsArray().Count.ShouldBeGreaterThan(5);

        // Figures, curves and all, are the same, and the sites; so is what leaves the other survey again.
        (await SitesAsync(other)).ShouldBe(await SitesAsync(Me));
        Agree(await other.GetAsync("/api/figures"), await Me.GetAsync("/api/figures"), "figures");
        var again = await SendAsync(await other.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative)), "keep=false");
        (Number(again["change"]!, "sheets"), Number(again["change"]!, "lines")).ShouldBe((0, 0));

        static async Task<string[]> SitesAsync(Client from) => [.. (await from.GetAsync("/api/sites")).AsArray().Select(s =>
        {
            var site = s!.DeepClone().AsObject();
            site.Remove("id");
            return site.ToJsonString();
        })];
    }

    [Fact]
    public async Task Followed_plants_come_back_with_their_visits_features_places_names_reviews_and_specimens()
    {
        var first = (await Me.GetAsync("/api/plants")).AsArray().Single(p => (string?)p!["tag"] == "TF-001")!["id"]!;
        var name = (await Me.GetAsync($"/api/plants/{first}"))["determinations"]![0]!["id"]!;

        // Somebody wavers and comes back to a name on one day: it is the last that counts, there too.
        var wavering = (await Me.TakeAsync("a shrub nobody agrees on", "2026-05-02"))["plant"]!["id"]!;
        foreach (var taxon in new[] { "ribes-sanguineum", "ribes-lacustre", "ribes-sanguineum" })
        {
            await Me.PostAsync($"/api/plants/{wavering}/determinations", new { request = Guid.NewGuid(), taxon, qualifier = "none", origin = "wild", date = "2026-05-02", remarks = "" });
        }

        await Me.BeAsync("determiner");
        await Me.PostAsync($"/api/plants/{first}/determinations/{name}/reviews", new { verdict = "agrees", remark = "seen in fruit" });
        await Me.BeAsync("steward");
        await Me.PostAsync($"/api/plants/{first}/vouchers", new { number = "RO 2026-77", keptAt = "Reserve house", takenOn = "2026-06-01", stand = 40, taken = 0, permit = "" });
        await CareForAsync((int)first);
        var archive = await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative));
        await using var elsewhere = await RunningServer.StartAsync(demo: false);
        using var other = new Client(elsewhere.Address);
        await other.BeFirstStewardAsync();
        var plants = (await SendAsync(archive, "keep=true", other))["change"]!["plants"]!;
        var own = (await Me.GetAsync("/api/plants")).AsArray();
        var there = (await other.GetAsync("/api/plants")).AsArray();
        Number(plants, "plants").ShouldBe(own.Count);
        there.Select(Brief).ShouldBe(own.Select(Brief));
        own.Select(p => (string?)p!["name"]).ShouldContain((string?)null, "a plant nobody named comes along");
        foreach (var tag in own.Select(p => (string)p!["tag"]!))
        {
            var (before, after) = (await SheetAsync(Me, own, tag), await SheetAsync(other, there, tag));
            Told(after["visits"]!, "id").ShouldBe(Told(before["visits"]!, "id"));
            Told(after["observations"]!, "visit", "revision").ShouldBe(Told(before["observations"]!, "visit", "revision"));
            Told(after["determinations"]!, "id", "reviews").ShouldBe(Told(before["determinations"]!, "id", "reviews"));
            Told(new JsonArray([.. Reviews(after)]), "id", "determination").ShouldBe(Told(new JsonArray([.. Reviews(before)]), "id", "determination"));
            after["vouchers"]!.ToJsonString().ShouldBe(before["vouchers"]!.ToJsonString());
            await ShouldBeKeptAlikeAsync(tag);
        }

        // Where they stand, too, and bringing them in again adds nothing.
        (await PlacedAsync(other)).ShouldBe(await PlacedAsync(Me));
        var again = (await SendAsync(archive, "keep=true", other))["change"]!;
        again["plants"]!.ToJsonString().ShouldBe("""{"plants":0,"visits":0,"features":0,"names":0}""");
        (await SendAsync(archive, "keep=false"))["change"]!["plants"]!.ToJsonString().ShouldBe("""{"plants":0,"visits":0,"features":0,"names":0}""");

        await ShouldBeKeptAlikeAsync("TF-001");

        async Task ShouldBeKeptAlikeAsync(string tag)
        {
            var (before, after) = (await CareAsync(Me, own, tag), await CareAsync(other, there, tag));
            after["landmarks"]!.ToJsonString().ShouldBe(before["landmarks"]!.ToJsonString());
            Told(after["threats"]!, "id", "plant").ShouldBe(Told(before["threats"]!, "id", "plant"));
            after["population"]!.ToJsonString().ShouldBe(before["population"]!.ToJsonString());
            (before["landmarks"]!.AsArray().Count > 1 && before["threats"]!.AsArray().Count > 0 && before["population"]!.AsArray().Count > 0).ShouldBe(tag == "TF-001");
        }

        static Task<JsonNode> CareAsync(Client from, JsonArray all, string tag) => from.GetAsync($"/api/plants/{all.Single(p => (string?)p!["tag"] == tag)!["id"]}/care");

        static IEnumerable<JsonNode> Reviews(JsonNode sheet) => sheet["determinations"]!.AsArray().SelectMany(d => d!["reviews"]!.AsArray()).Select(r => r!.DeepClone());

        static (string?, string?, string?, string?, int, int) Brief(JsonNode? p) =>
            ((string?)p!["tag"], (string?)p["site"], (string?)p["description"], (string?)p["name"], (int)p["features"]!, (int)p["visits"]!);

        static Task<JsonNode> SheetAsync(Client from, JsonArray all, string tag) => from.GetAsync($"/api/plants/{all.Single(p => (string?)p!["tag"] == tag)!["id"]}");

        static string[] Told(JsonNode rows, params string[] but) => [.. rows.AsArray().Select(r =>
        {
            var row = r!.DeepClone().AsObject();
            foreach (var field in but)
            {
                row.Remove(field);
            }

            return row.ToJsonString();
        }).Order(StringComparer.Ordinal)];

        static async Task<string[]> PlacedAsync(Client from) => [.. (await from.GetAsync("/api/map"))["plants"]!.AsArray().Where(p => (bool)p!["own"]!)
            .Select(p => $"{p!["plant"]!["tag"]} {p["at"]!.ToJsonString()} {p["uncertaintyM"]}").Order(StringComparer.Ordinal)];
    }

    /// <summary>Lets a plant be found again, threatened and counted.</summary>
    private async Task CareForAsync(int plant)
    {
        await Me.PutAsync($"/api/plants/{plant}/landmarks", new { landmarks = new[] { new { name = "the split boulder", bearing = 40.0, metres = 12.5 }, new { name = "the gate", bearing = 0.0, metres = 90.0 } } });
        await Me.PostAsync($"/api/plants/{plant}/threats", new { kind = "mowing", note = "edge of the path", seenOn = "2026-05-03", told = "the landowner", toldOn = "2026-05-04", outcome = "", settledOn = (string?)null });
        await Me.PutAsync($"/api/plants/{plant}/population", new { year = 2026, marked = 40, markedOn = "2026-02-01", flowering = 11, floweringOn = "2026-06-01" });
    }

    [Fact]
    public async Task A_count_at_a_plot_returns_to_it_with_who_came_along_and_one_without_finds_returns_too()
    {
        var site = (await Me.GetAsync("/api/sites")).AsArray().Single(s => (string?)s!["name"] == "Quarry Bald")!["id"]!;
        await Me.PostAsync("/api/places", new { request = Guid.NewGuid(), name = "Bald plot 9", kind = "plot", shape = new { form = "point", points = new[] { new { latitude = 44.9905, longitude = -123.685 } } }, site = (int)site, note = "" });
        var plot = (await Me.GetAsync("/api/map"))["places"]!.AsArray().Single(p => (string?)p!["name"] == "Bald plot 9")!["id"]!;
        var empty = await Me.PostAsync("/api/counts", new { request = Guid.NewGuid(), safe = true, content = new { site = (int)site, date = "2026-03-03", protocol = "timedSearch", plots = 1, plotAreaM2 = (double?)null, lengthM = (double?)null, started = "09:00:00", ended = "10:30:00", companions = "M. Falk", weather = "fog", note = "", place = (int)plot } });
        var archive = await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative));
        await using var elsewhere = await RunningServer.StartAsync(demo: false);
        using var other = new Client(elsewhere.Address);
        await other.BeFirstStewardAsync();
        await SendAsync(archive, "keep=true", other);
        var sheets = (await other.GetAsync("/api/counts")).AsObject()["sheets"]!.AsArray();
        var back = await other.GetAsync($"/api/counts/{sheets.Single(s => (string?)s!["content"]!["date"] == "2026-03-03")!["id"]}");
        var content = back["sheet"]!["content"]!;
        ((string?)back["sheet"]!["recorder"], (string?)back["sheet"]!["placeName"], (string?)content["companions"], (string?)content["weather"], (string?)content["started"])
            .ShouldBe(((string?)empty["sheet"]!["recorder"], "Bald plot 9", "M. Falk", "fog", "09:00:00"));
        back["lines"]!.AsArray().ShouldBeEmpty();
        (await other.GetAsync("/api/map"))["places"]!.AsArray().Count(p => (string?)p!["name"] == "Bald plot 9").ShouldBe(1);

        // Once more: the plot is not drawn twice.
        await SendAsync(archive, "keep=true", other);
        (await other.GetAsync("/api/map"))["places"]!.AsArray().Count(p => (string?)p!["name"] == "Bald plot 9").ShouldBe(1);
    }

    [Fact]
    public async Task Who_accepts_lines_is_told_how_far_it_is_and_at_last_what_came_of_it()
    {
        var many = "species,date,site\n" + string.Concat(Enumerable.Range(0, 3000).Select(i => $"Alnus rubra,{new DateOnly(2001, 1, 1).AddDays(i):yyyy-MM-dd},Heron Slough\n"));
        var lines = await LinesAsync(many, "keep=false");
        var shares = lines[..^1].Select(l => (double)l["share"]!).ToArray();
        shares.Length.ShouldBeGreaterThan(20);
        shares.ShouldBeInOrder();
        shares.ShouldAllBe(s => s > 0 && s <= 1);
        shares[0].ShouldBeLessThan(0.05);
        shares[^1].ShouldBeGreaterThan(0.85);
        Number(lines[^1]["answer"]!["change"]!, "lines").ShouldBe(3000);

        // What went wrong comes as a line too.
        var wrong = await LinesAsync("species,date,site\nnobody,2001-01-01,Heron Slough\n", "keep=true");
        ((string?)wrong[^1]["problem"]!["detail"])!.ShouldEndWith("Nothing was brought in.");
        ((int)wrong[^1]["problem"]!["status"]!).ShouldBe(400);

        async Task<JsonNode[]> LinesAsync(string table, string query)
        {
            using HttpRequestMessage request = new(HttpMethod.Post, $"/api/import?file=long.csv&{query}") { Content = new StringContent(table, Encoding.UTF8, "text/csv") };
            request.Headers.Accept.ParseAdd("application/x-ndjson");
            using var response = await Me.Http.SendAsync(request, TestContext.Current.CancellationToken);
            response.Content.Headers.ContentType!.MediaType.ShouldBe("application/x-ndjson");
            return [.. (await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => JsonNode.Parse(l)!)];
        }
    }

    [Theory]
    [InlineData("Camassia quamash", "Camassia nessie", "scientificName", "The guide has no name “Camassia nessie")]
    [InlineData("\"\"bearing\"\":40,", "\"\"bearing\"\":400,", "bearing", "The bearing from the landmark to the plant must lie")]
    [InlineData("\"\"kind\"\":\"\"mowing\"\"", "\"\"kind\"\":\"\"moon\"\"", "dynamicProperties", "What stands here cannot be read")]
    [InlineData("\"\"flowering\"\":11,", "\"\"flowering\"\":110,", "flowering", "110 cannot have flowered of 40 marked")]
    [InlineData("\"\"seenOn\"\":\"\"2026-05-03", "\"\"seenOn\"\":\"\"2096-05-03", "dynamicProperties", "“2096-05-03” is no day up to today")]
    public async Task An_archive_with_a_fault_keeps_nothing_and_names_table_and_line(string sound, string faulty, string column, string says)
    {
        await CareForAsync((int)(await Me.GetAsync("/api/plants")).AsArray().Single(p => (string?)p!["tag"] == "TF-001")!["id"]!);
        var damaged = await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip", UriKind.Relative));
        using MemoryStream content = new();
        content.Write(damaged);
        using (System.IO.Compression.ZipArchive zip = new(content, System.IO.Compression.ZipArchiveMode.Update, leaveOpen: true))
        {
            var entry = zip.GetEntry("occurrence.csv")!;
            string text;
            using (StreamReader reader = new(entry.Open()))
            {
                text = await reader.ReadToEndAsync(TestContext.Current.CancellationToken);
            }

            entry.Delete();
            await using StreamWriter writer = new(zip.CreateEntry("occurrence.csv").Open());
            await writer.WriteAsync(text.Replace(sound, faulty, StringComparison.Ordinal));
        }

        var shown = await SendAsync(content.ToArray(), "keep=false");
        shown["change"].ShouldBeNull();
        var fault = shown["faults"]![0]!;
        (((string?)fault["file"], (string?)fault["column"])).ShouldBe(("occurrence.csv", column));
        ((string)fault["says"]!).ShouldStartWith(says);
    }

    [Fact]
    public async Task Every_bad_row_is_named_and_nothing_is_kept()
    {
        var before = (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Count;
        const string Bad = "name,date,site\nAcer macrophyllum,2024-06-01,Millrace Bottom\nNessie,05/06/2024,Atlantis\nAcer macrophyllum\n";
        var shown = await SendAsync(Bad, "keep=false");
        Number(shown, "faultCount").ShouldBe(4);
        shown["faults"]!.AsArray().Select(f => ((int)f!["line"]!, (string?)f["column"])).ShouldBe([(3, "date"), (3, "site"), (3, "name"), (4, "")], ignoreOrder: true);
        shown["change"].ShouldBeNull();
        var refused = await Client.ProblemAsync(await PostAsync(Bad, "keep=true"), HttpStatusCode.BadRequest);
        ((string?)refused["detail"])!.ShouldContain("Nothing was brought in");
        (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Count.ShouldBe(before);
    }

    [Fact]
    public async Task Columns_can_be_told_and_what_must_be_there_is_asked_for()
    {
        const string Odd = "what,when,where\nAcer macrophyllum,2023-06-01,Millrace Bottom\n";
        var shown = await SendAsync(Odd, "keep=false");
        shown["faults"]!.AsArray().Select(f => (string?)f!["says"]).ShouldBe(
            ["No column holds the date. Say which one does.", "No column holds the site. Say which one does.", "No column holds the name. Say which one does."]);
        Number((await SendAsync(Odd, "keep=false&columns=name,date,site"))["change"]!, "lines").ShouldBe(1);
        await Client.ProblemAsync(await PostAsync(Odd, "columns=name,name,site"), HttpStatusCode.BadRequest);
        await Client.ProblemAsync(await PostAsync(Odd, "columns=name"), HttpStatusCode.BadRequest);
        await Client.ProblemAsync(await PostAsync(Odd, "columns=name,date,colour"), HttpStatusCode.BadRequest);
    }

    [Theory]
    [InlineData("PK\u0003\u0004\0\0\0")]
    [InlineData("")]
    [InlineData("<?xml version=\"1.0\"?><!DOCTYPE a [<!ENTITY b SYSTEM \"file:///etc/passwd\">]><a>&b;</a>")]
    public async Task What_is_no_table_is_refused(string text)
    {
        var shown = await SendAsync(text, "keep=false");
        Number(shown, "faultCount").ShouldBeGreaterThan(0);
        shown["change"].ShouldBeNull();
        shown.ToJsonString().ShouldNotContain("root:");
    }

    [Fact]
    public async Task A_file_beyond_the_bound_is_refused() =>
        await Client.ProblemAsync(await PostAsync(new string('x', 41 * 1024 * 1024), "keep=true"), HttpStatusCode.BadRequest);

    private static int Number(JsonNode of, string property) => (int)of[property]!;

    private Task<HttpResponseMessage> PostAsync(string text, string query) =>
        Me.Http.PostAsync(new Uri($"/api/import?file=old-list.csv&{query}", UriKind.Relative), new StringContent(text, Encoding.UTF8, "text/csv"));

    private async Task<JsonNode> SendAsync(string text, string query)
    {
        var response = await PostAsync(text, query);
        var said = await response.Content.ReadAsStringAsync();
        response.StatusCode.ShouldBe(HttpStatusCode.OK, said);
        return JsonNode.Parse(said)!;
    }

    private async Task<JsonNode> SendAsync(byte[] archive, string query, Client? to = null)
    {
        using ByteArrayContent content = new(archive);
        content.Headers.ContentType = new("application/zip");
        var response = await (to ?? Me).Http.PostAsync(new Uri($"/api/import?file=survey.zip&{query}", UriKind.Relative), content);
        var said = await response.Content.ReadAsStringAsync();
        response.StatusCode.ShouldBe(HttpStatusCode.OK, said);
        return JsonNode.Parse(said)!;
    }

    /// <summary>The same but for the last digits, since the order in which numbers are added up is no part of a survey.</summary>
    private static void Agree(JsonNode? one, JsonNode? other, string path)
    {
        switch (one, other)
        {
            case (JsonObject a, JsonObject b):
                a.Select(p => p.Key).ShouldBe(b.Select(p => p.Key), path);
                foreach (var (name, value) in a)
                {
                    Agree(value, b[name], $"{path}.{name}");
                }

                break;
            case (JsonArray a, JsonArray b):
                a.Count.ShouldBe(b.Count, path);
                for (var i = 0; i < a.Count; i++)
                {
                    Agree(a[i], b[i], $"{path}[{i}]");
                }

                break;
            case (JsonValue a, JsonValue b) when a.TryGetValue(out double x) && b.TryGetValue(out double y):
                x.ShouldBe(y, 1e-9 * Math.Max(1, Math.Abs(y)), path);
                break;
            default:
                one?.ToJsonString().ShouldBe(other?.ToJsonString(), path);
                (one is null).ShouldBe(other is null, path);
                break;
        }
    }
}
