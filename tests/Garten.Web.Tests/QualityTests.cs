using System.Text.Json;
using Garten.Testing;

namespace Garten.Web.Tests;

/// <summary>What holds for every view: accessible in each theme, usable on a phone, nothing against the page's policy.</summary>
public sealed class QualityTests(WebFixture server) : IClassFixture<WebFixture>
{
    private static readonly string Axe = File.ReadAllText(
        Repository.PathTo("web", "node_modules", "axe-core", "axe.min.js")
    );

    private const string Everything = "runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']";

    /// <summary>All that a theme can change of what is accessible.</summary>
    private const string Contrast = "runOnly: { type: 'rule', values: ['color-contrast'] }";

    [Fact]
    public void Every_view_is_accessible_in_every_theme()
    {
        using var browser = new Browser(server.Address);
        browser.Open("/bench/TF-031");
        browser.Be("R. Ostrow");
        browser.SeeCouplet("woody-in-leaf 5");
        Check(browser, "the key");
        browser.Press("f");
        browser.See("Show the next features");
        Check(browser, "the most telling features");
        browser.OpenFeatures("Leaf");
        browser.See("Leaflet number");
        Check(browser, "the features");
        browser.Press("v");
        browser.See("Seen again");
        Check(browser, "the visits");
        browser.Find("button.identify-likely__weighed").Click();
        browser.See("Fits");
        Check(browser, "the reasons");
        browser.Button("What should be true").Click();
        browser.See("Easily taken for");
        Check(browser, "an account");
        browser.Button("What would disprove it").Click();
        browser.See("Parts it from");
        Check(browser, "a suspicion");
        browser.Open("/bench/TF-022");
        browser.See("Look next");
        browser.Press("a");
        browser.See("% apart");
        Check(browser, "telling apart");
        browser.Open("/records");
        browser.See("Mahonia nervosa");
        Check(browser, "the records");
        browser.Open("/bench/TF-025");
        browser.See("features weighed");
        browser.Find(".identify-likely__counts summary").Click();
        Check(browser, "what place and date say");
        browser.Press("c");
        browser.Find("[role=dialog] input").SendKeys("TF-031" + OpenQA.Selenium.Keys.Enter);
        browser.See("They stand in one colony");
        Check(browser, "two plants compared");
        browser.Open("/apart?taxa=salix-sitchensis,salix-scouleriana,salix-hookeriana");
        browser.See("Step by step");
        Check(browser, "names of the guide told apart");
        browser.Open("/season");
        browser.See("Shows now");
        Check(browser, "the desk of the day");
        browser.Open("/map");
        browser.See("Giant plot 1");
        Check(browser, "the map");
        browser.Open("/people");
        browser.See("What was done");
        Check(browser, "the people");
        browser.Open("/waiting");
        browser.See("Nothing waits");
        Check(browser, "what is on this device");
        browser.Button("Wipe this device").Click();
        browser.See("The survey on the server stays as it is");
        Check(browser, "a device to be wiped");
        browser.Open("/season?what=trips");
        browser.See("within a year");
        Check(browser, "the trips");
        browser.Open("/season?what=year");
        browser.See("146 taxa");
        Check(browser, "the year");
        browser.Open("/measure?what=tree");
        browser.See("Crown");
        Check(browser, "a tree");
        browser.Open("/measure?what=yardsticks");
        browser.See("Keep");
        Check(browser, "the yardsticks");
        browser.Open("/specimens");
        browser.See("leave out how common each name is");
        Check(browser, "the table of specimens");
        browser.Open("/guide/conium-maculatum");
        browser.See("In the keys");
        Check(browser, "an account of the guide");
        browser.Button("By feature").Click();
        browser.Find(".guide-names__guide-feature");
        Check(browser, "the guide by feature");
        browser.Find("input[type=search]").SendKeys("hemlock");
        browser.See("go by the scientific name");
        Check(browser, "names found in the guide");
        browser.Open("/keys/conifers");
        browser.See("Needles in fives");
        Check(browser, "a key as a text");
        browser.Open("/apart");
        browser.See("Easily taken for each other");
        Check(browser, "what is easily taken for each other");
        browser.Open("/practice");
        browser.See("learn to see");
        Check(browser, "practice");
        browser.Press("?");
        browser.See("Practice: how it goes");
        Check(browser, "help");
        browser.Open("/words");
        browser.See("Glossary");
        Check(browser, "the words");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void What_lies_on_top_is_accessible_in_every_theme()
    {
        using var browser = new Browser(server.Address);
        foreach (
            var (path, shows) in new[]
            {
                ("/identify?add=", "What it looks like"),
                ("/identify/TF-031?open=name", "Give the name"),
                ("/identify/TF-031?open=correct", "Delete"),
                ("/identify/TF-031?open=same", "the same as"),
                ("/survey?what=counts&sheet=new", "A new count"),
                ("/survey?what=statistics", "95 in 100 lie here"),
                ("/survey?what=report", "Methods and effort"),
                ("/survey?what=finds", "By year"),
                ("/portrait/TF-031", "Sambucus"),
            }
        )
        {
            browser.Open(path);
            browser.See(shows);
            Check(browser, path);
        }

        browser.Open("/today");
        browser.See("Shows now");
        browser.Act(a => a.KeyDown(OpenQA.Selenium.Keys.Control).SendKeys("k").KeyUp(OpenQA.Selenium.Keys.Control));
        browser.Find(".shell__search-dialog input").SendKeys("maple");
        browser.Find(".shell__search-found");
        Check(browser, "the search");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void On_a_phone_nothing_is_cut_off_and_fingers_hit()
    {
        using var browser = new Browser(server.Address, 390, 844);
        foreach (
            var path in new[]
            {
                "/bench/TF-031",
                "/records",
                "/apart?taxa=salix-sitchensis,salix-scouleriana",
                "/specimens",
                "/words",
                "/guide/conium-maculatum",
                "/keys/woody-in-leaf",
                "/practice",
                "/waiting",
            }
        )
        {
            browser.Open(path);
            browser.Find(".shell__shell-views");
            browser.Wait("the page", _ => browser.All("main h1").Count > 0 ? browser : null);
            (
                (bool)
                    browser.Run("return document.querySelector('.shell__shell-main').scrollWidth <= window.innerWidth")!
            ).ShouldBeTrue(path);
        }

        browser.Open("/bench/TF-031");
        browser.SeeCouplet("woody-in-leaf 5");
        foreach (
            var target in browser
                .All(
                    ".identify-key__lead-choose, .identify-key__step, .identify__bench-switch button, .shell__shell-views a"
                )
                .Where(e => e.Displayed)
        )
        {
            target.Size.Height.ShouldBeGreaterThanOrEqualTo(44, target.Text);
        }

        browser.Button("Likely names").Click();
        browser.See("Before you touch");
        browser.Button("Plants").Click();
        browser.Button("TF-012").Click();
        browser.See("Rose thicket");
    }

    /// <summary>
    /// Checks the view as it stands: all rules at the desk and on a phone, and in the other themes those that a theme can break.
    /// </summary>
    private static void Check(Browser browser, string what)
    {
        browser.Run(Axe);
        Axed(browser, Everything).ShouldBeEmpty(what);
        browser.Resize(390, 844);
        Axed(browser, Everything).ShouldBeEmpty($"{what}, on a phone");
        browser.Resize(1280, 800);
        foreach (var theme in new[] { "lamp", "sunlight", "paper" })
        {
            // As another window of this device would say it: a dialog of the view may lie over the menu.
            browser.Run(
                "localStorage.setItem('garten-theme', arguments[0]); dispatchEvent(new StorageEvent('storage', { key: 'garten-theme' }))",
                theme
            );
            browser.Wait($"the theme “{theme}”", _ =>
                (string?)browser.Run("return document.documentElement.dataset.theme") == theme ? browser : null
            );
            browser.Wait("the colours to have changed", _ =>
                (bool)browser.Run("return document.getAnimations().length === 0")! ? browser : null
            );
            if (theme != "paper")
            {
                Axed(browser, Contrast).ShouldBeEmpty($"{what}, in the theme “{theme}”");
            }
        }
    }

    private static string[] Axed(Browser browser, string rules) =>
        JsonSerializer.Deserialize<string[]>(
            (string)
                browser.RunAsync(
                    // Rows out of sight are not laid out, and their places overlap; what lies close on a map lies close in the world.
                    "document.querySelectorAll('[class*=character]').forEach(e => e.style.contentVisibility = 'visible');"
                        + $"const done = arguments[0]; axe.run({{ exclude: ['.leaflet-marker-pane'] }}, {{ {rules}, resultTypes: ['violations'], preload: false, iframes: false }})"
                        + ".then(r => done(JSON.stringify(r.violations.map(v => v.id + ': ' + v.nodes.map(n => n.target.join(' ') + ' ' + n.failureSummary).join(' | ')))))"
                )!
        )!;
}
