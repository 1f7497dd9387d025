using Hasp.Core.Checks.Machine;
using Hasp.Core;
using Hasp.Files;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Evaluating;

/// <summary>Targets of preload, the long torque form, locking features, temperature.</summary>
public sealed class TighteningTests
{
    /// <summary>Warming comes after the tightening: a joint that holds lies within its own window, warmed or not.</summary>
    [Theory]
    [InlineData("")]
    [InlineData("60 °C")]
    [InlineData("10 °C")]
    public void What_holds_lies_within_the_window(string parts)
    {
        var held = 0;
        foreach (var share in Enumerable.Range(30, 45))
        {
            var result = Samples.Run(
                ("tightening.aim", $"{share} %"), ("loads[0].tension", "20 kN"), ("loads[0].shear", "6 kN"),
                ("judging.required.tightening", "1"), ("layers[0].material", "Aluminium 6082-T6"),
                ("temperature.parts", parts), ("temperature.bolts", parts.Length > 0 ? "20 °C" : ""));
            if (!result.Holds) continue;
            held++;
            Assert.True(result[Terms.PreloadMin] >= result.Window.From - 1e-3,
                $"{share} %: {result[Terms.PreloadMin]} below {result.Window.From}");
            Assert.True(result[Terms.PreloadMax] <= result.Window.To + 1e-3,
                $"{share} %: {result[Terms.PreloadMax]} above {result.Window.To}");
        }
        Assert.True(held > 5, $"only {held} targets held");
    }

    [Theory]
    [InlineData("75 %", 0.75 * 580)]
    [InlineData("75 % of proof", 0.75 * 580)]
    [InlineData("70 % of yield", 0.70 * 640)]
    [InlineData("70% yield", 0.70 * 640)]
    public void Aims_for_a_share_of_strength_on_the_stress_area(string aim, double stress)
    {
        var r = Samples.Run(("tightening.aim", aim));
        Assert.Equal(stress * r[Terms.TensileStressArea], r[Terms.Preload], 1e-6);
    }

    [Fact]
    public void The_second_school_takes_yield_on_the_root()
    {
        var r = Samples.Run(("tightening.aim", "75 % of root yield"));
        Assert.Equal(0.75 * 640 * r[Terms.RootArea], r[Terms.Preload], 1e-6);
    }

    [Fact]
    public void Structural_practice_lays_down_the_least_preload()
    {
        var r = Samples.Run(("tightening.aim", "structural"));
        var least = 0.7 * 800 * r[Terms.TensileStressArea];
        // A floor: the wrench aims a tenth above it, slip is judged at it, and the code's own test stands in the place of proof and yield.
        Assert.Equal(1.10 * least, r[Terms.Preload], 1e-6);
        Assert.Equal(least, r[Terms.PreloadMin], 1e-6);
        Assert.All(new[] { MachineBasis.Proof, MachineBasis.Yield, MachineBasis.Tightening }, c => Assert.Null(r.Check(c).Factor));
        Assert.Equal(1.05 * least, Samples.Run(("tightening.aim", "structural"), ("tightening.method", "turn"))[Terms.Preload], 1e-6);
        var a325 = Samples.Run(("bolts.thread", "3/4-10 UNC"), ("bolts.grade", "A325"), ("tightening.aim", "structural"));
        Assert.Equal(28_000 * 4.4482216152605, a325[Terms.PreloadMin], 0.01);
        Assert.Contains("lays down no preload", Assert.Single(Samples.Faults(("tightening.aim", "structural"), ("bolts.grade", "4.6")))
            .Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void The_long_form_splits_the_torque_and_says_which_nut_factor_it_equals()
    {
        var r = Samples.Run(("tightening.threadFriction", "0.12"), ("tightening.bearingFriction", "0.10"),
            ("tightening.prevailingTorque", "12 N·m"));
        double f = r[Terms.Preload], d2 = r[Terms.PitchDiameter], dm = (22.49 + 17.5) / 2;
        var free = f * ((2 / (2 * Math.PI)) + (0.12 * d2 / (2 * Math.Cos(Math.PI / 6))) + (0.10 * dm / 2));
        Assert.Equal(free + 12_000, r[Terms.Torque], 1e-6);
        Assert.Equal(free / (f * 16), r[Terms.NutFactor], 1e-12);
        Assert.Equal(free, r[Terms.PitchTorque] + r[Terms.ThreadFrictionTorque] + r[Terms.BearingFrictionTorque], 1e-6);
        Assert.DoesNotContain(r.Cautions, c => c.Id == "torqueUntested");
        // A torque aimed at gives back the same preload.
        var back = Samples.Run(("tightening.threadFriction", "0.12"), ("tightening.bearingFriction", "0.10"),
            ("tightening.prevailingTorque", "12 N·m"),
            ("tightening.aim", $"{(r[Terms.Torque] / 1000).ToString("R", System.Globalization.CultureInfo.InvariantCulture)} N·m"));
        Assert.Equal(f, back[Terms.Preload], 1e-3);
    }

    [Fact]
    public void A_prevailing_torque_gives_no_clamp()
    {
        var free = Samples.Run(("tightening.aim", "100 N·m"));
        var locked = Samples.Run(("tightening.aim", "100 N·m"), ("tightening.prevailingTorque", "20 N·m"));
        Assert.Equal(0.8, locked[Terms.Preload] / free[Terms.Preload], 1e-12);
        Assert.Contains(Samples.Run(("tightening.aim", "20 N·m"), ("tightening.prevailingTorque", "20 N·m")).Cautions,
            c => c.Id == "noClamp");
    }

    [Fact]
    public void One_friction_alone_or_with_a_nut_factor_is_refused()
    {
        Assert.Equal("tightening.bearingFriction", Assert.Single(Samples.Faults(("tightening.threadFriction", "0.1"))).Path);
        Assert.Equal("tightening.nutFactor", Assert.Single(Samples.Faults(("tightening.threadFriction", "0.1"),
            ("tightening.bearingFriction", "0.1"), ("tightening.nutFactor", "0.2"))).Path);
    }

    [Theory]
    [InlineData("60 °C", 1)]
    [InlineData("-20 °C", -1)]
    public void Aluminium_parts_gain_clamp_when_warm_and_lose_it_when_cold(string temperature, int sign)
    {
        (string, string)[] aluminium = [("layers[0].material", "Aluminium 6082-T6"), ("layers[1].material", "Aluminium 6082-T6")];
        var still = Samples.Run(aluminium);
        var r = Samples.Run([.. aluminium, ("temperature.parts", temperature)]);
        var expected = sign * 40 * (2.34e-5 - 1.15e-5) * 32 / ((1 / r[Terms.BoltStiffness]) + (1 / r[Terms.MemberStiffness]));
        Assert.Equal(expected, r[Terms.ThermalChange], 1e-6);
        // Neither a gain nor a loss is credited: the joint is at assembly temperature as well.
        Assert.Equal(still[Terms.PreloadMax] + Math.Max(0, expected), r[Terms.PreloadMax], 1e-6);
        Assert.Equal(still[Terms.PreloadMin] + Math.Min(0, expected), r[Terms.PreloadMin], 1e-6);
    }

    [Theory]
    [InlineData("2000 N·m", "torqueTwelve")]
    [InlineData("163000 N·m", "torqueThousand")]
    public void A_torque_in_the_wrong_unit_is_noticed(string torque, string caution) =>
        Assert.Contains(Samples.Run(("tightening.aim", torque)).Cautions, c => c.Id == caution);

    [Fact]
    public void A_micrometer_finds_more_stretch_than_the_grip_has()
    {
        var r = Samples.Run();
        double f = r[Terms.Preload], e = 207_000;
        Assert.Equal((f / r[Terms.BoltStiffness]) + (f * 8 / (r[Terms.ShankArea] * e)) + (f * 8 / (r[Terms.RootArea] * e)),
            r[Terms.MeasuredStretch], 1e-9);
        Assert.Equal(f / r[Terms.BoltStiffness], r[Terms.BoltStretch], 1e-9);
    }

    [Fact]
    public void The_whole_torsion_counts_while_tightening()
    {
        var r = Samples.Run();
        double d2 = r[Terms.PitchDiameter], f = r[Terms.Preload], at = r[Terms.TensileStressArea];
        var torsion = 16 * (r[Terms.PitchTorque]
            + r[Terms.ThreadFrictionTorque]) / (Math.PI * Math.Pow((d2 + r[Terms.RootDiameter]) / 2, 3));
        Assert.Equal(Math.Sqrt((f / at * f / at) + (3 * torsion * torsion)) / 640, r[Terms.TighteningUtilisation], 1e-12);
        // At the tight end 0.9 of yield must not be passed: a verdict of its own.
        var tight = r[Terms.PreloadTight];
        Assert.Equal(0.9 * 640 * f / tight / Math.Sqrt((f / at * f / at) + (3 * torsion * torsion)), r.Check(MachineBasis.Tightening)
            .Factor!.Value, 1e-9);
    }

    [Fact]
    public void A_locking_feature_twists_the_bolt_as_well()
    {
        var (free, locked) = (Samples.Run(), Samples.Run(("tightening.prevailingTorque", "30 N·m")));
        Assert.Equal(free[Terms.Preload], locked[Terms.Preload], 1e-6);
        Assert.True(locked[Terms.TighteningUtilisation] > free[Terms.TighteningUtilisation]);
        Assert.True(locked.Check(MachineBasis.Yield).Factor < free.Check(MachineBasis.Yield).Factor);
    }

    [Theory]
    [InlineData("zinc")]
    [InlineData("dry")]
    [InlineData("unknown")]
    [InlineData("lubricated")]
    [InlineData("moly")]
    public void A_target_that_nobody_stated_never_falls_short_by_itself(string finish)
    {
        var r = Samples.Run(("tightening.aim", ""), ("tightening.lubrication", finish), ("judging.required.tightening", ""),
            ("loads[0].tension", ""), ("loads[0].shear", ""));
        Assert.True(r.Check(MachineBasis.Proof).Holds);
        Assert.True(r.Check(MachineBasis.Tightening).Holds);
        Assert.NotNull(r.Joint.Tightening.AimChosen);
        // As much as may be: one per cent more would pass, or three quarters of proof are reached.
        var percent = (int)Math.Round(r.Joint.Tightening.AimValue * 100);
        Assert.True(percent <= 75);
        if (percent == 75) return;
        Assert.Contains("at 75 % the tight end would pass", r.Joint.Tightening.AimChosen, StringComparison.Ordinal);
        var more = Samples.Run(("tightening.aim", $"{percent + 1} %"), ("tightening.lubrication", finish),
            ("judging.required.tightening", ""));
        Assert.False(more.Check(MachineBasis.Proof).Holds && more.Check(MachineBasis.Tightening).Holds);
        // Axiom of the search for it: below, nothing is passed again.
        for (var lower = 5; lower < percent; lower += 5)
        {
            var less = Samples.Run(("tightening.aim", $"{lower} %"), ("tightening.lubrication", finish), ("judging.required.tightening", ""));
            Assert.True(less.Check(MachineBasis.Proof).Holds && less.Check(MachineBasis.Tightening).Holds);
        }
    }

    [Fact]
    public void Friction_from_a_table_counts_with_its_whole_band_and_a_test_narrows_it()
    {
        var dry = Samples.Run(("tightening.lubrication", "dry"));
        Assert.Equal(dry[Terms.Preload] * 0.30 / 0.20, dry[Terms.PreloadTight], 1e-6);
        var tested = Samples.Run(("tightening.lubrication", "dry"), ("tightening.nutFactor", "0.3"));
        Assert.Equal(tested[Terms.Preload] * 1.35, tested[Terms.PreloadTight], 1e-6);
        // Where the preload does not follow from a torque, the friction does not come in.
        var turned = Samples.Run(("tightening.lubrication", "dry"), ("tightening.method", "turn"));
        Assert.Equal(turned[Terms.Preload] * 1.15, turned[Terms.PreloadTight], 1e-6);
    }

    [Fact]
    public void A_washer_too_soft_for_its_bolt_is_refused_with_the_one_that_fits()
    {
        var fault = Assert.Single(Samples.Faults(("bolts.grade", "10.9"), ("washers.head", "plain")));
        Assert.Equal("washers.head", fault.Path);
        Assert.Equal("hardened", Assert.Single(fault.Mends).Text);
        Assert.Empty(Samples.Faults(("bolts.grade", "10.9"), ("washers.head", "hardened")));
        Assert.Empty(Samples.Faults(("bolts.grade", "8.8"), ("washers.head", "plain")));
    }

    [Fact]
    public void Too_little_or_too_much_thread_beyond_the_nut_is_cautioned()
    {
        Assert.Contains(Samples.Run(("bolts.length", "47 mm")).Cautions, c => c.Id == "threadShowing");
        Assert.Contains(Samples.Run(("bolts.length", "70 mm"), ("bolts.threadLength", "70 mm")).Cautions, c => c.Id == "longBolt");
        Assert.DoesNotContain(Samples.Run().Cautions, c => c.Id is "threadShowing" or "longBolt");
    }

    [Fact]
    public void Stiff_joints_are_hard_and_gaskets_make_them_softer()
    {
        Assert.Equal(JointRate.Hard, Samples.Run().Rate);
        JointRate With(string gasket) => Samples.Run(("layers[0].material", gasket), ("layers[0].thickness", "3 mm"),
            ("layers[0].edgeDistance", "")).Rate;
        Assert.Equal(JointRate.Medium, With("Gasket sheet, fibre"));
        Assert.Equal(JointRate.Soft, With("Gasket sheet, rubber"));
    }

    [Fact]
    public void Faces_embed_by_their_number_roughness_and_load_and_washers_add_nothing()
    {
        // thread, under each, inner, µm; by roughness, without and with shear on the joint.
        var table = new Dictionary<(string, bool), (double Thread, double Under, double Inner)>
        {
            [("fine", false)] = (3, 2.5, 1.5), [("usual", false)] = (3, 3, 2), [("rough", false)] = (3, 4, 3),
            [("fine", true)] = (3, 3, 2), [("usual", true)] = (3, 4.5, 2.5), [("rough", true)] = (3, 6.5, 3.5),
        };
        var seen = 0;
        foreach (var ((roughness, sheared), (thread, under, inner)) in table)
        {
            foreach (var end in new[] { "nut", "tapped", "insert" })
            {
                foreach (var washers in new[] { "none", "plain" })
                {
                    foreach (var third in new[] { "", "S355", "Gasket sheet, fibre" })
                    {
                        var document = Samples.With(("tightening.roughness", roughness), ("threadEnd.kind", end), ("washers.head", washers), ("layers[1].thickness", "40 mm"));
                        if (end == "nut") Typing.Set(document, "washers.nut", washers, Core.Quantities.UnitSystem.Si);
                        if (!sheared) Typing.Set(document, "loads[0].shear", "", Core.Quantities.UnitSystem.Si);
                        if (third.Length > 0)
                        {
                            Typing.Add(document, "layers");
                            foreach (var (path, text) in new[] { ("layers[2].thickness", "40 mm"), ("layers[2].material", "S355"), ("layers[1].thickness", "2 mm"), ("layers[1].material", third) }) Typing.Set(document, path, text, Core.Quantities.UnitSystem.Si);
                        }
                        var joint = Samples.Read(document);
                        var inners = third.Length == 0 ? 1 : third == "S355" ? 2 : 0;
                        var expected = ((end == "insert" ? 2 : 1) * thread) + ((end == "nut" ? 2 : 1) * under) + (inners * inner);
                        Assert.Equal(expected / 1000, joint.Tightening.Settling, 12);
                        seen++;
                    }
                }
            }
        }
        Assert.Equal(108, seen);
    }

    [Fact]
    public void A_nut_that_is_turned_leaves_its_whole_torsion_however_the_preload_is_measured_and_a_tensioner_a_tenth()
    {
        foreach (var method in Core.Catalogue.Standards.Methods)
        {
            foreach (var prevailing in new[] { 0, 20 })
            {
                var m = Mechanics<Core.Formulas.Plain>.Of(Samples.Joint(("bolts.thread", "M30"), ("bolts.grade", "10.9"), ("bolts.count", "8"), ("tightening.method", method.Name), ("tightening.aim", "75 %"),
                    ("tightening.prevailingTorque", prevailing == 0 ? "" : $"{prevailing} N·m")));
                var (fi, p, d2, d3) = (m.PreloadTight.Value, m.Thread.Pitch.Value, m.Thread.PitchDiameter.Value, m.Thread.RootDiameter.Value);
                var turned = fi * ((p / (2 * Math.PI)) + (m.ThreadFriction.Value * d2 / (2 * Math.Cos(Math.PI / 6))));
                var torque = ((method.Name == "tensioner" ? 0.1 : 1) * turned) + (prevailing * 1000);
                var tau = 16 * torque / (Math.PI * Math.Pow((d2 + d3) / 2, 3));
                var sigma = fi / m.Thread.StressArea.Value;
                Assert.Equal(0.9 * 940 / Math.Sqrt((sigma * sigma) + (3 * tau * tau)), Core.Checks.Machine.TighteningCheck.FactorOf(m).Value, 1e-9);
            }
        }
        // Stated, it counts for any method; and the target chosen for a tensioner is the usual one where torque would have lowered it.
        Assert.Equal(0.4, Samples.Joint(("tightening.method", "stretch"), ("tightening.torsionShare", "0.4")).Tightening.Method.TorsionShare);
        Assert.Equal(0.75, Samples.Joint(("bolts.thread", "M30"), ("bolts.grade", "8.8"), ("tightening.method", "tensioner"), ("tightening.aim", "")).Tightening.AimValue);
    }

    [Fact]
    public void A_bolt_pressed_slack_has_nothing_and_the_parts_the_whole_load()
    {
        var kept = 0;
        foreach (var pressed in new[] { 50, 200, 400, 800, 1600, 3200 })
        {
            foreach (var aim in new[] { "5 %", "30 %", "75 %" })
            {
                var r = Samples.Run(("loads[0].tension", $"-{pressed} kN"), ("tightening.aim", aim));
                var on = r.Cases[0];
                var closed = r[Terms.PreloadMax] - (r[Terms.LoadShare] * pressed * 250.0);
                Assert.Equal(Math.Max(0, closed), on.BoltForce, 1e-6);
                Assert.True(on.ClampLeft >= (pressed * 250.0) - 1e-6);
                if (closed < 0) kept++;
            }
        }
        Assert.True(kept >= 4, $"only {kept} were slack");
    }

    [Fact]
    public void A_swing_that_presses_the_bolt_slack_is_followed_by_the_force_that_is_there()
    {
        // By the real force at the grown load, stepped: the factor is the first n at which Goodman is reached, or there is none.
        var (kept, random) = (0, new Random(3));
        for (var i = 0; i < 150; i++)
        {
            var (upper, lower, aim) = (random.Next(-400, 300), random.Next(-1500, -100), random.Next(3, 60));
            if (upper <= lower) continue;
            var document = Samples.With(("loads[0].tension", $"{upper} kN"), ("tightening.aim", $"{aim} %"), ("loads[0].shear", ""));
            Typing.Add(document, "loads");
            Typing.Set(document, "loads[1].tension", $"{lower} kN", Core.Quantities.UnitSystem.Si);
            Typing.Set(document, "loads[1].name", "Low", Core.Quantities.UnitSystem.Si);
            Typing.Set(document, "loads[0].alternatesWith", "Low", Core.Quantities.UnitSystem.Si);
            var (joint, _) = JointDocument.Read(document.ToJsonString());
            if (joint is null) continue;
            var m = Mechanics<Core.Formulas.Plain>.Of(joint);
            var load = Core.LoadPath.BoltLoad<Core.Formulas.Plain>.Of(joint, 0, joint.Sharing.Cases[0][0], joint.Bolts.Count);
            if (!load.Swings) continue;
            var se = Core.Checks.Machine.FatigueCheck.Strength(m, m.PreloadMax).Value;
            var found = Core.Checks.Machine.FatigueCheck.AtPreload(m, load, FatigueCriterion.Goodman, m.PreloadMax).Value;
            double Used(double n)
            {
                double Force(double p) => Core.LoadPath.JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, new Core.Formulas.Plain(n * p)).Value / m.Thread.StressArea.Value;
                var (a, b) = (Force(load.Swing.Max.Value), Force(load.Swing.Min.Value));
                return ((a - b) / 2 / se) + ((a + b) / 2 / joint.Bolts.Grade.Tensile);
            }
            if (double.IsPositiveInfinity(found)) { for (var n = 0.05; n < 60; n *= 1.1) Assert.True(Used(n) < 1, $"{upper}, {lower}, {aim}: used {Used(n)} at {n}"); }
            else if (found > 0)
            {
                Assert.Equal(1, Used(found), 1e-6);
                for (var n = found * 0.999; n > 0.001; n *= 0.9) Assert.True(Used(n) <= 1 + 1e-9, $"{upper}, {lower}, {aim}: used {Used(n)} at {n}, found {found}");
            }
            if (m.PreloadMax.Value + (m.LoadShare.Value * load.Swing.Min.Value * Math.Min(found, 60)) < 0) kept++;
        }
        Assert.True(kept > 40, $"only {kept} went slack");
    }

    [Fact]
    public void Countersunk_heads_pull_through_by_the_least_diameter_that_they_really_have()
    {
        var seen = 0;
        foreach (var head in Core.Catalogue.Standards.Heads.Where(h => h.Countersunk))
        {
            Assert.True(head.MeanWidth < head.Across, head.Source);
            Assert.Equal(head.BearingDiameter, head.MeanWidth);
            seen++;
        }
        Assert.True(seen > 15, $"only {seen}");
    }

    /// <summary>
    /// A code's least pretension is met to the last figure by what is aimed at: the figure that a wrench is set to lies at it or above, never
    /// a round one below.
    /// </summary>
    [Fact]
    public void A_torque_in_a_call_out_is_never_below_a_least_pretension()
    {
        var post = Samples.Demo.Single(d => d.Name.Contains("al-19", StringComparison.Ordinal)).Joint.Said;
        var compared = 0;
        foreach (var thread in new[] { "M12", "M16", "M20", "M22", "M24", "M27", "M30" })
        foreach (var grade in new[] { "8.8", "10.9" })
        foreach (var finish in new[] { "zinc", "dry", "lubricated", "moly" })
        {
            var said = post.With(Fields.Thread.To(thread), Fields.Grade.To(grade), Fields.Lubrication.To(finish));
            if (JointRules.JointOf(said.With([.. JointRules.HarderWashers(said)]), []) is not { } joint) continue;
            var result = Evaluation.Run(joint);
            if (result.Joint.Tightening.Aim != AimKind.Structural) continue;
            var set = double.Parse(CallOut.Of(result, UnitSystem.Si).Figure.Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
            Assert.True(set >= (result[Terms.Torque] / 1000) - 1e-6, $"{thread} {grade} {finish}: {set} for {result[Terms.Torque] / 1000}");
            compared++;
        }
        Assert.True(compared >= 30, $"{compared}");
    }
}
