using BenchmarkDotNet.Attributes;
using Hasp.Core.LoadPath;

namespace Hasp.Bench;

/// <summary>A hundred thousand load cases of six components on sixty bolts, beside a plain loop written out by hand.</summary>
[MemoryDiagnoser]
public class EnvelopeBench
{
    private BoltGroup _group = null!;
    private Resultant[] _cases = [];
    private Resultant[] _front = [];

    [GlobalSetup]
    public void Draw()
    {
        var random = new Random(1);
        Components Any(double scale) => new(scale * (random.NextDouble() - 0.5), scale * (random.NextDouble() - 0.5),
            scale * (random.NextDouble() - 0.5));
        _group = new BoltGroup([.. Enumerable.Range(0, 60).Select(i => new PlanBolt(70 * (i % 10), 80 * (i / 10)))]);
        // Every one pulls more and shears less than the one before: none surpasses another.
        _front = [.. Enumerable.Range(1, 100_000).Select(i => i * Math.PI / 2 / 100_001)
            .Select(a => new Resultant(new(1e5 * Math.Cos(a), 0, 1e5 * Math.Sin(a)), new(0, 0, 0)))];
        _cases = [.. Enumerable.Range(0, 100_000).Select(_ => new Resultant(Any(1e5), Any(1e7)))];
    }

    [Benchmark(Baseline = true, Description = "by hand: plain loop on one processor")]
    public double ByHand()
    {
        var g = _group;
        var n = g.Bolts.Length;
        var (tension, shear) = (new double[n], new double[n]);
        var determinant = (g.SumX2 * g.SumY2) - (g.SumXY * g.SumXY);
        foreach (var load in _cases)
        {
            double mx = load.Moment.X - (g.CentroidY * load.Force.Z), my = load.Moment.Y + (g.CentroidX * load.Force.Z);
            var mz = load.Moment.Z - (g.CentroidX * load.Force.Y) + (g.CentroidY * load.Force.X);
            double b = -((my * g.SumY2) + (mx * g.SumXY)) / determinant, c = ((mx * g.SumX2) + (my * g.SumXY)) / determinant;
            for (var i = 0; i < n; i++)
            {
                double x = g.Bolts[i].X - g.CentroidX, y = g.Bolts[i].Y - g.CentroidY;
                tension[i] = Math.Max(tension[i], (load.Force.Z / n) + (b * x) + (c * y));
                double vx = (load.Force.X / n) - (mz * y / g.Polar), vy = (load.Force.Y / n) + (mz * x / g.Polar);
                shear[i] = Math.Max(shear[i], Math.Sqrt((vx * vx) + (vy * vy)));
            }
        }
        return tension.Max() + shear.Max();
    }

    [Benchmark(Description = "envelope: lanes on all processors, with the case of every extreme")]
    public BoltExtremes[] Envelope() => LoadEnvelope.Of(BoltPattern.Of(_group), _cases);

    [Benchmark(Description = "envelope about compression lines, one case at a time")]
    public BoltExtremes[] Pivots() => LoadEnvelope.Of(BoltPattern.Of(_group, TensionSchool.Pivot), _cases);

    [Benchmark(Description = "the cases that can govern, every one of them on the front")]
    public int[] AllGovern() => LoadEnvelope.Governing(BoltPattern.Of(_group), _front);

    [Benchmark(Description = "the cases that can govern")]
    public int[] Governing() => LoadEnvelope.Governing(BoltPattern.Of(_group), _cases);
}
