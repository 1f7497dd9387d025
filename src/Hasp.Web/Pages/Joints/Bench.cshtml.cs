using Hasp.Core.Checks;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Bench: one joint, drawn, judged and changed in place. Every change answers with the whole Bench, which is morphed
/// in.</summary>
public sealed partial class BenchModel(Workbench bench, JointStore store, LoadSets sets, KeptResults results,
    Preferences preferences, IAuthorship author) : StageModel(bench, preferences)
{
    /// <summary>The check whose working is open; empty where none is.</summary>
    [BindProperty(SupportsGet = true)]
    public string Open { get; set; } = "";

    /// <summary>The gap whose acceptance was refused, and why, with what was typed.</summary>
    public string? AcceptName { get; private set; }

    public string? AcceptProblem { get; private set; }

    public string Reason { get; private set; } = "";

    public string By { get; private set; } = "";

    /// <summary>The account that answers; empty where accounts are off.</summary>
    public string Account => author.Now.Account;

    /// <summary>A name as an element's id has it.</summary>
    public static string IdOf(string name) => NotInId().Replace(name.ToLowerInvariant(), "-");

    [System.Text.RegularExpressions.GeneratedRegex("[^a-z0-9]+")]
    private static partial System.Text.RegularExpressions.Regex NotInId();

    public override IEnumerable<(string Name, string Value)> Carried => [.. base.Carried, ("Open", Open)];

    public Task<IActionResult> OnPostAdd(JointId id, string list) =>
        Changed(Bench.Change(id, Seen, d => d.AddTo(JointEdits.ListAt(list), ActOn(list)), $"{list}: one more",
            new Conflict("", $"one more in {list}", null)));

    public Task<IActionResult> OnPostRemove(JointId id, string list, int index) =>
        Changed(Bench.Change(id, Seen, d => d.RowAt(list, index) is { } row ? d.Remove(row.List, row.Id) : d,
            $"{list}: {index + 1} removed",
            new Conflict("", $"{list} {index + 1} removed", null)));

    public Task<IActionResult> OnPostMove(JointId id, string list, int index, int by) =>
        Changed(Bench.Change(id, Seen, d => d.RowAt(list, index) is { } row ? d.Move(row.List, row.Id, by) : d,
            $"{list}: {index + 1} moved",
            new Conflict("", $"{list} {index + 1} moved", null)));

    /// <summary>Lays a hand-calculated figure beside a step of a working; empty text takes it away.</summary>
    public Task<IActionResult> OnPostHand(JointId id, string check, string step, string? value)
    {
        if (Check.ById(check ?? "") is null || string.IsNullOrEmpty(step) || step.Length > 60
            || value?.Length > 200) return Task.FromResult<IActionResult>(BadRequest());
        return Changed(
            Bench.Change(id, Seen, d => d.SetHandFigure(check!, step, value ?? ""), $"by hand, {step}: {value}",
                new Conflict("", $"{step} by hand: {value}", null)));
    }

    /// <summary>Somebody answers for a gap: found anew, so that only what is open as the joint stands is accepted.</summary>
    public async Task<IActionResult> OnPostAccept(JointId id, string? gap, string? why, string? reason, string? by)
    {
        if (await Bench.Load(id) is not { } state) return NotFound();
        (AcceptName, Reason, By) = (gap, reason?.Trim() ?? "", author.Now.Account is { Length: > 0 } account ? account : by?.Trim() ?? "");
        var found = state.Result.Asks.FirstOrDefault(a => a.Name == gap && a.Problem == why);
        AcceptProblem = found.Path is null ? "it is not open in these words any more: look at it again"
            : Missing(Reason, Hasp.Core.Joints.Fields.AcceptedReason) ?? Missing(By, Hasp.Core.Joints.Fields.AcceptedBy);
        if (AcceptProblem is not null) return await OnGetPanel(id);
        return await Changed(Bench.Change(id, Seen, d => d.Accept(state.Result.Joint, found, Reason, By),
            $"accepted, {found.Name}: {Reason}", new Conflict("", $"{found.Name} accepted: {Reason}", null)));
    }

    public Task<IActionResult> OnPostTakeBack(JointId id, string? gap) =>
        Changed(Bench.Change(id, Seen, d => d.TakeBack(gap ?? ""), $"accepted no more: {gap}",
            new Conflict("", $"{gap} accepted no more", null)));

    private static string? Missing(string text, Hasp.Core.Joints.Field field) =>
        text.Length == 0 ? $"{field.Label.ToLowerInvariant()}: needed, {field.Meaning}"
            : text.Length > field.MaxLength ? $"{field.Label.ToLowerInvariant()}: at most {field.MaxLength} characters" : null;

    /// <summary>Opens a revision that was kept beside another as a joint of its own.</summary>
    public async Task<IActionResult> OnPostCopyOf(JointId id, int revision)
    {
        if (await store.Load(id) is not { } stored || await store.Revision(id, revision) is not { } kept) return NotFound();
        var copy = await store.Create(stored.ProjectId, JointDocument.Write(JointDocument.Stored(kept.Document).Copied()),
            $"Copy of revision {revision} of joint {id}");
        await sets.Copy(id, copy);
        return Redirect($"/joints/{copy}");
    }

    /// <summary>The joint document, to keep or hand on.</summary>
    public async Task<IActionResult> OnGetExport(JointId id)
    {
        if (await store.Load(id) is not { } stored) return NotFound();
        // One that cannot be judged any more is handed out as it was stored, to the letter.
        var judged = results.Of(stored.Document);
        var text = judged.Joint is null ? stored.Document : JointDocument.Write(judged.Draft!, indented: true);
        var name = judged.Draft?.Text(Hasp.Core.Joints.Fields.Number) is { Length: > 0 } number ? number : $"joint-{id}";
        return File(System.Text.Encoding.UTF8.GetBytes(text), "application/json", FileNames.Clean(name) + ".joint.json");
    }
}
