using System.Collections.Concurrent;
using Hasp.Core.Formulas;
using MathNet.Numerics;
using MathNet.Numerics.Distributions;

namespace Hasp.Core.Uncertainty;

/// <summary>
/// Factors of statistical tolerance intervals of a normal population whose mean and deviation are both known from a sample alone
/// (ISO 16269-6). Found by integration over what the sample may have been, not from a table.
/// </summary>
public static class ToleranceFactors
{
    /// <summary>Confidence of the intervals that a design uses.</summary>
    public const double Confidence = 0.95;

    /// <summary>Share of the population within the intervals that a design uses.</summary>
    public const double Content = 0.95;

    /// <summary>Fewest tests that a factor is given for: with two, any figure would do.</summary>
    public const int Fewest = 3;

    // Standard normal and chi tails beyond these are nothing to double precision's purpose here.
    private const double Tail = 8.5;

    private const int Points = 400;

    // The factor depends on the number of tests alone, and takes milliseconds to integrate.
    private static readonly ConcurrentDictionary<int, double> OfLots = [];

    /// <summary>k2 of a lot's band, 95 % of the lot with 95 % confidence.</summary>
    /// <param name="tests">Number of tests, at least 2.</param>
    public static double OfLot(int tests) => OfLots.GetOrAdd(tests, n => TwoSided(n));

    /// <summary>
    /// k2: x̄ ± k2·s holds at least <paramref name="content"/> of the population with that confidence. Exact: the mean's place is
    /// integrated over, and for each the deviation that still covers enough (ISO 16269-6, Annex F).
    /// </summary>
    /// <param name="n">Number of tests, at least 2.</param>
    /// <param name="confidence">Between 0 and 1.</param>
    /// <param name="content">Between 0 and 1.</param>
    /// <exception cref="ArgumentOutOfRangeException">Fewer than two tests.</exception>
    public static double TwoSided(int n, double confidence = Confidence, double content = Content)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(n, 2);
        var deviation = new ChiSquared(n - 1);
        // How wide an interval about a mean that is z/√n off must be, in deviations of the population: the same for every k.
        var offsets = Enumerable.Range(0, Points + 1).Select(i => Tail * i / Points).ToArray();
        var widths = offsets.Select(z => HalfWidth(z / Math.Sqrt(n), content)).ToArray();
        return Root(
            k => Simpson(offsets, i => 2 * Normal.PDF(0, 1,
                offsets[i]) * (1 - deviation.CumulativeDistribution((n - 1) * widths[i] * widths[i] / (k * k)))) - confidence);
    }

    /// <summary>
    /// k1: x̄ − k1·s lies below at least <paramref name="content"/> of the population with that confidence, the noncentral t
    /// quantile over
    /// √n (ISO 16269-6, 5.2).
    /// </summary>
    /// <inheritdoc cref="TwoSided"/>
    public static double OneSided(int n, double confidence = Confidence, double content = Content)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(n, 2);
        var z = Normal.InvCDF(0, 1, content);
        // u = s/σ; beyond these it has no weight.
        var most = 1 + (Tail / Math.Sqrt(n - 1));
        var at = Enumerable.Range(0, (4 * Points) + 1).Select(i => most * i / (4 * Points)).ToArray();
        return Root(
            k => Simpson(at, i => DeviationDensity(at[i], n - 1) * Normal.CDF(0, 1, Math.Sqrt(n) * ((k * at[i]) - z))) - confidence);
    }

    /// <summary>
    /// The usual approximation of k2, √((n−1)(1+1/n)·z²/χ²): within 2 % from three tests on; kept to be held against
    /// <see cref="TwoSided"/>.
    /// </summary>
    public static double TwoSidedNearly(int n, double confidence = Confidence, double content = Content)
    {
        var z = Normal.InvCDF(0, 1, (1 + content) / 2);
        return z * Math.Sqrt((n - 1) * (1 + (1.0 / n)) / ChiSquared.InvCDF(n - 1, 1 - confidence));
    }

    /// <summary>r such that Φ(off + r) − Φ(off − r) is the content.</summary>
    private static double HalfWidth(double off, double content)
    {
        var (low, high) = Bracket.Halve(0, off + Tail, r => Normal.CDF(0, 1, off + r) - Normal.CDF(0, 1, off - r) < content, 60);
        return (low + high) / 2;
    }

    /// <summary>Density of s/σ with so many degrees of freedom.</summary>
    private static double DeviationDensity(double u, int freedom)
    {
        if (u <= 0) return freedom == 1 ? Math.Sqrt(2 / Math.PI) : 0;
        var half = freedom / 2.0;
        return Math.Exp(
            Math.Log(2) + (half * Math.Log(half)) - SpecialFunctions.GammaLn(half) + ((freedom - 1) * Math.Log(u)) - (half * u * u));
    }

    private static double Simpson(double[] at, Func<int, double> density)
    {
        var sum = 0.0;
        for (var i = 0; i < at.Length; i++) sum += density(i) * (i == 0 || i == at.Length - 1 ? 1 : i % 2 == 1 ? 4 : 2);
        return sum * (at[1] - at[0]) / 3;
    }

    /// <summary>Where what rises with k passes nothing.</summary>
    private static double Root(Func<double, double> rises)
    {
        var high = 4.0;
        while (rises(high) < 0) high *= 2;
        var (from, to) = Bracket.Halve(0, high, k => rises(k) < 0, 48);
        return (from + to) / 2;
    }
}
