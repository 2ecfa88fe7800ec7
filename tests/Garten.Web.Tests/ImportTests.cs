using Garten.Testing;
using OpenQA.Selenium;

namespace Garten.Web.Tests;

public sealed class ImportTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_steward_brings_a_table_in_after_its_columns_were_matched_and_its_faults_mended()
    {
        using var browser = server.Open("/records");
        browser.Button("Bring in").Click();
        Choose(
            browser,
            "what;date;site;count\nAcer macrophyllum Pursh;2024-05-12;Millrace Bottom;4\nNessie;2024-05-12;Millrace Bottom;1\n"
        );
        browser.See("No column holds the name. Say which one does.");
        browser.Choose("what", "the plant");
        browser.See("Line 3, what: Nothing on the lists is called “Nessie”.");
        browser.Find(".survey__import button.MuiButton-contained").Enabled.ShouldBeFalse();

        Choose(
            browser,
            "species;date;site;count\nAcer macrophyllum Pursh;2024-05-12;Millrace Bottom;4\nAlnus rubra;2024-05-12;Millrace Bottom;7\n"
        );
        browser.See("it would bring 2 records on 1 new count.");
        browser.Button("Keep these records").Click();
        browser.See("brought in were 2 records on 1 new count.");
        browser.Button("Counts").Click();
        browser
            .Wait("the new count", d =>
                d.FindElements(By.CssSelector(".survey-counts__count-list li button"))
                    .FirstOrDefault(b => b.Text.Contains("12 May 2024", StringComparison.Ordinal))
            )
            .Click();
        browser.See("Alnus rubra");
        browser.See("Brought in from old-list.csv");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_table_of_plots_is_brought_in_as_quadrats()
    {
        using var browser = server.Open("/records?what=import");
        Choose(
            browser,
            "date;site;plot no;species;cover\n2023-06-01;Millrace Bottom;1;Acer macrophyllum;30\n2023-06-01;Millrace Bottom;2;Alnus rubra;60\n"
        );
        browser.See("The size of the plot is missing. Write its area in square metres.");
        Choose(
            browser,
            "date;site;plot no;plot size m2;species;cover\n2023-06-01;Millrace Bottom;1;4;Acer macrophyllum;30\n2023-06-01;Millrace Bottom;2;4;Alnus rubra;60\n"
        );
        browser.See("it would bring 2 records on 1 new count.");
        browser.Button("Keep these records").Click();
        browser.See("brought in were 2 records on 1 new count.");
        browser.Button("Counts").Click();
        browser
            .Wait("the new count", d =>
                d.FindElements(By.CssSelector(".survey-counts__count-list li button"))
                    .FirstOrDefault(b => b.Text.Contains("1 Jun 2023", StringComparison.Ordinal))
            )
            .Click();
        browser.See("percent of cover");
        browser.See("Acer macrophyllum");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public async Task A_survey_leaves_as_an_archive_and_returns_in_an_empty_one_with_its_pictures()
    {
        using var browser = server.Open($"/measure?plant={DemoIds.Plant(7)}");
        browser.Be("R. Ostrow");
        browser.Button("A leaf beside a card").Click();
        browser.Find(".identify-measure__photo-readings > div");
        browser.Button("Use these").Click();
        browser.See("with this picture as evidence");
        const string tag = "TF-022";
        browser.Open("/records");
        browser.See("its photographs too");
        browser
            .Wait("the link", d =>
                d.FindElements(By.TagName("a")).FirstOrDefault(a => a.Text == "Whole survey (Darwin Core archive)")
            )
            .Click();
        var archive = browser.Wait("the archive", _ =>
            Directory.EnumerateFiles(browser.Downloads, "garten-survey-*.zip").FirstOrDefault()
        );

        await using var empty = await RunningServer.StartAsync(demo: false);
        using var there = new Browser(empty.Address, enter: null);
        there.Open("/");
        there.Field("Your name, as it stands on records").SendKeys("N. Okafor");
        there.Field("A password").SendKeys("short of breath on the hill" + Keys.Enter);
        there.See("Add the first one");
        there.Open("/records?what=import");
        there.Find(".survey__import");
        there.All(".survey__import input[type=file]")[0].SendKeys(archive);
        there.See("1 photograph and");
        there.See("would be added.");
        there.Button("Keep these records").Click();
        there.See("were added.");
        there.All(".survey__import input[type=file]")[0].SendKeys(archive);
        there.See("Nothing in them is new here, so there is nothing to keep.");
        there.Find(".survey__import button.MuiButton-contained").Enabled.ShouldBeFalse();

        // The plant stands on the bench there, and the picture on it.
        there.Button("Plants").Click();
        there.See("Acer cf. glabrum");
        var id = (string)
            there.RunAsync(
                "const [tag, done] = arguments; fetch('/api/plants').then(r => r.json()).then(all => done(all.find(p => p.tag === tag).id))",
                tag
            )!;
        there.Open($"/bench/{id}");
        there.Button("Visits").Click();
        there.Wait("the picture to be loaded", _ =>
            there.Run("return document.querySelector('.identify-pictures__plant-pictures img')?.naturalWidth ?? 0")
                is > 0L
                ? this
                : null
        );
        there.Complaints.ShouldBeEmpty();
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Others_find_no_such_tab()
    {
        using var browser = new Browser(server.Address, enter: "M. Falk");
        browser.Open("/records");
        browser.Button("Figures");
        browser.Text.ShouldNotContain("Bring in");
    }

    private static void Choose(Browser browser, string table)
    {
        var file = Path.Combine(browser.Downloads, "old-list.csv");
        File.WriteAllText(file, table);
        browser.Find(".survey__import");
        browser.All(".survey__import input[type=file]")[0].SendKeys(file);
    }
}
