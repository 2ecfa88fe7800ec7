using System.Net;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>Counts by protocol, their lines, and what they come to.</summary>
public sealed class CountTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task Counts_go_into_a_calendar_with_their_hours()
    {
        var calendar = (
            await Me.Http.GetStringAsync(
                new Uri("/api/counts/calendar.ics?year=2026&protocol=quadrats", UriKind.Relative)
            )
        ).Replace("\r\n ", "", StringComparison.Ordinal);
        calendar.ShouldContain("SUMMARY:Tollgate Meadow: quadrats with cover in percent");
        calendar.ShouldContain("DTSTART:20260512T092000\r\n");
        calendar.ShouldContain("DTEND:20260512T120500\r\n");
        calendar.ShouldContain(@"DESCRIPTION:R. Ostrow\nM. Falk\ndry\, light wind");
        calendar.ShouldNotContain("timed search");
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri("/api/counts/calendar.ics?protocol=guessing", UriKind.Relative)),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task A_walk_is_counted_line_by_line_counts_add_up_and_a_line_taken_away_comes_back()
    {
        var id = await BeginAsync("walkThrough");
        await EnterAsync(id, "acemac 12");
        var view = await EnterAsync(id, "ace mac 3");
        var line = view["lines"]!.AsArray().ShouldHaveSingleItem()!;
        ((double)line["line"]!["amount"]!).ShouldBe(15);
        ((string?)line["unitWords"]).ShouldBe("individuals");
        await EnterAsync(id, "cf aln rub 2");
        ((string?)(await EnterAsync(id, "acer sp 1"))["lines"]!.AsArray()[^1]!["fullName"]).ShouldBe("Acer sp.");

        var path = $"/api/count-lines/{line["line"]!["id"]}";
        (await Me.Http.DeleteAsync(new Uri(path, UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await Me.GetAsync($"/api/counts/{id}"))["lines"]!.AsArray().Count.ShouldBe(2);
        (await Me.PostAsync($"{path}/back", new { }))["lines"]!.AsArray().Count.ShouldBe(3);

        // Taken away and entered anew: the old one cannot come back beside it.
        await Me.Http.DeleteAsync(new Uri(path, UriKind.Relative));
        await EnterAsync(id, "acemac 4");
        await Client.ProblemAsync(await Me.TryPostAsync($"{path}/back", new { }), HttpStatusCode.BadRequest);
        (
            (double)
                (
                    await SetLineAsync(
                        (await LinesAsync(id))[^1]!["line"]!,
                        new
                        {
                            amount = 5,
                            origin = "planted",
                            note = "",
                        }
                    )
                )["lines"]!.AsArray()[^1]!["line"]!["amount"]!
        ).ShouldBe(5);
    }

    [Fact]
    public async Task A_count_is_deleted_and_brought_back_with_its_lines_and_each_change_has_its_history()
    {
        var id = await BeginAsync("walkThrough", date: "2026-03-11");
        await EnterAsync(id, "acemac 12");
        await EnterAsync(id, "alnrub 2");
        await EnterAsync(id, "thupli 3");
        var lines = await LinesAsync(id);
        var line = lines[0]!["line"]!;
        await SetLineAsync(
            line,
            new
            {
                amount = 7,
                origin = "wild",
                note = "counted again",
            }
        );
        await Me.PostAsync($"/api/count-lines/{line["id"]}/one-more", new { });
        var history = (await Me.GetAsync($"/api/history/line/{line["id"]}")).AsArray();
        history.ShouldHaveSingleItem("one more is no correction")!["changes"]!
            .AsArray()
            .Select(c => $"{c!["label"]}: {c["before"]} → {c["after"]}")
            .ShouldBe(["amount: 12 → 7", "note:  → counted again"], ignoreOrder: true);
        ((string?)history[0]!["by"]).ShouldBe("J. Adeyemi");

        // A line that was taken away before stays away when the count comes back.
        await Me.Http.DeleteAsync(new Uri($"/api/count-lines/{lines[1]!["line"]!["id"]}", UriKind.Relative));
        var statistics = await Me.GetAsync("/api/statistics?year=2026");
        using Client other = new(Address);
        await other.BeAsync(3);
        await Client.ProblemAsync(
            await other.TryPostAsync($"/api/counts/{id}/removal", new { }),
            HttpStatusCode.Conflict
        );
        var gone = (await Me.PostAsync($"/api/counts/{id}/removal", new { })).AsArray();
        ((string?)gone[0]!["id"], (string?)gone[0]!["date"]).ShouldBe((id, "2026-03-11"));
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri($"/api/counts/{id}", UriKind.Relative)),
            HttpStatusCode.NotFound
        );
        (await Me.GetAsync("/api/statistics?year=2026"))
            .ToJsonString()
            .ShouldNotBe(statistics.ToJsonString(), "it counts no more");

        await Me.PostAsync($"/api/counts/{id}/return", new { });
        (await LinesAsync(id)).Count.ShouldBe(2);
        (await Me.GetAsync("/api/statistics?year=2026")).ToJsonString().ShouldBe(statistics.ToJsonString());
        (await Me.GetAsync($"/api/history/count/{id}"))
            .AsArray()
            .Select(c => (string?)c!["changes"]![0]!["after"])
            .ShouldBe(["no", "yes"]);
    }

    [Fact]
    public async Task A_site_has_its_history_and_goes_only_when_nothing_stands_there()
    {
        var site = await Me.PostAsync("/api/sites", new { name = "Nowhere Flat", elevationM = 100 });
        var id = (string)site["id"]!;
        await Me.PutAsync(
            $"/api/sites/{id}",
            new
            {
                name = "Nowhere Flats",
                elevationM = 120,
                expected = (long)site["revision"]!,
            }
        );
        (await Me.GetAsync($"/api/history/site/{id}")).AsArray().ShouldHaveSingleItem()!["changes"]!
            .AsArray()
            .Select(c => $"{c!["label"]}: {c["before"]} → {c["after"]}")
            .ShouldBe(["name: Nowhere Flat → Nowhere Flats", "elevation in m: 100 → 120"], ignoreOrder: true);

        (await Me.PostAsync($"/api/sites/{id}/removal", new { }))
            .AsArray()
            .ShouldNotContain(s => (string?)s!["id"] == id);
        (await Me.GetAsync("/api/deleted-sites")).AsArray().ShouldContain(s => (string?)s!["id"] == id);
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPostAsync("/api/sites", new { name = "Nowhere Flats" }),
                        HttpStatusCode.Conflict
                    )
                )["detail"]
        )!.ShouldContain("can be brought back");
        (await Me.PostAsync($"/api/sites/{id}/return", new { })).AsArray().ShouldContain(s => (string?)s!["id"] == id);
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPostAsync($"/api/sites/{DemoIds.Site(1)}/removal", new { }),
                        HttpStatusCode.Conflict
                    )
                )["detail"]
        )!.ShouldContain("Move or delete them first");
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri($"/api/history/moon/{id}", UriKind.Relative)),
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task A_persons_name_is_put_right_wherever_it_stands()
    {
        await Me.BeAsync("steward");
        var people = (await Me.GetAsync("/api/people")).AsArray();
        var person = people.Single(p => (string?)p!["name"] == "T. Lindqvist")!;
        var path = $"/api/people/{person["id"]}/name";
        await Client.ProblemAsync(await Me.TryPutAsync(path, new { name = " " }), HttpStatusCode.BadRequest);
        await Client.ProblemAsync(await Me.TryPutAsync(path, new { name = "M. Falk" }), HttpStatusCode.Conflict);
        (await Me.PutAsync(path, new { name = "T. Lindquist" }))
            .AsArray()
            .ShouldContain(p => (string?)p!["name"] == "T. Lindquist");
        var change = (await Me.GetAsync($"/api/history/person/{person["id"]}"))[0]!["changes"]![0]!;
        ((string?)change["before"], (string?)change["after"]).ShouldBe(("T. Lindqvist", "T. Lindquist"));
        await Me.PutAsync(path, new { name = "T. Lindqvist" });
    }

    [Fact]
    public async Task A_line_and_a_tap_sent_again_under_their_number_count_once()
    {
        var id = await BeginAsync("walkThrough");
        var (entered, tapped) = (Guid.NewGuid(), Guid.NewGuid());
        JsonNode view = null!;
        for (var i = 0; i < 3; i++)
        {
            view = await Me.CommandAsync(
                HttpMethod.Post,
                $"/api/counts/{id}/lines",
                entered,
                new
                {
                    plot = 1,
                    text = "acemac 12",
                    taxon = (string?)null,
                    origin = "wild",
                }
            );
        }

        var line = view["lines"]!.AsArray().ShouldHaveSingleItem()!["line"]!;
        ((double)line["amount"]!).ShouldBe(12);
        await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(_ => Me.PostAsync($"/api/count-lines/{line["id"]}/one-more?request={tapped}", new { }))
        );
        ((double)(await LinesAsync(id))[0]!["line"]!["amount"]!).ShouldBe(13);
    }

    [Fact]
    public async Task Taps_that_come_at_once_are_all_counted_and_no_line_becomes_the_same_as_another()
    {
        var id = await BeginAsync("walkThrough");
        await EnterAsync(id, "acemac 12");
        await Me.PostAsync(
            $"/api/counts/{id}/lines",
            new
            {
                plot = 1,
                text = "acemac 2",
                taxon = (string?)null,
                origin = "planted",
            }
        );
        var lines = await LinesAsync(id);
        var (wild, planted) = ((string)lines[0]!["line"]!["id"]!, (string)lines[1]!["line"]!["id"]!);
        await Task.WhenAll(
            Enumerable.Range(0, 10).Select(_ => Me.PostAsync($"/api/count-lines/{wild}/one-more", new { }))
        );
        ((double)(await LinesAsync(id))[0]!["line"]!["amount"]!).ShouldBe(22);
        await Client.ProblemAsync(
            await Me.TryPutAsync(
                $"/api/count-lines/{planted}",
                new
                {
                    amount = 2,
                    origin = "wild",
                    note = "",
                    expected = (long)
                        (await LinesAsync(id)).Single(l => (string)l!["line"]!["id"]! == planted)!["line"]![
                            "revision"
                        ]!,
                }
            ),
            HttpStatusCode.BadRequest
        );
        await EnterAsync(id, "aln rub");
        await Client.ProblemAsync(
            await Me.TryPostAsync($"/api/count-lines/{(await LinesAsync(id))[2]!["line"]!["id"]}/one-more", new { }),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task Cover_stands_once_in_a_plot_and_plots_are_kept_apart()
    {
        var id = await BeginAsync("quadrats", plots: 2, area: 1);
        await EnterAsync(id, "camqua 25%");
        (
            (string?)
                (await Client.ProblemAsync(await TryEnterAsync(id, "camqua 30%"), HttpStatusCode.BadRequest))["detail"]
        ).ShouldBe("Camassia quamash is on the sheet already for plot 1. Change its line instead.");
        (
            await Me.PostAsync(
                $"/api/counts/{id}/lines",
                new
                {
                    plot = 2,
                    text = "camqua 30%",
                    taxon = (string?)null,
                    origin = "wild",
                }
            )
        )["lines"]!.AsArray().Count.ShouldBe(2);
        await Client.ProblemAsync(
            await Me.TryPostAsync(
                $"/api/counts/{id}/lines",
                new
                {
                    plot = 3,
                    text = "achmil 3%",
                    taxon = (string?)null,
                    origin = "wild",
                }
            ),
            HttpStatusCode.BadRequest
        );
        var reading = await Me.GetAsync($"/api/counts/{id}/reading?text=achmil%202a");
        ((double)reading["amounts"]![0]!).ShouldBe(8.75);

        // A plot with lines does not vanish.
        var sheet = (await Me.GetAsync($"/api/counts/{id}"))["sheet"]!["content"]!.DeepClone();
        sheet["plots"] = 1;
        await Client.ProblemAsync(
            await Me.TryPutAsync($"/api/counts/{id}", new { content = sheet, expected = await RevisionAsync(id) }),
            HttpStatusCode.BadRequest
        );
        sheet["plots"] = 5;
        (
            (int)
                (await Me.PutAsync($"/api/counts/{id}", new { content = sheet, expected = await RevisionAsync(id) }))[
                    "sheet"
                ]!["content"]!["plots"]!
        ).ShouldBe(5);
    }

    [Fact]
    public async Task A_watch_tells_when_flowers_began_against_the_usual_and_how_the_year_runs()
    {
        var last = "";
        foreach (
            var (date, percent) in new[]
            {
                ("2026-03-10", 0),
                ("2026-03-16", 0),
                ("2026-03-22", 15),
                ("2026-04-02", 80),
            }
        )
        {
            last = await BeginAsync("phenologyWatch", date: date);
            var view = await EnterAsync(last, $"ribsan flower {percent}");
            ((double)view["lines"]![0]!["line"]!["amount"]!).ShouldBe(percent);
        }

        (
            (string?)
                (await Client.ProblemAsync(await TryEnterAsync(last, "ribsan flower 60"), HttpStatusCode.BadRequest))[
                    "detail"
                ]
        ).ShouldBe("Ribes sanguineum is on the sheet already. Change its line instead.");
        await Client.ProblemAsync(await TryEnterAsync(last, "ribsan 60"), HttpStatusCode.BadRequest);
        var watched = (await Me.GetAsync($"/api/counts/{last}/watched")).AsArray().ShouldHaveSingleItem()!;
        ((string?)watched["begins"]!["date"]).ShouldBe("2026-03-19");
        ((double)watched["begins"]!["within"]!).ShouldBe(3);
        watched["days"]!.AsArray().Count.ShouldBe(4);
        ((string?)watched["says"]).ShouldStartWith("Began about 19 Mar (± 3), ");

        // What was seen to begin is a reason for how the year runs.
        (await Me.GetAsync("/api/today"))["yearReasons"]!
            .AsArray()
            .ShouldContain(g =>
                ((string)g!).StartsWith("Ribes sanguineum, in flower on 19 Mar", StringComparison.Ordinal)
            );

        // The archive carries shares of none too.
        var archive = ArchiveReader.Read(
            await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip?exact=true", UriKind.Relative))
        );
        archive
            .Tables.SelectMany(t => t.Rows)
            .Count(r =>
                r.ContainsValue("percent in flower")
                && r.ContainsValue("0")
                && r.ContainsValue("Ribes sanguineum Pursh")
            )
            .ShouldBe(2);
    }

    [Fact]
    public async Task A_count_at_a_plot_on_the_map_has_its_size_and_lies_where_it_lies()
    {
        async Task<string> DrawAsync(
            string name,
            string kind,
            string form,
            params (double Latitude, double Longitude)[] points
        )
        {
            var shape = new
            {
                form,
                points = points.Select(p => new { latitude = p.Latitude, longitude = p.Longitude }),
            };
            var map = await Me.PostAsync(
                "/api/places",
                new
                {
                    id = Guid.CreateVersion7(),
                    name,
                    kind,
                    shape,
                    site = DemoIds.Site(1),
                    note = "",
                }
            );
            return (string)map["places"]!.AsArray().Single(p => (string?)p!["name"] == name)!["id"]!;
        }

        // A square of a thousandth of a degree of latitude, 111.2 m, and as wide in metres.
        var wide = 0.001 / Math.Cos(45 * Math.PI / 180);
        var plot = await DrawAsync(
            "Ford plot",
            "plot",
            "area",
            (45.1, -123.5),
            (45.101, -123.5),
            (45.101, -123.5 + wide),
            (45.1, -123.5 + wide)
        );
        var line = await DrawAsync("Ford line", "transect", "line", (45.1, -123.5), (45.101, -123.5));
        var way = await DrawAsync("Ford way", "way", "line", (45.1, -123.5), (45.101, -123.5));

        var trees = await Me.PostAsync("/api/counts", At(plot, "treePlot", 1));
        ((double)trees["sheet"]!["content"]!["plotAreaM2"]!).ShouldBe(111.2 * 111.2, 60);
        ((string?)trees["sheet"]!["placeName"]).ShouldBe("Ford plot");
        var walked = await Me.PostAsync("/api/counts", At(line, "lineTransect", 2));
        ((double)walked["sheet"]!["content"]!["lengthM"]!).ShouldBe(111.2, 0.3);

        // Its finds lie there, and not in the middle of the site.
        var id = (string)trees["sheet"]!["id"]!;
        await EnterAsync(id, "acemac 80");
        var find = (await Me.GetAsync("/api/finds?from=2025-03-01&to=2025-03-02"))["finds"]!
            .AsArray()
            .Single(f => (string)f!["find"]!["of"]! == id)!["find"]!;
        ((double)find["latitude"]!).ShouldBe(45.1005, 1e-6);
        find["uncertaintyM"].ShouldBeNull();
        (await Me.GetAsync("/api/finds/map?zoom=18&from=2025-03-01&to=2025-03-02"))
            .AsArray()
            .ShouldContain(c => Math.Abs((double)c!["latitude"]! - 45.1005) < 1e-6);

        // Several plots of a visit have a size of their own; what is no plot or lies elsewhere is refused; a place can be left again.
        await Client.ProblemAsync(
            await Me.TryPostAsync("/api/counts", At(plot, "quadrats", 4)),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await Me.TryPostAsync("/api/counts", At(way, "walkThrough", 1)),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await Me.TryPostAsync("/api/counts", At(plot, "walkThrough", 1, site: 2)),
            HttpStatusCode.BadRequest
        );
        var content = trees["sheet"]!["content"]!.DeepClone();
        content["place"] = null;
        (await Me.PutAsync($"/api/counts/{id}", new { content, expected = await RevisionAsync(id) }))["sheet"]![
            "content"
        ]!
            ["place"]
            .ShouldBeNull();

        static object At(string place, string protocol, int plots, int site = 1) =>
            new
            {
                id = Guid.CreateVersion7(),
                safe = true,
                content = new
                {
                    site = DemoIds.Site(site),
                    date = "2025-03-01",
                    protocol,
                    plots,
                    plotAreaM2 = (double?)null,
                    lengthM = (double?)null,
                    started = (string?)null,
                    ended = (string?)null,
                    companions = "",
                    weather = "",
                    note = "",
                    place,
                },
            };
    }

    [Fact]
    public async Task Letters_that_stand_for_several_names_ask_which_and_take_the_one_chosen()
    {
        var id = await BeginAsync("walkThrough");
        var which = (await Me.GetAsync($"/api/counts/{id}/reading?text=ace%201"))["taxa"]!.AsArray();
        which.Count.ShouldBeGreaterThan(1);
        await Client.ProblemAsync(await TryEnterAsync(id, "ace 1"), HttpStatusCode.BadRequest);
        var chosen = await Me.PostAsync(
            $"/api/counts/{id}/lines",
            new
            {
                plot = 1,
                text = "ace 1",
                taxon = (string?)which[1]!["id"],
                origin = "wild",
            }
        );
        ((string?)chosen["lines"]![0]!["line"]!["taxon"]).ShouldBe((string?)which[1]!["id"]);
        await Client.ProblemAsync(
            await Me.TryPostAsync(
                $"/api/counts/{id}/lines",
                new
                {
                    plot = 1,
                    text = "ace 1",
                    taxon = "alnus-rubra",
                    origin = "wild",
                }
            ),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task A_count_begins_once_and_only_with_the_checks_made_and_all_its_protocol_needs()
    {
        var id = Guid.CreateVersion7();
        var first = await Me.PostAsync("/api/counts", Count("walkThrough", id: id));
        ((string)(await Me.PostAsync("/api/counts", Count("walkThrough", id: id)))["sheet"]!["id"]!).ShouldBe(
            (string)first["sheet"]!["id"]!
        );
        foreach (
            var bad in new[]
            {
                Count("walkThrough", safe: false),
                Count("quadrats", plots: 0, area: 1),
                Count("quadrats", plots: 3),
                Count("lineTransect"),
                Count("walkThrough", started: "10:00:00", ended: "09:00:00"),
                Count("walkThrough", date: "2030-01-01"),
            }
        )
        {
            await Client.ProblemAsync(await Me.TryPostAsync("/api/counts", bad), HttpStatusCode.BadRequest);
        }

        await Client.ProblemAsync(
            await Me.TryPostAsync("/api/counts", Count("walkThrough", site: 9999)),
            HttpStatusCode.NotFound
        );
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri("/api/counts/9999", UriKind.Relative)),
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task What_was_seen_on_the_visit_before_is_listed_until_it_is_seen_again()
    {
        var before = await BeginAsync("population", date: "2026-05-01");
        await EnterAsync(before, "camlei 10");
        await EnterAsync(before, "fri aff 2");
        var now = await BeginAsync("population", date: "2026-05-20");
        var view = await EnterAsync(now, "camlei 12");
        ((string?)view["before"]).ShouldBe("2026-05-01");
        ((string?)view["seenBefore"]!.AsArray().ShouldHaveSingleItem()!["text"]).ShouldBe("Fritillaria affinis");
    }

    [Fact]
    public async Task The_demo_counts_come_to_figures()
    {
        var meadow = (await Me.GetAsync("/api/sites")).AsArray().Single(s => (string?)s!["name"] == "Tollgate Meadow")!;
        var statistics = await Me.GetAsync($"/api/statistics?site={meadow["id"]}&protocol=quadrats");
        ((int)statistics["units"]!).ShouldBe(12);
        var species = statistics["species"]!.AsArray();
        species.Count.ShouldBeGreaterThan(8);
        ((double)statistics["chao2"]!["value"]!).ShouldBeGreaterThanOrEqualTo(species.Count);
        ((int)statistics["unnamed"]!).ShouldBe(0);
        species.ShouldContain(s =>
            (string?)s!["taxon"]!["name"] == "Camassia quamash" && (double?)s["cover"]!["value"] > 1
        );
        ((string?)statistics["shannon"]!["lacking"]).ShouldBe("Needs counts of at least 10 individuals.");
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri("/api/statistics?protocol=guessing", UriKind.Relative)),
            HttpStatusCode.BadRequest
        );
        var all = await Me.GetAsync("/api/statistics");
        all["sites"]!.AsArray().Count.ShouldBeGreaterThan(5);
        ((double)all["curve"]!.AsArray()[^1]!["species"]!).ShouldBeGreaterThan(40);
    }

    [Fact]
    public async Task The_whole_survey_is_an_archive_whose_rows_refer_to_each_other()
    {
        var archive = ArchiveReader.Read(
            await Me.Http.GetByteArrayAsync(new Uri("/api/records/archive.zip", UriKind.Relative))
        );
        const string Dwc = "http://rs.tdwg.org/dwc/terms/";
        var events = Rows("Event");
        var occurrences = Rows("Occurrence");
        events.Select(e => e["id"]).ShouldBeUnique();
        occurrences.Select(o => o[Dwc + "occurrenceID"]).ShouldBeUnique();
        var known = events.Select(e => e["id"]).ToHashSet();
        archive.Tables.SelectMany(t => t.Rows).ShouldAllBe(r => known.Contains(r["id"]));
        events
            .Where(e => e[Dwc + "parentEventID"].Length > 0)
            .ShouldAllBe(e => known.Contains(e[Dwc + "parentEventID"]));
        var there = occurrences.Select(o => o[Dwc + "occurrenceID"]).ToHashSet();
        foreach (var row in Rows("Identification").Concat(Rows("MeasurementOrFact")))
        {
            there.ShouldContain(row[Dwc + "occurrenceID"]);
        }

        // As many plants' records as the list shows, those without a name among them, and every line of the demo's counts among them.
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        var listed = (int)(await reader.GetAsync("/api/records"))["total"]!;
        var plants = occurrences
            .Where(o => o[Dwc + "organismID"].Length > 0)
            .ToLookup(o => o[Dwc + "taxonRank"] == "kingdom");
        (plants[false].Count() + plants[true].Count()).ShouldBe(listed);
        plants[true].ShouldNotBeEmpty();
        occurrences.ShouldContain(o =>
            o[Dwc + "scientificName"] == "Camassia quamash (Pursh) Greene"
            && o[Dwc + "organismQuantity"] == "418"
            && o[Dwc + "organismQuantityType"] == "stems"
        );
        events.ShouldContain(e => e[Dwc + "samplingEffort"] == "165 minutes by 2 people");
        Rows("Identification").Count(i => i[Dwc + "organismID"] == "TF-001").ShouldBeGreaterThanOrEqualTo(2);
        Rows("MeasurementOrFact").ShouldContain(m => m[Dwc + "measurementUnit"] == "cm");

        IReadOnlyList<Dictionary<string, string>> Rows(string type) =>
            archive.Tables.Single(t => t.Table.RowType == Dwc + type).Rows;
    }

    internal static object Count(
        string protocol,
        int plots = 1,
        double? area = null,
        int site = 1,
        string date = "2026-05-01",
        bool safe = true,
        string? started = null,
        string? ended = null,
        Guid? id = null
    ) =>
        new
        {
            id = id ?? Guid.CreateVersion7(),
            safe,
            content = new
            {
                site = DemoIds.Site(site),
                date,
                protocol,
                plots,
                plotAreaM2 = area,
                lengthM = (double?)null,
                started,
                ended,
                companions = "",
                weather = "",
                note = "",
            },
        };

    private async Task<string> BeginAsync(
        string protocol,
        int plots = 1,
        double? area = null,
        string date = "2026-05-01"
    ) => (string)(await Me.PostAsync("/api/counts", Count(protocol, plots, area, date: date)))["sheet"]!["id"]!;

    private Task<JsonNode> EnterAsync(string id, string text) =>
        Me.PostAsync(
            $"/api/counts/{id}/lines",
            new
            {
                plot = 1,
                text,
                taxon = (string?)null,
                origin = "wild",
            }
        );

    private Task<HttpResponseMessage> TryEnterAsync(string id, string text) =>
        Me.TryPostAsync(
            $"/api/counts/{id}/lines",
            new
            {
                plot = 1,
                text,
                taxon = (string?)null,
                origin = "wild",
            }
        );

    private Task<JsonNode> SetLineAsync(JsonNode line, object change)
    {
        var body = System.Text.Json.JsonSerializer.SerializeToNode(change)!;
        body["expected"] = (long)line["revision"]!;
        return Me.PutAsync($"/api/count-lines/{line["id"]}", body);
    }

    private async Task<long> RevisionAsync(string id) =>
        (long)(await Me.GetAsync($"/api/counts/{id}"))["sheet"]!["revision"]!;

    [Fact]
    public async Task Of_two_who_change_one_line_or_sheet_the_second_is_told_and_nothing_of_the_first_is_lost()
    {
        var id = await BeginAsync("walkThrough");
        await EnterAsync(id, "acemac 2");
        var line = (await LinesAsync(id)).Single()!["line"]!;
        await SetLineAsync(
            line,
            new
            {
                amount = 5,
                origin = "wild",
                note = "by the gate",
            }
        );
        var path = $"/api/count-lines/{line["id"]}";
        var told = await Client.ProblemAsync(
            await Me.TryPutAsync(
                path,
                (object)
                    new
                    {
                        amount = 7,
                        origin = "wild",
                        note = "elsewhere",
                        expected = (long)line["revision"]!,
                    }
            ),
            HttpStatusCode.Conflict
        );
        ((string?)told["detail"])!.ShouldContain("Somebody else changed this line");
        ((string?)(await LinesAsync(id)).Single()!["line"]!["note"]).ShouldBe("by the gate");
        var sheet = (await Me.GetAsync($"/api/counts/{id}"))["sheet"]!;
        var seen = (long)sheet["revision"]!;
        await Me.PutAsync($"/api/counts/{id}", new { content = sheet["content"]!.DeepClone(), expected = seen });
        await Client.ProblemAsync(
            await Me.TryPutAsync($"/api/counts/{id}", new { content = sheet["content"]!.DeepClone(), expected = seen }),
            HttpStatusCode.Conflict
        );
    }

    private async Task<JsonArray> LinesAsync(string id) => (await Me.GetAsync($"/api/counts/{id}"))["lines"]!.AsArray();
}
