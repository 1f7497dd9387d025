using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Web.Tests;

/// <summary>
/// Two who change one joint at once: what only one of them touched is put together, the same field asks, and nothing is put together in silence
/// that comes to another verdict, or to none.
/// </summary>
[Collection(SecondServer.Others)]
public sealed class MergeTests(SecondServer shared)
{
    private const string Line = "4 M16 8.8, 72 kN apart, 24 kN across, 12 + 20 steel, oiled";
    private readonly Server _server = shared.Server;

    private async Task<(Editor Hers, Editor His)> Both()
    {
        var hers = await Editor.Make(_server, Line);
        return (hers, await hers.Another(_server));
    }

    [Fact]
    public async Task Different_fields_and_rows_are_put_together_and_the_revision_names_both()
    {
        var (hers, his) = await Both();
        using (hers)
        using (his)
        {
            await hers.Set("note", "seen on the bank");
            await hers.Press("Add", ("list", "layers"));
            var answer = await his.Set("layers[1].name", "Lug");
            Assert.DoesNotContain("changed elsewhere", answer, StringComparison.Ordinal);
            // Her part has no edge yet, so that the joint is not judged in full any more: he is told.
            Assert.Contains("Put together with revision 3", answer, StringComparison.Ordinal);
            Assert.Contains("the joint is not judged in full", answer, StringComparison.Ordinal);
            answer = await his.Press("Add", ("list", "loads"));
            Assert.DoesNotContain("changed elsewhere", answer, StringComparison.Ordinal);
            // A page that slept through it all: a part that stands elsewhere by now is still the part that it showed.
            await hers.Reload();
            await hers.Press("Move", ("list", "layers"), ("index", "2"), ("by", "-1"));
            answer = await his.Set("layers[1].name", "Lug of the gate");
            Assert.DoesNotContain("changed elsewhere", answer, StringComparison.Ordinal);
            var kept = await his.Kept();
            Assert.Equal("seen on the bank", kept.Text(Fields.Note));
            Assert.Equal("Lug of the gate", kept.Text("layers[2].name"));
            Assert.Equal((3, 2), (kept[Fields.Layers].Length, kept[Fields.Loads].Length));
            var revisions = await his.Http.GetStringAsync($"/joints/{his.Joint}/revisions");
            Assert.Contains("put together with revision", revisions, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task The_same_field_asks_and_goes_on_top_when_asked_to()
    {
        var (hers, his) = await Both();
        using (hers)
        using (his)
        {
            await hers.Set("layers[0].thickness", "13 mm");
            var answer = await his.Set("layers[0].thickness", "14 mm");
            Assert.Contains("Both changed Part 1, thickness.", answer, StringComparison.Ordinal);
            Assert.Equal("13 mm", (await his.Kept()).Text("layers[0].thickness"));
            var kept = System.Text.RegularExpressions.Regex.Match(answer, @"kept beside it as revision (\d+)").Groups[1].Value;
            answer = await his.Press("PutOnTop", ("revision", kept));
            Assert.DoesNotContain("changed elsewhere", answer, StringComparison.Ordinal);
            Assert.Equal("14 mm", (await his.Kept()).Text("layers[0].thickness"));
        }
    }

    [Fact]
    public async Task What_comes_to_another_verdict_together_is_kept_beside_and_said()
    {
        // Each alone holds, both together do not: found, not guessed.
        using var hers = await Editor.Make(_server, Line);
        var draft = await hers.Kept();
        bool Holds(Draft d) => d.Judged().Joint is { } joint && Evaluation.Run(joint).Holds;
        var fewer = draft.State("bolts.count", "3", UnitSystem.Si);
        Assert.True(Holds(draft) && Holds(fewer));
        var pull = Enumerable.Range(73, 400).First(f => Holds(draft.State("loads[0].tension", $"{f} kN", UnitSystem.Si))
            && !Holds(fewer.State("loads[0].tension", $"{f} kN", UnitSystem.Si)));
        using var his = await hers.Another(_server);
        await hers.Set("bolts.count", "3");
        var answer = await his.Set("loads[0].tension", $"{pull} kN");
        Assert.Contains("Put together the joint falls short; yours alone holds, theirs holds.", answer, StringComparison.Ordinal);
        Assert.Equal("72 kN", (await his.Kept()).Text("loads[0].tension"));
    }

    [Fact]
    public async Task What_cannot_be_kept_together_is_kept_beside()
    {
        var (hers, his) = await Both();
        using (hers)
        using (his)
        {
            await hers.Set("bolts.length", "60 mm");
            var answer = await his.Set("layers[1].thickness", "40 mm");
            Assert.Contains("Put together they cannot be kept: ", answer, StringComparison.Ordinal);
            Assert.Equal(("60 mm", "20 mm"), ((await his.Kept()).Text(Fields.Length), (await his.Kept()).Text("layers[1].thickness")));
        }
    }

    [Fact]
    public async Task One_thing_said_in_two_ways_asks()
    {
        var (hers, his) = await Both();
        using (hers)
        using (his)
        {
            await hers.Set("hole.fit", "fine");
            Assert.Contains("only one can be", await his.Set("hole.diameter", "18 mm"), StringComparison.Ordinal);
            Assert.Equal((null, "fine"), ((await his.Kept()).Text(Fields.HoleDiameter), (await his.Kept()).Text(Fields.Fit)));
        }
    }

    [Fact]
    public async Task One_person_alone_is_never_told_of_another()
    {
        using var one = await Editor.Make(_server, Line);
        var seen = one.Seen;
        foreach (var thickness in new[] { "13 mm", "14 mm", "15 mm" })
        {
            // A second tab, or a page that overtook its own save.
            one.Seen = seen;
            Assert.DoesNotContain("changed elsewhere", await one.Set("layers[0].thickness", thickness), StringComparison.Ordinal);
            Assert.Equal(thickness, (await one.Kept()).Text("layers[0].thickness"));
        }
        // Nor by what it took back itself.
        await one.Undo();
        one.Seen = seen;
        Assert.DoesNotContain("changed elsewhere", await one.Set("layers[0].thickness", "16 mm"), StringComparison.Ordinal);
        // The same act sent twice, its answer lost, adds one row.
        var before = one.Seen;
        await one.Press("Add", ("list", "layers"));
        one.Seen = before;
        await one.Press("Add", ("list", "layers"));
        Assert.Equal(3, (await one.Kept())[Fields.Layers].Length);
    }

    [Fact]
    public async Task A_grade_of_ones_own_that_changed_enters_only_when_it_is_taken()
    {
        JsonObject Grade(string proof) => new() { ["name"] = "Lock 7", ["proof"] = proof, ["yield"] = "650 MPa", ["tensile"] = "800 MPa",
            ["minDiameter"] = "5 mm", ["maxDiameter"] = "36 mm", ["source"] = "maker" };
        using var one = await Editor.Make(_server, Line);
        using var made = await one.Http.PostAsJsonAsync("/api/v1/grades", Grade("600 MPa"));
        await one.Set("bolts.grade", "Lock 7");
        using var changed = await one.Http.PostAsJsonAsync("/api/v1/grades", Grade("610 MPa"));
        var answer = await one.Set("note", "something else");
        Assert.Contains("was changed</strong> in the Stores", answer, StringComparison.Ordinal);
        Assert.Equal("600 MPa", (await one.Kept()).Text("own.grades[0].proof"));
        answer = await one.Press("TakeOwn", ("kind", "grades"), ("name", "Lock 7"));
        Assert.DoesNotContain("was changed</strong> in the Stores", answer, StringComparison.Ordinal);
        Assert.Equal("610 MPa", (await one.Kept()).Text("own.grades[0].proof"));
    }
}
