using OpenQA.Selenium;

namespace Garten.Web.Tests;

public sealed class MapTests(WebFixture server) : IClassFixture<WebFixture>
{
    [Fact]
    public void A_plot_is_drawn_by_clicks_and_typed_positions_taken_away_and_put_back()
    {
        using var browser = server.Open("/map");
        browser.Button("Draw a place").Click();
        foreach (var (x, y) in new[] { (0, 0), (60, 0), (60, 60) })
        {
            browser.ClickAt(browser.Find(".survey-map__map-canvas"), x, y);
        }

        browser.See("3 so far.");
        browser.Button("Take the last point back").Click();
        browser.See("1 more at least.");
        browser.Field("Position").SendKeys("45°00′30″N 123°41′00″W" + Keys.Enter);
        browser.See("3 so far.");
        browser.Field("Name").SendKeys("Burn plot");
        browser.Button("Keep").Click();
        browser.Button("Burn plot").Click();
        browser.See("Drawn by R. Ostrow.");
        browser.Button("Take it away").Click();
        browser.See("Burn plot was taken away.");
        browser.Button("Put it back").Click();
        browser.Wait("the plot again", d =>
            d.FindElements(By.CssSelector(".survey-map__map-list button"))
                .FirstOrDefault(b => b.Text.StartsWith("Burn plot", StringComparison.Ordinal))
        );
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_plant_is_put_where_it_stands_and_a_track_is_brought_in_after_it_was_shown()
    {
        using var browser = server.Open("/map");
        browser.Button("TF-044").Click();
        browser.See("nobody said where yet");
        browser.Button("Say where it stands").Click();
        browser.Field("Position").SendKeys("45.02410, -123.65120" + Keys.Enter);
        browser.See("45.02410, -123.65120");
        browser.Button("Keep").Click();
        browser.See("45°01′26.8″N 123°39′04.3″W");
        browser.See("within 5 m");

        browser.Button("All places").Click();
        browser.Button("Bring in a file").Click();
        var track = Path.Combine(browser.Downloads, "walk.gpx");
        File.WriteAllText(
            track,
            "<gpx xmlns=\"http://www.topografix.com/GPX/1/1\"><trk><name>Sunday walk</name><trkseg><trkpt lat=\"45.003\" lon=\"-123.70\"/><trkpt lat=\"45.01\" lon=\"-123.69\"/></trkseg></trk></gpx>"
        );
        browser.All("input[type=file]")[0].SendKeys(track);
        browser.See("It brings 1 new place.");
        browser.Button("Keep them").Click();
        browser.Button("Sunday walk").Click();
        browser.See("Way, 1.1 km");
        browser.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_site_is_changed_and_its_report_tells_what_is_native_there()
    {
        using var browser = server.Open("/records?what=report");
        browser.See("Ribes sanguineum");
        Status().ShouldBe("introduced");
        Move("Tamsin valley");
        browser.Open("/records?what=report");
        browser.See("Ribes sanguineum");
        Status().ShouldBe("native");
        Move("Tamsin high country");
        browser.Complaints.ShouldBeEmpty();

        string Status() =>
            browser
                .Wait("the row", d =>
                    d.FindElements(By.CssSelector("tr"))
                        .FirstOrDefault(r => r.Text.Contains("Ribes sanguineum", StringComparison.Ordinal))
                )
                .FindElements(By.TagName("td"))[2]
                .Text;

        void Move(string area)
        {
            browser.Open("/map");
            browser.Button("Ridge Burn").Click();
            browser.Choose("Area of the flora", area);
            browser.Button("Save").Click();
            browser.Wait("the site in its area", d =>
                d.FindElements(By.CssSelector(".survey-map__map-list button"))
                    .FirstOrDefault(b =>
                        b.Text.StartsWith("Ridge Burn", StringComparison.Ordinal)
                        && b.Text.Contains(area, StringComparison.Ordinal)
                    )
            );
        }
    }
}
