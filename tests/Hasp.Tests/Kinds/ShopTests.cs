using System.Text.Json.Nodes;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using Hasp.Core;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Tests.Kinds;

/// <summary>The shop's quick check, the buying list, and the frame round a hollow section.</summary>
public sealed class ShopTests
{
    [Fact]
    public void A_ram_against_bolts_is_its_push_over_what_they_carry()
    {
        // 80 mm at 21 MPa push 105.6 kN; 4 M20 8.8: At 244.8 mm², proof 600 MPa, yield 660, tensile 830 (ISO 898-1).
        var read = QuickShop.Read("80 mm at 210 bar", "4 M20 8.8", UnitSystem.Si);
        Assert.True(read.Check is not null, read.LoadProblem + read.BoltProblem);
        var (tension, shear) = (read.Check.Ways[0], read.Check.Ways[1]);
        var push = 21 * Math.PI / 4 * 6400;
        Assert.Equal(push, read.Check.Force, 1e-6 * push);
        Assert.Equal(4 * 600 * 244.794, tension.Yields, 100.0);
        Assert.Equal(4 * 0.577 * 660 * 244.794, shear.Yields, 100.0);
        Assert.Equal(4 * 600 * 244.794 / push, tension.FactorOf(push), 1e-3);
        Assert.True(tension.Breaks > tension.Yields && shear.Breaks > shear.Yields && shear.Yields < tension.Yields);
        Assert.Equal(2, read.Check.FewestFor(tension));
        // The same bolts make a joint.
        Assert.True(QuickLine.Read(read.Line, UnitSystem.Si).Understood);
    }

    [Theory]
    [InlineData("20 tons", "4 M20 8.8", "ton")]
    [InlineData("20", "4 M20 8.8", "unit")]
    [InlineData("-3 kN", "4 M20 8.8", "in front of a number")]
    [InlineData("80 mm at 3 kN", "4 M20 8.8", "")]
    public void What_could_mean_two_things_is_asked(string load, string bolts, string about)
    {
        var read = QuickShop.Read(load, bolts, UnitSystem.Si);
        Assert.Null(read.Check);
        Assert.Contains(about, read.LoadProblem, StringComparison.OrdinalIgnoreCase);
        Assert.Null(read.BoltProblem);
    }

    /// <summary>The quick check reads what the quick line reads: words, weights, other names; each example has its answer, each question its own.</summary>
    [Theory]
    [InlineData("500 kg", "two M12 eight point eight")]
    [InlineData("210 bar on 80 mm bore", "4 off M20 class 8.8")]
    [InlineData("10 kips", "6 1/2-13 grade 5 bolts")]
    public void The_quick_check_reads_as_the_quick_line_does(string load, string bolts)
    {
        var read = QuickShop.Read(load, bolts, UnitSystem.Si);
        Assert.True(read.Check is not null, read.LoadProblem + read.BoltProblem);
        Assert.All(QuickShop.Examples, e => Assert.NotNull(QuickShop.Read(e.Load, e.Bolts, UnitSystem.Us).Check));
        var asked = QuickShop.Read("20 tons", bolts, UnitSystem.Si);
        Assert.Equal(3, asked.LoadAnswers.Count);
        Assert.All(asked.LoadAnswers, a => Assert.NotNull(QuickShop.Read(a.Load, bolts, UnitSystem.Si).Check));
    }

    [Theory]
    [InlineData("4 M21 8.8")]
    [InlineData("4 M20 11.1")]
    [InlineData("0 M20 8.8")]
    [InlineData("M20")]
    [InlineData("4 M20 SAE 5")]
    public void Bolts_that_are_not_made_are_answered_at_their_field(string bolts)
    {
        var read = QuickShop.Read("90 kN", bolts, UnitSystem.Si);
        Assert.Null(read.Check);
        Assert.True(read.BoltProblem?.Length > 10);
        Assert.Null(read.LoadProblem);
    }

    [Fact]
    public void Forces_are_shown_in_the_ton_that_was_typed()
    {
        var read = QuickShop.Read("20 US tons", "6 3/4-10 UNC SAE 5", UnitSystem.Si);
        Assert.Equal("US tonf", read.Unit.Symbol);
        Assert.Equal(20 * 2000 * 4.4482216152605, read.Check!.Force, 1e-3);
    }

    [Fact]
    public void The_buying_list_holds_every_bolt_once_alike_ones_together_with_spares_by_the_rule()
    {
        var joints = Samples.Demo.Select(d => d.Joint).ToList();
        var list = BuyingList.Of(joints, SpareRule.Usual);
        var bolts = list.Where(l => l.What is "bolt" or "stud" or "pin" or "holding-down bolt").ToList();
        Assert.Equal(joints.Sum(j => j.AllBolts), bolts.Sum(l => l.Count));
        Assert.Equal(list.Count, list.Select(l => (l.What, l.Designation, l.Finish, l.Note)).Distinct().Count());
        Assert.All(list.Where(l => l.Count > 0), l => Assert.Equal(Math.Max(2, (int)Math.Ceiling(0.05 * l.Count)), l.Spares));
        Assert.Equal(joints.Where(j => j.Bolts.Nut is not null && j.Kind.IsTightened).Sum(j => j.AllBolts), list.Where(l => l.What == "nut")
            .Sum(l => l.Count));
        Assert.Contains(list, l => l.Designation == "ISO 4014 – M20 × 65 – 8.8" && l.For.Contains("AL-23", StringComparison.Ordinal)
            && l.Count == 15);
        Assert.Contains(list, l => l.Note.Contains("matched", StringComparison.Ordinal));
        // As a table of both kinds.
        var csv = BuyingTable.Of(list).Csv().Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(list.Count + 1, csv.Length);
        using var workbook = SpreadsheetDocument.Open(new MemoryStream(BuyingTable.Of(list).Xlsx()), false);
        var rows = workbook.WorkbookPart!.WorksheetParts.Single().Worksheet!.Descendants<Row>().ToList();
        Assert.Equal(list.Count + 1, rows.Count);
        Assert.Equal(list[0].Designation, rows[1].Elements<Cell>().ElementAt(1).InnerText);
    }

    [Fact]
    public void A_name_that_begins_like_a_formula_is_written_as_text()
    {
        var joint = KindTests.Example("pin") with { Number = "=1+1" };
        Assert.Contains("'=1+1", BuyingTable.Of(BuyingList.Of([joint], SpareRule.Usual)).Csv(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_frame_round_a_hollow_section_lays_out_bolts_and_load_and_the_load_path_does_the_rest()
    {
        var read = QuickLine.Read(QuickLine.Frame, UnitSystem.Si);
        Assert.True(read.Understood, string.Join("; ", read.Parts.Select(p => p.Problem)));
        var joint = KindTests.Read(read.Draft.Json());
        Assert.True(joint.Kind.IsParts);
        Assert.Equal(8, joint.Bolts.Count);
        // 10 kN down at 400 out pulls the upper bolts; 2 kN across at 400 out those at −x; 100 beside turns them.
        var (mx, my, mz) = OnBolt.MomentsAtCentroid<Plain>(joint.Cases[0], joint.Pattern!.Group);
        Assert.Equal((4e6, 8e5, -1e6), (Math.Round(mx.Value), Math.Round(my.Value), Math.Round(mz.Value)));
        Assert.All(joint.Pattern.Group.Bolts, b => Assert.True(Math.Abs(b.X) > 60 || Math.Abs(b.Y) > 60, "a bolt stands in the section"));
        Assert.True(Evaluation.Run(joint).Holds);
        Assert.NotNull(QuickLine.Read("frame 100 × 60 tube, 7 M16 8.8", UnitSystem.Si).Parts.Single(p => p.Problem is not null));
    }
}
