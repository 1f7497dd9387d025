using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Extensions.Options;

namespace Hasp.Web.Pages.Accounts;

/// <summary>Who is let in: roles by project, invitations, devices.</summary>
[Needs(Right.Own, In = Scope.Any)]
[WithAccounts]
public sealed class PeopleModel(
    People people, Devices devices, SecondFactor second, JointStore store, Access access, IOptions<ServerOptions> options) : PageModel
{
    public IReadOnlyList<(Account Account, IReadOnlyList<MemberRow> Roles)> Everybody { get; private set; } = [];

    public IReadOnlyList<DeviceRow> AllDevices { get; private set; } = [];

    public IReadOnlyList<ProjectRow> Projects { get; private set; } = [];

    /// <summary>The link that was just made; it is shown once.</summary>
    [TempData]
    public string? Link { get; set; }

    /// <summary>What the link is for, in words.</summary>
    [TempData]
    public string? LinkFor { get; set; }

    /// <summary>True where everybody is asked for a time code.</summary>
    public bool CodesRequired { get; private set; }

    public async Task<IActionResult> OnGet()
    {
        CodesRequired = await second.IsRequired();
        (Everybody, AllDevices, Projects) = (await people.All(), await devices.All(), await store.Projects());
        return Page();
    }

    public async Task<IActionResult> OnPostInvite(ProjectId project, Role role)
    {
        if (!Enum.IsDefined(role) || (await store.Projects()).All(p => p.Id != project)) return BadRequest();
        Link = options.Value.LinkTo($"/invite?key={await people.Invite(project, role, access.Account!.UserName!)}", Request);
        LinkFor = "it makes one account and holds for seven days";
        return Redirect("/people");
    }

    public async Task<IActionResult> OnPostReset(AccountId account)
    {
        if (await people.MakeReset(account, access.Account!.UserName!) is not { } key) return NotFound();
        Link = options.Value.LinkTo($"/reset?key={key}", Request);
        LinkFor = "it lets that account choose a new password once, and holds for a day";
        return Redirect("/people");
    }

    public async Task<IActionResult> OnPostCodes(bool required)
    {
        await second.Require(required, access.Account!.UserName!);
        return Redirect("/people");
    }

    public async Task<IActionResult> OnPostRole(AccountId account, ProjectId project, Role? role)
    {
        if (role is { } given && !Enum.IsDefined(given)) return BadRequest();
        await people.SetRole(account, project, role);
        return Redirect("/people");
    }

    public async Task<IActionResult> OnPostClose(AccountId account)
    {
        await people.Close(account);
        return Redirect("/people");
    }

    public async Task<IActionResult> OnPostRevoke(DeviceId device)
    {
        await devices.Revoke(device, access.Account!.UserName!);
        return Redirect("/people");
    }
}
