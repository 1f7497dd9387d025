using Hasp.Core;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Shop;

/// <summary>A page of the shop about one joint: traveller, tablet, record.</summary>
public abstract class JointPage(Named named, KeptResults results, ShopFloor floor, ShopLog log) : PageModel
{
    /// <summary>The shop's log.</summary>
    protected ShopLog Entries { get; } = log;

    public StoredJoint Stored { get; private set; } = null!;

    public Result Result { get; private set; } = null!;

    public JointShop Shop { get; private set; } = null!;

    /// <summary>Number and name.</summary>
    public string Named => $"{Result.Joint.Number} {Result.Joint.Name}".Trim();

    /// <summary>Reads the joint; null where all is there.</summary>
    protected async Task<IActionResult?> Load(JointId id)
    {
        if (named.Joint is not { } stored) return NotFound();
        Stored = stored;
        Result = results.Valid(stored.Document);
        if (!Result.Joint.Kind.IsPlanned) return Redirect($"/joints/{id}");
        Shop = JointShop.Of(Result, await floor.Look(), await Entries.OfJoint(id));
        return null;
    }
}
