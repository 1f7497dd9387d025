using Hasp.Core.Checks.Machine;
using System.Collections.Immutable;
using CsCheck;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Patterns;

/// <summary>What may be left out before it is judged, how a pull is split between two lines, and loads that are refused.</summary>
public sealed class LoadPathTests
{
    private static readonly Gen<Resultant> Loads = Gen.Select(
        Gen.Double[-80_000, 80_000], Gen.Double[-80_000, 80_000], Gen.Double[-60_000, 60_000], Gen.Double[-4e6, 4e6], Gen.Double[-4e6, 4e6],
        Gen.Double[-4e6, 4e6])
        .Select((fx, fy, fz, mx, my, mz) => new Resultant(new(fx, fy, fz), new(mx, my, mz)));

    private static Joint Wide(params (string, string)[] changes) => Samples.PatternJoint(
        [("layers[0].width", "150 mm"), ("layers[0].holesAcross", "2"), ("layers[0].thickness", "20 mm"), ("hole.diameter", "18 mm"),
            .. changes]);

    [Fact]
    public void A_straight_pull_governs_the_net_section_beside_a_torsion_that_surpasses_it_on_every_bolt()
    {
        var joint = Wide();
        ReadOnlyMemory<Resultant> rows = new Resultant[]
        {
            new(new(700_000, 0, 5_000), default), new(new(20_000, 10_000, 60_000), new(0, 0, 6e7)),
        };
        var governing = LoadEnvelope.Governing(joint.Pattern!, rows);
        Assert.Contains(0, governing);
        var judged = joint with { Cases = [.. governing.Select(i => new LoadCase($"{i}", rows.Span[i], default(Components)))] };
        judged = judged.WithBolts(joint.Pattern, Sharing.Of(judged.Cases, new PatternShares(joint.Pattern!), true));
        // fy·(w − n·d0)·t/F with the yield of S355 up to 40 mm.
        Assert.Equal(355 * (150 - 36) * 20 / 700_000.0, Evaluation.Run(judged).Check(MachineBasis.NetSection).Factor!.Value, 1e-9);
    }

    [Fact]
    public void Judging_the_governing_rows_is_judging_all_of_them()
    {
        var kept = 0;
        Gen.Select(Gen.Bool, Loads.Array[40]).Sample((pivoting, loads) =>
        {
            var joint = Wide(("pattern.tension", pivoting ? "pivot" : "centroid"), ("loads[0].atX", "0 mm"));
            var pattern = joint.Pattern!;
            Joint With(IEnumerable<int> rows)
            {
                ImmutableArray<LoadCase> cases = [.. rows.Select(i => new LoadCase($"{i}", loads[i], default(Components)))];
                return (joint with { Cases = cases }).WithBolts(pattern, Sharing.Of(cases, new PatternShares(pattern!), true));
            }

            var (all, some) = (Evaluation.Run(With(Enumerable.Range(0, loads.Length))),
                Evaluation.Run(With(LoadEnvelope.Governing(pattern, loads))));
            foreach (var check in joint.Judging.Basis.Checks)
            {
                var (whole, part) = (all.Check(check).Factor, some.Check(check).Factor);
                Assert.True(whole == part || Math.Abs(whole!.Value - part!.Value) <= 1e-9 * Math.Abs(whole.Value),
                    $"{check.Id}: {whole} over all, {part} over those kept");
                if (whole is not null) Interlocked.Increment(ref kept);
            }
        }, iter: 60);
        Assert.True(kept > 500, $"only {kept} factors were compared");
    }

    [Fact]
    public void No_check_that_says_so_gets_better_with_more_tension_or_shear()
    {
        var compared = 0;
        var joints = Basis.All.Select(b => Wide(
            ("pattern.prying.stem", "35 mm"), ("pattern.prying.edge", "30 mm"), ("pattern.prying.length", "80 mm"),
            ("washers.head", "plain"), ("layers[0].thickness", "30 mm"),
            ("judging.basis", b.Id), ("judging.jointType", "no slip at ultimate"), ("judging.aisc.surface", "A"))).ToList();
        var mechanics = joints.Select(Mechanics<Plain>.Of).ToList();
        Gen.Select(Gen.Double[0, 120_000], Gen.Double[0, 120_000], Gen.Double[0, 60_000], Gen.Double[0, 60_000], Gen.Double[0, 7])
            .Sample((tension, shear, more, wider, turn) =>
        {
            foreach (var m in mechanics)
            {
                var joint = m.Joint;
                // Nor does it ask which way the bolt is sheared.
                BoltLoad<Plain> On(double t, double v, double way = 0) => new(
                    joint.Cases[0], 0, new(6), joint.Pattern!.Prying!.With(joint, new Plain(t)), new(v), new(v * Math.Cos(way)),
                    new(v * Math.Sin(way)), null, new(t));
                foreach (var check in joint.Judging.Basis.Checks.Where(c => c.Info.Worsens == Worsens.WithTensionAndShear
                    && !c.JudgesParts))
                {
                    var (less, worse) = (check.Judge(m, On(tension, shear)), check.Judge(m, On(tension + more, shear + wider, turn)));
                    if (!less.Applies) continue;
                    Interlocked.Increment(ref compared);
                    Assert.True(worse.Factor.Value <= less.Factor.Value * (1 + 1e-12),
                        $"{check.Id}: {less.Factor.Value} at {tension}, {shear}, {worse.Factor.Value} with more");
                }
            }
        }, iter: 300);
        Assert.True(compared > 10_000, $"only {compared} were compared");
    }

    [Fact]
    public void Where_a_check_asks_for_more_no_bolt_is_left_out()
    {
        var joint = Wide();
        Assert.True(joint.Judging.Basis.MayLeaveOut);
        Assert.Contains(joint.Sharing.Cases, c => c.Length < 6);
        Assert.All(Sharing.Of(joint.Cases, new PatternShares(joint.Pattern!), mayLeaveOut: false).Cases, c => Assert.Equal(6, c.Length));
    }

    [Fact]
    public void The_direction_of_shear_stays_with_the_bolt()
    {
        var joint = Wide();
        foreach (var (c, pulls) in joint.Sharing.Cases.Select((pulls, c) => (c, pulls)))
        {
            foreach (var pull in pulls)
            {
                Assert.Equal(pull.Shear, Math.Sqrt((pull.ShearX * pull.ShearX) + (pull.ShearY * pull.ShearY)),
                    1e-9 * Math.Max(1, pull.Shear));
                var on = BoltLoad<Traced>.Of(joint, c, pull.Bolt);
                Assert.Equal((pull.ShearX, pull.ShearY), (on.ShearX.Value, on.ShearY.Value));
            }
        }
    }

    [Fact]
    public void A_bolt_is_judged_over_all_cases_as_over_each_of_them()
    {
        var kept = 0;
        Loads.Array[5].Sample(loads =>
        {
            var joint = Wide();
            ImmutableArray<LoadCase> cases = [.. loads.Select((l, i) => new LoadCase($"{i}", l, default(Components)) { Pressure = i == 2
                ? 0.4 : 0 })];
            joint = (joint with { Cases = cases, Sealing = new(60_000, 2, "") })
                .WithBolts(joint.Pattern, Sharing.Of(cases, new PatternShares(joint.Pattern!), true));
            var together = BoltVerdict.Of(joint);
            foreach (var (bolt, i) in together.Select((b, i) => (b, i)))
            {
                Assert.Equal(Enumerable.Range(0, cases.Length).Min(c => BoltVerdict.Of(joint, c)[i].Reserve)!.Value, bolt.Reserve!.Value,
                    1e-9 * bolt.Reserve.Value);
                Interlocked.Increment(ref kept);
            }
        }, iter: 60);
        Assert.True(kept >= 300);
    }

    [Fact]
    public void A_vanishing_second_moment_changes_nothing_about_a_compression_line()
    {
        double At(string my) => BoltLoad<Plain>.Of(Samples.PatternJoint(
            ("pattern.tension", "pivot"), ("loads[0].fy", ""), ("loads[0].fz", "40 kN"), ("loads[0].atX", ""), ("loads[0].mx", "9 kN·m"),
            ("loads[0].my", my), ("pattern.plate.shape", "rectangle"), ("pattern.plate.width", "160 mm"),
            ("pattern.plate.height", "240 mm")), 0, 0).Tension.Value;
        Assert.Equal(At("0 N·m"), At("0.01 N·m"), 1e-3 * At("0 N·m"));
    }

    [Fact]
    public void The_pull_is_split_between_two_lines_by_moment_over_arm()
    {
        var joint = Samples.PatternJoint(
            ("pattern.tension", "pivot"), ("loads[0].fy", ""), ("loads[0].fz", "30 kN"), ("loads[0].atX", ""), ("loads[0].mx", "9 kN·m"),
            ("loads[0].my", "-4 kN·m"),
            ("pattern.pivotBottom", "-110 mm"), ("pattern.pivotLeft", "-70 mm"));
        // By hand: two columns at ±45, three rows at 80, 0, −80; bottom line at −110, left line at −70.
        var (ex, ey) = (110.0, 70.0);
        var (a, b) = (9e6 / ex, 4e6 / ey);
        var (row, column) = (30_000 * a / (a + b), 30_000 * b / (a + b));
        var squaresRow = 2 * ((190.0 * 190) + (110 * 110) + (30 * 30));
        var squaresColumn = 3 * ((115.0 * 115) + (25 * 25));
        var expected = ((9e6 + (row * ex)) * 190 / squaresRow) + ((4e6 + (column * ey)) * 115 / squaresColumn);
        var found = Enumerable.Range(0, 6).Max(i => BoltLoad<Plain>.Of(joint, 0, i).Tension.Value);
        Assert.Equal(expected, found, 1e-6 * expected);
    }

    [Theory]
    [InlineData("loads[0].helper.heading", "along x or y", "column", "heading=z", "force=50 kN", "shear=10 kN")]
    [InlineData("loads[0].helper.rod", "nothing would be left", "ram pull", "pressure=120 bar", "bore=40 mm", "rod=50 mm")]
    public void Helpers_that_make_no_sense_are_refused(string path, string words, string kind, params string[] inputs)
    {
        var document = Samples.Bracket([("loads[0].fy", ""), ("loads[0].atX", ""), ("loads[0].helper.kind", kind),
            .. inputs.Select(i => ($"loads[0].helper.{i.Split('=')[0]}", i.Split('=')[1]))]);
        var fault = Assert.Single(Hasp.Files.JointDocument.Read(document.ToJsonString()).Faults, f => f.Path == path);
        Assert.Contains(words, fault.Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void A_sum_over_a_name_that_two_cases_share_is_refused()
    {
        var document = Samples.Bracket();
        document["loads"] = System.Text.Json.Nodes.JsonNode.Parse("""[{"name":"Wind","fz":"1 kN"},{"name":"Wind","fz":"2 kN"},{"name":"Sum","combines":"1.5 × Wind"}]""");
        Assert.Contains("which of them", Assert.Single(Hasp.Files.JointDocument.Read(document.ToJsonString()).Faults).Problem,
            StringComparison.Ordinal);
    }

    [Fact]
    public void A_factor_on_a_case_is_on_its_pressure_as_well()
    {
        var joint = Samples.Joint(("loads[0].pressure", "6 bar"), ("loads[0].factor", "2"));
        Assert.Equal(1.2, joint.Cases[0].Pressure, 1e-12);
        Assert.Equal(144_000, joint.Cases[0].Tension, 1e-6);
    }

    [Fact]
    public void Rows_that_all_lie_on_the_front_are_thinned_in_little_more_than_one_pass()
    {
        var pattern = Wide().Pattern!;
        var rows = Enumerable.Range(0, 20_000).Select(i => (Math.PI / 2 * i / 20_000) is var a
            ? new Resultant(new(50_000 * Math.Sin(a), 0, 50_000 * Math.Cos(a)), default) : default).ToArray();
        var governing = LoadEnvelope.Governing(pattern, rows);
        Assert.InRange(governing.Length, 100, LoadEnvelope.MostGoverning + 2);
        Assert.Contains(0, governing);
        Assert.Contains(rows.Length - 1, governing);
    }
}
