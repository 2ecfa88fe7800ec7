using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>What was entered wrongly is put right.</summary>
public sealed class CorrectionTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_wrong_site_date_and_name_are_put_right_and_the_history_read_and_a_plant_goes_and_returns()
    {
        using var browser = server.Open("/bench");
        browser.Be("R. Ostrow");
        browser.Press("t");
        browser.Find("[role=dialog] input[type=text]");
        browser.Press("shrub at the wrong site", Keys.Enter);
        browser.See("shrub at the wrong site");
        var tag = browser.Find(".identify__sheet-head h1").Text;

        browser.Button("Correct …").Click();
        browser.Choose("Site", "Quarry Bald");
        var what = browser.Field("What it looks like, and where it stands");
        what.SendKeys(Keys.Control + "a");
        what.SendKeys("shrub at the right site");
        browser.ButtonIn("[role=dialog]", "Keep").Click();
        browser.SeeNoMore("shrub at the wrong site");
        browser.See("Quarry Bald");

        browser.Press("v");
        browser.ButtonIn(".identify-visits__visits", "Correct …").Click();
        browser.Find(".identify-visits__visits input[type=date]").SendKeys("05032026");
        browser.ButtonIn(".identify-visits__visits", "Keep").Click();
        browser.See("3 May 2026");

        browser.Button("Correct …").Click();
        browser.See("Put right before");
        browser.See("the visit of");
        browser.See("site: “Fallen Giant” → “Quarry Bald”");

        browser.Button("Delete this plant …").Click();
        browser.Field("Why").SendKeys("taken twice");
        browser.Button("Delete it").Click();
        browser.See("Deleted plants (1)");
        browser.Find("main details summary").Click();
        browser.See("taken twice");
        browser.Button("Bring it back").Click();
        browser.SeeNoMore("Deleted plants");
        browser.Open("/bench");
        browser.See(tag);
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_name_is_withdrawn_a_visit_moved_and_two_plants_that_are_one_are_merged()
    {
        using var browser = server.Open("/bench/TF-012");
        browser.Be("R. Ostrow");
        browser.See("Rosa nutkana");
        browser.ButtonIn(".identify-naming__slip", "Withdraw …").Click();
        browser.Find(".identify-naming__reason-form input").SendKeys("hips of its neighbour");
        browser.Button("Withdraw it").Click();
        browser.See("1 name withdrawn");
        browser.Find(".identify-naming__taken-off summary").Click();
        browser.See("hips of its neighbour");
        browser.Button("Let it stand again").Click();
        browser.SeeNoMore("1 name withdrawn");

        browser.Press("v");
        browser.ButtonIn(".identify-visits__visits", "Correct …").Click();
        browser.Choose("It was another plant", "TF-015 · Rosa sp.");
        browser.SeeNoMore("It was another plant");
        browser.Open("/bench/TF-015");
        browser.Press("v");
        browser.See("2 Jun 2026");

        // The rest of it goes the same way: it was one shrub all along.
        browser.Button("Correct …").Click();
        browser.See("moved here from TF-012");
        browser.ButtonIn("[role=dialog]", "Cancel").Click();
        browser.Press("c");
        browser.Find("[role=dialog] input").SendKeys("TF-012");
        browser.Press(Keys.Enter);
        browser.Button("They are one plant …").Click();
        browser.Button("Merge TF-012 into TF-015").Click();
        browser.SeeNoMore("They are one plant …");
        browser.See("11 Oct 2026");

        // They were two all the same: brought back, it has its visit again.
        browser.Open("/records");
        browser.See("Deleted plants (1)");
        browser.Find("main details summary").Click();
        browser.See("merged into TF-015");
        browser.Button("Bring it back").Click();
        browser.SeeNoMore("Deleted plants");
        browser.Complaints.ShouldBeEmpty();
    }
}
