using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;

namespace Hasp.Files;

/// <summary>A table as CSV and as a workbook: one heading, lines of texts and numbers.</summary>
/// <param name="Name">Name of its sheet.</param>
/// <param name="Heads">Headings.</param>
/// <param name="Rows">Cells of every line: texts, numbers, nothing.</param>
public sealed record TableFile(string Name, IReadOnlyList<string> Heads, IReadOnlyList<IReadOnlyList<object?>> Rows)
{
    /// <summary>CSV. A text that a spreadsheet would take for a formula begins with an apostrophe.</summary>
    public string Csv() => CsvText.Of(Heads, Rows.Select(r => r.Select(c => c is string text ? Plain(text) : c)));

    /// <summary>An XLSX workbook of one sheet; texts are texts and can be no formula.</summary>
    public byte[] Xlsx()
    {
        using var stream = new MemoryStream();
        using (var workbook = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var book = workbook.AddWorkbookPart();
            book.Workbook = new Workbook();
            var sheet = book.AddNewPart<WorksheetPart>();
            sheet.Worksheet = new Worksheet(new SheetData([.. Rows.Prepend(Heads).Select(r => new Row([.. r.Select(CellOf)]))]));
            book.Workbook.AppendChild(new Sheets(new Sheet { Id = book.GetIdOfPart(sheet), SheetId = 1, Name = Name }));
        }
        return stream.ToArray();
    }

    private static string Plain(string text) => text.Length > 0 && text[0] is '=' or '+' or '-' or '@' ? "'" + text : text;

    private static Cell CellOf(object? value) => value switch
    {
        int or long or double => new Cell { CellValue = new CellValue(Convert.ToString(value,
            System.Globalization.CultureInfo.InvariantCulture)!), DataType = CellValues.Number },
        _ => new Cell { InlineString = new InlineString(new Text(value?.ToString() ?? "") { Space = SpaceProcessingModeValues.Preserve }),
            DataType = CellValues.InlineString },
    };
}
