using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using System.Text.Json.Nodes;
using CsCheck;
using Hasp.Core;
using Check = Hasp.Core.Checks.Check;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Tests.Evaluating;

/// <summary>The joint as a whole: worked by hand where a hand can, and what must hold for every joint.</summary>
public sealed class EvaluationTests
{
    [Fact]
    public void The_sample_agrees_with_the_hand_calculation()
    {
        // M16, At 156.668 mm²; Sp 580, Sy 640 MPa; grip 32 mm, hex face 22.49 mm, hole 17.5 mm; 18 kN apart, 6 kN across a bolt.
        var r = Samples.Run();
        Assert.Equal(50, r.Joint.Bolts.Length);
        Assert.Equal(38, r.Joint.Bolts.ThreadLength);
        var preload = 0.75 * 580 * 156.668;
        Assert.Equal(preload, r[Terms.Preload], 1.0);
        Assert.Equal(0.18 * 16 * preload, r[Terms.Torque], 10.0);
        // With shear on the joint: 3 in the thread, 4.5 under head and nut each, 2.5 between the two parts, µm.
        Assert.Equal(0.003 + (2 * 0.0045) + 0.0025, r.Joint.Tightening.Settling, 12);
        var share = r[Terms.BoltStiffness] / (r[Terms.BoltStiffness] + r[Terms.MemberStiffness]);
        var loss = 0.0145 / ((1 / r[Terms.BoltStiffness]) + (1 / r[Terms.MemberStiffness]));
        var least = (0.75 * preload) - loss - (0.05 * preload);
        var most = 1.25 * preload;
        Near(580 * 156.668 / (most + (share * 18_000)), MachineBasis.Proof);
        Near(Math.Min(((580 * 156.668) - preload) / (share * 18_000), 580 * 156.668 / 18_000), MachineBasis.Load);
        Near(least / ((1 - share) * 18_000), MachineBasis.Opening);
        Near(0.3 * (least - ((1 - share) * 18_000)) / 6_000, MachineBasis.Slip);
        Near(0.577 * 640 * 156.668 / 6_000, MachineBasis.Shear);
        Near(355 / (6_000 / (16 * 12.0)), MachineBasis.Bearing);
        Near(0.577 * 355 / (6_000 / (2 * (40 - 8.75) * 12)), MachineBasis.TearOut);
        Near(710 / ((most + (share * 18_000)) / (Math.PI / 4 * ((22.49 * 22.49) - (17.5 * 17.5)))), MachineBasis.UnderHead);
        void Near(double expected, Check check) => Assert.Equal(expected, r.Check(check).Factor!.Value, 1e-4 * expected);
    }

    [Fact]
    public void Combined_is_where_von_mises_reaches_yield()
    {
        var r = Samples.Run(("loads[0].shear", "200 kN"), ("loads[0].tension", "60 kN"));
        var n = r.Check(MachineBasis.Combined).Factor!.Value;
        var at = r[Terms.TensileStressArea];
        var axial = r[Terms.PreloadMax] + (r[Terms.LoadShare] * n * 15_000);
        var vonMises = Math.Sqrt(Math.Pow(axial / at, 2) + (3 * Math.Pow(n * 50_000 / at, 2)));
        Assert.Equal(640, vonMises, 1e-6);
    }

    [Fact]
    public void Half_the_tightening_torsion_counts_against_yield()
    {
        // K 0.18 stands for the friction with which the long form gives the very same torque; Dm between 22.49 mm face and 17.5 mm hole.
        var r = Samples.Run();
        double d2 = r[Terms.PitchDiameter], d3 = r[Terms.RootDiameter], dm = (22.49 + 17.5) / 2, cos = Math.Cos(Math.PI / 6);
        var mu = r[Terms.ThreadFriction];
        Assert.Equal(mu, r[Terms.BearingFriction]);
        Assert.Equal(r[Terms.Torque], r[Terms.Preload] * ((2 / (2 * Math.PI)) + (mu * d2 / (2 * cos)) + (mu * dm / 2)), 1e-6);
        Assert.Equal(r[Terms.Torque], r[Terms.PitchTorque] + r[Terms.ThreadFrictionTorque] + r[Terms.BearingFrictionTorque], 1e-6);
        var most = r[Terms.PreloadMax];
        var torsion = 16 * most * ((2 / (2 * Math.PI)) + (mu * d2 / (2 * cos))) / (Math.PI * Math.Pow((d2 + d3) / 2, 3));
        var tension = (most + (r[Terms.LoadShare] * 18_000)) / r[Terms.TensileStressArea];
        Assert.Equal(640 / Math.Sqrt((tension * tension) + (3 * Math.Pow(torsion / 2, 2))), r.Check(MachineBasis.Yield).Factor!.Value,
            1e-9);
    }

    [Fact]
    public void A_load_between_the_parts_reaches_the_bolt_by_less()
    {
        var (head, between) = (Samples.Run(), Samples.Run(("judging.loadIntroduction", "0.5")));
        Assert.Equal(head[Terms.LoadShare], between[Terms.LoadShare]);
        Assert.Equal(head[Terms.LoadShare] / 2, between[Terms.EffectiveShare], 1e-12);
        Assert.True(between.Check(MachineBasis.Proof).Factor > head.Check(MachineBasis.Proof).Factor);
        Assert.True(between.Check(MachineBasis.Opening).Factor < head.Check(MachineBasis.Opening).Factor);
    }

    [Fact]
    public void Schools_of_stiffness_stand_side_by_side_and_the_fit_only_where_it_holds()
    {
        var alike = Samples.Run().StiffnessSchools;
        Assert.Equal(["cones, 30°", "45° mean cylinders", "one-equation fit"], alike.Select(s => s.Name));
        Assert.All(alike, s => Assert.InRange(s.LoadShare, 0.05, 0.6));
        Assert.Equal(2, Samples.Run(("layers[0].material", "EN-GJL-250")).StiffnessSchools.Count);
    }

    [Fact]
    public void An_open_joint_says_so_and_its_bolt_carries_the_whole_load()
    {
        var r = Samples.Run(("loads[0].tension", "480 kN"));
        Assert.Equal(JointState.Open, r.Cases[0].State);
        Assert.Equal(120_000, r.Cases[0].BoltForce, 1e-9);
        Assert.Equal(0, r.Cases[0].ClampLeft);
        Assert.Equal(580 * r[Terms.TensileStressArea] / 120_000, r.Check(MachineBasis.Proof).Factor!.Value, 1e-9);
        Assert.Contains("apart", r.Check(MachineBasis.Proof).Note, StringComparison.Ordinal);
        Assert.Equal(0, r.Check(MachineBasis.Slip).Factor);
        Assert.False(r.Holds);
    }

    [Fact]
    public void A_joint_that_opens_only_at_the_smallest_preload_says_that()
    {
        var r = Samples.Run(("loads[0].tension", "260 kN"));
        Assert.Equal(JointState.OpensAtSmallest, r.Cases[0].State);
        Assert.True(r.Check(MachineBasis.Opening).Factor < 1);
    }

    [Fact]
    public void Without_pull_or_shear_there_is_nothing_to_check_but_the_tightening()
    {
        var r = Samples.Run(("loads[0].tension", "-40 kN"), ("loads[0].shear", ""));
        Assert.Equal([MachineBasis.Proof.Id, MachineBasis.Tightening.Id, MachineBasis.UnderHead.Id, MachineBasis.Yield.Id],
            r.Checks.Where(c => c.Factor is not null).Select(c => c.Check.Id).Order());
        // Pressing together eases the bolt, but it stood at its full preload before.
        Assert.Equal(r[Terms.ProofLoad] / r[Terms.PreloadMax], r.Check(MachineBasis.Proof).Factor!.Value, 1e-9);
        Assert.All(r.Checks.Where(c => c.Factor is null), c => Assert.NotEmpty(c.Note));
    }

    [Theory]
    // Shank of M16 × 90 (b 38): 52 mm, sure to 42 mm (five pitches). The plane stands at the first part's thickness.
    [InlineData("40 mm", "shank in the plane")]
    [InlineData("42 mm", "shank in the plane")]
    [InlineData("45 mm", "thread runout in the plane, taken as thread")]
    [InlineData("55 mm", "thread in the plane")]
    public void Thread_or_shank_in_the_plane_comes_from_the_drawing(string thickness, string words)
    {
        var r = Samples.Run(("bolts.length", "90 mm"), ("layers[0].thickness", thickness), ("layers[1].thickness", "14 mm"));
        Assert.Equal(words, r.Check(MachineBasis.Shear).Place);
        var area = words.StartsWith("shank", StringComparison.Ordinal) ? Math.PI * 64 : r[Terms.TensileStressArea];
        Assert.Equal(0.577 * 640 * area / 6_000, r.Check(MachineBasis.Shear).Factor!.Value, 1e-6);
    }

    [Fact]
    public void Double_cover_has_two_planes_and_shares_the_shear()
    {
        var document = Samples.With(("layers[0].thickness", "10 mm"));
        Typing.Add(document, "layers");
        Typing.Set(document, "layers[2].thickness", "12 mm", UnitSystem.Si);
        Typing.Set(document, "layers[2].edgeDistance", "40 mm", UnitSystem.Si);
        var joint = JointDocument.Read(document.ToJsonString()).Joint!;
        var stack = Stack.Of(joint);
        Assert.Equal(2, stack.Planes.Length);
        Assert.Equal([0.5, 1, 0.5], stack.LayerShare);
        var r = Evaluation.Run(joint);
        // 6 kN a bolt: 3 kN in each plane; the middle part brings all of it, the thin cover half.
        Assert.Equal(Math.Min(355 / (6_000 / (16 * 20.0)), 355 / (3_000 / (16 * 10.0))), r.Check(MachineBasis.Bearing).Factor!.Value, 1e-9);
        Assert.Equal(2, r[Terms.ShearPlanes]);
    }

    [Fact]
    public void Parts_that_pull_one_way_leave_nothing_to_resist_shear_and_that_is_said()
    {
        var r = Samples.Run(("layers[0].side", "left"), ("layers[1].side", "left"));
        Assert.Null(r.Check(MachineBasis.Shear).Factor);
        Assert.Contains(r.Cautions, c => c.Id == "noShearPlane");
    }

    [Fact]
    public void Both_schools_of_bearing_and_tear_out_are_shown()
    {
        var r = Samples.Run();
        var bearing = r.Check(MachineBasis.Bearing).Schools;
        Assert.Equal(2, bearing.Count);
        Assert.Equal(Math.PI / 4, bearing[1].Factor / bearing[0].Factor, 1e-9);
        var tear = r.Check(MachineBasis.TearOut).Schools;
        Assert.Equal(40 / (40 - 8.75), tear[1].Factor / tear[0].Factor, 1e-9);
    }

    [Fact]
    public void The_handbook_switch_takes_the_nominal_preload_and_says_what_that_leaves_out()
    {
        var r = Samples.Run(("judging.preload", "nominal"));
        Assert.Equal(r[Terms.Preload], r[Terms.PreloadMax]);
        Assert.Equal(r[Terms.Preload], r[Terms.PreloadMin]);
        Assert.Contains(r.Cautions, c => c.Id == "nominalPreload" && c.Text.Contains("25 %", StringComparison.Ordinal));
    }

    [Fact]
    public void A_check_required_at_nothing_is_shown_and_does_not_judge()
    {
        var r = Samples.Run(("judging.required.slip", "0"), ("faceFriction", "0.01"));
        Assert.True(r.Check(MachineBasis.Slip).Factor < 1);
        Assert.Null(r.Check(MachineBasis.Slip).Reserve);
        Assert.True(r.Holds);
    }

    [Theory]
    [InlineData("tightening.aim", "400 N·m", "tighteningBreaks")]
    [InlineData("tightening.aim", "95 kN", "tighteningAboveProof")]
    [InlineData("tightening.aim", "12 N·m", "tighteningLow")]
    [InlineData("tightening.lubrication", "dry", "dryTorque")]
    [InlineData("layers[0].material", "EN-GJL-250", "brittle")]
    [InlineData("layers[0].edgeDistance", "20 mm", "edgeDistance")]
    [InlineData("layers[0].edgeDistance", "", "edgeNotStated")]
    [InlineData("layers[0].material", "Stainless 316", "dissimilarMetals")]
    public void Says_the_caution_that_applies(string path, string text, string id) =>
        Assert.Contains(Samples.Run((path, text)).Cautions, c => c.Id == id);

    [Theory]
    [InlineData("zinc", true)]
    [InlineData("cadmium", true)]
    [InlineData("lubricated", false)]
    public void Electroplated_high_hardness_bolts_are_warned_about(string finish, bool warned) =>
        Assert.Equal(warned, Samples.Run(("bolts.grade", "12.9"), ("tightening.lubrication", finish))
            .Cautions.Any(c => c.Id == "embrittlement"));

    [Fact]
    public void Ordinary_grades_in_cadmium_are_not_warned_of_embrittlement() =>
        Assert.DoesNotContain(Samples.Run(("tightening.lubrication", "cadmium")).Cautions, c => c.Id == "embrittlement");

    [Fact]
    public void More_preload_never_lowers_the_opening_factor() =>
        Gen.Select(Gen.Double[5, 100], Gen.Double[1, 40]).Sample((aim, more) =>
        {
            var low = Samples.Run(("tightening.aim", $"{aim} kN")).Check(MachineBasis.Opening).Factor;
            var high = Samples.Run(("tightening.aim", $"{aim + more} kN")).Check(MachineBasis.Opening).Factor;
            return high >= low;
        }, iter: 60);

    [Fact]
    public void The_same_joint_in_inches_gives_the_same_factors() =>
        Gen.Select(Gen.Double[5, 40], Gen.Double[5, 40], Gen.Double[1, 200]).Sample((a, b, load) =>
        {
            var mm = Samples.Run(("layers[0].thickness", $"{a} mm"), ("layers[1].thickness", $"{b} mm"),
                ("loads[0].tension", $"{load} kN"));
            var inch = Samples.Run(
                ("layers[0].thickness", QuantityText.Exact(a, Units.Of(Dimension.Length, "in"))),
                ("layers[1].thickness", QuantityText.Exact(b, Units.Of(Dimension.Length, "in"))),
                ("loads[0].tension", QuantityText.Exact(load * 1000, Units.Of(Dimension.Force, "lbf"))));
            return mm.Checks.All(c => Math.Abs((inch.Check(c.Check).Factor ?? 0) - (c.Factor ?? 0)) <= 1e-9 * (c.Factor ?? 1));
        }, iter: 60);

    [Fact]
    public void What_bolt_and_parts_take_of_a_load_sums_to_the_load() =>
        Gen.Select(Gen.Double[1, 90], Gen.Double[0.2, 1]).Sample((load, introduction) =>
        {
            var r = Samples.Run(("loads[0].tension", $"{load} kN"),
                ("judging.loadIntroduction", introduction.ToString("R", System.Globalization.CultureInfo.InvariantCulture)),
                ("judging.preload", "nominal"));
            var c = r.Cases[0];
            var taken = c.BoltForce - r[Terms.Preload] + (r[Terms.Preload] - c.ClampLeft);
            return c.State != JointState.Closed || Math.Abs(taken - c.Tension) < 1e-6;
        }, iter: 60);

    [Fact]
    public void No_joint_that_is_taken_has_a_factor_that_is_no_number() =>
        Gen.Int[0, 1_000_000].Sample(seed =>
        {
            var random = new Random(seed);
            string Pick(params string[] of) => of[random.Next(of.Length)];
            var document = Samples.With(
                ("bolts.thread", Pick("M3", "M8", "M16", "M16x1.5", "M24", "M39", "1/4-20 UNC", "3/4-10 UNC", "1-1/2-6 UNC")),
                ("bolts.grade", Pick("4.6", "8.8", "12.9", "A4-80", "SAE 5", "SAE 8", "B7")),
                ("bolts.count", Pick("1", "3", "24")), ("bolts.head", Pick("hex", "socket", "countersunk", "flange", "stud")),
                ("washers.head", Pick("none", "plain", "large")), ("washers.nut", Pick("none", "plain")),
                ("hole.fit", Pick("fine", "medium", "coarse")), ("layers[0].thickness", $"{1 + (60 * random.NextDouble())} mm"),
                ("layers[1].thickness", $"{1 + (60 * random.NextDouble())} mm"),
                ("layers[0].edgeDistance", Pick("", "60 mm", "90 mm")),
                ("layers[1].material", Pick("S235", "EN-GJL-250", "Aluminium 6082-T6")),
                ("loads[0].tension", $"{(200 * random.NextDouble()) - 50} kN"), ("loads[0].shear", Pick("", "0.1 kN", "90 kN")),
                ("tightening.aim", Pick("", "10 %", "100 %", "50 kN", "3 N·m")), ("judging.coneBore", Pick("nominal", "hole")),
                ("judging.coneHalfAngle", Pick("20 deg", "30 deg", "45 deg")),
                ("threadEnd.kind", Pick("", "nut", "tapped", "insert")), ("threadEnd.threadDepth", Pick("", "", "20 mm")),
                ("layers[0].width", Pick("", "200 mm")),
                ("layers[0].side", Pick("", "none")), ("loads[0].alternatesWith", Pick("", "unloaded")),
                ("fatigue.threads", Pick("", "rolled", "rolled after")),
                ("fatigue.endurance", Pick("", "", "table", "estimated", "amplitude")),
                ("fatigue.criterion", Pick("goodman", "gerber", "elliptic")), ("fatigue.slope", Pick("", "5")),
                ("loads[0].cycles", Pick("", "1000")), ("temperature.parts", Pick("", "-30 °C", "120 °C")),
                ("loads[0].pressure", Pick("", "6 bar")), ("seal.area", Pick("", "9000 mm2")),
                ("tightening.prevailingTorque", Pick("", "2 N·m")), ("judging.loadIntroduction", Pick("", "0.4")),
                ("judging.threadArea", Pick("stress", "root")), ("judging.bearingArea", Pick("projected", "quarter")));
            if (JointDocument.Read(document.ToJsonString()).Joint is not { } joint) return;
            var result = Evaluation.Run(joint);
            string[] wrong =
            [
                .. result.Checks.Where(c => c.Factor is { } f && !double.IsFinite(f)).Select(c => c.Check.Id),
                .. result.Values.Where(v => !double.IsFinite(v.Value)).Select(v => v.Term.Id),
                .. result.Fatigue.Where(f => !double.IsFinite(f.Amplitude) || !double.IsFinite(f.Mean)).Select(_ => "swing"),
            ];
            Assert.True(wrong.Length == 0, string.Join(", ", wrong) + " in " + document.ToJsonString());
            Assert.True(result[Terms.LoadShare] is > 0 and < 1 && result[Terms.PreloadMin] <= result[Terms.PreloadMax],
                document.ToJsonString());
        }, iter: 2_000);

    [Fact]
    public void The_order_of_load_cases_does_not_matter()
    {
        var document = Samples.With();
        document["loads"] = JsonNode.Parse("""[{"name":"a","tension":"20 kN","shear":"3 kN"},{"name":"b","tension":"72 kN"},{"name":"c","shear":"24 kN"}]""");
        var forward = Evaluation.Run(JointDocument.Read(document.ToJsonString()).Joint!);
        document["loads"] = JsonNode.Parse("""[{"name":"c","shear":"24 kN"},{"name":"b","tension":"72 kN"},{"name":"a","tension":"20 kN","shear":"3 kN"}]""");
        var backward = Evaluation.Run(JointDocument.Read(document.ToJsonString()).Joint!);
        Assert.All(forward.Checks.Where(c => c.Factor is not null), c =>
        {
            var other = backward.Check(c.Check);
            Assert.Equal(c.Factor, other.Factor);
            if (!c.Check.Info.WithoutLoad) Assert.Equal(forward.Joint.Cases[c.Case].Name, backward.Joint.Cases[other.Case].Name);
        });
    }

    [Fact]
    public void Shares_of_the_bolts_sum_to_the_load()
    {
        var r = Samples.Run(("bolts.count", "7"));
        Assert.Equal(72_000, r.Cases[0].Tension * 7, 1e-9);
        Assert.Equal(24_000, r.Cases[0].Shear * 7, 1e-9);
    }

    [Fact]
    public void The_finder_judges_each_cell_as_the_bench_would()
    {
        var joint = Samples.Joint();
        var sizes = Core.Catalogue.Standards.Threads.Where(t => t.Series == "metric coarse" && t.Diameter is >= 8 and <= 30).ToList();
        var grades = new[] { "4.6", "8.8", "10.9", "A4-80" };
        var rows = Finder.Search(joint.Said, sizes, grades, 12);
        foreach (var cell in rows.SelectMany(r => r).Where(c => c.Refusal is null))
        {
            foreach (var n in new[] { 1, 4, 12 })
            {
                var whole = Evaluation.Run(Samples.Joint(("bolts.thread", cell.Thread.Designation), ("bolts.grade", cell.Grade),
                    ("bolts.count", $"{n}")));
                Assert.Equal(whole.GoverningReserve!.Value, cell.ByCount[n - 1].Reserve, 1e-12);
                Assert.Equal(whole.Holds, cell.ByCount[n - 1].Holds);
                Assert.Equal(whole.Governing!.Check, cell.ByCount[n - 1].Check);
            }
        }
    }

    [Fact]
    public void The_finder_says_why_a_cell_is_refused()
    {
        var joint = Samples.Joint(("hole.diameter", "17.5 mm"));
        var sizes = new[] { "M16", "M20" }.Select(s => Core.Catalogue.Standards.FindThread(s)!).ToList();
        var rows = Finder.Search(joint.Said, sizes, ["8.8", "9.8", "SAE 5"], 4);
        Assert.Null(rows[0][0].Refusal);
        Assert.Contains("hole", rows[1][0].Refusal, StringComparison.Ordinal);
        Assert.Contains("outside", rows[1][1].Refusal, StringComparison.Ordinal);
        Assert.Contains("inch", rows[0][2].Refusal, StringComparison.Ordinal);
    }

    [Fact]
    public void The_preload_window_is_where_the_formulas_say()
    {
        var r = Samples.Run();
        var share = r[Terms.LoadShare];
        double Edge(Check check) => r.Window.TooLoose.Concat(r.Window.TooTight).Single(e => e.Check == check).Preload;
        // Turned round by hand: 18 kN apart, 6 kN across, μ 0.3, one face.
        Assert.Equal((1.25 * 6_000 / 0.3) + ((1 - share) * 18_000), Edge(MachineBasis.Slip), 0.01);
        Assert.Equal(1.2 * (1 - share) * 18_000, Edge(MachineBasis.Opening), 0.01);
        Assert.Equal((580 * r[Terms.TensileStressArea]) - (share * 18_000), Edge(MachineBasis.Proof), 0.01);
        Assert.Equal((710 * Math.PI / 4 * ((22.49 * 22.49) - (17.5 * 17.5))) - (share * 18_000), Edge(MachineBasis.UnderHead), 0.01);
        Assert.Equal(Edge(MachineBasis.Slip), r.Window.From, 1e-9);
        Assert.False(r.Window.Empty);
    }

    [Fact]
    public void What_the_method_leaves_lies_in_the_window_exactly_where_those_checks_hold() =>
        Gen.Select(Gen.Double[10, 120], Gen.Double[0.05, 0.4], Gen.Double[5, 200], Gen.Double[1, 90])
            .Sample((aim, scatter, apart, across) =>
        {
            var r = Samples.Run(("tightening.aim", $"{aim} kN"), ("tightening.scatter", $"{scatter}"), ("loads[0].tension", $"{apart} kN"),
                ("loads[0].shear", $"{across} kN"));
            var within = r[Terms.PreloadMin] >= r.Window.From * (1 - 1e-9) && r[Terms.PreloadMax] <= r.Window.To * (1 + 1e-9);
            return within == r.Checks.Where(c => c.Check.Preload is PreloadUsed.Smallest or PreloadUsed.Largest).All(c => c.Holds);
        }, iter: 200);

    [Fact]
    public void A_window_with_nothing_in_it_says_so()
    {
        var r = Samples.Run(("loads[0].tension", "400 kN"), ("loads[0].shear", "60 kN"));
        Assert.True(r.Window.Empty);
        Assert.Equal(MachineBasis.Slip, r.Window.TooLoose[0].Check);
    }

    [Theory]
    [InlineData("")]
    [InlineData("loads[0].tension=300 kN")]
    [InlineData("loads[0].shear=90 kN")]
    [InlineData("layers[0].edgeDistance=17 mm")]
    [InlineData("faceFriction=0.2")]
    [InlineData("loads[0].alternatesWith=unloaded;loads[0].tension=140 kN;loads[0].shear=4 kN")]
    [InlineData("threadEnd.kind=tapped;layers[1].thickness=40 mm;layers[1].material=EN-GJL-250;bolts.length=25 mm;loads[0].shear=4 kN")]
    [InlineData("loads[0].tension=700 kN;loads[0].shear=100 kN")]
    [InlineData("loads[0].shear=40 kN;layers[0].material=Brass;layers[0].thickness=30 mm")]
    public void Every_way_out_mends_the_joint_as_it_says(string change)
    {
        (string, string)[] changes = [.. change.Split(';', StringSplitOptions.RemoveEmptyEntries)
            .Select(c => (c.Split('=')[0], c.Split('=')[1]))];
        var before = Samples.Run(changes);
        Assert.False(before.Holds);
        var ways = WaysOut.Of(before.Joint);
        Assert.NotEmpty(ways);
        foreach (var way in ways)
        {
            var document = Samples.With(changes);
            Typing.Take(document, way, UnitSystem.Si);
            var after = Evaluation.Run(JointDocument.Read(document.ToJsonString()).Joint!);
            Assert.True(after.Holds, way.Words);
            Assert.Equal(way.Reserve, after.GoverningReserve!.Value, 1e-12);
            Assert.Equal(way.Governs, after.Governing!.Check);
        }
        Assert.Equal(ways.Count, ways.Select(w => w.Id).Distinct().Count());
    }

    /// <summary>Joints at random that fall short, by every basis: what is offered holds once it is taken; where nothing is, it is said why.</summary>
    [Fact]
    public void A_joint_that_falls_short_is_mended_or_told_why_it_cannot_be()
    {
        var random = new Random(17);
        T One<T>(params T[] of) => of[random.Next(of.Length)];
        var (fell, mended, told, slow) = (0, 0, 0, 0.0);
        for (var i = 0; i < 160; i++)
        {
            var basis = One(Core.Checks.Basis.All.Select(b => b.Id).ToArray());
            (string, string)[] changes =
            [
                ("judging.basis", basis), .. Samples.StrengthsOf(basis), ("bolts.thread", One("M10", "M12", "M16", "M20")),
                ("bolts.grade", One("4.6", "8.8", "10.9")), ("bolts.count", One("1", "2", "4", "6")),
                ("layers[0].thickness", One("5 mm", "8 mm", "12 mm")), ("layers[1].thickness", One("6 mm", "10 mm", "20 mm")),
                ("layers[0].edgeDistance", One("20 mm", "30 mm")), ("layers[0].material", One("S235", "S355", "Brass")),
                ("loads[0].tension", $"{One(0, 10, 40, 120)} kN"), ("loads[0].shear", $"{One(0, 8, 30, 90)} kN"), ("faceFriction", ""),
            ];
            if (JointDocument.Read(Samples.With(changes).ToJsonString()).Joint is not { } joint) continue;
            var reserves = TwoReserves.Of(Mechanics<Plain>.Of(joint));
            if (reserves.First.Check < 0 || reserves.Holds) continue;
            fell++;
            var watch = System.Diagnostics.Stopwatch.StartNew();
            var found = WaysOut.Search(joint);
            slow = Math.Max(slow, watch.Elapsed.TotalSeconds);
            if (found.Ways.Count == 0)
            {
                told++;
                Assert.Contains("stays at", found.None, StringComparison.Ordinal);
                continue;
            }
            mended++;
            foreach (var way in found.Ways)
            {
                var document = Samples.With(changes);
                Typing.Take(document, way, UnitSystem.Si);
                var after = Evaluation.Run(JointDocument.Read(document.ToJsonString()).Joint!);
                Assert.True(after.Holds, $"{joint.Judging.Basis.Id} {string.Join(" ", changes)}: {way.Words}: {after.Governing?.Check.Id} {after.GoverningReserve}");
                Assert.Equal(way.Reserve, after.GoverningReserve!.Value, 1e-9 * way.Reserve);
            }
        }
        Assert.True(fell >= 60, $"{fell} fell short");
        Assert.True(mended >= 85 * fell / 100, $"{fell} fell short, {mended} mended, {told} told why; slowest {slow} s");
    }

    [Fact]
    public void Where_no_single_change_mends_two_together_may()
    {
        var ways = WaysOut.Of(Samples.Joint(("loads[0].shear", "40 kN"), ("layers[0].material", "Brass"),
            ("layers[0].thickness", "30 mm")));
        Assert.NotEmpty(ways);
        Assert.All(ways, w => Assert.Contains(", and ", w.Words));
        Assert.All(ways, w => Assert.True(w.Edits.Select(e => e.Path).Distinct().Count() >= 2));
    }

    [Fact]
    public void A_lower_preload_is_no_mend_for_a_joint_that_is_pulled()
    {
        bool Lower(Joint joint) => WaysOut.Of(joint).Any(w => w.Edits.Any(e =>
            e.Path == "tightening.aim" && int.Parse(e.Text.TrimEnd('%', ' ')) < 100 * joint.Tightening.AimValue));
        // Proof is reached under the load, and the tool alone is within it.
        var pulled = Samples.Joint(("tightening.aim", "70 %"), ("loads[0].tension", "260 kN"), ("loads[0].shear", ""));
        Assert.False(TwoReserves.Of(Mechanics<Plain>.Of(pulled)).Holds);
        Assert.False(Lower(pulled));
        // Asked for too much by the tool itself, it is.
        Assert.True(Lower(Samples.Joint(("tightening.aim", "100 %"), ("loads[0].tension", "20 kN"), ("loads[0].shear", "8 kN"))));
    }

    [Theory]
    [InlineData("M16", "90 kN", "", false)]
    [InlineData("M24", "90 kN", "60 kN", false)]
    public void Gear_for_large_pulled_bolts_is_offered_to_no_others(string thread, string tension, string shear, bool offered)
    {
        var ways = WaysOut.Of(Samples.Joint(("bolts.thread", thread), ("loads[0].tension", tension), ("loads[0].shear", shear),
            ("tightening.aim", "30 %")));
        Assert.Equal(offered, ways.Any(w => w.Edits.Any(e => e.Text is "stretch" or "tensioner" or "ultrasonic")));
    }

    [Fact]
    public void The_load_has_a_reserve_of_its_own_and_a_small_load_a_large_one()
    {
        var (some, tenth) = (Samples.Run(), Samples.Run(("loads[0].tension", "7.2 kN"), ("loads[0].shear", "2.4 kN")));
        Assert.True(tenth.Reserves.Load.Value > 5 * some.Reserves.Load.Value);
        // What the tool sets does not move with the load.
        Assert.Equal(some.Reserves.Tightening.Value, tenth.Reserves.Tightening.Value);
        Assert.Equal(Samples.Run(("loads[0].tension", ""), ("loads[0].shear", "")).Reserves.Tightening.Value,
            some.Reserves.Tightening.Value);
        Assert.Equal(some.Reserves.Load.Value, some.GoverningReserve);
    }

    [Fact]
    public void A_check_of_the_tool_counts_for_the_load_by_the_times_it_may_grow()
    {
        // Nothing but proof and yield is judged: the load may grow until the bolt at its largest preload reaches the nearer of them.
        var joint = Samples.Joint([("loads[0].shear", ""),
            .. new[] { "load", "opening", "pullThrough", "underHead", "yield" }.Select(c => ($"judging.required.{c}", "0"))]);
        var m = Mechanics<Plain>.Of(joint);
        var times = TwoReserves.Of(m).Load;
        Assert.Equal(MachineBasis.Proof.Index, times.Check);
        var closed = (m.ProofLoad.Value - m.PreloadMax.Value) / (m.LoadShare.Value * 18_000);
        Assert.Equal(Math.Min(closed, m.ProofLoad.Value / 18_000), times.Value, 1e-6);
    }

    [Fact]
    public void A_joint_holds_where_both_reserves_do()
    {
        var compared = 0;
        Gen.Select(Gen.Double[1, 300], Gen.Double[1, 200], Gen.Int[20, 100]).Sample((tension, shear, share) =>
        {
            string Text(double v) => v.ToString("0.###", System.Globalization.CultureInfo.InvariantCulture);
            var r = Samples.Run(("loads[0].tension", $"{Text(tension)} kN"), ("loads[0].shear", $"{Text(shear)} kN"),
                ("tightening.aim", $"{share} %"));
            Interlocked.Increment(ref compared);
            Assert.Equal(r.Holds, r.Reserves.Holds);
        }, iter: 200);
        Assert.True(compared >= 200);
    }

    [Fact]
    public void The_call_out_reads_like_an_order()
    {
        var callOut = CallOut.Of(Samples.Run(), UnitSystem.Si);
        Assert.Equal("4 × M16 × 50 – 8.8", callOut.Order);
        Assert.Equal("hex head ISO 4014, nut ISO 4032 class 8, no washers, hole 17.5 mm, oiled", callOut.Parts);
        // 195.9 N·m, as a wrench that clicks at 5 N·m can be set.
        Assert.Equal(("Tighten to", "195 N·m", " in three passes"), (callOut.Tighten, callOut.Figure, callOut.After));
        Assert.EndsWith("against 1.25.", callOut.Governs, StringComparison.Ordinal);
        Assert.Matches(@"against 1\.25\. Reserve: load [0-9.]+, tightening [0-9.]+\.$", callOut.Text);
        Assert.Equal("145 ft·lbf", CallOut.Of(Samples.Run(), UnitSystem.Us).Figure);
    }

    [Theory]
    [InlineData("turn", "Snug, then turn by", "°")]
    [InlineData("indicator", "Tighten until the indicators show", "kN")]
    [InlineData("tensioner", "Tension (hydraulic tensioner) so that", "kN")]
    [InlineData("stretch", "Tighten to a stretch (stretch by micrometer) of", "m")]
    [InlineData("feel", "Tighten by feel to about", "N·m")]
    public void The_call_out_says_what_the_method_reads(string method, string tighten, string unit)
    {
        var callOut = CallOut.Of(Samples.Run(("tightening.method", method), ("loads[0].tension", "20 kN"), ("loads[0].shear", "8 kN")),
            UnitSystem.Si);
        Assert.Equal(tighten, callOut.Tighten);
        Assert.EndsWith(unit, callOut.Figure, StringComparison.Ordinal);
    }

    [Fact]
    public void One_bolt_has_no_passes_and_a_joint_that_falls_short_is_no_instruction()
    {
        var one = CallOut.Of(Samples.Run(("bolts.count", "1"), ("loads[0].tension", "10 kN"), ("loads[0].shear", "3 kN")), UnitSystem.Si);
        Assert.DoesNotContain("passes", one.Text, StringComparison.Ordinal);
        var shortFall = CallOut.Of(Samples.Run(("loads[0].shear", "400 kN")), UnitSystem.Si);
        Assert.StartsWith("Falls short, not to be built", shortFall.Text, StringComparison.Ordinal);
        Assert.DoesNotContain("Tighten", shortFall.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_stated_torque_is_said_as_stated_and_a_rounded_one_stays_in_the_window()
    {
        Assert.Equal("187.3 N·m", CallOut.Of(Samples.Run(("tightening.aim", "187.3 N·m")), UnitSystem.Si).Figure);
        var kept = 0;
        Gen.Select(Gen.Int[30, 75], Gen.Int[0, 3].Select(i => new[] { "M8", "M12", "M20", "M30" }[i])).Sample((share, thread) =>
        {
            var result = Samples.Run(("bolts.thread", thread), ("tightening.aim", $"{share} %"), ("loads[0].tension", "6 kN"),
                ("loads[0].shear", "2 kN"), ("judging.required.tightening", "1"));
            if (!result.Holds) return;
            Interlocked.Increment(ref kept);
            var set = Samples.Run(("bolts.thread", thread), ("tightening.aim", CallOut.Of(result, UnitSystem.Si).Figure),
                ("loads[0].tension", "6 kN"), ("loads[0].shear", "2 kN"), ("judging.required.tightening", "1"));
            Assert.True(set.Holds, $"{thread} at {share} %: {CallOut.Of(result, UnitSystem.Si).Figure} falls short");
        }, iter: 120);
        Assert.True(kept > 60, $"only {kept} joints held");
    }

    [Fact]
    public void A_weaker_nut_strips_before_the_bolt_breaks()
    {
        var matched = Samples.Run();
        Assert.Null(matched.Check(MachineBasis.Strip).Factor);
        Assert.Equal("8", matched.Joint.NutClass!.Name);
        Assert.Null(Samples.Run(("threadEnd.nutClass", "10")).Check(MachineBasis.Strip).Factor);
        var weak = Samples.Run(("threadEnd.nutClass", "5"));
        // Proof stress of a class 5 nut to M16 is 610 MPa (ISO 898-2), an 8.8 bolt breaks at 800.
        Assert.Equal(610.0 / 800, weak.Check(MachineBasis.Strip).Factor!.Value, 1e-12);
        Assert.False(weak.Holds);
        Assert.Contains(weak.Cautions, c => c.Id == "weakNut");
        Assert.Contains(Samples.Faults(("threadEnd.nutClass", "DH")), f => f.Path == "threadEnd.nutClass");
    }

    [Fact]
    public void Structural_grades_come_with_heavy_hex_heads_and_nuts()
    {
        var joint = Samples.Joint(("bolts.thread", "3/4-10 UNC"), ("bolts.grade", "A325"), ("layers[0].thickness", "0.5 in"),
            ("layers[1].thickness", "0.75 in"));
        Assert.Equal(("heavy hex", 31.75), (joint.Bolts.Head.Kind, joint.Bolts.Head.Across));
        Assert.Equal(("heavy hex", 31.75, "DH"), (joint.Bolts.Nut!.Kind, joint.Bolts.Nut.Across, joint.NutClass!.Name));
        var metric = Samples.Joint(("bolts.head", "HV hex"), ("bolts.grade", "10.9"), ("bolts.thread", "M20"));
        Assert.Equal((32.0, 16.0, 33.0), (metric.Bolts.Head.Across, metric.Bolts.Nut!.Height, metric.Bolts.ThreadLength));
    }

    /// <summary>The axiom of judging only cases that no other surpasses: judged one by one, no case gives less.</summary>
    [Fact]
    public void No_case_that_is_left_out_would_have_governed()
    {
        var random = new Random(7);
        var (left, judged) = (0, 0);
        for (var n = 0; n < 60; n++)
        {
            var cases = Enumerable.Range(0, 12).Select(i => (System.Text.Json.Nodes.JsonNode)new System.Text.Json.Nodes.JsonObject
            {
                ["name"] = $"C{i}", ["tension"] = $"{random.Next(0, 90)} kN", ["shear"] = $"{random.Next(0, 60)} kN",
            }).ToArray();
            var document = Samples.With(("layers[0].width", "120 mm"));
            document["loads"] = new System.Text.Json.Nodes.JsonArray(cases);
            var joint = Samples.Read(document);
            var together = TwoReserves.Of(Mechanics<Plain>.Of(joint));
            var least = double.PositiveInfinity;
            foreach (var one in cases)
            {
                var alone = (System.Text.Json.Nodes.JsonObject)document.DeepClone();
                alone["loads"] = new System.Text.Json.Nodes.JsonArray(one.DeepClone());
                least = Math.Min(least, TwoReserves.Of(Mechanics<Plain>.Of(Samples.Read(alone))).Load.Value);
            }
            // How often the load may grow until a check of the tool is reached is found by halving.
            Assert.Equal(least, together.Load.Value, 1e-9 * least);
            judged++;
            left += 12 - joint.Sharing.OfAllCases.Length;
        }
        Assert.Equal(60, judged);
        Assert.True(left > 300, $"only {left} cases were left out");
    }

    [Fact]
    public void A_key_that_is_no_text_is_a_fault_and_no_failure()
    {
        var (joint, faults) = Hasp.Files.JointDocument.Read("{\"na\\ud83dme\":1}"u8.ToArray());
        Assert.Null(joint);
        Assert.Contains("not valid Unicode", Assert.Single(faults).Problem);
    }
}
