using Hasp.Store;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Hasp.Tests.Storing;

/// <summary>The shop's log: kept once, in one chain, never changed; and the database with it, backed up and restored.</summary>
public sealed class ShopLogTests : IDisposable
{
    private readonly string _path = Path.Combine(Path.GetTempPath(), "hasp-log-" + Guid.NewGuid().ToString("N"));
    private DataFolder? _folder;

    private string Database => Path.Combine(_path, "hasp.db");

    public void Dispose()
    {
        _folder?.Dispose();
        SqliteConnection.ClearAllPools();
        if (Directory.Exists(_path)) Directory.Delete(_path, recursive: true);
    }

    private ShopLog Open(IAuthorship? by = null)
    {
        _folder ??= DataFolder.Open(_path);
        return new(new Databases(Database), TimeProvider.System, by);
    }

    private static NewEntry Entry(string key, string document = "{}", int bolt = 1) =>
        new(key, "bolt", 1, 7, 3, bolt, document, new DateTime(2026, 11, 26, 7, 20, 0, DateTimeKind.Utc));

    [Fact]
    public async Task Entries_are_numbered_without_a_gap_and_carry_the_hash_of_the_one_before()
    {
        using var log = Open(new Somebody(new("Shop 1", "shop", "Tablet 2")));
        await log.Append([Entry("a"), Entry("b")]);
        await log.Append([Entry("c")]);
        var entries = await log.OfJoint(7);
        Assert.Equal([1, 2, 3], entries.Select(e => e.Number));
        Assert.Equal("", entries[0].Previous);
        Assert.Equal(entries[0].Hash, entries[1].Previous);
        Assert.Equal(("Shop 1", "shop", "Tablet 2"), (entries[2].Account, entries[2].Role, entries[2].Device));
        Assert.Equal(new LogCheck(3, entries[2].Hash, null, "", "No entry is signed"), await log.Check());
        Assert.Equal(3, (await log.OfLot(3)).Count);
        Assert.Empty(await log.OfLot(4));
    }

    [Fact]
    public async Task Sent_twice_it_is_kept_once_and_another_under_the_same_key_is_not_kept()
    {
        using var log = Open();
        await log.Append([Entry("a")]);
        var again = (await log.Append([Entry("a"), Entry("b"), Entry("b")])).ToList();
        Assert.Equal([true, false, true], again.Select(k => k.Again));
        Assert.Equal([1, 2, 2], again.Select(k => k.Entry.Number));
        Assert.True((await log.Append([Entry("a", "{\"torque\":1}")])).Single() is { Differs: true, Entry.Document: "{}" });
        Assert.True((await log.Append([Entry("a", bolt: 2)])).Single().Differs);
        Assert.Equal(2, (await log.OfJoint(7)).Count);
    }

    /// <summary>A record that the shop shares and the entry that says its change: never one without the other.</summary>
    [Fact]
    public async Task A_change_and_what_says_it_are_kept_together_or_not_at_all()
    {
        using var log = Open();
        using var store = new JointStore(new Databases(Database), TimeProvider.System);
        var id = 0;
        async Task<IReadOnlyList<NewEntry>> Change(HaspDb db, string document)
        {
            id = await store.Put(db, "wrench", 0, "TW-1", document, "kept");
            return [Entry("w" + document) with { On = [id] }];
        }

        await log.Append(db => Change(db, "{\"due\":\"2026-12-01\"}"));
        await Assert.ThrowsAsync<IOException>(() => log.Append(async db =>
        {
            await Change(db, "{\"due\":\"2030-01-01\"}");
            throw new IOException("the disk is gone");
        }));
        await Assert.ThrowsAsync<IOException>(() => log.Append(async db =>
        {
            await store.Delete(db, "wrench", id, true);
            throw new IOException("the disk is gone");
        }));
        Assert.Equal("{\"due\":\"2026-12-01\"}", (await store.Record("wrench", id))!.Document);
        Assert.Single(await store.Revisions(id));
        Assert.Equal((1, null), ((await log.Check()).Count, (await log.Check()).Broken));

        await log.Append(db => Change(db, "{\"due\":\"2027-01-01\"}"));
        Assert.Equal(2, (await store.Revisions(id)).Count);
        Assert.Equal(2, (await log.Check()).Count);
    }

    [Fact]
    public async Task Many_writers_at_once_make_one_chain()
    {
        using var one = Open();
        using var other = Open();
        await Task.WhenAll(Enumerable.Range(0, 40).Select(i => (i % 2 == 0 ? one : other).Append([Entry($"k{i}"), Entry($"l{i}")])));
        var check = await one.Check();
        Assert.Equal((80, null), (check.Count, check.Broken));
        // What was sent together stands together.
        var entries = await one.OfJoint(7);
        for (var i = 0; i < entries.Count; i += 2) Assert.Equal(entries[i].Key[1..], entries[i + 1].Key[1..]);
    }

    [Theory]
    [InlineData("UPDATE Entries SET Document = '{ }' WHERE Number = 2")]
    [InlineData("DELETE FROM Entries WHERE Number = 2")]
    public async Task The_database_itself_refuses_to_change_an_entry(string sql)
    {
        using var log = Open();
        await log.Append([Entry("a"), Entry("b"), Entry("c")]);
        Assert.Contains("never changed", Assert.Throws<SqliteException>(() => Run(sql)).Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("UPDATE Entries SET Document = '{ }' WHERE Number = 2", 2)]
    [InlineData("UPDATE Entries SET Account = 'x' WHERE Number = 1", 1)]
    [InlineData("UPDATE Entries SET Bolt = 9 WHERE Number = 3", 3)]
    [InlineData("UPDATE Entries SET Made = '2020-01-01 00:00:00' WHERE Number = 3", 3)]
    [InlineData("DELETE FROM Entries WHERE Number = 2", 2)]
    // A hash reckoned anew breaks the next one.
    [InlineData("UPDATE Entries SET Hash = 'f' WHERE Number = 1", 1)]
    public async Task Whoever_gets_round_that_breaks_the_chain_where_he_was(string sql, long broken)
    {
        using var log = Open();
        await log.Append([Entry("a"), Entry("b"), Entry("c")]);
        Run("DROP TRIGGER Entries_no_UPDATE; DROP TRIGGER Entries_no_DELETE;" + sql);
        Assert.Equal(broken, (await log.Check()).Broken);
        Assert.Equal(broken, DataFolder.CheckLog(_path).Broken);
    }

    [Fact]
    public async Task A_backup_is_whole_while_others_write_and_restores_what_it_held()
    {
        using var log = Open();
        await log.Append([Entry("a")]);
        var file = Path.Combine(_path, "kept.db");
        using var stop = new CancellationTokenSource();
        var writing = Task.Run(async () => { for (var i = 0; !stop.IsCancellationRequested; i++) await log.Append([Entry($"w{i}")]); });
        LogCheck backed;
        try
        {
            backed = DataFolder.Backup(_path, file);
        }
        finally
        {
            await stop.CancelAsync();
            await writing;
        }
        Assert.Null(backed.Broken);
        var after = (await log.Check()).Count;
        Assert.InRange(backed.Count, 1, after);
        Assert.Contains("never written over", Assert.Throws<UnusableFolderException>(() => DataFolder.Backup(_path, file)).Message,
            StringComparison.Ordinal);
        // Not under somebody who is at work.
        Assert.Contains("in use", Assert.Throws<UnusableFolderException>(() => DataFolder.Restore(_path, file)).Message,
            StringComparison.Ordinal);
        _folder!.Dispose();
        SqliteConnection.ClearAllPools();
        var restored = DataFolder.Restore(_path, file);
        Assert.Equal((backed, true), (restored.Check, restored.Done));
        Assert.Equal(backed, DataFolder.CheckLog(_path));
        // A second one keeps what the first one brought, and what the first one kept.
        var second = DataFolder.Restore(_path, file);
        Assert.NotEqual(restored.KeptAs, second.KeptAs);
        Assert.Equal(after, DataFolder.CheckLog(Alone(restored.KeptAs!)).Count);
        Assert.Equal(backed, DataFolder.CheckLog(Alone(second.KeptAs!)));
        _folder = DataFolder.Open(_path);
        Assert.Equal(backed.Count, (await Open().Check()).Count);
        Assert.False(_folder.Upgraded);
    }

    /// <summary>A folder with that file as its database.</summary>
    private string Alone(string file)
    {
        var folder = Directory.CreateDirectory(Path.Combine(_path, "alone-" + Guid.NewGuid().ToString("N"))).FullName;
        File.Copy(file, Path.Combine(folder, "hasp.db"));
        return folder;
    }

    /// <summary>Where there was nothing, where what stood there cannot be opened any more, and where the backup is the one that is
    /// broken.</summary>
    [Fact]
    public async Task A_backup_is_looked_through_before_it_is_put_in_place_of_whatever_stands_there()
    {
        using (var log = Open()) await log.Append([Entry("a"), Entry("b"), Entry("c")]);
        var file = Path.Combine(_path, "kept.db");
        DataFolder.Backup(_path, file);
        _folder!.Dispose();
        SqliteConnection.ClearAllPools();
        Assert.Null(DataFolder.Restore(_path + "-new", file).KeptAs);
        Directory.Delete(_path + "-new", recursive: true);

        File.WriteAllText(Database, new string('x', 9000));
        File.WriteAllText(Database + "-wal", "its log");
        var restored = DataFolder.Restore(_path, file);
        Assert.True(restored.Done);
        Assert.Equal(9000, new FileInfo(restored.KeptAs!).Length);
        Assert.Equal("its log", File.ReadAllText(restored.KeptAs! + "-wal"));
        Assert.Equal(3, DataFolder.CheckLog(_path).Count);

        Run("DROP TRIGGER Entries_no_UPDATE; UPDATE Entries SET Document = '{\"x\":1}' WHERE Number = 2");
        var broken = Path.Combine(_path, "broken.db");
        SqliteConnection.ClearAllPools();
        File.Move(Database, broken);
        DataFolder.Restore(_path, file);
        var before = File.ReadAllBytes(Database);
        var (check, done, kept) = DataFolder.Restore(_path, broken);
        Assert.Equal((2L, false, null), (check.Broken, done, kept));
        Assert.Equal(before, File.ReadAllBytes(Database));
        Assert.True(DataFolder.Restore(_path, broken, anyway: true).Done);
        Assert.Equal(2, DataFolder.CheckLog(_path).Broken);
        _folder = null;
    }

    [Fact]
    public void What_is_no_backup_changes_nothing()
    {
        Open().Dispose();
        _folder!.Dispose();
        SqliteConnection.ClearAllPools();
        var before = File.ReadAllBytes(Database);
        var bad = Path.Combine(_path, "bad.db");
        File.WriteAllText(bad, new string('x', 9000));
        Assert.Contains("no backup", Assert.Throws<UnusableFolderException>(() => DataFolder.Restore(_path, bad)).Message,
            StringComparison.Ordinal);
        Assert.Contains("There is no file", Assert.Throws<UnusableFolderException>(() => DataFolder.Restore(_path, bad + "x")).Message,
            StringComparison.Ordinal);
        Assert.Contains("no database", Assert.Throws<UnusableFolderException>(() => DataFolder.Backup(_path + "x", bad + "y")).Message,
            StringComparison.Ordinal);
        Assert.Equal(before, File.ReadAllBytes(Database));
    }

    [Fact]
    public async Task The_version_before_is_upgraded_and_keeps_everything()
    {
        Directory.CreateDirectory(_path);
        var builder = new DbContextOptionsBuilder<HaspDb>();
        HaspDb.Configure(builder, Database);
        using (var db = new HaspDb(builder.Options)) db.GetService<IMigrator>().Migrate("Records");
        SqliteConnection.ClearAllPools();
        Run("""
            INSERT INTO Projects (Id, Name, Note) VALUES (1, 'Lock', '');
            INSERT INTO Records (Id, Kind, OwnerId, Name, Current) VALUES (1, 'joint', 1, '', 2), (2, 'grades', 0, 'Yard 9', 1);
            INSERT INTO Revisions (RecordId, Number, Parent, Document, Summary, At) VALUES (1, 1, NULL, '{"a":1}', 'made', '2026-01-01'), (1, 2, 1, '{"a":2}', 'changed', '2026-01-02'), (2, 1, NULL, '{"name":"Yard 9"}', 'made', '2026-01-01');
            INSERT INTO Drafts (RecordId, Editor, BaseRevision, Document, At) VALUES (1, 'me', 2, 'half', '2026-01-03');
            """);
        using var log = Open();
        Assert.True(_folder!.Upgraded);
        using var store = new JointStore(new Databases(Database), TimeProvider.System, new Somebody(new("Engineer 1", "engineer", "Desk")));
        Assert.Equal("{\"a\":2}", (await store.Load(1))!.Document);
        Assert.Equal("half", Assert.Single(await store.Drafts(1, "me")).Document);
        Assert.Equal("Yard 9", Assert.Single(await store.Records("grades")).Name);
        // Nobody is named for what was done before there were accounts; whoever goes on is.
        await store.Save(1, 2, "{\"a\":3}", "changed", "me");
        Assert.Equal(["Engineer 1", "", ""], (await store.Revisions(1)).Select(r => r.Account));
        Assert.Equal(0, (await log.Check()).Count);
    }

    private void Run(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Database};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private sealed class Somebody(Author author) : IAuthorship
    {
        public Author Now => author;
    }
}
