using System.Numerics;
using CsCheck;
using Hasp.Core;
using Check = Hasp.Core.Checks.Check;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
using Hasp.Core.Stiffness;

namespace Hasp.Tests.Formulas;

/// <summary>One formula, three readings: they must be the same number.</summary>
public sealed class ReadingsTests
{
    /// <summary>A chain through every operation: stiffness of bolt and frustum, preload and its loss, force and combined factor.</summary>
    private static T Chain<T>(Func<double, T> given)
        where T : struct, IReal<T>
    {
        var two = given(2);
        var bolt = BoltStiffness.Of(given(201), given(157), given(22), given(16), given(207_000));
        var members = PressureCone.Frustum(given(19), given(22.5), given(16), given(207_000), T.Tan(given(0.5236)));
        var share = BoltStiffness.LoadShare(bolt, members);
        var preload = Tension.Smallest(given(68_000), given(0.25), Tension.EmbeddingLoss(given(0.011), bolt, members), given(0.05));
        var force = JointUnderLoad.BoltForce(preload, share, given(18_000));
        return MemberFormulas.CombinedFactor(force, share, given(18_000), given(7_000) / two, given(640 * 157.0));
    }

    [Fact]
    public void Plain_traced_and_lanes_agree()
    {
        var plain = Chain(v => new Plain(v)).Value;
        var traced = Chain(v => Traced.Const(v)).Value;
        var lanes = Chain(v => new Lanes(new Vector<double>(v))).Values;
        Assert.Equal(plain, traced);
        for (var i = 0; i < Lanes.Count; i++) Assert.Equal(plain, lanes[i], Math.Abs(plain) * 1e-12);
    }

    [Fact]
    public void Lanes_select_per_sample_what_the_plain_number_branches_on() =>
        Gen.Double[1_000, 100_000].Array[Lanes.Count].Sample(loads =>
        {
            var lanes = JointUnderLoad.BoltForce(
                new Lanes(new Vector<double>(45_000)), new Lanes(new Vector<double>(0.22)), new Lanes(new Vector<double>(loads))).Values;
            return Enumerable.Range(0, loads.Length).All(i =>
                Math.Abs(lanes[i] - JointUnderLoad.BoltForce(new Plain(45_000), new Plain(0.22), new Plain(loads[i])).Value) < 1e-6);
        });

    [Fact]
    public void The_working_recomputes_to_the_verdict()
    {
        var result = Samples.Run([("washers.head", "plain"), ("layers[1].material", "EN-GJL-250"), .. Samples.EveryCheck]);
        foreach (var check in result.Checks.Where(c => c.Factor is not null))
        {
            Assert.NotEmpty(check.Working.Steps);
            Assert.Equal(check.Factor!.Value, check.Working.Steps[^1].Value, 1e-12);
            foreach (var step in check.Working.Steps) Assert.Equal(step.Value, Recompute(step.Formula), Math.Abs(step.Value) * 1e-12);
        }
    }

    [Theory]
    [InlineData("centroid", "")]
    [InlineData("pivot", "")]
    [InlineData("centroid", "pattern.prying.factor")]
    [InlineData("pivot", "pattern.prying.stem")]
    public void The_working_of_a_pattern_recomputes_and_rests_on_what_stands_above_it(string school, string prying)
    {
        (string, string)[] pried = prying switch
        {
            "" => [],
            "pattern.prying.factor" => [(prying, "1.2")],
            _ => [(prying, "35 mm"), ("pattern.prying.edge", "30 mm"), ("pattern.prying.length", "80 mm")],
        };
        var result = Samples.RunPattern([
            ("pattern.tension", school), ("loads[0].fz", "40 kN"), ("loads[0].mx", "3 kN·m"), ("loads[0].my", "-1 kN·m"),
            ("loads[0].alternatesWith", "unloaded"), .. pried]);
        foreach (var check in result.Checks.Where(c => c.Factor is not null))
        {
            Assert.Equal(check.Factor!.Value, check.Working.Steps[^1].Value, Math.Abs(check.Factor.Value) * 1e-12);
            var known = check.Working.Givens.Select(g => (g.Term!.Id, g.Index)).ToHashSet();
            foreach (var step in check.Working.Steps)
            {
                Assert.Equal(step.Value, Recompute(step.Formula), Math.Max(1e-9, Math.Abs(step.Value) * 1e-9));
                Assert.All(Leaves(step.Formula), leaf => Assert.Contains((leaf.Term!.Id, leaf.Index), known));
                known.Add((step.Term.Id, step.Index));
            }
        }
    }

    [Fact]
    public void Every_step_of_a_working_rests_on_givens_or_on_steps_above_it()
    {
        foreach (var check in Samples.Run(Samples.EveryCheck).Checks.Where(c => c.Factor is not null))
        {
            var known = check.Working.Givens.Select(g => (g.Term!.Id, g.Index)).ToHashSet();
            foreach (var step in check.Working.Steps)
            {
                Assert.All(Leaves(step.Formula), leaf => Assert.Contains((leaf.Term!.Id, leaf.Index), known));
                known.Add((step.Term.Id, step.Index));
            }
        }
    }

    [Fact]
    public void Terms_have_one_id_each_and_a_source()
    {
        Assert.Equal(Terms.All.Count, Terms.All.Select(t => t.Id).Distinct().Count());
        Assert.All(Terms.All, t => Assert.NotEmpty(t.Source));
    }

    [Fact]
    public void Every_check_reads_the_same_with_its_working_as_without()
    {
        var mechanics = Mechanics<Plain>.Of(Samples.Joint(Samples.EveryCheck));
        var load = BoltLoad<Plain>.Of(mechanics.Joint, 0, 0);
        var judged = 0;
        foreach (var check in mechanics.Joint.Judging.Basis.Checks)
        {
            var plain = check.Judge(mechanics, load);
            var traced = check.Judge(Mechanics<Traced>.Of(mechanics.Joint), BoltLoad<Traced>.Of(mechanics.Joint, 0, 0));
            Assert.Equal(plain.Applies, traced.Applies);
            if (!plain.Applies) continue;
            judged++;
            Assert.Equal(plain.Factor.Value, traced.Factor.Value);
        }
        Assert.True(judged >= 15, $"only {judged} checks had something to judge");
    }
    private static IEnumerable<Expression> Leaves(Expression e) =>
        e.Operation is Operation.Given or Operation.Named ? [e] : e.Shown.SelectMany(Leaves);

    private static double Recompute(Expression e)
    {
        double Arg(int i) => Recompute(e.Operands[i]);
        return e.Operation switch
        {
            Operation.Constant or Operation.Given or Operation.Named => e.Value,
            Operation.Add => Arg(0) + Arg(1),
            Operation.Subtract => Arg(0) - Arg(1),
            Operation.Multiply => Arg(0) * Arg(1),
            Operation.Divide => Arg(0) / Arg(1),
            Operation.Negate => -Arg(0),
            Operation.Sqrt => Math.Sqrt(Arg(0)),
            Operation.Log => Math.Log(Arg(0)),
            Operation.Exp => Math.Exp(Arg(0)),
            Operation.Tan => Math.Tan(Arg(0)),
            Operation.Min => Math.Min(Arg(0), Arg(1)),
            Operation.Max => Math.Max(Arg(0), Arg(1)),
            Operation.IfLess => Arg(0) < Arg(1) ? Arg(2) : Arg(3),
            _ => throw new InvalidOperationException(e.Operation.ToString()),
        };
    }
}
