using System.Globalization;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace Garten.Web.Tests;

/// <summary>Headless Chromium on a page of a running server, driven as a person would: by what is seen and by keys.</summary>
public sealed class Browser : IDisposable
{
    // Several browsers at once each compile the core; on two cores the last of them can take half a minute to be ready.
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(90);
    private readonly string _folder = Directory.CreateTempSubdirectory("garten-chromium-").FullName;
    private readonly ChromeDriver _driver;
    private readonly string _address;

    /// <summary>Opens a browser.</summary>
    /// <param name="address">Address of the server.</param>
    /// <param name="width">Width of the page in pixels.</param>
    /// <param name="height">Height of the page in pixels.</param>
    public Browser(string address, int width = 1280, int height = 800)
    {
        _address = address;
        Downloads = Path.Combine(_folder, "downloads");
        Directory.CreateDirectory(Downloads);
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--disable-dev-shm-usage", "--hide-scrollbars", "--force-prefers-reduced-motion",
            $"--user-data-dir={Path.Combine(_folder, "profile")}");
        options.AddUserProfilePreference("download.default_directory", Downloads);
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        _driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"), options, TimeSpan.FromSeconds(60));
        Resize(width, height);
    }

    /// <summary>Where downloads go.</summary>
    public string Downloads { get; }

    /// <summary>Address of the page shown.</summary>
    public string Url => _driver.Url;

    /// <summary>All the text shown.</summary>
    public string Text => _driver.FindElement(By.TagName("body")).Text;

    /// <summary>Gives the page exactly this size.</summary>
    public void Resize(int width, int height) => _driver.ExecuteCdpCommand(
        "Emulation.setDeviceMetricsOverride",
        new Dictionary<string, object?> { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = false });

    /// <summary>Goes to a page of the server.</summary>
    public void Open(string path) => _driver.Navigate().GoToUrl(_address + path);

    /// <summary>Loads the page again.</summary>
    public void Reload() => _driver.Navigate().Refresh();

    /// <summary>Waits until an element is shown, and gives it.</summary>
    public IWebElement Find(string css)
    {
        return Wait($"“{css}” to be shown", d => d.FindElements(By.CssSelector(css)).FirstOrDefault(e => e.Displayed));
    }

    /// <summary>All elements of that selector at this moment.</summary>
    public IReadOnlyList<IWebElement> All(string css) => _driver.FindElements(By.CssSelector(css));

    /// <summary>Waits until a button, tab, link or menu item with this text is shown, and gives it.</summary>
    public IWebElement Button(string text) => Wait(
        $"a button “{text}”",
        d => d.FindElements(By.CssSelector("button, a, [role=menuitem], [role=option], [role=tab]"))
            .FirstOrDefault(e => e.Displayed && e.Text.Contains(text, StringComparison.Ordinal)));

    /// <summary>Waits until the field with this label is shown, and gives it; of several the one opened last.</summary>
    public IWebElement Field(string label) => Wait(
        $"a field “{label}”",
        d => d.FindElements(By.CssSelector("label")).Where(l => l.Text == label && l.GetDomAttribute("for") is not null)
            .Select(l => d.FindElements(By.Id(l.GetDomAttribute("for")!)).FirstOrDefault())
            .LastOrDefault(e => e is { Displayed: true }));

    /// <summary>Chooses from the list with this label.</summary>
    public void Choose(string label, string option)
    {
        Wait(
            $"a list “{label}”",
            d => d.FindElements(By.CssSelector(".MuiFormControl-root")).LastOrDefault(f => f.Displayed && f.Text.Split('\n')[0] == label))
            .FindElement(By.CssSelector("[role=combobox]")).Click();
        Wait($"“{option}” in the list", d => d.FindElements(By.CssSelector("[role=option]")).FirstOrDefault(o => o.Displayed && o.Text == option)).Click();
        Wait("the list to close", d => d.FindElements(By.CssSelector("[role=listbox]")).Count == 0 ? this : null);
    }

    /// <summary>Waits until the text is shown somewhere.</summary>
    public void See(string text) => Wait($"the text “{text}”", d => d.FindElement(By.TagName("body")).Text.Contains(text, StringComparison.Ordinal) ? this : null);

    /// <summary>Waits until the text is no longer shown.</summary>
    public void SeeNoMore(string text) => Wait($"the text “{text}” to go", d => d.FindElement(By.TagName("body")).Text.Contains(text, StringComparison.Ordinal) ? null : this);

    /// <summary>Waits until the couplet is the one to answer.</summary>
    public void SeeCouplet(string couplet) => Find($".leads[data-couplet='{couplet}']");

    /// <summary>Presses keys, wherever the focus is.</summary>
    public void Press(params string[] keys)
    {
        foreach (var key in keys)
        {
            _driver.SwitchTo().ActiveElement().SendKeys(key);
        }
    }

    /// <summary>Does something with the mouse.</summary>
    public void Act(Func<OpenQA.Selenium.Interactions.Actions, OpenQA.Selenium.Interactions.Actions> action) =>
        action(new OpenQA.Selenium.Interactions.Actions(_driver)).Perform();

    /// <summary>Chooses who is at work.</summary>
    public void Be(string person)
    {
        Find("#person").Click();
        Wait(
            $"“{person}” in the menu",
            d => d.FindElements(By.CssSelector("[role=menuitem]")).FirstOrDefault(e => e.Displayed && e.Text == person)).Click();
        Wait("the menu to close", d => d.FindElements(By.CssSelector(".MuiModal-root")).Count == 0 ? this : null);
        Wait("the person to be chosen", d => d.FindElement(By.Id("person")).Text == person ? this : null);
    }

    /// <summary>Runs a script in the page.</summary>
    public object? Run(string script, params object[] arguments) => _driver.ExecuteScript(script, arguments);

    /// <summary>Runs a script that calls back when done.</summary>
    public object? RunAsync(string script, params object[] arguments)
    {
        _driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        return _driver.ExecuteAsyncScript(script, arguments);
    }

    /// <summary>Cuts or restores the page's connection.</summary>
    public void Disconnect(bool off) => _driver.ExecuteCdpCommand(
        "Network.emulateNetworkConditions",
        new Dictionary<string, object?> { ["offline"] = off, ["latency"] = 0, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });

    /// <summary>Lets the page's connection be cut.</summary>
    public void WatchNetwork() => _driver.ExecuteCdpCommand("Network.enable", []);

    /// <summary>Runs a script on every page opened from now on, before any of its own.</summary>
    public void RunFirst(string script) => _driver.ExecuteCdpCommand(
        "Page.addScriptToEvaluateOnNewDocument", new Dictionary<string, object?> { ["source"] = script });

    /// <summary>What the browser complained about so far.</summary>
    public IReadOnlyList<string> Complaints => [.. _driver.Manage().Logs.GetLog(LogType.Browser).Select(l => l.Message)];

    /// <summary>Takes a picture of the page.</summary>
    public void Picture(string path) => _driver.GetScreenshot().SaveAsFile(path);

    /// <summary>Waits until something is so, trying again when the page changed under the look.</summary>
    public T Wait<T>(string what, Func<IWebDriver, T?> look)
        where T : class
    {
        var wait = new WebDriverWait(_driver, Patience) { PollingInterval = TimeSpan.FromMilliseconds(50) };
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException), typeof(NoSuchElementException));
        try
        {
            return wait.Until(look)!;
        }
        catch (WebDriverTimeoutException)
        {
            throw new InvalidOperationException(string.Create(
                CultureInfo.InvariantCulture, $"Waited {Patience.TotalSeconds} s for {what}. The page at {Url} shows:\n{Text}"));
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _driver.Quit();
        _driver.Dispose();
        Directory.Delete(_folder, recursive: true);
    }
}
