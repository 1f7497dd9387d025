using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace Hasp.Web.Pages.Accounts;

/// <summary>One's own account: password, short number, and the device that it serves on.</summary>
[Needs(Right.Member, In = Scope.Any)]
[EnableRateLimiting(AccountSetup.SignInLimit)]
public sealed class MeModel(People people, Devices devices, Access access) : PageModel
{
    public DeviceRow? Device { get; private set; }

    public Account Account => access.Account!;

    /// <summary>What is the matter, by form.</summary>
    public (string Form, IReadOnlyList<string> Problems) Refused { get; private set; } = ("", []);

    /// <summary>True for whoever may approve devices.</summary>
    public bool MayApprove => access.May(Right.Design, null);

    [TempData]
    public string? Done { get; set; }

    public async Task<IActionResult> OnGet()
    {
        if (access.Account is null) return Redirect("/");
        Device = await devices.Current();
        return Page();
    }

    public async Task<IActionResult> OnPostPassword(string? old, string? password) =>
        await Say("password", await people.ChangePassword(Account, old ?? "", password ?? ""),
            "The password was changed; every other session has ended.");

    public async Task<IActionResult> OnPostPin(string? pin) =>
        await Say("pin", await people.ChoosePin(Account, pin ?? "") is { } problem ? [problem] : [], "The short number was changed.");

    [Needs(Right.Design, In = Scope.Any)]
    public async Task<IActionResult> OnPostDevice(string? name)
    {
        if (string.IsNullOrWhiteSpace(name) || name.Trim().Length > 40) return await Say("device",
            ["A name of at most 40 characters, by which records call it: Tablet 2."], "");
        await devices.Approve(name.Trim(), Account.UserName!);
        Done = $"On {name.Trim()} a name and a short number are enough now.";
        return Redirect("/me");
    }

    private async Task<IActionResult> Say(string form, IReadOnlyList<string> problems, string done)
    {
        if (problems.Count == 0)
        {
            Done = done;
            return Redirect("/me");
        }
        Refused = (form, problems);
        return await OnGet();
    }
}
