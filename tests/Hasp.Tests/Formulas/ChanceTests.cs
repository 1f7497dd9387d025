using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Uncertainty;
using Hasp.Files;
using MathNet.Numerics.Distributions;

namespace Hasp.Tests.Formulas;

/// <summary>Whose chance it is, of what, and from what inputs: held against theory where theory has an answer.</summary>
public sealed class ChanceTests
{
    private static (string, string)[] Only(params (Uncertain What, string Spread)[] these) =>
        [.. ScatterInputs.All.Select(u => (u.Field.Path, these.FirstOrDefault(t => t.What == u.What).Spread ?? "0 %"))];

    /// <summary>A bell of preload alone: one bolt slips below a limit, of eight the sum counts, and some bolt of them nearly always.</summary>
    [Theory]
    [InlineData("2")]
    [InlineData("8")]
    public void One_bolt_some_bolt_and_the_whole_joint_are_three_chances(string count)
    {
        const double Scatter = 0.1, Z = 1.6;
        (string, string)[] given = [("bolts.count", count), ("loads[0].tension", ""), .. Only((Uncertain.Tool, "normal 10 %"))];
        var factor = new Simulation(Samples.Joint(given)).Factors(Sample<Plain>.Mean).Slip.Value;
        // What embedding takes does not scatter here: 1 % more of the tool is a little more than 1 % of the factor.
        var loss = Core.Evaluation.Run(Samples.Joint(given));
        var (lost, aimed, least) = (loss[Core.Terms.EmbeddingLoss], loss[Core.Terms.Preload], 0.95);
        var slope = least * aimed / ((least * aimed) - lost);
        var shear = 24 * factor * (1 - (Z * slope * Scatter));
        var joint = Samples.Joint([.. given, ("loads[0].shear", $"{shear:R} kN")]);
        var slip = new Simulation(joint).Run(400_000, 5).Failures.Single(f => f.What == Sampled.Slip);
        var n = joint.Bolts.Count;
        var one = Normal.CDF(0, 1, -Z);
        Holds(one, slip.Rate);
        Holds(Normal.CDF(0, 1, -Z * Math.Sqrt(n)), slip.OfJoint.Single(j => j.What.StartsWith("the whole joint", StringComparison.Ordinal)).Rate);
        Holds(1 - Math.Pow(1 - one, n), slip.OfJoint.Single(j => j.What == $"some bolt of {n}").Rate);

        static void Holds(double theory, Rate rate) => Assert.InRange(theory, rate.Interval.From * 0.97, rate.Interval.To * 1.03);
    }

    /// <summary>The load is the joint's: where it alone scatters, all bolts of an evenly loaded joint fail together.</summary>
    [Fact]
    public void What_is_the_joints_is_drawn_once_for_all_its_bolts()
    {
        var joint = Samples.Joint([("loads[0].tension", "250 kN"), .. Only((Uncertain.Load, "normal 10 %"))]);
        var opening = new Simulation(joint).Run(100_000, 5).Failures.Single(f => f.What == Sampled.Opening);
        Assert.InRange(opening.Probability, 0.05, 0.95);
        var some = opening.OfJoint.Single().Rate;
        Assert.Equal(joint.Sampling.Samples > 0 ? opening.Samples / 4 : 0, some.Samples);
        Assert.InRange(some.Probability, opening.Interval.From - 0.01, opening.Interval.To + 0.01);
    }

    /// <summary>Kinds by bases: what is judged is sampled or named, and nothing is sampled that is not judged.</summary>
    [Fact]
    public void Everything_judged_is_sampled_or_named_and_nothing_else_is_sampled()
    {
        var (seen, sampled, named) = (0, 0, 0);
        foreach (var kind in Kind.All)
        {
            foreach (var basis in Basis.All)
            {
                var document = kind.IsParts ? Samples.With() : Typing.Example(kind);
                Typing.Set(document, "judging.basis", basis.Id, Core.Quantities.UnitSystem.Si);
                if (JointDocument.Read(document.ToJsonString()).Joint is not { NotSearched: null } joint) continue;
                var simulation = new Simulation(joint);
                seen++;
                foreach (var verdict in Core.Evaluation.Run(joint).Checks.Where(v => v.Factor is not null && v.Check.Info.SetBy != SetBy.Rule))
                {
                    var what = verdict.Check.Info.Sampled;
                    var isNamed = simulation.NotSampled.Any(x => x.Check == verdict.Check);
                    Assert.True(what != Sampled.None && simulation.Cases[what] >= 0 != isNamed || isNamed, $"{kind.Id} {basis.Id} {verdict.Check.Id}");
                    (sampled, named) = (sampled + (isNamed ? 0 : 1), named + (isNamed ? 1 : 0));
                }
                foreach (var (what, _) in simulation.Cases.Where(c => c.Value >= 0))
                {
                    Assert.Contains(joint.Judging.Checks, c => c.Info.Sampled == what);
                }
            }
        }
        Assert.True(seen >= 20 && sampled >= 15 && named >= 50, $"{seen} joints, {sampled} sampled, {named} named");
    }

    [Fact]
    public void A_joint_that_bears_is_not_sampled_for_slip_and_a_closure_is_for_the_shear_of_its_bolts()
    {
        var bearing = new Simulation(Samples.Joint(("judging.shearBy", "bearing")));
        Assert.Equal(-1, bearing.Cases[Sampled.Slip]);
        Assert.Contains(bearing.NotSampled, x => x.Check.Id == "slip" && x.Why.Contains("bearing", StringComparison.Ordinal));
        var closure = new Simulation(Kinds.KindTests.Example("closure"));
        Assert.True(closure.Cases[Sampled.Shear] >= 0);
        Assert.DoesNotContain(closure.Run(20_000, 1).Failures, f => f.What == Sampled.Slip);
    }

    [Theory]
    [InlineData("threadFriction and bearingFriction 0.8")]
    [InlineData("threadFriction and bearingFriction -0.6; load and settling 0.5")]
    public void What_scatters_together_scatters_as_the_sum_of_both(string together)
    {
        foreach (var shape in new[] { "normal", "lognormal", "uniform", "triangular" })
        {
            (string, string)[] given = [("tightening.threadFriction", "0.12"), ("tightening.bearingFriction", "0.12"),
                .. Only((Uncertain.ThreadFriction, $"{shape} 0.5 %"), (Uncertain.BearingFriction, $"{shape} 0.5 %"),
                    (Uncertain.Load, $"{shape} 0.3 %"), (Uncertain.Settling, $"{shape} 2 %"))];
            var apart = new Simulation(Samples.Joint(given)).Run(100_000, 9);
            var tied = new Simulation(Samples.Joint([.. given, ("uncertainty.together", together)])).Run(200_000, 9);
            foreach (var c in tied.Failures.Where(f => f.What == Sampled.Opening))
            {
                // Of uniform and triangular quantities the ranks follow the coefficient: what they share is a little less.
                Assert.InRange(c.LinearDeviation, c.DeviationInterval.From * 0.99, c.DeviationInterval.To * 1.03);
                Assert.True(Math.Abs(c.LinearDeviation / apart.Failures.Single(f => f.What == c.What).LinearDeviation - 1) > 0.02, shape);
            }
        }
    }

    [Theory]
    [InlineData("load and face 0.5", "face")]
    [InlineData("load and load 0.5", "twice")]
    [InlineData("load and settling 1", "between")]
    [InlineData("load, settling 0.5; settling & load 0.2", "twice")]
    [InlineData("load and settling", "no pair")]
    [InlineData("load and settling 0.9; load and grip 0.9; settling and grip -0.9", "contradicts")]
    public void Pairs_that_cannot_be_are_refused_at_their_field(string text, string because)
    {
        var fault = Assert.Single(Samples.Faults(("uncertainty.together", text)));
        Assert.Equal(Fields.Together.Path, fault.Path);
        Assert.Contains(because, fault.Problem, StringComparison.Ordinal);
    }
}
