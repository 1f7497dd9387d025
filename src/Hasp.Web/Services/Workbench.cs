using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Store;

namespace Hasp.Web.Services;

/// <summary>A joint as one browser sees it: the document (its own unfinished typing included), what is wrong with it, what it came to.</summary>
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

    /// <summary>Unfinished typing against an older revision, as "field: text"; empty where there is none.</summary>
    public IReadOnlyList<string> StaleTyping { get; init; } = [];

    /// <summary>Materials to choose from: those that ship and the user's own.</summary>
    public IReadOnlyList<string> MaterialNames { get; init; } = [];

    /// <summary>Grades of the user's own.</summary>
    public IReadOnlyList<string> OwnGradeNames { get; init; } = [];

    /// <summary>The first fault at a path; null where there is none.</summary>
    public Fault? FaultAt(string path) => Faults.FirstOrDefault(f => f.Path == path);

    /// <summary>All faults of one row of fields, e.g. <c>layers[0].</c></summary>
    public IEnumerable<Fault> FaultsUnder(string prefix) => Faults.Where(f => f.Path.StartsWith(prefix, StringComparison.Ordinal));
}

/// <summary>A change that met another's.</summary>
/// <param name="Path">The field changed; empty for a change of parts.</param>
/// <param name="Value">What was typed.</param>
/// <param name="KeptAs">The revision it is kept as; null where it was not yet valid.</param>
public sealed record Conflict(string Path, string Value, int? KeptAs);

/// <summary>Loads, changes and keeps joints on behalf of one browser.</summary>
public sealed class Workbench(JointStore store, LoadSets sets, Preferences preferences)
{
    /// <summary>The joint as this browser sees it; null where there is none.</summary>
    public async Task<BenchState?> Load(int id)
    {
        if (await store.Load(id) is not { } stored) return null;
        var document = Parse(stored.Document);
        var materials = await store.Own("materials");
        var state = new BenchState
        {
            Stored = stored,
            Document = document,
            Result = Evaluate(stored.Document),
            MaterialNames = [.. Standards.Names(Standards.Materials, m => m.Name).Concat(materials.Select(m => m.Name)).Distinct()],
            OwnGradeNames = [.. (await store.Own("grades")).Select(g => g.Name)],
        };
        if (await store.Draft(id, preferences.Editor) is not { } draft) return state;
        var typed = Parse(draft.Document);
        return draft.BaseRevision == stored.Revision
            ? state with { Document = typed, Faults = JointDocument.Read(draft.Document).Faults }
            : state with { StaleTyping = Differences(document, typed) };
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
        var document = stale && await store.Revision(id, seen) is { } old ? Parse(old.Document) : state.Document;
        var before = document.ToJsonString();
        edit(document);
        await EmbedOwn(document);
        var after = document.ToJsonString();
        if (after == before && state.Faults.Count == 0) return state;
        var (joint, faults) = JointDocument.Read(after);
        if (joint is not null && await ChooseAnew(id, document, joint, before))
        {
            after = document.ToJsonString();
            (joint, faults) = JointDocument.Read(after);
        }
        if (joint is null)
        {
            if (stale) return state with { Conflict = conflict };
            await store.KeepDraft(id, preferences.Editor, seen, after);
            return state with { Document = document, Faults = faults };
        }
        var outcome = await store.Save(id, seen, after, summary, preferences.Editor);
        if (outcome.Conflict) return (await Load(id))! with { Before = state.Result, Conflict = conflict with { KeptAs = outcome.Revision } };
        return state with
        {
            Stored = state.Stored with { Revision = outcome.Revision!.Value, Document = after, CanUndo = true, CanRedo = false },
            Document = document,
            Faults = [],
            StaleTyping = [],
            Result = Evaluation.Run(joint),
            Before = state.Result,
        };
    }

    /// <summary>One step back or forward. Unfinished typing is the first step back.</summary>
    public async Task<BenchState?> Step(int id, int seen, bool back)
    {
        if (await Load(id) is not { } state) return null;
        if (back && state.Faults.Count > 0) await store.DropDraft(id, preferences.Editor);
        else if (back) await store.Undo(id, seen);
        else await store.Redo(id, seen);
        return (await Load(id))! with { Before = state.Result };
    }

    /// <summary>Throws unfinished typing away.</summary>
    public async Task<BenchState?> DropTyping(int id)
    {
        await store.DropDraft(id, preferences.Editor);
        return await Load(id);
    }

    /// <summary>The document at a stored joint; stored documents are always objects.</summary>
    public static JsonObject Parse(string document) => (JsonObject)JsonNode.Parse(document)!;

    /// <summary>Evaluates a document that was valid when it was stored.</summary>
    /// <exception cref="InvalidOperationException">It no longer is: the catalogue it was made with has changed.</exception>
    public static Result Evaluate(string document)
    {
        var (joint, faults) = JointDocument.Read(document);
        return joint is null
            ? throw new InvalidOperationException("a stored joint is no longer valid: " + string.Join("; ", faults.Select(f => f.Path + " " + f.Problem)))
            : Evaluation.Run(joint);
    }

    /// <summary>Where the pattern changed, other rows of an imported file may govern: they are chosen anew.</summary>
    private async Task<bool> ChooseAnew(int id, JsonObject document, Joint joint, string before)
    {
        if (joint.Pattern is not { } pattern || !LoadSet.IsIn(document)) return false;
        if (JsonNode.DeepEquals(document["pattern"], Parse(before)["pattern"])) return false;
        if (await sets.Load(id) is not { } set) return false;
        set.PutGoverning(document, pattern);
        return true;
    }

    /// <summary>A grade or material of the user's own goes into the document that names it, so that the document stands alone.</summary>
    private async Task EmbedOwn(JsonObject document)
    {
        foreach (var row in await store.Own("grades")) if (JointEdit.Get(document, "bolts.grade") == row.Name) JointEdit.Embed(document, row.Kind, Parse(row.Document));
        var materials = (document["layers"] as JsonArray ?? []).Select((_, i) => JointEdit.Get(document, $"layers[{i}].material")).ToHashSet();
        foreach (var row in await store.Own("materials")) if (materials.Contains(row.Name)) JointEdit.Embed(document, row.Kind, Parse(row.Document));
    }

    private static List<string> Differences(JsonObject stored, JsonObject typed)
    {
        var paths = Fields.All.Select(f => f.Path).Where(p => !p.Contains("[]"))
            .Concat(from list in JointEdit.Lists
                    from i in Enumerable.Range(0, Math.Max(JointEdit.CountOf(typed, list), JointEdit.CountOf(stored, list)))
                    from f in Fields.All
                    where f.Path.StartsWith(list + "[]", StringComparison.Ordinal)
                    select f.Path.Replace("[]", $"[{i}]"));
        return [.. paths.Where(p => JointEdit.Get(stored, p) != JointEdit.Get(typed, p)).Select(p => $"{p}: {JointEdit.Get(typed, p)}")];
    }
}
