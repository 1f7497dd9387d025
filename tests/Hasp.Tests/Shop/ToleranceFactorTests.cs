using Hasp.Core.Uncertainty;
using Hasp.Core.Shop;

namespace Hasp.Tests.Shop;

/// <summary>Tolerance factors against tabulated values, and what the tests of a lot say.</summary>
public sealed class ToleranceFactorTests
{
    // ISO 16269-6 and the tables of exact factors, 95 % of the population with 95 % confidence.
    [Theory]
    [InlineData(3, 9.789)]
    [InlineData(4, 6.341)]
    [InlineData(5, 5.077)]
    [InlineData(6, 4.422)]
    [InlineData(7, 4.020)]
    [InlineData(8, 3.746)]
    [InlineData(9, 3.546)]
    [InlineData(10, 3.393)]
    [InlineData(12, 3.175)]
    [InlineData(15, 2.965)]
    [InlineData(20, 2.760)]
    [InlineData(25, 2.638)]
    [InlineData(30, 2.555)]
    [InlineData(40, 2.448)]
    [InlineData(50, 2.382)]
    public void The_two_sided_factor_agrees_with_the_table(int n, double tabled) =>
        Assert.InRange(ToleranceFactors.TwoSided(n) / tabled, 0.9995, 1.0005);

    [Theory]
    [InlineData(3, 7.656)]
    [InlineData(4, 5.144)]
    [InlineData(5, 4.203)]
    [InlineData(6, 3.708)]
    [InlineData(8, 3.187)]
    [InlineData(10, 2.911)]
    [InlineData(15, 2.566)]
    [InlineData(20, 2.396)]
    [InlineData(30, 2.220)]
    [InlineData(50, 2.065)]
    public void The_one_sided_factor_agrees_with_the_table(int n, double tabled) =>
        Assert.InRange(ToleranceFactors.OneSided(n) / tabled, 0.9995, 1.0005);

    [Fact]
    public void The_usual_approximation_stays_within_two_and_a_half_per_cent_of_the_exact_factor()
    {
        for (var n = 3; n <= 50; n++) Assert.InRange(ToleranceFactors.TwoSidedNearly(n) / ToleranceFactors.TwoSided(n), 0.975, 1.025);
        Assert.InRange(ToleranceFactors.TwoSidedNearly(3), 9.98, 10.0);
        Assert.InRange(ToleranceFactors.TwoSidedNearly(10), 3.375, 3.39);
    }

    [Fact]
    public void An_interval_from_samples_holds_as_much_as_it_promises()
    {
        // Drawn anew: of many samples, at least as many as promised give an interval that holds 95 % of the population.
        var random = new Random(7);
        double Draw() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        foreach (var n in new[] { 3, 6, 20 })
        {
            var held = 0;
            const int Samples = 20_000;
            var k = ToleranceFactors.TwoSided(n);
            for (var i = 0; i < Samples; i++)
            {
                var figures = LotFigures.Of([.. Enumerable.Range(0, n).Select(_ => Draw())]);
                var (low, high) = (figures.Mean - (k * figures.Deviation), figures.Mean + (k * figures.Deviation));
                if (Cdf(high) - Cdf(low) >= 0.95) held++;
            }
            Assert.InRange(held / (double)Samples, 0.945, 0.955);
        }
        static double Cdf(double z) => MathNet.Numerics.Distributions.Normal.CDF(0, 1, z);
    }

    [Fact]
    public void Figures_of_a_lot_by_hand()
    {
        // Given: K 0.150, 0.158, 0.142, 0.154, 0.146. Mean 0.150, s = √(0.00016/4) = 0.0063246, k2(5) 5.077.
        var figures = LotFigures.Of([0.150, 0.158, 0.142, 0.154, 0.146]);
        Assert.Equal(0.150, figures.Mean, 12);
        Assert.Equal(0.0063246, figures.Deviation, 6);
        Assert.Equal(0.142, figures.Least);
        Assert.Equal(0.158, figures.Most);
        // Half the band √(0.21407² + 0.02² + 0.04²) = 0.21869 of the mean: the tester may be off by 2 %, the wrench by 4 %.
        Assert.Equal(0.150 * (1 - 0.21869), figures.Low, 5);
        Assert.Equal(0.150 * (1 + 0.21869), figures.High, 5);
        Assert.Equal((0.150 / figures.Low) - 1, figures.Scatter, 12);
        Assert.True(figures.IsEnough);
    }

    [Fact]
    public void A_band_is_never_narrower_than_the_instruments_nor_than_the_graduation()
    {
        double[] alike = [0.15, 0.15, 0.15, 0.15, 0.15];
        Assert.Equal(0.15 * (1 - Math.Sqrt(0.0004 + 0.0016)), LotFigures.Of(alike).Low, 12);
        // Read in steps of 5 of 180: a deviation of 1/36/√12 of the mean is hidden in them.
        Assert.Equal(0.15 / 36 / Math.Sqrt(12), LotFigures.Of(alike, 1.0 / 36).Deviation, 12);
        Assert.True(LotFigures.Of(alike, 1.0 / 36).Low < LotFigures.Of(alike).Low);
    }

    [Theory]
    [InlineData(new[] { 0.15 })]
    [InlineData(new[] { 0.15, 0.16 })]
    // k2 of three is 9.8: a deviation of 12 % of the mean already reaches down to nothing.
    [InlineData(new[] { 0.13, 0.15, 0.17 })]
    public void Too_few_tests_or_too_wide_ones_give_no_band(double[] tests) => Assert.False(LotFigures.Of(tests).IsEnough);

    [Fact]
    public void A_factor_kept_is_the_factor_for_that_number_of_tests()
    {
        foreach (var n in new[] { 4, 9, 4, 30, 9 })
        {
            double[] tests = [.. Enumerable.Range(0, n).Select(i => 0.15 + (0.001 * i))];
            Assert.Equal(ToleranceFactors.TwoSided(n), LotFigures.Of(tests).Factor);
        }
    }

    [Fact]
    public void Groups_that_differ_are_not_taken_together()
    {
        double[] one = [0.150, 0.153, 0.147, 0.151], alike = [0.149, 0.152, 0.148, 0.151], far = [0.170, 0.172, 0.168, 0.171],
        wide = [0.150, 0.190, 0.110, 0.151];
        Assert.True(Homogeneity.Of([one, alike]).Holds);
        Assert.True(Homogeneity.Of([one, far]).Means < 0.001);
        Assert.True(Homogeneity.Of([one, wide]).Deviations < 0.01);
        Assert.True(Homogeneity.Of([one]).Holds);
        Assert.False(Homogeneity.Of([[0.15, 0.15], [0.16, 0.16]]).Holds);
    }

    [Fact]
    public void Alike_groups_are_refused_about_one_time_in_twenty()
    {
        var random = new Random(3);
        double Draw() => 0.15 + (0.006 * Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble()));
        const int Tries = 4000;
        var refused = Enumerable.Range(0, Tries)
            .Select(_ => Homogeneity.Of([.. Enumerable.Range(0, 4).Select(_ => Enumerable.Range(0, 5).Select(_ => Draw()).ToArray())]))
            .ToList();
        Assert.InRange(refused.Count(h => h.Means < Homogeneity.Level) / (double)Tries, 0.04, 0.06);
        Assert.InRange(refused.Count(h => h.Deviations < Homogeneity.Level) / (double)Tries, 0.035, 0.065);
    }

    [Fact]
    public void A_control_chart_shows_what_is_beyond_and_what_drifts()
    {
        double[] steady = [1.0, 1.1, 0.9, 1.0, 1.1, 0.9, 1.0, 1.1, 0.9, 1.0];
        var limits = ControlLimits.Of(steady)!.Value;
        // Moving ranges 0.1, 0.2, 0.1, 0.1, 0.2, 0.1, 0.1, 0.2, 0.1: mean 0.1333.
        Assert.Equal(1 + (2.66 * 1.2 / 9), limits.High, 9);
        Assert.Empty(limits.Signals(steady));
        Assert.Equal([3], limits.Signals([1.0, 1.1, 0.9, 2.0, 1.0]));
        Assert.Equal([7], limits.Signals([1.1, 1.05, 1.1, 1.05, 1.1, 1.05, 1.1, 1.05]));
        Assert.Null(ControlLimits.Of([1.0]));
    }
}
