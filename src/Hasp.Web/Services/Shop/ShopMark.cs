using Hasp.Core.Shop;

namespace Hasp.Web.Services.Shop;

/// <summary>How a joint stands in the shop, in one line: by a shape and in words.</summary>
public static class ShopMark
{
    /// <summary>The line.</summary>
    public static string Of(JointShop shop)
    {
        var record = shop.Record;
        if (record.IsDone) return $"✓ tightened, {record.Bolts.Length} of {record.Bolts.Length} bolts recorded";
        var last = shop.Plan.Passes.LastOrDefault();
        var tight = last is null ? 0 : record.Bolts.Count(b => b.Passes.ContainsKey(last.Id));
        var begun = record.Bolts.Any(b => b.Passes.Count > 0) ? $", {tight} of {record.Bolts.Length} through the last pass" : "";
        return shop.Hindrances.IsEmpty
            ? $"● may be tightened now{(shop.Until is { } until ? $" until {shop.Floor.Shifts.Clock(until, shop.Floor.Now)}" : "")}{begun}"
            : $"◇ not to be tightened now: {shop.Hindrances[0]}{begun}";
    }
}
