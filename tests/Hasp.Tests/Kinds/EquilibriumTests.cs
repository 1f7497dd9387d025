using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Kinds.BasePlates;
using Hasp.Core.Kinds.Covers;
using Hasp.Core.LoadPath;

namespace Hasp.Tests.Kinds;

/// <summary>What a kind brings to its bolts and parts sums to what was applied, over random loads.</summary>
public sealed class EquilibriumTests
{
    private static Joint With(Joint joint, Components force, Components moment, params ReadOnlySpan<Change> changes)
    {
        var said = joint.Said.With(changes);
        var load = new Values("loads[0]", [], [], []).With(
            Fields.CaseName.To("Random"), Fields.CaseFx.To(force.X), Fields.CaseFy.To(force.Y), Fields.CaseFz.To(force.Z),
            Fields.CaseMx.To(moment.X), Fields.CaseMy.To(moment.Y), Fields.CaseMz.To(moment.Z));
        var faults = new List<Fault>();
        var made = JointRules.JointOf(said.With(Fields.Loads, [load]), faults);
        Assert.True(made is not null, string.Join("; ", faults.Select(f => $"{f.Path}: {f.Problem}")));
        return made;
    }

    private static double Between(Random r, double low, double high) => low + ((high - low) * r.NextDouble());

    [Fact]
    public void The_stress_block_of_a_foot_balances_every_load_with_bolts_that_only_pull_and_concrete_that_only_presses()
    {
        var random = new Random(11);
        var (kept, biaxial, lifted) = (0, 0, 0);
        for (var i = 0; i < 2_000; i++)
        {
            var (b, h) = (Between(random, 200, 600), Between(random, 200, 600));
            PlanPoint[] bolts = [.. from x in new[] { -1, 1 } from y in new[] { -1, 1 } select new PlanPoint(x * 0.4 * b, y * 0.42 * h)];
            var (n, mx, my) = (Between(random, -8e5, 2e5), Between(random, -6e7, 6e7), random.Next(2) == 0 ? 0
                : Between(random, -3e7, 3e7));
            if (CrackedSection.Solve(b, h, bolts, 7 * Between(random, 100, 900), n, mx, my) is not { } found) continue;
            kept++;
            if (my != 0) biaxial++;
            if (found.Tensions.Any(t => t > 0)) lifted++;
            Assert.All(found.Tensions, t => Assert.True(t >= 0));
            Assert.True(found.Compression >= -1e-6);
            // Fz = ΣT − C; Mx = Σy·T − y·C; My = −Σx·T + x·C.
            var size = 1e-6 * (Math.Abs(n) + (Math.Abs(mx) / h) + (Math.Abs(my) / b));
            Assert.Equal(n, found.Tensions.Sum() - found.Compression, size);
            Assert.Equal(mx, bolts.Zip(found.Tensions, (p, t) => p.Y * t).Sum() - (found.AtY * found.Compression), size * h);
            Assert.Equal(my, -bolts.Zip(found.Tensions, (p, t) => p.X * t).Sum() + (found.AtX * found.Compression), size * b);
            Assert.True(found.Compression <= 1e-6 || (Math.Abs(found.AtX) <= (b / 2) + 1e-6 && Math.Abs(found.AtY) <= (h / 2) + 1e-6),
                "pressed off the plate");
        }
        Assert.True(kept > 1_600 && biaxial > 600 && lifted > 600, $"{kept} kept, {biaxial} biaxial, {lifted} lifted");
    }

    [Fact]
    public void The_stress_block_agrees_with_the_two_equations_of_one_axis()
    {
        // One axis, by hand: C = ½·σ·x·b, T = n·As·σ·(d − x)/x, moments about the bolts in tension.
        var random = new Random(5);
        var kept = 0;
        for (var i = 0; i < 200; i++)
        {
            var (b, h, a) = (Between(random, 200, 500), Between(random, 250, 600), Between(random, 300, 900));
            var d = 0.9 * h;
            var (n, m) = (Between(random, 0, 3e5), Between(random, 2e7, 8e7));
            PlanPoint[] bolts = [new(-b / 3, 0.4 * h), new(b / 3, 0.4 * h), new(-b / 3, -0.4 * h), new(b / 3, -0.4 * h)];
            if (CrackedSection.Solve(b, h, bolts, 7 * a / 2, -n, m, 0) is not { } found || found.Tensions[2] > 0
                || found.Tensions[0] <= 0) continue;
            // The pressed depth from where the triangle of stresses acts; then σ at the edge, and the bolts' pull by plane strain.
            var x = 3 * (found.AtY + (h / 2));
            var edge = 2 * found.Compression / (x * b);
            var pull = found.Tensions[0] + found.Tensions[1];
            Assert.Equal(7 * a * edge * (d - x) / x, pull, 1e-6 * pull);
            // About the bolts in tension.
            Assert.Equal(m + (n * 0.4 * h), found.Compression * (d - (x / 3)), 1e-6 * m);
            kept++;
        }
        Assert.True(kept > 100, $"only {kept}");
    }

    [Fact]
    public void Bolts_of_a_foot_carry_what_pulls_them_in_both_schools()
    {
        var random = new Random(3);
        var foot = KindTests.Example("basePlate");
        var (all, lines, blocks) = (0, 0, 0);
        for (var i = 0; i < 400; i++)
        {
            var school = i % 2 == 0 ? BaseSchool.CompressionLine : BaseSchool.StressBlock;
            var one = random.Next(2) == 0;
            var joint = With(foot, new(Between(random, -3e4, 3e4), Between(random, -3e4, 3e4), Between(random, -3e5, 2e5)),
                new(Between(random, -3e7, 3e7), one ? 0 : Between(random, -1e7, 1e7), Between(random, -1e6, 1e6)),
                BasePlateKind.School.To(school));
            var (path, load) = ((BasePlatePath)joint.LoadPath, joint.Cases[0]);
            var on = Enumerable.Range(0, path.Count).Select(k => path.On<Plain>(load, k)).ToList();
            var bolts = joint.Pattern!.Group.Bolts;
            Assert.Equal(load.Load.Force.X, on.Sum(o => o.ShearX.Value), 1e-6 * Math.Max(1, Math.Abs(load.Load.Force.X)));
            Assert.Equal(load.Load.Force.Y, on.Sum(o => o.ShearY.Value), 1e-6 * Math.Max(1, Math.Abs(load.Load.Force.Y)));
            Assert.Equal(load.Load.Moment.Z, on.Select((o, k) => (bolts[k].X * o.ShearY.Value) - (bolts[k].Y * o.ShearX.Value)).Sum(),
                1e-3 * Math.Max(1, Math.Abs(load.Load.Moment.Z)));
            var tensions = on.Select(o => Math.Max(0, o.Tension.Value)).ToList();
            if (path.AllPull(load))
            {
                all++;
                Assert.Equal(load.Load.Force.Z, tensions.Sum(), 1e-6 * load.Load.Force.Z);
                Assert.Equal(load.Load.Moment.X, tensions.Select((t, k) => t * bolts[k].Y).Sum(), 1e-3 * Math.Abs(load.Load.Moment.X));
                Assert.Equal(load.Load.Moment.Y, -tensions.Select((t, k) => t * bolts[k].X).Sum(),
                    1e-3 * Math.Max(1e3, Math.Abs(load.Load.Moment.Y)));
            }
            else if (school == BaseSchool.StressBlock)
            {
                blocks++;
                Assert.True(path.Solve(load) is { } found && tensions.Zip(found.Tensions, (a, b) => Math.Abs(a - b)).Max() < 1e-6);
            }
            else if (one && tensions.Any(t => t > 0))
            {
                // About the line: the bolts hold the moment and the pull that act there.
                lines++;
                var y = load.Load.Moment.X > 0 ? joint.Pattern.Pivots.Bottom : joint.Pattern.Pivots.Top;
                Assert.Equal(load.Load.Moment.X - (load.Load.Force.Z * y), tensions.Select((t, k) => t * (bolts[k].Y - y)).Sum(),
                    1e-3 * Math.Abs(load.Load.Moment.X));
            }
        }
        Assert.True(all >= 10 && lines >= 20 && blocks >= 100, $"{all} all pull, {lines} lines, {blocks} blocks");
    }

    [Fact]
    public void Friction_takes_no_more_than_what_presses_gives_and_bolts_carry_the_rest()
    {
        var random = new Random(9);
        var foot = KindTests.Example("basePlate");
        var (taken, none) = (0, 0);
        for (var i = 0; i < 200; i++)
        {
            var joint = With(foot, new(Between(random, 1e3, 9e4), 0, Between(random, -4e5, 1e5)), default,
                BasePlateKind.ShearBy.To(BaseShear.Both));
            var load = joint.Cases[0];
            var on = Enumerable.Range(0, joint.Bolts.Count).Sum(k => joint.LoadPath.On<Plain>(load, k).ShearX.Value);
            var friction = 0.2 * Math.Max(0, -load.Load.Force.Z);
            Assert.Equal(Math.Max(0, load.Load.Force.X - friction), on, 1e-6 * load.Load.Force.X);
            if (friction > 0) taken++;
            else none++;
        }
        Assert.True(taken > 100 && none > 20, $"{taken}, {none}");
    }

    [Fact]
    public void Each_side_of_a_splice_carries_the_whole_load_and_its_torsion()
    {
        var random = new Random(4);
        var splice = KindTests.Example("splice");
        var kept = 0;
        for (var i = 0; i < 200; i++)
        {
            var joint = With(splice, new(Between(random, -2e5, 2e5), Between(random, -3e4, 3e4), 0), new(0, 0, Between(random, -2e6, 2e6)),
                Core.Kinds.Splices.SpliceKind.Columns.To(2 + random.Next(3)),
                Core.Kinds.Splices.SpliceKind.ColumnsRight.To(2 + random.Next(3)));
            Assert.Equal(2, joint.Sides.Length);
            foreach (var side in joint.Sides)
            {
                kept++;
                var load = side.Joint.Cases[0];
                var bolts = side.Joint.Pattern!.Group.Bolts;
                var on = Enumerable.Range(0, bolts.Length).Select(k => side.Joint.LoadPath.On<Plain>(load, k)).ToList();
                Assert.Equal(load.Load.Force.X, on.Sum(o => o.ShearX.Value), 1e-6 * Math.Abs(load.Load.Force.X));
                Assert.Equal(load.Load.Force.Y, on.Sum(o => o.ShearY.Value), 1e-6 * Math.Max(1, Math.Abs(load.Load.Force.Y)));
                // About the middle of the gap: the bolts of this side lie beside it.
                var middle = side.Name == "left side" ? 1 : -1;
                var inputs = side.Joint.Of<Core.Kinds.Splices.SpliceInputs>();
                var moment = on.Select((o, k) => ((bolts[k].X - (middle * inputs.ToCentroid(middle > 0))) * o.ShearY.Value) - (bolts[k]
                    .Y * o.ShearX.Value)).Sum();
                Assert.Equal(load.Load.Moment.Z, moment, 1e-3 * Math.Max(1e3, Math.Abs(load.Load.Moment.Z)));
                // Covers and plate bring the same force to every bolt, each way.
                var shares = side.Joint.Layers.Select((l, k) => (l.Side, Share: side.Joint is var j ? Stack.Of(j).LayerShare[k] : 0))
                    .Where(l => l.Side != Side.None).GroupBy(l => l.Side).Select(g => g.Sum(l => l.Share)).ToList();
                Assert.All(shares, s => Assert.Equal(1, s, 1e-9));
            }
        }
        Assert.True(kept == 400, $"{kept}");
    }

    [Fact]
    public void What_the_eye_pulls_the_cheeks_hold_and_the_pin_is_bent_by_both()
    {
        var random = new Random(12);
        var example = KindTests.Example("pin");
        for (var i = 0; i < 200; i++)
        {
            var (pull, a, b, c) = (Between(random, 1e3, 2e5), Between(random, 4, 40), Between(random, 4, 60), Between(random, 0, 8));
            var said = example.Said.With(Core.Kinds.Pins.PinKind.CheekThickness.To(a), Core.Kinds.Pins.PinKind.EyeThickness.To(b),
                Core.Kinds.Pins.PinKind.Gap.To(c));
            var joint = JointRules.JointOf(said.With(Fields.CaseShear.To(pull).At(0)), [])!;
            var p = joint.Of<Core.Kinds.Pins.PinInputs>();
            Assert.Equal(1, p.Members[0].Share, 1e-12);
            Assert.Equal(1, p.Cheeks * p.Members[1].Share, 1e-12);
            // Along the pin from its end: the cheek's push spread over a, nothing in the gap, the eye's pull over b.
            const int Steps = 20_000;
            var (shear, moment, most, dx) = (0.0, 0.0, 0.0, ((2 * (a + c)) + b) / Steps);
            for (var k = 0; k < Steps; k++)
            {
                var x = (k + 0.5) * dx;
                var fromEnd = Math.Min(x, (2 * (a + c)) + b - x);
                shear += dx * (fromEnd < a ? pull / 2 / a : fromEnd < a + c ? 0 : -pull / b);
                moment += dx * shear;
                most = Math.Max(most, Math.Abs(moment));
            }
            Assert.Equal(0, shear, 1e-3 * pull);
            Assert.Equal(most, p.Moment(new Plain(joint.Cases[0].Shear)).Value, 2e-3 * most);
            // Each check of a part reads its own share of that pull.
            foreach (var check in Evaluation.Run(joint).Checks.Where(x => x.Factor is not null))
            {
                foreach (var step in check.Working.Steps.Where(s => s.Term.Id == "pinPartLoad")) Assert.Equal(pull / p.Cheeks, step.Value,
                    1e-6 * pull);
            }
        }
    }

    [Fact]
    public void End_loads_of_closures_and_covers_reach_their_bolts_whole()
    {
        var random = new Random(8);
        foreach (var kind in new[] { "closure", "cover" })
        {
            var example = KindTests.Example(kind);
            for (var i = 0; i < 100; i++)
            {
                var p = Between(random, 0.1, 3);
                var joint = JointRules.JointOf(example.Said.With(Fields.CasePressure.To(p).At(0)), [])!;
                var load = joint.Cases[0];
                var d = kind == "closure" ? joint.Of<Core.Kinds.Closures.ClosureInputs>().Seal : joint.Of<CoverInputs>().Seal;
                var on = joint.Pattern is null ? [joint.LoadPath.On<Plain>(load, 0)] : Enumerable.Range(0, joint.Bolts.Count)
                    .Select(k => joint.LoadPath.On<Plain>(load, k)).ToArray();
                var sum = on.Sum(o => kind == "closure" ? o.Shear.Value : o.Tension.Value) * joint.Bolts.Count / on.Length;
                Assert.Equal(p * Math.PI / 4 * d * d, sum, 1e-9 * sum);
                Assert.Equal(p, load.Pressure, 1e-12);
            }
        }
    }

    [Fact]
    public void What_presses_about_a_profile_is_the_union_of_its_strips_on_the_plate()
    {
        var random = new Random(2);
        var (solved, cut, met) = (0, 0, 0);
        for (var i = 0; i < 500; i++)
        {
            var (h, b) = (Between(random, 90, 400), Between(random, 60, 300));
            var shape = new PressedShape(h, b, Between(random, 5, h / 6), Between(random, 4, b / 5), h + Between(random, 0, 200), b
                + Between(random, 0, 200));
            var c = Between(random, 0, 120);
            Assert.Equal(Counted(shape, c), shape.Area(c), 0.04 * shape.Area(c));
            // Solved back: the c that gives the area, or one that gives as much where the whole plate presses already.
            var area = shape.Area(c);
            if (area >= shape.PlateDepth * shape.PlateWidth * (1 - 1e-9)) continue;
            var found = shape.Solve(area);
            Assert.NotNull(found);
            Assert.Equal(area, shape.Area(found.Value.C), 1e-6 * area);
            solved++;
            if (found.Value.How.Contains("cut", StringComparison.Ordinal)) cut++;
            if (found.Value.How.Contains("meet", StringComparison.Ordinal)) met++;
            Assert.Null(shape.Solve((shape.PlateDepth * shape.PlateWidth) + 1));
        }
        Assert.True(solved > 250 && cut > 40 && met > 10, $"{solved} solved, {cut} cut, {met} met");
    }

    /// <summary>The same area counted on a grid of points: within c of a flange or the web, measured square, and on the plate.</summary>
    private static double Counted(PressedShape s, double c)
    {
        const int Across = 400;
        var (w, d) = (s.PlateWidth, s.PlateDepth);
        var inside = 0;
        for (var i = 0; i < Across; i++)
        {
            for (var j = 0; j < Across; j++)
            {
                var (x, y) = (Math.Abs((((i + 0.5) / Across) - 0.5) * w), Math.Abs((((j + 0.5) / Across) - 0.5) * d));
                var flange = x <= (s.Width / 2) + c && y <= (s.Depth / 2) + c && y >= (s.Depth / 2) - s.Flange - c;
                var web = x <= (s.Web / 2) + c && y <= (s.Depth / 2) + c;
                if (flange || web) inside++;
            }
        }
        return w * d * inside / (Across * (double)Across);
    }
}
