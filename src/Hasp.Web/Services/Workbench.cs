using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services.Shop;

namespace Hasp.Web.Services;

/// <summary>A joint as one browser sees it: the document (its own unfinished typing included), what is wrong with it, what it came
/// to.</summary>
public sealed record BenchState
{
    /// <summary>The joint as stored.</summary>
    public required StoredJoint Stored { get; init; }

    /// <summary>The document shown: stored, or with this browser's unfinished typing.</summary>
    public required JsonObject Document { get; init; }

    /// <summary>What is wrong with the document shown; empty where it is the one stored.</summary>
    public IReadOnlyList<Fault> Faults { get; init; } = [];

    /// <summary>What the stored joint came to.</summary>
    public required Result Result { get; init; }

    /// <summary>What it came to before the last change; null where nothing changed.</summary>
    public Result? Before { get; init; }

    /// <summary>A change of this browser that had to be kept beside another's.</summary>
    public Conflict? Conflict { get; init; }

    /// <summary>Unfinished typing against other revisions than the one that stands, field by field; empty where there is none.</summary>
    public IReadOnlyList<Typed> StaleTyping { get; init; } = [];

    /// <summary>Materials to choose from: those that ship and the user's own.</summary>
    public IReadOnlyList<string> MaterialNames { get; init; } = [];

    /// <summary>Grades of the user's own.</summary>
    public IReadOnlyList<string> OwnGradeNames { get; init; } = [];

    /// <summary>Why the lot's figures that the joint uses hold no more in the shop; nothing where they do, or where it uses none.</summary>
    public IReadOnlyList<string> LotLapsed { get; init; } = [];

    /// <summary>The first fault at a path; null where there is none.</summary>
    public Fault? FaultAt(string path) => Faults.FirstOrDefault(f => f.Path == path);

    /// <summary>All faults of one row of fields, e.g. <c>layers[0].</c></summary>
    public IEnumerable<Fault> FaultsUnder(string prefix) => Faults.Where(f => f.Path.StartsWith(prefix, StringComparison.Ordinal));
}

/// <summary>What was typed into a field and is not part of the joint.</summary>
/// <param name="Path">The field.</param>
/// <param name="Text">As typed; empty where it was cleared.</param>
/// <param name="Fits">True where the joint as it stands has that field.</param>
public sealed record Typed(string Path, string Text, bool Fits);

/// <summary>A revision that the joint never had: a page that is not of this joint, or of another data folder.</summary>
public sealed class UnknownRevisionException(int joint, int revision) : Exception($"joint {joint} has no revision {revision}");

/// <summary>A joint whose stored document cannot be judged any more: its revisions and its export are still there.</summary>
public sealed class DamagedJointException(int joint, string problem) : Exception(problem)
{
    /// <summary>The joint.</summary>
    public int Joint => joint;
}

/// <summary>A change that met another's.</summary>
/// <param name="Path">The field changed; empty for a change of parts.</param>
/// <param name="Value">What was typed.</param>
/// <param name="KeptAs">The revision it is kept as; null where it was not yet valid.</param>
public sealed record Conflict(string Path, string Value, int? KeptAs);

/// <summary>Loads, changes and keeps joints on behalf of one browser.</summary>
public sealed class Workbench(JointStore store, Named named, KeptResults results, LoadSets sets, Preferences preferences, ShopFloor floor, IAuthorship author,
    ILogger<Workbench> log)
{
    /// <summary>The joint as this browser sees it; null where there is none.</summary>
    public async Task<BenchState?> Load(int id)
    {
        if (await named.Fresh(id) is not { } stored) return null;
        var (joint, faults, result) = results.Of(stored.Document);
        if (joint is null)
        {
            var problem = InWords(faults);
            Log.Damaged(log, id, problem);
            throw new DamagedJointException(id, problem);
        }
        var document = Parse(stored.Document);
        var materials = await store.Records(RecordKind.Materials.Id);
        var state = new BenchState
        {
            Stored = stored,
            Document = document,
            Result = result!,
            LotLapsed = joint.Tightening.Lot is null ? [] : JointShop.Lapsed(joint, await floor.Look()),
            MaterialNames = [.. Standards.Names(Standards.Materials, m => m.Name).Concat(materials.Select(m => m.Name)).Distinct()],
            OwnGradeNames = [.. (await store.Records(RecordKind.Grades.Id)).Select(g => g.Name)],
        };
        var drafts = await store.Drafts(id, preferences.Editor);
        var stale = new List<Typed>();
        foreach (var old in drafts.Where(d => d.BaseRevision != stored.Revision))
        {
            if (await store.Revision(id, old.BaseRevision) is { } then) stale.AddRange(TypedSince(Parse(then.Document), Parse(old.Document),
                document));
        }
        state = state with { StaleTyping = [.. stale.DistinctBy(t => t.Path)] };
        return drafts.FirstOrDefault(d => d.BaseRevision == stored.Revision) is { } draft
            ? state with { Document = Parse(draft.Document), Faults = results.Of(draft.Document).Faults }
            : state;
    }

    /// <summary>
    /// Applies <paramref name="edit"/> and keeps it: as a new revision where the document is valid, as this browser's
    /// unfinished typing where it is not, beside the other's where someone saved first.
    /// </summary>
    /// <param name="id">The joint.</param>
    /// <param name="seen">The revision this browser was looking at.</param>
    /// <param name="edit">Changes the document.</param>
    /// <param name="summary">What was changed, for the record.</param>
    /// <param name="conflict">What to say where someone saved first.</param>
    public async Task<BenchState?> Change(int id, int seen, Action<JsonObject> edit, string summary, Conflict conflict)
    {
        if (await Load(id) is not { } state) return null;
        var stale = state.Stored.Revision != seen;
        var document = stale ? await SeenThen(id, seen) : state.Document;
        if (stale && Already(state.Document, edit)) return state;
        var before = document.ToJsonString();
        edit(document);
        await EmbedOwn(document);
        if (author.Now.Account is { Length: > 0 } account) JointEdit.Sign(document, Parse(before), account);
        var after = document.ToJsonString();
        if (after == before && state.Faults.Count == 0) return state;
        var (joint, faults, result) = results.Of(after);
        if (joint is not null && await ChooseAnew(id, document, joint, before))
        {
            after = document.ToJsonString();
            (joint, faults, result) = results.Of(after);
        }
        if (joint is null)
        {
            await store.KeepDraft(id, preferences.Editor, seen, after);
            return stale ? (await Load(id))! with { Conflict = conflict } : state with { Document = document, Faults = faults };
        }
        var outcome = await store.Save(id, seen, after, summary, preferences.Editor);
        if (outcome.Conflict)
        {
            Log.Conflict(log, id, seen, state.Stored.Revision, outcome.Revision);
            return (await Load(id))! with { Before = state.Result, Conflict = conflict with { KeptAs = outcome.Revision } };
        }
        return state with
        {
            Stored = state.Stored with { Revision = outcome.Revision!.Value, Document = after, CanUndo = true, CanRedo = false },
            Document = document,
            Faults = [],
            Result = result!,
            Before = state.Result,
        };
    }

    /// <summary>One step back or forward. Unfinished typing is the first step back.</summary>
    public async Task<BenchState?> Step(int id, int seen, bool back)
    {
        if (await Load(id) is not { } state) return null;
        if (back && state.Faults.Count > 0) await store.DropDraft(id, preferences.Editor, state.Stored.Revision);
        else if (back) await store.Undo(id, seen);
        else await store.Redo(id, seen);
        return (await Load(id))! with { Before = state.Result };
    }

    /// <summary>Throws unfinished typing away: that of the revision that stands, or that of older ones.</summary>
    public async Task<BenchState?> DropTyping(int id, bool older = false)
    {
        if (await store.Load(id) is not { } stored) return null;
        if (older) await store.DropDrafts(id, preferences.Editor, stored.Revision);
        else await store.DropDraft(id, preferences.Editor, stored.Revision);
        return await Load(id);
    }

    /// <summary>What a stored document calls its joint; null where it does not tell, or is damaged.</summary>
    public static string? NameOf(string document)
    {
        try
        {
            return JsonNode.Parse(document) is JsonObject o ? JointEdit.Get(o, "name") : null;
        }
        catch (System.Text.Json.JsonException)
        {
            return null;
        }
    }

    /// <summary>Why a stored document cannot be judged; null where it can.</summary>
    public static string? Damage(string document)
    {
        var (joint, faults) = JointDocument.Read(document);
        return joint is null ? InWords(faults) : null;
    }

    private static string InWords(IReadOnlyList<Fault> faults) =>
        string.Join("; ", faults.Select(f => f.Path.Length == 0 ? f.Problem : $"{Fields.Words(f.Path)}: {f.Problem}"));

    /// <summary>The document at a stored joint; stored documents are always objects.</summary>
    public static JsonObject Parse(string document)
    {
        var parsed = (JsonObject)JsonNode.Parse(document)!;
        JointDocument.Upgrades.Apply(parsed);
        return parsed;
    }

    /// <summary>
    /// Where the bolts stand elsewhere than before, other rows of an imported file may govern: they are chosen anew. What counts is the
    /// pattern as it is laid out, which follows the thread where a pitch is left to it.
    /// </summary>
    private async Task<bool> ChooseAnew(int id, JsonObject document, Joint joint, string before)
    {
        if (joint.Pattern is not { } pattern || !LoadSet.IsIn(document)) return false;
        // A basis that asks for more than tension and shear may be governed by another row once its parts or factors are others.
        if (joint.Judging.Basis.MayLeaveOut && results.Of(before).Joint?.Pattern is { } then
            && then.SharesAs(pattern)) return false;
        if (await sets.Load(id) is not { } set) return false;
        set.Put(document, set.Governing(joint, document.ToJsonString(), CancellationToken.None));
        return true;
    }

    /// <summary>A grade or material of the user's own goes into the document that names it, so that the document stands alone.</summary>
    private async Task EmbedOwn(JsonObject document)
    {
        foreach (var row in await store.Records(RecordKind.Grades.Id)) if (JointEdit.Get(document,
            "bolts.grade") == row.Name) Embed(document, row);
        var materials = (document["layers"] as JsonArray ?? []).Select((_, i) => JointEdit.Get(document, $"layers[{i}].material"))
            .ToHashSet();
        foreach (var row in await store.Records(RecordKind.Materials.Id)) if (materials.Contains(row.Name)) Embed(document, row);
    }

    /// <summary>One that cannot be read any more is not embedded: the joint then says that no row of that name is listed.</summary>
    private static void Embed(JsonObject document, StoredRecord row)
    {
        if (RecordKind.Parsed(row.Document) is { } own) JointEdit.Embed(document, row.Kind, own);
    }

    /// <summary>The document that this browser was looking at: a revision, with what it had typed against it.</summary>
    /// <exception cref="UnknownRevisionException">There is no such revision.</exception>
    private async Task<JsonObject> SeenThen(int id, int seen)
    {
        var then = await store.Revision(id, seen) ?? throw new UnknownRevisionException(id, seen);
        var draft = (await store.Drafts(id, preferences.Editor)).FirstOrDefault(d => d.BaseRevision == seen);
        return Parse(draft?.Document ?? then.Document);
    }

    /// <summary>True where a change is in the joint as it stands: it was sent again because its answer had been lost.</summary>
    private static bool Already(JsonObject document, Action<JsonObject> edit)
    {
        var trial = (JsonObject)document.DeepClone();
        try
        {
            edit(trial);
        }
        catch (ArgumentException)
        {
            return false;
        }
        return JsonNode.DeepEquals(trial, document);
    }

    /// <summary>What was typed over <paramref name="then"/> and is not in the joint as it stands now.</summary>
    private static IEnumerable<Typed> TypedSince(JsonObject then, JsonObject typed, JsonObject now) =>
        from path in PathsOf(typed)
        let text = JointEdit.Get(typed, path)
        where text != JointEdit.Get(then, path) && text != JointEdit.Get(now, path)
        select new Typed(path, text ?? "", JointEdit.CanHold(now, path));

    private static IEnumerable<string> PathsOf(JsonObject document) =>
        Fields.All.Select(f => f.Path).Where(p => !p.Contains("[]", StringComparison.Ordinal))
            .Concat(from list in JointEdit.Lists
                    from i in Enumerable.Range(0, JointEdit.CountOf(document, list))
                    from f in Fields.All
                    where f.Path.StartsWith(list + "[]", StringComparison.Ordinal)
                    select f.Path.Replace("[]", $"[{i}]", StringComparison.Ordinal));
}
