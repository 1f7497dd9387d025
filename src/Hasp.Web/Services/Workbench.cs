using System.Text;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Documents;
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
    public required Draft Draft { get; init; }

    /// <summary>What is wrong with the document shown; empty where it is the one stored.</summary>
    public IReadOnlyList<Fault> Faults { get; init; } = [];

    /// <summary>What the stored joint came to.</summary>
    public required Result Result { get; init; }

    /// <summary>What it came to before the last change; null where nothing changed.</summary>
    public Result? Before { get; init; }

    /// <summary>What a change was put together with, and what came of it; empty where nobody else had saved.</summary>
    public string PutTogether { get; init; } = "";

    /// <summary>A change of this browser that had to be kept beside another's.</summary>
    public Conflict? Conflict { get; init; }

    /// <summary>Unfinished typing against other revisions than the one that stands, field by field; empty where there is none.</summary>
    public IReadOnlyList<Typed> StaleTyping { get; init; } = [];

    /// <summary>Materials to choose from: those that ship and the user's own.</summary>
    public IReadOnlyList<string> MaterialNames { get; init; } = [];

    /// <summary>Grades of the user's own.</summary>
    public IReadOnlyList<string> OwnGradeNames { get; init; } = [];

    /// <summary>Grades and materials of the user's own that lie otherwise on the shelf than the joint holds them.</summary>
    public IReadOnlyList<OwnChanged> OwnChanged { get; init; } = [];

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

/// <summary>A grade or material of the user's own that was changed since a joint took it.</summary>
/// <param name="Kind">Which shelf.</param>
/// <param name="Name">Its name.</param>
/// <param name="Now">As it lies on the shelf.</param>
public sealed record OwnChanged(RecordKind Kind, string Name, Row Now);

/// <summary>A change that met another's.</summary>
/// <param name="Path">The field changed; empty for a change of parts.</param>
/// <param name="Value">What was typed.</param>
/// <param name="KeptAs">The revision it is kept as; null where it was not yet valid.</param>
public sealed record Conflict(string Path, string Value, int? KeptAs)
{
    /// <summary>Why it was not put together with theirs.</summary>
    public string Why { get; init; } = "";
}

/// <summary>Loads, changes and keeps joints on behalf of one browser.</summary>
public sealed class Workbench(JointStore store, Named named, KeptResults results, LoadSets sets, Preferences preferences,
    ShopFloor floor, IAuthorship author,
    ILogger<Workbench> log)
{
    /// <summary>The joint as this browser sees it; null where there is none.</summary>
    public async Task<BenchState?> Load(int id)
    {
        if (await named.Fresh(id) is not { } stored) return null;
        var (draft, joint, faults, result) = results.Of(stored.Document);
        if (joint is null)
        {
            var problem = InWords(faults);
            Log.Damaged(log, id, problem);
            throw new DamagedJointException(id, problem);
        }
        var own = await OwnShelf();
        var state = new BenchState
        {
            Stored = stored,
            Draft = draft!,
            Result = result!,
            LotLapsed = joint.Tightening.Lot is null ? [] : JointShop.Lapsed(joint, await floor.Look()),
            MaterialNames = [.. Standards.Names(Standards.Materials, m => m.Name)
                .Concat(own.Where(o => o.Kind == RecordKind.Materials).Select(o => o.Name)).Distinct()],
            OwnGradeNames = [.. own.Where(o => o.Kind == RecordKind.Grades).Select(o => o.Name)],
            OwnChanged = [.. own.Where(o => Held(draft!, o) is { } held && !held.IsAlike(o.Now))],
        };
        var typed = await store.Drafts(id, preferences.Editor);
        var stale = new List<Typed>();
        foreach (var old in typed.Where(d => d.BaseRevision != stored.Revision))
        {
            if (await store.Revision(id, old.BaseRevision) is { } then)
                stale.AddRange(TypedSince(Read(then.Document), Read(old.Document), draft!));
        }
        state = state with { StaleTyping = [.. stale.DistinctBy(t => t.Path)] };
        if (typed.FirstOrDefault(d => d.BaseRevision == stored.Revision) is not { } unfinished) return state;
        var judged = results.Of(unfinished.Document);
        return judged.Draft is null ? state : state with { Draft = judged.Draft, Faults = judged.Faults };
    }

    // Another may save between the look and the save: then it is looked at anew.
    private const int MostLooks = 5;

    /// <summary>
    /// Applies <paramref name="edit"/> and keeps it: as a new revision where the document is valid, put together with what others changed
    /// meanwhile; as this browser's unfinished typing where it is not; beside the other's where both changed the same, or where
    /// together they
    /// come to another verdict than apart.
    /// </summary>
    /// <param name="id">The joint.</param>
    /// <param name="seen">The revision this browser was looking at.</param>
    /// <param name="edit">Changes the document.</param>
    /// <param name="summary">What was changed, for the record.</param>
    /// <param name="conflict">What to say where someone saved first.</param>
    /// <exception cref="UnknownRevisionException">The joint never had the revision.</exception>
    /// <exception cref="ArgumentException">The document that this browser saw has no such row.</exception>
    public async Task<BenchState?> Change(int id, int seen, Func<Draft, Draft> edit, string summary, Conflict conflict)
    {
        for (var look = 0; look < MostLooks; look++)
        {
            if (await Load(id) is not { } state) return null;
            var changed = state.Stored.Revision == seen ? await Changed(state, edit, summary)
                : await PutTogether(state, seen, edit, summary, conflict, isLast: look == MostLooks - 1);
            if (changed is not null) return changed;
        }
        return await Load(id);
    }

    /// <summary>A change of the revision that stands; null where another stands by now.</summary>
    private async Task<BenchState?> Changed(BenchState state, Func<Draft, Draft> edit, string summary)
    {
        var seen = state.Stored.Revision;
        var before = state.Draft;
        var after = await Completed(edit(before), before);
        if (after.IsAlike(before) && state.Faults.Count == 0) return state;
        var judged = Judge(after);
        if (judged.Joint is { } joint && await ChooseAnew(state.Stored.Id, after, joint, before) is { } chosen) judged = Judge(chosen);
        return judged.Joint is null ? await Unfinished(state, seen, judged) : await Kept(state, seen, judged, summary);
    }

    /// <summary>A change of an older revision, put together with what was changed since; null where another stands by now.</summary>
    private async Task<BenchState?> PutTogether(BenchState state, int seen, Func<Draft, Draft> edit, string summary, Conflict conflict,
        bool isLast)
    {
        var (id, now) = (state.Stored.Id, Read(state.Stored.Document));
        // Its answer had been lost, and it was sent again.
        if (Already(now, edit)) return state;
        var (then, mine) = await SeenThen(id, seen);
        var ours = Judge(await Completed(edit(mine), then));
        if (ours.Joint is null)
        {
            await store.KeepDraft(id, preferences.Editor, seen, ours.Document);
            return (await Load(id))! with { Conflict = conflict };
        }
        var alone = await store.IsAlone(id, seen, preferences.Editor);
        var merge = Merge.Of(then, ours.Draft!, now);
        var both = Judge(merge.Draft);
        if (both.Joint is { } joint && await ChooseAnew(id, merge.Draft, joint, now) is { } chosen) both = Judge(chosen);
        var why = WhyApart(merge, ours, both, state, alone);
        if (why.Length == 0 && !isLast)
        {
            if (alone) return await Kept(state, seen, both, summary);
            var kept = await Kept(state, seen, both, $"{summary} (put together with revision {state.Stored.Revision}; seen was {seen})");
            return kept is null ? null : kept with { PutTogether = TogetherWith(state, both.Result!, ours.Result!) };
        }
        var outcome = await store.Save(id, seen, ours.Document, summary, preferences.Editor);
        Log.Conflict(log, id, seen, state.Stored.Revision, outcome.Revision);
        return (await Load(id))! with { Before = state.Result, Conflict = conflict with { KeptAs = outcome.Revision, Why = why } };
    }

    /// <summary>Why two changes are not put together; empty where they are.</summary>
    private static string WhyApart(Merge merge, Judged ours, Judged both, BenchState theirs, bool alone)
    {
        if (merge.Clashes.Length > 0 && !alone)
        {
            var words = merge.Clashes.Select(c => c.Place is { } place ? Fields.Words(merge.Draft.PathOf(place))
                : $"the list of {c.List!.Path}");
            return $"Both changed {string.Join(", ", words.Distinct())}.";
        }
        if (!alone && JointEdits.SaidTwice(merge.Draft).FirstOrDefault() is { One: { } one, Other: var other }
            && !JointEdits.SaidTwice(ours.Draft!).Any()) return $"One of you gave {one.Label.ToLowerInvariant()}, the other {other.Label.ToLowerInvariant()}: only one can be.";
        if (both.Result is not { } result) return "Put together they cannot be kept: " + InWords(both.Faults) + ".";
        if (alone) return "";
        var now = Told(result);
        // What one of them came to alone, whoever made it saw; a verdict that nobody saw yet is nobody's.
        return now == Told(ours.Result!) || now == Told(theirs.Result) ? ""
            : $"Put together the joint {now}; yours alone {Told(ours.Result!)}, theirs {Told(theirs.Result)}.";
    }

    private static string TogetherWith(BenchState theirs, Result now, Result ours) =>
        $"Put together with revision {theirs.Stored.Revision}, which was saved since you opened this"
        + (Told(now) == Told(ours) ? "." : $": the joint {Told(now)}, yours alone {Told(ours)}.");

    private static string Told(Result result) => !result.Holds ? "falls short" : result.IsComplete ? "holds" : "is not judged in full";

    /// <summary>Puts a revision that was kept beside another on top of the one that stands: where both changed the same, it
    /// counts.</summary>
    public async Task<BenchState?> PutOnTop(int id, int kept)
    {
        if (await Load(id) is not { } state) return null;
        if (await store.Revision(id, kept) is not { Parent: { } parent } beside || await store.Revision(id, parent) is not { } then)
        {
            throw new UnknownRevisionException(id, kept);
        }
        return await Change(id, state.Stored.Revision, now => Merge.Of(Read(then.Document), Read(beside.Document), now).Draft,
            $"{beside.Summary} (revision {kept} put on top)", new Conflict("", beside.Summary, null));
    }

    /// <summary>With what an edit brings along: own grades and materials that it names, and who answers for what was accepted in
    /// it.</summary>
    private async Task<Draft> Completed(Draft draft, Draft before)
    {
        draft = await EmbedOwn(draft);
        return author.Now.Account is { Length: > 0 } account ? draft.Sign(before, account) : draft;
    }

    private Judged Judge(Draft draft) => results.Of(draft, JointDocument.Write(draft));

    private async Task<BenchState> Unfinished(BenchState state, int seen, Judged judged)
    {
        await store.KeepDraft(state.Stored.Id, preferences.Editor, seen, judged.Document);
        return state with { Draft = judged.Draft!, Faults = judged.Faults };
    }

    private async Task<BenchState?> Kept(BenchState state, int seen, Judged judged, string summary)
    {
        var outcome = await store.SaveOver(state.Stored.Id, state.Stored.Revision, judged.Document, summary, preferences.Editor, seen);
        if (outcome.Revision is not { } revision) return null;
        return state with
        {
            Stored = state.Stored with { Revision = revision, Document = judged.Document, CanUndo = true, CanRedo = false },
            Draft = judged.Draft!,
            Faults = [],
            Result = judged.Result!,
            Before = state.Result,
            OwnChanged = [.. state.OwnChanged.Where(o => Held(judged.Draft!, o) is { } held && !held.IsAlike(o.Now))],
        };
    }

    /// <summary>One step back or forward. Unfinished typing is the first step back.</summary>
    public async Task<BenchState?> Step(int id, int seen, bool back)
    {
        if (await Load(id) is not { } state) return null;
        if (back && state.Faults.Count > 0) await store.DropDraft(id, preferences.Editor, state.Stored.Revision);
        else if (back) await store.Undo(id, seen, preferences.Editor);
        else await store.Redo(id, seen, preferences.Editor);
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
    public static string? NameOf(string document) => JointDocument.Draft(Encoding.UTF8.GetBytes(document)).Draft?.Text(Fields.Name);

    /// <summary>Why a stored document cannot be judged; null where it can.</summary>
    public static string? Damage(string document)
    {
        var (joint, faults) = JointDocument.Read(document);
        return joint is null ? InWords(faults) : null;
    }

    private static string InWords(IReadOnlyList<Fault> faults) =>
        string.Join("; ", faults.Select(f => f.Path.Length == 0 ? f.Problem : $"{Fields.Words(f.Path)}: {f.Problem}"));

    /// <summary>What a stored document says: of those asked for lately it is known.</summary>
    private Draft Read(string document) => results.Of(document).Draft ?? JointDocument.Stored(document);

    /// <summary>
    /// Where the bolts stand elsewhere than before, other rows of an imported file may govern: they are chosen anew. What counts is the
    /// pattern as it is laid out, which follows the thread where a pitch is left to it. Null where nothing is chosen anew.
    /// </summary>
    private async Task<Draft?> ChooseAnew(int id, Draft draft, Joint joint, Draft before)
    {
        if (joint.Pattern is not { } pattern || !LoadSet.IsIn(draft)) return null;
        // A basis that asks for more than tension and shear may be governed by another row once its parts or factors are others.
        if (joint.Judging.Basis.MayLeaveOut && Judge(before).Joint?.Pattern is { } then && then.SharesAs(pattern)) return null;
        return await sets.Load(id) is { } set
            ? set.Put(draft, set.Governing(joint, JointDocument.Write(draft), CancellationToken.None)) : null;
    }

    // One request looks once.
    private List<OwnChanged>? _own;

    /// <summary>The grades and materials of the user's own that can be read.</summary>
    private async Task<List<OwnChanged>> OwnShelf() =>
        _own ??= [.. (await store.Records([RecordKind.Grades.Id, RecordKind.Materials.Id])).Select(OwnOf).OfType<OwnChanged>()];

    private static OwnChanged? OwnOf(StoredRecord row)
    {
        var kind = row.Kind == RecordKind.Grades.Id ? RecordKind.Grades : RecordKind.Materials;
        return RecordKind.Parsed(row.Document) is { } own ? new(kind, row.Name, kind.RowOf(own)) : null;
    }

    private static Row? Held(Draft draft, OwnChanged own) =>
        draft[own.Kind.ElementOf!].FirstOrDefault(r => r.Text(own.Kind.Fields[0]) == own.Name);

    /// <summary>A grade or material of the user's own goes into the document that names it, so that the document stands alone. One that it
    /// holds already stays as it is.</summary>
    private async Task<Draft> EmbedOwn(Draft draft)
    {
        var materials = draft[Fields.Layers].Select(r => r.Text(Fields.LayerMaterial)).ToHashSet();
        return (await OwnShelf()).Where(o => o.Kind == RecordKind.Materials ? materials.Contains(o.Name)
            : draft.Text(Fields.Grade) == o.Name)
            .Aggregate(draft, (d, o) => d.Embed(o.Kind.ElementOf!, o.Now));
    }

    /// <summary>The grade or material of the user's own as it lies on the shelf now, in the place of the older one that the joint
    /// holds.</summary>
    public async Task<BenchState?> TakeOwn(int id, int seen, string kind, string name)
    {
        if (await Load(id) is not { } state) return null;
        if (state.OwnChanged.FirstOrDefault(o => o.Kind.Id == kind && o.Name == name) is not { } own) return state;
        var list = own.Kind.ElementOf!;
        return await Change(id, seen, d => Held(d, own) is { } held
            ? d.With(list, d[list].Replace(held, own.Now.As(held.Id))) : d,
            $"{own.Kind.One} {name} as it is now", new Conflict("", $"{own.Kind.One} {name} as it is now", null));
    }

    /// <summary>The revision that this browser was looking at, and with what it had typed against it.</summary>
    /// <exception cref="UnknownRevisionException">There is no such revision.</exception>
    private async Task<(Draft Then, Draft Mine)> SeenThen(int id, int seen)
    {
        var then = await store.Revision(id, seen) ?? throw new UnknownRevisionException(id, seen);
        var typed = (await store.Drafts(id, preferences.Editor)).FirstOrDefault(d => d.BaseRevision == seen);
        return (Read(then.Document), Read(typed?.Document ?? then.Document));
    }

    /// <summary>True where a change is in the joint as it stands: it was sent again because its answer had been lost.</summary>
    private static bool Already(Draft draft, Func<Draft, Draft> edit)
    {
        try
        {
            return edit(draft).IsAlike(draft);
        }
        catch (ArgumentException)
        {
            return false;
        }
    }

    /// <summary>What was typed over <paramref name="then"/> and is not in the joint as it stands now.</summary>
    private static IEnumerable<Typed> TypedSince(Draft then, Draft typed, Draft now) =>
        from place in typed.Places().Concat(then.Places().Where(typed.Holds)).Distinct()
        let text = typed[place]?.Text
        where text != then[place]?.Text && text != now[place]?.Text
        let fits = now.Holds(place)
        select new Typed((fits ? now : typed).PathOf(place), text ?? "", fits);
}
