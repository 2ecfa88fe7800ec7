using System.Net;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>A plant of a sensitive species at a site, asked about in every way by those who may not know where it stands.</summary>
public sealed class SensitiveTests(ServerFixture server) : ServerTest(server)
{
    private const string Secret = "under the third cedar past the washed-out culvert";
    private JsonNode _sheet = null!;

    private string Plant => $"/api/plants/{_sheet["plant"]!["id"]}";

    public override async ValueTask InitializeAsync()
    {
        await base.InitializeAsync();
        _sheet = await Me.TakeAsync(Secret, "2026-04-09");
        await Me.PostAsync($"{Plant}/determinations", new { request = Guid.NewGuid(), taxon = "calypso-bulbosa", qualifier = "none", origin = "wild", date = "2026-04-09", remarks = Secret });
        await Me.PostAsync($"{Plant}/threats", new { kind = "digging", note = Secret, seenOn = "2026-04-09", told = "", toldOn = (string?)null, outcome = "", settledOn = (string?)null });
    }

    [Theory]
    [InlineData("reader")]
    [InlineData("stranger to the place")]
    public async Task Nothing_tells_the_place_to_those_not_trusted_with_it(string who)
    {
        using var other = new Client(Address);
        await (who == "reader" ? other.BeAsync("reader") : other.BeAsync(3));
        ((bool)(await other.GetAsync("/api/session"))["seesSensitive"]!).ShouldBeFalse();
        var tag = (string)_sheet["plant"]!["tag"]!;
        foreach (var path in new[]
        {
            "/api/plants", "/api/today", "/api/rounds", "/api/rounds/calendar.ics", "/api/records?take=200", "/api/records?text=culvert", "/api/records?site=1", "/api/records.csv",
            $"/api/records.csv?text={tag}", "/api/map", "/api/map.gpx", "/api/map.geojson", "/api/year", "/api/shows?site=1", "/api/figures",
            "/api/finds?take=200", "/api/finds?text=culvert", $"/api/finds?text={tag}", "/api/finds.csv", "/api/report", "/api/report?site=1", "/api/labels", "/api/checklist?site=1", "/api/figures/not-seen?site=1", "/api/figures/changes?before=2025&after=2026",
        })
        {
            var text = await (await other.Http.GetAsync(new Uri(path, UriKind.Relative))).Content.ReadAsStringAsync();
            text.ShouldNotContain("culvert", customMessage: path);
            text.ShouldNotContain(tag, customMessage: path);
        }

        // It is refused in the very words used for a plant that is not there.
        var absent = await Client.ProblemAsync(await other.Http.GetAsync(new Uri("/api/plants/987654", UriKind.Relative)), HttpStatusCode.NotFound);
        foreach (var path in new[] { Plant, $"{Plant}/grade", $"{Plant}/care", $"{Plant}/photos", $"{Plant}/request" })
        {
            var hidden = await Client.ProblemAsync(await other.Http.GetAsync(new Uri(path, UriKind.Relative)), HttpStatusCode.NotFound);
            ((string?)hidden["detail"]).ShouldBe((string?)absent["detail"], path);
        }

        // That the species is there at all is told, with the square alone.
        var told = (await other.GetAsync("/api/records"))["withheld"]!.AsArray().Single(w => (string?)w!["taxon"]!["id"] == "calypso-bulbosa")!;
        ((double)told["place"]!["latitude"]!).ShouldBe(45.05, 0.06);
        ((double)told["place"]!["uncertaintyM"]!).ShouldBeGreaterThan(5000);
        ((int)told["year"]!).ShouldBe(2026);
        (await other.GetAsync("/api/records?site=1"))["withheld"]!.AsArray().ShouldBeEmpty("choosing by place would tell the place");
    }

    [Fact]
    public async Task The_archive_that_leaves_the_house_holds_the_square_and_nothing_of_the_plant()
    {
        var kept = ArchiveReader.Read(await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip", UriKind.Relative)));
        var cells = kept.Tables.SelectMany(t => t.Rows).SelectMany(r => r.Values).ToHashSet();
        cells.ShouldNotContain((string)_sheet["plant"]!["tag"]!);
        cells.ShouldNotContain(Secret);
        cells.ShouldContain("Calypso bulbosa (L.) Oakes");
        var told = kept.Tables.SelectMany(t => t.Rows).Where(r => r.Values.Any(v => v.StartsWith("withheld:calypso", StringComparison.Ordinal))).ToList();
        told.ShouldNotBeEmpty();
        told.ShouldAllBe(r => !r.Values.Contains("2026-04-09") && !r.Values.Contains("J. Adeyemi") && !r.Values.Contains("Millrace Bottom"));
        var exact = ArchiveReader.Read(await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative)));
        exact.Tables.SelectMany(t => t.Rows).SelectMany(r => r.Values).ShouldContain((string)_sheet["plant"]!["tag"]!);
    }

    [Fact]
    public async Task How_the_year_runs_does_not_tell_the_day_it_was_seen_in_flower()
    {
        await Me.PostAsync($"{Plant}/visits", new { date = "2026-04-20", stage = "mature", sex = (string?)null, parts = new[] { "leaves", "flowers" }, altered = Array.Empty<string>(), note = "" });
        (await Me.GetAsync("/api/today"))["yearGrounds"]!.ToJsonString().ShouldContain("Calypso bulbosa");
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        (await reader.GetAsync("/api/today"))["yearGrounds"]!.ToJsonString().ShouldNotContain("Calypso");
    }

    [Fact]
    public async Task What_stands_in_one_colony_with_it_is_hidden_as_well()
    {
        var beside = await Me.TakeAsync("the patch beside it");
        var path = $"/api/plants/{beside["plant"]!["id"]}";
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        await reader.GetAsync(path);
        await Me.PutAsync($"{Plant}/colony/{beside["plant"]!["id"]}", new { });
        await Client.ProblemAsync(await reader.Http.GetAsync(new Uri(path, UriKind.Relative)), HttpStatusCode.NotFound);
        (await Me.Http.DeleteAsync(new Uri($"{Plant}/colony/{beside["plant"]!["id"]}", UriKind.Relative))).EnsureSuccessStatusCode();
        await reader.GetAsync(path);
    }

    [Fact]
    public async Task A_threat_and_a_picture_of_it_cannot_be_reached_by_their_number()
    {
        using var stranger = new Client(Address);
        await stranger.BeAsync(3);
        var threat = (int)(await Me.GetAsync($"{Plant}/care"))["threats"]![0]!["id"]!;
        await Client.ProblemAsync(
            await stranger.TryPutAsync($"/api/threats/{threat}", new { kind = "other", note = "gone", seenOn = "2026-04-09", told = "", toldOn = (string?)null, outcome = "", settledOn = "2026-05-01" }), HttpStatusCode.NotFound);
        ((string?)(await Me.GetAsync($"{Plant}/care"))["threats"]![0]!["content"]!["note"]).ShouldBe(Secret);

        var photo = Guid.NewGuid();
        await Me.PostAsync($"/api/photos/samples/1?id={photo}", new { });
        await stranger.GetAsync($"/api/photos/{photo}");
        await Me.PostAsync($"/api/photos/{photo}/uses", new
        {
            plant = (int)_sheet["plant"]!["id"]!,
            visit = (int)_sheet["visits"]![0]!["id"]!,
            features = new[] { new { character = "leaf-length", state = (string?)null, entry = "4 cm" } },
        });
        foreach (var path in new[] { $"/api/photos/{photo}", $"/api/photos/{photo}/file" })
        {
            await Client.ProblemAsync(await stranger.Http.GetAsync(new Uri(path, UriKind.Relative)), HttpStatusCode.NotFound);
        }
    }

    [Fact]
    public async Task A_surveyor_who_is_not_trusted_sees_what_they_counted_and_no_line_of_others()
    {
        using var stranger = new Client(Address);
        await stranger.BeAsync(3);
        var begun = await stranger.PostAsync("/api/counts", new
        {
            request = Guid.NewGuid(),
            safe = true,
            content = new { site = 1, date = "2026-05-01", protocol = "walkThrough", plots = 1, plotAreaM2 = (double?)null, lengthM = (double?)null, started = (string?)null, ended = (string?)null, companions = "", weather = "", note = "" },
        });
        var own = await stranger.PostAsync($"/api/counts/{begun["sheet"]!["id"]}/lines", new { plot = 1, text = "Calypso bulbosa 2", taxon = (string?)null, origin = "wild" });
        ((string?)own["lines"]![0]!["line"]!["taxon"]).ShouldBe("calypso-bulbosa");
        await stranger.PostAsync($"/api/count-lines/{own["lines"]![0]!["line"]!["id"]}/one-more", new { });

        var meadow = (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Single(c => (string?)c!["siteName"] == "Quarry Bald" && (string?)c["content"]!["protocol"] == "quadrats")!;
        var lines = (await Me.GetAsync($"/api/counts/{meadow["id"]}"))["lines"]!.AsArray();
        var hidden = (int)lines.First(l => (string?)l!["line"]!["taxon"] == "fritillaria-affinis")!["line"]!["id"]!;
        await Client.ProblemAsync(await stranger.TryPutAsync($"/api/count-lines/{hidden}", new { amount = 1.0, origin = "wild", note = "" }), HttpStatusCode.NotFound);
        await Client.ProblemAsync(await stranger.Http.DeleteAsync(new Uri($"/api/count-lines/{hidden}", UriKind.Relative)), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Those_trusted_see_it_and_files_tell_it_only_when_asked_to()
    {
        (await Me.GetAsync("/api/records?text=culvert"))["records"]!.AsArray().ShouldNotBeEmpty();
        (await TextAsync(Me, "/api/records.csv")).ShouldNotContain("culvert");
        (await TextAsync(Me, "/api/records.csv")).ShouldContain("withheld:calypso-bulbosa:2026");
        (await TextAsync(Me, "/api/records.csv?exact=true")).ShouldContain("culvert");
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        var refused = await Client.ProblemAsync(await reader.Http.GetAsync(new Uri("/api/records.csv?exact=true", UriKind.Relative)), HttpStatusCode.Forbidden);
        ((string?)refused["detail"])!.ShouldContain("a steward trusts");
        await Client.ProblemAsync(await reader.Http.GetAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative)), HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task Who_took_a_plant_up_goes_on_seeing_it()
    {
        using var own = new Client(Address);
        await own.BeAsync(3);
        var sheet = await own.TakeAsync("a single leaf in the moss", "2026-02-01");
        var path = $"/api/plants/{sheet["plant"]!["id"]}";
        await own.PostAsync($"{path}/determinations", new { request = Guid.NewGuid(), taxon = "calypso-bulbosa", qualifier = "none", origin = "wild", date = "2026-02-01", remarks = "" });
        ((string?)(await own.GetAsync(path))["determinations"]![0]!["taxon"]).ShouldBe("calypso-bulbosa");
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        await Client.ProblemAsync(await reader.Http.GetAsync(new Uri(path, UriKind.Relative)), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Counts_leave_sensitive_lines_out_and_say_how_many()
    {
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        var sheets = (await reader.GetAsync("/api/counts"))["sheets"]!.AsArray();
        var withheld = 0;
        foreach (var sheet in sheets)
        {
            var view = await reader.GetAsync($"/api/counts/{sheet!["id"]}");
            view["lines"]!.AsArray().ShouldNotContain(l => (string?)l!["line"]!["taxon"] == "fritillaria-affinis");
            withheld += (int)view["withheld"]!;
        }

        withheld.ShouldBeGreaterThanOrEqualTo(5);
        var figures = await reader.GetAsync("/api/figures");
        ((int)figures["withheld"]!).ShouldBe(withheld);
        figures.ToJsonString().ShouldNotContain("fritillaria");
        ((int)(await Me.GetAsync("/api/figures"))["withheld"]!).ShouldBe(0);
    }

    private static async Task<string> TextAsync(Client client, string path) => await (await client.Http.GetAsync(new Uri(path, UriKind.Relative))).Content.ReadAsStringAsync();
}
