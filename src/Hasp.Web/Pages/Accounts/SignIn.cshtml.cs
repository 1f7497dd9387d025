using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace Hasp.Web.Pages.Accounts;

/// <summary>
/// Signing in: by password, and a time code where one is asked; or by short number on an approved device. Signing out.
/// </summary>
[Open]
[EnableRateLimiting(AccountSetup.SignInLimit)]
public sealed class SignInModel(Door door, Devices devices, SecondFactor second, Access access) : PageModel
{
    /// <summary>The page that was asked for.</summary>
    [BindProperty(SupportsGet = true)]
    public string? To { get; set; }

    /// <summary>The name as typed.</summary>
    [BindProperty]
    public string? Name { get; set; }

    /// <summary>Where something more is asked after the password: who is meant, sealed.</summary>
    [BindProperty]
    public string? Pending { get; set; }

    /// <summary>The approved device that asks; null where it is none.</summary>
    public DeviceRow? Device { get; private set; }

    /// <summary>What the door asks next.</summary>
    public Answered Asked { get; private set; } = Answered.In;

    /// <summary>What a device is to be told, where a time code is set up first.</summary>
    public DeviceKey? Key { get; private set; }

    /// <summary>True where name, password, number or code was wrong.</summary>
    public bool Wrong { get; private set; }

    /// <summary>Codes for who has lost the device, shown once.</summary>
    [TempData]
    public string? Codes { get; set; }

    /// <summary>What a page says that sends somebody here for something more.</summary>
    [TempData]
    public string? Sealed { get; set; }

    public async Task<IActionResult> OnGet()
    {
        // From an invitation or a new password, with what the door asks after it.
        if (Sealed is { Length: > 0 } pending) return await Show(await Next(pending));
        Device = await devices.Current();
        return Page();
    }

    public async Task<IActionResult> OnPost(string? password) => await Come(await door.ByPassword(Name ?? "", password ?? ""));

    public async Task<IActionResult> OnPostPin(string? pin) => await Come(await door.ByNumber(Name ?? "", pin ?? ""));

    public async Task<IActionResult> OnPostCode(string? code)
    {
        var knock = await door.ByCode(Pending ?? "", code ?? "");
        // The password stands: only the code is asked again.
        Wrong = knock.What == Answered.AsksCode;
        return await Come(knock);
    }

    public async Task<IActionResult> OnPostSetup(string? code)
    {
        if (await door.ToBeSetUp(Pending ?? "") is not { } account) return await Come(new(Answered.Refused));
        if (await second.TurnOn(account, code ?? "") is not { } codes)
        {
            Wrong = true;
            return await Come(new(Answered.AsksSetup, Pending!));
        }
        Codes = string.Join(' ', codes);
        await door.Began(account.Id, "password and time code");
        return Redirect("/me");
    }

    public async Task<IActionResult> OnPostOut()
    {
        await door.SignOut(access.Account);
        return Redirect("/signin");
    }

    private async Task<Knock> Next(string pending) =>
        await door.ToBeSetUp(pending) is null ? new(Answered.AsksCode, pending) : new(Answered.AsksSetup, pending);

    private async Task<IActionResult> Come(Knock knock)
    {
        // Only to a page of this very site.
        if (knock.What == Answered.In) return Url.IsLocalUrl(To) ? LocalRedirect(To!) : Redirect("/");
        Wrong |= knock.What == Answered.Refused;
        return await Show(knock);
    }

    private async Task<IActionResult> Show(Knock knock)
    {
        (Asked, Pending) = (knock.What, knock.Pending);
        if (knock.What == Answered.AsksSetup && await door.ToBeSetUp(knock.Pending) is { } account)
            Key = await second.Key(account, anew: false);
        Device = await devices.Current();
        return Page();
    }
}
