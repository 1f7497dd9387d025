using System.Collections.Concurrent;
using System.Numerics;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using MathNet.Numerics.Distributions;

namespace Hasp.Core.Uncertainty;

/// <summary>Makes samples: bells drawn by counting, mixed by the correlations, each shaped as its quantity scatters.</summary>
internal sealed class SampleMaker
{
    private static readonly int Quantities = ScatterInputs.All.Length;
    private readonly Spreads _spreads;
    private readonly double[,] _mix;
    private readonly bool[] _mixed;

    internal SampleMaker(Spreads spreads, IReadOnlyList<Correlation> together)
    {
        _spreads = spreads;
        _mix = CorrelationText.Factor(together)!;
        _mixed = [.. ScatterInputs.All.Select(u => together.Any(c => c.First == u.What || c.Second == u.What))];
    }

    /// <summary>One sample a lane of one bolt of a joint.</summary>
    /// <param name="seed">Seed of the run.</param>
    /// <param name="numbers">Number of the sample in each lane.</param>
    /// <param name="own">Room for twice the bells, and one pair: kept from the first bolt of a joint to its others.</param>
    /// <param name="bolt">Which bolt; what is the joint's stays as it was drawn for the first.</param>
    internal Sample<Lanes> Draw(ulong seed, Vector<ulong> numbers, Span<Vector<double>> own, int bolt)
    {
        var stream = Draws.Stream(seed, bolt);
        var bell = own[..(Quantities + 1)];
        var even = own[(Quantities + 1)..];
        for (var i = 0; i < bell.Length; i += 2)
        {
            var (u, v) = (Draws.Uniform(stream, numbers, i), Draws.Uniform(stream, numbers, i + 1));
            var (first, second) = Draws.Normals(u, v);
            Keep(i, first, u, bell, even);
            Keep(i + 1, second, v, bell, even);
        }
        return new(
            Of(0, bell, even), Of(1, bell, even), Of(2, bell, even), Of(3, bell, even), Of(4, bell, even), Of(5, bell, even),
            Of(6, bell, even), Of(7, bell, even), Of(8, bell, even));

        void Keep(int i, Vector<double> normal, Vector<double> uniform, Span<Vector<double>> bell, Span<Vector<double>> even)
        {
            if (bolt > 0 && i < Quantities && ScatterInputs.All[i].OfTheJoint) return;
            (bell[i], even[i]) = (normal, uniform);
        }
    }

    private Lanes Of(int i, Span<Vector<double>> bell, Span<Vector<double>> even)
    {
        var spread = _spreads.Items[i];
        var share = new Vector<double>(spread.Share);
        if (spread.Share == 0) return new(Vector<double>.One);
        var z = _mixed[i] ? Mixed(i, bell) : bell[i];
        var two = new Vector<double>(2);
        switch (spread.Distribution)
        {
            case Distribution.Uniform:
                return new(Vector<double>.One + (share * ((Even(i, z, even) * two) - Vector<double>.One)));
            case Distribution.Triangular:
                var u = Even(i, z, even);
                var rising = Vector.SquareRoot(two * u) - Vector<double>.One;
                var falling = Vector<double>.One - Vector.SquareRoot(two * (Vector<double>.One - u));
                return new(Vector<double>.One + (share * Vector.ConditionalSelect(
                    Vector.LessThan(u, new Vector<double>(0.5)), rising, falling)));
            case Distribution.Lognormal:
                var sigma = Math.Sqrt(Math.Log(1 + (spread.Share * spread.Share)));
                return new(Vector.Exp((z * new Vector<double>(sigma)) - new Vector<double>(sigma * sigma / 2)));
            case Distribution.Predicted:
                return new(Held(Vector<double>.One + (share * Prediction.Of(spread.Freedom).At(z))));
            default:
                return new(Held(Vector<double>.One + (z * share)));
        }
    }

    /// <summary>Friction, strength and length are well above nothing: a draw further down is held at a tenth of the mean.</summary>
    private static Vector<double> Held(Vector<double> x) => Vector.Max(new Vector<double>(0.1), x);

    private Vector<double> Even(int i, Vector<double> z, Span<Vector<double>> even) => _mixed[i] ? Draws.Below(z) : even[i];

    private Vector<double> Mixed(int i, Span<Vector<double>> bell)
    {
        var sum = Vector<double>.Zero;
        for (var k = 0; k <= i; k++) sum += bell[k] * new Vector<double>(_mix[i, k]);
        return sum;
    }
}

/// <summary>The t that has the same share below it as a bell's z, by a table between whose rows it is straight.</summary>
internal sealed class Prediction
{
    private const double Reach = 6, Step = 0.01;
    private static readonly ConcurrentDictionary<int, Prediction> Kept = [];
    private readonly double[] _t;

    private Prediction(int freedom) =>
        _t = [.. Enumerable.Range(0, (int)Math.Round(Reach / Step) + 2).Select(i => Beyond(freedom, 2 * Normal.CDF(0, 1, -i * Step)))];

    /// <summary>The t beyond which, on both sides together, this share lies: ν/(ν + t²) is spread by a beta distribution.</summary>
    private static double Beyond(int freedom, double share)
    {
        if (share >= 1) return 0;
        var x = Rate.Quantile(share, freedom / 2.0, 0.5);
        return Math.Sqrt(freedom * (1 - x) / x);
    }

    internal static Prediction Of(int freedom) => Kept.GetOrAdd(freedom, f => new(f));

    internal Vector<double> At(Vector<double> z)
    {
        Span<double> t = stackalloc double[Vector<double>.Count];
        for (var i = 0; i < t.Length; i++)
        {
            var at = Math.Min(Math.Abs(z[i]), Reach) / Step;
            var row = (int)at;
            t[i] = Math.CopySign(_t[row] + ((at - row) * (_t[row + 1] - _t[row])), z[i]);
        }
        return new(t);
    }
}
