using System.Numerics;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Uncertainty;

/// <summary>Counts and sums of one block of samples, for the three failures.</summary>
internal sealed class Tally(int count)
{
    /// <summary>Bins of the histogram, evenly from 0 to <see cref="Reach"/> times the factor at the means; the last takes all beyond.</summary>
    internal const int Bins = 60;

    internal const double Reach = 2.5;

    internal long Count { get; private set; } = count;

    internal long[] Failed { get; } = new long[3];

    /// <summary>Sums of the factor over the factor at the means, less 1: small numbers, so that no digit is lost.</summary>
    internal double[] Sum { get; } = new double[3];

    internal double[] SumOfSquares { get; } = new double[3];

    internal long[][] Histogram { get; } = [new long[Bins], new long[Bins], new long[Bins]];

    internal void Take(int which, Vector<double> factors, int count, double centre)
    {
        var bins = Histogram[which];
        for (var i = 0; i < count; i++)
        {
            var factor = factors[i];
            if (!(factor >= 1)) Failed[which]++;
            var off = (factor / centre) - 1;
            Sum[which] += off;
            SumOfSquares[which] += off * off;
            bins[(int)Math.Clamp((off + 1) * (Bins / Reach), 0, Bins - 1)]++;
        }
    }

    internal void Add(Tally other)
    {
        Count += other.Count;
        for (var i = 0; i < 3; i++)
        {
            Failed[i] += other.Failed[i];
            Sum[i] += other.Sum[i];
            SumOfSquares[i] += other.SumOfSquares[i];
            for (var b = 0; b < Bins; b++) Histogram[i][b] += other.Histogram[i][b];
        }
    }
}

/// <summary>What one input does to one factor.</summary>
/// <param name="What">The input.</param>
/// <param name="PerPercent">Change of the factor in per cent for 1 % more of the input.</param>
/// <param name="Spread">Its own share of the factor's scatter, as a standard deviation over the factor: sensitivity times scatter.</param>
public readonly record struct Sensitivity(Uncertain What, double PerPercent, double Spread);

/// <summary>How often one failure came, and how its factor scatters.</summary>
/// <param name="Name">opening, slip, yield.</param>
/// <param name="Case">Index of the load case.</param>
/// <param name="Failed">Samples with a factor below 1.</param>
/// <param name="Samples">Samples in all.</param>
/// <param name="AtMeans">The factor with everything at its mean.</param>
/// <param name="Mean">Mean of the factor.</param>
/// <param name="Deviation">Standard deviation of the factor.</param>
/// <param name="LinearDeviation">Standard deviation from the sensitivities alone, for small scatter.</param>
/// <param name="Histogram">Samples in even bins from 0 to <paramref name="HistogramTo"/>, the last with all beyond.</param>
/// <param name="HistogramTo">Upper end of the histogram.</param>
/// <param name="Sensitivities">Inputs that vary or matter, the largest share of scatter first.</param>
public sealed record Chance(
    string Name, int Case, long Failed, long Samples, double AtMeans, double Mean, double Deviation, double LinearDeviation,
    IReadOnlyList<long> Histogram, double HistogramTo, IReadOnlyList<Sensitivity> Sensitivities)
{
    /// <summary>Share of samples that failed.</summary>
    public double Probability => (double)Failed / Samples;

    /// <summary>
    /// 95 % confidence interval of the probability, exact for a count of independent trials (Clopper and Pearson's construction): the ends are
    /// where so many failures, or more, and so many, or fewer, have a chance of 2.5 %. It covers at least what it says, however rare.
    /// </summary>
    public (double From, double To) Interval => _interval ??= (
        Failed == 0 ? 0 : Quantile(Tail, Failed, Samples - Failed + 1.0),
        Failed == Samples ? 1 : Quantile(1 - Tail, Failed + 1.0, Samples - Failed));

    private (double, double)? _interval;

    private const double Tail = 0.025;

    /// <summary>The quantile of a beta distribution, by halving: its distribution rises, and a probability need not be finer than this.</summary>
    private static double Quantile(double share, double a, double b)
    {
        var (low, high) = (0.0, 1.0);
        // About the mean first, so that small probabilities keep their figures.
        for (var i = 0; i < 200 && high - low > 1e-10 * high; i++)
        {
            var middle = low > 0 ? Math.Sqrt(low * high) : high / 16 > a / (a + b) / 64 ? high / 16 : (low + high) / 2;
            if (MathNet.Numerics.SpecialFunctions.BetaRegularized(a, b, middle) < share) low = middle;
            else high = middle;
        }
        return (low + high) / 2;
    }

    /// <summary>95 % confidence interval of the standard deviation, for a factor that scatters about like a bell.</summary>
    public (double From, double To) DeviationInterval =>
        (Deviation * (1 - (1.96 / Math.Sqrt(2.0 * Samples))), Deviation * (1 + (1.96 / Math.Sqrt(2.0 * Samples))));
}

/// <summary>The outcome of a run.</summary>
/// <param name="Asked">Samples asked for.</param>
/// <param name="Samples">Samples done; fewer where the run was stopped.</param>
/// <param name="Seed">Seed.</param>
/// <param name="Spreads">What varied.</param>
/// <param name="Failures">One a failure that this joint can have.</param>
public sealed record Chances(long Asked, long Samples, ulong Seed, Spreads Spreads, IReadOnlyList<Chance> Failures)
{
    /// <summary>True where the run was stopped before its end.</summary>
    public bool Stopped => Samples < Asked;

    internal static Chances Of(Simulation simulation, Joint joint, Tally total, double[] centre, long asked, ulong seed)
    {
        string[] names = ["opening", "slip", "yield"];
        int[] cases = [simulation.OpeningCase, simulation.SlipCase, simulation.YieldCase];
        var sensitivities = SensitivitiesOf(simulation);
        var failures = new List<Chance>();
        for (var i = 0; i < 3; i++)
        {
            if (cases[i] < 0 || total.Count == 0) continue;
            double n = total.Count, mean = total.Sum[i] / n;
            var deviation = Math.Sqrt(Math.Max(0, (total.SumOfSquares[i] / n) - (mean * mean)) * n / Math.Max(1, n - 1));
            var mine = sensitivities[i];
            failures.Add(new Chance(
                names[i], cases[i], total.Failed[i], total.Count, centre[i], centre[i] * (1 + mean), Math.Abs(centre[i]) * deviation,
                Math.Abs(centre[i]) * Math.Sqrt(mine.Sum(s => s.Spread * s.Spread)),
                total.Histogram[i], Tally.Reach * centre[i],
                [.. mine.Where(s => Math.Abs(s.PerPercent) > 1e-9).OrderByDescending(s => s.Spread)
                    .ThenByDescending(s => Math.Abs(s.PerPercent))]));
        }
        return new Chances(asked, total.Count, seed, simulation.Spreads, failures);
    }

    /// <summary>Central differences of a half per cent either side, so that their sum is the change for one.</summary>
    private static List<Sensitivity>[] SensitivitiesOf(Simulation simulation)
    {
        var at = simulation.Factors(Sample<Plain>.Mean);
        List<Sensitivity>[] all = [[], [], []];
        foreach (var varied in ScatterInputs.All)
        {
            var more = simulation.Factors(varied.In(Sample<Plain>.Mean, new(1.005)));
            var less = simulation.Factors(varied.In(Sample<Plain>.Mean, new(0.995)));
            double[] change = [(more.Opening.Value - less.Opening.Value) / at.Opening.Value,
                (more.Slip.Value - less.Slip.Value) / at.Slip.Value, (more.Yield.Value - less.Yield.Value) / at.Yield.Value];
            for (var i = 0; i < 3; i++) all[i].Add(new Sensitivity(varied.What, change[i] * 100,
                Math.Abs(change[i]) * 100 * simulation.Spreads[varied.What].Deviation));
        }
        return all;
    }
}
