using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Core.Uncertainty;

namespace Hasp.Tests.Shop;

/// <summary>A lot's tests in a joint: factors, window, torque and chance go by them; charts and as-built clamps too.</summary>
public sealed class LotTests
{
    internal static (string, string)[] Lot(string mean, string low, string high, string tension = "68.15 kN", string torque = "180 N·m",
        string bolts = "M16 8.8", string lubrication = "lubricated") =>
    [
        ("tightening.lot.name", "L-7"), ("tightening.lot.bolts", bolts), ("tightening.lot.lubrication", lubrication),
        ("tightening.lot.nutFactor", mean), ("tightening.lot.low", low),
        ("tightening.lot.high", high), ("tightening.lot.tests", "5"), ("tightening.lot.tension", tension),
        ("tightening.lot.torque", torque), ("tightening.lot.tested", "2026-11-26T07:20:00Z"),
    ];

    private static Result Run(params (string, string)[] changes) => Evaluation.Run(Samples.Read(Samples.With(changes)));

    [Fact]
    public void The_band_of_the_lot_takes_the_place_of_the_scatter()
    {
        var result = Run(Lot("0.152", "0.140", "0.164"));
        // The job torque 180 N·m is what the wrench gives: F = 180 000/(0.152·16) = 74 013 N; ends 180 000/(0.140·16) = 80 357 N and 180
        // 000/(0.164·16) = 68 598 N.
        Assert.Equal(180_000, result[Terms.Torque], 6);
        Assert.Equal(74_013, result[Terms.Preload], 1.0);
        Assert.Equal(80_357, result[Terms.PreloadMax], 1.0);
        Assert.Equal(68_598 - result[Terms.EmbeddingLoss] - (0.05 * result[Terms.Preload]), result[Terms.PreloadMin], 1.0);
    }

    [Fact]
    public void A_job_torque_is_never_rounded_down() =>
        Assert.Equal("183.2 N·m", CallOut.Of(Run(Lot("0.152", "0.140", "0.164", torque: "183.2 N·m")), Core.Quantities.UnitSystem.Si)
            .Figure);

    [Fact]
    public void The_lots_band_is_printed_with_its_tests()
    {
        var joint = Samples.Read(Samples.With(Lot("0.152", "0.140", "0.164")));
        Assert.Contains("lot L-7, 5 tests, 2026-11-26", joint.Tightening.NutFactor.Source, StringComparison.Ordinal);
        Assert.Equal((0.152 / 0.140) - 1, joint.Tightening.Method.Scatter, 12);
        Assert.DoesNotContain(Evaluation.Run(joint).Cautions, c => c.Id == "torqueUntested");
    }

    [Fact]
    public void At_another_target_the_lots_mean_serves_and_its_job_torque_does_not()
    {
        var result = Run([.. Lot("0.152", "0.140", "0.164"), ("tightening.aim", "60 %")]);
        Assert.Equal(0.6 * 580 * 156.67, result[Terms.Preload], 20.0);
        Assert.Equal(0.152 * 16 * result[Terms.Preload], result[Terms.Torque], 3);
        Assert.Contains(result.Cautions, c => c.Id == "lotAtOther");
        Assert.Equal(result[Terms.Torque] / (0.140 * 16), result[Terms.PreloadMax], 3);
    }

    [Theory]
    [InlineData("bolts.thread", "M20")]
    [InlineData("bolts.grade", "10.9")]
    [InlineData("tightening.lubrication", "moly")]
    public void Of_other_bolts_or_another_lubricant_its_figures_are_not_used(string path, string text)
    {
        var (with, without) = (Run([.. Lot("0.152", "0.140", "0.164"), (path, text)]), Run((path, text)));
        Assert.Equal(without[Terms.PreloadMax], with[Terms.PreloadMax]);
        Assert.Contains(with.Cautions, c => c.Id == "lotOfOthers");
    }

    [Theory]
    [InlineData("tightening.nutFactor", "0.15", "lot-twice")]
    [InlineData("tightening.scatter", "0.1", "lot-twice")]
    [InlineData("tightening.lot.low", "", "lot-half")]
    [InlineData("tightening.lot.tested", "", "lot-half")]
    [InlineData("tightening.lot.nutFactor", "0.2", "lot-band")]
    [InlineData("tightening.lot.tests", "2", "not-allowed")]
    public void Half_a_lot_or_two_sayings_are_faults_at_their_field(string path, string text, string id) =>
        Assert.Contains(Samples.Faults([.. Lot("0.152", "0.140", "0.164"), (path, text)]), f => f.Path == path && f.Id == id);

    [Fact]
    public void A_narrower_band_never_widens_the_spread_of_the_preload()
    {
        var before = (Least: 0.0, Most: double.PositiveInfinity);
        foreach (var half in new[] { 0.03, 0.02, 0.01, 0.002 })
        {
            var result = Run(Lot("0.152", $"{0.152 - half:0.####}", $"{0.152 + half:0.####}"));
            Assert.True(result[Terms.PreloadMin] > before.Least && result[Terms.PreloadMax] < before.Most);
            before = (result[Terms.PreloadMin], result[Terms.PreloadMax]);
        }
    }

    [Fact]
    public void A_target_that_was_chosen_is_held_when_the_lot_is_used()
    {
        // Dry: the wide band of the table lowers the target that is chosen; a narrow one would raise it again.
        var document = Samples.With(("tightening.aim", ""), ("tightening.lubrication", "dry"));
        var before = Samples.Read(document);
        var aimed = Mechanics<Core.Formulas.Plain>.Aimed(before).Value;
        Assert.True(before.Tightening.AimValue < 0.74);
        var lot = new MeasuredLot("L-9", "M16 8.8", "dry", 0.28, 0.26, 0.30, 6, Math.Round(Verification.RequiredFor(before)), 178_000,
            "2026-11-26T07:20:00Z", "W", 1);
        document.Change(d => d.Use(lot, before, Core.Quantities.UnitSystem.Si));
        var after = Samples.Read(document);
        Assert.Equal(aimed, Mechanics<Core.Formulas.Plain>.Aimed(after).Value, 6);
        Assert.Equal(lot, after.Tightening.Lot);
        Assert.DoesNotContain(Evaluation.Run(after).Cautions, c => c.Id is "lotAtOther" or "lotOfOthers");
        Assert.Equal(lot.Torque, Evaluation.Run(after)[Terms.Torque], 3);
        // And out again it is as it was, with the target held.
        document.Change(d => d.DropLot());
        Assert.Null(Samples.Read(document).Tightening.Lot);
        Assert.Null(document["tightening"]!["lot"]);
    }

    /// <summary>K of the next bolt by a t distribution about the mean of the tests; its scale is that of their own deviation and the instruments.</summary>
    [Theory]
    [InlineData(3)]
    [InlineData(6)]
    [InlineData(40)]
    public void Chance_reads_a_lots_band_as_the_tolerance_interval_that_it_is(int tests)
    {
        double[] found = [.. Enumerable.Range(0, tests).Select(i => 0.152 + (0.002 * (i % 3 - 1)))];
        var figures = Core.Shop.LotFigures.Of(found);
        var document = Samples.With([.. Lot($"{figures.Mean:R}", $"{figures.Low:R}", $"{figures.High:R}"),
            ("tightening.lot.tests", $"{tests}"), ("tightening.settling", "0 mm"), ("tightening.relaxation", "0"), ("loads[0].shear", "")]);
        foreach (var input in ScatterInputs.All.Where(u => u.What != Uncertain.NutFactor)) Typing.Set(
            document, input.Field.Path, "0 %", Core.Quantities.UnitSystem.Si);
        var simulation = new Simulation(Samples.Read(document));
        var (spread, instruments) = (simulation.Spreads[Uncertain.NutFactor], Math.Sqrt(0.0004 + 0.0016));
        Assert.Equal((Distribution.Predicted, tests - 1), (spread.Distribution, spread.Freedom));
        var own = figures.Deviation / figures.Mean;
        Assert.Equal(Math.Sqrt((own * own * (1 + (1.0 / tests))) + (instruments * instruments / 4)), spread.Share, 1e-6);

        // The preload is T/(K·d): of a joint that opens at K over a limit, here 1.5 scales off, the chance is that of a t beyond it.
        const double T = 1.5;
        var pull = 72 * simulation.Factors(Sample<Core.Formulas.Plain>.Mean).Opening.Value / (1 + (T * spread.Share));
        Typing.Set(document, "loads[0].tension", $"{pull:R} kN", Core.Quantities.UnitSystem.Si);
        var opening = new Simulation(Samples.Read(document)).Run(200_000, 3).Failures.Single(f => f.Name == "opening");
        Assert.InRange(1 - MathNet.Numerics.Distributions.StudentT.CDF(0, 1, tests - 1, T), opening.Interval.From, opening.Interval.To);
    }

    [Fact]
    public void Inches_come_to_the_same()
    {
        var (si, us) = (Run(Lot("0.152", "0.140", "0.164")),
            Run(Lot("0.152", "0.140", "0.164", tension: "15320.7 lbf", torque: "132.7612 ft·lb")));
        Assert.Equal(si[Terms.PreloadMax], us[Terms.PreloadMax], 1.0);
    }

    [Fact]
    public void The_clamp_of_a_tightened_bolt_by_what_was_read_at_it()
    {
        var result = Run(Lot("0.152", "0.140", "0.164"));
        var byTorque = AsBuiltBolt.Of(result, 1, 180_000, null, null)!.Value;
        Assert.Equal(180_000 / (0.164 * 16), byTorque.Least, 6);
        Assert.Equal(180_000 / (0.140 * 16), byTorque.Most, 6);
        Assert.Equal(ClampBy.Tension, AsBuiltBolt.Of(result, 1, 180_000, 72_000, null)!.Value.By);
        var byStretch = AsBuiltBolt.Of(result, 1, null, null, result[Terms.MeasuredStretch])!.Value;
        Assert.InRange(result[Terms.Preload], byStretch.Least, byStretch.Most);
        Assert.Null(AsBuiltBolt.Of(result, 1, null, null, null));
        // What settles is lost after it was read.
        Assert.Equal(result.Window.From + result[Terms.EmbeddingLoss] + (0.05 * result[Terms.Preload]), byTorque.From, 6);
        Assert.Equal("too loose", AsBuiltBolt.Of(result, 1, null, 10_000, null)!.Value.Words);
        Assert.Equal("too tight", AsBuiltBolt.Of(result, 1, null, 200_000, null)!.Value.Words);
    }

    [Fact]
    public void A_wall_chart_by_hand_and_never_past_proof()
    {
        var oiled = Standards.NutFactors.First(k => k.Lubrication == "lubricated");
        var lines = TorqueChart.Of("8.8", "metric coarse", oiled, 0.75);
        var m16 = lines.Single(l => l.Thread.Designation == "M16");
        // 0.75·580·156.67 = 68.15 kN; 0.18·16·68.15 = 196.3 N·m; at K 0.15 81.78 kN, at 0.21 58.41 kN.
        Assert.Equal(196_274, m16.Torque, 20.0);
        Assert.Equal(81_781, m16.Most, 20.0);
        Assert.Equal(58_415, m16.Least, 20.0);
        foreach (var finish in Standards.NutFactors)
        {
            foreach (var line in TorqueChart.Of("10.9", "metric coarse", finish, 0.9)) Assert.True(line.Most <= line.Proof * (1 + 1e-9));
        }
        Assert.True(lines.Length > 15);
        Assert.Empty(TorqueChart.Of("no such grade", "metric coarse", oiled, 0.75));
    }
}
