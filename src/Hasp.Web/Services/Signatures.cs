using System.Text.Json.Nodes;
using Hasp.Files;
using Hasp.Store;

namespace Hasp.Web.Services;

/// <summary>A signature under a revision of a joint.</summary>
/// <param name="Act">checked or approved.</param>
/// <param name="Revision">The revision that was signed.</param>
/// <param name="Account">Who; empty where nobody signs in.</param>
/// <param name="At">When, UTC.</param>
/// <param name="Note">What was said with it: the checker's own figures, what was looked at.</param>
/// <param name="Entry">Number of the entry that it is.</param>
/// <param name="Looked">How many things of the checker's list were ticked.</param>
public sealed record Signature(string Act, int Revision, string Account, DateTime At, string Note, long Entry, int Looked);

/// <summary>How a joint stands: who checked and approved which revision, and what keeps whoever is here from signing now.</summary>
/// <param name="Revision">The revision that stands.</param>
/// <param name="Checked">The last check; null where there is none.</param>
/// <param name="Approved">The last approval; null where there is none.</param>
/// <param name="WhyNotCheck">Why who is here may not check it; empty where he may.</param>
/// <param name="WhyNotApprove">Why who is here may not approve it; empty where he may.</param>
public sealed record SignedState(int Revision, Signature? Checked, Signature? Approved, string WhyNotCheck, string WhyNotApprove)
{
    /// <summary>True where the revision that stands was checked.</summary>
    public bool IsChecked => Checked?.Revision == Revision;

    /// <summary>True where the revision that stands was approved.</summary>
    public bool IsApproved => Approved?.Revision == Revision;
}

/// <summary>
/// Prepared, checked, approved: each signature is an entry of the log, signed with it and bound to the revision's hash. It is of one
/// revision: a change after it leaves it where it is, and the new revision has none.
/// </summary>
public sealed class Signatures(JointStore store, ShopLog log, TimeProvider clock, Access access, KeptResults results)
{
    /// <summary>Stable name of the kind of entry.</summary>
    public const string Kind = "signature";

    /// <summary>The acts, in their order.</summary>
    public const string Check = "checked", Approve = "approved";

    /// <summary>How a joint stands.</summary>
    public async Task<SignedState> Of(StoredJoint joint)
    {
        var state = Standing(joint.Revision, In(await log.OfKind(Kind))[joint.Id]);
        return state with
        {
            WhyNotCheck = await WhyNotCheck(joint, state),
            WhyNotApprove = state.IsApproved ? "this revision is approved" : !state.IsChecked ? "this revision is not checked yet"
                : Points.In(await log.OfJoints([joint.Id]))[joint.Id].Count(p => p.IsOpen) is > 0 and var open
                ? $"{open} {(open == 1 ? "point is" : "points are")} open"
                : access.IsOn && !access.May(Right.Approve, joint.ProjectId) ? "an owner approves, or an approver of the project" : "",
        };
    }

    /// <summary>How a joint stands by its signatures alone, whoever looks.</summary>
    /// <param name="revision">The revision that stands.</param>
    /// <param name="signatures">Of the joint, the oldest first.</param>
    public static SignedState Standing(int revision, IEnumerable<Signature> signatures)
    {
        var all = signatures.ToList();
        return new(revision, all.LastOrDefault(s => s.Act == Check), all.LastOrDefault(s => s.Act == Approve), "", "");
    }

    /// <summary>Signs the revision that stands.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="act">checked or approved.</param>
    /// <param name="revision">The revision that was read.</param>
    /// <param name="note">What is said with it.</param>
    /// <param name="looked">What of the checker's list was ticked, by id.</param>
    /// <returns>Why it was not signed; empty where it was.</returns>
    public async Task<string> Sign(StoredJoint joint, string act, int revision, string note, IReadOnlyCollection<string> looked)
    {
        if (act is not (Check or Approve)) return "checked or approved";
        if (revision != joint.Revision) return $"revision {joint.Revision} stands now: look at what changed since {revision}";
        if (note.Length > MostNote) return $"at most {MostNote} letters";
        var state = await Of(joint);
        if ((act == Check ? state.WhyNotCheck : state.WhyNotApprove) is { Length: > 0 } why) return why;
        // What is to be looked at is what the revision that is signed came to, whatever was on the page.
        var asked = act == Check && results.Of(joint.Document).Result is { } result ? Report.CheckList.Of(result) : [];
        if (asked.Count(a => !looked.Contains(a.Id)) is > 0 and var left)
            return $"{left} of {asked.Count} things on the list {(left == 1 ? "is" : "are")} not ticked: look at {(left == 1 ? "it" : "them")} first";
        await log.Append([new NewEntry(Secrets.New(), Kind, joint.ProjectId, 0, 0, 0, new JsonObject
        {
            ["joint"] = joint.Id, ["act"] = act, ["revision"] = revision, ["note"] = note.Trim(),
            ["looked"] = new JsonArray([.. asked.Select(a => (JsonNode)a.Words)]),
        }.ToJsonString(), clock.GetUtcNow().UtcDateTime, On: [joint.Id])]);
        return "";
    }

    /// <summary>No note is longer.</summary>
    public const int MostNote = 2000;

    /// <summary>Who made any revision since the last approval checks nothing of it: another pair of eyes is what a check is.</summary>
    private async Task<string> WhyNotCheck(StoredJoint joint, SignedState state)
    {
        if (state.IsChecked) return "this revision is checked";
        if (!access.IsOn) return "";
        if (!access.May(Right.Design, joint.ProjectId)) return "an engineer checks";
        var since = state.Approved?.Revision ?? 0;
        return (await store.Revisions(joint.Id)).Any(r => r.Number > since && r.Account == access.Account?.UserName)
            ? "who prepared it does not check it" : "";
    }

    /// <summary>The signatures among entries, by joint, the oldest first. One that cannot be read takes none of the others down; the
    /// log's own
    /// check says what is wrong with it.</summary>
    public static ILookup<int, Signature> In(IEnumerable<EntryRow> entries) => entries.Where(e => e.Kind == Kind).Select(Read)
        .OfType<(int Joint, Signature Signature)>().ToLookup(s => s.Joint, s => s.Signature);

    private static (int Joint, Signature Signature)? Read(EntryRow entry) => RecordKind.Parsed(entry.Document) is { } said
        && Whole(said["joint"]) is { } joint && Whole(said["revision"]) is { } revision
        ? (joint, new(said["act"]?.ToString() ?? "", revision, entry.Account, entry.Made, said["note"]?.ToString() ?? "", entry.Number,
            (said["looked"] as JsonArray)?.Count ?? 0))
            : null;

    private static int? Whole(JsonNode? node) =>
        int.TryParse(node?.ToString(), System.Globalization.CultureInfo.InvariantCulture, out var number) ? number : null;
}
