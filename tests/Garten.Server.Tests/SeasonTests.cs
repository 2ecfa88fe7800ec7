using System.Net;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>Grades, the desk of the day, trips and the year. Today is 20 November 2026.</summary>
public sealed class SeasonTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task A_plant_tells_its_grade_with_its_reasons_and_what_to_come_back_for()
    {
        var sheet = await Me.TakeAsync("bare twig", "2026-01-12");
        await Me.PutAsync(Client.PathTo(sheet, "bud-arrangement"), Client.Feature(states: ["opposite"]));
        var answer = (await Me.GetAsync($"/api/plants/{sheet["plant"]!["id"]}/grade"))["answer"]!;
        ((string?)answer["grade"]!["grade"]).ShouldBe("unplaced");
        var needs = answer["needs"]!.AsArray();
        needs.Select(n => (string?)n!["part"]).ShouldContain("flowers");
        needs.Where(n => n!["from"] is not null).Select(n => (string?)n!["from"]).ShouldBeInOrder();
    }

    [Fact]
    public async Task A_grade_is_overruled_with_a_reason_only_and_the_computed_one_stands_beside_it()
    {
        var plant = (string)(await Me.TakeAsync())["plant"]!["id"]!;
        await Client.ProblemAsync(
            await Me.TryPostAsync($"/api/plants/{plant}/grade", new { grade = "confirmed", reason = " " }),
            HttpStatusCode.BadRequest
        );
        var set = await Me.PostAsync(
            $"/api/plants/{plant}/grade",
            new { grade = "settled", reason = "Known to the warden for years." }
        );
        ((string?)set["overrule"]!["grade"]).ShouldBe("settled");
        ((string?)set["overrule"]!["reason"]).ShouldBe("Known to the warden for years.");
        ((string?)set["answer"]!["grade"]!["grade"]).ShouldBe("unplaced");
        (await Me.PostAsync($"/api/plants/{plant}/grade", new { grade = (string?)null, reason = "Mistaken." }))[
            "overrule"
        ]
            .ShouldBeNull();
        await Client.ProblemAsync(
            await Me.TryPostAsync("/api/plants/99999/grade", new { grade = "settled", reason = "x" }),
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task A_grade_that_falls_is_told_of_until_it_rises_again()
    {
        // The demo's first maple is named and settled by its features; alternate leaves would speak against that.
        var tag = (await Me.GetAsync("/api/plants")).AsArray().First(p => (string?)p!["tag"] == "TF-001")!;
        var sheet = await Me.GetAsync($"/api/plants/{tag["id"]}");
        var visit = sheet["visits"]!.AsArray()[^1]!["id"];
        var path = $"/api/plants/{tag["id"]}/visits/{visit}/features/";
        await Me.PutAsync(
            path + "leaf-arrangement",
            Client.Feature(states: ["opposite"], expected: Revision(sheet, visit, "leaf-arrangement"))
        );
        var before = (string?)(await GradeAsync(tag))["grade"]!;
        before.ShouldBeOneOf("leaning", "settled", "confirmed");
        (await FallsAsync()).ShouldNotContain("TF-001");
        var now = await Me.GetAsync($"/api/plants/{tag["id"]}");
        await Me.PutAsync(
            path + "leaf-arrangement",
            Client.Feature(states: ["alternate"], expected: Revision(now, visit, "leaf-arrangement"))
        );
        var fallen = (string?)(await GradeAsync(tag))["grade"]!;
        fallen.ShouldNotBe(before);
        (await FallsAsync()).ShouldContain("TF-001");
        await Me.PostAsync($"/api/plants/{tag["id"]}/undo", new { });
        (await FallsAsync()).ShouldNotContain("TF-001");
    }

    [Fact]
    public async Task What_shows_on_any_day_is_taken_along_once_on_the_first_trip_that_comes_by()
    {
        var trips = (await Me.GetAsync("/api/trips"))["trips"]!.AsArray();
        var stops = trips
            .SelectMany(r =>
                r!["stops"]!
                    .AsArray()
                    .Select(s =>
                        (
                            Date: (string)r["date"]!,
                            Plant: (string)s!["plant"]!["tag"]!,
                            Part: (string?)s["need"]!["part"]
                        )
                    )
            )
            .ToArray();
        var anyDay = stops.Where(s => s.Part is null).ToArray();
        anyDay.ShouldNotBeEmpty();
        anyDay.Select(s => s.Plant).ShouldBeUnique();
        foreach (var (date, plant, _) in anyDay)
        {
            stops.Where(s => s.Plant == plant).Min(s => s.Date).ShouldBe(date);
        }
    }

    [Fact]
    public async Task What_shows_is_told_for_the_guide_at_a_place_and_for_one_plant()
    {
        var all = await Me.GetAsync("/api/shows?date=2026-05-10");
        ((int)all["taxa"]!).ShouldBeGreaterThan(100);
        var flowers = Part(all, "flowers");
        flowers["showing"]!.AsArray().Count.ShouldBeGreaterThan(20);
        flowers["showing"]!.AsArray().Select(t => (string?)t!["day"]).ShouldBeInOrder();

        // Uphill the spring comes later: fewer are in flower in early May.
        var sites = (await Me.GetAsync("/api/sites")).AsArray();
        var high = sites.MaxBy(s => (double?)s!["elevationM"] ?? 0)!;
        Part(await Me.GetAsync($"/api/shows?date=2026-05-10&site={high["id"]}"), "flowers")["showing"]!
            .AsArray()
            .Count.ShouldBeLessThan(flowers["showing"]!.AsArray().Count);

        var maple = (await Me.GetAsync("/api/plants")).AsArray().First(p => (string?)p!["tag"] == "TF-001")!;
        var own = await Me.GetAsync($"/api/shows?date=2026-05-10&plant={maple["id"]}");
        ((int)own["taxa"]!).ShouldBe(1);
        Part(own, "leaves")["features"]!.AsArray().ShouldContain(f => (bool)f!["recorded"]!);
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri("/api/shows?date=1990-01-01", UriKind.Relative)),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri(DemoIds.Spelled("/api/shows?site=9999"), UriKind.Relative)),
            HttpStatusCode.NotFound
        );

        static JsonNode Part(JsonNode shows, string part) =>
            shows["parts"]!.AsArray().Single(p => (string?)p!["part"] == part)!;
    }

    [Fact]
    public async Task The_desk_lists_what_shows_by_when_it_closes_and_visits_not_written_up()
    {
        var tag = (string?)(await Me.TakeAsync("seen in passing", "2026-11-10"))["plant"]!["tag"];
        var today = await Me.GetAsync("/api/today");
        ((string?)today["date"]).ShouldBe("2026-11-20");
        ((string?)today["year"]).ShouldNotBeNullOrEmpty();
        today["open"]!.AsArray().Select(n => (string?)n!["to"]).ShouldBeInOrder();
        today["open"]!
            .AsArray()
            .ShouldAllBe(n =>
                string.CompareOrdinal((string)n!["from"]!, "2026-11-20") <= 0
                && string.CompareOrdinal((string)n["to"]!, "2026-11-20") >= 0
            );
        today["unwritten"]!.AsArray().Select(v => (string?)v!["plant"]!["tag"]).ShouldContain(tag);
        today["grades"]!
            .AsArray()
            .Sum(g => (int)g!["plants"]!)
            .ShouldBe((await Me.GetAsync("/api/plants")).AsArray().Count);
    }

    [Fact]
    public async Task Rounds_keep_to_the_days_one_can_go_and_a_day_lost_is_planned_round()
    {
        var plan = await Me.GetAsync("/api/trips");
        var trips = plan["trips"]!.AsArray();
        trips.Count.ShouldBeGreaterThan(0);
        trips
            .Select(r => DateOnly.Parse((string)r!["date"]!, null).DayOfWeek)
            .ShouldAllBe(d => d == DayOfWeek.Saturday || d == DayOfWeek.Sunday);
        trips.Count.ShouldBeGreaterThanOrEqualTo((int)plan["leastPossible"]!);
        var lost = (string)trips[0]!["date"]!;
        var again = await Me.PutAsync(
            "/api/trips/settings",
            new
            {
                weekdays = new[] { "saturday", "sunday" },
                hours = 6,
                start = (int?)null,
                lost = new[] { lost },
            }
        );
        again["trips"]!.AsArray().Select(r => (string?)r!["date"]).ShouldNotContain(lost);
        var calendar = await Me.Http.GetStringAsync(new Uri("/api/trips/calendar.ics", UriKind.Relative));
        calendar.Split("BEGIN:VEVENT").Length.ShouldBe(again["trips"]!.AsArray().Count + 1);
        await Client.ProblemAsync(
            await Me.TryPutAsync(
                "/api/trips/settings",
                new
                {
                    weekdays = Array.Empty<string>(),
                    hours = 6,
                    start = (int?)null,
                    lost = Array.Empty<string>(),
                }
            ),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await Me.TryPutAsync(
                "/api/trips/settings",
                new
                {
                    weekdays = new[] { "monday" },
                    hours = 40,
                    start = (int?)null,
                    lost = Array.Empty<string>(),
                }
            ),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task What_was_sought_thoroughly_stays_until_something_changes()
    {
        var quick = await Me.GetAsync("/api/trips");
        var sought = await Me.PostAsync("/api/trips/seek", new { });
        sought["trips"]!.AsArray().Count.ShouldBeLessThanOrEqualTo(quick["trips"]!.AsArray().Count);
        ((int)sought["leastPossible"]!).ShouldBeGreaterThanOrEqualTo((int)quick["leastPossible"]!);
        ((bool)quick["sought"]!).ShouldBeFalse();
        ((bool)sought["sought"]!).ShouldBeTrue();
        (await Me.GetAsync("/api/trips")).ToJsonString().ShouldBe(sought.ToJsonString());

        // Who accepts lines has the same as the last of them.
        using HttpRequestMessage request = new(HttpMethod.Post, "/api/trips/seek");
        request.Headers.Accept.ParseAdd("application/x-ndjson");
        using var response = await Me.Http.SendAsync(request, TestContext.Current.CancellationToken);
        var lines = (await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).Split(
            '\n',
            StringSplitOptions.RemoveEmptyEntries
        );
        JsonNode.Parse(lines[^1])!["answer"]!.ToJsonString().ShouldBe(sought.ToJsonString());

        var fewerHours = await Me.PutAsync(
            "/api/trips/settings",
            new
            {
                weekdays = new[] { "saturday", "sunday" },
                hours = 4,
                start = (int?)null,
                lost = Array.Empty<string>(),
            }
        );
        ((bool)fewerHours["sought"]!).ShouldBeFalse();
        fewerHours["trips"]!.AsArray().ShouldAllBe(r => (double)r!["minutes"]! <= 240 + 1e-6);
    }

    [Fact]
    public async Task The_year_of_a_high_site_comes_later()
    {
        var sites = (await Me.GetAsync("/api/sites")).AsArray();
        async Task<JsonNode> YearAsync(string site) =>
            await Me.GetAsync($"/api/year?site={sites.Single(s => (string?)s!["name"] == site)!["id"]}");

        // 740 m above the reference place 24.3 days, 0.0188° north 0.1, 0.035° east less than a tenth.
        var high = await YearAsync("Ridge Burn");
        ((double)high["delay"]!).ShouldBe(24.4, 0.11);
        From(high).ShouldBe(From(await Me.GetAsync("/api/year")) + 24);

        // By its height alone the cirque would be 35 days late, on 29 April; but snow lies there until 5 June.
        var cirque = await YearAsync("Upper Cirque");
        ((double)cirque["delay"]!).ShouldBe(34.9, 0.11);
        From(cirque).ShouldBe(156);
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri(DemoIds.Spelled("/api/year?site=999"), UriKind.Relative)),
            HttpStatusCode.NotFound
        );

        static int From(JsonNode year) =>
            (int)
                year["rows"]!.AsArray().First(r => (string?)r!["taxon"]!["id"] == "acer-macrophyllum")!["seasons"]!
                    .AsArray()
                    .First(s => (string?)s!["phase"] == "flower")!["from"]!["number"]!;
    }

    private static long? Revision(JsonNode sheet, JsonNode? visit, string character) =>
        (long?)
            sheet["observations"]!
                .AsArray()
                .FirstOrDefault(o =>
                    (string?)o!["seen"]!["character"] == character && (string)o["visit"]! == (string)visit!
                )
                ?["revision"];

    private async Task<JsonNode> GradeAsync(JsonNode tag) =>
        (await Me.GetAsync($"/api/plants/{tag["id"]}/grade"))["answer"]!["grade"]!;

    private async Task<string[]> FallsAsync() =>
        [.. (await Me.GetAsync("/api/today"))["falls"]!.AsArray().Select(f => (string)f!["plant"]!["tag"]!)];

    [Fact]
    public async Task What_waits_is_told_without_planning_and_the_days_of_the_plan_last_made_without_planning_anew()
    {
        using var falk = new Client(Address);
        await falk.BeAsync("determiner");
        (await falk.GetAsync("/api/trips/days")).AsArray().ShouldBeEmpty("nothing was planned yet");
        var needs = (await falk.GetAsync("/api/trips/needs")).AsArray();
        var plan = await falk.GetAsync("/api/trips");
        var stops = plan["trips"]!.AsArray().SelectMany(t => t!["stops"]!.AsArray()).ToArray();
        needs.Count.ShouldBe(stops.Length + plan["unmet"]!.AsArray().Count);
        var days = (await falk.GetAsync("/api/trips/days")).AsArray();
        days.Select(d => (string?)d!["date"]).ShouldBe(plan["trips"]!.AsArray().Select(t => (string?)t!["date"]));
        days.SelectMany(d => d!["taxa"]!.AsArray())
            .Select(t => (string?)t)
            .Distinct()
            .Order(StringComparer.Ordinal)
            .ShouldBe(
                stops
                    .Select(s => (string?)s!["plant"]!["taxon"])
                    .OfType<string>()
                    .Distinct()
                    .Order(StringComparer.Ordinal)
            );
    }
}
