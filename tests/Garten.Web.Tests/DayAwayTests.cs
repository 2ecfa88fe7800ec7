using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Garten.Core.Measuring.Photos;
using Garten.Pictures;
using Garten.Testing;

namespace Garten.Web.Tests;

/// <summary>A whole day of one surveyor, brought home over a poor line.</summary>
public sealed class DayAwayTests(WebFixture server) : IClassFixture<WebFixture>
{
    private const int Plants = 20;
    private const int PicturesEach = 2;
    private const int Counts = 2;
    private const int Taps = 6;
    private static readonly string[] Features = ["serrate", "crenate", "toothed", "serrate", "entire"];
    private static readonly string[] Names = ["Acer macrophyllum", "Salix scouleriana", "Acer circinatum"];

    /// <summary>Megabit a second and a third of a second to every answer.</summary>
    private const int Latency = 300;

    private const int BytesPerSecond = 125_000;

    /// <summary>How often the page is lost while it sends.</summary>
    private const int Losses = 8;

    private readonly JsonArray _day = [];

    [Fact]
    public void All_of_it_is_there_once_and_in_order_however_often_the_page_is_lost_meanwhile()
    {
        var folder = Directory.CreateTempSubdirectory();
        var random = new Random(20261202);
        try
        {
            var plants = Enumerable.Range(0, Plants).Select(n => PlantOf(n, random)).ToList();
            var counts = Enumerable.Range(0, Counts).Select(_ => CountOf()).ToList();
            var file = Path.Combine(folder.FullName, "day.json");
            File.WriteAllText(
                file,
                new JsonObject { ["garten"] = "waiting changes", ["changes"] = _day }.ToJsonString()
            );

            using var browser = new Browser(server.Address, enter: "J. Adeyemi");
            browser.Open("/waiting");
            browser.See("Nothing waits");
            browser.WatchNetwork();
            browser.Disconnect(off: true);
            browser.All("main input[type=file]")[0].SendKeys(file);
            browser.See($"{_day.Count} changes brought in");

            for (var loss = 0; loss < Losses; loss++)
            {
                browser.SlowDown(Latency, BytesPerSecond);
                browser.Run("window.dispatchEvent(new Event('online'))");
                Thread.Sleep(random.Next(400, 3000));
                browser.LosePage();
                browser.WatchNetwork();
                browser.Open("/waiting");
                browser.Find("main h1");
            }

            browser.SlowDown(Latency, BytesPerSecond);
            browser.Run("window.dispatchEvent(new Event('online'))");
            browser.See("Nothing waits");

            foreach (var (plant, tag, photos) in plants)
            {
                var sheet = Get(browser, $"/api/plants/{plant}");
                ((string)sheet["plant"]!["tag"]!).ShouldBe(tag);
                // Each feature was recorded five times over, the last stands.
                sheet["observations"]!.AsArray().Select(o => (string)o!["summary"]!).ShouldBe([Features[^1]], tag);
                sheet["determinations"]!.AsArray().Count.ShouldBe(1, tag);
                Get(browser, $"/api/plants/{plant}/pictures")
                    .AsArray()
                    .Select(p => Guid.Parse((string)p!["picture"]!["photo"]!["id"]!))
                    .ShouldBe(photos, ignoreOrder: true, tag);
            }

            foreach (var count in counts)
            {
                Get(browser, $"/api/counts/{count}")["lines"]!
                    .AsArray()
                    .Select(l => (double)l!["line"]!["amount"]!)
                    .ShouldBe([1 + Taps, 1 + Taps, 1 + Taps], ignoreOrder: true);
            }
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    private static JsonNode Get(Browser browser, string address) =>
        JsonNode.Parse(
            (string)
                browser.RunAsync(
                    "const done = arguments[1]; fetch(arguments[0]).then(r => r.text()).then(done)",
                    address
                )!
        )!;

    private (Guid Plant, string Tag, Guid[] Photos) PlantOf(int number, Random random)
    {
        var (plant, visit) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        var tag = string.Create(CultureInfo.InvariantCulture, $"DA-{number + 1:000}");
        object seen = new
        {
            date = "2026-05-01",
            stage = "mature",
            sex = (string?)null,
            parts = new[] { "leaves" },
            altered = Array.Empty<string>(),
            note = "",
            id = visit,
        };
        Add(
            "POST",
            "/api/plants",
            "/api/plants",
            new
            {
                id = plant,
                tag,
                site = DemoIds.Site(1),
                description = "by the ford",
                origin = "wild",
                visit = seen,
            }
        );
        long? expected = null;
        foreach (var state in Features)
        {
            var command = Add(
                "PUT",
                "/api/plants/{plant}/visits/{visit}/features/{character}",
                $"/api/plants/{plant}/visits/{visit}/features/margin",
                new
                {
                    finding = "states",
                    states = new[] { state },
                    parts = Array.Empty<string>(),
                    rough = (string?)null,
                    entry = (string?)null,
                    hidden = (string?)null,
                    certainty = "sure",
                    source = "attached",
                    altered = Array.Empty<string>(),
                    exposure = (string?)null,
                    position = (string?)null,
                    note = "",
                    expected,
                }
            );
            expected = Garten.Core.Sheets.RevisionAway.Of(command);
        }

        Guid[] photos = [.. Enumerable.Range(0, PicturesEach).Select(_ => Guid.CreateVersion7())];
        foreach (var photo in photos)
        {
            var grain = new byte[3 * 160 * 160];
            random.NextBytes(grain);
            AddFile($"/api/photos/{photo}?name=day.jpg", PictureWriter.Jpeg(new PixelImage(160, 160, grain)), photo);
            Add(
                "POST",
                "/api/plants/{plant}/visits/{visit}/pictures",
                $"/api/plants/{plant}/visits/{visit}/pictures",
                new
                {
                    photo,
                    note = new
                    {
                        organ = "leaf",
                        caption = "",
                        marks = Array.Empty<object>(),
                    },
                    characters = Array.Empty<string>(),
                }
            );
        }

        Add(
            "POST",
            "/api/plants/{plant}/determinations",
            $"/api/plants/{plant}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "salix-scouleriana",
                qualifier = "cf",
                origin = (string?)null,
                date = "2026-05-01",
                remarks = "",
            }
        );
        return (plant, tag, photos);
    }

    private Guid CountOf()
    {
        var count = Guid.CreateVersion7();
        Add(
            "POST",
            "/api/counts",
            "/api/counts",
            new
            {
                id = count,
                content = new
                {
                    site = DemoIds.Site(1),
                    date = "2026-05-20",
                    protocol = "quadrats",
                    plots = 1,
                    plotAreaM2 = 4.0,
                    lengthM = (double?)null,
                    started = (string?)null,
                    ended = (string?)null,
                    companions = "",
                    weather = "dry",
                    note = "",
                },
                safe = true,
            }
        );
        foreach (var name in Names)
        {
            var line = Guid.CreateVersion7();
            Add(
                "POST",
                "/api/counts/{sheet}/lines",
                $"/api/counts/{count}/lines",
                new
                {
                    plot = 1,
                    text = $"{name} 1 stems",
                    taxon = (string?)null,
                    origin = "wild",
                    id = line,
                }
            );
            for (var tap = 0; tap < Taps; tap++)
            {
                Add("POST", "/api/count-lines/{line}/one-more", $"/api/count-lines/{line}/one-more", null);
            }
        }

        return count;
    }

    private Guid Add(string method, string pattern, string address, object? content)
    {
        var id = Guid.CreateVersion7();
        _day.Add(
            Change(
                id,
                method,
                pattern,
                address,
                content is null ? null : "application/json",
                content is null ? null : JsonSerializer.Serialize(content, JsonSerializerOptions.Web),
                null
            )
        );
        return id;
    }

    private void AddFile(string address, byte[] file, Guid photo) =>
        _day.Add(Change(photo, "PUT", "/api/photos/{id}", address, "image/jpeg", null, Convert.ToBase64String(file)));

    private static JsonObject Change(
        Guid id,
        string method,
        string pattern,
        string address,
        string? type,
        string? text,
        string? bytes
    ) =>
        new()
        {
            ["id"] = id,
            ["method"] = method,
            ["pattern"] = pattern,
            ["address"] = address,
            ["type"] = type,
            ["text"] = text,
            ["bytes"] = bytes,
            ["asked"] = "2026-05-20T09:00:00.000Z",
        };
}
