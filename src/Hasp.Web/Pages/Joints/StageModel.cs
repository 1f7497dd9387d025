using System.Globalization;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Files;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Joints;

/// <summary>
/// One stage of a joint: a view of it whose fields change it in place. Every change answers with the stage's whole panel, which is
/// morphed in.
/// </summary>
public abstract class StageModel(Workbench bench, Preferences preferences) : PageModel, IStagePage
{
    // More than any control takes: it did not come from one.
    private const int MaxTyped = 40_000;

    /// <summary>What is shown.</summary>
    public BenchState State { get; private set; } = null!;

    /// <summary>The revision this browser was looking at.</summary>
    [BindProperty]
    public int Seen { get; set; }

    /// <summary>The field whose value that just holds is shown; empty where none is.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Seek { get; set; }

    /// <summary>That value and its curve; null where the joint has faults to be put right first.</summary>
    public JustHolds? Sought => Seek is null ? null : JustHolds.Of(State.Draft, Seek, preferences.Units);

    /// <summary>Where this stage's changes are sent.</summary>
    public string Address => Request.Path;

    /// <summary>What each request of the panel carries along: the revision looked at, and what the stage shows of it.</summary>
    public virtual IEnumerable<(string Name, string Value)> Carried =>
        [("Seen", State.Stored.Revision.ToString(CultureInfo.InvariantCulture)), ("Seek", Seek ?? "")];

    protected Workbench Bench => bench;

    protected Preferences Preferences => preferences;

    public virtual async Task<IActionResult> OnGet(JointId id) =>
        await Load(bench.Load(id)) ?? Page();

    public virtual async Task<IActionResult> OnGetPanel(JointId id) => await Load(bench.Load(id)) ?? Fragment();

    public Task<IActionResult> OnPostSet(JointId id, string path, string? value)
    {
        if (Fields.At(path ?? "") is null) return Task.FromResult<IActionResult>(BadRequest());
        var text = value ?? "";
        if (text.Length > MaxTyped) return Task.FromResult<IActionResult>(BadRequest());
        return Changed(
            bench.Change(id, Seen, d => d.State(path!, text, preferences.Units), $"{path}: {Short(text)}",
                new Conflict(path!, text, null)));
    }

    /// <summary>Every field of the page at once: how a browser without scripts saves.</summary>
    public Task<IActionResult> OnPostSetAll(JointId id) => OnGet(id);

    /// <summary>A browser without scripts sends all fields with whatever button was pressed: what was typed is kept first.</summary>
    [NonHandler]
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        // A kind that has no such stage is shown where it is at home, whatever was asked of the stage.
        var services = HttpContext.RequestServices;
        if (services.GetRequiredService<Named>().Joint is { } stored
            && services.GetRequiredService<KeptResults>().Of(stored.Document).Joint is { } joint
            && !Stage.At(Request.Path).Offers(joint))
        {
            context.Result = Elsewhere(Stage.All[0].AddressOf(stored.Id));
            return;
        }
        if (HttpMethods.IsPost(Request.Method) && !Request.Headers.ContainsKey("HX-Request") && Request.HasFormContentType
            && context.HandlerArguments.TryGetValue("id", out var named) && named is JointId id)
        {
            try
            {
                await KeepTyped(id);
            }
            catch (Exception e) when (e is UnknownRevisionException or ArgumentException)
            {
                // Typed against what never was, or into a part that is not there: nobody's page sends it.
                context.Result = BadRequest();
                return;
            }
        }
        await next();
    }

    /// <summary>Only what differs from what was shown is a change.</summary>
    private async Task KeepTyped(JointId id)
    {
        if (await bench.Load(id) is not { } state) return;
        var typed = Request.Form
            .Where(f => Fields.At(f.Key) is not null && f.Value.ToString() is { Length: <= MaxTyped } text
                && Plain(text) != Plain(FieldText.Show(state.Draft, f.Key, preferences.Units)))
            .Select(f => (Path: f.Key, Text: f.Value.ToString())).ToList();
        if (typed.Count == 0) return;
        var kept = await bench.Change(id, Seen,
            d => d.State(typed, preferences.Units),
            string.Join("; ", typed.Select(t => $"{t.Path}: {Short(t.Text)}")),
            new Conflict("", string.Join("; ", typed.Select(t => $"{Fields.Words(t.Path)}: {t.Text}")), null));
        Seen = kept?.Stored.Revision ?? Seen;

        static string Plain(string text) => text.ReplaceLineEndings("\n").Trim();
    }

    /// <summary>Older unfinished typing put into the joint as it stands, as far as it has those fields.</summary>
    public async Task<IActionResult> OnPostTakeTyping(JointId id)
    {
        if (await bench.Load(id) is not { } state) return NotFound();
        var typed = state.StaleTyping.Where(t => t.Fits).ToList();
        await bench.DropTyping(id, older: true);
        return await Changed(bench.Change(id, state.Stored.Revision,
            d => d.State(typed.Select(t => (t.Path, t.Text)), preferences.Units),
            "older typing put in", new Conflict("", string.Join("; ", typed.Select(t => $"{Fields.Words(t.Path)}: {t.Text}")), null)));
    }

    /// <summary>Takes one of the ways out that are offered, in one revision.</summary>
    public async Task<IActionResult> OnPostTakeWayOut(JointId id, string way)
    {
        if (await bench.Load(id) is not { } state) return NotFound();
        // Found anew, so that only a change that really mends the joint as it stands is taken.
        if (state.Result.Ways.FirstOrDefault(w => w.Id == way) is not { } found) return await OnGetPanel(id);
        return await Changed(bench.Change(id, Seen, d => found.Into(d, preferences.Units), found.Words,
            new Conflict("", found.Words, null)));
    }

    /// <summary>Puts a change of one's own, kept beside another's, on top of it.</summary>
    public Task<IActionResult> OnPostPutOnTop(JointId id, int revision) => Changed(bench.PutOnTop(id, revision));

    /// <summary>Takes a grade or material of the user's own as it lies on the shelf now.</summary>
    public Task<IActionResult> OnPostTakeOwn(JointId id, string? kind, string? name) =>
        Changed(bench.TakeOwn(id, Seen, kind ?? "", name ?? ""));

    /// <summary>What tells one act of this browser from every other: sent again, it is the same.</summary>
    protected string ActOn(string list) => $"{list} {Seen} {preferences.Editor}";

    public Task<IActionResult> OnPostUndo(JointId id) => Changed(bench.Step(id, Seen, back: true));

    public Task<IActionResult> OnPostRedo(JointId id) => Changed(bench.Step(id, Seen, back: false));

    public Task<IActionResult> OnPostDropTyping(JointId id, bool older) => Changed(bench.DropTyping(id, older));

    /// <summary>Shows the panel after a change.</summary>
    protected async Task<IActionResult> Changed(Task<BenchState?> change)
    {
        try
        {
            return await Load(change) ?? Fragment();
        }
        catch (UnknownRevisionException)
        {
            return BadRequest();
        }
        catch (ArgumentException)
        {
            // A part that is no longer there: another window removed it. Show what stands.
            return await OnGetPanel(JointId.Parse((string)RouteData.Values["id"]!, null));
        }
    }

    private static string Short(string text) => text.Length > 120 ? text[..120] + "…" : text;

    /// <summary>What else a stage needs once the joint is there.</summary>
    protected virtual Task Prepare() => Task.CompletedTask;

    private IActionResult Elsewhere(string address)
    {
        if (!Request.Headers.ContainsKey("HX-Request")) return Redirect(address);
        Response.Headers["HX-Redirect"] = address;
        return new NoContentResult();
    }

    private async Task<IActionResult?> Load(Task<BenchState?> loading)
    {
        if (await loading is not { } state) return NotFound();
        State = state;
        if (Fields.At(Seek ?? "") is not { } sought || !JustHolds.Offers(sought) || state.Draft.At(Seek!) is null) Seek = null;
        await Prepare();
        return null;
    }

    /// <summary>The panel alone for a page that morphs it in, the whole page for a browser without scripts.</summary>
    private IActionResult Fragment()
    {
        if (!Request.Headers.ContainsKey("HX-Request")) return Page();
        ViewData["Fragment"] = true;
        return Partial(Stage.At(Request.Path).Panel, this);
    }
}
