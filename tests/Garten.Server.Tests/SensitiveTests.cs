using System.Net;
using System.Text.Json.Nodes;

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
            $"/api/records.csv?text={tag}",
        })
        {
            var text = await (await other.Http.GetAsync(new Uri(path, UriKind.Relative))).Content.ReadAsStringAsync();
            text.ShouldNotContain("culvert", customMessage: path);
            text.ShouldNotContain($"\"{tag}\"", customMessage: path);
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
        var sheets = (await reader.GetAsync("/api/counts")).AsArray();
        var withheld = 0;
        foreach (var sheet in sheets)
        {
            var view = await reader.GetAsync($"/api/counts/{sheet!["id"]}");
            view["lines"]!.AsArray().ShouldNotContain(l => (string?)l!["line"]!["taxon"] == "fritillaria-affinis");
            withheld += (int)view["withheld"]!;
        }

        withheld.ShouldBe(5);
        var figures = await reader.GetAsync("/api/figures");
        ((int)figures["withheld"]!).ShouldBe(5);
        figures.ToJsonString().ShouldNotContain("fritillaria");
        ((int)(await Me.GetAsync("/api/figures"))["withheld"]!).ShouldBe(0);
    }

    private static async Task<string> TextAsync(Client client, string path) => await (await client.Http.GetAsync(new Uri(path, UriKind.Relative))).Content.ReadAsStringAsync();
}
