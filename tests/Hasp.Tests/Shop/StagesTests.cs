using System.Globalization;
using Hasp.Core;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Shop;

namespace Hasp.Tests.Shop;

/// <summary>Stages of torque and angle as a drawing states them: what they leave is what the joint is judged for, or they are refused.</summary>
public sealed class StagesTests
{
    private const double Degree = Math.PI / 180;

    private static Result Run(string stages, params (string Path, string Text)[] more) =>
        Evaluation.Run(Samples.Read(Samples.With([("plan.installation", "stages"), ("plan.stages", stages), .. more])));

    private static string Of(double torque, params double[] degrees) => string.Create(CultureInfo.InvariantCulture, $"{torque / 1000:0.###} N·m")
        + string.Concat(degrees.Select(d => string.Create(CultureInfo.InvariantCulture, $", {d:0.###} deg")));

    [Fact]
    public void A_torque_and_the_turn_of_what_is_left_come_to_the_preload()
    {
        var plain = Evaluation.Run(Samples.Read(Samples.With()));
        var (torque, turn) = (plain[Terms.Torque], plain[Terms.TurnFromSnug] / Degree);
        foreach (var share in new[] { 0.1, 0.2, 0.25 })
        {
            // Half of the angle in each of two stages.
            var result = Run(Of(share * torque, (1 - share) * turn / 2 * 1.0001, (1 - share) * turn / 2 * 0.9999));
            Assert.Equal(plain[Terms.Preload], Stages.Leaves(Mechanics<Plain>.Of(result.Joint), Stages.Of(result.Joint)), 20.0);
            var plan = TighteningPlan.Of(result);
            Assert.Equal("", plan.Problem);
            Assert.Equal(["snug", "stage1", "stage2", "stage3"], plan.Passes.Select(p => p.Id));
            // Turns add up: the first of two alike is not the whole.
            Assert.Equal([false, false, false, true], plan.Passes.Select(p => p.IsFull));
        }
    }

    [Theory]
    [InlineData(0.9, true)]
    [InlineData(1.1, true)]
    [InlineData(0.8, false)]
    [InlineData(1.2, false)]
    public void What_leaves_another_preload_than_the_joint_is_judged_for_is_refused_with_the_figure(double share, bool serves)
    {
        var plain = Evaluation.Run(Samples.Read(Samples.With()));
        var plan = TighteningPlan.Of(Run(Of(share * plain[Terms.Torque])));
        Assert.Equal(serves, plan.Problem.Length == 0);
        Assert.Equal(serves, plan.Passes.Length > 0);
        if (!serves) Assert.Contains(QuantityText.ShowText(share * plain[Terms.Preload], Dimension.Force, UnitSystem.Si, 3), plan.Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void Stages_into_yield_need_an_aim_at_yield_and_new_bolts_each_time()
    {
        (string, string)[] yields = [("tightening.aim", "95 % of yield")];
        var plain = Evaluation.Run(Samples.Read(Samples.With(yields)));
        var (torque, turn) = (plain[Terms.Torque] / 3, plain[Terms.TurnFromSnug] / Degree);
        // Turned on well into yield: more than elastic, and no more is said of it than that it gets there.
        var plan = TighteningPlan.Of(Run(Of(torque, turn, turn), yields));
        Assert.Equal("", plan.Problem);
        Assert.Equal(1, plan.Reuse.Times);
        Assert.Contains("do not reach", TighteningPlan.Of(Run(Of(torque), yields)).Problem, StringComparison.Ordinal);
        Assert.NotEqual("", TighteningPlan.Of(Run(Of(torque, turn, turn))).Problem);
    }

    [Fact]
    public void The_call_out_gives_the_stages_and_no_other_torque()
    {
        var plain = Evaluation.Run(Samples.Read(Samples.With()));
        var result = Run(Of(Math.Round(plain[Terms.Torque] / 1000) * 1000));
        var call = CallOut.Of(result, UnitSystem.Si);
        Assert.Equal("Tighten in stages:", call.Tighten);
        Assert.Equal($"{Math.Round(plain[Terms.Torque] / 1000)} N·m", call.Figure);
        // Stages that do not go with the joint are no instruction.
        Assert.StartsWith("Not to be tightened", CallOut.Of(Run("10 N·m"), UnitSystem.Si).Tighten, StringComparison.Ordinal);
        Assert.Equal(1, TighteningPlan.Of(Run(Of(0.5 * plain[Terms.Torque], 0.5 * plain[Terms.TurnFromSnug] / Degree))).Reuse.Times);
    }

    [Theory]
    [InlineData("40 N·m, 90 deg, 90 deg", 3)]
    [InlineData("30 N·m then 60 N·m then 90°", 3)]
    [InlineData("25 ft·lb + 90 deg", 2)]
    [InlineData("50 N·m", 1)]
    [InlineData("90 deg", 0)]
    [InlineData("40, 90", 0)]
    [InlineData("40 N·m, 90", 0)]
    [InlineData("60 N·m, 40 N·m", 0)]
    [InlineData("40 N·m, 90 deg, 60 N·m", 0)]
    [InlineData("40 N·m, 2 deg", 0)]
    [InlineData("40 N·m, 400 deg", 0)]
    [InlineData("-40 N·m", 0)]
    [InlineData("nonsense", 0)]
    [InlineData("10 N·m, 20 N·m, 30 N·m, 40 N·m, 50 N·m, 60 N·m, 70 N·m, 80 N·m, 90 N·m", 0)]
    public void Torques_rise_and_turns_follow(string text, int stages) => Assert.Equal(stages, Stages.Parse(text)?.Length ?? 0);
}
