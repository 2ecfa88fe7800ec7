using System.IO.Compression;
using System.Net;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>A survey that leaves as an archive and returns from it.</summary>
public sealed class ArchiveTests(ServerFixture server) : ServerTest(server)
{
    private const string NothingNew = """{"plants":0,"visits":0,"features":0,"names":0,"pictures":0,"details":0}""";

    public override async ValueTask InitializeAsync()
    {
        await base.InitializeAsync();
        await Me.BeAsync("steward");
    }

    [Fact]
    public async Task An_archive_comes_back_whole_where_nothing_is_and_brings_nothing_twice_where_it_came_from()
    {
        var archive = await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative));
        var back = await SendAsync(archive, "keep=false");
        (Number(back["change"]!, "sheets"), Number(back["change"]!, "lines"), Number(back, "faultCount")).ShouldBe(
            (0, 0, 0)
        );
        Number(back["change"]!, "known").ShouldBeGreaterThan(400);
        back["change"]!["sites"]!.AsArray().ShouldBeEmpty();
        back["left"]!.AsArray().ShouldBeEmpty();

        await using var empty = await RunningServer.StartAsync(demo: false);
        using var other = new Client(empty.Address);
        await other.BeFirstStewardAsync();
        var brought = await SendAsync(archive, "keep=true", other);
        Number(brought, "faultCount").ShouldBe(0);
        brought["change"]!["sites"]!.AsArray().Count.ShouldBeGreaterThan(5);

        // Statistics, curves and all, are the same, and the sites; so is what leaves the other survey again.
        (await SitesAsync(other)).ShouldBe(await SitesAsync(Me));
        Agree(await other.GetAsync("/api/statistics"), await Me.GetAsync("/api/statistics"), "statistics");
        var again = await SendAsync(
            await other.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative)),
            "keep=false"
        );
        (Number(again["change"]!, "sheets"), Number(again["change"]!, "lines")).ShouldBe((0, 0));

        static async Task<string[]> SitesAsync(Client from) =>
            [
                .. (await from.GetAsync("/api/sites"))
                    .AsArray()
                    .Select(s =>
                    {
                        var site = s!.DeepClone().AsObject();
                        site.Remove("id");
                        site.Remove("revision");
                        return site.ToJsonString();
                    }),
            ];
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
            await Me.PostAsync(
                $"/api/plants/{wavering}/determinations",
                new
                {
                    id = Guid.CreateVersion7(),
                    taxon,
                    qualifier = "none",
                    origin = "wild",
                    date = "2026-05-02",
                    remarks = "",
                }
            );
        }

        await Me.BeAsync("determiner");
        await Me.PostAsync(
            $"/api/plants/{first}/determinations/{name}/reviews",
            new { verdict = "agrees", remark = "seen in fruit" }
        );
        await Me.BeAsync("steward");
        await Me.PostAsync(
            $"/api/plants/{first}/vouchers",
            new
            {
                number = "RO 2026-77",
                keptAt = "Reserve house",
                takenOn = "2026-06-01",
                stand = 40,
                taken = 0,
                permit = "",
            }
        );
        await CareForAsync((string)first!);
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
            Told(after["observations"]!, "visit", "revision")
                .ShouldBe(Told(before["observations"]!, "visit", "revision"));
            Told(after["determinations"]!, "id", "reviews").ShouldBe(Told(before["determinations"]!, "id", "reviews"));
            Told(new JsonArray([.. Reviews(after)]), "id", "determination")
                .ShouldBe(Told(new JsonArray([.. Reviews(before)]), "id", "determination"));
            after["vouchers"]!.ToJsonString().ShouldBe(before["vouchers"]!.ToJsonString());
            await ShouldBeKeptAlikeAsync(tag);
        }

        // Where they stand, too, and bringing them in again adds nothing.
        (await PlacedAsync(other)).ShouldBe(await PlacedAsync(Me));
        var again = (await SendAsync(archive, "keep=true", other))["change"]!;
        again["plants"]!.ToJsonString().ShouldBe(NothingNew);
        (await SendAsync(archive, "keep=false"))["change"]!["plants"]!.ToJsonString().ShouldBe(NothingNew);

        await ShouldBeKeptAlikeAsync("TF-001");

        async Task ShouldBeKeptAlikeAsync(string tag)
        {
            var (before, after) = (await CareAsync(Me, own, tag), await CareAsync(other, there, tag));
            after["landmarks"]!.ToJsonString().ShouldBe(before["landmarks"]!.ToJsonString());
            Told(after["threats"]!, "id", "plant", "revision")
                .ShouldBe(Told(before["threats"]!, "id", "plant", "revision"));
            Unrevised(after["population"]!).ShouldBe(Unrevised(before["population"]!));
            (
                before["landmarks"]!.AsArray().Count > 1
                && before["threats"]!.AsArray().Count > 0
                && before["population"]!.AsArray().Count > 0
            ).ShouldBe(tag == "TF-001");
        }

        static Task<JsonNode> CareAsync(Client from, JsonArray all, string tag) =>
            from.GetAsync($"/api/plants/{all.Single(p => (string?)p!["tag"] == tag)!["id"]}/care");

        static IEnumerable<JsonNode> Reviews(JsonNode sheet) =>
            sheet["determinations"]!.AsArray().SelectMany(d => d!["reviews"]!.AsArray()).Select(r => r!.DeepClone());

        static (string?, string?, string?, string?, int, int) Brief(JsonNode? p) =>
            (
                (string?)p!["tag"],
                (string?)p["site"],
                (string?)p["description"],
                (string?)p["name"],
                (int)p["features"]!,
                (int)p["visits"]!
            );

        static Task<JsonNode> SheetAsync(Client from, JsonArray all, string tag) =>
            from.GetAsync($"/api/plants/{all.Single(p => (string?)p!["tag"] == tag)!["id"]}");

        static string[] Told(JsonNode rows, params string[] but) =>
            [
                .. rows.AsArray()
                    .Select(r =>
                    {
                        var row = r!.DeepClone().AsObject();
                        foreach (var field in but)
                        {
                            row.Remove(field);
                        }

                        return row.ToJsonString();
                    })
                    .Order(StringComparer.Ordinal),
            ];

        static async Task<string[]> PlacedAsync(Client from) =>
            [
                .. (await from.GetAsync("/api/map"))["plants"]!
                    .AsArray()
                    .Where(p => (bool)p!["own"]!)
                    .Select(p => $"{p!["plant"]!["tag"]} {p["at"]!.ToJsonString()} {p["uncertaintyM"]}")
                    .Order(StringComparer.Ordinal),
            ];
    }

    /// <summary>Lets a plant be found again, threatened and counted.</summary>
    private async Task CareForAsync(string plant)
    {
        await Me.PutAsync(
            $"/api/plants/{plant}/landmarks",
            new
            {
                landmarks = new[]
                {
                    new
                    {
                        name = "the split boulder",
                        bearing = 40.0,
                        metres = 12.5,
                    },
                    new
                    {
                        name = "the gate",
                        bearing = 0.0,
                        metres = 90.0,
                    },
                },
                expected = await Me.LandmarksRevisionAsync(plant),
            }
        );
        await Me.PostAsync(
            $"/api/plants/{plant}/threats",
            new
            {
                kind = "mowing",
                note = "edge of the path",
                seenOn = "2026-05-03",
                told = "the landowner",
                toldOn = "2026-05-04",
                outcome = "",
                settledOn = (string?)null,
            }
        );
        await Me.PutAsync(
            $"/api/plants/{plant}/population",
            new
            {
                year = 2026,
                marked = 40,
                markedOn = "2026-02-01",
                flowering = 11,
                floweringOn = "2026-06-01",
            }
        );
    }

    [Fact]
    public async Task A_count_at_a_plot_returns_to_it_with_who_came_along_and_one_without_finds_returns_too()
    {
        var site = (await Me.GetAsync("/api/sites")).AsArray().Single(s => (string?)s!["name"] == "Quarry Bald")![
            "id"
        ]!;
        await Me.PostAsync(
            "/api/places",
            new
            {
                id = Guid.CreateVersion7(),
                name = "Bald plot 9",
                kind = "plot",
                shape = new { form = "point", points = new[] { new { latitude = 44.9905, longitude = -123.685 } } },
                site = (string)site!,
                note = "",
            }
        );
        var plot = (await Me.GetAsync("/api/map"))["places"]!
            .AsArray()
            .Single(p => (string?)p!["name"] == "Bald plot 9")!["id"]!;
        var empty = await Me.PostAsync(
            "/api/counts",
            new
            {
                id = Guid.CreateVersion7(),
                safe = true,
                content = new
                {
                    site = (string)site!,
                    date = "2026-03-03",
                    protocol = "timedSearch",
                    plots = 1,
                    plotAreaM2 = (double?)null,
                    lengthM = (double?)null,
                    started = "09:00:00",
                    ended = "10:30:00",
                    companions = "M. Falk",
                    weather = "fog",
                    note = "",
                    place = (string)plot!,
                },
            }
        );
        var archive = await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative));
        await using var elsewhere = await RunningServer.StartAsync(demo: false);
        using var other = new Client(elsewhere.Address);
        await other.BeFirstStewardAsync();
        await SendAsync(archive, "keep=true", other);
        var sheets = (await other.GetAsync("/api/counts")).AsObject()["sheets"]!.AsArray();
        var back = await other.GetAsync(
            $"/api/counts/{sheets.Single(s => (string?)s!["content"]!["date"] == "2026-03-03")!["id"]}"
        );
        var content = back["sheet"]!["content"]!;
        (
            (string?)back["sheet"]!["recorder"],
            (string?)back["sheet"]!["placeName"],
            (string?)content["companions"],
            (string?)content["weather"],
            (string?)content["started"]
        ).ShouldBe(((string?)empty["sheet"]!["recorder"], "Bald plot 9", "M. Falk", "fog", "09:00:00"));
        back["lines"]!.AsArray().ShouldBeEmpty();
        (await other.GetAsync("/api/map"))["places"]!
            .AsArray()
            .Count(p => (string?)p!["name"] == "Bald plot 9")
            .ShouldBe(1);

        // Once more: the plot is not drawn twice.
        await SendAsync(archive, "keep=true", other);
        (await other.GetAsync("/api/map"))["places"]!
            .AsArray()
            .Count(p => (string?)p!["name"] == "Bald plot 9")
            .ShouldBe(1);
    }

    [Fact]
    public async Task Walks_grades_set_colonies_and_pictures_come_along()
    {
        var (plant, beside) = ((await Me.TakeAsync("a shrub with a walk"))!, await Me.TakeAsync("its neighbour"));
        var (id, visit) = ((string)plant["plant"]!["id"]!, (string)plant["visits"]![0]!["id"]!);
        plant = await Me.PostAsync(
            $"/api/plants/{id}/walk",
            new
            {
                move = "begin",
                key = "roses",
                couplet = 1,
                lead = (int?)null,
                expected = (long?)null,
            }
        );
        plant = await Me.PostAsync(
            $"/api/plants/{id}/walk",
            new
            {
                move = "answer",
                key = "roses",
                couplet = 1,
                lead = 1,
                expected = (long?)plant["walkRevision"],
            }
        );
        await Me.PostAsync(
            $"/api/plants/{id}/walk",
            new
            {
                move = "answer",
                key = "roses",
                couplet = 2,
                lead = (int?)null,
                expected = (long?)plant["walkRevision"],
            }
        );
        await Me.PostAsync($"/api/plants/{id}/grade", new { grade = "leaning", reason = "Seen from afar only." });
        await Me.PutAsync($"/api/plants/{id}/colony/{beside["plant"]!["id"]}", new { });
        Guid[] pictures = [Guid.NewGuid(), Guid.NewGuid()];
        foreach (var (picture, i) in pictures.Select((p, i) => (p, i)))
        {
            await Me.PostAsync($"/api/photos/samples/{i + 1}?id={picture}", new { });
            await Me.PostAsync(
                $"/api/photos/{picture}/uses",
                new
                {
                    plant = id,
                    visit,
                    features = new object[]
                    {
                        new
                        {
                            character = "leaf-length",
                            state = (string?)null,
                            entry = "6.1 cm",
                        },
                    },
                }
            );
        }

        var own = await Me.GetAsync($"/api/plants/{id}");
        var archive = await ArchiveAsync();
        // Others read of the pictures in a table of their own, and find the files it names.
        var table = ArchiveReader
            .Read(archive)
            .Tables.Single(t => t.Table.RowType == "http://rs.tdwg.org/ac/terms/Multimedia")
            .Rows;
        var all = table.Select(r => r["http://purl.org/dc/terms/identifier"]).Distinct().ToArray();
        all.ShouldBeSubsetOf(
            Files(archive).Select(f => f.Split('.')[0].Replace("picture-", "", StringComparison.Ordinal))
        );
        pictures.Select(p => p.ToString("D")).ShouldBeSubsetOf(all);
        table.ShouldAllBe(r =>
            r["http://rs.tdwg.org/ac/terms/caption"] == "Blade length"
            && r["http://rs.tdwg.org/ac/terms/accessURI"].StartsWith("picture-")
        );

        await using var elsewhere = await RunningServer.StartAsync(demo: false);
        using var other = new Client(elsewhere.Address);
        await other.BeFirstStewardAsync();
        ((int)(await SendAsync(archive, "keep=false", other))["change"]!["plants"]!["pictures"]!).ShouldBe(all.Length);
        using (var none = await other.Http.GetAsync(new Uri($"/api/photos/{pictures[0]}", UriKind.Relative)))
        {
            none.StatusCode.ShouldBe(HttpStatusCode.NotFound, "what is only looked through is not kept");
        }

        await SendAsync(archive, "keep=true", other);
        var there = (await other.GetAsync("/api/plants"))
            .AsArray()
            .Single(p => (string?)p!["description"] == "a shrub with a walk")!["id"]!;
        var back = await other.GetAsync($"/api/plants/{there}");
        back["question"]!["walk"]!.ToJsonString().ShouldBe(own["question"]!["walk"]!.ToJsonString());
        back["question"]!["walk"]!["answers"]!.AsArray().Count.ShouldBe(2);
        ((string?)back["colony"]![0]!["by"], back["colony"]!.AsArray().Count).ShouldBe(
            ((string?)own["colony"]![0]!["by"], 1)
        );
        var overrule = (await other.GetAsync($"/api/plants/{there}/grade"))["overrule"]!;
        overrule.ToJsonString().ShouldBe((await Me.GetAsync($"/api/plants/{id}/grade"))["overrule"]!.ToJsonString());
        var uses = (await other.GetAsync($"/api/plants/{there}/pictures")).AsArray();
        uses.Select(u => (Guid)u!["picture"]!["photo"]!["id"]!).ShouldBe(pictures);
        foreach (var picture in pictures)
        {
            (await other.Http.GetByteArrayAsync(new Uri($"/api/photos/{picture}/file", UriKind.Relative))).ShouldBe(
                await Me.Http.GetByteArrayAsync(new Uri($"/api/photos/{picture}/file", UriKind.Relative))
            );
            (await other.GetAsync($"/api/photos/{picture}"))
                .ToJsonString()
                .ShouldBe((await Me.GetAsync($"/api/photos/{picture}")).ToJsonString());
        }

        // Once more it brings nothing, and what has gone on meanwhile stays.
        await other.PostAsync($"/api/plants/{there}/grade", new { grade = "settled", reason = "Looked at closely." });
        (await SendAsync(archive, "keep=true", other))["change"]!["plants"]!.ToJsonString().ShouldBe(NothingNew);
        ((string?)(await other.GetAsync($"/api/plants/{there}/grade"))["overrule"]!["grade"]).ShouldBe("settled");
        (await other.GetAsync($"/api/plants/{there}/pictures")).AsArray().Count.ShouldBe(2);

        // A walk put away there comes back, and is all there is to keep.
        await other.PostAsync(
            $"/api/plants/{there}/walk",
            new
            {
                move = "putAway",
                key = (string?)null,
                couplet = (int?)null,
                lead = (int?)null,
                expected = (long?)back["walkRevision"],
            }
        );
        (await SendAsync(archive, "keep=true", other))["change"]!["plants"]!
            .ToJsonString()
            .ShouldBe(NothingNew.Replace("\"details\":0", "\"details\":1", StringComparison.Ordinal));
        (await other.GetAsync($"/api/plants/{there}"))["question"]!["walk"]!
            .ToJsonString()
            .ShouldBe(own["question"]!["walk"]!.ToJsonString());

        // Without its photographs an archive is smaller, and those that were there come when it is brought in whole.
        var slim = await ArchiveAsync("&pictures=false");
        slim.Length.ShouldBeLessThan(archive.Length - 100_000);
        ArchiveReader.Read(slim).Tables.ShouldNotContain(t => t.Table.File == "multimedia.csv");
        await using var third = await RunningServer.StartAsync(demo: false);
        using var last = new Client(third.Address);
        await last.BeFirstStewardAsync();
        ((int)(await SendAsync(slim, "keep=true", last))["change"]!["plants"]!["pictures"]!).ShouldBe(0);
        (await SendAsync(archive, "keep=true", last))["change"]!["plants"]!
            .ToJsonString()
            .ShouldBe(NothingNew.Replace("\"pictures\":0", $"\"pictures\":{all.Length}", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Pictures_that_are_missing_stay_out_and_those_that_are_none_are_named()
    {
        var plant = await Me.TakeAsync("a shrub with a picture");
        var picture = Guid.NewGuid();
        await Me.PostAsync($"/api/photos/samples/3?id={picture}", new { });
        await Me.PostAsync(
            $"/api/photos/{picture}/uses",
            new
            {
                plant = (string)plant["plant"]!["id"]!,
                visit = (string)plant["visits"]![0]!["id"]!,
                features = new object[]
                {
                    new
                    {
                        character = "leaf-length",
                        state = (string?)null,
                        entry = "6.1 cm",
                    },
                },
            }
        );
        var archive = await ArchiveAsync();
        var file = $"picture-{picture:D}.jpg";

        var without = await SendAsync(await ChangedAsync(archive, file, null), "keep=false");
        without["left"]!
            .AsArray()
            .ShouldHaveSingleItem()!
            .GetValue<string>()
            .ShouldBe("One picture stays out: the archive tells of what was read from it, and does not hold its file.");
        var shown = await SendAsync(await ChangedAsync(archive, file, _ => "this is no picture at all"), "keep=false");
        ((string?)shown["faults"]![0]!["file"], (string)shown["faults"]![0]!["says"]!).ShouldBe(
            (
                "occurrence.csv",
                $"{file}: The file is no JPEG, PNG or WebP picture, or it is broken. Choose a picture as the camera made it."
            )
        );

        // 30 MB of nothing pack into a few bytes.
        var bomb = await SendAsync(await ChangedAsync(archive, file, _ => new string('\0', 30_000_000)), "keep=false");
        ((string)bomb["faults"]![0]!["says"]!).ShouldBe($"{file} unpacks to too much: a picture has at most 25 MB.");
        shown["change"].ShouldBeNull();
    }

    [Fact]
    public async Task A_walk_of_a_key_the_guide_lacks_stays_out_and_a_strange_answer_is_left_off()
    {
        var plant = (string)(await Me.TakeAsync("a shrub walked strangely"))["plant"]!["id"]!;
        var sheet = await Me.PostAsync(
            $"/api/plants/{plant}/walk",
            new
            {
                move = "begin",
                key = "roses",
                couplet = 1,
                lead = (int?)null,
                expected = (long?)null,
            }
        );
        await Me.PostAsync(
            $"/api/plants/{plant}/walk",
            new
            {
                move = "answer",
                key = "roses",
                couplet = 1,
                lead = 1,
                expected = (long?)sheet["walkRevision"],
            }
        );
        var archive = await ArchiveAsync();
        const string Answers = "\"\"answers\"\":[{\"\"key\"\":\"\"roses\"\",\"\"couplet\"\":1,\"\"lead\"\":1}]";
        await using var elsewhere = await RunningServer.StartAsync(demo: false);
        using var other = new Client(elsewhere.Address);
        await other.BeFirstStewardAsync();

        var lacking = await SendAsync(
            await ChangedAsync(archive, "occurrence.csv", t =>
                Replaced(t, "\"\"walk\"\":{\"\"key\"\":\"\"roses\"\"", "\"\"walk\"\":{\"\"key\"\":\"\"tulips\"\"")
            ),
            "keep=false",
            other
        );
        lacking["left"]!
            .AsArray()
            .Select(l => (string?)l)
            .ShouldHaveSingleItem()!
            .ShouldEndWith("out: this guide has no such couplet.");
        var strange = Answers.Replace(
            "}]",
            "},{\"\"key\"\":\"\"roses\"\",\"\"couplet\"\":2,\"\"lead\"\":9},{\"\"key\"\":\"\"tulips\"\",\"\"couplet\"\":1,\"\"lead\"\":1}]",
            StringComparison.Ordinal
        );
        await SendAsync(
            await ChangedAsync(archive, "occurrence.csv", t => Replaced(t, Answers, strange)),
            "keep=true",
            other
        );
        var there = (await other.GetAsync("/api/plants"))
            .AsArray()
            .Single(p => (string?)p!["description"] == "a shrub walked strangely")!["id"]!;
        (await other.GetAsync($"/api/plants/{there}"))["question"]!["walk"]!["answers"]!
            .AsArray()
            .ShouldHaveSingleItem()!["lead"]!
            .GetValue<int>()
            .ShouldBe(1);
    }

    [Fact]
    public async Task A_picture_that_shows_a_withheld_plant_too_does_not_leave()
    {
        var plain = await Me.TakeAsync("a shrub beside it");
        var hidden = await Me.TakeAsync("an orchid");
        await Me.PostAsync(
            $"/api/plants/{hidden["plant"]!["id"]}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon = "calypso-bulbosa",
                qualifier = "none",
                origin = "wild",
                date = "2026-05-02",
                remarks = "",
            }
        );
        var picture = Guid.NewGuid();
        await Me.PostAsync($"/api/photos/samples/4?id={picture}", new { });
        foreach (var sheet in new[] { plain, hidden })
        {
            await Me.PostAsync(
                $"/api/photos/{picture}/uses",
                new
                {
                    plant = (string)sheet["plant"]!["id"]!,
                    visit = (string)sheet["visits"]![0]!["id"]!,
                    features = new object[]
                    {
                        new
                        {
                            character = "leaf-length",
                            state = (string?)null,
                            entry = "6.1 cm",
                        },
                    },
                }
            );
        }

        Files(await ArchiveAsync()).ShouldContain($"picture-{picture:D}.jpg");
        Files(await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip", UriKind.Relative)))
            .ShouldNotContain($"picture-{picture:D}.jpg");
    }

    [Theory]
    [InlineData(
        "Camassia quamash",
        "Camassia nessie",
        "scientificName",
        "Nothing on the lists is called “Camassia nessie"
    )]
    [InlineData(
        "\"\"bearing\"\":40,",
        "\"\"bearing\"\":400,",
        "bearing",
        "The bearing from the landmark to the plant must lie"
    )]
    [InlineData(
        "\"\"kind\"\":\"\"mowing\"\"",
        "\"\"kind\"\":\"\"moon\"\"",
        "dynamicProperties",
        "What stands here cannot be read"
    )]
    [InlineData(
        "\"\"flowering\"\":11,",
        "\"\"flowering\"\":110,",
        "flowering",
        "110 cannot have flowered of 40 marked"
    )]
    [InlineData(
        "\"\"seenOn\"\":\"\"2026-05-03",
        "\"\"seenOn\"\":\"\"2096-05-03",
        "dynamicProperties",
        "“2096-05-03” is no day up to today"
    )]
    public async Task An_archive_with_a_fault_keeps_nothing_and_names_table_and_line(
        string sound,
        string faulty,
        string column,
        string says
    )
    {
        await CareForAsync(
            (string)(await Me.GetAsync("/api/plants")).AsArray().Single(p => (string?)p!["tag"] == "TF-001")!["id"]!
        );
        var damaged = await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip", UriKind.Relative));
        var shown = await SendAsync(
            await ChangedAsync(damaged, "occurrence.csv", text =>
                text.Replace(sound, faulty, StringComparison.Ordinal)
            ),
            "keep=false"
        );
        shown["change"].ShouldBeNull();
        var fault = shown["faults"]![0]!;
        (((string?)fault["file"], (string?)fault["column"])).ShouldBe(("occurrence.csv", column));
        ((string)fault["says"]!).ShouldStartWith(says);
    }

    private static int Number(JsonNode of, string property) => (int)of[property]!;

    private static IEnumerable<string> Files(byte[] archive)
    {
        using ZipArchive zip = new(new MemoryStream(archive));
        return [.. zip.Entries.Select(e => e.Name)];
    }

    private static string Replaced(string text, string sound, string other)
    {
        text.ShouldContain(sound);
        return text.Replace(sound, other, StringComparison.Ordinal);
    }

    private Task<byte[]> ArchiveAsync(string more = "") =>
        Me.Http.GetByteArrayAsync(new Uri($"/api/records/archive.zip?exact=true{more}", UriKind.Relative));

    /// <summary>An archive one of whose files reads otherwise, or is not there.</summary>
    private static async Task<byte[]> ChangedAsync(byte[] archive, string file, Func<string, string>? change)
    {
        using MemoryStream content = new();
        content.Write(archive);
        using (ZipArchive zip = new(content, ZipArchiveMode.Update, leaveOpen: true))
        {
            var entry = zip.GetEntry(file)!;
            string text;
            using (StreamReader reader = new(entry.Open()))
            {
                text = await reader.ReadToEndAsync(TestContext.Current.CancellationToken);
            }

            entry.Delete();
            if (change is not null)
            {
                await using StreamWriter writer = new(zip.CreateEntry(file).Open());
                await writer.WriteAsync(change(text));
            }
        }

        return content.ToArray();
    }

    private async Task<JsonNode> SendAsync(byte[] archive, string query, Client? to = null)
    {
        using ByteArrayContent content = new(archive);
        content.Headers.ContentType = new("application/zip");
        var response = await (to ?? Me).Http.PostAsync(
            new Uri($"/api/import?file=survey.zip&{query}", UriKind.Relative),
            content
        );
        var said = await response.Content.ReadAsStringAsync();
        response.StatusCode.ShouldBe(HttpStatusCode.OK, said);
        return JsonNode.Parse(said)!;
    }

    /// <summary>The same but for the last digits, since the order in which numbers are added up is no part of a survey.</summary>
    /// <summary>What is told of years of rosettes, without the revisions each survey has of its own.</summary>
    private static string Unrevised(JsonNode years)
    {
        var told = years.DeepClone().AsArray();
        foreach (var year in told)
        {
            year!["count"]!.AsObject().Remove("revision");
        }

        return told.ToJsonString();
    }

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
