using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Checks.Stated;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Bases;

/// <summary>A basis of strengths that somebody states: each by its area, open where nobody stated it, its source in every working.</summary>
public sealed class StatedTests
{
    // Two plates of 10 mm, S355 (fu 490), two M16 8.8: shank 201.06 mm², stress area 156.67 mm².
    internal const string Whole = "by=Works standard 12;source=Table 4, page 31;dated=2019-05-01;loads=factored;factor=1;tension=0.9 fub;tensionArea=stress area;"
        + "shear=0.6 fub;shearArea=shank;bearing=2.4 fu;tearOut=0.6 fu;section=0.9 fu;gross=0.9 fy;pullThrough=0.6 fu;shearExponent=2;tensionExponent=2";

    private static Result Read(string stated, string changes = "", string kind = "parts")
    {
        var document = kind == "parts" ? Samples.With(
            ("judging.required.tightening", ""), ("bolts.thread", "M16"), ("bolts.grade", "8.8"), ("bolts.count", "2"),
            ("layers[0].thickness", "10 mm"), ("layers[1].thickness", "10 mm"), ("layers[0].edgeDistance", "40 mm"), ("layers[1].edgeDistance", "40 mm"),
            ("layers[0].width", "100 mm"), ("layers[1].width", "100 mm"), ("layers[0].holesAcross", "1"), ("layers[1].holesAcross", "1"),
            ("faceFriction", ""), ("loads[0].tension", ""), ("loads[0].shear", "80 kN")) : Typing.Example(Core.Kinds.Kind.ById(kind)!);
        Typing.Set(document, Fields.Basis.Path, "stated", UnitSystem.Si);
        foreach (var change in stated.Split(';', StringSplitOptions.RemoveEmptyEntries)) Set("judging.stated." + change);
        foreach (var change in changes.Split(';', StringSplitOptions.RemoveEmptyEntries)) Set(change);
        var (joint, faults) = JointDocument.Read(document.ToJsonString());
        Assert.True(joint is not null, string.Join("\n", faults));
        return Evaluation.Run(joint);

        void Set(string change) => Typing.Set(document, change.Split('=')[0], change.Split('=')[1], UnitSystem.Si);
    }

    [Theory]
    [InlineData("", "stShear", 40_000, 0.6 * 800 * 201.0619)]
    [InlineData("shear=160 MPa", "stShear", 40_000, 160 * 201.0619)]
    [InlineData("shear=160 MPa;shearArea=0.78 shank", "stShear", 40_000, 160 * 0.78 * 201.0619)]
    [InlineData("shear=30 kN", "stShear", 40_000, 30_000)]
    [InlineData("shear=0.5 fy;shearArea=stress area", "stShear", 40_000, 0.5 * 640 * 156.6684)]
    [InlineData("factor=1.5", "stShear", 40_000, 0.6 * 800 * 201.0619 / 1.5)]
    [InlineData("", "stBearing", 40_000, 2.4 * 490 * 16 * 10)]
    [InlineData("bearing=0.4 kN", "stBearing", 40_000, 400)]
    [InlineData("", "stSection", 80_000, 0.9 * 490 * (100 - 17.5) * 10)]
    [InlineData("", "stGross", 80_000, 0.9 * 355 * 100 * 10)]
    public void A_strength_is_what_is_stated_times_its_area(string stated, string check, double load, double strength)
    {
        var result = Read(Whole + ";" + stated);
        var judged = result.Checks.Single(c => c.Check.Id == check);
        var hole = result.Joint.Hole;
        var expected = check == "stSection" ? strength * (100 - hole) / (100 - 17.5) : strength;
        Assert.Equal(expected / load, judged.Factor!.Value, 4);
        Assert.Contains("Works standard 12, Table 4, page 31, 2019-05-01", string.Join('\n', judged.Working.Givens.Select(g => g.Source)), StringComparison.Ordinal);
        Assert.True(result.IsComplete, string.Join("; ", result.Asks.Select(a => a.Path + " " + a.Problem)));
        Assert.Contains("stated by Works standard 12", CallOut.Of(result, UnitSystem.Si).Text, StringComparison.OrdinalIgnoreCase);
    }

    [Theory]
    [InlineData(2, 2)]
    [InlineData(1, 1)]
    [InlineData(1.2, 2)]
    public void Shear_and_tension_count_together_by_the_exponents(double a, double b)
    {
        var result = Read(Whole + FormattableString.Invariant($";shearExponent={a};tensionExponent={b}"), "loads[0].tension=60 kN");
        var found = result.Checks.Single(c => c.Check.Id == "stCombined").Factor!.Value;
        var (shear, tension) = (40_000 / (0.6 * 800 * 201.0619), 30_000 / (0.9 * 800 * 156.6684));
        Assert.Equal(1, Math.Pow(found * shear, a) + Math.Pow(found * tension, b), 4);
    }

    /// <summary>What nobody stated is open at its field, one by one; so is a figure whose source, area or loads nobody named.</summary>
    [Fact]
    public void What_nobody_stated_is_open_at_its_field()
    {
        var seen = 0;
        foreach (var part in Whole.Split(';'))
        {
            var result = Read(string.Join(';', Whole.Split(';').Except([part])), "loads[0].tension=20 kN");
            var path = "judging.stated." + part.Split('=')[0];
            Assert.True(result.Asks.Any(a => a.Path == path), $"{part}: {string.Join("; ", result.Asks.Select(a => a.Path))}");
            Assert.False(CallOut.Of(result, UnitSystem.Si).IsInstruction);
            seen++;
        }
        Assert.Equal(16, seen);
        Assert.True(Read(Whole, "loads[0].tension=20 kN").IsComplete);
    }

    /// <summary>What nothing is judged by is never called judged: a figure that says nothing of it, or a size that nobody stated.</summary>
    [Theory]
    [InlineData("section=45 kN", "", "section", "judging.stated.section")]
    [InlineData("gross=45 kN", "", "gross", "judging.stated.gross")]
    [InlineData("", "layers[0].edgeDistance=", "tearOut", "layers[0].edgeDistance")]
    public void What_nothing_is_judged_by_is_open_at_its_field(string stated, string changes, string mode, string path)
    {
        var result = Read(Whole + ";" + stated, changes);
        Assert.Equal(Looked.Open, Assert.Single(result.Coverage, c => c.Mode.Id == mode).Looked);
        Assert.Contains(result.Asks, a => a.Path == path);
        Assert.False(CallOut.Of(result, UnitSystem.Si).IsInstruction);
    }

    [Theory]
    [InlineData("section")]
    [InlineData("gross")]
    public void A_section_of_which_nobody_stated_a_width_is_not_called_judged(string mode) =>
        Assert.NotEqual(Looked.Judged,
            Assert.Single(Read(Whole, "layers[0].width=;layers[1].width=").Coverage, c => c.Mode.Id == mode).Looked);

    /// <summary>Service strengths look at service cases, factored ones at ultimate ones.</summary>
    [Theory]
    [InlineData("factored", "SLS", false)]
    [InlineData("service", "SLS", true)]
    [InlineData("factored", "ULS", true)]
    public void Loads_count_where_they_are_meant(string loads, string state, bool counts) =>
        Assert.Equal(counts, Read(Whole + ";loads=" + loads, "loads[0].limitState=" + state).Checks.Single(c => c.Check.Id == "stShear").Factor is not null);

    [Theory]
    [InlineData("judging.stated.shear", "0.6 oak")]
    [InlineData("judging.stated.shear", "12")]
    [InlineData("judging.stated.shear", "4 mm")]
    [InlineData("judging.stated.shear", "0 MPa")]
    [InlineData("judging.stated.shearArea", "two shanks")]
    [InlineData("judging.stated.shearArea", "1.2 shank")]
    [InlineData("judging.stated.factor", "0.5")]
    [InlineData("judging.stated.dated", "spring")]
    public void What_is_no_strength_is_refused_at_its_field(string path, string text)
    {
        var document = Samples.With(("judging.basis", "stated"));
        Typing.Set(document, path, text, UnitSystem.Si);
        Assert.Contains(JointDocument.Read(document.ToJsonString()).Faults, f => f.Path == path);
    }

    /// <summary>The seam: kinds that know nothing of the basis are judged by what is stated for the like of their own ways of failing.</summary>
    [Theory]
    [InlineData("basePlate", "stTension")]
    [InlineData("pin", "stShear")]
    [InlineData("splice", "stShear")]
    public void Kinds_are_judged_by_what_is_stated_for_the_like(string kind, string check)
    {
        var result = Read(Whole, kind: kind);
        Assert.Contains(result.Checks, c => c.Check.Id == check && c.Factor is not null);
        Assert.All(result.Coverage.Where(c => c.Looked == Looked.Open), c => Assert.NotEmpty(c.Why));
    }

    [Fact]
    public void Every_strength_reads_as_it_was_written()
    {
        foreach (var text in new[] { "160 MPa", "45 kN", "0.6 fu", "0.9 fy" })
        {
            var (value, fault) = StatedStrength.Type.Read(new Raw(text, null, null), StatedBasis.By);
            Assert.Null(fault);
            Assert.Equal(value, StatedStrength.Type.Read(new Raw(value.Text, null, null), StatedBasis.By).Value);
        }
        foreach (var text in new[] { "shank", "stress area", "root", "0.78 shank" }) Assert.Equal(text, StatedArea.Type.Read(new Raw(text, null, null), StatedBasis.By).Value.Text);
    }
}
