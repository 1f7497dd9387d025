using System.Globalization;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Store;

/// <summary>What a look at the whole log came to.</summary>
/// <param name="Count">Entries that are whole, from the first on.</param>
/// <param name="Last">Hash of the last of them.</param>
/// <param name="Broken">Number of the first entry that is not as it was written, or is missing; null where all are.</param>
/// <param name="Why">What is wrong with it, in words; empty where nothing is.</param>
/// <param name="Notice">What is right and has to be known all the same: entries from before signing, a key that changed.</param>
public readonly record struct LogCheck(long Count, string Last, long? Broken, string Why = "", string Notice = "")
{
    /// <summary>The same in a sentence; empty where every entry is whole.</summary>
    public string Problem => Broken is not { } at ? ""
        : $"The chain of entries is broken at entry {at}: {Why}. Nothing rests on what stands from there on. The {Count} entries before it are whole.";
}

/// <summary>What a look at the log is held against.</summary>
/// <param name="Heads">Heads that somebody knows, with who: the log has to hold each.</param>
/// <param name="Signer">Fingerprint that the last entry has to be signed by; null for whichever.</param>
/// <param name="Verified">An entry up to which the signatures were verified before: by the chain of hashes they are what they were, which
/// is thirty times as
/// quick to see; null to verify every one.</param>
public sealed record Expected(IReadOnlyList<(Head Head, string Of)> Heads, string? Signer = null, Head? Verified = null)
{
    /// <summary>Nothing but that the log agrees with itself.</summary>
    public static Expected Nothing { get; } = new([]);

    /// <summary>Every head that the log has to hold.</summary>
    internal IEnumerable<(Head Head, string Of)> All => Verified is null ? Heads : Heads.Append((Verified, "the last look"));
}

/// <summary>What an entry says of the log itself: that signing begins, that the key is another, that the owner knows of what is
/// missing.</summary>
/// <param name="What">begun, changed or confirmed.</param>
/// <param name="PublicKey">The key from here on.</param>
/// <param name="Was">Fingerprint before; empty where there was none.</param>
/// <param name="Whole">Entries that were whole when it was confirmed.</param>
/// <param name="Known">The head that was known and is given up; null where none is.</param>
/// <param name="Reason">Why, in words.</param>
public sealed record KeyEntry(string What, string PublicKey, string Was, long Whole = 0, Head? Known = null, string Reason = "")
{
    /// <summary>Stable name of the kind of entry.</summary>
    public const string Kind = "key";

    /// <summary>As it is appended to the log.</summary>
    public NewEntry ToEntry(DateTime at, Author? by = null) => new(Secrets.New(), Kind, 0, 0, 0, 0, JsonSerializer.Serialize(this), at, by);

    /// <summary>True where the owner has said to know that a head is missing: one that was known before, and no later one.</summary>
    /// <param name="head">The head.</param>
    /// <param name="at">When this entry was kept, UTC.</param>
    public bool GivesUp(Head head, DateTime at) => What == "confirmed" && Known is { } known && head.Number <= known.Number
        && head.At <= at;

    /// <summary>Read again; null where it cannot be.</summary>
    public static KeyEntry? Of(EntryRow row)
    {
        try
        {
            return row.Kind == Kind && JsonSerializer.Deserialize<KeyEntry>(row.Document) is { What: not null, PublicKey: not null,
                Was: not null, Reason: not null } read
                ? read : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }
}

/// <summary>Looks through a log, entry by entry, from the first: numbers, hashes, signatures, what it rests on, and the heads that others
/// know.</summary>
internal sealed class LogCheckRun(Expected expected) : IDisposable
{
    private readonly Dictionary<string, ECDsa> _keys = [];
    private readonly Dictionary<(int Record, int Revision), (string Hash, long Entry)> _bound = [];
    private readonly Dictionary<long, List<(Head Head, string Of)>> _at = expected.All.GroupBy(h => h.Head.Number).ToDictionary(g =>
        g.Key, g => g.ToList());
    private readonly List<(Head Head, string Of)> _unmet = [];
    private readonly List<(KeyEntry Said, EntryRow Row)> _confirmed = [];
    private readonly List<string> _notices = [];
    private (long Number, string Hash, string Signer, long Unsigned) _last = (0, "", "", 0);

    public void Dispose()
    {
        foreach (var key in _keys.Values) key.Dispose();
    }

    internal async Task<LogCheck> Run(HaspDb db)
    {
        await foreach (var entry in db.Entries.AsNoTracking().OrderBy(e => e.Number).AsAsyncEnumerable())
        {
            if (WhyNot(entry) is { Length: > 0 } why) return Broken(_last.Number + 1, why);
            _last = (entry.Number, entry.Hash, entry.Signer, entry.Signer.Length == 0 ? _last.Unsigned + 1 : _last.Unsigned);
            if (_at.Remove(entry.Number, out var known)) _unmet.AddRange(known.Where(k => k.Head.Hash != entry.Hash));
        }
        _unmet.AddRange(_at.Values.SelectMany(h => h));
        if (_unmet.Where(u => !_confirmed.Any(c => c.Said.GivesUp(u.Head, c.Row.At))).OrderBy(u =>
            u.Head.Number).FirstOrDefault() is { Head: { } head } missing)
        {
            return head.Number > _last.Number
                ? Broken(_last.Number + 1, $"the log ends there, and {missing.Of} knows entry {head.Number} ({head.Hash[..12]}…)")
                : Broken(head.Number, $"{missing.Of} knows another entry under that number ({head.Hash[..12]}…)", head.Number - 1);
        }
        if (_last.Number > 0 && expected.Signer is { } signer && _last.Signer != signer)
        {
            return Broken(_last.Number, _last.Signer.Length == 0 ? "it is not signed, and this server signs"
                : "it is signed by another key than this server's");
        }
        if (await WhyNotBound(db) is ({ Length: > 0 } unbound, var at)) return Broken(at, unbound, at - 1);
        if (_last.Unsigned > 0) _notices.Insert(0, _last.Unsigned == _last.Number ? "No entry is signed"
            : $"Entries 1 to {_last.Unsigned} are from before signing: unsigned");
        return new(_last.Number, _last.Hash, null, "", string.Join(". ", _notices));
    }

    private LogCheck Broken(long at, string why, long? whole = null) => new(whole ?? _last.Number, _last.Hash, at, why,
        string.Join(". ", _notices));

    private string WhyNot(EntryRow entry)
    {
        if (entry.Number != _last.Number + 1) return "it is missing";
        if (entry.Previous != _last.Hash) return "it does not follow from the one before";
        if (entry.Hash != entry.Reckoned()) return "it is not as it was written";
        if (entry.Signer.Length == 0) return _last.Signer.Length > 0 ? "it is not signed, as those before it are" : "";
        if (KeyEntry.Of(entry) is { } said && WhyNotKey(entry, said) is { Length: > 0 } no) return no;
        if (!_keys.TryGetValue(entry.Signer, out var key)) return "it is signed by a key that no entry names";
        if (_last.Signer.Length > 0 && entry.Signer != _last.Signer
            && KeyEntry.Of(entry) is not { What: "changed" }) return "its key is another, and no entry says so";
        if (entry.Number > (expected.Verified?.Number ?? 0) && !SigningKey.Holds(key, entry.Hash,
            entry.Signature)) return "its signature is not of the key that it names";
        foreach (var (record, revision, hash) in Rests.Read(entry.Bound)) _bound.TryAdd((record, revision), (hash, entry.Number));
        return "";
    }

    /// <summary>An entry that brings a key is signed by that key.</summary>
    private string WhyNotKey(EntryRow entry, KeyEntry said)
    {
        if (SigningKey.FingerprintOf(said.PublicKey) != entry.Signer) return "it names another key than it is signed by";
        if (!_keys.ContainsKey(entry.Signer))
        {
            if (SigningKey.Public(said.PublicKey) is not { } key) return "the key that it names is none";
            _keys[entry.Signer] = key;
        }
        var when = entry.At.ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture);
        if (said.What == "changed") _notices.Add($"The signing key changed at entry {entry.Number} ({when} UTC, {said.Was[..Math.Min(12, said.Was.Length)]}… → {entry.Signer[..12]}…)");
        if (said.What == "confirmed") _confirmed.Add((said, entry));
        if (said.Known is { } known) _notices.Add(said.What == "confirmed"
            ? $"At entry {entry.Number} ({when} UTC) it was confirmed that entries {said.Whole + 1} to {known.Number} are gone: {said.Reason}"
            : $"The log began anew at entry {entry.Number} ({when} UTC): one of {known.Number} entries stood in this place before");
        return "";
    }

    private async Task<(string Why, long At)> WhyNotBound(HaspDb db)
    {
        if (_bound.Count == 0) return ("", 0);
        var records = _bound.Keys.Select(k => k.Record).Distinct().ToList();
        var known = new Dictionary<(int, int), string>();
        foreach (var some in records.Chunk(200))
        {
            var texts = new RevisionTexts();
            await foreach (var r in db.Revisions.AsNoTracking().Where(r => some.Contains(r.RecordId)).OrderBy(r => r.RecordId)
                .ThenByDescending(r => r.Number).Select(r => new { r.RecordId, r.Number, r.Document, r.Delta,
                    r.Beside }).AsAsyncEnumerable())
            {
                var document = texts.Of(r.RecordId, r.Number, r.Document, r.Delta, r.Beside);
                if (_bound.ContainsKey((r.RecordId, r.Number))) known[(r.RecordId, r.Number)] = Rests.HashOf(document);
            }
        }
        var (key, bound) = _bound.Where(b => known.GetValueOrDefault(b.Key) != b.Value.Hash).OrderBy(b => b.Value.Entry).FirstOrDefault();
        return bound.Hash is null ? ("", 0) : ($"revision {key.Revision} of record {key.Record}, on which it rests, is not as it was",
            bound.Entry);
    }
}

/// <summary>What an entry rests on: revisions of the joint, the lot, the wrench and the rules as they stood, each by the hash of its
/// document.</summary>
public static class Rests
{
    /// <summary>Hash of a revision's document as it is stored.</summary>
    public static string HashOf(string document) => Convert.ToHexStringLower(SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(document)));

    /// <summary>As an entry bears it: record@revision:hash, parted by semicolons.</summary>
    public static string Written(IEnumerable<(int Record, int Revision, string Hash)> on) =>
        string.Join(';', on.OrderBy(r => r.Record).Select(r => FormattableString.Invariant($"{r.Record}@{r.Revision}:{r.Hash}")));

    /// <summary>Read again; what cannot be is left out, and its hash is not found.</summary>
    public static IEnumerable<(int Record, int Revision, string Hash)> Read(string bound)
    {
        foreach (var part in bound.Split(';', StringSplitOptions.RemoveEmptyEntries))
        {
            if (part.Split('@', ':') is [var record, var revision, var hash] && int.TryParse(record, out var r) && int.TryParse(revision,
                out var n)) yield return (r, n, hash);
        }
    }

    /// <summary>Which revision of a record an entry rests on; null where it names none.</summary>
    public static int? RevisionOf(string bound, int record) => Read(bound).Where(b => b.Record == record).Select(b =>
        (int?)b.Revision).FirstOrDefault();
}
