using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;
using Hasp.Tests.Kinds;
using static Hasp.Tests.DocumentText;

namespace Hasp.Tests.Bases;

/// <summary>Clauses whose figures depend on grade, unit or place, each walked over all that it distinguishes.</summary>
public sealed class CodeDetailTests
{
    private static Result Foot(string basis, string grade, double tension, double shear) => KindReferences.Evaluated(new JsonObject
    {
        ["kind"] = "basePlate", ["judging"] = new JsonObject { ["basis"] = basis }, ["bolts"] = new JsonObject { ["thread"] = "M24", ["grade"] = grade },
        ["basePlate"] = new JsonObject { ["profile"] = "HEA 200", ["depth"] = "340 mm", ["width"] = "300 mm", ["thickness"] = "25 mm", ["boltsX"] = "220 mm", ["boltsY"] = "260 mm", ["fck"] = "20 MPa" },
        ["loads"] = new JsonArray(new JsonObject { ["fz"] = N(tension), ["fx"] = N(shear) }),
    }.By(basis));

    [Fact]
    public void No_basis_bears_a_holding_down_bolt_on_concrete_as_on_steel()
    {
        // Grout and concrete thin or thick, strong or weak: shear and tension together rest on the bolt and the plate alone.
        foreach (var basis in Basis.All.Where(b => b.Id != "margins"))
        {
            var result = Foot(basis.Id, "4.6", 60_000, 20_000);
            var combined = result.Checks.Single(c => c.Check.Id.EndsWith("ombined", StringComparison.Ordinal));
            Assert.True(combined.Factor > 1.5, $"{basis.Id}: {combined.Factor}");
            Assert.DoesNotContain(result.Checks.Where(c => c.Factor is not null), c => c.Check.Id.EndsWith("Bearing", StringComparison.Ordinal) && c.Place.Contains("Concrete", StringComparison.Ordinal));
        }
        // IS 800, 10.3.6 by hand: Vdsb = 400/(√3·1.25)·0.78·452.4, Tdb = min(0.9·400·0.78·452.4/1.25, 240·452.4/1.1), two planes of none: one.
        var (an, asb) = (0.78 * Math.PI * 144, Math.PI * 144);
        var (vdsb, tdb) = (400 / (Math.Sqrt(3) * 1.25) * an, Math.Min(0.9 * 400 * an / 1.25, 240 * asb / 1.1));
        var grip = 25 + 30.0;
        if (grip > 5 * 24) vdsb *= 8 * 24 / ((3 * 24) + grip);
        var expected = 1 / Math.Sqrt(Math.Pow(5_000 / vdsb, 2) + Math.Pow(15_000 / tdb, 2));
        Assert.Equal(expected, Foot("is800", "4.6", 60_000, 20_000).Checks.Single(c => c.Check.Id == "isCombined").Factor!.Value, 1e-6 * expected);
    }

    [Fact]
    public void Shear_of_holding_down_bolts_is_judged_where_the_clause_gives_it_and_asked_for_where_not()
    {
        var (inside, outside) = (0, 0);
        foreach (var grade in new[] { "4.6", "4.8", "5.6", "5.8", "6.8", "8.8", "10.9" })
        {
            var result = Foot("eurocode", grade, 60_000, 20_000);
            var shear = result.Checks.Single(c => c.Check.Id == "enBaseShear");
            var fyb = Core.Checks.Codes.NominalStrength.Of(result.Joint.Bolts.Grade).Yield;
            if (fyb is >= 235 and <= 640)
            {
                inside++;
                Assert.NotNull(shear.Factor);
                Assert.True(result.IsComplete);
                continue;
            }
            outside++;
            Assert.Null(shear.Factor);
            Assert.Contains("not covered", shear.Note, StringComparison.Ordinal);
            Assert.False(result.IsComplete, grade);
        }
        Assert.True(inside >= 5 && outside >= 1, $"{inside}, {outside}");
    }

    [Fact]
    public void A_bolt_as_a_pin_with_threads_in_the_planes_has_the_share_of_its_grade()
    {
        foreach (var (grade, share, fub) in new[] { ("4.6", 0.6, 400), ("4.8", 0.5, 400), ("5.6", 0.6, 500), ("5.8", 0.5, 500), ("6.8", 0.5, 600), ("8.8", 0.6, 800), ("10.9", 0.5, 1000) })
        {
            foreach (var threaded in new[] { true, false })
            {
                var result = KindReferences.Evaluated(new JsonObject
                {
                    ["kind"] = "pin", ["judging"] = new JsonObject { ["basis"] = "eurocode" }, ["bolts"] = new JsonObject { ["thread"] = "M24", ["grade"] = grade },
                    ["pin"] = new JsonObject { ["eyeThickness"] = "20 mm", ["eyeWidth"] = "80 mm", ["eyeEnd"] = "50 mm", ["cheekThickness"] = "12 mm", ["cheekWidth"] = "80 mm", ["cheekEnd"] = "50 mm", ["threadInPlanes"] = threaded ? "yes" : "no" },
                    ["loads"] = new JsonArray(new JsonObject { ["shear"] = "20 kN" }),
                });
                var geometry = ThreadGeometry<Plain>.Of(Standards.FindThread("M24")!);
                var expected = 2 * (threaded ? share * geometry.StressArea.Value : 0.6 * geometry.ShankArea.Value) * fub / 1.25 / 20_000;
                Assert.Equal(expected, result.Checks.Single(c => c.Check.Id == "enPinShear").Factor!.Value, 1e-9 * expected);
            }
        }
    }

    [Theory]
    // Fillers where: one on each face of a middle part is one each; two of one kind between the same two parts are two.
    [InlineData(1.0, "Cover:left", "Pack:none", "Plate:right", "Pack:none", "Cover:left")]
    [InlineData(1.0, "Plate:left", "Pack:none", "Strap:right", "", "")]
    [InlineData(0.85, "Plate:left", "Pack:none", "Pack:none", "Strap:right", "")]
    [InlineData(0.85, "Cover:left", "Pack:none", "Pack:none", "Plate:right", "Cover:left")]
    public void Fillers_of_a_slip_critical_joint_count_between_two_parts(double expected, params string[] parts)
    {
        var lap = new Lap
        {
            Basis = "aisc-lrfd", Grade = "A325M", Material = "A36",
            Parts = [.. parts.Where(p => p.Length > 0).Select(p => (p.Split(':')[0], p.StartsWith("Pack", StringComparison.Ordinal) ? "4 mm" : "12 mm", p.Split(':')[1]))],
        }.With(("judging.jointType", "no slip at ultimate"), ("judging.aisc.surface", "A"));
        Assert.Equal(expected, lap.Step(AiscBasis.Slip, "aiscHf"), 1e-12);
    }

    [Fact]
    public void Metric_joints_go_by_the_metric_rules_and_inch_joints_by_the_inch_ones()
    {
        foreach (var thread in new[] { "M16", "M20", "M24", "M30", "3/4-10 UNC", "1-8 UNC" })
        {
            var units = AiscUnits.Of(Samples.Joint(("bolts.thread", thread), ("hole.diameter", ""), ("bolts.grade", thread[0] == 'M' ? "8.8" : "SAE 5")));
            Assert.Equal(thread[0] == 'M' ? (2.0, 950.0, 6.0, 150.0, 300.0, 180.0) : (25.4 / 16, 38 * 25.4, 25.4 / 4, 6 * 25.4, 12 * 25.4, 7 * 25.4),
                (units.Hole, units.LongPattern, units.Filler, units.MostEdge, units.MostSpacing, units.MostWeathering));
        }
        // J5.2, from 6 mm with 0.0154 a millimetre, down to 0.85.
        foreach (var thick in new[] { 5.0, 6, 7, 10, 15, 20 })
        {
            var lap = new Lap { Basis = "aisc-lrfd", Grade = "A325M", Material = "A36", Parts = [("Plate", "12 mm", "left"), ("Pack", $"{thick} mm", "none"), ("Strap", "12 mm", "right")] };
            var area = Math.PI / 4 * 400;
            var expected = 0.75 * 54 * 6.894757293168361 * area * (thick <= 6 ? 1 : Math.Max(0.85, 1 - (0.0154 * (thick - 6)))) / (400_000 / 6.0);
            Assert.Equal(expected, lap.Factor(AiscBasis.Shear), 1e-9 * expected);
        }
    }

    [Fact]
    public void A_T_stub_in_a_document_is_that_of_the_table()
    {
        var kept = 0;
        var random = new Random(7);
        for (var i = 0; i < 200; i++)
        {
            var (m, e, t, p, pull) = (random.Next(25, 70), random.Next(25, 80), random.Next(8, 36), random.Next(50, 120), random.Next(10, 120) * 1000.0);
            var joint = Samples.PatternJoint(("judging.basis", "eurocode"), ("loads[0].fy", ""), ("loads[0].fz", N(6 * pull)), ("loads[0].atX", "0 mm"), ("layers[0].thickness", $"{t} mm"),
                ("pattern.prying.stem", $"{m} mm"), ("pattern.prying.edge", $"{e} mm"), ("pattern.prying.length", $"{p} mm"));
            var result = Evaluation.Run(joint);
            var length = Math.Min(p, 80);
            var (round, other) = (Math.Min(2 * Math.PI * m, 2 * length), Math.Min((4 * m) + (1.25 * e), length));
            var fy = joint.Layers[0].Material.Yield;
            var ft = 0.9 * 800 * ThreadGeometry<Plain>.Of(joint.Bolts.Thread).StressArea.Value / 1.25;
            var (m1, m2, n) = (0.25 * Math.Min(round, other) * t * t * fy, 0.25 * other * t * t * fy, Math.Min(e, 1.25 * m));
            var stack = Stack(joint);
            var pried = stack <= 8.8 * Math.Pow(m, 3) * ThreadGeometry<Plain>.Of(joint.Bolts.Thread).StressArea.Value / (Math.Min(round, other) * Math.Pow(t, 3));
            var row = pried ? Math.Min(Math.Min(4 * m1 / m, ((2 * m2) + (n * 2 * ft)) / (m + n)), 2 * ft) : Math.Min(2 * m1 / m, 2 * ft);
            var expected = row / 2 / pull;
            Assert.Equal(expected, result.Check(EurocodeBasis.Flange).Factor!.Value, 1e-9 * expected);
            Assert.Equal(expected, result.Check(EurocodeBasis.Tension).Factor!.Value, 1e-9 * expected);
            if (row < 2 * ft * 0.999) kept++;
        }
        Assert.True(kept > 60, $"only {kept} were governed by the flange");

        static double Stack(Core.Joints.Joint joint) => joint.Layers.Sum(l => l.Thickness) + (joint.HeadWasher?.Thickness ?? 0) + (joint.NutWasher?.Thickness ?? 0)
            + ((joint.Bolts.Head.Height + joint.Bolts.Nut!.Height) / 2);
    }

    [Fact]
    public void A_higher_required_factor_of_the_flange_never_lowers_the_tension()
    {
        var (kept, random) = (0, new Random(11));
        for (var i = 0; i < 200; i++)
        {
            (string, string)[] flange = [("pattern.prying.stem", $"{random.Next(20, 60)} mm"), ("pattern.prying.edge", $"{random.Next(20, 60)} mm"), ("pattern.prying.length", $"{random.Next(40, 120)} mm"),
                ("layers[0].thickness", $"{random.Next(6, 30)} mm")];
            var pull = random.Next(2, 150) * 1000.0;
            double At(double n)
            {
                var joint = Samples.PatternJoint([.. flange, ("judging.required.flange", $"{n}")]);
                return joint.Pattern!.Prying!.With(joint, new Plain(pull)).Value;
            }
            var tensions = new[] { 1, 1.2, 1.5, 2, 3, 5 }.Select(At).ToList();
            for (var k = 1; k < tensions.Count; k++) Assert.True(tensions[k] >= tensions[0] - 1e-6, $"{pull}: {string.Join(", ", tensions)}");
            if (tensions[^1] > pull) kept++;
        }
        Assert.True(kept > 100, $"only {kept} were pried");
    }

    private static CheckResult Spacing(string basis, params (string Path, string Text)[] plan) => Evaluation.Run(Samples.Joint(
        [("judging.basis", basis), ("judging.exposure", "exposed"), ("layers[0].thickness", "20 mm"), ("layers[1].thickness", "20 mm"),
            ("loads[0].tension", ""), ("loads[0].shear", ""), ("loads[0].fx", "30 kN"), .. plan]))
        .Checks.Single(c => c.Check.Id.EndsWith("Spacing", StringComparison.Ordinal));

    [Theory]
    [InlineData("eurocode", 200)]
    [InlineData("aisc-lrfd", 300)]
    [InlineData("is800", 180)]
    public void Round_a_circle_or_a_frame_the_next_bolt_is_the_neighbour_and_the_far_side_is_not(string basis, double most)
    {
        var (kept, missed) = (0, 0);
        foreach (var count in new[] { 6, 8, 12, 20, 32 })
        {
            foreach (var pitch in new[] { 0.5 * most, 0.9 * most, 1.15 * most })
            {
                // The edge distance stands in the plan, near enough for every code.
                var ring = Spacing(basis, ("pattern.kind", "circle"), ("pattern.count", $"{count}"), ("pattern.diameter", $"{pitch / Math.Sin(Math.PI / count):R} mm"),
                    ("layers[0].edgeDistance", "40 mm"), ("layers[1].edgeDistance", "40 mm"));
                Assert.True(ring.Holds == (pitch <= most), $"{basis}, {count} at {pitch}: {ring.Note}");
                if (count % 4 != 0) continue;
                var side = (count / 4) + 1;
                if (side < 3) continue;
                var frame = Spacing(basis, ("pattern.kind", "outline"), ("pattern.rows", $"{side}"), ("pattern.columns", $"{side}"), ("pattern.pitchX", $"{pitch:R} mm"), ("pattern.pitchY", $"{pitch:R} mm"),
                    ("layers[0].edgeDistance", "40 mm"), ("layers[1].edgeDistance", "40 mm"), ("layers[0].sideDistance", "40 mm"), ("layers[1].sideDistance", "40 mm"));
                Assert.True(frame.Holds == (pitch <= most), $"{basis}, frame of {side} at {pitch}: {frame.Note}");
                if (pitch <= most) kept++;
                else missed++;
            }
        }
        Assert.True(kept >= 6 && missed >= 3, $"{kept} kept, {missed} missed");
    }

    [Fact]
    public void Staggered_lines_are_12_hundredths_of_ten_holes_apart_and_every_two_bolts_24()
    {
        var (kept, missed) = (0, 0);
        foreach (var gauge in new[] { 10, 20, 25, 28, 35, 45, 60 })
        {
            foreach (var pitch in new[] { 50, 80, 120 })
            {
                // Rows every other shifted by half a pitch.
                var found = Spacing("eurocode", ("pattern.kind", "staggered"), ("pattern.rows", "2"), ("pattern.columns", "4"), ("pattern.pitchX", $"{pitch} mm"), ("pattern.pitchY", $"{gauge} mm"),
                    ("layers[0].edgeDistance", "40 mm"), ("layers[1].edgeDistance", "40 mm"), ("layers[0].sideDistance", "40 mm"), ("layers[1].sideDistance", "40 mm"), ("judging.exposure", ""));
                var d0 = 17.5;
                var holds = gauge >= 1.2 * d0 && Math.Sqrt((gauge * gauge) + (pitch * pitch / 4.0)) >= 2.4 * d0 && pitch >= 2.2 * d0;
                Assert.True(found.Holds == holds, $"{gauge} × {pitch}: {found.Note}");
                if (holds) kept++;
                else missed++;
            }
        }
        Assert.True(kept >= 5 && missed >= 5, $"{kept} kept, {missed} missed");
    }
}
