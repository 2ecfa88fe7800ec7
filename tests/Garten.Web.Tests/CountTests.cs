using Garten.Testing;
using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>Counts by protocol with the keyboard, the statistics they come to, and what shows on a day.</summary>
public sealed class CountTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_walk_is_counted_with_the_keyboard_tallied_and_a_line_taken_away_comes_back()
    {
        using var browser = server.Open("/records?what=counts");
        browser.Be("R. Ostrow");
        browser.Button("Begin a count").Click();
        browser.Find(".survey-counts__count-safe input").Click();
        browser.Find(".survey-counts__count-form [type=submit]").Click();
        var field = browser.Field("Name and number (individuals)");
        field.SendKeys("acemac 12");
        browser.Wait("what was understood", d =>
            d.FindElements(By.CssSelector(".survey-counts__count-reading .kit__name"))
                .FirstOrDefault(n => n.Text == "Acer macrophyllum")
        );
        field.SendKeys(Keys.Enter);
        Line(browser, "Acer macrophyllum", "12");

        // The field is empty and ready for the next.
        browser
            .Wait("the field again", d =>
                d.SwitchTo().ActiveElement() is { } e && e.TagName == "input" && e.GetAttribute("value") == ""
                    ? e
                    : null
            )
            .SendKeys("cf alnrub 2" + Keys.Enter);
        Line(browser, "Alnus cf. rubra", "2");
        browser.Find("[aria-label='One more Acer macrophyllum']").Click();
        Line(browser, "Acer macrophyllum", "13");
        browser.Button("Take away").Click();
        browser.See("was taken away.");
        browser.Button("Put it back").Click();
        browser.Wait("two lines", d =>
            d.FindElements(By.CssSelector(".survey__count-table tbody tr")).Count == 2 ? browser : null
        );

        // Letters that stand for several names ask which.
        browser.Field("Name and number (individuals)").SendKeys("ace 1");
        browser
            .Wait("the choice", d =>
                d.FindElements(By.CssSelector(".survey-counts__count-reading button"))
                    .FirstOrDefault(b => b.Text == "Acer circinatum")
            )
            .Click();
        Line(browser, "Acer circinatum", "1");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_report_of_a_site_is_drawn_up_with_its_map_what_its_names_rest_on_and_its_figures()
    {
        using var browser = server.Open("/records?what=report");
        browser.Choose("Site", "Quarry Bald");
        browser.Choose("Year", "2026");
        browser.Wait("the title", d =>
            d.FindElements(By.CssSelector(".survey-papers__report h1"))
                .FirstOrDefault(h => h.Text == "Quarry Bald, 2026")
        );
        browser.Find(".survey-papers__report-map .survey-papers__report-site");
        browser.Wait("the oak", d =>
            d.FindElements(By.CssSelector("[aria-label='Species found'] tr"))
                .FirstOrDefault(r =>
                    r.Text.Contains("Quercus garryana", StringComparison.Ordinal)
                    && r.Text.Contains("units", StringComparison.Ordinal)
                )
        );
        browser.Find(".survey-papers__report [aria-label='Floristic quality']");
        browser.See("Sensitive species, told coarsely");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_watch_is_entered_by_phase_and_percent_and_tells_when_it_began()
    {
        using var browser = server.Open("/records?what=counts");
        browser.Button("Begin a count").Click();
        browser.Choose("How", "Phenology watch");
        browser.Choose("Site", "Millrace Bottom");
        var day = browser.Field("On");
        browser.Run(
            "const e = arguments[0]; Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(e, '2025-04-14'); e.dispatchEvent(new Event('input', { bubbles: true }))",
            day
        );
        browser.Find(".survey-counts__count-safe input").Click();
        browser.Find(".survey-counts__count-form [type=submit]").Click();
        var field = browser.Field("Name and number (leaf, flower, fruit or colour, and percent)");
        field.SendKeys("acemac 20");
        browser.See("Say what was looked at: leaf, flower, fruit or colour");
        field.SendKeys(Keys.Control + "a" + Keys.Null + "sam rac flower 0" + Keys.Enter);
        Line(browser, "Sambucus racemosa", "0");
        browser.Wait("its strip", d =>
            d.FindElements(By.CssSelector(".survey-counts__watched tr"))
                .FirstOrDefault(r =>
                    r.Text.Contains("Sambucus racemosa", StringComparison.Ordinal)
                    && r.Text.Contains("Not seen on any of 1 look", StringComparison.Ordinal)
                )
        );
        browser.Wait("what others saw this year", d =>
            d.FindElements(By.CssSelector(".survey-counts__watched tr"))
                .FirstOrDefault(r =>
                    r.Text.Contains("Oemleria cerasiformis", StringComparison.Ordinal)
                    && r.Text.Contains("10 days later than usual here", StringComparison.Ordinal)
                )
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Labels_of_specimens_are_shown_and_those_not_wanted_are_left_out_of_print()
    {
        using var browser = server.Open("/records?what=labels");
        browser.See("No specimen was kept yet.");
        browser
            .RunAsync(
                """
                const [plant, done] = arguments;
                fetch(`/api/plants/${plant}/vouchers`, { method: 'POST', headers: { 'Content-Type': 'application/json' },
                  body: JSON.stringify({ number: 'RO 7', keptAt: 'reserve hut, box 1', takenOn: '2026-05-02', stand: 60, taken: 1, permit: '' }) }).then((r) => done(r.status))
                """,
                DemoIds.Plant(1).ToString()
            )
            .ShouldBe(200L);
        browser.Reload();
        browser.Find("[aria-label='Label RO 7']").Text.ShouldContain("Acer macrophyllum");
        browser.See("1 of 1 label");
        browser.Find(".survey-papers__labels input[type=checkbox]").Click();
        browser.See("0 of 1 label");
        browser.Button("Print the labels").Enabled.ShouldBeFalse();
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_list_to_tick_follows_the_site_and_the_day()
    {
        using var browser = server.Open("/records?what=checklist");
        browser.Choose("Site", "Tollgate Meadow");
        browser.Wait("the camas", d =>
            d.FindElements(By.CssSelector(".survey-papers__checklist tr"))
                .FirstOrDefault(r =>
                    r.Text.Contains("Camassia quamash", StringComparison.Ordinal)
                    && r.Text.Contains("last", StringComparison.Ordinal)
                )
        );
        browser.See("Poisons stock, also when dried in hay; wear gloves.");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void What_changed_between_years_and_what_was_not_seen_at_a_site_stand_below_the_figures()
    {
        using var browser = server.Open("/records?what=statistics");
        browser.Wait("the change", d =>
            d.FindElements(By.CssSelector("[aria-label='Change between years'] tr"))
                .FirstOrDefault(r =>
                    r.Text.StartsWith("Geranium robertianum 1 of 7 6 of 7 0.71", StringComparison.Ordinal)
                )
        );
        browser.Choose("Site", "Upper Cirque");
        browser.Wait("what is not there", d =>
            d.FindElements(By.CssSelector("[aria-label='Not seen here'] tr"))
                .FirstOrDefault(r => r.Text.StartsWith("Acer macrophyllum", StringComparison.Ordinal))
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void The_counts_of_a_site_come_to_figures_and_what_rests_on_too_little_says_so()
    {
        using var browser = server.Open("/records?what=statistics");
        browser.Choose("Site", "Tollgate Meadow");
        browser.Choose("Counted by", "Quadrats with cover");
        browser.Wait("twelve plots", d =>
            d.FindElements(By.CssSelector("[role=status]"))
                .FirstOrDefault(s => s.Text.StartsWith("12 sampling units", StringComparison.Ordinal))
        );
        browser.See("Needs counts of at least 10 individuals.");
        browser.Find("[aria-label='Species by effort'] figure svg path");
        browser.Wait("the camas", d =>
            d.FindElements(By.CssSelector("[aria-label='Species'] tr"))
                .FirstOrDefault(r => r.Text.StartsWith("Camassia quamash", StringComparison.Ordinal))
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void What_shows_is_asked_for_a_day_and_for_one_plant()
    {
        using var browser = server.Open("/season?what=shows");
        browser.See("Of all species of the guide");
        browser.Find("[aria-label='Winter buds'] h2");
        browser.Choose("At a place, or on a plant", "plant TF-001, Acer macrophyllum");
        browser.See("Of Acer macrophyllum");
        browser.Complaints.ShouldBeEmpty();
    }

    private static void Line(Browser browser, string name, string amount) =>
        browser.Wait($"{name} {amount}", d =>
            d.FindElements(By.CssSelector(".survey__count-table tbody tr"))
                .FirstOrDefault(r =>
                    r.FindElement(By.CssSelector(".kit__name")).Text == name
                    && r.FindElement(By.CssSelector("input")).GetAttribute("value") == amount
                )
        );
}
