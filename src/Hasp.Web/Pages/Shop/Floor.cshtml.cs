using Hasp.Core;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Shop;

/// <summary>The floor at a glance, for a foreman and big enough for a wall: what is tightened and what waits, what lapses when, who has
/// which wrench. It renews itself.</summary>
public sealed class FloorModel(ProjectShop projects) : PageModel
{
    /// <summary>A joint in the shop's hands.</summary>
    public sealed record Item(int Id, string Named, JointShop Shop)
    {
        /// <summary>How many bolts are through each pass, in the order of the passes.</summary>
        public IEnumerable<(string Pass, int Done, bool Waits)> Passes => Shop.Plan.Passes.Select(p => (p.Name,
            Shop.Record.Bolts.Count(b => b.Passes.ContainsKey(p.Id)),
            p.Holds && !Shop.Record.Witnessed.Contains(p.Id) && Shop.Record.Bolts.All(b => b.Passes.ContainsKey(p.Id))));

        /// <summary>Bolts that were refused and not tightened since.</summary>
        public IReadOnlyList<int> Refused => [.. Shop.Record.Bolts.Where(b => b.Refused is not null).Select(b => b.Number)];

        /// <summary>What comes first on the wall: what must not go on, then what waits, then what goes, then what is done.</summary>
        public int Urgency => Shop.Record.IsDone ? 3 : Refused.Count > 0 || !Shop.Hindrances.IsEmpty ? 0 : Passes.Any(p => p.Waits) ? 1 : 2;
    }

    /// <summary>A wrench, and where it was used last.</summary>
    public sealed record InHand(Tool Tool, EntryRow? Last, string Joint);

    public ProjectRow Project { get; private set; } = null!;

    public Shelf Shelf { get; private set; } = null!;

    /// <summary>Joints that have a lot, a wrench or entries.</summary>
    public IReadOnlyList<Item> Items { get; private set; } = [];

    /// <summary>Lots by when they lapse, the soonest first; those that do not hold last.</summary>
    public IReadOnlyList<(Lot Lot, Core.Shop.LotStanding Standing, Tool? Tool)> Lots { get; private set; } = [];

    /// <summary>Wrenches, those in use first.</summary>
    public IReadOnlyList<InHand> Wrenches { get; private set; } = [];

    /// <summary>A moment as the shop's clock shows it, with the day where it is another.</summary>
    public string Clock(DateTimeOffset moment) => Shelf.Shifts.Clock(moment, Shelf.Now);

    /// <summary>The same of a moment of the log, in UTC.</summary>
    public string Clock(DateTime utc) => Clock(new DateTimeOffset(DateTime.SpecifyKind(utc, DateTimeKind.Utc)));

    public async Task<IActionResult> OnGet(ProjectId project) => await Load(project) ?? Page();

    /// <summary>The wall as it is now.</summary>
    public async Task<IActionResult> OnGetWall(ProjectId project) => await Load(project) ?? Partial("_Floor", this);

    private async Task<IActionResult?> Load(int project)
    {
        if (await projects.Of(project) is not { } found) return NotFound();
        (Project, Shelf) = (found.Project, found.Shelf);
        var items = found.Joints.Where(j => j.IsInHand).Select(j => new Item(j.Stored.Id, j.Named, j.Shop!)).ToList();
        Items = [.. items.OrderBy(i => i.Urgency).ThenBy(i => i.Named, StringComparer.Ordinal)];
        Lots = [.. Shelf.Lots.Select(l => (Lot: l, Of: Shelf.StandingOf(l))).Select(l => (l.Lot, l.Of.Standing, l.Of.Tool))
            .OrderBy(l => l.Standing.Until is null).ThenBy(l => l.Standing.Until).ThenBy(l => l.Lot.Name, StringComparer.Ordinal)];
        var named = items.ToDictionary(i => i.Id, i => i.Named);
        var used = found.Entries.Where(e => e.Kind == EntryKind.Bolt.Id).Select(e => (Entry: e, EntryKind.Bolt.Read(e.Document).Said))
            .Where(e => e.Said is not null).GroupBy(e => e.Said!.Stated(EntryKind.WrenchName) ?? "")
            .ToDictionary(g => g.Key, g => g.MaxBy(e => e.Entry.Made).Entry);
        Wrenches = [.. Shelf.Tools.Select(t => used.GetValueOrDefault(t.Name) is { } last
                ? new InHand(t, last, named.GetValueOrDefault(last.JointId, "")) : new InHand(t, null, ""))
            .OrderByDescending(w => w.Last?.Made).ThenBy(w => w.Tool.Name, StringComparer.Ordinal)];
        return null;
    }
}
