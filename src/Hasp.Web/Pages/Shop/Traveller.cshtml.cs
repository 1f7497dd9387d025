using Hasp.Store;
using Hasp.Web.Drawing;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Extensions.Options;

namespace Hasp.Web.Pages.Shop;

/// <summary>The traveller on paper: what goes with the joint, to be ticked off and signed.</summary>
public sealed class TravellerModel(Named named, KeptResults results, ShopFloor floor, ShopLog log, IOptions<ServerOptions> options)
    : JointPage(named, results, floor, log)
{
    public PlanOfBolts Drawn { get; private set; } = null!;

    /// <summary>The tablet page's address; a path alone where nobody stated by which address others reach this server.</summary>
    public string Address { get; private set; } = "";

    /// <summary>Leads to the joint's tablet page.</summary>
    public QrCode Code { get; private set; } = null!;

    public async Task<IActionResult> OnGet(JointId id)
    {
        if (await Load(id) is { } gone) return gone;
        Drawn = new(Shop.Plan, 420, 300);
        Address = options.Value.LinkTo($"/joints/{id}/tablet", Request);
        Code = new(Address);
        return Page();
    }
}
