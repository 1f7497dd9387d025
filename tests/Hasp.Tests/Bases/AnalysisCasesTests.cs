using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Tests.Bases;

/// <summary>Thousands of cases as an analysis leaves them, how many bolts and where, and the bases side by side.</summary>
public sealed class AnalysisCasesTests
{
    public static TheoryData<string> Ids => [.. Basis.All.Select(b => b.Id)];

    private static List<LoadCase> Cases(int count)
    {
        var random = new Random(7);
        double Within(double most) => ((2 * random.NextDouble()) - 1) * most;
        return [.. Enumerable.Range(0, count).Select(i => new LoadCase($"c{i}",
            new Resultant(new(Within(3e5), Within(3e5), Within(2e5)), new(Within(5e6), Within(5e6), Within(5e6))), null)
        {
            LimitStates = i % 3 == 0 ? LimitStates.NotStated : i % 3 == 1 ? LimitStates.Uls | LimitStates.Lrfd
                : LimitStates.Sls | LimitStates.Asd,
        })];
    }

    /// <summary>The sweep finds for each check what the joint with all those cases finds.</summary>
    [Theory]
    [MemberData(nameof(Ids))]
    public void A_sweep_finds_what_the_joint_with_all_its_cases_finds(string id)
    {
        // Long rows: how long the joint is follows from the direction of every case, and not of the first or of its own.
        var joint = (new Lap { Basis = id, Along = 8, PitchAlong = "150 mm" }).With(("judging.jointType", "no slip at service"),
            ("judging.eurocode.surface", "A"), ("judging.is800.surface", "untreated")).Joint;
        _ = Evaluation.Run(joint);
        LoadCase[] cases = [new("across", new Resultant(new(0, 1e3, 0), default), null) { LimitStates = LimitStates.Sls }, .. Cases(60)];
        var sweep = CaseSweep.Of(joint, cases);
        var all = joint.WithCases(cases);
        var m = Mechanics<Plain>.Of(all);
        var compared = 0;
        foreach (var check in joint.Judging.Basis.Checks.Where(c => !c.Info.WithoutLoad && c.Info.SetBy == SetBy.Load))
        {
            var least = double.PositiveInfinity;
            for (var c = 0; c < cases.Length; c++)
            {
                for (var b = 0; b < joint.Bolts.Count; b++)
                {
                    var judged = check.Judge(m, BoltLoad<Plain>.Of(all, c, b));
                    if (judged.Applies) least = Math.Min(least, judged.Factor.Value);
                }
            }
            var swept = sweep.ByCheck.Where(c => c.Check == check).Select(c => c.Factor).DefaultIfEmpty(double.PositiveInfinity).Single();
            Assert.Equal(least, swept, 1e-9 * Math.Max(1, Math.Abs(least)));
            if (double.IsFinite(least)) compared++;
        }
        Assert.True(compared >= 4, $"only {compared} checks found something");
        Assert.All(sweep.ByBolt, b => Assert.True(b.Case >= 0));
        Assert.All(sweep.ByCheck, c => Assert.Contains(c.Case, sweep.Governing));
    }

    [Theory]
    [InlineData("Wind 3 ULS", LimitStates.Uls)]
    [InlineData("LC12_SLS_char", LimitStates.Sls)]
    [InlineData("service, crowd", LimitStates.Sls | LimitStates.Asd)]
    [InlineData("1.2D+1.6L LRFD", LimitStates.Lrfd)]
    [InlineData("ULS and SLS", LimitStates.NotStated)]
    [InlineData("PULSE 4", LimitStates.NotStated)]
    [InlineData("", LimitStates.NotStated)]
    public void A_name_says_its_limit_state_or_none(string name, LimitStates expected) => Assert.Equal(expected, LimitStateText.In(name));

    [Fact]
    public void A_column_of_limit_states_is_read_and_what_is_none_is_refused()
    {
        var columns = LoadColumns.Guess(["name", "limit state", "Fx [kN]"], ["a", "ULS", "3"]);
        Assert.Equal([ColumnMeaning.Name, ColumnMeaning.LimitState, ColumnMeaning.Fx], columns.Columns.Select(c => c.Meaning));
        var (names, refused) = (new List<string>(), new List<RefusedLine>());
        TableLine[] lines = [new(1, ["name", "limit state", "Fx [kN]"], -1), new(2, ["A", "ULS", "3"], -1), new(3, ["B", "", "3"], -1),
            new(4, ["C", "fire", "3"], -1), new(5, ["D SLS", "ULS", "3"], -1)];
        columns.Read(lines, row => names.Add(row.Name), refused.Add);
        Assert.Equal(["A [ULS]", "B", "D SLS"], names);
        Assert.Equal([4], refused.Select(r => r.Number));
        Assert.Contains("fire", refused[0].Reason, StringComparison.Ordinal);
    }

    /// <summary>Every layout that is offered holds, keeps the limits of the basis, and none with fewer bolts was passed over.</summary>
    [Theory]
    [InlineData("eurocode")]
    [InlineData("aisc-lrfd")]
    [InlineData("is800")]
    [InlineData("machine")]
    public void Layouts_that_are_offered_hold_and_the_smallest_comes_first(string id)
    {
        var joint = (new Lap { Basis = id, Thickness = "20 mm", Side = "60 mm", End = "60 mm", Load = "420 kN" })
            .With(("judging.shearBy", "bearing")).Joint;
        var layouts = Arranger.Of(joint);
        Assert.NotEmpty(layouts);
        Assert.Equal(layouts.Select(l => l.Joint.Bolts.Count).Order(), layouts.Select(l => l.Joint.Bolts.Count));
        foreach (var layout in layouts)
        {
            var result = Evaluation.Run(layout.Joint);
            Assert.True(result.Holds && result.IsComplete);
            Assert.Equal(layout.Reserve, result.GoverningReserve!.Value, 1e-9);
            Assert.Equal(layout.Joint.Bolts.Count, JointRules.JointOf(joint.Said.With([.. layout.Edits]), [])!.Bolts.Count);
        }
    }

    [Fact]
    public void Circles_take_numbers_that_a_dividing_head_indexes()
    {
        var joint = Samples.Read(new Lap { Basis = "margins", End = "40 mm", Thickness = "20 mm", Load = "20 kN" }.With(
            ("pattern.kind", "circle"), ("pattern.rows", ""), ("pattern.columns", ""), ("pattern.count", "5"),
            ("pattern.diameter", "400 mm"), ("judging.shearBy", "bearing")).Document);
        Assert.All(Arranger.Of(joint), l => Assert.Contains(l.Joint.Bolts.Count, Arranger.Indexed));
    }

    [Fact]
    public void Every_basis_stands_beside_the_others_with_what_it_looks_at()
    {
        var joint = new Lap().With(("loads[0].limitState", "ultimate")).Joint;
        var bases = Comparison.Of(joint);
        Assert.Equal(Basis.All.Select(b => b.Id), bases.Select(b => b.Basis.Id));
        Assert.All(bases, b => Assert.Equal(b.Result.Joint.Judging.BasisName, b.Result.Basis));
        Assert.Equal(["Full"], bases.Single(b => b.Basis.Id == "eurocode").Cases);
        Assert.Empty(bases.Single(b => b.Basis.Id == "aisc-asd").Cases);
        Assert.NotEmpty(bases.Single(b => b.Basis.Id == "aisc-asd").Result.Asks);
        // The number that it says is enough is, and one fewer of the pattern's shapes is not.
        var code = bases.Single(b => b.Basis.Id == "is800");
        Assert.NotNull(code.LeastBolts);
        // The reserve of the joint itself is what its own evaluation says.
        Assert.All(bases, b => Assert.Equal(Evaluation.Run(b.Result.Joint).GoverningReserve, b.Reserve));
    }
}
