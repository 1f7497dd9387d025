using System.Text.Json.Nodes;
using Hasp.Files;
using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>
/// What the whole house shares (lots, wrenches and their dates, rules, grades) as it is changed: each change is a revision, and in the same
/// transaction an entry of the shop's log that bears the revision's hash, with who made it. What was tightened by it can be held against
/// what stood then.
/// </summary>
public sealed class SharedRecords(JointStore store, ShopLog log, TimeProvider clock)
{
    /// <summary>Stable name of the kind of entry.</summary>
    public const string Kind = "stores";

    /// <summary>Keeps records: new ones, or of those of the same name a new revision.</summary>
    /// <param name="kind">Their kind.</param>
    /// <param name="documents">What they say.</param>
    /// <param name="summary">Why, in words.</param>
    /// <returns>Their keys.</returns>
    public async Task<IReadOnlyList<int>> Put(RecordKind kind, IReadOnlyList<JsonObject> documents, string summary)
    {
        var kept = new List<(int Id, string Name)>();
        await log.Append(async db =>
        {
            foreach (var document in documents)
            {
                var name = kind.NameIn(document);
                kept.Add((await store.Put(db, kind.Id, 0, name, document.ToJsonString(), summary), name));
            }
            return [.. kept.Select(k => Said(kind, summary, k.Id, k.Name))];
        });
        return [.. kept.Select(k => k.Id)];
    }

    /// <summary>Changes a record from the revision that was read.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="id">Its key.</param>
    /// <param name="revision">The revision that was read.</param>
    /// <param name="document">What it says now.</param>
    /// <param name="editor">Who or what changes it.</param>
    public async Task<SaveOutcome> Save(RecordKind kind, int id, int revision, JsonObject document, string editor)
    {
        var saved = new SaveOutcome(null, false);
        await log.Append(async db =>
        {
            saved = await store.Save(db, id, revision, document.ToJsonString(), "changed", editor);
            return saved is { Revision: not null, Conflict: false } ? [Said(kind, "changed", id, kind.NameIn(document))] : [];
        });
        return saved;
    }

    /// <summary>Takes a record away, or brings it back.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="id">Its key.</param>
    /// <param name="deleted">True to take it away.</param>
    public async Task<bool> Delete(RecordKind kind, int id, bool deleted)
    {
        var found = false;
        await log.Append(async db =>
        {
            found = await store.Delete(db, kind.Id, id, deleted);
            return found ? [Said(kind, deleted ? "taken away" : "brought back", id, "")] : [];
        });
        return found;
    }

    private NewEntry Said(RecordKind kind, string what, int record, string name) => new(Secrets.New(), Kind, 0, 0, 0, 0, new JsonObject
    {
        ["kind"] = kind.Id, ["record"] = record, ["name"] = name, ["what"] = what,
    }.ToJsonString(), clock.GetUtcNow().UtcDateTime, On: [record]);
}
