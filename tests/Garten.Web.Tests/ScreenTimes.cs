using System.Globalization;
using Garten.Testing;

namespace Garten.Web.Tests;

/// <summary>Times the bench on screen, from the click to the painted names; only when asked to by ./garten bench.</summary>
public sealed class ScreenTimes
{
    private const int Clicks = 60;
    private const int Settling = 12;
    private static readonly string? Into = Environment.GetEnvironmentVariable("GARTEN_SCREEN_TIMES");

    [Fact]
    public async Task A_recorded_feature_stands_weighed_on_screen()
    {
        Assert.SkipWhen(Into is null, "The screen is timed by ./garten bench.");
        await using var server = await RunningServer.StartAsync(demo: true);
        using var browser = new Browser(server.Address, core: true);
        browser.Open("/bench/TF-007");
        browser.Be("R. Ostrow");
        browser.Wait("the core in the browser", _ =>
            (string?)browser.Run("return document.documentElement.dataset.engine") == "browser" ? browser : null
        );
        browser.OpenFeatures("Leaf");
        browser.Find(".identify-features__character");
        var times = new List<double>();
        for (var i = 0; i < Clicks + Settling; i++)
        {
            var time = Convert.ToDouble(browser.RunAsync(Click, i), CultureInfo.InvariantCulture);
            if (time > 0 && i >= Settling)
            {
                times.Add(time);
            }
        }

        times.Count.ShouldBeGreaterThan(Clicks / 2);
        times.Sort();
        File.WriteAllText(
            Into!,
            string.Create(
                CultureInfo.InvariantCulture,
                $"{times[times.Count / 2]:0} ms in the middle, {times[times.Count * 9 / 10]:0} ms for nine in ten"
            )
        );
    }

    /// <summary>Presses a state not yet chosen and calls back with the milliseconds until the changed names was painted; −1 when it did not change.</summary>
    private const string Click = """
        const [i, done] = arguments;
        const rows = [...document.querySelectorAll('.character')].filter(r => r.querySelectorAll('.state').length > 1);
        const state = [...rows[i % rows.length].querySelectorAll('.state')].find(s => s.getAttribute('aria-pressed') !== 'true');
        const names = document.querySelector('.likely-names');
        const said = () => [...names.querySelectorAll('.weighed')].map(w => w.textContent).join() + names.querySelector('h2').textContent;
        const before = said();
        const from = performance.now();
        let time = -1;
        const watch = new MutationObserver(() => {
          if (time >= 0 || said() === before) return;
          watch.disconnect();
          // A message sent from the next frame is received once that frame is painted.
          requestAnimationFrame(() => {
            const painted = new MessageChannel();
            painted.port1.onmessage = () => { time = performance.now() - from; };
            painted.port2.postMessage(0);
          });
        });
        watch.observe(names, { subtree: true, childList: true, characterData: true });
        state.click();
        setTimeout(() => { watch.disconnect(); done(time); }, 1000);
        """;
}
