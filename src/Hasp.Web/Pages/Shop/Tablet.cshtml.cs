using System.Text.Json.Nodes;
using Hasp.Core.Shop;
using Hasp.Store;
using Hasp.Web.Drawing;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;

namespace Hasp.Web.Pages.Shop;

/// <summary>The traveller on a tablet: one bolt at a time, kept on the device while the server is out of reach.</summary>
public sealed class TabletModel(Named named, KeptResults results, ShopFloor floor, ShopLog log, Preferences preferences, Access access)
    : JointPage(named, results, floor, log)
{
    public PlanOfBolts Drawn { get; private set; } = null!;

    /// <summary>Everything that the page's script needs to go on by itself.</summary>
    public string Plan { get; private set; } = "";

    public async Task<IActionResult> OnGet(JointId id)
    {
        if (await Load(id) is { } gone) return gone;
        // Records tell this browser from others by its key.
        _ = preferences.Editor;
        Drawn = new(Shop.Plan, 640, 520);
        Plan = PlanFor(id).ToJsonString();
        return Page();
    }

    /// <summary>Whether it may be tightened now, for a page that is open for long; and whether the log still holds what the device knows of
    /// it.</summary>
    /// <param name="id">The joint.</param>
    /// <param name="head">The last entry that the device knows of, as NUMBER:HASH.</param>
    /// <param name="seen">When it learnt of it.</param>
    public async Task<IActionResult> OnGetNow(JointId id, string? head, DateTimeOffset? seen)
    {
        if (await Load(id) is { } gone) return gone;
        var now = MayNow();
        now["passes"] = Passes();
        now["known"] = Head.Parse(head ?? "") is not { } known
            || await Entries.Knows(known with { At = seen?.UtcDateTime ?? DateTime.MinValue });
        now["head"] = (await Entries.Head())?.ToString();
        now["signer"] = Entries.Signing?.Key.Fingerprint;
        return Content(now.ToJsonString(), "application/json");
    }

    private JsonObject PlanFor(int id) => new()
    {
        ["joint"] = id, ["named"] = Named,
        ["order"] = new JsonArray([.. Shop.Plan.Order.Bolts.Select(b => (JsonNode)Shop.Plan.Assembly.Numbers[b])]),
        ["passes"] = Passes(),
        ["prepare"] = new JsonArray([.. Shop.Plan.Before.Concat(Shop.Plan.After)
            .Select(p => (JsonNode)new JsonObject { ["id"] = p.Id, ["does"] = p.Does, ["minutes"] = p.Minutes, ["within"] = p.Within })]),
        ["before"] = Shop.Plan.Before.Length,
        ["lot"] = JointShop.LotNameOf(Result.Joint), ["wrench"] = JointShop.ToolNameOf(Result.Joint),
        ["method"] = Shop.Plan.Installation.Id,
        ["torqueUnit"] = Core.Quantities.Units.Shown(Core.Quantities.Dimension.Torque, preferences.Units).Symbol,
        ["witness"] = access.May(Right.Witness, Stored.ProjectId),
        ["may"] = MayNow(),
    };

    private JsonArray Passes() => new([.. Shop.Plan.Passes.Select(p => (JsonNode)new JsonObject
    {
        ["id"] = p.Id, ["name"] = p.Name, ["does"] = p.Does, ["setting"] = PassText.Setting(p, preferences.Units),
        ["reads"] = ReadsOf(p), ["holds"] = p.Holds, ["repeats"] = p.Repeats, ["strains"] = p.Measure != PassMeasure.Contact,
    })]);

    private JsonObject MayNow() => new()
    {
        ["now"] = Shop.Floor.Now.UtcDateTime.ToString("O"), ["until"] = Shop.Until?.UtcDateTime.ToString("O"),
        ["why"] = new JsonArray([.. Shop.Hindrances.Select(h => (JsonNode)h)]),
    };

    /// <summary>Which reading belongs to a pass; empty where it shows by itself.</summary>
    private static string ReadsOf(Pass pass) => pass.Measure switch
    {
        PassMeasure.Torque => "torque", PassMeasure.Turn => "angle", PassMeasure.Stretch => "stretch", PassMeasure.Force => "tension",
        _ => "",
    };
}
