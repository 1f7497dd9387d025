using System.Numerics;
using BenchmarkDotNet.Attributes;
using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
using Hasp.Core.Stiffness;

namespace Hasp.Bench;

/// <summary>
/// A chain of the slice's formulas over a million samples of thickness, settling and load: the one generic text read as plain
/// numbers and as lanes, beside the same chain written out by hand in <c>double</c>. The thickness varies so that neither
/// side can take the logarithm out of the loop.
/// </summary>
public class FormulaBench
{
    private const int Samples = 1_000_000;
    private readonly double[] _thickness = new double[Samples];
    private readonly double[] _settling = new double[Samples];
    private readonly double[] _load = new double[Samples];
    private readonly double[] _factor = new double[Samples];

    [GlobalSetup]
    public void Fill()
    {
        var random = new Random(1);
        for (var i = 0; i < Samples; i++)
        {
            _thickness[i] = 15 + (8 * random.NextDouble());
            _settling[i] = 0.005 + (0.01 * random.NextDouble());
            _load[i] = 10_000 + (80_000 * random.NextDouble());
        }
    }

    /// <summary>Opening factor of a bolt with one frusta pair, for any reading.</summary>
    private static T Chain<T>(T thickness, T settling, T load)
        where T : struct, IReal<T>
    {
        var e = T.Const(207_000);
        var d = T.Const(16);
        var bolt = BoltStiffness.Of(T.Const(201.06), T.Const(156.67), T.Const(22), T.Const(16), e);
        var half = PressureCone.Frustum(thickness, T.Const(22.49), d, e, T.Tan(T.Const(Math.PI / 6)));
        var members = half / T.Const(2);
        var share = BoltStiffness.LoadShare(bolt, members);
        var least = Tension.Smallest(T.Const(68_150), T.Const(0.25), Tension.EmbeddingLoss(settling, bolt, members), T.Const(0.05));
        var force = JointUnderLoad.BoltForce(least, share, load);
        return JointUnderLoad.OpeningFactor(least, share, load) + JointUnderLoad.ProofFactor(T.Const(90_868), force);
    }

    [Benchmark(Baseline = true, Description = "by hand, double")]
    public double[] ByHand()
    {
        for (var i = 0; i < Samples; i++)
        {
            const double E = 207_000, D = 16, Ad = 201.06, At = 156.67, Face = 22.49, Preload = 68_150;
            var kb = Ad * At * E / ((Ad * 16) + (At * 22));
            var tan = Math.Tan(Math.PI / 6);
            var growth = 2 * _thickness[i] * tan;
            var k = Math.PI * E * D * tan / Math.Log((growth + Face - D) * (Face + D) / ((growth + Face + D) * (Face - D)));
            var km = k / 2;
            var c = kb / (kb + km);
            var loss = _settling[i] / ((1 / kb) + (1 / km));
            var least = Math.Max(0, ((1 - 0.25) * Preload) - loss - (0.05 * Preload));
            var p = _load[i];
            var force = least / (1 - c) < p ? p : least + (c * p);
            _factor[i] = (least / ((1 - c) * p)) + (90_868 / force);
        }
        return _factor;
    }

    [Benchmark(Description = "one text, plain")]
    public double[] AsPlain()
    {
        for (var i = 0; i < Samples; i++) _factor[i] = Chain(new Plain(_thickness[i]), new Plain(_settling[i]), new Plain(_load[i])).Value;
        return _factor;
    }

    [Benchmark(Description = "one text, lanes")]
    public double[] AsLanes()
    {
        for (var i = 0; i < Samples; i += Lanes.Count)
        {
            Chain(new Lanes(new Vector<double>(_thickness, i)), new Lanes(new Vector<double>(_settling, i)),
                new Lanes(new Vector<double>(_load, i))).Values.CopyTo(_factor, i);
        }
        return _factor;
    }
}
