using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>Plants that no guide lists.</summary>
public sealed class NamesTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_plant_no_guide_lists_goes_from_the_door_to_the_report()
    {
        using var browser = server.Open("/bench");
        browser.Be("R. Ostrow");
        browser.Press("t");
        browser.Find("[role=dialog] input[type=text]");
        browser.Press("tree with fans for leaves by the gate", Keys.Enter);
        browser.See("tree with fans");
        var tag = browser.Find(".identify__sheet-head h1").Text;
        browser.Press("n");
        browser.Field("Name, of any rank, or in words").SendKeys("ginkgo biloba");
        browser.See("Another name");
        browser.Press(Keys.Enter);
        browser.See("Keep it in words as");
        browser.Field("Family, if you know it").SendKeys("Ginkgoaceae");
        browser.ButtonIn(".survey-names__in-words", "Ginkgo biloba a species").Click();
        browser.SeeNoMore("Keep it in words as");
        browser.Button("Give the name").Click();
        browser.See("1 given");
        browser.See("No second person has given the same name");

        browser.Open("/records?what=report");
        browser.See("Ginkgo biloba");
        browser.Open("/records?text=ginkgo");
        browser.See(tag);
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_count_keeps_what_no_list_has_and_a_label_gets_its_name_in_one_act()
    {
        using var browser = server.Open("/records?what=counts");
        browser.Be("R. Ostrow");
        browser.Button("Begin a count").Click();
        browser.Find(".survey-counts__count-safe input").Click();
        browser.Find(".survey-counts__count-form [type=submit]").Click();
        var field = browser.Find(".survey-counts__count-entry input");
        field.SendKeys("vine maple 3");
        browser.See("Acer circinatum");
        field.SendKeys(Keys.Enter);
        browser.Find("input[aria-label='Number of Acer circinatum']");
        field.SendKeys("'sedge 3' 5");
        browser.ButtonIn(".survey-counts__count-entry", "sedge 3 a label to work with").Click();
        browser.Find("input[aria-label='Number of sedge 3']");
        field.SendKeys("zelkova serrata 2");
        browser.ButtonIn(".survey-counts__count-entry", "Zelkova serrata a species").Click();
        browser.Find("input[aria-label='Number of Zelkova serrata']");
        var count = browser.Url;

        browser.Open("/records?what=names");
        browser.See("Zelkova serrata");
        browser.Find(".survey-names__names-list");
        Row(browser, "sedge 3", "Give another name …");
        browser.Field("The other name").SendKeys("Carex obnupta");
        browser.Press(Keys.Enter);
        browser.Button("Give it to all").Click();
        browser.SeeNoMore("sedge 3");
        browser.Open(new Uri(count).PathAndQuery);
        browser.Find("input[aria-label='Number of Carex obnupta']");

        browser.Open("/records?what=names");
        browser.Find(".MuiSwitch-input").Click();
        browser.See("became Carex obnupta");
        Row(browser, "sedge 3", "Put it back");
        browser.SeeNoMore("became Carex obnupta");
        browser.Complaints.ShouldBeEmpty();
    }

    private static void Row(Browser browser, string name, string button) =>
        browser
            .Wait($"“{button}” beside {name}", d =>
                d.FindElements(By.CssSelector(".survey-names__names-list tr"))
                    .FirstOrDefault(r => r.Text.StartsWith(name, StringComparison.Ordinal))
                    ?.FindElements(By.TagName("button"))
                    .FirstOrDefault(b => b.Text.Trim() == button)
            )
            .Click();
}
