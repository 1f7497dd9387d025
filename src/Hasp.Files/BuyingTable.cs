using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using Hasp.Core.Sizing;

namespace Hasp.Files;

/// <summary>A buying list as CSV and as a workbook.</summary>
public static class BuyingTable
{
    private static readonly string[] Heads = ["What", "Designation", "Finish", "Number", "Spares", "To buy", "For", "Note"];

    private static object[] Row(BuyingLine l) => [l.What, l.Designation, l.Finish, l.Count, l.Spares, l.Total, Plain(l.For), l.Note];

    /// <summary>A name that a spreadsheet would take for a formula begins with an apostrophe.</summary>
    private static string Plain(string name) => name.Length > 0 && name[0] is '=' or '+' or '-' or '@' ? "'" + name : name;

    /// <summary>CSV, a heading and a line each.</summary>
    public static string Csv(IReadOnlyList<BuyingLine> list) => CsvText.Of(Heads, list.Select(l => (object?[])Row(l)));

    /// <summary>An XLSX workbook of one sheet; texts are texts and can be no formula.</summary>
    public static byte[] Xlsx(IReadOnlyList<BuyingLine> list)
    {
        using var stream = new MemoryStream();
        using (var workbook = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var book = workbook.AddWorkbookPart();
            book.Workbook = new Workbook();
            var sheet = book.AddNewPart<WorksheetPart>();
            sheet.Worksheet = new Worksheet(new SheetData([.. list.Select(Row).Prepend(Heads).Select(r => new Row([.. r.Select(CellOf)]))]));
            book.Workbook.AppendChild(new Sheets(new Sheet { Id = book.GetIdOfPart(sheet), SheetId = 1, Name = "Buying list" }));
        }
        return stream.ToArray();
    }

    private static Cell CellOf(object value) => value is int number
        ? new Cell { CellValue = new CellValue(number), DataType = CellValues.Number }
        : new Cell { InlineString = new InlineString(new Text((string)value)), DataType = CellValues.InlineString };
}
