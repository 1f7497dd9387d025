using System.Globalization;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Hasp.Web.Tests;

/// <summary>The Pattern stage and load cases from a file, in a real browser.</summary>
[Collection(SecondServer.Others)]
public sealed class PatternStageTests(SecondServer shared)
{
    private readonly Server _server = shared.Server;

    /// <summary>A joint of its own, on its Pattern stage.</summary>
    private Browser Pattern(string line = "6 M20 8.8, 12 + 20 steel, oiled")
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#quick").SendKeys(line + Keys.Enter);
        b.Until(() => b.Has("#stage"), "the Bench");
        b.Press("2");
        b.Until(() => b.Driver.Url.EndsWith("/pattern", StringComparison.Ordinal), "the Pattern stage");
        return b;
    }

    private static void Drag(Browser b, string css, int dx, int dy)
    {
        var element = b.Find(css);
        b.Settled(() => new Actions(b.Driver).MoveToElement(element).ClickAndHold().MoveByOffset(dx / 2, dy / 2)
            .MoveByOffset(dx - (dx / 2), dy - (dy / 2)).Release().Perform());
    }

    private static double Mm(string text) => double.Parse(text.Split(' ')[0], CultureInfo.InvariantCulture);

    [Fact]
    public void The_eccentric_bracket_is_built_by_mouse()
    {
        var b = Pattern();
        Assert.Contains("Without a pattern", b.Text(".empty"), StringComparison.Ordinal);
        b.NoBarrier();
        b.Settled(() => b.Find(".empty button").Click());
        Assert.Equal(6, b.Driver.FindElements(By.CssSelector("#plan .bolt")).Count);
        // The corner bolt is drawn outwards, and the pitches follow.
        var before = b.Value("#f-pattern-pitchX");
        Drag(b, "#bolt-1", -30, -20);
        Assert.NotEqual(before, b.Value("#f-pattern-pitchX"));
        Assert.True(Mm(b.Value("#f-pattern-pitchX")) > 60 && Mm(b.Value("#f-pattern-pitchY")) > 60);
        b.Type("#f-pattern-pitchX", "90");
        b.Type("#f-pattern-pitchY", "80");

        b.Select("#how", "components");
        b.Type("#f-loads-0-fy", "-42");
        Drag(b, "#load-point circle", 120, 0);
        Assert.True(Mm(b.Value("#f-loads-0-atX")) > 20);
        b.Type("#f-loads-0-atX", "310");
        // The worked case: 35.6 kN on the right-hand corner bolts, the critical one among them.
        Assert.Contains("35.6 kN", b.Text("#bolt-row-2"), StringComparison.Ordinal);
        Assert.Matches("Bolt (2|6) is critical", b.Text("#critical-line"));
        Assert.True(b.Has("#bolt-2.critical .mark") || b.Has("#bolt-6.critical .mark"));
        // Drawing and table are linked both ways.
        b.Find("#bolt-row-4").Click();
        Assert.Contains("selected", b.Find("#bolt-4").GetDomAttribute("class"), StringComparison.Ordinal);
        new Actions(b.Driver).KeyDown(Keys.Shift).Click(b.Find("#bolt-3 .hole")).KeyUp(Keys.Shift).Perform();
        Assert.Equal(2, b.Driver.FindElements(By.CssSelector("#bolt-table tr.selected")).Count);
        b.NoBarrier();
        // One step back for each.
        b.Settled(() => b.Find("#undo").Click());
        Assert.NotEqual("310 mm", b.Value("#f-loads-0-atX"));
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void The_eccentric_bracket_is_built_by_keyboard_alone()
    {
        var b = Pattern();
        void Choose(string css, string letters)
        {
            b.Run($"document.querySelector('{css}').focus()");
            b.Settled(() => b.Press(letters + Keys.Enter));
        }
        void TypeAt(string css, string text)
        {
            b.Run($"const f = document.querySelector('{css}'); f.focus(); f.select()");
            b.Settled(() => b.Press(text + Keys.Enter));
        }
        Choose("#f-pattern-kind", "grid");
        TypeAt("#f-pattern-pitchX", "90 mm");
        TypeAt("#f-pattern-pitchY", "80 mm");
        b.Run("document.querySelector('#how').focus()");
        b.Settled(() => b.Press("comp" + Keys.Enter));
        TypeAt("#f-loads-0-fy", "-42 kN");
        TypeAt("#f-loads-0-atX", "300 mm");
        // The load's point and a bolt are moved by arrows.
        b.Press(Keys.Escape);
        b.Run("document.getElementById('load-point').focus()");
        b.Settled(() => b.Chord(Keys.Shift, Keys.ArrowRight));
        Assert.True(Mm(b.Value("#f-loads-0-atX")) > 300);
        Assert.Equal("load-point", b.Driver.SwitchTo().ActiveElement().GetDomAttribute("id"));
        TypeAt("#f-loads-0-atX", "310 mm");
        Assert.Contains("35.6 kN", b.Text("#bolt-row-2"), StringComparison.Ordinal);
        b.Press(Keys.Escape);
        b.Run("document.getElementById('bolt-1').focus()");
        b.Press(Keys.ArrowRight);
        Assert.Equal("bolt-2", b.Driver.SwitchTo().ActiveElement().GetDomAttribute("id"));
        b.Press(Keys.ArrowLeft);
        Assert.Single(b.Driver.FindElements(By.CssSelector("#plan [tabindex='0']")));
        b.Settled(() => b.Chord(Keys.Shift, Keys.ArrowLeft));
        Assert.True(Mm(b.Value("#f-pattern-pitchX")) > 90);
        b.Settled(() => b.Press(Keys.Delete));
        Assert.Equal("1", b.Value("#f-pattern-off"));
        Assert.True(b.Has("#bolt-1.off"));
        b.Settled(() => b.Press("z"));
        Assert.False(b.Has("#bolt-1.off"));
        // Envelope, and back.
        b.Run("document.activeElement.blur()");
        b.Settled(() => b.Press("e"));
        Assert.Contains("Envelope of all cases", b.Text(".bolts-side"), StringComparison.Ordinal);
        b.NoBarrier();
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void A_bolt_typed_onto_another_is_refused_where_it_is_and_stays_typed()
    {
        var b = Pattern();
        b.Settled(() => b.Find(".empty button").Click());
        b.Settled(() => b.Driver.FindElements(By.CssSelector(".inputs .plain-button")).First(x => x.Text == "Place each bolt by hand").Click());
        var other = b.Value("#f-pattern-points-1-x");
        b.Type("#f-pattern-points-0-x", other);
        Assert.Contains("same place", b.Text("#faults") + b.Text("#bolt-table"), StringComparison.Ordinal);
        Assert.Equal(other, b.Value("#f-pattern-points-0-x"));
        Assert.Equal("not saved yet", b.Text("#kept"));
        b.NoBarrier();
        b.Settled(() => b.Find("#undo").Click());
        // A double click adds a bolt where there is none.
        var places = b.Driver.FindElements(By.CssSelector("#plan .bolt")).Count;
        b.Settled(() => new Actions(b.Driver).MoveToElement(b.Find("#plan .sheet"), -200, -120).DoubleClick().Perform());
        Assert.Equal(places + 1, b.Driver.FindElements(By.CssSelector("#plan .bolt")).Count);
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void A_compression_line_is_dragged_and_short_edges_are_drawn_where_they_are()
    {
        var b = Browser.Shared(_server);
        b.Go("/joints/AL-18/pattern");
        var tension = b.Text("#bolt-row-5");
        Drag(b, "#pivot-y .grip", 0, 30);
        Assert.StartsWith("-", b.Value("#f-pattern-pivotBottom"), StringComparison.Ordinal);
        Assert.NotEqual(tension, b.Text("#bolt-row-5"));
        b.Settled(() => b.Find("#undo").Click());
        b.Type("#f-pattern-plate-corners-0-x", "-95");
        b.Type("#f-pattern-plate-corners-4-x", "-95");
        Assert.True(b.Has("#plan .finding"));
        Assert.Contains("from an edge", b.Text(".finding-line"), StringComparison.Ordinal);
        b.NoBarrier();
        b.Settled(() => b.Find("#undo").Click());
        b.Settled(() => b.Find("#undo").Click());
    }

    [Fact]
    public void Cases_come_from_a_file_with_bad_lines_and_are_scrubbed_through()
    {
        var b = Pattern();
        b.Settled(() => b.Find(".empty button").Click());
        var file = Path.Combine(Path.GetTempPath(), $"cases-{Guid.NewGuid():N}.csv");
        var text = new StringBuilder("Case;Fx [kN];Fy;Fz [kN];Mz [kN·m]\n");
        for (var i = 1; i <= 400; i++) text.Append(CultureInfo.InvariantCulture,
            $"LC {i};{i % 7};{i % 11};{(i == 250 ? 60 : i % 5)};{(i == 321 ? 3 : 0)}\n");
        text.Append("bad;1;two;3;0\nshort;1;2\nsum;=A1+1;2;3;0\ncomma;1,5;2;3;0\n");
        File.WriteAllText(file, text.ToString());
        b.Driver.FindElement(By.LinkText("from a file")).Click();
        b.NoBarrier();
        b.Find("#table").SendKeys(file);
        b.Find("#send button").Click();
        b.Until(() => b.Has("#columns"), "the columns");
        b.NoBarrier();
        // Fy has no unit: it is asked for, and what was chosen stays.
        b.Find("#read").Click();
        b.Until(() => b.Has(".columns-table .fault"), "the unit asked for");
        Assert.Contains("in which unit", b.Text(".columns-table .fault"), StringComparison.Ordinal);
        b.Driver.FindElements(By.CssSelector("input[name=unit]"))[2].SendKeys("kN");
        b.Find("#read").Click();
        b.Until(() => b.Has("#take"), "the outcome");
        Assert.Contains("400 cases read", b.Text(".big-line"), StringComparison.Ordinal);
        Assert.Contains("4 lines refused", b.Text(".big-line"), StringComparison.Ordinal);
        var refused = b.Text("#refused");
        Assert.Contains("402", refused, StringComparison.Ordinal);
        Assert.Contains("\"two\", which is not a number", refused, StringComparison.Ordinal);
        Assert.Contains("Fz is empty", refused, StringComparison.Ordinal);
        Assert.Contains("formula", refused, StringComparison.Ordinal);
        Assert.Contains("a comma marks decimals or thousands", refused, StringComparison.Ordinal);
        b.NoBarrier();
        b.Find("#take").Click();
        b.Until(() => b.Has("#plan"), "the plan");
        Assert.Contains("Envelope of all cases", b.Text(".bolts-side"), StringComparison.Ordinal);
        // Those that can govern are cases now: the most pull, the most twist.
        var cases = b.Text("#case-pick");
        Assert.Contains("LC 250", cases, StringComparison.Ordinal);
        Assert.Contains("LC 321", cases, StringComparison.Ordinal);
        Assert.Contains("10 kN", b.Text("#bolt-row-1"), StringComparison.Ordinal);
        // Scrub through the whole file, line by line.
        b.Settled(() => b.Find("#case-pick").FindElements(By.TagName("option"))
            .First(o => o.Text.Contains("line by line", StringComparison.Ordinal)).Click());
        b.Settled(() => b.Run("const s = document.getElementById('scrub'); s.value = 250; s.dispatchEvent(new Event('input', { bubbles: true }))"));
        Assert.Contains("LC 250", b.Text(".bolts-side h2:nth-of-type(2)"), StringComparison.Ordinal);
        Assert.Contains("10 kN", b.Text("#bolt-row-1"), StringComparison.Ordinal);
        Assert.Matches(@"Bolt \d is critical", b.Text("#critical-line"));
        // The headings are known the next time.
        b.Driver.FindElement(By.LinkText("from a file")).Click();
        b.Find("#table").SendKeys(file);
        b.Find("#send button").Click();
        b.Until(() => b.Has("#columns"), "the columns");
        Assert.Contains("named them for these headings before", b.Text("h2"), StringComparison.Ordinal);
        Assert.Equal("kN", b.Driver.FindElements(By.CssSelector("input[name=unit]"))[2].GetDomProperty("value"));
        Assert.Empty(b.Complaints());
        File.Delete(file);
    }

    [Fact]
    public async Task A_pattern_goes_out_as_a_drawing_and_comes_back_to_the_same_points()
    {
        var b = Pattern("8 M16 8.8, 12 + 20 steel, oiled");
        b.Select("#f-pattern-kind", "circle");
        b.Type("#f-pattern-diameter", "227.5");
        b.Type("#f-pattern-atX", "31.25");
        var rows = Places(b);
        var id = Regex.Match(b.Driver.Url, @"joints/(\d+)").Groups[1].Value;
        using var http = _server.Client();
        var file = Path.Combine(Path.GetTempPath(), $"bolts-{Guid.NewGuid():N}.dxf");
        await File.WriteAllTextAsync(file, await http.GetStringAsync($"/joints/{id}/pattern?handler=Dxf"));
        b.Type("#f-pattern-diameter", "180");
        Assert.NotEqual(rows, Places(b));
        b.Settled(() => b.Find("#dxf-file").SendKeys(file));
        Assert.Equal("points", b.Value("#f-pattern-kind"));
        Assert.Equal(rows, Places(b));
        // A file that is no drawing says so, and the bolts stay.
        await File.WriteAllTextAsync(file, "no drawing at all");
        b.Settled(() => b.Find("#dxf-file").SendKeys(file));
        Assert.Contains("not a drawing exchange file", b.Text("#dxf-fault"), StringComparison.Ordinal);
        Assert.Equal(rows, Places(b));
        var svg = await http.GetStringAsync($"/joints/{id}/pattern?handler=Svg");
        Assert.Equal(8, Regex.Count(svg, "fill=\"#ffffff\" stroke=\"#1a2233\""));
        var csv = (await http.GetStringAsync($"/joints/{id}/pattern?handler=Csv&Case=0")).Trim().Split("\r\n");
        Assert.Equal(9, csv.Length);
        Assert.StartsWith("bolt,x [mm],y [mm],tension [kN]", csv[0], StringComparison.Ordinal);
        File.Delete(file);
    }

    /// <summary>A rainflow count comes in with its two columns, and the joint is judged by the spectrum that it is.</summary>
    [Fact]
    public async Task A_rainflow_count_becomes_the_spectrum_that_fatigue_is_judged_by()
    {
        // A copy of a joint with a pattern, so that nobody else's gets the cases.
        using var editor = await Editor.Open(_server, "AL-16");
        string id;
        using (var copy = new MultipartFormDataContent { { new StringContent(editor.Token), "__RequestVerificationToken" } })
        {
            var bracket = JsonNode.Parse(await editor.Http.GetStringAsync("/joints/AL-16?handler=Export"))!.AsObject();
            bracket.Remove("number");
            copy.Add(new StringContent(bracket.ToJsonString()), "file", "copy.joint.json");
            using var made = await editor.Http.PostAsync("/?handler=Import", copy);
            id = made.Headers.Location!.ToString();
        }
        async Task<string> Post(string handler, params (string, string)[] fields)
        {
            using var form = new MultipartFormDataContent { { new StringContent(editor.Token), "__RequestVerificationToken" } };
            foreach (var (name, value) in fields)
            {
                if (name == "table") form.Add(new StringContent(value), name, "count.csv");
                else form.Add(new StringContent(value), name);
            }
            using var answer = await editor.Http.PostAsync($"{id}/loads?handler={handler}", form);
            return WebUtility.HtmlDecode(await answer.Content.ReadAsStringAsync());
        }
        await Post("Send", ("table", "Case,Fz [kN],Alternates with,Cycles\nPeak,140,Valley,2e6\nValley,20,,\nStorm,190,unloaded,500\nOdd,1,nobody,3\n"));
        await Post("Read", [.. new[] { "Name", "Fz", "AlternatesWith", "Cycles" }.Select(m => ("meaning", m)), ("unit", ""), ("unit", "kN"), ("unit", ""), ("unit", ""), ("comma", "Thousands")]);
        var read = "";
        for (var i = 0; i < 100 && !read.Contains("cases read", StringComparison.Ordinal); i++)
        {
            await Task.Delay(50);
            read = WebUtility.HtmlDecode(await editor.Http.GetStringAsync($"{id}/loads"));
        }
        Assert.Contains("2 of them alternating", read, StringComparison.Ordinal);
        Assert.Contains("no line that was taken is called that", read, StringComparison.Ordinal);
        await Post("Take");
        var document = JsonNode.Parse(await editor.Http.GetStringAsync($"{id}?handler=Export"))!;
        var rows = document["loads"]!.AsArray().Where(l => l!["row"] is not null).ToDictionary(l => l!["row"]!.GetValue<int>());
        Assert.Equal([2, 3, 4], rows.Keys.Order());
        Assert.Equal(rows[3]!["name"]!.GetValue<string>(), rows[2]!["alternatesWith"]!.GetValue<string>());
        Assert.Equal(2e6, rows[2]!["cycles"]!.GetValue<double>());
        Assert.Equal("unloaded", rows[4]!["alternatesWith"]!.GetValue<string>());
        var judged = Hasp.Core.Evaluation.Run(Hasp.Files.JointDocument.Read(document.ToJsonString()).Joint!);
        Assert.NotNull(judged.Checks.Single(c => c.Check.Id == "fatigue").Factor);
    }

    private static string Places(Browser b) =>
        string.Join(' ', b.Driver.FindElements(By.CssSelector("#plan .bolt"))
            .Select(x => x.GetDomAttribute("data-px") + "," + x.GetDomAttribute("data-py")));

    [Fact]
    public async Task A_file_that_is_too_large_or_cannot_be_read_is_refused_with_the_reason()
    {
        using var editor = await Editor.Open(_server, "AL-16");
        async Task<(HttpStatusCode Status, string Text)> Send(HttpContent content, string name)
        {
            using var form = new MultipartFormDataContent();
            form.Add(new StringContent(editor.Token), "__RequestVerificationToken");
            content.Headers.ContentType = new MediaTypeHeaderValue("text/csv");
            form.Add(content, "table", name);
            try
            {
                using var answer = await editor.Http.PostAsync("/joints/AL-16/loads?handler=Send", form);
                return (answer.StatusCode, WebUtility.HtmlDecode(await answer.Content.ReadAsStringAsync()));
            }
            catch (HttpRequestException)
            {
                // The server hung up on a body it had already refused.
                return (HttpStatusCode.RequestEntityTooLarge, "larger");
            }
        }
        Assert.Contains("zero bytes", (await Send(new ByteArrayContent([0x41, 0, 0, 0x0A, 0x41, 0, 0]), "cases.csv")).Text,
            StringComparison.Ordinal);
        Assert.Contains("cannot be opened", (await Send(new ByteArrayContent([0x50, 0x4B, 3, 4, 9, 9, 9, 9, 9]), "cases.xlsx")).Text,
            StringComparison.Ordinal);
        Assert.Contains("the file is empty", (await Send(new ByteArrayContent([]), "cases.csv")).Text, StringComparison.Ordinal);
        Assert.Contains("no line below", (await Send(new StringContent("Fx [kN],Fy [kN]\n"), "cases.csv")).Text, StringComparison.Ordinal);
        var large = await Send(new ByteArrayContent(new byte[200_000_000]), "cases.csv");
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, large.Status);
        Assert.Contains("larger", large.Text, StringComparison.Ordinal);
        // The joint is as it was.
        Assert.Contains("Gate shut, full head", await editor.Http.GetStringAsync("/joints/AL-16/pattern"), StringComparison.Ordinal);
    }
}
