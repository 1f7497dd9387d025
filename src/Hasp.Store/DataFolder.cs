using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Store;

/// <summary>A data folder that cannot be used, in one sentence with its cure.</summary>
public sealed class UnusableFolderException(string sentence, Exception? inner = null) : Exception(sentence, inner);

/// <summary>A database that a new folder may begin with.</summary>
/// <param name="File">The file; it may not be there.</param>
/// <param name="Version">What it has to be of; one of another version is not taken.</param>
public readonly record struct PreparedDatabase(string File, int Version);

/// <summary>What a restoring came to.</summary>
/// <param name="Check">The backup's log, looked through before anything was replaced.</param>
/// <param name="Done">False where its log is broken and it was not asked for all the same: nothing was changed.</param>
/// <param name="KeptAs">The copy of what stood there; null where nothing did.</param>
public readonly record struct Restored(LogCheck Check, bool Done, string? KeptAs);

/// <summary>
/// The folder that everything is kept in. Opening it makes, checks or upgrades the database before anything is served; each of the three
/// may be killed at any moment and begins again. One program at a time holds it.
/// </summary>
public sealed class DataFolder : IDisposable
{
    private const string Making = ".making";

    // The last migration that changed the table of the log.
    private const string LogSince = "20261201155058_Signed";
    private static readonly string[] Logs = ["-wal", "-shm", "-journal"];
    private readonly FileStream _lock;

    private DataFolder(string path, FileStream held) => (Path, _lock) = (path, held);

    /// <summary>The folder, absolute.</summary>
    public string Path { get; }

    /// <summary>True where opening it brought the database of an older version up to this one.</summary>
    public bool Upgraded { get; private set; }

    /// <summary>True where the folder is new and began with a prepared database.</summary>
    public bool IsPrepared { get; private set; }

    /// <summary>True where there was no database before.</summary>
    public bool IsNew { get; private set; }

    /// <summary>The database file.</summary>
    public string Database => System.IO.Path.Combine(Path, "hasp.db");

    /// <summary>Opens a folder, making it where it is not there. What cannot be used ends in a sentence and a cure.</summary>
    /// <param name="path">The folder.</param>
    /// <param name="prepared">What a new folder begins with; without it the same is made by hand.</param>
    /// <exception cref="UnusableFolderException">It cannot be used: read-only, full, damaged, in use, or written by a newer
    /// version.</exception>
    public static DataFolder Open(string path, PreparedDatabase prepared = default)
    {
        path = System.IO.Path.GetFullPath(path);
        FileStream? held = null;
        try
        {
            MakePrivate(path);
            Steps.Reached("open:private");
            held = Hold(path);
            Steps.Reached("open:held");
            var folder = new DataFolder(path, held);
            folder.MakeReady(prepared);
            return folder;
        }
        catch (Exception e) when (Sentence(path, e) is { } sentence)
        {
            held?.Dispose();
            throw new UnusableFolderException(sentence, e);
        }
    }

    /// <summary>
    /// The database as it is at this moment, in one file: whole and consistent, also while a server writes to it. The file is there
    /// complete or not at all.
    /// </summary>
    /// <param name="path">The folder.</param>
    /// <param name="file">The backup, which must not be there yet.</param>
    /// <exception cref="UnusableFolderException">There is nothing to be kept, or nowhere to keep it.</exception>
    public static LogCheck Backup(string path, string file) => Spoken(path, () =>
    {
        var database = DatabaseIn(path);
        if (File.Exists(file))
            throw new UnusableFolderException($"{file} is there already. Name another file; a backup is never written over.");
        var making = file + Making;
        File.Delete(making);
        using (var source = new SqliteConnection($"Data Source={database};Pooling=False"))
        {
            source.Open();
            using var command = source.CreateCommand();
            command.CommandText = "VACUUM INTO $file";
            command.Parameters.AddWithValue("$file", making);
            command.ExecuteNonQuery();
        }
        MakePrivateFile(making);
        Steps.Reached("backup:copied");
        var check = Whole(making);
        Steps.Reached("backup:checked");
        File.Move(making, file);
        return check;
    });

    /// <summary>
    /// Puts a backup in the database's place. It is looked through first; what stood there, in whatever state, is kept beside it under the
    /// day and the second; killed at any moment, either the one or the other stands.
    /// </summary>
    /// <param name="path">The folder; nobody may be at work in it.</param>
    /// <param name="file">The backup.</param>
    /// <param name="anyway">True to take one whose log is broken.</param>
    /// <exception cref="UnusableFolderException">The file is no backup, of a newer version or damaged, or the folder is in use.</exception>
    public static Restored Restore(string path, string file, bool anyway = false) => Spoken(path, () =>
    {
        path = System.IO.Path.GetFullPath(path);
        if (!File.Exists(file)) throw new UnusableFolderException($"There is no file {file}.");
        MakePrivate(path);
        using var held = new DataFolder(path, Hold(path));
        var making = held.Database + Making;
        File.Copy(file, making, overwrite: true);
        Steps.Reached("restore:copied");
        LogCheck check;
        try
        {
            BringUp(making);
            check = Whole(making);
        }
        catch (Exception e) when (e is SqliteException or InvalidDataException)
        {
            File.Delete(making);
            throw new UnusableFolderException($"{file} is no backup of Hasp, or it is damaged. Nothing was changed.", e);
        }
        if (check.Broken is not null && !anyway)
        {
            File.Delete(making);
            return new Restored(check, false, null);
        }
        var kept = File.Exists(held.Database) ? held.KeepBeside("restore") : null;
        Steps.Reached("restore:kept");
        // A log that was left beside the old one is not the new one's.
        foreach (var end in Logs) File.Delete(held.Database + end);
        MakePrivateFile(making);
        Steps.Reached("restore:cleared");
        File.Move(making, held.Database, overwrite: true);
        Steps.Reached("restore:moved");
        return new Restored(check, true, kept);
    });

    /// <summary>Looks through the log of a folder's database, also while a server writes to it.</summary>
    /// <param name="path">The folder.</param>
    /// <param name="expected">What it is held against; null for itself alone.</param>
    /// <exception cref="UnusableFolderException">There is none.</exception>
    public static LogCheck CheckLog(string path, Expected? expected = null) => Spoken(path, () => Whole(DatabaseIn(path), expected));

    /// <summary>A link by which an account's password is chosen anew, for who keeps the folder, also while a server runs. It is in the
    /// log like one that the owner made.</summary>
    /// <param name="path">The folder.</param>
    /// <param name="name">Name of the account.</param>
    /// <param name="signing">What its entry is signed with.</param>
    /// <returns>The path of the link, from its slash on.</returns>
    /// <exception cref="UnusableFolderException">There is no database, or no account of that name that is not closed.</exception>
    public static string Reset(string path, string name, Signing? signing) => Spoken(path, () =>
    {
        var database = DatabaseIn(path);
        var databases = new OneFile(OptionsFor(database, "ReadWrite"));
        using var db = databases.CreateDbContext();
        if (AppliedOf(db).Count != db.Database.GetMigrations().Count())
            throw new UnusableFolderException($"The database in {path} is of another version. Start the server once, "
            + $"or use the version that wrote it.");
        var normal = name.ToUpperInvariant();
        if (db.Users.FirstOrDefault(u => u.NormalizedUserName == normal) is not { } account)
            throw new UnusableFolderException($"There is no account {name}. Those that there are: "
            + $"{string.Join(", ", db.Users.Select(u => u.UserName).OrderBy(n => n))}.");
        if (account.LockoutEnd == DateTimeOffset.MaxValue)
            throw new UnusableFolderException($"The account {account.UserName} is closed. Invite its owner anew.");
        var now = DateTime.UtcNow;
        var (row, key) = ResetLinks.New(account.Id, Terminal.Device, now);
        using var log = new ShopLog(databases, TimeProvider.System, null, signing);
        log.Append([new AccessEntry(AccessEvent.ResetMade, account.UserName!, "made in the terminal", "").ToEntry(now, Terminal)])
            .GetAwaiter().GetResult();
        db.Resets.Add(row);
        db.SaveChanges();
        return $"/reset?key={key}";
    });

    private static string DatabaseIn(string path)
    {
        var database = System.IO.Path.Combine(System.IO.Path.GetFullPath(path), "hasp.db");
        return File.Exists(database) ? database : throw new UnusableFolderException($"There is no database in {path}. "
            + $"Name its folder with --data.");
    }

    /// <summary>Whoever works in a terminal on the folder itself.</summary>
    private static readonly Author Terminal = Author.ThisMachine with { Device = "terminal" };

    private sealed class OneFile(DbContextOptions<HaspDb> options) : IDbContextFactory<HaspDb>
    {
        public HaspDb CreateDbContext() => new(options);
    }

    /// <summary>A file that holds a database of a version that this program knows, with its log looked through.</summary>
    private static LogCheck Whole(string file, Expected? expected = null)
    {
        using var db = new HaspDb(OptionsFor(file, "ReadWrite"));
        var applied = AppliedOf(db);
        if (applied.Count == 0) throw new InvalidDataException();
        if (applied.Except(db.Database.GetMigrations())
            .Any()) throw new UnusableFolderException($"{file} was written by a newer version of Hasp. Use that version; "
                + $"nothing was changed.");
        // One of an older version is read when it was brought up to this one, which starting the server does.
        return !applied.Contains(LogSince) ? new(0, "", null, Notice: "written by an older version: start the server once, then look again")
            : ShopLog.Check(db, expected).GetAwaiter().GetResult();
    }

    private static T Spoken<T>(string path, Func<T> work)
    {
        try
        {
            return work();
        }
        catch (Exception e) when (Sentence(path, e) is { } sentence)
        {
            throw new UnusableFolderException(sentence, e);
        }
    }

    /// <summary>Lets another program have the folder.</summary>
    public void Dispose() => _lock.Dispose();

    /// <summary>What people type about their structures is theirs: nobody else on the machine reads the folder.</summary>
    private static void MakePrivate(string path)
    {
        if (OperatingSystem.IsWindows())
        {
            Directory.CreateDirectory(path);
            return;
        }
        const UnixFileMode Owner = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        Directory.CreateDirectory(path, Owner | UnixFileMode.UserExecute);
        // One that was made before, by another version or by hand, is closed too: where it is somebody else's it stays as it is.
        try
        {
            File.SetUnixFileMode(path, Owner | UnixFileMode.UserExecute);
            foreach (var file in Directory.EnumerateFiles(path)) File.SetUnixFileMode(file, Owner);
            foreach (var folder in Directory.EnumerateDirectories(path)) File.SetUnixFileMode(folder, Owner | UnixFileMode.UserExecute);
        }
        catch (UnauthorizedAccessException)
        {
            // Whether it can be used at all is found out next, and said.
        }
    }

    /// <summary>A copy of the database is as private as the database.</summary>
    private static void MakePrivateFile(string file)
    {
        if (!OperatingSystem.IsWindows()) File.SetUnixFileMode(file, UnixFileMode.UserRead | UnixFileMode.UserWrite);
    }

    /// <summary>A lock of the operating system, which goes with the process however it ends.</summary>
    private static FileStream Hold(string path)
    {
        var file = System.IO.Path.Combine(path, "hasp.lock");
        try
        {
            return new FileStream(file, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException e) when (e is not DirectoryNotFoundException && File.Exists(file) && e.HResult is not (DiskFull or ReadOnlyFile))
        {
            throw new UnusableFolderException($"The data folder {path} is in use by another Hasp. Stop that one, "
                + $"or name another folder with --data.", e);
        }
    }

    /// <summary>
    /// A new database, and an upgraded one, is made beside the old under another name and moved into its place whole: what is found there
    /// is always of one version, whenever the making was killed.
    /// </summary>
    private void MakeReady(PreparedDatabase prepared)
    {
        var made = Database + Making;
        foreach (var end in Logs.Prepend("")) File.Delete(made + end);
        if (File.Exists(Database))
        {
            if (IsOfThisVersion())
            {
                Keep();
                return;
            }
            CopyTo(made);
            Upgraded = true;
        }
        IsNew = !Upgraded;
        IsPrepared = IsNew && Begin(made, prepared);
        if (!IsPrepared) Migrate(made);
        MakePrivateFile(made);
        Steps.Reached("making:migrated");
        File.Move(made, Database, overwrite: true);
        Steps.Reached("making:moved");
        Keep();
    }

    /// <summary>A copy of a database of an older version, brought up to this one, so that its log can be looked through.</summary>
    private static void BringUp(string making)
    {
        using (var db = new HaspDb(OptionsFor(making, "ReadWrite")))
        {
            var (applied, known) = (AppliedOf(db), db.Database.GetMigrations().ToList());
            if (applied.Count == 0 || applied.Count >= known.Count || applied.Except(known).Any()) return;
        }
        Migrate(making);
    }

    private static void Migrate(string made)
    {
        using (var db = new HaspDb(OptionsFor(made)))
        {
            // A lock that was left by a killed upgrade was copied with the rest; nobody else has this file.
            db.Database.ExecuteSqlRaw("DROP TABLE IF EXISTS \"__EFMigrationsLock\"");
            db.Database.Migrate();
        }
        SqliteConnection.ClearAllPools();
    }

    /// <summary>A new database out of a prepared one, dated today; false where there is none of this version.</summary>
    private static bool Begin(string made, PreparedDatabase prepared)
    {
        if (!File.Exists(prepared.File)) return false;
        File.Copy(prepared.File, made);
        // It may lie where nothing can be written; its copy is written next.
        MakePrivateFile(made);
        using var connection = new SqliteConnection($"Data Source={made};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA user_version";
        if ((long)command.ExecuteScalar()! != prepared.Version)
        {
            connection.Close();
            File.Delete(made);
            return false;
        }
        command.CommandText = "BEGIN; UPDATE Revisions SET At = $now; PRAGMA user_version = 0; COMMIT";
        command.Parameters.AddWithValue("$now", DateTime.UtcNow);
        command.ExecuteNonQuery();
        return true;
    }

    /// <summary>Writes the database of a folder to a file that new folders may begin with: without dates, marked as of a version.</summary>
    /// <param name="path">The folder.</param>
    /// <param name="file">The file; one that is there is replaced.</param>
    /// <param name="version">What it is of.</param>
    /// <exception cref="UnusableFolderException">It cannot be written.</exception>
    public static void Prepare(string path, string file, int version)
    {
        File.Delete(file);
        Backup(path, file);
        using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        connection.Open();
        Run(connection, $"UPDATE Revisions SET At = '2000-01-01 00:00:00'; PRAGMA user_version = {version}");
    }

    /// <summary>True where nothing is to be upgraded. Looks without writing, so that a newer version's database stays as it is.</summary>
    private bool IsOfThisVersion()
    {
        using var db = new HaspDb(OptionsFor(Database, "ReadOnly"));
        var known = db.Database.GetMigrations().ToList();
        var applied = AppliedOf(db);
        if (applied.Except(known).Any())
        {
            throw new UnusableFolderException($"The data folder {Path} was written by a newer version of Hasp. Start that version, "
                + $"or name another folder with --data; nothing was changed.");
        }
        return applied.Count == known.Count;
    }

    private static List<string> AppliedOf(HaspDb db)
    {
        var connection = db.Database.GetDbConnection();
        db.Database.OpenConnection();
        using var check = connection.CreateCommand();
        check.CommandText = "PRAGMA quick_check(1)";
        if (check.ExecuteScalar() as string != "ok") throw new InvalidDataException();
        using var tables = connection.CreateCommand();
        tables.CommandText = "SELECT count(*) FROM sqlite_master WHERE name = '__EFMigrationsHistory'";
        if ((long)tables.ExecuteScalar()! == 0) return [];
        using var history = connection.CreateCommand();
        history.CommandText = "SELECT \"MigrationId\" FROM \"__EFMigrationsHistory\"";
        var applied = new List<string>();
        using var reader = history.ExecuteReader();
        while (reader.Read()) applied.Add(reader.GetString(0));
        return applied;
    }

    /// <summary>
    /// The whole database, what is still in its log included, into another file; the log is emptied, so that none is left beside the
    /// upgraded file.
    /// </summary>
    private void CopyTo(string target)
    {
        // As it was before the upgrade, for whoever wants it back.
        KeepBeside("upgrade");
        Steps.Reached("upgrade:kept");
        File.Copy(Database, target, overwrite: true);
        Steps.Reached("upgrade:copied");
    }

    /// <summary>
    /// The database under another name, what was still in its log written into it first: no log is left that the next file could take for
    /// its own. One that cannot be opened any more is copied as it lies there, with its log: somebody may still get something out of it.
    /// </summary>
    /// <returns>The name of the copy, which no other one has.</returns>
    private string KeepBeside(string before)
    {
        var kept = Free($"{Database}.before-{before}-{DateTime.UtcNow:yyyyMMdd-HHmmss}");
        // Before it is opened: what cannot be read is thrown away by who opens it.
        var logs = Logs.Where(l => File.Exists(Database + l)).ToList();
        foreach (var end in logs) File.Copy(Database + end, kept + end);
        try
        {
            using var source = new SqliteConnection($"Data Source={Database};Pooling=False");
            source.Open();
            Run(source, "PRAGMA journal_mode=DELETE");
            foreach (var end in logs) File.Delete(kept + end);
        }
        catch (SqliteException e) when (e.SqliteErrorCode is 11 or 26)
        {
            // Kept as it lies there.
        }
        File.Copy(Database, kept);
        MakePrivateFile(kept);
        return kept;
    }

    private static string Free(string name)
    {
        var free = name;
        for (var i = 2; File.Exists(free); i++) free = $"{name}-{i}";
        return free;
    }

    /// <summary>A write-ahead log, so that readers and the writer do not wait for each other; it is a property of the file.</summary>
    private void Keep()
    {
        using var connection = new SqliteConnection($"Data Source={Database};Pooling=False");
        connection.Open();
        Run(connection, "PRAGMA journal_mode=WAL");
        // Shows here, and not at the first save, that the file can be written.
        Run(connection, "BEGIN IMMEDIATE; ROLLBACK");
    }

    private static void Run(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static DbContextOptions<HaspDb> OptionsFor(string file, string mode = "ReadWriteCreate")
    {
        var builder = new DbContextOptionsBuilder<HaspDb>();
        builder.UseSqlite($"Data Source={file};Mode={mode};Pooling=False;Default Timeout=30");
        return builder.Options;
    }

    // errno ENOSPC and EROFS as .NET reports them.
    private const int DiskFull = 28, ReadOnlyFile = 30;

    private static string? Sentence(string path, Exception e) => e switch
    {
        UnusableFolderException => e.Message,
        SqliteException { SqliteErrorCode: 5 or 6 } => $"The database in {path} is locked by another program. Close that program, "
            + $"or name another folder with --data.",
        SqliteException { SqliteErrorCode: 8 } => $"The database in {path} cannot be written. Give this user the right to write it, "
            + $"or name another folder with --data.",
        SqliteException { SqliteErrorCode: 11 or 26 } or InvalidDataException =>
            $"The database in {path} is damaged. Put a backup in its place (hasp.db), or name another folder with --data; "
                + $"nothing was changed.",
        SqliteException { SqliteErrorCode: 13 } => $"The disk that holds {path} is full. Make room, or name another folder with --data.",
        SqliteException { SqliteErrorCode: 14 or 10 } => $"The database in {path} cannot be opened. "
            + $"See that hasp.db is a file that this user may read and write, or name another folder with --data.",
        IOException { HResult: DiskFull } => $"The disk that holds {path} is full. Make room, or name another folder with --data.",
        UnauthorizedAccessException => $"The data folder {path} cannot be written. Give this user the right to write it, "
            + $"or name another folder with --data.",
        IOException => $"The data folder {path} cannot be used ({e.Message.TrimEnd('.')}). Name another folder with --data.",
        _ => null,
    };
}
