using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>From the door to the first kept name, and from anywhere to anything.</summary>
public sealed class ComingInTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void From_the_door_to_a_kept_name_takes_at_most_twelve_presses()
    {
        using var browser = new Browser(server.Address, enter: null);
        var presses = 0;
        void Press(string button)
        {
            browser.Button(button).Click();
            presses++;
        }
        void Type(string label, string text)
        {
            // What is typed in one go is one press, and Enter another.
            browser.Field(label).SendKeys(text);
            presses += text.EndsWith(Keys.Enter, StringComparison.Ordinal) ? 2 : 1;
        }

        browser.Open("/");
        browser.See("Garten names the plant in front of you");
        Press("J. Adeyemi");
        Press("I have a plant in front of me");
        Type("What it looks like, and where it stands", "a wide old maple at the gate");
        Press("Add it");
        browser.See("a wide old maple");
        browser.Press("n");
        presses++;
        Type("Name, of any rank, or in words", "bigleaf" + Keys.Enter);
        Press("Give the name");
        browser.See("1 given");
        presses.ShouldBeLessThanOrEqualTo(12);
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void What_is_done_every_day_takes_few_presses()
    {
        using var browser = server.Open("/today");
        browser.See("Shows now");
        var presses = 0;
        void Press(Action act, int count = 1)
        {
            act();
            presses += count;
        }

        // The willow of last year, and what speaks for its name.
        Press(() => browser.Act(a => a.KeyDown(Keys.Control).SendKeys("k").KeyUp(Keys.Control)));
        Press(() => browser.Find(".shell__search-dialog input").SendKeys("willow"));
        browser.Find(".shell__search-found.Mui-focused").Text.ShouldContain("TF-018");
        Press(() => browser.Press(Keys.Enter));
        Press(() => browser.Find("button.identify-likely__weighed").Click());
        browser.See("Fits");
        presses.ShouldBe(4);
        browser.Press(Keys.Escape);

        // Three features, of those that tell most.
        presses = 0;
        Press(() => browser.Press("f"));
        browser.See("Show the next features");
        for (var n = 0; n < 3; n++)
        {
            Press(() =>
                browser
                    .Wait("a feature to answer", d =>
                        d.FindElements(
                                By.CssSelector(
                                    ".identify-features__character:not(:has([aria-pressed=true])) button.identify-features__state:not([aria-disabled])"
                                )
                            )
                            .FirstOrDefault()
                    )
                    .Click()
            );
            browser.Wait("it to be recorded", d =>
                d.FindElements(By.CssSelector(".identify-features__character-said")).Count > n ? browser : null
            );
        }

        presses.ShouldBe(4);

        // A count of twenty names.
        browser.Open("/today");
        presses = 0;
        Press(() => browser.Button("Count a place").Click());
        Press(() => browser.Find(".survey-counts__count-safe input").Click());
        Press(() => browser.Find(".survey-counts__count-form [type=submit]").Click());
        foreach (var (name, line) in Twenty.Select((n, i) => (n, i + 1)))
        {
            Press(() => browser.Find(".survey-counts__count-entry input").SendKeys($"{name} 1{Keys.Enter}"), 2);
            browser.Wait($"line {line}", d =>
                d.FindElements(By.CssSelector(".survey__count-table tbody tr")).Count >= line ? browser : null
            );
        }

        presses.ShouldBe(43);
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_key_is_walked_to_its_end_by_one_press_a_step_and_a_leaf_is_measured_by_five()
    {
        using var browser = server.Open("/identify?add");
        browser.Field("What it looks like, and where it stands").SendKeys("a rose at the ford" + Keys.Enter);
        browser.See("a rose at the ford");
        void Press(string key, string then)
        {
            browser.Press(key);
            browser.SeeCouplet(then);
        }

        CountPresses(browser);
        // Woody, in leaf: the key is chosen, and each couplet answered by its number.
        Press("2", "woody-in-leaf 1");
        Press("2", "woody-in-leaf 2");
        Press("2", "woody-in-leaf 15");
        Press("1", "woody-in-leaf 16");
        Press("1", "woody-in-leaf 17");
        Press("1", "roses 1");
        Press("2", "roses 2");
        browser.Press("1");
        browser.See("The key ends at");
        Presses(browser).ShouldBe(8);

        // A leaf laid on paper beside a card, measured in its picture and recorded with it.
        browser.Open("/identify/TF-022");
        browser.See("features weighed");
        CountPresses(browser);
        browser.OpenFeatures("Leaf");
        browser.Find("a[href^='/measure']").Click();
        browser.Button("A leaf beside a card").Click();
        browser.See("Blade length");
        browser.Button("Use these").Click();
        browser.See("with this picture as evidence");
        Presses(browser).ShouldBe(5);
        browser.Complaints.ShouldBeEmpty();
    }

    /// <summary>Has the page itself count what is pressed from now on, keys and pointer alike.</summary>
    private static void CountPresses(Browser browser) =>
        browser.Run(
            "window.presses = 0; for (const kind of ['keydown', 'pointerdown']) addEventListener(kind, (e) => { if (e.isTrusted) window.presses++ }, true)"
        );

    private static long Presses(Browser browser) => (long)browser.Run("return window.presses")!;

    private static readonly string[] Twenty =
    [
        "Acer circinatum",
        "Acer macrophyllum",
        "Alnus rubra",
        "Sambucus racemosa",
        "Sambucus cerulea",
        "Vaccinium parvifolium",
        "Rosa nutkana",
        "Rosa gymnocarpa",
        "Salix sitchensis",
        "Salix hookeriana",
        "Rubus leucodermis",
        "Mahonia nervosa",
        "Polystichum munitum",
        "Tsuga heterophylla",
        "Pseudotsuga menziesii",
        "Frangula purshiana",
        "Prunus emarginata",
        "Crataegus monogyna",
        "Hedera hibernica",
        "Digitalis purpurea",
    ];

    [Fact]
    public void Who_is_here_for_the_first_time_is_shown_round_in_three_steps_and_again_from_help()
    {
        using var browser = new Browser(server.Address, newcomer: true);
        browser.Open("/today");
        browser.See("Begin here");
        browser.ButtonIn("[aria-label='First steps']", "Next").Click();
        browser.See("One question at a time");
        browser.ButtonIn("[aria-label='First steps']", "Next").Click();
        browser.See("what to look at next");
        browser.ButtonIn("[aria-label='First steps']", "Done").Click();
        browser.SeeNoMore("One question at a time");
        browser.Reload();
        browser.Find(".identify__bench");
        browser.All("[aria-label='First steps']").ShouldBeEmpty();
        browser.Press("?");
        browser.Button("Show me round again").Click();
        browser.See("Begin here");
        browser.ButtonIn("[aria-label='First steps']", "Skip").Click();
        browser.SeeNoMore("Begin here");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void What_was_deleted_is_brought_back_by_one_press_and_back_goes_to_where_one_had_read()
    {
        using var browser = server.Open("/survey?what=counts");
        browser.Find(".survey-counts__count-list li button").Click();
        browser.Button("Delete this count").Click();
        browser.See("The count was deleted");
        browser.Button("Undo").Click();
        browser.SeeNoMore("The count was deleted");
        browser.Wait("it to stand again", _ =>
            browser.Text.Contains("Deleted", StringComparison.Ordinal) ? null : browser
        );

        browser.Open("/glossary");
        browser.See("411 of 411 words");
        browser.Wait("words to read on to", _ =>
            (bool)
                browser.Run(
                    $"const c = [...document.querySelectorAll('#view, #view *')].find(e => e.scrollHeight > e.clientHeight + 900 && /auto|scroll/.test(getComputedStyle(e).overflowY)); if (!c) return false; c.scrollTop = 900; return c.scrollTop === 900"
                )!
                ? browser
                : null
        );
        browser.Act(a => a.KeyDown(Keys.Control).SendKeys("k").KeyUp(Keys.Control));
        browser.Find(".shell__search-dialog input").SendKeys("R. Ostrow");
        browser.Find(".shell__search-found.Mui-focused");
        browser.Press(Keys.Enter);
        browser.See("Export what is shown");
        browser.Run("history.back()");
        browser.Wait("the place that was read", _ =>
            (bool)
                browser.Run(
                    "return [...document.querySelectorAll('#view, #view *')].some(e => Math.abs(e.scrollTop - 900) < 2)"
                )!
                ? browser
                : null
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Anything_is_found_from_anywhere_by_the_keyboard_alone()
    {
        using var browser = server.Open("/today");
        browser.See("Shows now");
        Find(browser, "tf 31");
        browser.SeeCouplet("woody-in-leaf 5");
        Find(browser, "vien maple");
        browser.See("In the keys");
        browser.Url.ShouldEndWith("/guide/acer-circinatum");
        Find(browser, "new count heron");
        browser.See("A new count");
        browser.Find(".survey-counts__count-form").Text.ShouldContain("Heron Slough");
        browser.Run("history.back()");
        browser.See("In the keys");
        browser.Complaints.ShouldBeEmpty();

        static void Find(Browser browser, string text)
        {
            browser.Act(a => a.KeyDown(Keys.Control).SendKeys("k").KeyUp(Keys.Control));
            browser.Find(".shell__search-dialog input").SendKeys(text);
            browser.Find(".shell__search-found.Mui-focused");
            browser.Press(Keys.Enter);
            browser.Wait("the search to close", d =>
                d.FindElements(By.CssSelector(".shell__search-dialog")).Count == 0 ? browser : null
            );
        }
    }

    [Fact]
    public void Old_addresses_lead_on_and_back_goes_back_through_what_was_looked_at()
    {
        using var browser = server.Open("/bench/TF-031");
        browser.SeeCouplet("woody-in-leaf 5");
        browser.Url.ShouldContain("/identify/");
        browser.Press("f");
        browser.See("Find a feature");
        browser.Press("p");
        browser.Find(".identify-plant__figure-drawing");
        browser.Run("history.back()");
        browser.See("Find a feature");
        browser.Run("history.back()");
        browser.SeeCouplet("woody-in-leaf 5");
        browser.Open("/records?what=statistics");
        browser.Find("[role=tab][aria-selected=true]").Text.ShouldBe("Figures");
        browser.Open("/keys/woody-in-leaf");
        browser.See("Woody plants in leaf");
        browser.Find("#step-41");
        browser.Press("?");
        browser.See("Guide: how it goes");
        browser.Complaints.ShouldBeEmpty();
    }
}
