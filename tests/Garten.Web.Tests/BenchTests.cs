using System.Globalization;
using System.Net.Http.Json;
using Garten.Testing;
using OpenQA.Selenium;

namespace Garten.Web.Tests;

public sealed class BenchTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_plant_is_taken_keyed_out_from_the_keyboard_named_found_again_and_exported()
    {
        using var browser = server.Open("/bench");
        browser.Be("R. Ostrow");

        browser.Press("t");
        browser.Find("[role=dialog] input[type=text]");
        browser.Press("rose by the mill race", Keys.Enter);
        browser.See("rose by the mill race");
        browser.Find(".identify__sheet-head");
        var tag = browser.Find(".identify__sheet-head h1").Text;

        browser.OpenFeatures("Leaf");
        State(browser, "Leaf arrangement", "alternate").SendKeys(Keys.Space);
        browser.See("Recorded: alternate");
        browser.Find("input[aria-label='Leaflet number']").SendKeys("7" + Keys.Enter);
        browser.See("Recorded: 7");
        browser.Find("input[aria-label='Leaflet number']").SendKeys("5" + Keys.Enter);
        browser.See("2 parts, mean 6");

        Body(browser);
        browser.Press("k");
        browser.See("Woody plants in leaf");
        browser.Press("2");
        browser.SeeCouplet("woody-in-leaf 1");
        browser.Press("2");
        browser.SeeCouplet("woody-in-leaf 2");
        browser.See("what was recorded favours this");
        browser.Press("1");
        browser.SeeCouplet("woody-in-leaf 3");
        browser.Press(Keys.Backspace);
        browser.SeeCouplet("woody-in-leaf 2");
        browser.Press("2");
        browser.SeeCouplet("woody-in-leaf 15");
        browser.Press("0");
        browser.See("steps open");
        browser.Press(Keys.Backspace);
        browser.SeeCouplet("woody-in-leaf 15");
        browser.Press("1");
        browser.SeeCouplet("woody-in-leaf 16");
        browser.Press("1");
        browser.SeeCouplet("woody-in-leaf 17");
        browser.Press("1");
        browser.SeeCouplet("roses 1");
        browser.See("Tick what you saw");
        browser.Press("r");
        browser.Find(".identify-key__offers input:focus").SendKeys(Keys.Space);
        foreach (var other in browser.All(".identify-key__offers input:not(:checked):not(:focus)"))
        {
            other.Click();
        }

        browser.Wait("all that was seen ticked", d =>
            d.FindElements(By.CssSelector(".identify-key__offers input[type=checkbox]:not(:checked)")).Count == 0
                ? browser
                : null
        );
        browser.Press("r");
        browser.SeeNoMore("Tick what you saw");
        browser.Press("p");
        browser.See("kind of fruit: hip");
        browser.Press("k");
        browser.SeeCouplet("roses 1");
        browser.Press("2");
        browser.SeeCouplet("roses 2");
        browser.Press("1");
        browser.See("The key ends at");
        browser.See("Easily taken for");

        browser.Press("n");
        browser.Find("[role=dialog] button[type=submit]:focus");
        browser.Press(Keys.Enter);
        browser.See("1 given");

        browser.Open("/records");
        browser.Reload();
        browser.Find("input[type=search]").SendKeys("mill race");
        browser.See(tag);
        browser.See("Rosa nutkana");
        browser.Find(".MuiDataGrid-row").Click();
        browser.See("Path walked");
        browser.See("Kind of fruit: hip");
        browser.Press(Keys.Escape);
        browser.SeeNoMore("Path walked");

        browser.Button("Export what is shown").Click();
        var file = browser.Wait("the export", _ =>
            Directory.EnumerateFiles(browser.Downloads, "*.csv").FirstOrDefault()
        );
        File.ReadAllText(file).ShouldContain(",Rosa nutkana C.Presl,");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_blue_violet_is_near_the_yellow_one_and_not_it_and_where_neither_lead_fits_the_key_stops()
    {
        using var browser = server.Open("/bench");
        browser.Be("R. Ostrow");
        browser.Press("t");
        browser.Find("[role=dialog] input[type=text]");
        browser.Press("blue violet under the alders", Keys.Enter);
        browser.See("blue violet under the alders");

        browser.Press("f");
        browser.ButtonIn(".identify-features__features [role=tablist]", "Flower").Click();
        foreach (
            var (character, state) in new[]
            {
                ("Symmetry of the flower", "one way only (bilateral)"),
                ("Flower colour", "blue to violet"),
            }
        )
        {
            State(browser, character, state).Click();
            browser.See($"Recorded: {state}");
        }

        browser.Find("input[aria-label='Petals']").SendKeys("5" + Keys.Enter);
        browser.ButtonIn(".identify-features__features [role=tablist]", "Leaf").Click();
        State(browser, "Outline of the blade", "heart-shaped").Click();
        State(browser, "Lobes", "unlobed").Click();
        browser.See("Recorded: unlobed");
        State(browser, "Margin", "crenate").Click();
        browser.See("Recorded: crenate");
        State(browser, "Texture of the leaf", "thin").Click();
        browser.See("Recorded: thin");
        browser.See("does not show flower colour: blue to violet");
        browser.See("not treated here:");
        browser.Find(".identify-likely__look li:first-child .identify-likely__outcomes");
        browser.See("look once more");
        Body(browser);
        browser.Press("q");
        browser.See("Near");
        browser.See("looked at twice");

        Body(browser);
        browser.Press("k");
        browser.Button("All plants").Click();
        browser.SeeCouplet("all-plants 1");
        browser.Press("-");
        browser.See("neither fits");
        browser.See("It held");
        browser.Button("Look at step 1 again").Click();
        browser.SeeCouplet("all-plants 1");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Any_step_can_be_re_opened_and_both_ways_be_followed_to_their_ends()
    {
        using var browser = server.Open("/bench/TF-018");
        browser.Be("M. Falk");
        browser.See("The key ends at");
        browser.Find(".identify-key__path button.identify-key__step").Click();
        browser.SeeCouplet("willows 1");
        browser.See("your answer before");
        browser.Button("follow both").Click();
        browser.See("The key ends at several names");
        browser.Button("Begin elsewhere").Click();
        browser.See("I know its family or genus");
        browser.Press(Keys.Control + "z");
        browser.See("The key ends at several names");
        browser.See("Salix lasiandra");
        browser.See("Salix sitchensis");
    }

    [Fact]
    public void One_may_begin_at_a_genus_one_knows_and_suspect_a_name()
    {
        using var browser = server.Open("/bench/TF-022");
        browser.Be("M. Falk");
        browser.Find(".identify-key__begin-else input").SendKeys("alnus" + Keys.Enter);
        browser.Button("step 31").Click();
        browser.SeeCouplet("woody-in-leaf 31");
        browser.Find(".identify__likely-names input").SendKeys("red alder" + Keys.Enter);
        browser.See("It would be disproved by");
        browser.See("Alnus rubra");
        browser.Button("What should be true").Click();
        browser.See("Easily taken for");
    }

    [Fact]
    public void What_cannot_be_is_refused_where_it_was_typed_and_the_text_stays()
    {
        using var browser = server.Open("/bench/TF-025");
        browser.Be("M. Falk");
        browser.OpenFeatures("Leaf");
        var field = browser.Find("input[aria-label='Blade width']");
        field.SendKeys("-3" + Keys.Enter);
        browser.See("below zero");
        browser.Find("input[aria-label='Blade width']").GetDomProperty("value").ShouldBe("-3");
        browser.Reload();
        browser.Find(".identify__tabs");
        browser.OpenFeatures("Leaf");
        browser
            .Find("input[aria-label='Blade width']")
            .GetDomProperty("value")
            .ShouldBe("-3", "what was typed outlives a reload");
    }

    [Fact]
    public void What_cannot_be_seen_is_kept_apart_and_everything_can_be_taken_back()
    {
        using var browser = server.Open("/bench/TF-027");
        browser.Be("T. Lindqvist");
        browser.OpenFeatures("Leaf");
        browser.ButtonIn("[role=group][aria-label='Simple or compound']", "Cannot be seen").Click();
        browser.Button("out of reach").Click();
        browser.See("Recorded: cannot be seen: out of reach");
        Body(browser);
        browser.Press(Keys.Control + "z");
        browser.SeeNoMore("Recorded: cannot be seen: out of reach");
        browser.Press(Keys.Control + "y");
        browser.See("Recorded: cannot be seen: out of reach");
    }

    [Fact]
    public async Task Two_people_at_once_the_second_sees_both_and_decides()
    {
        using var browser = server.Open("/bench/TF-036");
        browser.Be("M. Falk");
        browser.OpenFeatures("Leaf");
        State(browser, "Margin", "entire").Displayed.ShouldBeTrue();
        using (var other = new HttpClient { BaseAddress = new Uri(server.Address) })
        {
            var door = await other.GetFromJsonAsync<System.Text.Json.Nodes.JsonNode>("/api/session");
            var steward = (string)
                door!["demoEntries"]!.AsArray().Single(e => (string?)e!["name"] == "R. Ostrow")!["id"]!;
            await other.PutAsJsonAsync("/api/session", new { person = steward });
            var visit = await other.GetFromJsonAsync<System.Text.Json.Nodes.JsonNode>(
                DemoIds.Spelled("/api/plants/12")
            );
            var answer = await other.PutAsJsonAsync(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"/api/plants/{DemoIds.Plant(12)}/visits/{visit!["visits"]!.AsArray()[^1]!["id"]}/features/venation"
                ),
                new
                {
                    finding = "states",
                    states = new[] { "arching" },
                    parts = (string[]?)null,
                    rough = (string?)null,
                    entry = (string?)null,
                    hidden = (string?)null,
                    certainty = "sure",
                    source = "attached",
                    altered = (string[]?)null,
                    exposure = (string?)null,
                    position = (string?)null,
                    note = (string?)null,
                    expected = (long?)null,
                }
            );
            answer.IsSuccessStatusCode.ShouldBeTrue();
        }

        State(browser, "Main veins", "one midrib with side veins").Click();
        browser.See("Main veins was changed");
        browser.Find("[role=dialog]").Text.ShouldContain("side veins arching along to the tip");
        browser.Button("Record mine").Click();
        browser.See("Recorded: one midrib with side veins");
    }

    [Fact]
    public void A_dropped_connection_is_said_and_what_was_recorded_is_sent_when_it_returns()
    {
        using var browser = server.Open("/bench/TF-040");
        browser.Be("M. Falk");
        browser.OpenFeatures("Leaf");
        var state = State(browser, "Margin", "crenate");
        browser.WatchNetwork();
        browser.Disconnect(off: true);
        state.Click();
        browser.See("Garten is not reached just now");
        browser.Disconnect(off: false);
        browser.See("Recorded: crenate");
        browser.SeeNoMore("Garten is not reached just now");
    }

    [Fact]
    public void A_new_visit_is_added_and_features_belong_to_it()
    {
        using var browser = server.Open("/bench/TF-041");
        browser.Be("J. Adeyemi");
        browser.Press("v");
        browser.Button("Seen again").Click();
        browser.Button("Add the visit").Click();
        browser.See("20 Nov 2026");
        browser.Press("f");
        browser.Find(".identify-features__features-find").Text.ShouldContain("20 Nov");
    }

    [Fact]
    public void One_key_records_what_is_seen_of_the_first_suggestion_and_the_names_are_weighed_anew()
    {
        using var browser = server.Open("/bench/TF-022");
        browser.Be("J. Adeyemi");
        var chip = browser.Find(".identify-likely__outcomes button");
        var before = browser.Find(".identify__likely-names h2").Text;
        var state = chip.Text.Split('\n')[0].Replace("Q", "", StringComparison.Ordinal).Trim();
        var feature = browser.Find(".identify-likely__outcomes").GetDomAttribute("aria-label")!["Record ".Length..];
        browser.Press("q");
        browser.Wait("the names to be weighed anew", _ =>
            browser.Find(".identify__likely-names h2").Text != before ? browser : null
        );
        browser
            .All(".identify-likely__outcomes")
            .Where(p => p.GetDomAttribute("aria-label") == $"Record {feature}")
            .ShouldBeEmpty("what is known is not asked again");
        browser.Press(Keys.Control + "z");
        browser.Wait("the names to stand as before", _ =>
            browser.Find(".identify__likely-names h2").Text == before ? browser : null
        );
        browser.Find($".identify-likely__outcomes[aria-label='Record {feature}']").Text.ShouldContain(state);
    }

    [Fact]
    public void A_feature_and_a_factor_of_the_place_can_be_switched_off_and_on_again()
    {
        using var browser = server.Open("/bench/TF-025");
        browser.Be("M. Falk");
        browser.Find("button.identify-likely__weighed").Click();
        browser.Find("[aria-label='Switch Simple or compound off']").Click();
        browser.See("switched off");
        browser.Press(Keys.Escape);
        browser.See("1 switched off to see what hangs on it");
        browser.See("4 features weighed");
        browser.Button("Count all again").Click();
        browser.See("5 features weighed");
        browser.Find(".identify-likely__counts summary").Click();
        browser.Find(".identify-likely__counts input[type=checkbox]").Click();
        browser.See("1 left out");
        browser.Open("/bench/TF-027");
        browser.See("features weighed");
        browser.SeeNoMore("1 left out");
    }

    [Fact]
    public void Two_plants_are_compared_and_linked_as_one_colony_until_the_link_is_taken_back()
    {
        using var browser = server.Open("/bench/TF-044");
        browser.Be("M. Falk");
        browser.See("features weighed");
        browser.Press("c");
        browser.Find("[role=dialog] input").SendKeys("TF-031" + Keys.Enter);
        browser.See("on one only");
        browser.Find(".identify-plant__compare-colony input").Click();
        browser.Wait("the link", _ => browser.Find(".identify-plant__compare-colony input").Selected ? browser : null);
        browser.Press(Keys.Escape);
        browser.SeeNoMore("They stand in one colony");
        browser.Find("button.identify-likely__weighed").Click();
        browser.See("In one colony with TF-031");
        browser.Press(Keys.Escape);
        browser.SeeNoMore("In one colony with TF-031");
        browser.Press("c");
        browser.Find("[role=dialog] input").SendKeys("TF-031" + Keys.Enter);
        browser.Find(".identify-plant__compare-colony input").Click();
        browser.Wait("the link to go", _ =>
            browser.Find(".identify-plant__compare-colony input").Selected ? null : browser
        );
    }

    [Fact]
    public void Names_of_the_guide_are_told_apart_and_split_without_a_plant()
    {
        using var browser = server.Open("/apart");
        foreach (var name in new[] { "salix sit", "salix sco", "salix hoo" })
        {
            browser.Find(".guide-apart__apart-add input").SendKeys(name + Keys.Enter);
            browser.Wait("the name to be taken", _ =>
                browser.Find(".guide-apart__apart-add input").GetDomProperty("value")!.Length == 0 ? browser : null
            );
        }

        browser.See("Step by step");
        browser.See("% apart");
        browser.Url.ShouldContain("taxa=salix-sitchensis");
        browser.Reload();
        browser.See("Step by step");
        browser.Find("button.kit__part").Click();
        browser.SeeNoMore("Step by step");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_table_of_specimens_is_dropped_in_named_and_saved()
    {
        using var browser = server.Open("/specimens");
        var path = Path.Combine(browser.Downloads, "mine.txt");
        File.WriteAllText(path, "specimen_id,pith,smell\nS1,chambered,cucumber\nS2,marble,\n");
        browser.Find(".guide-tables__specimens h1");
        browser.All("input[type=file]")[0].SendKeys(path);
        browser.See("1 specimens named, 1 row with faults");
        browser.See("Oemleria cerasiformis");
        browser.See("found “marble”");
        browser.Button("Save as CSV").Click();
        var file = browser.Wait("the result", _ =>
            Directory
                .EnumerateFiles(browser.Downloads, "named-*")
                .FirstOrDefault(f => !f.EndsWith(".crdownload", StringComparison.Ordinal))
        );
        File.ReadAllText(file).ShouldContain("S1,Oemleria cerasiformis,");
    }

    [Fact]
    public void A_key_gone_astray_is_told_which_couplet_to_look_at_again()
    {
        using var browser = server.Open("/bench/TF-004");
        browser.Be("R. Ostrow");
        browser.See("The key ends at");
        browser.Find(".identify-key__path button.identify-key__step").Click();
        browser.SeeCouplet("woody-in-leaf 1");
        browser.See("your answer before");
        var leads = browser.All(".identify-key__lead");
        browser.Press(leads[0].Text.Contains("your answer before", StringComparison.Ordinal) ? "2" : "1");
        browser.See("was perhaps mis-answered");
        browser.Button("Look at step").Click();
        browser.SeeCouplet("woody-in-leaf 1");
    }

    [Fact]
    public void What_does_not_apply_is_said_and_the_tool_used_is_kept()
    {
        using var browser = server.Open("/bench/TF-040");
        browser.Be("T. Lindqvist");
        browser.OpenFeatures("Leaf");
        browser.Button("sure · on the plant").Click();
        browser.Choose("Seen with", "eye");
        State(browser, "Simple or compound", "simple").Click();
        browser.See("Recorded: simple");
        browser.See("with eye");
        browser.See("Does not apply here: simple or compound simple");
    }

    /// <summary>A state's tile, brought into view first: rows take their true height as they come into view, and push those below them.</summary>
    private static IWebElement State(Browser browser, string character, string state) =>
        browser.Wait($"{character}: {state}", d =>
        {
            var tile = d.FindElements(By.CssSelector($"[role=group][aria-label='{character}'] button"))
                .FirstOrDefault(b => b.Text.EndsWith(state, StringComparison.Ordinal));
            if (tile is not null)
            {
                browser.Run("arguments[0].scrollIntoView({ block: 'nearest' })", tile);
            }

            return tile;
        });

    /// <summary>Leaves the field one is in, as Escape or a click beside it would.</summary>
    private static void Body(Browser browser) => browser.Run("document.activeElement.blur()");
}
