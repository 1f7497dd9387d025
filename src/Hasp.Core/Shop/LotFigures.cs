using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.Uncertainty;
using MathNet.Numerics.Distributions;

namespace Hasp.Core.Shop;

/// <summary>
/// What the tests of a lot say of its nut factor: mean, deviation, range, and the band that the design uses, a two-sided tolerance interval
/// (95 % of the population with 95 % confidence, ISO 16269-6), never narrower than what tester and wrench may be off.
/// </summary>
/// <param name="Tests">How many tests.</param>
/// <param name="Mean">K̄.</param>
/// <param name="Deviation">s, of the sample.</param>
/// <param name="Least">Smallest K found.</param>
/// <param name="Most">Largest K found.</param>
/// <param name="Factor">k2, or 0 where there are too few tests.</param>
public sealed record LotFigures(int Tests, double Mean, double Deviation, double Least, double Most, double Factor)
{
    /// <summary>Fewer tests than this make a wide interval, and it says so.</summary>
    public const int Few = 10;

    /// <summary>Half of the band over K̄: √((k2·s/K̄)² + tester² + wrench²).</summary>
    private double HalfBand => Mean > 0 ? Math.Sqrt(Math.Pow(Factor * Deviation / Mean, 2) + Math.Pow(MeasuredLot.Instruments, 2)) : 0;

    /// <summary>Lower end of the band of K.</summary>
    public double Low => Mean * (1 - HalfBand);

    /// <summary>Upper end of the band of K.</summary>
    public double High => Mean * (1 + HalfBand);

    /// <summary>False where the tests are too few for a band: K's lower end would be at or below nothing.</summary>
    public bool IsEnough => Factor > 0 && Low > 0;

    /// <summary>
    /// Γ, how far the preload may lie above what is aimed at by the same torque: K̄/K_low − 1. Below, it may lie 1 − K̄/K_high,
    /// which is
    /// less: the joint takes the ends of K themselves, and Γ stands for them where a basis knows but one figure.
    /// </summary>
    public double Scatter => IsEnough ? (Mean / Low) - 1 : double.PositiveInfinity;

    /// <summary>Coefficient of variation, s/K̄.</summary>
    public double Variation => Mean > 0 ? Deviation / Mean : 0;

    /// <summary>What the tests say; no band where they are fewer than three.</summary>
    /// <param name="nutFactors">K of each test that counts.</param>
    /// <param name="graduation">Graduation that the torque was read by, over the torque: no deviation is less than that of its
    /// rounding.</param>
    /// <exception cref="ArgumentException">There are none.</exception>
    public static LotFigures Of(IReadOnlyCollection<double> nutFactors, double graduation = 0)
    {
        if (nutFactors.Count == 0) throw new ArgumentException("no tests", nameof(nutFactors));
        var mean = nutFactors.Average();
        var deviation = nutFactors.Count < 2 ? 0 : Math.Sqrt(nutFactors.Sum(k => (k - mean) * (k - mean)) / (nutFactors.Count - 1));
        // Readings that were all rounded to one graduation look as if nothing scattered.
        deviation = Math.Max(deviation, mean * graduation / Math.Sqrt(12));
        var factor = nutFactors.Count < ToleranceFactors.Fewest ? 0 : ToleranceFactors.OfLot(nutFactors.Count);
        return new(nutFactors.Count, mean, deviation, nutFactors.Min(), nutFactors.Max(), factor);
    }

    /// <summary>K = T/(F·d) of one test.</summary>
    /// <param name="torque">T less a prevailing torque, N·mm.</param>
    /// <param name="tension">F, N, above 0.</param>
    /// <param name="diameter">d, mm.</param>
    public static double NutFactorOf(double torque, double tension, double diameter) => torque / (tension * diameter);
}

/// <summary>
/// Whether several groups of tests may be taken together: one-way analysis of variance for their means, Bartlett's test for their
/// deviations, each refused at 5 %. A history narrows a band only where neither is refused.
/// </summary>
/// <param name="Means">Probability of means so far apart if they were alike; 1 where there is but one group.</param>
/// <param name="Deviations">The same for the deviations.</param>
public readonly record struct Homogeneity(double Means, double Deviations)
{
    /// <summary>Below this probability it is refused.</summary>
    public const double Level = 0.05;

    /// <summary>True where nothing speaks against taking them together.</summary>
    public bool Holds => Means >= Level && Deviations >= Level;

    /// <summary>Judges groups of at least two tests each; smaller ones say nothing of their own deviation and are left out.</summary>
    public static Homogeneity Of(IReadOnlyList<IReadOnlyList<double>> groups)
    {
        var judged = groups.Where(g => g.Count >= 2).Select(g => LotFigures.Of([.. g])).ToImmutableArray();
        if (judged.Length < 2) return new(1, 1);
        var all = judged.Sum(g => g.Tests);
        var free = all - judged.Length;
        var mean = judged.Sum(g => g.Tests * g.Mean) / all;
        var between = judged.Sum(g => g.Tests * (g.Mean - mean) * (g.Mean - mean)) / (judged.Length - 1);
        var within = judged.Sum(g => (g.Tests - 1) * g.Deviation * g.Deviation) / free;
        // Without any scatter in the groups the least difference between them is one.
        if (within == 0) return new(between > 0 ? 0 : 1, 1);
        return new(1 - FisherSnedecor.CDF(judged.Length - 1, free, between / within), Bartlett(judged, free, within));
    }

    private static double Bartlett(ImmutableArray<LotFigures> groups, int free, double within)
    {
        if (groups.Any(g => g.Deviation == 0)) return 0;
        var correction = 1 + ((groups.Sum(g => 1.0 / (g.Tests - 1)) - (1.0 / free)) / (3 * (groups.Length - 1)));
        var statistic = ((free * Math.Log(within)) - groups.Sum(g => (g.Tests - 1) * Math.Log(g.Deviation * g.Deviation))) / correction;
        return 1 - ChiSquared.CDF(groups.Length - 1, Math.Max(0, statistic));
    }
}

/// <summary>
/// Limits of a control chart of single values: the mean ± 2.66 times the mean moving range (ISO 7870-2, individuals), and the runs that
/// show a drift before a limit is passed.
/// </summary>
/// <param name="Centre">Mean.</param>
/// <param name="Low">Lower limit.</param>
/// <param name="High">Upper limit.</param>
public readonly record struct ControlLimits(double Centre, double Low, double High)
{
    // 3/d2 with d2 = 1.128, of ranges of two.
    private const double OfMovingRange = 2.66;

    /// <summary>So many in a row on one side of the mean are a drift.</summary>
    public const int Run = 8;

    /// <summary>The limits of a series; null for fewer than two values.</summary>
    public static ControlLimits? Of(IReadOnlyList<double> series)
    {
        if (series.Count < 2) return null;
        var mean = series.Average();
        var range = series.Zip(series.Skip(1), (a, b) => Math.Abs(b - a)).Average();
        return new(mean, mean - (OfMovingRange * range), mean + (OfMovingRange * range));
    }

    /// <summary>Places in the series that are out of control: beyond a limit, or the end of a run on one side.</summary>
    public IEnumerable<int> Signals(IReadOnlyList<double> series)
    {
        var (run, side) = (0, 0);
        for (var i = 0; i < series.Count; i++)
        {
            var here = Math.Sign(series[i] - Centre);
            run = here != 0 && here == side ? run + 1 : 1;
            side = here;
            if (series[i] < Low || series[i] > High || (run >= Run && side != 0)) yield return i;
        }
    }
}
