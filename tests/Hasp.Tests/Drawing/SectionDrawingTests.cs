using System.Globalization;
using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Web.Drawing;
using Hasp.Web.Services;

namespace Hasp.Tests.Drawing;

/// <summary>The section is true to scale, and what stands beside it can be read.</summary>
public sealed class SectionDrawingTests
{
    private static SectionDrawing Draw(params (string, string)[] changes) => new(Samples.Run(changes), 330, 372, UnitSystem.Si);

    [Fact]
    public void Every_length_is_the_results_times_one_scale()
    {
        var result = Samples.Run(("washers.head", "plain"), ("washers.nut", "plain"));
        var d = new SectionDrawing(result, 330, 372, UnitSystem.Si);
        var bolts = result.Joint.Bolts;
        Near(result.Stack.Grip, d.GripBottom - d.GripTop);
        Near(bolts.Head.Across, d.Head.Width);
        Near(bolts.Head.Height, d.Head.Height);
        Near(bolts.Nut!.Height, d.Nut!.Value.Height);
        Near(bolts.ShankLength, d.Shank.Height);
        Near(bolts.ThreadLength, d.Thread.Height);
        Near(bolts.Thread.Diameter, d.Shank.Width);
        Near(5 * bolts.Thread.Pitch, d.Runout.Height);
        foreach (var (part, item) in d.Parts.Zip(result.Stack.Items))
        {
            Near(item.Thickness, part.Left.Height);
            Near(item.Layer < 0 ? 17 : result.Joint.Hole, part.RightBox.X - part.Left.Right);
        }
        Near(result.Stack.Planes[0].Height, d.Planes[0].Y - d.GripTop);
        Assert.Equal(d.GripTop, d.Head.Bottom, 1e-9);
        Assert.Equal(d.GripBottom, d.Nut!.Value.Y, 1e-9);
        void Near(double mm, double drawn) => Assert.Equal(mm * d.Scale, drawn, 1e-6);
    }

    [Fact]
    public void It_fits_its_sheet_whatever_the_joint()
    {
        foreach (var (thread, thickness) in new[] { ("M3", "2 mm"), ("M8", "60 mm"), ("M16", "12 mm"), ("M39", "70 mm") })
        {
            var d = Draw(("bolts.thread", thread), ("layers[0].thickness", thickness), ("layers[0].edgeDistance", ""),
                ("layers[1].edgeDistance", ""));
            Assert.True(d.Height <= 372.001 && d.HalfWidth <= 165.001, thread);
            Assert.True(d.Head.Y >= -0.001 && d.Thread.Bottom <= 372.001, thread);
        }
    }

    [Fact]
    public void Labels_never_cover_each_other()
    {
        var document = Samples.With(("washers.head", "plain"), ("washers.nut", "plain"));
        for (var i = 0; i < 4; i++)
        {
            Typing.Add(document, "layers");
            Typing.Set(document, $"layers[{i + 2}].thickness", "2 mm", UnitSystem.Si);
        }
        var d = new SectionDrawing(Evaluation.Run(JointDocument.Read(document.ToJsonString()).Joint!), 330, 372, UnitSystem.Si);
        Assert.Equal(10, d.Labels.Count);
        foreach (var (above, below) in d.Labels.Zip(d.Labels.Skip(1))) Assert.True(below.Y - above.Y >= 24.99,
            $"{above.Text} and {below.Text}");
    }

    [Fact]
    public void A_part_ends_on_the_side_that_the_bolt_pushes_it_to()
    {
        var d = Draw(("layers[0].edgeDistance", "18 mm"), ("layers[1].edgeDistance", "19 mm"));
        Assert.True(d.Parts[0] is { EndRight: true, EndLeft: false });
        Assert.True(d.Parts[1] is { EndLeft: true, EndRight: false });
        Assert.Equal(18 * d.Scale, d.Parts[0].RightBox.Right - d.Axis, 1e-6);
    }

    [Fact]
    public void The_cones_are_mirror_images_and_start_at_the_bearing_faces()
    {
        var d = Draw();
        static List<(double X, double Y)> Points(string text) =>
            [.. text.Split(' ').Select(p => (double.Parse(p.Split(',')[0], CultureInfo.InvariantCulture),
                double.Parse(p.Split(',')[1], CultureInfo.InvariantCulture)))];
        var (right, left) = (Points(d.ConeRight), Points(d.ConeLeft));
        foreach (var (r, l) in right.Zip(left))
        {
            Assert.Equal(r.X - d.Axis, d.Axis - l.X, 0.02);
            Assert.Equal(r.Y, l.Y);
        }
        Assert.Equal(d.Axis + (22.49 / 2 * d.Scale), right[1].X, 0.02);
    }

    [Fact]
    public void The_drawing_has_a_twin_in_words()
    {
        var words = Draw(("washers.head", "plain")).Words;
        Assert.Contains("washer, then Strap, 12 mm of S355, pulling left", words, StringComparison.Ordinal);
        Assert.Contains("shear plane 15 mm below the head", words, StringComparison.Ordinal);
    }

    [Fact]
    public void What_governs_in_a_part_marks_that_part() =>
        Assert.True(Draw(("layers[1].thickness", "2 mm"), ("loads[0].tension", ""), ("loads[0].shear", "60 kN"),
            ("judging.required.slip", "0")).Parts[1].Governs);

    [Fact]
    public void The_working_is_set_as_mathml_with_every_name_escaped()
    {
        foreach (var check in Samples.Run().Checks.Where(c => c.Factor is not null))
        {
            foreach (var step in check.Working.Steps)
            {
                foreach (var content in new[] { MathMl.Formula(step), MathMl.Numbers(step, UnitSystem.Us) })
                {
                    var text = content.ToString()!;
                    Assert.StartsWith("<math", text, StringComparison.Ordinal);
                    // Well formed, or the browser would show a hole.
                    Assert.NotNull(System.Xml.Linq.XElement.Parse(text));
                }
                Assert.DoesNotContain("<m", WorkingText.Formula(step.Formula), StringComparison.Ordinal);
            }
        }
    }

    [Theory]
    [InlineData("1/2 in", UnitSystem.Us, "1/2 in")]
    [InlineData("1/2 in", UnitSystem.Si, "12.7 mm")]
    [InlineData("12 mm", UnitSystem.Si, "12 mm")]
    [InlineData("12 mm", UnitSystem.Us, "0.4724 in")]
    [InlineData("12,5 mm", UnitSystem.Us, "12,5 mm")]
    public void A_field_shows_what_was_typed_or_its_like_in_the_units_shown(string stored, UnitSystem units, string shown)
    {
        var document = Samples.With();
        document["layers"]![0]!["thickness"] = stored;
        Assert.Equal(shown, FieldText.Show(document.Draft(), "layers[0].thickness", units));
        Assert.Equal(stored, document["layers"]![0]!["thickness"]!.GetValue<string>());
    }

    [Fact]
    public void An_aim_shows_in_its_own_kind()
    {
        var document = new JsonObject { ["tightening"] = new JsonObject { ["aim"] = "196 N·m" } };
        Assert.Equal("144.6 ft·lbf", FieldText.Show(document.Draft(), "tightening.aim", UnitSystem.Us));
        document["tightening"]!["aim"] = "75 %";
        Assert.Equal("75 %", FieldText.Show(document.Draft(), "tightening.aim", UnitSystem.Us));
    }
}
