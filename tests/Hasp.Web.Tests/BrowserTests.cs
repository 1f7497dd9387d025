using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace Hasp.Web.Tests;

/// <summary>The work as a person does it, in a real browser.</summary>
[Collection(SharedServer.Users)]
public sealed class BrowserTests(SharedServer shared)
{
    private readonly Server _server = shared.Server;

    [Fact]
    public void A_joint_from_nothing_to_kept()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#quick").SendKeys("M12" + Keys.Enter);
        b.Until(() => b.Driver.Url.Contains("/joints/", StringComparison.Ordinal), "the Bench");
        var address = b.Driver.Url;
        Assert.Contains("no case pulls the members apart", b.Text("#verdict-opening"), StringComparison.Ordinal);

        // Load it, and the verdict moves.
        b.Type("#f-loads-0-tension", "60");
        Assert.Equal("60 kN", b.Value("#f-loads-0-tension"));
        b.Type("#f-loads-0-shear", "14 kN");
        b.Select("#f-tightening-lubrication", "lubricated");
        b.Type("#f-faceFriction", "0.3");
        Assert.Equal("plain", b.Value("#f-washers-head"));
        var before = b.Text(".governs");
        Assert.Contains("slip", before, StringComparison.Ordinal);
        Assert.True(b.Has("#verdict-slip.short"));

        // A layer, changed on the drawing itself.
        var opening = b.Text("#verdict-opening .factor");
        b.Type("#d-layer-0", "25 mm");
        Assert.Equal("25 mm", b.Value("#f-layers-0-thickness"));
        Assert.NotEqual(opening, b.Text("#verdict-opening .factor"));
        Assert.True(b.Has(".verdict.moved"));
        Assert.Contains("rev", b.Text("#kept"), StringComparison.Ordinal);

        // A part chosen on the drawing is the one to change.
        b.Find(".section .part:not(.washer) rect:nth-of-type(2)").Click();
        Assert.Equal("f-layers-0-thickness", b.Driver.SwitchTo().ActiveElement().GetDomAttribute("id"));

        // Other units: what is shown changes, not what is stored.
        var stored = b.Text("#kept");
        b.Find("[data-units][value=us]").Click();
        b.Until(() => b.Value("#f-layers-0-thickness") == "0.9843 in", "inches");
        Assert.Contains("ft·lbf", b.Text("#figure-torque"), StringComparison.Ordinal);
        Assert.Equal(stored, b.Text("#kept"));
        b.Type("#f-layers-1-thickness", "1/2");
        Assert.Equal("1/2 in", b.Value("#f-layers-1-thickness"));
        b.Find("[data-units][value=si]").Click();
        b.Until(() => b.Value("#f-layers-1-thickness") == "12.7 mm", "millimetres");

        // Undo, redo.
        b.Settled(() => b.Find("#undo").Click());
        Assert.Equal("12 mm", b.Value("#f-layers-1-thickness"));
        b.Settled(() => b.Find("#redo").Click());
        Assert.Equal("12.7 mm", b.Value("#f-layers-1-thickness"));

        // Adopt what holds.
        b.Press("3");
        b.Until(() => b.Has("#matrix"), "the Finder");
        b.Find("td.holds button[data-thread='M20'][data-grade='8.8']").Click();
        b.Until(() => b.Has("#stage"), "the Bench");
        Assert.Contains("4 × M20", b.Text("#callout-text"), StringComparison.Ordinal);
        Assert.False(b.Has(".verdict.short"));

        // Come back later.
        var sentence = b.Text("#callout-text");
        b.Go("/");
        b.Go(new Uri(address).PathAndQuery);
        Assert.Equal(sentence, b.Text("#callout-text"));
        Assert.Equal("25 mm", b.Value("#f-layers-0-thickness"));
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void Faults_stand_beside_their_fields_and_what_was_typed_stays()
    {
        var b = Browser.Shared(_server);
        b.Go("/joints/AL-05");
        var kept = b.Text("#kept");
        b.Type("#f-layers-0-thickness", "12,5 mm");
        Assert.Contains("12.5", b.Text("#f-layers-0-thickness-fault"), StringComparison.Ordinal);
        b.Type("#f-bolts-count", "none");
        b.Type("#f-loads-0-shear", "3 ton");
        b.Type("#f-tightening-aim", "85 lb");
        Assert.Equal("12,5 mm", b.Value("#f-layers-0-thickness"));
        Assert.Equal("none", b.Value("#f-bolts-count"));
        Assert.Contains("Which ton", b.Text("#f-loads-0-shear-fault"), StringComparison.Ordinal);
        Assert.Contains("ft·lb", b.Text("#f-tightening-aim-fault"), StringComparison.Ordinal);
        Assert.Contains("4 entries", b.Text("#faults"), StringComparison.Ordinal);
        Assert.Equal("not saved yet", b.Text("#kept"));

        // A new start of the page finds it as it was typed.
        b.Go("/joints/AL-05");
        Assert.Equal("12,5 mm", b.Value("#f-layers-0-thickness"));
        Assert.Equal("3 ton", b.Value("#f-loads-0-shear"));
        b.NoBarrier();

        // Put right one by one, it is kept.
        b.Type("#f-layers-0-thickness", "12.5 mm");
        b.Type("#f-bolts-count", "6");
        b.Type("#f-loads-0-shear", "96 kN");
        b.Type("#f-tightening-aim", "75 %");
        Assert.StartsWith("rev", b.Text("#kept"), StringComparison.Ordinal);
        Assert.NotEqual(kept, b.Text("#kept"));
        Assert.False(b.Has("#faults"));
    }

    [Fact]
    public void Two_browsers_on_one_joint_lose_nothing()
    {
        using var hers = new Browser(_server);
        using var his = new Browser(_server);
        hers.Go("/joints/AL-08");
        his.Go("/joints/AL-08");
        hers.Type("#f-bolts-count", "5");
        his.Type("#f-layers-1-thickness", "14 mm");
        Assert.Contains("changed elsewhere", his.Text("#conflict"), StringComparison.Ordinal);
        Assert.Contains("14 mm", his.Text("#conflict"), StringComparison.Ordinal);
        Assert.Equal("5", his.Value("#f-bolts-count"));
        Assert.Equal("10 mm", his.Value("#f-layers-1-thickness"));
        his.Settled(() => his.Find("#conflict button").Click());
        Assert.Equal("14 mm", his.Value("#f-layers-1-thickness"));
        Assert.Equal("5", his.Value("#f-bolts-count"));
        hers.Go("/joints/AL-08");
        Assert.Equal("14 mm", hers.Value("#f-layers-1-thickness"));
    }

    [Fact]
    public void The_keyboard_alone_reaches_everything_needed()
    {
        var b = Browser.Shared(_server);
        b.Go("/joints/AL-03");
        b.Press("?");
        b.Until(() => b.Find("#help").Displayed, "help");
        b.Press(Keys.Escape);
        b.Until(() => !b.Driver.FindElement(By.Id("help")).Displayed, "help closed");
        b.Press("/");
        b.Until(() => b.Driver.SwitchTo().ActiveElement().GetDomAttribute("id") == "quick", "the quick line");
        b.Press("2 M10 8.8, 6 kN apart, 8 + 8 steel, oiled" + Keys.Enter);
        b.Until(() => b.Has("#stage"), "the Bench");
        // Tab to the first field, change it, step on; the focus stays where a hand left it.
        b.Run("document.getElementById('f-bolts-count').select()");
        b.Press("3" + Keys.Tab);
        b.Until(() => b.Text("#callout-text").StartsWith("3 ×", StringComparison.Ordinal), "three bolts");
        Assert.Equal("f-bolts-length", b.Driver.SwitchTo().ActiveElement().GetDomAttribute("id"));
        b.Run("document.querySelector('#verdict-proof button').focus()");
        b.Settled(() => b.Press(Keys.Enter));
        Assert.True(b.Has("#working-proof math"));
        b.Run("document.activeElement.blur()");
        b.Settled(() => b.Press("z"));
        Assert.StartsWith("2 ×", b.Text("#callout-text"), StringComparison.Ordinal);
        b.Press("u");
        b.Until(() => b.Text("#callout-text").Contains("lbf", StringComparison.Ordinal), "US units");
        b.Press("3");
        b.Until(() => b.Has("#matrix"), "the Finder");
        b.Press("0");
        b.Until(() => b.Has("#quick"), "the Board");
    }

    [Fact]
    public void The_quick_line_points_at_what_it_did_not_understand()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#quick").SendKeys("4 M16 8.8, a pinch of salt, 12 + 20 steel" + Keys.Enter);
        Assert.Equal("pinch", b.Text(".echo .unknown"));
        Assert.Equal("4 M16 8.8, a pinch of salt, 12 + 20 steel", b.Value("#quick"));
        b.NoBarrier();
        b.Find(".quick-answer .anyway").Click();
        b.Until(() => b.Has("#stage"), "the Bench");
    }

    [Fact]
    public void The_quick_line_is_read_while_it_is_typed_and_a_question_is_answered_with_one_click()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#quick").SendKeys("4 M16 8.8, 12 kN, 12 + 20 steel");
        b.Until(() => b.Has(".echo .unknown"), "the reading");
        Assert.Equal("12 kN", b.Text(".echo .unknown"));
        Assert.Contains("zinc plated", b.Text("#quick-reading"), StringComparison.Ordinal);
        b.NoBarrier();
        b.Find("#quick-reading .question button").Click();
        b.Until(() => b.Has("#stage"), "the Bench");
        Assert.Equal("12 kN", b.Value("#f-loads-0-tension"));
        Assert.Equal("", b.Value("#f-tightening-lubrication"));
        Assert.Contains("zinc plated, as received, chosen", b.Text("#f-tightening-lubrication"), StringComparison.Ordinal);
        Assert.False(b.Has(".verdict.short"));
    }

    [Fact]
    public void An_empty_quick_line_says_so()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#quick").SendKeys(Keys.Enter);
        b.Until(() => b.Has("#quick-reading[role=alert]"), "the answer");
        Assert.Contains("empty", b.Text("#quick-reading"), StringComparison.Ordinal);
    }

    [Fact]
    public void A_way_out_is_taken_with_one_press_and_undone_with_another()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#quick").SendKeys("2 M12 8.8, 9 kN apart, 9 kN across, 8 + 10 S275, washers, zinc, no slip" + Keys.Enter);
        b.Until(() => b.Has("#stage"), "the Bench");
        Assert.True(b.Has(".verdict.short"));
        b.Settled(() => b.Find("[data-way^='bolts.count='] button").Click());
        Assert.False(b.Has(".verdict.short"));
        Assert.NotEqual("2", b.Value("#f-bolts-count"));
        b.Settled(() => b.Find("#undo").Click());
        Assert.Equal("2", b.Value("#f-bolts-count"));
        b.NoBarrier();
    }

    [Fact]
    public async Task The_basis_is_changed_with_one_press_asks_at_its_fields_and_lays_the_bolts_out()
    {
        // A server of its own: what the project is judged by is everybody's.
        using var server = await Server.Start();
        using var b = new Browser(server);
        b.Go("/joints/AL-03/basis");
        b.Settled(() => b.Find("#by-eurocode button").Click());
        b.Until(() => b.Text(".callout").Contains("EN 1993-1-8:2005", StringComparison.Ordinal), "the edition beside the result");
        // What the code needs is asked for at its fields, and no instruction is given until it is there.
        b.Until(() => b.Has(".asks [data-focus]"), "what it asks for");
        Assert.False(b.Find(".copy").Enabled);
        Assert.Contains("where the bolts are", b.Text(".asks"), StringComparison.Ordinal);
        // A gap is answered for by name, with a reason; what was typed stays where one of them is missing.
        b.Go("/joints/AL-03");
        while (b.Has(".accept"))
        {
            var left = b.Driver.FindElements(By.CssSelector(".accept")).Count;
            b.Find(".accept summary").Click();
            b.Find(".accept[open] [name=by]").SendKeys("M. Lock");
            b.Settled(() => b.Find(".accept[open] button").Click());
            Assert.Contains("reason: needed", b.Text(".accept[open] .fault"), StringComparison.Ordinal);
            Assert.Equal("M. Lock", b.Value(".accept[open] [name=by]"));
            b.NoBarrier();
            b.Find(".accept[open] [name=reason]").SendKeys("measured on the gate");
            b.Settled(() => b.Find(".accept[open] button").Click());
            b.Until(() => b.Driver.FindElements(By.CssSelector(".accept")).Count < left, "one gap less");
        }
        Assert.Contains("Accepted by M. Lock: measured on the gate", b.Text("#accepted"), StringComparison.Ordinal);
        Assert.Contains("accepted by M. Lock", b.Text(".callout"), StringComparison.Ordinal);
        b.Settled(() => b.Find("#accepted button").Click());
        Assert.True(b.Has(".accept"));
        b.Go("/joints/AL-19/basis");
        b.Until(() => b.Has(".layouts button"), "layouts that hold");
        var words = b.Text(".layouts button span");
        b.Settled(() => b.Find(".layouts button").Click());
        b.Until(() => b.Text("#stage").Contains("rev 2", StringComparison.Ordinal), "one revision");
        Assert.Contains("apart", words, StringComparison.Ordinal);
        b.Go("/joints/AL-20/pattern");
        Assert.True(b.Has("#plan .failure .fracture"));
        b.Go("/help/bases");
        Assert.Contains("IS 800:2007", b.Text("#main"), StringComparison.Ordinal);
        // The project's basis, with a factor chosen otherwise, goes into what is made next.
        b.Go("/joints/AL-20/basis");
        b.Type("#f-judging-eurocode-gammaM2", "1.3");
        b.Settled(() => b.Find("[hx-post$='handler=Project']").Click());
        b.Until(() => b.Text(".inputs").Contains("New joints: Eurocode 3", StringComparison.Ordinal), "the project's basis");
        b.Go("/");
        b.Find("#quick").SendKeys("4 M16 8.8, 30 kN across, 12 + 12 steel" + Keys.Enter);
        b.Until(() => b.Has("#stage"), "the Bench");
        Assert.Contains("γM2 1.3 (recommended 1.25)", b.Text(".callout"), StringComparison.Ordinal);
    }

    [Fact]
    public void A_blank_joint_is_one_press_away()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find(".blank").Click();
        b.Until(() => b.Has("#stage"), "the Bench");
        Assert.Equal("New joint", b.Text("h1"));
        b.Find("#identity summary").Click();
        Assert.Contains("no load yet", b.Value("#f-note"), StringComparison.Ordinal);
    }

    [Fact]
    public void The_board_creates_renames_duplicates_deletes_and_brings_back()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#project-menu summary").Click();
        b.Find("#new-project").SendKeys("Yard" + Keys.Enter);
        b.Until(() => b.Text(".projects [aria-current=true]") == "Yard", "the new project");
        Assert.Contains("No joints yet", b.Text("#joints"), StringComparison.Ordinal);
        b.NoBarrier();
        b.Find("#quick").SendKeys("4 M16 8.8, 20 kN apart, 12 + 20 steel" + Keys.Enter);
        b.Until(() => b.Has("#stage"), "the Bench");
        b.Find(".crumbs a").Click();
        void Menu(string button)
        {
            b.Find(".joint .menu summary").Click();
            b.Until(d => d.FindElements(By.CssSelector(".joint .menu[open] button")).FirstOrDefault(e => e.Text == button), button).Click();
        }

        Menu("Duplicate");
        b.Until(() => b.Has("#stage"), "the copy");
        b.Find(".crumbs a").Click();
        b.Until(() => b.Driver.FindElements(By.CssSelector(".joint")).Count == 2, "two joints");
        b.Find(".joint .menu summary").Click();
        var name = b.Find(".joint .menu[open] input[name=name]");
        name.Clear();
        name.SendKeys("Crane hook" + Keys.Enter);
        b.Until(() => b.Text("#joints").Contains("Crane hook", StringComparison.Ordinal), "the new name");
        b.Settled(() => b.Find("#search").SendKeys("crane"));
        Assert.Single(b.Driver.FindElements(By.CssSelector(".joint")));
        Menu("Delete");
        b.Until(() => b.Has("#deleted"), "the way back");
        Assert.DoesNotContain("Crane hook", b.Text("#joints"), StringComparison.Ordinal);
        // It is there on another day as well.
        b.Go("/");
        b.Find(".projects a[href]:last-of-type").Click();
        b.Find("#deleted summary").Click();
        b.Find("#deleted button").Click();
        b.Until(() => b.Text("#joints").Contains("Crane hook", StringComparison.Ordinal), "it is back");
    }

    [Fact]
    public void A_name_too_long_is_said_beside_it_and_stays_typed()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        var name = new string('N', 121);
        b.Find("#project-menu summary").Click();
        b.Find("#new-project").SendKeys(name + Keys.Enter);
        b.Until(() => b.Has("#project-menu .fault"), "the fault");
        Assert.Contains("at most 120", b.Text("#project-menu .fault"), StringComparison.Ordinal);
        Assert.Equal(name, b.Value("#new-project"));
        Assert.DoesNotContain(b.Driver.FindElements(By.CssSelector(".projects > a")), a => a.Text == "New project");
        b.Find(".joint .menu summary").Click();
        var rename = b.Find(".joint .menu[open] input[name=name]");
        
        rename.Clear();
        rename.SendKeys(new string('J', 201) + Keys.Enter);
        b.Until(() => b.Has(".joint .menu .fault"), "the fault");
        Assert.Equal(201, b.Value(".joint .menu[open] input[name=name]").Length);
    }

    [Fact]
    public void A_grade_of_ones_own_is_used_and_marked()
    {
        var b = Browser.Shared(_server);
        b.Go("/stores");
        b.Find("#own summary").Click();
        b.Find("#own [name=name]").SendKeys("House 830");
        b.Find("#own [name=proof]").SendKeys("600");
        b.Find("#own button").Click();
        b.Until(() => b.Driver.FindElements(By.CssSelector("#own .fault")).Count >= 4, "the faults");
        Assert.Equal("House 830", b.Value("#own [name=name]"));
        b.NoBarrier();
        foreach (var (key, text) in new[] { ("yield", "660 MPa"), ("tensile", "830 MPa"), ("minDiameter", "6 mm"), ("maxDiameter", "24 mm"),
            ("source", "mill sheet 7") })
        {
            b.Find($"#own [name={key}]").SendKeys(text);
        }
        b.Find("#own button").Click();
        b.Until(() => b.Has("tr.own"), "the shelf");
        Assert.Contains("mill sheet 7", b.Text("tr.own"), StringComparison.Ordinal);
        b.Go("/joints/AL-14");
        b.Select("#f-bolts-grade", "House 830");
        Assert.Contains("House 830 (mill sheet 7)", b.Text("#caution-ownData"), StringComparison.Ordinal);
        b.Settled(() => b.Find("#undo").Click());
    }

    [Fact]
    public void The_finder_answers_to_number_wrench_and_series()
    {
        var b = Browser.Shared(_server);
        b.Go("/joints/AL-03/finder");
        Assert.True(b.Has("td.current"));
        var held = b.Driver.FindElements(By.CssSelector("td.holds")).Count;
        b.Settled(() => b.Run("const c = document.getElementById('count'); c.value = 12; c.dispatchEvent(new Event('input', { bubbles: true }));"));
        b.Until(() => b.Text("#matrix output") == "12", "twelve bolts");
        Assert.True(b.Driver.FindElements(By.CssSelector("td.holds")).Count > held);
        b.Type("#wrench", "300 lb");
        Assert.Contains("in·lb", b.Text("#wrench-fault"), StringComparison.Ordinal);
        Assert.Equal("300 lb", b.Value("#wrench"));
        b.Type("#wrench", "300 N·m");
        Assert.True(b.Has("td.unfit"));
        b.Select("[name=Sizes]", "all of the series");
        b.Select("[name=Series]", "UNC");
        // Sizes that fall short are folded away until they are asked for.
        Assert.DoesNotContain("1/4-20 UNC ×", b.Text("#matrix tbody"), StringComparison.Ordinal);
        b.Settled(() => b.Find("[name=Unfold]").Click());
        Assert.Contains("1/4-20 UNC", b.Text("#matrix tbody"), StringComparison.Ordinal);
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void A_number_leads_to_the_value_that_just_holds_and_back_into_the_joint()
    {
        var b = Browser.Shared(_server);
        b.Go("/joints/AL-03");
        b.Find("#f-faceFriction").Click();
        b.Settled(() => b.Chord(Keys.Alt, "j"));
        b.Until(() => b.Has("#just-holds svg"), "the curve");
        Assert.Contains("The joint holds from", b.Text("#just-holds-words"), StringComparison.Ordinal);
        Assert.Contains("below: slip", b.Text("#just-holds-words"), StringComparison.Ordinal);
        b.NoBarrier();
        b.Settled(() => b.Find("#just-holds .plain-button").Click());
        Assert.StartsWith("0.26", b.Value("#f-faceFriction"), StringComparison.Ordinal);
        Assert.Contains("Holds", b.Find("#callout").GetDomAttribute("data-told"), StringComparison.Ordinal);
        b.Until(() => b.Find("#announce").GetDomProperty("textContent")!.StartsWith("Holds", StringComparison.Ordinal),
            "the changed verdict is said");
        // It stays open over a change, and Escape closes it.
        Assert.True(b.Has("#just-holds"));
        b.Settled(() => b.Press(Keys.Escape));
        Assert.False(b.Has("#just-holds"));
        b.Settled(() => b.Find("#undo").Click());
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void Parts_of_a_stage_are_one_key_away_and_the_finder_is_one_stop()
    {
        var b = Browser.Shared(_server);
        b.Go("/joints/AL-03");
        string Section() => (string)b.Run("return document.activeElement.closest('section')?.className.split(' ')[0] || ''")!;
        foreach (var (key, section) in new[] { ("v", "verdicts"), ("i", "inputs") })
        {
            b.Run("document.activeElement.blur()");
            b.Press(key);
            Assert.Equal(section, Section());
            if (section == "inputs") b.Press(Keys.Escape);
        }
        b.Go("/joints/AL-03/finder");
        Assert.Equal(1L, b.Run("return document.querySelectorAll(\"#matrix td button[tabindex='0']\").length"));
        b.Run("document.querySelector(\"#matrix td button[tabindex='0']\").focus()");
        var first = (string)b.Run("return document.activeElement.dataset.thread")!;
        b.Press(Keys.ArrowDown);
        Assert.NotEqual(first, (string)b.Run("return document.activeElement.dataset.thread")!);
        Assert.Equal(1L, b.Run("return document.querySelectorAll(\"#matrix td button[tabindex='0']\").length"));
    }
}
