using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace Hasp.Web.Pages.Accounts;

/// <summary>One's own account: password, short number, and the device that it serves on.</summary>
[Needs(Right.Member, In = Scope.Any)]
[WithAccounts]
[EnableRateLimiting(AccountSetup.SignInLimit)]
public sealed class MeModel(People people, Devices devices, SecondFactor second, Door door, Access access) : PageModel
{
    public DeviceRow? Device { get; private set; }

    public Account Account => access.Account!;

    /// <summary>What is the matter, by form.</summary>
    public (string Form, IReadOnlyList<string> Problems) Refused { get; private set; } = ("", []);

    /// <summary>True for whoever may approve devices.</summary>
    public bool MayApprove => access.May(Right.Design, null);

    /// <summary>True for a session by short number: it changes nothing of the account.</summary>
    public bool IsByNumber => access.IsByNumber;

    /// <summary>True where the owner asks everybody for a time code.</summary>
    public bool IsRequired { get; private set; }

    /// <summary>What a device is to be told, while a time code is being set up.</summary>
    public DeviceKey? Key { get; private set; }

    /// <summary>Recovery codes that are left.</summary>
    public int Left { get; private set; }

    [TempData]
    public string? Done { get; set; }

    /// <summary>Recovery codes, shown once.</summary>
    [TempData]
    public string? Codes { get; set; }

    public async Task<IActionResult> OnGet()
    {
        Device = await devices.Current();
        IsRequired = await second.IsRequired();
        Left = Account.TwoFactorEnabled ? await second.Left(Account) : 0;
        return Page();
    }

    [Needs(Right.Account, In = Scope.Any)]
    public async Task<IActionResult> OnPostBegin(string? password)
    {
        if (Account.TwoFactorEnabled || !await people.Knows(Account, password ?? ""))
            return await Say("code", ["The password is wrong, or was too often."], "");
        Key = await second.Key(Account, anew: true);
        return await OnGet();
    }

    [Needs(Right.Account, In = Scope.Any)]
    public async Task<IActionResult> OnPostOn(string? code)
    {
        if (Account.TwoFactorEnabled) return Redirect("/me");
        if (await second.TurnOn(Account, code ?? "") is { } codes)
            return await Shown(codes, "From now on you sign in with a time code; every other session has ended.");
        Key = await second.Key(Account, anew: false);
        return await Say("code", ["That code does not fit. See that the device's clock is right, and give the one that it shows now."], "");
    }

    [Needs(Right.Account, In = Scope.Any)]
    public async Task<IActionResult> OnPostOff(string? code)
    {
        if (await second.IsRequired()) return await Say("code", ["Whoever keeps this Hasp asks everybody for one."], "");
        if (!await Gives(code)) return await Say("code", ["That code does not fit, or was used already."], "");
        await second.TurnOff(Account);
        await door.GoOn(Account.Id);
        return await Say("code", [], "From now on the password is enough.");
    }

    [Needs(Right.Account, In = Scope.Any)]
    public async Task<IActionResult> OnPostCodes(string? code) =>
        await Gives(code) ? await Shown(await second.Renew(Account), "The recovery codes from before are nothing any more.")
        : await Say("code", ["That code does not fit, or was used already."], "");

    [Needs(Right.Account, In = Scope.Any)]
    public async Task<IActionResult> OnPostPassword(string? old, string? password) =>
        await Say("password", await people.ChangePassword(Account, old ?? "", password ?? ""),
            "The password was changed; every other session has ended.");

    [Needs(Right.Account, In = Scope.Any)]
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

    // Each try counts as one to sign in.
    private async Task<bool> Gives(string? code) =>
        Account.TwoFactorEnabled && await door.Counted(Account) && await second.Accepts(Account, code ?? "") && await door.Free(Account.Id);

    private async Task<IActionResult> Shown(IReadOnlyList<string> codes, string done)
    {
        await door.GoOn(Account.Id);
        Codes = string.Join(' ', codes);
        return await Say("code", [], done);
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
