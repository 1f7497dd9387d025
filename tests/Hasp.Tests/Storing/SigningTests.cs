using Hasp.Store;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Tests.Storing;

/// <summary>
/// Whoever may write the database and has not the signing key: each way to bend the log is tried on a copy, with every hash reckoned anew where that helps
/// him, and seen.
/// </summary>
public sealed class SigningTests : IDisposable
{
    private readonly string _path = Path.Combine(Path.GetTempPath(), "hasp-signed-" + Guid.NewGuid().ToString("N"));

    private string Data => Path.Combine(_path, "data");

    private string KeyFile => Path.Combine(_path, "settings", "signing-key.pem");

    private string Checkpoints => Path.Combine(_path, "second");

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        if (Directory.Exists(_path)) Directory.Delete(_path, recursive: true);
    }

    private Signing Signs(string? key = null) => Signing.For(Data, key ?? KeyFile, Checkpoints);

    private ShopLog Open(Signing? signing)
    {
        using (var folder = DataFolder.Open(Data))
        {
            if (folder.IsNew) signing?.Heads.SetAside();
        }
        return new(new Databases(Path.Combine(Data, "hasp.db")), TimeProvider.System, null, signing);
    }

    private static NewEntry Entry(string key, int joint = 0) =>
        new(key, "bolt", 1, joint, 0, 1, "{\"torque\":1}", new DateTime(2026, 11, 26, 7, 20, 0, DateTimeKind.Utc));

    private async Task<ShopLog> Twelve()
    {
        var log = Open(Signs());
        await log.Append([.. Enumerable.Range(0, 6).Select(i => Entry($"a{i}"))]);
        await log.WriteCheckpoint();
        await log.Append([.. Enumerable.Range(0, 5).Select(i => Entry($"b{i}"))]);
        return log;
    }

    /// <summary>What an attacker does to the entries, in their order: what comes back is what the database holds then.</summary>
    public static TheoryData<string> Attacks => [.. Ways.Keys];

    private static readonly Dictionary<string, Func<List<EntryRow>, IEnumerable<EntryRow>>> Ways = new()
    {
        ["the last entry is cut off"] = e => e[..^1],
        ["the last five are cut off"] = e => e[..^5],
        ["one in the middle is taken out"] = e => e.Where(x => x.Number != 5),
        ["one in the middle is taken out, the rest numbered and hashed anew"] = e => Anew(e.Where(x => x.Number != 5)),
        ["one is changed"] = e => e.Select(x => Changed(x, x.Number == 4)),
        ["one is changed, all hashed anew"] = e => Anew(e.Select(x => Changed(x, x.Number == 4))),
        ["the last is changed, hashed anew"] = e => Anew(e.Select(x => Changed(x, x.Number == e.Count))),
        ["one is put between"] = e => Anew(e[..3].Append(Copy(e[3], "put between")).Concat(e[3..])),
        ["one is put at the end, with another's signature"] = e => Anew(e.Append(Copy(e[^1], "after"))),
        ["two change places"] = e => Anew(e[..3].Append(e[4]).Append(e[3]).Concat(e[5..])),
        ["signatures are taken off"] = e => Anew(e.Select(x => Unsigned(x))),
        ["one signature is another's"] = e => e.Select(x => Signed(x, x.Number == 6 ? e[2].Signature : x.Signature)),
        ["one signature is taken off"] = e => e.Select(x => Signed(x, x.Number == 6 ? "" : x.Signature)),
        ["none is left"] = _ => [],
        ["a whole new chain, unsigned"] = e => Anew(e.Take(3).Select(x => Unsigned(Changed(x, true)))),
        ["a whole new chain, as long, unsigned"] = e => Anew(e.Select(x => Unsigned(Changed(x, true)))),
        ["a whole new chain by a key of his own"] = e => ByAnother(e.Skip(1)),
        ["a longer chain by a key of his own"] = e => ByAnother(e.Skip(1).Concat(e.Skip(1).Select(x => Copy(x, x.Key + "'")))),
        ["entries of his own key after ours"] = e => [.. e[..5], .. ByAnother(e[5..], e[4])],
    };

    [Theory]
    [MemberData(nameof(Attacks))]
    public async Task Each_way_to_bend_it_is_seen(string way)
    {
        using (await Twelve())
        {
        }
        var whole = DataFolder.CheckLog(Data, ShopLog.Against(Signs()));
        Assert.Null(whole.Broken);
        await Put(Ways[way]);
        // In the terminal, as the folder lies there; and by the server that starts on it, takes it up and writes on.
        Assert.NotNull(DataFolder.CheckLog(Data, ShopLog.Against(Signs())).Broken);
        using var log = Open(Signs());
        await log.TakeUp();
        Assert.NotNull((await log.Check()).Broken);
        await log.Append([.. Enumerable.Range(0, 20).Select(i => Entry($"after{i}"))]);
        Assert.NotNull((await log.Check()).Broken);
        // A quick look rests on the last one; only a signature that was taken off behind it waits for the next whole one.
        if (!way.StartsWith("one signature", StringComparison.Ordinal)) Assert.NotNull((await log.Check(new(whole.Count, whole.Last, DateTime.UtcNow))).Broken);
    }

    /// <summary>What stands beside the key is what sees an end that was cut off; where it is gone as well, a print or the second place does.</summary>
    [Fact]
    public async Task An_end_that_was_cut_off_is_seen_by_a_print_and_by_the_second_place()
    {
        string print;
        using (var log = await Twelve()) print = (await log.Head())!.ToString();
        await Put(e => e[..5]);
        Directory.Delete(Path.Combine(_path, "settings", "heads"), recursive: true);
        Assert.Contains("checkpoint", DataFolder.CheckLog(Data, ShopLog.Against(Signs())).Why, StringComparison.Ordinal);
        Directory.Delete(Checkpoints, recursive: true);
        Assert.Null(DataFolder.CheckLog(Data, ShopLog.Against(Signs())).Broken);
        Assert.Equal(6, DataFolder.CheckLog(Data, new([(Head.Parse(print)!, "print")])).Broken);
        using var again = Open(Signs());
        Assert.False(await again.Knows(Head.Parse(print)!));
    }

    [Fact]
    public async Task An_older_backup_alarms_until_the_owner_confirms_and_never_hides_what_is_missing_later()
    {
        var backup = Path.Combine(_path, "older.db");
        Head lost;
        using (var log = Open(Signs()))
        {
            await log.Append([Entry("a"), Entry("b")]);
            DataFolder.Backup(Data, backup);
            await log.Append([Entry("c"), Entry("d")]);
            lost = (await log.Head())!;
        }
        SqliteConnection.ClearAllPools();
        DataFolder.Restore(Data, backup);
        using (var log = Open(Signs()))
        {
            await log.Append([Entry("e"), Entry("f"), Entry("g")]);
            Assert.Equal(lost.Number, (await log.Check()).Broken);
            Assert.False(await log.Knows(lost));
            Assert.Equal("", await log.Confirm("the disk broke on Monday"));
            var check = await log.Check();
            Assert.Null(check.Broken);
            Assert.Contains("the disk broke on Monday", check.Notice, StringComparison.Ordinal);
            Assert.True(await log.Knows(lost));
            Assert.Equal("Nothing is missing.", await log.Confirm("again"));
            await log.Append([Entry("h")]);
        }
        await Put(e => e[..^1]);
        Assert.NotNull(DataFolder.CheckLog(Data, ShopLog.Against(Signs())).Broken);
        // What is not as it was written is not confirmed away.
        await Put(e => e.Select(x => Changed(x, x.Number == 2)));
        using var bent = Open(Signs());
        Assert.Contains("cannot be confirmed", await bent.Confirm("it was so"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Another_key_is_said_by_an_entry_and_what_was_before_signing_is_unsigned()
    {
        using (var log = Open(null)) await log.Append([Entry("a"), Entry("b")]);
        using (var log = Open(Signs()))
        {
            await log.TakeUp();
            await log.Append([Entry("c")]);
            var check = await log.Check();
            Assert.Equal((4, null), (check.Count, check.Broken));
            Assert.Contains("Entries 1 to 2 are from before signing: unsigned", check.Notice, StringComparison.Ordinal);
        }
        using var other = Open(Signs(Path.Combine(_path, "elsewhere", "key.pem")));
        await other.TakeUp();
        await other.TakeUp();
        var changed = await other.Check();
        Assert.Equal((5, null), (changed.Count, changed.Broken));
        Assert.Contains("The signing key changed at entry 5", changed.Notice, StringComparison.Ordinal);
    }

    /// <summary>A folder that is begun anew where another stood begins without an alarm, and says what stood there.</summary>
    [Fact]
    public async Task A_new_folder_says_what_stood_in_its_place()
    {
        using (await Twelve())
        {
        }
        SqliteConnection.ClearAllPools();
        Directory.Delete(Data, recursive: true);
        Directory.Delete(Checkpoints, recursive: true);
        using var log = Open(Signs());
        Assert.Null((await log.Check()).Broken);
        await log.Append([Entry("first")]);
        var check = await log.Check();
        Assert.Null(check.Broken);
        Assert.Contains("one of 12 entries stood in this place before", check.Notice, StringComparison.Ordinal);
    }

    /// <summary>An entry bears the revisions that it rests on: a joint that is changed under it on the disk is seen.</summary>
    [Fact]
    public async Task What_an_entry_rests_on_is_bound_into_it()
    {
        using var log = Open(Signs());
        using var store = new JointStore(new Databases(Path.Combine(Data, "hasp.db")), TimeProvider.System);
        var joint = await store.Create(await store.CreateProject("P", ""), "{\"name\":\"one\"}", "made");
        await log.Append([Entry("a", joint)]);
        var entry = (await log.OfJoint(joint)).Single();
        Assert.Equal(1, Rests.RevisionOf(entry.Bound, joint));
        Assert.Null((await log.Check()).Broken);
        Run($"UPDATE Revisions SET Document = '{{\"name\":\"two\"}}' WHERE RecordId = {joint}");
        var check = await log.Check();
        Assert.Equal((entry.Number, 1), (check.Broken, 1));
        Assert.Contains($"revision 1 of record {joint}", check.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void The_key_is_its_owners_alone_outside_the_folder_and_one_for_all_that_start_at_once()
    {
        Directory.CreateDirectory(Data);
        Assert.Contains("lies in the data folder", Assert.Throws<UnusableFolderException>(() => SigningKey.Open(Path.Combine(Data, "k.pem"), Data)).Message,
            StringComparison.Ordinal);
        var prints = new string[8];
        Parallel.For(0, 8, i =>
        {
            using var key = SigningKey.Open(KeyFile, Data);
            prints[i] = key.Fingerprint;
        });
        Assert.Single(prints.Distinct());
        if (!OperatingSystem.IsWindows()) Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(KeyFile));
        File.WriteAllText(KeyFile, "not a key");
        Assert.Contains("is no signing key", Assert.Throws<UnusableFolderException>(() => SigningKey.Open(KeyFile, Data)).Message, StringComparison.Ordinal);
    }

    private static EntryRow Changed(EntryRow row, bool change)
    {
        if (change) row.Document = "{\"torque\":2}";
        return row;
    }

    private static EntryRow Unsigned(EntryRow row)
    {
        (row.Signer, row.Signature) = ("", "");
        return row;
    }

    private static EntryRow Signed(EntryRow row, string signature)
    {
        row.Signature = signature;
        return row;
    }

    private static EntryRow Copy(EntryRow of, string key) => new()
    {
        Number = of.Number, Key = key, Kind = of.Kind, ProjectId = of.ProjectId, JointId = of.JointId, LotId = of.LotId, Bolt = of.Bolt, Document = of.Document,
        At = of.At, Made = of.Made, Account = of.Account, Role = of.Role, Device = of.Device, Previous = of.Previous, Bound = of.Bound, Signer = of.Signer,
        Hash = of.Hash, Signature = of.Signature,
    };

    /// <summary>Numbered and hashed from the first on, as whoever knows how does it; the signatures are what they were.</summary>
    private static IEnumerable<EntryRow> Anew(IEnumerable<EntryRow> entries, EntryRow? last = null)
    {
        foreach (var row in entries)
        {
            (row.Number, row.Previous) = ((last?.Number ?? 0) + 1, last?.Hash ?? "");
            row.Hash = row.Reckoned();
            yield return last = row;
        }
    }

    /// <summary>The same and signed, by a key that is not this server's, and that an entry names.</summary>
    private static IEnumerable<EntryRow> ByAnother(IEnumerable<EntryRow> entries, EntryRow? last = null)
    {
        var folder = Directory.CreateTempSubdirectory("hasp-his-").FullName;
        using var key = SigningKey.Open(Path.Combine(folder, "key.pem"), Path.Combine(folder, "data"));
        var list = entries.ToList();
        var first = Copy(list[0], "his");
        var said = new KeyEntry(last is null ? "begun" : "changed", key.PublicKey, last?.Signer ?? "").ToEntry(list[0].At);
        (first.Kind, first.Document) = (said.Kind, said.Document);
        foreach (var row in list) row.Signer = key.Fingerprint;
        first.Signer = key.Fingerprint;
        var all = Anew(list.Prepend(first), last).ToList();
        foreach (var row in all) row.Signature = key.Sign(row.Hash);
        return all;
    }

    private async Task Put(Func<List<EntryRow>, IEnumerable<EntryRow>> how)
    {
        SqliteConnection.ClearAllPools();
        var databases = new Databases(Path.Combine(Data, "hasp.db"));
        List<EntryRow> entries;
        await using (var db = databases.CreateDbContext()) entries = await db.Entries.AsNoTracking().OrderBy(e => e.Number).ToListAsync();
        var after = how(entries).ToList();
        Run("DROP TRIGGER IF EXISTS Entries_no_UPDATE; DROP TRIGGER IF EXISTS Entries_no_DELETE; DELETE FROM Entries");
        await using (var db = databases.CreateDbContext())
        {
            db.Entries.AddRange(after);
            await db.SaveChangesAsync();
        }
        SqliteConnection.ClearAllPools();
    }

    private void Run(string sql)
    {
        using var db = new SqliteConnection($"Data Source={Path.Combine(Data, "hasp.db")};Pooling=False");
        db.Open();
        using var command = db.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }
}
