using Hasp.Core.Checks;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Is800;
using Hasp.Core.Checks.Margins;
using Hasp.Core.Joints;

namespace Hasp.Tests.Bases;

/// <summary>The worked cases of the design bases as documents: what a user states, judged by the whole pipeline. Figures as in tests/reference.</summary>
public sealed class CodeDocumentTests
{
    private static readonly Lap Inch = new()
    {
        Basis = "aisc-lrfd", Thread = "3/4-10 UNC", Grade = "A325", Hole = "0.8125 in", Thickness = "0.375 in", Material = "Own",
        End = "1.25 in", Side = "1.5 in", PitchAlong = "2.25 in", PitchAcross = "3 in", Load = "60 kip",
    };

    private const double Kip = 4448.2216152605;

    private static Lap Steel(Lap lap, string yield, string tensile) => lap with { Own = (yield, tensile), Material = "Own" };

    /// <summary>The plate of a worked case on a strap so thick that it never governs.</summary>
    private static Lap OnThickStrap(Lap lap) => lap with { Parts = [("Plate", lap.Thickness, "left"), ("Strap", "60 mm", "right")] };

    private static void Near(double expected, double actual, double rel = 1e-4) =>
        Assert.InRange(actual, expected * (1 - rel), expected * (1 + rel));

    [Fact]
    public void Eurocode_group_takes_the_least_where_a_bolt_shears_before_it_bears()
    {
        var lap = new Lap();
        Near(564_006.28, lap.Resistance(EurocodeBasis.Group));
        Near(94_001.05, lap.Resistance(EurocodeBasis.Shear));
        // The strap is pulled, so that its end bolts are those that the other plate has farthest in: both have an end.
        Assert.Equal(0.60606, lap.Step(EurocodeBasis.Bearing, "enAlphaB"), 1e-4);
        Near(125_090.9, lap.Resistance(EurocodeBasis.Bearing));
    }

    [Fact]
    public void Eurocode_group_adds_up_where_every_bolt_bears_before_it_shears()
    {
        var lap = new Lap { Thickness = "6 mm" };
        // Ends 62 545 N and inner bolts 75 836 N, all below Fv,Rd 94 001 N. The end bolts of one plate are the far ones of the other.
        Near((4 * 62_545.45) + (2 * 75_836.36), lap.Resistance(EurocodeBasis.Group));
        var thick = lap with { Parts = [("Plate", "6 mm", "left"), ("Strap", "30 mm", "right")] };
        Near((2 * 62_545.45) + (4 * 75_836.36), thick.Resistance(EurocodeBasis.Group));
        Assert.Null(lap.Of(EurocodeBasis.Bearing).Factor);
        Assert.Contains("group", lap.Of(EurocodeBasis.Bearing).Note, StringComparison.Ordinal);
        // Category C takes the least.
        var c = lap with { Grade = "10.9" };
        Near(6 * 62_545.45, c.With(("judging.jointType", "no slip at ultimate"), ("judging.eurocode.surface", "A"))
            .Resistance(EurocodeBasis.Group));
    }

    [Fact]
    public void Eurocode_tension_punching_and_both_together()
    {
        var lap = new Lap { Thread = "M16", Thickness = "6 mm", Hole = "18 mm", Load = "100 kN" }.With(("loads[0].fz", "240 kN"));
        Near(90_241.0, lap.Resistance(EurocodeBasis.Tension));
        Near(0.6 * Math.PI * 24 * (1 + 1.1547005383792515) / 2 * 6 * 430 / 1.25, lap.Resistance(EurocodeBasis.Punching));
        var fv = 0.6 * 800 * 156.66841 / 1.25;
        Near(1 / ((100_000 / 6.0 / fv) + (40_000 / (1.4 * 90_241.0))), lap.Factor(EurocodeBasis.Combined));
        var sunk = new Lap { Thread = "M16", Thickness = "20 mm", Hole = "18 mm" }.With(("loads[0].fz", "90 kN"),
            ("bolts.head", "countersunk"));
        Near(63_168.7, sunk.Resistance(EurocodeBasis.Tension));
    }

    [Theory]
    [InlineData("no slip at ultimate", 90, 35_649.56)]
    [InlineData("no slip at service", 64, 45_332.68)]
    public void Eurocode_slip_looks_at_the_loads_of_its_own_limit_state(string type, double tension, double expected)
    {
        var lap = new Lap { Thread = "M24", Grade = "10.9", Hole = "26 mm", End = "60 mm", Side = "60 mm", PitchAlong = "90 mm",
            PitchAcross = "90 mm", Load = "30 kN" }.With(
            ("judging.jointType", type), ("judging.eurocode.surface", "C"), ("layers[0].holes", "oversize"),
            ("loads[0].limitState", type.EndsWith("service", StringComparison.Ordinal) ? "service" : "ultimate"),
            ("loads[0].fz", FormattableString.Invariant($"{6 * tension} kN")));
        Near(expected, lap.Resistance(EurocodeBasis.Slip));
        Near(246_752.7, lap.Step(EurocodeBasis.Slip, "enPretension"));
        // A moment is balanced by contact in the same joint, and takes nothing from the clamp.
        var turned = lap.With(("loads[0].fz", ""), ("loads[0].mx", "9 kN·m"));
        Assert.True(turned.Resistance(EurocodeBasis.Slip) > lap.Resistance(EurocodeBasis.Slip));
        // No load of another limit state.
        var other = lap.With(("loads[0].limitState", type.EndsWith("service", StringComparison.Ordinal) ? "ultimate" : "service"));
        Assert.Null(other.Of(EurocodeBasis.Slip).Factor);
        Assert.Contains("limit state", other.Of(EurocodeBasis.Slip).Note, StringComparison.Ordinal);
    }

    [Fact]
    public void Eurocode_block_tears_along_the_weakest_path()
    {
        // One line of three to the end and from it to the side: V,eff,2 where the tension is uneven.
        var one = new Lap { Thickness = "10 mm", Lines = 1, PitchAlong = "60 mm", Side = "40 mm",
            Load = "200 kN" }.With(("judging.blockTension", "uneven"));
        Near(216_589.89, one.Resistance(EurocodeBasis.Block));
        Near(1050, one.Step(EurocodeBasis.Block, "codeNetShear"));
        Near(290, one.Step(EurocodeBasis.Block, "codeNetTension"));
        // Two lines, wide sides: between the lines.
        var two = new Lap { Thickness = "10 mm", PitchAlong = "60 mm", Side = "400 mm" };
        Near(498_539.78, two.Resistance(EurocodeBasis.Block));
    }

    [Fact]
    public void Aisc_group_adds_the_least_of_each_bolt()
    {
        var lap = OnThickStrap(Steel(Inch, "36 ksi", "58 ksi"));
        Near(104.60222 * Kip, lap.Resistance(AiscBasis.Group));
        Near(69.73481 * Kip, (lap with { Basis = "aisc-asd" }).Resistance(AiscBasis.Group));
        Near(0.75 * 143.13882 * Kip, lap.With(("judging.aisc.deformation", "no")).Resistance(AiscBasis.Group));
        Near(17.892352 * Kip, lap.Resistance(AiscBasis.Shear));
        Near(22.53111 * Kip, lap.With(("judging.shearThreads", "excluded")).Resistance(AiscBasis.Shear));
    }

    [Fact]
    public void Aisc_tension_and_shear_grow_together()
    {
        var lap = Steel(Inch with { Load = "60 kip" }, "36 ksi", "58 ksi").With(("loads[0].fz", "120 kip"));
        var (v, t) = (17.892352, 0.75 * 90 * 0.44178647);
        Near(Math.Min(1.3 * t / (20 + (t * 10 / v)), t / 20), lap.Factor(AiscBasis.Combined));
        Assert.Contains("66.", lap.Of(AiscBasis.Combined).Note, StringComparison.Ordinal);
        // Little shear: the tension alone.
        var little = Steel(Inch with { Load = "12 kip" }, "36 ksi", "58 ksi").With(("loads[0].fz", "120 kip"));
        Near(t / 20, little.Factor(AiscBasis.Combined));
    }

    [Fact]
    public void Aisc_slip_with_oversize_holes_and_with_tension()
    {
        var two = Steel(Inch with { Thread = "7/8-9 UNC", Grade = "A490", Hole = "0.9375 in", End = "2 in", Side = "2 in",
            PitchAlong = "3 in" }, "36 ksi", "58 ksi").With(
            ("judging.jointType", "no slip at ultimate"), ("judging.aisc.surface", "B"),
            ("layers[0].holes", "oversize")) with { Parts = Covered };
        Near(47.0645 * Kip, two.Resistance(AiscBasis.Slip));
        Near(31.460227 * Kip, (two with { Basis = "aisc-asd" }).Resistance(AiscBasis.Slip));
        var pulled = Steel(Inch with { Load = "30 kip" }, "36 ksi", "58 ksi")
            .With(("judging.jointType", "no slip at service"), ("judging.aisc.surface", "A"));
        Near(38.952 / 6 * Kip, pulled.With(("loads[0].fz", "60 kip")).Resistance(AiscBasis.Slip));
        Near(27.168 / 6 * Kip, (pulled with { Basis = "aisc-asd" }).With(("loads[0].fz", "36 kip")).Resistance(AiscBasis.Slip));
    }

    private static readonly (string, string, string)[] Covered = [("Cover", "12 mm", "left"), ("Main", "24 mm", "right"),
        ("Cover below", "12 mm", "left")];

    [Fact]
    public void Aisc_block_shear_of_one_line()
    {
        var lap = Steel(Inch with { Thickness = "0.5 in", Lines = 1, PitchAlong = "3 in", End = "1.5 in", Side = "1.5 in",
            Load = "50 kip" }, "36 ksi", "58 ksi");
        Near(83.859375 * Kip, lap.Resistance(AiscBasis.Block));
        Near(55.90625 * Kip, (lap with { Basis = "aisc-asd" }).Resistance(AiscBasis.Block));
        // Half the tension: the block of all three would give 96.4 kip, and the end bolt alone gives way before it.
        var uneven = lap.With(("judging.blockTension", "uneven"));
        Assert.Equal(1, uneven.Step(AiscBasis.Block, "codeTaken"));
        Assert.True(uneven.Factor(AiscBasis.Block) * 50 < 0.75 * 96.40625);
    }

    [Theory]
    [InlineData(24, false, 103_314.01, 159_030.30, 4)]
    [InlineData(10, true, 94_274.04, 99_393.94, 5)]
    public void Is800_sides_of_a_butt_joint_are_judged_apart(double main, bool packed, double shear, double bearing, int bolts)
    {
        // Covers outside, the main plate within; on the thin side a packing under each cover. Threads lie in one of the two planes.
        var parts = new List<(string Name, double Thickness, string Side)> { ("Cover", 8, "left"), ("Main", main, "right"),
            ("Cover below", 8, "left") };
        if (packed)
        {
            parts.Insert(1, ("Packing", 7, "none"));
            parts.Insert(3, ("Packing below", 7, "none"));
        }
        var lap = Steel(new Lap { Basis = "is800", Grade = "4.6", PitchAlong = "60 mm", Side = "40 mm", Lines = 1, Along = bolts,
            Load = "400 kN" }, "240 MPa", "410 MPa") with
        {
            Parts = [.. parts.Select(p => (p.Name, DocumentText.Mm(p.Thickness), p.Side))],
            More = [("judging.shearThreads", "drawn"), ("bolts.length", "80 mm"), ("bolts.threadLength", packed ? "42 mm" : "46 mm")],
        };
        Assert.Equal(2, lap.Result.Stack.Planes.Length);
        Assert.Single(lap.Result.Stack.Planes, p => p.ThreadInPlane);
        Near(shear, lap.Resistance(Is800Basis.Shear));
        // The whole bearing of the main plate, or of both covers together, is what one bolt may bring.
        Near(bearing, lap.Factor(Is800Basis.Bearing) * 400_000 / bolts);
        Assert.True(lap.Of(Is800Basis.Shear).Holds && lap.Of(Is800Basis.Bearing).Holds);
        var fewer = lap with { Along = bolts - 1 };
        Assert.False(fewer.Of(Is800Basis.Shear).Holds && fewer.Of(Is800Basis.Bearing).Holds);
    }

    [Theory]
    [InlineData(480, 12, 43_235.17)]
    [InlineData(700, 55, 36_670.67)]
    public void Is800_long_joints_and_large_grips(double length, double thickness, double expected)
    {
        var lap = new Lap { Basis = "is800", Grade = "4.6", Along = 11, Lines = 1, PitchAlong = DocumentText.Mm(length / 10),
            Thickness = DocumentText.Mm(thickness), Material = "S275" };
        Near(expected, lap.Resistance(Is800Basis.Shear));
        Assert.True(lap.With(("judging.transfer", "uniform")).Resistance(Is800Basis.Shear) > expected);
    }

    [Fact]
    public void Is800_slip_at_service_and_at_ultimate()
    {
        var lap = new Lap { Basis = "is800", Thread = "M24", Hole = "26 mm", End = "60 mm", Side = "60 mm", PitchAlong = "100 mm",
            Load = "300 kN" }.With(
            ("judging.is800.surface", "shot-blasted")) with { Parts = Covered };
        Near(158_082.93, lap.With(("judging.jointType", "no slip at ultimate")).Resistance(Is800Basis.Slip));
        Near(179_639.70, lap.With(("judging.jointType", "no slip at service")).Resistance(Is800Basis.Slip));
        Near(134_370.49, lap.With(("judging.jointType", "no slip at ultimate"), ("layers[1].holes", "oversize"))
            .Resistance(Is800Basis.Slip));
        var longer = lap with { Along = 6 };
        Near(153_472.18, longer.With(("judging.jointType", "no slip at ultimate")).Resistance(Is800Basis.Slip));
    }

    [Fact]
    public void Margins_from_preload_extremes_to_slip()
    {
        var lap = new Lap { Basis = "margins", Thread = "M12", Hole = "13.5 mm", Along = 4, Load = "9 kN" }.With(
            ("loads[0].fz", "40 kN"), ("tightening.aim", "30 kN"), ("tightening.scatter", "0.25"), ("judging.margins.cleanMetal", "yes"));
        var result = lap.Result;
        var (nominal, loss) = (30_000.0, result[Hasp.Core.Terms.EmbeddingLoss]);
        Near(37_500, result[Hasp.Core.Terms.PreloadMax]);
        Near((0.7 * nominal) - loss, result[Hasp.Core.Terms.PreloadMin]);
        var loose = lap.With(("judging.margins.separationCritical", "no"));
        var least = ((1 - (0.25 / Math.Sqrt(8)) - 0.05) * nominal) - loss;
        Near(least, loose.Result[Hasp.Core.Terms.PreloadMin]);
        Near(8 * least / (1.15 * 1.4 * (40_000 + (9_000 / 0.2))), loose.Factor(MarginBasis.SlipMargin));
        Near(least / (1.15 * 1.0 * 5_000), loose.Factor(MarginBasis.SeparationMargin));
        Assert.Equal(Speech.Margin, loose.Result.Joint.Judging.Basis.Speech);
    }

    [Fact]
    public void Margins_of_tension_meet_where_the_joint_opens_just_as_the_bolt_breaks()
    {
        var (share, allowable) = (new Hasp.Core.Formulas.Plain(0.25), new Hasp.Core.Formulas.Plain(80_000));
        var border = allowable.Value * (1 - share.Value);
        double At(double preload) => MarginFormulas.TensionAllowed(allowable, new Hasp.Core.Formulas.Plain(preload), share).Value;
        Assert.Equal(allowable.Value, At(border), 1e-6);
        Assert.Equal(At(border), At(border + 1e-6), 1e-3);
        Assert.Equal(0, At(allowable.Value));
    }

    [Fact]
    public void Shear_pins_are_proposed_where_friction_does_not_hold_and_judged_once_they_are_stated()
    {
        var lap = new Lap { Basis = "margins", Load = "60 kN" }.With(("judging.shearBy", "friction"));
        Assert.Contains(lap.Result.Assumes, a => a.Contains("shear pins of", StringComparison.Ordinal));
        var pinned = lap.With(("judging.margins.pins.count", "2"), ("judging.margins.pins.diameter", "16 mm"));
        Assert.DoesNotContain(pinned.Result.Assumes, a => a.Contains("shear pins", StringComparison.Ordinal));
        Near(2 * 16 * 12 * 430 / (1.15 * 1.4 * 60_000), pinned.Factor(MarginBasis.Pins));
        var thick = pinned with { Thickness = "20 mm" };
        Near(2 * Math.PI / 4 * 256 * 480 / (1.15 * 1.4 * 60_000), thick.Factor(MarginBasis.Pins));
        Assert.Null(pinned.Of(MarginBasis.SlipMargin).Factor);
        Assert.Null(pinned.Of(MarginBasis.ShearMargin).Factor);
    }
}
