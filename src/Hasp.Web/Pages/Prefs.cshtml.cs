using Hasp.Core.Quantities;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages;

/// <summary>Takes a change of units or theme and goes back to where it came from.</summary>
[Open]
public sealed class PrefsModel(Preferences preferences) : PageModel
{
    public IActionResult OnGet() => Redirect("/");

    public IActionResult OnPost(string? units, string? theme, string? returnTo)
    {
        if (units is "si" or "us") preferences.Units = units == "us" ? UnitSystem.Us : UnitSystem.Si;
        if (theme is "light" or "dark") preferences.Theme = theme;
        return Url.IsLocalUrl(returnTo) ? LocalRedirect(returnTo!) : Redirect("/");
    }
}
