using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>Leaf after leaf: measured in sun and shade, tallied with keys, read from the calliper.</summary>
public sealed class SampleTakingTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void Leaves_of_sun_and_shade_are_kept_and_studied_apart()
    {
        using var browser = AtLeaves("/bench/TF-022");
        browser.Button("sure · on the plant").Click();
        browser.Choose("Grew in", "sun");
        Measure(browser, "61 mm");
        Measure(browser, "58 mm");
        browser.Choose("Grew in", "shade");
        Measure(browser, "93 mm");
        browser.See("Sun: 2 parts, mean");
        browser.See("Shade: one part, 9.3 cm");
        browser.See("widened");
        browser.Find("button[aria-label='93 mm, shade: take it out']").Click();
        browser.SeeNoMore("Shade: one part");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Counts_are_tallied_with_a_key_each_and_every_leaf_is_kept_when_it_is_done()
    {
        using var browser = AtLeaves("/bench/TF-012");
        browser.Button("Tally counts").Click();
        var leaflets = browser.Wait("the leaflets", d =>
            d.FindElements(By.CssSelector(".identify-features__tally button"))
                .FirstOrDefault(k => k.Text.EndsWith("Leaflet number", StringComparison.Ordinal))
        );
        var key = leaflets.Text[..1];
        browser.Press(key, key, key, key, key, key);
        browser.Act(a => a.KeyDown(Keys.Shift).SendKeys(key).KeyUp(Keys.Shift));
        browser.Wait("five counted", d =>
            d.FindElements(By.CssSelector(".identify-features__tally output")).FirstOrDefault(o => o.Text == "5")
        );
        browser.Press(Keys.Enter);
        browser.See("before: 5");
        browser.Press(key, key, key, key, key, key, key, Keys.Enter);
        browser.See("before: 5, 7");
        browser.Button("Close").Click();
        browser.See("2 parts, mean 6");
        browser.Reload();
        browser.OpenFeatures("Leaf");
        browser.See("2 parts, mean 6");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void The_calliper_types_a_part_and_the_definition_shows_from_where_to_where()
    {
        using var browser = AtLeaves("/bench/TF-015");
        browser.ButtonIn("[role=group][aria-label='Leaf stalk length']", "Simulated calliper").Click();
        browser.Wait("the reading", d =>
            d.FindElements(By.CssSelector("[aria-label='Leaf stalk length'] .kit__part"))
                .FirstOrDefault(p => p.Text.Contains(" mm", StringComparison.Ordinal))
        );
        browser.Find("[role=group][aria-label='Leaf stalk length'] .identify-features__defined").Click();
        browser.See("Measure from the stem to the beginning of the blade.");
        browser.See("Take full-grown leaves");
        browser.Find(".identify-features__definition-drawings svg");
        browser.Press(Keys.Escape);
        browser.SeeNoMore("Take full-grown leaves");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void The_receiver_chooses_the_site_of_a_new_plant()
    {
        using var browser = server.Open("/bench");
        browser.Be("R. Ostrow");
        browser.Button("Add a plant").Click();
        browser.Button("Simulated receiver").Click();
        browser.See("You are ");
        browser.See("simulated)");
        browser.See("from 9 satellites");

        // The site chosen is the one it says is near.
        browser.Wait("the site", d =>
            d.FindElements(By.CssSelector(".MuiFormControl-root"))
                .Select(f => f.Text.Split('\n'))
                .FirstOrDefault(f =>
                    f is ["Site", var site, ..]
                    && d.FindElement(By.CssSelector("[role=dialog] [role=status]"))
                        .Text.Contains(site.Split(',')[0], StringComparison.Ordinal)
                )
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void The_browser_itself_tells_where_one_is_and_how_near_that_is()
    {
        using var browser = server.Open("/bench");
        browser.Be("R. Ostrow");
        browser.StandAt(44.9903, -123.685, 25);
        browser.Button("Add a plant").Click();
        browser.Button("Where am I?").Click();
        browser.See("You are at Quarry Bald");
        browser.See("within 25 m");
        browser.SeeNoMore("simulated)");
        browser.Complaints.ShouldBeEmpty();
    }

    private Browser AtLeaves(string plant)
    {
        var browser = server.Open(plant);
        browser.Be("R. Ostrow");
        browser.OpenFeatures("Leaf");
        return browser;
    }

    private static void Measure(Browser browser, string length)
    {
        browser.Find("input[aria-label='Blade length']").SendKeys(length + Keys.Enter);
        browser.Wait(length, d =>
            d.FindElements(By.CssSelector(".kit__part"))
                .FirstOrDefault(p => p.Text.StartsWith(length, StringComparison.Ordinal))
        );
    }
}
