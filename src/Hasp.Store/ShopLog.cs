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

    /// <summary>SHA-256 over everything above.</summary>
    public required string Hash { get; set; }

    /// <summary>The hash that it ought to have.</summary>
    public string Reckoned() => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(JsonSerializer.Serialize(new object[]
    {
        Previous, Number, Key, Kind, ProjectId, JointId, LotId, Bolt, Document, At.Ticks, Made.Ticks, Account, Role, Device,
    }))));
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
public sealed record NewEntry(string Key, string Kind, int ProjectId, int JointId, int LotId, int Bolt, string Document, DateTime Made,
    Author? By = null);

/// <summary>What became of an entry.</summary>
/// <param name="Entry">As it is kept.</param>
/// <param name="Again">True where it had been kept before.</param>
/// <param name="Differs">True where something else had been kept under its key: it was not kept, and its sender must give it
/// another.</param>
public readonly record struct Kept(EntryRow Entry, bool Again, bool Differs);

/// <summary>What a look at the whole log came to.</summary>
/// <param name="Count">Entries that are whole, from the first on.</param>
/// <param name="Last">Hash of the last of them, to be held against a printed one: the end of a log can be cut off without breaking
/// it.</param>
/// <param name="Broken">Number of the first entry that is not as it was written; null where all are.</param>
public readonly record struct LogCheck(long Count, string Last, long? Broken);

/// <summary>The shop's log: entries in one chain, each with the hash of the one before, on disk before the call returns.</summary>
public sealed class ShopLog(IDbContextFactory<HaspDb> databases, TimeProvider clock, IAuthorship? authorship = null) : IDisposable
{
    private readonly SemaphoreSlim _writer = new(1, 1);

    public void Dispose() => _writer.Dispose();

    /// <summary>Keeps entries in their order, all or none. What was kept before under the same key is left as it is.</summary>
    public async Task<IReadOnlyList<Kept>> Append(IReadOnlyList<NewEntry> entries)
    {
        await _writer.WaitAsync();
        try
        {
            await using var db = await databases.CreateDbContextAsync();
            // Immediate: two programs never read the same last entry.
            await using var transaction = await db.Database.BeginTransactionAsync();
            Steps.Reached("entry:begun");
            var keys = entries.Select(e => e.Key).ToList();
            var known = await db.Entries.AsNoTracking().Where(e => keys.Contains(e.Key)).ToDictionaryAsync(e => e.Key);
            var last = await db.Entries.AsNoTracking().OrderByDescending(e => e.Number).FirstOrDefaultAsync();
            var kept = new List<Kept>();
            foreach (var entry in entries)
            {
                if (known.TryGetValue(entry.Key, out var before))
                {
                    kept.Add(new(before, true, before.Document != entry.Document || before.Kind != entry.Kind
                        || before.JointId != entry.JointId || before.Bolt != entry.Bolt));
                    continue;
                }
                db.Entries.Add(last = Next(entry, last));
                known[entry.Key] = last;
                kept.Add(new(last, false, false));
            }
            await db.SaveChangesAsync();
            Steps.Reached("entry:written");
            await transaction.CommitAsync();
            Steps.Reached("entry:committed");
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

    /// <summary>Looks whether every entry is as it was written.</summary>
    public async Task<LogCheck> Check()
    {
        await using var db = await databases.CreateDbContextAsync();
        return await Check(db);
    }

    /// <inheritdoc cref="Check()"/>
    public static async Task<LogCheck> Check(HaspDb db)
    {
        var (count, last) = (0L, "");
        await foreach (var entry in db.Entries.AsNoTracking().OrderBy(e => e.Number).AsAsyncEnumerable())
        {
            if (entry.Number != count + 1 || entry.Previous != last || entry.Hash != entry.Reckoned()) return new(count, last, count + 1);
            (count, last) = (entry.Number, entry.Hash);
        }
        return new(count, last, null);
    }

    private EntryRow Next(NewEntry entry, EntryRow? last)
    {
        var author = entry.By ?? authorship?.Now ?? Author.ThisMachine;
        var row = new EntryRow
        {
            Number = (last?.Number ?? 0) + 1, Key = entry.Key, Kind = entry.Kind, ProjectId = entry.ProjectId, JointId = entry.JointId,
            LotId = entry.LotId, Bolt = entry.Bolt,
            Document = entry.Document, At = Utc(clock.GetUtcNow().UtcDateTime), Made = Utc(entry.Made), Account = author.Account,
            Role = author.Role, Device = author.Device,
            Previous = last?.Hash ?? "", Hash = "",
        };
        row.Hash = row.Reckoned();
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
