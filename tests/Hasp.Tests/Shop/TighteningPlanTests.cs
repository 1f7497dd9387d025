using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Shop;
using Hasp.Files;

namespace Hasp.Tests.Shop;

/// <summary>Tightening plans: passes by each procedure with the figures of their tables, wrenches, preparation, kinds of joint.</summary>
public sealed class TighteningPlanTests
{
    private const double Degree = Math.PI / 180;

    private static TighteningPlan Plan(params (string Path, string Text)[] changes) =>
        TighteningPlan.Of(Evaluation.Run(Samples.Read(Samples.With(changes))));

    private static readonly (string, string)[] Structural = [("tightening.aim", "structural"), ("tightening.lubrication", "moly")];

    [Fact]
    public void By_torque_in_rising_passes_and_round_until_nothing_turns()
    {
        var plan = Plan();
        Assert.Equal("wrench", plan.Installation.Id);
        Assert.Equal(["snug", "p30", "p60", "p100", "round"], plan.Passes.Select(p => p.Id));
        // 75 % of 580 MPa on 156.67 mm², K 0.18, d 16: 196.27 N·m.
        Assert.Equal(196_274, plan.Passes[3].Value, 20.0);
        Assert.Equal(0.3 * plan.Passes[3].Value, plan.Passes[1].Value, 6);
        Assert.True(plan.Passes[4].Repeats && plan.Passes[4].Holds);
        Assert.False(plan.Passes[0].Holds);
        Assert.Equal(5 * 4, plan.Steps.Count());
    }

    [Fact]
    public void Every_step_is_taken_once_in_each_pass()
    {
        var plan = TighteningPlan.Of(Samples.RunPattern());
        foreach (var pass in plan.Steps.GroupBy(s => s.Pass)) Assert.Equal(Enumerable.Range(0, 6), pass.Select(s => s.Bolt).Order());
    }

    [Fact]
    public void It_is_loosened_backwards_in_two_rounds()
    {
        var plan = TighteningPlan.Of(Samples.RunPattern());
        Assert.Equal(plan.Order.Bolts.Select(b => plan.Assembly.Numbers[b]).Reverse(), plan.Loosening);
        Assert.Contains($"quarter turn, in the order {string.Join(", ", plan.Loosening)}; then all the way", plan.LooseningWords, StringComparison.Ordinal);
        Assert.DoesNotContain("quarter turn", Plan(("bolts.count", "1")).LooseningWords, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("30, 60, 100", new[] { 0.3, 0.6, 1.0 })]
    [InlineData("50 % 100 %", new[] { 0.5, 1.0 })]
    [InlineData("100", new[] { 1.0 })]
    public void Passes_may_be_stated(string text, double[] shares) => Assert.Equal(shares, PassShares.Parse(text)!.Value);

    [Theory]
    [InlineData("60, 30, 100")]
    [InlineData("30, 60")]
    [InlineData("0, 100")]
    [InlineData("half")]
    [InlineData("50, 100, 110")]
    public void What_does_not_rise_to_the_full_torque_is_refused_at_its_field(string text) =>
        Assert.Contains(Samples.Faults(("plan.passes", text)), f => f.Path == "plan.passes" && f.Id == "passes-unreadable");

    [Theory]
    [InlineData("plan.sequence", "3, 3", "sequence-unreadable")]
    [InlineData("plan.sequence", "0, 1", "sequence-unreadable")]
    [InlineData("plan.stiffestX", "20 mm", "stiffest-half")]
    [InlineData("plan.order", "zigzag", "not-allowed")]
    [InlineData("plan.installation", "by eye", "not-allowed")]
    [InlineData("plan.cureHours", "0", "not-allowed")]
    public void Faults_stand_at_their_fields(string path, string text, string id) =>
        Assert.Contains(Samples.Faults((path, text)), f => f.Id == id);

    [Fact]
    public void None_of_it_moves_a_verdict()
    {
        var plain = Evaluation.Run(Samples.Read(Samples.With()));
        var planned = Evaluation.Run(Samples.Read(Samples.With(("plan.order", "star"), ("plan.wrench", "W1"), ("plan.locking", "adhesive"),
            ("plan.faces", "one sloped"), ("plan.passes", "50, 100"))));
        Assert.Equal(plain.Checks.Select(c => c.Factor), planned.Checks.Select(c => c.Factor));
    }

    [Fact]
    public void A_wrench_is_set_by_its_graduation_and_refused_out_of_its_range()
    {
        var result = Evaluation.Run(Samples.Read(Samples.With()));
        var plan = TighteningPlan.Of(result, new Wrench("Click 300", 60_000, 300_000, 5_000));
        Assert.Equal(195_000, plan.Passes[3].Set);
        Assert.Equal(60_000, plan.Passes[1].Set);
        Assert.Empty(plan.Passes[1].Problem);
        var large = TighteningPlan.Of(result, new Wrench("Click 1000", 100_000, 1_000_000, 10_000));
        // A fifth of its full scale is 200 N·m: 30 % and 60 % lie below.
        Assert.Contains("below", large.Passes[1].Problem, StringComparison.Ordinal);
        Assert.Empty(large.Passes[3].Problem);
        Assert.Contains("beyond", TighteningPlan.Of(result, new Wrench("Small", 10_000, 100_000, 1_000)).Passes[3].Problem,
            StringComparison.Ordinal);
    }

    [Fact]
    public void A_torque_that_a_test_showed_to_be_needed_is_never_set_lower()
    {
        var wrench = new Wrench("Click 300", 60_000, 300_000, 5_000);
        var plan = TighteningPlan.Of(Evaluation.Run(Samples.Read(Samples.With())), wrench, 211_000);
        Assert.Equal(215_000, plan.Passes[3].Set);
        Assert.Contains("job torque", plan.Passes[3].Source, StringComparison.Ordinal);
        Assert.Equal(210_000, wrench.Set(210_000, atLeast: true));
    }

    /// <summary>M20 A325M by turn of nut, of a length that its parts go with.</summary>
    private static TighteningPlan Turned(string length, params (string Path, string Text)[] more) =>
        Plan([.. Structural, ("bolts.thread", "M20"), ("bolts.grade", "A325M"), ("bolts.length", length), ("bolts.threadLength", "46 mm"),
            ("layers[1].thickness", length == "60 mm" ? "12 mm" : length == "100 mm" ? "50 mm" : "150 mm"), ("plan.installation", "turnOfNut"), .. more]);

    // RCSC Table 8.2: length under the head over the diameter, the faces, the turn.
    [Theory]
    [InlineData("60 mm", "square", 120)]
    [InlineData("100 mm", "square", 180)]
    [InlineData("200 mm", "square", 240)]
    [InlineData("60 mm", "one sloped", 180)]
    [InlineData("100 mm", "one sloped", 240)]
    [InlineData("200 mm", "one sloped", 300)]
    [InlineData("60 mm", "both sloped", 240)]
    [InlineData("100 mm", "both sloped", 300)]
    [InlineData("200 mm", "both sloped", 360)]
    public void Turn_of_nut_by_the_table(string length, string faces, double degrees)
    {
        var plan = Turned(length, ("plan.faces", faces));
        Assert.Empty(plan.Problem);
        Assert.Equal(["snug", "match", "turn"], plan.Passes.Select(p => p.Id));
        Assert.Equal(degrees * Degree, plan.Passes[2].Value, 9);
        Assert.Equal((30 * Degree, 60 * Degree), plan.Passes[2].Tolerance);
    }

    // A turn may be off by what its edition says: every row of the table.
    [Theory]
    [InlineData("from 2014", "60 mm", 30, 60)]
    [InlineData("from 2014", "200 mm", 30, 60)]
    [InlineData("to 2009", "60 mm", 30, 30)]
    [InlineData("to 2009", "100 mm", 30, 30)]
    [InlineData("to 2009", "200 mm", 45, 45)]
    public void A_turn_may_be_off_by_what_its_edition_says(string edition, string length, double less, double more)
    {
        var plan = Turned(length, ("plan.turnEdition", edition));
        Assert.Empty(plan.Problem);
        Assert.Equal((less * Degree, more * Degree), plan.Passes[2].Tolerance);
        Assert.Contains(edition, plan.Passes[2].Source, StringComparison.Ordinal);
    }

    /// <summary>The calibrated wrench of the RCSC specification has no torque but its lot's: neither plan nor call-out prints one before the test, nor after its lapse.</summary>
    [Fact]
    public void Without_a_test_of_the_day_no_torque_stands_for_a_calibrated_wrench()
    {
        (string, string)[] a325 = [.. Structural, ("bolts.thread", "M20"), ("bolts.grade", "A325M"), ("washers.nut", "hardened"), ("washers.head", "hardened"), ("plan.installation", "wrench")];
        var result = Evaluation.Run(Samples.Joint(a325));
        var plan = TighteningPlan.Of(result);
        Assert.Contains("no table gives a torque", plan.Problem, StringComparison.Ordinal);
        Assert.Empty(plan.Passes);
        Assert.DoesNotContain("N·m", CallOut.Of(result, Hasp.Core.Quantities.UnitSystem.Si).Text, StringComparison.Ordinal);
        // Tested, it is the job torque; under a soft washer it is none.
        var tested = TighteningPlan.Of(result, verified: 480_000);
        Assert.Empty(tested.Problem);
        Assert.Equal(480_000, tested.Passes[^1].Value, 6);
        Assert.Contains("F436", TighteningPlan.Of(Evaluation.Run(Samples.Joint([.. a325.Where(f => f.Item1 != "washers.nut"), ("washers.nut", "none")])), verified: 480_000).Problem, StringComparison.Ordinal);
        // A bolt of EN 14399 has its k-class.
        Assert.Empty(Plan([.. Structural]).Problem);
    }

    [Fact]
    public void Turn_of_nut_only_where_the_table_holds()
    {
        (string, string)[] a325 = [.. Structural, ("bolts.thread", "M20"), ("bolts.grade", "A325M"), ("plan.installation", "turnOfNut")];
        Assert.Contains("steel", Plan([.. a325, ("layers[0].material", "Aluminium 6082-T6")]).Problem, StringComparison.Ordinal);
        Assert.Contains("twelve", Plan([.. a325, ("layers[1].thickness", "230 mm"), ("bolts.length", "280 mm")]).Problem,
            StringComparison.Ordinal);
        Assert.Contains("8.8", Plan([.. Structural, ("plan.installation", "turnOfNut")]).Problem, StringComparison.Ordinal);
        Assert.Empty(Plan([.. Structural, ("plan.installation", "turnOfNut")]).Passes);
    }

    // EN 1090-2, 8.5.4: clamped thickness with washers over the diameter 16 mm.
    [Theory]
    [InlineData("5 mm", "10 mm", 60)]
    [InlineData("12 mm", "20 mm", 90)]
    [InlineData("50 mm", "60 mm", 120)]
    public void The_combined_method_by_its_table(string one, string other, double degrees)
    {
        var plan = Plan([.. Structural, ("layers[0].thickness", one), ("layers[1].thickness", other)]);
        Assert.Equal("combined", plan.Installation.Id);
        // 0.75 of 0.13·16 mm·0.7·800 MPa·156.67 mm² = 136.9 N·m.
        Assert.Equal(136_866, plan.Passes.Single(p => p.Id == "first").Value, 20.0);
        Assert.Equal(degrees * Degree, plan.Passes[^1].Value, 9);
    }

    [Fact]
    public void The_torque_method_asks_for_the_mean_of_a_lot_and_goes_to_110_per_cent()
    {
        Assert.Contains("km", Plan([.. Structural, ("plan.installation", "torqueK2")]).Problem, StringComparison.Ordinal);
        var plan = Plan([.. Structural, ("plan.installation", "torqueK2"), .. LotTests.Lot("0.12", "0.11", "0.13", lubrication: "moly")]);
        // Mr,2 = 0.12·16·87 735 N = 168.45 N·m.
        Assert.Equal(1.10 * 168_451, plan.Passes[^1].Value, 30.0);
        Assert.Equal(0.75 * 168_451, plan.Passes[1].Value, 30.0);
    }

    /// <summary>EN 14399-1: k-class K2 has a mean km from 0.10 to 0.23 and scatters by V ≤ 0.06; of five tests k2 is 5.077.</summary>
    [Theory]
    [InlineData("0.12", "0.11", "0.13", "")]
    [InlineData("0.24", "0.22", "0.26", "0.10 to 0.23")]
    [InlineData("0.098", "0.09", "0.106", "0.10 to 0.23")]
    // Half of the band 0.31 of the mean: V = √(0.31² − 0.0447²)/5.077 = 0.0604; of 0.30 it is 0.0584.
    [InlineData("0.2", "0.138", "0.262", "V = 0.06")]
    [InlineData("0.2", "0.140", "0.260", "")]
    public void The_torque_method_serves_where_the_lot_is_of_its_class(string mean, string low, string high, string problem)
    {
        var plan = Plan([.. Structural, ("plan.installation", "torqueK2"), .. LotTests.Lot(mean, low, high, lubrication: "moly")]);
        Assert.Contains(problem, plan.Problem, StringComparison.Ordinal);
        Assert.Equal(problem.Length > 0, plan.Problem.Length > 0);
    }

    [Fact]
    public void Half_by_torque_and_half_by_angle_is_the_whole_preload()
    {
        var result = Evaluation.Run(Samples.Read(Samples.With(("plan.installation", "torqueAngle"))));
        var plan = TighteningPlan.Of(result);
        Assert.Equal(result[Terms.Torque] / 2, plan.Passes.Single(p => p.Id == "threshold").Value, 6);
        Assert.Equal(result[Terms.TurnFromSnug] / 2, plan.Passes.Single(p => p.Id == "angle").Value, 12);
    }

    [Fact]
    public void To_yield_only_where_the_joint_is_judged_for_it()
    {
        Assert.NotEmpty(Plan(("plan.installation", "yield")).Problem);
        Assert.Empty(Plan(("plan.installation", "yield"), ("tightening.aim", "90 % of yield")).Problem);
        Assert.Equal(1, Plan(("tightening.aim", "90 % of yield")).Reuse.Times);
    }

    [Theory]
    [InlineData("indicator", "indicator")]
    [InlineData("stretch", "stretch")]
    [InlineData("tensioner", "tensioner")]
    [InlineData("turn", "turn")]
    public void The_procedure_goes_with_the_method(string method, string installation) =>
        Assert.Equal(installation, Plan(("tightening.method", method)).Installation.Id);

    [Fact]
    public void Indicators_name_their_spaces()
    {
        (string, string)[] inch = [("bolts.thread", "3/4-10 UNC"), ("bolts.grade", "A325"), ("tightening.aim", "structural"),
            ("tightening.method", "indicator")];
        Assert.Contains("at least 3 of 5 spaces", Plan(inch).Passes[1].Does, StringComparison.Ordinal);
        Assert.Contains("0.40 mm", Plan([.. Structural, ("tightening.method", "indicator")]).Passes[1].Does, StringComparison.Ordinal);
    }

    [Fact]
    public void Preparation_has_its_clocks_and_its_washers()
    {
        var plan = Plan(("plan.locking", "adhesive"), ("plan.primerMinutes", "5"), ("plan.openMinutes", "10"), ("plan.cureHours", "24"),
            ("plan.retorqueHours", "48"), ("washers.head", "plain"));
        Assert.Equal(5, plan.Before.Single(p => p.Id == "primer").Minutes);
        Assert.True(plan.Before.Single(p => p.Id == "adhesive") is { Minutes: 10, Within: true });
        Assert.Equal(24 * 60, plan.After.Single(p => p.Id == "cure").Minutes);
        Assert.Equal(48 * 60, plan.After.Single(p => p.Id == "again").Minutes);
        Assert.Contains(plan.Before, p => p.Id == "washers");
        Assert.Contains(plan.Before, p => p.Id == "lubricant");
        Assert.Contains(Plan(("tightening.lubrication", "zinc")).Before, p => p.Id == "as received");
    }

    [Theory]
    [InlineData("A490M", "moly", 1)]
    [InlineData("A325M", "galvanised", 1)]
    [InlineData("A325M", "moly", null)]
    [InlineData("8.8", "moly", 1)]
    public void Reuse_by_the_codes(string grade, string finish, int? times) =>
        Assert.Equal(times, Plan(("bolts.thread", "M20"), ("bolts.grade", grade), ("tightening.aim", "structural"),
            ("tightening.lubrication", finish)).Reuse.Times);

    [Theory]
    [InlineData("none", new string[0])]
    [InlineData("snug", new[] { "snug" })]
    [InlineData("both", new[] { "snug", "round" })]
    [InlineData("each", new[] { "snug", "p30", "p60", "p100", "round" })]
    public void Hold_points(string hold, string[] passes) =>
        Assert.Equal(passes, Plan(("plan.hold", hold)).Passes.Where(p => p.Holds).Select(p => p.Id));

    [Fact]
    public void By_hand_the_numbers_of_the_plan_are_meant()
    {
        var plan = TighteningPlan.Of(Samples.RunPattern(("plan.order", "by hand"), ("plan.sequence", "6, 1")));
        Assert.Equal([6, 1], plan.Order.Bolts.Take(2).Select(b => plan.Assembly.Numbers[b]));
        Assert.Equal(6, plan.Order.Bolts.Length);
    }

    private static TighteningPlan OfKind(string kind)
    {
        var (joint, faults) = JointDocument.Read(Typing.Example(Kind.ById(kind)!).ToJsonString());
        Assert.True(joint is not null, string.Join("; ", faults.Select(f => f.Problem)));
        return TighteningPlan.Of(Evaluation.Run(joint));
    }

    [Fact]
    public void A_splice_is_tightened_on_both_sides_from_the_middle()
    {
        var plan = OfKind("splice");
        var (left, right) = (plan.Joint.Sides[0].Joint.Bolts.Count, plan.Joint.Sides[1].Joint.Bolts.Count);
        Assert.Equal(left + right, plan.Assembly.Places.Length);
        var distances = plan.Order.Bolts.Select(b => Math.Round(plan.Assembly.Places[b].To(new(0, 0)), 6)).ToList();
        Assert.Equal(distances.Order(), distances);
        Assert.Equal((left, right), (plan.Assembly.Places.Count(p => p.X < 0), plan.Assembly.Places.Count(p => p.X > 0)));
    }

    [Fact]
    public void Radial_bolts_go_crosswise_and_a_foot_waits_for_its_grout()
    {
        Assert.Equal(OrderRule.Star, OfKind("closure").Order.Rule);
        var foot = OfKind("basePlate");
        Assert.Equal("handTight", foot.Installation.Id);
        Assert.Equal(["level", "grout", "set"], foot.Before.Take(3).Select(p => p.Id));
        Assert.False(Kind.ById("pin")!.IsPlanned);
        Assert.True(Kind.ById("basePlate")!.IsPlanned);
    }

    [Fact]
    public void Sides_that_clamp_different_lengths_are_not_turned_by_one_angle()
    {
        var document = Typing.Example(Kind.ById("splice")!);
        Typing.Set(document, "plan.installation", "turn", Core.Quantities.UnitSystem.Si);
        Typing.Set(document, "splice.form", "two covers", Core.Quantities.UnitSystem.Si);
        var (same, _) = JointDocument.Read(document.ToJsonString());
        // Packing makes the sides alike.
        if (same is not null) Assert.Empty(TighteningPlan.Of(Evaluation.Run(same)).Problem);
        Typing.Set(document, "splice.form", "one cover", Core.Quantities.UnitSystem.Si);
        var (joint, faults) = JointDocument.Read(document.ToJsonString());
        Assert.True(joint is not null, string.Join("; ", faults.Select(f => f.Problem)));
        Assert.Contains("different lengths", TighteningPlan.Of(Evaluation.Run(joint)).Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_procedure_either_makes_passes_or_says_why_not()
    {
        var (made, refused) = (0, 0);
        foreach (var installation in Installation.All)
        {
            foreach (var kind in Kind.All.Where(k => k.IsPlanned))
            {
                var document = kind.IsParts ? Samples.With() : Typing.Example(kind);
                Typing.Set(document, "plan.installation", installation.Id, Core.Quantities.UnitSystem.Si);
                var (joint, _) = JointDocument.Read(document.ToJsonString());
                var plan = TighteningPlan.Of(Evaluation.Run(joint!));
                Assert.Equal(plan.Problem.Length == 0, plan.Passes.Length > 0);
                Assert.All(plan.Passes, p => Assert.True(p.Does.Length > 10 && p.Source.Length > 3 && double.IsFinite(p.Value)));
                if (plan.Passes.Length > 0) made++;
                else refused++;
            }
        }
        Assert.True(made >= 20 && refused >= 20, $"{made} made, {refused} refused");
    }
}
