using OpenQA.Selenium;

namespace Hasp.Web.Tests;

/// <summary>Kinds of joint in a real browser: begun from a tile or a line, changed on the drawing, at every size.</summary>
[Collection(SecondServer.Others)]
public sealed class KindStageTests(SecondServer shared)
{
    private readonly Server _server = shared.Server;

    [Theory]
    [InlineData("splice", "#f-splice-left", "14 mm", "spliceGross")]
    [InlineData("pin", "#f-pin-eyeThickness", "25 mm", "pinBearing")]
    [InlineData("basePlate", "#f-basePlate-width", "320 mm", "enBasePressed")]
    [InlineData("closure", "#f-closure-outer", "130 mm", "closureHoop")]
    [InlineData("cover", "#f-cover-thickness", "36 mm", "coverPlate")]
    public void A_kind_is_begun_by_its_drawing_explains_itself_and_is_changed_on_it(string kind, string field, string to, string check)
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find($".kinds button[value={kind}]").Click();
        b.Until(() => b.Has(".sheet"), "the drawing");
        Assert.True(b.Text(".explains").Length > 40);
        Assert.True(b.Has(".hint.chosen"), "nothing says that its values are chosen");
        var verdict = b.Text($"#verdict-{check}");
        var drawn = "#d-" + field[1..];
        // The drawing is the input: the figure on it is the field's, and changes what it is judged by.
        Assert.Equal(b.Value(field), b.Value(drawn));
        b.Type(drawn, to);
        Assert.Equal(to, b.Value(field));
        Assert.Equal(to, b.Value(drawn));
        Assert.NotEqual(verdict, b.Text($"#verdict-{check}"));
        Assert.StartsWith("rev 2", b.Text("#kept"), StringComparison.Ordinal);
        b.Settled(() => b.Find("#undo").Click());
        Assert.Equal(verdict, b.Text($"#verdict-{check}"));
        // What cannot be is answered at its field, and stays as it was typed.
        b.Type(field, "0 mm");
        Assert.Contains("at least 10 µm", b.Text(field + "-fault"), StringComparison.Ordinal);
        Assert.Equal("0 mm", b.Value(field));
        Assert.Equal("not saved yet", b.Text("#kept"));
        b.NoBarrier();
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void A_line_makes_a_splice_whose_sides_are_judged_apart()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#quick").SendKeys("splice 12/18 plates, 2 × 10 covers, 420 kN, M20 8.8" + Keys.Enter);
        b.Until(() => b.Has(".sides"), "the sides");
        Assert.Contains("left side", b.Text(".sides .first"), StringComparison.Ordinal);
        Assert.Contains("3 mm packing", b.Text(".sides"), StringComparison.Ordinal);
        Assert.Contains("right side", b.Text(".by-check thead"), StringComparison.Ordinal);
        Assert.True(b.Has(".sheet .between"), "no packing is drawn");
        // Both sides are in the order.
        Assert.Matches(@"^[0-9]+ × M20", b.Text("#callout-text"));
        // Where the kind lays out the bolts there is no pattern to lay out.
        Assert.DoesNotContain("Pattern", b.Text("nav.stages"), StringComparison.Ordinal);
        b.Find("nav.stages a[data-key='3']").Click();
        b.Until(() => b.Has("#matrix .current"), "the Finder with the splice as it stands");
        Assert.False(b.Has("#count"), "a slider for a number that follows from the splice");
        var number = b.Text("#matrix output");
        Assert.Contains($"{number} bolts, as the splice has them", b.Text("#matrix .legend:last-child"), StringComparison.Ordinal);
        // Adopted as it was judged: of another size, with the same numbers.
        b.Find("#matrix button[data-thread='M24'][data-grade='8.8']").Click();
        b.Until(() => b.Has("#callout-text") && b.Text("#callout-text").Contains("M24", StringComparison.Ordinal),
            "the Bench with the size that was taken");
        Assert.StartsWith(number + " × M24", b.Text("#callout-text"), StringComparison.Ordinal);
        Assert.Empty(b.Complaints());
    }

    [Fact]
    public void What_is_said_of_a_pin_and_not_understood_is_pointed_at_while_it_is_typed()
    {
        var b = Browser.Shared(_server);
        b.Go("/");
        b.Find("#quick").SendKeys("pin 30, eye 16 thick, with bells on");
        b.Until(() => b.Has("#quick-reading .unknown"), "what was not understood");
        Assert.Equal("bells", b.Text("#quick-reading .unknown"));
        Assert.Contains("hanger", b.Text("#quick-reading .taken"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("AL-23")]
    [InlineData("AL-24")]
    [InlineData("AL-25")]
    [InlineData("AL-26")]
    [InlineData("AL-27")]
    public void Nothing_on_the_drawing_overlaps_at_any_size(string joint)
    {
        var b = Browser.Shared(_server);
        b.Go("/joints/" + joint);
        b.Until(() => b.Has(".sheet .sheet-label"), "the drawing");
        try
        {
            foreach (var (width, height) in new[] { (1280, 800), (1024, 768), (390, 844) })
            {
                b.Resize(width, height);
                b.Quiet();
                var met = b.Run("""
                    const boxes = [...document.querySelectorAll(".sheet .sheet-label, .sheet .load text, .sheet .view-name")].map((e) => [e.textContent.trim() || e.querySelector("input")?.ariaLabel, e.getBoundingClientRect()]);
                    const out = [];
                    for (let i = 0; i < boxes.length; i++) for (let j = 0; j < i; j++) {
                      const [a, b] = [boxes[i][1], boxes[j][1]];
                      if (a.left + 1 < b.right && b.left + 1 < a.right && a.top + 1 < b.bottom && b.top + 1 < a.bottom) out.push(boxes[i][0] + " on " + boxes[j][0]);
                    }
                    const sheet = document.querySelector(".drawing").getBoundingClientRect();
                    for (const [name, r] of boxes) if (r.left < sheet.left - 1 || r.right > sheet.right + 1) out.push(name + " runs out");
                    return [boxes.length, out.join("; ")];
                    """);
                var found = (System.Collections.ObjectModel.ReadOnlyCollection<object>)met!;
                Assert.True((long)found[0] >= 4, $"{joint} at {width}: {found[0]} labels on {b.Driver.Url}");
                Assert.True(((string)found[1]).Length == 0, $"{joint} at {width}: {found[1]}");
            }
        }
        finally
        {
            b.Resize(1280, 800);
        }
    }

    [Fact]
    public void The_quick_check_answers_two_fields_and_becomes_a_joint()
    {
        var b = Browser.Shared(_server);
        b.Go("/check");
        b.Find("#shop-load").SendKeys("20 tons");
        b.Find("#shop-bolts").SendKeys("4 M20 8.8");
        b.Until(() => b.Has("#shop-load-problem"), "which ton");
        b.Find("#shop-load").Clear();
        b.Find("#shop-load").SendKeys("80 mm at 210 bar");
        b.Until(() => b.Text("#shop-answer").Contains("in tension", StringComparison.OrdinalIgnoreCase), "the answer");
        Assert.Contains("106 kN", b.Text("#shop-answer"), StringComparison.Ordinal);
        b.NoBarrier();
        b.Find("#shop-answer form button").Click();
        b.Until(() => b.Has("#stage"), "the Bench");
        Assert.Contains("4 × M20", b.Text("#callout-text"), StringComparison.Ordinal);
        Assert.Empty(b.Complaints());
    }
}
