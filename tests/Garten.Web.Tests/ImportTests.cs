using OpenQA.Selenium;

namespace Garten.Web.Tests;

public sealed class ImportTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_steward_brings_a_table_in_after_its_columns_were_matched_and_its_faults_mended()
    {
        using var browser = server.Open("/records");
        browser.Button("Bring in").Click();
        Choose(browser, "what;date;site;count\nAcer macrophyllum Pursh;2024-05-12;Millrace Bottom;4\nNessie;2024-05-12;Millrace Bottom;1\n");
        browser.See("No column holds the name. Say which one does.");
        browser.Choose("what", "the plant");
        browser.See("Line 3, what: The guide has no name “Nessie”.");
        browser.Find(".import button.MuiButton-contained").Enabled.ShouldBeFalse();

        Choose(browser, "species;date;site;count\nAcer macrophyllum Pursh;2024-05-12;Millrace Bottom;4\nAlnus rubra;2024-05-12;Millrace Bottom;7\n");
        browser.See("it would bring 2 records on 1 new count.");
        browser.Button("Keep these records").Click();
        browser.See("brought in were 2 records on 1 new count.");
        browser.Button("Counts").Click();
        browser.Wait("the new count", d => d.FindElements(By.CssSelector(".count-list li button")).FirstOrDefault(b => b.Text.Contains("12 May 2024", StringComparison.Ordinal))).Click();
        browser.See("Alnus rubra");
        browser.See("Brought in from old-list.csv");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_table_of_plots_is_brought_in_as_quadrats()
    {
        using var browser = server.Open("/records?what=import");
        Choose(browser, "date;site;plot no;species;cover\n2023-06-01;Millrace Bottom;1;Acer macrophyllum;30\n2023-06-01;Millrace Bottom;2;Alnus rubra;60\n");
        browser.See("The size of the plot is missing. Write its area in square metres.");
        Choose(browser, "date;site;plot no;plot size m2;species;cover\n2023-06-01;Millrace Bottom;1;4;Acer macrophyllum;30\n2023-06-01;Millrace Bottom;2;4;Alnus rubra;60\n");
        browser.See("it would bring 2 records on 1 new count.");
        browser.Button("Keep these records").Click();
        browser.See("brought in were 2 records on 1 new count.");
        browser.Button("Counts").Click();
        browser.Wait("the new count", d => d.FindElements(By.CssSelector(".count-list li button")).FirstOrDefault(b => b.Text.Contains("1 Jun 2023", StringComparison.Ordinal))).Click();
        browser.See("percent of cover");
        browser.See("Acer macrophyllum");
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
        browser.Find(".import");
        browser.All(".import input[type=file]")[0].SendKeys(file);
    }
}
