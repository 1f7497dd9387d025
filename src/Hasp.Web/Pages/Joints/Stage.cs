using Hasp.Core.Joints;
using Hasp.Web.Services;

namespace Hasp.Web.Pages.Joints;

/// <summary>
/// A stage of a joint's work. Navigation, keys, help and the tests that walk every page read this list; a new stage is a row here and a
/// page.
/// </summary>
/// <param name="Id">What a page calls itself by in <c>ViewData["Stage"]</c>.</param>
/// <param name="Name">As the navigation shows it.</param>
/// <param name="Key">The key that leads to it.</param>
/// <param name="Path">What follows the joint's address; empty for the first.</param>
/// <param name="Help">What it is for, in the help.</param>
public sealed record Stage(string Id, string Name, char Key, string Path, string Help)
{
    /// <summary>All, in the order of the work.</summary>
    public static IReadOnlyList<Stage> All { get; } =
    [
        new("bench", "Bench", '1', "", "the joint drawn, judged and changed in place"),
        new("pattern", "Pattern", '2', "/pattern",
            "the bolts in plan, the load cases, the load on every bolt") { Offers = j => j.Kind.IsParts },
        new("finder", "Finder", '3', "/finder", "size, grade and number: what holds") { Offers = IsTightened },
        new("preload", "Preload", '4', "/preload", "the window, the torque, the joint diagram") { Offers = IsTightened },
        new("fatigue", "Fatigue", '5', "/fatigue", "what alternates, and how long it lasts") { Offers = IsTightened },
        new("chance", "Chance", '6', "/chance", "how often it opens, slips or yields") { Offers = IsTightened },
        new("basis", "Basis", '7', "/basis", "by which code it is judged, all of them side by side, how many bolts and where"),
        new("tightening", "Tightening", '8', "/tightening",
            "the plan: order, passes, lot and wrench; what was tightened and what may be") { Offers = j => j.Kind.IsPlanned },
    ];

    /// <summary>
    /// True for a stage that a joint has: what nothing tightens has no preload, and where a kind places the bolts there is no pattern to
    /// lay out.
    /// </summary>
    public Func<Joint, bool> Offers { get; init; } = _ => true;

    /// <summary>The stages of a joint.</summary>
    public static IReadOnlyList<Stage> Of(Joint joint) => [.. All.Where(s => s.Offers(joint))];

    private static bool IsTightened(Joint joint) => joint.Kind.IsTightened;

    /// <summary>The stage that an address leads to; the first where it names none.</summary>
    public static Stage At(string address) =>
        All.FirstOrDefault(s => s.Path.Length > 0 && address.EndsWith(s.Path, StringComparison.OrdinalIgnoreCase)) ?? All[0];

    /// <summary>Its view.</summary>
    public string Panel => "_" + Name;

    /// <summary>Its address for a joint.</summary>
    public string AddressOf(int joint) => $"/joints/{joint}{Path}";
}

/// <summary>A page that shows a stage of a joint: the wrapper around all of them reads no more of it.</summary>
public interface IStagePage
{
    /// <summary>What is shown.</summary>
    BenchState State { get; }
}
