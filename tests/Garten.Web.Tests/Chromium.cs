using System.Collections.Concurrent;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

[assembly: AssemblyFixture(typeof(Garten.Web.Tests.Chromium.Ending))]

namespace Garten.Web.Tests;

/// <summary>
/// A headless Chromium that serves one test after another: starting one takes two seconds of a processor. Each test gets a tab of its own, with
/// nothing kept of the test before: no cookies, no storage, no scripts, no downloads.
/// </summary>
internal sealed class Chromium
{
    private static readonly ConcurrentBag<Chromium> Idle = [];

    private readonly string _folder = Directory.CreateTempSubdirectory("garten-chromium-").FullName;

    private Chromium(TimeSpan patience)
    {
        Downloads = Path.Combine(_folder, "downloads");
        Directory.CreateDirectory(Downloads);
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-dev-shm-usage",
            "--disable-extensions",
            "--disable-default-apps",
            "--hide-scrollbars",
            "--force-prefers-reduced-motion",
            $"--user-data-dir={Path.Combine(_folder, "profile")}"
        );
        options.AddUserProfilePreference("download.default_directory", Downloads);
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        Driver = new ChromeDriver(
            ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"),
            options,
            patience
        );
    }

    /// <summary>Drives it.</summary>
    public ChromeDriver Driver { get; }

    /// <summary>Where downloads go.</summary>
    public string Downloads { get; }

    /// <summary>One that nobody uses, or a new one.</summary>
    /// <param name="patience">How long the driver may take over one command.</param>
    public static Chromium Take(TimeSpan patience) => Idle.TryTake(out var idle) ? idle : new(patience);

    /// <summary>Forgets what the test did, for the next one; one that cannot be brought to it ends here.</summary>
    public void GiveBack()
    {
        try
        {
            var old = Driver.WindowHandles;
            Driver.SwitchTo().NewWindow(WindowType.Tab);
            var fresh = Driver.CurrentWindowHandle;
            foreach (var handle in old)
            {
                Driver.SwitchTo().Window(handle);
                Driver.Close();
            }

            Driver.SwitchTo().Window(fresh);
            Driver.ExecuteCdpCommand("Network.clearBrowserCookies", []);
            Driver.ExecuteCdpCommand(
                "Storage.clearDataForOrigin",
                new() { ["origin"] = "*", ["storageTypes"] = "all" }
            );
            Driver.Manage().Logs.GetLog(LogType.Browser);
            foreach (var file in Directory.EnumerateFiles(Downloads))
            {
                File.Delete(file);
            }

            Idle.Add(this);
        }
        catch (WebDriverException)
        {
            End();
        }
    }

    private void End()
    {
        Driver.Quit();
        Driver.Dispose();
        Directory.Delete(_folder, recursive: true);
    }

    /// <summary>Ends all of them when the run ends.</summary>
    public sealed class Ending : IDisposable
    {
        /// <inheritdoc/>
        public void Dispose()
        {
            while (Idle.TryTake(out var idle))
            {
                idle.End();
            }
        }
    }
}
