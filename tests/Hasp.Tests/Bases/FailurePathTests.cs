using CsCheck;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Joints;

namespace Hasp.Tests.Bases;

/// <summary>The search for failure paths against every path there is, on small patterns; and what it rests on.</summary>
public sealed class FailurePathTests
{
    private const double Hole = 22;

    /// <summary>Bolts at places of a lattice with some left out: straight, staggered and ragged patterns.</summary>
    private static readonly Gen<Joint> Patterns =
        from places in Gen.Int[0, 24].Array[2, 6]
        from shift in Gen.Bool
        let points = places.Distinct().Select(p => (X: (p % 5 * 70.0) + (shift && p / 5 % 2 == 1 ? 35 : 0), Y: p / 5 * 60.0)).ToArray()
        where points.Length >= 2
        select Samples.Read(Document(points));

    private static System.Text.Json.Nodes.JsonObject Document((double X, double Y)[] points)
    {
        var document = new Lap { Hole = DocumentText.Mm(Hole) }.Document;
        document["pattern"] = System.Text.Json.Nodes.JsonNode.Parse("""{ "kind": "points", "points": [] }""");
        foreach (var (x, y) in points)
        {
            ((System.Text.Json.Nodes.JsonArray)document["pattern"]!["points"]!).Add(System.Text.Json.Nodes.JsonNode.Parse($$"""{ "x": "{{DocumentText.Mm(x)}}", "y": "{{DocumentText.Mm(y)}}" }"""));
        }
        return document;
    }

    private static PathStrength Per(double pulled, double sheared) => new(pulled, 0, sheared, 0);

    [Fact]
    public void The_search_finds_what_every_path_finds()
    {
        var compared = 0;
        Gen.Select(Patterns, Gen.Double[0.2, 3], Gen.Double[0.2, 3], Gen.Int[0, 3], Gen.Double[-1, 2].Array[6], Gen.Bool)
            .Sample((joint, pulled, sheared, direction, drawn, alike) =>
        {
            var plan = joint.Plans.Parts[0]!;
            var forces = Enumerable.Range(0, plan.Bolts.Length).Select(i => alike ? 1 : drawn[i]).ToArray();
            var paths = plan.Paths(direction, Hole, Hole);
            var all = new Every(plan, direction).Paths().ToList();
            foreach (var section in new[] { true, false })
            {
                var found = paths.Weakest(section, Per(pulled, sheared), forces, double.PositiveInfinity);
                var least = all.Where(p => (p.Start < 0 && p.Finish < 0) == section && p.Taken.Sum(b => forces[b]) > 1e-9)
                    .Select(p => ((pulled * p.Pulled) + (sheared * p.Sheared)) / p.Taken.Sum(b => forces[b]))
                        .DefaultIfEmpty(double.PositiveInfinity).Min();
                // A load that is nothing but rounding gives a ratio without end.
                if (found is null || found.Load(forces) < 1e-6)
                {
                    Assert.True(double.IsInfinity(least) || least > 1e5, $"{least} was not found");
                    continue;
                }
                Assert.Equal(least, found.Strength(Per(pulled, sheared)) / found.Load(forces), 1e-6 * least);
                // What is known already to be as weak is not found again.
                Assert.Null(paths.Weakest(section, Per(pulled, sheared), forces, least * (1 - 1e-6)));
                // And what is known to be a little stronger hides nothing.
                Assert.NotNull(paths.Weakest(section, Per(pulled, sheared), forces, least * (1 + 1e-3)));
                Interlocked.Increment(ref compared);
            }
        }, iter: 400);
        Assert.True(compared > 500, $"only {compared} were compared");
    }

    /// <summary>Two corners torn out together are never weaker than the weaker of the two: why they are not looked at.</summary>
    [Fact]
    public void Two_corners_together_are_never_weaker_than_one()
    {
        var compared = 0;
        Gen.Select(Patterns, Gen.Double[0.2, 3], Gen.Double[0.2, 3]).Sample((joint, pulled, sheared) =>
        {
            var plan = joint.Plans.Parts[0]!;
            var corners = new Every(plan, 0).Paths().Where(p => p.Start < 0 != p.Finish < 0).ToList();
            double Strength((int, int, double Pulled, double Sheared, int[]) p) => (pulled * p.Pulled) + (sheared * p.Sheared);
            var weakest = plan.Paths(0, Hole, Hole).Weakest(false, Per(pulled, sheared), Enumerable.Repeat(1.0, plan.Bolts.Length)
                .ToArray(), double.PositiveInfinity)!;
            var least = weakest.Strength(Per(pulled, sheared)) / weakest.Taken.Length;
            foreach (var low in corners.Where(p => p.Start < 0))
            {
                foreach (var high in corners.Where(p => p.Finish < 0 && !p.Taken.Intersect(low.Taken).Any()))
                {
                    Assert.True((Strength(low) + Strength(high)) / (low.Taken.Length + high.Taken.Length) >= least - 1e-9);
                    Interlocked.Increment(ref compared);
                }
            }
        }, iter: 150);
        Assert.True(compared > 200, $"only {compared} pairs were compared");
    }

    [Fact]
    public void A_staggered_section_gives_back_what_its_slant_is_longer()
    {
        // Three bolts: two in one row, 120 apart, one between them 40 ahead: through all three, twice s²/(4g).
        var joint = Samples.Read(Document([(0, 0), (0, 120), (40, 60)]));
        var through = joint.Plans.Parts[0]!.Paths(1, Hole, Hole).Weakest(true, Per(1, 0), [1, 1, 1], double.PositiveInfinity)!;
        Assert.Equal(3, through.Through.Length);
        Assert.Equal(120 + (2 * 35) - (3 * Hole) + (2 * 40.0 * 40 / (4 * 60)), through.NetPulled, 1e-9);
        Assert.Equal(3, through.Taken.Length);
    }

    /// <summary>Every sequence of bolts from line to line, with every choice of ends: the plainest way to say what a failure path is.</summary>
    private sealed class Every(PartPlan plan, int direction)
    {
        private readonly double[] _a = [.. plan.Bolts.Select(b => Along(b.X, b.Y, direction))];
        private readonly double[] _b = [.. plan.Bolts.Select(b => Along(b.X, b.Y, direction < 2 ? 2 : 0))];

        private static double Along(double x, double y, int d) => d switch { 0 => x, 1 => -x, 2 => y, _ => -y };

        internal IEnumerable<(int Start, int Finish, double Pulled, double Sheared, int[] Taken)> Paths()
        {
            foreach (var path in Chains([]))
            {
                foreach (var fromSide in new[] { true, false })
                {
                    foreach (var toSide in new[] { true, false })
                    {
                        if (!fromSide && !toSide && path.Count == 1) continue;
                        yield return Measured(path, fromSide, toSide);
                    }
                }
            }
        }

        private IEnumerable<List<int>> Chains(List<int> soFar)
        {
            if (soFar.Count > 0) yield return [.. soFar];
            for (var next = 0; next < _a.Length; next++)
            {
                if (soFar.Count > 0 && _b[next] < _b[soFar[^1]] + 1) continue;
                soFar.Add(next);
                foreach (var chain in Chains(soFar)) yield return chain;
                soFar.RemoveAt(soFar.Count - 1);
            }
        }

        private (int, int, double, double, int[]) Measured(List<int> path, bool fromSide, bool toSide)
        {
            var (left, right) = (PartPlan.Unit(direction < 2 ? 2 : 0), PartPlan.Unit(direction < 2 ? 3 : 1));
            var pulled = 0.0;
            for (var i = 1; i < path.Count; i++)
            {
                var (g, s) = (_b[path[i]] - _b[path[i - 1]], _a[path[i]] - _a[path[i - 1]]);
                pulled += g - Hole + (s * s / (4 * g));
            }
            if (fromSide) pulled += plan.Ray(path[0], right) - (Hole / 2);
            if (toSide) pulled += plan.Ray(path[^1], left) - (Hole / 2);
            var sheared = 0.0;
            foreach (var end in (int[])[.. fromSide ? Array.Empty<int>() : [path[0]], .. toSide ? Array.Empty<int>() : [path[^1]]])
            {
                var inLine = Enumerable.Range(0, _a.Length).Count(j => Math.Abs(_b[j] - _b[end]) < 1 && _a[j] >= _a[end] - 1e-6);
                sheared += plan.Ray(end, PartPlan.Unit(direction)) - ((inLine - 0.5) * Hole);
            }
            var taken = Enumerable.Range(0, _a.Length).Where(j => IsTaken(j, path, fromSide, toSide)).ToArray();
            return (fromSide ? -1 : path[0], toSide ? -1 : path[^1], Math.Max(0, pulled), Math.Max(0, sheared), taken);
        }

        private bool IsTaken(int bolt, List<int> path, bool fromSide, bool toSide)
        {
            var (b, first, last) = (_b[bolt], _b[path[0]], _b[path[^1]]);
            if (b < first - 1) return fromSide && _a[bolt] >= _a[path[0]] - 1e-6;
            if (b > last + 1) return toSide && _a[bolt] >= _a[path[^1]] - 1e-6;
            for (var i = 0; i < path.Count; i++)
            {
                if (Math.Abs(b - _b[path[i]]) < 1) return _a[bolt] >= _a[path[i]] - 1e-6;
                if (i + 1 < path.Count && b > _b[path[i]] && b < _b[path[i + 1]])
                {
                    var share = (b - _b[path[i]]) / (_b[path[i + 1]] - _b[path[i]]);
                    return _a[bolt] >= _a[path[i]] + (share * (_a[path[i + 1]] - _a[path[i]])) - 1e-6;
                }
            }
            return false;
        }
    }
}
