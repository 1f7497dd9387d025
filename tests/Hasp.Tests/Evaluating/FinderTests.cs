using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Tests.Evaluating;

/// <summary>Every cell of the Finder is what the joint comes to that it would be adopted as: over all grades, heads, bases and kinds.</summary>
public sealed class FinderTests
{
    private static readonly int[] Numbers = [1, 2, 5];

    private static readonly string[] Sizes = ["M12", "M20", "3/4-10 UNC"];

    public static TheoryData<string, string> BasesAndHeads
    {
        get
        {
            var all = new TheoryData<string, string>();
            foreach (var basis in Basis.All) foreach (var head in new[] { "", "hex", "heavy hex", "socket", "flange" }) all.Add(basis.Id, head);
            return all;
        }
    }

    public static TheoryData<string, string> KindsAndBases
    {
        get
        {
            var all = new TheoryData<string, string>();
            foreach (var kind in Kind.All.Where(k => !k.IsParts && k.IsTightened)) foreach (var basis in Basis.All) all.Add(kind.Id, basis.Id);
            return all;
        }
    }

    [Theory]
    [MemberData(nameof(BasesAndHeads))]
    public void Equal_shares(string basis, string head) => Compare(Samples.With(
        ("judging.basis", basis), ("bolts.head", head), ("loads[0].tension", "20 kN"), ("loads[0].shear", "60 kN"), ("faceFriction", "0.2"), ("tightening.lubrication", ""),
        ("layers[0].width", "200 mm"), ("layers[1].width", "220 mm"), ("layers[0].sideDistance", "60 mm"), ("layers[1].sideDistance", "60 mm")), least: 40);

    [Theory]
    [MemberData(nameof(BasesAndHeads))]
    public void Pattern(string basis, string head) => Compare(Samples.Bracket(
        ("judging.basis", basis), ("bolts.head", head), ("tightening.lubrication", ""), ("pattern.pitchX", "140 mm"), ("pattern.pitchY", "140 mm"),
        ("layers[0].edgeDistance", "90 mm"), ("layers[1].edgeDistance", "90 mm"), ("layers[0].sideDistance", "90 mm"), ("layers[1].sideDistance", "90 mm")), least: 40);

    [Theory]
    [MemberData(nameof(KindsAndBases))]
    public void Kinds(string kind, string basis)
    {
        var document = Typing.Example(Kind.ById(kind)!);
        Typing.Set(document, Fields.Basis.Path, basis, Core.Quantities.UnitSystem.Si);
        Compare(document, least: 1);
    }

    public static TheoryData<string> Bases => [.. Basis.All.Select(b => b.Id)];

    /// <summary>The axiom of the bracketing: where bolts share alike, what holds with some holds with more.</summary>
    [Theory]
    [MemberData(nameof(Bases))]
    public void Least_number_is_the_first_that_holds(string basis)
    {
        var sizes = Sizes.Select(s => Standards.FindThread(s)!).ToList();
        var (between, refused) = (0, 0);
        foreach (var seed in Enumerable.Range(0, 12))
        {
            var random = new Random(seed);
            var document = Samples.With(
                ("judging.basis", basis), ("loads[0].tension", $"{random.Next(0, 400)} kN"), ("loads[0].shear", $"{random.Next(1, 500)} kN"),
                ("faceFriction", "0.3"), ("tightening.lubrication", ""), ("layers[0].thickness", $"{random.Next(8, 40)} mm"),
                ("layers[0].width", "400 mm"), ("layers[1].width", "400 mm"), ("layers[0].sideDistance", "60 mm"), ("layers[1].sideDistance", "60 mm"));
            var joint = JointDocument.Read(document.ToJsonString()).Joint!;
            var cells = Finder.Search(joint.Said, sizes, ["8.8", "10.9", "A4-70", "SAE 5", "A325"], 24).SelectMany(r => r);
            foreach (var cell in cells.Where(c => c.Refusal is null))
            {
                var holds = cell.ByCount.Select(e => e.Holds).ToList();
                var first = holds.IndexOf(true);
                Assert.Equal(first < 0 ? null : first + 1, cell.LeastCount);
                if (first < 0) refused++;
                else if (first > 0) between++;
            }
        }
        // Nothing is judged by figures that nobody stated.
        Assert.True(between >= (basis == "stated" ? 0 : 8), $"only {between} between the ends, {refused} never");
    }

    private static void Compare(JsonObject document, int least)
    {
        var (joint, faults) = JointDocument.Read(document.ToJsonString());
        if (joint is null) return;
        var sizes = Sizes.Select(s => Standards.FindThread(s)!).ToList();
        var grades = Finder.GradesFor(joint.Said, sizes);
        var compared = 0;
        foreach (var cell in Finder.Search(joint.Said, sizes, grades, Math.Max(Numbers[^1], joint.AllBolts)).SelectMany(r => r).Where(c => c.Refusal is null))
        {
            foreach (var n in joint.Kind.IsParts ? Numbers : [joint.AllBolts])
            {
                if (Adopted(document, joint, cell, n) is not { } adopted) continue;
                var (entry, what) = (cell.ByCount[n - 1], $"{n} × {cell.Thread.Designation} {cell.Grade}");
                if (entry.Obstacle is not null) continue;
                var whole = TwoReserves.Of(Mechanics<Core.Formulas.Plain>.Of(adopted));
                Assert.True(Alike(whole.Load.Value, entry.Reserves.Load.Value), $"{what}: load {entry.Reserves.Load.Value}, adopted {whole.Load.Value}");
                Assert.True(Alike(whole.Tightening.Value, entry.Reserves.Tightening.Value), $"{what}: tightening {entry.Reserves.Tightening.Value}, adopted {whole.Tightening.Value}");
                Assert.Equal(adopted.Bolts.Length, cell.Length);
                compared++;
            }
        }
        Assert.True(compared >= least, $"only {compared} compared");
    }

    private static bool Alike(double a, double b) => a.Equals(b) || Math.Abs(a - b) <= 1e-9 * Math.Abs(a);

    /// <summary>The joint that taking the cell makes; null where it cannot be had with that number.</summary>
    private static Joint? Adopted(JsonObject document, Joint joint, FinderCell cell, int n)
    {
        var adopted = (JsonObject)document.DeepClone();
        (string, string)[] edits = [(Fields.Thread.Path, cell.Thread.Designation), (Fields.Grade.Path, cell.Grade), (Fields.Length.Path, ""), (Fields.ThreadLength.Path, "")];
        foreach (var (path, text) in edits) Typing.Set(adopted, path, text, Core.Quantities.UnitSystem.Si);
        if (!joint.Kind.IsParts)
        {
            if (n != joint.AllBolts) return null;
            foreach (var c in joint.Kind.CountedIn(joint)) Typing.Set(adopted, c.Field.Path, $"{c.Now(joint)}", Core.Quantities.UnitSystem.Si);
        }
        else Typing.Set(adopted, Fields.Count.Path, $"{n}", Core.Quantities.UnitSystem.Si);
        return JointDocument.Read(adopted.ToJsonString()).Joint;
    }
}
