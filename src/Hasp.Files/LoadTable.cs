using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;

namespace Hasp.Files;

/// <summary>One line of a table of load cases.</summary>
/// <param name="Number">Line of the text, or row of the sheet, from 1.</param>
/// <param name="Cells">What the cells say.</param>
/// <param name="Formula">Index of the first cell that holds a formula; −1 where none does.</param>
public sealed record TableLine(int Number, IReadOnlyList<string> Cells, int Formula);

/// <summary>A table that cannot be read at all; the message says why.</summary>
public sealed class UnreadableTableException(string message) : Exception(message);

/// <summary>
/// Tables of load cases as text (comma, semicolon or tab between cells) or as a workbook (XLSX, its first sheet), line by line: the whole
/// of a large file is never held.
/// </summary>
public static class LoadTable
{
    /// <summary>No file is larger, bytes.</summary>
    public const long MaxBytes = 64_000_000;

    /// <summary>No table has more lines; what is beyond is refused.</summary>
    public const int MaxLines = 250_000;

    private const int MaxCells = 200;
    private const int MaxCell = 400;

    /// <summary>True where a file begins as a workbook does.</summary>
    public static bool IsWorkbook(Stream stream)
    {
        Span<byte> head = stackalloc byte[4];
        stream.Position = 0;
        var read = stream.ReadAtLeast(head, 4, throwOnEndOfStream: false);
        stream.Position = 0;
        return read == 4 && head is [0x50, 0x4B, 3, 4];
    }

    /// <summary>The lines of a file, empty ones left out.</summary>
    /// <param name="stream">Can be set back to its beginning.</param>
    /// <exception cref="UnreadableTableException">It is neither text nor a workbook.</exception>
    public static IEnumerable<TableLine> Lines(Stream stream)
    {
        if (stream.Length == 0) throw new UnreadableTableException("the file is empty");
        return (IsWorkbook(stream) ? Workbook(stream) : Text(stream)).Where(l => l.Cells.Any(c => c.Length > 0) || l.Formula >= 0);
    }

    /// <summary>The sign between cells: of comma, semicolon and tab the one that parts the first lines into most cells, alike in each.</summary>
    public static char DelimiterOf(Stream stream)
    {
        stream.Position = 0;
        using var reader = new StreamReader(stream, Encoding.UTF8, true, 4096, leaveOpen: true);
        var lines = new List<string>();
        while (lines.Count < 5 && reader.ReadLine() is { } line) if (line.Trim().Length > 0) lines.Add(line.Length > 4000 ? line[..4000] : line);
        stream.Position = 0;
        // In a line with semicolons the commas mark decimals.
        return new[] { '\t', ';', ',' }.FirstOrDefault(d => lines.Count > 0 && lines.All(l => l.Contains(d, StringComparison.Ordinal)), ',');
    }

    private static IEnumerable<TableLine> Text(Stream stream)
    {
        var delimiter = DelimiterOf(stream);
        using var reader = new StreamReader(stream, Encoding.UTF8, true, 65536, leaveOpen: true);
        using var parser = new CsvParser(reader, new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter = delimiter.ToString(), BadDataFound = null, MaxFieldSize = 10_000, TrimOptions = TrimOptions.Trim, IgnoreBlankLines = true, DetectColumnCountChanges = false,
        });
        while (Next(parser))
        {
            var cells = new string[Math.Min(MaxCells, parser.Count)];
            var formula = -1;
            for (var i = 0; i < cells.Length; i++)
            {
                var cell = parser[i];
                if (cell.Contains('\0', StringComparison.Ordinal)) throw new UnreadableTableException("not a text file: there are zero bytes in it. Save it as CSV in UTF-8, or as an XLSX workbook");
                cells[i] = cell.Length > MaxCell ? cell[..MaxCell] : cell;
                if (formula < 0 && cell.StartsWith('=')) formula = i;
            }
            yield return new(parser.RawRow, cells, formula);
        }
    }

    private static bool Next(CsvParser parser)
    {
        try
        {
            return parser.Read();
        }
        catch (Exception e) when (e is CsvHelperException or IOException)
        {
            throw new UnreadableTableException($"the text breaks off near line {parser.RawRow}: a cell there has no end. Check its quotation marks");
        }
    }

    private static IEnumerable<TableLine> Workbook(Stream stream)
    {
        SpreadsheetDocument document;
        WorksheetPart sheet;
        List<string> shared;
        try
        {
            document = SpreadsheetDocument.Open(stream, isEditable: false, new OpenSettings { MaxCharactersInPart = 400_000_000 });
            var book = document.WorkbookPart ?? throw new UnreadableTableException("there is no workbook in the file");
            var first = book.Workbook?.Descendants<Sheet>().FirstOrDefault() ?? throw new UnreadableTableException("there is no sheet in the workbook");
            sheet = (WorksheetPart)book.GetPartById(first.Id!);
            shared = book.SharedStringTablePart is { } table ? [.. Strings(table)] : [];
        }
        catch (Exception e) when (e is OpenXmlPackageException or FileFormatException or IOException or System.Xml.XmlException or InvalidDataException or ArgumentException)
        {
            throw new UnreadableTableException("the workbook cannot be opened: it is damaged, protected by a password, or no XLSX file");
        }
        using (document)
        {
            using var reader = OpenXmlReader.Create(sheet);
            var (row, cells, formula, column, type, text) = (0, new List<string>(), -1, 0, "", "");
            while (NextElement(reader))
            {
                var element = reader.ElementType;
                if (reader.IsStartElement)
                {
                    if (element == typeof(Row)) (row, cells, formula) = (int.TryParse(Attribute(reader, "r"), CultureInfo.InvariantCulture, out var r) ? r : row + 1, [], -1);
                    else if (element == typeof(Cell)) (column, type, text) = (ColumnOf(Attribute(reader, "r"), cells.Count), Attribute(reader, "t") ?? "", "");
                    else if (element == typeof(CellFormula) && formula < 0) formula = column;
                    else if (element == typeof(CellValue) || element == typeof(Text)) text += reader.GetText();
                }
                if (!reader.IsEndElement) continue;
                if (element == typeof(Cell) && column < MaxCells)
                {
                    while (cells.Count < column) cells.Add("");
                    cells.Add(TextOf(type, text, shared));
                }
                else if (element == typeof(Row)) yield return new(row, cells, formula);
            }
        }
    }

    private static string? Attribute(OpenXmlReader reader, string name)
    {
        foreach (var attribute in reader.Attributes) if (attribute.LocalName == name) return attribute.Value;
        return null;
    }

    private static bool NextElement(OpenXmlReader reader)
    {
        try
        {
            return reader.Read();
        }
        catch (Exception e) when (e is System.Xml.XmlException or IOException or InvalidDataException)
        {
            throw new UnreadableTableException("the workbook is damaged: its first sheet breaks off");
        }
    }

    private static IEnumerable<string> Strings(SharedStringTablePart part)
    {
        using var reader = OpenXmlReader.Create(part);
        while (reader.Read())
        {
            if (reader.ElementType == typeof(SharedStringItem) && reader.IsStartElement) yield return reader.LoadCurrentElement()!.InnerText;
        }
    }

    private static string TextOf(string type, string text, List<string> shared)
    {
        if (type == "s" && int.TryParse(text, CultureInfo.InvariantCulture, out var i) && i >= 0 && i < shared.Count) text = shared[i];
        text = text.Trim();
        return text.Length > MaxCell ? text[..MaxCell] : text;
    }

    /// <summary>B7 is column 1; a cell without a reference follows the one before.</summary>
    private static int ColumnOf(string? reference, int next)
    {
        if (reference is null) return next;
        var column = 0;
        foreach (var c in reference)
        {
            if (!char.IsAsciiLetterUpper(c)) break;
            column = (26 * column) + (c - 'A' + 1);
            if (column > 20_000) break;
        }
        return column == 0 ? next : column - 1;
    }
}
