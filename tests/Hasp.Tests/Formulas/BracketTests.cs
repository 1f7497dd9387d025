using CsCheck;
using Hasp.Core.Formulas;

namespace Hasp.Tests.Formulas;

/// <summary>Where something changes is found between its ends, however it rises.</summary>
public sealed class BracketTests
{
    [Fact]
    public void A_crossing_is_found_where_it_is_whatever_rises()
    {
        var tried = 0;
        Gen.Select(Gen.Double[0.05, 0.95], Gen.Double[0.2, 12], Gen.Int[0, 2]).Sample((at, power, shape) =>
        {
            Interlocked.Increment(ref tried);
            double Rises(double x) => shape switch
            {
                0 => Math.Pow(x, power) - Math.Pow(at, power),
                1 => Math.Log(x / at) * power,
                // One that jumps: nothing is defined beyond.
                _ => x < at ? -power : double.PositiveInfinity,
            };
            Assert.True(Math.Abs(Bracket.Crossing(1e-6, 1, Rises, 1e-13) - at) < 1e-12);
            var (low, high) = Bracket.Halve(0, 1, x => x < at, 60);
            Assert.True(low <= at && at <= high && high - low < 1e-15, $"{low} {at} {high}");
        }, iter: 2000);
        Assert.True(tried >= 2000, $"{tried} tried");
    }

    [Fact]
    public void What_is_no_number_counts_as_far_above() =>
        Assert.Equal(0.25, Bracket.Crossing(0, 1, x => x > 0.25 ? double.NaN : -1, 1e-13), 11);

    [Fact]
    public void A_straight_rise_takes_a_few_steps()
    {
        var asked = 0;
        Bracket.Crossing(0, 1, x => { asked++; return x - 0.3; }, 1e-12);
        Assert.True(asked < 8, $"{asked} values");
    }
}
