using System.Xml.Linq;
using Hasp.Core;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Web.Drawing;

namespace Hasp.Tests.Drawing;

/// <summary>The plan: to scale, with the loads as arrows and rings.</summary>
public sealed class PlanDrawingTests
{
    private static (PlanDrawing Drawing, Result Result, PlanView View) Draw(UnitSystem units, params (string Path, string Text)[] changes)
    {
        var result = Samples.RunPattern(changes);
        var verdicts = BoltVerdict.Of(result.Joint, 0);
        var view = new PlanView("Full", PlanLoads.Of(result.Joint, 0), result.Joint.Cases[0], verdicts.MinBy(v => v.Reserve)!.Number, 0);
        return (new PlanDrawing(result, view, units), result, view);
    }

    [Fact]
    public void Bolts_stand_to_scale_and_y_runs_upwards()
    {
        var (d, result, _) = Draw(UnitSystem.Si);
        var (first, second, third) = (d.Bolts[0].At, d.Bolts[1].At, d.Bolts[2].At);
        Assert.Equal(90 * d.Scale, second.X - first.X, 1e-9);
        Assert.Equal(80 * d.Scale, third.Y - first.Y, 1e-9);
        Assert.Equal(result.Joint.Hole / 2 * d.Scale, d.Radius, 1e-9);
        Assert.All(d.Bolts, b => Assert.True(b.At.X > 0 && b.At.X < d.Width && b.At.Y > 0 && b.At.Y < d.Height));
        Assert.Equal(d.OriginX, d.Centroid.X, 1e-9);
    }

    [Fact]
    public void Direct_part_and_torsion_close_with_the_resultant()
    {
        var (d, _, view) = Draw(UnitSystem.Si);
        foreach (var b in d.Bolts)
        {
            Assert.Equal(b.Direct!.To, b.Torsional!.From);
            Assert.Equal(b.Resultant!.To.X, b.Torsional.To.X, 1e-9);
            Assert.Equal(b.Resultant.To.Y, b.Torsional.To.Y, 1e-9);
        }
        // The longest arrow is the largest shear, the others in proportion.
        var longest = d.Bolts.MaxBy(b => b.Resultant!.Length)!;
        Assert.Equal(view.Bolts.Max(b => b.Shear), view.Bolts.Single(b => b.Number == longest.Number).Shear, 1e-6);
        Assert.Equal(view.Bolts[0].Shear / view.Bolts[3].Shear, d.Bolts[0].Resultant!.Length / d.Bolts[3].Resultant!.Length, 1e-9);
        Assert.True(d.Bolts.Single(b => b.Critical).Number is 2 or 6);
        // 42 kN down, right of the bolts, turns clockwise.
        Assert.Contains("1 1", d.Turn);
    }

    [Fact]
    public void A_pull_is_a_ring_and_a_pressing_load_another_kind_of_ring()
    {
        var (d, _, _) = Draw(UnitSystem.Si, ("loads[0].mx", "4 kN·m"));
        Assert.True(d.Bolts[0].Ring > d.Radius && !d.Bolts[0].Presses);
        Assert.Equal(0, d.Bolts[2].Ring);
        Assert.True(d.Bolts[4].Ring > d.Radius && d.Bolts[4].Presses);
    }

    [Theory]
    [InlineData(UnitSystem.Si, "90", "30")]
    [InlineData(UnitSystem.Us, "3.543", "1.181")]
    public void Dimensions_run_from_edge_to_edge_and_lead_to_their_fields(UnitSystem units, string pitch, string edge)
    {
        var (d, _, _) = Draw(units, ("pattern.plate.shape", "rectangle"), ("pattern.plate.width", "150 mm"),
            ("pattern.plate.height", "220 mm"));
        var across = d.Dimensions.Where(x => !x.Upright).ToList();
        Assert.Equal([edge, pitch, edge], across.Select(x => x.Text));
        Assert.Equal(["pattern.plate.width", "pattern.pitchX", "pattern.plate.width"], across.Select(x => x.Field));
        Assert.Equal(4, d.Dimensions.Count(x => x.Upright));
    }

    [Fact]
    public void Places_without_a_bolt_and_compression_lines_are_drawn()
    {
        var (d, _, _) = Draw(UnitSystem.Si, ("pattern.off", "3"), ("pattern.tension", "pivot"), ("pattern.pivotBottom", "-110 mm"),
            ("loads[0].mx", "3 kN·m"));
        Assert.True(d.Bolts[2].Off && d.Bolts[2].Resultant is null);
        var line = Assert.Single(d.Pivots);
        Assert.Equal(("pattern.pivotBottom", -110, false), (line.Field, line.Value, line.Upright));
        Assert.Contains("no bolt", d.Bolts[2].Words);
        Assert.Contains("Critical is bolt", d.Words);
    }

    [Fact]
    public void The_drawing_that_stands_alone_is_well_formed_and_has_every_bolt()
    {
        var (d, result, _) = Draw(UnitSystem.Si, ("name", "A <bracket> & more"), ("pattern.plate.shape", "circle"),
            ("pattern.plate.diameter", "320 mm"));
        var svg = XDocument.Parse(PlanSvg.Write(d, result.Joint));
        Assert.Equal(6, svg.Descendants().Count(e => e.Name.LocalName == "circle" && (string?)e.Attribute("stroke") == "#1a2233"));
        Assert.Contains("A <bracket> & more", svg.Descendants().First(e => e.Name.LocalName == "title").Value);
        Assert.Equal("mm", ((string)svg.Root!.Attribute("width")!)[^2..]);
    }

    [Theory]
    [InlineData(UnitSystem.Si, "bolt,x [mm],y [mm],tension [kN]", "1,-45,80,0")]
    [InlineData(UnitSystem.Us, "bolt,x [in],y [in],tension [lbf]", "1,-1.771654,3.149606,0")]
    public void The_table_of_bolts_says_its_units(UnitSystem units, string head, string first)
    {
        var (_, result, view) = Draw(units);
        var lines = BoltTable.Csv(view.Bolts, BoltVerdict.Of(result.Joint, 0), units).Split("\r\n");
        Assert.StartsWith(head, lines[0], StringComparison.Ordinal);
        Assert.StartsWith(first, lines[1], StringComparison.Ordinal);
        Assert.Equal(8, lines.Length);
    }

    [Fact]
    public void The_bolt_that_the_verdicts_name_has_the_least_reserve()
    {
        var result = Samples.RunPattern(("loads[0].fz", "30 kN"), ("loads[0].atZ", "60 mm"));
        var verdicts = BoltVerdict.Of(result.Joint);
        Assert.Equal(result.GoverningReserve!.Value, verdicts.Min(v => v.Reserve!.Value), 1e-9);
        Assert.Equal(result.Cases[0].Tension, verdicts.Max(v => v.Tension), 1e-6);
        Assert.Equal(result.Cases[0].Shear, verdicts.Max(v => v.Shear), 1e-6);
    }
}
