using Hasp.Core.Checks.Machine;
using CsCheck;
using Hasp.Core.LoadPath;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Fatigue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Evaluating;

/// <summary>Fatigue: criteria, load lines, opening joints, schools of endurance, spectra, places of breaking.</summary>
public sealed class FatigueTests
{
    private static readonly (string, string)[] Swinging = [("loads[0].alternatesWith", "unloaded")];

    private static readonly Gen<LoadLine<Plain>> Lines =
        Gen.Select(Gen.Double[0, 500], Gen.Double[0, 80], Gen.Double[0.5, 60]).Select((start, mean, amplitude) =>
            new LoadLine<Plain>(new(start), new(mean), new(0), new(amplitude)));

    [Fact]
    public void Goodman_never_promises_more_than_Gerber_in_tension() => Lines.Sample(line =>
        FatigueFormulas.Goodman(line, new(129), new(800)).Value <= FatigueFormulas.Gerber(line, new(129), new(800)).Value + 1e-9);

    [Fact]
    public void The_point_reached_lies_on_the_criterion() => Lines.Sample(line =>
    {
        double Mean(double n) => line.MeanStart.Value + (n * line.MeanSlope.Value);
        double Amplitude(double n) => line.AmplitudeStart.Value + (n * line.AmplitudeSlope.Value);
        var g = FatigueFormulas.Goodman(line, new(129), new(800)).Value;
        var p = FatigueFormulas.Gerber(line, new(129), new(800)).Value;
        var e = FatigueFormulas.Elliptic(line, new(129), new(580)).Value;
        return Math.Abs((Amplitude(g) / 129) + (Mean(g) / 800) - 1) < 1e-9
            && Math.Abs((Amplitude(p) / 129) + Math.Pow(Mean(p) / 800, 2) - 1) < 1e-9
            && Math.Abs(Math.Pow(Amplitude(e) / 129, 2) + Math.Pow(Mean(e) / 580, 2) - 1) < 1e-9;
    });

    [Fact]
    public void A_load_line_along_one_mean_stress_is_the_limit_of_its_neighbours()
    {
        LoadLine<Plain> Line(double slope) => new(new(400), new(slope), new(0), new(20));
        Assert.Equal(FatigueFormulas.Gerber(Line(1e-7), new(129), new(800)).Value, FatigueFormulas.Gerber(Line(0), new(129), new(800))
            .Value, 1e-6);
    }

    [Fact]
    public void A_preload_beyond_the_criterion_leaves_nothing()
    {
        var line = new LoadLine<Plain>(new(900), new(5), new(0), new(5));
        Assert.Equal(0, FatigueFormulas.Goodman(line, new(129), new(800)).Value);
        Assert.Equal(0, FatigueFormulas.Gerber(line, new(129), new(800)).Value);
        Assert.Equal(0, FatigueFormulas.Elliptic(line, new(129), new(800)).Value);
    }

    [Fact]
    public void The_verdict_is_the_worst_of_both_preloads_with_faces_touching_or_apart()
    {
        var r = Samples.Run(Swinging);
        var m = Core.Mechanics<Plain>.Of(r.Joint);
        double area = r[Terms.TensileStressArea], c = r[Terms.LoadShare], se = 0.929 * 0.5 * 800 / 3.8, load = 18_000;
        Assert.Equal(EnduranceSchool.Estimated, r.Joint.Fatigue.School);
        // By bisection on the real force in the bolt, which takes the whole load once the faces are apart.
        double Utilisation(double preload, double n)
        {
            var upper = Math.Max(preload + (c * n * load), n * load);
            return ((upper - preload) / (2 * area) / se) + ((upper + preload) / (2 * area) / 800);
        }
        double Root(double preload)
        {
            var (low, high) = (0.0, 100.0);
            for (var i = 0; i < 100; i++) if (Utilisation(preload, (low + high) / 2) < 1) low = (low + high) / 2; else high = (low
                + high) / 2;
            return low;
        }
        Assert.Equal(Math.Min(Root(r[Terms.PreloadMax]), Root(r[Terms.PreloadMin])), r.Check(MachineBasis.Fatigue).Factor!.Value, 1e-6);
    }

    [Fact]
    public void A_joint_that_opens_gives_the_bolt_the_whole_swing_and_says_so()
    {
        var r = Samples.Run([.. Swinging, ("tightening.aim", "18 %")]);
        var state = Assert.Single(r.Fatigue);
        Assert.True(state.Opens && !state.AtLargest);
        Assert.Equal(18_000 / r[Terms.TensileStressArea], state.Mean + state.Amplitude, 1e-9);
        Assert.Contains("whole swing", r.Check(MachineBasis.Fatigue).Note, StringComparison.Ordinal);
    }

    [Fact]
    public void Threads_are_cut_unless_stated_rolled_and_the_table_is_for_rolled_ones()
    {
        Assert.Equal(EnduranceSchool.Estimated, Samples.Joint(Swinging).Fatigue.School);
        var rolled = Samples.Joint([.. Swinging, ("fatigue.threads", "rolled")]);
        Assert.Equal((EnduranceSchool.Table, 129.0), (rolled.Fatigue.School, rolled.Fatigue.Strength));
        var fault = Assert.Single(Samples.Faults(("fatigue.endurance", "table")));
        Assert.Contains("taken as cut", fault.Problem, StringComparison.Ordinal);
        Assert.Contains("no endurance strength is listed",
            Assert.Single(Samples.Faults(("fatigue.endurance", "table"), ("fatigue.threads", "rolled"), ("bolts.grade", "4.6"))).Problem,
            StringComparison.Ordinal);
        Assert.Equal(2.8, FatigueRules.Concentration(420, ThreadMaking.Cut).Thread);
        Assert.Equal(3.0, FatigueRules.Concentration(830, ThreadMaking.Rolled).Thread);
    }

    [Fact]
    public void The_amplitude_school_does_not_mind_the_mean()
    {
        var r = Samples.Run([.. Swinging, ("fatigue.endurance", "amplitude"), ("fatigue.threads", "rolled")]);
        var strength = 0.85 * ((150.0 / 16) + 45);
        var closed = strength / (r[Terms.LoadShare] * 18_000 / (2 * r[Terms.TensileStressArea]));
        var open = (strength + (r[Terms.PreloadMin] / (2 * r[Terms.TensileStressArea]))) / (18_000 / (2 * r[Terms.TensileStressArea]));
        Assert.Equal(Math.Min(closed, open), r.Check(MachineBasis.Fatigue).Factor!.Value, 1e-9);
    }

    [Fact]
    public void A_spectrum_adds_up_the_damage_of_its_swings()
    {
        var document = Samples.With(("fatigue.slope", "5"));
        document["loads"] = System.Text.Json.Nodes.JsonNode.Parse("""
            [{"name":"Rough","tension":"120 kN","alternatesWith":"unloaded","cycles":20000},
             {"name":"Calm","tension":"60 kN","alternatesWith":"Rough","cycles":3e6},
             {"name":"Steady","tension":"30 kN"}]
            """);
        var r = Evaluation.Run(Hasp.Files.JointDocument.Read(document.ToJsonString()).Joint!);
        Assert.Equal(2, r.Fatigue.Count);
        // Each swing by the forces really in the bolt, Goodman's fully reversed amplitude and the S–N line; by hand, at each preload in
        // turn.
        var (area, share, strength, tensile) = (r[Terms.TensileStressArea], r[Terms.LoadShare], r.Fatigue[0].Strength,
            r.Joint.Bolts.Grade.Tensile);
        double Damage(double preload, double times)
        {
            double Force(double load) => load > preload / (1 - share) ? load : preload + (share * load);
            double Block(double max, double min, double cycles)
            {
                var (upper, lower) = (Force(times * max) / area, Force(times * min) / area);
                var reversed = (upper - lower) / 2 / (1 - ((upper + lower) / 2 / tensile));
                return cycles / (2e6 * Math.Pow(strength / reversed, 5));
            }

            return Block(30_000, 0, 20_000) + Block(30_000, 15_000, 3e6);
        }

        var worst = Math.Max(Damage(r[Terms.PreloadMax], 1), Damage(r[Terms.PreloadMin], 1));
        Assert.Equal(worst, r.Fatigue[0].LifeUsed!.Value, worst * 1e-9);
        // The factor is where the damages sum to 1, unless a swing is by then below a thousand cycles or beyond the bolt.
        var factor = r.Check(MachineBasis.Fatigue).Factor!.Value;
        Assert.True(Math.Max(Damage(r[Terms.PreloadMax], factor), Damage(r[Terms.PreloadMin], factor)) <= 1 + 1e-6);
    }

    [Fact]
    public void Life_is_used_by_bolt_and_not_over_different_bolts()
    {
        var document = Samples.Bracket(("fatigue.slope", "5"), ("pattern.rows", "1"), ("pattern.columns", "2"));
        document["loads"] = System.Text.Json.Nodes.JsonNode.Parse("""
            [{"name":"Left","fz":"60 kN","my":"2 kN·m","alternatesWith":"unloaded","cycles":1e5},
             {"name":"Right","fz":"60 kN","my":"-2 kN·m","alternatesWith":"unloaded","cycles":1e5}]
            """);
        var r = Evaluation.Run(Hasp.Files.JointDocument.Read(document.ToJsonString()).Joint!);
        Assert.Equal(2, r.Fatigue.Select(f => f.Bolt).Distinct().Count());
        Assert.True(r.Fatigue[0].LifeUsed < r.Fatigue.Sum(f => f.Damage!.Value));
    }

    [Theory]
    [InlineData(20_000, 60_000, 55_000, 1.608)]
    public void Past_opening_the_bolt_has_the_load_itself_at_both_ends(double preload, double max, double min, double factor)
    {
        var r = Samples.Joint(("bolts.count", "1"), ("loads[0].tension", "60 kN"), ("loads[0].shear", ""),
            ("loads[0].alternatesWith", "unloaded"), ("tightening.aim", "20 kN"), ("tightening.scatter", "0"),
            ("tightening.settling", "0 mm"), ("tightening.relaxation", "0"));
        var m = Mechanics<Plain>.Of(r);
        Assert.Equal(preload, m.PreloadMax.Value, 1e-6);
        var load = BoltLoad<Plain>.Of(r, 0, 0) with { Tension = new(max), Other = new Plain(min) };
        Assert.Equal(factor, MachineBasis.Fatigue.Judge(m, load).Factor.Value, 1e-3);
    }

    [Fact]
    public void A_swing_that_only_presses_is_followed_and_never_gives_nothing()
    {
        foreach (var criterion in Fields.Criterion.Choices)
        {
            var r = Samples.Joint(("loads[0].tension", "-40 kN"), ("loads[0].alternatesWith", "unloaded"),
                ("fatigue.criterion", criterion));
            Assert.True(MachineBasis.Fatigue.Judge(Mechanics<Plain>.Of(r), BoltLoad<Plain>.Of(r, 0, 0)).Factor.Value > 1, criterion);
        }
    }

    [Fact]
    public void Where_the_preload_alone_is_outside_the_criterion_nothing_is_left()
    {
        var r = Samples.Joint(("tightening.aim", "110 kN"), ("tightening.scatter", "0"), ("loads[0].alternatesWith", "unloaded"),
            ("loads[0].tension", "-300 kN"), ("fatigue.criterion", "elliptic"));
        var m = Mechanics<Plain>.Of(r);
        Assert.True(m.PreloadMax.Value > m.ProofLoad.Value);
        Assert.Equal(0, MachineBasis.Fatigue.Judge(m, BoltLoad<Plain>.Of(r, 0, 0)).Factor.Value);
    }

    [Fact]
    public void Bolts_break_most_often_in_the_first_thread_that_carries()
    {
        var r = Samples.Run([.. Swinging, ("layers[0].thickness", "40 mm"), ("layers[0].edgeDistance", "")]);
        Assert.Equal([0.15, 0.20, 0.65], r.Breaks.Select(b => b.Share));
        Assert.Equal(r.Stack.Clamped, r.Breaks[^1].Height);
        Assert.Equal(r.Joint.Bolts.ShankLength, r.Breaks[1].Height);
        Assert.Empty(Samples.Run().Breaks);
    }

    [Fact]
    public void An_unknown_partner_is_named_with_those_that_are_known() =>
        Assert.Contains("Choose one of unloaded", Assert.Single(Samples.Faults(("loads[0].alternatesWith", "Storm"))).Problem,
            StringComparison.Ordinal);

    [Fact]
    public void The_window_has_an_edge_on_either_side_for_fatigue()
    {
        var r = Samples.Run([.. Swinging, ("loads[0].tension", "150 kN")]);
        Assert.Contains(r.Window.TooLoose, e => e.Check == MachineBasis.Fatigue && double.IsFinite(e.Preload));
        Assert.Contains(r.Window.TooTight, e => e.Check == MachineBasis.Fatigue);
    }
}
