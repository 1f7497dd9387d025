using OpenQA.Selenium;

namespace Hasp.Web.Tests;

/// <summary>Preload, Fatigue and Chance, thread ends and figures by hand, in a real browser.</summary>
[Collection(SecondServer.Others)]
public sealed class StageTests(SecondServer shared)
{
    private readonly Server _server = shared.Server;

    /// <summary>A joint of its own, from the quick line.</summary>
    private Browser Bench(string line)
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#quick").SendKeys(line + Keys.Enter);
        b.Until(() => b.Has("#stage"), "the Bench");
        return b;
    }

    [Fact]
    public void A_tapped_joint_is_made_and_a_screw_that_does_not_fit_says_what_would()
    {
        var b = Bench("4 M12 8.8, 12 kN apart, 16 + 40 steel, oiled");
        b.Select("#f-threadEnd-kind", "tapped");
        Assert.True(b.Has(".tapped"));
        Assert.Contains("into Part 2", b.Text("#callout-text"), StringComparison.Ordinal);
        b.Type("#f-threadEnd-threadDepth", "20 mm");
        Assert.True(b.Has(".tip-of-drill"));
        b.Type("#f-bolts-length", "50 mm");
        Assert.Contains("the screw bottoms", b.Text(".on-drawing"), StringComparison.Ordinal);
        Assert.Equal("not saved yet", b.Text("#kept"));
        Assert.Equal("50 mm", b.Value("#f-bolts-length"));
        b.NoBarrier();
        b.Settled(() => b.Find(".on-drawing button").Click());
        Assert.False(b.Has(".on-drawing"));
        Assert.StartsWith("rev", b.Text("#kept"), StringComparison.Ordinal);

        // An insert longer than the hole.
        b.Select("#f-threadEnd-kind", "insert");
        b.Type("#f-threadEnd-insertLength", "30 mm");
        Assert.Contains("longer than the hole", b.Text(".on-drawing"), StringComparison.Ordinal);
        b.Settled(() => b.Find(".on-drawing button").Click());
        Assert.True(b.Has(".section .insert"));
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void A_joint_that_opens_says_so_on_the_drawing_and_a_way_out_mends_it()
    {
        var b = Bench("2 M10 8.8, 60 kN apart, 12 + 12 steel, oiled");
        Assert.Contains("The faces part", b.Text(".on-drawing"), StringComparison.Ordinal);
        b.NoBarrier();
        b.Settled(() => b.Find(".on-drawing button").Click());
        Assert.DoesNotContain("The faces part", b.Driver.PageSource, StringComparison.Ordinal);
        Assert.False(b.Has(".verdict.short"));
    }

    [Fact]
    public void A_figure_by_hand_agrees_or_smells()
    {
        var b = Bench("4 M16 8.8, 40 kN apart, 12 + 20 steel, oiled");
        b.Settled(() => b.Find("#verdict-opening > button").Click());
        // C by hand, from the school that is in use.
        var share = b.Text("#working-opening");
        Assert.Contains("share of an outside load", share, StringComparison.Ordinal);
        b.Type("#hand-opening-externalLoad", "10 kN");
        Assert.Contains("agrees within 1 %", b.Text("#hand-opening-externalLoad-verdict"), StringComparison.Ordinal);
        b.Type("#hand-opening-externalLoad", "40 kN");
        Assert.Contains("number of bolts", b.Text("#hand-opening-externalLoad-verdict"), StringComparison.Ordinal);
        b.Type("#hand-opening-externalLoad", "10");
        Assert.Contains("unit", b.Text("#hand-opening-externalLoad-verdict"), StringComparison.OrdinalIgnoreCase);
        Assert.Equal("10", b.Value("#hand-opening-externalLoad"));
        b.NoBarrier();
        b.Type("#hand-opening-externalLoad", "");
        Assert.Equal("", b.Text("#hand-opening-externalLoad-verdict"));
    }

    [Fact]
    public void The_preload_stage_is_worked_by_keyboard_alone()
    {
        var b = Bench("4 M16 8.8, 60 kN apart, 20 kN across, 12 + 20 steel, oiled");
        b.Press("4");
        b.Until(() => b.Driver.Url.EndsWith("/preload", StringComparison.Ordinal), "the Preload stage");
        b.Run("document.getElementById('f-tightening-aim').focus(); document.getElementById('f-tightening-aim').select()");
        b.Press("70 % of yield" + Keys.Enter);
        b.Until(() => b.Text("#kept").StartsWith("rev 2", StringComparison.Ordinal), "kept");
        var torque = b.Text("#tightening-torque");
        b.Type("#f-tightening-threadFriction", "0.12");
        Assert.Contains("both frictions", b.Text("#f-tightening-bearingFriction-fault"), StringComparison.Ordinal);
        b.Type("#f-tightening-bearingFriction", "0.12");
        Assert.NotEqual(torque, b.Text("#tightening-torque"));
        Assert.Contains("Equal to a nut factor", b.Text(".verdicts"), StringComparison.Ordinal);
        b.Type("#f-temperature-parts", "80");
        Assert.Equal("80 °C", b.Value("#f-temperature-parts"));
        Assert.True(b.Has(".cliff") && b.Has(".curve.opening") && b.Has(".joint-line.load"));
        b.Press(Keys.Escape + "z");
        b.Until(() => b.Value("#f-temperature-parts").Length == 0, "undone");
        b.NoBarrier();
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void Fatigue_begins_with_what_alternates()
    {
        var b = Bench("4 M16 8.8, 60 kN apart, 12 + 20 steel, oiled");
        b.Press("5");
        b.Until(() => b.Has(".empty"), "nothing alternates");
        b.NoBarrier();
        b.Select("#f-loads-0-alternatesWith", "unloaded");
        Assert.True(b.Has(".swing.worst") && b.Has(".limit.used"));
        var cut = b.Text(".big-factor");
        // The table is of rolled threads: it is not taken for cut ones.
        b.Select("#f-fatigue-endurance", "table");
        Assert.Contains("taken as cut", b.Text("#f-fatigue-endurance-fault"), StringComparison.Ordinal);
        b.Select("#f-fatigue-threads", "rolled");
        Assert.NotEqual(cut, b.Text(".big-factor"));
        b.Type("#f-fatigue-slope", "5");
        b.Type("#f-loads-0-cycles", "50000");
        Assert.Contains("life used", b.Text(".big-factor"), StringComparison.Ordinal);
        b.Press(Keys.Escape + "1");
        b.Until(() => b.Has("#verdict-fatigue"), "the Bench");
        Assert.Equal(3, b.Driver.FindElements(By.CssSelector(".section .break")).Count);
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void A_long_run_shows_its_progress_and_can_be_stopped()
    {
        var b = Bench("4 M16 8.8, 60 kN apart, 20 kN across, 12 + 20 steel, oiled");
        b.Press("6");
        b.Until(() => b.Has("#chance-opening"), "the outcome");
        Assert.Contains("nut factor", b.Text("#chance-opening"), StringComparison.Ordinal);
        Assert.Contains("some bolt of 4", b.Text("#chance-opening"), StringComparison.Ordinal);
        // The line carries the shear by bearing: what is not judged is not sampled, and said.
        Assert.False(b.Has("#chance-slip"));
        Assert.Contains("may slip into bearing", b.Text(".not-sampled"), StringComparison.Ordinal);
        b.Type("#f-uncertainty-nutFactor", "lots");
        Assert.Contains("standard deviation", b.Text("#f-uncertainty-nutFactor-fault"), StringComparison.Ordinal);
        b.Type("#f-uncertainty-nutFactor", "uniform 20 %");
        b.Type("#f-uncertainty-samples", "1000000000");
        b.Until(() => b.Has("#stop"), "progress");
        b.NoBarrier();
        b.Find("#stop").Click();
        b.Until(() => b.Has("#again"), "what is done");
        Assert.Contains("stopped", b.Text("#outcome"), StringComparison.Ordinal);
        b.Type("#f-uncertainty-samples", "20000");
        b.Until(() => b.Text("#outcome").Contains("20\u202F000 samples", StringComparison.Ordinal), "the short run");
        Assert.Empty(b.Complaints());
    }
}
