using Garten.Server.Devices;

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
        browser.See("Kept on this device, not sent yet.");
        browser.See("Recorded: scaly");
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

    [Fact]
    public void A_plant_is_added_seen_and_named_without_a_network_and_all_of_it_is_there_afterwards()
    {
        using var browser = InTheWoods("/identify/TF-004?do=features&organ=bark");
        browser.Open("/identify/TF-004?do=features&organ=bark");
        browser.See("Bark surface");
        Describe(browser, "Maple by the far weir");
        browser.See("The next free tag is not known without a network");
        var tag = browser.Field("Tag on it");
        tag.SendKeys("ja-007");
        browser.Button("Add it").Click();
        browser.SeeNoMore("What it looks like, and where it stands");
        browser.Find("h1").Text.ShouldBe("JA-007");
        browser.OpenFeatures("Leaf");
        browser.ButtonIn("[role=group][aria-label='Leaf arrangement']", "opposite").Click();
        browser.See("Recorded: opposite");
        browser.ButtonIn("[role=group][aria-label='Leaf arrangement']", "alternate").Click();
        browser.See("Recorded: alternate");
        browser.Press(OpenQA.Selenium.Keys.Control + "z" + OpenQA.Selenium.Keys.Null);
        browser.See("Recorded: opposite");
        browser.See("4 changes waiting");

        // The page goes, and the network with it: what was made is there from a cold start.
        Away(browser);
        browser.Open("/identify");
        browser.See("Maple by the far weir");
        browser.Open("/waiting");
        browser.See("A plant is added");
        browser.See("The last step is undone");
        browser.Disconnect(off: false);
        browser.See("Nothing waits");
        browser.Open("/identify/JA-007?do=features&organ=leaf");
        browser.See("Recorded: opposite");
        browser.SeeNoMore("Kept on this device");
        browser.Text.ShouldNotContain("Garten is not reached");
    }

    [Fact]
    public void A_count_is_begun_and_tallied_without_a_network_and_is_there_once_afterwards()
    {
        using var browser = InTheWoods("/survey?what=counts");
        browser.Open("/survey?what=counts");
        browser.Button("Begin a count").Click();
        browser.Find(".survey-counts__count-safe input").Click();
        browser.Find(".survey-counts__count-form [type=submit]").Click();
        var field = browser.Field("Name and number (individuals)");
        field.SendKeys("acemac 12");
        browser.Until(
            "return document.querySelector('.survey-counts__count-reading')?.innerText.includes('Acer macrophyllum')"
        );
        field.SendKeys(OpenQA.Selenium.Keys.Enter);
        browser.Find("[aria-label='One more Acer macrophyllum']").Click();
        browser.Until("return document.querySelector('[aria-label=\"Number of Acer macrophyllum\"]')?.value === '13'");
        browser.See("3 changes waiting");
        browser.Disconnect(off: false);
        browser.SeeNoMore("Garten is not reached just now");
        browser.Reload();
        browser.Until("return document.querySelector('[aria-label=\"Number of Acer macrophyllum\"]')?.value === '13'");
        browser.Text.ShouldNotContain("waiting");
    }

    [Fact]
    public void What_two_saw_of_one_feature_is_shown_side_by_side_and_decided_by_a_person()
    {
        using var browser = InTheWoods("/identify/TF-018?do=features&organ=bark");
        browser.Open("/identify/TF-018?do=features&organ=bark");
        browser.See("Bark surface");
        browser.ButtonIn("[role=group][aria-label='Bark surface']", "scaly").Click();
        browser.See("1 change waiting");
        using (var other = new Browser(server.Address, enter: "T. Lindqvist"))
        {
            other.Open("/identify/TF-018?do=features&organ=bark");
            other.See("Bark surface");
            // On the visit the first one looked at, whoever made it.
            other.ButtonIn("[role=group][aria-label='Bark surface']", "smooth").Click();
            other.See("Recorded: smooth");
        }

        browser.Open("/waiting");
        browser.Disconnect(off: false);
        browser.See("T. Lindqvist changed this feature in the meantime");
        browser.See("Bark surface: smooth");
        browser.Button("Record mine instead").Click();
        browser.See("Nothing waits");
        browser.Open("/identify/TF-018?do=features&organ=bark");
        browser.See("Recorded: scaly");
    }

    [Fact]
    public void A_picture_taken_without_a_network_is_shown_measured_and_sent()
    {
        var folder = Directory.CreateTempSubdirectory();
        try
        {
            var file = Path.Combine(folder.FullName, "leaf.jpg");
            File.WriteAllBytes(file, new SampleCamera(TimeProvider.System).Take(1));
            var broken = Path.Combine(folder.FullName, "notes.jpg");
            File.WriteAllText(broken, "no picture at all");
            using var browser = InTheWoods("/identify/TF-004");
            browser.Open("/identify/TF-004");
            Visits(browser);
            browser.All("input[aria-label='Picture files']")[0].SendKeys($"{file}\n{broken}");
            browser.See("no JPEG, PNG or WebP picture");
            browser.Button("Keep 1 picture").Click();
            browser.SeeNoMore("Keep 1 picture");
            browser.Until(ShowsPicture);
            browser.See("2 changes waiting");

            Away(browser);
            browser.Open("/identify/TF-004");
            Visits(browser);
            browser.Until(ShowsPicture);
            browser.Find(".identify-pictures__picture-button").Click();
            browser.Find("[role='dialog'] a[href^='/measure']").Click();
            browser.See("Use these");
            browser.Button("Use these").Click();
            browser.See("with this picture as evidence");
            browser.See("3 changes waiting");

            browser.Open("/waiting");
            browser.See("What was measured in a photograph");
            browser.Disconnect(off: false);
            browser.See("Nothing waits");
            browser.Open("/identify/TF-004");
            Visits(browser);
            browser.Until(ShowsPicture);
            browser.SeeNoMore("Garten is not reached");

            // The network goes while the pictures stand there: the next one joins them at once.
            browser.Disconnect(off: true);
            browser.All("input[aria-label='Picture files']")[0].SendKeys(file);
            browser.Button("Keep 1 picture").Click();
            browser.SeeNoMore("Keep 1 picture");
            browser.Until("return document.querySelectorAll('.identify-pictures__picture-button img').length === 2");
            browser.Complaints.ShouldNotContain(c => c.Contains("Error:", StringComparison.Ordinal));
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    private const string ShowsPicture =
        "return (document.querySelector('.identify-pictures__picture-button img, .identify-pictures__picture-button image')"
        + "?.naturalWidth ?? 0) > 0";

    private static void Visits(Browser browser)
    {
        browser.Find("[role='tab']");
        browser.Press("v");
        browser.Find(".identify-pictures__picture-drop");
    }

    private static void Describe(Browser browser, string description)
    {
        browser.Press("t");
        var field = browser.Field("What it looks like, and where it stands");
        field.SendKeys(OpenQA.Selenium.Keys.Control + "a");
        field.SendKeys(description);
    }
}
