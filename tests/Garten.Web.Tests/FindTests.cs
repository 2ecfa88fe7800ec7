using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>All finds: words, years, species and places each narrow the list, and a row opens where it is from.</summary>
public sealed class FindTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void Words_a_year_a_species_and_a_place_narrow_what_is_shown()
    {
        using var browser = server.Open("/records?what=finds");
        var all = Finds(browser);
        browser.Field("Search").SendKeys("quercus");
        browser.Wait("only oaks", d =>
            d.FindElements(By.CssSelector(".survey-finds__finds-list [data-field='name'] .kit__name"))
                is { Count: > 0 } names
            && names.All(n => n.Text.StartsWith("Quercus", StringComparison.Ordinal))
                ? browser
                : null
        );
        Finds(browser).ShouldBeLessThan(all);
        browser.Button("Show all").Click();
        Sum(browser, _ => Finds(browser) == all);

        var bar = browser.Find(".survey-finds__year-bars [role=button]");
        var said = bar.GetAttribute("aria-label")!;
        bar.Click();
        Sum(browser, s =>
            s.StartsWith(said[(said.IndexOf(':', StringComparison.Ordinal) + 2)..], StringComparison.Ordinal)
        );
        browser.Button("Show all").Click();

        var most = browser.Find(".survey-finds__most-found button");
        var name = most.FindElement(By.CssSelector(".kit__name")).Text;
        most.Click();
        browser.Wait("the species alone", d =>
            d.FindElements(By.CssSelector(".survey-finds__finds-list [data-field='name'] .kit__name"))
                is { Count: > 0 } names
            && names.All(n => n.Text.StartsWith(name, StringComparison.Ordinal))
                ? browser
                : null
        );
        browser.Find(".survey-finds__find-mark");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Pages_turn_the_order_turns_and_a_row_opens_the_count_it_is_from()
    {
        using var browser = server.Open("/records?what=finds");
        var first = Row(browser, _ => true);
        browser.Find("[aria-label='Go to next page']").Click();
        var second = Row(browser, t => t != first);
        browser.Find("[aria-label='Go to previous page']").Click();
        Row(browser, t => t == first);
        browser.Find(".survey-finds__finds-list [data-field='date'] .MuiDataGrid-columnHeaderTitle").Click();
        Row(browser, t => t != first && t != second);
        browser.Choose("Site", "Quarry Bald");
        browser
            .Wait("a line of a count", d =>
                d.FindElements(By.CssSelector(".survey-finds__finds-list [data-field='how']"))
                    .FirstOrDefault(c => c.Text == "Timed search")
            )
            .Click();
        browser.Find(".survey__count-table");
        browser.Url.ShouldContain("sheet=");
        browser.Complaints.ShouldBeEmpty();
    }

    private static string Row(Browser browser, Func<string, bool> fits) =>
        browser.Wait("a first row", d =>
            d.FindElements(By.CssSelector(".survey-finds__finds-list [data-rowindex='0']"))
                .Select(r => r.Text)
                .FirstOrDefault(t => t.Length > 0 && fits(t))
        );

    private static void Sum(Browser browser, Func<string, bool> fits) =>
        browser.Wait("the sum", d =>
            d.FindElements(By.CssSelector("[data-sum=finds]"))
                .FirstOrDefault(s => s.Text.Contains("find", StringComparison.Ordinal) && fits(s.Text))
        );

    private static int Finds(Browser browser)
    {
        var text = browser.Wait("the sum", d =>
            d.FindElements(By.CssSelector("[data-sum=finds]"))
                .Select(s => s.Text)
                .FirstOrDefault(t => t.Contains("find", StringComparison.Ordinal))
        );
        return int.Parse(
            text[..text.IndexOf(' ', StringComparison.Ordinal)],
            System.Globalization.NumberStyles.AllowThousands,
            System.Globalization.CultureInfo.InvariantCulture
        );
    }
}
