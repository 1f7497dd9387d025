using System.Text.RegularExpressions;
using Hasp.Core.Joints;
using Hasp.Web.Pages.Joints;

namespace Hasp.Web.Tests;

/// <summary>Whatever is wrong with a joint is said on every stage of it, once: at its control where the stage shows one, above where not.</summary>
[Collection(SecondServer.Others)]
public sealed partial class SaidTests(SecondServer shared)
{
    [Theory]
    [InlineData("6 M16 8.8, 72 kN apart, 24 kN across, 12 + 20 steel, oiled", 90)]
    [InlineData("end plate M20 10.9", 60)]
    public async Task Every_fault_stands_once_on_every_stage(string line, int floor)
    {
        using var editor = await Editor.Make(shared.Server, line);
        var kept = await editor.Kept();
        var spoilt = Fields.All.Where(f => f.Kind is not (FieldKind.Text or FieldKind.Choice)).Select(f => f.Path.Replace("[]", "[0]", StringComparison.Ordinal))
            .Where(p => kept.At(p) is not null);
        // All at once, as a browser without scripts sends them.
        using var sent = await editor.Http.PostAsync($"/joints/{editor.Joint}?handler=SetAll", new FormUrlEncodedContent([.. spoilt.Select(p => KeyValuePair.Create(p, "◊ nonsense")),
            new("Seen", $"{editor.Seen}"), new("__RequestVerificationToken", editor.Token)]));
        Assert.True(sent.IsSuccessStatusCode, $"{sent.StatusCode}");
        foreach (var stage in Stage.All)
        {
            using var answer = await editor.Http.GetAsync(stage.AddressOf(editor.Joint));
            var html = await answer.Content.ReadAsStringAsync();
            // A stage that this joint has not, and the Finder, which searches for the joint as it was kept.
            if (!html.Contains("id=\"faults\"", StringComparison.Ordinal))
            {
                Assert.True(!answer.IsSuccessStatusCode || stage.Id == "finder", stage.Name);
                continue;
            }
            var wrong = int.Parse(Count().Match(html).Groups[1].Value);
            Assert.True(wrong >= floor, $"{stage.Name}: {wrong}");
            var said = Said().Matches(html).Select(m => m.Value).ToList();
            Assert.True(wrong == said.Count, $"{stage.Name}: {wrong} wrong, {said.Count} said");
            Assert.Empty(Ids().Matches(html).Select(m => m.Groups[1].Value).GroupBy(i => i).Where(g => g.Count() > 1).Select(g => g.Key));
        }
    }

    [GeneratedRegex(@"\bid=""([^""]+)""")]
    private static partial Regex Ids();

    [GeneratedRegex(@"<strong>(\d+) entr")]
    private static partial Regex Count();

    [GeneratedRegex("class=\"fault-line\"|class=\"fault\" id=\"f-|class=\"off\">▲")]
    private static partial Regex Said();
}
