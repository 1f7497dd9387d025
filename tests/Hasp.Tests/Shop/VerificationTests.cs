using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Shop;

namespace Hasp.Tests.Shop;

/// <summary>Verification of a lot: which tests count, the job torque, and everything that ends it.</summary>
public sealed class VerificationTests
{
    private static readonly DateTimeOffset Morning = DateTimeOffset.Parse("2026-11-26T07:20+00:00");

    private static readonly Conditions With = new("L-7", "N-3", "W-2", "lubricated", "dry, indoors", "Wrench 3", "", 18);

    private static Installation Wrench => Installation.ById("wrench")!;

    private static Verification Of(params (double Torque, double Tension)[] tests) =>
        new(With, Morning, Morning.AddHours(6), 70_000, Wrench, 16, 0,
            [.. tests.Select(t => new TestedAssembly(t.Torque * 1000, t.Tension * 1000))]);

    private static Verification Good => Of((190, 70.1), (196, 70.4), (187, 70.0));

    [Fact]
    public void The_highest_torque_is_the_job_torque()
    {
        Assert.Empty(Good.Problems);
        Assert.Equal(196_000, Good.JobTorque);
        // K = T/(F·d): 190 000/(70 100·16) = 0.16940.
        Assert.Equal(0.16940, Good.NutFactors[0], 5);
    }

    /// <summary>Tests at 144 kN for 92.5 kN: their torque is not the job's, and is never released as it is.</summary>
    [Fact]
    public void A_tension_over_the_one_asked_for_is_brought_back_by_its_own_nut_factor()
    {
        var over = new Verification(With, Morning, Morning.AddHours(6), 92_500, Wrench, 20, 0,
            [new(520_000, 143_000), new(530_000, 144_000), new(517_000, 144_200)]);
        Assert.Empty(over.Problems);
        Assert.Equal([0, 1, 2], over.Referred);
        Assert.Equal(530_000.0 * 92_500 / 144_000, over.JobTorque!.Value, 6);
        // Within five per cent over it counts as it was read, and a locking feature's own torque is no part of the clamp.
        var within = over with { Tests = [new(340_000, 92_500), new(352_000, 92_500 * 1.05), new(341_000, 93_000)] };
        Assert.Equal((352_000.0, 0), (within.JobTorque!.Value, within.Referred.Count()));
        var locked = over with { Prevailing = 20_000 };
        Assert.Equal(20_000 + (510_000.0 * 92_500 / 144_000), locked.JobTorque!.Value, 6);
    }

    [Fact]
    public void Fewer_than_three_that_count_verify_nothing()
    {
        Assert.Null(Of((190, 70.1), (196, 70.4)).JobTorque);
        var refused = Good with { Tests = Good.Tests.SetItem(1, Good.Tests[1] with { Refusal = TestRefusal.Dirt }) };
        Assert.Contains("2 of 3", refused.Problems.Single(), StringComparison.Ordinal);
    }

    [Fact]
    public void Each_must_show_the_tension() =>
        Assert.Contains("assembly 2 did not reach", Of((190, 70.1), (150, 60), (187, 70.0)).Problems[0], StringComparison.Ordinal);

    [Fact]
    public void One_far_off_the_others_is_pointed_at_until_its_reason_is_known()
    {
        var odd = Of((190, 70.1), (260, 70.4), (187, 70.0), (193, 70.2));
        Assert.Equal([1], Verification.FarOffIn(odd.Tests, 0));
        Assert.Null(odd.JobTorque);
        var refused = odd with { Tests = odd.Tests.SetItem(1, odd.Tests[1] with { Refusal = TestRefusal.Dry }) };
        Assert.Empty(refused.Problems);
        Assert.Equal(193_000, refused.JobTorque);
        Assert.Equal(3, refused.NutFactors.Count);
    }

    [Fact]
    public void A_procedure_that_goes_by_no_torque_has_none()
    {
        var turned = Good with { Installation = Installation.ById("turn")! };
        Assert.Empty(turned.Problems);
        Assert.Null(turned.JobTorque);
    }

    [Theory]
    [InlineData(19.05, 2, true)]
    [InlineData(19.05, 3, false)]
    // Four spaces: two are half of them already.
    [InlineData(15.875, 1, true)]
    [InlineData(15.875, 2, false)]
    // A size that the table has not: the maker's figure.
    [InlineData(20, 3, true)]
    [InlineData(19.05, null, false)]
    public void An_indicator_must_not_show_before_the_tension_does(double diameter, int? refused, bool holds)
    {
        var shown = Good with { Installation = Installation.ById("indicator")!, Diameter = diameter,
            Tests = [.. Good.Tests.Select(t => t with { Torque = 0, Refused = refused })] };
        Assert.Equal(holds, shown.Problems.Count == 0);
        Assert.Null(shown.JobTorque);
    }

    [Fact]
    public void A_prevailing_torque_is_no_friction_of_the_lot()
    {
        var locked = Good with { Prevailing = 20_000 };
        Assert.Equal((190_000.0 - 20_000) / (70_100 * 16), locked.NutFactors[0], 9);
        Assert.Equal(196_000, locked.JobTorque);
    }

    [Fact]
    public void It_holds_until_the_shift_is_over_and_not_a_second_longer()
    {
        Assert.True(LotStanding.Of(Good, With, Morning).Holds);
        Assert.True(LotStanding.Of(Good, With, Morning.AddHours(6).AddTicks(-1)).Holds);
        var lapsed = LotStanding.Of(Good, With, Morning.AddHours(6));
        Assert.False(lapsed.Holds);
        Assert.Null(lapsed.Until);
        Assert.Contains("shift", lapsed.Reasons.Single(), StringComparison.Ordinal);
    }

    public static TheoryData<string, Func<Conditions, Conditions>> Changes => new()
    {
        { "another lot", c => c with { Lot = "L-8" } }, { "another nut lot", c => c with { Nuts = "N-4" } },
        { "another washer lot", c => c with { Washers = "" } },
        { "another lubricant", c => c with { Lubricant = "wax" } }, { "another storage", c => c with { Storage = "open, outdoors" } },
        { "another tool", c => c with { Tool = "Wrench 4" } },
        { "another hose", c => c with { Hose = "H-1" } }, { "the temperature", c => c with { Temperature = 7.9 } },
        { "the temperature", c => c with { Temperature = 28.1 } },
    };

    [Theory]
    [MemberData(nameof(Changes))]
    public void Any_change_ends_it_at_once_and_is_named(string says, Func<Conditions, Conditions> change)
    {
        var standing = LotStanding.Of(Good, change(With), Morning.AddMinutes(1));
        Assert.StartsWith(says, standing.Reasons.Single(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_temperature_within_its_step_ends_nothing() =>
        Assert.True(LotStanding.Of(Good, With with { Temperature = 8.0 }, Morning).Holds);

    [Fact]
    public void All_that_changed_is_named_at_once() =>
        Assert.Equal(3, LotStanding.Of(Good, With with { Tool = "other", Hose = "H" }, Morning.AddDays(1)).Reasons.Length);

    [Fact]
    public void Without_a_test_nothing_holds() =>
        Assert.Contains("was not tested", LotStanding.Of(null, With, Morning).Reasons.Single(), StringComparison.Ordinal);

    [Fact]
    public void For_a_joint_it_must_have_been_tested_at_what_the_joint_asks_and_by_its_procedure()
    {
        var standing = LotStanding.Of(Good, With, Morning);
        Assert.True(standing.For(new(70_000, Wrench)).Holds);
        Assert.Contains("less tension", standing.For(new(75_000, Wrench)).Reasons.Single(), StringComparison.Ordinal);
        Assert.Contains("more tension", standing.For(new(60_000, Wrench)).Reasons.Single(), StringComparison.Ordinal);
        Assert.Contains("Turn of nut", standing.For(new(70_000, Installation.ById("turnOfNut")!)).Reasons[0], StringComparison.Ordinal);
    }

    [Fact]
    public void A_code_has_its_least_pretension_shown_with_five_per_cent_more()
    {
        var structural = Samples.Read(Samples.With(("tightening.aim", "structural"), ("tightening.lubrication", "moly")));
        Assert.Equal(1.05 * structural.Tightening.AimValue, Verification.RequiredFor(structural));
        var machine = Samples.Read(Samples.With());
        Assert.Equal(0.75 * 580 * 156.67, Verification.RequiredFor(machine), 20.0);
    }

    [Fact]
    public void The_simulated_calibrator_shows_a_lot_that_is_the_same_every_day()
    {
        var oiled = Standards.NutFactors.First(k => k.Lubrication == "lubricated");
        var tests = SimulatedCalibrator.Turn("L-7", oiled, 16, 70_000, 18, 0, 5);
        Assert.Equal(tests, SimulatedCalibrator.Turn("L-7", oiled, 16, 70_000, 18, 0, 5));
        Assert.NotEqual(tests, SimulatedCalibrator.Turn("L-7", oiled, 16, 70_000, 18, 5, 5));
        Assert.All(tests, t => Assert.InRange(t.Tension, 70_000, 70_710));
        Assert.Empty(Verification.FarOffIn(tests, 0));
        // Many of them come to the lot's own mean, which lies in the band of its finish.
        var many = SimulatedCalibrator.Turn("L-7", oiled, 16, 70_000, 20, 0, 2000)
            .Select(t => LotFigures.NutFactorOf(t.Torque, t.Tension, 16)).ToList();
        Assert.InRange(many.Average() / SimulatedCalibrator.MeanOf("L-7", oiled), 0.995, 1.005);
        Assert.InRange(SimulatedCalibrator.MeanOf("L-7", oiled), oiled.Low, oiled.High);
        // One that ran dry stands out, and cold ones take more.
        var dry = SimulatedCalibrator.Turn("L-7", oiled, 16, 70_000, 18, 0, 5, AssemblyFault.Dry);
        Assert.Equal([4], Verification.FarOffIn(dry, 0));
        Assert.True(SimulatedCalibrator.Turn("L-7", oiled, 16, 70_000, -10, 0, 1)[0].Torque > tests[0].Torque);
    }

    [Fact]
    public void Reasons_have_their_names()
    {
        foreach (var reason in Enum.GetValues<TestRefusal>()) Assert.Equal(reason,
            TestedAssembly.Reasons.Of(TestedAssembly.Reasons[reason]));
        ImmutableArray<TestedAssembly> none = [];
        Assert.Empty(Verification.FarOffIn(none, 0));
    }
}
