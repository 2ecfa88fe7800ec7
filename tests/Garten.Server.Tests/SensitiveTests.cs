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
        await Me.PostAsync(
            $"{Plant}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "calypso-bulbosa",
                qualifier = "none",
                origin = "wild",
                date = "2026-04-09",
                remarks = Secret,
            }
        );
        await Me.PostAsync(
            $"{Plant}/threats",
            new
            {
                kind = "digging",
                note = Secret,
                seenOn = "2026-04-09",
                told = "",
                toldOn = (string?)null,
                outcome = "",
                settledOn = (string?)null,
            }
        );
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
        foreach (
            var path in new[]
            {
                "/api/plants",
                "/api/today",
                "/api/trips",
                "/api/trips/needs",
                "/api/trips/days",
                "/api/trips/calendar.ics",
                "/api/records?take=200",
                "/api/records?text=culvert",
                "/api/records?site=1",
                "/api/records.csv",
                $"/api/records.csv?text={tag}",
                "/api/map",
                "/api/map.gpx",
                "/api/map.geojson",
                "/api/year",
                "/api/shows?site=1",
                "/api/statistics",
                "/api/finds?take=200",
                "/api/finds?text=culvert",
                $"/api/finds?text={tag}",
                "/api/finds.csv",
                "/api/report",
                "/api/report?site=1",
                "/api/labels",
                "/api/checklist?site=1",
                "/api/statistics/not-seen?site=1",
                "/api/statistics/changes?before=2025&after=2026",
            }
        )
        {
            var text = await (await other.Http.GetAsync(new Uri(path, UriKind.Relative))).Content.ReadAsStringAsync();
            text.ShouldNotContain("culvert", customMessage: path);
            text.ShouldNotContain(tag, customMessage: path);
        }

        // It is refused in the very words used for a plant that is not there.
        var absent = await Client.ProblemAsync(
            await other.Http.GetAsync(new Uri(DemoIds.Spelled("/api/plants/987654"), UriKind.Relative)),
            HttpStatusCode.NotFound
        );
        foreach (
            var path in new[]
            {
                Plant,
                $"{Plant}/grade",
                $"{Plant}/care",
                $"{Plant}/pictures",
                $"{Plant}/portrait",
                $"{Plant}/request",
            }
        )
        {
            var hidden = await Client.ProblemAsync(
                await other.Http.GetAsync(new Uri(path, UriKind.Relative)),
                HttpStatusCode.NotFound
            );
            ((string?)hidden["detail"]).ShouldBe((string?)absent["detail"], path);
        }

        // That the species is there at all is told, with the square alone.
        var told = (await other.GetAsync("/api/records"))["withheld"]!
            .AsArray()
            .Single(w =>
                (string?)w!["taxon"]!["id"] == "calypso-bulbosa" && (double)w["place"]!["longitude"]! < -123.7
            )!;
        ((double)told["place"]!["latitude"]!).ShouldBe(45.05, 0.06);
        ((double)told["place"]!["uncertaintyM"]!).ShouldBeGreaterThan(5000);
        ((int)told["year"]!).ShouldBe(2026);
        (await other.GetAsync("/api/records?site=1"))["withheld"]!
            .AsArray()
            .ShouldBeEmpty("choosing by place would tell the place");
    }

    [Fact]
    public async Task The_archive_that_leaves_the_house_holds_the_square_and_nothing_of_the_plant()
    {
        var kept = ArchiveReader.Read(
            await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip", UriKind.Relative))
        );
        var cells = kept.Tables.SelectMany(t => t.Rows).SelectMany(r => r.Values).ToHashSet();
        cells.ShouldNotContain((string)_sheet["plant"]!["tag"]!);
        cells.ShouldNotContain(Secret);
        cells.ShouldContain("Calypso bulbosa (L.) Oakes");
        var told = kept
            .Tables.SelectMany(t => t.Rows)
            .Where(r => r.Values.Any(v => v.StartsWith("withheld:calypso", StringComparison.Ordinal)))
            .ToList();
        told.ShouldNotBeEmpty();
        told.ShouldAllBe(r =>
            !r.Values.Contains("2026-04-09")
            && !r.Values.Contains("J. Adeyemi")
            && !r.Values.Contains("Millrace Bottom")
        );
        var exact = ArchiveReader.Read(
            await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative))
        );
        exact.Tables.SelectMany(t => t.Rows).SelectMany(r => r.Values).ShouldContain((string)_sheet["plant"]!["tag"]!);
    }

    [Fact]
    public async Task How_the_year_runs_does_not_tell_the_day_it_was_seen_in_flower()
    {
        await Me.PostAsync(
            $"{Plant}/visits",
            new
            {
                date = "2026-04-20",
                stage = "mature",
                sex = (string?)null,
                parts = new[] { "leaves", "flowers" },
                altered = Array.Empty<string>(),
                note = "",
            }
        );
        (await Me.GetAsync("/api/today"))["yearReasons"]!.ToJsonString().ShouldContain("Calypso bulbosa");
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        (await reader.GetAsync("/api/today"))["yearReasons"]!.ToJsonString().ShouldNotContain("Calypso");
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
        (
            await Me.Http.DeleteAsync(new Uri($"{Plant}/colony/{beside["plant"]!["id"]}", UriKind.Relative))
        ).EnsureSuccessStatusCode();
        await reader.GetAsync(path);
    }

    [Fact]
    public async Task A_threat_and_a_picture_of_it_cannot_be_reached_by_their_number()
    {
        using var stranger = new Client(Address);
        await stranger.BeAsync(3);
        var threat = (string)(await Me.GetAsync($"{Plant}/care"))["threats"]![0]!["id"]!;
        await Client.ProblemAsync(
            await stranger.TryPutAsync(
                $"/api/threats/{threat}",
                new
                {
                    content = new
                    {
                        kind = "other",
                        note = "gone",
                        seenOn = "2026-04-09",
                        told = "",
                        toldOn = (string?)null,
                        outcome = "done",
                        settledOn = "2026-05-01",
                    },
                    expected = 1,
                }
            ),
            HttpStatusCode.NotFound
        );
        ((string?)(await Me.GetAsync($"{Plant}/care"))["threats"]![0]!["content"]!["note"]).ShouldBe(Secret);

        var photo = Guid.NewGuid();
        await Me.PostAsync($"/api/photos/samples/1?id={photo}", new { });
        await stranger.GetAsync($"/api/photos/{photo}");
        await Me.PostAsync(
            $"/api/photos/{photo}/uses",
            new
            {
                plant = (string)_sheet["plant"]!["id"]!,
                visit = (string)_sheet["visits"]![0]!["id"]!,
                features = new[]
                {
                    new
                    {
                        character = "leaf-length",
                        state = (string?)null,
                        entry = "4 cm",
                    },
                },
            }
        );
        foreach (var path in new[] { $"/api/photos/{photo}", $"/api/photos/{photo}/file" })
        {
            await Client.ProblemAsync(
                await stranger.Http.GetAsync(new Uri(path, UriKind.Relative)),
                HttpStatusCode.NotFound
            );
        }
    }

    [Fact]
    public async Task A_surveyor_who_is_not_trusted_sees_what_they_counted_and_no_line_of_others()
    {
        using var stranger = new Client(Address);
        await stranger.BeAsync(3);
        var begun = await stranger.PostAsync(
            "/api/counts",
            new
            {
                id = Guid.CreateVersion7(),
                safe = true,
                content = new
                {
                    site = DemoIds.Site(1),
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
            }
        );
        var own = await stranger.PostAsync(
            $"/api/counts/{begun["sheet"]!["id"]}/lines",
            new
            {
                plot = 1,
                text = "Calypso bulbosa 2",
                taxon = (string?)null,
                origin = "wild",
            }
        );
        ((string?)own["lines"]![0]!["line"]!["taxon"]).ShouldBe("calypso-bulbosa");
        await stranger.PostAsync($"/api/count-lines/{own["lines"]![0]!["line"]!["id"]}/one-more", new { });

        var meadow = (await Me.GetAsync("/api/counts"))["sheets"]!
            .AsArray()
            .Single(c => (string?)c!["siteName"] == "Quarry Bald" && (string?)c["content"]!["protocol"] == "quadrats")!;
        var lines = (await Me.GetAsync($"/api/counts/{meadow["id"]}"))["lines"]!.AsArray();
        var hidden = (string)lines.First(l => (string?)l!["line"]!["taxon"] == "fritillaria-affinis")!["line"]!["id"]!;
        await Client.ProblemAsync(
            await stranger.TryPutAsync(
                $"/api/count-lines/{hidden}",
                new
                {
                    amount = 1.0,
                    origin = "wild",
                    note = "",
                    expected = 0,
                }
            ),
            HttpStatusCode.NotFound
        );
        await Client.ProblemAsync(
            await stranger.Http.DeleteAsync(new Uri($"/api/count-lines/{hidden}", UriKind.Relative)),
            HttpStatusCode.NotFound
        );
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
        var refused = await Client.ProblemAsync(
            await reader.Http.GetAsync(new Uri("/api/records.csv?exact=true", UriKind.Relative)),
            HttpStatusCode.Forbidden
        );
        ((string?)refused["detail"])!.ShouldContain("an administrator trusts");
        await Client.ProblemAsync(
            await reader.Http.GetAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative)),
            HttpStatusCode.Forbidden
        );
    }

    [Fact]
    public async Task Who_took_a_plant_up_goes_on_seeing_it()
    {
        using var own = new Client(Address);
        await own.BeAsync(3);
        var sheet = await own.TakeAsync("a single leaf in the moss", "2026-02-01");
        var path = $"/api/plants/{sheet["plant"]!["id"]}";
        await own.PostAsync(
            $"{path}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "calypso-bulbosa",
                qualifier = "none",
                origin = "wild",
                date = "2026-02-01",
                remarks = "",
            }
        );
        ((string?)(await own.GetAsync(path))["determinations"]![0]!["taxon"]).ShouldBe("calypso-bulbosa");
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        await Client.ProblemAsync(await reader.Http.GetAsync(new Uri(path, UriKind.Relative)), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Counts_leave_sensitive_lines_out_and_no_number_tells_of_them()
    {
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        var sheets = (await reader.GetAsync("/api/counts"))["sheets"]!.AsArray();
        foreach (var sheet in sheets)
        {
            var view = await reader.GetAsync($"/api/counts/{sheet!["id"]}");
            view["lines"]!.AsArray().ShouldNotContain(l => (string?)l!["line"]!["taxon"] == "fritillaria-affinis");
            ((bool)view["partial"]!).ShouldBeTrue("the same is said of every sheet");
            ((int)sheet["lines"]!).ShouldBe(view["lines"]!.AsArray().Count);
        }

        ((int)sheets.Sum(s => (int)s!["lines"]!)).ShouldBeLessThan(
            (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Sum(s => (int)s!["lines"]!)
        );
        var statistics = await reader.GetAsync("/api/statistics");
        ((bool)statistics["partial"]!).ShouldBeTrue();
        statistics.ToJsonString().ShouldNotContain("fritillaria");
        ((bool)(await Me.GetAsync("/api/statistics"))["partial"]!).ShouldBeFalse();
    }

    [Fact]
    public async Task A_surveyor_who_may_not_know_enters_a_name_that_stands_hidden_and_neither_is_told_nor_lost()
    {
        var begun = await Me.PostAsync(
            "/api/counts",
            new
            {
                id = Guid.CreateVersion7(),
                safe = true,
                content = new
                {
                    site = DemoIds.Site(1),
                    date = "2026-05-03",
                    protocol = "quadrats",
                    plots = 1,
                    plotAreaM2 = 4.0,
                    lengthM = (double?)null,
                    started = (string?)null,
                    ended = (string?)null,
                    companions = "",
                    weather = "",
                    note = "",
                },
            }
        );
        var path = $"/api/counts/{begun["sheet"]!["id"]}";
        await Me.PostAsync(
            $"{path}/lines",
            new
            {
                plot = 1,
                text = "Calypso bulbosa 5%",
                taxon = (string?)null,
                origin = "wild",
            }
        );
        using var stranger = new Client(Address);
        await stranger.BeAsync(3);
        (await stranger.GetAsync(path))["lines"]!.AsArray().ShouldBeEmpty();
        var own = await stranger.PostAsync(
            $"{path}/lines",
            new
            {
                plot = 1,
                text = "Calypso bulbosa 10%",
                taxon = (string?)null,
                origin = "wild",
            }
        );
        ((double)own["lines"]!.AsArray().ShouldHaveSingleItem()!["line"]!["amount"]!).ShouldBe(10);
        (await Me.GetAsync(path))["lines"]!
            .AsArray()
            .Select(l => (double)l!["line"]!["amount"]!)
            .ShouldBe([5, 10], ignoreOrder: true);
    }

    [Fact]
    public async Task What_stands_far_along_in_its_colony_is_hidden_as_well()
    {
        var (beside, beyond) = (await Me.TakeAsync("the patch beside it"), await Me.TakeAsync("the patch beyond that"));
        await Me.PutAsync($"{Plant}/colony/{beside["plant"]!["id"]}", new { });
        await Me.PutAsync($"/api/plants/{beside["plant"]!["id"]}/colony/{beyond["plant"]!["id"]}", new { });
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        var path = $"/api/plants/{beyond["plant"]!["id"]}";
        await Client.ProblemAsync(await reader.Http.GetAsync(new Uri(path, UriKind.Relative)), HttpStatusCode.NotFound);

        // Who took up the plant in the middle sees it, and nothing of those it is linked with.
        using var stranger = new Client(Address);
        await stranger.BeAsync(3);
        var own = await stranger.TakeAsync("my own patch");
        await Me.PutAsync($"/api/plants/{own["plant"]!["id"]}/colony/{beyond["plant"]!["id"]}", new { });
        var seen = await stranger.GetAsync($"/api/plants/{own["plant"]!["id"]}");
        seen["colony"]!.AsArray().ShouldBeEmpty();
        seen.ToJsonString().ShouldNotContain((string)beyond["plant"]!["tag"]!);
    }

    [Fact]
    public async Task Every_endpoint_refuses_a_hidden_plant_however_its_number_is_spelled()
    {
        var id = (string)_sheet["plant"]!["id"]!;
        var visit = (string)_sheet["visits"]![0]!["id"]!;
        var tag = (string)_sheet["plant"]!["tag"]!;
        string[] spellings =
        [
            id,
            id.ToUpperInvariant(),
            id.Replace("-", "", StringComparison.Ordinal),
            $"+{id}",
            $"%2B{id}",
            $"%20{id}",
            $"{id}%20",
            $"{id}%09",
            $"{id}%00",
            $"%7B{id}%7D",
            $"({id})",
            $"0{id}",
            $"{id}.0",
            $"%{(int)id[0]:X2}{id[1..]}",
            id.Replace("-", "%2D", StringComparison.Ordinal),
            $"urn:uuid:{id}",
            tag,
        ];
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        using var stranger = new Client(Address);
        await stranger.BeAsync(3);
        var mine = (string)(await stranger.TakeAsync("my own"))["plant"]!["id"]!;
        var before = await Me.GetAsync(Plant);
        foreach (
            var (method, path) in RoleMatrixTests
                .EndpointsOf(Services)
                .Where(e =>
                    e.Path.Contains("{plant:id}", StringComparison.Ordinal)
                    || e.Path.Contains("{other:id}", StringComparison.Ordinal)
                )
        )
        {
            foreach (var spelling in spellings)
            {
                foreach (
                    var whole in new[]
                    {
                        path.Replace("{plant:id}", spelling, StringComparison.Ordinal)
                            .Replace("{other:id}", $"{mine}", StringComparison.Ordinal),
                        path.Replace("{plant:id}", $"{mine}", StringComparison.Ordinal)
                            .Replace("{other:id}", spelling, StringComparison.Ordinal),
                    }.Where(p => p.Contains(spelling, StringComparison.Ordinal))
                )
                {
                    var at = whole
                        .Replace("{visit:id}", $"{visit}", StringComparison.Ordinal)
                        .Replace("{character}", "margin", StringComparison.Ordinal)
                        .Replace("{determination:id}", $"{Guid.CreateVersion7()}", StringComparison.Ordinal);
                    foreach (
                        var (client, asked) in new[] { (reader, method == "GET"), (stranger, true) }.Where(c => c.Item2)
                    )
                    {
                        using var message = new HttpRequestMessage(
                            new HttpMethod(method),
                            at
                                + (
                                    method == "DELETE" && at.Contains("/features/", StringComparison.Ordinal)
                                        ? "?expected=1"
                                    : method == "GET" && at.EndsWith("see-one", StringComparison.Ordinal)
                                        ? "?taxon=acer"
                                    : "?stand=1&taken=0"
                                )
                        );
                        if (method != "GET")
                        {
                            message.Content = new StringContent(
                                BodyFor(at),
                                System.Text.Encoding.UTF8,
                                "application/json"
                            );
                        }

                        using var answer = await client.Http.SendAsync(message);
                        var text = await answer.Content.ReadAsStringAsync();
                        ((int)answer.StatusCode).ShouldBeInRange(
                            400,
                            404,
                            $"{method} {at}: {text[..Math.Min(200, text.Length)]}"
                        );
                        text.ShouldNotContain(tag, customMessage: at);
                        text.ShouldNotContain("culvert", customMessage: at);
                    }
                }
            }
        }

        foreach (var spelling in spellings)
        {
            foreach (var address in new[] { $"/api/shows?plant={spelling}" })
            {
                using var answer = await reader.Http.GetAsync(new Uri(address, UriKind.Relative));
                ((int)answer.StatusCode).ShouldBeInRange(400, 404, address);
            }
        }

        (await Me.GetAsync(Plant)).ToJsonString().ShouldBe(before.ToJsonString(), "nothing of it was changed either");

        static string BodyFor(string path) =>
            path switch
            {
                _ when path.EndsWith("/visits", StringComparison.Ordinal) =>
                    """{"date":"2026-06-01","stage":null,"sex":null,"parts":[],"altered":[],"note":""}""",
                _ when path.Contains("/features/", StringComparison.Ordinal) =>
                    """{"finding":"states","states":["serrate"],"parts":null,"rough":null,"entry":null,"hidden":null,"certainty":"sure","source":"attached","altered":[],"exposure":null,"position":null,"note":"","expected":null}""",
                _ when path.EndsWith("/walk", StringComparison.Ordinal) =>
                    """{"move":"begin","key":"woody-in-leaf","couplet":1,"lead":null,"expected":null}""",
                _ when path.EndsWith("/determinations", StringComparison.Ordinal) =>
                    $$"""{"id":"{{Guid.NewGuid()}}","taxon":"acer","qualifier":"none","origin":null,"date":"2026-06-01","remarks":""}""",
                _ when path.EndsWith("/reviews", StringComparison.Ordinal) => """{"verdict":"agrees","remark":""}""",
                _ when path.EndsWith("/position", StringComparison.Ordinal) =>
                    """{"typed":"45, -123.7","at":null,"uncertaintyM":5}""",
                _ when path.EndsWith("/landmarks", StringComparison.Ordinal) => """{"landmarks":[],"expected":0}""",
                _ when path.EndsWith("/threats", StringComparison.Ordinal) =>
                    """{"kind":"mowing","note":"","seenOn":"2026-06-01","told":"","toldOn":null,"outcome":"","settledOn":null}""",
                _ when path.EndsWith("/population", StringComparison.Ordinal) =>
                    """{"year":2026,"marked":4,"markedOn":"2026-02-01","flowering":null,"floweringOn":null}""",
                _ when path.EndsWith("/vouchers", StringComparison.Ordinal) =>
                    """{"number":"X 1","keptAt":"hut","takenOn":"2026-06-01","stand":100,"taken":0,"permit":""}""",
                _ when path.EndsWith("/grade", StringComparison.Ordinal) =>
                    """{"grade":"leaning","reason":"because"}""",
                _ => "{}",
            };
    }

    private static async Task<string> TextAsync(Client client, string path) =>
        await (await client.Http.GetAsync(new Uri(path, UriKind.Relative))).Content.ReadAsStringAsync();
}
