using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>Looking things up in the guide.</summary>
public sealed class GuideTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_name_is_found_by_an_older_name_and_a_common_name_of_several_plants_is_warned_of()
    {
        using var browser = server.Open("/guide");
        browser.See("Know these before you touch anything here");
        var search = browser.Find("input[type=search]");
        search.SendKeys("hemlock");
        browser.See("names 4 plants of 2 families");
        browser.See("go by the scientific name");
        search.SendKeys(Keys.Control + "a");
        search.SendKeys("zigadenus");
        browser.See("older name");
        browser.Find(".guide-names__guide-line").Click();
        browser.See("Every part kills");
        browser.Url.ShouldEndWith("/guide/toxicoscordion-venenosum?name=zigadenus");
        browser.See("Camas swale: herbs with bulbs: 1.2 2.2 3.1");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void One_goes_down_the_families_and_from_an_account_to_its_look_alikes()
    {
        using var browser = server.Open("/guide");
        browser
            .Wait("the family", d =>
                d.FindElements(By.CssSelector("summary"))
                    .FirstOrDefault(s => s.Text.StartsWith("Melanthiaceae", StringComparison.Ordinal))
            )
            .Click();
        browser.Button("Trillium ovatum").Click();
        browser.See("western trillium");
        browser.See("leaves on the plant 3");
        browser.Button("Cornus unalaschkensis").Click();
        browser.See("western bunchberry");
        browser.Button("Tell them apart").Click();
        browser.See("% apart");
        browser.Url.ShouldContain("taxa=cornus-unalaschkensis");
    }

    [Fact]
    public void One_asks_which_plants_show_a_feature()
    {
        using var browser = server.Open("/guide");
        browser.Button("By feature").Click();
        browser.Choose("Organ", "Flower");
        browser.Choose("Feature", "Spurs");
        browser.Choose("Shows", "five");
        browser.See("1 plant shows it");
        browser.Button("Aquilegia formosa").Click();
        browser.See("western columbine");
    }

    [Fact]
    public void An_unknown_taxon_is_said_in_words()
    {
        using var browser = server.Open("/guide/not-there");
        browser.See("The guide has no such taxon.");
    }
}
