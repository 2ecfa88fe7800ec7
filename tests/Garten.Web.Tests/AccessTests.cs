using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>People of different roles at one survey.</summary>
public sealed class AccessTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void One_records_another_reviews_and_a_reader_never_sees_where_a_sensitive_plant_stands()
    {
        const string Secret = "below the split boulder";
        using var browser = new Browser(server.Address, enter: null);
        browser.Open("/bench");
        browser.Button("J. Adeyemi").Click();
        browser.Button("Add a plant").Click();
        browser.Field("What it looks like, and where it stands").SendKeys(Secret);
        browser.Button("Add it").Click();
        browser.See(Secret);
        browser.Find(".identify__likely-names button.MuiButton-contained").Click();
        browser.Field("Name, of any rank, or in words").SendKeys("fairy slipper" + Keys.Enter);
        browser.Button("Give the name").Click();
        browser.See("1 given");
        var address = new Uri(browser.Url).PathAndQuery;

        browser.Be("M. Falk");
        browser.Open("/season");
        browser
            .Wait("the name to wait for review", d =>
                d.FindElements(By.CssSelector("[aria-label='Names for a second person'] li"))
                    .FirstOrDefault(l => l.Text.Contains("Calypso", StringComparison.Ordinal))
            )!
            .FindElement(By.TagName("a"))
            .Click();
        browser.Button("Review this name").Click();
        browser.Find("[role=dialog] input[value=asksMore]").Click();
        browser.Field("What should be looked at").SendKeys("Is the leaf pleated?");
        browser.Button("Say so").Click();
        browser.See("M. Falk asks for more");
        browser.See("Is the leaf pleated?");

        browser.Open("/records");
        browser.Be("V. Marchetti");
        browser.See("You are here as a reader");
        browser.See("Sensitive species, told coarsely");
        browser.See("somewhere within");
        foreach (var page in new[] { "/records", "/season", "/season?what=trips", "/season?what=year", "/bench" })
        {
            browser.Open(page);
            browser.Find("#person");
            browser.Wait("the page to have come", d =>
                d.FindElements(By.CssSelector("main")).FirstOrDefault(m => m.Text.Length > 20)
            );
            browser.Text.ShouldNotContain(Secret, customMessage: page);
        }

        browser.Complaints.ShouldBeEmpty();
        browser.Open(address);
        browser.See("There is no such plant on the bench");
        browser.Text.ShouldNotContain(Secret);
    }

    [Fact]
    public void A_steward_lets_somebody_in_who_signs_in_and_what_was_done_is_listed()
    {
        using var browser = new Browser(server.Address);
        browser.Open("/people");
        browser.Field("Name, as it stands on records").SendKeys("N. Okafor" + Keys.Enter);
        var password = browser.Find(".people__people-password").Text;
        browser.See("add person");
        browser.Find("#person").Click();
        browser.Button("Sign out").Click();
        browser.Field("Your name").SendKeys("n. okafor");
        browser.Field("Password").SendKeys(password + Keys.Enter);
        browser.Wait("N. Okafor to be in", d =>
            d.FindElements(By.Id("person"))
                .FirstOrDefault(p => p.Text.StartsWith("N. Okafor", StringComparison.Ordinal))
        );
        browser.Find("#person").Click();
        browser.Button("Change password").Click();
        browser.Field("Password until now").SendKeys(password);
        browser.Field("New password").SendKeys("rain on the camas meadow" + Keys.Enter);
        browser.Wait("the dialog to close", d =>
            d.FindElements(By.CssSelector("[role=dialog]")).Count == 0 ? browser : null
        );
        browser.Open("/people");
        browser.See("Administrators settle here who may do what");
        browser.Complaints.ShouldBeEmpty();
    }
}
