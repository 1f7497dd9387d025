using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Extensions.Options;

namespace Hasp.Web.Pages.Accounts;

/// <summary>Who is let in: roles by project, invitations, devices.</summary>
[Needs(Right.Own, In = Scope.Any)]
public sealed class PeopleModel(People people, Devices devices, JointStore store, Access access, IOptions<ServerOptions> options) : PageModel
{
    public IReadOnlyList<(Account Account, IReadOnlyList<MemberRow> Roles)> Everybody { get; private set; } = [];

    public IReadOnlyList<DeviceRow> AllDevices { get; private set; } = [];

    public IReadOnlyList<ProjectRow> Projects { get; private set; } = [];

    /// <summary>The link that was just made; it is shown once.</summary>
    [TempData]
    public string? Link { get; set; }

    public async Task<IActionResult> OnGet()
    {
        if (!access.IsOn) return NotFound();
        (Everybody, AllDevices, Projects) = (await people.All(), await devices.All(), await store.Projects());
        return Page();
    }

    public async Task<IActionResult> OnPostInvite(ProjectId project, Role role)
    {
        if (!access.IsOn || !Enum.IsDefined(role) || (await store.Projects()).All(p => p.Id != project)) return BadRequest();
        Link = options.Value.LinkTo($"/invite?key={await people.Invite(project, role, access.Account!.UserName!)}", Request);
        return Redirect("/people");
    }

    public async Task<IActionResult> OnPostRole(AccountId account, ProjectId project, Role? role)
    {
        if (!access.IsOn || (role is { } given && !Enum.IsDefined(given))) return BadRequest();
        await people.SetRole(account, project, role);
        return Redirect("/people");
    }

    public async Task<IActionResult> OnPostClose(AccountId account)
    {
        if (!access.IsOn) return NotFound();
        await people.Close(account);
        return Redirect("/people");
    }

    public async Task<IActionResult> OnPostRevoke(DeviceId device)
    {
        if (!access.IsOn) return NotFound();
        await devices.Revoke(device);
        return Redirect("/people");
    }
}
