using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Joints;

/// <summary>
/// Every revision of a joint, to look back, to go back, and to save a joint whose document can no longer be judged. Nothing here is judged
/// for the page to show.
/// </summary>
public sealed class RevisionsModel(JointStore store, Preferences preferences) : PageModel
{
    public StoredJoint Stored { get; private set; } = null!;

    /// <summary>The newest first.</summary>
    public IReadOnlyList<RevisionLine> Revisions { get; private set; } = [];

    /// <summary>Why the joint as it stands cannot be judged; null where it can.</summary>
    public string? Damage { get; private set; }

    /// <summary>True where this browser has unfinished typing on the joint.</summary>
    public bool HasTyping { get; private set; }

    /// <summary>What the joint is called, as far as its document tells.</summary>
    public string Name { get; private set; } = "";

    public async Task<IActionResult> OnGet(JointId id) => await Load(id) ? Page() : NotFound();

    /// <summary>Makes an older revision the one that stands, as a new revision.</summary>
    public async Task<IActionResult> OnPostGoBack(JointId id, int number, int seen)
    {
        if (await store.Revision(id, number) is not { } then) return NotFound();
        var outcome = await store.Save(id, seen, then.Document, $"back to revision {number}", preferences.Editor);
        return outcome.Conflict ? Redirect($"/joints/{id}/revisions") : Redirect($"/joints/{id}");
    }

    /// <summary>One revision's document, to keep or hand on.</summary>
    public async Task<IActionResult> OnGetExport(JointId id, int number) => await store.Revision(id, number) is { } then
        ? File(System.Text.Encoding.UTF8.GetBytes(then.Document), "application/json", $"joint-{id}-revision-{number}.joint.json")
        : NotFound();

    /// <summary>Lets go of this browser's unfinished typing.</summary>
    public async Task<IActionResult> OnPostDropTyping(JointId id)
    {
        await store.DropDrafts(id, preferences.Editor, null);
        return Redirect($"/joints/{id}/revisions");
    }

    private async Task<bool> Load(int id)
    {
        if (await store.Load(id) is not { } stored) return false;
        Stored = stored;
        Revisions = await store.Revisions(id);
        Damage = Workbench.Damage(stored.Document);
        HasTyping = (await store.Drafts(id, preferences.Editor)).Count > 0;
        Name = Workbench.NameOf(stored.Document) ?? $"joint {id}";
        return true;
    }
}
