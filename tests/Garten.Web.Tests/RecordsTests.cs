using OpenQA.Selenium;

namespace Garten.Web.Tests;

public sealed class RecordsTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void Records_are_filtered_by_site_taxon_person_and_date_and_sorted()
    {
        using var browser = new Browser(server.Address);
        browser.Open("/records");
        browser.See("28 shown");

        browser.Field("Taxon, with all below it").SendKeys("rosaceae" + Keys.Enter);
        browser.See("4 shown");
        browser.Field("Taxon, with all below it").SendKeys(Keys.Escape + Keys.Escape);
        browser.Button("Show all").Click();
        browser.See("28 shown");

        browser.Field("Search").SendKeys("sluice");
        browser.See("2 shown");
        browser.Button("Show all").Click();

        browser.Run(
            "const e = arguments[0]; Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(e, '2026-07-01');"
                + "e.dispatchEvent(new Event('input', { bubbles: true }))",
            browser.Field("From")
        );
        browser.See("10 shown");
        browser.Button("Show all").Click();
        browser.See("28 shown");

        browser
            .Wait("the header", d =>
                d.FindElements(By.CssSelector("[role=columnheader][data-field=tag]")).FirstOrDefault()
            )
            .Click();
        browser.Wait("the first by tag", d =>
            d.FindElement(By.CssSelector(".MuiDataGrid-row")).Text.StartsWith("TF-001", StringComparison.Ordinal)
                ? browser
                : null
        );
    }

    [Fact]
    public void A_record_shows_every_name_ever_given()
    {
        using var browser = new Browser(server.Address);
        browser.Open("/records");
        browser.Field("Search").SendKeys("thicket");
        browser.See("2 shown");
        browser.Find(".MuiDataGrid-row").Click();
        browser.See("before that:");
        browser.See("Hips still to be seen");
        browser.Button("Open on the bench").Click();
        browser.See("Rose thicket");
    }

    [Fact]
    public void Words_are_found_and_open_where_they_are_used()
    {
        using var browser = new Browser(server.Address);
        browser.Open("/words");
        browser.Field("Find a word").SendKeys("glaucous");
        browser.See("1 of 411 words");
        browser.See("Used for: bloom on the stems");
        browser.Open("/bench/TF-031");
        browser.SeeCouplet("woody-in-leaf 5");
        browser.Button("panicle").Click();
        browser.See("A branched cluster, longer than wide.");
    }
}
