using Hasp.Core.Checks.Machine;
using CsCheck;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Files;

/// <summary>The value of a field that just holds, and the ranges where it is not monotone.</summary>
public sealed class JustHoldsTests
{
    private static JustHolds Of(string path, params (string, string)[] changes) =>
        JustHolds.Of(Samples.With(changes).Draft(), path, UnitSystem.Si)!;

    private static bool Holds(string path, string text, params (string, string)[] changes) => Samples.Run([.. changes, (path, text)]).Holds;

    [Fact]
    public void The_friction_that_just_holds_is_the_one_of_the_slip_formula()
    {
        var found = Of("faceFriction", ("loads[0].tension", "0 kN"), ("loads[0].shear", "40 kN"));
        var result = Samples.Run(("loads[0].tension", "0 kN"), ("loads[0].shear", "40 kN"));
        var edge = Assert.Single(found.Ranges).From!;
        var exact = 1.25 * 40_000 / (4 * result[Terms.PreloadMin]);
        Assert.InRange(edge.Value, exact, exact * 1.006);
        Assert.Equal(MachineBasis.Slip, edge.Beyond.Governs);
        Assert.Equal(0.3, found.Now);
    }

    [Fact]
    public void The_preload_has_an_edge_on_both_sides_and_they_are_the_window()
    {
        var found = Of("tightening.aim", ("tightening.aim", "60 kN"), ("tightening.scatter", "0.05"), ("judging.required.tightening", "1"));
        var range = Assert.Single(found.Ranges);
        Assert.NotNull(range.From);
        Assert.NotNull(range.To);
        Assert.Equal("kN", found.UnitText);
        foreach (var (edge, inward) in new[] { (range.From!, 1.001), (range.To!, 0.999) })
        {
            Assert.True(Holds("tightening.aim", $"{edge.Value * inward} kN", ("tightening.scatter", "0.05"),
                ("judging.required.tightening", "1")));
            Assert.False(Holds("tightening.aim", $"{edge.Value / inward / inward / inward / inward / inward / inward / inward / inward} kN",
                ("tightening.scatter", "0.05"), ("judging.required.tightening", "1")));
        }
    }

    [Fact]
    public void Where_the_field_has_no_say_no_value_helps()
    {
        var found = Of("layers[0].edgeDistance", ("loads[0].shear", "900 kN"));
        Assert.Empty(found.Ranges);
        Assert.NotEmpty(found.Curve);
    }

    [Fact]
    public void A_number_of_bolts_goes_in_whole_steps()
    {
        var found = Of("bolts.count", ("loads[0].shear", "110 kN"));
        var edge = found.Ranges[0].From!;
        Assert.Equal(Math.Floor(edge.Value), edge.Value);
        Assert.True(Holds("bolts.count", edge.Text, ("loads[0].shear", "110 kN")));
        Assert.False(Holds("bolts.count", $"{edge.Value - 1}", ("loads[0].shear", "110 kN")));
    }

    [Theory]
    [InlineData("layers[0].thickness")]
    [InlineData("layers[0].edgeDistance")]
    [InlineData("loads[0].tension")]
    [InlineData("loads[0].shear")]
    [InlineData("tightening.nutFactor")]
    [InlineData("tightening.relaxation")]
    [InlineData("tightening.settling")]
    [InlineData("tightening.scatter")]
    [InlineData("hole.diameter")]
    [InlineData("judging.coneHalfAngle")]
    [InlineData("temperature.parts")]
    public void Every_edge_holds_as_it_is_written_and_not_a_little_past_it(string path)
    {
        (string, string)[] light = [("loads[0].tension", "30 kN"), ("loads[0].shear", "12 kN"), ("tightening.aim", "65 %")];
        var found = Of(path, light);
        var edges = found.Ranges.SelectMany(r => new[] { r.From, r.To }).OfType<HoldingEdge>().ToList();
        Assert.True(found.Ranges.Count > 0, "nothing holds");
        foreach (var edge in edges)
        {
            Assert.True(Holds(path, edge.Text, light), $"{path} {edge.Text} does not hold");
            var past = edge.Value + ((edge.Beyond.Value > edge.Value ? 1 : -1) * Math.Max(Math.Abs(edge.Value) * 0.012, 1e-6));
            var text = found.Unit is { } unit ? $"{past:R} {unit.Symbol}" : $"{past:R}";
            Assert.True(JointDocument.Read(Samples.With([.. light, (path, text)]).ToJsonString()).Joint is not { } joint
                || !Evaluation.Run(joint).Holds, $"{path} still holds at {text}");
        }
    }

    [Fact]
    public void A_document_is_not_changed_and_one_with_faults_has_no_answer()
    {
        var document = Samples.With();
        var before = document.ToJsonString();
        Assert.NotNull(JustHolds.Of(document.Draft(), "layers[0].thickness", UnitSystem.Us));
        Assert.Equal(before, document.ToJsonString());
        Typing.Set(document, "layers[1].thickness", "thick", UnitSystem.Si);
        Assert.Null(JustHolds.Of(document.Draft(), "layers[0].thickness", UnitSystem.Si));
        Assert.Null(JustHolds.Of(document.Draft(), "bolts.grade", UnitSystem.Si));
        Assert.Null(JustHolds.Of(document.Draft(), "layers[7].thickness", UnitSystem.Si));
    }

    [Fact]
    public void Every_numeric_field_that_is_offered_can_be_looked_for()
    {
        var document = Samples.Bracket(("loads[0].fz", "10 kN"), ("temperature.parts", "40 °C"), ("pattern.plate.shape", "rectangle"),
            ("pattern.plate.width", "300 mm"), ("pattern.plate.height", "400 mm"));
        var looked = 0;
        foreach (var field in Fields.All.Where(f => JustHolds.Offers(f) && f.Path.Count(c => c == '[') <= 1))
        {
            var path = field.Path.Replace("[]", "[0]", StringComparison.Ordinal);
            if (JustHolds.Of(document.Draft(), path, UnitSystem.Si) is not { } found) continue;
            looked++;
            Assert.Equal(found.Curve.OrderBy(t => t.Value).Select(t => t.Value), found.Curve.Select(t => t.Value));
        }
        Assert.True(looked > 40, $"only {looked} fields were looked for");
    }

    [Fact]
    public void A_window_narrower_than_the_step_is_found_from_its_best_point()
    {
        // Slip from below and proof from above close in on one share of proof.
        (string, string)[] Joint(double shear) =>
            [("loads[0].tension", "0 kN"), ("loads[0].shear", $"{shear:R} kN"), ("tightening.scatter", "0.25"), ("judging.required.tightening", "1")];
        var (narrow, low, high) = (0, 10.0, 60.0);
        // Towards the shear at which the last window closes: each is narrower than the one before.
        for (var i = 0; i < 20; i++)
        {
            var shear = (low + high) / 2;
            var ranges = Of("tightening.aim", Joint(shear)).Ranges;
            if (ranges.Count == 0) high = shear;
            else low = shear;
            if (ranges is [{ From: { } from, To: { } to }] && to.Value - from.Value < 1.2) narrow++;
            Assert.All(ranges, r => Assert.True(Holds("tightening.aim", (r.From ?? r.To!).Text, Joint(shear))));
        }
        // Where none is found, none is there: by steps of a hundredth of a per cent.
        Assert.True(narrow >= 4, $"only {narrow} windows were narrower than the step");
        Assert.DoesNotContain(Enumerable.Range(0, 700).Select(i => 72 + (0.01 * i)), p => Holds("tightening.aim", $"{p:R} %", Joint(high * 1.002)));
    }

    [Fact]
    public void A_bound_that_is_not_reached_is_not_offered()
    {
        var walked = 0;
        foreach (var field in Fields.All.Where(f => f.AboveMin && JustHolds.Offers(f) && !f.Path.Contains("[]", StringComparison.Ordinal)))
        {
            if (JustHolds.Of(Samples.With().Draft(), field.Path, UnitSystem.Si) is not { } found) continue;
            walked++;
            foreach (var edge in found.Ranges.SelectMany(r => new[] { r.From, r.To }).OfType<HoldingEdge>()) Assert.True(Math.Abs(edge.Value) > 1e-9, $"{field.Path}: {edge.Text}");
        }
        Assert.True(walked >= 3, $"only {walked}");
    }

    [Fact]
    public void An_angle_is_looked_for_all_round()
    {
        var found = JustHolds.Of(Samples.Bracket(("pattern.turned", "0 deg")).Draft(), "pattern.turned", UnitSystem.Si)!;
        Assert.True(found.Curve[0].Value <= -179.9 && found.Curve[^1].Value >= 179.9, $"{found.Curve[0].Value} to {found.Curve[^1].Value}");
    }

    [Fact]
    public void A_utilisation_over_1_never_reads_1_and_a_factor_under_1_never_does()
    {
        foreach (var over in new[] { 1.0001, 1.001, 1.004, 1.0099, 1.2301 })
        {
            Assert.NotEqual("1.00", QuantityText.Utilisation(over));
            Assert.NotEqual("1.00", QuantityText.Factor(1 / over));
        }
        Assert.Equal("1.00", QuantityText.Utilisation(1));
        Assert.Equal("0.62", QuantityText.Utilisation(0.62));
    }
}
