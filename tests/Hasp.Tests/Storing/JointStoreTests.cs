using Hasp.Store;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Tests.Storing;

/// <summary>Revisions are kept for good, and two who save at once lose nothing.</summary>
public sealed class JointStoreTests : IAsyncLifetime
{
    private readonly string _file = Path.Combine(Path.GetTempPath(), $"hasp-{Guid.NewGuid():N}.db");
    private JointStore _store = null!;
    private int _project;

    public async ValueTask InitializeAsync()
    {
        var databases = new Databases(_file);
        await using (var db = databases.CreateDbContext()) await db.Database.MigrateAsync();
        _store = new JointStore(databases, TimeProvider.System);
        _project = await _store.CreateProject("Test", "");
    }

    public ValueTask DisposeAsync()
    {
        _store.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        foreach (var end in new[] { "", "-wal", "-shm" }) File.Delete(_file + end);
        return ValueTask.CompletedTask;
    }

    [Fact]
    public async Task Undo_and_redo_walk_and_an_edit_after_undo_branches_off()
    {
        var id = await _store.Create(_project, "one", "first");
        await _store.Save(id, 1, "two", "second", "me");
        await _store.Save(id, 2, "three", "third", "me");
        Assert.True(await _store.Undo(id, 3, "me"));
        Assert.True(await _store.Undo(id, 2, "me"));
        Assert.Equal("one", (await _store.Load(id))!.Document);
        Assert.False(await _store.Undo(id, 1, "me"));
        Assert.True(await _store.Redo(id, 1, "me"));
        Assert.Equal("two", (await _store.Load(id))!.Document);
        var branch = await _store.Save(id, 2, "other", "branch", "me");
        Assert.Equal(4, branch.Revision);
        Assert.False((await _store.Load(id))!.CanRedo);
        // The branch that was left is still there.
        Assert.Equal("three", (await _store.Revision(id, 3))!.Document);
    }

    [Fact]
    public async Task Every_revision_of_a_long_history_says_what_it_said()
    {
        // Edits, edits from an older state, edits kept beside, undo and redo, in any order; the store against a dictionary.
        var random = new Random(7);
        var text = string.Concat(Enumerable.Range(0, 800).Select(i => $"{{\"case\":\"{i}\",\"tension\":\"{i * 37 % 90}.5 kN\"}},"));
        var id = await _store.Create(_project, text, "first");
        var said = new Dictionary<int, string> { [1] = text };
        var (kept, moved) = (0, 0);
        for (var step = 0; step < 160; step++)
        {
            var now = (await _store.Load(id))!;
            Assert.Equal(said[now.Revision], now.Document);
            if (random.Next(4) == 0)
            {
                var back = random.Next(2) == 0 ? _store.Undo(id, now.Revision, "me") : _store.Redo(id, now.Revision, "me");
                if (await back) moved++;
                continue;
            }
            var from = random.Next(9) == 0 ? said.Keys.ElementAt(random.Next(said.Count)) : now.Revision;
            var edited = Edited(said[from], random);
            var outcome = await _store.Save(id, from, edited, "edit", "me");
            said[outcome.Revision!.Value] = edited;
            kept++;
        }
        Assert.True(kept > 100 && moved > 15, $"{kept} edits, {moved} steps");
        foreach (var (number, document) in said) Assert.Equal(document, (await _store.Revision(id, number))!.Document);
        Assert.Equal(said.OrderBy(r => r.Key).Select(r => r.Value), (await _store.History([JointStore.Kind])).Select(r => r.Document));
        await using var db = new Databases(_file).CreateDbContext();
        var (small, least) = (await db.Revisions.CountAsync(r => r.Delta != null), said.Count * 3 / 5);
        Assert.True(small > least, $"{small} of {said.Count} are kept by what they differ in");
        Assert.True((await db.Revisions.Where(r => r.Delta != null).Select(r => r.Delta!.Length).ToListAsync()).Average() < 500);
    }

    /// <summary>A figure or two of a text changed, a passage taken out, put in or moved.</summary>
    private static string Edited(string text, Random random)
    {
        var (at, length) = (random.Next(text.Length - 80), random.Next(1, 60));
        var passage = text.Substring(at, length);
        var without = text.Remove(at, length);
        return random.Next(4) switch
        {
            0 => without,
            1 => text.Insert(random.Next(text.Length), "größer als 3·10⁻⁶"),
            2 => without.Insert(random.Next(without.Length), passage),
            _ => text.Remove(at, 1).Insert(at, "9").Remove(3, 1),
        };
    }

    [Fact]
    public async Task A_revision_that_was_altered_is_no_text_and_undo_leaves_it_alone()
    {
        var first = new string('x', 400);
        var id = await _store.Create(_project, first, "first");
        await _store.Save(id, 1, first + "y", "second", "me");
        await using (var db = new Databases(_file).CreateDbContext())
        {
            byte[] spoiled = [0, 5, 0x90, 0x4E];
            Assert.Equal(1, await db.Revisions.Where(r => r.Delta != null).ExecuteUpdateAsync(s => s.SetProperty(r => r.Delta, spoiled)));
        }
        Assert.Equal("", (await _store.Revision(id, 1))!.Document);
        Assert.False(await _store.Undo(id, 2, "me"));
        Assert.Equal(first + "y", (await _store.Load(id))!.Document);
    }

    [Fact]
    public async Task The_second_to_save_is_told_and_kept_beside()
    {
        var id = await _store.Create(_project, "one", "first");
        Assert.False((await _store.Save(id, 1, "hers", "hers", "her")).Conflict);
        var his = await _store.Save(id, 1, "his", "his", "him");
        Assert.True(his.Conflict);
        Assert.Equal("hers", (await _store.Load(id))!.Document);
        Assert.Equal("his", (await _store.Revision(id, his.Revision!.Value))!.Document);
    }

    [Fact]
    public async Task Of_many_who_save_at_once_one_stands_and_all_are_kept()
    {
        var id = await _store.Create(_project, "one", "first");
        var outcomes = await Task.WhenAll(Enumerable.Range(0, 12)
            .Select(i => Task.Run(() => _store.Save(id, 1, $"doc {i}", $"{i}", $"e{i}"))));
        Assert.Single(outcomes, o => !o.Conflict);
        var kept = new List<string>();
        foreach (var o in outcomes) kept.Add((await _store.Revision(id, o.Revision!.Value))!.Document);
        Assert.Equal(12, kept.Distinct().Count());
    }

    [Fact]
    public async Task Twenty_writers_at_once_are_all_served()
    {
        var ids = new List<int>();
        for (var i = 0; i < 20; i++) ids.Add(await _store.Create(_project, "one", "first"));
        await Task.WhenAll(ids.Select(id => Task.Run(async () =>
        {
            for (var n = 1; n <= 10; n++) await _store.Save(id, n, $"{n}", "", "me");
        })));
        foreach (var id in ids) Assert.Equal(11, (await _store.Load(id))!.Revision);
    }

    [Fact]
    public async Task Unfinished_typing_is_each_browsers_own_and_goes_when_it_is_saved()
    {
        var id = await _store.Create(_project, "one", "first");
        await _store.KeepDraft(id, "me", 1, "half");
        await _store.KeepDraft(id, "you", 1, "quarter");
        Assert.Equal("half", Assert.Single(await _store.Drafts(id, "me")).Document);
        await _store.Save(id, 1, "two", "second", "me");
        Assert.Empty(await _store.Drafts(id, "me"));
        Assert.Equal("quarter", Assert.Single(await _store.Drafts(id, "you")).Document);
        // What was typed against an older revision outlives saves of a newer one.
        await _store.KeepDraft(id, "me", 1, "late");
        await _store.KeepDraft(id, "me", 2, "now");
        await _store.Save(id, 2, "three", "third", "me");
        Assert.Equal("late", Assert.Single(await _store.Drafts(id, "me")).Document);
    }

    [Fact]
    public async Task What_is_deleted_can_be_brought_back()
    {
        var id = await _store.Create(_project, "{\"name\":\"gate\"}", "first");
        await _store.Delete(JointStore.Kind, id, true);
        Assert.Null(await _store.Load(id));
        Assert.Empty(await _store.Joints(_project));
        await _store.Delete(JointStore.Kind, id, false);
        Assert.Single(await _store.Joints(_project, "GATE"));
        Assert.Empty(await _store.Joints(_project, "sluice"));
    }

    [Fact]
    public async Task Every_kind_of_record_has_revisions_undo_conflicts_and_unfinished_typing()
    {
        var id = await _store.Create("wrenches", 0, "W-1", "one", "made");
        Assert.Equal(new SaveOutcome(2, false), await _store.Save(id, 1, "two", "changed", "me"));
        Assert.Equal(new SaveOutcome(3, true), await _store.Save(id, 1, "another two", "changed", "you"));
        await _store.KeepDraft(id, "me", 2, "half");
        Assert.Equal("half", Assert.Single(await _store.Drafts(id, "me")).Document);
        Assert.True(await _store.Undo(id, 2, "me"));
        Assert.Equal(("one", true), (await _store.Record("wrenches", id) is { } undone ? (undone.Document, undone.CanRedo) : default));
        Assert.True(await _store.Redo(id, 1, "me"));
        // A joint's address leads to no record of another kind, nor the other way round.
        Assert.Null(await _store.Load(id));
        Assert.Null(await _store.Record("grades", id));
    }

    [Fact]
    public async Task A_record_takes_the_place_of_one_of_its_name_and_carries_figures_beside_its_document()
    {
        var first = await _store.Replace("grades", 0, "House", "{}");
        var second = await _store.Replace("grades", 0, "House", "{\"proof\":1}", [1, 2, 3]);
        Assert.Equal(second, Assert.Single(await _store.Records("grades")).Id);
        Assert.Equal([1, 2, 3], await _store.Payload(second, 1));
        await _store.Delete("grades", second, true);
        await _store.Delete("grades", first, false);
        Assert.Equal(first, await _store.Latest("grades", 0));
    }
}
