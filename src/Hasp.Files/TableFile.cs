using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;

namespace Hasp.Files;

/// <summary>A table as CSV and as a workbook: one heading, lines of texts and numbers.</summary>
/// <param name="Name">Name of its sheet.</param>
/// <param name="Heads">Headings.</param>
/// <param name="Rows">Cells of every line: texts, numbers, moments, nothing.</param>
public sealed record TableFile(string Name, IReadOnlyList<string> Heads, IReadOnlyList<IReadOnlyList<object?>> Rows)
{
    /// <summary>CSV. A text that a spreadsheet would take for a formula begins with an apostrophe.</summary>
    public string Csv() => CsvText.Of(Heads, Rows.Select(r => r.Select(c => c switch
    {
        string text => Plain(text),
        DateTime at => at.ToString("yyyy-MM-dd HH:mm:ss", System.Globalization.CultureInfo.InvariantCulture),
        _ => c,
    })));

    /// <summary>An XLSX workbook of one sheet; texts are texts and can be no formula.</summary>
    public byte[] Xlsx()
    {
        using var stream = new MemoryStream();
        using (var workbook = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var book = workbook.AddWorkbookPart();
            book.Workbook = new Workbook();
            book.AddNewPart<WorkbookStylesPart>().Stylesheet = Styles();
            var sheet = book.AddNewPart<WorksheetPart>();
            // The heading stays in sight, and filters.
            sheet.Worksheet = new Worksheet(
                new SheetViews(new SheetView(new Pane { VerticalSplit = 1, TopLeftCell = "A2", ActivePane = PaneValues.BottomLeft,
                    State = PaneStateValues.Frozen }) { WorkbookViewId = 0 }),
                new SheetData([.. Rows.Prepend(Heads).Select(r => new Row([.. r.Select(CellOf)]))]),
                new AutoFilter { Reference = $"A1:{Live.Sheet.ColumnOf(Heads.Count)}{Rows.Count + 1}" });
            book.Workbook.AppendChild(new Sheets(new Sheet { Id = book.GetIdOfPart(sheet), SheetId = 1, Name = Name }));
        }
        return stream.ToArray();
    }

    /// <summary>A text that no spreadsheet takes for a formula.</summary>
    internal static string Plain(string text) => text.Length > 0 && text[0] is '=' or '+' or '-' or '@' ? "'" + text : text;

    // Cells of dates are numbers of days, shown as a moment.
    private const uint Moment = 1, MomentFormat = 164;

    private static Stylesheet Styles() => new(
        new NumberingFormats(new NumberingFormat { NumberFormatId = MomentFormat, FormatCode = "yyyy-mm-dd hh:mm:ss" }),
        new Fonts(new Font()), new Fills(new Fill(new PatternFill { PatternType = PatternValues.None }),
            new Fill(new PatternFill { PatternType = PatternValues.Gray125 })),
        new Borders(new Border()), new CellStyleFormats(new CellFormat()),
        new CellFormats(new CellFormat(), new CellFormat { NumberFormatId = MomentFormat, ApplyNumberFormat = true }));

    private static Cell CellOf(object? value) => value switch
    {
        DateTime at => new Cell { CellValue = new CellValue(at.ToOADate().ToString(System.Globalization.CultureInfo.InvariantCulture)),
            DataType = CellValues.Number, StyleIndex = Moment },
        int or long or double => new Cell { CellValue = new CellValue(Convert.ToString(value,
            System.Globalization.CultureInfo.InvariantCulture)!), DataType = CellValues.Number },
        _ => new Cell { InlineString = new InlineString(new Text(value?.ToString() ?? "") { Space = SpaceProcessingModeValues.Preserve }),
            DataType = CellValues.InlineString },
    };
}
