using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Bench: one joint, drawn, judged and changed in place. Every change answers with the whole Bench, which is morphed in.</summary>
public sealed class BenchModel(Workbench bench, JointStore store, Preferences preferences) : PageModel
{
    // Controls take 200 characters; more did not come from one.
    private const int MaxTyped = 1000;

    /// <summary>What is shown.</summary>
    public BenchState State { get; private set; } = null!;

    /// <summary>The check whose working is open; empty where none is.</summary>
    [BindProperty(SupportsGet = true)]
    public string Open { get; set; } = "";

    /// <summary>The revision this browser was looking at.</summary>
    [BindProperty]
    public int Seen { get; set; }

    public async Task<IActionResult> OnGet(int id) => await Load(bench.Load(id)) ?? Page();

    public async Task<IActionResult> OnGetPanel(int id) => await Load(bench.Load(id)) ?? Fragment();

    public Task<IActionResult> OnPostSet(int id, string path, string? value)
    {
        if (Fields.At(path ?? "") is null) return Task.FromResult<IActionResult>(BadRequest());
        var text = value ?? "";
        if (text.Length > MaxTyped) return Task.FromResult<IActionResult>(BadRequest());
        return Changed(bench.Change(id, Seen, d => JointEdit.Set(d, path!, text, preferences.Units), $"{path}: {text}", new Conflict(path!, text, null)));
    }

    public Task<IActionResult> OnPostAdd(int id, string list) =>
        Changed(bench.Change(id, Seen, d => JointEdit.Add(d, list), $"{list}: one more", new Conflict("", $"one more in {list}", null)));

    public Task<IActionResult> OnPostRemove(int id, string list, int index) =>
        Changed(bench.Change(id, Seen, d => JointEdit.Remove(d, list, index), $"{list}: {index + 1} removed", new Conflict("", $"{list} {index + 1} removed", null)));

    public Task<IActionResult> OnPostMove(int id, string list, int index, int by) =>
        Changed(bench.Change(id, Seen, d => JointEdit.Move(d, list, index, by), $"{list}: {index + 1} moved", new Conflict("", $"{list} {index + 1} moved", null)));

    /// <summary>Takes one of the ways out that the Bench offered, in one revision.</summary>
    public async Task<IActionResult> OnPostTakeWayOut(int id, string way)
    {
        if (await bench.Load(id) is not { } state) return NotFound();
        // Found anew, so that only a change that really mends the joint as it stands is taken.
        if (WaysOut.Of(state.Result.Joint).FirstOrDefault(w => w.Id == way) is not { } found) return await OnGetPanel(id);
        return await Changed(bench.Change(id, Seen, d => JointEdit.Take(d, found, preferences.Units), found.Words, new Conflict("", found.Words, null)));
    }

    public Task<IActionResult> OnPostUndo(int id) => Changed(bench.Step(id, Seen, back: true));

    public Task<IActionResult> OnPostRedo(int id) => Changed(bench.Step(id, Seen, back: false));

    public Task<IActionResult> OnPostDropTyping(int id) => Changed(bench.DropTyping(id));

    /// <summary>Opens a revision that was kept beside another as a joint of its own.</summary>
    public async Task<IActionResult> OnPostCopyOf(int id, int revision)
    {
        if (await store.Load(id) is not { } stored || await store.Revision(id, revision) is not { } kept) return NotFound();
        var document = Workbench.Parse(kept.Document);
        document["name"] = (JointEdit.Get(document, "name") + " (copy)");
        var copy = await store.Create(stored.ProjectId, document.ToJsonString(), $"Copy of revision {revision} of joint {id}");
        return Redirect($"/joints/{copy}");
    }

    /// <summary>The joint document, to keep or hand on.</summary>
    public async Task<IActionResult> OnGetExport(int id)
    {
        if (await store.Load(id) is not { } stored) return NotFound();
        var document = Workbench.Parse(stored.Document);
        var name = JointEdit.Get(document, "number") is { Length: > 0 } number ? number : $"joint-{id}";
        return File(System.Text.Encoding.UTF8.GetBytes(document.ToJsonString(ResultDocument.Indented)), "application/json", $"{name}.joint.json");
    }

    private async Task<IActionResult> Changed(Task<BenchState?> change)
    {
        try
        {
            return await Load(change) ?? Fragment();
        }
        catch (ArgumentException)
        {
            // A part that is no longer there: another window removed it. Show what stands.
            return await OnGetPanel(int.Parse((string)RouteData.Values["id"]!));
        }
    }

    private async Task<IActionResult?> Load(Task<BenchState?> loading)
    {
        if (await loading is not { } state) return NotFound();
        State = state;
        return null;
    }

    private PartialViewResult Fragment()
    {
        ViewData["Fragment"] = true;
        return Partial("_Bench", this);
    }
}
