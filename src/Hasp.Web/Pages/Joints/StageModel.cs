using Hasp.Core.Joints;
using Hasp.Files;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Joints;

/// <summary>
/// One stage of a joint: a view of it whose fields change it in place. Every change answers with the stage's whole panel, which is
/// morphed in.
/// </summary>
public abstract class StageModel(Workbench bench, Preferences preferences) : PageModel
{
    // Controls take 200 characters; more did not come from one.
    private const int MaxTyped = 1000;

    /// <summary>What is shown.</summary>
    public BenchState State { get; private set; } = null!;

    /// <summary>The revision this browser was looking at.</summary>
    [BindProperty]
    public int Seen { get; set; }

    /// <summary>Where this stage's changes are sent.</summary>
    public string Address => Request.Path;

    /// <summary>The stage's panel.</summary>
    protected abstract string Panel { get; }

    /// <summary>True where this stage has a control for the field; what is wrong with other fields is said above.</summary>
    public abstract bool Shows(string path);

    protected Workbench Bench => bench;

    protected Preferences Preferences => preferences;

    public virtual async Task<IActionResult> OnGet(int id) => await Load(bench.Load(id)) ?? Page();

    public virtual async Task<IActionResult> OnGetPanel(int id) => await Load(bench.Load(id)) ?? Fragment();

    public Task<IActionResult> OnPostSet(int id, string path, string? value)
    {
        if (Fields.At(path ?? "") is null) return Task.FromResult<IActionResult>(BadRequest());
        var text = value ?? "";
        if (text.Length > MaxTyped) return Task.FromResult<IActionResult>(BadRequest());
        return Changed(bench.Change(id, Seen, d => JointEdit.Set(d, path!, text, preferences.Units), $"{path}: {text}", new Conflict(path!, text, null)));
    }

    public Task<IActionResult> OnPostUndo(int id) => Changed(bench.Step(id, Seen, back: true));

    public Task<IActionResult> OnPostRedo(int id) => Changed(bench.Step(id, Seen, back: false));

    public Task<IActionResult> OnPostDropTyping(int id) => Changed(bench.DropTyping(id));

    /// <summary>Shows the panel after a change.</summary>
    protected async Task<IActionResult> Changed(Task<BenchState?> change)
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

    /// <summary>What else a stage needs once the joint is there.</summary>
    protected virtual Task Prepare() => Task.CompletedTask;

    private async Task<IActionResult?> Load(Task<BenchState?> loading)
    {
        if (await loading is not { } state) return NotFound();
        State = state;
        await Prepare();
        return null;
    }

    private PartialViewResult Fragment()
    {
        ViewData["Fragment"] = true;
        return Partial(Panel, this);
    }
}
