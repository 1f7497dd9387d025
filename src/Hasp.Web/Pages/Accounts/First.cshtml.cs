using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace Hasp.Web.Pages.Accounts;

/// <summary>Making an account: the first one by the link that the start printed, every other by invitation.</summary>
[Open]
[WithAccounts]
[EnableRateLimiting(AccountSetup.SignInLimit)]
public sealed class FirstModel(People people, FirstLink first) : PageModel
{
    /// <summary>The key in the link.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Key { get; set; }

    /// <summary>The name as typed.</summary>
    [BindProperty]
    public string? Name { get; set; }

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <inheritdoc cref="SignInModel.Sealed"/>
    [TempData]
    public string? Sealed { get; set; }

    /// <summary>What the account will be, in words.</summary>
    public string As { get; private set; } = "";

    private bool IsInvited => Request.Path.StartsWithSegments("/invite", StringComparison.OrdinalIgnoreCase);

    public async Task<IActionResult> OnGet()
    {
        if (!IsInvited)
        {
            As = "the first account, which lets everybody else in";
            return first.Fits(Key ?? "") ? Page() : NotFound();
        }
        if (await people.Invitation(Key) is not { } invitation) return NotFound();
        As = $"an account with the role {invitation.Role.ToString().ToLowerInvariant()}";
        return Page();
    }

    public async Task<IActionResult> OnPost(string? password)
    {
        (Problems, var knock) = IsInvited ? await people.Accept(Key, Name ?? "", password ?? "")
            : (await people.MakeFirst(Key ?? "", Name ?? "", password ?? ""), new(Answered.In));
        Sealed = string.IsNullOrEmpty(knock.Pending) ? null : knock.Pending;
        if (Problems.Count == 0) return Redirect(knock.What == Answered.In ? "/me" : "/signin");
        return await OnGet() is PageResult page ? page : Redirect("/signin");
    }
}
