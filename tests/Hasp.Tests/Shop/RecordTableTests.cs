using System.Globalization;
using System.Text.Json.Nodes;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using DocumentFormat.OpenXml.Validation;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files;
using Hasp.Files.Shop;

namespace Hasp.Tests.Shop;

/// <summary>The record as a table that calculates: numbers of one unit a column, moments as dates, headings that stay.</summary>
public sealed class RecordTableTests
{
    private static readonly DateTime Made = new(2026, 11, 26, 7, 20, 30);

    private static RecordLine Line(JsonObject document) => new(7, "AL-03", "bolt", 2, document, Made.AddMinutes(1), Made, "", "", "this machine", null, "ab", 3, "");

    private static TableFile Table => RecordTable.Of(
    [
        Line(new JsonObject { ["torque"] = "335 N·m", ["setTo"] = "247 ft·lb", ["tension"] = "92.5 kN", ["angle"] = "90°", ["pass"] = "full" }),
        Line(new JsonObject { ["torque"] = "=1+1", ["note"] = "=1+1" }),
    ]);

    private static object? At(string head, int row = 0) => Table.Rows[row][Table.Heads.ToList().IndexOf(head)];

    [Fact]
    public void Quantities_are_numbers_of_the_unit_in_their_heading_and_moments_are_dates()
    {
        Assert.Equal(335.0, At("torque (N·m)"));
        Assert.Equal(334.9, (double)At("set to (N·m)")!, 0.05);
        Assert.Equal(92.5, At("tension (kN)"));
        Assert.Equal(Made, At("made (UTC)"));
        Assert.Equal(3, At("joint revision"));
        Assert.Equal("unsigned", At("signed by"));
        // What cannot be read stays as it was written, as a text.
        Assert.Equal("=1+1", At("torque (N·m)", 1));
    }

    /// <summary>What was asked for then stands beside what was read, with its window, in the unit of the heading; and what it rested on.</summary>
    [Fact]
    public void What_was_asked_and_what_it_rested_on_stand_beside_the_reading()
    {
        var pass = new Pass("full", "100 %", "", PassMeasure.Torque, 305_000, "");
        var evidence = new Evidence(PassMeasure.Torque, pass.Set, ReadAtBolt.WindowOf(pass, onlySet: false), 12, "Calibrator 1", 18, new(2027, 3, 1));
        var document = evidence.In(new JsonObject { ["torque"] = "305 N·m" });
        var table = RecordTable.Of([Line(document) with { WhyNot = "kept" }]);
        // Sent again it bears what it was kept with, and nothing that nobody wrote.
        Assert.Equal(document.ToJsonString(), Evidence.As(new JsonObject { ["torque"] = "305 N·m" }, document).ToJsonString());
        Assert.Equal("{}", Evidence.As([], []).ToJsonString());
        object? In(string head) => table.Rows[0][table.Heads.ToList().IndexOf(head)];
        Assert.Equal(305.0, In("torque asked (N·m)"));
        // ISO 6789: 4 %, and the last figure of a dial.
        Assert.Equal(305 - 12.2 - 0.5, (double)In("torque from (N·m)")!, 6);
        Assert.Equal(305 + 12.2 + 0.5, (double)In("torque to (N·m)")!, 6);
        Assert.Null(In("angle asked (°)"));
        Assert.Equal([12L, "Calibrator 1", 18.0, "2027-03-01", "kept"],
            new[] { In("verification"), In("tester"), In("temperature then (°C)"), In("wrench calibrated until"), In("does not count") });
    }

    /// <summary>Each quantity that an entry can bear has its column, with its unit.</summary>
    [Fact]
    public void No_reading_of_a_bolt_is_left_out()
    {
        var readings = EntryKind.Bolt.Fields.Where(f => f.Kind == FieldKind.Quantity).ToList();
        Assert.True(readings.Count >= 5);
        Assert.All(readings, f => Assert.Contains(Table.Heads, h => h.StartsWith(f.Key == "setTo" ? "set to (" : f.Key + " (", StringComparison.Ordinal)));
    }

    [Fact]
    public void The_workbook_is_valid_with_dates_filter_and_a_heading_that_stays()
    {
        using var workbook = SpreadsheetDocument.Open(new MemoryStream(Table.Xlsx()), false);
        Assert.Empty(new OpenXmlValidator().Validate(workbook).Select(e => e.Description));
        var sheet = workbook.WorkbookPart!.WorksheetParts.Single().Worksheet!;
        Assert.Equal(PaneStateValues.Frozen, sheet.Descendants<Pane>().Single().State!.Value);
        Assert.EndsWith("3", sheet.Descendants<AutoFilter>().Single().Reference!.Value!, StringComparison.Ordinal);
        var dates = sheet.Descendants<Cell>().Where(c => c.StyleIndex?.Value == 1).Select(c => double.Parse(c.CellValue!.Text, CultureInfo.InvariantCulture)).ToList();
        Assert.Equal(4, dates.Count);
        Assert.Equal(Made, DateTime.FromOADate(dates[0]), TimeSpan.FromSeconds(1));
        // No text begins as a formula does in what a spreadsheet reads as text: in a workbook it is one, in CSV it is kept from being one.
        Assert.Contains("'=1+1", Table.Csv(), StringComparison.Ordinal);
        Assert.Empty(sheet.Descendants<CellFormula>());
    }
}
