namespace Hasp.Web.Tests;

/// <summary>
/// Makes docs/screenshots anew from the demonstration project. Run on purpose:
/// <c>dotnet test tests/Hasp.Web.Tests -- xUnit.Explicit=only</c>.
/// </summary>
[Collection(SharedServer.Users)]
public sealed class Screenshots
{
    [Fact(Explicit = true)]
    public async Task Every_main_view()
    {
        using var server = await Server.Start();
        using var b = new Browser(server);
        var folder = Path.Combine(Server.House, "docs", "screenshots");
        void Shot(string name) => b.Picture(Path.Combine(folder, name + ".png"));
        void Theme(string theme)
        {
            if (b.Find("html").GetDomAttribute("data-theme") == theme) return;
            b.Run($"document.querySelector('[data-theme-switch]').value = '{theme}'; document.querySelector('[data-theme-switch]').click();");
            b.Until(() => b.Find("html").GetDomAttribute("data-theme") == theme, theme);
        }

        b.Go("/");
        Theme("light");
        Shot("board");
        b.Go("/joints/AL-03");
        Shot("bench");
        b.Go("/joints/AL-03?Open=slip");
        b.Type("#hand-slip-externalLoad", "72 kN");
        b.Type("#hand-slip-loadShare", "0.19");
        b.Run("document.querySelector('#hand-slip-externalLoad').scrollIntoView({ block: 'center' })");
        Shot("bench-working");
        b.Go("/joints/AL-03/finder");
        Shot("finder");
        b.Go("/joints/AL-03?Seek=tightening.aim");
        b.Run("const c = document.getElementById('capacity'); c.open = true; c.scrollIntoView()");
        Shot("just-holds");
        b.Go("/joints/AL-18/pattern");
        Shot("pattern");
        var file = Path.Combine(Path.GetTempPath(), "balance-beam-cases.csv");
        File.WriteAllText(file, "Case;Fx [kN];Fy [kN];Fz;Mz [kN·m]\nGate 10 %;3.2;-8.1;4.4;0.2\nGate 20 %;5.9;-14.6;7.9;0.3\nGate 30 %;8,8;-20.2;11.5;0.5\nGate 40 %;11.3;-25.7;15.2;0.6\n");
        b.Go("/joints/AL-16/loads");
        b.Find("#table").SendKeys(file);
        b.Find("#send button").Click();
        b.Until(() => b.Has("#columns"), "the columns");
        b.Find("#read").Click();
        b.Until(() => b.Has(".columns-table .fault"), "the unit asked for");
        Shot("loads");
        File.Delete(file);
        b.Go("/joints/AL-06/preload");
        Shot("preload");
        b.Go("/joints/AL-06/fatigue");
        Shot("fatigue");
        b.Go("/joints/AL-06/chance");
        b.Until(() => b.Has("#chance-slip"), "the outcome");
        Shot("chance");
        b.Go("/joints/AL-19/basis");
        Shot("basis");
        b.Go("/joints/AL-16/report?length=Full#part-sketch");
        Shot("report");
        b.Go("/stores");
        Shot("stores");
        b.Go("/joints/AL-17/tightening");
        Shot("tightening");
        b.Go("/joints/AL-23");
        Shot("kind-splice");
        b.Go("/joints/AL-25");
        Shot("kind-base-plate");
        b.Go("/stores?shelf=lots");
        b.Find("table a[href^='/lots/']:not(.edit)");
        b.Driver.FindElements(OpenQA.Selenium.By.CssSelector("table a[href^='/lots/']")).First(a => a.Text == "L-2031").Click();
        b.Until(() => b.Has(".control"), "the lot");
        Shot("lot");
        b.Resize(1024, 768);
        b.Go("/joints/AL-17/tablet");
        b.Until(() => b.Text("#t-line") == "All sent", "the tablet");
        Shot("tablet");
        b.Resize(1280, 800);
        b.Go("/projects/1/floor");
        b.Until(() => b.Text("#floor").Contains("AL-17", StringComparison.Ordinal), "the floor");
        Shot("floor");
    }
}
