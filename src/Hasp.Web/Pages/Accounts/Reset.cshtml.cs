using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace Hasp.Web.Pages.Accounts;

/// <summary>Choosing a new password by a link that the owner or the terminal made.</summary>
[Open]
[WithAccounts]
[EnableRateLimiting(AccountSetup.SignInLimit)]
public sealed class ResetModel(People people) : PageModel
{
    /// <summary>The key in the link.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Key { get; set; }

    /// <summary>Whose password.</summary>
    public string Name { get; private set; } = "";

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <inheritdoc cref="SignInModel.Sealed"/>
    [TempData]
    public string? Sealed { get; set; }

    public async Task<IActionResult> OnGet()
    {
        if (await people.OfReset(Key) is not { } account) return NotFound();
        Name = account.UserName!;
        return Page();
    }

    public async Task<IActionResult> OnPost(string? password)
    {
        (Problems, var knock) = await people.Reset(Key, password ?? "");
        if (Problems.Count > 0) return await OnGet() is PageResult page ? page : Redirect("/signin");
        Sealed = string.IsNullOrEmpty(knock.Pending) ? null : knock.Pending;
        return Redirect(knock.What == Answered.In ? "/me" : "/signin");
    }
}
