using Hasp.Files;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages;

/// <summary>The shop's quick check: bolts against a ram or a force, two fields and an answer.</summary>
[Needs(Right.Read, In = Scope.Any)]
public sealed class CheckModel(Preferences preferences) : PageModel
{
    /// <summary>What pushes or hangs, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Load { get; set; }

    /// <summary>Number, size and grade, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Bolts { get; set; }

    /// <summary>What was read.</summary>
    public QuickShop Read { get; private set; } = null!;

    public void OnGet() => Read = QuickShop.Read(Load ?? "", Bolts ?? "", preferences.Units);

    public IActionResult OnGetAnswer()
    {
        OnGet();
        return Partial("_ShopAnswer", this);
    }
}
