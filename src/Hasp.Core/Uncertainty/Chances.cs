using System.Numerics;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Uncertainty;

/// <summary>Counts and sums of one block of samples, for every event.</summary>
internal sealed class Tally(int count)
{
    /// <summary>Bins of the histogram, evenly from 0 to <see cref="Reach"/> times the factor at the means; the last takes all
    /// beyond.</summary>
    internal const int Bins = 60;

    internal const double Reach = 2.5;

    internal long Count { get; private set; } = count;

    private static readonly int Events = Enum.GetValues<Sampled>().Length;

    /// <summary>Joints sampled.</summary>
    internal long Joints { get; set; }

    /// <summary>Joints in which some bolt failed.</summary>
    internal long[] Some { get; } = new long[Events];

    /// <summary>Joints that slipped as a whole.</summary>
    internal long Whole { get; private set; }

    internal long[] Failed { get; } = new long[Events];

    /// <summary>Sums of the factor over the factor at the means, less 1: small numbers, so that no digit is lost.</summary>
    internal double[] Sum { get; } = new double[Events];

    internal double[] SumOfSquares { get; } = new double[Events];

    internal long[][] Histogram { get; } = [.. Enumerable.Range(0, Events).Select(_ => new long[Bins])];

    internal void TakeSome(Sampled what, Vector<double> factors, int count) => Some[(int)what] += Below(factors, count);

    internal void TakeWhole(Vector<double> factors, int count) => Whole += Below(factors, count);

    private static int Below(Vector<double> factors, int count)
    {
        var below = 0;
        for (var i = 0; i < count; i++) if (!(factors[i] >= 1)) below++;
        return below;
    }

    internal void Take(Sampled what, Vector<double> factors, int count, double centre)
    {
        var which = (int)what;
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
        Joints += other.Joints;
        Whole += other.Whole;
        for (var i = 0; i < Events; i++)
        {
            Some[i] += other.Some[i];
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

/// <summary>How often something came in so many samples.</summary>
/// <param name="Failed">Samples with a factor below 1.</param>
/// <param name="Samples">Samples in all, at least 1.</param>
public readonly record struct Rate(long Failed, long Samples)
{
    /// <summary>Share of samples that failed.</summary>
    public double Probability => (double)Failed / Samples;

    /// <summary>
    /// 95 % confidence interval of the probability, exact for a count of independent trials (Clopper and Pearson's construction):
    /// the ends are where so many failures, or more, and so many, or fewer, have a chance of 2.5 %. It covers at least what it
    /// says, however rare.
    /// </summary>
    public (double From, double To) Interval => (
        Failed == 0 ? 0 : Quantile(Tail, Failed, Samples - Failed + 1.0),
        Failed == Samples ? 1 : Quantile(1 - Tail, Failed + 1.0, Samples - Failed));

    private const double Tail = 0.025;

    /// <summary>The quantile of a beta distribution, by halving: its distribution rises, and a probability need not be finer than
    /// this.</summary>
    internal static double Quantile(double share, double a, double b)
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
}

/// <summary>A chance of the joint, beside that of one bolt.</summary>
/// <param name="What">Of what: "some bolt of 8", "the whole joint, all 8 bolts together".</param>
/// <param name="Rate">How often, of the joints that were sampled.</param>
public readonly record struct JointChance(string What, Rate Rate);

/// <summary>How often one failure came, and how its factor scatters.</summary>
/// <param name="What">The event.</param>
/// <param name="Case">Index of the load case.</param>
/// <param name="Rate">How often, of the worst loaded bolt.</param>
/// <param name="OfJoint">The same of the joint, where it has several bolts.</param>
/// <param name="AtMeans">The factor with everything at its mean.</param>
/// <param name="Mean">Mean of the factor.</param>
/// <param name="Deviation">Standard deviation of the factor.</param>
/// <param name="LinearDeviation">Standard deviation from the sensitivities alone, for small scatter.</param>
/// <param name="Histogram">Samples in even bins from 0 to <paramref name="HistogramTo"/>, the last with all beyond.</param>
/// <param name="HistogramTo">Upper end of the histogram.</param>
/// <param name="Sensitivities">Inputs that vary or matter, the largest share of scatter first.</param>
public sealed record Chance(
    Sampled What, int Case, Rate Rate, IReadOnlyList<JointChance> OfJoint, double AtMeans, double Mean, double Deviation,
    double LinearDeviation, IReadOnlyList<long> Histogram, double HistogramTo, IReadOnlyList<Sensitivity> Sensitivities)
{
    /// <summary>opening, slip, yield, shear.</summary>
    public string Name => What.ToString().ToLowerInvariant();

    /// <summary>What happens, in a word or two.</summary>
    public string Words => What switch
    {
        Sampled.Opening => "The faces part", Sampled.Slip => "The faces slip", Sampled.Yield => "The bolt yields", _ => "The bolt shears",
    };

    /// <summary>Samples with a factor below 1.</summary>
    public long Failed => Rate.Failed;

    /// <summary>Samples in all.</summary>
    public long Samples => Rate.Samples;

    /// <summary>Share of samples that failed.</summary>
    public double Probability => Rate.Probability;

    /// <summary>95 % confidence interval of the probability.</summary>
    public (double From, double To) Interval => Rate.Interval;

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

    /// <summary>Whose chance that of one bolt is, in words.</summary>
    public static string OneBolt(Joint joint) => joint.Bolts.Count == 1 ? "the bolt"
        : $"one bolt of {joint.Bolts.Count}, the worst loaded{(joint.Side.Length > 0 ? $", {joint.Side}" : "")}";

    /// <summary>What is judged and not sampled, and why.</summary>
    public required IReadOnlyList<NotSampled> NotSampled { get; init; }

    internal static Chances Of(Simulation simulation, Joint joint, Tally total, SampleFactors<Plain> nominal, long asked, ulong seed)
    {
        var failures = new List<Chance>();
        foreach (var what in simulation.Events.Where(_ => total.Count > 0))
        {
            var (i, centre) = ((int)what, nominal[what].Value);
            double n = total.Count, mean = total.Sum[i] / n;
            var deviation = Math.Sqrt(Math.Max(0, (total.SumOfSquares[i] / n) - (mean * mean)) * n / Math.Max(1, n - 1));
            var mine = SensitivitiesOf(simulation, what, centre);
            failures.Add(new Chance(
                what, simulation.Cases[what], new(total.Failed[i], total.Count), [.. JointChances(what, total, joint.Bolts.Count)], centre,
                centre * (1 + mean), Math.Abs(centre) * deviation, Math.Abs(centre) * Math.Sqrt(Variance(mine, joint.Sampling.Correlated)),
                total.Histogram[i], Tally.Reach * centre,
                [.. mine.Where(s => Math.Abs(s.PerPercent) > 1e-9).OrderByDescending(s => s.Spread)
                    .ThenByDescending(s => Math.Abs(s.PerPercent))]));
        }
        return new Chances(asked, total.Count, seed, simulation.Spreads, failures) { NotSampled = simulation.NotSampled };
    }

    private static IEnumerable<JointChance> JointChances(Sampled what, Tally total, int bolts)
    {
        if (total.Joints == 0) yield break;
        if (what == Sampled.Slip) yield return new($"the whole joint, all {bolts} bolts together", new(total.Whole, total.Joints));
        yield return new($"some bolt of {bolts}", new(total.Some[(int)what], total.Joints));
    }

    /// <summary>Of the factor over itself: what each input brings, and what pairs bring that scatter together.</summary>
    private static double Variance(IReadOnlyList<Sensitivity> all, IReadOnlyList<Correlation> together)
    {
        double Of(Uncertain what) => all.Where(s => s.What == what).Sum(s => Math.Sign(s.PerPercent) * s.Spread);
        return Math.Max(0, all.Sum(s => s.Spread * s.Spread) + together.Sum(c => 2 * c.Coefficient * Of(c.First) * Of(c.Second)));
    }

    /// <summary>Central differences of a half per cent either side, so that their sum is the change for one.</summary>
    private static List<Sensitivity> SensitivitiesOf(Simulation simulation, Sampled what, double centre) =>
    [
        .. from varied in ScatterInputs.All
           let more = simulation.Factors(varied.In(Sample<Plain>.Mean, new(1.005)))[what].Value
           let less = simulation.Factors(varied.In(Sample<Plain>.Mean, new(0.995)))[what].Value
           let change = (more - less) / centre
           select new Sensitivity(varied.What, change * 100, Math.Abs(change) * 100 * simulation.Spreads[varied.What].Deviation),
    ];
}
