using CsCheck;
using Hasp.Core;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Tests.Patterns;

/// <summary>The ways in which loads reach bolts and parts: shares sum to the load, and the parts see all of it.</summary>
public sealed class SharesTests
{
    private static readonly Gen<Components> Forces = Gen.Select(
        Gen.Double[-80_000, 80_000], Gen.Double[-80_000, 80_000], Gen.Double[-80_000, 80_000], (x, y, z) => new Components(x, y, z));

    [Fact]
    public void Equal_shares_sum_to_the_load_and_keep_its_direction() => Gen.Select(Forces, Gen.Int[1, 24]).Sample((force, count) =>
    {
        var path = new EqualShares(count);
        var load = new LoadCase("", new(force, default), null);
        var on = path.On<Plain>(load, 0);
        Assert.Equal(force.Z, count * on.Tension.Value, 1e-6);
        Assert.Equal((force.X, force.Y), (Math.Round(count * on.ShearX.Value, 6), Math.Round(count * on.ShearY.Value, 6)), Near);
        Assert.Equal(load.Shear, count * on.Shear.Value, 1e-6);
        Assert.Equal(1, path.Distinct);
    }, iter: 200);

    [Fact]
    public void Shares_of_a_pattern_sum_to_the_load_and_its_parts_see_the_whole() => Forces.Sample(force =>
    {
        var joint = Samples.PatternJoint();
        var load = new LoadCase("", new(force, default), new(120, -40, 15));
        var path = joint.LoadPath;
        Assert.Equal(joint.Bolts.Count, path.Distinct);
        var all = Enumerable.Range(0, path.Count).Select(i => path.On<Plain>(load, i)).ToList();
        Assert.Equal(force.X, all.Sum(s => s.ShearX.Value), 1e-5);
        Assert.Equal(force.Y, all.Sum(s => s.ShearY.Value), 1e-5);
        Assert.Equal(force.Z, all.Sum(s => s.Tension.Value), 1e-5);
        Assert.All(all, s => Assert.Equal(s.Shear.Value, Math.Sqrt((s.ShearX.Value * s.ShearX.Value) + (s.ShearY.Value * s.ShearY.Value)),
            1e-6));
        var on = BoltLoad<Plain>.Of(joint.WithCase(load), 0, 0);
        Assert.Equal(load.Shear, path.OnParts(on).Value, 1e-6);
    }, iter: 100);

    /// <summary>Sums over few bolts are shown term by term, and what they come to is what the searches use.</summary>
    [Theory]
    [InlineData(2, 3, true)]
    [InlineData(4, 5, false)]
    public void Sums_of_squares_are_shown_while_they_can_be_read(int columns, int rows, bool shown)
    {
        var joint = Samples.PatternJoint(("pattern.columns", $"{columns}"), ("pattern.rows", $"{rows}"));
        var slip = Evaluation.Run(joint).Checks.Single(c => c.Check == Core.Checks.Machine.MachineBasis.Slip);
        var sums = slip.Working.Steps.Where(s => s.Term == Terms.SumX2 || s.Term == Terms.SumY2).ToList();
        Assert.Equal(shown ? 2 : 0, sums.Count);
        var group = joint.Pattern!.Group;
        foreach (var sum in sums) Assert.Equal(sum.Term == Terms.SumX2 ? group.SumX2 : group.SumY2, sum.Value, 1e-6);
        Assert.Contains(slip.Working.Steps, s => s.Term == Terms.PolarSum && Math.Abs(s.Value - group.Polar) < 1e-6);
    }

    [Fact]
    public void A_working_shows_the_factor_of_its_case_and_the_parts_of_a_combination()
    {
        var factored = Evaluation.Run(Samples.Joint(("loads[0].factor", "1.5")))
            .Checks.Single(c => c.Check == Core.Checks.Machine.MachineBasis.Opening);
        var pull = factored.Working.Steps.Single(s => s.Term == Terms.ForceZ);
        Assert.Equal(1.5 * Samples.Joint().Cases[0].Tension, pull.Value, 1e-6);
        Assert.Contains(factored.Working.Givens, g => g.Term == Terms.PartForceZ);
        var plain = Evaluation.Run(Samples.Joint()).Checks.Single(c => c.Check == Core.Checks.Machine.MachineBasis.Opening);
        Assert.DoesNotContain(plain.Working.Steps, s => s.Term == Terms.ForceZ);
    }

    private static readonly IEqualityComparer<(double X, double Y)> Near = EqualityComparer<(double X,
        double Y)>.Create((a, b) => Math.Abs(a.X - b.X) < 1e-5 && Math.Abs(a.Y - b.Y) < 1e-5);
}
