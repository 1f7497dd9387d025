using System.Text.Json.Nodes;
using BenchmarkDotNet.Attributes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Bench;

/// <summary>Whole evaluations: 12 bolts with 10 load cases, and the Finder over everything there is.</summary>
[MemoryDiagnoser, GcConcurrent(false)]
public class JointBench
{
    private Joint _joint = null!;
    private string _text = "";
    private string[] _grades = [];

    [GlobalSetup]
    public void Draw()
    {
        var cases = string.Join(",", Enumerable.Range(1, 10).Select(i => $$"""{ "name": "Case {{i}}", "tension": "{{8 * i}} kN", "shear": "{{3 * i}} kN" }"""));
        _text = $$"""
            {
              "format": "hasp-joint", "version": 1, "name": "Twelve bolts",
              "bolts": { "thread": "M20", "grade": "8.8", "count": 12 }, "washers": { "head": "plain", "nut": "plain" },
              "layers": [ { "thickness": "16 mm", "material": "S355", "edgeDistance": "45 mm" }, { "thickness": "20 mm", "material": "S355", "edgeDistance": "50 mm" } ],
              "loads": [ {{cases}} ]
            }
            """;
        _joint = JointDocument.Read(_text).Joint!;
        _grades = [.. Standards.Names(Standards.Grades, g => g.Grade)];
    }

    [Benchmark(Baseline = true, Description = "by hand: tightest factor only, double")]
    public double ByHand() => HandWritten.Tightest(_joint);

    [Benchmark(Description = "tightest factor only")]
    public double Tightest() => TwoReserves.Of(Mechanics<Plain>.Of(_joint)).First.Value;

    [Benchmark(Description = "whole result")]
    public Result Whole() => Evaluation.Run(_joint);

    [Benchmark(Description = "whole result, every working opened")]
    public int Opened() => Evaluation.Run(_joint).Checks.Sum(c => c.Working.Steps.Count);

    [Benchmark(Description = "document read and evaluated")]
    public Result FromText() => Evaluation.Run(JointDocument.Read(_text).Joint!);

    [Benchmark(Description = "capacity: every check followed to its limit")]
    public int Capacity() => global::Hasp.Core.Sizing.Capacity.Of(_joint).Count;

    [Benchmark(Description = "the thickness that just holds, with its curve")]
    public int JustHolds() =>
        global::Hasp.Files.JustHolds.Of(JointDocument.Stored(_text), "layers[0].thickness", UnitSystem.Si)!.Ranges.Count;

    [Benchmark(Description = "Finder: all 144 threads × all grades × 1…24 bolts, 10 cases: the least number that holds")]
    public FinderCell[][] Everything() => Finder.Search(_joint.Said, Standards.Threads, _grades, 24);

    [Benchmark(Description = "the same, every number looked at")]
    public double EveryNumber() => Finder.Search(_joint.Said, Standards.Threads, _grades, 24).SelectMany(r => r).SelectMany(c => c.ByCount)
        .Sum(e => e.Reserve);
}

/// <summary>The same judgement written out plainly for this one joint's shape: the measure that the ratios refer to.</summary>
internal static class HandWritten
{
    internal static double Tightest(Joint j)
    {
        const double Alpha = Math.PI / 6, E = 207_000;
        double d = j.Bolts.Thread.Diameter, p = j.Bolts.Thread.Pitch, d0 = j.Hole, dw = j.Bolts.Head.BearingDiameter, tan = Math.Tan(Alpha);
        double at = Math.PI / 4 * Math.Pow(d - (0.938194 * p), 2), ad = Math.PI / 4 * d * d;
        double[] t = [j.HeadWasher!.Thickness, j.Layers[0].Thickness, j.Layers[1].Thickness, j.NutWasher!.Thickness];
        double grip = t.Sum(), middle = grip / 2, ld = Math.Min(j.Bolts.ShankLength, grip);
        double kb = ad * at * E / ((ad * (grip - ld)) + (at * ld)), compliance = 0, top = 0;
        foreach (var thickness in t)
        {
            foreach (var (from, to, nut) in new[] { (top, Math.Min(top + thickness, middle), false),
                (Math.Max(top, middle), top + thickness, true) })
            {
                if (to - from < 1e-9) continue;
                double face = dw + (2 * (nut ? grip - to : from) * tan), growth = 2 * (to - from) * tan;
                compliance += Math.Log((growth + face - d) * (face + d) / ((growth + face + d) * (face - d))) / (Math.PI * E * d * tan);
            }
            top += thickness;
        }
        double km = 1 / compliance, c = kb / (kb + km), fp = j.Bolts.Grade.Proof * at, fi = 0.75 * fp,
        scatter = j.Tightening.Method.Scatter;
        double most = (1 + scatter) * fi, least = Math.Max(0,
            ((1 - scatter) * fi) - (j.Tightening.Settling / ((1 / kb) + compliance)) - (0.05 * fi));
        double d2 = d - (0.649519 * p), d3 = d - (1.226869 * p), dm = (j.Bolts.Nut!.BearingDiameter + d0) / 2;
        double mu = Math.Max(0, ((j.Tightening.NutFactor.K * d) - (p / (2 * Math.PI))) / ((d2 / (2 * Math.Cos(Alpha))) + (dm / 2)));
        double tightest = double.PositiveInfinity, pressed = Math.Min(j.HeadWasher.OuterDiameter, dw + (2 * j.HeadWasher.Thickness * tan)),
        sy = j.Bolts.Grade.Yield;
        foreach (var load in j.Cases)
        {
            double pull = load.Tension / j.Bolts.Count, v = load.Shear / j.Bolts.Count;
            double fb = most / (1 - c) < pull ? pull : most + (c * pull);
            double qa = (c * pull * c * pull) + (3 * v * v), qb = most * c * pull, room = (sy * at * sy * at) - (most * most);
            double combined = room < 0 ? 0 : Math.Min((Math.Sqrt((qb * qb) + (qa * room)) - qb) / qa,
                sy * at / Math.Sqrt((pull * pull) + (3 * v * v)));
            tightest = Math.Min(tightest, fp / fb);
            double torsion = 16 * most * ((p / (2 * Math.PI)) + (mu * d2 / (2 * Math.Cos(Alpha)))) / (Math.PI * Math.Pow((d2 + d3) / 2, 3));
            tightest = Math.Min(tightest, sy / Math.Sqrt((fb / at * fb / at) + (0.75 * torsion * torsion)));
            tightest = Math.Min(tightest, Math.Min((fp - fi) / (c * pull), fp / pull) / 1.5);
            tightest = Math.Min(tightest, least / ((1 - c) * pull) / 1.2);
            tightest = Math.Min(tightest, j.FaceFriction * Math.Max(0, least - ((1 - c) * pull)) / v / 1.25);
            tightest = Math.Min(tightest, 0.577 * sy * at / v / 1.5);
            tightest = Math.Min(tightest, combined / 1.25);
            foreach (var layer in j.Layers)
            {
                tightest = Math.Min(tightest, Math.Min(sy, layer.Material.Yield) * d * layer.Thickness / v / 1.5);
                tightest = Math.Min(tightest,
                    0.577 * layer.Material.Yield * 2 * (layer.EdgeDistance!.Value - (d0 / 2)) * layer.Thickness / v / 2);
                tightest = Math.Min(tightest, layer.Material.BearingLimit * Math.PI / 4 * ((pressed * pressed) - (d0 * d0)) / fb);
            }
        }
        return tightest;
    }
}
