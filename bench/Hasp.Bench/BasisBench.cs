using BenchmarkDotNet.Attributes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Bench;

/// <summary>The Finder by each basis beside the machine basis, and many cases judged in full beside a plain loop that judges them one joint a case.</summary>
public class BasisBench
{
    private Joint _concentric = null!;
    private Joint _eccentric = null!;
    private Joint _forty = null!;
    private ScrewThread[] _threads = [];
    private string[] _grades = [];
    private LoadCase[] _cases = [];

    [Params("machine", "eurocode", "aisc-lrfd", "is800", "margins")]
    public string Basis { get; set; } = "";

    [GlobalSetup]
    public void Draw()
    {
        _concentric = Lap(2, 3, "");
        _eccentric = Lap(2, 3, """, "mz": "9 kN·m" """);
        _forty = Lap(5, 8, "");
        _threads = [.. Standards.Threads.Where(t => t.Series == "metric coarse" && t.Diameter is >= 8 and <= 39)];
        _grades = [.. Finder.GradesFor(_concentric.Said, _threads)];
        var random = new Random(1);
        double Within(double most) => ((2 * random.NextDouble()) - 1) * most;
        _cases = [.. Enumerable.Range(0, 10_000)
            .Select(i => new LoadCase($"{i}", new Resultant(new(Within(9e5), Within(9e5), Within(5e5)),
            new(Within(3e7), Within(3e7), Within(3e7))), null))];
    }

    private Joint Lap(int rows, int columns, string moment) => JointDocument.Read($$"""
        {
          "format": "hasp-joint", "version": 1, "name": "Lap", "bolts": { "thread": "M20", "grade": "8.8" },
          "layers": [
            { "name": "Plate", "thickness": "16 mm", "material": "S275", "edgeDistance": "60 mm", "sideDistance": "60 mm", "side": "left" },
            { "name": "Strap", "thickness": "16 mm", "material": "S275", "edgeDistance": "60 mm", "sideDistance": "60 mm", "side": "right" }
          ],
          "pattern": { "kind": "grid", "rows": {{rows}}, "columns": {{columns}} },
          "loads": [ { "name": "Full", "fx": "300 kN", "fz": "60 kN"{{moment}} } ],
          "judging": { "basis": "{{Basis}}" }
        }
        """).Joint!;

    [Benchmark(Description = "Finder: metric coarse, its grades, 1…24 bolts, concentric")]
    public FinderCell[][] Concentric() => Finder.Search(_concentric.Said, _threads, _grades, 24);

    [Benchmark(Description = "the same, eccentric")]
    public FinderCell[][] Eccentric() => Finder.Search(_eccentric.Said, _threads, _grades, 24);

    [Benchmark(Description = "10 000 cases × 40 bolts, every check")]
    public CaseSweep Swept() => CaseSweep.Of(_forty, _cases);

    [Benchmark(Description = "the same, a plain loop: a joint a case, 200 of the cases")]
    public double Plainly()
    {
        var least = double.PositiveInfinity;
        foreach (var load in _cases.AsSpan(0, 200)) least = Math.Min(least, TwoReserves.Of(Mechanics<Plain>.Of(_forty.WithCase(load)))
            .Load.Value);
        return least;
    }
}
