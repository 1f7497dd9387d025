using System.Text.Json.Nodes;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Documents;

/// <summary>The typed document: what is read is written again, and two changes of it are put together field by field and row by row.</summary>
public sealed class DraftTests
{
    private static readonly (string Path, string Text)[] Edits =
    [
        ("name", "Another name"), ("note", "seen"), ("bolts.thread", "M24"), ("bolts.count", "7"), ("bolts.grade", "10.9"),
        ("washers.head", "hardened"), ("faceFriction", "0.3"), ("layers[0].thickness", "33 mm"), ("layers[1].name", "Other"),
        ("layers[0].material", "S275"), ("loads[0].name", "Renamed"), ("loads[0].factor", "1.2"), ("tightening.relaxation", "7 %"),
        ("judging.required.yielding", "1.4"), ("bolts.length", "no length"), ("temperature.service", "80 °C"),
    ];

    private static Draft Typed(Draft draft, (string Path, string Text) edit) => draft.State(edit.Path, edit.Text, UnitSystem.Si);

    private static IEnumerable<(string Name, Draft Draft)> Demo => Samples.DemoDocuments.Select(d => (d.Name, d.Document.Draft()));

    [Fact]
    public void What_is_read_is_written_again_and_comes_to_the_same_joint()
    {
        var kept = 0;
        foreach (var (name, document) in Samples.DemoDocuments)
        {
            var draft = document.Draft();
            var text = JointDocument.Write(draft);
            Assert.True(draft.IsAlike(JointDocument.Stored(text)), name);
            Assert.Equal(text, JointDocument.Write(JointDocument.Stored(text)));
            Assert.Equal(text, JointDocument.Write(JointDocument.Stored(JointDocument.Write(draft, indented: true))));
            kept += draft.Places().Count();
        }
        Assert.True(kept > 400, $"{kept} entries");
    }

    /// <summary>Faulty entries, numbers, lists of another kind: what can be typed or sent is kept to the letter until it is put right.</summary>
    [Theory]
    [InlineData("bolts.count", "many", "not-number")]
    [InlineData("bolts.length", "70 furlongs", null)]
    [InlineData("faceFriction", "0.3.1", null)]
    public void What_cannot_be_read_is_kept_as_it_was_typed(string path, string text, string? fault)
    {
        var draft = Samples.With().Draft().State(path, text, UnitSystem.Si);
        Assert.Equal(text, draft.Text(path));
        Assert.Contains(draft.Faults, f => f.Path == path && f.Was == text && (fault is null || f.Id.Length > 0));
        Assert.Equal(text, JointDocument.Stored(JointDocument.Write(draft)).Text(path));
    }

    [Fact]
    public void Changes_of_different_fields_are_put_together_in_any_order()
    {
        var (kept, met) = (0, 0);
        foreach (var (name, draft) in Demo)
        {
            foreach (var mine in Edits.Where(e => draft.At(e.Path) is not null))
            {
                foreach (var theirs in Edits.Where(e => draft.At(e.Path) is not null))
                {
                    var (ours, other) = (Typed(draft, mine), Typed(draft, theirs));
                    var merge = Merge.Of(draft, ours, other);
                    if (mine.Path == theirs.Path)
                    {
                        // The same change twice is one change.
                        Assert.Empty(merge.Clashes);
                        Assert.True(merge.Draft.IsAlike(ours), $"{name}: {mine.Path}");
                        met++;
                        continue;
                    }
                    // A field that another one drags along, such as a number of bolts that grows a pattern, may meet with it.
                    if (merge.Clashes.Length > 0) continue;
                    Assert.True(merge.Draft.IsAlike(Merge.Of(draft, other, ours).Draft), $"{name}: {mine.Path}, {theirs.Path}");
                    Assert.True(merge.Draft.IsAlike(Typed(other, mine)) || Drags(mine) || Drags(theirs), $"{name}: {mine.Path}, {theirs.Path}");
                    kept++;
                }
            }
        }
        Assert.True(kept > 2000 && met > 150, $"{kept} put together, {met} the same");

        static bool Drags((string Path, string Text) edit) => edit.Path is "bolts.count" or "bolts.thread";
    }

    [Fact]
    public void The_same_field_typed_otherwise_meets_and_the_clash_names_it()
    {
        var met = 0;
        foreach (var (_, draft) in Demo)
        {
            foreach (var (path, _) in Edits.Where(e => draft.At(e.Path) is not null && e.Path != "bolts.count"))
            {
                var place = draft.At(path)!.Value;
                var (ours, theirs) = (draft.State(path, "77", UnitSystem.Si), draft.State(path, "78", UnitSystem.Si));
                var merge = Merge.Of(draft, ours, theirs);
                Assert.Equal(new Clash(place, null), Assert.Single(merge.Clashes));
                Assert.Equal(ours.Text(path), merge.Draft.Text(path));
                met++;
            }
        }
        Assert.True(met > 150, $"{met}");
    }

    [Fact]
    public void A_row_that_goes_takes_no_other_row_with_it()
    {
        var draft = Samples.With().Draft().AddTo(Fields.Layers, "a").AddTo(Fields.Layers, "b");
        var rows = draft[Fields.Layers];
        // She takes the second part away, he types into what was the third.
        var hers = draft.Remove(Fields.Layers, rows[1].Id);
        var his = draft.State("layers[2].thickness", "21 mm", UnitSystem.Si);
        var merge = Merge.Of(draft, his, hers);
        Assert.Empty(merge.Clashes);
        Assert.Equal([rows[0].Id, rows[2].Id, rows[3].Id], merge.Draft[Fields.Layers].Select(r => r.Id));
        Assert.Equal("21 mm", merge.Draft.Text("layers[1].thickness"));
        // Names of rows outlive the file.
        Assert.Equal(merge.Draft[Fields.Layers].Select(r => r.Id), JointDocument.Stored(JointDocument.Write(merge.Draft))[Fields.Layers].Select(r => r.Id));
        // Into the very row that goes: that meets.
        Assert.Equal(Fields.Layers, Assert.Single(Merge.Of(draft, draft.State("layers[1].thickness", "21 mm", UnitSystem.Si), hers).Clashes).List);
    }

    [Fact]
    public void Rows_that_came_and_rows_that_moved_keep_together()
    {
        var draft = Samples.With().Draft().AddTo(Fields.Layers, "a");
        var hers = draft.AddTo(Fields.Layers, "hers");
        var his = draft.AddTo(Fields.Layers, "his").Move(Fields.Layers, draft[Fields.Layers][2].Id, -1);
        var merge = Merge.Of(draft, his, hers);
        Assert.Empty(merge.Clashes);
        Assert.Equal(5, merge.Draft[Fields.Layers].Length);
        Assert.Equal(draft[Fields.Layers][2].Id, merge.Draft[Fields.Layers][1].Id);
        // Both move: their orders meet.
        var otherwise = draft.Move(Fields.Layers, draft[Fields.Layers][0].Id, 1);
        Assert.Single(Merge.Of(draft, his, otherwise).Clashes);
        // The same act sent again, its answer lost, adds no second row.
        Assert.Equal(4, Merge.Of(draft, hers, hers).Draft[Fields.Layers].Length);
    }

    [Fact]
    public void What_was_chosen_follows_its_row()
    {
        var draft = Samples.With().Draft().AddTo(Fields.Layers, "a");
        var third = new Place(Fields.LayerMaterial, draft[Fields.Layers][2].Id);
        var without = draft.Chose(third).Remove(Fields.Layers, draft[Fields.Layers][0].Id);
        Assert.Equal(["layers[1].material"], without.Said.Chosen);
        Assert.Contains("\"layers[1].material\"", JointDocument.Write(without), StringComparison.Ordinal);
        Assert.Empty(without.Remove(Fields.Layers, third.Row).Chosen);
    }

    [Theory]
    [InlineData("""[{"id": 7}, {"id": 7}]""", "layers[1].id")]
    [InlineData("""[{"id": 0}, {}]""", "layers[0].id")]
    [InlineData("""[{}, {"id": "two"}]""", "layers[1].id")]
    public void A_row_has_a_name_of_its_own(string layers, string path)
    {
        var document = Samples.With();
        document["layers"] = JsonNode.Parse(layers);
        Assert.Equal(path, Assert.Single(JointDocument.Read(document.ToJsonString()).Faults, f => f.Id == "row-id").Path);
    }

    [Fact]
    public void Rows_without_names_never_take_anothers()
    {
        foreach (var ids in new int?[][] { [2, null], [3, null, null], [null, 1], [4, null, 2, null], [null, null, 9] })
        {
            var document = Samples.With();
            document["layers"] = new JsonArray([.. ids.Select(i => (JsonNode)(i is { } n ? new JsonObject { ["id"] = n } : new JsonObject()))]);
            var rows = document.Draft()[Fields.Layers];
            Assert.Equal(ids.Length, rows.Select(r => r.Id).Distinct().Count());
            Assert.All(ids.Zip(rows).Where(p => p.First is not null), p => Assert.Equal(p.First, p.Second.Id.Number));
        }
    }
}
