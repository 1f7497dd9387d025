using System.Globalization;
using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace Hasp.Web.Tests;

/// <summary>What is typed is kept: fast, on a slow network, with the server away, beside another, against what is not valid.</summary>
[Collection(SharedServer.Users)]
public sealed class TypingTests(SharedServer shared)
{
    private readonly Server _server = shared.Server;

    /// <summary>With a pattern, and one case by components.</summary>
    private const string Parts = """
        { "format": "hasp-joint", "version": 1, "name": "Typed in", "bolts": { "thread": "M16", "grade": "8.8" },
          "pattern": { "kind": "grid", "rows": 2, "columns": 2, "pitchX": "80 mm", "pitchY": "80 mm" },
          "layers": [ { "thickness": "20 mm", "material": "S355" }, { "thickness": "20 mm", "material": "S355" } ],
          "loads": [ { "name": "A", "fz": "1 kN" } ], "washers": { "head": "hardened", "nut": "hardened" } }
        """;

    /// <summary>A joint of its own.</summary>
    private async Task<int> Joint(string document = Parts)
    {
        using var http = _server.Client();
        var html = await http.GetStringAsync("/");
        var token = Editor.TokenOf(html);
        using var form = new MultipartFormDataContent { { new StringContent(token), "__RequestVerificationToken" },
            { new StringContent(document), "file", "a.joint.json" } };
        using var answer = await http.PostAsync("/?handler=Import", form);
        return int.Parse(answer.Headers.Location!.ToString().Split('/')[^1], CultureInfo.InvariantCulture);
    }

    private async Task<JsonNode> Stored(int joint)
    {
        using var http = _server.Client();
        return JsonNode.Parse(await http.GetStringAsync($"/joints/{joint}?handler=Export"))!;
    }

    [Theory]
    [InlineData(0)]
    [InlineData(200)]
    [InlineData(1000)]
    public async Task Six_components_typed_one_after_another_are_all_kept(int latency)
    {
        var joint = await Joint();
        var b = Browser.Shared(_server);
        b.Go($"/joints/{joint}/pattern");
        b.Latency(latency);
        b.Run("document.getElementById('f-loads-0-fx').select()");
        b.Keystrokes(["2", Keys.Tab, "3", Keys.Tab, "4", Keys.Tab, "5", Keys.Tab, "6", Keys.Tab, "7", Keys.Tab]);
        b.Quiet();
        var load = (await Stored(joint))["loads"]![0]!;
        string[] keys = ["fx", "fy", "fz", "mx", "my", "mz"], units = ["kN", "kN", "kN", "N·m", "N·m", "N·m"];
        for (var i = 0; i < 6; i++)
        {
            Assert.Equal($"{i + 2} {units[i]}", load[keys[i]]!.GetValue<string>());
            Assert.Equal($"{i + 2} {units[i]}", b.Value($"#f-loads-0-{keys[i]}"));
        }
        Assert.False(b.Has("#conflict"));
        Assert.Contains("saved", b.Text("#kept"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(200)]
    [InlineData(1000)]
    public async Task Two_choices_at_once_are_both_kept(int latency)
    {
        var joint = await Joint();
        var b = Browser.Shared(_server);
        b.Go($"/joints/{joint}");
        b.Latency(latency);
        b.Run("""
            const choose = (id, value) => { const s = document.getElementById(id); s.value = value; s.dispatchEvent(new Event('change', { bubbles: true })); };
            choose('f-bolts-grade', '10.9'); setTimeout(() => choose('f-tightening-lubrication', 'lubricated'), 60);
            setTimeout(() => window.chosen = true, 70);
            """);
        b.Until(() => b.Run("return window.chosen") is true, "both choices");
        b.Quiet();
        var stored = await Stored(joint);
        Assert.Equal("10.9", stored["bolts"]!["grade"]!.GetValue<string>());
        Assert.Equal("lubricated", stored["tightening"]!["lubrication"]!.GetValue<string>());
        Assert.Equal("10.9", b.Value("#f-bolts-grade"));
        Assert.Equal("lubricated", b.Value("#f-tightening-lubrication"));
        Assert.False(b.Has("#conflict"));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(200)]
    [InlineData(1000)]
    public async Task The_same_field_entered_twice_shows_what_is_stored(int latency)
    {
        var joint = await Joint();
        var b = Browser.Shared(_server);
        b.Go($"/joints/{joint}");
        b.Latency(latency);
        b.Run("document.getElementById('f-layers-0-thickness').select()");
        b.Keystrokes(["1", "3", Keys.Enter, Browser.All, "1", "4", Keys.Enter], 30);
        b.Quiet();
        Assert.Equal("14 mm", (await Stored(joint))["layers"]![0]!["thickness"]!.GetValue<string>());
        Assert.Equal("14 mm", b.Value("#f-layers-0-thickness"));
        Assert.False(b.Has("#conflict"));
    }

    [Fact]
    public async Task An_entry_made_while_a_part_is_removed_goes_to_the_part_it_was_made_for()
    {
        var joint = await Joint();
        var b = Browser.Shared(_server);
        b.Go($"/joints/{joint}");
        b.Settled(() => b.Find("button[hx-vals*=layers][hx-post*=Add]").Click());
        b.Type("#f-layers-2-name", "Third");
        b.Latency(400);
        b.Find("#part-0 button[hx-post*=Remove]").Click();
        b.Run("const f = document.getElementById('f-layers-2-thickness'); f.value = '33'; f.dispatchEvent(new Event('change', { bubbles: true }));");
        b.Quiet();
        var layers = (await Stored(joint))["layers"]!.AsArray();
        Assert.Equal(2, layers.Count);
        Assert.Equal("Third", layers[1]!["name"]!.GetValue<string>());
        Assert.Equal("33 mm", layers[1]!["thickness"]!.GetValue<string>());
    }

    [Fact]
    public async Task With_the_server_away_typing_stays_and_is_sent_once_when_it_is_back()
    {
        var data = Directory.CreateTempSubdirectory("hasp-away-").FullName;
        var server = await Server.Start(data);
        var address = server.Address.GetLeftPart(UriPartial.Authority);
        var b = Browser.Shared(server);
        b.Go("/joints/AL-05");
        server.Kill();
        b.Run("document.getElementById('f-bolts-count').select()");
        b.Keystrokes(["7", Keys.Tab]);
        b.Until(() => b.Text("#kept").Contains("1 entry not saved", StringComparison.Ordinal), "the head says so");
        Assert.Equal("7", b.Value("#f-bolts-count"));
        Assert.True(b.Has("#f-bolts-count[data-unsent]"));
        b.Run("document.getElementById('f-layers-0-thickness').select()");
        b.Keystrokes(["1", "9", Keys.Enter]);
        b.Until(() => b.Text("#kept").Contains("2 entries not saved", StringComparison.Ordinal), "both");

        // Leaving is warned of, and staying loses nothing.
        Assert.True((bool)b.Run("const e = new Event('beforeunload', { cancelable: true }); window.dispatchEvent(e); return e.defaultPrevented;")!);
        Assert.Equal("19", b.Value("#f-layers-0-thickness"));

        using var again = await Server.Start(data, urls: address);
        b.Until(() => b.Text("#kept").EndsWith("saved", StringComparison.Ordinal) && !b.Text("#kept")
            .Contains("not", StringComparison.Ordinal), "sent by itself");
        Assert.Equal("7", b.Value("#f-bolts-count"));
        Assert.Equal("19 mm", b.Value("#f-layers-0-thickness"));
        Assert.False(b.Has("[data-unsent]"));
        Assert.False(b.Has("#conflict"));
        Assert.Equal("rev 3, saved", b.Text("#kept"));
        b.Go("about:blank");
    }

    /// <summary>By keyboard alone, from field to field, then into a dimension of the drawing, with something that is no length among it.</summary>
    [Theory]
    [InlineData(0)]
    [InlineData(500)]
    public async Task What_is_typed_into_a_kind_of_joint_and_its_drawing_is_kept(int latency)
    {
        var joint = await Joint("""
            { "format": "hasp-joint", "version": 1, "name": "Typed splice", "kind": "splice", "bolts": { "thread": "M20", "grade": "8.8" },
              "splice": { "left": "12 mm", "right": "16 mm", "width": "160 mm", "columns": 2 }, "judging": { "shearBy": "bearing" },
              "loads": [ { "name": "Pull", "fx": "90 kN" } ] }
            """);
        var b = Browser.Shared(_server);
        b.Go($"/joints/{joint}");
        b.Latency(latency);
        b.Run("document.getElementById('f-splice-left').select()");
        b.Keystrokes(["1", "4", Keys.Tab, "1", "8", Keys.Tab, "w", "i", "d", "e", Keys.Tab]);
        b.Run("document.getElementById('d-f-splice-end').select()");
        b.Keystrokes(["5", "5", Keys.Enter]);
        b.Quiet();
        Assert.Equal("wide", b.Value("#f-splice-width"));
        Assert.Contains("not a number with a unit", b.Text("#f-splice-width-fault"), StringComparison.Ordinal);
        b.Run("document.getElementById('f-splice-width').select()");
        b.Keystrokes(["2", "0", "0", Keys.Enter]);
        b.Quiet();
        var splice = (await Stored(joint))["splice"]!;
        foreach (var (key, text) in new[] { ("left", "14 mm"), ("right", "18 mm"), ("width", "200 mm"), ("end", "55 mm") })
        {
            Assert.Equal(text, splice[key]!.GetValue<string>());
            Assert.Equal(text, b.Value($"#f-splice-{key}"));
        }
        Assert.Equal("55 mm", b.Value("#d-f-splice-end"));
        Assert.False(b.Has("#conflict"));
    }

    [Fact]
    public async Task With_the_server_away_a_dimension_typed_into_the_drawing_of_a_kind_stays_and_is_sent_when_it_is_back()
    {
        var data = Directory.CreateTempSubdirectory("hasp-away-").FullName;
        var server = await Server.Start(data);
        var address = server.Address.GetLeftPart(UriPartial.Authority);
        var b = Browser.Shared(server);
        b.Go("/joints/AL-24");
        server.Kill();
        b.Run("document.getElementById('d-f-pin-eyeEnd').select()");
        b.Keystrokes(["5", "0", Keys.Tab]);
        b.Until(() => b.Text("#kept").Contains("not saved", StringComparison.Ordinal), "the head says so");
        Assert.Equal("50", b.Value("#d-f-pin-eyeEnd"));
        using var again = await Server.Start(data, urls: address);
        b.Until(() => b.Value("#f-pin-eyeEnd") == "50 mm", "sent by itself");
        Assert.Equal("50 mm", b.Value("#d-f-pin-eyeEnd"));
        b.Go("about:blank");
    }

    [Fact]
    public async Task An_answer_that_was_lost_is_asked_for_again_and_the_change_made_once()
    {
        var joint = await Joint();
        using var editor = await Editor.Open(_server, joint);
        var seen = editor.Seen;
        await editor.Set("bolts.grade", "10.9");
        var revision = editor.Seen;
        editor.Seen = seen;
        var again = await editor.Set("bolts.grade", "10.9");
        Assert.Equal(revision, editor.Seen);
        Assert.DoesNotContain("id=\"conflict\"", again, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_not_valid_and_stale_survives_beside_later_saves()
    {
        var joint = await Joint();
        using var mine = await Editor.Open(_server, joint);
        using var theirs = await Editor.Open(_server, joint);
        await theirs.Set("bolts.grade", "10.9");
        // Mine is not valid, and was typed against what is no longer there.
        var shown = await mine.Set("layers[0].thickness", "twelve");
        Assert.Contains("twelve", shown, StringComparison.Ordinal);
        // A valid save of another field of mine, and a new start of the page, leave it.
        await mine.Set("layers[1].thickness", "25 mm");
        var page = await mine.Http.GetStringAsync($"/joints/{joint}");
        Assert.Contains("Part 1, thickness: twelve", System.Net.WebUtility.HtmlDecode(page), StringComparison.Ordinal);
        Assert.Equal("25 mm", (await Stored(joint))["layers"]![1]!["thickness"]!.GetValue<string>());
        // Unfinished typing made stale by another's save survives likewise.
        await mine.Set("faceFriction", "rough");
        await theirs.Reload();
        await theirs.Set("bolts.grade", "8.8");
        await mine.Reload();
        await mine.Set("layers[1].thickness", "26 mm");
        page = System.Net.WebUtility.HtmlDecode(await mine.Http.GetStringAsync($"/joints/{joint}"));
        Assert.Contains("Slip coefficient: rough", page, StringComparison.Ordinal);
        Assert.Contains("twelve", page, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("\u0663")]
    [InlineData("\u0661\u0662 mm")]
    [InlineData("\uff11\uff12 mm")]
    [InlineData("1\u0660")]
    public async Task Digits_of_another_script_are_a_fault_beside_the_field(string text)
    {
        var joint = await Joint();
        using var editor = await Editor.Open(_server, joint);
        foreach (var path in new[] { "layers[0].thickness", "bolts.count", "loads[0].fz", "tightening.aim", "faceFriction",
            "uncertainty.load" })
        {
            var shown = await editor.Set(path, text);
            Assert.Contains("aria-invalid", shown, StringComparison.Ordinal);
        }
        Assert.Contains("aria-invalid", await editor.Http.GetStringAsync($"/joints/{joint}"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Notes_have_lines_and_ten_thousand_characters()
    {
        var joint = await Joint();
        using var editor = await Editor.Open(_server, joint);
        var note = string.Join('\n', Enumerable.Repeat("A line of what was agreed on site, and why.", 220));
        await editor.Set("note", note);
        Assert.Equal(note, (await Stored(joint))["note"]!.GetValue<string>());
        var b = Browser.Shared(_server);
        b.Go($"/joints/{joint}");
        b.Find("#identity summary").Click();
        Assert.Equal(note, b.Value("#f-note").ReplaceLineEndings("\n"));
        Assert.Contains("must be text of at most 10000",
            System.Net.WebUtility.HtmlDecode(await editor.Set("note", new string('x', 10_001))), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_was_opened_stays_open_over_undo_and_reload()
    {
        var joint = await Joint();
        var b = Browser.Shared(_server);
        b.Go($"/joints/{joint}");
        b.Type("#f-layers-0-thickness", "22 mm");
        b.Settled(() => b.Find("#verdict-proof > button").Click());
        b.Settled(() => b.Find("#undo").Click());
        Assert.True(b.Has("#working-proof math"));
        b.Find("#conventions summary").Click();
        b.Run("document.querySelector('section.inputs').scrollTop = 150");
        b.Until(() => (sessionStorage(b) ?? "").Contains("150", StringComparison.Ordinal), "remembered");
        b.Go(new Uri(b.Driver.Url).PathAndQuery);
        Assert.True(b.Has("#working-proof math"));
        Assert.True(b.Has("#conventions[open]"));
        Assert.Equal(150L, b.Run("return document.querySelector('section.inputs').scrollTop"));

        static string? sessionStorage(Browser b) => b.Run("return JSON.stringify(Object.values(sessionStorage))") as string;
    }

    [Fact]
    public async Task Without_scripts_fields_are_saved_and_verdicts_open()
    {
        var joint = await Joint();
        var b = Browser.Shared(_server);
        b.Scripts(false);
        try
        {
            b.Go($"/joints/{joint}");
            Assert.Contains("Without scripts", b.Text("noscript"), StringComparison.Ordinal);
            var thickness = b.Find("#f-layers-0-thickness");
            thickness.Clear();
            thickness.SendKeys("24");
            b.Find("#f-layers-1-thickness").Clear();
            b.Find("#f-layers-1-thickness").SendKeys("thick");
            b.Find("noscript button").Click();
            Assert.Equal("24 mm", b.Value("#f-layers-0-thickness"));
            Assert.Equal("thick", b.Value("#f-layers-1-thickness"));
            Assert.True(b.Has("#f-layers-1-thickness-fault"));
            b.Find("#f-layers-1-thickness").Clear();
            b.Find("#f-layers-1-thickness").SendKeys("18 mm" + Keys.Enter);
            b.Until(() => !b.Has("#faults"), "saved");
            b.Find("#verdict-proof > button").Click();
            b.Until(() => b.Has("#working-proof math"), "the working");
            b.Find("button[hx-vals*=layers][formaction*=Add]").Click();
            b.Until(() => b.Has("#f-layers-2-thickness"), "one more part");
        }
        finally
        {
            b.Scripts(true);
        }
        Assert.Equal("24 mm", (await Stored(joint))["layers"]![0]!["thickness"]!.GetValue<string>());
    }

    /// <summary>Other units, another theme and a reload show what was saved: they wait for what is on its way, and ask nothing.</summary>
    [Theory]
    [InlineData("units")]
    [InlineData("theme")]
    [InlineData("key")]
    [InlineData("reload")]
    public async Task What_only_shows_the_page_anew_waits_for_what_was_typed_and_asks_nothing(string by)
    {
        var joint = await Joint();
        var b = Browser.Shared(_server);
        b.Go($"/joints/{joint}/pattern");
        b.Latency(400);
        b.Run("document.getElementById('f-loads-0-fx').select(); window.__page = 1;");
        b.Keystrokes(["3", "4", " ", "k", "N"]);
        switch (by)
        {
            case "units": b.Find("[data-units][aria-pressed=false]").Click(); break;
            case "theme": b.Find("[data-theme-switch]").Click(); break;
            case "key": b.Press(Keys.F5); break;
            default: b.Driver.Navigate().Refresh(); break;
        }
        Assert.False(b.Dismiss(), "it asked whether to leave");
        b.Latency(0);
        b.Until(() => (bool)b.Run("return window.__page === undefined && !!window.Edits")!, "the page anew");
        b.Until(() => b.Value("#f-loads-0-fx") is "34 kN" or "7644 lbf", "what was typed: " + b.Value("#f-loads-0-fx"));
        Assert.Equal("34 kN", (await Stored(joint))["loads"]![0]!["fx"]!.GetValue<string>());
        if (by == "units") b.Find("[data-units][value=si]").Click();
        if (by == "theme") b.Find("[data-theme-switch]").Click();
    }

    /// <summary>Where what was pressed is gone, or another thing stands in its place, focus is on what came of it, and it is said.</summary>
    [Fact]
    public void Focus_goes_to_what_came_of_a_press()
    {
        var b = Browser.Shared(_server);
        string Focused() => (string)b.Run("const e = document.activeElement; return e.id || e.dataset.path || e.tagName;")!;
        void Press(string css)
        {
            b.Run($"document.querySelector(\"{css}\").focus()");
            b.Settled(() => b.Press(Keys.Enter));
        }

        b.Go("/joints/AL-08");
        Press("#stage .verdicts [hx-post*='TakeWayOut'], #stage [hx-post*='TakeWayOut']");
        Assert.Equal("callout", Focused());
        Assert.NotEqual("", b.Text("#announce"));
        Press("#undo");
        Press("#redo");
        Assert.Equal("undo", Focused());
        Press("#undo");
        b.Go("/joints/AL-09?Seek=faceFriction");
        Press("#seek-close");
        Assert.Equal("f-faceFriction", Focused());
        Press("#stage [hx-post*='handler=Add']");
        Assert.StartsWith("f-loads-2-", Focused(), StringComparison.Ordinal);
        b.Settled(() => b.Run("document.getElementById('undo').click()"));
    }
}
