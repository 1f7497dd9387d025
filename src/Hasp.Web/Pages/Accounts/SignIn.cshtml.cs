using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace Hasp.Web.Pages.Accounts;

/// <summary>Signing in: by password, or by short number on an approved device; signing out.</summary>
[Open]
[EnableRateLimiting(AccountSetup.SignInLimit)]
public sealed class SignInModel(People people, Devices devices) : PageModel
{
    /// <summary>The page that was asked for.</summary>
    [BindProperty(SupportsGet = true)]
    public string? To { get; set; }

    /// <summary>The name as typed.</summary>
    [BindProperty]
    public string? Name { get; set; }

    /// <summary>The approved device that asks; null where it is none.</summary>
    public DeviceRow? Device { get; private set; }

    /// <summary>True where name or secret was wrong.</summary>
    public bool Wrong { get; private set; }

    public async Task OnGet() => Device = await devices.Current();

    public async Task<IActionResult> OnPost(string? password) => await Come(await people.SignIn(Name ?? "", password ?? ""));

    public async Task<IActionResult> OnPostPin(string? pin) => await Come(await people.SignInByPin(Name ?? "", pin ?? ""));

    public async Task<IActionResult> OnPostOut()
    {
        await people.SignOut();
        return Redirect("/signin");
    }

    private async Task<IActionResult> Come(bool right)
    {
        // Only to a page of this very site.
        if (right) return Url.IsLocalUrl(To) ? LocalRedirect(To!) : Redirect("/");
        Wrong = true;
        await OnGet();
        return Page();
    }
}
