using Hasp.Core.Checks.Machine;
using System.Numerics;
using CsCheck;
using Hasp.Core;
using Hasp.Core.Formulas;
using Hasp.Core.Uncertainty;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Formulas;

/// <summary>Monte Carlo: the same formulas, the same samples for the same seed, and what theory says of small scatter.</summary>
public sealed class SimulationTests
{
    private static readonly Dictionary<Uncertain, Spread> Nothing = [];

    private static Simulation Make(Dictionary<Uncertain, Spread>? stated = null, params (string, string)[] changes)
    {
        var joint = Samples.Joint(changes);
        return new Simulation(joint with { Sampling = joint.Sampling with { Stated = stated ?? Nothing } });
    }

    private static Dictionary<Uncertain, Spread> All(double share, Distribution shape = Distribution.Normal) =>
        Enum.GetValues<Uncertain>().ToDictionary(u => u, _ => new Spread(shape, share));

    [Fact]
    public void At_the_means_it_is_the_nominal_verdict()
    {
        // Without scatter of the tool but with embedding and relaxation: the extremes at Γ = 0.
        var r = Samples.Run(("tightening.scatter", "0"));
        var f = Make().Factors(Sample<Plain>.Mean);
        Assert.Equal(r.Check(MachineBasis.Opening).Factor!.Value, f.Opening.Value, 1e-9);
        Assert.Equal(r.Check(MachineBasis.Slip).Factor!.Value, f.Slip.Value, 1e-9);
        Assert.Equal(r.Check(MachineBasis.Yield).Factor!.Value, f.Yield.Value, 1e-9);
        Assert.Equal(r.Check(MachineBasis.Shear).Factor!.Value, f.Shear.Value, 1e-9);
    }

    [Fact]
    public void Lanes_and_plain_numbers_sample_alike()
    {
        var simulation = Make(null, ("tightening.threadFriction", "0.12"), ("tightening.bearingFriction", "0.1"),
            ("threadEnd.kind", "tapped"), ("layers[1].thickness", "40 mm"));
        Gen.Double[0.7, 1.3].Array[ScatterInputs.All.Length].Sample(v =>
        {
            Sample<T> Of<T>() where T : struct, IReal<T> => new(T.Const(v[0]), T.Const(v[1]), T.Const(v[2]), T.Const(v[3]), T.Const(v[4]),
                T.Const(v[5]), T.Const(v[6]), T.Const(v[7]), T.Const(v[8]));
            var plain = simulation.Factors(Of<Plain>());
            var lanes = simulation.Factors(Of<Lanes>());
            return Near(
                plain.Opening.Value, lanes.Opening.Values[0]) && Near(plain.Slip.Value, lanes.Slip.Values[0])
                    && Near(plain.Yield.Value, lanes.Yield.Values[Lanes.Count - 1]);
        }, iter: 50);

        static bool Near(double a, double b) => Math.Abs(a - b) <= 1e-9 * Math.Abs(a);
    }

    [Theory]
    [InlineData(Distribution.Normal)]
    [InlineData(Distribution.Lognormal)]
    [InlineData(Distribution.Uniform)]
    [InlineData(Distribution.Triangular)]
    public void Small_scatter_is_the_linearised_spread_within_its_own_confidence_interval(Distribution shape)
    {
        var chances = Make(All(0.003, shape)).Run(400_000, seed: 11);
        Assert.Equal(4, chances.Failures.Count);
        foreach (var c in chances.Failures)
        {
            // A tenth of a per cent beside the interval for the curvature that linearising leaves out.
            Assert.InRange(c.LinearDeviation, c.DeviationInterval.From * 0.998, c.DeviationInterval.To * 1.002);
            Assert.Equal(c.AtMeans, c.Mean, 4 * c.Deviation / Math.Sqrt(c.Samples) + (1e-4 * c.AtMeans));
        }
    }

    [Fact]
    public void The_same_seed_gives_the_same_result_and_another_seed_another()
    {
        var simulation = Make();
        var (a, b, other) = (simulation.Run(50_000, 7), simulation.Run(50_000, 7), simulation.Run(50_000, 8));
        for (var i = 0; i < a.Failures.Count; i++)
        {
            Assert.Equal(a.Failures[i].Mean, b.Failures[i].Mean);
            Assert.Equal(a.Failures[i].Failed, b.Failures[i].Failed);
            Assert.NotEqual(a.Failures[i].Mean, other.Failures[i].Mean);
        }
    }

    [Fact]
    public void Two_seeds_agree_within_their_confidence_intervals()
    {
        var simulation = Make(null, ("loads[0].shear", "60 kN"));
        var (a, b) = (simulation.Run(200_000, 1).Failures.Single(f => f.Name == "slip"), simulation.Run(200_000, 2)
            .Failures.Single(f => f.Name == "slip"));
        Assert.InRange(a.Probability, 0.001, 0.999);
        Assert.True(Math.Max(a.Interval.From, b.Interval.From) < Math.Min(a.Interval.To, b.Interval.To));
    }

    [Fact]
    public void A_stop_keeps_what_is_done_and_progress_reaches_its_end()
    {
        var simulation = Make();
        using var stop = new CancellationTokenSource();
        var stopped = simulation.Run(1_000_000_000, 3, p => { if (p > 0.0001) stop.Cancel(); }, stop.Token);
        Assert.True(stopped.Stopped && stopped.Samples > 0);
        Assert.Equal(stopped.Samples, stopped.Failures[0].Histogram.Sum());
        var last = 0.0;
        simulation.Run(20_000, 3, p => { lock (simulation) last = Math.Max(last, p); });
        Assert.Equal(1, last);
    }

    [Fact]
    public void A_failure_that_never_came_still_has_an_upper_bound()
    {
        var safe = Make(All(0)).Run(10_000, 1).Failures;
        Assert.All(safe, c => Assert.Equal(0, c.Failed));
        Assert.All(safe, c => Assert.InRange(c.Interval.To, 1e-4, 1e-3));
        Assert.All(safe, c => Assert.Equal(0, c.Deviation, 1e-9));
    }

    [Fact]
    public void Sensitivities_come_largest_first_and_point_the_right_way()
    {
        var slip = Make().Run(10_000, 1).Failures.Single(f => f.Name == "slip");
        Assert.Equal(slip.Sensitivities.OrderByDescending(s => s.Spread).Select(s => s.What), slip.Sensitivities.Select(s => s.What));
        double Of(Uncertain what) => slip.Sensitivities.Single(s => s.What == what).PerPercent;
        Assert.Equal(1, Of(Uncertain.FaceFriction), 1e-6);
        Assert.True(Of(Uncertain.NutFactor) < -1 && Of(Uncertain.Load) < -1 && Of(Uncertain.Tool) > 1);
    }

    [Fact]
    public void A_method_that_does_not_go_by_torque_does_not_feel_the_friction()
    {
        var spreads = Spreads.Of(Samples.Joint(("tightening.method", "turn"), ("uncertainty.nutFactor", "20 %")));
        Assert.Equal(0, spreads[Uncertain.NutFactor].Share);
        Assert.Equal(0.075, spreads[Uncertain.Tool].Share);
    }

    [Fact]
    public void Even_and_bell_draws_are_what_they_say()
    {
        const int N = 200_000;
        double sum = 0, squares = 0, even = 0;
        for (var i = 0; i < N; i += Vector<double>.Count)
        {
            var u = Draws.Uniform(5, new Vector<ulong>((ulong)i) + Vector.ConvertToUInt64(Steps()), 0);
            var v = Draws.Uniform(5, new Vector<ulong>((ulong)i) + Vector.ConvertToUInt64(Steps()), 1);
            var (a, _) = Draws.Normals(u, v);
            for (var k = 0; k < Vector<double>.Count; k++)
            {
                Assert.InRange(u[k], 0, 1);
                (sum, squares, even) = (sum + a[k], squares + (a[k] * a[k]), even + u[k]);
            }
        }
        Assert.Equal(0, sum / N, 0.01);
        Assert.Equal(1, squares / N, 0.02);
        Assert.Equal(0.5, even / N, 0.003);

        static Vector<double> Steps()
        {
            Span<double> steps = stackalloc double[Vector<double>.Count];
            for (var i = 0; i < steps.Length; i++) steps[i] = i;
            return new Vector<double>(steps);
        }
    }

    [Fact]
    public void The_interval_of_a_chance_covers_at_least_what_it_says_however_rare_it_is()
    {
        static Rate Of(long failed, long samples) => new(failed, samples);
        // The chance of each count, summed where its interval holds the true probability: no sampling, and no luck.
        foreach (var (n, p) in new[] { (200L, 0.5), (200, 0.02), (10_000, 1.6e-4), (20_000, 1e-4), (1_000, 0.003) })
        {
            var (covered, chance) = (0.0, Math.Exp(n * Math.Log(1 - p)));
            for (long k = 0; k <= n && k < (n * p) + 40 + (12 * Math.Sqrt(n * p)); k++)
            {
                var (from, to) = Of(k, n).Interval;
                if (from <= p && p <= to) covered += chance;
                chance *= (n - k) / (k + 1.0) * p / (1 - p);
            }
            Assert.True(covered >= 0.95 - 1e-9, $"{n} at {p}: covers {covered}");
        }
        // The rule of three, and the limit of many: none of n is below 3.689/n; of 10^9 a count of 100 lies between 81.4 and 121.6.
        Assert.Equal(3.6889 / 1e6, Of(0, 1_000_000).Interval.To, 1e-4 * 3.6889 / 1e6);
        Assert.Equal(81.364 / 1e9, Of(100, 1_000_000_000).Interval.From, 1e-4 * 81.364 / 1e9);
        Assert.Equal(121.627 / 1e9, Of(100, 1_000_000_000).Interval.To, 1e-4 * 121.627 / 1e9);
    }
}
