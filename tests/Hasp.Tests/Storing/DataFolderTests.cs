using System.Text.Json.Nodes;
using Hasp.Store;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Hasp.Tests.Storing;

/// <summary>A data folder is made, upgraded and refused as a whole, whatever was left in it.</summary>
public sealed class DataFolderTests : IDisposable
{
    private readonly string _path = Path.Combine(Path.GetTempPath(), $"hasp-folder-{Guid.NewGuid():N}");

    private string Database => Path.Combine(_path, "hasp.db");

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        if (Directory.Exists(_path)) Directory.Delete(_path, recursive: true);
        else File.Delete(_path);
    }

    [Fact]
    public void A_new_folder_is_its_owners_alone()
    {
        using (DataFolder.Open(_path))
        {
            Assert.True(File.Exists(Database));
            if (!OperatingSystem.IsWindows()) Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute,
                File.GetUnixFileMode(_path));
        }
        Assert.Equal("wal", Scalar("PRAGMA journal_mode"));
    }

    [Fact]
    public void An_older_database_is_upgraded_and_keeps_what_it_held()
    {
        MakeOld();
        using (DataFolder.Open(_path)) Assert.Equal("typed", Scalar("SELECT Document FROM Drafts WHERE RecordId = 3"));
        Assert.Single(Directory.GetFiles(_path, "hasp.db.before-upgrade-*"));
        using (DataFolder.Open(_path)) Assert.Equal("kept", Scalar("SELECT Document FROM Revisions"));
    }

    /// <summary>
    /// A database as it was when joints, own grades and load sets each had a table: two joints and a deleted one, an undone change, typing,
    /// own data, two imports.
    /// </summary>
    [Fact]
    public async Task A_database_of_three_tables_becomes_one_of_records()
    {
        Directory.CreateDirectory(_path);
        File.Copy(Path.Combine(Samples.Root, "tests", "Hasp.Tests", "Storing", "databases", "three-tables.db"), Database);
        using var folder = DataFolder.Open(_path);
        Assert.True(folder.Upgraded);
        using var store = new JointStore(new Databases(Database), TimeProvider.System);
        var project = Assert.Single(await store.Projects());
        var joints = await store.Joints(project.Id);
        Assert.Equal([1, 2], joints.Select(j => j.Id));
        var first = (await store.Load(1))!;
        Assert.Equal((2, true, true), (first.Revision, first.CanUndo, first.CanRedo));
        Assert.Contains("First, changed", first.Document, StringComparison.Ordinal);
        Assert.Equal(3, Assert.Single((await store.Deleted(project.Id)).Joints).Id);
        Assert.Contains("half", Assert.Single(await store.Drafts(2, "me")).Document, StringComparison.Ordinal);
        Assert.Equal("Yard 9", Assert.Single(await store.Records("grades")).Name);
        Assert.Empty(await store.Records("materials"));
        Assert.Equal("case;fx;fz", Assert.Single(await store.Records("mappings")).Name);
        var loads = (await store.Record("loads", (await store.Latest("loads", 1))!.Value))!;
        Assert.Equal("cases.csv", loads.Name);
        Assert.Equal("020000000300000000", (string)JsonNode.Parse(loads.Document)!["lines"]! + "00");
        Assert.Equal(18 * sizeof(double), (await store.Payload(loads.Id, loads.Revision))!.Length);
        Assert.True(await store.Undo(1, 2, "me"));
        // What is made next stands behind everything that was there.
        Assert.True(await store.Create(project.Id, "{}", "made") > loads.Id);
    }

    [Fact]
    public void What_a_killed_upgrade_left_does_not_stand_in_the_way()
    {
        MakeOld();
        Run("""CREATE TABLE IF NOT EXISTS "__EFMigrationsLock" ("Id" INTEGER NOT NULL PRIMARY KEY, "Timestamp" TEXT NOT NULL); INSERT OR REPLACE INTO "__EFMigrationsLock" VALUES (1, '2026-01-01')""");
        File.WriteAllText(Database + ".making", "half");
        File.WriteAllText(Database + ".making-journal", "half");
        using (DataFolder.Open(_path)) Assert.Equal("kept", Scalar("SELECT Document FROM Revisions"));
        Assert.False(File.Exists(Database + ".making"));
    }

    [Fact]
    public void A_restored_backup_opens()
    {
        using (DataFolder.Open(_path))
        {
        }
        // A backup is one file without a write-ahead log.
        Run("PRAGMA journal_mode=DELETE");
        using (DataFolder.Open(_path)) Assert.Equal("wal", Scalar("PRAGMA journal_mode"));
    }

    [Fact]
    public void A_newer_database_is_refused_and_not_written_to()
    {
        using (DataFolder.Open(_path))
        {
        }
        Run("INSERT INTO \"__EFMigrationsHistory\" VALUES ('29990101000000_Tomorrow', '99')");
        SqliteConnection.ClearAllPools();
        var before = File.ReadAllBytes(Database);
        var refused = Assert.Throws<UnusableFolderException>(() => DataFolder.Open(_path));
        Assert.Contains("newer version", refused.Message, StringComparison.Ordinal);
        Assert.Equal(before, File.ReadAllBytes(Database));
    }

    [Fact]
    public void A_damaged_database_is_refused()
    {
        Directory.CreateDirectory(_path);
        File.WriteAllText(Database, new string('x', 5000));
        Assert.Contains("damaged", Assert.Throws<UnusableFolderException>(() => DataFolder.Open(_path)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_folder_in_use_is_refused_and_free_again_afterwards()
    {
        using (DataFolder.Open(_path)) Assert.Contains("in use", Assert.Throws<UnusableFolderException>(() => DataFolder.Open(_path))
            .Message, StringComparison.Ordinal);
        using (DataFolder.Open(_path))
        {
        }
    }

    [Fact]
    public void A_file_in_the_folders_place_is_refused()
    {
        File.WriteAllText(_path, "");
        Assert.Contains("cannot be used", Assert.Throws<UnusableFolderException>(() => DataFolder.Open(_path)).Message,
            StringComparison.Ordinal);
    }

    /// <summary>A database as it was before unfinished typing was kept by revision.</summary>
    /// <summary>A folder that was made open to others, with what lies in it, is closed at the next start; a backup is closed from the first.</summary>
    [Fact]
    public void What_was_open_to_others_is_closed()
    {
        if (OperatingSystem.IsWindows()) return;
        using (DataFolder.Open(_path))
        {
        }
        const UnixFileMode All = (UnixFileMode)0b111_101_101, Owner = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        File.SetUnixFileMode(_path, All);
        File.SetUnixFileMode(Database, (UnixFileMode)0b110_100_100);
        Directory.CreateDirectory(Path.Combine(_path, "keys"), All);
        using (DataFolder.Open(_path))
        {
            Assert.Equal(Owner | UnixFileMode.UserExecute, File.GetUnixFileMode(_path));
            Assert.Equal(Owner | UnixFileMode.UserExecute, File.GetUnixFileMode(Path.Combine(_path, "keys")));
            foreach (var file in Directory.GetFiles(_path)) Assert.Equal(Owner, File.GetUnixFileMode(file));
            var backup = Path.Combine(_path, "kept.db");
            DataFolder.Backup(_path, backup);
            Assert.Equal(Owner, File.GetUnixFileMode(backup));
        }
    }

    private void MakeOld()
    {
        Directory.CreateDirectory(_path);
        var builder = new DbContextOptionsBuilder<HaspDb>();
        HaspDb.Configure(builder, Database);
        using (var db = new HaspDb(builder.Options)) db.GetService<IMigrator>().Migrate("LoadSets");
        SqliteConnection.ClearAllPools();
        Run("INSERT INTO Drafts (JointId, Editor, BaseRevision, Document, At) VALUES (3, 'me', 1, 'typed', '2026-01-01')");
        Run("INSERT INTO Revisions (JointId, Number, Document, Summary, At) VALUES (3, 1, 'kept', '', '2026-01-01')");
        Run("PRAGMA journal_mode=WAL");
    }

    private void Run(string sql) => Scalar(sql);

    private string? Scalar(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Database};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar() as string;
    }
}
