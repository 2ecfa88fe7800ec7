namespace Garten.Web.Tests;

/// <summary>Garten on a device whose network is away: it opens, it answers, and what is recorded outlives the page.</summary>
public sealed class OfflineTests(WebFixture server) : IClassFixture<WebFixture>
{
    private const string OnDevice = "return document.documentElement.dataset.offline === 'ready'";
    private const string HasCore = "return document.documentElement.dataset.engine === 'browser'";

    /// <summary>A browser with Garten on its device, that saw a plant and then lost its page and the network.</summary>
    private Browser InTheWoods(string address)
    {
        var browser = new Browser(server.Address, core: true, enter: "J. Adeyemi", installs: true);
        browser.Open(address);
        browser.Until(OnDevice);
        browser.Until(HasCore);
        browser.Open("/today");
        browser.See("Shows now");
        // Answers are written once nothing more is being asked.
        browser.Until(
            """
            indexedDB.open('garten').onsuccess = opened =>
              opened.target.result.transaction('answers').objectStore('answers').getAll().onsuccess = all =>
                window.gartenKept = all.target.result.some(a => a.question === '["today"]');
            return window.gartenKept === true
            """
        );
        Away(browser);
        return browser;
    }

    private static void Away(Browser browser)
    {
        browser.LosePage();
        browser.WatchNetwork();
        browser.Disconnect(off: true);
    }

    [Fact]
    public void It_opens_from_a_cold_start_and_weighs_names()
    {
        using var browser = InTheWoods("/identify/TF-031?do=features&organ=bark");
        browser.Open("/today");
        browser.See("Garten is not reached just now");
        browser.See("You see what this device kept");
        browser.See("Shows now");
        browser.Open("/identify/TF-031?do=features&organ=bark");
        browser.See("Bark surface");
        browser.See("outside the guide");
        browser.Until(HasCore);
    }

    [Fact]
    public void A_feature_recorded_outlives_the_page_and_is_sent_once_when_the_network_returns()
    {
        using var browser = InTheWoods("/identify/TF-007?do=features&organ=bark");
        browser.Open("/identify/TF-007?do=features&organ=bark");
        browser.See("Bark surface");
        browser.ButtonIn("[role=group][aria-label='Bark surface']", "scaly").Click();
        browser.See("Kept on this device, not sent yet: scaly.");
        browser.See("1 change waiting");

        Away(browser);
        browser.Open("/waiting");
        browser.See("A feature");
        browser.See("Bark surface: scaly");
        browser.See("waits for the network");
        browser.Disconnect(off: false);
        browser.See("Nothing waits");

        browser.Open("/identify/TF-007?do=features&organ=bark");
        browser.See("Recorded: scaly");
        browser.SeeNoMore("Garten is not reached just now");
    }

    [Fact]
    public void What_waits_is_dropped_only_after_a_question()
    {
        using var browser = InTheWoods("/identify/TF-012?do=features&organ=bark");
        browser.Open("/identify/TF-012?do=features&organ=bark");
        browser.See("Bark surface");
        browser.ButtonIn("[role=group][aria-label='Bark surface']", "scaly").Click();
        browser.See("1 change waiting");

        Away(browser);
        browser.Open("/waiting");
        browser.See("Bark surface: scaly");
        browser.Button("Drop …").Click();
        browser.Button("Keep").Click();
        browser.See("Bark surface: scaly");
        browser.Button("Drop …").Click();
        browser.Button("Drop").Click();
        browser.See("Nothing waits");
        browser.Disconnect(off: false);
        browser.Open("/identify/TF-012?do=features&organ=bark");
        browser.See("Bark surface");
        browser.Text.ShouldNotContain("Recorded: scaly");
    }

    [Fact]
    public void A_plant_called_off_is_not_added_when_the_network_returns_and_one_left_to_wait_is()
    {
        using var browser = new Browser(server.Address, enter: "J. Adeyemi");
        browser.Open("/identify/TF-015");
        browser.See("Add a plant");
        browser.WatchNetwork();
        Describe(browser, "Shrub that is called off");
        browser.Disconnect(off: true);
        browser.Button("Add it").Click();
        browser.See("Garten is not reached just now");
        browser.ButtonIn("[role=dialog]", "Cancel").Click();
        browser.SeeNoMore("What it looks like");
        Describe(browser, "Shrub that waits");
        browser.Button("Add it").Click();
        browser.Button("Close, and send it later").Click();
        browser.See("1 change waiting");
        browser.Disconnect(off: false);
        browser.See("Shrub that waits");
        browser.Reload();
        browser.See("Shrub that waits");
        browser.Text.ShouldNotContain("called off");
    }

    private static void Describe(Browser browser, string description)
    {
        browser.Press("t");
        var field = browser.Field("What it looks like, and where it stands");
        field.SendKeys(OpenQA.Selenium.Keys.Control + "a");
        field.SendKeys(description);
    }
}
