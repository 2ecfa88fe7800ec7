using Garten.Testing;
using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>Takes the pictures in docs/screenshots/ from the demo data; only when asked to by ./garten screenshots.</summary>
public sealed class Screenshots
{
    private static readonly string? Folder = Environment.GetEnvironmentVariable("GARTEN_SCREENSHOTS");

    [Fact]
    public async Task Main_views()
    {
        Assert.SkipWhen(Folder is null, "Pictures are taken by ./garten screenshots.");
        Directory.CreateDirectory(Folder!);
        await using var server = await RunningServer.StartAsync(demo: true);
        using var browser = new Browser(server.Address, core: true);
        browser.Open("/bench/TF-031");
        browser.Be("R. Ostrow");
        browser.SeeCouplet("woody-in-leaf 5");
        browser.See("seasons of");
        browser.Find(".identify-key__lead .kit__tile svg");
        Take(browser, "bench-key");

        browser.Open("/identify/TF-022?do=features");
        browser.See("Show the next features");
        browser.Find(".identify-features__character .kit__tile svg");
        Take(browser, "bench-features");

        browser.Open("/season");
        browser.See("Shows now");
        Take(browser, "season-today");

        browser.Open("/season?what=trips");
        browser.See("within a year");
        Take(browser, "season-trips");

        browser.Open("/bench/TF-022");
        browser.See("I know its family or genus");
        browser.Press("a");
        browser.See("% apart");
        Take(browser, "tell-apart");

        browser.Open("/bench/TF-025");
        browser.See("Tell the first two apart");
        browser.Find(".identify-likely__counts summary").Click();
        Take(browser, "bench-names");

        browser.Open("/guide/camassia-quamash");
        browser.See("In the keys");
        Take(browser, "guide");

        browser.Open("/specimens");
        browser.Find(".guide-tables__specimens h1");
        var table = Path.Combine(browser.Downloads, "willows.csv");
        await File.WriteAllTextAsync(
            table,
            "specimen_id,leaf-arrangement,rusty-hairs,leaf-length\nW1,alternate,present,6; 7; 8\nW2,alternate,none,9; 11; 12\nW3,blue,,\n"
        );
        browser.All("input[type=file]")[0].SendKeys(table);
        browser.See("2 specimens named");
        Take(browser, "specimens");

        browser.Open("/bench/TF-031");
        browser.SeeCouplet("woody-in-leaf 5");
        browser.Find("button.identify-likely__weighed").Click();
        browser.See("Fits");
        Take(browser, "reasons");
        browser.Button("What should be true").Click();
        browser.See("Easily taken for");
        Take(browser, "species-account");

        browser.Open("/map");
        browser.Button("Giant plot 1").Click();
        browser.See("400 m², four pegs");
        Take(browser, "map");

        browser.Open("/records");
        browser.See("its photographs too");
        browser.See("TF-012");
        Take(browser, "records-plants");
        browser.Open("/records?what=finds");
        browser.See("Achillea millefolium");
        browser.Find(".survey-finds__find-mark");
        Take(browser, "records");
        browser.Open("/records?what=counts");
        browser
            .Wait("the walk", d =>
                d.FindElements(By.CssSelector(".survey-counts__count-list li button"))
                    .FirstOrDefault(b => b.Text.StartsWith("Millrace Bottom", StringComparison.Ordinal))
            )
            .Click();
        browser.Field("Name and number (individuals)").SendKeys("tel gra 5");
        browser.Find(".survey-counts__count-reading .kit__name");
        Take(browser, "records-counts");
        browser.Open("/records?what=statistics");
        browser.Choose("Site", "Tollgate Meadow");
        browser.Choose("Counted by", "Quadrats with cover");
        browser.See("12 sampling units");
        browser.Find("figure svg path");
        Take(browser, "records-statistics");
        browser.Open("/records?what=report");
        browser.Wait("the report", d =>
            d.FindElements(By.CssSelector(".survey-papers__report-map .survey-papers__report-site")).FirstOrDefault()
        );
        Take(browser, "records-report");

        browser.Open(DemoIds.Spelled("/measure?plant=7"));
        browser.Button("A toothed leaf beside a coin").Click();
        browser.See("Blade length");
        browser.Find(".identify-measure__photo-picture img");
        Take(browser, "measure-leaf");

        browser.Open("/bench/TF-031");
        browser.SeeCouplet("woody-in-leaf 5");
        browser.Press("v");
        browser.Find(".identify-pictures__portrait-link").Click();
        browser.Find(".identify-pictures__portrait svg");
        Take(browser, "portrait");

        browser.Resize(390, 844);
        browser.Open("/bench/TF-031");
        browser.SeeCouplet("woody-in-leaf 5");
        browser.Find(".identify-key__lead .kit__tile svg");
        Take(browser, "phone-sheet");
    }

    private static void Take(Browser browser, string name)
    {
        // Fonts and the fading of dialogs are given a moment; nothing is asserted on it.
        browser.RunAsync("document.fonts.ready.then(() => setTimeout(arguments[0], 350))");
        browser.Picture(Path.Combine(Folder!, name + ".png"));
    }
}
