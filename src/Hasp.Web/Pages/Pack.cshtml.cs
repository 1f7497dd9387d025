using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages;

/// <summary>A project as one file that is handed over: made in the background, saved when it is there.</summary>
public sealed class PackModel(Packs packs, JointStore store, Jobs jobs, Preferences preferences, Access access) : PageModel
{
    public ProjectRow Project { get; private set; } = null!;

    /// <summary>The making of it; null where nobody asked for it.</summary>
    public Job<PackMade>? Making { get; private set; }

    /// <summary>The pack that the project was taken in from; null where it was not.</summary>
    public StoredRecord? From { get; private set; }

    /// <summary>What there is to know of a pack that was just taken in.</summary>
    public IReadOnlyList<string> Said => TempData["said"] as string[] ?? [];

    public async Task<IActionResult> OnGet(ProjectId project) => await Load(project) ? Page() : NotFound();

    /// <summary>Begins to make it, or goes on.</summary>
    [Needs(Right.Read)]
    public async Task<IActionResult> OnPostBegin(ProjectId project)
    {
        if (await packs.Read(project, access.Account?.UserName ?? "") is not { } packing) return NotFound();
        jobs.For<PackMade>(project, preferences.Editor, packing.Now.ToString("O"), job => packs.Make(packing, job.Tell, job.Stopping));
        return Redirect($"/projects/{project}/pack");
    }

    [Needs(Right.Read)]
    public IActionResult OnPostStop(ProjectId project)
    {
        jobs.Drop<PackMade>(project, preferences.Editor);
        return Redirect($"/projects/{project}/pack");
    }

    /// <summary>How far it is; when it is made, the page is shown anew.</summary>
    public async Task<IActionResult> OnGetProgress(ProjectId project)
    {
        if (!await Load(project)) return NotFound();
        if (Making is { Ended: false } going)
        {
            going.Ask();
            return Partial("Joints/_Progress", ($"/projects/{project}/pack", going.Share));
        }
        Response.Headers["HX-Redirect"] = $"/projects/{project}/pack";
        return new EmptyResult();
    }

    /// <summary>The file.</summary>
    public async Task<IActionResult> OnGetFile(ProjectId project)
    {
        if (!await Load(project) || Making is not { Outcome.IsCompletedSuccessfully: true } made) return NotFound();
        var pack = await made.Outcome;
        return File(pack.Bytes, "application/zip", pack.Named);
    }

    /// <summary>The pack that the project was taken in from, as it came.</summary>
    public async Task<IActionResult> OnGetKept(ProjectId project) =>
        await Load(project) && From is { } kept && await store.Payload(kept.Id, kept.Revision) is { } bytes
            ? File(bytes, "application/zip", FileNames.Clean(kept.Name) + ".zip") : NotFound();

    private async Task<bool> Load(int project)
    {
        if ((await store.Projects()).FirstOrDefault(p => p.Id == project) is not { } row) return false;
        Project = row;
        Making = jobs.Find<PackMade>(project, preferences.Editor);
        From = (await store.Records(RecordKind.Packs.Id, project)).LastOrDefault();
        return true;
    }
}
