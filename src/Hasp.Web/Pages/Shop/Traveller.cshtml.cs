using Hasp.Store;
using Hasp.Web.Drawing;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;

namespace Hasp.Web.Pages.Shop;

/// <summary>The traveller on paper: what goes with the joint, to be ticked off and signed.</summary>
public sealed class TravellerModel(Named named, ShopFloor floor, ShopLog log) : JointPage(named, floor, log)
{
    public PlanOfBolts Drawn { get; private set; } = null!;

    /// <summary>Leads to the joint's tablet page.</summary>
    public QrCode Code { get; private set; } = null!;

    public async Task<IActionResult> OnGet(JointId id)
    {
        if (await Load(id) is { } gone) return gone;
        Drawn = new(Shop.Plan, 420, 300);
        Code = new($"{Request.Scheme}://{Request.Host}/joints/{id}/tablet");
        return Page();
    }
}
