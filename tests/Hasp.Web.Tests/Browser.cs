using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace Hasp.Web.Tests;

/// <summary>Headless Chromium, driven as a person would: by what is on the page.</summary>
public sealed class Browser : IDisposable
{
    private readonly ChromeDriver _driver;
    private readonly Uri _address;

    public Browser(Server server, int width = 1280, int height = 800)
    {
        _address = server.Address;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--hide-scrollbars", "--force-device-scale-factor=1", $"--window-size={width},{height}");
        options.SetLoggingPreference(LogType.Browser, LogLevel.All);
        _driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin"), options, TimeSpan.FromSeconds(60));
        // The window's size counts its frame: set what the page sees.
        _driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride", new() { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = false });
    }

    public IWebDriver Driver => _driver;

    public void Go(string path) => _driver.Navigate().GoToUrl(new Uri(_address, path));

    public IWebElement Find(string css) => Until(d => d.FindElements(By.CssSelector(css)).FirstOrDefault(), css);

    public string Text(string css) => Find(css).Text;

    public bool Has(string css) => _driver.FindElements(By.CssSelector(css)).Count > 0;

    public string Value(string css) => Find(css).GetDomProperty("value") ?? "";

    public T Until<T>(Func<IWebDriver, T?> condition, string what)
        where T : class
    {
        var wait = new WebDriverWait(_driver, TimeSpan.FromSeconds(15)) { Message = what };
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
        Settled(() => field.SendKeys(Keys.Enter));
    }

    /// <summary>Does something that sends a request of the page and waits for the answer to stand.</summary>
    public void Settled(Action action)
    {
        _driver.ExecuteScript("window.__settled = false; document.addEventListener('htmx:afterSettle', () => { window.__settled = true; }, { once: true });");
        action();
        Until(() => (bool)(_driver.ExecuteScript("return window.__settled === true || window.__settled === undefined;") ?? false), "the server's answer");
    }

    public void Select(string css, string option) => Settled(() =>
        Find(css).FindElements(By.TagName("option")).First(o => o.Text == option).Click());

    public void Press(string keys) => new OpenQA.Selenium.Interactions.Actions(_driver).SendKeys(keys).Perform();

    public object? Run(string script) => _driver.ExecuteScript(script);

    /// <summary>What the browser complained of: refused scripts and styles, failed requests.</summary>
    public IReadOnlyList<string> Complaints() =>
        [.. _driver.Manage().Logs.GetLog(LogType.Browser).Where(l => l.Level >= LogLevel.Warning).Select(l => l.Message)];

    /// <summary>Violations that axe-core finds on the page, one line each.</summary>
    public IReadOnlyList<string> Violations()
    {
        _driver.ExecuteScript(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "axe", "axe.min.js")));
        var found = (IReadOnlyCollection<object>)_driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1];
            axe.run(document).then(r => done(r.violations.map(v => v.id + ": " + v.help + " at " + v.nodes.slice(0, 4).map(n => n.target.join(" ") + " [" + (n.any[0]?.message ?? "") + "]").join(" | "))));
            """)!;
        return [.. found.Cast<string>()];
    }

    /// <summary>Asserts that axe-core finds nothing.</summary>
    public void NoBarrier()
    {
        var found = Violations();
        Assert.True(found.Count == 0, string.Join('\n', found));
    }

    public void Picture(string file) => _driver.GetScreenshot().SaveAsFile(file);

    public void Dispose() => _driver.Dispose();
}
