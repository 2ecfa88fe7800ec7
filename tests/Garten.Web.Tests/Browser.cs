using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using OpenQA.Selenium.Support.UI;

namespace Garten.Web.Tests;

/// <summary>Headless Chromium on a page of a running server, driven as a person would: by what is seen and by keys.</summary>
public sealed class Browser : IDisposable
{
    // Several browsers at once may each start the core; on two cores the last of them can take half a minute to be ready.
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(90);

    /// <summary>
    /// Looks in the page itself: asking for the text of hundreds of elements one by one takes a driver seconds, and the page
    /// stands still meanwhile.
    /// </summary>
    private const string Looking = """
        const shown = e => e.checkVisibility({ visibilityProperty: true }) && e.getClientRects().length > 0;
        const all = css => [...document.querySelectorAll(css)].filter(shown);
        """;

    private readonly Chromium _chromium;
    private readonly ChromeDriver _driver;
    private readonly string _address;
    private string? _enter;

    /// <summary>Opens a browser.</summary>
    /// <param name="address">Address of the server.</param>
    /// <param name="width">Width of the page in pixels.</param>
    /// <param name="height">Height of the page in pixels.</param>
    /// <param name="core">True to start the core in the page; else the server answers, as it does for a browser without workers.
    /// Starting it takes seconds of a processor, so only tests of it, pictures and timings ask for it.</param>
    /// <param name="enter">The person of the demo to enter as before the first page; null to stand at the door.</param>
    /// <param name="newcomer">True for somebody who was never here, and is shown round.</param>
    /// <param name="installs">True to put Garten on the device, as every browser does that can; it takes seconds as well.</param>
    public Browser(
        string address,
        int width = 1280,
        int height = 800,
        bool core = false,
        string? enter = "R. Ostrow",
        bool newcomer = false,
        bool installs = false
    )
    {
        _enter = enter;
        _address = address;
        _chromium = Chromium.Take(2 * Patience);
        _driver = _chromium.Driver;
        Resize(width, height);
        if (!core)
        {
            RunFirst("delete window.Worker");
        }

        if (!installs)
        {
            RunFirst("delete Navigator.prototype.serviceWorker");
        }

        if (!newcomer)
        {
            RunFirst("try { localStorage.setItem('garten-first-walk', 'done') } catch { }");
        }
    }

    /// <summary>Where downloads go.</summary>
    public string Downloads => _chromium.Downloads;

    /// <summary>Address of the page shown.</summary>
    public string Url => _driver.Url;

    /// <summary>All the text shown.</summary>
    public string Text => (string)Run("return document.body.innerText")!;

    /// <summary>Gives the page exactly this size.</summary>
    public void Resize(int width, int height) =>
        _driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );

    /// <summary>Goes to a page of the server.</summary>
    public void Open(string path)
    {
        if (_enter is { } person)
        {
            _enter = null;
            EnterAs(person);
        }

        _driver.Navigate().GoToUrl(_address + path);
    }

    /// <summary>Enters the demo as a person without going through its door.</summary>
    public void EnterAs(string person)
    {
        using var http = new HttpClient { BaseAddress = new Uri(_address) };
        var entries = http.GetFromJsonAsync<JsonNode>("/api/session").GetAwaiter().GetResult()![
            "demoEntries"
        ]!.AsArray();
        var id = (string)entries.Single(e => (string?)e!["name"] == person)!["id"]!;
        using var entered = http.PutAsJsonAsync("/api/session", new { person = id }).GetAwaiter().GetResult();
        var cookie = entered.Headers.GetValues("Set-Cookie").Single().Split(';')[0].Split('=', 2);
        _driver.ExecuteCdpCommand(
            "Network.setCookie",
            new()
            {
                ["name"] = cookie[0],
                ["value"] = cookie[1],
                ["url"] = _address,
                ["httpOnly"] = true,
                ["sameSite"] = "Strict",
            }
        );
    }

    /// <summary>Loads the page again.</summary>
    public void Reload() => _driver.Navigate().Refresh();

    /// <summary>Waits until an element is shown, and gives it.</summary>
    public IWebElement Find(string css)
    {
        return Wait($"“{css}” to be shown", _ => Look("return all(arguments[0])[0]", css));
    }

    /// <summary>All elements of that selector at this moment.</summary>
    public IReadOnlyList<IWebElement> All(string css) => _driver.FindElements(By.CssSelector(css));

    /// <summary>Waits until a button, tab, link or menu item with this text is shown, and gives it.</summary>
    public IWebElement Button(string text) =>
        Wait($"a button “{text}”", _ =>
            Look(
                "return all('button, a, [role=menuitem], [role=option], [role=tab], label:has(input[type=radio])').find(e => e.innerText.includes(arguments[0]))",
                text
            )
        );

    /// <summary>Waits until a button with exactly this text is shown in a part of the page, and gives it.</summary>
    public IWebElement ButtonIn(string css, string text)
    {
        Find(css);
        return Wait($"a button “{text}” in “{css}”", _ =>
            Look(
                "return [...document.querySelectorAll(arguments[0] + ' button')].find(b => shown(b) && b.innerText.trim() === arguments[1])",
                css,
                text
            )
        );
    }

    /// <summary>Waits until the field with this label is shown, and gives it; of several the one opened last.</summary>
    public IWebElement Field(string label) =>
        Wait($"a field “{label}”", _ =>
            Look(
                "return all('label').filter(l => l.innerText.trim() === arguments[0] && l.htmlFor).map(l => document.getElementById(l.htmlFor)).filter(e => e && shown(e)).at(-1)",
                label
            )
        );

    /// <summary>Chooses from the list with this label.</summary>
    public void Choose(string label, string option)
    {
        Wait($"a list “{label}”", _ =>
                Look(
                    "return all('.MuiFormControl-root').filter(f => f.innerText.split('\\n')[0] === arguments[0]).at(-1)?.querySelector('[role=combobox]')",
                    label
                )
            )
            .Click();
        Wait($"“{option}” in the list", _ =>
                Look("return all('[role=option]').find(o => o.innerText.trim() === arguments[0])", option)
            )
            .Click();
        Wait("the list to close", d => d.FindElements(By.CssSelector("[role=listbox]")).Count == 0 ? this : null);
    }

    /// <summary>Clicks so many pixels right of and below the middle of an element.</summary>
    public void ClickAt(IWebElement element, int right, int below) =>
        new Actions(_driver).MoveToElement(element, right, below).Click().Perform();

    /// <summary>Waits until the text is shown somewhere.</summary>
    public void See(string text) =>
        Wait($"the text “{text}”", _ => Text.Contains(text, StringComparison.Ordinal) ? this : null);

    /// <summary>Waits until the text is no longer shown.</summary>
    public void SeeNoMore(string text) =>
        Wait($"the text “{text}” to go", _ => Text.Contains(text, StringComparison.Ordinal) ? null : this);

    /// <summary>Waits until the couplet is the one to answer.</summary>
    public void SeeCouplet(string couplet) => Find($".identify-key__leads[data-couplet='{couplet}']");

    /// <summary>Presses keys, wherever the focus is.</summary>
    public void Press(params string[] keys)
    {
        foreach (var key in keys)
        {
            // What has the focus may be drawn anew between asking for it and the press; nothing was pressed then.
            Wait("the focus", d =>
            {
                d.SwitchTo().ActiveElement().SendKeys(key);
                return this;
            });
        }
    }

    /// <summary>Goes to the features of an organ.</summary>
    public void OpenFeatures(string organ)
    {
        Press("f");
        ButtonIn(".identify-features__features [role=tablist]", organ).Click();
    }

    /// <summary>Does something with the mouse.</summary>
    public void Act(Func<OpenQA.Selenium.Interactions.Actions, OpenQA.Selenium.Interactions.Actions> action) =>
        action(new OpenQA.Selenium.Interactions.Actions(_driver)).Perform();

    /// <summary>Chooses who is at work.</summary>
    public void Be(string person)
    {
        if (Find("#person").Text.StartsWith(person, StringComparison.Ordinal))
        {
            return;
        }

        Find("#person").Click();
        Wait($"“{person}” in the menu", _ =>
                Look("return all('[role=menuitem]').find(e => e.innerText.trim().startsWith(arguments[0]))", person)
            )
            .Click();
        Wait("the menu to close", d => d.FindElements(By.CssSelector(".MuiModal-root")).Count == 0 ? this : null);
        Wait("the person to be chosen", d =>
            d.FindElement(By.Id("person")).Text.StartsWith(person, StringComparison.Ordinal) ? this : null
        );
    }

    /// <summary>Runs a script in the page.</summary>
    public object? Run(string script, params object[] arguments) => _driver.ExecuteScript(script, arguments);

    /// <summary>Waits until a script of the page says true.</summary>
    public void Until(string script) => Wait($"“{script}”", _ => (bool)Run(script)! ? this : null);

    /// <summary>Runs a script that calls back when done.</summary>
    public object? RunAsync(string script, params object[] arguments)
    {
        _driver.Manage().Timeouts().AsynchronousJavaScript = Patience;
        return _driver.ExecuteAsyncScript(script, arguments);
    }

    /// <summary>Cuts or restores the page's connection.</summary>
    public void Disconnect(bool off) => Connect(off, 0, -1);

    /// <summary>Gives the page a slow connection.</summary>
    /// <param name="latency">Milliseconds to an answer.</param>
    /// <param name="bytes">Bytes a second, either way.</param>
    public void SlowDown(int latency, int bytes) => Connect(off: false, latency, bytes);

    private void Connect(bool off, int latency, int bytes) =>
        _driver.ExecuteCdpCommand(
            "Network.emulateNetworkConditions",
            new Dictionary<string, object?>
            {
                ["offline"] = off,
                ["latency"] = latency,
                ["downloadThroughput"] = bytes,
                ["uploadThroughput"] = bytes,
            }
        );

    /// <summary>Lets the browser stand somewhere, and lets the page ask for it.</summary>
    /// <param name="accuracy">Radius in metres.</param>
    public void StandAt(double latitude, double longitude, double accuracy)
    {
        _driver.ExecuteCdpCommand(
            "Browser.grantPermissions",
            new Dictionary<string, object?> { ["permissions"] = new[] { "geolocation" } }
        );
        _driver.ExecuteCdpCommand(
            "Emulation.setGeolocationOverride",
            new Dictionary<string, object?>
            {
                ["latitude"] = latitude,
                ["longitude"] = longitude,
                ["accuracy"] = accuracy,
            }
        );
    }

    /// <summary>Lets the page's connection be cut.</summary>
    public void WatchNetwork() => _driver.ExecuteCdpCommand("Network.enable", []);

    /// <summary>Runs a script on every page opened from now on, before any of its own.</summary>
    public void RunFirst(string script) =>
        _driver.ExecuteCdpCommand(
            "Page.addScriptToEvaluateOnNewDocument",
            new Dictionary<string, object?> { ["source"] = script }
        );

    private IWebElement? Look(string script, params object[] arguments) =>
        (IWebElement?)Run(Looking + script, arguments);

    /// <summary>Closes the page as a lost tab is closed, and stands on an empty one.</summary>
    public void LosePage()
    {
        var old = _driver.CurrentWindowHandle;
        _driver.SwitchTo().NewWindow(WindowType.Tab);
        var fresh = _driver.CurrentWindowHandle;
        _driver.SwitchTo().Window(old);
        _driver.Close();
        _driver.SwitchTo().Window(fresh);
        Resize(1280, 800);
        RunFirst("try { localStorage.setItem('garten-first-walk', 'done') } catch { }");
    }

    /// <summary>What the browser complained about so far.</summary>
    public IReadOnlyList<string> Complaints =>
        [.. _driver.Manage().Logs.GetLog(LogType.Browser).Select(l => l.Message)];

    /// <summary>Takes a picture of the page.</summary>
    public void Picture(string path) => _driver.GetScreenshot().SaveAsFile(path);

    /// <summary>Waits until something is so, trying again when the page changed under the look. An element is given once it is
    /// in view and stands still there, so that a click meets it where it was seen: what is scrolled away is not laid out, and
    /// takes its height only when it comes into view.</summary>
    public T Wait<T>(string what, Func<IWebDriver, T?> look)
        where T : class
    {
        (string Id, System.Drawing.Point At, System.Drawing.Size Size)? before = null;
        var wait = new WebDriverWait(new SteadyClock(), _driver, Patience, TimeSpan.FromMilliseconds(50));
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException), typeof(NoSuchElementException));
        try
        {
            return wait.Until(d =>
            {
                var found = look(d);
                if (found is not WebElement element)
                {
                    return found;
                }

                if (before?.Id != element.ToString())
                {
                    Run("arguments[0].scrollIntoViewIfNeeded()", element);
                }

                var now = (element.ToString()!, element.Location, element.Size);
                var still = now == before;
                before = now;
                return still ? found : null;
            })!;
        }
        catch (WebDriverTimeoutException)
        {
            throw new InvalidOperationException(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Waited {Patience.TotalSeconds} s for {what}. The page at {Url} shows:\n{Text}"
                )
            );
        }
    }

    /// <inheritdoc/>
    public void Dispose() => _chromium.GiveBack();
}
