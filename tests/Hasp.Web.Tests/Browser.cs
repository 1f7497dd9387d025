using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace Hasp.Web.Tests;

/// <summary>Headless Chromium, driven as a person would: by what is on the page.</summary>
public sealed class Browser : IDisposable
{
    /// <summary>Selects all that stands in the field.</summary>
    public const string All = "select all";

    private static readonly System.Collections.Concurrent.ConcurrentDictionary<Server, Browser> Shares = new();
    // The same browser without what shows a window: a sixth less work, where it is there.
    private const string Shell = "/usr/bin/chromium-headless-shell";

    private readonly ChromeDriver _driver;
    private readonly Server _server;

    /// <summary>One browser for all tests of a server that need but one, as new: starting it costs more than most of them.</summary>
    public static Browser Shared(Server server, int width = 1280, int height = 800)
    {
        var b = Shares.GetOrAdd(server, s => new Browser(s, width, height));
        b.Latency(0);
        // A page that warns of unsent typing is left all the same.
        b._driver.Navigate().GoToUrl("about:blank");
        b.Dismiss();
        b.Resize(width, height);
        b._driver.ExecuteCdpCommand("Network.clearBrowserCookies", []);
        b._driver.ExecuteCdpCommand("Storage.clearDataForOrigin",
            new() { ["origin"] = server.Address.GetLeftPart(UriPartial.Authority), ["storageTypes"] = "all" });
        b.Complaints();
        return b;
    }

    /// <summary>Ends the browser that a server's tests shared.</summary>
    public static void EndShared(Server server)
    {
        if (Shares.TryRemove(server, out var shared)) shared.Dispose();
    }

    public Browser(Server server, int width = 1280, int height = 800)
    {
        _server = server;
        var options = new ChromeOptions { BinaryLocation = File.Exists(Shell) ? Shell : "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--disable-renderer-backgrounding", "--disable-background-timer-throttling", "--hide-scrollbars", "--force-prefers-reduced-motion",
            "--force-device-scale-factor=1", $"--window-size={width},{height}");
        options.SetLoggingPreference(LogType.Browser, LogLevel.All);
        _driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin"), options, TimeSpan.FromSeconds(60));
        _driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(120);
        Resize(width, height);
    }

    /// <summary>What the page sees of the window; the window's own size counts its frame. It stands as it then does: drawings set their labels anew a frame later.</summary>
    public void Resize(int width, int height)
    {
        _driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride",
            new() { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = false });
        Drawn();
    }

    /// <summary>Waits until the page is drawn as it stands: two frames, the second of which has what the first one's observers changed.</summary>
    private void Drawn() => _driver.ExecuteAsyncScript("const done = arguments[0]; requestAnimationFrame(() => requestAnimationFrame(() => done()));");

    /// <summary>Every answer takes this much longer.</summary>
    public void Latency(int milliseconds)
    {
        _driver.ExecuteCdpCommand("Network.enable", []);
        _driver.ExecuteCdpCommand("Network.emulateNetworkConditions",
            new() { ["offline"] = false, ["latency"] = milliseconds, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });
    }

    /// <summary>Nothing reaches the server any more, or everything does again.</summary>
    public void Offline(bool off)
    {
        _driver.ExecuteCdpCommand("Network.enable", []);
        _driver.ExecuteCdpCommand("Network.emulateNetworkConditions",
            new() { ["offline"] = off, ["latency"] = 0, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });
    }

    /// <summary>Whether pages run their scripts.</summary>
    public void Scripts(bool run) => _driver.ExecuteCdpCommand("Emulation.setScriptExecutionDisabled", new() { ["value"] = !run });

    /// <summary>Answers a question of the browser ("leave this page?") with yes, where there is one.</summary>
    public bool Dismiss()
    {
        try
        {
            _driver.SwitchTo().Alert().Accept();
            return true;
        }
        catch (NoAlertPresentException)
        {
            return false;
        }
    }

    /// <summary>Keys one after another as a hand types them, into whatever has the focus.</summary>
    public void Keystrokes(IEnumerable<string> keys, int pause = 60)
    {
        var hand = new OpenQA.Selenium.Interactions.Actions(_driver);
        foreach (var key in keys) (key == All ? hand.KeyDown(Keys.Control).SendKeys("a").KeyUp(Keys.Control) : hand.SendKeys(key))
            .Pause(TimeSpan.FromMilliseconds(pause));
        hand.Perform();
    }

    /// <summary>Waits until the page has nothing under way, and has not begun anything a moment later: what was typed last may just be on its way.</summary>
    public void Quiet() => Until(() =>
    {
        if (!IsQuiet()) return false;
        Thread.Sleep(60);
        return IsQuiet();
    }, "nothing under way");

    private bool IsQuiet() =>
        (bool)(_driver.ExecuteScript("return !window.Edits || Edits.pending() === 0 && !document.querySelector('.htmx-request');") ?? false);

    public IWebDriver Driver => _driver;

    /// <summary>Goes to an address, in which a demonstration joint may stand by its number.</summary>
    public void Go(string path) => _driver.Navigate().GoToUrl(new Uri(_server.Address, _server.At(path)));

    public IWebElement Find(string css) => Until(d => d.FindElements(By.CssSelector(css)).FirstOrDefault(), css);

    // Asked in one go, and again where the page was put anew between finding and asking.
    public string Text(string css) => Until(d => d.FindElements(By.CssSelector(css)).FirstOrDefault()?.Text, css);

    public bool Has(string css) => _driver.FindElements(By.CssSelector(css)).Count > 0;

    /// <inheritdoc cref="Text"/>
    public string Value(string css) => Until(d => d.FindElements(By.CssSelector(css)).FirstOrDefault() is { } e ? e.GetDomProperty("value") ?? "" : null, css);

    public T Until<T>(Func<IWebDriver, T?> condition, string what)
        where T : class
    {
        var wait = new WebDriverWait(_driver, TimeSpan.FromSeconds(30)) { Message = what, PollingInterval = TimeSpan.FromMilliseconds(25) };
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException));
        return wait.Until(condition)!;
    }

    public void Until(Func<bool> condition, string what) => Until(_ => condition() ? "yes" : null, what);

    /// <summary>Types into a field of the Bench and waits until the server has answered.</summary>
    public void Type(string css, string text)
    {
        var field = Find(css);
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text.Length == 0 ? Keys.Delete : text);
        if (Value(css) == field.GetDomAttribute("data-shown")) return;
        Settled(() => field.SendKeys(Keys.Enter));
    }

    /// <summary>Does something that sends a request of the page and waits for the answer to stand.</summary>
    public void Settled(Action action)
    {
        _driver.ExecuteScript("window.__settled = false; document.addEventListener('htmx:afterSettle', () => { window.__settled = true; }, { once: true });");
        action();
        Until(() => (bool)(_driver.ExecuteScript("return window.__settled === true || window.__settled === undefined;") ?? false),
            "the server's answer");
        Quiet();
    }

    public void Select(string css, string option) => Settled(() =>
        Find(css).FindElements(By.TagName("option")).First(o => o.Text == option || o.GetDomAttribute("value") == option).Click());

    public void Press(string keys) => new OpenQA.Selenium.Interactions.Actions(_driver).SendKeys(keys).Perform();

    /// <summary>One key while another is held down.</summary>
    public void Chord(string held, string key) =>
        new OpenQA.Selenium.Interactions.Actions(_driver).KeyDown(held).SendKeys(key).KeyUp(held).Perform();

    public object? Run(string script) => _driver.ExecuteScript(script);

    /// <summary>What the browser complained of: refused scripts and styles, failed requests.</summary>
    public IReadOnlyList<string> Complaints() =>
        [.. _driver.Manage().Logs.GetLog(LogType.Browser).Where(l => l.Level >= LogLevel.Warning && !IsPollGivenUp(l.Message)).Select(l => l.Message)];

    // What asked for news and went while it waited gives its request up, which htmx reports as an error, twice; every other error of a request has a name of its own.
    private static bool IsPollGivenUp(string message) => message.Contains("\"htmx:sendAbort", StringComparison.Ordinal) || message.Contains("\"htmx:afterRequest", StringComparison.Ordinal);

    /// <summary>Violations that axe-core finds on the page, one line each.</summary>
    /// <param name="contrast">Contrast too: it takes most of the time, and pages of one sort share their colours.</param>
    public IReadOnlyList<string> Violations(bool contrast = true)
    {
        _driver.ExecuteScript(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "axe", "axe.min.js")));
        var found = (IReadOnlyCollection<object>)_driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1];
            axe.run(document, { resultTypes: ['violations'], preload: false, rules: { 'color-contrast': { enabled: arguments[0] } } }).then(r => done(r.violations.map(v => v.id + ": " + v.help + " at " + v.nodes.slice(0, 4).map(n => n.target.join(" ") + " [" + (n.any[0]?.message ?? "") + "]").join(" | "))));
            """, contrast)!;
        return [.. found.Cast<string>()];
    }

    /// <summary>Asserts that axe-core finds nothing.</summary>
    public void NoBarrier()
    {
        var found = Violations();
        Assert.True(found.Count == 0, string.Join('\n', found));
    }

    /// <summary>A tablet of that size, pressed by fingers; null for a desk with a mouse again.</summary>
    public void Fingers((int Width, int Height)? tablet)
    {
        if (tablet is { } size)
            _driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride",
                new() { ["width"] = size.Width, ["height"] = size.Height, ["deviceScaleFactor"] = 1, ["mobile"] = true });
        _driver.ExecuteCdpCommand("Emulation.setTouchEmulationEnabled", new() { ["enabled"] = tablet is not null, ["maxTouchPoints"] = 5 });
        Drawn();
    }

    /// <summary>What a form of this page would say in its address and in itself, which the server refuses: addresses of forms, by name.</summary>
    public string SaidTwice() => (string)Run("""
        return [...document.forms].flatMap((f) => {
          const names = [...new URL(f.getAttribute('action') ?? location.href, location.href).searchParams.keys()];
          return f.method === 'post' ? [...new FormData(f).keys()].filter((n) => names.some((m) => m.toLowerCase() === n.toLowerCase())).map((n) => `${f.action}: ${n}`) : [];
        }).join(' | ')
        """)!;

    /// <summary>The page as it is printed, by its own size of paper: a PDF.</summary>
    public byte[] Printed()
    {
        var made = (IDictionary<string, object>)_driver.ExecuteCdpCommand("Page.printToPDF", new() { ["preferCSSPageSize"] = true, ["generateTaggedPDF"] = true })!;
        return Convert.FromBase64String((string)made["data"]);
    }

    public void Picture(string file) => _driver.GetScreenshot().SaveAsFile(file);

    public void Dispose() => _driver.Dispose();
}
