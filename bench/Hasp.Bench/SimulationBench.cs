using BenchmarkDotNet.Attributes;
using Hasp.Core;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Uncertainty;
using Hasp.Files;

namespace Hasp.Bench;

/// <summary>A million samples of opening, slip and yield, beside the same work written out by hand as a plain scalar loop.</summary>
public class SimulationBench
{
    private const int Samples = 1_000_000;
    private Joint _joint = null!;
    private Simulation _simulation = null!;

    [GlobalSetup]
    public void Draw()
    {
        _joint = JointDocument.Read("""
            {
              "format": "hasp-joint", "version": 1, "name": "Sampled",
              "bolts": { "thread": "M16", "grade": "8.8", "count": 4 },
              "layers": [ { "thickness": "12 mm", "material": "S355" }, { "thickness": "20 mm", "material": "S355" } ],
              "loads": [ { "tension": "72 kN", "shear": "24 kN" } ], "tightening": { "lubrication": "lubricated" }, "faceFriction": 0.3
            }
            """).Joint!;
        _simulation = new Simulation(_joint);
    }

    [Benchmark(Baseline = true, Description = "by hand: scalar loop on one processor")]
    public long ByHand() => ScalarLoop(_joint, _simulation.Spreads, Samples);

    [Benchmark(Description = "by hand: scalar loop on all processors")]
    public long ByHandParallel()
    {
        var parts = Environment.ProcessorCount;
        var failed = 0L;
        Parallel.For(0, parts, _ => Interlocked.Add(ref failed, ScalarLoop(_joint, _simulation.Spreads, Samples / parts)));
        return failed;
    }

    [Benchmark(Description = "simulation: lanes on all processors, histograms and sensitivities too")]
    public Chances Lanes() => _simulation.Run(Samples, 1);

    private static long ScalarLoop(Joint j, Spreads spreads, int samples)
    {
        var m = Mechanics<Plain>.Of(j);
        var random = new Random(1);
        double Bell(Uncertain what)
        {
            var share = spreads[what].Share;
            return Math.Max(
                1e-3, 1 + (share * Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble())));
        }
        double d = m.Thread.Diameter.Value, p = m.Thread.Pitch.Value, d2 = m.Thread.PitchDiameter.Value, d3 = m.Thread.RootDiameter.Value;
        double at = m.Thread.StressArea.Value, ad = m.Thread.ShankArea.Value, dm = m.MeanBearingDiameter.Value,
        e = j.Bolts.Grade.ElasticModulus;
        double torque = m.Torque.Value, k0 = m.NutFactor.Value, sy = j.Bolts.Grade.Yield, pull = j.Cases[0].Tension / j.Bolts.Count,
        across = j.Cases[0].Shear / j.Bolts.Count;
        double dw = j.Bolts.Head.BearingDiameter, tan = Math.Tan(j.Judging.ConeHalfAngle), c30 = 2 * Math.Cos(Math.PI / 6),
        dt = Math.Pow((d2 + d3) / 2, 3);
        var cones = m.Stack.Cones;
        var failed = 0L;
        double sum = 0, squares = 0;
        for (var i = 0; i < samples; i++)
        {
            double g = Bell(Uncertain.Grip), load = Bell(Uncertain.Load), k = k0 * Bell(Uncertain.NutFactor);
            var kb = ad * at * e / ((ad * m.Stack.ThreadInGrip * g) + (at * m.Stack.ShankInGrip * g));
            var compliance = 0.0;
            for (var s = 0; s < cones.Count; s++)
            {
                double face = dw + (2 * cones[s].Depth * g * tan), growth = 2 * cones[s].Thickness * g * tan;
                compliance += Math.Log((growth + face - d) * (face + d) / ((growth + face + d) * (face - d))) / (Math.PI * cones[s]
                    .Modulus * d * tan);
            }
            var c = kb / (kb + (1 / compliance));
            var fi = torque * Bell(Uncertain.Tool) / (k * d);
            var mu = Math.Max(0, ((k * d) - (p / (2 * Math.PI))) / ((d2 / c30) + (dm / 2)));
            var least = Math.Max(0, fi - (j.Tightening.Settling * Bell(Uncertain.Settling) / ((1 / kb)
                + compliance)) - (j.Tightening.Relaxation * fi));
            var force = fi / (1 - c) < pull * load ? pull * load : fi + (c * pull * load);
            var torsion = 16 * fi * ((p / (2 * Math.PI)) + (mu * d2 / c30)) / (Math.PI * dt);
            var opening = least / ((1 - c) * pull * load);
            var slip = j.FaceFriction * Bell(Uncertain.FaceFriction) * Math.Max(0, least - ((1 - c) * pull * load)) / (across * load);
            var yield = sy * Bell(Uncertain.Strength) / Math.Sqrt((force / at * force / at) + (0.75 * torsion * torsion));
            if (opening < 1) failed++;
            if (slip < 1) failed++;
            if (yield < 1) failed++;
            sum += opening + slip + yield;
            squares += (opening * opening) + (slip * slip) + (yield * yield);
        }
        return failed + (sum + squares > 0 ? 0 : 1);
    }
}
