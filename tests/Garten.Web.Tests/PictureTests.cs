using Garten.Core.Measuring.Photos;
using Garten.Pictures;
using OpenQA.Selenium;

namespace Garten.Web.Tests;

/// <summary>Pictures of a plant from the file to the portrait.</summary>
public sealed class PictureTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_picture_of_bark_is_drawn_on_and_stands_in_the_printed_portrait()
    {
        var folder = Directory.CreateTempSubdirectory();
        try
        {
            using var browser = server.Open("/bench/TF-004");
            browser.Be("R. Ostrow");
            Visits(browser);

            // Two pictures and a file that is none, chosen at once: what is sound comes, what is not says why.
            browser
                .All("input[aria-label='Picture files']")[0]
                .SendKeys(
                    string.Join(
                        '\n',
                        Write(folder, "bark.jpg", PictureWriter.Jpeg(Furrowed(900, 600))),
                        Write(folder, "twig.webp", PictureWriter.WebP(Furrowed(600, 900))),
                        Write(folder, "notes.jpg", "no picture"u8.ToArray())
                    )
                );
            browser.See("no JPEG, PNG or WebP picture");
            browser.See("Keep 2 pictures");
            Choose(browser, 0, "bark");
            Choose(browser, 1, "twig or stem");
            browser.Button("Keep 2 pictures").Click();
            browser.SeeNoMore("Keep 2 pictures");

            // With the mouse an arrow, from the keyboard a scale; each has its words beside it.
            Open(browser);
            browser.ButtonIn("[role='dialog']", "Arrow").Click();
            var paper = browser.Find("[role='dialog'] rect");
            browser.Act(a => a.MoveToElement(paper, -120, 60).ClickAndHold().MoveByOffset(90, -50).Release());
            browser.Wait("the arrow", d =>
                d.FindElements(By.CssSelector(".identify-pictures__marks-list li")) is { Count: 1 } one ? one : null
            );
            browser.Find("input[aria-label='Words of mark 1']").SendKeys("deep furrow");
            browser.ButtonIn("[role='dialog']", "Scale").Click();
            browser.Run("document.querySelector('[role=\"dialog\"] rect').focus()");
            browser.Press(Keys.Enter);
            browser.Wait("the scale", d =>
                d.FindElements(By.CssSelector(".identify-pictures__marks-list li")) is { Count: 2 } two ? two : null
            );
            browser.Wait("words on the picture", d =>
                d.FindElement(By.CssSelector("[role='dialog'] svg"))
                    .Text.Contains("deep furrow", StringComparison.Ordinal)
                    ? d
                    : null
            );
            browser.Field("What there is to see").SendKeys("old bark");
            browser.ButtonIn("[role='dialog']", "Keep").Click();
            browser.SeeNoMore("The file itself is never changed");
            browser.See("old bark");

            browser.Find(".identify-pictures__portrait-link").Click();
            browser.See("Print this portrait");
            browser.Wait("the marked bark", d =>
                d.FindElements(By.CssSelector(".identify-pictures__portrait text"))
                    .FirstOrDefault(t => t.Text.Contains("deep furrow", StringComparison.Ordinal))
            );
            browser.See("drawn from the record");

            // The page complains of nothing but the file that was refused.
            browser.Complaints.ShouldHaveSingleItem().ShouldContain("notes.jpg");
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    [Fact]
    public void A_picture_taken_off_is_told_in_the_history_and_comes_back()
    {
        var folder = Directory.CreateTempSubdirectory();
        try
        {
            using var browser = server.Open("/bench/TF-012");
            browser.Be("R. Ostrow");
            Visits(browser);
            browser
                .All("input[aria-label='Picture files']")[0]
                .SendKeys(Write(folder, "plant.png", PictureWriter.Png(Furrowed(400, 300))));
            browser.Button("Keep 1 picture").Click();
            Open(browser);
            browser.ButtonIn("[role='dialog']", "Take it off the plant …").Click();
            browser.Field("Why it is taken off").SendKeys("of its neighbour");
            browser.ButtonIn("[role='dialog']", "Take it off").Click();
            browser.See("1 picture taken off");
            browser.Find("details summary").Click();
            browser.Button("Bring it back").Click();
            browser.SeeNoMore("1 picture taken off");
            browser.Complaints.ShouldBeEmpty();
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    private static void Visits(Browser browser)
    {
        browser.Find("[role='tab']");
        browser.Press("v");
        browser.Find(".identify-pictures__picture-drop");
    }

    private static void Open(Browser browser)
    {
        browser.Find(".identify-pictures__picture-button").Click();
        browser.See("The file itself is never changed");
    }

    private static void Choose(Browser browser, int row, string option)
    {
        var fields = browser.Wait("the rows", d =>
            d.FindElements(By.CssSelector(".identify-pictures__picture-arriving")) is { Count: > 0 } rows
            && rows.Count > row
                ? rows[row].FindElements(By.CssSelector("[role='combobox']"))
                : null
        );
        fields[0].Click();
        browser
            .Wait("the choice", d =>
                d.FindElements(By.CssSelector("[role='option']")).FirstOrDefault(o => o.Text == option)
            )!
            .Click();
        browser.Wait("the list to close", d => d.FindElements(By.CssSelector("[role='option']")).Count == 0 ? d : null);
    }

    private static string Write(DirectoryInfo folder, string name, byte[] content)
    {
        var path = Path.Combine(folder.FullName, name);
        File.WriteAllBytes(path, content);
        return path;
    }

    /// <summary>Dark furrows on brown, made up.</summary>
    private static PixelImage Furrowed(int width, int height)
    {
        var rgb = new byte[3 * width * height];
        for (var i = 0; i < width * height; i++)
        {
            var (x, y) = (i % width, i / width);
            var furrow = (x + (int)(18 * Math.Sin(y / 31.0))) % 60 < 14;
            (rgb[3 * i], rgb[(3 * i) + 1], rgb[(3 * i) + 2]) = furrow
                ? ((byte)62, (byte)48, (byte)38)
                : ((byte)143, (byte)118, (byte)92);
        }

        return new(width, height, rgb);
    }
}
