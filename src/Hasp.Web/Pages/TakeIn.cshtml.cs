using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages;

/// <summary>Takes in the pack of a project that another house made.</summary>
[Needs(Right.Design, In = Scope.Any)]
[RequestSizeLimit(MostBytes)]
[RequestFormLimits(MultipartBodyLengthLimit = MostBytes)]
public sealed class TakeInModel(Packs packs) : PageModel
{
    /// <summary>No pack that is sent is larger; one on the server's own disk is looked through by the terminal.</summary>
    public const long MostBytes = 256L * 1024 * 1024;

    /// <summary>Why it was not taken in; empty where nothing was sent yet.</summary>
    public IReadOnlyList<string> Faults { get; private set; } = [];

    /// <summary>The file that was sent.</summary>
    public string Sent { get; private set; } = "";

    public void OnGet()
    {
    }

    /// <summary>Looks through the whole of it; only what is whole is taken in.</summary>
    public async Task<IActionResult> OnPost(IFormFile? file)
    {
        if (file is null || file.Length == 0)
        {
            Faults = ["choose a pack: a ZIP that a project's page made"];
            return Page();
        }
        Sent = file.FileName;
        using var bytes = new MemoryStream();
        await file.CopyToAsync(bytes);
        var taken = await packs.TakeIn(bytes.ToArray());
        if (taken.Project is not { } project)
        {
            Faults = taken.Faults;
            return Page();
        }
        TempData["said"] = taken.Said.ToArray();
        return Redirect($"/projects/{project}/pack");
    }
}
