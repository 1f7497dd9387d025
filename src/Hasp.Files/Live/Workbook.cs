using System.Globalization;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;

namespace Hasp.Files.Live;

/// <summary>How a cell looks.</summary>
public enum Look
{
    /// <summary>As it is.</summary>
    Plain,

    /// <summary>A heading.</summary>
    Heading,

    /// <summary>A number that is there to be typed over.</summary>
    Input,

    /// <summary>A result.</summary>
    Result,
}

/// <summary>A formula with what it came to, so that a reader that does not calculate shows it too.</summary>
/// <param name="Text">Without the equals sign.</param>
/// <param name="Value">A number or a text.</param>
public sealed record Formula(string Text, object Value);

/// <summary>A sheet that is filled cell by cell; columns and rows from 1.</summary>
/// <param name="name">Its name: at most 31 letters, none of <c>[]:*?/\</c>.</param>
/// <param name="widths">Widths of its columns, in letters.</param>
public sealed class Sheet(string name, params double[] widths)
{
    private readonly SortedDictionary<int, SortedDictionary<int, (object Value, Look Look)>> _rows = [];

    /// <summary>Its name.</summary>
    public string Name => name;

    /// <summary>Widths of its columns.</summary>
    public IReadOnlyList<double> Widths => widths;

    /// <summary>The last row that holds something.</summary>
    public int Last => _rows.Count == 0 ? 0 : _rows.Keys.Last();

    /// <summary>Its cells, row by row.</summary>
    public IEnumerable<(int Row, int Column, object Value, Look Look)> Cells =>
        _rows.SelectMany(r => r.Value.Select(c => (r.Key, c.Key, c.Value.Value, c.Value.Look)));

    /// <summary>Writes a text, a number or a formula into a cell.</summary>
    public void Set(int row, int column, object? value, Look look = Look.Plain)
    {
        if (value is null or "") return;
        if (!_rows.TryGetValue(row, out var cells)) _rows[row] = cells = [];
        cells[column] = (value, look);
    }

    /// <summary>Writes cells beside one another, from the first column.</summary>
    public void Line(int row, Look look, params ReadOnlySpan<object?> values)
    {
        for (var i = 0; i < values.Length; i++) Set(row, i + 1, values[i], look);
    }

    /// <summary>The address of a cell as another sheet writes it.</summary>
    public string Address(int row, int column) => $"'{name.Replace("'", "''", StringComparison.Ordinal)}'!${ColumnOf(column)}${row}";

    /// <summary>A, B, … Z, AA, …</summary>
    public static string ColumnOf(int number) => number <= 0 ? "" : ColumnOf((number - 1) / 26) + (char)('A' + ((number - 1) % 26));
}

/// <summary>A workbook of sheets with formulas: no macros, no links, and no text that is taken for a formula.</summary>
/// <param name="Sheets">Its sheets.</param>
/// <param name="Names">Names of single cells, with their addresses.</param>
public sealed record Workbook(IReadOnlyList<Sheet> Sheets, IReadOnlyList<(string Name, string Address)> Names)
{
    /// <summary>A text that begins so is a warning, and is shown in red.</summary>
    public const string Warning = "✗ ";

    /// <summary>The file.</summary>
    public byte[] Xlsx()
    {
        using var stream = new MemoryStream();
        using (var document = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var book = document.AddWorkbookPart();
            book.Workbook = new DocumentFormat.OpenXml.Spreadsheet.Workbook();
            book.AddNewPart<WorkbookStylesPart>().Stylesheet = Styles();
            var listed = new Sheets();
            foreach (var (sheet, i) in Sheets.Select((s, i) => (s, i)))
            {
                var part = book.AddNewPart<WorksheetPart>();
                part.Worksheet = Written(sheet);
                listed.Append(new DocumentFormat.OpenXml.Spreadsheet.Sheet { Id = book.GetIdOfPart(part), SheetId = (uint)i + 1,
                    Name = sheet.Name });
            }
            book.Workbook.Append(listed, new DefinedNames(Names.Select(n => new DefinedName(n.Address) { Name = n.Name })),
                new CalculationProperties { FullCalculationOnLoad = true });
        }
        return stream.ToArray();
    }

    private static Worksheet Written(Sheet sheet)
    {
        var worksheet = new Worksheet();
        if (sheet.Widths.Count > 0)
        {
            worksheet.Append(new Columns(sheet.Widths.Select((w, i) =>
                new Column { Min = (uint)i + 1, Max = (uint)i + 1, Width = w, CustomWidth = true })));
        }
        worksheet.Append(new SheetData(sheet.Cells.GroupBy(c => c.Row).Select(r =>
            new Row(r.Select(c => Cell(r.Key, c.Column, c.Value, c.Look))) { RowIndex = (uint)r.Key })));
        var all = $"A1:{Sheet.ColumnOf(Math.Max(1, sheet.Widths.Count))}{Math.Max(1, sheet.Last)}";
        worksheet.Append(new ConditionalFormatting(new ConditionalFormattingRule(new DocumentFormat.OpenXml.Spreadsheet.Formula($"LEFT(A1,2)=\"{Warning}\""))
        {
            Type = ConditionalFormatValues.Expression, FormatId = 0, Priority = 1,
        })
        { SequenceOfReferences = new ListValue<StringValue> { InnerText = all } });
        worksheet.Append(new PageSetup { Orientation = OrientationValues.Landscape, FitToWidth = 1, FitToHeight = 0 });
        return worksheet;
    }

    private static Cell Cell(int row, int column, object value, Look look)
    {
        var cell = new Cell { CellReference = Sheet.ColumnOf(column) + row.ToString(CultureInfo.InvariantCulture),
            StyleIndex = (uint)look };
        switch (value)
        {
            case Formula { Value: string said } formula:
                (cell.CellFormula, cell.CellValue, cell.DataType) = (new CellFormula(formula.Text), new CellValue(said), CellValues.String);
                break;
            case Formula formula:
                (cell.CellFormula, cell.CellValue) = (new CellFormula(formula.Text),
                    new CellValue(Number(Convert.ToDouble(formula.Value, CultureInfo.InvariantCulture))));
                break;
            case double or int or long:
                (cell.CellValue, cell.DataType) = (new CellValue(Number(Convert.ToDouble(value, CultureInfo.InvariantCulture))),
                    CellValues.Number);
                break;
            default:
                cell.InlineString = new InlineString(new Text(TableFile.Plain(value.ToString()
                    ?? "")) { Space = SpaceProcessingModeValues.Preserve });
                cell.DataType = CellValues.InlineString;
                break;
        }
        return cell;
    }

    /// <summary>What stands for a number without bound: sheets know none.</summary>
    public const double Boundless = 1e200;

    /// <summary>A number as a formula holds it.</summary>
    public static string Number(double value) =>
        (double.IsPositiveInfinity(value) ? Boundless : double.IsNegativeInfinity(value) ? -Boundless : value).ToString("R",
            CultureInfo.InvariantCulture);

    private static Stylesheet Styles()
    {
        static Fill Solid(string rgb) => new(new PatternFill(new ForegroundColor { Rgb = rgb }) { PatternType = PatternValues.Solid });
        return new Stylesheet(
            new Fonts(new Font(), new Font(new Bold())),
            new Fills(new Fill(new PatternFill { PatternType = PatternValues.None }),
                new Fill(new PatternFill { PatternType = PatternValues.Gray125 }),
                Solid("FFFFF6D6"), Solid("FFE9EEF2")),
            new Borders(new Border()), new CellStyleFormats(new CellFormat()),
            new CellFormats(new CellFormat(), new CellFormat { FontId = 1, FillId = 3, ApplyFont = true, ApplyFill = true },
                new CellFormat { FillId = 2, ApplyFill = true }, new CellFormat { FontId = 1, ApplyFont = true }),
            new DifferentialFormats(new DifferentialFormat(new Font(new Bold(), new Color { Rgb = "FF9B1C1C" }),
                new Fill(new PatternFill(new BackgroundColor { Rgb = "FFFBE3E3" }) { PatternType = PatternValues.Solid }))));
    }
}
