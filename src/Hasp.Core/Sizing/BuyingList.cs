using Hasp.Core.Catalogue;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Joints;

namespace Hasp.Core.Sizing;

/// <summary>One thing to buy.</summary>
/// <param name="What">Bolt, nut, washer, insert, pin, lubricant.</param>
/// <param name="Designation">As it is ordered: <c>ISO 4014 – M20 × 65 – 8.8</c>.</param>
/// <param name="Finish">Finish; empty where none belongs to it.</param>
/// <param name="Count">What the joints take.</param>
/// <param name="Spares">Beside them, by the rule.</param>
/// <param name="For">Numbers or names of the joints.</param>
/// <param name="Note">What else is to be said to the supplier; may be empty.</param>
public sealed record BuyingLine(string What, string Designation, string Finish, int Count, int Spares, string For, string Note)
{
    /// <summary>Both.</summary>
    public int Total => Count + Spares;
}

/// <summary>How many spares are bought: a share of the number, rounded up, and never fewer than the least.</summary>
/// <param name="Share">0 to 1.</param>
/// <param name="Least">Of each line.</param>
public readonly record struct SpareRule(double Share, int Least)
{
    /// <summary>A twentieth, at least two of each.</summary>
    public static SpareRule Usual => new(0.05, 2);

    /// <summary>Spares of a number.</summary>
    public int Of(int count) => Math.Max(Least, (int)Math.Ceiling((Share * count) - 1e-9));

    /// <summary>In words.</summary>
    public string Words => $"{Share * 100:0.#} %, at least {Least} of each";
}

/// <summary>What a project has to buy: bolts, nuts, washers, inserts and pins of all its joints, alike ones together.</summary>
public static class BuyingList
{
    private const string Matched = "as a matched assembly of one maker and lot (EN 14399-1, ASTM F3125)";

    /// <summary>The list.</summary>
    /// <param name="joints">The joints, each once.</param>
    /// <param name="spare">How many spares.</param>
    public static IReadOnlyList<BuyingLine> Of(IEnumerable<Joint> joints, SpareRule spare) =>
    [
        .. joints.SelectMany(Items).GroupBy(i => (i.What, i.Designation, i.Finish, i.Note))
            .Select(g => (g.Key, Count: g.Sum(i => i.Count), For: string.Join(", ", g.Select(i => i.For).Distinct())))
            .Select(g => new BuyingLine(g.Key.What, g.Key.Designation, g.Key.Finish, g.Count, g.Count == 0 ? 0 : spare.Of(g.Count), g.For,
                g.Key.Note))
            .OrderBy(l => Array.IndexOf(Order, l.What)).ThenBy(l => l.Designation, StringComparer.Ordinal),
    ];

    private static readonly string[] Order = ["bolt", "holding-down bolt", "stud", "pin", "nut", "washer", "thread insert", "lubricant"];

    private readonly record struct Item(string What, string Designation, string Finish, int Count, string For, string Note);

    private static IEnumerable<Item> Items(Joint joint)
    {
        var name = joint.Number.Length > 0 ? joint.Number : joint.Name;
        var bolts = joint.Bolts;
        if (!joint.Kind.IsTightened)
        {
            var (order, _, _) = joint.Kind.Orders(joint, Quantities.UnitSystem.Si);
            var isPin = bolts.Thread.Pitch == 0;
            yield return new(
                isPin ? "pin" : "holding-down bolt", isPin ? order : $"{bolts.Thread.Designation} – {bolts.Grade.Grade}", "", bolts.Count,
                name, isPin ? "with what keeps it in place"
                : "length and anchorage by the anchorage designer; nut and plate washer with it");
            yield break;
        }
        var finish = joint.Tightening.NutFactor.Label;
        var note = IsMatched(joint) ? Matched : "";
        foreach (var (count, set) in CallOut.BoltSets(joint))
        {
            var what = set.IsStud ? "stud" : "bolt";
            yield return new(
                what, $"{(set.IsStud ? "stud" : Standard(set.Head.Source))} – {set.Thread.Designation} × {CallOut.LengthOf(set)} – "
                    + $"{set.Grade.Grade}", finish, count, name, note);
            if (set.IsStud)
                yield return new("nut", $"{Standard(set.Head.Source)} – {set.Thread.Designation}{Class(joint)}", finish, count,
                name, note);
            if (set.Nut is { } nut) yield return new("nut", $"{Standard(nut.Source)} – {set.Thread.Designation}{Class(joint)}", finish,
                count, name, note);
            foreach (var washer in new[] { joint.HeadWasher, joint.NutWasher }.OfType<Washer>().GroupBy(w => w))
            {
                yield return new(
                    "washer", $"{Standard(washer.Key.Source)} – {set.Thread.Designation} – {washer.Key.Hardness:0} HV", finish,
                    count * washer.Count(), name, note);
            }
            if (joint.End.Kind == ThreadEndKind.Insert) yield return new("thread insert",
                $"{set.Thread.Designation} × {Quantities.QuantityText.Figures(joint.End.InsertLength)} long", "", count, name, "");
        }
        if (joint.Tightening.NutFactor.PutOn) yield return new("lubricant", finish, "", 0, name,
            "one tin serves the project; the same for test and work");
    }

    private static string Class(Joint joint) => joint.NutClass is { } strength ? $" – {strength.Name}" : "";

    /// <summary>Assemblies for preloading: of a code's least pretension, or of grades that are sold so.</summary>
    private static bool IsMatched(Joint joint) =>
        joint.Tightening.Pretensioned || joint.Bolts.Head.Kind.StartsWith("HV", StringComparison.Ordinal)
            || joint.Judging.Where<CodeSettings>() is { Pretensions: true };

    private static string Standard(string source) => CallOut.Standard(source) is { Length: > 0 } found ? found : source.Split(',', ';')[0];
}
