using Hasp.Files;
using OpenQA.Selenium;

namespace Hasp.Web.Tests;

/// <summary>The quick line under the hand: it goes on from the tables, by key and by finger; the last lines come back; several at once are a joint each.</summary>
[Collection(SecondServer.Others)]
public sealed class QuickLineTests(SecondServer shared)
{
    [Fact]
    public void Words_go_on_by_key_and_by_finger_and_the_last_lines_come_back()
    {
        var b = Browser.Shared(shared.Server);
        b.Go("/");
        b.Run("localStorage.clear()");
        b.Press("/");
        b.Press("4 M16 8.8, 60 kN apart, hot d");
        b.Until(() => b.Has("[data-complete^='4 M16 8.8, 60 kN apart, hot d']"), "words to go on with");
        b.Press(Keys.ArrowDown);
        var chosen = (string)b.Run("return document.activeElement.textContent.trim()")!;
        Assert.StartsWith("hot d", chosen, StringComparison.Ordinal);
        b.Press(Keys.Enter);
        b.Until(() => b.Value("#quick") == $"4 M16 8.8, 60 kN apart, {chosen} ", "the word in the line");
        b.Until(() => b.Has("#quick-reading .taken") && b.Text("#quick-reading").Contains("galvanised", StringComparison.Ordinal), "what it was taken for");
        // By finger: a word is pressed.
        b.Run("document.getElementById('quick').value = '4 M16 8.8, 60 kN apart, oil'; document.getElementById('quick').dispatchEvent(new Event('input', { bubbles: true }));");
        b.Until(() => b.Text("#quick-reading").Contains("oiled", StringComparison.Ordinal), "oiled to go on with");
        b.Find(".completions [data-complete$='oiled']").Click();
        b.Press(Keys.Enter);
        b.Until(() => b.Driver.Url.Contains("/joints/", StringComparison.Ordinal), "a joint");
        b.Go("/");
        b.Press("/");
        b.Press("half a li" + Keys.ArrowUp);
        b.Until(() => b.Value("#quick").StartsWith("4 M16 8.8, 60 kN apart, oil", StringComparison.Ordinal), "the last line");
        b.Press(Keys.ArrowDown);
        b.Until(() => b.Value("#quick") == "half a li", "what was being typed");
        b.NoBarrier();
    }

    [Fact]
    public void A_choice_is_pressed_and_changed_and_the_line_keeps_its_own_words()
    {
        var b = Browser.Shared(shared.Server);
        b.Go("/");
        b.Press("/");
        b.Press("60 kN shear, 12 + 12 S275");
        b.Until(() => b.Has(".chosen-words summary"), "what was chosen");
        b.Run("[...document.querySelectorAll('.chosen-words summary')].find((s) => s.textContent.startsWith('shear by bearing')).focus()");
        b.Press(Keys.Enter);
        b.Until(() => b.Find(".chosen-words details[open] button").Displayed, "what else it could be");
        b.Press(Keys.Tab);
        b.Press(Keys.Enter);
        b.Until(() => b.Value("#quick") == "60 kN shear, 12 + 12 S275, must not slip ", "the words in the line");
        b.Until(() => b.Text("#quick-reading").Contains("must not slip", StringComparison.Ordinal) && !b.Text("#quick-reading").Contains("shear by bearing", StringComparison.Ordinal), "read anew");
        b.NoBarrier();
    }

    [Fact]
    public async Task Several_lines_are_a_joint_each_and_what_is_asked_of_one_takes_nothing_from_the_others()
    {
        var b = Browser.Shared(shared.Server);
        b.Go("/");
        b.Run("""
            const t = new DataTransfer();
            t.setData("text", "4 M16 8.8, 60 kN apart, 12 + 20 steel\n\n6 M12 8.8, 30 kN\n2 M20 10.9, 15 kN across, 20 + 20 steel\n");
            document.getElementById("quick").dispatchEvent(new ClipboardEvent("paste", { clipboardData: t, bubbles: true, cancelable: true }));
            """);
        b.Until(() => b.Value("#lines").Split('\n').Length == 3, "three lines in their field");
        b.Find(".several button").Click();
        b.Until(() => b.Has(".several [role=alert]"), "what is asked");
        Assert.Equal("6 M12 8.8, 30 kN", b.Value("#lines").Trim());
        Assert.Contains("30 kN", b.Text(".several [role=alert]"), StringComparison.Ordinal);
        using var http = shared.Server.Client();
        var board = await http.GetStringAsync("/?search=12+%2B+20+steel");
        Assert.Contains("4 M16 8.8, 60 kN apart, 12", System.Net.WebUtility.HtmlDecode(board), StringComparison.Ordinal);
        b.NoBarrier();
    }

    [Fact]
    public void Every_word_that_is_offered_is_read_in_its_line()
    {
        var offered = 0;
        foreach (var begun in new[] { "gal", "hex", "in sh", "cast", "s35", "slip", "stai", "per b", "euro", "8.", "coun", "torq" })
        {
            foreach (var (words, line) in QuickCompletions.Of("4 M16, 60 kN apart, " + begun))
            {
                offered++;
                var read = QuickLine.Read(line, Core.Quantities.UnitSystem.Si);
                Assert.DoesNotContain(read.Parts, p => p.Problem?.StartsWith("not understood", StringComparison.Ordinal) == true);
                Assert.True(words.StartsWith(begun, StringComparison.OrdinalIgnoreCase) || words.StartsWith(begun.Split(' ')[^1], StringComparison.OrdinalIgnoreCase), words);
            }
        }
        Assert.True(offered > 30, $"{offered} words");
        Assert.Empty(QuickCompletions.Of("4 M16 8.8, "));
    }
}
