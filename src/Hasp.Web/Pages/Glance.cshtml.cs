using Hasp.Core;
using Hasp.Core.Checks.Modes;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages;

/// <summary>A project at a glance: joints by state, the tightest first; what is open, and what the shop waits for. Each filter is an
/// address.</summary>
public sealed class GlanceModel(ProjectShop projects) : PageModel
{
    /// <summary>How far a design is, in this order.</summary>
    public static IReadOnlyList<string> Designs { get; } = ["cannot be judged", "draft", "changed since", Signatures.Check,
        Signatures.Approve];

    /// <summary>How far the shop is, in this order.</summary>
    public static IReadOnlyList<string> Shops { get; } = ["nothing in hand", "hindered", "may begin", "begun", "waits for a hold point",
        "tightened"];

    /// <summary>How a design stands, each in this order.</summary>
    public static IReadOnlyList<string> Verdicts { get; } = ["falls short", "not all looked at", "holds by little", "holds", "no load"];

    /// <summary>A joint.</summary>
    /// <param name="Joint">Which.</param>
    /// <param name="Design">How far its design is.</param>
    /// <param name="Verdict">How it stands.</param>
    /// <param name="Shop">How far the shop is.</param>
    /// <param name="Points">How many points of it are open.</param>
    public sealed record Line(JointInProject Joint, string Design, string Verdict, string Shop, int Points)
    {
        /// <summary>The least of its reserves; infinite where nothing is judged.</summary>
        public double Reserve => Joint.Result?.Reserves.First.Value ?? 0;

        /// <summary>What nobody has looked at, in words.</summary>
        public IReadOnlyList<string> Open =>
            [.. (Joint.Result?.Coverage ?? []).Where(c => c.Looked == Looked.Open).Select(c => c.Mode.Name).Distinct()];
    }

    public ProjectInShop Project { get; private set; } = null!;

    /// <summary>Every joint.</summary>
    public IReadOnlyList<Line> All { get; private set; } = [];

    /// <summary>Those that the address asks for, the tightest first.</summary>
    public IEnumerable<Line> Lines => All.Where(l => Is(Design, l.Design) && Is(Verdict, l.Verdict) && Is(Shop, l.Shop))
        .OrderBy(l => l.Reserve).ThenBy(l => l.Joint.Named, StringComparer.Ordinal);

    [FromQuery]
    public string? Design { get; set; }

    [FromQuery]
    public string? Verdict { get; set; }

    [FromQuery]
    public string? Shop { get; set; }

    private static bool Is(string? asked, string state) => string.IsNullOrEmpty(asked) || asked == state;

    /// <summary>The address with a filter on or, where it is on, off; the others stay.</summary>
    public string With(string name, string value)
    {
        (string Name, string? Value)[] filters = [("design", Design), ("verdict", Verdict), ("shop", Shop)];
        var query = string.Join('&', filters.Select(f => f.Name == name ? (f.Name, Value: f.Value == value ? null : value) : f)
            .Where(f => !string.IsNullOrEmpty(f.Value)).Select(f => $"{f.Name}={Uri.EscapeDataString(f.Value!)}"));
        return $"/projects/{Project.Project.Id}/glance{(query.Length > 0 ? "?" + query : "")}";
    }

    public async Task<IActionResult> OnGet(ProjectId project)
    {
        if (await projects.Of(project) is not { } found) return NotFound();
        Project = found;
        var (signed, asked) = (Signatures.In(found.Entries), Points.In(found.Entries));
        All = [.. found.Joints.Select(j => new Line(j, DesignOf(j, [.. signed[j.Stored.Id]]), VerdictOf(j.Result), ShopOf(j.Shop,
            j.IsInHand),
            asked[j.Stored.Id].Count(p => p.IsOpen)))];
        return Page();
    }

    private static string DesignOf(JointInProject joint, IReadOnlyList<Signature> signatures)
    {
        if (joint.Result is null) return "cannot be judged";
        var acts = signatures.Where(s => s.Revision == joint.Stored.Revision).Select(s => s.Act).ToHashSet();
        return acts.Contains(Signatures.Approve) ? Signatures.Approve : acts.Contains(Signatures.Check) ? Signatures.Check
            : signatures.Count > 0 ? "changed since" : "draft";
    }

    private static string VerdictOf(Result? result) => result?.Standing switch
    {
        Standing.Short => "falls short",
        Standing.Open => "not all looked at",
        Standing.Little => "holds by little",
        Standing.Full => "holds",
        Standing.None => "no load",
        _ => "",
    };

    private static string ShopOf(JointShop? shop, bool isInHand)
    {
        if (shop is null || !isInHand) return "nothing in hand";
        if (shop.Record.IsDone) return "tightened";
        var through = shop.Plan.Passes.Where(p => shop.Record.Bolts.All(b => b.Passes.ContainsKey(p.Id)));
        if (through.Any(p => p.Holds && !shop.Record.Witnessed.Contains(p.Id))) return "waits for a hold point";
        return !shop.Hindrances.IsEmpty ? "hindered" : shop.Record.Bolts.Any(b => b.Passes.Count > 0) ? "begun" : "may begin";
    }
}
