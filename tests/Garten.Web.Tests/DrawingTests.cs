using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>Drawings where they show: tiles, leads, the sheet, the comparison, the guide and the glossary.</summary>
public sealed class DrawingTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void The_sheet_draws_what_is_recorded_and_ghosts_what_is_not()
    {
        using var browser = server.Open("/identify/TF-022?do=plant");
        browser.Be("R. Ostrow");
        browser.Find(".identify-plant__figure-drawing g[data-part='fruit'][opacity]");
        browser.OpenFeatures("Fruit");
        var pome = Tile(browser, "Kind of fruit", "pome");
        pome.FindElement(By.CssSelector(".kit__tile svg"));
        pome.Click();
        browser.See("Recorded: pome");
        browser.Press("p");
        browser.Wait("the fruit to be drawn", d =>
            d.FindElements(
                    By.CssSelector(".identify-plant__figure-drawing > svg > g[data-part='fruit']:not([opacity])")
                )
                .FirstOrDefault()
        );
        browser.Find(".identify-plant__figure").GetAttribute("data-season").ShouldNotBeNullOrEmpty();
    }

    [Fact]
    public void Touching_an_organ_of_the_drawing_opens_its_features()
    {
        using var browser = server.Open("/identify/TF-001?do=plant");
        var leaf = browser.Find(".identify-plant__figure-drawing > svg > g[data-part='leaf'] path");
        browser.Act(a => a.MoveToElement(leaf).Click());
        browser.See("Look at the whole plant: what stands for leaves?");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void The_leading_name_can_be_laid_under_the_plant()
    {
        using var browser = server.Open("/identify/TF-001?do=plant");
        var plain = browser
            .Wait("the ghost of a fruit", d =>
                d.FindElements(By.CssSelector(".identify-plant__figure-drawing g[data-part='fruit']")).FirstOrDefault()
            )
            .GetAttribute("innerHTML");
        browser.Find(".identify-plant__figure-under input").Click();
        browser.Wait("a pair of keys", d =>
            d.FindElements(
                    By.CssSelector(".identify-plant__figure-drawing g[data-part='fruit'][opacity] g[data-part='wing']")
                )
                .FirstOrDefault()
        );
        browser.Find(".identify-plant__figure-under input").Click();
        browser.Wait("the plain ghost again", d =>
            d.FindElements(By.CssSelector(".identify-plant__figure-drawing g[data-part='fruit']"))
                .FirstOrDefault(e => e.GetAttribute("innerHTML") == plain)
        );
    }

    [Fact]
    public void Every_lead_of_a_couplet_shows_what_it_says()
    {
        using var browser = server.Open("/bench/TF-031");
        browser.SeeCouplet("woody-in-leaf 5");
        browser.Wait("a drawing in each lead", d =>
            d.FindElements(By.CssSelector(".identify-key__lead")) is { Count: > 1 } leads
            && leads.All(l => l.FindElements(By.CssSelector(".identify-key__lead-tiles svg")).Count > 0)
                ? leads
                : null
        );
    }

    [Fact]
    public void The_plate_of_a_taxon_stands_on_a_page_of_its_own_with_lettered_figures()
    {
        using var browser = server.Open("/guide/conium-maculatum");
        browser.Button("Its plate on a page").Click();
        browser.See("Print this plate");
        var figures = browser.Wait("the figures", d =>
            d.FindElements(By.CssSelector(".guide-names__plate-figures figure")) is { Count: > 3 } all ? all : null
        );
        figures[0].FindElement(By.TagName("figcaption")).Text.ShouldStartWith("A");
        figures[1].FindElement(By.TagName("figcaption")).Text.ShouldStartWith("B");
        browser.Find(".kit__plate-sheet footer").Text.ShouldContain("Deadly");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Names_are_told_apart_in_drawings_at_one_scale()
    {
        using var browser = server.Open("/apart?taxa=acer-macrophyllum,acer-circinatum");
        browser.Find(".guide-apart__apart-leaves svg").Text.ShouldContain("Acer circinatum");
        browser.Wait("a drawing for either name", d =>
            d.FindElements(By.CssSelector(".guide-apart__apart"))
                .FirstOrDefault(s =>
                    s.Text.StartsWith("Sap", StringComparison.Ordinal)
                    && s.FindElements(By.CssSelector("figure svg")).Count == 2
                )
        );
    }

    [Fact]
    public void An_account_shows_the_plant_through_the_year()
    {
        using var browser = server.Open("/guide/acer-macrophyllum");
        browser.See("Twig in winter");
        browser.See("Fruit, Aug to Nov");
        browser.Find(".guide-names__plate g[data-part='scale']");
    }

    [Fact]
    public void A_word_shows_its_picture_and_the_plants_that_show_it()
    {
        using var browser = server.Open("/words");
        browser.Find("input[type=search]").SendKeys("follicles");
        browser.See("2 of 411 words");
        browser.Find(".guide-glossary__word .kit__tile svg");
        browser.Button("Which plants?").Click();
        browser.See("Spiraea douglasii");
    }

    [Fact]
    public void A_term_of_a_couplet_opens_with_its_picture()
    {
        using var browser = server.Open("/bench/TF-031");
        browser.SeeCouplet("woody-in-leaf 5");
        browser.Find(".identify-key__lead-terms .kit__term").Click();
        browser.Find(".kit__term-card .kit__tile svg");
    }

    private static IWebElement Tile(Browser browser, string character, string state) =>
        browser.Wait($"{character}: {state}", d =>
            d.FindElements(By.CssSelector($"[role=group][aria-label='{character}'] button.identify-features__state"))
                .FirstOrDefault(b =>
                    b.Text.EndsWith(state, StringComparison.Ordinal) && b.FindElements(By.CssSelector("svg")).Count > 0
                )
        );
}
