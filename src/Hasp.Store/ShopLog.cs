using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Store;

/// <summary>An entry of the shop's log. Never changed and never removed: what was wrong is corrected by another entry.</summary>
public sealed class EntryRow
{
    /// <summary>1, 2, 3 … without a gap.</summary>
    public long Number { get; set; }

    /// <summary>Made by whoever wrote it: sent twice, it is kept once.</summary>
    public required string Key { get; set; }

    /// <summary>What it is of: bolt, verification, conditions, witness, correction, access.</summary>
    public required string Kind { get; set; }

    public int ProjectId { get; set; }

    /// <summary>The joint; 0 where it is of none.</summary>
    public int JointId { get; set; }

    /// <summary>The lot's record; 0 where it is of none.</summary>
    public int LotId { get; set; }

    /// <summary>Number of the bolt; 0 where it is of none.</summary>
    public int Bolt { get; set; }

    public required string Document { get; set; }

    /// <summary>When it was kept, UTC.</summary>
    public DateTime At { get; set; }

    /// <summary>When it was done, by the clock of the device, UTC: before that where the device was out of reach.</summary>
    public DateTime Made { get; set; }

    public required string Account { get; set; }
    public required string Role { get; set; }
    public required string Device { get; set; }

    /// <summary>Hash of the entry before; of the first, nothing.</summary>
    public required string Previous { get; set; }

    /// <summary>Revisions that it rests on, by their hashes (<see cref="Rests"/>); empty where it rests on none.</summary>
    public string Bound { get; set; } = "";

    /// <summary>Fingerprint of the key that it is signed by; empty from before signing.</summary>
    public string Signer { get; set; } = "";

    /// <summary>SHA-256 over everything above.</summary>
    public required string Hash { get; set; }

    /// <summary>ECDSA signature over the hash, in base64; empty from before signing.</summary>
    public string Signature { get; set; } = "";

    /// <summary>The hash that it ought to have.</summary>
    public string Reckoned()
    {
        object[] all = [Previous, Number, Key, Kind, ProjectId, JointId, LotId, Bolt, Document, At.Ticks, Made.Ticks, Account, Role,
            Device];
        // From before signing there was no more to it.
        if (Bound.Length + Signer.Length > 0) all = [.. all, Bound, Signer];
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(JsonSerializer.Serialize(all))));
    }
}

/// <summary>An entry to be kept.</summary>
/// <param name="Key">Made by whoever writes it.</param>
/// <param name="Kind">What it is of.</param>
/// <param name="ProjectId">Its project.</param>
/// <param name="JointId">Its joint; 0 for none.</param>
/// <param name="LotId">Its lot; 0 for none.</param>
/// <param name="Bolt">Its bolt; 0 for none.</param>
/// <param name="Document">What was found or done.</param>
/// <param name="Made">When, by the clock of the device.</param>
/// <param name="By">Who did it, where that is not whoever asks just now.</param>
/// <param name="On">Records beside joint and lot that it rests on: the wrench, the rules.</param>
public sealed record NewEntry(string Key, string Kind, int ProjectId, int JointId, int LotId, int Bolt, string Document, DateTime Made,
    Author? By = null, IReadOnlyList<int>? On = null);

/// <summary>What became of an entry.</summary>
/// <param name="Entry">As it is kept.</param>
/// <param name="Again">True where it had been kept before.</param>
/// <param name="Differs">True where something else had been kept under its key: it was not kept, and its sender must give it
/// another.</param>
public readonly record struct Kept(EntryRow Entry, bool Again, bool Differs);

/// <summary>What a log is signed with, and where its head is kept.</summary>
/// <param name="Key">The key.</param>
/// <param name="Heads">Beside it.</param>
/// <param name="Checkpoints">A second place for signed heads; null for none.</param>
public sealed record Signing(SigningKey Key, HeadFile Heads, string? Checkpoints = null)
{
    /// <summary>For a data folder.</summary>
    /// <param name="data">The folder.</param>
    /// <param name="file">The key's file; empty for the usual one.</param>
    /// <param name="checkpoints">The second place; empty for none.</param>
    /// <exception cref="UnusableFolderException">The key cannot be used or made there.</exception>
    public static Signing For(string data, string file = "", string checkpoints = "")
    {
        var key = SigningKey.Open(file.Length > 0 ? file : SigningKey.Usual
            ?? throw new UnusableFolderException("This user has no folder of settings for a signing key. Name a file with --signing-key."), data);
        return new(key, new(key, data), checkpoints.Length > 0 ? Path.GetFullPath(checkpoints) : null);
    }
}

/// <summary>The shop's log: entries in one chain, each with the hash of the one before and signed, on disk before the call
/// returns.</summary>
public sealed class ShopLog(IDbContextFactory<HaspDb> databases, TimeProvider clock, IAuthorship? authorship = null,
    Signing? signing = null) : IDisposable
{
    private readonly SemaphoreSlim _writer = new(1, 1);

    // The entry that the kept head is the same as: the next one follows it.
    private Head? _kept;

    /// <summary>What it signs with; null where it does not sign.</summary>
    public Signing? Signing => signing;

    public void Dispose() => _writer.Dispose();

    /// <summary>Keeps entries in their order, all or none. What was kept before under the same key is left as it is.</summary>
    public Task<IReadOnlyList<Kept>> Append(IReadOnlyList<NewEntry> entries) => Append(_ => Task.FromResult(entries));

    /// <summary>A change of records and what says it, in one transaction: both are on disk, or neither.</summary>
    /// <param name="change">Makes the change and says it; nothing where nothing was changed.</param>
    public async Task<IReadOnlyList<Kept>> Append(Func<HaspDb, Task<IReadOnlyList<NewEntry>>> change)
    {
        await _writer.WaitAsync();
        try
        {
            await using var db = await databases.CreateDbContextAsync();
            // Immediate: two programs never read the same last entry.
            await using var transaction = await db.Database.BeginTransactionAsync();
            Steps.Reached("entry:begun");
            var entries = await change(db);
            var keys = entries.Select(e => e.Key).ToList();
            var known = await db.Entries.AsNoTracking().Where(e => keys.Contains(e.Key)).ToDictionaryAsync(e => e.Key);
            var last = await db.Entries.AsNoTracking().OrderByDescending(e => e.Number).FirstOrDefaultAsync();
            var agrees = await AgreesWithHead(db, last);
            if ((entries.Count == 0 || entries.Any(e => !known.ContainsKey(e.Key))) && KeyToSay(last) is { } said)
                db.Entries.Add(last = Next(said.ToEntry(clock.GetUtcNow().UtcDateTime, Author.ThisMachine), last, ""));
            var rests = await RestsOf(db, entries);
            var kept = new List<Kept>();
            foreach (var entry in entries)
            {
                if (known.TryGetValue(entry.Key, out var before))
                {
                    kept.Add(new(before, true, before.Document != entry.Document || before.Kind != entry.Kind
                        || before.JointId != entry.JointId || before.Bolt != entry.Bolt));
                    continue;
                }
                db.Entries.Add(last = Next(entry, last, Rests.Written(RecordsOf(entry).Select(r => rests.GetValueOrDefault(r)).Where(r =>
                    r.Hash is not null))));
                known[entry.Key] = last;
                kept.Add(new(last, false, false));
            }
            await db.SaveChangesAsync();
            Steps.Reached("entry:written");
            await transaction.CommitAsync();
            Steps.Reached("entry:committed");
            if (agrees && last is not null) Keep(last);
            return kept;
        }
        finally
        {
            _writer.Release();
        }
    }

    /// <summary>Entries of a joint, the oldest first.</summary>
    public Task<IReadOnlyList<EntryRow>> OfJoint(int joint) => Read(e => e.Where(x => x.JointId == joint));

    /// <summary>Entries of a project, the oldest first.</summary>
    public Task<IReadOnlyList<EntryRow>> OfProject(int project) => Read(e => e.Where(x => x.ProjectId == project));

    /// <summary>Entries of some joints, the oldest first.</summary>
    public Task<IReadOnlyList<EntryRow>> OfJoints(IReadOnlyCollection<int> joints) => Read(e => e.Where(x => joints.Contains(x.JointId)));

    /// <summary>Entries of a lot, the oldest first.</summary>
    public Task<IReadOnlyList<EntryRow>> OfLot(int lot) => Read(e => e.Where(x => x.LotId == lot));

    /// <summary>Entries of a kind, the oldest first.</summary>
    public Task<IReadOnlyList<EntryRow>> OfKind(string kind) => Read(e => e.Where(x => x.Kind == kind));

    /// <summary>The last entries of a kind that are of no joint, the newest first.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="before">Only those of a lower number.</param>
    /// <param name="most">How many at most.</param>
    public async Task<IReadOnlyList<EntryRow>> Newest(string kind, long before, int most)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Entries.AsNoTracking().Where(e => e.JointId == 0 && e.Kind == kind && e.Number < before)
            .OrderByDescending(e => e.Number).Take(most).ToListAsync();
    }

    /// <summary>Number of the last entry; 0 where there is none. Entries are never changed: where it is the same, so are they
    /// all.</summary>
    public async Task<long> Last()
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Entries.MaxAsync(e => (long?)e.Number) ?? 0;
    }

    /// <summary>Looks whether every entry is as it was written, and whether all are there that somebody knows.</summary>
    /// <param name="verified">Up to where signatures were verified before; null to verify all.</param>
    public async Task<LogCheck> Check(Head? verified = null)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await Check(db, Against(signing) with { Verified = verified });
    }

    /// <inheritdoc cref="Check(Head)"/>
    public static async Task<LogCheck> Check(HaspDb db, Expected? expected = null)
    {
        using var run = new LogCheckRun(expected ?? Expected.Nothing);
        return await run.Run(db);
    }

    /// <summary>What a log is held against where one signs: the head beside the key, the checkpoints, the key itself.</summary>
    public static Expected Against(Signing? signing)
    {
        if (signing is null) return Expected.Nothing;
        var heads = new List<(Head, string)>();
        if (signing.Heads.Read() is { } head) heads.Add((head, "what is kept beside the signing key"));
        // One that was altered says nothing: whoever alters it could as well take it away.
        if (signing.Checkpoints is { } folder)
            heads.AddRange(Checkpoint.In(folder).Where(c => c.Head is not null).Select(c => (c.Head!,
                $"checkpoint {Path.GetFileName(c.File)}")));
        return new(heads, signing.Key.Fingerprint);
    }

    /// <summary>True where the log holds an entry with that hash, or the owner has given it up since.</summary>
    public async Task<bool> Knows(Head head)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Entries.AnyAsync(e => e.Number == head.Number && e.Hash == head.Hash)
            || (await OfKind(KeyEntry.Kind)).Any(e => KeyEntry.Of(e) is { } said && said.GivesUp(head, e.At));
    }

    /// <summary>The last entry as a head; null where there is none.</summary>
    public async Task<Head?> Head()
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Entries.AsNoTracking().OrderByDescending(e => e.Number).Select(e => new Head(e.Number, e.Hash,
            e.At)).FirstOrDefaultAsync();
    }

    /// <summary>
    /// Says, where the log was signed by another key or by none, that it is this one from here on. A log in which nothing stands yet says
    /// so with its
    /// first entry.
    /// </summary>
    public async Task TakeUp()
    {
        if (signing is not null && await Head() is not null) await Append([]);
    }

    /// <summary>The owner knows that entries are gone (an older backup was put back): said by an entry, it is no alarm any more.</summary>
    /// <param name="reason">Why.</param>
    /// <returns>Why it cannot be; empty where it is done.</returns>
    public async Task<string> Confirm(string reason)
    {
        if (signing is null) return "This server does not sign what it keeps.";
        await using var db = await databases.CreateDbContextAsync();
        if ((await Check(db)).Broken is not null) return "What is not as it was written cannot be confirmed: put a whole backup in its place.";
        var against = Against(signing);
        if (await Check(db, against) is not { Broken: not null } found) return "Nothing is missing.";
        var known = against.Heads.Select(h => h.Head).OrderByDescending(h => h.Number).First();
        await Append([new KeyEntry("confirmed", signing.Key.PublicKey, signing.Key.Fingerprint, found.Count, known, reason)
            .ToEntry(clock.GetUtcNow().UtcDateTime)]);
        Keep((await db.Entries.AsNoTracking().OrderByDescending(e => e.Number).FirstAsync())!);
        return "";
    }

    /// <summary>Signs how far the log has come and puts that into the second place.</summary>
    public async Task WriteCheckpoint()
    {
        if (signing is { Checkpoints: { } folder } && await Head() is { } head)
            Checkpoint.Of(head with { At = clock.GetUtcNow().UtcDateTime }, signing.Key).WriteTo(folder);
    }

    /// <summary>The entry that has to come before the next one: signing begins, or the key is another; null where neither.</summary>
    private KeyEntry? KeyToSay(EntryRow? last)
    {
        if (signing is null || last?.Signer == signing.Key.Fingerprint) return null;
        return last is { Signer.Length: > 0 } ? new("changed", signing.Key.PublicKey, last.Signer)
            : new("begun", signing.Key.PublicKey, "", Known: last is null ? signing.Heads.ReadBefore() : null);
    }

    /// <summary>
    /// Whether the kept head is of this log, so that it may be moved on: where entries are missing it stays as it is, and the alarm with
    /// it.
    /// </summary>
    private async Task<bool> AgreesWithHead(HaspDb db, EntryRow? last)
    {
        if (signing is null) return false;
        if (_kept is not null && last?.Hash == _kept.Hash) return true;
        if (signing.Heads.Read() is not { } head) return true;
        return await db.Entries.AnyAsync(e => e.Number == head.Number && e.Hash == head.Hash);
    }

    private void Keep(EntryRow last)
    {
        _kept = new(last.Number, last.Hash, last.At);
        signing!.Heads.Write(_kept);
    }

    private static IEnumerable<int> RecordsOf(NewEntry entry) =>
        new[] { entry.JointId, entry.LotId }.Concat(entry.On ?? []).Where(r => r > 0).Distinct();

    /// <summary>The revisions that stand, of all records that entries rest on, within the same transaction.</summary>
    private async Task<Dictionary<int, (int Record, int Revision, string Hash)>> RestsOf(HaspDb db, IReadOnlyList<NewEntry> entries)
    {
        var records = signing is null ? [] : entries.SelectMany(RecordsOf).Distinct().ToList();
        if (records.Count == 0) return [];
        var rows = await (
            from r in db.Records.AsNoTracking()
            join v in db.Revisions.AsNoTracking() on new { RecordId = r.Id, Number = r.Current } equals new { v.RecordId, v.Number }
            where records.Contains(r.Id)
            select new { r.Id, v.Number, v.Document }).ToListAsync();
        return rows.ToDictionary(r => r.Id, r => (r.Id, r.Number, Rests.HashOf(r.Document)));
    }

    private EntryRow Next(NewEntry entry, EntryRow? last, string bound)
    {
        var author = entry.By ?? authorship?.Now ?? Author.ThisMachine;
        var row = new EntryRow
        {
            Number = (last?.Number ?? 0) + 1, Key = entry.Key, Kind = entry.Kind, ProjectId = entry.ProjectId, JointId = entry.JointId,
            LotId = entry.LotId, Bolt = entry.Bolt,
            Document = entry.Document, At = Utc(clock.GetUtcNow().UtcDateTime), Made = Utc(entry.Made), Account = author.Account,
            Role = author.Role, Device = author.Device,
            Previous = last?.Hash ?? "", Hash = "", Bound = bound, Signer = signing?.Key.Fingerprint ?? "",
        };
        row.Hash = row.Reckoned();
        if (signing is not null) row.Signature = signing.Key.Sign(row.Hash);
        return row;
    }

    /// <summary>As the database gives it back.</summary>
    private static DateTime Utc(DateTime moment) => DateTime.SpecifyKind(moment, DateTimeKind.Unspecified);

    private async Task<IReadOnlyList<EntryRow>> Read(Func<IQueryable<EntryRow>, IQueryable<EntryRow>> which)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await which(db.Entries.AsNoTracking()).OrderBy(e => e.Number).ToListAsync();
    }
}
