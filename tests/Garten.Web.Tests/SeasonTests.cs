using System.Text.Json;
using System.Text.Json.Nodes;
using Garten.Testing;
using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>Grades on the bench, the desk of the day, trips and the year.</summary>
public sealed class SeasonTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void The_grade_says_what_is_missing_and_a_person_overrules_it_with_a_reason()
    {
        using var browser = server.Open("/bench/TF-001");
        browser.Be("R. Ostrow");
        browser.Find(".identify-likely__grade-steps");
        browser.See("No second person has given the same name");
        browser.Button("Overrule …").Click();
        browser.Choose("How sure", "confirmed");
        browser.Field("Reason").SendKeys("Seen in fruit with the warden.");
        browser.Button("Set it").Click();
        browser.See("Set to confirmed by R. Ostrow");
        browser.See("Seen in fruit with the warden.");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public async Task A_plant_that_cannot_be_named_in_January_is_come_back_for_and_confirmed_by_its_fruit()
    {
        await using var running = await RunningServer.StartAsync(demo: true);
        running.Clock.Day = new(2026, 1, 12);
        using var browser = new Browser(running.Address);
        browser.Open("/bench");
        browser.Be("R. Ostrow");
        var sheet = Send(
            browser,
            "POST",
            "/api/plants",
            new
            {
                id = Guid.CreateVersion7(),
                site = Site(browser, "Fallen Giant"),
                description = "Bare shrub by the log",
                origin = "wild",
                visit = new
                {
                    date = "2026-01-12",
                    stage = "mature",
                    sex = (string?)null,
                    parts = new[] { "buds" },
                    altered = Array.Empty<string>(),
                    note = "",
                },
            }
        );
        var (plant, tag) = ((string)sheet["plant"]!["id"]!, (string)sheet["plant"]!["tag"]!);
        Record(browser, sheet, "bud-arrangement", states: ["opposite"]);
        Record(browser, sheet, "bundle-scars", parts: ["3", "3", "3"]);

        // In January it cannot be named: what would settle it is listed with its windows, and a trip is planned for them.
        browser.Open($"/bench/{plant}");
        browser.Wait("no grade yet", d =>
            d.FindElements(By.CssSelector(".identify-likely__grade-steps [aria-current=step]"))
                .FirstOrDefault(g => g.Text is "not named" or "likely")
        );
        browser.See("Come back for");
        browser.Wait("the fruit to come", d =>
            d.FindElements(By.CssSelector(".identify-likely__returns li"))
                .FirstOrDefault(n => n.Text.StartsWith("Fruit of ", StringComparison.Ordinal))
        );
        browser.Open("/season?what=trips");
        browser.Wait("a trip for it", d =>
            d.FindElements(By.CssSelector(".today__trip a")).FirstOrDefault(a => a.Text == tag)
        );

        // Its window has opened: the desk says so, and the trip is walked.
        running.Clock.Day = new(2026, 9, 12);
        browser.EnterAs("R. Ostrow");
        browser.Open("/season");
        browser
            .Wait("it to show now", d =>
                d.FindElements(By.CssSelector("[aria-label='Shows now'] a")).FirstOrDefault(a => a.Text == tag)
            )
            .Click();
        browser.Find(".identify__sheet-head h1");
        browser.Press("v");
        browser.Button("Seen again: add a visit").Click();
        browser
            .Wait("fruit", d =>
                d.FindElements(By.CssSelector(".identify-visits__visits label"))
                    .FirstOrDefault(l => l.Text.Trim() == "fruit")
            )
            .Click();
        browser
            .Wait("leaves", d =>
                d.FindElements(By.CssSelector(".identify-visits__visits label"))
                    .FirstOrDefault(l => l.Text.Trim() == "leaves")
            )
            .Click();
        browser.Button("Add the visit").Click();
        browser.Wait("the visit", d =>
            d.FindElements(By.CssSelector(".identify-visits__visits ol > li")).Count == 2 ? browser : null
        );
        browser.OpenFeatures("Fruit");
        browser
            .Wait("the keys", d =>
                d.FindElements(By.CssSelector("[role=group][aria-label='Kind of fruit'] .identify-features__state"))
                    .FirstOrDefault(s => s.Text.EndsWith("pair of winged keys", StringComparison.Ordinal))
            )
            .Click();
        browser.See("Recorded: pair of winged keys");
        var seen = Send(browser, "GET", $"/api/plants/{plant}", null);
        Record(browser, seen, "samara-angle", parts: ["170", "175", "165"]);
        Record(browser, seen, "sap", states: ["clear"]);
        Record(browser, seen, "lobing", states: ["palmately-lobed"]);
        Record(browser, seen, "lobe-count", parts: ["7", "9", "8", "7", "9"]);

        // One person's name settles it; a second person's confirms it.
        Name(browser, plant, "acer-circinatum");
        browser.Open($"/bench/{plant}");
        Graded(browser, "well supported");
        browser.See("No second person has given the same name");
        browser.Be("T. Lindqvist");
        Name(browser, plant, "acer-circinatum");
        browser.Open($"/bench/{plant}");
        Graded(browser, "confirmed");
        browser.Find(".identify__likely-names details summary");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void The_desk_leads_to_plants_and_a_trip_that_cannot_be_walked_is_planned_anew()
    {
        using var browser = server.Open("/season");
        browser.Be("R. Ostrow");
        browser.See("The season runs");
        browser.See("Shows now");
        browser.Button("Field trips").Click();
        browser.See("within a year");
        var first = browser.Find(".today__trip h2").Text;
        browser.Button("Not on this day").Click();
        browser.See("Days lost:");
        browser.Wait("another first trip", d =>
            d.FindElement(By.CssSelector(".today__trip h2")).Text is var now && now != first ? now : null
        );
        browser.Button("Take them back").Click();
        browser.Wait("the trip again", d =>
            d.FindElement(By.CssSelector(".today__trip h2")).Text == first ? first : null
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void The_year_is_drawn_for_a_place_and_a_family()
    {
        using var browser = server.Open("/season?what=year");
        browser.Wait("all taxa", d => d.FindElements(By.CssSelector(".today__year-row")).Count > 100 ? browser : null);
        browser.Choose("At", "Upper Cirque, 1160 m");
        browser.See("spring comes 34.9 days later");
        browser.Choose("Family", "Sapindaceae");
        browser.Wait("the maples", d => d.FindElements(By.CssSelector(".today__year-row")).Count == 4 ? browser : null);
        browser.Choose("Sort of plant", "tree");
        browser.Find("label input[type=checkbox]").Click();
        browser.Wait("the maples on the bench", d =>
            d.FindElements(By.CssSelector(".today__year-row .today__year-seen")).Count > 0 ? browser : null
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_plant_is_found_again_and_a_threat_to_it_stands_on_the_desk_until_it_is_settled()
    {
        using var browser = server.Open("/bench/TF-036");
        browser.Be("M. Falk");
        browser.Press("v");
        browser.Button("Add a landmark").Click();
        browser.Field("Landmark").SendKeys("the split boulder");
        browser.Field("Bearing to the plant, °").SendKeys("40");
        browser.Field("Metres").SendKeys("12.5" + Keys.Enter);
        browser.See("12.5 m at 40° from the split boulder");
        browser.Find(".identify-care__way-sketch");

        browser.Button("Note a threat").Click();
        browser.Choose("What", "trampling");
        browser.Field("More about it").SendKeys("a new path runs past it");
        browser.Button("Keep").Click();
        browser.See("Nobody told yet.");
        browser.Open("/season");
        browser.Wait("the threat", _ =>
            browser.Find("[aria-label='Threats']").Text.Contains("a new path runs past it", StringComparison.Ordinal)
                ? browser
                : null
        );

        browser.Open("/bench/TF-036");
        browser.Button("Give a name");
        browser.Press("v");
        browser.Button("Told, or settled …").Click();
        browser.Field("Who was told").SendKeys("the warden");
        browser.Field("What came of it").SendKeys("the path was moved");
        browser.Find("form[aria-label='A threat'] input[type=checkbox]").Click();
        browser.Button("Keep").Click();
        browser.See("Settled 20 Nov 2026: the path was moved");
        browser.Open("/season");
        browser.See("The season runs");
        browser.SeeNoMore("Threats");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Rosettes_are_marked_and_their_flowering_counted_with_the_share_it_gives()
    {
        using var browser = server.Open("/bench/TF-040");
        browser.Be("M. Falk");
        browser.Press("v");
        browser.Button("Count marked rosettes").Click();
        browser.Field("Rosettes marked").SendKeys("40");
        browser.Field("Of them flowering").SendKeys("41");
        browser.Button("Keep").Click();
        browser.See("41 cannot have flowered of 40 marked.");
        browser.Field("Of them flowering").SendKeys(Keys.Backspace + Keys.Backspace + "12");
        browser.Button("Keep").Click();
        browser.See("Flowering: 12 of 40, 30 % (18 to 45 %)");
    }

    private static void Graded(Browser browser, string grade) =>
        browser.Wait($"the grade {grade}", d =>
            d.FindElements(By.CssSelector(".identify-likely__grade-steps [aria-current=step]"))
                .FirstOrDefault(g => g.Text == grade)
        );

    private static string Site(Browser browser, string name) =>
        (string)Send(browser, "GET", "/api/sites", null).AsArray().Single(s => (string?)s!["name"] == name)!["id"]!;

    private static void Record(
        Browser browser,
        JsonNode sheet,
        string character,
        string[]? states = null,
        string[]? parts = null
    ) =>
        Send(
            browser,
            "PUT",
            $"/api/plants/{sheet["plant"]!["id"]}/visits/{sheet["visits"]!.AsArray()[^1]!["id"]}/features/{character}",
            new
            {
                finding = states is null ? "sample" : "states",
                states,
                parts,
                rough = (string?)null,
                entry = (string?)null,
                hidden = (string?)null,
                certainty = "sure",
                source = "attached",
                altered = Array.Empty<string>(),
                exposure = (string?)null,
                position = (string?)null,
                note = "",
                expected = (long?)null,
            }
        );

    private static void Name(Browser browser, string plant, string taxon) =>
        Send(
            browser,
            "POST",
            $"/api/plants/{plant}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon,
                qualifier = "none",
                origin = "wild",
                date = "2026-09-12",
                remarks = "",
            }
        );

    /// <summary>Asks the server as the page would, with the person who is at work in it.</summary>
    private static JsonNode Send(Browser browser, string method, string path, object? body)
    {
        var text = (string)
            browser.RunAsync(
                """
                const [method, path, body, done] = arguments
                fetch(path, { method, headers: { 'Content-Type': 'application/json' }, body: body ?? undefined }).then(async (r) => done(r.ok ? await r.text() : 'refused ' + await r.text()))
                """,
                method,
                path,
                body is null ? null! : JsonSerializer.Serialize(body)
            )!;
        text.ShouldNotStartWith("refused");
        return JsonNode.Parse(text, documentOptions: new() { MaxDepth = 64 })!;
    }
}
