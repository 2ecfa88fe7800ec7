using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>Places and positions over the API.</summary>
public sealed class MapTests(ServerFixture server) : ServerTest(server)
{
    [Theory]
    [InlineData("/api/map.geojson?exact=true", "places.geojson")]
    [InlineData("/api/map.gpx?exact=true", "places.gpx")]
    public async Task Places_and_plants_are_read_by_another_program(string path, string file)
    {
        Assert.SkipUnless(File.Exists("/usr/bin/ogrinfo"), "ogrinfo is not installed here.");
        var folder = Directory.CreateTempSubdirectory("garten-places-");
        try
        {
            var at = Path.Combine(folder.FullName, file);
            await File.WriteAllBytesAsync(
                at,
                await Me.Http.GetByteArrayAsync(new Uri(path, UriKind.Relative)),
                TestContext.Current.CancellationToken
            );
            using var ogrinfo = System.Diagnostics.Process.Start(
                new System.Diagnostics.ProcessStartInfo("/usr/bin/ogrinfo", ["-ro", "-al", at])
                {
                    RedirectStandardOutput = true,
                    RedirectStandardError = true,
                }
            )!;
            var read = await ogrinfo.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken);
            var complaints = await ogrinfo.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken);
            await ogrinfo.WaitForExitAsync(TestContext.Current.CancellationToken);
            ogrinfo.ExitCode.ShouldBe(0, complaints);
            complaints.ShouldBeEmpty();
            var map = await Me.GetAsync("/api/map");
            read.ShouldContain("WGS 84");
            foreach (
                var name in map["places"]!
                    .AsArray()
                    .Concat(map["plants"]!.AsArray().Where(p => (bool)p!["own"]!).Select(p => p!["plant"]))
                    .Select(p => (string?)(p!["tag"] ?? p["name"]))
            )
            {
                read.ShouldContain(name!);
            }
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    [Fact]
    public async Task The_demo_has_its_base_map_places_and_plants_and_the_reserve_its_size()
    {
        var map = await Me.GetAsync("/api/map");
        ((string?)map["base"])!.ShouldContain("Tamsin Fork");
        ((string?)Place(map, "Tamsin Fork Reserve")["size"]).ShouldBe("410 ha");
        ((string?)Place(map, "Giant plot 1")["kind"]).ShouldBe("plot");
        map["plants"]!.AsArray().Count(p => (bool)p!["own"]!).ShouldBeGreaterThanOrEqualTo(15);
        map["plants"]!
            .AsArray()
            .ShouldContain(p => !(bool)p!["own"]! && (string?)p["plant"]!["site"] == "Upper Cirque");
    }

    [Fact]
    public async Task A_plot_is_drawn_once_changed_taken_away_and_put_back()
    {
        var place = Guid.CreateVersion7();
        await Me.PostAsync("/api/places", Plot(place, "Plot X", 20));
        var id = (string)Place(await Me.PostAsync("/api/places", Plot(place, "Plot X", 20)), "Plot X")["id"]!;
        (
            (string?)
                Place(
                    await Me.PutAsync(
                        $"/api/places/{id}",
                        Changed(
                            Plot(place, "Plot Y", 40),
                            (long)Place(await Me.GetAsync("/api/map"), "Plot X")["revision"]!
                        )
                    ),
                    "Plot Y"
                )["size"]
        ).ShouldBe("0.2 ha");
        await Client.ProblemAsync(
            await Me.TryPutAsync($"/api/places/{id}", Changed(Plot(place, "Plot Z", 40), 1)),
            HttpStatusCode.Conflict
        );
        (await Me.Http.DeleteAsync(new Uri($"/api/places/{id}", UriKind.Relative))).EnsureSuccessStatusCode();
        (await Me.GetAsync("/api/map"))["places"]!.AsArray().ShouldNotContain(p => (string?)p!["name"] == "Plot Y");
        Place(await Me.PostAsync($"/api/places/{id}/back", new { }), "Plot Y");
        var crossed = Shape("area", (45, -123.7), (45.001, -123.701), (45, -123.701), (45.001, -123.7));
        var problem = await Client.ProblemAsync(
            await Me.TryPostAsync(
                "/api/places",
                new
                {
                    id = Guid.CreateVersion7(),
                    name = "Bow",
                    kind = "plot",
                    shape = crossed,
                    site = (int?)null,
                    note = "",
                }
            ),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["detail"])!.ShouldContain("crosses itself");
        var line = Shape("line", (45, -123.7), (45.001, -123.7));
        await Client.ProblemAsync(
            await Me.TryPostAsync(
                "/api/places",
                new
                {
                    id = Guid.CreateVersion7(),
                    name = "Nowhere",
                    kind = "way",
                    shape = line,
                    site = DemoIds.Site(999_999),
                    note = "",
                }
            ),
            HttpStatusCode.NotFound
        );
        await Client.ProblemAsync(
            await Me.TryPostAsync(
                "/api/places",
                new
                {
                    id = Guid.CreateVersion7(),
                    name = "Empty",
                    kind = "way",
                    shape = new { form = "line", points = (object?)null },
                    site = (int?)null,
                    note = "",
                }
            ),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await Me.TryPostAsync(
                "/api/places",
                new
                {
                    id = Guid.CreateVersion7(),
                    name = "Odd",
                    kind = 99,
                    shape = line,
                    site = (int?)null,
                    note = "",
                }
            ),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task Where_a_plant_stands_is_typed_in_any_form_and_is_no_surer_than_it_is_written()
    {
        var sheet = await Me.TakeAsync("a shrub by the gate");
        var path = $"/api/plants/{sheet["plant"]!["id"]}/position";
        var map = await Me.PutAsync(
            path,
            new
            {
                typed = "45°00′07″N 123°42′14″W",
                at = (object?)null,
                uncertaintyM = 3.0,
            }
        );
        var plant = map["plants"]!
            .AsArray()
            .Single(p => (string)p!["plant"]!["id"]! == (string)sheet["plant"]!["id"]!)!;
        ((bool)plant["own"]!).ShouldBeTrue();
        ((string?)plant["written"]).ShouldBe("45°00′07.0″N 123°42′14.0″W");
        ((double)plant["uncertaintyM"]!).ShouldBe(15.4, 0.1);
        var reading = await Me.GetAsync("/api/positions?text=" + Uri.EscapeDataString("45.0021, -123.704"));
        ((string?)reading["sexagesimal"]).ShouldBe("45°00′07.6″N 123°42′14.4″W");
        var both = await Me.PutAsync(
            path,
            new
            {
                typed = "45.002, -123.704",
                at = new { latitude = 45.002, longitude = -123.704 },
                uncertaintyM = 1.0,
            }
        );
        (
            (double)
                both["plants"]!.AsArray().Single(p => (string)p!["plant"]!["id"]! == (string)sheet["plant"]!["id"]!)![
                    "uncertaintyM"
                ]!
        ).ShouldBe(55.6, 0.1, "what was typed counts, not how the page read it");
        var wrong = await Client.ProblemAsync(
            await Me.TryPutAsync(
                path,
                new
                {
                    typed = "by the mill",
                    at = (object?)null,
                    uncertaintyM = (double?)null,
                }
            ),
            HttpStatusCode.BadRequest
        );
        ((string?)wrong["field"]).ShouldBe("typed");
        await Client.ProblemAsync(
            await Me.TryPutAsync(
                path,
                new
                {
                    typed = "",
                    at = new { latitude = 95.0, longitude = 0.0 },
                    uncertaintyM = 1.0,
                }
            ),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task A_file_is_shown_before_it_is_kept_all_or_nothing_and_brings_nothing_twice()
    {
        const string Track =
            "<gpx xmlns=\"http://www.topografix.com/GPX/1/1\"><wpt lat=\"45.003\" lon=\"-123.70\"><name>Spring</name></wpt>"
            + "<trk><name>FieldTrip</name><trkseg><trkpt lat=\"45.003\" lon=\"-123.70\"/><trkpt lat=\"45.004\" lon=\"-123.70\"/></trkseg></trk></gpx>";
        var shown = await SendAsync(Track, keep: false);
        shown["places"]!.AsArray().Select(p => (string?)p!["name"]).ShouldBe(["Spring", "FieldTrip"]);
        (await Me.GetAsync("/api/map"))["places"]!.AsArray().ShouldNotContain(p => (string?)p!["name"] == "Spring");
        await SendAsync(Track, keep: true);
        Place(await Me.GetAsync("/api/map"), "Spring");
        var again = await SendAsync(Track, keep: true);
        again["places"]!.AsArray().ShouldBeEmpty();
        again["known"]!.AsArray().Count.ShouldBe(2);

        var bad = Track
            .Replace("\"45.003\" lon=\"-123.70\"/>", "\"95\" lon=\"-123.70\"/>", StringComparison.Ordinal)
            .Replace("Spring", "Well", StringComparison.Ordinal);
        (await SendAsync(bad, keep: false))["faults"]!.AsArray().ShouldHaveSingleItem();
        var refused = await Client.ProblemAsync(
            await Me.Http.PostAsync(new Uri("/api/places/file?keep=true", UriKind.Relative), Body(bad)),
            HttpStatusCode.BadRequest
        );
        ((string?)refused["detail"])!.ShouldContain("Nothing was brought in");
        (await Me.GetAsync("/api/map"))["places"]!.AsArray().ShouldNotContain(p => (string?)p!["name"] == "Well");
        await Client.ProblemAsync(
            await Me.Http.PostAsync(
                new Uri("/api/places/file?keep=true", UriKind.Relative),
                Body(new string('x', 21 * 1024 * 1024))
            ),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task What_leaves_the_house_can_be_brought_in_again_and_holds_no_sensitive_plant()
    {
        var sheet = await Me.TakeAsync("hidden in the moss");
        var tag = (string)sheet["plant"]!["tag"]!;
        await Me.PostAsync(
            $"/api/plants/{sheet["plant"]!["id"]}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "calypso-bulbosa",
                qualifier = "none",
                origin = "wild",
                date = "2026-05-01",
                remarks = "",
            }
        );
        await Me.PutAsync(
            $"/api/plants/{sheet["plant"]!["id"]}/position",
            new
            {
                typed = "45.0111, -123.6811",
                at = (object?)null,
                uncertaintyM = (double?)null,
            }
        );
        foreach (var file in new[] { "/api/map.geojson", "/api/map.gpx" })
        {
            (await Me.Http.GetStringAsync(new Uri(file, UriKind.Relative))).ShouldNotContain(tag);
            (await Me.Http.GetStringAsync(new Uri(file + "?exact=true", UriKind.Relative))).ShouldContain(tag);
        }

        var back = await SendAsync(
            await Me.Http.GetStringAsync(new Uri("/api/map.geojson", UriKind.Relative)),
            keep: false
        );
        back["faults"]!.AsArray().ShouldBeEmpty();
        back["known"]!.AsArray().Select(k => (string?)k).ShouldContain("Tamsin Fork Reserve");
        back["places"]!
            .AsArray()
            .ShouldAllBe(
                p => ((string?)p!["name"])!.StartsWith("TF-", StringComparison.Ordinal),
                "only the plants are no places here yet"
            );
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        (await reader.Http.GetStringAsync(new Uri("/api/map", UriKind.Relative))).ShouldNotContain($"\"{tag}\"");
    }

    [Fact]
    public async Task The_base_map_is_the_stewards_and_stays_when_a_file_is_not_sound()
    {
        using var steward = new Client(Address);
        await steward.BeAsync("steward");
        var before = (string?)(await Me.GetAsync("/api/map"))["base"];
        using var broken = Body("{\"type\":\"FeatureCollection\"");
        await Client.ProblemAsync(
            await steward.Http.PutAsync(new Uri("/api/map/base", UriKind.Relative), broken),
            HttpStatusCode.BadRequest
        );
        ((string?)(await Me.GetAsync("/api/map"))["base"]).ShouldBe(before);
        using var mine = Body(before!);
        await Client.ProblemAsync(
            await Me.Http.PutAsync(new Uri("/api/map/base", UriKind.Relative), mine),
            HttpStatusCode.Forbidden
        );
    }

    [Fact]
    public async Task The_nearest_plants_that_have_a_name_are_told_for_comparison()
    {
        var sheet = await Me.TakeAsync("a maple to be compared");
        var path = $"/api/plants/{sheet["plant"]!["id"]}";
        await Me.PutAsync(
            $"{path}/position",
            new
            {
                typed = "45.00237, -123.70700",
                at = (object?)null,
                uncertaintyM = (double?)null,
            }
        );
        var maples = (await Me.GetAsync($"{path}/see-one?taxon=acer")).AsArray();
        maples
            .Select(m => (string?)m!["plant"]!["tag"])
            .ShouldBe(["TF-001", "TF-004"], "TF-007 has a reserve in its name");
        ((string?)maples[0]!["way"]).ShouldBe("306 m east");
        ((string?)maples[0]!["grade"]).ShouldBe("settled");
        (await Me.GetAsync($"{path}/see-one?taxon=taxus-brevifolia")).AsArray().ShouldBeEmpty();
        (await Me.GetAsync("/api/plants/1/see-one?taxon=acer-macrophyllum"))
            .AsArray()
            .ShouldBeEmpty("a plant is not compared with itself");
    }

    private static JsonNode Place(JsonNode map, string name) =>
        map["places"]!.AsArray().Single(p => (string?)p!["name"] == name)!;

    private static object Shape(string form, params (double Latitude, double Longitude)[] points) =>
        new { form, points = points.Select(p => new { latitude = p.Latitude, longitude = p.Longitude }) };

    private static JsonNode Changed(object place, long expected)
    {
        var body = System.Text.Json.JsonSerializer.SerializeToNode(place)!;
        body["expected"] = expected;
        return body;
    }

    private static object Plot(Guid id, string name, double metres)
    {
        var (north, east) = (metres / 111_195, metres / 111_195 / Math.Cos(45 * Math.PI / 180));
        return new
        {
            id,
            name,
            kind = "plot",
            shape = Shape("area", (45, -123.7), (45, -123.7 + east), (45 + north, -123.7 + east), (45 + north, -123.7)),
            site = (int?)null,
            note = "",
        };
    }

    private static StringContent Body(string text) =>
        new(text, Encoding.UTF8, text.StartsWith('<') ? "application/gpx+xml" : "application/geo+json");

    private async Task<JsonNode> SendAsync(string text, bool keep)
    {
        var response = await Me.Http.PostAsync(new Uri($"/api/places/file?keep={keep}", UriKind.Relative), Body(text));
        var said = await response.Content.ReadAsStringAsync();
        response.StatusCode.ShouldBe(HttpStatusCode.OK, said);
        return JsonNode.Parse(said)!;
    }
}
