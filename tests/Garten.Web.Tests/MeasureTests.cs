using System.Globalization;
using System.Text.RegularExpressions;
using Garten.Testing;
using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>Measuring a leaf on a sample photograph with the mouse and from the keyboard, and a tree.</summary>
public sealed partial class MeasureTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_leaf_measured_on_a_photograph_moves_the_names_on_the_bench()
    {
        using var browser = server.Open("/bench/TF-022");
        browser.Be("R. Ostrow");
        var before = browser.Find(".identify__likely-names").Text;
        browser.Open(DemoIds.Spelled("/measure?plant=7"));
        Sample(browser, "A leaf beside a card");
        var found = Length(browser);
        browser.Text.ShouldContain("Length to width");

        // With the mouse: the base is dragged a little towards the tip, and the blade becomes shorter.
        var handle = browser.Find(".identify-measure__photo-handle[aria-label^='Base of the blade']");
        browser.Act(a => a.MoveToElement(handle).ClickAndHold().MoveByOffset(0, -40).Release());
        browser.Wait("a shorter blade", _ => Length(browser) < found - 2 ? this : null);

        browser.Button("Undo").Click();
        browser.Wait("the blade as found", _ => Math.Abs(Length(browser) - found) < 0.01 ? this : null);

        browser.Button("Use these").Click();
        browser.See("with this picture as evidence");
        browser.Open("/bench/TF-022");
        browser.Wait("the names to move", d =>
            d.FindElement(By.CssSelector(".identify__likely-names")).Text is { Length: > 0 } now && now != before
                ? this
                : null
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Points_are_moved_and_lengths_placed_from_the_keyboard_alone()
    {
        using var browser = server.Open("/measure");
        browser.Be("R. Ostrow");
        Sample(browser, "A toothed leaf beside a coin");
        var found = Length(browser);
        browser.Run(
            "document.querySelector(\".identify-measure__photo-handle[aria-label^='Tip of the blade']\").focus()"
        );
        for (var i = 0; i < 5; i++)
        {
            browser.Act(a => a.KeyDown(Keys.Shift).SendKeys(Keys.ArrowDown).KeyUp(Keys.Shift));
        }

        browser.Wait("a shorter blade", _ => Length(browser) < found - 2 ? this : null);
        browser.Press(Keys.Control + "z");
        browser.Run("document.activeElement.blur()");
        browser.Press("l");
        browser.See("Length 1");
        browser.Wait("its length", d =>
            d.FindElements(By.CssSelector(".identify-measure__photo-readings > div"))
                .FirstOrDefault(r =>
                    r.Text.StartsWith("Length 1", StringComparison.Ordinal)
                    && r.Text.Contains("mm", StringComparison.Ordinal)
                )
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void Day_and_place_of_the_camera_are_held_against_the_plant_and_offered_as_a_visit()
    {
        using var browser = server.Open(DemoIds.Spelled("/measure?plant=2"));
        browser.Be("R. Ostrow");
        Sample(browser, "A leaf beside a card");
        browser.See("Taken 20 Nov");
        browser.See("Millrace Bottom");
        browser.See("is it the same plant?");
        browser.Button("Add a visit of that day").Click();
        browser.Wait("the offer to go", d =>
            d.FindElements(By.TagName("button")).All(b => b.Text != "Add a visit of that day") ? this : null
        );
        browser.Open("/bench/TF-004");
        browser.See("seen 20 Nov");
    }

    [Fact]
    public void The_naming_of_shapes_is_chosen_once_for_all_pictures()
    {
        using var browser = server.Open("/measure");
        browser.Be("R. Ostrow");
        Sample(browser, "A leaf beside a card");
        browser.Choose("Shapes named by", "the bands of leaf architecture");
        browser.Button("Another picture").Click();
        Sample(browser, "A toothed leaf beside a coin");
        browser.See("the bands of leaf architecture");
        browser.Choose("Shapes named by", "the chart of ratios");
    }

    [Fact]
    public void A_text_that_calls_itself_a_picture_is_refused_in_words_and_the_page_stays()
    {
        using var browser = server.Open("/measure");
        browser.Be("R. Ostrow");
        var path = Path.Combine(browser.Downloads, "notes.jpg");
        File.WriteAllText(path, "no picture, only words");
        browser
            .Wait("the field", d => d.FindElements(By.CssSelector("input[type=file]")).FirstOrDefault())
            .SendKeys(path);
        browser.See("no JPEG, PNG or WebP picture");
        browser.See("Or practise on one of these");
    }

    [Fact]
    public void A_tree_is_worked_out_while_it_is_typed()
    {
        using var browser = server.Open("/measure?what=tree");
        browser.Field("Girth").SendKeys("6 ft 3 in");
        browser.See("60.6 ± 0.3 cm");
        browser.Field("Distance to the stem").SendKeys("20 m");
        browser.Field("Angle to the top").SendKeys("45");
        browser.Field("Angle to the foot").SendKeys("-5");
        browser.See("21.7 ± 0.4 m");
        browser.Field("Leans by").SendKeys("10");
        browser.See("Measure from a place square to the lean");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_height_read_with_the_clinometer_goes_onto_the_sheet()
    {
        using var browser = server.Open(DemoIds.Spelled("/measure?what=tree&plant=5"));
        browser.Be("R. Ostrow");
        browser.Field("Distance to the stem").SendKeys("22 m");
        browser.Button("Read the simulated clinometer at the top").Click();
        browser.Button("and at the foot").Click();
        browser.Button("Use this height").Click();
        browser.See("On the sheet of");
        browser.Open("/bench/TF-015");
        browser.Button("Give a name");
        browser.Press("f");
        browser.Button("Habit").Click();
        browser.Wait("the height", d =>
            d.FindElements(By.CssSelector("[role=group][aria-label='Height'] .identify-features__character-said"))
                .FirstOrDefault(s => s.Text.Contains('–', StringComparison.Ordinal))
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void The_edge_is_pulled_and_a_length_marked_by_hand_goes_onto_the_sheet_with_the_picture()
    {
        using var browser = server.Open(DemoIds.Spelled("/measure?plant=6"));
        browser.Be("R. Ostrow");
        Sample(browser, "A leaf beside a card");
        var area = Reading(browser, "Area");
        browser.Press("e");
        var handle = browser.Find(".identify-measure__photo-handle[aria-label^='Point 11 of the edge']");
        browser.Act(a => a.MoveToElement(handle).ClickAndHold().MoveByOffset(60, 0).Release());
        browser.Wait("another area", _ => Reading(browser, "Area") is var now && now != area ? now : null);
        browser.Button("Undo").Click();
        browser.Wait("the area as found", _ => Reading(browser, "Area") is var now && now == area ? now : null);
        browser.Press("l");
        browser.Choose("Length 1 is", "Twig thickness");
        browser.Button("Use these").Click();
        browser.See("with this picture as evidence");
        browser.Open("/bench/TF-018");
        browser.Button("Visits").Click();
        browser.Find(".identify-pictures__plant-pictures img");
        browser.See("twig thickness");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_sample_is_studied_as_it_grows_and_a_slip_is_pointed_out()
    {
        using var browser = server.Open("/bench/TF-022");
        browser.Be("R. Ostrow");
        browser.OpenFeatures("Leaf");
        foreach (var part in new[] { "31 mm", "28 mm", "310 mm", "34 mm" })
        {
            browser.Find("input[aria-label='Leaf stalk length']").SendKeys(part + Keys.Enter);
            browser.See(part + " ×");
        }

        browser.See("310 looks like a typing error for 31");
        browser.Wait("the dots", d =>
            d.FindElements(By.CssSelector(".identify-features__sample-plot .identify-features__sample-dot"))
                is { Count: >= 4 } dots
                ? dots
                : null
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_yardstick_kept_is_understood_on_the_bench()
    {
        using var browser = server.Open("/measure?what=yardsticks");
        browser.Be("R. Ostrow");
        browser.Reload();
        browser.Field("Called").SendKeys("thumb");
        browser.Field("Its length").SendKeys("62 mm");
        browser.Field("Measured again").SendKeys("64 mm");
        browser.Button("Keep").Click();
        browser.See("63.0 ± 1.4 mm");
        browser.Open("/bench/TF-012");
        browser.Button("Give a name");
        browser.OpenFeatures("Leaf");
        browser.Find("input[aria-label='Blade width']").SendKeys("about two thumbs" + Keys.Enter);
        browser.See("Recorded: about two thumbs");
        browser.Complaints.ShouldBeEmpty();
    }

    private static void Sample(Browser browser, string title)
    {
        browser.Button(title).Click();
        browser.See("Blade length");
    }

    /// <summary>What is said of something found, in words.</summary>
    private static string Reading(Browser browser, string label) =>
        browser.Wait(label, d =>
            d.FindElements(By.CssSelector(".identify-measure__photo-readings > div"))
                .Select(r => r.Text)
                .FirstOrDefault(t =>
                    t.StartsWith(label + "\n", StringComparison.Ordinal)
                    || t.StartsWith(label + " ", StringComparison.Ordinal)
                )
        );

    /// <summary>The blade length shown, in millimetres.</summary>
    private static double Length(Browser browser) =>
        browser.Wait("the blade length", d =>
            d.FindElements(By.CssSelector(".identify-measure__photo-readings > div"))
                .Select(r => Millimetres().Match(r.Text))
                .FirstOrDefault(m => m.Success)
        )
            is { } found
            ? double.Parse(found.Groups[1].Value, CultureInfo.InvariantCulture)
            : double.NaN;

    [GeneratedRegex(@"^Blade length\s+([\d.]+) ±")]
    private static partial Regex Millimetres();
}
