using System.Globalization;
using System.Text;
using CsCheck;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Patterns;

/// <summary>Load cases from tables, and the few of many that can govern; patterns as drawings.</summary>
public sealed class LoadFileTests
{
    private static (List<(string Name, Resultant Load, Components At)> Taken, List<RefusedLine> Refused) Read(Stream stream,
        LoadColumns? columns = null)
    {
        var lines = LoadTable.Lines(stream).ToList();
        columns ??= LoadColumns.Guess(lines[0].Cells, lines[1].Cells);
        Assert.Empty(columns.Problems(lines[1].Cells));
        var (taken, refused) = (new List<(string, Resultant, Components)>(), new List<RefusedLine>());
        columns.Read(lines, row => taken.Add((row.Name, row.Load, row.At)), refused.Add);
        return (taken, refused);
    }

    private static (List<LoadLine> Taken, List<RefusedLine> Refused) Rows(string text)
    {
        var lines = LoadTable.Lines(Text(text)).ToList();
        var (taken, refused) = (new List<LoadLine>(), new List<RefusedLine>());
        LoadColumns.Guess(lines[0].Cells, lines[1].Cells).Read(lines, taken.Add, refused.Add);
        return (taken, refused);
    }

    [Fact]
    public void A_rainflow_count_says_what_alternates_and_how_often()
    {
        var (rows, refused) = Rows("Case,Fz [kN],Alternates with,Cycles\nPeak 1,40,Valley 1,2e6\nValley 1,-5,,\nPeak 2,60,unloaded,500\nRare,90,valley 1,\nBad,1,unloaded,-3\nWorse,1,unloaded,often\n");
        Assert.Equal(4, rows.Count);
        Assert.Equal([6, 7], refused.Select(r => r.Number));
        Assert.All(refused, r => Assert.Contains("Cycles is", r.Reason, StringComparison.Ordinal));
        var (swings, none) = LoadSwings.Of(rows);
        Assert.Empty(none);
        Assert.Equal([new(0, 1, 2e6), new(2, -1, 500), new(3, 1, null)], swings);
    }

    [Theory]
    [InlineData("A,1,nobody,", "no line that was taken is called that")]
    [InlineData("A,1,A,", "alternates with itself")]
    [InlineData("A,1,B,\nB,2,,\nB,3,,", "2 lines are called that")]
    public void A_row_whose_partner_cannot_be_told_is_refused_and_so_are_those_that_name_it(string text, string because)
    {
        var (rows, _) = Rows("Case,Fz [kN],Alternates with,Cycles\n" + text + "\nLast,5,A,10\n");
        var (swings, refused) = LoadSwings.Of(rows);
        Assert.Empty(swings);
        Assert.Equal(2, refused.Count);
        Assert.Contains(because, refused[0], StringComparison.Ordinal);
        Assert.Contains("which was refused", refused[rows.Count - 1], StringComparison.Ordinal);
    }

    [Fact]
    public void More_rows_that_alternate_than_a_joint_holds_are_refused_one_by_one()
    {
        LoadLine[] rows = [.. Enumerable.Range(0, LoadSwings.Most + 5).Select(i => new LoadLine($"R{i}", new(new(0, 0, i), default), default, "unloaded", 1))];
        var (swings, refused) = LoadSwings.Of(rows);
        Assert.Equal((LoadSwings.Most, 5), (swings.Count, refused.Count));
        Assert.All(refused.Values, r => Assert.Contains("fewer classes", r, StringComparison.Ordinal));
    }

    private static MemoryStream Text(string text) => new(Encoding.UTF8.GetBytes(text));

    private static MemoryStream Workbook(params object?[][] rows)
    {
        var stream = new MemoryStream();
        using (var book = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var part = book.AddWorkbookPart();
            part.Workbook = new Workbook();
            var sheet = part.AddNewPart<WorksheetPart>();
            var data = new SheetData();
            for (var r = 0; r < rows.Length; r++)
            {
                var row = new Row { RowIndex = (uint)(r + 1) };
                for (var c = 0; c < rows[r].Length; c++)
                {
                    var reference = $"{(char)('A' + c)}{r + 1}";
                    if (rows[r][c] is string text && text.StartsWith('=')) row.Append(new Cell { CellReference = reference,
                        CellFormula = new CellFormula(text[1..]), CellValue = new CellValue("7") });
                    else if (rows[r][c] is string s) row.Append(new Cell { CellReference = reference, DataType = CellValues.InlineString,
                        InlineString = new InlineString(new Text(s)) });
                    else if (rows[r][c] is { } number) row.Append(new Cell { CellReference = reference,
                        CellValue = new CellValue(Convert.ToDouble(number, CultureInfo.InvariantCulture)) });
                }
                data.Append(row);
            }
            sheet.Worksheet = new Worksheet(data);
            part.Workbook.AppendChild(new Sheets()).Append(new Sheet { Id = part.GetIdOfPart(sheet), SheetId = 1, Name = "Cases" });
        }
        stream.Position = 0;
        return stream;
    }

    [Theory]
    [InlineData("Case,Fx [kN],Fy (N),Mz [kN·m],x [m]\nA,1.5,-200,2,0.3\n")]
    [InlineData("Case;Fx [kN];Fy (N);Mz [kN·m];x [m]\nA;1,5;-200;2;0,3\n")]
    [InlineData("Case\tFx_kN\tFy_N\tMz_kN·m\tx_m\r\nA\t1.5\t-200\t2\t0.3\r\n")]
    public void A_table_is_read_whatever_parts_its_cells(string text)
    {
        var (taken, refused) = Read(Text(text));
        Assert.Empty(refused);
        var (name, load, at) = Assert.Single(taken);
        Assert.Equal(("A", 1500.0, -200.0, 2e6, 300.0), (name, load.Force.X, load.Force.Y, load.Moment.Z, at.X));
    }

    [Fact]
    public void A_workbook_is_read_and_formulas_in_it_are_refused()
    {
        var (taken, refused) = Read(Workbook(["Name", "Fz [kN]", "Note"], ["one", 12.5, "x"], ["sum", "=B2*2", "x"], [], ["two", -3, "=A1"],
            ["gap", null, "x"], ["word", "much", "x"]));
        Assert.Equal(["one", "two"], taken.Select(t => t.Name));
        Assert.Equal((12_500, -3_000), (taken[0].Load.Force.Z, taken[1].Load.Force.Z));
        Assert.Equal([3, 6, 7], refused.Select(r => r.Number));
        Assert.Contains("formula", refused[0].Reason);
        Assert.Contains("Fz is empty", refused[1].Reason);
        Assert.Contains("\"much\", which is not a number", refused[2].Reason);
    }

    [Theory]
    [InlineData("1,5", "say whether a comma marks decimals or thousands")]
    [InlineData("12,34", "say whether a comma marks decimals or thousands")]
    [InlineData("1 20", "not a number")]
    [InlineData("1.200.5", "not a number")]
    [InlineData("1e400", "not a number")]
    [InlineData("NaN", "not a number")]
    [InlineData("12 kN", "not a number")]
    [InlineData("=1+1", "formula")]
    [InlineData("", "Fx is empty")]
    [InlineData("1e14", "beyond any bolt")]
    public void A_bad_line_is_refused_with_its_number_and_reason_and_the_good_ones_stay(string cell, string reason)
    {
        var (taken, refused) = Read(Text($"Fx [kN];Fy [kN]\n1;2\n\n{cell};2\n3;4\n"));
        Assert.Equal([1000, 3000], taken.Select(t => t.Load.Force.X));
        var line = Assert.Single(refused);
        Assert.Equal(4, line.Number);
        Assert.Contains(reason, line.Reason);
    }

    [Theory]
    [InlineData("1 200", CommaMarks.Unstated, 1200)]
    [InlineData("1\u00A0200\u00A0300.5", CommaMarks.Unstated, 1200300.5)]
    [InlineData("12'500", CommaMarks.Unstated, 12500)]
    [InlineData("\u2212250.5", CommaMarks.Unstated, -250.5)]
    [InlineData("\"1,200\"", CommaMarks.Thousands, 1200)]
    [InlineData("\"1,200.25\"", CommaMarks.Thousands, 1200.25)]
    [InlineData("\"1,2\"", CommaMarks.Decimals, 1.2)]
    [InlineData("\"1.200,5\"", CommaMarks.Decimals, 1200.5)]
    [InlineData("1.200", CommaMarks.Unstated, 1.2)]
    [InlineData("1.2e3", CommaMarks.Unstated, 1200)]
    public void A_number_is_read_as_it_is_written(string cell, CommaMarks comma, double newton)
    {
        var (taken, refused) = Read(Text($"Fx [N],Fy [N]\n{cell},0\n"),
            new([new(ColumnMeaning.Fx, "N"), new(ColumnMeaning.Fy, "N")], comma, false));
        Assert.Empty(refused);
        Assert.Equal(newton, Assert.Single(taken).Load.Force.X);
    }

    [Theory]
    [InlineData("1,200", CommaMarks.Unstated)]
    [InlineData("1,20", CommaMarks.Decimals)]
    [InlineData("0,200", CommaMarks.Decimals)]
    [InlineData("1,200|3.5", CommaMarks.Thousands)]
    [InlineData("1,200|3,5", CommaMarks.Decimals)]
    public void What_a_comma_marks_is_seen_from_the_figures_or_asked(string cells, CommaMarks expected)
    {
        string[] sample = cells.Split('|');
        var columns = LoadColumns.Guess(["Fx [kN]"], sample);
        Assert.Equal(expected, columns.Comma);
        Assert.Equal(expected == CommaMarks.Unstated ? 1 : 0, columns.Problems(sample)
            .Count(p => p.Problem.Contains("decimals or thousands")));
    }

    [Fact]
    public void A_quotation_mark_that_never_closes_costs_one_line()
    {
        var text = new StringBuilder("Case,\"Fx\n[kN]\"\n");
        for (var i = 0; i < 150; i++) text.Append(CultureInfo.InvariantCulture, $"{(i == 20 ? "\"" : "")}case {i},{i}\n");
        var (taken, refused) = Read(Text(text.ToString()));
        Assert.Equal(149, taken.Count);
        Assert.Equal(23, Assert.Single(refused).Number);
        Assert.Contains("never closes", refused[0].Reason);
    }

    [Fact]
    public void Headings_are_found_below_a_title()
    {
        var lines = LoadTable.Lines(Text("Loads of the footbridge, revision C\nexported yesterday\n\nCase,Fx [kN]\nA,2\n")).ToList();
        Assert.Equal(4, LoadColumns.HeadLine(lines));
        Assert.Equal(1, LoadColumns.HeadLine([.. LoadTable.Lines(Text("a,b\n1,2\n"))]));
        Assert.Equal(["Case", "Fx [kN]"], LoadTable.Lines(Text("title\nCase,Fx [kN]\nA,2\n"), null, 2).First().Cells);
    }

    [Fact]
    public void Of_a_workbook_the_first_sheet_shown_is_read_or_the_one_chosen()
    {
        var stream = new MemoryStream();
        using (var book = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var part = book.AddWorkbookPart();
            part.Workbook = new Workbook();
            var sheets = part.Workbook.AppendChild(new Sheets());
            var chart = part.AddNewPart<ChartsheetPart>();
            chart.Chartsheet = new Chartsheet();
            sheets.Append(new Sheet { Id = part.GetIdOfPart(chart), SheetId = 1, Name = "Chart" });
            foreach (var (name, hidden, n) in new[] { ("Old", true, 2u), ("Cases", false, 3u) })
            {
                var sheet = part.AddNewPart<WorksheetPart>();
                Cell Of(string reference, CellValues type, string value) => new() { CellReference = reference, DataType = type,
                    CellValue = new CellValue(value) };
                sheet.Worksheet = new Worksheet(new SheetData(
                    new Row(Of("A1", CellValues.String, "Fx [kN]")) { RowIndex = 1 },
                    new Row(Of("A2", CellValues.Boolean, "1")) { RowIndex = 2 },
                    new Row(Of("A3", CellValues.SharedString, "7")) { RowIndex = 3 },
                    new Row(Of("A4", CellValues.Number, n.ToString(CultureInfo.InvariantCulture))) { RowIndex = 4 }));
                var listed = new Sheet { Id = part.GetIdOfPart(sheet), SheetId = n, Name = name };
                if (hidden) listed.State = SheetStateValues.Hidden;
                sheets.Append(listed);
            }
        }
        Assert.Equal(["Cases", "Old"], LoadTable.Sheets(stream));
        var (taken, refused) = Read(stream);
        Assert.Equal(3000, Assert.Single(taken).Load.Force.X);
        Assert.Contains("TRUE", refused[0].Reason);
        Assert.Contains("lacks", refused[1].Reason);
        Assert.Equal("2", LoadTable.Lines(stream, "Old", 4).Single().Cells[0]);
        Assert.Throws<UnreadableTableException>(() => LoadTable.Lines(stream, "None").ToList());
    }

    [Fact]
    public void A_column_without_a_unit_is_asked_about_and_a_wrong_one_refused()
    {
        var columns = LoadColumns.Guess(["Fx", "My [kip·in]", "remark", "FX"], []);
        Assert.Equal([ColumnMeaning.Fx, ColumnMeaning.My, ColumnMeaning.Ignore, ColumnMeaning.Ignore],
            columns.Columns.Select(c => c.Meaning));
        var problem = Assert.Single(columns.Problems([]));
        Assert.Equal(0, problem.Column);
        Assert.Contains("which unit", problem.Problem);
        Assert.Contains("Which ton", new LoadColumns([new(ColumnMeaning.Fx, "ton")], CommaMarks.Unstated, false).Problems([])[0].Problem);
        Assert.Equal(-1, new LoadColumns([new(ColumnMeaning.Name, "")], CommaMarks.Unstated, false).Problems([])[0].Column);
        Assert.Equal(columns.Columns, LoadColumns.FromJson(columns.ToJson(), 4)!.Columns);
        Assert.Null(LoadColumns.FromJson("{", 4));
    }

    [Fact]
    public void What_is_no_table_is_refused_with_the_reason()
    {
        Assert.Contains("empty", Assert.Throws<UnreadableTableException>(() => LoadTable.Lines(Text("")).ToList()).Message);
        Assert.Contains("zero bytes", Assert.Throws<UnreadableTableException>(() => LoadTable.Lines(new MemoryStream([65, 0, 66, 10]))
            .ToList()).Message);
        Assert.Contains("cannot be opened", Assert.Throws<UnreadableTableException>(() => LoadTable.Lines(new MemoryStream([0x50, 0x4B, 3,
            4, 1, 2])).ToList()).Message);
    }

    [Fact]
    public void No_bytes_whatever_bring_the_reader_down() => Gen.Byte.Array[1, 300].Sample(bytes =>
    {
        try
        {
            foreach (var line in LoadTable.Lines(new MemoryStream(bytes))) Assert.True(line.Number >= 0);
        }
        catch (UnreadableTableException e)
        {
            Assert.NotEmpty(e.Message);
        }
    });

    [Fact]
    public void Reading_stops_when_it_is_told_to_and_keeps_what_it_has()
    {
        using var stop = new CancellationTokenSource();
        var taken = 0;
        var lines = Enumerable.Range(1, 1000).Select(i => new TableLine(i, ["1"], -1));
        new LoadColumns([new(ColumnMeaning.Fx, "N")], CommaMarks.Unstated, false).Read(lines, _ =>
        {
            if (++taken == 10) stop.Cancel();
        }, _ => { }, stop.Token);
        Assert.Equal(10, taken);
    }

    [Theory]
    [InlineData(TensionSchool.Centroid)]
    [InlineData(TensionSchool.Pivot)]
    public void The_governing_rows_hold_the_worst_of_every_trade_between_tension_and_shear(TensionSchool school)
    {
        var pattern = BoltPattern.Of(new BoltGroup([new(-50, -60), new(60, -50), new(70, 80), new(-40, 90), new(0, 10)]), school);
        Gen.Double[-5e4, 5e4].Array[6].Array[1, 300].Sample(rows =>
        {
            Resultant[] cases = [.. rows.Select(v => new Resultant(new(v[0], v[1], v[2]), new(50 * v[3], 50 * v[4], 50 * v[5])))];
            var kept = LoadEnvelope.Governing(pattern, cases).ToHashSet();
            var all = (from c in Enumerable.Range(0, cases.Length)
                       from b in Enumerable.Range(0, 5)
                       let share = new PatternShares(pattern).On<Plain>(new LoadCase("", cases[c], default(Components)), b)
                       select (Case: c, Tension: share.Tension.Value, Shear: share.Shear.Value)).ToList();
            // Nothing left out surpasses all that was kept, whatever weight tension and shear have.
            return all.All(x => all.Any(k => kept.Contains(k.Case) && k.Tension >= x.Tension - 1e-6 && k.Shear >= x.Shear - 1e-6))
                && kept.Contains(all.MaxBy(x => x.Shear).Case) && kept.Contains(all.MaxBy(x => x.Tension).Case);
        }, iter: 20);
    }

    [Fact]
    public void A_load_swung_round_in_small_steps_is_thinned_within_a_four_hundredth()
    {
        var pattern = BoltPattern.Of(new BoltGroup([new(0, 0), new(80, 0)]));
        Resultant[] cases = [.. Enumerable.Range(0, 5000).Select(i => i * Math.PI / 2 / 4999)
            .Select(a => new Resultant(new(2000 * Math.Sin(a), 0, 2000 * Math.Cos(a)), default))];
        var kept = LoadEnvelope.Governing(pattern, cases);
        Assert.InRange(kept.Length, 300, LoadEnvelope.MostGoverning);
        Assert.Contains(0, kept);
        Assert.Contains(4999, kept);
        Assert.All(cases, c => Assert.Contains(kept, k => cases[k].Force.Z >= c.Force.Z - (2000 / 400.0) && cases[k]
            .Force.X >= c.Force.X - (2000 / 400.0)));
    }

    [Fact]
    public void The_envelope_about_compression_lines_is_the_worst_case_of_every_bolt()
    {
        var pattern = BoltPattern.Of(new BoltGroup([new(-50, -60), new(60, -50), new(70, 80), new(-40, 90)]), TensionSchool.Pivot);
        Gen.Double[-5e4, 5e4].Array[6].Array[1, 200].Sample(rows =>
        {
            Resultant[] cases = [.. rows.Select(v => new Resultant(new(v[0], v[1], v[2]), new(50 * v[3], 50 * v[4], 50 * v[5])))];
            var envelope = LoadEnvelope.Of(pattern, cases);
            for (var b = 0; b < 4; b++)
            {
                Assert.Equal(cases.Max(c => new PatternShares(pattern).Tension<Plain>(new LoadCase("", c, default(Components)), b).Value),
                    envelope[b].Tension, 1e-6);
            }
        }, iter: 20);
    }

    [Fact]
    public void A_pattern_comes_back_from_a_drawing_to_the_same_points()
    {
        var joint = Samples.PatternJoint(
            ("pattern.turned", "17 deg"), ("pattern.atX", "12.345 mm"), ("pattern.off", "2"), ("pattern.plate.shape", "circle"),
            ("pattern.plate.diameter", "600 mm"));
        var (circles, unit, problem) = DxfDrawing.Read(DxfDrawing.Write(joint.Pattern!, joint.Hole));
        Assert.Null(problem);
        Assert.Equal(1, unit);
        var group = Assert.Single(DxfDrawing.Candidates(circles));
        var bolts = group.Middles;
        Assert.Equal(5, bolts.Count);
        for (var i = 0; i < 5; i++) Assert.Equal(0, bolts[i].To(new(joint.Pattern!.Group.Bolts[i].X, joint.Pattern.Group.Bolts[i].Y)),
            1e-6);
        Assert.Equal(joint.Hole, group.Diameter, 1e-3);
    }

    [Fact]
    public void Of_a_foreign_drawing_the_circles_that_most_share_are_the_bolts()
    {
        DxfCircle[] circles = [new("0", new(0, 0), 200), new("holes", new(50, 0), 18), new("holes", new(-50, 0), 18),
            new("holes", new(-50, 0), 18), new("heads", new(50, 0), 30)];
        Assert.Equal(2, Assert.Single(DxfDrawing.Candidates(circles)).Middles.Count);
    }

    private static string Drawing(string blocks, string entities) =>
        string.Join('\n', $"0 SECTION 2 BLOCKS {blocks} 0 ENDSEC 0 SECTION 2 ENTITIES {entities} 0 ENDSEC 0 EOF".Split(' ',
            StringSplitOptions.RemoveEmptyEntries));

    private const string HoleBlock = "0 BLOCK 8 0 2 HOLE 10 1 20 0 0 CIRCLE 8 0 10 1 20 0 40 9 0 ENDBLK";

    [Theory]
    [InlineData("0 INSERT 8 BOLTS 2 HOLE 10 50 20 60 0 INSERT 8 BOLTS 2 hole 10 -50 20 60", "50,60 -50,60")]
    [InlineData("0 INSERT 8 BOLTS 2 HOLE 10 0 20 0 70 2 71 2 44 100 45 80", "0,0 100,0 0,80 100,80")]
    [InlineData("0 INSERT 8 BOLTS 2 HOLE 10 0 20 0 50 90 70 2 44 100", "0,0 0,100")]
    [InlineData("0 INSERT 8 BOLTS 2 HOLE 10 40 20 5 230 -1", "-40,5")]
    [InlineData("0 CIRCLE 8 BOLTS 10 40 20 5 40 9 230 -1", "-40,5")]
    [InlineData("0 CIRCLE 8 BOLTS 10 40 20 5 40 9 0 CIRCLE 8 BOLTS 67 1 10 7 20 7 40 9", "40,5")]
    public void Holes_lie_where_their_blocks_are_inserted_and_where_they_are_seen(string entities, string expected)
    {
        var (circles, _, problem) = DxfDrawing.Read(Drawing(HoleBlock, entities));
        Assert.Null(problem);
        var group = Assert.Single(DxfDrawing.Candidates(circles));
        Assert.Equal(("BOLTS", 18.0), (group.Layer, group.Diameter));
        Assert.Equal(expected.Split(' '),
            group.Middles.Select(m => FormattableString.Invariant($"{Math.Round(m.X, 6) + 0.0},{Math.Round(m.Y, 6) + 0.0}")));
    }

    [Theory]
    [InlineData("0 BLOCK 2 A 0 INSERT 2 A 0 ENDBLK", "0 INSERT 2 A", "nested")]
    [InlineData(HoleBlock, "0 INSERT 2 HOLE 41 2 42 1", "not seen from above")]
    [InlineData(HoleBlock, "", "no circle")]
    [InlineData(HoleBlock, "0 INSERT 2 HOLE 70 1000 71 1000 44 1 45 1", "more than 200000 circles")]
    public void A_drawing_that_shows_no_holes_in_plan_says_why(string blocks, string entities, string reason) =>
        Assert.Contains(reason, DxfDrawing.Read(Drawing(blocks, entities)).Problem);

    [Fact]
    public void Two_sizes_of_hole_in_a_layer_are_two_groups_to_be_asked_about()
    {
        DxfCircle[] circles = [.. Enumerable.Range(0, 6).Select(i => new DxfCircle("Holes", new(i, 0), i < 4 ? 18 : 22)),
            new("outline", new(0, 0), 900)];
        Assert.Equal([(18.0, 4), (22.0, 2)], DxfDrawing.Candidates(circles).Select(g => (g.Diameter, g.Middles.Count)));
    }

    [Fact]
    public void Eighty_thousand_circles_over_each_other_are_sorted_out()
    {
        var circles = Enumerable.Range(0, 80_000).Select(i => new DxfCircle("HOLES", new(i % 40_000, 1e-9 * (i / 40_000)), 18)).ToList();
        Assert.Equal(40_000, Assert.Single(DxfDrawing.Candidates(circles)).Middles.Count);
    }

    [Theory]
    [InlineData("", "not a drawing exchange file")]
    [InlineData("hello\nworld", "group code")]
    [InlineData("0\nSECTION\n0\nENDSEC", "no circle")]
    [InlineData("0\nSECTION\n0\nCIRCLE\n8\n0\n10\n1.0\n40\n3\n0\nENDSEC", "no middle")]
    [InlineData("AutoCAD Binary DXF\r\n", "binary")]
    public void What_is_no_drawing_is_refused_with_the_reason(string text, string reason) =>
        Assert.Contains(reason, DxfDrawing.Read(text).Problem);

    [Fact]
    public void A_case_is_stated_another_way_and_the_helper_keeps_its_inputs()
    {
        var document = Samples.With();
        Typing.State(document, 0, "components");
        Assert.Equal(("72 kN", "24 kN"), (Typing.Get(document, "loads[0].fz"), Typing.Get(document, "loads[0].fx")));
        Typing.State(document, 0, "ram push");
        Typing.Set(document, "loads[0].helper.pressure", "160 bar", UnitSystem.Si);
        Typing.Set(document, "loads[0].helper.bore", "63 mm", UnitSystem.Si);
        Assert.Equal(Math.PI / 4 * 63 * 63 * 16, Samples.Read(document).Cases[0].Tension, 1e-6);
        Typing.State(document, 0, "tension and shear");
        Typing.State(document, 0, "ram push");
        Assert.Equal("63 mm", Typing.Get(document, "loads[0].helper.bore"));
        Typing.Add(document, "loads");
        Typing.State(document, 1, "a combination");
        Assert.Equal("1 × Full", Typing.Get(document, "loads[1].combines"));
        Assert.Equal(2, Samples.Read(document).Cases.Length);
    }
}
